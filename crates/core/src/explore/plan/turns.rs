//! Two things fished turn about, the same at every stop, so that a log can tell them apart.

use super::choose::Chosen;
use super::{OnRod, PartPlanned, PlanAsked, SlotPlanned, Tieable};

/// What is fished when: each stop in an even number of turns of about so many minutes, begun
/// with the one at every other stop, so that neither always has the first casts.
pub(super) fn turn_about(
    asked: &PlanAsked,
    stops: &[(u16, u16)],
    (one, other): &(Tieable, Tieable),
    turn_min: u16,
) -> Chosen {
    let mut slots = Vec::new();
    for (at, (from, to)) in stops.iter().enumerate() {
        let stay = to - from;
        let pairs = (stay / (2 * turn_min)).max(1);
        let water = &asked.stops[at].request.water;
        for turn in 0..2 * pairs {
            // Whole minutes, of which none is lost.
            let edge = |n: u16| {
                from + u16::try_from(u32::from(stay) * u32::from(n) / u32::from(2 * pairs))
                    .unwrap_or(stay)
            };
            let minutes = (edge(turn), edge(turn + 1));
            let rig = (at + usize::from(turn)) % 2;
            let wind = |minute: u16| asked.wind_at(at, f64::from(minute));
            let (begins, ends) = (wind(minutes.0), wind(minutes.1));
            let part = if rig == 0 { one.part } else { other.part };
            slots.push(SlotPlanned {
                stop: at,
                minutes,
                depths: (water.depth_m, water.depth_max_m.unwrap_or(water.depth_m)),
                winds: (begins.min(ends), begins.max(ends)),
                parts: vec![PartPlanned {
                    part,
                    by: Some(rig),
                    compromise: None,
                }],
            });
        }
    }
    let of = |rig: usize| {
        let fished = |s: &SlotPlanned| s.parts.iter().any(|p| p.by == Some(rig));
        let first = slots.iter().position(fished).unwrap_or(0);
        let last = slots.iter().rposition(fished).unwrap_or(first);
        vec![OnRod {
            rig,
            slots: (first, last),
            retied: false,
        }]
    };
    let minutes = slots.iter().map(|s| f64::from(s.minutes.1 - s.minutes.0));
    Chosen {
        unserved: (0.0, minutes.sum()),
        rods: vec![of(0), of(1)],
        rigs: vec![one.clone(), other.clone()],
        slots,
        exact: true,
    }
}
