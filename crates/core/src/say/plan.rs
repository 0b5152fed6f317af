//! A planned day in words.

use super::words_of;
use crate::answer::Text;
use crate::base::UnitSystem;
use crate::base::codes::{Bottom, DayPart};
use crate::base::text::{Arg, Said, capital, day_sentences as say, labels};
use crate::day::{USUAL_REST_MIN, show_time};
use crate::explore::plan::{
    Compromise, InBox, Packed, PackedBait, PackedHook, PartPlanned, Plan, PlanAsked, PlanFault,
    SlotPlanned, StepPlanned, Tieable,
};
use crate::explore::plan::{MOST_CARRIED, MOST_STOPS};
use crate::physics::sun::Light;
use crate::question::PickRequest;

fn of_tie(tie: &Tieable) -> Said {
    say::tieable(
        Arg::Text(tie.label.to_string()),
        Arg::Word(tie.shape.label()),
        Arg::Size(tie.bait.length_mm),
        Arg::Word(tie.bait.form.label()),
    )
}

/// A head with its bait: `1/8 oz football, 70 mm stick`.
#[must_use]
pub fn tie(tie: &Tieable, units: UnitSystem) -> Text {
    of_tie(tie).text(units)
}

/// A head with its hook: `1/8 oz football, hook 2/0`; without it where it is tied on apart.
#[must_use]
pub fn head(tie: &Tieable, packed: &Packed, units: UnitSystem) -> Text {
    let (label, shape) = (
        Arg::sold(tie.label.clone(), packed.material),
        Arg::Word(tie.shape.label()),
    );
    if packed.hook_apart {
        return say::head_apart(label, shape).text(units);
    }
    say::head_of(label, shape, Arg::Text(tie.hook.0.clone())).text(units)
}

/// A hook: `3/0 wide gap hook`.
#[must_use]
pub fn hook(hook: &PackedHook, units: UnitSystem) -> Text {
    say::hook_of(Arg::Text(hook.size.clone()), Arg::Word(hook.style.label())).text(units)
}

/// What the box has of something of which so many are packed, and whether that is too little.
#[must_use]
pub fn in_box(count: u32, owned: &InBox, units: UnitSystem) -> (Text, bool) {
    let number = |n: u32| Arg::Number(f64::from(n), 0);
    let lacks = owned.left < count;
    let said = match (lacks, owned.left < owned.all, owned.hooks.is_empty()) {
        (true, true, _) => say::plan_has_left(number(owned.left), number(owned.all)),
        (true, false, _) => say::plan_has_some(number(owned.all)),
        (false, _, true) => say::plan_has(number(owned.all)),
        (false, _, false) => {
            say::plan_has_hooked(number(owned.all), Arg::Text(owned.hooks.join(", ")))
        }
    };
    (said.text(units), lacks)
}

/// A bait: `70 mm floating stick`.
#[must_use]
pub fn bait(bait: &PackedBait, units: UnitSystem) -> Text {
    say::bait_of(
        Arg::Size(bait.length_mm),
        Arg::Word(bait.plastic.label()),
        Arg::Word(bait.form.label()),
    )
    .text(units)
}

fn slot_said(asked: &PlanAsked, slot: &SlotPlanned) -> Said {
    let place = Arg::Text(asked.stops[slot.stop].name.clone());
    let (shallow, deep) = slot.depths;
    if deep - shallow < 0.05 {
        return say::slot_at(place, Arg::Distance(shallow));
    }
    say::slot_over(place, Arg::Distance(shallow), Arg::Distance(deep))
}

/// Where a slot is fished: `north wall, 4 to 5.1 m`.
#[must_use]
pub fn slot(asked: &PlanAsked, slot: &SlotPlanned, units: UnitSystem) -> Text {
    slot_said(asked, slot).text(units)
}

/// The same with its wind.
#[must_use]
pub fn slot_with_wind(asked: &PlanAsked, slot: &SlotPlanned, units: UnitSystem) -> Text {
    let said = Arg::Said(Box::new(slot_said(asked, slot)));
    let (least, most) = slot.winds;
    if most - least < 0.25 {
        return say::slot_wind(said, Arg::Wind(least)).text(units);
    }
    say::slot_winds(said, Arg::Wind(least), Arg::Wind(most)).text(units)
}

/// A step of the day: when, where, what is tied on or taken in hand.
#[must_use]
pub fn step(asked: &PlanAsked, plan: &Plan, step: &StepPlanned, units: UnitSystem) -> Text {
    let slot = &plan.slots[step.slot];
    let rod = |rod: u8| Arg::Number(f64::from(rod), 0);
    let tied = step.ties.iter().rev().map(|t| {
        let tie = &plan.rigs[t.rig];
        let label = Arg::Text(tie.label.to_string());
        say::step_tie(rod(t.rod), label, Arg::Word(tie.shape.label()))
    });
    let hand = step.in_hand.map(|r| say::line_rod(rod(r)));
    let all = std::iter::once(slot_said(asked, slot))
        .chain(tied)
        .chain(hand);
    let parts: Vec<String> = all.map(|said| said.text(units).into_owned()).collect();
    say::step_at(
        Arg::Text(show_time(slot.minutes.0)),
        Arg::Text(parts.join("; ")),
    )
    .text(units)
}

/// The name of a place that has none: `3 m over gravel`.
#[must_use]
pub fn place(request: &PickRequest, units: UnitSystem) -> Text {
    let water = &request.water;
    let depth = Arg::Distance(water.middle_depth_m());
    say::place_by_water(depth, Arg::Word(water.bottom.label())).text(units)
}

/// What is retied, and when: each in a line.
#[must_use]
pub fn reties(plan: &Plan, units: UnitSystem) -> Vec<Text> {
    let mut all: Vec<(u16, Text)> = Vec::new();
    for (rod, hung) in (1_u8..).zip(&plan.rods) {
        for on in hung.iter().filter(|o| o.retied) {
            let at = plan.slots[on.slots.0].minutes.0;
            let tie = Arg::Said(Box::new(of_tie(&plan.rigs[on.rig])));
            let rod = Arg::Number(f64::from(rod), 0);
            all.push((
                at,
                say::plan_retie(rod, Arg::Text(show_time(at)), tie).text(units),
            ));
        }
    }
    all.sort_by_key(|a| a.0);
    all.into_iter().map(|a| a.1).collect()
}

/// What nothing serves, each in a line.
#[must_use]
pub fn unserved(asked: &PlanAsked, plan: &Plan, units: UnitSystem) -> Vec<Text> {
    let slots = plan.slots.iter();
    let all = slots.flat_map(|s| {
        s.parts
            .iter()
            .filter(|p| p.by.is_none())
            .map(move |p| (s, p))
    });
    all.map(|(slot, p)| {
        let said = Arg::Said(Box::new(slot_said(asked, slot)));
        say::plan_unserved(said, Arg::Word(p.part.label())).text(units)
    })
    .collect()
}

/// Where no weight does everything, each stretch in a sentence, with what is fished all the same.
#[must_use]
pub fn compromises(asked: &PlanAsked, plan: &Plan, units: UnitSystem) -> Vec<Text> {
    let of_slot = |slot: &SlotPlanned| {
        let parts = slot.parts.iter().filter(|p| p.compromise.is_some());
        let rigs = parts.filter_map(|p| p.by);
        let ties: Vec<Text> = rigs.map(|rig| tie(&plan.rigs[rig], units)).collect();
        let place = Arg::Said(Box::new(slot_said(asked, slot)));
        let said = || say::plan_compromise(place, Arg::Text(ties.join("; "))).text(units);
        (!ties.is_empty()).then(said)
    };
    let mut all: Vec<Text> = plan.slots.iter().filter_map(of_slot).collect();
    all.dedup();
    all
}

/// What a lighter head fails in and what a heavier one does, where a weight is a compromise.
fn between(compromise: Compromise) -> Said {
    match compromise.between {
        Some((lower, upper)) => say::plan_between(
            words_of("LowerNeeds", lower.code()),
            words_of("UpperSuffers", upper.code()),
        ),
        None => say::plan_no_size(),
    }
}

/// The needs that cross in a slot, for each part of the work that is a compromise.
#[must_use]
pub fn crossed_needs(slot: &SlotPlanned, units: UnitSystem) -> Vec<Text> {
    let of = |p: &PartPlanned| {
        let said = Arg::Said(Box::new(between(p.compromise?)));
        Some(say::plan_part_between(Arg::Word(p.part.label()), said).text(units))
    };
    slot.parts.iter().filter_map(of).collect()
}

/// What is fished for a part: a head with its bait, and whether that is a compromise; `None`
/// where nothing is.
#[must_use]
pub fn fished_for(plan: &Plan, part: &PartPlanned, units: UnitSystem) -> Option<Text> {
    let said = of_tie(&plan.rigs[part.by?]);
    let said = match part.compromise {
        Some(compromise) => say::plan_compromise_short(
            Arg::Said(Box::new(said)),
            Arg::Said(Box::new(between(compromise))),
        ),
        None => said,
    };
    Some(said.text(units))
}

/// How the rods were chosen.
#[must_use]
pub fn how(asked: &PlanAsked, plan: &Plan, units: UnitSystem) -> Text {
    let said = if asked.turns.is_some() {
        say::plan_turns()
    } else if plan.exact {
        say::plan_exact()
    } else {
        say::plan_greedy()
    };
    said.text(units)
}

/// Heads likely to be lost over a bottom.
#[must_use]
pub fn loss((bottom, rate, own): (Bottom, f64, f64), units: UnitSystem) -> Text {
    let (rate, over) = (Arg::Number(rate, 1), Arg::Word(bottom.label()));
    if own < 0.5 {
        return say::plan_loss(rate, over).text(units);
    }
    say::plan_loss_own(rate, over, Arg::Number(own, 0)).text(units)
}

/// Leader to pack.
#[must_use]
pub fn leader(((least, most), metres): ((f64, f64), f64), units: UnitSystem) -> Text {
    let pounds = |lb| Arg::Number(lb, 0);
    say::plan_leader(Arg::Distance(metres.ceil()), pounds(least), pounds(most)).text(units)
}

/// The order over a spot, of the parts that the day has.
#[must_use]
pub fn over_spot(plan: &Plan, units: UnitSystem) -> Text {
    let parts = DayPart::ALL
        .iter()
        .filter(|part| plan.rigs.iter().any(|r| r.part == **part));
    let codes: Vec<&str> = parts.map(|p| p.code()).collect();
    // The first of them follows nothing.
    let order = labels("DayPartTold", &codes).join(", ");
    let order = order.strip_prefix("then ").unwrap_or(&order).to_owned();
    let minutes = Arg::Number(f64::from(USUAL_REST_MIN), 0);
    capital(&say::plan_over_spot(Arg::Text(order), minutes).text(units)).into()
}

/// The hours of light.
#[must_use]
pub fn light(light: &Light, units: UnitSystem) -> Text {
    let (Some(rises), Some(sets)) = (light.rises, light.sets) else {
        let said = if light.day {
            say::plan_always_light()
        } else {
            say::plan_never_light()
        };
        return said.text(units);
    };
    let time = |at: f64| {
        #[expect(
            clippy::cast_possible_truncation,
            clippy::cast_sign_loss,
            reason = "minutes of a day"
        )]
        let minute = at.rem_euclid(1440.0).round() as u16;
        Arg::Text(show_time(minute))
    };
    // Where it never grows dark, light is told from sun to sun.
    let (dawn, dusk) = (light.dawn.unwrap_or(rises), light.dusk.unwrap_or(sets));
    say::plan_light(time(dawn), time(rises), time(sets), time(dusk)).text(units)
}

/// Why a day cannot be planned.
#[must_use]
pub fn fault(fault: PlanFault, asked: &PlanAsked) -> String {
    let place = |at: usize| {
        asked
            .stops
            .get(at)
            .map(|s| s.name.clone())
            .unwrap_or_default()
    };
    match fault {
        PlanFault::NoTime => say::fault_no_time().into(),
        PlanFault::Stops if asked.stops.is_empty() => say::fault_no_stop().into(),
        PlanFault::Stops => fault_stops(),
        PlanFault::Rods => fault_rods(),
        PlanFault::TooLong(at) => say::fault_stop_time(Arg::Text(place(at))).into(),
    }
}

fn number(n: usize) -> Arg {
    Arg::Text(n.to_string())
}

/// Why a text is no length of time.
#[must_use]
pub fn fault_minutes(least: u16) -> String {
    say::fault_minutes(number(usize::from(least))).into()
}

/// That a day has more stops than can be planned.
#[must_use]
pub fn fault_stops() -> String {
    say::fault_stops(number(MOST_STOPS)).into()
}

/// Why a text is no day.
#[must_use]
pub fn fault_day() -> String {
    say::fault_day().into()
}

/// Why a text is no time of day.
#[must_use]
pub fn fault_time() -> String {
    say::fault_time().into()
}

/// Why a text is no number of rods.
#[must_use]
pub fn fault_rods() -> String {
    say::fault_rods(number(usize::from(MOST_CARRIED))).into()
}
