"""Reads what Yarrowfen writes of a planned day with readers of others, icalendar 7.3 and gpxpy 1.6 (PyPI), and
writes with them what tests/day_files.rs reads: theirs.ics and theirs.gpx.  Run once in this folder."""
from datetime import datetime

import gpxpy
import gpxpy.gpx
from icalendar import Calendar, Event

calendar = Calendar.from_ical(open("day.ics", "rb").read())
stays = [c for c in calendar.walk() if c.name == "VEVENT"]
assert [str(s["location"]) for s in stays] == ["Brick Pit; the “north, wall”", "Lode"], stays
assert stays[0].decoded("dtstart") == datetime(2026, 6, 12, 5, 0), stays[0]["dtstart"].dt
assert stays[1].decoded("dtend") == datetime(2026, 6, 12, 11, 0)
assert "x-yarrowfen-day" in stays[0] and "m/s" in str(stays[0]["description"])
assert abs(stays[0]["geo"].latitude - 52.3125) < 1e-6 and abs(stays[0]["geo"].longitude + 0.42) < 1e-6
gpx = gpxpy.parse(open("day.gpx", encoding="utf-8"))
told = [(w.name, w.description, w.latitude, w.longitude) for w in gpx.waypoints]
assert told == [("Brick Pit; the “north, wall” & <more>", "Steep\nclay", 52.3125, -0.42), ("Lode", None, -12.5, 179.25)], told

theirs = gpxpy.gpx.GPX()
theirs.waypoints.append(gpxpy.gpx.GPXWaypoint(51.5, -1.25, elevation=12.5, name="Reed Mere & bay", description="silt, <weed>"))
theirs.waypoints.append(gpxpy.gpx.GPXWaypoint(-33.125, 151.5))
open("theirs.gpx", "w", encoding="utf-8").write(theirs.to_xml())
out = Calendar()
out.add("prodid", "-//Somebody else//EN")
out.add("version", "2.0")
for name, begin, end in [("Fish, early", datetime(2026, 6, 13, 4, 30), datetime(2026, 6, 13, 7, 0)), ("Later", datetime(2026, 6, 13, 7, 20), datetime(2026, 6, 13, 9, 0))]:
    event = Event()
    event.add("summary", name)
    event.add("location", f"Reed Mere; {name}, by the long reed bed that runs from the boat house to the second sluice")
    event.add("dtstart", begin)
    event.add("dtend", end)
    event.add("uid", name)
    out.add_component(event)
open("theirs.ics", "wb").write(out.to_ical())
print("read:", len(stays), "stays,", len(told), "waypoints")
