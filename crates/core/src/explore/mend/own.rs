//! What of a box mends a cause, and a thing of it tied on.

use super::changes::after;
use super::gauges::read;
use super::remedies::done_by;
use super::tries::{Try, written_out};
use crate::base::codes::{BoxList, Gauge, Remedy};
use crate::base::grams;
use crate::base::maths;
use crate::base::text::Arg;
use crate::choose::tied_on::TiedOn;
use crate::choose::{Chooser, Options};
use crate::own_box::{Item, Thing};
use crate::question::{HeadInHand, HookInHand, PickRequest};

/// Things of a box that are tried for one cause; those nearest to what is tied on come first.
const MOST_TRIED: usize = 60;

/// What of a box does it.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Doing {
    /// How many kinds of it do, of those that were tried.
    pub kinds: usize,
    /// Place of the nearest in the list of things at hand.
    pub nearest: usize,
}

/// A question with a thing of a box tied on in place of what was there.
#[must_use]
pub fn put_on(mut request: PickRequest, item: &Item, as_leader: bool) -> PickRequest {
    match &item.thing {
        Thing::Head(h) => {
            let before = request.head.as_ref().map(|h| h.hook.clone());
            let own = h.hook.is_some() || h.gap_mm.is_some() || h.length_mm.is_some();
            let hook = HookInHand {
                size: h.hook.as_ref().map(|n| n.as_str().to_owned()),
                style: h.hook_style,
                gap_mm: h.gap_mm,
                length_mm: h.length_mm,
                wire: h.wire,
            };
            request.head = Some(HeadInHand {
                shape: Some(h.shape),
                g: h.weight.grams(),
                material: Some(h.material),
                tie: h.tie,
                eye: h.eye,
                post_mm: h.post_mm,
                keeper: h.keeper,
                // A head without a hook of its own keeps the one behind it.
                hook: if own { hook } else { before.unwrap_or(hook) },
            });
        }
        Thing::Hook(h) => {
            if let Some(head) = &mut request.head {
                head.hook = HookInHand {
                    size: h.hook.as_ref().map(|n| n.as_str().to_owned()),
                    style: Some(h.hook_style),
                    gap_mm: h.gap_mm,
                    length_mm: h.length_mm,
                    wire: Some(h.wire),
                };
            }
        }
        Thing::Bait(b) => {
            let bait = &mut request.bait;
            (bait.form, bait.length_mm, bait.plastic) = (b.form, b.length_mm, b.plastic);
            (bait.body_mm, bait.build, bait.mass_g) = (b.body_mm, None, None);
        }
        Thing::Line(l) if as_leader => request.tackle.leader_lb = l.test_lb,
        Thing::Line(l) => {
            request.tackle.line_kind = Some(l.line);
            (request.tackle.line_lb, request.tackle.line_mm) = (l.test_lb, l.diameter_mm);
        }
        Thing::Rod(r) => {
            let t = &mut request.tackle;
            (t.rod_min_g, t.rod_max_g) = (Some(r.least_g), Some(r.most_g));
            t.rod_power = r.power;
        }
    }
    request
}

/// How far a thing is from what is tied on: of heads by weight, and another shape counts.
fn off(t: &TiedOn<'_>, item: &Item) -> f64 {
    match &item.thing {
        Thing::Head(h) => {
            let heavier = maths::ln(h.weight.grams() / grams(t.mass)).abs();
            heavier + f64::from(u8::from(h.shape != t.shape.code))
        }
        Thing::Hook(h) => h
            .gap_mm
            .map_or(0.5, |g| maths::ln(g / t.hook.measures.gap_mm).abs()),
        Thing::Bait(b) => {
            let longer = maths::ln(b.length_mm / t.d.on.request.bait.length_mm).abs();
            longer + f64::from(u8::from(b.form != t.d.on.request.bait.form))
        }
        Thing::Line(l) => l
            .test_lb
            .map_or(1.0, |lb| maths::ln(lb / t.leader_lb).abs()),
        Thing::Rod(_) => 0.0,
    }
}

/// Which list is looked through for a remedy: a hook that is cast into its head comes with
/// another head.
fn list_of(t: &TiedOn<'_>, remedy: Remedy) -> Option<BoxList> {
    match done_by(remedy)? {
        BoxList::Hook if !t.d.on.rig.separate_hook => Some(BoxList::Head),
        list => Some(list),
    }
}

/// What of a box brings a measure within what is wanted. A head must still be one for the
/// rig, and unless its weight is what mends it, weigh about the same.
#[must_use]
pub fn doing(
    (chooser, options): (&Chooser, Options),
    t: &TiedOn<'_>,
    (gauge, remedy): (Gauge, Remedy),
    things: &[&Item],
) -> Option<Doing> {
    let list = list_of(t, remedy)?;
    let by_weight = matches!(remedy, Remedy::HeavierHead | Remedy::LighterHead);
    let leader = matches!(remedy, Remedy::StrongerLeader | Remedy::ThinnerLeader);
    let alike = |item: &Item| match &item.thing {
        Thing::Head(h) => {
            let shape = t.d.on.rig.shapes.contains_key(&h.shape);
            let ratio = h.weight.grams() / grams(t.mass);
            shape && (by_weight || (0.6..=1.6).contains(&ratio))
        }
        _ => true,
    };
    let fits = (0..things.len()).filter(|i| things[*i].thing.kind() == list && alike(things[*i]));
    let mut near: Vec<(f64, usize)> = fits.map(|i| (off(t, things[i]), i)).collect();
    let nearer = |a: &(f64, usize), b: &(f64, usize)| a.0.total_cmp(&b.0).then(a.1.cmp(&b.1));
    if near.len() > MOST_TRIED {
        near.select_nth_unstable_by(MOST_TRIED, nearer);
        near.truncate(MOST_TRIED);
    }
    near.sort_by(nearer);
    let written = written_out(t);
    let does = |i: &usize| {
        let item = things[*i];
        let tried = Try {
            request: put_on(written.clone(), item, leader),
            to: Arg::Word(""),
            head_alone: matches!(item.thing, Thing::Head(_) | Thing::Hook(_)),
        };
        after(chooser, options, t, &tried, |then| {
            read(gauge, then).is_some_and(|r| !r.deviates())
        })
    };
    let mending: Vec<usize> = near.into_iter().map(|n| n.1).filter(does).collect();
    let nearest = *mending.first()?;
    Some(Doing {
        kinds: mending.len(),
        nearest,
    })
}
