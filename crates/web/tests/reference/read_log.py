"""Reads what Yarrowfen writes of a log with readers of others: Python's csv and json, and icalendar 7.3 (PyPI).
Run once in this folder; log.csv, log.json and days.ics are what tests/log_file.rs holds the program to."""
import csv, json, uuid
from datetime import datetime
from icalendar import Calendar

rows = list(csv.DictReader(open("log.csv", newline="", encoding="utf-8")))
events = json.load(open("log.json", encoding="utf-8"))
assert len(rows) == len(events) == 6, len(rows)
for row, event in zip(rows, events):
    assert uuid.UUID(row["id"]) == uuid.UUID(event["id"])
    assert json.loads(row["what"]) == event["what"]
    at = datetime.fromisoformat(row["at"].replace("Z", "+00:00"))
    assert round(at.timestamp() * 1000) == event["written"]["at"], (row, event)
    assert row["day"] == event["written"]["day"] and int(row["offset_min"]) == event["written"]["offset"]
calendar = Calendar.from_ical(open("days.ics", "rb").read())
stays = [c for c in calendar.walk() if c.name == "VEVENT"]
assert [str(s["summary"]) for s in stays] == ["1 fish, 2 bites"], stays
assert str(stays[0]["location"]) == "Brick Pit; the “north, wall”\\corner, where the old crane stood before the flood", stays[0]["location"]
assert (stays[0].decoded("dtend") - stays[0].decoded("dtstart")).total_seconds() == 5400
print("read: ", len(rows), "lines,", len(stays), "stay")
