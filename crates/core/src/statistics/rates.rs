//! A rate by its count and its hours.

use super::special::{beta_quantile, gamma_quantile};
use crate::base::maths;

/// Events over the hours in which they came.
#[derive(Default, Debug, Clone, Copy, PartialEq)]
pub struct Count {
    /// How many.
    pub n: u32,
    /// Hours fished; over 0.
    pub hours: f64,
}

/// A span in which a true value lies so often.
#[derive(Debug, Clone, Copy, PartialEq)]
#[expect(missing_docs, reason = "plain")]
pub struct Span {
    pub least: f64,
    pub most: f64,
}

impl Span {
    /// Whether a value lies in it.
    #[must_use]
    pub fn holds(&self, value: f64) -> bool {
        (self.least..=self.most).contains(&value)
    }
}

impl Count {
    /// Events an hour.
    #[must_use]
    pub fn rate(&self) -> f64 {
        f64::from(self.n) / self.hours
    }

    /// The exact interval of the rate, `level` of the time: it never holds the truth less
    /// often than it says.
    ///
    /// From Γ⁻¹(α/2; n) to Γ⁻¹(1 − α/2; n + 1), over the hours; from 0 where nothing came.
    /// Published: F. Garwood, *Biometrika* 28 (1936) 437. Example: 10 in an hour, 0.95:
    /// 4.795 to 18.390.
    #[must_use]
    pub fn interval(&self, level: f64) -> Span {
        let tail = (1.0 - level) / 2.0;
        let n = f64::from(self.n);
        let least = if self.n == 0 {
            0.0
        } else {
            gamma_quantile(tail, n)
        };
        Span {
            least: least / self.hours,
            most: gamma_quantile(1.0 - tail, n + 1.0) / self.hours,
        }
    }

    /// Two counts together.
    #[must_use]
    pub fn with(self, other: Self) -> Self {
        Self {
            n: self.n + other.n,
            hours: self.hours + other.hours,
        }
    }
}

/// Most that [`enough`] counts to.
const MOST_ENOUGH: u32 = 10_000;

/// The fewest that are enough, `share` of the time, where so many are used up on average: the
/// quantile of Poisson's distribution; 10,000 at most.
///
/// Published: S. D. Poisson, *Recherches sur la probabilité des jugements* (1837). Example: of
/// 2 on average, 4 are enough nine times in ten (0.947), 3 are not (0.857).
#[must_use]
pub fn enough(mean: f64, share: f64) -> u32 {
    if mean.is_nan() || mean <= 0.0 {
        return 0;
    }
    // e to the power −mean is 0 for a great mean: it is counted down from in steps that are not.
    let (mut sum, mut log_term, mut n) = (maths::exp(-mean), -mean, 0);
    while sum < share && n < MOST_ENOUGH {
        n += 1;
        log_term += maths::ln(mean / f64::from(n));
        sum += maths::exp(log_term);
    }
    n
}

/// The exact interval of a share, where so many of a number were seen; `level` of the time it holds
/// the truth, or oftener. Published: C. Clopper and E. Pearson, *Biometrika* 26 (1934) 404. Example:
/// 8 of 10, 0.95: 0.444 to 0.975.
#[must_use]
pub fn share_interval(seen: u32, of: u32, level: f64) -> Span {
    let tail = (1.0 - level) / 2.0;
    let (k, n) = (f64::from(seen), f64::from(of));
    Span {
        least: if seen == 0 {
            0.0
        } else {
            beta_quantile(tail, k, n - k + 1.0)
        },
        most: if seen == of {
            1.0
        } else {
            beta_quantile(1.0 - tail, k + 1.0, n - k)
        },
    }
}
