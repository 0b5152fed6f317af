//! What a plan says is to be done when, as the day on the water writes it down.

use time::Date;
use yarrowfen_core::Options;
use yarrowfen_core::base::codes::TieWhy;
use yarrowfen_core::day::{EventId, Planned, PlannedStep, Stop, Tied, What, show_time};
use yarrowfen_core::explore::plan::{OnRod, Plan, PlanAsked, SlotPlanned, StopAsked, Tieable};
use yarrowfen_core::own_box::Thing;
use yarrowfen_core::question::{HeadInHand, HookInHand};
use yarrowfen_core::say::plan as say;

use crate::ask::PickForm;
use crate::held::HeldBox;

/// A plan's steps: each slot begun, with what is then tied on and which rod is taken in hand; at
/// the first all rods that were tied at home. Where nothing changes there is no step.
#[must_use]
pub fn planned(
    (day, asked, plan): (Date, &PlanAsked, &Plan),
    things: Option<&HeldBox>,
    options: Options,
) -> Planned {
    let mut steps: Vec<PlannedStep> = Vec::new();
    let mut before: (Option<Stop>, Option<u8>) = (None, None);
    for (at, slot) in plan.slots.iter().enumerate() {
        let begun = stop_of(&asked.stops[slot.stop], slot, things);
        let ties = ties((asked, plan), at, things, options);
        // What is tied on last is in hand, unless the rod of the spot's first part is another.
        let hand = rod_in_hand(plan, at);
        let tied_last = ties.last().map(|t| t.rod).or(before.1);
        let told = told(asked, slot, (&ties, hand), options);
        let mut whats = Vec::new();
        if before.0.as_ref() != Some(&begun) {
            whats.push(What::Stop(begun.clone()));
        }
        whats.extend(ties.into_iter().map(What::TiedOn));
        if let Some(rod) = hand.filter(|rod| tied_last != Some(*rod)) {
            whats.push(What::InHand { rod });
        }
        before = (Some(begun), hand.or(tied_last));
        if !whats.is_empty() {
            steps.push(PlannedStep {
                at: slot.minutes.0,
                told,
                whats,
            });
        }
    }
    Planned { day, steps }
}

/// What is tied on when a slot begins, the first rod last: so it is in hand.
fn ties(
    (asked, plan): (&PlanAsked, &Plan),
    at: usize,
    things: Option<&HeldBox>,
    options: Options,
) -> Vec<Tied> {
    let slot = &plan.slots[at];
    let mut ties: Vec<Tied> = Vec::new();
    for (rod, hung) in (1_u8..).zip(&plan.rods) {
        // Rods are tied at home before the first stop, whenever they are fished.
        let here = hung.iter().filter(|on| match on.retied {
            true => on.slots.0 == at,
            false => at == 0,
        });
        ties.extend(here.map(|on| {
            let why = match on.retied {
                true => why(plan, at),
                false => Some(TieWhy::Start),
            };
            let tie = &plan.rigs[on.rig];
            tied(
                (rod, why),
                tie,
                (&asked.stops[slot.stop], slot),
                things,
                options,
            )
        }));
    }
    ties.reverse();
    ties
}

/// Why something is retied when a slot begins: what changed since the one before at the same stop;
/// at another stop no one thing.
fn why(plan: &Plan, at: usize) -> Option<TieWhy> {
    let before = plan.slots.get(at.checked_sub(1)?)?;
    let slot = &plan.slots[at];
    (before.stop == slot.stop).then(|| match before.depths == slot.depths {
        true => TieWhy::Wind,
        false => TieWhy::Depth,
    })
}

/// The rod on which the first part that is served in a slot hangs.
fn rod_in_hand(plan: &Plan, at: usize) -> Option<u8> {
    let rig = plan.slots[at].parts.iter().find_map(|p| p.by)?;
    let hangs = |on: &OnRod| on.rig == rig && on.slots.0 <= at && at <= on.slots.1;
    let found = (1_u8..)
        .zip(&plan.rods)
        .find(|(_, hung)| hung.iter().any(hangs));
    found.map(|(rod, _)| rod)
}

fn told(
    asked: &PlanAsked,
    slot: &SlotPlanned,
    (ties, hand): (&[Tied], Option<u8>),
    options: Options,
) -> String {
    let place = say::slot(asked, slot, options.units);
    let mut text = format!("{} {place}", show_time(slot.minutes.0));
    for tied in ties.iter().rev() {
        text.push_str(&format!(
            "; rod {}: {} {}",
            tied.rod, tied.label, tied.shape
        ));
    }
    if let Some(rod) = hand.filter(|_| ties.is_empty()) {
        text.push_str(&format!("; rod {rod} in hand"));
    }
    text
}

fn stop_of(stop: &StopAsked, slot: &SlotPlanned, things: Option<&HeldBox>) -> Stop {
    let same = |name: &str| name.to_lowercase() == stop.name.to_lowercase();
    let water = things.and_then(|h| h.waters.iter().find(|w| same(&w.name)));
    let w = &stop.request.water;
    Stop {
        place: stop.name.clone(),
        water: water.map(|w| EventId(w.id.as_u128())),
        depth_m: tenths(f64::midpoint(slot.depths.0, slot.depths.1)),
        bottom: w.bottom,
        wind_mps: tenths(f64::midpoint(slot.winds.0, slot.winds.1)),
        current_mps: w.current_mps,
        temp_c: w.temp_c,
        species: stop.request.species,
    }
}

fn tenths(value: f64) -> f64 {
    (value * 10.0).round() / 10.0
}

fn tied(
    (rod, why): (u8, Option<TieWhy>),
    tie: &Tieable,
    (stop, slot): (&StopAsked, &SlotPlanned),
    things: Option<&HeldBox>,
    options: Options,
) -> Tied {
    let mut request = stop.request.clone();
    request.rig = Some(tie.rig);
    request.bait = tie.bait.clone();
    request.water.depth_m = tenths(f64::midpoint(slot.depths.0, slot.depths.1));
    request.water.depth_max_m = None;
    request.water.wind_mps = tenths(f64::midpoint(slot.winds.0, slot.winds.1));
    request.water.wind_max_mps = None;
    request.head = Some(HeadInHand {
        shape: Some(tie.shape),
        g: tie.g,
        material: None,
        tie: None,
        eye: None,
        post_mm: None,
        keeper: None,
        hook: HookInHand::default(),
    });
    let same = |o: &&yarrowfen_rows::Owned| match &o.item.thing {
        Thing::Head(h) => {
            let alike = h.shape == tie.shape && (h.weight.grams() / tie.g - 1.0).abs() < 0.02;
            alike && !o.archived && o.item.count > 0
        }
        _ => false,
    };
    let thing = things.and_then(|h| h.items.iter().find(same));
    Tied {
        rod,
        rig: tie.rig,
        shape: tie.shape,
        g: tie.g,
        label: tie.label.to_string(),
        form: tie.bait.form,
        length_mm: tie.bait.length_mm,
        hook: tie.hook.0.clone(),
        thing: thing.map(|o| EventId(o.id.as_u128())),
        why,
        question: PickForm::from_request(&request, options).query(),
    }
}
