//! Quantities. SI inside (crate `uom`); conversions are exact by definition:
//! 1 oz = 28.349523125 g, 1 in = 25.4 mm, 1 ft = 0.3048 m, 1 lb = 0.45359237 kg
//! (published: NIST SP 811, Appendix B).

pub use uom::si::f64::{
    Area, DynamicViscosity, Force, Length, Mass, MassDensity, ThermodynamicTemperature, Time,
    Velocity, Volume,
};
use uom::si::mass::gram;

/// Grams in an avoirdupois ounce, exactly (published: NIST SP 811, Appendix B).
/// Crate `uom` rounds it to seven digits, so ours is used.
pub const GRAMS_PER_OUNCE: f64 = 28.349_523_125;

/// Standard acceleration of gravity, m/s² (published: NIST SP 811, Appendix B).
pub const GRAVITY: f64 = 9.806_65;

/// Mass in grams.
#[must_use]
pub fn grams(mass: Mass) -> f64 {
    mass.get::<gram>()
}

/// Mass in avoirdupois ounces.
#[must_use]
pub fn ounces(mass: Mass) -> f64 {
    mass.get::<gram>() / GRAMS_PER_OUNCE
}

/// Rounds to `places` decimals, 0 to 6.
#[must_use]
pub fn round(value: f64, places: usize) -> f64 {
    const SCALES: [f64; 7] = [1.0, 1e1, 1e2, 1e3, 1e4, 1e5, 1e6];
    let k = SCALES[places.min(SCALES.len() - 1)];
    (value * k).round() / k
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::base::{Ladder, rungs};
    use uom::si::length::{foot, inch, meter, millimeter};

    /// Published: NIST SP 811, Appendix B.8 (exact factors).
    #[test]
    fn ounces_and_inches_agree_with_nist_sp_811() {
        assert!((ounces(Mass::new::<gram>(28.349_523_125)) - 1.0).abs() < 1e-12);
        assert!((grams(rungs(Ladder::Ounces)[15].mass) - 28.349_523_125).abs() < 1e-9);
        assert!((Length::new::<inch>(1.0).get::<millimeter>() - 25.4).abs() < 1e-12);
        assert!((Length::new::<foot>(1.0).get::<meter>() - 0.3048).abs() < 1e-12);
    }
}
