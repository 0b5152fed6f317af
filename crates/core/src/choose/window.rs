//! The weight window: its ends, how far they may be missed, the rung that is tied on, and
//! the conflict when the ends cross by more than that.

use crate::base::codes::{LowerBound, UpperBound};
use crate::base::{Mass, Rung, grams};
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
    /// The lightest and the heaviest that miss no need by more than its tolerance.
    pub passes: (Mass, Mass),
    /// Index of the rung on its ladder.
    pub rung: usize,
    /// Whether no rung does everything.
    pub crossed: Crossed,
}

impl Choice {
    /// Whether a mass does everything, each need within its tolerance.
    #[must_use]
    pub fn contains(&self, mass: Mass) -> bool {
        self.passes.0 <= mass && mass <= self.passes.1
    }
}

/// How a window fails.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Crossed {
    /// It does not.
    No,
    /// The lower need lies above the upper by more than their tolerances.
    Bounds,
    /// They do not cross, but no rung that is sold lies between them.
    NoRung,
}

/// The ends of a window: what binds, and what still passes.
struct Ends {
    lower: (Mass, LowerBound),
    upper: (Mass, UpperBound),
    passes: (Mass, Mass),
}

fn ends(needs: &Needs<'_>) -> Ends {
    let (mut lower, mut upper) = (None::<(Mass, LowerBound)>, None::<(Mass, UpperBound)>);
    let mut passes = (Mass::default(), None::<Mass>);
    for need in LowerBound::ALL {
        let Some(mass) = needs.lower(*need) else {
            continue;
        };
        if lower.is_none_or(|l| l.0 <= mass) {
            lower = Some((mass, *need));
        }
        passes.0 = passes.0.max(needs.within_lower(*need, mass));
    }
    for need in UpperBound::ALL {
        let Some(mass) = needs.upper(*need) else {
            continue;
        };
        if upper.is_none_or(|u| mass < u.0) {
            upper = Some((mass.max(Mass::default()), *need));
        }
        let most = needs.within_upper(*need, mass);
        passes.1 = Some(passes.1.map_or(most, |m| m.min(most)));
    }
    Ends {
        lower: lower.unwrap_or((Mass::default(), LowerBound::SinkTarget)),
        upper: upper.unwrap_or((Mass::default(), UpperBound::SinkCeiling)),
        passes: (passes.0, passes.1.unwrap_or_default()),
    }
}

/// Chooses a rung.
///
/// Within the window: the lightest rung that falls near enough the wanted speed, else the
/// heaviest. Where no rung lies in it: of those that miss no need by more than its tolerance, the
/// one that misses by the fewest tolerances. Where bounds cross by more than that, a
/// rod's rating and the heaviest head in everyday use are kept, and otherwise the head must do its
/// work: the lightest rung that passes the lower needs.
#[must_use]
pub fn choose(needs: &Needs<'_>, rungs: &[Rung]) -> Choice {
    let Ends {
        lower,
        upper,
        passes,
    } = ends(needs);
    let alike = 1.0 + needs.tolerance.alike;
    let last = rungs.len().saturating_sub(1);
    let from = |mass: Mass| rungs.iter().position(|r| r.mass >= mass).unwrap_or(last);
    let up_to = |mass: Mass| rungs.iter().rposition(|r| r.mass <= mass).unwrap_or(0);
    // What cannot be told from a bound lies within it.
    let first_from = |mass: Mass| from(mass / alike);
    let last_up_to = |mass: Mass| up_to(mass * alike);
    let inside = |i: usize, (least, most): (Mass, Mass)| {
        rungs
            .get(i)
            .is_some_and(|r| least <= r.mass && r.mass <= most)
    };
    let (low, high) = (first_from(lower.0), last_up_to(upper.0));
    let (least, most) = (from(passes.0), up_to(passes.1));
    let (rung, crossed) = if inside(low, (lower.0 / alike, upper.0 * alike)) {
        let target = first_from(needs.for_target());
        (target.clamp(low, high), Crossed::No)
    } else if inside(least, passes) {
        let bounds = (lower.0, upper.0);
        let missed = |i: &usize| tolerances_missed(rungs[*i].mass, bounds, passes);
        let nearest = (least..=most).min_by(|a, b| missed(a).total_cmp(&missed(b)));
        (nearest.unwrap_or(least), Crossed::No)
    } else {
        // Whatever else crosses, no rod is loaded more than many do, and nobody throws
        // what is beyond everyday use: something else must give.
        let thrown = last_up_to(needs.heaviest_thrown());
        let crossed = if passes.0 > passes.1 {
            Crossed::Bounds
        } else {
            Crossed::NoRung
        };
        (least.min(thrown), crossed)
    };
    Choice {
        lower,
        upper,
        passes,
        rung,
        crossed,
    }
}

/// By how many of its tolerances a mass misses the bound that it misses by more; under 0 where it
/// misses none.
fn tolerances_missed(mass: Mass, bounds: (Mass, Mass), passes: (Mass, Mass)) -> f64 {
    let share =
        |missed: Mass, tolerance: Mass| grams(missed) / grams(tolerance).max(LEAST_TOLERANCE_G);
    let short = share(bounds.0 - mass, bounds.0 - passes.0);
    let over = share(mass - bounds.1, passes.1 - bounds.1);
    short.max(over)
}

/// Least tolerance that a miss is counted in, g.
const LEAST_TOLERANCE_G: f64 = 1e-6;

/// Whether a heavier rung than one would be chosen: what [`choose`] says, for less
/// work. `metal` is a head as heavy as the rung, in whatever shape.
#[must_use]
pub fn asks_heavier(needs: &Needs<'_>, rungs: &[Rung], rung: usize, metal: &HeadBody) -> bool {
    let Some(next) = rungs.get(rung + 1) else {
        return false;
    };
    match needs.met_by(metal) {
        Met::All => false,
        Met::ButForSpeed => needs.allows(next.mass),
        // A rung may be bound from below, and yet no rod throws the next.
        Met::Not if !needs.throws(next.mass) => false,
        Met::Not if !needs.passed_by(metal) => true,
        Met::Not => needs.passes(next.mass) && choose(needs, rungs).rung > rung,
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
        Met::ButForSpeed => !needs.allows(now.mass),
        Met::Not if needs.passed_by(metal) => {
            !needs.passes(now.mass) || choose(needs, rungs).rung < rung
        }
        Met::Not => !needs.throws(now.mass),
    }
}
