//! A head that an angler holds in his hand, to be judged for the question.

use serde::{Deserialize, Serialize};

use super::reader::Reader;
use crate::base::codes::{EyeTurn, HookStyle, Keeper, Material, Shape, Tie, Wire};
use crate::base::text::sentences;
use crate::base::{FieldError, GRAMS_PER_OUNCE, limits};

/// A head with its hook; what is not known is none.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct HeadInHand {
    pub shape: Option<Shape>,
    /// Its weight as sold; ounces are read into grams.
    pub g: f64,
    pub material: Option<Material>,
    pub tie: Option<Tie>,
    pub eye: Option<EyeTurn>,
    pub post_mm: Option<f64>,
    pub keeper: Option<Keeper>,
    #[serde(default)]
    pub hook: HookInHand,
}

/// Its hook, or the hook behind it.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize)]
#[expect(missing_docs, reason = "the contract's names carry their units")]
pub struct HookInHand {
    pub size: Option<String>,
    pub style: Option<HookStyle>,
    pub gap_mm: Option<f64>,
    pub length_mm: Option<f64>,
    pub wire: Option<Wire>,
}

/// Reads the head in hand; none where no field of it was given.
pub(super) fn read(r: &mut Reader<'_>) -> Option<HeadInHand> {
    if !r.fields.keys().any(|f| f.starts_with("head.")) {
        return None;
    }
    let ounces = r.number(&limits::HEAD_OZ).map(|oz| oz * GRAMS_PER_OUNCE);
    // Without a sound weight there is a fault, and the head is not used.
    let g = r.number(&limits::HEAD_G).or(ounces).unwrap_or_default();
    let head = HeadInHand {
        shape: code!(r, "head.shape", Shape),
        g,
        material: code!(r, "head.material", Material),
        tie: code!(r, "head.tie", Tie),
        eye: code!(r, "head.eye", EyeTurn),
        post_mm: r.number(&limits::HEAD_POST),
        keeper: code!(r, "head.keeper", Keeper),
        hook: HookInHand {
            size: r.size("head.hook.size"),
            style: code!(r, "head.hook.style", HookStyle),
            gap_mm: r.number(&limits::HEAD_GAP),
            length_mm: r.number(&limits::HEAD_HOOK_LENGTH),
            wire: code!(r, "head.hook.wire", Wire),
        },
    };
    let weighed = ["head.oz", "head.g"]
        .iter()
        .any(|f| r.fields.contains_key(f));
    if !weighed {
        let fault = sentences::fault_head_without_weight();
        r.faults.push(FieldError::new(limits::HEAD_G.field, fault));
    }
    Some(head)
}
