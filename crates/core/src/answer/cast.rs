//! A cast as it is played, for programs.

use serde::{Deserialize, Serialize};

use super::{LiftAt, Text};
use crate::base::codes::{Course, HangCause, LiftCause, Rig, Shape};

/// What is read off a cast. Distances are from the rod; shares are 0..1 of the time of the
/// retrieve.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct CastAnswer {
    /// Version of the model that gave it.
    pub model: Text,
    pub rig: Rig,
    pub shape: Shape,
    /// Weight of the head as it is sold.
    pub label: Text,
    pub head_g: f64,
    pub total_g: f64,
    /// How the bait goes through the water.
    pub course: Course,
    /// Distance to the splash, and the depth there.
    pub cast_m: f64,
    pub depth_m: f64,
    /// Count after which the retrieve begins though it has not landed.
    pub count_s: Option<f64>,
    /// From splash to bottom; none where it never got there.
    pub landed_s: Option<f64>,
    /// Mean speed of that fall.
    pub fall_mps: f64,
    /// How far it comes toward the rod as it falls, and how far the current carries it.
    pub swings_m: f64,
    pub carried_m: f64,
    /// Length of the retrieve.
    pub retrieve_s: f64,
    /// Share in contact with the bottom, and of the time in which it is not lifted on purpose.
    pub contact: f64,
    pub contact_when_drawn: f64,
    /// Share where the fish take.
    pub in_reach: f64,
    /// Share on a slack line.
    pub slack: f64,
    pub mean_height_m: f64,
    /// The moves of the hand, over and over.
    pub moves: Vec<Text>,
    /// Every lift on purpose from which it came down again.
    pub lifts: Vec<LiftAt>,
    /// Where it leaves the bottom unasked.
    pub lift_offs: Vec<LiftOffAt>,
    /// Where it is likely to hang.
    pub hangs: Vec<HangAt>,
    /// How far out it still was where the time was up; none where it came home.
    pub cut_off_m: Option<f64>,
    /// Where the lure is at each second.
    pub path: Vec<PathPoint>,
}

/// A place where the lure leaves the bottom unasked.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct LiftOffAt {
    /// After the splash.
    pub t_s: f64,
    pub at_m: f64,
    pub lasts_s: f64,
    pub height_m: f64,
    pub cause: LiftCause,
}

/// A place where the lure is likely to hang.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct HangAt {
    pub at_m: f64,
    pub cause: HangCause,
    /// Snag of the place times the shape's wedge, 0..1.
    pub risk: f64,
}

/// Where the lure is at a moment.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct PathPoint {
    pub t_s: f64,
    pub at_m: f64,
    pub depth_m: f64,
    pub touches: bool,
}
