//! Two ways fished turn about: which brings more, conditional on how much came in all.

use super::rates::{Count, Span};
use super::special::binomial;

/// Two ways fished on one stop.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Pair {
    /// The one.
    pub one: Count,
    /// The other.
    pub other: Count,
}

/// What pairs say of how much more the one brings.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Compared {
    /// Rate of the one over that of the other: where the middle of what came would be as
    /// likely to fall short as to be passed; none where nothing came.
    pub ratio: Option<f64>,
    /// Where the true ratio lies; to infinity where the other brought nothing.
    pub interval: Span,
    /// Chance of a total at least as far out, were both alike: twice the smaller tail, at
    /// most 1.
    pub p: f64,
    /// Stops that say something: where something came.
    pub stops: usize,
    /// Hours of the one, and of the other.
    pub hours: (f64, f64),
}

/// Chances of each total that the one may have, were its rate so many times the other's.
///
/// Given how many came on a stop in all, the one's share is binomial with the chance
/// r t₁ / (r t₁ + t₂), whatever the stop's own rate is; over several stops the totals add, so
/// their chances are folded. Published: J. Przyborowski and H. Wilenski, *Biometrika* 31
/// (1940) 313, for one stop.
fn totals(pairs: &[Pair], ratio: f64) -> Vec<f64> {
    let mut chances = vec![1.0];
    for pair in pairs {
        let n = pair.one.n + pair.other.n;
        let weight = ratio * pair.one.hours;
        let share = weight / (weight + pair.other.hours);
        let own: Vec<f64> = (0..=n).map(|k| binomial(n, k, share)).collect();
        let mut folded = vec![0.0; chances.len() + own.len() - 1];
        for (i, a) in chances.iter().enumerate() {
            for (k, b) in own.iter().enumerate() {
                folded[i + k] += a * b;
            }
        }
        chances = folded;
    }
    chances
}

/// Chances of at most and of at least what came.
fn tails(pairs: &[Pair], came: usize, ratio: f64) -> (f64, f64) {
    let chances = totals(pairs, ratio);
    (chances[..=came].iter().sum(), chances[came..].iter().sum())
}

/// Least and greatest ratio that is looked at, as powers of e.
const FARTHEST: f64 = 14.0;

/// The ratio at which something that falls with it reaches a share.
fn solved(share: f64, falls: impl Fn(f64) -> f64) -> f64 {
    let (mut low, mut high) = (-FARTHEST, FARTHEST);
    for _ in 0..60 {
        let middle = f64::midpoint(low, high);
        if falls(crate::base::maths::exp(middle)) > share {
            low = middle;
        } else {
            high = middle;
        }
    }
    crate::base::maths::exp(f64::midpoint(low, high))
}

/// Compares two ways over the stops where both were fished; `level` of the time the interval
/// holds the true ratio, or oftener.
#[must_use]
pub fn compared(pairs: &[Pair], level: f64) -> Compared {
    let said: Vec<Pair> = pairs
        .iter()
        .copied()
        .filter(|p| p.one.n + p.other.n > 0 && p.one.hours > 0.0 && p.other.hours > 0.0)
        .collect();
    let hours = |of: fn(&Pair) -> Count| said.iter().map(|p| of(p).hours).sum();
    let came: u32 = said.iter().map(|p| p.one.n).sum();
    let all: u32 = said.iter().map(|p| p.one.n + p.other.n).sum();
    let (came, all) = (came as usize, all as usize);
    let tail = (1.0 - level) / 2.0;
    let at_most = |ratio: f64| tails(&said, came, ratio).0;
    let at_least = |ratio: f64| 1.0 - tails(&said, came, ratio).1;
    let (under, over) = tails(&said, came, 1.0);
    let middle = |ratio: f64| {
        let (under, over) = tails(&said, came, ratio);
        0.5 * (under + 1.0 - over)
    };
    Compared {
        ratio: (all > 0).then(|| match came {
            0 => 0.0,
            _ if came == all => f64::INFINITY,
            _ => solved(0.5, middle),
        }),
        interval: Span {
            least: if came == 0 {
                0.0
            } else {
                solved(1.0 - tail, at_least)
            },
            most: if came == all {
                f64::INFINITY
            } else {
                solved(tail, at_most)
            },
        },
        p: (2.0 * under.min(over)).min(1.0),
        stops: said.len(),
        hours: (hours(|p| p.one), hours(|p| p.other)),
    }
}
