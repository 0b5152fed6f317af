//! What is said beside what is tied on: reasons, other rigs and weights, rules considered.

use serde::{Deserialize, Serialize};

use super::Text;
use super::tied_on::{Head, Hook, Weight};
use crate::base::codes::{
    Basis, Judged, Material, Rig, School, Shape, TackleItem, TackleVerdict, Topic,
};

/// One reason, with what it rests on.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct Reason {
    /// Its code.
    #[serde(default)]
    pub code: Text,
    /// What it speaks of.
    pub about: Topic,
    /// In words with its numbers.
    #[serde(default)]
    pub text: Text,
    /// What it rests on.
    pub basis: Basis,
    /// Whether it speaks for the answer or against it.
    #[serde(default)]
    pub speaks_for: bool,
}

/// A note or a caution.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "plain words")]
pub struct Coded {
    #[serde(default)]
    pub code: Text,
    #[serde(default)]
    pub text: Text,
}

/// Weight, lift and turns of the handle for a fall of so many seconds.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct LiftPlanned {
    pub wanted_s: f64,
    /// The weight.
    pub label: Text,
    pub g: f64,
    /// Line that the lift takes in, and the turns of the handle that take it in.
    pub line_m: f64,
    pub turns: f64,
    /// The lift, with half the cast out.
    pub lift: LiftAt,
    /// Whether it falls as long as it shall.
    pub reached: bool,
    pub text: Text,
}

/// A thing of the angler's own tackle, with its verdict for what is tied on.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct ToolInHand {
    /// What it is.
    pub item: TackleItem,
    /// Whether it suits.
    pub ok: bool,
    /// How it suits.
    pub verdict: TackleVerdict,
    /// In words, with the thing as it was named.
    pub text: Text,
}

/// Whether the rig that was asked for suits here.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct FitsAnswer {
    /// Whether it does.
    pub ok: bool,
    /// Why it does not.
    #[serde(default)]
    pub why_not: Option<Text>,
    /// The rig that suits best instead.
    #[serde(default)]
    pub better_rig: Option<Rig>,
}

/// A lift off the bottom at a place of the retrieve, played.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct LiftAt {
    /// How far out, m.
    pub at_m: f64,
    /// How high it comes, m.
    pub rise_m: f64,
    /// How long it then falls, s.
    pub fall_s: f64,
}

/// A head held against one need: the one in the hand, or what is tied on.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct JudgedNeed {
    /// Which need.
    pub need: Judged,
    /// What the head has.
    pub measure: f64,
    /// The same, under the name that every measure of the contract has.
    #[serde(default)]
    pub value: f64,
    /// What is wanted: at least, or at most; the measure itself where nothing is.
    pub wanted: f64,
    /// The least that is wanted; none where there is a most, or no need.
    #[serde(default)]
    pub least: Option<f64>,
    /// The most that is wanted; none where there is a least, or no need.
    #[serde(default)]
    pub most: Option<f64>,
    /// Their unit.
    #[serde(default)]
    pub unit: Text,
    /// How far that may be missed, as a share of it.
    #[serde(default)]
    pub tolerance: f64,
    /// How far it holds, as a share of what is wanted; 0 where it misses that by no more than the
    /// tolerance; under 0 it fails, by so much more.
    pub margin: f64,
    /// Whether the rig has this need here.
    #[serde(default = "yes")]
    pub applies: bool,
    /// In words.
    #[serde(default)]
    pub text: Text,
}

fn yes() -> bool {
    true
}

/// A need that holds by more than this many times itself is not worth a line.
const FAR: f64 = 5.0;

impl JudgedNeed {
    /// Whether it is worth a line: it applies, and does not hold by far.
    #[must_use]
    pub fn worth_a_line(&self) -> bool {
        let by_far = match self.most {
            Some(_) => self.margin > 1.0 - 1.0 / FAR,
            None => self.margin > FAR - 1.0,
        };
        self.applies && !by_far
    }

    /// Whether the head does not do it.
    #[must_use]
    pub fn fails(&self) -> bool {
        self.margin < 0.0
    }
}

/// Something to turn to.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "plain words")]
pub struct Switch {
    #[serde(default)]
    pub to: Text,
    #[serde(default)]
    pub when: Text,
}

/// Another rig for this water.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "the contract's names")]
pub struct RunnerUp {
    pub rig: Rig,
    pub head: Head,
    pub weight: Weight,
    pub hook: Hook,
    #[serde(default)]
    pub why_not_first: Text,
}

/// A rung heavier or lighter.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct Step {
    #[serde(default)]
    pub oz: f64,
    #[serde(default)]
    pub g: f64,
    #[serde(default)]
    pub label: Text,
    #[serde(default)]
    pub when: Text,
    /// Where a condition makes it right, solved on the model, nearest first.
    #[serde(default)]
    pub triggers: Vec<Trigger>,
}

/// Triggers that are said in a line; the others stand behind it.
const NEAR: usize = 2;

impl Step {
    /// The nearest triggers.
    #[must_use]
    pub fn near(&self) -> &[Trigger] {
        &self.triggers[..self.triggers.len().min(NEAR)]
    }
    /// The triggers that lie further away.
    #[must_use]
    pub fn further(&self) -> &[Trigger] {
        &self.triggers[self.near().len()..]
    }
}

/// Where one condition turns an answer.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct Trigger {
    /// Field of the contract that is turned.
    #[serde(default)]
    pub field: Text,
    /// Whether it turns above the value (else below).
    #[serde(default)]
    pub above: bool,
    /// The value, in the contract's unit.
    #[serde(default)]
    pub value: f64,
    /// In words: `wind over 5.3 m/s`.
    #[serde(default)]
    pub text: Text,
}

/// A rig's place among the nine for this water and bait.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "plain")]
pub struct RigPlace {
    pub rig: Rig,
    /// Its score; only differences mean anything.
    #[serde(default)]
    pub score: f64,
    /// Its weight here.
    #[serde(default)]
    pub label: Text,
    /// Why it stands here, in a line.
    #[serde(default)]
    pub why: Text,
}

/// A metal at the weight tied on.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct MaterialReport {
    pub material: Material,
    #[serde(default)]
    pub height_mm: f64,
    #[serde(default)]
    pub speed_mps: f64,
    #[serde(default)]
    pub submerged_n: f64,
}

/// What covers a range of depths or winds.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct Coverage {
    /// Rungs that do everything over the whole range.
    #[serde(default)]
    pub whole: Vec<Text>,
    /// Where there is none: the fewest heads that do, with what each is for.
    #[serde(default)]
    pub fewest: Vec<CoverageHead>,
    /// In words.
    #[serde(default)]
    pub text: Text,
}

/// One head of a set that covers a range.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct CoverageHead {
    #[serde(default)]
    pub label: Text,
    #[serde(default)]
    pub depth_m: (f64, f64),
    #[serde(default)]
    pub wind_mps: (f64, f64),
}

/// A rule that was considered, taken or not, and what it saw.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "plain")]
pub struct Considered {
    pub about: Topic,
    #[serde(default)]
    pub rule: Text,
    #[serde(default)]
    pub saw: Text,
    /// Whether it held.
    #[serde(default)]
    pub held: bool,
    /// Whether the answer goes by it.
    #[serde(default)]
    pub taken: bool,
}

/// A rig, or a head's shape, that cannot be fished there, whatever else speaks for it.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct Excluded {
    /// The rig.
    #[serde(default)]
    pub rig: Option<Rig>,
    /// The shape.
    #[serde(default)]
    pub shape: Option<Shape>,
    /// Why, in plain words.
    #[serde(default)]
    pub why: Text,
}

/// What one school would tie on.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct SchoolAnswer {
    pub school: School,
    #[serde(default)]
    pub label: Text,
    #[serde(default)]
    pub oz: f64,
    #[serde(default)]
    pub speed_mps: f64,
    #[serde(default)]
    pub says: Text,
}

/// A rung of the ladder, and what it would do.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct RungReport {
    #[serde(default)]
    pub label: Text,
    #[serde(default)]
    pub oz: f64,
    #[serde(default)]
    pub g: f64,
    #[serde(default)]
    pub in_window: bool,
    /// Seconds to the bottom as it is let down; none when it floats.
    #[serde(default)]
    pub time_s: Option<f64>,
    /// On a tight line.
    #[serde(default)]
    pub speed_mps: f64,
    /// Depth in metres after each whole second, up to the bottom; only for the
    /// rung that is tied on and its neighbours.
    #[serde(default)]
    pub depth_by_second: Vec<f64>,
}

/// The bait as computed with.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct BaitMeasured {
    #[serde(default)]
    pub length_mm: f64,
    #[serde(default)]
    pub depth_mm: f64,
    #[serde(default)]
    pub depth_measured: bool,
    /// Least and greatest depth from one maker or another, mm.
    #[serde(default)]
    pub depth_band_mm: (f64, f64),
    #[serde(default)]
    pub mass_g: f64,
    #[serde(default)]
    pub tail_root_mm: f64,
}
