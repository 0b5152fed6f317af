//! The mid-stroll. Basis: common practice.

use super::{Practice, set};
use crate::answer::{Coded, Text};
use crate::codes::FishAt;
use crate::pick::Picture;
use crate::pick::reasons::coded;
use crate::units::plain;

/// A slim minnow rolled along at mid depth.
pub struct MidStroll;

/// How far behind the nose the tie comes out, mm.
const TIE_MM: f64 = 3.0;

impl Practice for MidStroll {
    fn rigging(&self, p: &Picture<'_>) -> Vec<Text> {
        vec![
            "Push the head into the nose, its tip just under the skin".into(),
            format!(
                "The tie comes out {} mm behind the nose, on the back's middle line",
                plain(TIE_MM, 0)
            )
            .into(),
            format!(
                "The bend comes out {} from the nose, dead straight",
                p.size(p.hook.exit_mm)
            )
            .into(),
            "Shake it beside you: it must roll to both sides alike".into(),
        ]
    }

    fn retrieve(&self, p: &Picture<'_>) -> Vec<Text> {
        let depth = if p.request.fish_at == FishAt::Suspended {
            "Count it down to a hand above the fish"
        } else {
            "Count it down to mid depth and no further"
        };
        vec![
            depth.into(),
            format!(
                "Shake the slack in an even beat, winding about {}: it rolls and keeps its depth",
                p.speed(p.conditions.retrieve_mps)
            )
            .into(),
            "Do not stop when one follows: keep the beat, then kill it once".into(),
        ]
    }

    fn hook_set(&self, p: &Picture<'_>) -> Text {
        set(p, "Wind through the slack into the fish, then sweep")
    }

    fn leave_when(&self, _p: &Picture<'_>) -> Text {
        "Fish on the bottom will not come up, or wind takes the slack out of your hand".into()
    }

    fn notes(&self, _p: &Picture<'_>) -> Vec<Coded> {
        vec![coded(
            "beat_keeps_depth",
            "The weight is right when your beat keeps it at its depth: sinking, lighter or faster",
        )]
    }
}
