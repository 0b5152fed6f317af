//! What a plan says is to be done when, as the day on the water writes it down.

use time::Date;
use yarrowfen_core::Options;
use yarrowfen_core::base::codes::TieWhy;
use yarrowfen_core::day::{EventId, Planned, PlannedStep, Stop, Tied, What, show_time};
use yarrowfen_core::explore::plan::{Plan, PlanAsked, SlotPlanned, StopAsked, Tieable};
use yarrowfen_core::own_box::Thing;
use yarrowfen_core::question::{HeadInHand, HookInHand};
use yarrowfen_core::say::plan as say;

use crate::ask::PickForm;
use crate::held::HeldBox;

/// A plan's steps: each slot begun, with what is then tied on; at the first all rods that were
/// tied at home.
#[must_use]
pub fn planned(
    (day, asked, plan): (Date, &PlanAsked, &Plan),
    things: Option<&HeldBox>,
    options: Options,
) -> Planned {
    let steps = plan.slots.iter().enumerate().map(|(at, slot)| {
        let stop = &asked.stops[slot.stop];
        let mut ties: Vec<Tied> = Vec::new();
        for (rod, hung) in (1_u8..).zip(&plan.rods) {
            // Rods are tied at home before the first stop, whenever they are fished.
            let here = hung.iter().filter(|on| match on.retied {
                true => on.slots.0 == at,
                false => at == 0,
            });
            ties.extend(here.map(|on| {
                let why = if on.retied {
                    TieWhy::Depth
                } else {
                    TieWhy::Start
                };
                let tie = &plan.rigs[on.rig];
                tied((rod, why), tie, (stop, slot), things, options)
            }));
        }
        // What is tied on last is in hand: the first rod of the spot.
        ties.reverse();
        let told = told(asked, slot, &ties, options);
        let begun = What::Stop(stop_of(stop, slot, things));
        let whats = std::iter::once(begun).chain(ties.into_iter().map(What::TiedOn));
        PlannedStep {
            at: slot.minutes.0,
            told,
            whats: whats.collect(),
        }
    });
    Planned {
        day,
        steps: steps.collect(),
    }
}

fn told(asked: &PlanAsked, slot: &SlotPlanned, ties: &[Tied], options: Options) -> String {
    let place = say::slot(asked, slot, options.units);
    let mut text = format!("{} {place}", show_time(slot.minutes.0));
    for tied in ties.iter().rev() {
        text.push_str(&format!(
            "; rod {}: {} {}",
            tied.rod, tied.label, tied.shape
        ));
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
    (rod, why): (u8, TieWhy),
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
        why: Some(why),
        question: PickForm::from_request(&request, options).query(),
    }
}
