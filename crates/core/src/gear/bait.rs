//! A soft bait by its measures.

use crate::base::codes::Build;
use crate::base::{Area, Length, Mass, MassDensity, Volume};
use crate::question::Bait;
use crate::tables::{BuildRow, FormRow, Tables};
use uom::si::{length::millimeter, mass::gram, mass_density::kilogram_per_cubic_meter};

/// A bait, measured or filled in from its form.
#[derive(Debug, Clone, Copy)]
pub struct MeasuredBait {
    /// Nose to tail.
    pub length: Length,
    /// Thickest depth.
    pub depth: Length,
    /// Whether the angler measured that depth.
    pub depth_measured: bool,
    /// Least and greatest depth that a bait of this form, length and build has
    /// from one maker or another; the depth itself where it was measured.
    pub depth_band: (Length, Length),
    /// From this depth on a bait of its form is fat.
    pub fat_from: Length,
    /// Where the tail begins, from the nose.
    pub tail_root: Length,
    /// Its volume: by its mass where that was weighed, else a share of the
    /// cylinder of its length and depth.
    pub volume: Volume,
    /// Density of its plastic.
    pub density: MassDensity,
    /// Length × depth.
    pub outline: Area,
    /// Length × depth × drag factor of the form.
    pub drag_side: Area,
}

/// Thickest depth of a bait of a form, of usual build, mm.
fn usual_depth_mm(form: &FormRow, build: &BuildRow, length_mm: f64) -> f64 {
    let (least, per_mm) = form.depth_mm;
    (least + per_mm * length_mm).min(build.thickest * length_mm)
}

/// Thickest depth with the least and the greatest that it may be, mm. Said to be
/// slim or fat, it lies on that side of the usual.
fn depths_mm(bait: &Bait, tables: &Tables) -> (f64, (f64, f64)) {
    if let Some(mm) = bait.body_mm {
        return (mm, (mm, mm));
    }
    let build = &tables.baits.build;
    let usual = usual_depth_mm(tables.form(bait.form), build, bait.length_mm);
    let (slim, fat) = (build.slim * usual, build.fat * usual);
    match bait.build {
        Some(Build::Slim) => (slim, (slim, usual.midpoint(slim))),
        Some(Build::Fat) => (fat, (usual.midpoint(fat), fat)),
        Some(Build::Usual) => (usual, (usual.midpoint(slim), usual.midpoint(fat))),
        None => (usual, (slim, fat)),
    }
}

impl MeasuredBait {
    /// Measures a bait of a request: what was measured or weighed wins over what
    /// is usual.
    #[must_use]
    pub fn of(bait: &Bait, tables: &Tables) -> Self {
        let form = tables.form(bait.form);
        let mm = Length::new::<millimeter>;
        let (length, (depth, (least, most))) = (mm(bait.length_mm), depths_mm(bait, tables));
        let depth = mm(depth);
        let density = tables.plastic(bait.plastic).density;
        let density = MassDensity::new::<kilogram_per_cubic_meter>(density);
        let outline = length * depth;
        let filled = form.volume * std::f64::consts::FRAC_PI_4 * depth * depth * length;
        Self {
            length,
            depth,
            depth_measured: bait.body_mm.is_some(),
            depth_band: (mm(least), mm(most)),
            fat_from: mm(form.fat_mm),
            tail_root: form.tail_root * length,
            volume: bait
                .mass_g
                .map_or(filled, |g| Mass::new::<gram>(g) / density),
            density,
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

    /// The same at another depth, for the choice of a hook alone: mass and outline
    /// stay those of the depth that is computed with.
    #[must_use]
    pub fn hooked_at_depth(self, depth: Length) -> Self {
        Self { depth, ..self }
    }

    /// Its mass.
    #[must_use]
    pub fn mass(&self) -> Mass {
        self.volume * self.density
    }
}
