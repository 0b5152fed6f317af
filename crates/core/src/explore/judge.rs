//! A head in the hand, held need by need against what the question asks.

use uom::si::{length::millimeter, mass::gram};

use crate::base::codes::{HookStyle, Judged, LowerBound, Point, UpperBound, Wire};
use crate::base::{Mass, grams, maths};
use crate::choose::decision::Decision;
use crate::choose::needs::Needs;
use crate::choose::rigged::Rigged;
use crate::choose::rod::rod_most_g;
use crate::choose::setting::Conditions;
use crate::gear::hook::{self, hides};
use crate::own_box::{HookNumber, NamedHook};
use crate::question::HeadInHand;
use crate::tables::ShapeRow;

/// What a measure is in.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Measure {
    /// Mass of the head, or of the whole, g.
    Grams,
    /// Length, mm.
    Millimetres,
    /// Points of a score, or 1 for yes and 0 for no.
    Points,
}

/// The head held against one need.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Held {
    /// Which.
    pub need: Judged,
    /// What it has, and what is wanted: at least or at most.
    pub has: f64,
    /// See `has`.
    pub wanted: f64,
    /// Whether `wanted` is the most, else the least.
    pub at_most: bool,
    /// Their unit.
    pub measure: Measure,
    /// How far it holds, as a share of what is wanted; under 0 it fails.
    pub margin: f64,
}

/// Longer margins than this say no more.
const MOST_MARGIN: f64 = 9.99;
/// How far wires may lie apart, as a factor, so that one gauge either way still
/// holds and two do not (v0).
const WIRE_APART: f64 = 1.22;

fn at_least((need, measure): (Judged, Measure), has: f64, wanted: f64) -> Held {
    let margin = ((has - wanted) / wanted.max(1e-6)).min(MOST_MARGIN);
    Held {
        need,
        has,
        wanted,
        at_most: false,
        measure,
        margin,
    }
}

fn at_most((need, measure): (Judged, Measure), has: f64, wanted: f64) -> Held {
    let margin = ((wanted - has) / wanted.max(1e-6)).max(-MOST_MARGIN);
    Held {
        need,
        has,
        wanted,
        at_most: true,
        measure,
        margin,
    }
}

/// Every need that the question has of the head in hand.
#[must_use]
pub fn judge(d: &Decision<'_>, head: &HeadInHand) -> Vec<Held> {
    let on = d.on;
    let shape = on.tables.shape(head.shape.unwrap_or(d.shape.code));
    let hook = hook_of(d, head);
    let hook_mass = hook
        .as_ref()
        .map_or_else(|| d.fit.measured.mass(), |h| h.measures.mass());
    let mass = Mass::new::<gram>(head.g);
    let mut found = weights(d, (shape, head), mass, hook_mass);
    found.push(shape_here(d, shape));
    if let Some(hook) = &hook {
        found.extend(hooks(d, hook));
    }
    if let Some(most) = rod_most_g(on.request, on.tables) {
        let total = grams(mass + hook_mass + on.bait.mass());
        found.push(at_most((Judged::RodTotal, Measure::Grams), total, most));
    }
    found
}

/// Its hook: what is known of it, else as is advised here; none where nothing is
/// known of its measures.
fn hook_of(d: &Decision<'_>, head: &HeadInHand) -> Option<NamedHook> {
    let hook = &head.hook;
    let number = hook.size.as_deref().and_then(HookNumber::parse);
    let style = hook.style.unwrap_or(HookStyle::RoundBend);
    let wire = hook.wire.unwrap_or(d.hook.wire);
    let measured = (hook.gap_mm, hook.length_mm);
    NamedHook::new(d.on.tables, number.as_ref(), style, measured, wire)
}

/// The ends of the window, for its shape, metal and hook.
fn weights(
    d: &Decision<'_>,
    (shape, head): (&ShapeRow, &HeadInHand),
    mass: Mass,
    hook: Mass,
) -> Vec<Held> {
    let on = d.on;
    let rigged = Rigged::new(&on.bait, hook, shape, on.rig.posture, on.tables);
    let rigged = rigged.dragging(on.own_drag());
    let conditions = Conditions {
        material: head.material.unwrap_or(on.conditions.material),
        ..on.conditions
    };
    let needs = Needs {
        setting: on.setting(&conditions, d.school),
        shapes: vec![rigged],
        fall: &on.tables.conditions.fall,
    };
    let has = grams(mass);
    let lower = LowerBound::ALL.iter().filter_map(|need| {
        let least = grams(needs.lower(*need)?);
        Some(at_least((of_lower(*need), Measure::Grams), has, least))
    });
    let upper = UpperBound::ALL.iter().filter_map(|need| {
        let most = grams(needs.upper(*need)?);
        Some(at_most((of_upper(*need), Measure::Grams), has, most))
    });
    lower.chain(upper).collect()
}

/// Its shape against the best for the place.
fn shape_here(d: &Decision<'_>, shape: &ShapeRow) -> Held {
    let c = &d.on.conditions;
    let ranked = d.on.shapes.ranked(c.current_mps, d.on.wound_mps(c));
    let best = ranked.first().map_or(0.0, |r| r.0);
    let serves = d.on.tables.conditions.shape.serves;
    let found = ranked.iter().find(|r| r.1.code == shape.code);
    // A shape that is shut out here, or that this rig does not fish, has no place at all.
    let has = found.map_or(best - 2.0 * serves, |r| r.0);
    Held {
        need: Judged::ShapeHere,
        has,
        wanted: best - serves,
        at_most: false,
        measure: Measure::Points,
        margin: (has - (best - serves)) / serves,
    }
}

/// Its hook against bait, cover and line.
fn hooks(d: &Decision<'_>, own: &NamedHook) -> [Held; 4] {
    let (on, asked) = (d.on, d.on.hook_asked());
    let judged = asked.judge(&own.measures);
    let millimetres = |need| (need, Measure::Millimetres);
    let gap = at_least(
        millimetres(Judged::GapFree),
        own.measures.gap_mm,
        hook::TIGHT * judged.wanted_gap_mm,
    );
    let bait = on.bait.length.get::<millimeter>();
    let (least, most) = asked.length_bounds();
    let most = (most * bait).min(on.bait.tail_root.get::<millimeter>());
    let long = own.measures.length_mm;
    let (short, stiff) = (
        at_least(millimetres(Judged::HookLength), long, least * bait),
        at_most(millimetres(Judged::HookLength), long, most),
    );
    let length = if short.margin < stiff.margin {
        short
    } else {
        stiff
    };
    let hidden = f64::from(u8::from(hides(own.style)));
    let wanted = f64::from(u8::from(on.point.0 == Point::Weedless));
    let point = Held {
        need: Judged::PointCover,
        has: hidden,
        wanted,
        at_most: false,
        measure: Measure::Points,
        margin: if hidden < wanted { -1.0 } else { 1.0 },
    };
    [gap, length, point, wire(d, own)]
}

/// Its wire against what line and rod ask for: one gauge either way still holds.
fn wire(d: &Decision<'_>, own: &NamedHook) -> Held {
    let tables = d.on.tables;
    let mm = |wire: Wire| tables.wire_mm(wire, own.measures.gap_mm);
    let (has, wanted) = (mm(own.wire), mm(d.hook.wire));
    let apart = maths::ln(has / wanted).abs() / maths::ln(WIRE_APART);
    Held {
        need: Judged::WireLine,
        has,
        wanted,
        at_most: false,
        measure: Measure::Millimetres,
        margin: 1.0 - apart,
    }
}

fn of_lower(need: LowerBound) -> Judged {
    match need {
        LowerBound::TimeToBottom => Judged::TimeToBottom,
        LowerBound::Contact => Judged::Contact,
        LowerBound::Feel => Judged::Feel,
        LowerBound::Castable => Judged::Castable,
        LowerBound::SinkTarget => Judged::SinkTarget,
        LowerBound::SnapFree => Judged::SnapFree,
        LowerBound::Grind => Judged::Grind,
        LowerBound::HoldsDepth => Judged::HoldsDepth,
    }
}

fn of_upper(need: UpperBound) -> Judged {
    match need {
        UpperBound::SinkCeiling => Judged::SinkCeiling,
        UpperBound::Overpower => Judged::Overpower,
        UpperBound::Snag => Judged::Snag,
        UpperBound::RodMax => Judged::RodMax,
        UpperBound::HoverLevel => Judged::HoverLevel,
        UpperBound::Everyday => Judged::Everyday,
        UpperBound::KeptUp => Judged::KeptUp,
    }
}
