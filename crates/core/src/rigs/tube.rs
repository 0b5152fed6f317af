//! The tube. Basis: common practice.

use super::{Practice, set, weedless};
use crate::answer::{Coded, Text};
use crate::codes::{Point, School};
use crate::pick::Picture;
use crate::pick::reasons::coded;

/// A hollow bait over an insert head that spirals on a slack fall.
pub struct Tube;

/// Gap left behind the head for a wider spiral, mm.
const GAP_MM: f64 = 4.0;

impl Practice for Tube {
    fn rigging(&self, p: &Picture<'_>) -> Vec<Text> {
        if p.hook.point == Point::Weedless {
            return weedless(p);
        }
        vec![
            format!("Wet the head and push it up inside the tube, to {} from the nose: the gap widens the spiral", p.size(GAP_MM)).into(),
            "Press the tie out through the wall near the nose".into(),
            format!("The bend comes out {} from the nose; point up, straight along", p.size(p.hook.exit_mm)).into(),
        ]
    }

    fn retrieve(&self, p: &Picture<'_>) -> Vec<Text> {
        let spiral = "Give it slack on the fall: it spirals; watch the line for a jump";
        if p.school == School::Reaction {
            return vec![
                format!(
                    "Let it crash down on an open bail, {:.0} s",
                    p.school_time_s
                )
                .into(),
                "Snap it hard off the bottom, bail open, let it drop again".into(),
                "Count each fall; one that stops early is a fish".into(),
            ];
        }
        vec![
            spiral.into(),
            format!(
                "Drag it at {} and let it bump from stone to stone",
                p.speed(p.conditions.retrieve_mps)
            )
            .into(),
            "A hop when it hangs, then slack again; swim it when they follow".into(),
        ]
    }

    fn hook_set(&self, p: &Picture<'_>) -> Text {
        set(
            p,
            "Reel down and sweep: the point has to cross one wall of the tube",
        )
    }

    fn leave_when(&self, _p: &Picture<'_>) -> Text {
        "Wood or weed on every cast, or fish that follow and will not take it down".into()
    }

    fn notes(&self, _p: &Picture<'_>) -> Vec<Coded> {
        vec![coded(
            "slack_spirals",
            "On a tight line it falls straight: the spiral wants slack",
        )]
    }
}
