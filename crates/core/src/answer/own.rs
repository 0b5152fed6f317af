//! What of an angler's own box serves an answer, and what it lacks.

use serde::Serialize;

use super::Text;
use crate::base::codes::{LowerBound, Shape, Sits, UpperBound};

/// What a box has for an answer.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct OwnAnswer {
    /// The best own heads, best first.
    pub heads: Vec<OwnHead>,
    /// Whether the first does everything that is asked, or is what is tied on where no head does.
    pub serves: bool,
    /// In a sentence.
    pub text: Text,
    /// What the box lacks for this, where nothing serves.
    pub missing: Option<Text>,
    /// Where the rig ties on a hook of its own: the best own hooks.
    pub hooks: Vec<OwnHook>,
    /// Own rods, the best first.
    pub rods: Vec<OwnTool>,
    /// Own lines, the best first.
    pub lines: Vec<OwnTool>,
}

/// An own head against the answer.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct OwnHead {
    /// Its place among the things given.
    pub at: usize,
    /// `1/8 oz ball, hook 3/0`.
    pub title: String,
    /// How many are left.
    pub count: u32,
    /// Its weight, g.
    pub g: f64,
    /// Whether it does everything that is asked.
    pub serves: bool,
    /// Whether it is the very head that is answered with.
    pub answered: bool,
    /// Rungs heavier (lighter below 0) than the ideal.
    pub rungs_off: i32,
    /// Speed of its fall, m/s.
    pub speed_mps: f64,
    /// Seconds to the bottom; none when it floats.
    pub time_s: Option<f64>,
    /// Needs that it is too light for.
    pub too_light: Vec<LowerBound>,
    /// Needs that it is too heavy for.
    pub too_heavy: Vec<UpperBound>,
    /// Its hook in this bait.
    pub hook: Option<OwnHook>,
    /// What it costs to tie it on in place of the ideal, in words.
    pub costs: Vec<String>,
}

/// An own hook in the bait.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct OwnHook {
    /// Its place among the things given.
    pub at: usize,
    /// `3/0 wide gap`.
    pub title: String,
    /// Gap, mm.
    pub gap_mm: f64,
    /// Length, mm.
    pub length_mm: f64,
    /// Whether gap and length were measured by the angler.
    pub measured: bool,
    /// How it sits.
    pub sits: Sits,
    /// Whether its point stands open where it should be hidden.
    pub open: bool,
    /// In words with its numbers.
    pub text: String,
}

/// An own rod or line.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct OwnTool {
    /// Its place among the things given.
    pub at: usize,
    /// `3–12 g rod`.
    pub title: String,
    /// Whether it fits.
    pub fits: bool,
    /// Why, or why not, with its numbers.
    pub text: String,
}

/// What a box lacks, and what of it lies idle.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct Gaps {
    /// How many situations were looked at.
    pub situations: usize,
    /// How many the box serves now.
    pub served: usize,
    /// What would serve the most of the others, one after the other.
    pub buys: Vec<Buy>,
    /// Situations that no single head serves, with what crosses there.
    pub unservable: Vec<String>,
    /// Places of the things that serve none of the situations.
    pub idle: Vec<usize>,
    /// Weights of the picture, lightest first.
    pub sizes: Vec<String>,
    /// A row of the picture for each situation.
    pub picture: Vec<GapRow>,
}

/// What serves a situation, weight by weight.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct GapRow {
    /// Its name.
    pub name: String,
    /// The shape that suits it best.
    pub shape: Shape,
    /// Whether it is served.
    pub state: GapState,
    /// Whether a hook is lacking.
    pub lacks_hook: bool,
    /// One for each weight.
    pub cells: Vec<GapCell>,
}

/// Whether a situation is served; what is open comes first.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[serde(rename_all = "snake_case")]
pub enum GapState {
    /// Something can be bought for it.
    Open,
    /// No head does it all there.
    Crossed,
    /// The box serves it.
    Served,
}

/// What a weight is to a situation.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[serde(rename_all = "snake_case")]
pub enum GapCell {
    /// Outside its window.
    Outside,
    /// Within its window, and not in the box.
    Within,
    /// A head of the box serves there.
    Own,
    /// This purchase, counted from 1, would serve there.
    Buy(usize),
}

/// A thing to buy.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct Buy {
    /// `1/8 oz mushroom, hook 1/0 short shank`.
    pub what: String,
    /// The situations that it would newly serve.
    pub serves: Vec<String>,
    /// Why this one: what the nearest thing in the box misses.
    pub why: String,
}
