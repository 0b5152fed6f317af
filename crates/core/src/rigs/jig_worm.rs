//! The jig worm. Basis: common practice.

use super::{Practice, set, thread};
use crate::answer::{Coded, Text};
use crate::codes::Cover;
use crate::pick::Picture;
use crate::pick::reasons::coded;

/// A worm on an open head, snapped free of healthy grass.
pub struct JigWorm;

impl Practice for JigWorm {
    fn rigging(&self, p: &Picture<'_>) -> Vec<Text> {
        thread(p)
    }

    fn retrieve(&self, p: &Picture<'_>) -> Vec<Text> {
        vec![
            format!(
                "Cast to the edge, let it fall on a tight line, {:.0} s",
                p.school_time_s
            )
            .into(),
            format!(
                "Swim it at {} until it touches a stalk",
                p.speed(p.conditions.retrieve_mps)
            )
            .into(),
            "Snap it free and let it fall at once: there they take it".into(),
        ]
    }

    fn hook_set(&self, p: &Picture<'_>) -> Text {
        set(
            p,
            "The point is open: reel tight and sweep sideways, the stalks come along",
        )
    }

    fn leave_when(&self, p: &Picture<'_>) -> Text {
        match p.request.water.cover {
            Cover::HealthyGrass | Cover::SparseGrass => {
                "The grass turns slimy and no longer tears".into()
            }
            _ => "Here already: it lives by crisp grass, and there is none".into(),
        }
    }

    fn notes(&self, p: &Picture<'_>) -> Vec<Coded> {
        let none = !matches!(
            p.request.water.cover,
            Cover::HealthyGrass | Cover::SparseGrass
        );
        none.then(|| {
            coded(
                "only_crisp_grass",
                "This rig is for healthy, crisp grass or its edge: elsewhere another suits more",
            )
        })
        .into_iter()
        .collect()
    }
}
