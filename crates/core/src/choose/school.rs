//! Which school an answer follows when the angler has not said.

use crate::base::codes::{FishAt, School};
use crate::choose::setting::Conditions;
use crate::question::PickRequest;
use crate::tables::{RigRow, Tables};

/// Why a school was taken.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum SchoolRule {
    /// The angler said so.
    Asked,
    /// It is swum for suspended fish: there is nothing to touch.
    OffBottom,
    /// These fish are fished by contact.
    ContactFish,
    /// Deep fish under a drifting boat.
    DeepDrift,
    /// Wind enough to lose the bottom.
    StrongWind,
    /// Current enough to sweep it along.
    StrongCurrent,
    /// Deeper than this rig is fished by the fall.
    Deep,
    /// What is usual on this rig.
    Rig,
}

/// The school and the rule that gave it.
#[must_use]
pub fn school(
    request: &PickRequest,
    c: &Conditions,
    rig: &RigRow,
    tables: &Tables,
) -> (School, SchoolRule) {
    let d = &tables.conditions.school_default;
    let deep_drift = c.depth_m >= d.reaction_depth_m && c.drift_mps >= d.reaction_drift_mps;
    let deep = rig.contact_below_m.is_some_and(|d| c.depth_m > d)
        && d.deep_contact_species.contains(&request.species);
    let swum = rig.leaves_bottom && request.fish_at == FishAt::Suspended;
    match request.school {
        Some(asked) => (asked, SchoolRule::Asked),
        None if !rig.school_follows_water => (rig.default_school, SchoolRule::Rig),
        None if swum => (School::HangTime, SchoolRule::OffBottom),
        None if d.contact_species.contains(&request.species) => {
            (School::BottomContact, SchoolRule::ContactFish)
        }
        None if deep_drift && d.reaction_species.contains(&request.species) => {
            (School::Reaction, SchoolRule::DeepDrift)
        }
        None if c.wind_mps >= d.strong_wind_mps => (School::BottomContact, SchoolRule::StrongWind),
        None if c.current_mps >= d.strong_current_mps => {
            (School::BottomContact, SchoolRule::StrongCurrent)
        }
        None if deep => (School::BottomContact, SchoolRule::Deep),
        None => (rig.default_school, SchoolRule::Rig),
    }
}
