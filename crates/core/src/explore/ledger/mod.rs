//! What a log says: rates with their intervals, what was fished turn about, where bites come,
//! what is lost, what the waters are worth; and where it says nothing yet.
//!
//! Everything here is counted from spans ([`crate::day::spans`]) and judged by
//! [`crate::statistics`]. A log never moves the physics.

mod compare;
mod levels;
mod own_size;
mod review;

pub use compare::{Comparison, Confounded, Turns, comparisons};
pub use levels::{Band, DEPTH_BANDS, Level, conditions, level};
pub use own_size::{OwnSize, own_size, own_sizes};
pub use review::{Asked, Fed, Lost, Review, Row, WaterRow, lost_over, review, wanted};

use crate::base::codes::Outcome;
pub use crate::base::codes::{Counted, Factor};
use crate::day::Span;
use crate::statistics::rates::Count;

/// Hours under which a rate tells nothing (v0).
pub const FEW_HOURS: f64 = 3.0;

/// How often an interval holds the truth.
pub const LEVEL: f64 = 0.9;

/// What of a span is counted, over its hours.
#[must_use]
pub fn counted(span: &Span<'_>, what: Counted) -> Count {
    let counts = |o: Outcome| match what {
        Counted::Bites => true,
        Counted::Fish => o == Outcome::Fish,
    };
    let n = span.bites.iter().filter(|b| counts(b.outcome)).count();
    Count {
        n: u32::try_from(n).unwrap_or(u32::MAX),
        hours: span.hours(),
    }
}
