//! What goes wrong, why, and what mends it, as it is told.

use std::collections::BTreeMap;

use serde::{Deserialize, Serialize};
use serde_json::Value;

use super::Text;
use super::beside::{Coded, Considered};
use crate::base::codes::{
    Cause, Effect, EyeTurn, Gauge, HookStyle, Keeper, Material, Phase, Point, Power, Remedy, Rig,
    Shape, Standing, Symptom, Tie, Wire,
};
use crate::question::PickRequest;

/// The causes of a complaint, in the order in which to check them.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct MendAnswer {
    /// Version of the model.
    #[serde(default)]
    pub model: Text,
    /// What goes wrong.
    pub symptom: Symptom,
    /// Where in the retrieve, where that was said.
    #[serde(default)]
    pub phase: Option<Phase>,
    /// The rig that was looked at.
    pub rig: Rig,
    /// What is tied on.
    pub tied_on: TiedOnTold,
    /// What of it was assumed, in words; nothing where all of it was said.
    #[serde(default)]
    pub assumed: Option<Text>,
    /// The causes.
    pub causes: Vec<MendCause>,
    /// That nothing that is measured is out of its range, where it is so.
    #[serde(default)]
    pub says: Option<Text>,
    /// What could hurt somebody or a fish, or break a law.
    pub cautions: Vec<Coded>,
    /// Every cause and caution that was considered, where that was asked for.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub considered: Vec<Considered>,
}

/// What is tied on, by its measures.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct TiedOnTold {
    /// In a line.
    #[serde(default)]
    pub text: Text,
    /// Weight of the head as it is sold.
    #[serde(default)]
    pub label: Text,
    pub g: f64,
    pub shape: Shape,
    pub material: Material,
    pub head_length_mm: f64,
    pub head_height_mm: f64,
    pub tie: Tie,
    pub eye: EyeTurn,
    /// Height of the eye over the shank.
    pub eye_mm: f64,
    pub keeper: Keeper,
    /// Number and cut of the hook.
    #[serde(default)]
    pub hook: Text,
    pub hook_style: HookStyle,
    pub gap_mm: f64,
    pub hook_length_mm: f64,
    pub wire: Wire,
    pub wire_mm: f64,
    /// How the point stands.
    pub point: Point,
    pub bait_length_mm: f64,
    pub bait_depth_mm: f64,
    /// How far the bait's nose reaches over the middle of the head.
    pub reach_mm: f64,
    pub rod: Power,
    pub leader_lb: f64,
}

impl TiedOnTold {
    /// Number of the hook alone: `3/0`.
    #[must_use]
    pub fn hook_number(&self) -> &str {
        self.hook.split(' ').next().unwrap_or_default()
    }
}

/// A cause.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct MendCause {
    /// Its code.
    pub code: Cause,
    /// How it stands: likely, possible, ask or ruled_out.
    pub says: Standing,
    /// What it is.
    #[serde(default)]
    pub text: Text,
    /// What the measure was made from.
    #[serde(default)]
    pub why: Option<Text>,
    /// The measure; none where one must look.
    #[serde(default)]
    pub measure: Option<Measured>,
    /// What is wanted of it; one of the ends.
    #[serde(default)]
    pub wanted: Option<WantedOf>,
    /// What one must look at, or say, where the cause turns on it.
    #[serde(default)]
    pub ask: Option<MendAsk>,
    /// What mends it with the least change; none where it is ruled out.
    #[serde(default)]
    pub change: Option<MendChange>,
    /// What else does.
    #[serde(default)]
    pub others: Vec<MendChange>,
    /// That nothing tried on the model mends it alone, where it is so.
    #[serde(default)]
    pub cannot: Option<Text>,
    /// Of all anglers with this complaint, the share that had this cause (v0), as
    /// where in the retrieve it happens has it.
    #[serde(default)]
    pub base: f64,
    /// Likelihood ratio by what was measured or found (v0).
    #[serde(default)]
    pub ratio: f64,
    /// Share of all causes: base times ratio, over the sum of all.
    #[serde(default)]
    pub share: f64,
}

/// A measure.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct Measured {
    /// What is measured.
    pub code: Gauge,
    /// How much.
    pub value: f64,
    /// In what.
    #[serde(default)]
    pub unit: Text,
    /// How far it lies beyond what is wanted, in parts of what speaks fully; negative within.
    #[serde(default)]
    pub beyond: f64,
    /// In words, in the reader's units.
    #[serde(default)]
    pub text: Text,
}

/// What is wanted of a measure.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct WantedOf {
    /// At least.
    #[serde(default)]
    pub from: Option<f64>,
    /// At most.
    #[serde(default)]
    pub to: Option<f64>,
    /// How far that may be missed, as a share of it.
    #[serde(default)]
    pub tolerance: f64,
    /// In words, in the reader's units.
    #[serde(default)]
    pub text: Text,
}

/// What one must look at or say.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct MendAsk {
    /// The question.
    #[serde(default)]
    pub text: Text,
    /// The field of the question that says it; none where it is found by looking.
    #[serde(default)]
    pub field: Option<Text>,
    /// What one finds where the cause is so; empty where a field says it.
    #[serde(default)]
    pub yes: Text,
    /// What one finds where it is not.
    #[serde(default)]
    pub no: Text,
    /// What was found, where one looked.
    #[serde(default)]
    pub found: Option<bool>,
}

/// A change that mends a cause.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
pub struct MendChange {
    /// Its code.
    pub code: Remedy,
    /// What to do.
    #[serde(default)]
    pub text: Text,
    /// The measure then, in words; nothing where it is done by hand.
    #[serde(default)]
    pub leads_to: Text,
    /// The measure then.
    #[serde(default)]
    pub value: Option<f64>,
    /// Whether it was tried on the model, else it is done by hand and nothing is computed.
    #[serde(default)]
    pub tried: bool,
    /// Fields of the question that it sets, with all that is then tied on.
    #[serde(default)]
    pub sets: BTreeMap<String, Value>,
    /// What it does to the rest.
    #[serde(default)]
    pub effects: Vec<EffectTold>,
    /// Complaints that it may bring.
    #[serde(default)]
    pub brings: Vec<Symptom>,
    /// The question then.
    #[serde(skip)]
    #[cfg_attr(feature = "contract", schemars(skip))]
    pub question: Option<Box<PickRequest>>,
}

/// What something was and becomes.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[expect(missing_docs, reason = "plain words")]
pub struct EffectTold {
    pub code: Effect,
    #[serde(default)]
    pub now: Text,
    #[serde(default)]
    pub then: Text,
}

/// What comes of some changes together.
#[derive(Debug, Clone, PartialEq)]
pub struct TogetherTold {
    /// What was changed, each in words.
    pub done: Vec<(Cause, Remedy, Text)>,
    /// Each cause's measure then: its code, and it in words; whether it still lies beyond.
    pub measures: Vec<MeasureThen>,
    /// What it does to the rest.
    pub effects: Vec<EffectTold>,
    /// Complaints that it may bring.
    pub brings: Vec<Symptom>,
    /// What is tied on then.
    pub tied_on: TiedOnTold,
    /// The question then.
    pub question: PickRequest,
}

/// A measure after some changes.
#[derive(Debug, Clone, PartialEq)]
#[expect(missing_docs, reason = "plain words")]
pub struct MeasureThen {
    pub cause: Cause,
    pub gauge: Gauge,
    pub text: Text,
    pub wanted: Text,
    pub mended: bool,
}
