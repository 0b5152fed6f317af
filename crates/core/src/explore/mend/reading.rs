//! A measure of what is tied on, beside what is wanted of it.

use crate::base::Mass;
use crate::base::text::{Arg, Said};
use crate::base::{Ladder, grams, plain, rungs};
use crate::own_box::HeadWeight;
use crate::tables::mend::GaugeRow;

/// What is wanted of a measure, in its unit.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Wanted {
    /// At most.
    To(f64),
    /// At least.
    From(f64),
}

/// A measure: what it is, what is wanted, and what it was made from.
#[derive(Debug, Clone, PartialEq)]
pub struct Reading {
    /// In the unit of its gauge.
    pub value: f64,
    /// See `value`.
    pub wanted: Wanted,
    /// How far that may be missed, as a share of it.
    pub tolerance: f64,
    /// What it was made from, as a sentence.
    pub saw: Said,
}

/// Differences below this are rounding.
const SAME: f64 = 1e-9;

impl Reading {
    /// At most so much is wanted.
    #[must_use]
    pub fn to(value: f64, most: f64, saw: Said) -> Option<Self> {
        Some(Self {
            value,
            wanted: Wanted::To(most),
            tolerance: 0.0,
            saw,
        })
    }

    /// At least so much is wanted.
    #[must_use]
    pub fn from(value: f64, least: f64, saw: Said) -> Option<Self> {
        Some(Self {
            value,
            wanted: Wanted::From(least),
            tolerance: 0.0,
            saw,
        })
    }

    /// The same with so much tolerance.
    #[must_use]
    pub fn with_tolerance(self, tolerance: f64) -> Self {
        Self { tolerance, ..self }
    }

    /// How much looser a bound would have to be, as a factor of it, for this measure to lie within;
    /// 1 where it does. None of a bound that is nothing to be a factor of.
    #[must_use]
    pub fn loosened(&self) -> Option<f64> {
        let (Wanted::To(wanted) | Wanted::From(wanted)) = self.wanted;
        (wanted > SAME).then(|| match self.wanted {
            Wanted::To(most) => (self.value / most).max(1.0),
            Wanted::From(least) => (self.value / least).clamp(0.0, 1.0),
        })
    }

    /// Wants less, by a factor of what is wanted.
    pub fn loosen(&mut self, by: f64) {
        let (Wanted::To(wanted) | Wanted::From(wanted)) = &mut self.wanted;
        *wanted *= by;
    }

    /// How far it lies beyond what is wanted and its tolerance, in its unit; 0 where it does not.
    #[must_use]
    pub fn beyond(&self) -> f64 {
        let (over, size) = match self.wanted {
            Wanted::To(most) => (self.value - most, most.abs()),
            Wanted::From(least) => (least - self.value, least.abs()),
        };
        let missed = over - self.tolerance * size;
        if missed > SAME * size.max(1.0) {
            missed
        } else {
            0.0
        }
    }

    /// Whether it misses what is wanted, by no more than the tolerance.
    #[must_use]
    pub fn near(&self) -> bool {
        let missed = match self.wanted {
            Wanted::To(most) => self.value - most,
            Wanted::From(least) => least - self.value,
        };
        missed > SAME && !self.deviates()
    }

    /// Whether it lies beyond.
    #[must_use]
    pub fn deviates(&self) -> bool {
        self.beyond() > 0.0
    }

    /// The same in parts of what its gauge calls full.
    #[must_use]
    pub fn parts(&self, row: &GaugeRow) -> f64 {
        self.beyond() / self.full(row)
    }

    /// How far it lies beyond what is wanted and its tolerance, or within it (negative), in those
    /// parts.
    #[must_use]
    pub fn off(&self, row: &GaugeRow) -> f64 {
        let over = match self.wanted {
            Wanted::To(most) => self.value - most,
            Wanted::From(least) => least - self.value,
        };
        over.min(self.beyond()) / self.full(row)
    }

    fn full(&self, row: &GaugeRow) -> f64 {
        let (Wanted::To(wanted) | Wanted::From(wanted)) = self.wanted;
        let full = if row.share {
            row.full * wanted.abs()
        } else {
            row.full
        };
        full.max(SAME)
    }
}

/// A head's weight as it is sold.
#[must_use]
pub fn weighs(mass: Mass) -> Arg {
    Arg::Text(weight_label(grams(mass)))
}

/// The same of grams.
#[must_use]
pub fn weight_label(g: f64) -> String {
    let sold = HeadWeight::from_grams(g).map(HeadWeight::label);
    sold.unwrap_or_else(|| format!("{} g", plain(g, 2)))
}

/// The lightest head that is sold and weighs at least so much.
#[must_use]
pub fn sold_from(mass: Mass, ladder: Ladder) -> Arg {
    let rung = rungs(ladder).into_iter().find(|r| r.mass >= mass);
    rung.map_or_else(|| weighs(mass), |r| Arg::Word(r.label))
}

/// The heaviest that weighs at most so much.
#[must_use]
pub fn sold_to(mass: Mass, ladder: Ladder) -> Arg {
    let rung = rungs(ladder).into_iter().rev().find(|r| r.mass <= mass);
    rung.map_or_else(|| weighs(mass), |r| Arg::Word(r.label))
}
