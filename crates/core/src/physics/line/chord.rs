//! The taut line in closed form: loads taken along the straight chord.
//!
//! The moments of all forces on the line about the rod tip vanish. With the
//! loads F where a straight line would take them, and λ their distance from
//! the tip as a share of the chord, D × (T − Σ λF) = 0: the pull at the lure
//! is along the chord, but for each load's share. That is exact to first order
//! in the line's bow; `docs/model.md` says how far it lies from the full shape.

use super::{DVec3, LineBody, Stream};

/// Places and weights of Gauss-Legendre integration over 0..1 with three points
/// (published: Abramowitz & Stegun, *Handbook of Mathematical Functions*,
/// table 25.4).
const GAUSS: [(f64, f64); 3] = [
    (0.112_701_665_379_258_3, 5.0 / 18.0),
    (0.5, 8.0 / 18.0),
    (0.887_298_334_620_741_7, 5.0 / 18.0),
];

/// A line drawn tight from lure to rod tip.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Chord {
    /// Distance from lure to tip, m.
    pub length: f64,
    /// Unit vector from lure to tip.
    pub way: DVec3,
    /// What the lure carries of the loads on the line, N: Σ λF.
    pub at_lure: DVec3,
    /// All loads on the line, N.
    pub whole: DVec3,
}

impl Chord {
    /// From a lure to a tip, both in m, z = 0 at the surface.
    #[must_use]
    pub fn new(line: &LineBody, stream: &Stream, lure: DVec3, tip: DVec3) -> Self {
        let across = tip - lure;
        let length = across.length().max(1e-9);
        let way = across / length;
        let wet = if tip.z <= 0.0 {
            1.0
        } else if lure.z >= 0.0 {
            0.0
        } else {
            -lure.z / (tip.z - lure.z)
        };
        let (mut at_lure, mut whole) = (DVec3::ZERO, DVec3::ZERO);
        if wet > 0.0 {
            for (place, weight) in GAUSS {
                let s = wet * place;
                let z = lure.z + s * across.z;
                let load = wet * length * weight * stream.load(line, true, z, way);
                at_lure += (1.0 - s) * load;
                whole += load;
            }
        }
        if wet < 1.0 {
            let load = (1.0 - wet) * length * stream.load(line, false, 1.0, way);
            at_lure += (1.0 - wet) / 2.0 * load;
            whole += load;
        }
        Self {
            length,
            way,
            at_lure,
            whole,
        }
    }

    /// The pull on the lure, N, when its level part is `level`, N.
    #[must_use]
    pub fn pull_with_level(&self, level: f64) -> DVec3 {
        let (w, f) = (self.way.truncate(), self.at_lure.truncate());
        self.way
            * larger_root(
                w.length_squared(),
                w.dot(f),
                f.length_squared() - level * level,
            )
            + self.at_lure
    }

    /// The pull on the lure, N, when it is `total` N strong.
    #[must_use]
    pub fn pull_with_total(&self, total: f64) -> DVec3 {
        let f = self.at_lure;
        self.way * larger_root(1.0, self.way.dot(f), f.length_squared() - total * total) + f
    }
}

/// The larger root of a t² + 2 b t + c, not under 0; where there is none, the
/// nearest to one.
fn larger_root(a: f64, b: f64, c: f64) -> f64 {
    if a < 1e-12 {
        return 0.0;
    }
    ((-b + (b * b - a * c).max(0.0).sqrt()) / a).max(0.0)
}
