//! A fault of what came in.

use serde::Serialize;

/// A fault of one field.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, thiserror::Error)]
#[cfg_attr(feature = "contract", derive(schemars::JsonSchema))]
#[error("{field}: {message}")]
pub struct FieldError {
    /// Field of the contract, empty when the whole input is meant.
    pub field: String,
    /// What is wrong, for the person who typed it.
    pub message: String,
}

impl FieldError {
    /// A fault.
    #[must_use]
    pub fn new(field: impl Into<String>, message: impl Into<String>) -> Self {
        Self {
            field: field.into(),
            message: message.into(),
        }
    }
}

/// Several faults in one line: `depth_m: …; place: …`.
#[must_use]
pub fn in_a_line(faults: &[FieldError]) -> String {
    let all: Vec<String> = faults.iter().map(ToString::to_string).collect();
    all.join("; ")
}
