//! What a plan says is to be done when, as the day on the water writes it down.

use time::Date;
use yarrowfen_core::Options;
use yarrowfen_core::base::codes::TieWhy;
use yarrowfen_core::day::{EventId, Planned, PlannedStep, Stop, Tied, What};
use yarrowfen_core::explore::plan::{Plan, PlanAsked, SlotPlanned, StopAsked, Tieable};
use yarrowfen_core::own_box::Thing;
use yarrowfen_core::question::{HeadInHand, HookInHand};
use yarrowfen_core::say::plan as say;

use crate::ask::PickForm;
use crate::held::{HeldBox, water_named};

/// What a plan's steps write down.
#[must_use]
pub fn planned(
    (day, asked, plan): (Date, &PlanAsked, &Plan),
    things: Option<&HeldBox>,
    options: Options,
) -> Planned {
    let steps = plan.steps().into_iter().map(|step| {
        let slot = &plan.slots[step.slot];
        let stop = &asked.stops[slot.stop];
        let ties = step.ties.iter().map(|t| {
            let tie = &plan.rigs[t.rig];
            tied((t.rod, t.why), tie, (stop, slot), things, options)
        });
        let begun = step.moves.then(|| What::Stop(stop_of(stop, slot, things)));
        let hand = step.in_hand.map(|rod| What::InHand { rod });
        let whats = begun.into_iter().chain(ties.map(What::TiedOn)).chain(hand);
        PlannedStep {
            at: slot.minutes.0,
            told: say::step(asked, plan, &step, options.units).into(),
            whats: whats.collect(),
        }
    });
    Planned {
        day,
        steps: steps.collect(),
    }
}

fn stop_of(stop: &StopAsked, slot: &SlotPlanned, things: Option<&HeldBox>) -> Stop {
    let water = things.and_then(|h| water_named(&h.waters, &stop.name));
    let w = &stop.request.water;
    let (depth_m, wind_mps) = slot.middle();
    Stop {
        place: stop.name.clone(),
        water: water.map(|w| EventId(w.id.as_u128())),
        depth_m,
        bottom: w.bottom,
        wind_mps,
        current_mps: w.current_mps,
        temp_c: w.temp_c,
        species: stop.request.species,
    }
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
    let (depth_m, wind_mps) = slot.middle();
    (request.water.depth_m, request.water.depth_max_m) = (depth_m, None);
    (request.water.wind_mps, request.water.wind_max_mps) = (wind_mps, None);
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
        Thing::Head(h) => h.is(tie.shape, tie.g) && !o.archived && o.item.count > 0,
        _ => false,
    };
    let thing = things.and_then(|h| h.items.iter().find(same));
    // A head of the box is tied on with the hook that it carries.
    let carried = thing.and_then(|o| match &o.item.thing {
        Thing::Head(head) => head.hook.as_ref(),
        _ => None,
    });
    Tied {
        rod,
        rig: tie.rig,
        shape: tie.shape,
        g: tie.g,
        label: tie.label.to_string(),
        form: tie.bait.form,
        length_mm: tie.bait.length_mm,
        hook: carried.map_or_else(|| tie.hook.0.clone(), |h| h.as_str().to_owned()),
        thing: thing.map(|o| EventId(o.id.as_u128())),
        why,
        question: PickForm::from_request(&request, options).query(),
    }
}
