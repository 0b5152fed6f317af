//! What each rig is in practice: one file a rig for its steps, one table in
//! `data/rigs/` for its limits and numbers.

mod ned;

use crate::answer::{Coded, Switch, Text};
use crate::codes::Rig;
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
    fn notes(&self, p: &Picture<'_>) -> Vec<Coded>;
    /// What else to turn to.
    fn switches(&self, p: &Picture<'_>) -> Vec<Switch>;
    /// Which other bait.
    fn bait_switches(&self, p: &Picture<'_>) -> Vec<Switch>;
}

/// The practice of a rig, for those that can be chosen for.
#[must_use]
pub fn practice(rig: Rig) -> Option<&'static dyn Practice> {
    match rig {
        Rig::Ned => Some(&ned::Ned),
        _ => None,
    }
}
