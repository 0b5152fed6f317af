//! What to pack for a day, with what is likely to be lost.

use std::collections::BTreeMap;

use super::choose::Chosen;
use super::taking::{Fit, InBox, Taking};
use super::{PlanAsked, PlanHeld};
use crate::base::codes::{BaitForm, Bottom, HookStyle, Material, Plastic};
use crate::choose::rig_on_question::RigOnQuestion;
use crate::choose::{Chooser, Options};
use crate::explore::gap_tasks::{carried_fishes, hook_fishes};
use crate::explore::ledger::Lost;
use crate::own_box::{Thing, named_hook};
use crate::question::{Bait, PickRequest};
use crate::statistics::rates::enough;
use crate::tables::Tables;

/// Heads of one kind.
#[derive(Debug, Clone, PartialEq)]
pub struct Packed {
    /// What, among the plan's rigs: the first that is fished with this head.
    pub rig: usize,
    /// The metal that is asked for.
    pub material: Material,
    /// Whether its hook is tied on apart, and packed so.
    pub hook_apart: bool,
    /// How many to pack.
    pub count: u32,
    /// How many of them are likely to be lost.
    pub lost: f64,
    /// What the box has; none where there is no box.
    pub owned: Option<InBox>,
}

/// Hooks of one kind, of rigs that tie them on apart.
#[derive(Debug, Clone, PartialEq)]
pub struct PackedHook {
    /// Its number.
    pub size: String,
    /// Its cut.
    pub style: HookStyle,
    /// How many to pack.
    pub count: u32,
    /// What the box has that fishes as well in this bait; none where there is no box.
    pub owned: Option<InBox>,
}

/// Baits of one kind.
#[derive(Debug, Clone, PartialEq)]
pub struct PackedBait {
    /// Its form.
    pub form: BaitForm,
    /// What it is poured from.
    pub plastic: Plastic,
    /// Its length, mm.
    pub length_mm: f64,
    /// How many to pack.
    pub count: u32,
    /// What the box has; none where there is no box.
    pub owned: Option<InBox>,
}

/// What to pack.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct Pack {
    /// Heads.
    pub heads: Vec<Packed>,
    /// Hooks that are tied on apart.
    pub hooks: Vec<PackedHook>,
    /// Baits.
    pub baits: Vec<PackedBait>,
    /// Leader: its test, lb, least and most, and how much of it, m.
    pub leaders: Vec<((f64, f64), f64)>,
    /// Heads likely to be lost an hour over each bottom that is fished, and how many hours of the
    /// angler's own log are in that.
    pub losses: Vec<(Bottom, f64, f64)>,
}

/// Heads lost an hour over a bottom: what is usual for so snaggy a place, drawn toward the
/// angler's own log by its hours. Given is how many he lost in how many hours.
///
/// With what is usual as a gamma's mean and `own_hours` as its weight, what the log says is
/// Poisson's, so that the two make (usual × own_hours + lost) / (own_hours + hours) (published:
/// A. Gelman and others, *Bayesian Data Analysis*, 3rd ed. 2013, section 2.6).
#[must_use]
pub fn losses_an_hour(tables: &Tables, snags: f64, own: Option<(f64, f64)>) -> f64 {
    let pack = &tables.days.pack;
    let usual = pack.lost_an_hour.at(snags);
    let (lost, hours) = own.unwrap_or((0.0, 0.0));
    (usual * pack.own_hours + lost) / (pack.own_hours + hours)
}

/// What a rig of the plan adds up to.
struct Sum<'a> {
    /// The rig, among the plan's.
    rig: usize,
    /// The rig on the question of the slot that it is first fished in.
    on: RigOnQuestion<'a>,
    hours: f64,
    lost: f64,
    /// On how many rods it is tied.
    tied: u32,
}

fn own_losses(lost: &[Lost], bottom: Bottom) -> Option<(f64, f64)> {
    let found = lost.iter().find(|l| l.name == bottom.label())?;
    Some((f64::from(found.count.n), found.count.hours))
}

pub(super) fn pack(
    chooser: &Chooser,
    asked: &PlanAsked,
    chosen: &Chosen,
    held: PlanHeld<'_>,
    options: Options,
) -> Pack {
    let tables = &chooser.tables;
    let requests = requests(asked, chosen);
    let (sums, losses) = sums((chooser, options), (asked, chosen), &requests, held.lost);
    let mut taking = Taking::new(tables, held.things);
    let heads = heads(&sums, chosen, &mut taking);
    Pack {
        hooks: hooks(&heads, &sums, chosen, &mut taking),
        heads: heads.into_iter().map(|h| h.0).collect(),
        baits: baits(&sums, chosen, &mut taking),
        leaders: leaders(&sums, tables.days.pack.leader_m),
        losses,
    }
}

/// The question of each rig, in the slot that it is first fished in.
fn requests(asked: &PlanAsked, chosen: &Chosen) -> BTreeMap<usize, PickRequest> {
    let mut all = BTreeMap::new();
    for slot in &chosen.slots {
        for rig in slot.parts.iter().filter_map(|p| p.by) {
            all.entry(rig).or_insert_with(|| {
                let tie = &chosen.rigs[rig];
                let mut request = asked.stops[slot.stop].request.clone();
                (request.rig, request.bait, request.head) = (Some(tie.rig), tie.bait.clone(), None);
                request
            });
        }
    }
    all
}

/// Heads lost an hour, over each bottom, with the hours of one's own log in it.
type Losses = Vec<(Bottom, f64, f64)>;

fn sums<'a>(
    (chooser, options): (&'a Chooser, Options),
    (asked, chosen): (&PlanAsked, &Chosen),
    requests: &'a BTreeMap<usize, PickRequest>,
    lost: &[Lost],
) -> (Vec<Sum<'a>>, Losses) {
    let tables = &chooser.tables;
    let sum = |(rig, request): (&usize, &'a PickRequest)| Sum {
        rig: *rig,
        on: chooser.rig_on(request, options, chosen.rigs[*rig].rig),
        hours: 0.0,
        lost: 0.0,
        tied: 0,
    };
    let mut sums: Vec<Sum<'a>> = requests.iter().map(sum).collect();
    let mut losses: BTreeMap<Bottom, (f64, f64)> = BTreeMap::new();
    for slot in &chosen.slots {
        let water = &asked.stops[slot.stop].request.water;
        let snags = tables.snags(water.bottom, water.cover);
        let own = own_losses(lost, water.bottom);
        let rate = losses_an_hour(tables, snags, own);
        let told = losses.entry(water.bottom).or_insert((rate, 0.0));
        *told = (told.0.max(rate), own.map_or(0.0, |o| o.1));
        // The parts of the work share the time of their slot.
        let served: Vec<usize> = slot.parts.iter().filter_map(|p| p.by).collect();
        #[expect(clippy::cast_precision_loss, reason = "a few parts")]
        let hours = f64::from(slot.minutes.1 - slot.minutes.0) / 60.0 / served.len().max(1) as f64;
        for sum in sums.iter_mut().filter(|s| served.contains(&s.rig)) {
            sum.hours += hours;
            sum.lost += hours * rate;
        }
    }
    for on in chosen.rods.iter().flatten() {
        if let Some(sum) = sums.iter_mut().find(|s| s.rig == on.rig) {
            sum.tied += 1;
        }
    }
    let losses = losses.into_iter().map(|(b, (rate, own))| (b, rate, own));
    (sums, losses.collect())
}

/// The sums of the rigs that one kind of head is fished on, by their places.
type Fished = Vec<usize>;

/// Heads of each kind, with the rigs that are fished with it.
fn heads(sums: &[Sum<'_>], chosen: &Chosen, taking: &mut Taking<'_>) -> Vec<(Packed, Fished)> {
    let mut kinds: Vec<Fished> = Vec::new();
    for at in 0..sums.len() {
        let tie = |at: usize| {
            let (tie, on) = (&chosen.rigs[sums[at].rig], &sums[at].on);
            let head = (tie.shape, &tie.label, on.conditions.material);
            (head, &tie.hook, on.rig.separate_hook)
        };
        match kinds.iter_mut().find(|k| tie(k[0]) == tie(at)) {
            Some(kind) => kind.push(at),
            None => kinds.push(vec![at]),
        }
    }
    let packed = |kind: Fished| {
        let first = &sums[kind[0]];
        let (tie, row) = (&chosen.rigs[first.rig], &taking.tables.days.pack);
        let lost: f64 = kind.iter().map(|at| sums[*at].lost).sum();
        let rigs = u32::try_from(kind.len()).unwrap_or(1);
        let count = enough(lost, row.enough).max(row.spare) + rigs;
        let (tables, hook_apart) = (taking.tables, first.on.rig.separate_hook);
        let fit = |thing: &Thing| {
            let Thing::Head(head) = thing else {
                return None;
            };
            // What its hook does is looked at only where all else is as wanted: a box may be large.
            if !head.is(tie.shape, tie.g) {
                return None;
            }
            let hook = named_hook(tables, thing);
            let does = |at: &usize| {
                let on = &sums[*at].on;
                on.takes_metal(head.material) && carried_fishes(on, hook.as_ref())
            };
            kind.iter().all(does).then(|| match hook_apart {
                true => Fit::Named,
                false => Fit::of(hook.as_ref(), &tie.hook.0),
            })
        };
        let packed = Packed {
            rig: first.rig,
            material: first.on.conditions.material,
            hook_apart,
            count,
            lost,
            owned: taking.take(count, fit),
        };
        (packed, kind)
    };
    kinds.into_iter().map(packed).collect()
}

/// A hook for each head whose hook is tied on apart.
fn hooks(
    heads: &[(Packed, Fished)],
    sums: &[Sum<'_>],
    chosen: &Chosen,
    taking: &mut Taking<'_>,
) -> Vec<PackedHook> {
    let tables = taking.tables;
    let one = |(head, fished): &(Packed, Fished)| {
        let (size, style) = &chosen.rigs[head.rig].hook;
        let fit = |thing: &Thing| {
            let Thing::Hook(_) = thing else { return None };
            let hook = named_hook(tables, thing)?;
            let fishes = fished.iter().all(|at| hook_fishes(&sums[*at].on, &hook));
            fishes.then(|| Fit::of(Some(&hook), size))
        };
        PackedHook {
            size: size.clone(),
            style: *style,
            count: head.count,
            owned: taking.take(head.count, fit),
        }
    };
    heads.iter().filter(|h| h.0.hook_apart).map(one).collect()
}

fn baits(sums: &[Sum<'_>], chosen: &Chosen, taking: &mut Taking<'_>) -> Vec<PackedBait> {
    let row = &taking.tables.days.pack;
    let mut kinds: Vec<(&Bait, f64)> = Vec::new();
    for sum in sums {
        let bait = &chosen.rigs[sum.rig].bait;
        let same = |k: &&mut (&Bait, f64)| {
            (k.0.form, k.0.plastic) == (bait.form, bait.plastic)
                && (k.0.length_mm - bait.length_mm).abs() < 1.0
        };
        match kinds.iter_mut().find(same) {
            Some(kind) => kind.1 += sum.hours,
            None => kinds.push((bait, sum.hours)),
        }
    }
    let packed = |(bait, hours): (&Bait, f64)| {
        let count = enough(hours * row.baits_an_hour, row.enough) + 1;
        let fit = |thing: &Thing| match thing {
            Thing::Bait(b) => {
                let same = (b.form, b.plastic) == (bait.form, bait.plastic);
                (same && (b.length_mm - bait.length_mm).abs() < 3.0).then_some(Fit::Named)
            }
            _ => None,
        };
        PackedBait {
            form: bait.form,
            plastic: bait.plastic,
            length_mm: bait.length_mm,
            count,
            owned: taking.take(count, fit),
        }
    };
    kinds.into_iter().map(packed).collect()
}

/// What leader goes into tying on, and into tying on again what is lost.
fn leaders(sums: &[Sum<'_>], leader_m: f64) -> Vec<((f64, f64), f64)> {
    let mut all: Vec<((f64, f64), f64)> = Vec::new();
    for sum in sums {
        let lb = sum.on.decide().line.leader.lb;
        let metres = (f64::from(sum.tied) + sum.lost) * leader_m;
        match all.iter_mut().find(|l| l.0 == lb) {
            Some(same) => same.1 += metres,
            None => all.push((lb, metres)),
        }
    }
    all.sort_by(|a, b| a.0.0.total_cmp(&b.0.0));
    all
}
