//! Ways that were fished by turns on the same stretches: which brings more, and whether that can
//! be said. A stretch is a stop of a day as long as depth, wind and light stay in their bands.

use rustc_hash::FxHashMap;

use super::levels::{Level, alike, conditions, level};
use super::{Counted, LEVEL, counted};
use crate::base::UnitSystem;
use crate::base::codes::Factor;
use crate::day::Span;
use crate::statistics::crossover::{Stretch, crossed};
use crate::statistics::many::adjusted;
use crate::statistics::pairs::{Compared, Pair};
use crate::statistics::power::{Sought, hours_about};
use crate::statistics::rates::Count;

/// Least share of false claims among all that is claimed: one in ten.
pub(super) const FALSE_CLAIMS: f64 = 0.10;
/// A difference that is worth knowing, and how often it is to be found.
const WORTH: f64 = 1.5;
const OFTEN: f64 = 0.8;
/// Least hours with each, paired, below which nothing is compared.
const LEAST_HOURS: f64 = 0.5;

/// Most of the stretches on which one of two may have come first: beyond it nobody can tell the
/// one from being first.
const MOST_FIRST: f64 = 0.75;
/// Ratios between which a difference is not worth knowing.
const SAME: (f64, f64) = (1.0 / WORTH, WORTH);

/// Why two levels are not compared at all.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Confounded {
    /// One of them came first nearly always.
    Order,
    /// They were fished at other hours of the day.
    Hours,
}

/// When one of two levels was fished.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Turns {
    /// On how many stretches it came first.
    pub firsts: usize,
    /// The middle of its time, hours of the day, by the clock of the place.
    pub mean_hour: f64,
    /// The hours of the day from the first to the last tenth of its time.
    pub hours: (f64, f64),
}

/// Two levels of a factor.
#[derive(Debug, Clone, PartialEq)]
pub struct Comparison {
    /// By what.
    pub factor: Factor,
    /// The one, and the other.
    pub levels: (Level, Level),
    /// What was counted of each where both were fished.
    pub counts: (Count, Count),
    /// When each was fished there.
    pub turns: (Turns, Turns),
    /// Stretches where both were fished, those too on which nothing came.
    pub stretches: usize,
    /// What that says.
    pub compared: Compared,
    /// How many times more bites scatter than chance alone would; 1 where they do not.
    pub scatter: f64,
    /// Why nothing can be claimed, whatever came.
    pub confounded: Option<Confounded>,
    /// The share of false claims at which it would still stand among all that can be looked at.
    pub adjusted: f64,
    /// Hours with each, by turns, that would tell a difference worth knowing, beyond those that
    /// were fished; 0 where they were fished; none where nobody could fish so long.
    pub more_hours: Option<f64>,
}

impl Comparison {
    /// Returns whether a difference can be claimed.
    #[must_use]
    pub fn claims(&self) -> bool {
        self.confounded.is_none() && self.adjusted <= FALSE_CLAIMS
    }

    /// Returns whether the two are as good as alike: the interval leaves no difference worth
    /// knowing.
    #[must_use]
    pub fn is_same(&self) -> bool {
        let i = self.compared.interval;
        self.confounded.is_none() && !self.claims() && i.least >= SAME.0 && i.most <= SAME.1
    }

    /// The level that brings more, where that can be claimed.
    #[must_use]
    pub fn better(&self) -> Option<&Level> {
        self.claims().then_some(if self.favours_one() {
            &self.levels.0
        } else {
            &self.levels.1
        })
    }

    fn favours_one(&self) -> bool {
        self.compared.ratio.is_some_and(|r| r > 1.0)
    }

    /// Returns whether another comparison is of the same two, and says the same of them.
    fn agrees(&self, other: &Self) -> bool {
        self.factor == other.factor
            && self.levels == other.levels
            && self.favours_one() == other.favours_one()
    }
}

/// Every comparison that some spans of a log allow, over all factors. What is claimed is judged by
/// all that can be looked at: the whole log has to claim it, among all factors and by bites and
/// by fish, and so have the spans, so that no turning of a page finds what is not there.
#[must_use]
pub fn comparisons(
    log: &[&Span<'_>],
    spans: &[&Span<'_>],
    what: Counted,
    units: UnitSystem,
) -> Vec<Comparison> {
    let of_log = family(log, units);
    let mut all = comparisons_by(Factor::ALL, spans, what, units);
    if log.len() == spans.len() {
        let mine = of_log.into_iter().filter(|(counted, _)| *counted == what);
        return mine.map(|(_, c)| c).collect();
    }
    judge(&mut all.iter_mut().collect::<Vec<_>>());
    let stands = |c: &Comparison| of_log.iter().any(|(_, of)| of.claims() && of.agrees(c));
    for one in &mut all {
        if !stands(one) {
            one.adjusted = 1.0;
        }
    }
    all
}

/// All comparisons of a log, by bites and by fish, judged together.
fn family(log: &[&Span<'_>], units: UnitSystem) -> Vec<(Counted, Comparison)> {
    let mut all = Vec::new();
    for what in Counted::ALL {
        let by = comparisons_by(Factor::ALL, log, *what, units);
        all.extend(by.into_iter().map(|c| (*what, c)));
    }
    judge(&mut all.iter_mut().map(|(_, c)| c).collect::<Vec<_>>());
    all
}

/// Judges comparisons by how many there are; those that say nothing whatever came do not count.
pub(super) fn judge(all: &mut [&mut Comparison]) {
    let mut judged: Vec<&mut &mut Comparison> =
        all.iter_mut().filter(|c| c.confounded.is_none()).collect();
    let chances: Vec<f64> = judged.iter().map(|c| c.compared.p).collect();
    let alike: Vec<usize> = judged
        .iter()
        .map(|c| judged.iter().filter(|o| o.counts == c.counts).count())
        .collect();
    let number = judged.len();
    for ((one, adjusted), alike) in judged.iter_mut().zip(adjusted(&chances)).zip(alike) {
        one.adjusted = adjusted;
        one.more_hours = more_hours(one, alike, number);
    }
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

/// What one level brought on a stretch, and when it was fished there.
#[derive(Debug, Clone, Default)]
struct OfLevel {
    level: usize,
    count: Count,
    /// When its first turn began, ms.
    began: i64,
    /// Its turns, hours of the day, from when to when.
    turns: Vec<(f64, f64)>,
}

/// Stretches: of a day and stop, with all that must be alike.
type Stretches = FxHashMap<(time::Date, i64, String), Vec<OfLevel>>;

fn of_factor(
    factor: Factor,
    spans: &[&Span<'_>],
    what: Counted,
    units: UnitSystem,
    all: &mut Vec<Comparison>,
) {
    let mut levels: Vec<Level> = Vec::new();
    let mut stretches = Stretches::default();
    for span in spans {
        let Some(alike) = alike(factor, span) else {
            return;
        };
        let level = level(factor, span, units);
        let at = levels.iter().position(|l| *l == level).unwrap_or_else(|| {
            levels.push(level);
            levels.len() - 1
        });
        let key = (
            span.day,
            span.stop_at,
            format!("{alike} {}", conditions(span)),
        );
        let of_stretch = stretches.entry(key).or_default();
        let place = of_stretch.iter().position(|l| l.level == at);
        let place = place.unwrap_or_else(|| {
            of_stretch.push(OfLevel {
                level: at,
                began: span.from,
                ..OfLevel::default()
            });
            of_stretch.len() - 1
        });
        let of_level = &mut of_stretch[place];
        of_level.count = of_level.count.with(counted(span, what));
        of_level.began = of_level.began.min(span.from);
        of_level.turns.push(span.clock_hours());
    }
    let mut order: Vec<usize> = (0..levels.len()).collect();
    order.sort_by(|a, b| levels[*a].before(&levels[*b]));
    let mut pairs = paired(&stretches);
    for (i, one) in order.iter().enumerate() {
        for other in &order[i + 1..] {
            let Some(mut both) = pairs.remove(&(*one.min(other), *one.max(other))) else {
                continue;
            };
            if one > other {
                both.iter_mut().for_each(|b| b.reverse());
            }
            let levels = (levels[*one].clone(), levels[*other].clone());
            all.extend(between(factor, levels, &both));
        }
    }
}

/// What each two levels brought, stretch by stretch where both were fished. In an order of their
/// own, so that sums come out the same wherever they are made.
fn paired(stretches: &Stretches) -> FxHashMap<(usize, usize), Vec<[&OfLevel; 2]>> {
    let mut keys: Vec<_> = stretches.keys().collect();
    keys.sort_unstable();
    let mut pairs: FxHashMap<(usize, usize), Vec<[&OfLevel; 2]>> = FxHashMap::default();
    for key in keys {
        let of_stretch = &stretches[key];
        for (i, a) in of_stretch.iter().enumerate() {
            for b in &of_stretch[i + 1..] {
                let both = if a.level < b.level { [a, b] } else { [b, a] };
                let key = (both[0].level, both[1].level);
                pairs.entry(key).or_default().push(both);
            }
        }
    }
    pairs
}

fn between(factor: Factor, levels: (Level, Level), both: &[[&OfLevel; 2]]) -> Option<Comparison> {
    let none = Count { n: 0, hours: 0.0 };
    let sum = |at: usize| both.iter().map(|b| b[at].count).fold(none, Count::with);
    let counts = (sum(0), sum(1));
    if counts.0.hours.min(counts.1.hours) < LEAST_HOURS {
        return None;
    }
    let stretch = |b: &[&OfLevel; 2]| Stretch {
        pair: Pair {
            one: b[0].count,
            other: b[1].count,
        },
        one_first: b[0].began <= b[1].began,
    };
    let stretches: Vec<Stretch> = both.iter().map(stretch).collect();
    let found = crossed(&stretches, LEVEL);
    let one_first = stretches.iter().filter(|s| s.one_first).count();
    let turns = |at: usize, firsts| {
        let all = both.iter().flat_map(|b| b[at].turns.iter().copied());
        turns_of(all.collect(), firsts)
    };
    let turns = (turns(0, one_first), turns(1, stretches.len() - one_first));
    Some(Comparison {
        factor,
        levels,
        counts,
        turns,
        stretches: stretches.len(),
        compared: found.compared,
        scatter: found.scatter,
        confounded: confounded(&turns, stretches.len()),
        adjusted: 1.0,
        more_hours: None,
    })
}

/// When turns were fished that run from when to when, hours of the day.
fn turns_of(mut turns: Vec<(f64, f64)>, firsts: usize) -> Turns {
    turns.sort_by(|a, b| a.0.total_cmp(&b.0));
    let all: f64 = turns.iter().map(|t| t.1 - t.0).sum();
    let by = |t: &(f64, f64)| (t.1 - t.0) * f64::midpoint(t.0, t.1);
    let mean = turns.iter().map(by).sum::<f64>() / all.max(f64::MIN_POSITIVE);
    let share = |share: f64| {
        let mut left = share * all;
        for t in &turns {
            if left <= t.1 - t.0 {
                return t.0 + left;
            }
            left -= t.1 - t.0;
        }
        turns.last().map_or(0.0, |t| t.1)
    };
    Turns {
        firsts,
        mean_hour: mean,
        hours: (share(0.1), share(0.9)),
    }
}

/// Whether order or hours make it impossible to tell two levels apart. With three stretches or
/// fewer no order is a habit.
fn confounded((one, other): &(Turns, Turns), stretches: usize) -> Option<Confounded> {
    #[expect(clippy::cast_precision_loss, reason = "counts of stretches")]
    let most = one.firsts.max(other.firsts) as f64 / stretches.max(1) as f64;
    if most > MOST_FIRST {
        return Some(Confounded::Order);
    }
    let apart = one.hours.0 >= other.hours.1 || other.hours.0 >= one.hours.1;
    apart.then_some(Confounded::Hours)
}

/// Hours with each that are still to be fished before a difference worth knowing would tell, where
/// the comparison stands among a number of others, some of them of the same turns. The rate is
/// the mean of the two, as it is told; bites that come in groups tell less each.
fn more_hours(c: &Comparison, alike: usize, number: usize) -> Option<f64> {
    let both = c.counts.0.with(c.counts.1);
    if both.n == 0 {
        return None;
    }
    #[expect(clippy::cast_precision_loss, reason = "counts of comparisons")]
    let share = alike as f64 / number.max(1) as f64;
    let lesser = 2.0 * both.rate() / (1.0 + WORTH);
    let needed = at_one_an_hour(share) * SCORE_LOSS * c.scatter / lesser;
    (needed <= MOST_HOURS).then(|| (needed - c.counts.0.hours.min(c.counts.1.hours)).max(0.0))
}

/// How many more hours the comparison takes than one by chance alone, in which order is worth
/// nothing (by simulation: `tests/seasons.rs`).
const SCORE_LOSS: f64 = 1.0;

/// Hours with each that would tell at a lesser rate of one an hour, where the comparison has so
/// much of all chances of a false claim. What tells is how many come, so at another rate the
/// hours are as many times fewer.
fn at_one_an_hour(share: f64) -> f64 {
    let sought = Sought {
        rate: 1.0,
        ratio: WORTH,
        alpha: FALSE_CLAIMS * share.min(1.0),
    };
    hours_about(&sought, OFTEN)
}

/// Hours that nobody fishes for an answer.
const MOST_HOURS: f64 = 5_000.0;
