//! The angler's own tackle, in words.

use super::rule::turns;
use crate::answer::ToolInHand;
use crate::base::codes::{TackleItem, TackleVerdict};
use crate::base::text::{Arg, Said, sentences};
use crate::base::{grams, plain};
use crate::choose::decision::Decision;
use crate::choose::in_hand::{InHand, in_hand};

/// Every thing of the tackle that the question names, with its verdict.
#[must_use]
pub fn tackle_in_hand(d: &Decision<'_>) -> Vec<ToolInHand> {
    let units = d.on.options.units;
    let one = |found: InHand| ToolInHand {
        item: found.item,
        ok: matches!(found.verdict, TackleVerdict::Suits | TackleVerdict::Counted),
        verdict: found.verdict,
        text: said(d, found).text(units),
    };
    in_hand(d).into_iter().map(one).collect()
}

/// A rod as it was named: by its rating, else by its power.
fn rod_name(d: &Decision<'_>) -> Arg {
    let t = &d.on.request.tackle;
    let rated = match (t.rod_min_g, t.rod_max_g) {
        (Some(least), Some(most)) => Some(format!("{} to {} g", plain(least, 1), plain(most, 1))),
        (None, Some(most)) => Some(format!("up to {} g", plain(most, 1))),
        _ => None,
    };
    let power = t.rod_power.map_or("", |p| p.label());
    Arg::Text(rated.unwrap_or_else(|| power.to_owned()))
}

fn said(d: &Decision<'_>, found: InHand) -> Said {
    match found.item {
        TackleItem::Rod => rod(d, found),
        TackleItem::RodLength => sentences::hand_rod_length(Arg::Distance(found.turns_on)),
        TackleItem::Ratio => {
            let turns = turns(d.on.conditions.retrieve_mps / d.on.request.turn_m());
            sentences::hand_ratio(Arg::Number(found.turns_on, 1), turns)
        }
        TackleItem::Reel => reel(d, found),
        TackleItem::Line => line(d, found),
        TackleItem::Leader => leader(d, found),
    }
}

fn rod(d: &Decision<'_>, found: InHand) -> Said {
    let (rod, total) = (rod_name(d), Arg::Mass(found.turns_on));
    let usual = Arg::Word(d.line.rod.power.label());
    match found.verdict {
        TackleVerdict::TooHeavy => sentences::hand_rod_too_heavy(rod, total),
        TackleVerdict::Overloads => sentences::hand_rod_overloads(rod, total),
        TackleVerdict::DoesNotLoad => sentences::hand_rod_does_not_load(rod, total),
        TackleVerdict::Strong => sentences::hand_rod_strong(rod, usual),
        TackleVerdict::Weak => sentences::hand_rod_weak(rod, usual),
        _ => sentences::hand_rod_suits(rod, total),
    }
}

fn reel(d: &Decision<'_>, found: InHand) -> Said {
    let reel = d.on.request.tackle.reel.map_or("", |r| r.label());
    match found.verdict {
        TackleVerdict::TooLightToCast => {
            sentences::hand_reel_too_light(Arg::Mass(grams(d.total)), Arg::Mass(found.turns_on))
        }
        _ => sentences::hand_reel_suits(Arg::Word(reel)),
    }
}

fn line(d: &Decision<'_>, found: InHand) -> Said {
    let (kind, mm) = (
        Arg::Word(d.line.kind.label()),
        Arg::Millimetres(found.turns_on),
    );
    let mm = match d.on.request.tackle.line_lb {
        Some(lb) if d.on.request.tackle.line_mm.is_none() => {
            Arg::Said(Box::new(sentences::hand_line_test(Arg::Number(lb, 0), mm)))
        }
        _ => mm,
    };
    match found.verdict {
        TackleVerdict::Thick => sentences::hand_line_thick(kind, mm),
        TackleVerdict::Stretches => sentences::hand_line_stretches(kind, mm),
        _ => sentences::hand_line_suits(kind, mm),
    }
}

fn leader(d: &Decision<'_>, found: InHand) -> Said {
    let lb = Arg::Number(found.turns_on, 0);
    match found.verdict {
        TackleVerdict::TeethCut => {
            let least = d.on.tables.lines.leader.likely_lb.0;
            sentences::hand_leader_teeth(lb, Arg::Number(least, 0))
        }
        TackleVerdict::OpensHook => {
            sentences::hand_leader_opens(lb, Arg::Word(d.hook.wire.label()))
        }
        TackleVerdict::Weak => sentences::hand_leader_weak(lb),
        TackleVerdict::Seen => sentences::hand_leader_seen(lb),
        _ => sentences::hand_leader_suits(lb),
    }
}
