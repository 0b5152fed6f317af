//! The question: read from loose fields into types that cannot be wrong.
//!
//! JSON and the page's query string both become [`Fields`], a flat map of the
//! contract's field names; [`PickRequest::read`] turns that into a request or
//! into *all* of its faults.

/// Reads a field that holds a code; with a usual value, what was left out is noted.
macro_rules! code {
    ($reader:ident, $field:literal, $ty:ty) => {
        $reader.code($field, <$ty>::ALL, <$ty>::from_code, <$ty>::code)
    };
    ($reader:ident, $field:literal, $ty:ty, $usual:expr) => {{
        $reader.note_if_absent($field);
        code!($reader, $field, $ty).unwrap_or($usual)
    }};
}

mod fields;
mod in_hand;
mod mend;
mod read;
mod reader;

pub use fields::{CODE_FIELDS, Codes, FLAG_FIELDS, Fields, Loose, TEXT_FIELDS, field, flatten};
pub use in_hand::{HeadInHand, HookInHand};
pub use mend::MendRequest;

use serde::{Deserialize, Serialize};

use crate::base::codes::{
    BaitForm, Bottom, Build, Clarity, ColourView, Course, Cover, FishAt, Forage, HeadColourView,
    HookSetView, HookTemper, Light, LineKind, LineView, Material, Mood, Plastic, PointView, Power,
    Pressure, Reel, Rig, School, Season, Shape, Species, SpringView, StandUpView, Toothy, WindSide,
};
use crate::physics::hold::ROD_M;

/// A request as it is stored and sent back: the contract's JSON, complete.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct PickRequest {
    /// The rig, or none to have the rigs ranked.
    pub rig: Option<Rig>,
    /// The bait.
    pub bait: Bait,
    /// The water.
    pub water: WaterConditions,
    /// Season by spawning phase.
    pub season: Season,
    /// The fish.
    pub species: Species,
    /// Where they hold.
    pub fish_at: FishAt,
    /// What they eat.
    pub forage: Option<Forage>,
    /// How willing they are.
    pub mood: Mood,
    /// How hard the water is fished.
    pub pressure: Pressure,
    /// The school to follow; none lets the situation decide.
    pub school: Option<School>,
    /// How it is to be brought; none takes what rig, fish and mood usually ask.
    #[serde(default)]
    pub course: Option<Course>,
    /// The shape of head to be tied on; none takes what suits best.
    #[serde(default)]
    pub shape: Option<Shape>,
    /// How likely fish with teeth take it; older questions said only yes or no.
    #[serde(deserialize_with = "toothy")]
    pub toothy_fish: Toothy,
    /// Length of the cast, m.
    pub cast_m: f64,
    /// Line behind a drifting boat, m; none is the length of the cast.
    #[serde(default)]
    pub trail_m: Option<f64>,
    /// Seconds that a lift shall fall; none takes what weight and hands give.
    #[serde(default)]
    pub lift_fall_s: Option<f64>,
    /// Speed of the retrieve, m/s; none takes the course's own.
    pub retrieve_mps: Option<f64>,
    /// The same in turns of the handle a second; `retrieve_mps` goes before it.
    #[serde(default)]
    pub retrieve_turns_ps: Option<f64>,
    /// Line that a turn of the handle takes up, m.
    #[serde(default)]
    pub reel_turn_m: Option<f64>,
    /// Height over the water from which the rod is held, m.
    #[serde(default)]
    pub stand_m: Option<f64>,
    /// What the angler holds in hand.
    pub tackle: Tackle,
    /// Which side the angler takes where good anglers disagree.
    #[serde(default)]
    pub views: Views,
    /// A head in the hand, to be judged.
    #[serde(default)]
    pub head: Option<HeadInHand>,
    /// Fields that were not given and were filled with what is usual.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub assumed: Vec<String>,
}

/// The bait of a request.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct Bait {
    /// Its outline.
    pub form: BaitForm,
    /// Its length, mm.
    pub length_mm: f64,
    /// Its thickest depth, mm; none takes the form's usual share of the length.
    pub body_mm: Option<f64>,
    /// What it is poured from.
    pub plastic: Plastic,
    /// How thick it is for its form, where nobody measured it; none is usual,
    /// with its band.
    #[serde(default)]
    pub build: Option<Build>,
    /// Its mass as weighed, g; 0.1 to 150.
    #[serde(default)]
    pub mass_g: Option<f64>,
}

/// The water of a request.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct WaterConditions {
    /// Depth, m; the shallow end where it is a range.
    pub depth_m: f64,
    /// The deep end of a range of depths, m.
    #[serde(default)]
    pub depth_max_m: Option<f64>,
    /// Bottom.
    pub bottom: Bottom,
    /// Cover.
    pub cover: Cover,
    /// Clarity.
    pub clarity: Clarity,
    /// Temperature, °C; none takes what is usual for the season.
    pub temp_c: Option<f64>,
    /// Current at the surface, m/s.
    pub current_mps: f64,
    /// Wind as forecast (10 m height), m/s; the light end where it is a range.
    pub wind_mps: f64,
    /// The strong end of a range of winds, m/s.
    #[serde(default)]
    pub wind_max_mps: Option<f64>,
    /// Which side the wind comes from; none is partly across the cast.
    #[serde(default)]
    pub wind_side: Option<WindSide>,
    /// Drift of the boat over the ground, m/s.
    pub drift_mps: f64,
    /// Whether the boat drifts the way the current runs.
    #[serde(default)]
    pub slips: bool,
    /// Light.
    pub light: Light,
    /// Depth of the fish where they are off the bottom, m; none is as is usual:
    /// a little over it, or the middle of the water.
    #[serde(default)]
    pub fish_depth_m: Option<f64>,
}

impl WaterConditions {
    /// Depth, m; of a range its middle.
    #[must_use]
    pub fn middle_depth_m(&self) -> f64 {
        let most = self.depth_max_m.unwrap_or(self.depth_m);
        self.depth_m.midpoint(most)
    }

    /// Wind, m/s; of a range its middle.
    #[must_use]
    pub fn middle_wind_mps(&self) -> f64 {
        let most = self.wind_max_mps.unwrap_or(self.wind_mps);
        self.wind_mps.midpoint(most)
    }
}

/// Tackle in hand; whatever is not known is none.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize)]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct Tackle {
    pub line_kind: Option<LineKind>,
    pub line_mm: Option<f64>,
    pub line_lb: Option<f64>,
    pub leader_lb: Option<f64>,
    pub rod_min_g: Option<f64>,
    pub rod_max_g: Option<f64>,
    pub material: Option<Material>,
    /// Power of the rod in hand: what it throws, where its rating is not known.
    #[serde(default)]
    pub rod_power: Option<Power>,
    /// Gear ratio of the reel: what a turn takes up, where that is not known.
    #[serde(default)]
    pub reel_ratio: Option<f64>,
    /// Kind of the reel.
    #[serde(default)]
    pub reel: Option<Reel>,
    /// Length of the rod, m.
    #[serde(default)]
    pub rod_m: Option<f64>,
}

/// Sides in the trade's disputes; none leaves it to the usual one.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Serialize, Deserialize)]
#[serde(default)]
#[expect(missing_docs, reason = "each code's words say the side")]
pub struct Views {
    pub stand_up: Option<StandUpView>,
    pub spring: Option<SpringView>,
    pub hook_temper: Option<HookTemper>,
    pub main_line: Option<LineView>,
    pub hook_set: Option<HookSetView>,
    pub colour: Option<ColourView>,
    pub head_colour: Option<HeadColourView>,
    pub point: Option<PointView>,
}

/// Reads the risk of teeth: its code, or the yes and no of older questions.
fn toothy<'de, D: serde::Deserializer<'de>>(from: D) -> Result<Toothy, D::Error> {
    #[derive(Deserialize)]
    #[serde(untagged)]
    enum Told {
        Yes(bool),
        Risk(Toothy),
    }
    Ok(match Told::deserialize(from)? {
        Told::Yes(yes) => Toothy::of(yes),
        Told::Risk(risk) => risk,
    })
}

impl Toothy {
    /// Of a plain yes or no.
    #[must_use]
    pub const fn of(yes: bool) -> Self {
        if yes { Self::Likely } else { Self::None }
    }
}

impl PickRequest {
    /// Line that a turn of the handle takes up, m, with what is usual where
    /// nobody said.
    #[must_use]
    pub fn turn_m(&self) -> f64 {
        let geared = self.tackle.reel_ratio.map(|r| r * TURN_PER_RATIO_M);
        self.reel_turn_m.or(geared).unwrap_or(USUAL_TURN_M)
    }

    /// Speed of the retrieve as it was asked for, m/s.
    #[must_use]
    pub fn asked_mps(&self) -> Option<f64> {
        let wound = self.retrieve_turns_ps.map(|t| t * self.turn_m());
        self.retrieve_mps.or(wound)
    }

    /// Length of the rod, m, with what is usual where it is not given.
    #[must_use]
    pub fn rod_length_m(&self) -> f64 {
        self.tackle.rod_m.unwrap_or(ROD_M)
    }

    /// Line behind a drifting boat, m.
    #[must_use]
    pub fn trail_length_m(&self) -> f64 {
        self.trail_m.unwrap_or(self.cast_m)
    }

    /// Height over the water from which the rod is held, m.
    #[must_use]
    pub fn held_at_m(&self) -> f64 {
        self.stand_m.unwrap_or(USUAL_STAND_M)
    }
}

/// Line that a turn of a usual reel takes up, m (v0).
const USUAL_TURN_M: f64 = 0.7;
/// The same for each unit of its gear ratio, m: a spool of some 40 mm (v0).
const TURN_PER_RATIO_M: f64 = 0.125;
/// Height over the water from which a rod is usually held, m: from a low bank or
/// a boat (v0).
pub const USUAL_STAND_M: f64 = 1.5;
