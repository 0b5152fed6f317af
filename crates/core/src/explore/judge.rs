//! A head, held need by need against what the question asks: the one in the hand, or what is
//! tied on.

use uom::si::length::millimeter;

use crate::base::codes::{Judged, LowerBound, Point, Unsaid, UpperBound, Wire};
use crate::base::{Mass, grams, maths};
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

/// What is wanted of a measure.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Bound {
    /// At least.
    Least(f64),
    /// At most.
    Most(f64),
    /// Nothing: the rig has no such need here.
    None,
}

/// A head held against one need.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Held {
    /// Which.
    pub need: Judged,
    /// What it has.
    pub has: f64,
    /// What is wanted.
    pub bound: Bound,
    /// How far the bound may be missed, as a share of it.
    pub tolerance: f64,
    /// Their unit.
    pub measure: Measure,
    /// How far it holds, as a share of what is wanted; 0 where it misses that by no more than the
    /// tolerance; under 0 it fails, by so much more.
    pub margin: f64,
}

impl Held {
    /// Whether it is failed by more than its tolerance.
    #[must_use]
    pub fn fails(&self) -> bool {
        self.margin < 0.0
    }

    /// Whether it misses what is wanted, by no more than the tolerance.
    #[must_use]
    pub fn near(&self) -> bool {
        let missed = match self.bound {
            Bound::Least(least) => self.has < least,
            Bound::Most(most) => self.has > most,
            Bound::None => false,
        };
        missed && !self.fails()
    }

    /// What is wanted, least or most; none where the need does not apply.
    #[must_use]
    pub fn wanted(&self) -> Option<f64> {
        match self.bound {
            Bound::Least(wanted) | Bound::Most(wanted) => Some(wanted),
            Bound::None => None,
        }
    }
}

/// Longer margins than this say no more.
const MOST_MARGIN: f64 = 9.99;
/// How far wires may lie apart, as a factor, so that one gauge either way still
/// holds and two do not (v0).
const WIRE_APART: f64 = 1.22;
/// Least size of a bound that a margin is a share of.
const LEAST_BOUND: f64 = 1e-6;

fn held((need, measure): (Judged, Measure), has: f64, bound: Bound, tolerance: f64) -> Held {
    let (within, wanted, passes) = match bound {
        Bound::Least(least) => (has - least, least, has - least / (1.0 + tolerance)),
        Bound::Most(most) => (most - has, most, most * (1.0 + tolerance) - has),
        Bound::None => (MOST_MARGIN, 1.0, MOST_MARGIN),
    };
    let share = if within >= 0.0 {
        within
    } else {
        passes.min(0.0)
    };
    Held {
        need,
        has,
        bound,
        tolerance,
        measure,
        margin: (share / wanted.max(LEAST_BOUND)).clamp(-MOST_MARGIN, MOST_MARGIN),
    }
}

/// Every need that the question has of a head: of the one in hand, or of what is tied on.
#[must_use]
pub fn judge(d: &Decision<'_>, head: Option<&HeadInHand>) -> Vec<Held> {
    judge_tied(&TiedOn::new(d, head))
}

/// The same of what is tied on.
#[must_use]
pub fn judge_tied(tied: &TiedOn<'_>) -> Vec<Held> {
    let on = tied.d.on;
    let mut found = weights(tied);
    found.push(shape_here(tied));
    if let Some(hook) = tied.hook_to_judge() {
        found.extend(hooks(tied, hook));
    }
    if let Some(most) = rod_most_g(on.request, on.tables) {
        let tolerance = on.tables.conditions.tolerance.upper[UpperBound::RodMax];
        let of = (Judged::RodTotal, Measure::Grams);
        found.push(held(of, tied.total_g(), Bound::Most(most), tolerance));
    }
    found
}

/// The ends of the window, for its shape, metal and hook: of the head alone, or of the whole that
/// flies and hangs on the rod.
fn weights(tied: &TiedOn<'_>) -> Vec<Held> {
    // What is tied on is held against the very window that it was chosen in.
    let window = tied.unsaid[Unsaid::Head].then(|| {
        let on = tied.d.on;
        on.needs(&on.conditions, tied.d.school)
    });
    let needs = window.as_ref().unwrap_or(&tied.needs);
    let other = needs.rigged().other_mass;
    let one = |need: Judged, bound: Option<Mass>, of: fn(f64) -> Bound, tolerance: f64| {
        let whole = matches!(need, Judged::Castable | Judged::RodMax);
        let beside = if whole { other } else { Mass::default() };
        let bound = bound.map_or(Bound::None, |m| of(grams(m + beside)));
        let has = grams(tied.mass + beside);
        held((need, Measure::Grams), has, bound, tolerance)
    };
    let lower = LowerBound::ALL.iter().map(|need| {
        let tolerance = needs.tolerance.lower[*need];
        one(of_lower(*need), needs.lower(*need), Bound::Least, tolerance)
    });
    let upper = UpperBound::ALL.iter().map(|need| {
        let tolerance = needs.tolerance.upper[*need];
        one(of_upper(*need), needs.upper(*need), Bound::Most, tolerance)
    });
    lower.chain(upper).collect()
}

/// Its shape against the best for the place.
fn shape_here(tied: &TiedOn<'_>) -> Held {
    let serves = tied.d.on.tables.conditions.shape.serves;
    let (has, (best, _)) = tied.shape_here();
    let wanted = best - serves;
    Held {
        need: Judged::ShapeHere,
        has,
        bound: Bound::Least(wanted),
        tolerance: 0.0,
        measure: Measure::Points,
        margin: (has - wanted) / serves,
    }
}

/// Its hook against bait, cover and line.
fn hooks(tied: &TiedOn<'_>, own: &NamedHook) -> [Held; 4] {
    let d = tied.d;
    // Its gap is judged as it lies in the bait, open or hidden; whether it should be hidden is a need
    // of its own.
    let (on, asked) = (d.on, tied.hook_asked());
    let tolerance = &on.tables.conditions.tolerance;
    let judged = asked.judge(&own.measures);
    // What the choice ties on where nothing better is sold is not called wrong.
    let chosen = d.fit.fits.then_some(&d.fit.measured);
    let millimetres = |need| (need, Measure::Millimetres);
    let gap = held(
        millimetres(Judged::GapFree),
        own.measures.gap_mm,
        Bound::Least(
            chosen
                .map_or(f64::INFINITY, |h| h.gap_mm)
                .min(hook::TIGHT * judged.wanted_gap_mm),
        ),
        tolerance.gap,
    );
    let bait = on.bait.length.get::<millimeter>();
    let (least, most) = asked.length_bounds();
    let most = (most * bait).min(on.bait.tail_root.get::<millimeter>());
    let (least, most) = chosen.map_or((least * bait, most), |h| {
        (h.length_mm.min(least * bait), h.length_mm.max(most))
    });
    let length = |bound| {
        let long = own.measures.length_mm;
        held(
            millimetres(Judged::HookLength),
            long,
            bound,
            tolerance.length,
        )
    };
    let (short, stiff) = (length(Bound::Least(least)), length(Bound::Most(most)));
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
        bound: Bound::Least(wanted),
        tolerance: 0.0,
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
        bound: Bound::Least(wanted),
        tolerance: WIRE_APART - 1.0,
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
        LowerBound::Bow => Judged::Bow,
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
