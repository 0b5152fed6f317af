//! Two ways fished by turns on the same stretches, where the first turn of a stretch may be worth
//! more than the next, and where fish may come in groups.
//!
//! Given how many came on a stretch in all, the one's share is p = r o t₁ / (r o t₁ + t₂), with the
//! ratio r of the rates and what the first turn is worth, o where the one came first and 1/o where
//! the other did. o is fitted beside r, so that it takes nothing from the comparison as long as each
//! came first now and then. Published: M. Hills and P. Armitage, *British Journal of Clinical
//! Pharmacology* 8 (1979) 7, for the two orders. What the shares scatter beyond chance is taken from
//! the stretches themselves (the "sandwich"): H. White, *Econometrica* 50 (1982) 1; where it is less
//! than chance leaves, chance holds.

use super::pairs::{Compared, Pair, compared};
use super::rates::Span;
use super::special::beta_i;
use crate::base::maths;

/// A stretch on which both ways were fished.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Stretch {
    /// What came in the turns of each.
    pub pair: Pair,
    /// Whether the one came first.
    pub one_first: bool,
}

/// What stretches say.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Crossed {
    /// The ratio, its interval and the chance of a difference so large between two that are alike.
    pub compared: Compared,
    /// How many times more the shares scatter than chance alone would; 1 where they do not.
    pub scatter: f64,
}

/// Stretches on which something came below which nothing but chance is reckoned with.
const FEWEST: usize = 3;
/// Stretches from which on the interval needs no exact one beside it.
const MANY: usize = 12;
/// Greatest ratio that is looked at, as a power of e.
const FARTHEST: f64 = 8.0;
/// So near to it an interval has no end, as a power of e.
const END: f64 = 0.01;
/// Steps by which a value is sought, halvings of a range, and what is near enough.
const STEPS: usize = 12;
const HALVINGS: usize = 30;
const SETTLED: f64 = 1e-6;

/// The share of a t distribution beyond ±t. Published: NIST Digital Library of Mathematical
/// Functions, 8.17; M. Abramowitz and I. Stegun, 26.7.1.
fn beyond(t: f64, freedom: f64) -> f64 {
    if !t.is_finite() {
        return 0.0;
    }
    beta_i(freedom / 2.0, 0.5, freedom / (freedom + maths::square(t)))
}

/// What is found of the stretches at one ratio.
struct Score {
    /// How far the one brought more than at this ratio, in standard deviations.
    t: f64,
    scatter: f64,
}

struct Fit<'s> {
    stretches: &'s [Stretch],
    /// Whether each came first somewhere, so that what the order is worth can be told.
    both_orders: bool,
}

impl Fit<'_> {
    fn freedom(&self) -> f64 {
        #[expect(clippy::cast_precision_loss, reason = "a count of stretches")]
        let n = self.stretches.len() as f64;
        (n - if self.both_orders { 2.0 } else { 1.0 }).max(1.0)
    }

    /// What is left of each stretch at a ratio and a worth of the first turn, as powers of e: its
    /// order (1 or −1), how many more the one brought, and the variance of that by chance.
    fn rests(&self, ratio: f64, first: f64) -> impl Iterator<Item = (f64, f64, f64)> {
        self.stretches.iter().map(move |s| {
            let order = if s.one_first { 1.0 } else { -1.0 };
            let (one, other) = (s.pair.one, s.pair.other);
            let weight = maths::exp(ratio + first * order) * one.hours;
            let share = weight / (weight + other.hours);
            let n = f64::from(one.n + other.n);
            let more = f64::from(one.n) - n * share;
            (order, more, n * share * (1.0 - share))
        })
    }

    /// What the first turn of a stretch is worth at a ratio, as a power of e.
    fn first(&self, ratio: f64) -> f64 {
        if !self.both_orders {
            return 0.0;
        }
        // Newton's steps, none longer than one: what is left falls all the way.
        let mut first = 0.0_f64;
        for _ in 0..STEPS {
            let (mut left, mut falls) = (0.0, f64::MIN_POSITIVE);
            for (order, more, variance) in self.rests(ratio, first) {
                left += order * more;
                falls += variance;
            }
            let step = (left / falls).clamp(-1.0, 1.0);
            first = (first + step).clamp(-FARTHEST, FARTHEST);
            if step.abs() < SETTLED {
                break;
            }
        }
        first
    }

    /// The ratio at which neither brought more than was to be expected.
    fn middle(&self) -> f64 {
        let (mut low, mut high) = (-FARTHEST, FARTHEST);
        for _ in 0..HALVINGS {
            let middle = f64::midpoint(low, high);
            if self.score(middle).t > 0.0 {
                low = middle;
            } else {
                high = middle;
            }
        }
        maths::exp(f64::midpoint(low, high))
    }

    fn score(&self, ratio: f64) -> Score {
        let first = self.first(ratio);
        let sum = |of: fn((f64, f64, f64)) -> f64| self.rests(ratio, first).map(of).sum::<f64>();
        let tilt = match self.both_orders {
            true => sum(|(order, _, v)| order * v) / sum(|(_, _, v)| v).max(f64::MIN_POSITIVE),
            false => 0.0,
        };
        let (mut more, mut by_chance, mut seen) = (0.0, 0.0, 0.0);
        for (order, rest, variance) in self.rests(ratio, first) {
            let weight = 1.0 - tilt * order;
            more += weight * rest;
            by_chance += maths::square(weight) * variance;
            seen += maths::square(weight * rest);
        }
        #[expect(clippy::cast_precision_loss, reason = "a count of stretches")]
        let seen = seen * self.stretches.len() as f64 / self.freedom();
        let scatter = (seen / by_chance.max(f64::MIN_POSITIVE)).max(1.0);
        Score {
            t: more / (scatter * by_chance).max(f64::MIN_POSITIVE).sqrt(),
            scatter,
        }
    }

    /// The ratio at which the chance beyond reaches a share, on the side below or above.
    fn end(&self, share: f64, is_least: bool) -> f64 {
        let freedom = self.freedom();
        let (mut low, mut high) = (-FARTHEST, FARTHEST);
        for _ in 0..HALVINGS {
            let middle = f64::midpoint(low, high);
            let t = self.score(middle).t;
            let inside = beyond(t, freedom) > share;
            // The score falls with the ratio.
            let go_up = if is_least {
                t > 0.0 && !inside
            } else {
                t > 0.0 || inside
            };
            if go_up {
                low = middle;
            } else {
                high = middle;
            }
        }
        // What is not met as far as anybody looks has no end on this side.
        match f64::midpoint(low, high) {
            e if is_least && e < END - FARTHEST => 0.0,
            e if !is_least && e > FARTHEST - END => f64::INFINITY,
            e => maths::exp(e),
        }
    }
}

/// Compares two ways over stretches; `level` of the time the interval holds the true ratio, or
/// oftener. Of few stretches it is as wide as the exact one of chance alone, too.
#[must_use]
pub fn crossed(stretches: &[Stretch], level: f64) -> Crossed {
    let pairs: Vec<Pair> = stretches.iter().map(|s| s.pair).collect();
    let by_chance = compared(&pairs, level);
    let telling = |s: &&Stretch| {
        let (one, other) = (s.pair.one, s.pair.other);
        one.n + other.n > 0 && one.hours > 0.0 && other.hours > 0.0
    };
    let telling: Vec<Stretch> = stretches.iter().filter(telling).copied().collect();
    if telling.len() < FEWEST {
        return Crossed {
            compared: by_chance,
            scatter: 1.0,
        };
    }
    let fit = Fit {
        both_orders: telling.iter().any(|s| s.one_first) && telling.iter().any(|s| !s.one_first),
        stretches: &telling,
    };
    let score = fit.score(0.0);
    let came = |of: fn(&Stretch) -> u32| telling.iter().map(of).any(|n| n > 0);
    let (one, other) = (came(|s| s.pair.one.n), came(|s| s.pair.other.n));
    let chance = match telling.len() {
        0..MANY => by_chance.interval,
        _ => Span {
            least: f64::INFINITY,
            most: 0.0,
        },
    };
    let interval = Span {
        least: match one {
            true => fit.end(1.0 - level, true).min(chance.least),
            false => 0.0,
        },
        most: match other {
            true => fit.end(1.0 - level, false).max(chance.most),
            false => f64::INFINITY,
        },
    };
    let ratio = if one && other {
        Some(fit.middle())
    } else {
        by_chance.ratio
    };
    Crossed {
        compared: Compared {
            p: by_chance.p.max(beyond(score.t, fit.freedom())),
            interval,
            ratio,
            ..by_chance
        },
        scatter: score.scatter,
    }
}
