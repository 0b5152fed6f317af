//! A soft bait by its measures.

use crate::base::{Area, Length, Mass, MassDensity, Volume};
use crate::question::Bait;
use crate::tables::Tables;
use uom::si::{length::millimeter, mass_density::kilogram_per_cubic_meter};

/// A bait, measured or filled in from its form.
#[derive(Debug, Clone, Copy)]
pub struct MeasuredBait {
    /// Nose to tail.
    pub length: Length,
    /// Thickest depth.
    pub depth: Length,
    /// Whether the angler measured that depth.
    pub depth_measured: bool,
    /// Where the tail begins, from the nose.
    pub tail_root: Length,
    /// Its volume: share of the cylinder of its length and depth.
    pub volume: Volume,
    /// Density of its plastic.
    pub density: MassDensity,
    /// Length × depth.
    pub outline: Area,
    /// Length × depth × drag factor of the form.
    pub drag_side: Area,
}

impl MeasuredBait {
    /// Measures a bait of a request; the given depth wins over the usual one.
    #[must_use]
    pub fn of(bait: &Bait, tables: &Tables) -> Self {
        let form = tables.form(bait.form);
        let length = Length::new::<millimeter>(bait.length_mm);
        let depth = bait
            .body_mm
            .map_or(form.depth * length, Length::new::<millimeter>);
        let outline = length * depth;
        Self {
            length,
            depth,
            depth_measured: bait.body_mm.is_some(),
            tail_root: form.tail_root * length,
            volume: form.volume * std::f64::consts::FRAC_PI_4 * depth * depth * length,
            density: MassDensity::new::<kilogram_per_cubic_meter>(
                tables.plastic(bait.plastic).density,
            ),
            outline,
            drag_side: form.drag * outline,
        }
    }

    /// The same with its tail root measured, mm from the nose.
    #[must_use]
    pub fn with_tail_root(self, mm: Option<f64>) -> Self {
        let tail_root = mm.map_or(self.tail_root, Length::new::<millimeter>);
        Self { tail_root, ..self }
    }

    /// Its mass.
    #[must_use]
    pub fn mass(&self) -> Mass {
        self.volume * self.density
    }
}
