//! Other baits on the same head.

use super::tries::{Try, with};
use crate::base::codes::Plastic;
use crate::base::text::Arg;
use crate::base::{limits, round};
use crate::choose::tie;
use crate::choose::tied_on::TiedOn;

/// Steps in which thicknesses and lengths are tried, mm.
const DEPTH_STEP_MM: f64 = 0.5;
const LENGTH_STEP_MM: f64 = 5.0;
/// How much slimmer, and how much shorter, a bait still is the same one.
const SLIMMEST: f64 = 0.4;
const SHORTEST: f64 = 0.5;

/// Values from one down to another, or up to it, on whole steps.
fn stepped(from: f64, to: f64, step: f64) -> Vec<f64> {
    let sign = if to < from { -1.0 } else { 1.0 };
    let first = if to < from {
        ((from - 1e-9) / step).floor()
    } else {
        ((from + 1e-9) / step).ceil()
    };
    (0..80)
        .map(|i| round((first + sign * f64::from(i)) * step, 2))
        .filter(|v| *v != from)
        .take_while(|v| if to < from { *v >= to } else { *v <= to })
        .collect()
}

/// Slimmer ones of the same form and length.
pub fn slimmer(t: &TiedOn<'_>) -> Vec<Try> {
    let now = t.d.on.bait_depth_mm();
    let least = (SLIMMEST * now).max(limits::BAIT_BODY.least);
    let tried = |mm: f64| {
        with(t, Arg::FineSize(mm), |r| {
            r.bait.body_mm = Some(mm);
            r.bait.build = None;
            r.bait.mass_g = None;
        })
    };
    stepped(now, least, DEPTH_STEP_MM)
        .into_iter()
        .map(tried)
        .collect()
}

/// Shorter ones, as thick as this: bitten off, or half of a longer one.
pub fn shorter(t: &TiedOn<'_>) -> Vec<Try> {
    let (now, depth) = (t.d.on.request.bait.length_mm, t.d.on.bait_depth_mm());
    let least = (SHORTEST * now)
        .max(t.d.on.rig.bait.least_mm.min(now))
        .max(limits::BAIT_LENGTH.least);
    let tried = |mm: f64| {
        with(t, Arg::Size(mm), |r| {
            r.bait.length_mm = mm;
            r.bait.body_mm = Some(depth);
            r.bait.mass_g = r.bait.mass_g.map(|g| round(g * mm / now, 2));
        })
    };
    stepped(now, least, LENGTH_STEP_MM)
        .into_iter()
        .map(tried)
        .collect()
}

/// Larger ones of the same form, as thick for their length as such are.
pub fn larger(t: &TiedOn<'_>) -> Vec<Try> {
    let now = t.d.on.request.bait.length_mm;
    let tried = |mm: f64| {
        with(t, Arg::Size(mm), |r| {
            r.bait.body_mm = r
                .bait
                .body_mm
                .map(|b| round((b * mm / now).min(limits::BAIT_BODY.most), 1));
            r.bait.length_mm = mm;
            r.bait.mass_g = None;
        })
    };
    stepped(now, t.d.on.rig.bait.most_mm.max(now), LENGTH_STEP_MM)
        .into_iter()
        .map(tried)
        .collect()
}

/// The same of floating plastic, on the keeper that holds that.
pub fn floating(t: &TiedOn<'_>) -> Vec<Try> {
    if t.d.on.request.bait.plastic == Plastic::Floating {
        return Vec::new();
    }
    let mut floating = t.d.on.request.clone();
    floating.bait.plastic = Plastic::Floating;
    let keeper = tie::keeper(&floating, t.d.on.tables);
    vec![with(t, Arg::Word(keeper.label()), |r| {
        r.bait.plastic = Plastic::Floating;
        r.bait.mass_g = None;
        if let Some(head) = &mut r.head {
            head.keeper = Some(keeper);
        }
    })]
}
