//! The functions that intervals are made of: incomplete gamma and beta, and their quantiles.

use crate::base::maths;

/// Terms after which a series or fraction has long settled.
const MOST_TERMS: u32 = 10_000;
/// Relative change at which it has.
const SETTLED: f64 = 1e-15;
/// Smallest divisor of a continued fraction.
const TINY: f64 = 1e-300;

/// ln Γ(x) for x over 0.
#[must_use]
pub fn ln_gamma(x: f64) -> f64 {
    libm::lgamma(x)
}

/// The regularised lower incomplete gamma function P(a, x), for a over 0 and x from 0 on.
///
/// Below a + 1 by its series, above by its continued fraction, by Lentz's method. Published:
/// NIST Digital Library of Mathematical Functions, 8.7.1 and 8.9.2.
#[must_use]
pub fn gamma_p(a: f64, x: f64) -> f64 {
    if x <= 0.0 {
        return 0.0;
    }
    let front = maths::exp(a * maths::ln(x) - x - ln_gamma(a));
    if x < a + 1.0 {
        let (mut term, mut sum) = (1.0 / a, 1.0 / a);
        for n in 1..MOST_TERMS {
            term *= x / (a + f64::from(n));
            sum += term;
            if term < SETTLED * sum {
                break;
            }
        }
        return (front * sum).min(1.0);
    }
    let mut b = x + 1.0 - a;
    let (mut c, mut d) = (1.0 / TINY, 1.0 / b);
    let mut h = d;
    for n in 1..MOST_TERMS {
        let an = -f64::from(n) * (f64::from(n) - a);
        b += 2.0;
        d = 1.0 / away(an * d + b);
        c = away(b + an / c);
        h *= d * c;
        if (d * c - 1.0).abs() < SETTLED {
            break;
        }
    }
    (1.0 - front * h).clamp(0.0, 1.0)
}

fn away(x: f64) -> f64 {
    if x.abs() < TINY { TINY } else { x }
}

/// The regularised incomplete beta function I_x(a, b), for a and b over 0.
///
/// By its continued fraction. Published: NIST Digital Library of Mathematical Functions,
/// 8.17.22, with the symmetry 8.17.4.
#[must_use]
pub fn beta_i(a: f64, b: f64, x: f64) -> f64 {
    if x <= 0.0 {
        return 0.0;
    }
    if x >= 1.0 {
        return 1.0;
    }
    let front = maths::exp(
        ln_gamma(a + b) - ln_gamma(a) - ln_gamma(b) + a * maths::ln(x) + b * maths::ln(1.0 - x),
    );
    if x < (a + 1.0) / (a + b + 2.0) {
        (front * fraction(a, b, x) / a).clamp(0.0, 1.0)
    } else {
        (1.0 - front * fraction(b, a, 1.0 - x) / b).clamp(0.0, 1.0)
    }
}

fn fraction(a: f64, b: f64, x: f64) -> f64 {
    let mut d = 1.0 / away(1.0 - (a + b) * x / (a + 1.0));
    let (mut c, mut h) = (1.0, d);
    for m in 1..MOST_TERMS {
        let m = f64::from(m);
        let even = m * (b - m) * x / ((a + 2.0 * m - 1.0) * (a + 2.0 * m));
        let odd = -(a + m) * (a + b + m) * x / ((a + 2.0 * m) * (a + 2.0 * m + 1.0));
        let mut change = 1.0;
        for step in [even, odd] {
            d = 1.0 / away(1.0 + step * d);
            c = away(1.0 + step / c);
            change = d * c;
            h *= change;
        }
        if (change - 1.0).abs() < SETTLED {
            break;
        }
    }
    h
}

/// Where a function that rises from 0 to 1 reaches a share, between two places: halved until
/// nothing lies between.
fn quantile(share: f64, (mut low, mut high): (f64, f64), rises: impl Fn(f64) -> f64) -> f64 {
    for _ in 0..200 {
        let middle = f64::midpoint(low, high);
        if middle <= low || middle >= high {
            break;
        }
        if rises(middle) < share {
            low = middle;
        } else {
            high = middle;
        }
    }
    f64::midpoint(low, high)
}

/// The quantile of a gamma distribution of shape a and rate 1.
#[must_use]
pub fn gamma_quantile(share: f64, a: f64) -> f64 {
    let mut high = (a + 10.0).max(2.0 * a);
    while gamma_p(a, high) < share && high < 1e12 {
        high *= 2.0;
    }
    quantile(share, (0.0, high), |x| gamma_p(a, x))
}

/// The quantile of a beta distribution.
#[must_use]
pub fn beta_quantile(share: f64, a: f64, b: f64) -> f64 {
    quantile(share, (0.0, 1.0), |x| beta_i(a, b, x))
}

/// Share of a standard normal distribution under a value.
#[must_use]
pub fn normal(x: f64) -> f64 {
    0.5 * libm::erfc(-x / std::f64::consts::SQRT_2)
}

/// The density of a standard normal distribution.
#[must_use]
pub fn normal_density(x: f64) -> f64 {
    maths::exp(-0.5 * x * x) / (2.0 * std::f64::consts::PI).sqrt()
}

/// The quantile of a standard normal distribution.
#[must_use]
pub fn normal_quantile(share: f64) -> f64 {
    quantile(share, (-40.0, 40.0), normal)
}

/// Chance of so many events where so many are expected.
#[must_use]
pub fn poisson(n: u32, expected: f64) -> f64 {
    if expected <= 0.0 {
        return f64::from(u8::from(n == 0));
    }
    let n = f64::from(n);
    maths::exp(n * maths::ln(expected) - expected - ln_gamma(n + 1.0))
}

/// Chance of so many of a number, each with a chance p.
#[must_use]
pub fn binomial(of: u32, n: u32, p: f64) -> f64 {
    let (of_f, n_f) = (f64::from(of), f64::from(n));
    if n > of {
        return 0.0;
    }
    if p <= 0.0 || p >= 1.0 {
        let sure = if p <= 0.0 { 0 } else { of };
        return f64::from(u8::from(n == sure));
    }
    let ways = ln_gamma(of_f + 1.0) - ln_gamma(n_f + 1.0) - ln_gamma(of_f - n_f + 1.0);
    maths::exp(ways + n_f * maths::ln(p) + (of_f - n_f) * maths::ln(1.0 - p))
}
