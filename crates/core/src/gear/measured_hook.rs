//! A hook by its millimetres.

use std::f64::consts::PI;

use uom::si::mass::kilogram;

use crate::base::Mass;
use crate::physics::sink::STEEL;

/// A hook as measured on the finished head: gap from shank to point, length
/// from the face where the bait seats to the back of the bend.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct MeasuredHook {
    /// Gap, mm.
    pub gap_mm: f64,
    /// Length, mm.
    pub length_mm: f64,
    /// Diameter of the wire, mm.
    pub wire_mm: f64,
}

impl MeasuredHook {
    /// Mass of the wire: shank, half circle of the bend, point half as long as
    /// the shank, at the density of steel.
    #[must_use]
    pub fn mass(&self) -> Mass {
        let wire_length = self.length_mm * 1.5 + PI / 2.0 * self.gap_mm;
        let mm3 = PI / 4.0 * self.wire_mm * self.wire_mm * wire_length;
        Mass::new::<kilogram>(mm3 * 1e-9 * STEEL)
    }

    /// Where the hook comes out of the back of a bait whose middle the shank
    /// follows, measured from the nose, mm.
    ///
    /// The bend is a half circle of radius gap/2 that ends at `length`; it
    /// meets the back at height depth/2 over the shank. A bait as thick as
    /// twice the gap hides the whole bend: the mark is then the bend's centre.
    #[must_use]
    pub fn exit_mm(&self, bait_depth_mm: f64) -> f64 {
        let r = self.gap_mm / 2.0;
        let rise = bait_depth_mm / 2.0 - r;
        self.length_mm - r + (r * r - rise * rise).max(0.0).sqrt()
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Worked by hand: gap 10, length 30, bait 6 deep: centre of the bend at
    /// 25, radius 5, the back 2 below it: 25 + √(25 − 4) = 29.58.
    #[test]
    fn the_exit_mark_follows_the_bend() {
        let hook = MeasuredHook {
            gap_mm: 10.0,
            length_mm: 30.0,
            wire_mm: 0.8,
        };
        assert!((hook.exit_mm(6.0) - 29.583).abs() < 1e-3);
        assert!((hook.exit_mm(10.0) - 30.0).abs() < 1e-9);
        assert!((hook.exit_mm(40.0) - 25.0).abs() < 1e-9);
    }
}
