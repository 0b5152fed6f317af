//! By what a log is looked at, and which spans are alike in all else.

use std::cmp::Ordering;

use crate::answer::Text;
use crate::base::codes::Factor;
use crate::base::text::{Arg, day_sentences as say};
use crate::base::{Dimension, UnitSystem};
use crate::day::Span;
use crate::physics::sun::{Light, Position};

/// One of the ways that a factor was fished. What is called alike is one: an eighth is an
/// eighth, whatever the last digit of its grams.
#[derive(Debug, Clone)]
pub struct Level {
    /// What it is called: `1/8 oz`, `football`, `2 m to 4 m`.
    pub name: String,
    /// By what it stands in order.
    order: f64,
}

impl PartialEq for Level {
    fn eq(&self, other: &Self) -> bool {
        self.name == other.name
    }
}

impl Level {
    /// The order of levels in a table.
    #[must_use]
    pub fn before(&self, other: &Self) -> Ordering {
        let order = self.order.total_cmp(&other.order);
        order.then_with(|| self.name.cmp(&other.name))
    }

    fn named(name: impl Into<String>, order: f64) -> Self {
        Self {
            name: name.into(),
            order,
        }
    }
}

/// Values from one end to under the other.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Band {
    from: f64,
    to: f64,
}

/// Bands of depth, m.
pub const DEPTH_BANDS: [Band; 5] = [
    Band { from: 0.0, to: 2.0 },
    Band { from: 2.0, to: 4.0 },
    Band { from: 4.0, to: 6.0 },
    Band { from: 6.0, to: 9.0 },
    Band {
        from: 9.0,
        to: f64::INFINITY,
    },
];
/// Bands of wind, m/s.
const WIND_BANDS: [Band; 4] = [
    Band { from: 0.0, to: 2.0 },
    Band { from: 2.0, to: 5.0 },
    Band { from: 5.0, to: 8.0 },
    Band {
        from: 8.0,
        to: f64::INFINITY,
    },
];

impl Band {
    /// Whether a value lies in it.
    #[must_use]
    pub fn holds(self, value: f64) -> bool {
        (self.from..self.to).contains(&value)
    }

    /// What it is called: `under 2 m`, `2 m to 4 m`, `over 9 m`.
    #[must_use]
    pub fn name(self, dimension: Dimension, units: UnitSystem) -> Text {
        let print = |v: f64| Arg::Text(dimension.print(v, units));
        let said = match (self.from > 0.0, self.to.is_finite()) {
            (false, _) => say::band_under(print(self.to)),
            (true, true) => say::band_between(print(self.from), print(self.to)),
            (true, false) => say::band_over(print(self.from)),
        };
        said.text(units)
    }
}

/// The band that a value lies in, as a level.
fn band(value: f64, bands: &[Band], dimension: Dimension, units: UnitSystem) -> Level {
    let found = bands.iter().find(|b| b.holds(value));
    found.map_or_else(
        || Level::named("", value),
        |b| Level::named(b.name(dimension, units), b.from),
    )
}

/// The level of a span.
#[must_use]
pub fn level(factor: Factor, span: &Span<'_>, units: UnitSystem) -> Level {
    let (tied, stop) = (span.tied, span.stop);
    match factor {
        Factor::Weight => Level::named(&*tied.label, tied.g),
        Factor::Head => Level::named(format!("{} {}", tied.label, tied.shape), tied.g),
        Factor::Bait => {
            let length = Dimension::Size.print(tied.length_mm, units);
            Level::named(format!("{} {length}", tied.form), tied.length_mm)
        }
        Factor::Rig => Level::named(tied.rig.label(), 0.0),
        Factor::Place => Level::named(&*stop.place, 0.0),
        Factor::Depth => band(stop.depth_m, &DEPTH_BANDS, Dimension::Distance, units),
        Factor::Wind => band(stop.wind_mps, &WIND_BANDS, Dimension::Wind, units),
    }
}

/// What two spans of a stop must have in common to be compared by a factor: all that is tied
/// on but what the factor is. None where the factor is the stop's own, so that nothing was
/// fished turn about.
#[must_use]
pub fn alike(factor: Factor, span: &Span<'_>) -> Option<String> {
    let t = span.tied;
    let bait = || format!("{} {}", t.form.code(), t.length_mm);
    match factor {
        Factor::Weight => Some(format!("{} {} {}", t.rig.code(), t.shape.code(), bait())),
        Factor::Head => Some(bait()),
        Factor::Bait => Some(format!("{} {} {}", t.rig.code(), t.shape.code(), t.label)),
        Factor::Rig => Some(String::new()),
        Factor::Place | Factor::Depth | Factor::Wind => None,
    }
}

/// The place by whose light stretches are told apart where nobody said where they are: the middle
/// of the lands where these fish are fished, at the meridian of the clock.
const NOMINAL_LAT: f64 = 47.0;
/// Minutes after sunrise, and before sunset, in which the light is still low.
const LOW_LIGHT_MIN: f64 = 30.0;

/// The light of a time of day: night, dawn, day or dusk.
fn light(span: &Span<'_>) -> &'static str {
    let lon = f64::from(span.offset) / 4.0;
    let (from, to) = span.clock_hours();
    let minute = 60.0 * f64::midpoint(from, to);
    let Some(place) = Position::new(NOMINAL_LAT, lon) else {
        return "";
    };
    let light = Light::of(span.day, place, span.offset);
    let [dawn, rises, sets, dusk] =
        [light.dawn, light.rises, light.sets, light.dusk].map(|m| m.unwrap_or(0.0));
    match minute {
        m if m < dawn || m >= dusk => "night",
        m if m < rises + LOW_LIGHT_MIN => "dawn",
        m if m >= sets - LOW_LIGHT_MIN => "dusk",
        _ => "day",
    }
}

/// The conditions of a span that must be alike on a stretch: band of depth, band of wind, light.
#[must_use]
pub fn conditions(span: &Span<'_>) -> String {
    let place = |bands: &[Band], value| bands.iter().position(|b| b.holds(value)).unwrap_or(0);
    let depth = place(&DEPTH_BANDS, span.stop.depth_m);
    let wind = place(&WIND_BANDS, span.stop.wind_mps);
    format!("{depth} {wind} {}", light(span))
}
