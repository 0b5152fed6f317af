//! The small swimbait. Basis: common practice.

use super::{Practice, set, thread, weedless};
use crate::answer::{Coded, Text};
use crate::codes::{Bottom, Cover, FishAt, Point, Shape};
use crate::pick::Picture;
use crate::pick::reasons::coded;

/// A paddle tail crept, swum, or lifted and killed.
pub struct Swimbait;

/// A slide forward, m, and the height kept over moss, m.
const SLIDE_M: f64 = 0.1;
const OVER_MOSS_M: f64 = 0.3;

impl Practice for Swimbait {
    fn rigging(&self, p: &Picture<'_>) -> Vec<Text> {
        if p.hook.point == Point::Weedless {
            return weedless(p);
        }
        let mut steps = thread(p);
        if p.shape == Shape::Ball {
            steps.insert(
                0,
                "Cut the nose of the bait flat: it then meets the ball without a step".into(),
            );
        }
        steps.push("Swim it beside you once: a bait that leans is threaded crooked".into());
        steps
    }

    fn retrieve(&self, p: &Picture<'_>) -> Vec<Text> {
        let fall = format!("Count it down, {:.0} s to the bottom", p.school_time_s);
        if p.request.fish_at == FishAt::Suspended {
            return vec![
                "Count it to the depth of the fish and no further".into(),
                "Lift the rod slowly, then kill it: let it fall on a tight line in front of them"
                    .into(),
                format!("Or swim it level at {}", p.speed(p.conditions.retrieve_mps)).into(),
            ];
        }
        vec![
            fall.into(),
            format!(
                "Creep just over the bottom at {}; touch it now and then",
                p.speed(p.conditions.retrieve_mps)
            )
            .into(),
            format!("Slide it {} at a time where fish hold", p.distance(SLIDE_M)).into(),
        ]
    }

    fn hook_set(&self, p: &Picture<'_>) -> Text {
        set(
            p,
            "Set at once when it turns weightless: a fish has picked it up; else sweep into the weight",
        )
    }

    fn leave_when(&self, _p: &Picture<'_>) -> Text {
        "Fish follow it and turn away: smaller, slower, or hung in front of them".into()
    }

    fn notes(&self, p: &Picture<'_>) -> Vec<Coded> {
        let w = &p.request.water;
        let moss = w.bottom == Bottom::AlgaeFilm
            || matches!(
                w.cover,
                Cover::SparseGrass | Cover::HealthyGrass | Cover::DyingGrass
            );
        let mut notes = vec![coded(
            "weightless_take",
            "The take is often a loss of weight, not a pull",
        )];
        if moss {
            notes.push(coded(
                "stay_over_moss",
                format!(
                    "Moss or weed: go lighter, count it down and stay {} above",
                    p.distance(OVER_MOSS_M)
                ),
            ));
        }
        if w.cover != Cover::Brush {
            notes.push(coded("flash_when_refused", "Fish found that will not eat: a spinner under the head, or a propeller reeled dead slow"));
        }
        notes
    }
}
