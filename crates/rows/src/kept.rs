//! Kept picks: the answer as it was given, with its question.

use serde_json::Value;
use time::OffsetDateTime;
use uuid::Uuid;
use yarrowfen_core::PickRequest;
use yarrowfen_core::answer::Answer;
use yarrowfen_core::base::{Ladder, UnitSystem};

/// What an angler writes beside a kept pick, trimmed and within limits.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct KeptText {
    name: String,
    remark: String,
    place: String,
}

/// A text that is too long or missing.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
#[error("{field}: {message}")]
pub struct TextFault {
    /// `name`, `remark` or `place`.
    pub field: &'static str,
    /// For the person who typed it.
    pub message: String,
}

impl KeptText {
    /// The name.
    #[must_use]
    pub fn name(&self) -> &str {
        &self.name
    }
    /// The remark.
    #[must_use]
    pub fn remark(&self) -> &str {
        &self.remark
    }
    /// The place.
    #[must_use]
    pub fn place(&self) -> &str {
        &self.place
    }
    /// Takes the texts, or names every fault.
    ///
    /// # Errors
    /// When the name is empty or a text is longer than its limit (80, 1000 and 80 characters).
    pub fn new(name: &str, remark: &str, place: &str) -> Result<Self, Vec<TextFault>> {
        let mut faults = Vec::new();
        let mut take = |field, text: &str, most: usize| {
            // PostgreSQL's text cannot hold NUL.
            let text: String = text.trim().chars().filter(|c| *c != '\0').collect();
            let long = text.chars().count();
            if long > most {
                faults.push(TextFault {
                    field,
                    message: format!("{long} characters, at most {most} fit"),
                });
            }
            text
        };
        let (name, remark, place) = (
            take("name", name, 80),
            take("remark", remark, 1000),
            take("place", place, 80),
        );
        if name.is_empty() {
            faults.push(TextFault {
                field: "name",
                message: "give it a name to find it again".into(),
            });
        }
        if faults.is_empty() {
            Ok(Self {
                name,
                remark,
                place,
            })
        } else {
            Err(faults)
        }
    }
}

/// A kept pick.
#[derive(Debug, Clone)]
#[expect(missing_docs, reason = "plain")]
pub struct Kept {
    pub id: Uuid,
    pub name: String,
    pub remark: String,
    pub place: String,
    pub request: PickRequest,
    pub answer: Answer,
    pub units: UnitSystem,
    pub ladder: Ladder,
    pub model: String,
    pub kept_at: OffsetDateTime,
    /// Whether it is one of the examples, which nobody changes.
    pub example: bool,
}

/// How kept answers are written down now. Raised when a field of
/// [`Answer`] changes its name or meaning; a field that is only added has a
/// default and needs none.
pub const KEPT_SCHEMA: i16 = 1;

/// Why a kept answer cannot be read.
#[derive(Debug, thiserror::Error)]
pub enum KeptFault {
    /// A later version wrote it.
    #[error("it was written by a later version (schema {0})")]
    Later(i16),
    /// It is not what this version knows.
    #[error("it cannot be read: {0}")]
    Unreadable(#[from] serde_json::Error),
    /// It can be read and cannot be shown.
    #[error("it cannot be shown: {0}")]
    Unsound(&'static str),
}

/// Reads an answer as it was written down under a schema.
///
/// # Errors
/// [`KeptFault`].
pub fn read_answer(schema: i16, json: Value) -> Result<Answer, KeptFault> {
    if schema > KEPT_SCHEMA {
        return Err(KeptFault::Later(schema));
    }
    let answer: Answer = serde_json::from_value(json)?;
    answer.check().map_err(KeptFault::Unsound)?;
    Ok(answer)
}

/// Picks of a list, and how many of it could not be read.
#[derive(Debug, Clone, Default)]
pub struct KeptPicks {
    /// Those that could, newest first.
    pub picks: Vec<Kept>,
    /// How many could not; each was logged.
    pub unreadable: usize,
}
