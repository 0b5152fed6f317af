//! The swing head. Basis: common practice.

use super::{Practice, set, weedless};
use crate::answer::{Coded, Text};
use crate::codes::{Bottom, Point};
use crate::pick::Picture;
use crate::pick::reasons::coded;

/// A bait that swings behind a head ground along hard bottom.
pub struct SwingHead;

/// How far it is drawn to take the bow out of the line, m.
const TAKE_UP_M: f64 = 3.0;
/// A bait longer than this lifts the head when wound, mm.
const BIG_BAIT_MM: f64 = 180.0;

impl Practice for SwingHead {
    fn rigging(&self, p: &Picture<'_>) -> Vec<Text> {
        let mut steps = vec![Text::from(
            "Hang the hook on the head: it must swing freely",
        )];
        if p.hook.point == Point::Exposed {
            steps.push(
                format!(
                    "Thread the bait on to the mark, {} from the nose; the point stands free",
                    p.size(p.hook.exit_mm)
                )
                .into(),
            );
            steps.push("It must hang straight: a crooked bait rolls and twists the line".into());
        } else {
            steps.extend(weedless(p));
        }
        steps
    }

    fn retrieve(&self, p: &Picture<'_>) -> Vec<Text> {
        vec![
            format!("Let it reach the bottom, {:.0} s", p.school_time_s).into(),
            format!(
                "Drag {} to take the bow out of the line",
                p.distance(TAKE_UP_M)
            )
            .into(),
            format!(
                "Wind at {} and stay in contact: grinding, not swimming",
                p.speed(p.conditions.retrieve_mps)
            )
            .into(),
            "Pause once or twice a cast; a reel of 6:1 or slower".into(),
        ]
    }

    fn hook_set(&self, p: &Picture<'_>) -> Text {
        set(
            p,
            "Keep winding at the bite until it is heavy, then lean into it",
        )
    }

    fn leave_when(&self, p: &Picture<'_>) -> Text {
        if matches!(
            p.request.water.bottom,
            Bottom::Mud | Bottom::Silt | Bottom::AlgaeFilm
        ) {
            "It bogs down in soft bottom: leave it now".into()
        } else {
            "Weed or filth on it at every cast, or fish that only nip the tail".into()
        }
    }

    fn notes(&self, p: &Picture<'_>) -> Vec<Coded> {
        let big = p.request.bait.length_mm > BIG_BAIT_MM;
        big.then(|| {
            coded(
                "big_bait_lifts",
                "A big bait lifts the head when wound: slower, or heavier",
            )
        })
        .into_iter()
        .collect()
    }
}
