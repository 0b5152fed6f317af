//! What the bench measures of a rig: how its hook lies in its bait.

use serde::{Deserialize, Serialize};

use super::{BaitMeasured, JudgedNeed, Text};
use crate::base::codes::{EyeTurn, HookStyle, Keeper, Material, Rig, Shape, Sits, Tie, Wire};

/// A rig on the bench. Lengths are in mm, from the nose of the bait where they are places.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct BenchAnswer {
    /// Version of the model that gave it.
    pub model: Text,
    /// The rig by whose rule the hook is judged.
    pub rig: Rig,
    /// The bait.
    pub bait: BaitMeasured,
    /// The head.
    pub head: BenchHead,
    /// The hook in the bait.
    pub hook: BenchHook,
    /// How it lies there.
    pub seat: BenchSeat,
    /// How it is rigged there.
    pub steps: Vec<BenchStep>,
    /// The hooks of this cut that are sold, the best for this bait first.
    pub hooks: Vec<BenchHook>,
    /// Every need of the question, as the answer judges it.
    pub judged: Vec<JudgedNeed>,
}

/// The head of a rig on the bench.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct BenchHead {
    pub shape: Shape,
    pub g: f64,
    pub material: Material,
    pub length_mm: f64,
    pub height_mm: f64,
    pub tie: Tie,
    pub eye: EyeTurn,
    /// Height of the eye over the shank.
    pub eye_mm: f64,
    pub keeper: Keeper,
}

/// A hook, judged in the bait.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct BenchHook {
    /// Number as it is printed; none where only its measures are known.
    pub size: Option<Text>,
    pub style: HookStyle,
    pub wire: Wire,
    pub gap_mm: f64,
    pub length_mm: f64,
    /// Whether gap and length were measured; else they are by the number.
    pub measured: bool,
    /// How it sits.
    pub sits: Sits,
    pub wanted_gap_mm: f64,
    /// Hook over bait length.
    pub length_share: f64,
    /// The share that the rig asks for.
    pub wanted_share: f64,
    /// What speaks against it; 0 is perfect.
    pub cost: f64,
}

/// A hook lying in a bait.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct BenchSeat {
    /// Whether the point is hidden: the shank then runs along the belly.
    pub hidden: bool,
    /// Where the shank enters.
    pub entry_mm: f64,
    /// Where an offset hook leaves the nose again.
    pub out_mm: Option<f64>,
    /// Back of the bend.
    pub bend_mm: f64,
    /// Where the hook comes out of the back; of a hidden one, where it goes in at the belly.
    pub exit_mm: f64,
    /// Tip of the point.
    pub tip_mm: f64,
    /// Depth of the bait where it bends.
    pub depth_mm: f64,
    /// Point above the back; under 0 it lies in the plastic.
    pub free_mm: f64,
    /// The same when a fish presses the bait together.
    pub pressed_mm: f64,
    /// From the back of the bend to the tail root; under 0 it lies behind the root.
    pub clear_of_tail_mm: f64,
    /// The verdict in words.
    pub text: Text,
}

/// A step of rigging.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct BenchStep {
    /// What is done.
    pub what: Text,
    /// How, with the marks of this bait.
    pub how: Text,
}
