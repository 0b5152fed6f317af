//! A hook lying in a bait: where it comes out, what stays free, and what that
//! means, by the measures of both.

use std::borrow::Cow;

use crate::codes::{HookStyle, Material, Rig, Shape};
use crate::data::{Curve, RigRow, Tables};
use crate::physics::sink::HeadBody;
use crate::pick::{Engine, Options, hides};
use crate::request::{Bait, PickRequest};
use crate::tackle::bait::MeasuredBait;
use crate::tackle::hook::{Asked, Judgement, MeasuredHook, Sits};
use crate::units::{Dimension, GRAMS_PER_OUNCE, Mass, MassDensity, UnitSystem, plain};
use uom::si::{length::millimeter, mass::gram, mass_density::kilogram_per_cubic_meter};

/// Length of the point, from the bend's centre forward, over the hook's length (v0).
pub const POINT: f64 = 0.42;
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
    let tip = centre - POINT * hook.length_mm;
    let over_shank = if hidden { 1.0 } else { 0.5 };
    let back = over_shank * bait.deepest(tip, centre);
    // The mark depends on the depth at the mark: a few rounds settle it.
    let exit = if hidden {
        centre
    } else {
        (0..20).fold(centre, |x, _| at_mm + hook.exit_mm(bait.depth_at(x)))
    };
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
        Sits::PastTailRoot => Sits::Right,
        other => other,
    }
}

/// The verdict in words, with its numbers.
#[must_use]
pub fn verdict(s: &Seated, judged: &Judgement, hook: &MeasuredHook, units: UnitSystem) -> String {
    let size = |mm: f64| match units {
        UnitSystem::Metric => plain(mm, 1),
        UnitSystem::Imperial => Dimension::Size.print(mm, units),
    };
    let point = if s.free_mm >= 0.0 {
        format!("the point clears the back by {}", size(s.free_mm))
    } else if s.hidden {
        format!("the point lies {} under the back", size(-s.free_mm))
    } else {
        format!("the point lies {} inside the plastic", size(-s.free_mm))
    };
    let room = if s.hidden { "all of it" } else { "half of it" };
    let tail = if s.clear_of_tail_mm < 0.0 {
        format!(
            "; the bend lies {} behind the tail root",
            size(-s.clear_of_tail_mm)
        )
    } else {
        String::new()
    };
    let long = match judged.sits {
        Sits::Short | Sits::Stiff => format!(
            "; {} of the bait where about {} is wanted",
            plain(judged.length_ratio, 2),
            plain(judged.target_ratio, 2)
        ),
        _ => String::new(),
    };
    let unit = if units == UnitSystem::Metric {
        " mm"
    } else {
        ""
    };
    format!(
        "Gap {} against {} of bait where it bends, {room} above the shank: {point}{unit}, {}{unit} when a fish presses it{long}{tail}.",
        size(hook.gap_mm),
        size(s.depth_mm),
        size(s.pressed_mm.max(0.0)),
    )
}

/// The rig that a bait of this form and length is fished on most.
#[must_use]
pub fn usual_rig(bait: &Bait, tables: &Tables) -> Rig {
    let suits = |rig: &&RigRow| {
        let form = rig.fits.form.get(&bait.form).copied().unwrap_or(-1.0);
        let long = (rig.bait.least_mm..=rig.bait.most_mm).contains(&bait.length_mm);
        form + f64::from(u8::from(long))
            + 0.1 * f64::from(u8::from(rig.bait.default_form == bait.form))
    };
    let best = tables
        .rigs
        .iter()
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

impl Engine {
    /// The hook that a rig would take for a bait in open water: size and cut.
    #[must_use]
    pub fn usual_hook(&self, bait: &Bait, rig: Rig) -> (String, HookStyle) {
        let options = Options {
            others: false,
            ..Options::default()
        };
        let request = PickRequest {
            rig: Some(rig),
            bait: bait.clone(),
            ..PickRequest::usual()
        };
        let hook = self.pick(&request, options).hook;
        (hook.size.into_owned(), hook.style)
    }
}

/// Rigging steps with the marks of this bait.
#[must_use]
pub fn steps(
    s: &Seated,
    bait: &BenchBait<'_>,
    units: UnitSystem,
) -> Vec<(&'static str, Cow<'static, str>)> {
    let size = |mm: f64| Dimension::Size.print(mm, units);
    let tail = size(bait.tail_root_mm());
    match s.out_mm {
        None => vec![
            ("Lay the hook along the bait", format!("Face at the nose, the bend ends at {}. Prick a mark in the back at {}", size(s.bend_mm), size(s.exit_mm)).into()),
            ("In at the nose, dead centre", "Follow the middle; turn the bait, not the hook".into()),
            ("Out at the mark", "One long run, no bend left in the bait. Push on over the keeper".into()),
            ("Look down it", format!("Crooked spins and twists the line: take it off and thread it again. The tail is free from {tail}").into()),
        ],
        Some(out) => vec![
            ("In at the nose, out below", format!("In at the middle of the nose, out at the belly {} behind it", size(out)).into()),
            ("Turn and lay it along", format!("Turn the hook, let it hang beside the bait: it goes back in at {}. Prick a mark in the belly there", size(s.exit_mm)).into()),
            ("Straight up through", format!("Out on top or just under the skin; the tip lies at {}", size(s.tip_mm)).into()),
            ("Look down it", format!("It hangs straight and the belly is not drawn together. The tail is free from {tail}").into()),
        ],
    }
}

/// What the bench judges a hook by.
#[must_use]
pub fn asked<'a>(
    bait: &'a BenchBait<'_>,
    form: &Bait,
    rig: &'a RigRow,
    style: HookStyle,
    species: crate::codes::Species,
) -> Asked<'a> {
    Asked {
        rule: &rig.hook,
        bait: &bait.measured,
        form: form.form,
        species,
        point: if hides(style) {
            crate::codes::Point::Weedless
        } else {
            crate::codes::Point::Exposed
        },
    }
}
