//! The question: read from loose fields into types that cannot be wrong.
//!
//! JSON and the page's query string both become [`Fields`], a flat map of the
//! contract's field names; [`PickRequest::read`] turns that into a request or
//! into *all* of its faults.

mod fields;
mod read;

pub use fields::{Fields, Loose, field, flatten};

use serde::{Deserialize, Serialize};

use crate::base::codes::{
    BaitForm, Bottom, Build, Clarity, ColourView, Cover, FishAt, Forage, HeadColourView,
    HookSetView, HookTemper, Light, LineKind, LineView, Material, Mood, Plastic, PointView,
    Pressure, Rig, School, Season, Species, SpringView, StandUpView,
};

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
    /// Whether fish with teeth are about.
    pub toothy_fish: bool,
    /// Length of the cast, m.
    pub cast_m: f64,
    /// Speed of the retrieve, m/s; none takes the rig's own.
    pub retrieve_mps: Option<f64>,
    /// What the angler holds in hand.
    pub tackle: Tackle,
    /// Which side the angler takes where good anglers disagree.
    #[serde(default)]
    pub views: Views,
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
    /// Drift of the boat, m/s.
    pub drift_mps: f64,
    /// Light.
    pub light: Light,
    /// Depth of the fish where they are off the bottom, m; none is as is usual:
    /// a little over it, or the middle of the water.
    #[serde(default)]
    pub fish_depth_m: Option<f64>,
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
