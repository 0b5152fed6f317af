//! Which school an answer follows when the angler has not said.

use enum_map::EnumMap;

use crate::base::codes::{FishAt, School};
use crate::choose::setting::{Conditions, Shares};
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

/// How far a value has come through the band around an edge: 0 before it, a half at
/// the edge, 1 behind it.
fn through(value: f64, edge: f64, band: f64) -> f64 {
    ((value - (1.0 - band) * edge) / (2.0 * band * edge)).clamp(0.0, 1.0)
}

/// How much the water speaks for contact and for reaction, each 0..1, and the rule
/// that speaks loudest for contact.
fn voices(
    request: &PickRequest,
    c: &Conditions,
    rig: &RigRow,
    tables: &Tables,
) -> ((f64, SchoolRule), f64) {
    let d = &tables.conditions.school_default;
    let deep = rig
        .contact_below_m
        .filter(|_| d.deep_contact_species.contains(&request.species))
        .map_or(0.0, |edge| through(c.depth_m, edge, d.blend));
    let contact = [
        (
            through(c.felt_wind_mps(tables), d.strong_wind_mps, d.blend),
            SchoolRule::StrongWind,
        ),
        (
            through(c.passing_mps(), d.strong_current_mps, d.blend),
            SchoolRule::StrongCurrent,
        ),
        (deep, SchoolRule::Deep),
    ];
    // The first of equals.
    let louder = |a: (f64, SchoolRule), b: (f64, SchoolRule)| if b.0 > a.0 { b } else { a };
    let loudest = contact.into_iter().fold((0.0, SchoolRule::Rig), louder);
    let reaction = if d.reaction_species.contains(&request.species) {
        let by_depth = through(c.depth_m, d.reaction_depth_m, d.blend);
        by_depth.min(through(c.drift_mps, d.reaction_drift_mps, d.blend))
    } else {
        0.0
    };
    (loudest, reaction)
}

/// The school that stands whatever the water does, and the rule that says so.
fn fixed(request: &PickRequest, rig: &RigRow, tables: &Tables) -> Option<(School, SchoolRule)> {
    let fish = &tables.conditions.school_default.contact_species;
    let swum = rig.leaves_bottom && request.fish_at == FishAt::Suspended;
    match request.school {
        Some(asked) => Some((asked, SchoolRule::Asked)),
        None if !rig.school_follows_water => Some((rig.default_school, SchoolRule::Rig)),
        None if swum => Some((School::HangTime, SchoolRule::OffBottom)),
        None if fish.contains(&request.species) => {
            Some((School::BottomContact, SchoolRule::ContactFish))
        }
        None => None,
    }
}

/// The school and the rule that gave it.
#[must_use]
pub fn school(
    request: &PickRequest,
    c: &Conditions,
    rig: &RigRow,
    tables: &Tables,
) -> (School, SchoolRule) {
    if let Some(stands) = fixed(request, rig, tables) {
        return stands;
    }
    let ((contact, rule), reaction) = voices(request, c, rig, tables);
    match () {
        () if reaction >= 0.5 => (School::Reaction, SchoolRule::DeepDrift),
        () if contact >= 0.5 => (School::BottomContact, rule),
        () => (rig.default_school, SchoolRule::Rig),
    }
}

/// What each school has to say: no water turns a corner where one ends and the next
/// begins. The shares add up to 1.
#[must_use]
pub fn shares(
    request: &PickRequest,
    c: &Conditions,
    rig: &RigRow,
    tables: &Tables,
) -> EnumMap<School, f64> {
    if let Some((school, _)) = fixed(request, rig, tables) {
        return alone(school);
    }
    let ((contact, _), reaction) = voices(request, c, rig, tables);
    let mut shares = EnumMap::default();
    shares[rig.default_school] += (1.0 - reaction) * (1.0 - contact);
    shares[School::BottomContact] += (1.0 - reaction) * contact;
    shares[School::Reaction] += reaction;
    shares
}

impl Shares {
    /// Of a question under given conditions.
    #[must_use]
    pub fn of(request: &PickRequest, c: &Conditions, rig: &RigRow, tables: &Tables) -> Self {
        let now = shares(request, c, rig, tables);
        let still = Conditions {
            drift_mps: 0.0,
            ..*c
        };
        let at_rest = if c.drift_mps > 0.0 && !c.slips {
            shares(request, &still, rig, tables)
        } else {
            now
        };
        Self { now, at_rest }
    }

    /// Of one school alone.
    #[must_use]
    pub fn alone(school: School) -> Self {
        let now = alone(school);
        Self { now, at_rest: now }
    }
}

/// One school and no other.
#[must_use]
pub fn alone(school: School) -> EnumMap<School, f64> {
    EnumMap::from_fn(|s| f64::from(u8::from(s == school)))
}
