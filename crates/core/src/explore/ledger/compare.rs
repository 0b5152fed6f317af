//! Ways that were fished turn about at the same stops: which brings more, and whether that
//! can be said.

use std::sync::LazyLock;

use rustc_hash::FxHashMap;

use super::levels::{Level, alike, level};
use super::{Counted, LEVEL, counted};
use crate::base::UnitSystem;
use crate::base::codes::Factor;
use crate::day::Span;
use crate::statistics::many::adjusted;
use crate::statistics::pairs::{Compared, Pair, compared};
use crate::statistics::power::{Sought, hours_to_tell};
use crate::statistics::rates::Count;

/// Least share of false claims among all that is claimed: one in ten.
pub(super) const FALSE_CLAIMS: f64 = 0.10;
/// A difference that is worth knowing, and how often it is to be found.
const WORTH: f64 = 1.5;
const OFTEN: f64 = 0.8;
/// Least hours with each, paired, below which nothing is compared.
const LEAST_HOURS: f64 = 0.5;

/// Two levels of a factor.
#[derive(Debug, Clone, PartialEq)]
pub struct Comparison {
    /// By what.
    pub factor: Factor,
    /// The one, and the other.
    pub levels: (Level, Level),
    /// What was counted of each where both were fished.
    pub counts: (Count, Count),
    /// Stops where both were fished, those too on which nothing came.
    pub stops: usize,
    /// What that says.
    pub compared: Compared,
    /// The share of false claims at which it would still stand among all that was looked at.
    pub adjusted: f64,
    /// Hours with each, turn about, that would tell a difference worth knowing, beyond those
    /// that were fished; 0 where they were fished; none where nobody could fish so long.
    pub more_hours: Option<f64>,
}

impl Comparison {
    /// Whether a difference can be claimed.
    #[must_use]
    pub fn claims(&self) -> bool {
        self.adjusted <= FALSE_CLAIMS
    }

    /// The level that brings more, where that can be claimed.
    #[must_use]
    pub fn better(&self) -> Option<&Level> {
        let more = self.compared.ratio? > 1.0;
        let (one, other) = (&self.levels.0, &self.levels.1);
        self.claims().then_some(if more { one } else { other })
    }
}

/// Counts of a stop by what is alike, and by level within it.
type Stops = FxHashMap<(time::Date, i64, String), Vec<(usize, Count)>>;

/// Every comparison that the spans allow, over all factors, each with what is left of it when
/// so many are looked at.
#[must_use]
pub fn comparisons(spans: &[&Span<'_>], what: Counted, units: UnitSystem) -> Vec<Comparison> {
    let mut all = comparisons_by(Factor::ALL, spans, what, units);
    let chances: Vec<f64> = all.iter().map(|c| c.compared.p).collect();
    for (one, adjusted) in all.iter_mut().zip(adjusted(&chances)) {
        one.adjusted = adjusted;
    }
    all
}

/// The comparisons by some factors, not yet judged by how many were looked at.
pub(super) fn comparisons_by(
    factors: &[Factor],
    spans: &[&Span<'_>],
    what: Counted,
    units: UnitSystem,
) -> Vec<Comparison> {
    let mut all = Vec::new();
    for factor in factors {
        of_factor(*factor, spans, what, units, &mut all);
    }
    all
}

fn of_factor(
    factor: Factor,
    spans: &[&Span<'_>],
    what: Counted,
    units: UnitSystem,
    all: &mut Vec<Comparison>,
) {
    let mut levels: Vec<Level> = Vec::new();
    let mut stops = Stops::default();
    for span in spans {
        let Some(alike) = alike(factor, span) else {
            return;
        };
        let level = level(factor, span, units);
        let at = levels.iter().position(|l| *l == level).unwrap_or_else(|| {
            levels.push(level);
            levels.len() - 1
        });
        let new = counted(span, what);
        let of_stop = stops.entry((span.day, span.stop_at, alike)).or_default();
        match of_stop.iter_mut().find(|c| c.0 == at) {
            Some(old) => old.1 = old.1.with(new),
            None => of_stop.push((at, new)),
        }
    }
    let mut order: Vec<usize> = (0..levels.len()).collect();
    order.sort_by(|a, b| levels[*a].before(&levels[*b]));
    let mut pairs = paired(&stops);
    for (i, one) in order.iter().enumerate() {
        for other in &order[i + 1..] {
            let Some(pairs) = pairs.remove(&(*one.min(other), *one.max(other))) else {
                continue;
            };
            let turned = one > other;
            let levels = (levels[*one].clone(), levels[*other].clone());
            all.extend(between(factor, levels, &pairs, turned));
        }
    }
}

/// Pairs of each two levels, over the stops where both were fished. In an order of their own,
/// so that sums come out the same wherever they are made.
fn paired(stops: &Stops) -> FxHashMap<(usize, usize), Vec<Pair>> {
    let mut keys: Vec<_> = stops.keys().collect();
    keys.sort_unstable();
    let mut pairs: FxHashMap<(usize, usize), Vec<Pair>> = FxHashMap::default();
    for key in keys {
        let counts = &stops[key];
        for (i, a) in counts.iter().enumerate() {
            for b in &counts[i + 1..] {
                let (one, other) = if a.0 < b.0 { (a, b) } else { (b, a) };
                let pair = Pair {
                    one: one.1,
                    other: other.1,
                };
                pairs.entry((one.0, other.0)).or_default().push(pair);
            }
        }
    }
    pairs
}

fn between(
    factor: Factor,
    levels: (Level, Level),
    pairs: &[Pair],
    turned: bool,
) -> Option<Comparison> {
    let turn = |p: &Pair| match turned {
        true => Pair {
            one: p.other,
            other: p.one,
        },
        false => *p,
    };
    let pairs: Vec<Pair> = pairs.iter().map(turn).collect();
    let none = Count { n: 0, hours: 0.0 };
    let sum = |of: fn(&Pair) -> Count| pairs.iter().map(of).fold(none, Count::with);
    let counts = (sum(|p| p.one), sum(|p| p.other));
    if counts.0.hours.min(counts.1.hours) < LEAST_HOURS {
        return None;
    }
    Some(Comparison {
        factor,
        levels,
        counts,
        stops: pairs.len(),
        compared: compared(&pairs, LEVEL),
        adjusted: 1.0,
        more_hours: more_hours(counts),
    })
}

/// Hours with each that are still to be fished before a difference worth knowing would tell.
fn more_hours((one, other): (Count, Count)) -> Option<f64> {
    let both = one.with(other);
    if both.n == 0 {
        return None;
    }
    let needed = (*AT_ONE_AN_HOUR)? / both.rate();
    (needed <= MOST_HOURS).then(|| (needed - one.hours.min(other.hours)).max(0.0))
}

/// Hours with each that would tell at a rate of one an hour. What tells is how many come, so
/// at another rate the hours are as many times fewer.
static AT_ONE_AN_HOUR: LazyLock<Option<f64>> = LazyLock::new(|| {
    let sought = Sought {
        rate: 1.0,
        ratio: WORTH,
        alpha: FALSE_CLAIMS,
    };
    hours_to_tell(&sought, OFTEN)
});
/// Hours that nobody fishes for an answer.
const MOST_HOURS: f64 = 5_000.0;
