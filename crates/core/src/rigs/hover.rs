//! The hover rig. Basis: common practice.

use super::{Practice, set};
use crate::answer::{Coded, Text};
use crate::pick::Picture;
use crate::pick::reasons::coded;
use crate::units::plain;

/// A slim minnow that hangs level and glides.
pub struct Hover;

/// How far behind the nose the tie comes out, mm.
const TIE_MM: f64 = 3.0;

impl Practice for Hover {
    fn rigging(&self, p: &Picture<'_>) -> Vec<Text> {
        vec![
            "Push the cone into the nose until its tip lies just under the skin".into(),
            format!("The tie comes out {} mm behind the nose", plain(TIE_MM, 0)).into(),
            format!(
                "The bend comes out {} from the nose, dead straight: it must hang level",
                p.size(p.hook.exit_mm)
            )
            .into(),
        ]
    }

    fn retrieve(&self, p: &Picture<'_>) -> Vec<Text> {
        vec![
            "Cast past the fish and count it down to just above them: it sinks slowly".into(),
            format!(
                "Shake on slack line so that it rolls, gaining {}",
                p.speed(p.conditions.retrieve_mps)
            )
            .into(),
            "Stop when one follows: let it glide down in front of it".into(),
            "Or let it fall to the bottom and scoot it along".into(),
        ]
    }

    fn hook_set(&self, p: &Picture<'_>) -> Text {
        set(
            p,
            "No snap: wind until it is heavy, the light wire goes in by itself",
        )
    }

    fn leave_when(&self, _p: &Picture<'_>) -> Text {
        "Wind bows the line so that it no longer rolls on the spot, or the water is too dark to be seen in".into()
    }

    fn notes(&self, _p: &Picture<'_>) -> Vec<Coded> {
        vec![coded(
            "tie_further_back",
            "A tie further back glides more but twists the line on a fast retrieve",
        )]
    }
}
