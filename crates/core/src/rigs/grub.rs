//! The plain jig with a grub or shad. Basis: common practice.

use super::{Practice, set, thread};
use crate::answer::{Coded, Text};
use crate::codes::{Bottom, Species};
use crate::pick::Picture;
use crate::pick::reasons::coded;

/// A grub or shad on a plain head, cast, dropped and lifted.
pub struct Grub;

/// How many seconds a fall after a lift should last, s.
const FALL_S: (f64, f64) = (2.0, 3.0);
/// Current from which a head has to stand against the push, m/s.
const PUSH_MPS: f64 = 0.25;

impl Practice for Grub {
    fn rigging(&self, p: &Picture<'_>) -> Vec<Text> {
        let mut steps = thread(p);
        steps.push("The head a third into the nose: too little or too much spoils the swim".into());
        steps
    }

    fn retrieve(&self, p: &Picture<'_>) -> Vec<Text> {
        vec![
            format!("Let it fall on a tight line, {:.0} s to the bottom", p.school_time_s).into(),
            format!("Two turns of the reel, about {}, then let it fall", p.speed(p.conditions.retrieve_mps)).into(),
            format!("{:.0} to {:.0} s for each fall: faster and it is too heavy, slower and it is too light", FALL_S.0, FALL_S.1).into(),
        ]
    }

    fn hook_set(&self, p: &Picture<'_>) -> Text {
        set(
            p,
            "A short firm lift at the tick on the fall; keep the line tight",
        )
    }

    fn leave_when(&self, p: &Picture<'_>) -> Text {
        if p.request.water.bottom == Bottom::Boulder {
            "It hangs at every cast: a jointed ball with an offset hook".into()
        } else {
            "Taps and no hold: a smaller grub, or the hook further back".into()
        }
    }

    fn notes(&self, p: &Picture<'_>) -> Vec<Coded> {
        let mut notes = Vec::new();
        if p.request.species == Species::Zander {
            notes.push(coded(
                "small_steps",
                "Zander: change by steps of 2.5 g until each fall lasts 2 to 3 s",
            ));
        }
        if p.conditions.current_mps >= PUSH_MPS {
            notes.push(coded(
                "cast_up_current",
                "In a push cast up and across, and let it come down on a tight line",
            ));
        }
        notes
    }
}
