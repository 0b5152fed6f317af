//! What was not said of what is tied on, taken another way: where a cause turns on it, it is
//! asked.

use super::tries::{Try, with, with_head};
use crate::base::codes::{EyeTurn, Keeper, Power, Tie, Unsaid, Wire};
use crate::base::grams;
use crate::base::limits;
use crate::base::text::Arg;
use crate::choose::tied_on::TiedOn;
use crate::own_box::NamedHook;
use crate::question::HeadInHand;
use uom::si::length::millimeter;

/// How much higher or lower an eye may stand than usual, mm (v0).
const POST_MM: f64 = 2.0;

/// Other ways that something may be which was not said.
#[must_use]
pub fn otherwise(t: &TiedOn<'_>, unknown: Unsaid) -> Vec<Try> {
    match unknown {
        Unsaid::Head => weights(t),
        Unsaid::Eye => by(t, (EyeTurn::ALL, t.turn), |h, v| h.eye = Some(v)),
        Unsaid::Tie => by(t, (Tie::ALL, t.tie), |h, v| h.tie = Some(v)),
        Unsaid::Keeper => by(t, (Keeper::ALL, t.keeper), |h, v| h.keeper = Some(v)),
        Unsaid::Wire => by(t, (Wire::ALL, t.hook.wire), |h, v| h.hook.wire = Some(v)),
        Unsaid::Post if t.eye_mm > 0.0 => {
            let post = |mm: f64| with_head(t, Arg::Word(""), |h| h.post_mm = Some(mm));
            vec![
                post((t.eye_mm - POST_MM).max(0.0)),
                post(t.eye_mm + POST_MM),
            ]
        }
        // At the nose or sunk, there is none.
        Unsaid::Post => Vec::new(),
        Unsaid::Hook => hooks(t),
        Unsaid::Body => {
            let (slim, fat) = t.d.on.bait.depth_band;
            let body = |depth: crate::base::Length| {
                let mm = depth.get::<millimeter>();
                let most = limits::BAIT_BODY.most.min(t.d.on.request.bait.length_mm);
                with(t, Arg::Word(""), |r| {
                    r.bait.body_mm = Some(mm.clamp(limits::BAIT_BODY.least, most));
                })
            };
            vec![body(slim), body(fat)]
        }
        Unsaid::Rod => rods(t),
        Unsaid::Leader => {
            let (least, most) = t.d.line.leader.lb;
            let leader = |lb| with(t, Arg::Word(""), |r| r.tackle.leader_lb = Some(lb));
            vec![leader(least), leader(most)]
        }
    }
}

/// Every other value of a list.
fn by<C: Copy + PartialEq + 'static>(
    t: &TiedOn<'_>,
    (all, now): (&'static [C], C),
    set: fn(&mut HeadInHand, C),
) -> Vec<Try> {
    let others = all.iter().copied().filter(|c| *c != now);
    let changed = |c: C| with_head(t, Arg::Word(""), |head| set(head, c));
    others.map(changed).collect()
}

/// One weight lighter, and one heavier.
fn weights(t: &TiedOn<'_>) -> Vec<Try> {
    let rungs = t.d.on.rungs;
    let lighter = rungs.iter().rev().find(|r| r.mass < 0.99 * t.mass);
    let heavier = rungs.iter().find(|r| r.mass > 1.01 * t.mass);
    let weighing =
        |rung: &crate::base::Rung| with_head(t, Arg::Word(""), |h| h.g = grams(rung.mass));
    lighter.into_iter().chain(heavier).map(weighing).collect()
}

/// One size smaller, and one larger.
fn hooks(t: &TiedOn<'_>) -> Vec<Try> {
    let sizes = &t.d.on.tables.hooks.size;
    let number = t.hook.number.as_ref().map(|n| n.as_str());
    let at = sizes.iter().position(|s| Some(s.label.as_str()) == number);
    let near = at.map_or([None, None], |at| {
        [at.checked_sub(1), Some(at + 1).filter(|i| *i < sizes.len())]
    });
    let sized = |i: usize| {
        let (tables, style, wire) = (t.d.on.tables, t.hook.style, t.hook.wire);
        let hook = NamedHook::nominal(tables, &sizes[i].label, style, wire)?;
        let size = hook.number?.as_str().to_owned();
        Some(with_head(t, Arg::Word(""), move |h| {
            h.hook.size = Some(size);
        }))
    };
    near.into_iter().flatten().filter_map(sized).collect()
}

/// A rod of one power less, and of one more.
fn rods(t: &TiedOn<'_>) -> Vec<Try> {
    let at = Power::ALL.iter().position(|p| *p == t.rod);
    let near = at.map_or([None, None], |at| {
        [
            at.checked_sub(1).map(|i| Power::ALL[i]),
            Power::ALL.get(at + 1).copied(),
        ]
    });
    let powered = |power| with(t, Arg::Word(""), |r| r.tackle.rod_power = Some(power));
    near.into_iter().flatten().map(powered).collect()
}
