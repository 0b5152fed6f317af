//! The contract over HTTP: the types that its routes answer with, and its
//! description, made from them.

mod description;

use std::collections::BTreeMap;

use schemars::JsonSchema;
use serde::Serialize;
use yarrowfen_core::answer::OwnAnswer;
use yarrowfen_core::{Answer, FieldError};

pub use description::description;

/// Largest request of a program that is read at all, bytes.
pub const MOST_JSON: usize = 64 * 1024;
/// Faults of a request that are told.
const MOST_FAULTS: usize = 50;

/// Every bad field, named.
#[derive(Debug, Serialize, JsonSchema)]
pub struct Faults {
    /// The first of them.
    pub error: FieldError,
    /// All of them.
    pub errors: Vec<FieldError>,
}

impl Faults {
    /// One fault of the request as a whole.
    #[must_use]
    pub fn whole(message: impl Into<String>) -> Self {
        Self::from(vec![FieldError::new("", message)])
    }
}

impl From<Vec<FieldError>> for Faults {
    fn from(mut errors: Vec<FieldError>) -> Self {
        errors.truncate(MOST_FAULTS);
        let unnamed = || FieldError::new("", "the request cannot be read");
        let error = errors.first().cloned().unwrap_or_else(unnamed);
        Self { error, errors }
    }
}

/// Everything in one's own box.
#[derive(Debug, Serialize, JsonSchema)]
pub struct BoxListed {
    /// Heads, hooks, baits, lines, rods.
    pub items: Vec<BoxItem>,
}

/// One thing of a box.
#[derive(Debug, Serialize, JsonSchema)]
pub struct BoxItem {
    /// Its id.
    pub id: String,
    /// What it is: head, hook, bait, line or rod.
    pub kind: String,
    /// Whether it was put away.
    pub archived: bool,
    /// Its fields as they were typed.
    #[serde(flatten)]
    pub fields: BTreeMap<String, String>,
}

/// An answer, and what of one's own box serves it.
#[derive(Debug, Serialize, JsonSchema)]
pub struct PickedFromBox {
    /// The answer.
    pub answer: Answer,
    /// What of the box serves it, and what it lacks.
    pub own: OwnAnswer,
}
