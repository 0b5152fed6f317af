//! By what a log is looked at, and which spans are alike in all else.

use std::cmp::Ordering;

use crate::base::codes::Factor;
use crate::base::text::{Arg, day_sentences as say};
use crate::base::{Dimension, UnitSystem};
use crate::day::Span;

/// One of the ways that a factor was fished.
#[derive(Debug, Clone, PartialEq)]
pub struct Level {
    /// What it is called: `1/8 oz`, `football`, `2 m to 4 m`.
    pub name: String,
    /// By what it stands in order.
    order: f64,
}

/// Bands of depth, m, and of wind, m/s: their upper ends; the last has none.
const DEPTHS: [f64; 4] = [2.0, 4.0, 6.0, 9.0];
const WINDS: [f64; 3] = [2.0, 5.0, 8.0];

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

/// The band that a value lies in.
fn band(value: f64, ends: &[f64], dimension: Dimension, units: UnitSystem) -> Level {
    let at = ends.iter().position(|end| value < *end);
    let print = |v: f64| Arg::Text(dimension.print(v, units));
    let first = || ends.first().copied().unwrap_or_default();
    match at {
        Some(0) => Level::named(say::band_under(print(first())).text(units), 0.0),
        Some(at) => {
            let (from, to) = (ends[at - 1], ends[at]);
            Level::named(say::band_between(print(from), print(to)).text(units), to)
        }
        None => {
            let last = ends.last().copied().unwrap_or_default();
            Level::named(say::band_over(print(last)).text(units), f64::MAX)
        }
    }
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
        Factor::Depth => band(stop.depth_m, &DEPTHS, Dimension::Distance, units),
        Factor::Wind => band(stop.wind_mps, &WINDS, Dimension::Wind, units),
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
        Factor::Bait => Some(format!("{} {} {}", t.rig.code(), t.shape.code(), t.g)),
        Factor::Rig => Some(String::new()),
        Factor::Place | Factor::Depth | Factor::Wind => None,
    }
}
