//! The shaky head. Basis: common practice.

use super::{Practice, set, weedless};
use crate::answer::{Coded, Text};
use crate::codes::{Cover, Season, Species};
use crate::pick::Picture;
use crate::pick::reasons::coded;

/// A worm held still on the bottom, fished slowly and long.
pub struct ShakyHead;

/// How far one drag goes, m.
const DRAG_M: f64 = 0.3;

impl Practice for ShakyHead {
    fn rigging(&self, p: &Picture<'_>) -> Vec<Text> {
        weedless(p)
    }

    fn retrieve(&self, p: &Picture<'_>) -> Vec<Text> {
        vec![
            format!(
                "Follow it down on a half-tight line, {:.0} s; rest it",
                p.school_time_s
            )
            .into(),
            "Pop it twice in place, then rest it: do not shake all the way".into(),
            format!(
                "Drag {} at {}, rest again; minutes a cast",
                p.distance(DRAG_M),
                p.speed(p.conditions.retrieve_mps)
            )
            .into(),
            "Cast deep and bring it up, so that it keeps the bottom".into(),
        ]
    }

    fn hook_set(&self, p: &Picture<'_>) -> Text {
        set(
            p,
            "Drop the rod, reel tight, then a firm sweep drives the point out of the skin",
        )
    }

    fn leave_when(&self, _p: &Picture<'_>) -> Text {
        "Three spots cleaned up and no bite: go back to something fast, and follow it with this"
            .into()
    }

    fn notes(&self, p: &Picture<'_>) -> Vec<Coded> {
        let skip = p.request.water.cover == Cover::Docks;
        let beds = p.request.season == Season::Spawn
            && matches!(
                p.request.species,
                Species::Largemouth | Species::Spotted | Species::Smallmouth
            );
        let mut notes = vec![coded(
            "follow_up",
            "Its best use is to clean up a place that a fast lure has found",
        )];
        if skip {
            notes.push(coded(
                "skip_under",
                "Skip it far under: a bullet head and a straight worm go furthest",
            ));
        }
        if beds {
            notes.push(coded(
                "spawning_fish",
                "Fish on beds: closed by law in places; let them go at once, on the spot",
            ));
        }
        notes
    }
}
