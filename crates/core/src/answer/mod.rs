//! The answer: the contract's JSON, and all that a page needs to show it, so
//! that a kept answer is shown later just as it was given.

pub mod bench;
mod beside;
pub mod cast;
pub mod mend;
mod own;
pub mod reasons;
mod tied_on;

use std::borrow::Cow;

use serde::{Deserialize, Serialize};

pub use beside::{
    BaitMeasured, Coded, Considered, Coverage, CoverageHead, Excluded, FitsAnswer, JudgedNeed,
    LiftAt, LiftPlanned, MaterialReport, Reason, RigPlace, RungReport, RunnerUp, SchoolAnswer,
    Step, Switch, ToolInHand, Trigger,
};
pub use own::{Buy, GapCell, GapRow, GapState, Gaps, OwnAnswer, OwnHead, OwnHook, OwnTool};
pub use tied_on::{
    Conflict, CourseAnswer, Give, Head, Hook, HookTied, Line, Retrieve, Rod, Sink, Weight, Window,
};

use crate::base::codes::{Rig, School};

/// A text of an answer: most are words of the program's own, which then are not
/// copied for each answer.
pub type Text = Cow<'static, str>;

/// One answer.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
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
    #[serde(flatten)]
    #[cfg_attr(feature = "contract", schemars(with = "tied_on::HookFields"))]
    pub hook: HookTied,
    /// The fall on a tight line.
    pub sink: Sink,
    /// Line and leader.
    pub line: Line,
    /// Rod.
    pub rod: Rod,
    /// The angler's own tackle, as far as it was named, with a verdict for each thing.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub tackle_in_hand: Vec<ToolInHand>,
    /// How the bait goes through the water; none in answers from before it was
    /// chosen.
    #[serde(default)]
    pub course: Option<CourseAnswer>,
    /// Whether the rig suits, where it was asked for.
    #[serde(default)]
    pub fits: Option<FitsAnswer>,
    /// How a head is judged: the one in hand, else what is tied on.
    #[serde(default)]
    pub judged: Vec<JudgedNeed>,
    /// Whether that is what is tied on. Answers from before it was judged are of a head in hand.
    #[serde(default)]
    pub judged_tied_on: bool,
    /// The highest lift of the retrieve, farthest out first; nothing where nothing is lifted.
    #[serde(default)]
    pub lifts: Vec<LiftAt>,
    /// The same in words.
    #[serde(default)]
    pub lifts_say: Option<Text>,
    /// Weight, lift and turns for the fall that was asked for.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub lift_plan: Option<LiftPlanned>,
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
    /// Depth of the fish, m: the bottom, or where they are off it.
    #[serde(default)]
    pub fish_depth_m: Option<f64>,
    /// Depth at which it is fished, m: the bottom, or where it is held over it; none in
    /// answers from before it was told.
    #[serde(default)]
    pub fished_depth_m: Option<f64>,
    /// Seconds to count before the retrieve begins, where it is fished off the
    /// bottom.
    #[serde(default)]
    pub count_s: Option<f64>,
    /// All rigs, best first, with a line on each.
    #[serde(default)]
    pub rigs: Vec<RigPlace>,
    /// Rigs that cannot be fished there.
    #[serde(default)]
    pub excluded: Vec<Excluded>,
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
    /// Whether what it is fished for counts: a swum bait neither falls nor is felt.
    #[must_use]
    pub fn by_school(&self) -> bool {
        self.course.as_ref().is_none_or(|c| c.by_school)
    }

    /// Seconds to the bottom as it is let down; an answer from before that was told has
    /// it straight down on a tight line.
    #[must_use]
    pub fn down_s(&self) -> f64 {
        if self.sink.down_s > 0.0 {
            self.sink.down_s
        } else {
            self.sink.time_s
        }
    }

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
