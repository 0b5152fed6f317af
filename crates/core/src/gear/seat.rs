//! A hook lying in a bait: where it comes out, what stays free, and what that
//! means, by the measures of both.

use crate::base::codes::Sits;
use crate::base::codes::{HookStyle, Material, Rig, Shape};
use crate::base::{GRAMS_PER_OUNCE, Mass, MassDensity};
use crate::gear::bait::MeasuredBait;
use crate::gear::hook::{Asked, Judgement, MeasuredHook, by_gap, hides};
use crate::physics::sink::HeadBody;
use crate::question::Bait;
use crate::tables::{Curve, RigRow, Tables};
use uom::si::{length::millimeter, mass::gram, mass_density::kilogram_per_cubic_meter};

/// What is left of the plastic over the shank when a fish bites down (v0).
pub const PRESSED: f64 = 0.5;
/// How far behind the nose an offset hook leaves the bait again, over its gap (v0).
pub const NECK: f64 = 0.45;

/// A bait with its outline.
#[derive(Debug, Clone)]
pub struct BenchBait<'t> {
    /// Its measures.
    pub measured: MeasuredBait,
    profile: &'t Curve,
}

impl<'t> BenchBait<'t> {
    /// A bait of a request; a measured tail root wins over the usual one.
    #[must_use]
    pub fn new(bait: &Bait, tail_root_mm: Option<f64>, tables: &'t Tables) -> Self {
        Self {
            measured: MeasuredBait::of(bait, tables).with_tail_root(tail_root_mm),
            profile: &tables.form(bait.form).profile,
        }
    }
    /// Length, mm.
    #[must_use]
    pub fn length_mm(&self) -> f64 {
        self.measured.length.get::<millimeter>()
    }
    /// Thickest depth, mm.
    #[must_use]
    pub fn depth_mm(&self) -> f64 {
        self.measured.depth.get::<millimeter>()
    }
    /// Tail root from the nose, mm.
    #[must_use]
    pub fn tail_root_mm(&self) -> f64 {
        self.measured.tail_root.get::<millimeter>()
    }
    /// Depth at a place from the nose, mm; 0 beyond its ends.
    #[must_use]
    pub fn depth_at(&self, mm: f64) -> f64 {
        let share = mm / self.length_mm();
        if (0.0..=1.0).contains(&share) {
            self.profile.at(share) * self.depth_mm()
        } else {
            0.0
        }
    }
    /// Greatest depth between two places, mm: at one of them or at a corner between.
    fn deepest(&self, from: f64, to: f64) -> f64 {
        let corners = self.outline().filter(|c| (from..=to).contains(&c.0));
        corners
            .map(|c| c.1)
            .chain([self.depth_at(from), self.depth_at(to)])
            .fold(0.0, f64::max)
    }
    /// Places and depths of the outline's corners, mm.
    pub fn outline(&self) -> impl Iterator<Item = (f64, f64)> + '_ {
        let (length, depth) = (self.length_mm(), self.depth_mm());
        self.profile
            .0
            .iter()
            .map(move |k| (k.0 * length, k.1 * depth))
    }
}

/// A hook at a place in a bait. Places are from the nose, heights over the
/// shank, all in mm.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Seated {
    /// How far the face of the head (or the eye) lies behind the nose; below 0
    /// the bait stops short of it.
    pub at_mm: f64,
    /// Whether the point is hidden: the shank then runs along the belly.
    pub hidden: bool,
    /// Where the shank enters.
    pub entry_mm: f64,
    /// Where an offset hook leaves the nose again, along the belly.
    pub out_mm: Option<f64>,
    /// Back of the bend.
    pub bend_mm: f64,
    /// Where the hook comes out of the back; of a hidden one, where it goes in
    /// at the belly.
    pub exit_mm: f64,
    /// Tip of the point.
    pub tip_mm: f64,
    /// Depth of the bait where it bends.
    pub depth_mm: f64,
    /// Point above the back; below 0 it lies in the plastic.
    pub free_mm: f64,
    /// The same when a fish presses the bait together.
    pub pressed_mm: f64,
    /// From the back of the bend to the tail root; below 0 it lies behind it.
    pub clear_of_tail_mm: f64,
}

/// Length of the point, mm: from the middle of the bend forward to the tip. It goes by
/// the gap and not by the shank, which a longer hook has more of (v0, common practice).
#[must_use]
pub fn point_mm(style: HookStyle, gap_mm: f64) -> f64 {
    let over_gap = match style {
        HookStyle::RoundBend | HookStyle::ShortShank | HookStyle::LongShank => 1.0,
        HookStyle::WormOffset => 1.15,
        HookStyle::WideGap | HookStyle::BellyWeighted => 0.8,
    };
    over_gap * gap_mm
}

/// Lays a hook into a bait.
///
/// An open point: the shank runs along the middle, so half the depth lies
/// above it. A hidden point: the shank runs under the belly, and the whole
/// depth lies between it and the point. Worked by hand in docs/model.md.
#[must_use]
pub fn seat(bait: &BenchBait<'_>, hook: &MeasuredHook, style: HookStyle, at_mm: f64) -> Seated {
    let hidden = hides(style);
    let r = hook.gap_mm / 2.0;
    let bend = at_mm + hook.length_mm;
    let centre = bend - r;
    let tip = centre - point_mm(style, hook.gap_mm);
    let over_shank = if hidden { 1.0 } else { 0.5 };
    let back = over_shank * bait.deepest(tip, centre);
    // The mark depends on the depth at the mark: a few rounds settle it. A hidden hook
    // goes in at the belly where an open one comes out of the back: at the bend, half the
    // depth off the middle.
    let exit = (0..20).fold(centre, |x, _| at_mm + hook.exit_mm(bait.depth_at(x)));
    Seated {
        at_mm,
        hidden,
        entry_mm: at_mm.max(0.0),
        out_mm: hidden.then(|| at_mm.max(0.0) + NECK * hook.gap_mm),
        bend_mm: bend,
        exit_mm: exit,
        tip_mm: tip,
        depth_mm: bait.depth_at(centre),
        free_mm: hook.gap_mm - back,
        pressed_mm: hook.gap_mm - PRESSED * back,
        clear_of_tail_mm: bait.tail_root_mm() - bend,
    }
}

/// How the hook sits at this place: where it lies, the tail root may count
/// against it, or no longer.
#[must_use]
pub fn sits_at(s: &Seated, judged: &Judgement) -> Sits {
    match judged.sits {
        Sits::GapFilled => Sits::GapFilled,
        _ if s.clear_of_tail_mm < 0.0 => Sits::PastTailRoot,
        Sits::PastTailRoot => by_gap(judged.gap_ratio),
        other => other,
    }
}

/// The rig that a bait of this form and length is fished on most.
#[must_use]
pub fn usual_rig(bait: &Bait, tables: &Tables) -> Rig {
    let suits = |rig: &RigRow| {
        let form = rig.fits.form.get(&bait.form).copied().unwrap_or(-1.0);
        let long = (rig.bait.least_mm..=rig.bait.most_mm).contains(&bait.length_mm);
        form + f64::from(u8::from(long))
            + 0.1 * f64::from(u8::from(rig.bait.default_form == bait.form))
    };
    let best = tables
        .rigs
        .values()
        .max_by(|a, b| suits(a).total_cmp(&suits(b)));
    best.map_or(Rig::Ned, |r| r.code)
}

/// The head drawn where none is named: the shape that belongs to the rig most,
/// at the middle of its everyday weights, g.
#[must_use]
pub fn usual_head(rig: &RigRow) -> (Shape, f64) {
    let belongs = |a: &(&Shape, &f64), b: &(&Shape, &f64)| a.1.total_cmp(b.1);
    let shape = rig.shapes.iter().max_by(belongs);
    let oz = rig.usual_oz.0.midpoint(rig.usual_oz.1);
    (shape.map_or(Shape::Ball, |s| *s.0), oz * GRAMS_PER_OUNCE)
}

/// Length and height of a head of a shape, weight in grams and metal, mm.
#[must_use]
pub fn head_size(tables: &Tables, shape: Shape, g: f64, material: Material) -> (f64, f64) {
    let row = tables.shape(shape);
    let density = MassDensity::new::<kilogram_per_cubic_meter>(tables.density(material));
    let body = HeadBody::new(Mass::new::<gram>(g), density, row.drag, row.frontal);
    let across = body.sphere_diameter.get::<millimeter>();
    (across * row.length, across * row.height)
}

/// What the bench judges a hook by.
#[must_use]
pub fn asked<'a>(
    bait: &'a BenchBait<'_>,
    form: &Bait,
    rig: &'a RigRow,
    style: HookStyle,
    species: crate::base::codes::Species,
) -> Asked<'a> {
    Asked {
        rule: &rig.hook,
        bait: &bait.measured,
        form: form.form,
        species,
        point: if hides(style) {
            crate::base::codes::Point::Weedless
        } else {
            crate::base::codes::Point::Exposed
        },
    }
}
