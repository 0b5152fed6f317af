//! A rig as it is tied: head, hook and bait to one scale. The hook is solid where it is
//! seen and dashed where plastic hides it.

use yarrowfen_core::answer::Answer;
use yarrowfen_core::base::codes::{BaitForm, EyeTurn, HookStyle, Keeper, Point, Shape, Tie};
use yarrowfen_core::choose::tie::ADVISED_EYE;

use super::baits::{self, LaidBait};
use super::heads::{self, LaidHead};
use super::hooks::{self, HookSize, LaidHook};
use super::look::{Look, Part, metal};
use super::path::{Path, Pt, ellipse};
use super::reach::{bounds, flattened};
use super::tie::{Fittings, extras, swing_ring};

/// What is tied on, by its measures in mm.
#[derive(Debug, Clone, Copy)]
pub struct Tied {
    /// Form of the bait.
    pub form: BaitForm,
    /// Its length and thickest depth.
    pub bait: Pt,
    /// Shape of the head.
    pub shape: Shape,
    /// Its length and height.
    pub head: Pt,
    /// Where it is tied.
    pub tie: Tie,
    /// How its eye is turned.
    pub turn: EyeTurn,
    /// What holds the bait.
    pub keeper: Option<Keeper>,
    /// Cut of the hook.
    pub style: HookStyle,
    /// Its measures.
    pub hook: HookSize,
    /// How its point stands.
    pub point: Point,
    /// Height of the post, where it is known.
    pub post: Option<f64>,
}

impl Tied {
    /// What an answer ties on, with a bait of a form.
    #[must_use]
    pub fn of(a: &Answer, form: BaitForm) -> Self {
        Self {
            form,
            bait: (a.bait.length_mm, a.bait.depth_mm),
            shape: a.head.shape,
            head: (a.head.length_mm, a.head.height_mm),
            tie: a.head.tie,
            turn: ADVISED_EYE,
            keeper: Some(a.head.keeper),
            style: a.hook.style,
            hook: HookSize {
                gap: a.hook.gap_mm,
                length: a.hook.length_mm,
                wire: a.hook.wire_mm,
            },
            point: a.hook.point,
            post: None,
        }
    }

    pub(super) fn fittings(&self, head: &LaidHead) -> Fittings {
        // The ring of a head within the bait clears its back.
        let cleared =
            within(self.shape).map(|_| (self.bait.1 / 2.0 + head.tie.1).max(0.0) + CLEAR_MM);
        Fittings {
            tie: self.tie,
            turn: self.turn,
            post: cleared.or(self.post),
            keeper: self.keeper,
            wire: self.hook.wire,
        }
    }
}

/// A rig laid to scale, mm, the bait's nose at 0.
#[derive(Debug, Clone)]
pub struct Rigged {
    /// From back to front.
    pub parts: Vec<Part>,
    /// The plastic that hides what lies in it.
    pub plastic: String,
    /// From where the hook's length is said.
    pub face: f64,
    /// Where the bait ends.
    pub end: f64,
    /// The hook.
    pub hook: LaidHook,
    /// The head.
    pub head: LaidHead,
    /// How it is tied.
    pub fittings: Fittings,
    /// Outlines of the bait with its tail, claws and strands.
    outlines: Vec<String>,
    /// Left, top, right and bottom of all of it.
    pub bounds: [f64; 4],
}

impl Rigged {
    /// How far up the bait reaches between two places, mm.
    #[must_use]
    pub fn top_between(&self, from: f64, to: f64) -> f64 {
        let within = |p: &Pt| (from..=to).contains(&p.0);
        let points = self.outlines.iter().flat_map(|d| flattened(d)).flatten();
        points.filter(within).map(|p| p.1).fold(0.0, f64::min)
    }
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

/// Heads without an eye of their own: the line is tied to the hook.
pub(super) fn tied_to_hook(shape: Shape) -> bool {
    matches!(shape, Shape::BellyWeight | Shape::NailWeight)
}

/// How far a head within the bait lies off its middle, mm.
fn raised(shape: Shape, depth: f64, height: f64) -> f64 {
    match shape {
        // The insert lies near the upper wall.
        Shape::TubeInsert => -(0.4 * depth - height / 2.0).max(0.0),
        Shape::NailWeight => 0.16 * depth,
        Shape::BellyWeight => 0.5 * depth,
        _ => 0.0,
    }
}

/// By how much the hook is turned so that its point stands as it is said, degrees.
fn turn(t: &Tied, axis: f64) -> f64 {
    let depth = t.bait.1;
    let under = match t.point {
        Point::Exposed => return 0.0,
        Point::SkinHooked => SKIN_MM,
        Point::Weedless => (BURIED * depth).max(SKIN_MM),
    };
    hooks::turn_to(t.style, t.hook, -depth / 2.0 + under - axis)
}

/// How deep a point lies under the skin of the back, mm, and buried, as a share of the
/// depth (v0).
const SKIN_MM: f64 = 0.9;
const BURIED: f64 = 0.3;
/// How far the ring of a head within the bait stands over its back, mm.
const CLEAR_MM: f64 = 1.6;

/// A rig laid out, the face of its head at the nose.
#[must_use]
pub fn rigged(t: &Tied) -> Rigged {
    let (length, depth) = t.bait;
    let inside = within(t.shape);
    let lifted = raised(t.shape, depth, t.head.1);
    let at_front = |x: f64| heads::laid(t.shape, t.head, (x, lifted), t.tie);
    // Laid once to learn how long it is, and again before the nose.
    let first = at_front(inside.unwrap_or(0.0));
    let swings = t.shape == Shape::SwingFootball;
    let nose = match (inside, swings) {
        (Some(_), _) => 0.0,
        (None, true) => {
            let (x, r) = swing_ring(&first, t.hook.wire);
            x + 2.15 * r
        }
        (None, false) => first.face,
    };
    let head = at_front(inside.unwrap_or(0.0) - nose);
    let ring = swings.then(|| swing_ring(&head, t.hook.wire));
    let face = ring.map_or(0.0, |(x, r)| x + 1.55 * r);
    let axis = if t.shape == Shape::TubeInsert {
        lifted
    } else {
        0.0
    };
    // Metal within the bait holds the hook's wire at its back.
    let from = match t.shape {
        Shape::TubeInsert | Shape::NoseCone => head.face - face,
        _ => 0.0,
    };
    let hook = hooks::laid_from(t.style, t.hook, (face, axis), turn(t, axis), from);
    let cut_open = t.shape == Shape::TubeInsert && t.form == BaitForm::Tube;
    let bait = baits::laid(t.form, 0.0, length, depth);
    let bait = if cut_open { bait.cut_open() } else { bait };
    let fittings = t.fittings(&head);
    let parts = parts(t, (&bait, &hook, &head), &fittings, (face, axis), ring);
    Rigged {
        bounds: bounds(parts.iter().map(|p| p.d.as_str())).unwrap_or_default(),
        outlines: bait.outlines(),
        plastic: bait.body.clone() + &bait.parts.concat(),
        parts,
        face,
        end: length,
        hook,
        head,
        fittings,
    }
}

fn parts(
    t: &Tied,
    (bait, hook, head): (&LaidBait, &LaidHook, &LaidHead),
    fittings: &Fittings,
    start: Pt,
    ring: Option<Pt>,
) -> Vec<Part> {
    let mut all = bait.behind(t.bait.1);
    all.push(Part::new(Look::Wire, &*hook.wire).moving());
    all.push(Part::new(Look::Barb, &*hook.point).moving());
    all.extend(bait.front(t.bait.1));
    all.push(
        Part::new(Look::WireWithin, &*hook.wire)
            .in_plastic()
            .moving(),
    );
    all.push(
        Part::new(Look::BarbWithin, &*hook.point)
            .in_plastic()
            .moving(),
    );
    all.extend(
        head_parts(t, head, fittings, start)
            .into_iter()
            .map(Part::moving),
    );
    if let Some((x, r)) = ring {
        let rings = [
            ellipse((x, 0.0), r, r),
            ellipse((x + 1.3 * r, 0.0), 0.7 * r, 0.7 * r),
        ];
        all.extend(rings.map(|d| Part::new(Look::Ring, d).moving()));
    }
    all.retain(|p| !p.d.is_empty());
    all
}

/// The head with post, ring, keeper and what hangs on it.
fn head_parts(t: &Tied, head: &LaidHead, fittings: &Fittings, start: Pt) -> Vec<Part> {
    let hidden = within(t.shape).is_some() && t.shape != Shape::BellyWeight;
    let (mut before, after) = if tied_to_hook(t.shape) {
        let r = fittings.ring();
        (
            Vec::new(),
            vec![Part::new(Look::Ring, ellipse((start.0 - r, start.1), r, r))],
        )
    } else {
        fittings.side(head)
    };
    let cut_open = t.shape == Shape::TubeInsert && t.form == BaitForm::Tube;
    let within = |d: String| Part::new(Look::KeeperWithin, d);
    before.extend(fittings.keeper(head).into_iter().map(|p| within(p.d)));
    before.extend(extras(head));
    if hidden && !cut_open {
        before.push(Part::new(Look::MetalWithin, &*head.side));
    } else {
        before.extend(metal(&head.side, head.size));
    }
    before.push(Part::new(Look::MetalLine, &*head.lines));
    before.extend(after);
    before
}

/// The line, from the ring of a rig up and forward.
#[must_use]
pub fn line_up(head: &LaidHead, fittings: &Fittings, long: f64) -> Part {
    let far = fittings.post_on(head) + fittings.ring();
    let from = (
        head.tie.0 + head.along.0 * far,
        head.tie.1 + head.along.1 * far,
    );
    let to = (from.0 - 0.62 * long, from.1 - long);
    let bow = (from.0 - 0.2 * long, from.1 - 0.66 * long);
    Part::new(Look::Ink, Path::at(from).cubic(from, bow, to).open())
}
