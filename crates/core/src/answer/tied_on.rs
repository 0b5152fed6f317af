//! What is tied on: head, weight, hook, line, rod, and how it is fished.

use std::ops::Deref;

use serde::{Deserialize, Serialize};

use super::Text;
use crate::base::codes::{
    Action, Course, FallBy, HookStyle, Keeper, LineKind, LowerBound, Material, Point, Power, Shape,
    Tie, UpperBound, Wire,
};

/// The head, and what it measures.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct Head {
    pub shape: Shape,
    pub tie: Tie,
    pub keeper: Keeper,
    pub material: Material,
    #[serde(default)]
    pub length_mm: f64,
    #[serde(default)]
    pub height_mm: f64,
    /// How the eye is turned and how tall the post stands.
    #[serde(default)]
    pub eye: Text,
}

/// The weight: a rung that is sold, and the window it lies in.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct Weight {
    #[serde(default)]
    pub label: Text,
    #[serde(default)]
    pub oz: f64,
    #[serde(default)]
    pub g: f64,
    pub window: Window,
    #[serde(default)]
    pub conflict: Option<Conflict>,
    /// Head, hook and bait together.
    #[serde(default)]
    pub total_g: f64,
}

/// Between which head weights the rig does its job, and what bounds it.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct Window {
    #[serde(default)]
    pub lower_oz: f64,
    #[serde(default)]
    pub upper_oz: f64,
    pub lower_by: LowerBound,
    pub upper_by: UpperBound,
    #[serde(default)]
    pub lower_g: f64,
    #[serde(default)]
    pub upper_g: f64,
    /// The bound at the light end, in words with its numbers.
    #[serde(default)]
    pub lower_says: Text,
    /// The bound at the heavy end.
    #[serde(default)]
    pub upper_says: Text,
}

/// Needs that cannot all be met.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct Conflict {
    /// The need that asks for more weight.
    pub lower_by: LowerBound,
    /// The need that asks for less.
    pub upper_by: UpperBound,
    /// What that means.
    #[serde(default)]
    pub text: Text,
    /// What could give: changes of the conditions are tried on the model and
    /// name what would then be tied on; a stronger rod or a bulkier bait is
    /// named without a number.
    #[serde(default)]
    pub gives: Vec<Give>,
}

/// One change that would end a conflict.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct Give {
    /// Its code.
    #[serde(default)]
    pub code: Text,
    /// In words with its number.
    #[serde(default)]
    pub text: Text,
    /// The weight it would lead to.
    #[serde(default)]
    pub label: Text,
}

/// The hook; millimetres decide, the number is a hint.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct Hook {
    #[serde(default)]
    pub size: Text,
    pub style: HookStyle,
    #[serde(default)]
    pub gap_mm: f64,
    #[serde(default)]
    pub length_mm: f64,
    #[serde(default)]
    pub exit_mm: f64,
    pub wire: Wire,
    #[serde(default)]
    pub wire_mm: f64,
    pub point: Point,
    #[serde(default)]
    pub near: Vec<Text>,
}

/// The hook that is advised, or where none that is sold fits the bait, the nearest:
/// everything else is computed with it. In JSON `hook` is null then, and
/// `nearest_hook` holds it.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(try_from = "HookFields", into = "HookFields")]
pub enum HookTied {
    /// One that fits.
    Fits(Hook),
    /// The nearest to one that would.
    Nearest(Hook),
}

/// The fields of [`HookTied`].
#[derive(Clone, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct HookFields {
    /// The hook that is advised; null where none that is sold fits the bait.
    #[serde(default)]
    hook: Option<Hook>,
    /// Where none fits, the nearest: all other numbers are computed with it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    nearest_hook: Option<Hook>,
}

impl HookTied {
    /// Whether it fits.
    #[must_use]
    pub fn fits(&self) -> bool {
        matches!(self, Self::Fits(_))
    }
}

impl Deref for HookTied {
    type Target = Hook;
    fn deref(&self) -> &Hook {
        match self {
            Self::Fits(hook) | Self::Nearest(hook) => hook,
        }
    }
}

impl TryFrom<HookFields> for HookTied {
    type Error = &'static str;
    fn try_from(fields: HookFields) -> Result<Self, Self::Error> {
        let nearest = fields.nearest_hook.map(Self::Nearest);
        let tied = fields.hook.map(Self::Fits).or(nearest);
        tied.ok_or("an answer names a hook, or the nearest")
    }
}

impl From<HookTied> for HookFields {
    fn from(tied: HookTied) -> Self {
        let (hook, nearest_hook) = match tied {
            HookTied::Fits(hook) => (Some(hook), None),
            HookTied::Nearest(hook) => (None, Some(hook)),
        };
        Self { hook, nearest_hook }
    }
}

/// The fall.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct Sink {
    #[serde(default)]
    pub speed_mps: f64,
    #[serde(default)]
    pub time_s: f64,
    /// Seconds to the bottom as it is let down there; 0 where it floats, and in
    /// answers from before it was told.
    #[serde(default)]
    pub down_s: f64,
    /// How the line is held meanwhile; none in answers from before it was told.
    #[serde(default)]
    pub down_by: Option<FallBy>,
    /// Least and most speed by the spread of the coefficients.
    #[serde(default)]
    pub band_mps: (f64, f64),
    /// On a slack line, nose first.
    #[serde(default)]
    pub slack_mps: f64,
    /// What the school and the water ask for.
    #[serde(default)]
    pub target_mps: f64,
    /// Weight of the whole rig in water, in newtons.
    #[serde(default)]
    pub submerged_n: f64,
    /// Terminal velocity of the head alone, without hook and bait; 0 in answers
    /// from before it was told.
    #[serde(default)]
    pub bare_head_mps: f64,
}

/// Line and leader.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct Line {
    #[serde(default)]
    pub kind: Text,
    #[serde(default)]
    pub main_lb: (f64, f64),
    #[serde(default)]
    pub leader_lb: (f64, f64),
    /// How long the leader is; none where the line runs straight through, and in
    /// answers from before it was told.
    #[serde(default)]
    pub leader_m: Option<(f64, f64)>,
    /// Whether what is tied to the lure is a wire trace.
    #[serde(default)]
    pub wire_trace: bool,
    /// Kind and diameter that the window was computed with.
    pub computed_with: LineKind,
    #[serde(default)]
    pub computed_mm: f64,
}

/// Rod.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct Rod {
    pub power: Power,
    pub action: Action,
    #[serde(default)]
    pub rated_g: (f64, f64),
    #[serde(default)]
    pub reel: Text,
}

/// How the bait goes through the water.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct CourseAnswer {
    /// Its code.
    pub code: Course,
    /// Why it is this one.
    #[serde(default)]
    pub why: Text,
    /// Speed of what is drawn or wound, m/s.
    #[serde(default)]
    pub speed_mps: f64,
    /// The same in turns of the handle a second.
    #[serde(default)]
    pub turns_ps: f64,
    /// The same as an angler counts them; nothing where nothing is wound.
    #[serde(default)]
    pub turns: Text,
    /// Whether what it is fished for counts: a swum bait neither falls nor is felt.
    #[serde(default = "counts")]
    pub by_school: bool,
    /// Rest after landing, s.
    #[serde(default)]
    pub rest_s: f64,
    /// What is then done over and over.
    #[serde(default)]
    pub moves: Vec<Text>,
    /// How long a lift falls, s, where something is lifted.
    #[serde(default)]
    pub lift_s: Option<f64>,
}

/// How to fish it.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct Retrieve {
    #[serde(default)]
    pub name: Text,
    #[serde(default)]
    pub speed_mps: f64,
    #[serde(default)]
    pub steps: Vec<Text>,
}

/// An answer from before it was told is read as one that is fished for something.
fn counts() -> bool {
    true
}
