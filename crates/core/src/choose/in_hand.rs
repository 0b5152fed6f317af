//! The angler's own tackle, judged for what is tied on: a verdict for each thing that was named.

use super::decision::Decision;
use super::rod::rod_most_g;
use crate::base::codes::{LineKind, LowerBound, Power, Reel, TackleItem, TackleVerdict, Toothy};
use crate::base::grams;
use crate::gear::hook;

/// A thing of the question's tackle with its verdict.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct InHand {
    /// What it is.
    pub item: TackleItem,
    /// How it suits.
    pub verdict: TackleVerdict,
    /// The number that the verdict turns on: g, lb or mm by the item.
    pub turns_on: f64,
}

/// How far a rod may be stronger or weaker than usual before that is said, in powers.
const POWERS_APART: usize = 2;
/// Cast from which the stretch of a line costs the hook-set, m (common practice, v0).
const STRETCHES_FROM_M: f64 = 25.0;

/// Every thing of the tackle that the question names.
#[must_use]
pub fn in_hand(d: &Decision<'_>) -> Vec<InHand> {
    let all = [rod(d), reel(d), ratio(d), line(d), leader(d), length(d)];
    all.into_iter().flatten().collect()
}

/// The rod by its rating, else by its power: whether it bears the rig, and whether the rig loads it.
fn rod(d: &Decision<'_>) -> Option<InHand> {
    let (on, t) = (d.on, &d.on.request.tackle);
    let most = rod_most_g(on.request, on.tables)?;
    let by_power = t.rod_power.map(|p| on.tables.lines.power[p].0);
    let least = t.rod_min_g.or(by_power).unwrap_or(0.0);
    let total = grams(d.total);
    let tolerance = &on.tables.conditions.tolerance;
    let loads = on.tables.conditions.cast.loads.at(on.conditions.cast_m);
    let bends = loads * least / (1.0 + tolerance.lower[LowerBound::Castable]);
    let apart = t.rod_power.map(|p| powers_apart(p, d.line.rod.power));
    let verdict = match () {
        () if total > on.tables.lines.rod.overload * most => TackleVerdict::TooHeavy,
        () if total > most => TackleVerdict::Overloads,
        () if total < bends => TackleVerdict::DoesNotLoad,
        () if apart.is_some_and(|(stronger, by)| stronger && by >= POWERS_APART) => {
            TackleVerdict::Strong
        }
        () if apart.is_some_and(|(stronger, by)| !stronger && by >= POWERS_APART) => {
            TackleVerdict::Weak
        }
        () => TackleVerdict::Suits,
    };
    Some(InHand {
        item: TackleItem::Rod,
        verdict,
        turns_on: total,
    })
}

/// Whether a power is over another, and by how many steps.
fn powers_apart(power: Power, usual: Power) -> (bool, usize) {
    let place = |p: Power| Power::ALL.iter().position(|q| *q == p).unwrap_or(0);
    (power > usual, place(power).abs_diff(place(usual)))
}

fn reel(d: &Decision<'_>) -> Option<InHand> {
    let reel = d.on.request.tackle.reel?;
    let cast = &d.on.tables.conditions.cast;
    let light = grams(d.total) < cast.loads.at(d.on.conditions.cast_m) * cast.casting_g;
    let verdict = match reel {
        Reel::Casting if light => TackleVerdict::TooLightToCast,
        Reel::Casting | Reel::Spinning => TackleVerdict::Suits,
    };
    Some(InHand {
        item: TackleItem::Reel,
        verdict,
        turns_on: cast.casting_g,
    })
}

/// The reel's ratio: what it makes of the retrieve.
fn ratio(d: &Decision<'_>) -> Option<InHand> {
    let ratio = d.on.request.tackle.reel_ratio?;
    Some(InHand {
        item: TackleItem::Ratio,
        verdict: TackleVerdict::Counted,
        turns_on: ratio,
    })
}

/// The main line against the usual one of its kind on this rig.
fn line(d: &Decision<'_>) -> Option<InHand> {
    let (on, t) = (d.on, &d.on.request.tackle);
    if t.line_kind.is_none() && t.line_mm.is_none() && t.line_lb.is_none() {
        return None;
    }
    let kind = d.line.kind;
    let usual =
        super::line::thickest_usual_mm(on.request, on.rig, (kind, d.rung().mass), on.tables);
    let stretches = kind == LineKind::Mono && on.conditions.cast_m >= STRETCHES_FROM_M;
    let verdict = match () {
        () if d.line.mm > on.tables.mend.line.thick * usual => TackleVerdict::Thick,
        () if stretches => TackleVerdict::Stretches,
        () => TackleVerdict::Suits,
    };
    Some(InHand {
        item: TackleItem::Line,
        verdict,
        turns_on: d.line.mm,
    })
}

/// The leader against teeth, cover, hook and clear water.
fn leader(d: &Decision<'_>) -> Option<InHand> {
    let (on, t) = (d.on, &d.on.request.tackle);
    let lb = t.leader_lb?;
    let tables = on.tables;
    let teeth = matches!(on.request.toothy_fish, Toothy::Likely | Toothy::Unknown);
    let row = super::line::row(on.rig, d.rung().mass);
    let more = tables.cover(on.request.water.cover).leader_lb;
    let clear = tables.clarity(on.request.water.clarity).thins_leader;
    let verdict = match () {
        () if teeth && lb < tables.lines.leader.likely_lb.0 => TackleVerdict::TeethCut,
        () if hook::wire_for(tables, d.line.weakest_lb()) > d.hook.wire => TackleVerdict::OpensHook,
        () if more > 0.0 && lb < row.leader_lb.0 + more => TackleVerdict::Weak,
        () if clear && more == 0.0 && lb > row.leader_lb.1 => TackleVerdict::Seen,
        () => TackleVerdict::Suits,
    };
    Some(InHand {
        item: TackleItem::Leader,
        verdict,
        turns_on: lb,
    })
}

fn length(d: &Decision<'_>) -> Option<InHand> {
    let metres = d.on.request.tackle.rod_m?;
    Some(InHand {
        item: TackleItem::RodLength,
        verdict: TackleVerdict::Counted,
        turns_on: metres,
    })
}
