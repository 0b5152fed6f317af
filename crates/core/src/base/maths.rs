//! The functions of mathematics, each from crate `libm`: the C library's differ
//! in the last bit between systems, and with whether a processor multiplies and
//! adds in one step. With these an answer is the same to the bit everywhere.
//! Lints refuse the others within this crate. (`sqrt`, rounding and the four
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

/// Cube root.
#[must_use]
pub fn cbrt(x: f64) -> f64 {
    libm::cbrt(x)
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
