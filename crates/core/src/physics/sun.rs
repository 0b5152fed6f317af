//! Sun and twilight over a day.
//!
//! Published: NOAA Global Monitoring Laboratory, *Solar Calculation Details*, whose equations
//! are those of J. Meeus, *Astronomical Algorithms* (2nd ed. 1998), chapters 12, 15, 22 and 25,
//! shortened. Within a minute of the almanac between the polar circles.

use time::Date;

use crate::base::maths;

/// A place on the earth.
#[derive(Debug, Clone, Copy, PartialEq, serde::Serialize, serde::Deserialize)]
pub struct Position {
    /// Degrees north of the equator; -90 to 90.
    pub lat: f64,
    /// Degrees east of Greenwich; -180 to 180.
    pub lon: f64,
}

impl Position {
    /// A place; none outside the earth's degrees.
    #[must_use]
    pub fn new(lat: f64, lon: f64) -> Option<Self> {
        let sound = (-90.0..=90.0).contains(&lat) && (-180.0..=180.0).contains(&lon);
        sound.then_some(Self { lat, lon })
    }
}

/// How far below the horizon the sun's middle stands when its edge rises, with refraction.
const RISES_AT: f64 = -0.833;
/// The same where one begins to see what one does.
const CIVIL_AT: f64 = -6.0;

/// The hours of light of a day, minutes after its midnight by the clock of the place; under 0
/// is the day before. None where that does not come to pass: the sun stays up, or away.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Light {
    /// First light: civil dawn.
    pub dawn: Option<f64>,
    /// The sun rises.
    pub rises: Option<f64>,
    /// The sun sets.
    pub sets: Option<f64>,
    /// Last light: civil dusk.
    pub dusk: Option<f64>,
    /// Whether the sun stands over the horizon at noon.
    pub day: bool,
}

impl Light {
    /// Of a day at a place, by a clock that is so many minutes ahead of UTC.
    #[must_use]
    pub fn of(day: Date, at: Position, offset_min: i16) -> Self {
        let clock = f64::from(offset_min);
        let crossing = |height, side| crosses(day, at, clock, height, side);
        Self {
            dawn: crossing(CIVIL_AT, -1.0),
            rises: crossing(RISES_AT, -1.0),
            sets: crossing(RISES_AT, 1.0),
            dusk: crossing(CIVIL_AT, 1.0),
            day: {
                let (declination, _) = sun(century(day, 720.0 - clock));
                (at.lat - declination).abs() < 90.0 - RISES_AT
            },
        }
    }
}

fn rad(degrees: f64) -> f64 {
    degrees.to_radians()
}

/// Julian centuries since 2000, at so many minutes of UTC after the day's midnight.
fn century(day: Date, minutes: f64) -> f64 {
    let noon = f64::from(day.to_julian_day());
    (noon - 0.5 + minutes / 1440.0 - 2_451_545.0) / 36_525.0
}

/// The sun's declination, degrees, and the equation of time, minutes.
fn sun(t: f64) -> (f64, f64) {
    let mean_longitude = 280.466_46 + t * (36_000.769_83 + t * 0.000_303_2);
    let anomaly = rad(357.529_11 + t * (35_999.050_29 - 0.000_153_7 * t));
    let eccentricity = 0.016_708_634 - t * (0.000_042_037 + 0.000_000_126_7 * t);
    let centre = maths::sin(anomaly) * (1.914_602 - t * (0.004_817 + 0.000_014 * t))
        + maths::sin(2.0 * anomaly) * (0.019_993 - 0.000_101 * t)
        + maths::sin(3.0 * anomaly) * 0.000_289;
    let node = rad(125.04 - 1_934.136 * t);
    let longitude = rad(mean_longitude + centre - 0.005_69 - 0.004_78 * maths::sin(node));
    let tilt =
        23.0 + (26.0 + (21.448 - t * (46.815 + t * (0.000_59 - t * 0.001_813))) / 60.0) / 60.0;
    let tilt = rad(tilt + 0.002_56 * maths::cos(node));
    let declination = maths::asin(maths::sin(tilt) * maths::sin(longitude)).to_degrees();
    let y = maths::square(maths::tan(tilt / 2.0));
    let l = rad(mean_longitude);
    let equation = y * maths::sin(2.0 * l) - 2.0 * eccentricity * maths::sin(anomaly)
        + 4.0 * eccentricity * y * maths::sin(anomaly) * maths::cos(2.0 * l)
        - 0.5 * y * y * maths::sin(4.0 * l)
        - 1.25 * eccentricity * eccentricity * maths::sin(2.0 * anomaly);
    (declination, 4.0 * equation.to_degrees())
}

/// When the sun stands at a height, before noon (side −1) or after it (1).
fn crosses(day: Date, at: Position, clock: f64, height: f64, side: f64) -> Option<f64> {
    // From the noon of the place: where the sun stands at that hour, and then at the hour found.
    let mut utc = 720.0 - 4.0 * at.lon;
    for _ in 0..4 {
        let (declination, equation) = sun(century(day, utc));
        let (d, lat) = (rad(declination), rad(at.lat));
        let cos = maths::sin(rad(height)) / (maths::cos(lat) * maths::cos(d))
            - maths::tan(lat) * maths::tan(d);
        if !(-1.0..=1.0).contains(&cos) {
            return None;
        }
        let angle = std::f64::consts::FRAC_PI_2 - maths::asin(cos);
        utc = 720.0 - 4.0 * at.lon - equation + side * 4.0 * angle.to_degrees();
    }
    // That of the clock's day, not of the one before or after in Greenwich.
    let local = utc + clock;
    let noon = 720.0 - 4.0 * at.lon + clock;
    Some(local - 1440.0 * ((noon - 720.0) / 1440.0).round())
}
