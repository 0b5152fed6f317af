//! What goes on which rod, from what serves each slot.

use std::collections::BTreeMap;

use super::cells::{Key, Serves, StopLook};
use super::slots::Open;
use super::{OnRod, PartPlanned, SlotPlanned, Tieable};
use crate::base::codes::{BaitForm, DayPart, Plastic};
use crate::explore::rods::{Rods, Serving, Slot, Wanted, rods};

/// What was chosen.
pub(super) struct Chosen {
    pub(super) slots: Vec<SlotPlanned>,
    pub(super) rigs: Vec<Tieable>,
    pub(super) rods: Vec<Vec<OnRod>>,
    pub(super) unserved: (f64, f64),
    pub(super) exact: bool,
}

/// A bait: its length in tenths of a millimetre, its form, its plastic.
type BaitKey = (u32, BaitForm, Plastic);

/// A head with its bait: what is not the same at two stops is not one rig.
type Candidate = (Key, Option<BaitKey>);

/// Parts that are served: the slot, the part's place in it, and how much worse than the best.
type ServedParts = Vec<(usize, usize, f64)>;

/// What each candidate serves.
type ServedBy = BTreeMap<Candidate, ServedParts>;

fn candidates(looks: &[StopLook<'_>], slots: &[Open]) -> ServedBy {
    let mut all = ServedBy::new();
    for (s, slot) in slots.iter().enumerate() {
        for (p, (part, serves)) in slot.parts.iter().enumerate() {
            for (key, served) in serves {
                let bait = bait_of(&looks[slot.stop], *part, *key);
                all.entry((*key, bait))
                    .or_default()
                    .push((s, p, served.off));
            }
        }
    }
    all
}

/// The bait that a rig is fished with at a stop.
fn bait_of(look: &StopLook<'_>, part: DayPart, key: Key) -> Option<BaitKey> {
    let here = look.parts.iter().find(|p| p.part == part)?;
    let bait = &here.rigs.iter().find(|r| r.rig == key.0)?.bait;
    #[expect(
        clippy::cast_possible_truncation,
        clippy::cast_sign_loss,
        reason = "at most 300 mm"
    )]
    let tenths = (bait.length_mm * 10.0).round() as u32;
    Some((tenths, bait.form, bait.plastic))
}

/// Those that no other serves at least as well wherever they do.
fn worth_a_look(all: &ServedBy) -> Vec<(&Candidate, &ServedParts)> {
    let rows: Vec<_> = all.iter().collect();
    let beaten = |i: usize| {
        let own = rows[i].1;
        rows.iter().enumerate().any(|(j, (_, other))| {
            let covers = own.iter().all(|(s, p, off)| {
                let there = other.iter().find(|o| (o.0, o.1) == (*s, *p));
                there.is_some_and(|o| o.2 <= *off)
            });
            // Of two that serve the same the first stands.
            let same = || own.len() == other.len() && own.iter().zip(*other).all(|(a, b)| a == b);
            j != i && covers && (!same() || j < i)
        })
    };
    (0..rows.len())
        .filter(|i| !beaten(*i))
        .map(|i| rows[i])
        .collect()
}

/// Chooses.
pub(super) fn choose(
    looks: &[StopLook<'_>],
    slots: &[Open],
    (carried, retie_min): (usize, f64),
) -> Chosen {
    let all = candidates(looks, slots);
    let some = worth_a_look(&all);
    let mut wanted: Vec<Slot> = slots
        .iter()
        .map(|slot| {
            let minutes = f64::from(slot.minutes.1 - slot.minutes.0);
            let want = |_: &(DayPart, Serves)| Wanted {
                minutes,
                by: Vec::new(),
            };
            slot.parts.iter().map(want).collect()
        })
        .collect();
    for (rig, (_, serves)) in some.iter().enumerate() {
        for (s, p, off) in *serves {
            wanted[*s][*p].by.push(Serving { rig, off: *off });
        }
    }
    let found = rods(&wanted, carried, retie_min);
    let minutes = wanted.iter().flatten().map(|w| w.minutes).sum();
    let tie = |(key, _): &Candidate, first: usize| tieable(&looks[slots[first].stop], *key);
    let rigs: Vec<(Key, Option<Tieable>)> = some
        .iter()
        .map(|(c, serves)| (c.0, tie(c, serves.first().map_or(0, |s| s.0))))
        .collect();
    told(slots, &found, rigs, minutes)
}

fn tieable(look: &StopLook<'_>, (rig, shape, weight): Key) -> Option<Tieable> {
    let of_part = |p: &super::cells::PartHere| {
        let here = p.rigs.iter().find(|r| r.rig == rig)?;
        let (label, g) = look.marked(weight);
        Some(Tieable {
            rig,
            shape,
            label,
            g,
            bait: here.bait.clone(),
            hook: here.hook.clone(),
            part: p.part,
        })
    };
    look.parts.iter().find_map(of_part)
}

/// Puts what was found into the plan's own words: only rigs that serve, rods in the order over a
/// spot.
fn told(slots: &[Open], found: &Rods, rigs: Vec<(Key, Option<Tieable>)>, minutes: f64) -> Chosen {
    let mut used: Vec<usize> = found.serves.iter().flatten().flatten().copied().collect();
    used.sort_unstable();
    used.dedup();
    used.retain(|rig| rigs[*rig].1.is_some());
    let place = |rig: usize| used.iter().position(|u| *u == rig);
    let planned = |(slot, serves): (&Open, &Vec<Option<usize>>)| SlotPlanned {
        stop: slot.stop,
        minutes: slot.minutes,
        depths: slot.depths,
        winds: slot.winds,
        parts: slot
            .parts
            .iter()
            .zip(serves)
            .map(|((part, heads), by)| PartPlanned {
                part: *part,
                by: by.and_then(place),
                compromise: by
                    .and_then(|rig| heads.get(&rigs[rig].0))
                    .and_then(|served| served.compromise),
            })
            .collect(),
    };
    let slots: Vec<SlotPlanned> = slots.iter().zip(&found.serves).map(planned).collect();
    let rigs: Vec<Tieable> = used.iter().filter_map(|u| rigs[*u].1.clone()).collect();
    let count = found.carried.first().map_or(0, Vec::len);
    let mut rods: Vec<Vec<OnRod>> = (0..count)
        .map(|rod| on_rod(rod, found, &slots, &place))
        .filter(|rod| !rod.is_empty())
        .collect();
    rods.sort_by_key(|rod| rod.first().map(|o| (rigs[o.rig].part, o.slots.0)));
    Chosen {
        slots,
        rigs,
        rods,
        unserved: (found.unserved, minutes),
        exact: found.exact,
    }
}

/// What hangs on a rod, from when it is first fished to when it is last.
fn on_rod(
    rod: usize,
    found: &Rods,
    slots: &[SlotPlanned],
    place: &impl Fn(usize) -> Option<usize>,
) -> Vec<OnRod> {
    let mut all: Vec<OnRod> = Vec::new();
    let mut hung: Option<usize> = None;
    for (s, slot) in slots.iter().enumerate() {
        let carried = found.carried[s][rod];
        let fresh = carried != hung;
        hung = carried;
        let Some(rig) = carried.and_then(place) else {
            continue;
        };
        let fished = slot.parts.iter().any(|p| p.by == Some(rig));
        let retied = found.retied.iter().any(|r| (r.0, r.1) == (s, rod));
        let begun = all.last_mut().filter(|last| last.rig == rig && !fresh);
        match begun {
            Some(last) if fished => last.slots.1 = s,
            None if fished || retied => all.push(OnRod {
                rig,
                slots: (s, s),
                retied,
            }),
            _ => {}
        }
    }
    all
}
