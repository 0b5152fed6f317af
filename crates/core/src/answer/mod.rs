//! The answer: the contract's JSON, and all that a page needs to show it, so
//! that a kept answer is shown later just as it was given.

mod own;
pub mod reasons;

use std::borrow::Cow;

use serde::{Deserialize, Serialize};

pub use own::{Buy, Gaps, OwnAnswer, OwnHead, OwnHook, OwnTool};

use crate::base::codes::{
    Action, Basis, HookStyle, Keeper, LineKind, LowerBound, Material, Point, Power, Rig, School,
    Shape, Tie, Topic, UpperBound, Wire,
};

/// A text of an answer: most are words of the program's own, which then are not
/// copied for each answer.
pub type Text = Cow<'static, str>;

/// One answer.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct Answer {
    /// Version of the model that gave it.
    #[serde(default)]
    pub model: Text,
    /// The rig.
    pub rig: Rig,
    /// The school that was followed.
    pub school: School,
    /// The head.
    pub head: Head,
    /// Its weight and window.
    pub weight: Weight,
    /// The hook.
    pub hook: Hook,
    /// The fall on a tight line.
    pub sink: Sink,
    /// Line and leader.
    pub line: Line,
    /// Rod.
    pub rod: Rod,
    /// How to fish it.
    pub retrieve: Retrieve,
    /// How to rig it, with marks measured for this bait.
    #[serde(default)]
    pub rigging: Vec<Text>,
    /// How to set the hook.
    #[serde(default)]
    pub hook_set: Text,
    /// When to leave this rig.
    #[serde(default)]
    pub leave_when: Text,
    /// Why, for and against.
    #[serde(default)]
    pub reasons: Vec<Reason>,
    /// What else is worth knowing.
    #[serde(default)]
    pub notes: Vec<Coded>,
    /// What could hurt somebody or break the law.
    #[serde(default)]
    pub cautions: Vec<Coded>,
    /// What to turn to, and when.
    #[serde(default)]
    pub switches: Vec<Switch>,
    /// Which other bait, and when.
    #[serde(default)]
    pub bait_switches: Vec<Switch>,
    /// Other rigs for this water.
    #[serde(default)]
    pub runners_up: Vec<RunnerUp>,
    /// A rung heavier, and what makes it right.
    #[serde(default)]
    pub step_up: Option<Step>,
    /// A rung lighter, and what makes it right.
    #[serde(default)]
    pub step_down: Option<Step>,
    /// What each school would tie on here.
    #[serde(default)]
    pub schools: Vec<SchoolAnswer>,
    /// Every rung of the ladder, lightest first.
    #[serde(default)]
    pub rungs: Vec<RungReport>,
    /// The bait as it was measured or assumed.
    pub bait: BaitMeasured,
    /// Depth, m, that the answer is computed at: the middle of a range.
    #[serde(default)]
    pub depth_m: Option<f64>,
    /// All rigs, best first, with a line on each.
    #[serde(default)]
    pub rigs: Vec<RigPlace>,
    /// What other metals would do at this weight.
    #[serde(default)]
    pub materials: Vec<MaterialReport>,
    /// What the water asks of form, length, plastic and colour of the bait.
    #[serde(default)]
    pub bait_advice: Vec<Coded>,
    /// Where depth or wind is a range: what covers it.
    #[serde(default)]
    pub coverage: Option<Coverage>,
    /// Every rule considered, when that was asked for.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub considered: Vec<Considered>,
    /// Fields that were not given and were filled with what is usual.
    #[serde(default)]
    pub assumed: Vec<String>,
}

impl Answer {
    /// Whether it can be shown: what was kept by an older version, or comes out of
    /// a file, need not be what a model gives.
    ///
    /// # Errors
    /// What is wrong, in a few words.
    pub fn check(&self) -> Result<(), &'static str> {
        let positive = |v: f64| v.is_finite() && v > 0.0;
        let sound = |v: f64| v.is_finite() && v >= 0.0;
        if !self.rungs.iter().any(|r| r.label == self.weight.label) {
            return Err("the rung tied on is not on its ladder");
        }
        if !self
            .rungs
            .iter()
            .all(|r| positive(r.g) && sound(r.speed_mps))
        {
            return Err("a rung has no weight or no speed");
        }
        if self.depth_m.is_some_and(|d| !positive(d)) {
            return Err("the depth is not over 0");
        }
        let w = &self.weight;
        if ![w.g, w.oz, w.total_g].into_iter().all(positive) {
            return Err("the weight is not over 0");
        }
        let hook = [self.hook.gap_mm, self.hook.length_mm];
        let bait = [self.bait.length_mm, self.bait.depth_mm];
        let head = [self.head.length_mm, self.head.height_mm];
        if !hook.into_iter().chain(bait).chain(head).all(positive) {
            return Err("hook, bait or head has no size");
        }
        if ![self.sink.speed_mps, self.sink.time_s]
            .into_iter()
            .all(sound)
        {
            return Err("the fall has no speed or time");
        }
        Ok(())
    }
}

/// The head, and what it measures.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
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

/// The fall.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct Sink {
    #[serde(default)]
    pub speed_mps: f64,
    #[serde(default)]
    pub time_s: f64,
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
}

/// Line and leader.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct Line {
    #[serde(default)]
    pub kind: Text,
    #[serde(default)]
    pub main_lb: (f64, f64),
    #[serde(default)]
    pub leader_lb: (f64, f64),
    /// Kind and diameter that the window was computed with.
    pub computed_with: LineKind,
    #[serde(default)]
    pub computed_mm: f64,
}

/// Rod.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct Rod {
    pub power: Power,
    pub action: Action,
    #[serde(default)]
    pub rated_g: (f64, f64),
    #[serde(default)]
    pub reel: Text,
}

/// How to fish it.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct Retrieve {
    #[serde(default)]
    pub name: Text,
    #[serde(default)]
    pub speed_mps: f64,
    #[serde(default)]
    pub steps: Vec<Text>,
}

/// One reason, with what it rests on.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
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
#[expect(missing_docs, reason = "plain words")]
pub struct Coded {
    #[serde(default)]
    pub code: Text,
    #[serde(default)]
    pub text: Text,
}

/// Something to turn to.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[expect(missing_docs, reason = "plain words")]
pub struct Switch {
    #[serde(default)]
    pub to: Text,
    #[serde(default)]
    pub when: Text,
}

/// Another rig for this water.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
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

/// What one school would tie on.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
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
    /// Seconds to the bottom; none when it floats.
    #[serde(default)]
    pub time_s: Option<f64>,
    #[serde(default)]
    pub speed_mps: f64,
    /// Depth in metres after each whole second, up to the bottom; only for the
    /// rung that is tied on and its neighbours.
    #[serde(default)]
    pub depth_by_second: Vec<f64>,
}

/// The bait as computed with.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct BaitMeasured {
    #[serde(default)]
    pub length_mm: f64,
    #[serde(default)]
    pub depth_mm: f64,
    #[serde(default)]
    pub depth_measured: bool,
    #[serde(default)]
    pub mass_g: f64,
    #[serde(default)]
    pub tail_root_mm: f64,
}
