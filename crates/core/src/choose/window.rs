//! The weight window: its ends, the rung that is tied on, and the conflict
//! when the ends cross.

use crate::base::codes::{LowerBound, UpperBound};
use crate::base::{Mass, Rung};
use crate::choose::met::Met;
use crate::choose::needs::Needs;
use crate::physics::sink::HeadBody;

/// Between which masses a head does its job, and which rung is tied on.
#[derive(Debug, Clone, Copy)]
pub struct Choice {
    /// The lightest that meets every lower need, and the need that binds.
    pub lower: (Mass, LowerBound),
    /// The heaviest that every upper need allows, and the need that binds.
    pub upper: (Mass, UpperBound),
    /// Index of the rung on its ladder.
    pub rung: usize,
    /// Whether no rung does everything.
    pub crossed: Crossed,
}

impl Choice {
    /// Whether a mass lies within the window.
    #[must_use]
    pub fn contains(&self, mass: Mass) -> bool {
        self.lower.0 <= mass && mass <= self.upper.0
    }
}

/// How a window fails.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Crossed {
    /// It does not.
    No,
    /// The lower need lies above the upper.
    Bounds,
    /// They do not cross, but no rung that is sold lies between them.
    NoRung,
}

/// Chooses a rung.
///
/// Within the window: the lightest rung that falls near enough the wanted
/// speed, else the heaviest. Where bounds cross, a rod's rating and the heaviest
/// head in everyday use are kept, and otherwise the head must do its work: the lightest rung that meets the lower
/// needs.
#[must_use]
pub fn choose(needs: &Needs<'_>, rungs: &[Rung]) -> Choice {
    let lower = LowerBound::ALL
        .iter()
        .filter_map(|n| needs.lower(*n).map(|m| (m, *n)))
        .max_by(|a, b| a.0.value.total_cmp(&b.0.value))
        .unwrap_or((Mass::default(), LowerBound::SinkTarget));
    let upper = UpperBound::ALL
        .iter()
        .filter_map(|n| needs.upper(*n).map(|m| (m, *n)))
        .min_by(|a, b| a.0.value.total_cmp(&b.0.value))
        .unwrap_or((Mass::default(), UpperBound::SinkCeiling));
    let target = needs.for_target();
    let last = rungs.len().saturating_sub(1);
    let first_from = |mass: Mass| rungs.iter().position(|r| r.mass >= mass).unwrap_or(last);
    let last_up_to = |mass: Mass| rungs.iter().rposition(|r| r.mass <= mass).unwrap_or(0);
    let (low, high) = (first_from(lower.0), last_up_to(upper.0));
    let inside = |i: usize| {
        rungs
            .get(i)
            .is_some_and(|r| lower.0 <= r.mass && r.mass <= upper.0)
    };
    let (rung, crossed) = if inside(low) {
        (first_from(target).clamp(low, high), Crossed::No)
    } else {
        // Whatever else crosses, no rod is loaded more than many do, and nobody throws
        // what is beyond everyday use: something else must give.
        let most = last_up_to(needs.heaviest_thrown());
        (
            low.min(most),
            if lower.0 > upper.0 {
                Crossed::Bounds
            } else {
                Crossed::NoRung
            },
        )
    };
    Choice {
        lower,
        upper,
        rung,
        crossed,
    }
}

/// Whether a heavier rung than one would be chosen: what [`choose`] says, for less
/// work. `metal` is a head as heavy as the rung, in whatever shape.
#[must_use]
pub fn asks_heavier(needs: &Needs<'_>, rungs: &[Rung], rung: usize, metal: &HeadBody) -> bool {
    let Some(next) = rungs.get(rung + 1) else {
        return false;
    };
    match needs.met_by(metal) {
        Met::All => false,
        // A rung may be bound from below, and yet no rod throws the next.
        Met::Not => next.mass <= needs.heaviest_thrown(),
        Met::ButForSpeed => needs.allows(next.mass),
    }
}

/// Whether a lighter rung than one would be chosen; `metal` is a head as heavy as the
/// rung below it.
#[must_use]
pub fn asks_lighter(needs: &Needs<'_>, rungs: &[Rung], rung: usize, metal: &HeadBody) -> bool {
    let (Some(now), true) = (rungs.get(rung), rung > 0) else {
        return false;
    };
    match needs.met_by(metal) {
        Met::All => true,
        Met::Not => now.mass > needs.heaviest_thrown(),
        Met::ButForSpeed => !needs.allows(now.mass),
    }
}
