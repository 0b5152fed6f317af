//! Rods over a day against every way there is, on small days, and against what is promised on
//! large ones.
#![expect(
    clippy::cast_possible_truncation,
    clippy::cast_precision_loss,
    reason = "small numbers of a test"
)]

use std::collections::BTreeMap;

use yarrowfen_core::explore::rods::{MOST_SITUATIONS, Rods, Serving, Slot, Wanted, rods};

/// SplitMix64 (published: Steele, Lea, Flood 2014).
struct Dice(u64);

impl Dice {
    fn below(&mut self, n: u64) -> usize {
        self.0 = self.0.wrapping_add(0x9e37_79b9_7f4a_7c15);
        let mut z = self.0;
        z = (z ^ (z >> 30)).wrapping_mul(0xbf58_476d_1ce4_e5b9);
        z = (z ^ (z >> 27)).wrapping_mul(0x94d0_49bb_1331_11eb);
        ((z ^ (z >> 31)) % n) as usize
    }
}

fn day(dice: &mut Dice, most: usize, rigs: u64) -> Vec<Slot> {
    let mut left = 1 + dice.below(most as u64);
    let mut slots = Vec::new();
    while left > 0 {
        let here = (1 + dice.below(3)).min(left);
        left -= here;
        let wanted = (0..here).map(|_| {
            let some: BTreeMap<usize, f64> = (0..=dice.below(3))
                .map(|_| (dice.below(rigs), [0.0, 0.5, 1.0, 2.5][dice.below(4)]))
                .collect();
            let by = some
                .into_iter()
                .map(|(rig, off)| Serving { rig, off })
                .collect();
            let minutes = [15.0, 30.0, 60.0][dice.below(3)];
            // Now and then nothing of what one has serves it.
            let by = if dice.below(12) == 0 { Vec::new() } else { by };
            Wanted { minutes, by }
        });
        slots.push(wanted.collect());
    }
    slots
}

/// Minutes unserved, retyings, and how much worse than the best.
type Cost = (f64, usize, f64);

/// Minutes that a retying takes.
const RETIE_MIN: f64 = 5.0;

fn below(a: &Cost, b: &Cost) -> bool {
    let lost = |c: &Cost| c.0 + RETIE_MIN * c.1.min(1_000_000) as f64;
    if (lost(a) - lost(b)).abs() > 1e-6 {
        return lost(a) < lost(b);
    }
    if a.1 != b.1 {
        return a.1 < b.1;
    }
    a.2 < b.2 - 1e-6
}

/// The fewest minutes lost, then the fewest retyings, then the best served, over every way to
/// carry rods: each set of rigs in each slot, with what it costs to come there from each set
/// before.
fn by_every_way(slots: &[Slot], carried: usize, rigs: usize) -> Cost {
    let sets: Vec<u32> = (0..1_u32 << rigs)
        .filter(|s| s.count_ones() as usize <= carried)
        .collect();
    let costs = |slot: &Slot, set: u32| -> (f64, f64) {
        let mut cost = (0.0, 0.0);
        for w in slot {
            let held = w.by.iter().filter(|s| set >> s.rig & 1 == 1);
            match held.map(|s| s.off).min_by(f64::total_cmp) {
                Some(off) => cost.1 += w.minutes * off,
                None => cost.0 += w.minutes,
            }
        }
        cost
    };
    // What is tied at home costs nothing: the first sets are free, and so is a rig on a rod that
    // was never used. A rod once used always carries a rig, so sets never shrink, and each rig
    // that leaves one is a retying.
    let mut best: BTreeMap<u32, Cost> = sets.iter().map(|s| (*s, (0.0, 0, 0.0))).collect();
    for slot in slots {
        let mut next: BTreeMap<u32, Cost> = BTreeMap::new();
        for (from, cost) in &best {
            for to in sets
                .iter()
                .filter(|to| to.count_ones() >= from.count_ones())
            {
                let gone = (from & !to).count_ones() as usize;
                let here = costs(slot, *to);
                let there = (cost.0 + here.0, cost.1 + gone, cost.2 + here.1);
                let known = next
                    .entry(*to)
                    .or_insert((f64::INFINITY, usize::MAX, f64::INFINITY));
                if below(&there, known) {
                    *known = there;
                }
            }
        }
        best = next;
    }
    let all = best.into_values();
    all.fold((f64::INFINITY, usize::MAX, f64::INFINITY), |least, cost| {
        if below(&cost, &least) { cost } else { least }
    })
}

/// How much worse than the best a plan serves, over its minutes.
fn off(slots: &[Slot], plan: &Rods) -> f64 {
    let all = slots.iter().flatten().zip(plan.serves.iter().flatten());
    all.filter_map(|(w, rig)| Some(w.minutes * w.by.iter().find(|s| Some(s.rig) == *rig)?.off))
        .sum()
}

/// That a plan is one: every rig that serves is carried and serves, and rods change only where
/// that is told.
fn sound(slots: &[Slot], carried: usize, plan: &Rods) {
    let mut unserved = 0.0;
    for (slot, all) in slots.iter().enumerate() {
        assert_eq!(plan.carried[slot].len(), carried);
        for (wanted, rig) in all.iter().zip(&plan.serves[slot]) {
            match rig {
                Some(rig) => {
                    assert!(wanted.by.iter().any(|s| s.rig == *rig));
                    assert!(plan.carried[slot].contains(&Some(*rig)));
                }
                None => unserved += wanted.minutes,
            }
        }
        if slot > 0 {
            for rod in 0..carried {
                let (before, now) = (plan.carried[slot - 1][rod], plan.carried[slot][rod]);
                let told = plan.retied.iter().any(|r| (r.0, r.1) == (slot, rod));
                assert!(before == now || told, "{plan:?}");
            }
        }
    }
    assert!((unserved - plan.unserved).abs() < 1e-9);
}

#[test]
fn a_small_day_is_planned_as_well_as_by_every_way_there_is() {
    let mut dice = Dice(5);
    for at in 0..500 {
        let rigs = 3 + dice.below(4);
        let carried = 1 + dice.below(3);
        let slots = day(&mut dice, 9, rigs as u64);
        let plan = rods(&slots, carried, RETIE_MIN);
        sound(&slots, carried, &plan);
        assert!(plan.exact);
        let (unserved, retyings, worse) = by_every_way(&slots, carried, rigs);
        assert!(
            (plan.unserved - unserved).abs() < 1e-9,
            "{at}: {slots:?} {plan:?} {unserved}"
        );
        assert_eq!(plan.retied.len(), retyings, "{at}: {slots:?} {plan:?}");
        let told = off(&slots, &plan);
        assert!(
            (told - worse).abs() < 1e-6,
            "{at}: {told} {worse} {slots:?} {plan:?}"
        );
    }
}

#[test]
fn a_large_day_is_planned_one_situation_after_the_other_and_says_so() {
    let mut dice = Dice(9);
    for _ in 0..60 {
        let slots = day(&mut dice, 60, 14);
        let count: usize = slots.iter().map(Vec::len).sum();
        let plan = rods(&slots, 4, RETIE_MIN);
        sound(&slots, 4, &plan);
        assert_eq!(plan.exact, count <= MOST_SITUATIONS);
        // What no rig serves stays unserved; with as many rods as a slot has situations all else
        // is served, and no slot asks for more retyings than it has situations.
        let nobody: f64 = slots
            .iter()
            .flatten()
            .filter(|w| w.by.is_empty())
            .map(|w| w.minutes)
            .sum();
        assert!((plan.unserved - nobody).abs() < 1e-9, "{plan:?}");
        assert!(plan.retied.len() <= count);
    }
}

#[test]
fn a_rod_more_never_serves_less() {
    let mut dice = Dice(17);
    for _ in 0..120 {
        let slots = day(&mut dice, 10, 6);
        let all: Vec<Rods> = (1..=4)
            .map(|carried| rods(&slots, carried, RETIE_MIN))
            .collect();
        for pair in all.windows(2) {
            let lost = |plan: &Rods| plan.unserved + RETIE_MIN * plan.retied.len() as f64;
            let less = lost(&pair[1]) < lost(&pair[0]) - 1e-9;
            let same = (lost(&pair[1]) - lost(&pair[0])).abs() < 1e-9;
            assert!(less || (same && pair[1].retied.len() <= pair[0].retied.len()));
        }
    }
    let none = rods(&[], 3, RETIE_MIN);
    assert!(none.carried.is_empty() && none.exact);
}

#[test]
fn nobody_reties_for_less_than_the_minutes_that_it_takes() {
    let by = |rig| vec![Serving { rig, off: 0.0 }];
    let stretch = |minutes, rig| {
        vec![Wanted {
            minutes,
            by: by(rig),
        }]
    };
    for (minutes, reties) in [(4.0, 0), (6.0, 1)] {
        let day = [stretch(60.0, 0), stretch(minutes, 1)];
        let plan = rods(&day, 1, RETIE_MIN);
        assert_eq!(plan.retied.len(), reties, "{minutes}");
        assert_eq!(plan.serves[1][0].is_some(), reties == 1, "{minutes}");
    }
}
