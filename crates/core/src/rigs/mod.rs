//! What each rig is in practice: one file a rig for its steps, one table in
//! `data/rigs/` for its limits and numbers. Basis: common practice.

mod grub;
mod hover;
mod jig_worm;
mod mid_stroll;
mod ned;
mod shaky_head;
mod swimbait;
mod swing_head;
mod tube;

use crate::answer::{Coded, Switch, Text};
use crate::codes::{HookSetView, Plastic, Point, Rig, Wire};
use crate::pick::Picture;

/// How a rig is tied, fished and left. The numbers in the steps are those of
/// the answer in hand.
pub trait Practice: Sync {
    /// Steps of rigging, with marks measured for this bait.
    fn rigging(&self, p: &Picture<'_>) -> Vec<Text>;
    /// Steps of the retrieve.
    fn retrieve(&self, p: &Picture<'_>) -> Vec<Text>;
    /// How to set the hook.
    fn hook_set(&self, p: &Picture<'_>) -> Text;
    /// When to leave this rig.
    fn leave_when(&self, p: &Picture<'_>) -> Text;
    /// What is worth knowing on this rig only.
    fn notes(&self, _p: &Picture<'_>) -> Vec<Coded> {
        Vec::new()
    }
    /// What else to turn to from this rig, beside the common turns.
    fn switches(&self, _p: &Picture<'_>) -> Vec<Switch> {
        Vec::new()
    }
}

/// The practice of a rig.
#[must_use]
pub fn practice(rig: Rig) -> &'static dyn Practice {
    match rig {
        Rig::ShakyHead => &shaky_head::ShakyHead,
        Rig::Ned => &ned::Ned,
        Rig::SwingHead => &swing_head::SwingHead,
        Rig::Tube => &tube::Tube,
        Rig::Swimbait => &swimbait::Swimbait,
        Rig::JigWorm => &jig_worm::JigWorm,
        Rig::Hover => &hover::Hover,
        Rig::MidStroll => &mid_stroll::MidStroll,
        Rig::Grub => &grub::Grub,
    }
}

/// How far the point runs into a nose before it comes out again, mm.
const NOSE_MM: f64 = 6.0;

/// Threads a bait on a head's own hook, with the exit mark; weedless where the
/// point is to be hidden.
fn thread(p: &Picture<'_>) -> Vec<Text> {
    if p.hook.point == Point::Weedless {
        return weedless(p);
    }
    let mut steps: Vec<Text> = vec![
        format!(
            "Mark the bait {} from the nose: there the bend ends",
            p.size(p.hook.exit_mm)
        )
        .into(),
        "Thread it down the middle, out there".into(),
        "Seat the nose flush and dead straight".into(),
    ];
    if p.hook.point == Point::SkinHooked {
        steps.push("Tuck the point just under the skin of the back".into());
    }
    steps.extend(glue(p));
    steps
}

/// Rigs a bait with the point laid back under its skin.
fn weedless(p: &Picture<'_>) -> Vec<Text> {
    vec![
        format!("Point {} into the nose, out at 45°, pull the shank through and turn the hook", p.size(NOSE_MM)).into(),
        format!("Lay it along: mark the bait {} from the nose", p.size(p.hook.exit_mm)).into(),
        "Push the point straight through at the mark, lay it back just under the skin; the bait must hang straight".into(),
    ]
}

/// Tough floating plastic takes glue; a blob ruins bait and head.
fn glue(p: &Picture<'_>) -> Option<Text> {
    (p.request.bait.plastic == Plastic::Floating)
        .then(|| "One tiny dot of gel glue, no blob".into())
}

/// Hook-set by the angler's view, or as the rig has it.
fn set(p: &Picture<'_>, usual: &'static str) -> Text {
    match (p.request.views.hook_set, p.hook.wire) {
        (Some(HookSetView::Crack), Wire::Light) => {
            "Crack the rod, as you prefer, but not hard: the wire is light".into()
        }
        (Some(HookSetView::Crack), _) => {
            "Crack the rod, as you prefer; others reel into the fish and lean".into()
        }
        (Some(HookSetView::Reel), _) => "Reel until the line is tight, then lean into it".into(),
        (None, _) => usual.into(),
    }
}
