//! The box, the waters, the sink tests, and files on their way into the box.

use serde::{Deserialize, Serialize};
use time::OffsetDateTime;
use uuid::Uuid;
use yarrowfen_core::PickRequest;
use yarrowfen_core::base::codes::Symptom;
use yarrowfen_core::day::{Planned, Tried};
use yarrowfen_core::own_box::{BoxList, Item};
use yarrowfen_core::physics::sun::Position;

/// A thing of a box, as it is kept.
#[derive(Debug, Clone)]
pub struct Owned {
    /// Its id.
    pub id: Uuid,
    /// What it is, and how many.
    pub item: Item,
    /// Whether it is put away.
    pub archived: bool,
    /// When it came in.
    pub added_at: OffsetDateTime,
}

/// A change that was made, by which it can be undone.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Change(pub Uuid);

/// A place.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct Water {
    /// Its id.
    pub id: Uuid,
    /// What the angler calls it.
    pub name: String,
    /// His own words.
    pub remark: String,
    /// The question that its sentence starts with.
    pub asked: PickRequest,
    /// Where it is on the earth, where that was said.
    #[serde(default)]
    pub at: Option<Position>,
    /// When it was saved.
    #[serde(with = "time::serde::timestamp::microseconds")]
    pub made_at: OffsetDateTime,
}

/// A day that was planned and kept.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct PlannedDay {
    /// Its id.
    pub id: Uuid,
    /// What it is called: its stops.
    pub name: String,
    /// The query that brings its page back.
    pub query: String,
    /// What the plan said when it was kept.
    pub planned: Planned,
    /// When it was kept.
    #[serde(with = "time::serde::timestamp::microseconds")]
    pub made_at: OffsetDateTime,
}

/// A sink test as it was written down.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[expect(
    missing_docs,
    reason = "the names carry their units; see the migration"
)]
pub struct NewSink {
    pub subject: String,
    pub head_g: f64,
    pub line_mm: f64,
    pub temp_c: f64,
    pub depth_m: f64,
    pub seconds: f64,
    pub fall: String,
    pub struck: bool,
    #[serde(with = "time::serde::timestamp::microseconds::option")]
    pub made_at: Option<OffsetDateTime>,
}

/// A sink test with its id.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[expect(missing_docs, reason = "plain")]
pub struct Sink {
    pub id: Uuid,
    pub test: NewSink,
    #[serde(with = "time::serde::timestamp::microseconds")]
    pub made_at: OffsetDateTime,
}

/// What was tried against a complaint.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct NewMendTry {
    /// The complaint.
    pub symptom: Symptom,
    /// Cause and remedy of each change, `cause:remedy`, with a comma between.
    pub tried: String,
    /// The same in words.
    pub said: String,
    /// The complaint as a query string.
    pub query: String,
    /// Whether it helped; none where that was not said yet.
    pub helped: Option<bool>,
    /// When; none is now.
    #[serde(with = "time::serde::timestamp::microseconds::option")]
    pub made_at: Option<OffsetDateTime>,
}

impl NewMendTry {
    /// What a line of a log says was tried; nobody has said yet whether it helped.
    #[must_use]
    pub fn of(tried: &Tried, made_at: Option<OffsetDateTime>) -> Self {
        Self {
            symptom: tried.symptom,
            tried: tried.tried.clone(),
            said: tried.said.clone(),
            query: tried.query.clone(),
            helped: None,
            made_at,
        }
    }
}

/// The same with its id.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[expect(missing_docs, reason = "plain")]
pub struct MendTry {
    pub id: Uuid,
    pub new: NewMendTry,
    #[serde(with = "time::serde::timestamp::microseconds")]
    pub made_at: OffsetDateTime,
}

/// A file, and whether its rows were taken.
#[derive(Debug, Clone)]
pub struct Import {
    /// Its id.
    pub id: Uuid,
    /// The list that it is for.
    pub kind: BoxList,
    /// As it came.
    pub bytes: Vec<u8>,
    /// What became of it.
    pub state: ImportState,
}

/// What became of a file.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum ImportState {
    /// It waits.
    Waiting,
    /// So many rows of it were taken, by this change.
    Taken(i32, Change),
}
