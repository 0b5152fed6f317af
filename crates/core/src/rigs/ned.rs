//! The Ned rig. Basis: common practice.

use super::{Practice, set, thread};
use crate::answer::{Coded, Text};
use crate::codes::{Mood, School, Wire};
use crate::pick::Picture;
use crate::pick::reasons::coded;
use crate::units::plain;

/// A small bait behind a small head, fished slowly on the bottom.
pub struct Ned;

/// How far one drag goes, m, and how long the bait then rests, s.
const DRAG_M: f64 = 0.3;
const REST_S: f64 = 5.0;
/// Most bites come within this many seconds of landing.
const FIRST_REST_S: f64 = 15.0;

impl Practice for Ned {
    fn rigging(&self, p: &Picture<'_>) -> Vec<Text> {
        thread(p)
    }

    fn retrieve(&self, p: &Picture<'_>) -> Vec<Text> {
        let how = if p.school == School::Reaction {
            "with the bail open"
        } else {
            "on a tight line"
        };
        let first = format!(
            "Let it fall {how}, {} s; rest it {} s: most bites come then",
            plain(p.school_time_s, 0),
            plain(FIRST_REST_S, 0)
        );
        let drag = format!(
            "Drag {} at {}, rest {} s, again",
            p.distance(DRAG_M),
            p.speed(p.conditions.retrieve_mps),
            plain(REST_S, 0),
        );
        let slope = "Cast deep, come up the slope".to_owned();
        match p.school {
            School::Reaction => vec![
                first.into(),
                "Snap it off the bottom with a short lift, open the bail and let it crash back"
                    .into(),
                "Count the seconds down; a fall that stops early is a fish".into(),
            ],
            School::BottomContact => vec![first.into(), drag.into(), slope.into()],
            School::HangTime => vec![
                first.into(),
                drag.into(),
                "Or lift a hand's breadth, swing back tight".into(),
                slope.into(),
            ],
        }
    }

    fn hook_set(&self, p: &Picture<'_>) -> Text {
        let usual = match p.hook.wire {
            Wire::Light => {
                "Reel until the line is tight, then sweep. Never snap: the wire is light"
            }
            _ => "Reel until the line is tight, then sweep hard: the wire is stout",
        };
        set(p, usual)
    }

    fn leave_when(&self, p: &Picture<'_>) -> Text {
        if p.request.mood == Mood::Active {
            "Fish chase: cover water with a small swimbait and come back with this".into()
        } else {
            "Nothing in a quarter of an hour where fish are, or filth on the hook at every cast"
                .into()
        }
    }

    fn notes(&self, p: &Picture<'_>) -> Vec<Coded> {
        let rest = || {
            coded(
                "rest_after_landing",
                format!(
                    "Most bites come within {} s of landing: rest it first",
                    plain(FIRST_REST_S, 0)
                ),
            )
        };
        (p.school != School::Reaction)
            .then(rest)
            .into_iter()
            .collect()
    }
}
