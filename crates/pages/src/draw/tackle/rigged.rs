//! A rig as it is tied: head, hook and bait to one scale. The hook is solid where it is
//! seen and dashed where plastic hides it.

use yarrowfen_core::answer::Answer;
use yarrowfen_core::base::codes::{BaitForm, HookStyle, Point, Shape, Tie};

use super::baits::{self, LaidBait};
use super::heads::{self, LaidHead};
use super::hooks::{self, HookSize, LaidHook};
use super::path::{Path, Pt, ellipse};

/// What a part is, as the styles know it.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Look {
    /// Plastic behind.
    Far,
    /// Plastic.
    Plastic,
    /// Lines in plastic.
    PlasticLine,
    /// Metal.
    Metal,
    /// Metal within plastic.
    MetalWithin,
    /// Lines on metal.
    MetalLine,
    /// The hook's wire.
    Wire,
    /// The same within plastic.
    WireWithin,
    /// Point and barb.
    Barb,
    /// The same within plastic.
    BarbWithin,
    /// A ring or post of wire.
    Ring,
}

impl Look {
    /// Its class.
    #[must_use]
    pub fn class(self) -> &'static str {
        match self {
            Self::Far => "plastic-far",
            Self::Plastic => "plastic",
            Self::PlasticLine => "plasticline",
            Self::Metal => "metal",
            Self::MetalWithin => "metal within",
            Self::MetalLine => "metalline",
            Self::Wire | Self::Ring => "goldline",
            Self::WireWithin => "goldline within",
            Self::Barb => "barb",
            Self::BarbWithin => "barb within",
        }
    }

    /// Whether it is seen within the plastic alone.
    #[must_use]
    pub fn clipped(self) -> bool {
        matches!(
            self,
            Self::WireWithin | Self::BarbWithin | Self::PlasticLine
        )
    }

    /// Whether plastic hides it, so that it is dashed.
    #[must_use]
    pub fn hidden(self) -> bool {
        matches!(
            self,
            Self::WireWithin | Self::BarbWithin | Self::MetalWithin
        )
    }

    /// Whether it is drawn as thick as the wire is.
    #[must_use]
    pub fn by_wire(self) -> bool {
        matches!(self, Self::Wire | Self::WireWithin | Self::Ring)
    }
}

/// A part of a drawing, in the order of drawing.
#[derive(Debug, Clone)]
pub struct Part {
    /// What it is.
    pub look: Look,
    /// Its outline.
    pub d: String,
}

/// A rig laid to scale, mm.
#[derive(Debug, Clone)]
pub struct Rigged {
    /// From back to front.
    pub parts: Vec<Part>,
    /// The plastic that hides what lies in it.
    pub plastic: String,
    /// Where the nose of the bait lies, and where the bait ends.
    pub nose: f64,
    /// See `nose`.
    pub end: f64,
    /// From where the hook's length is said.
    pub face: f64,
    /// The hook.
    pub hook: LaidHook,
    /// The head.
    pub head: LaidHead,
    /// Where it begins: the ring of a line tie may stand before the head.
    pub left: f64,
    /// How far up the tail reaches.
    pub tail_high: f64,
    /// How far up and down all of it reaches.
    pub high: f64,
    /// See `high`.
    pub low: f64,
}

/// Heads that lie within the bait, their front so far behind the nose, mm.
fn within(shape: Shape) -> Option<f64> {
    match shape {
        Shape::NoseCone => Some(0.35),
        Shape::TubeInsert => Some(4.0),
        Shape::NailWeight => Some(-0.4),
        Shape::BellyWeight => Some(2.0),
        _ => None,
    }
}

/// How far up and down a form reaches, in depths: tails and arms count.
fn reach(form: BaitForm) -> (f64, f64) {
    match form {
        BaitForm::Creature => (0.6, 1.18),
        BaitForm::Craw => (0.72, 0.95),
        BaitForm::SkirtedGrub => (1.15, 1.15),
        BaitForm::RibbonWorm => (1.5, 1.5),
        BaitForm::Grub => (1.25, 1.3),
        BaitForm::Tube | BaitForm::PaddleTail | BaitForm::SlimShad => (0.62, 0.62),
        _ => (0.5, 0.5),
    }
}

/// How far up the end of a form reaches, in depths.
fn tail_high(form: BaitForm) -> f64 {
    match form {
        BaitForm::Grub | BaitForm::RibbonWorm | BaitForm::SkirtedGrub => reach(form).0,
        BaitForm::Tube | BaitForm::Creature | BaitForm::Craw => 0.75,
        _ => 0.55,
    }
}

/// By how much the hook is turned so that its point stands as it is said, degrees.
fn turn(style: HookStyle, size: HookSize, point: Point, (depth, axis): (f64, f64)) -> f64 {
    let under = match point {
        Point::Exposed => return 0.0,
        Point::SkinHooked => SKIN_MM,
        Point::Weedless => (BURIED * depth).max(SKIN_MM),
    };
    hooks::turn_to(style, size, -depth / 2.0 + under - axis)
}

/// How deep a point lies under the skin of the back, mm, and buried, as a share of the
/// depth (v0).
const SKIN_MM: f64 = 0.9;
const BURIED: f64 = 0.3;

/// The rig of an answer with its bait.
#[must_use]
pub fn rigged(a: &Answer, form: BaitForm) -> Rigged {
    let (length, depth) = (a.bait.length_mm, a.bait.depth_mm);
    let measures = (a.head.length_mm, a.head.height_mm);
    let size = HookSize {
        gap: a.hook.gap_mm,
        length: a.hook.length_mm,
        wire: a.hook.wire_mm,
    };
    let shape = a.head.shape;
    let raised = match shape {
        // The insert lies near the upper wall.
        Shape::TubeInsert => -(0.4 * depth - measures.1 / 2.0).max(0.0),
        Shape::NailWeight => 0.16 * depth,
        Shape::BellyWeight => 0.5 * depth,
        _ => 0.0,
    };
    let front = within(shape).unwrap_or(0.0);
    let head = heads::laid(shape, measures, (front, raised), a.head.tie);
    let ring = (shape == Shape::SwingFootball).then(|| (0.15 * measures.1).max(1.5 * size.wire));
    let (nose, face) = match (within(shape), ring) {
        (Some(_), _) => (0.0, 0.0),
        (None, Some(r)) => (head.face + 2.9 * r, head.face + 2.3 * r),
        (None, None) => (head.face, head.face),
    };
    let axis = if shape == Shape::TubeInsert {
        raised
    } else {
        0.0
    };
    let degrees = turn(a.hook.style, size, a.hook.point, (depth, axis));
    let hook = hooks::laid(a.hook.style, size, (face, axis), degrees);
    let bait = baits::laid(form, nose, length, depth);
    let (up, down) = reach(form);
    let tie_top = if shape == Shape::SwingFootball || within(shape).is_none() {
        head.half.1
    } else {
        0.0
    };
    let ring_high = POST * measures.1 + 4.0 * size.wire;
    Rigged {
        high: (-up * depth)
            .min(hook.high - size.wire)
            .min(-tie_top - ring_high),
        left: if a.head.tie == Tie::Nose || tied_to_hook(shape) {
            head.tie.0.min(face) - ring_high
        } else {
            0.0
        },
        tail_high: -tail_high(form) * depth,
        low: (down * depth).max(hook.low + size.wire).max(head.half.1),
        plastic: bait.body.clone() + &bait.parts.concat(),
        parts: parts(
            a,
            &bait,
            &hook,
            &head,
            (face, axis),
            ring.map(|r| (head.face + 0.75 * r, r)),
        ),
        nose,
        end: nose + length,
        face,
        hook,
        head,
    }
}

/// Heads without an eye of their own: the line is tied to the hook.
fn tied_to_hook(shape: Shape) -> bool {
    matches!(shape, Shape::BellyWeight | Shape::NailWeight)
}

/// Height of the tie's post over the head, in heights of it.
const POST: f64 = 0.16;

fn parts(
    a: &Answer,
    bait: &LaidBait,
    hook: &LaidHook,
    head: &LaidHead,
    start: Pt,
    ring: Option<Pt>,
) -> Vec<Part> {
    let mut all = Vec::new();
    let mut add = |look, d: &str| {
        if !d.is_empty() {
            all.push(Part {
                look,
                d: d.to_owned(),
            });
        }
    };
    let inside = within(a.head.shape).is_some();
    bait.far.iter().for_each(|d| add(Look::Far, d));
    add(Look::Wire, &hook.wire);
    add(Look::Barb, &hook.point);
    add(Look::Plastic, &bait.body);
    bait.parts.iter().for_each(|d| add(Look::Plastic, d));
    add(Look::PlasticLine, &bait.lines);
    add(Look::WireWithin, &hook.wire);
    add(Look::BarbWithin, &hook.point);
    let (post, eye) = tie(a, head, start);
    add(Look::Ring, &post);
    add(
        if inside {
            Look::MetalWithin
        } else {
            Look::Metal
        },
        &head.side,
    );
    add(Look::MetalLine, &head.lines);
    add(Look::Ring, &eye);
    if let Some((x, r)) = ring {
        add(Look::Ring, &ellipse((x, 0.0), r, r));
        add(Look::Ring, &ellipse((x + 1.3 * r, 0.0), 0.7 * r, 0.7 * r));
    }
    all
}

/// The post of the line tie and its ring; a recessed one lies in the outline.
fn tie(a: &Answer, head: &LaidHead, start: Pt) -> (String, String) {
    let w = a.hook.wire_mm;
    let r = 1.45 * w;
    if tied_to_hook(a.head.shape) {
        return (String::new(), ellipse((start.0 - r, start.1), r, r));
    }
    let plastic = match within(a.head.shape) {
        // The ring clears the back of the bait.
        Some(_) => (a.bait.depth_mm / 2.0 + head.tie.1).max(0.0) + 1.6,
        None => POST * a.head.height_mm,
    };
    let (x, y) = match a.head.tie {
        Tie::Top => (0.0, -1.0),
        Tie::FortyFive | Tie::Recessed => (-0.707, -0.707),
        Tie::Nose => (-1.0, 0.0),
    };
    let out = if a.head.tie == Tie::Recessed {
        -0.4 * r
    } else {
        plastic
    };
    let foot = head.tie;
    let top = (foot.0 + x * out, foot.1 + y * out);
    let middle = (top.0 + x * r, top.1 + y * r);
    (Path::at(foot).line(top).open(), ellipse(middle, r, r))
}
