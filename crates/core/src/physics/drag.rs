//! Drag coefficients.

use serde::{Deserialize, Serialize};

use crate::base::maths;

/// Drag coefficient of a smooth sphere.
///
/// Cd = 24/Re (1 + 0.152 Re^0.677) + 0.417 / (1 + 5070 Re^−0.94), for Re below
/// 3·10⁵ (before the drag crisis); below Re = 0.01 the argument is held there.
/// Published: R. Clift, W. H. Gauvin, *Proc. Chemeca '70* 1 (1970) 14, with the
/// coefficients printed by R. Barati et al., *Powder Technology* 257 (2014) 11;
/// its first term has the form of L. Schiller, A. Naumann (1933).
/// Example: Re 1 → 27.648.
#[must_use]
pub fn sphere(reynolds: f64) -> f64 {
    let re = reynolds.clamp(0.01, 3e5);
    // Both powers from one logarithm.
    let ln = maths::ln(re);
    24.0 / re * (1.0 + 0.152 * maths::exp(0.677 * ln))
        + 0.417 / (1.0 + 5070.0 * maths::exp(-0.94 * ln))
}

/// Drag coefficient of an isometric body, on the frontal area of the sphere of
/// the same volume, by its sphericity (0.2 to 1) and the Reynolds number on
/// that sphere's diameter (below 2.6·10⁵).
///
/// Published: A. Haider, O. Levenspiel, *Powder Technology* 58 (1989) 63.
/// Used here as a second opinion on the fitted coefficients of head shapes.
#[must_use]
pub fn by_sphericity(reynolds: f64, sphericity: f64) -> f64 {
    let re = reynolds.clamp(0.01, 2.6e5);
    let s = sphericity.clamp(0.2, 1.0);
    let a = maths::exp(2.3288 - 6.4581 * s + 2.4486 * s * s);
    let b = 0.0964 + 0.5565 * s;
    let c = maths::exp(4.905 - 13.8944 * s + 18.4222 * s * s - 10.2599 * s * s * s);
    let d = maths::exp(1.4681 + 12.2584 * s - 20.7322 * s * s + 15.8855 * s * s * s);
    24.0 / re * (1.0 + a * maths::pow(re, b)) + c / (1.0 + d / re)
}

/// Drag coefficient of a long circular cylinder across the flow, Re 10³ to
/// 10⁵, on length times diameter. Published: S. F. Hoerner, *Fluid-Dynamic
/// Drag* (1965), ch. 3 (about 1.1 to 1.2).
pub const CYLINDER_ACROSS: f64 = 1.1;

/// The same for a line where one coefficient is to do. Published: Hoerner, as
/// above.
pub const LINE_ACROSS: f64 = 1.2;

/// Drag coefficient of a long circular cylinder across the flow by the Reynolds
/// number on its diameter, 1 to 2·10⁵; below 1 the number is held there.
///
/// Cd = 1 + 10 Re^(−2/3). Published: F. M. White, *Viscous Fluid Flow* (1991),
/// a curve fit to the measurements. Example: Re 100 → 1.464.
#[must_use]
pub fn cylinder(reynolds: f64) -> f64 {
    let root = maths::cbrt(reynolds.clamp(1.0, 2e5));
    1.0 + 10.0 / (root * root)
}

/// Skin friction of a line drawn through water along itself, on its wetted
/// surface (v0, from memory; Hoerner ch. 3 gives 0.01 to 0.02).
pub const LINE_ALONG: f64 = 0.015;

/// Drag of a head on its frontal area.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum HeadDrag {
    /// A published sphere law by Reynolds number.
    Sphere,
    /// One coefficient over the range of a falling jig head.
    Constant(f64),
}

impl<'de> Deserialize<'de> for HeadDrag {
    fn deserialize<D: serde::Deserializer<'de>>(d: D) -> Result<Self, D::Error> {
        #[derive(Deserialize)]
        #[serde(untagged)]
        enum Raw {
            Number(f64),
            Word(String),
        }
        if !d.is_human_readable() {
            // As it was made ready: none is the sphere's.
            let constant = Option::<f64>::deserialize(d)?;
            return Ok(constant.map_or(Self::Sphere, Self::Constant));
        }
        match Raw::deserialize(d)? {
            Raw::Number(cd) => Ok(Self::Constant(cd)),
            Raw::Word(w) if w == "sphere" => Ok(Self::Sphere),
            Raw::Word(w) => Err(serde::de::Error::custom(format!("unknown drag law {w}"))),
        }
    }
}

impl Serialize for HeadDrag {
    fn serialize<S: serde::Serializer>(&self, to: S) -> Result<S::Ok, S::Error> {
        match (self, to.is_human_readable()) {
            (Self::Sphere, true) => "sphere".serialize(to),
            (Self::Constant(cd), true) => cd.serialize(to),
            (Self::Sphere, false) => None::<f64>.serialize(to),
            (Self::Constant(cd), false) => Some(*cd).serialize(to),
        }
    }
}
