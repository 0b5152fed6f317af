//! A head in the hand, held need by need against what the question asks.

use uom::si::length::millimeter;

use crate::base::codes::{Judged, LowerBound, Point, UpperBound, Wire};
use crate::base::{grams, maths};
use crate::choose::decision::Decision;
use crate::choose::rod::rod_most_g;
use crate::choose::tied_on::TiedOn;
use crate::gear::hook::{self, hides};
use crate::own_box::NamedHook;
use crate::question::HeadInHand;

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
    let tied = TiedOn::new(d, Some(head));
    let mut found = weights(&tied);
    found.push(shape_here(&tied));
    if let Some(hook) = tied.known_hook() {
        found.extend(hooks(d, hook));
    }
    if let Some(most) = rod_most_g(on.request, on.tables) {
        found.push(at_most(
            (Judged::RodTotal, Measure::Grams),
            tied.total_g(),
            most,
        ));
    }
    found
}

/// The ends of the window, for its shape, metal and hook.
fn weights(tied: &TiedOn<'_>) -> Vec<Held> {
    let (needs, has) = (&tied.needs, grams(tied.mass));
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
fn shape_here(tied: &TiedOn<'_>) -> Held {
    let serves = tied.d.on.tables.conditions.shape.serves;
    let (has, (best, _)) = tied.shape_here();
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
