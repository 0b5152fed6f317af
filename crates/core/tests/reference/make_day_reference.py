"""Sunrise and sunset by astral 3.2 (PyPI), and quantiles of Poisson's distribution by scipy: the
values that tests/plan.rs is held against.  pip install astral scipy; python make_day_reference.py > day.json"""

import datetime
import json
import random

from astral import Depression, LocationInfo
from astral.sun import dawn, dusk, sunrise, sunset
from scipy.stats import poisson

PLACES = [(52.3, 0.4), (0.0, 0.0), (-33.9, 151.2), (64.1, -21.9), (40.7, -74.0), (-54.8, -68.3), (69.6, 18.9), (10.5, 179.5), (35.0, -179.5)]
DAYS = [(2026, 1, 1), (2026, 3, 20), (2026, 6, 12), (2026, 6, 21), (2026, 9, 23), (2026, 11, 28), (2027, 12, 22), (2032, 2, 29)]


def minutes(of, place, day, offset):
    """Minutes after the midnight of the clock's day; None where it does not come to pass."""
    zone = datetime.timezone(datetime.timedelta(minutes=offset))
    try:
        at = of(place.observer, date=day, tzinfo=zone)
    except ValueError:
        return None
    midnight = datetime.datetime.combine(day, datetime.time(), zone)
    return round((at - midnight).total_seconds() / 60, 2)


def asked():
    for place in PLACES:
        for day in DAYS:
            yield place, datetime.date(*day)
    # And 60 places and days by chance, between the polar circles.
    dice = random.Random(30)
    for _ in range(60):
        place = (round(dice.uniform(-60, 60), 2), round(dice.uniform(-180, 180), 2))
        yield place, datetime.date(2026, 1, 1) + datetime.timedelta(days=dice.randrange(2000))


def sun():
    for (lat, lon), day in asked():
        place = LocationInfo(latitude=lat, longitude=lon)
        # A clock as it would be there: whole hours.
        offset = 60 * round(lon / 15)
        civil = {"depression": Depression.CIVIL}
        yield {
            "lat": lat, "lon": lon, "day": day.isoformat(), "offset": offset,
            "dawn": minutes(lambda *a, **k: dawn(*a, **k, **civil), place, day, offset),
            "rises": minutes(sunrise, place, day, offset),
            "sets": minutes(sunset, place, day, offset),
            "dusk": minutes(lambda *a, **k: dusk(*a, **k, **civil), place, day, offset),
        }


def enough():
    for mean in [0.01, 0.1, 0.3, 0.5, 1, 2, 3.7, 10, 42, 250, 900]:
        for share in [0.5, 0.8, 0.9, 0.95, 0.99]:
            yield {"mean": mean, "share": share, "n": int(poisson.ppf(share, mean))}


print(json.dumps({"sun": list(sun()), "enough": list(enough())}, indent=0))
