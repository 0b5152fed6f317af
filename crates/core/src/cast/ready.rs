//! A rig made ready to be cast.

use super::keep::Keep;
use super::lure::Lure;
use crate::base::codes::{Course, FallBy, FishAt, Rig, Shape};
use crate::tables::retrieve::Move;

/// A rig ready to be cast, with the way it is usually brought.
#[derive(Debug, Clone)]
pub struct CastRig {
    /// Which rig.
    pub rig: Rig,
    /// How the bait goes through the water.
    pub course: Course,
    /// The head's shape.
    pub shape: Shape,
    /// The head's nominal weight as sold, or the weight asked for.
    pub label: String,
    /// The head's mass, g.
    pub head_g: f64,
    /// Seconds to count before the retrieve begins, where it is fished off the
    /// bottom.
    pub count_s: Option<f64>,
    /// Head, hook and bait, g.
    pub total_g: f64,
    /// As water, line and bottom meet it.
    pub lure: Lure,
    /// How it is let down to the bottom.
    pub fall: FallBy,
    /// How it falls within the retrieve.
    pub fall_after: FallBy,
    /// Rest after landing, s.
    pub rest: f64,
    /// What is then done over and over.
    pub moves: Vec<Move>,
    /// Speed of drags and winds, m/s.
    pub retrieve: f64,
    /// Temperature of the water, °C, assumed by the season where it is not known.
    pub temp_c: f64,
    /// Where the fish are.
    pub fish_at: FishAt,
    /// The depth at which it is fished: what is swum is kept there.
    pub keep: Keep,
    /// Height over the water from which the rod is held, m.
    pub stand: f64,
}
