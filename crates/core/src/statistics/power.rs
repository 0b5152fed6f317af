//! How many hours would tell.

use super::special::{binomial, normal_quantile, poisson};
use crate::base::maths;

/// A difference that is looked for.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Sought {
    /// Rate of the lesser, an hour.
    pub rate: f64,
    /// How many times it the other has; over 1.
    pub ratio: f64,
    /// Chance of a claim where there is none, two-sided.
    pub alpha: f64,
}

/// Longest fishing that is looked at, hours with each.
const MOST_HOURS: f64 = 5_000.0;

/// Chance that so many hours with each, turn about, show a difference by the exact
/// conditional test: over each total that may come.
#[must_use]
pub fn power(sought: &Sought, hours: f64) -> f64 {
    let expected = sought.rate * (1.0 + sought.ratio) * hours;
    let share = sought.ratio / (1.0 + sought.ratio);
    let spread = 8.0 * expected.sqrt() + 10.0;
    let (from, to) = ((expected - spread).max(0.0), expected + spread);
    #[expect(
        clippy::cast_possible_truncation,
        clippy::cast_sign_loss,
        reason = "bounded by MOST_HOURS, from 0"
    )]
    let totals = from.floor() as u32..=to.ceil() as u32;
    totals
        .map(|n| poisson(n, expected) * shown(n, share, sought.alpha))
        .sum()
}

/// Chance that of n in all so many fall to the better that the test says so.
fn shown(n: u32, share: f64, alpha: f64) -> f64 {
    let (mut tail, mut chance) = (0.0, 0.0);
    // From the far end inward, as long as both sides together stay under alpha.
    for k in (0..=n).rev() {
        tail += binomial(n, k, 0.5);
        if 2.0 * tail > alpha {
            break;
        }
        chance += binomial(n, k, share);
    }
    chance
}

/// Hours with each that show a difference so often, by what a bell curve says of the square roots of
/// counts, whose spread is a half whatever the rate. Within some hundredths of the exact ones.
#[must_use]
pub fn hours_about(sought: &Sought, often: f64) -> f64 {
    let z = normal_quantile(1.0 - sought.alpha / 2.0) + normal_quantile(often);
    let apart = 2.0 * ((sought.ratio * sought.rate).sqrt() - sought.rate.sqrt());
    2.0 * maths::square(z / apart)
}

/// Hours with each that show a difference so often; none where more would be needed than
/// anybody fishes.
///
/// The search begins at [`hours_about`] and ends at the exact power.
#[must_use]
pub fn hours_to_tell(sought: &Sought, often: f64) -> Option<f64> {
    let about = hours_about(sought, often);
    if !about.is_finite() || about > 2.0 * MOST_HOURS {
        return None;
    }
    // The power rises in steps: the last hours under which it falls short, and a little more.
    let (mut low, mut high) = (0.25 * about, 4.0 * about);
    for _ in 0..40 {
        let middle = f64::midpoint(low, high);
        if power(sought, middle) < often {
            low = middle;
        } else {
            high = middle;
        }
    }
    (high <= MOST_HOURS).then_some(high)
}
