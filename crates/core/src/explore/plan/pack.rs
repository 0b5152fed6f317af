//! What to pack for a day, with what is likely to be lost.

use std::collections::BTreeMap;

use super::choose::Chosen;
use super::{PlanAsked, PlanHeld};
use crate::base::codes::{BaitForm, Bottom, Plastic};
use crate::choose::{Chooser, Options};
use crate::explore::ledger::Lost;
use crate::own_box::{Item, Thing};
use crate::statistics::rates::enough;
use crate::tables::Tables;

/// Heads of one kind.
#[derive(Debug, Clone, PartialEq)]
pub struct Packed {
    /// What, among the plan's rigs.
    pub rig: usize,
    /// How many to pack.
    pub count: u32,
    /// How many of them are likely to be lost.
    pub lost: f64,
    /// How many are in the box; none where there is no box.
    pub owned: Option<u32>,
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
    /// How many are in the box; none where there is no box.
    pub owned: Option<u32>,
}

/// What to pack.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct Pack {
    /// Heads.
    pub heads: Vec<Packed>,
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

/// What a kind of thing adds up to.
#[derive(Default)]
struct Sum {
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
) -> Pack {
    let tables = &chooser.tables;
    let row = &tables.days.pack;
    let mut sums: BTreeMap<usize, Sum> = BTreeMap::new();
    let mut losses: BTreeMap<Bottom, (f64, f64)> = BTreeMap::new();
    for slot in &chosen.slots {
        let water = &asked.stops[slot.stop].request.water;
        let snags = tables.snags(water.bottom, water.cover);
        let own = own_losses(held.lost, water.bottom);
        let rate = losses_an_hour(tables, snags, own);
        let told = losses.entry(water.bottom).or_insert((rate, 0.0));
        *told = (told.0.max(rate), own.map_or(0.0, |o| o.1));
        // The parts of the work share the time of their slot.
        let served: Vec<usize> = slot.parts.iter().filter_map(|p| p.by).collect();
        #[expect(clippy::cast_precision_loss, reason = "a few parts")]
        let hours = f64::from(slot.minutes.1 - slot.minutes.0) / 60.0 / served.len().max(1) as f64;
        for rig in served {
            let sum = sums.entry(rig).or_default();
            sum.hours += hours;
            sum.lost += hours * rate;
        }
    }
    for on in chosen.rods.iter().flatten() {
        sums.entry(on.rig).or_default().tied += 1;
    }
    let heads = sums.iter().map(|(rig, sum)| Packed {
        rig: *rig,
        count: enough(sum.lost, row.enough).max(row.spare) + 1,
        lost: sum.lost,
        owned: held.things.map(|things| heads_owned(things, chosen, *rig)),
    });
    Pack {
        heads: heads.collect(),
        baits: baits(&sums, chosen, held, tables),
        leaders: leaders(chooser, asked, chosen, &sums),
        losses: losses
            .into_iter()
            .map(|(b, (rate, own))| (b, rate, own))
            .collect(),
    }
}

fn heads_owned(things: &[&Item], chosen: &Chosen, rig: usize) -> u32 {
    let wanted = &chosen.rigs[rig];
    let same = |item: &&&Item| match &item.thing {
        Thing::Head(h) => h.is(wanted.shape, wanted.g),
        _ => false,
    };
    things.iter().filter(same).map(|i| i.count).sum()
}

fn baits(
    sums: &BTreeMap<usize, Sum>,
    chosen: &Chosen,
    held: PlanHeld<'_>,
    tables: &Tables,
) -> Vec<PackedBait> {
    let row = &tables.days.pack;
    let mut kinds: Vec<(PackedBait, f64)> = Vec::new();
    for (rig, sum) in sums {
        let bait = &chosen.rigs[*rig].bait;
        let same = |k: &&mut (PackedBait, f64)| {
            (k.0.form, k.0.plastic) == (bait.form, bait.plastic)
                && (k.0.length_mm - bait.length_mm).abs() < 1.0
        };
        match kinds.iter_mut().find(same) {
            Some(kind) => kind.1 += sum.hours,
            None => {
                let kind = PackedBait {
                    form: bait.form,
                    plastic: bait.plastic,
                    length_mm: bait.length_mm,
                    count: 0,
                    owned: None,
                };
                kinds.push((kind, sum.hours));
            }
        }
    }
    let owned = |k: &PackedBait| {
        let of_kind = |item: &&&Item| match &item.thing {
            Thing::Bait(b) => b.form == k.form && (b.length_mm - k.length_mm).abs() < 3.0,
            _ => false,
        };
        Some(held.things?.iter().filter(of_kind).map(|i| i.count).sum())
    };
    kinds
        .into_iter()
        .map(|(kind, hours)| PackedBait {
            count: enough(hours * row.baits_an_hour, row.enough) + 1,
            owned: owned(&kind),
            ..kind
        })
        .collect()
}

/// What leader goes into tying on, and into tying on again what is lost.
fn leaders(
    chooser: &Chooser,
    asked: &PlanAsked,
    chosen: &Chosen,
    sums: &BTreeMap<usize, Sum>,
) -> Vec<((f64, f64), f64)> {
    let mut all: Vec<((f64, f64), f64)> = Vec::new();
    for (rig, sum) in sums {
        let fished = chosen
            .slots
            .iter()
            .find(|s| s.parts.iter().any(|p| p.by == Some(*rig)));
        let Some(slot) = fished else { continue };
        let tie = &chosen.rigs[*rig];
        let mut request = asked.stops[slot.stop].request.clone();
        (request.rig, request.bait, request.head) = (Some(tie.rig), tie.bait.clone(), None);
        let on = chooser.rig_on(&request, Options::default(), tie.rig);
        let lb = on.decide().line.leader.lb;
        let metres = (f64::from(sum.tied) + sum.lost) * chooser.tables.days.pack.leader_m;
        match all.iter_mut().find(|l| l.0 == lb) {
            Some(same) => same.1 += metres,
            None => all.push((lb, metres)),
        }
    }
    all.sort_by(|a, b| a.0.0.total_cmp(&b.0.0));
    all
}
