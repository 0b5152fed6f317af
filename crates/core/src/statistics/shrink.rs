//! Rates of many waters, each drawn toward what all of them say: two bites in an hour do not
//! top a list.

use super::rates::{Count, Span};
use super::special::{gamma_p, gamma_quantile, ln_gamma};
use crate::base::maths;

/// What all waters say: a gamma distribution of their rates.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Common {
    /// Its shape: the larger, the more alike they are.
    pub shape: f64,
    /// Its rate, hours: so much fishing everywhere it is worth.
    pub hours: f64,
}

/// Bounds of the shape, as powers of e: below, every water is its own; above, all are one.
const SHAPES: (f64, f64) = (-3.0, 9.0);

/// How likely the counts are, as a logarithm, where rates are spread so.
///
/// Counts over hours with gamma rates are negative binomial: Γ(a + n) / (Γ(a) n!) · (b / (b +
/// t))ᵃ · (t / (b + t))ⁿ.
fn likelihood(counts: &[Count], shape: f64, hours: f64) -> f64 {
    let one = |c: &Count| {
        let n = f64::from(c.n);
        let all = hours + c.hours;
        ln_gamma(shape + n) - ln_gamma(shape) - ln_gamma(n + 1.0)
            + shape * maths::ln(hours / all)
            + n * maths::ln(c.hours / all)
    };
    counts.iter().map(one).sum()
}

/// Where a function with one summit is greatest, by golden section.
fn summit((mut low, mut high): (f64, f64), of: impl Fn(f64) -> f64) -> f64 {
    const GOLDEN: f64 = 0.618_033_988_749_894_9;
    let (mut a, mut b) = (high - GOLDEN * (high - low), low + GOLDEN * (high - low));
    let (mut at_a, mut at_b) = (of(a), of(b));
    for _ in 0..60 {
        if at_a < at_b {
            low = a;
            (a, at_a) = (b, at_b);
            b = low + GOLDEN * (high - low);
            at_b = of(b);
        } else {
            high = b;
            (b, at_b) = (a, at_a);
            a = high - GOLDEN * (high - low);
            at_a = of(a);
        }
    }
    f64::midpoint(low, high)
}

/// The gamma distribution under which the counts are likeliest: an empirical prior. None
/// where fewer than two waters were fished, or nothing came at all.
///
/// Published: R. L. Winkler and others call it the gamma-Poisson model; the estimate is the
/// marginal maximum likelihood, for example in B. P. Carlin and T. A. Louis, *Bayes and
/// Empirical Bayes Methods for Data Analysis* (2000), 3.
#[must_use]
pub fn common(counts: &[Count]) -> Option<Common> {
    let fished: Vec<Count> = counts.iter().copied().filter(|c| c.hours > 0.0).collect();
    let all = fished.iter().copied().reduce(Count::with)?;
    if fished.len() < 2 || all.n == 0 {
        return None;
    }
    // For each shape the hours that suit it best lie about shape over the mean rate.
    let best_hours = |shape: f64| {
        let about = maths::ln(shape / all.rate());
        let at = summit((about - 3.0, about + 3.0), |h| {
            likelihood(&fished, shape, maths::exp(h))
        });
        maths::exp(at)
    };
    let shape = maths::exp(summit(SHAPES, |s| {
        let shape = maths::exp(s);
        likelihood(&fished, shape, best_hours(shape))
    }));
    Some(Common {
        shape,
        hours: best_hours(shape),
    })
}

impl Common {
    /// The rate of a water, drawn toward all of them.
    #[must_use]
    pub fn rate(&self, count: Count) -> f64 {
        (self.shape + f64::from(count.n)) / (self.hours + count.hours)
    }

    /// Where its true rate lies, `level` of the time.
    #[must_use]
    pub fn interval(&self, count: Count, level: f64) -> Span {
        let tail = (1.0 - level) / 2.0;
        let (shape, hours) = (self.shape + f64::from(count.n), self.hours + count.hours);
        Span {
            least: gamma_quantile(tail, shape) / hours,
            most: gamma_quantile(1.0 - tail, shape) / hours,
        }
    }
}

/// What all waters say, with what is not known of how alike they are: the plug-in alone, of a
/// handful of waters, is too sure of itself.
#[derive(Debug, Clone, PartialEq)]
pub struct Waters {
    /// Distributions that the counts allow, each with its weight; the weights add up to 1.
    allowed: Vec<(f64, Common)>,
}

/// How unlike rates may be, as their standard deviation over their mean: even steps, each as
/// likely before anything was counted (v0).
const SPREADS: u32 = 16;
const WIDEST: f64 = 1.6;
/// Mean rates that are looked at, in parts of how well it is known.
const MEANS: i32 = 5;
/// Weights under which a distribution is left out.
const NEGLIGIBLE: f64 = 1e-4;

impl Waters {
    /// Weighs the gamma distributions under which the counts may have come by how likely they
    /// make them. None where [`common`] has none.
    #[must_use]
    pub fn of(counts: &[Count]) -> Option<Self> {
        common(counts)?;
        let fished: Vec<Count> = counts.iter().copied().filter(|c| c.hours > 0.0).collect();
        let all = fished.iter().copied().reduce(Count::with)?;
        #[expect(clippy::cast_precision_loss, reason = "a handful of waters")]
        let waters = fished.len() as f64;
        let mut allowed = Vec::new();
        for step in 0..SPREADS {
            let spread = WIDEST * (f64::from(step) + 0.5) / f64::from(SPREADS);
            let shape = 1.0 / maths::square(spread);
            // How well the mean is known: by the counts, and by how unlike the waters are.
            let known = (1.0 / f64::from(all.n) + maths::square(spread) / waters).sqrt();
            for part in -MEANS..=MEANS {
                let off = 0.6 * f64::from(part) * known;
                let mean = all.rate() * maths::exp(off);
                let hours = shape / mean;
                let log = likelihood(&fished, shape, hours) + maths::ln(known);
                allowed.push((log, Common { shape, hours }));
            }
        }
        let most = allowed.iter().map(|a| a.0).fold(f64::MIN, f64::max);
        for one in &mut allowed {
            one.0 = maths::exp(one.0 - most);
        }
        let sum: f64 = allowed.iter().map(|a| a.0).sum();
        allowed.retain(|a| a.0 > NEGLIGIBLE * sum);
        let sum: f64 = allowed.iter().map(|a| a.0).sum();
        for one in &mut allowed {
            one.0 /= sum;
        }
        Some(Self { allowed })
    }

    /// The rate of a water, drawn toward all of them.
    #[must_use]
    pub fn rate(&self, count: Count) -> f64 {
        let all = self.allowed.iter();
        all.map(|(weight, common)| weight * common.rate(count))
            .sum()
    }

    /// Where its true rate lies, `level` of the time.
    #[must_use]
    pub fn interval(&self, count: Count, level: f64) -> Span {
        let tail = (1.0 - level) / 2.0;
        let under = |rate: f64| -> f64 {
            let one = |(weight, c): &(f64, Common)| {
                weight * gamma_p(c.shape + f64::from(count.n), (c.hours + count.hours) * rate)
            };
            self.allowed.iter().map(one).sum()
        };
        let most = 20.0 * self.rate(count) + 10.0 / count.hours.max(0.1);
        Span {
            least: reached(tail, most, under),
            most: reached(1.0 - tail, most, under),
        }
    }
}

/// Where something that rises from 0 reaches a share.
fn reached(share: f64, most: f64, rises: impl Fn(f64) -> f64) -> f64 {
    let (mut low, mut high) = (0.0, most);
    for _ in 0..40 {
        let middle = f64::midpoint(low, high);
        if rises(middle) < share {
            low = middle;
        } else {
            high = middle;
        }
    }
    f64::midpoint(low, high)
}
