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
    /// The address under which whoever has it may see it.
    pub share: Option<Uuid>,
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
    /// How many there are on all pages.
    pub total: usize,
}

/// The order of a list of kept picks.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub enum KeptSort {
    /// Newest first.
    #[default]
    Newest,
    /// Oldest first.
    Oldest,
    /// By name.
    Name,
    /// By weight of the head, lightest first.
    Weight,
}

impl KeptSort {
    /// Every order.
    pub const ALL: [Self; 4] = [Self::Newest, Self::Oldest, Self::Name, Self::Weight];

    /// How an address writes it.
    #[must_use]
    pub fn code(self) -> &'static str {
        match self {
            Self::Newest => "newest",
            Self::Oldest => "oldest",
            Self::Name => "name",
            Self::Weight => "weight",
        }
    }

    /// The order of a code; newest for one that there is not.
    #[must_use]
    pub fn of(code: &str) -> Self {
        let is = |s: &&Self| s.code() == code;
        Self::ALL.iter().find(is).copied().unwrap_or_default()
    }
}

/// Which kept picks are asked for.
#[derive(Debug, Clone, PartialEq, Eq, Default)]
pub struct KeptAsks {
    /// Words that must be found in it, as typed.
    pub q: String,
    /// In which order.
    pub sort: KeptSort,
    /// Which page, from 1.
    pub page: i64,
}

impl KeptAsks {
    /// The words to be found, in lower case; codes are written with underlines.
    #[must_use]
    pub fn words(&self) -> Vec<String> {
        let q = self.q.to_lowercase().replace('\0', "");
        q.split_whitespace().take(12).map(str::to_owned).collect()
    }
}
