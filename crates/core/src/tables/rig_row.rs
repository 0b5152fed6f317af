//! A rig's table: what `data/rigs/*.toml` holds beside its practice.

use std::collections::BTreeMap;

use enum_map::EnumMap;
use serde::{Deserialize, Serialize};

use super::courses::CourseRow;
use super::rows::{Asks, row};
use crate::base::codes::{
    Action, BaitForm, Bottom, Clarity, Course, Cover, FishAt, Forage, HookStyle, LineKind,
    LowerBound, Mood, Plastic, Power, Rig, School, Shape, Species, Tie, Wire,
};
use crate::base::{GRAMS_PER_OUNCE, Mass};
use uom::si::mass::gram;

row!(RigBait {
    least_mm: f64,
    most_mm: f64,
    default_form: BaitForm,
    default_mm: f64,
    default_plastic: Plastic
});
row!(Shank {
    to_mm: f64,
    style: HookStyle
});
row!(RigTackle {
    to_g: f64,
    main_lb: (f64, f64),
    leader_lb: (f64, f64),
    power: Power,
    action: Action,
    rated_g: (f64, f64),
    reel: String
});
/// How a rig is worked. Its ways and steps are read by [`Practice`].
///
/// [`Practice`]: super::Practice
#[derive(Debug, Clone, Deserialize, Serialize)]
#[expect(missing_docs, reason = "explained once, in data/rigs/ned.toml")]
pub struct RigRetrieve {
    pub name: String,
    pub speed_mps: BTreeMap<Course, f64>,
}

/// How a rig bounds its head from above, beside water and tackle.
#[derive(Debug, Clone, Deserialize, Serialize)]
#[serde(deny_unknown_fields)]
#[expect(missing_docs, reason = "explained once, in data/rigs/ned.toml")]
pub struct RigLimits {
    pub overpower_pa: f64,
    pub hover_pa: Option<f64>,
    #[serde(default = "one")]
    pub snap: f64,
}

fn one() -> f64 {
    1.0
}

/// When a rig's point is hidden.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize, Serialize)]
#[serde(rename_all = "snake_case")]
pub enum Hide {
    /// As the cover asks.
    Cover,
    /// Always, at least under the skin.
    Always,
    /// Never: the rig lives by an open point.
    Never,
}

/// How a rig's hook is chosen.
#[derive(Debug, Clone, Deserialize, Serialize)]
#[serde(deny_unknown_fields)]
#[expect(missing_docs, reason = "explained once, in data/rigs/ned.toml")]
pub struct RigHook {
    pub gap_over_depth: f64,
    pub hidden_free_mm: f64,
    pub length_target: f64,
    pub length_most: f64,
    #[serde(default)]
    pub length_least: f64,
    pub length_weight: f64,
    pub hide: Hide,
    pub hidden_slim: HookStyle,
    pub hidden_fat: HookStyle,
    pub least_wire: Option<Wire>,
    #[serde(default)]
    pub least_gap_mm: f64,
    #[serde(default = "whole")]
    pub past_root: f64,
    #[serde(default)]
    pub length_by_form: BTreeMap<BaitForm, f64>,
    #[serde(default)]
    pub gap_by_species: BTreeMap<Species, f64>,
    pub shank: Vec<Shank>,
}

fn whole() -> f64 {
    1.0
}

/// How well a rig suits a question.
#[derive(Debug, Clone, Default, Deserialize, Serialize)]
#[serde(deny_unknown_fields, default)]
#[expect(missing_docs, reason = "explained once, in data/rigs/ned.toml")]
pub struct Fits {
    pub depth_m: (f64, f64),
    pub current_most_mps: f64,
    pub wind_most_mps: f64,
    pub form: BTreeMap<BaitForm, f64>,
    pub bottom: BTreeMap<Bottom, f64>,
    pub cover: BTreeMap<Cover, f64>,
    pub fish_at: BTreeMap<FishAt, f64>,
    pub forage: BTreeMap<Forage, f64>,
    pub mood: BTreeMap<Mood, f64>,
    pub species: BTreeMap<Species, f64>,
    pub clarity: BTreeMap<Clarity, f64>,
}

/// How a bait hangs while it falls to its wanted speed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize, Serialize)]
#[serde(rename_all = "snake_case")]
pub enum Hang {
    /// Behind the head on a tight line.
    TightLine,
    /// Level.
    Glide,
}

/// How a bait hangs on its way down to the bottom.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize, Serialize)]
#[serde(rename_all = "snake_case")]
pub enum WayDown {
    /// Nose first, on slack line.
    SlackLine,
    /// Between the two, the line just followed down.
    SemiTight,
    /// Swinging back on a tight line.
    TightLine,
}

/// A rig's table. What it is in practice is read by [`Practice`].
///
/// [`Practice`]: super::Practice
#[derive(Debug, Clone, Deserialize, Serialize)]
#[serde(deny_unknown_fields)]
#[expect(missing_docs, reason = "explained once, in data/rigs/ned.toml")]
pub struct RigRow {
    pub code: Rig,
    pub default_school: School,
    pub contact_below_m: Option<f64>,
    pub school_follows_water: bool,
    pub posture: Hang,
    pub way_down: Option<WayDown>,
    #[serde(default)]
    pub leaves_bottom: bool,
    #[serde(default)]
    pub needs_not: Vec<LowerBound>,
    #[serde(default)]
    pub needs_also: Vec<LowerBound>,
    pub usual_oz: (f64, f64),
    pub everyday_oz: f64,
    #[serde(default)]
    pub grind_oz: f64,
    pub usual_braid_lb: f64,
    pub usual_straight_lb: f64,
    pub line_kind: Option<LineKind>,
    #[serde(default)]
    pub skips: bool,
    #[serde(default)]
    pub separate_hook: bool,
    pub tie: Option<Tie>,
    pub bait: RigBait,
    pub fall: EnumMap<School, f64>,
    pub limits: RigLimits,
    pub shapes: BTreeMap<Shape, f64>,
    #[serde(default)]
    pub asks: Asks,
    pub hook: RigHook,
    pub tackle: Vec<RigTackle>,
    pub retrieve: RigRetrieve,
    pub fits: Fits,
    #[serde(default, skip_serializing, deserialize_with = "left")]
    pub practice: (),
}

/// What another reads of the same file, where there is one: in what was made ready there is not.
fn left<'de, D: serde::Deserializer<'de>>(from: D) -> Result<(), D::Error> {
    if from.is_human_readable() {
        serde::de::IgnoredAny::deserialize(from)?;
    }
    Ok(())
}

/// How far heads of one mark differ, as a share of it (v0).
const ONE_MARK: f64 = 0.04;

impl RigRow {
    /// Whether a need of a course is one of this rig.
    #[must_use]
    pub fn needs(&self, need: LowerBound, course: &CourseRow) -> bool {
        let of_course = course.needs.contains(&need) && !self.needs_not.contains(&need);
        of_course || (!course.off_bottom && self.needs_also.contains(&need))
    }

    /// Speed of what is drawn or wound on a course, m/s.
    #[must_use]
    pub fn speed_mps(&self, course: &CourseRow) -> f64 {
        let own = self.retrieve.speed_mps.get(&course.code).copied();
        own.unwrap_or(course.speed_mps)
    }

    /// The lightest head that grinds, less `ONE_MARK`.
    #[must_use]
    pub fn grind(&self) -> Mass {
        Mass::new::<gram>((1.0 - ONE_MARK) * self.grind_oz * GRAMS_PER_OUNCE)
    }

    /// The heaviest head in everyday use, and `ONE_MARK` more.
    #[must_use]
    pub fn everyday(&self) -> Mass {
        Mass::new::<gram>((1.0 + ONE_MARK) * self.everyday_oz * GRAMS_PER_OUNCE)
    }
}
