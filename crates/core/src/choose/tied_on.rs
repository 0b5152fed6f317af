//! What is tied on: the head in the hand with its hook, and as is advised what was not said
//! of it.

use enum_map::EnumMap;
use uom::si::{length::millimeter, mass::gram};

use super::decision::Decision;
use super::needs::Needs;
use super::rigged::Rigged;
use super::setting::Conditions;
use super::tie::{ADVISED_EYE, keeper};
use crate::base::codes::{
    EyeTurn, HookStyle, Keeper, LineKind, Material, Point, Power, Tie, Unsaid, Wire,
};
use crate::base::{Mass, grams};
use crate::gear::hook::{Asked, MeasuredHook, hides};
use crate::own_box::{HookNumber, NamedHook};
use crate::physics::sink::HeadBody;
use crate::question::HeadInHand;
use crate::tables::ShapeRow;

/// What is tied on.
#[derive(Debug)]
pub struct TiedOn<'d> {
    /// What is advised for the question.
    pub d: &'d Decision<'d>,
    /// Shape of the head.
    pub shape: &'d ShapeRow,
    /// Its mass.
    pub mass: Mass,
    /// What it is cast from.
    pub material: Material,
    /// Where it is tied.
    pub tie: Tie,
    /// How its eye is turned.
    pub turn: EyeTurn,
    /// Height of the eye over the shank, mm.
    pub eye_mm: f64,
    /// What holds the bait.
    pub keeper: Keeper,
    /// Its hook.
    pub hook: NamedHook,
    /// Power of the rod.
    pub rod: Power,
    /// Test of what is tied to it, lb.
    pub leader_lb: f64,
    /// Kind of what is tied to it.
    pub leader_kind: LineKind,
    /// The needs for its shape, metal and hook.
    pub needs: Needs<'d>,
    /// The head as the water meets it.
    pub body: HeadBody,
    /// What of it was not said.
    pub unsaid: EnumMap<Unsaid, bool>,
}

impl<'d> TiedOn<'d> {
    /// The head in the hand on a question; none is the one that is advised.
    #[must_use]
    pub fn new(d: &'d Decision<'d>, head: Option<&HeadInHand>) -> Self {
        let (on, tables) = (d.on, d.on.tables);
        let shape = head
            .and_then(|h| h.shape)
            .map_or(d.shape, |s| tables.shape(s));
        let mass = head.map_or(d.rung().mass, |h| Mass::new::<gram>(h.g));
        let material = head
            .and_then(|h| h.material)
            .unwrap_or(on.conditions.material);
        let known_hook = head.and_then(|h| hook_in_hand(d, h));
        let hook = known_hook.clone().unwrap_or_else(|| advised_hook(d, head));
        let needs = match head {
            Some(_) => needs(d, shape, material, hook.measures.mass()),
            None => d.needs.clone(),
        };
        let body = needs.head(mass);
        let tie = head.and_then(|h| h.tie).unwrap_or(d.tie);
        let post = head.and_then(|h| h.post_mm);
        let t = &on.request.tackle;
        let straight = d.line.kind != LineKind::Braid;
        let leader_known = t.leader_lb.is_some() || (straight && t.line_lb.is_some());
        Self {
            shape,
            mass,
            material,
            tie,
            turn: head.and_then(|h| h.eye).unwrap_or(ADVISED_EYE),
            eye_mm: post.unwrap_or_else(|| usual_eye_mm(d, shape, &body, tie)),
            keeper: head
                .and_then(|h| h.keeper)
                .unwrap_or_else(|| keeper(on.request, tables)),
            rod: power(d),
            leader_lb: d.line.leader.lb.0.midpoint(d.line.leader.lb.1),
            leader_kind: if straight {
                d.line.kind
            } else {
                LineKind::Fluorocarbon
            },
            unsaid: EnumMap::from_fn(|what| match what {
                Unsaid::Head => head.is_none(),
                Unsaid::Eye => head.is_none_or(|h| h.eye.is_none()),
                Unsaid::Tie => head.is_none_or(|h| h.tie.is_none()),
                Unsaid::Post => post.is_none(),
                Unsaid::Keeper => head.is_none_or(|h| h.keeper.is_none()),
                Unsaid::Hook => known_hook.is_none(),
                Unsaid::Wire => head.is_none_or(|h| h.hook.wire.is_none()),
                Unsaid::Body => !on.bait.depth_measured,
                Unsaid::Rod => t.rod_power.is_none() && t.rod_max_g.is_none(),
                Unsaid::Leader => !leader_known,
            }),
            hook,
            needs,
            body,
            d,
        }
    }

    /// Its hook, where it can be judged: what is known of the one in hand, or the one that is
    /// advised where nothing is in hand.
    #[must_use]
    pub fn hook_to_judge(&self) -> Option<&NamedHook> {
        let advised = self.unsaid[Unsaid::Head] && self.d.fit.fits;
        (advised || !self.unsaid[Unsaid::Hook]).then_some(&self.hook)
    }

    /// Head, hook and bait, g.
    #[must_use]
    pub fn total_g(&self) -> f64 {
        grams(self.mass + self.hook.measures.mass() + self.d.on.bait.mass())
    }

    /// How this hook lies in the bait: its point hidden or open as its cut has it.
    #[must_use]
    pub fn hook_asked(&self) -> Asked<'_> {
        Asked {
            point: if hides(self.hook.style) {
                Point::Weedless
            } else {
                Point::Exposed
            },
            ..self.d.on.hook_asked()
        }
    }

    /// What its shape scores for the place, and the best for it with its score.
    #[must_use]
    pub fn shape_here(&self) -> (f64, (f64, &'d ShapeRow)) {
        let on = self.d.on;
        let c = &on.conditions;
        let ranked = on.shapes.ranked(c.passing_mps(), on.wound_mps(c));
        let best = ranked.first().map_or((0.0, self.shape), |r| (r.0, r.1));
        let found = ranked.iter().find(|r| r.1.code == self.shape.code);
        // A shape that is shut out here, or that this rig does not fish, has no place at all.
        let serves = on.tables.conditions.shape.serves;
        (found.map_or(best.0 - 2.0 * serves, |r| r.0), best)
    }

    /// Plastic between the shank and the point, mm: all of the bait's depth over a hook that
    /// hides, half of it over one that stands open.
    #[must_use]
    pub fn over_shank_mm(&self) -> f64 {
        let depth = self.d.on.bait_depth_mm();
        if hides(self.hook.style) {
            depth
        } else {
            depth / 2.0
        }
    }
}

/// The needs of a question for another head on its rig.
#[must_use]
pub fn needs<'d>(
    d: &'d Decision<'d>,
    shape: &ShapeRow,
    material: Material,
    hook: Mass,
) -> Needs<'d> {
    let on = d.on;
    let rigged = Rigged::new(&on.bait, hook, shape, on.rig.posture, on.tables);
    let conditions = Conditions {
        material,
        ..on.conditions
    };
    Needs {
        setting: on.setting(&conditions, d.school),
        shapes: vec![rigged.dragging(on.own_drag())],
        fall: &on.tables.conditions.fall,
        tolerance: &on.tables.conditions.tolerance,
    }
}

/// Its hook: what is known of it; none where nothing is known of its measures.
fn hook_in_hand(d: &Decision<'_>, head: &HeadInHand) -> Option<NamedHook> {
    let hook = &head.hook;
    let number = hook.size.as_deref().and_then(HookNumber::parse);
    let style = hook.style.unwrap_or(HookStyle::RoundBend);
    let wire = hook.wire.unwrap_or(d.hook.wire);
    let measured = (hook.gap_mm, hook.length_mm);
    NamedHook::new(d.on.tables, number.as_ref(), style, measured, wire)
}

/// The hook that is advised, with what was said of the one in the hand.
fn advised_hook(d: &Decision<'_>, head: Option<&HeadInHand>) -> NamedHook {
    let said = head.map(|h| &h.hook);
    let wire: Wire = said.and_then(|h| h.wire).unwrap_or(d.hook.wire);
    let style = said.and_then(|h| h.style).unwrap_or(d.fit.style);
    let nominal = NamedHook::nominal(d.on.tables, &d.fit.size, style, wire);
    nominal.unwrap_or_else(|| NamedHook {
        number: None,
        style,
        wire,
        measures: MeasuredHook {
            wire_mm: d.on.tables.wire_mm(wire, d.fit.measured.gap_mm),
            ..d.fit.measured
        },
        gap_measured: false,
        length_measured: false,
        nominal_mm: None,
    })
}

/// How high an eye usually stands over the shank, mm: half the head and the post of its tie;
/// one at the nose or sunk in the head does not stand over it.
fn usual_eye_mm(d: &Decision<'_>, shape: &ShapeRow, body: &HeadBody, tie: Tie) -> f64 {
    let post = d.on.tables.hooks.tie[tie].post_mm;
    if post > 0.0 {
        shape.height * body.sphere_diameter.get::<millimeter>() / 2.0 + post
    } else {
        0.0
    }
}

/// Power of the rod in hand: as said, by its rating, else as is advised.
fn power(d: &Decision<'_>) -> Power {
    let t = &d.on.request.tackle;
    let by_rating = |most: f64| {
        let rows = &d.on.tables.lines.power;
        let strong = Power::ALL.iter().find(|p| rows[**p].1 >= most);
        strong.copied().unwrap_or(Power::Heavy)
    };
    t.rod_power
        .or_else(|| t.rod_max_g.map(by_rating))
        .unwrap_or(d.line.rod.power)
}
