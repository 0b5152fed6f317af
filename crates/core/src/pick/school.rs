//! Which school an answer follows when the angler has not said.

use crate::codes::{Basis, School, Topic};
use crate::data::{RigRow, Tables};
use crate::pick::reasons::Reasons;
use crate::pick::setting::Conditions;
use crate::request::PickRequest;

/// Why a school was taken.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum SchoolRule {
    /// The angler said so.
    Asked,
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
    match request.school {
        Some(asked) => (asked, SchoolRule::Asked),
        None if !rig.school_follows_water => (rig.default_school, SchoolRule::Rig),
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

/// Why a school was taken, in words.
#[must_use]
pub fn why(rule: SchoolRule, request: &PickRequest) -> String {
    match rule {
        SchoolRule::Asked => "as you asked".into(),
        SchoolRule::ContactFish => format!("the usual one for {}", request.species),
        SchoolRule::DeepDrift => "the usual one for deep fish from a drifting boat".into(),
        SchoolRule::StrongWind => "since the wind takes the feel of a light head".into(),
        SchoolRule::StrongCurrent => "since the current sweeps a light head along".into(),
        SchoolRule::Deep => "the usual one for this rig in deeper water".into(),
        SchoolRule::Rig => "the usual one for this rig and these fish".into(),
    }
}

/// Says which school and why.
pub fn explain(
    rule: SchoolRule,
    school: School,
    request: &PickRequest,
    tables: &Tables,
    reasons: &mut Reasons,
) {
    let says = &tables.school(school).says;
    let why = why(rule, request);
    reasons.pro(
        Topic::School,
        "school",
        Basis::CommonPractice,
        format!("By the {school} school, {why}: {says}"),
    );
}
