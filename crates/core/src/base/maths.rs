//! The functions of mathematics, each from crate `libm`: the C library's differ
//! in the last bit between systems, and with whether a processor multiplies and
//! adds in one step. With these an answer is the same to the bit everywhere.
//! Lints refuse the others. (`sqrt`, rounding and the four
//! operations are exact by IEEE 754 and need no stand-in.)

/// e to the power x.
#[must_use]
pub fn exp(x: f64) -> f64 {
    libm::exp(x)
}

/// Natural logarithm.
#[must_use]
pub fn ln(x: f64) -> f64 {
    libm::log(x)
}

/// Logarithm to base 2.
#[must_use]
pub fn log2(x: f64) -> f64 {
    libm::log2(x)
}

/// x to the power y. Slow: where y is a small rational, [`cbrt`], `sqrt` and
/// products do better, and several powers of one x share its logarithm.
#[must_use]
pub fn pow(x: f64, y: f64) -> f64 {
    libm::pow(x, y)
}

/// Cube root, to two units in the last place: Halley's steps from a power of
/// two near it. `libm`'s is rounded without fault and takes four times as long,
/// and a fall asks for some hundred.
#[must_use]
pub fn cbrt(x: f64) -> f64 {
    let size = x.abs();
    if !(1e-90..1e90).contains(&size) {
        return libm::cbrt(x);
    }
    // A third of the exponent, with the offset that W. Kahan and K. C. Ng give
    // for it (published in the FreeBSD sources): five bits are right.
    let mut root = f64::from_bits(size.to_bits() / 3 + (715_094_163 << 32));
    for _ in 0..3 {
        let cube = root * root * root;
        root *= (cube + 2.0 * size) / (2.0 * cube + size);
    }
    root.copysign(x)
}

/// √(x² + y²), for values far from the ends of the range of numbers.
#[must_use]
pub fn hypot(x: f64, y: f64) -> f64 {
    (x * x + y * y).sqrt()
}

/// x².
#[must_use]
pub fn square(x: f64) -> f64 {
    x * x
}

/// Sine of an angle in radians.
#[must_use]
pub fn sin(x: f64) -> f64 {
    libm::sin(x)
}

/// Cosine of an angle in radians.
#[must_use]
pub fn cos(x: f64) -> f64 {
    libm::cos(x)
}

/// Tangent of an angle in radians.
#[must_use]
pub fn tan(x: f64) -> f64 {
    libm::tan(x)
}

/// Angle, in radians, whose sine is x.
#[must_use]
pub fn asin(x: f64) -> f64 {
    libm::asin(x)
}

/// Angle of the point (x, y), in radians.
#[must_use]
pub fn atan2(y: f64, x: f64) -> f64 {
    libm::atan2(y, x)
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Against `libm`, whose cube root is rounded without fault.
    #[test]
    fn the_cube_root_is_right_to_two_units_in_the_last_place() {
        let mut x = 1e-95;
        while x < 1e95 {
            for x in [x, -x] {
                let (ours, theirs) = (cbrt(x), libm::cbrt(x));
                assert!(
                    (ours - theirs).abs() <= 4.5e-16 * theirs.abs(),
                    "{x}: {ours} / {theirs}"
                );
            }
            x *= 1.000_7;
        }
        assert!(cbrt(0.0) == 0.0 && cbrt(f64::NAN).is_nan() && cbrt(8.0) == 2.0);
    }
}
