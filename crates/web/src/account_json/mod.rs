//! All of an account as one JSON file, out and in, a line and a thing at a time: neither way holds
//! more of it in memory than some.
//!
//! The file names neither the account nor ids of the database, so that taken into
//! another account it comes out again byte for byte; events have ids of their own,
//! and stand once however often they come.

mod bounded;
mod file;
mod out;
mod stream;
mod taken;

pub use file::{Faults, read};
pub use out::Writer;
pub use stream::{taken_in, written};
pub use taken::Taken;

use serde::{Deserialize, Serialize};
use serde_json::{Map, Value};
use time::OffsetDateTime;
use yarrowfen_core::base::codes::{FallBy, Symptom};
use yarrowfen_core::base::{Ladder, UnitSystem};
use yarrowfen_core::day::Planned;
use yarrowfen_core::own_box::BoxList;
use yarrowfen_core::physics::sun::Position;
use yarrowfen_rows::KEPT_SCHEMA;
use yarrowfen_store::{Kept, MendTry, Owned, PlannedDay, Sink, Water};

/// Version of the file.
const VERSION: u8 = 1;
/// Bounds of a foreign answer, so that no file makes a page endless.
const MOST_NUMBER: f64 = 1e5;
const MOST_LIST: usize = 400;
const MOST_TEXT: usize = 4000;

/// A planned day as it is written.
#[derive(Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
struct DayOut {
    name: String,
    query: String,
    #[serde(with = "time::serde::rfc3339")]
    kept: OffsetDateTime,
    planned: Planned,
}

#[derive(Serialize, Deserialize)]
struct ItemOut {
    kind: BoxList,
    #[serde(with = "time::serde::rfc3339")]
    added: OffsetDateTime,
    archived: bool,
    #[serde(flatten)]
    texts: Map<String, Value>,
}

#[derive(Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
struct WaterOut {
    name: String,
    remark: String,
    #[serde(with = "time::serde::rfc3339")]
    saved: OffsetDateTime,
    #[serde(default, skip_serializing_if = "Option::is_none")]
    at: Option<Position>,
    asked: Value,
}

#[derive(Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
struct KeptOut {
    name: String,
    place: String,
    remark: String,
    #[serde(with = "time::serde::rfc3339")]
    kept: OffsetDateTime,
    units: UnitSystem,
    ladder: Ladder,
    request: Value,
    /// How the answer is written down; files of before have none.
    #[serde(default = "first_schema")]
    schema: i16,
    answer: Value,
}

#[derive(Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
struct SinkOut {
    subject: String,
    head_g: f64,
    line_mm: f64,
    temp_c: f64,
    depth_m: f64,
    seconds: f64,
    fall: FallBy,
    struck: bool,
    #[serde(with = "time::serde::rfc3339")]
    at: OffsetDateTime,
}

/// What was tried against a complaint.
#[derive(Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
struct MendOut {
    symptom: Symptom,
    tried: String,
    said: String,
    query: String,
    helped: Option<bool>,
    #[serde(with = "time::serde::rfc3339")]
    at: OffsetDateTime,
}

fn mend_out(m: &MendTry) -> MendOut {
    MendOut {
        symptom: m.new.symptom,
        tried: m.new.tried.clone(),
        said: m.new.said.clone(),
        query: m.new.query.clone(),
        helped: m.new.helped,
        at: m.made_at,
    }
}

fn sink_out(s: &Sink) -> SinkOut {
    SinkOut {
        subject: s.test.subject.clone(),
        head_g: s.test.head_g,
        line_mm: s.test.line_mm,
        temp_c: s.test.temp_c,
        depth_m: s.test.depth_m,
        seconds: s.test.seconds,
        fall: FallBy::from_code(&s.test.fall).unwrap_or(FallBy::Tight),
        struck: s.test.struck,
        at: s.made_at,
    }
}

fn item_out(owned: &Owned) -> ItemOut {
    let texts = owned.item.texts();
    ItemOut {
        kind: owned.item.thing.kind(),
        added: owned.added_at,
        archived: owned.archived,
        texts: texts
            .into_iter()
            .map(|(key, text)| (key.into_owned(), Value::String(text.into_owned())))
            .collect(),
    }
}

fn water_out(w: &Water) -> serde_json::Result<WaterOut> {
    Ok(WaterOut {
        name: w.name.clone(),
        remark: w.remark.clone(),
        saved: w.made_at,
        at: w.at,
        asked: serde_json::to_value(&w.asked)?,
    })
}

fn kept_out(k: &Kept) -> serde_json::Result<KeptOut> {
    Ok(KeptOut {
        name: k.name.clone(),
        place: k.place.clone(),
        remark: k.remark.clone(),
        kept: k.kept_at,
        units: k.units,
        ladder: k.ladder,
        request: serde_json::to_value(&k.request)?,
        schema: KEPT_SCHEMA,
        answer: serde_json::to_value(&k.answer)?,
    })
}

fn day_out(day: &PlannedDay) -> DayOut {
    DayOut {
        name: day.name.clone(),
        query: day.query.clone(),
        kept: day.made_at,
        planned: day.planned.clone(),
    }
}

/// The schema of answers that name none.
fn first_schema() -> i16 {
    1
}
