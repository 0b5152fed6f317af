//! All of an account as one JSON file, out and in.
//!
//! The file names neither the account nor ids of the database, so that taken into
//! another account it comes out again byte for byte; events have ids of their own,
//! and stand once however often they come.

mod taken;

pub use taken::{KeptIn, Taken, WaterIn, read};

use serde::{Deserialize, Serialize};
use serde_json::{Map, Value};
use time::OffsetDateTime;
use yarrowfen_core::base::codes::{FallBy, Symptom};
use yarrowfen_core::base::{Ladder, UnitSystem};
use yarrowfen_core::day::{Event, Planned};
use yarrowfen_core::own_box::BoxList;
use yarrowfen_core::physics::sun::Position;
use yarrowfen_rows::KEPT_SCHEMA;
use yarrowfen_store::{MendTry, Sink, Whole};

/// Version of the file.
const VERSION: u8 = 1;
/// Bounds of a foreign answer, so that no file makes a page endless.
const MOST_NUMBER: f64 = 1e5;
const MOST_LIST: usize = 400;
const MOST_TEXT: usize = 4000;

/// The file.
#[derive(Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
struct File {
    yarrowfen: u8,
    #[serde(rename = "box")]
    items: Vec<ItemOut>,
    waters: Vec<WaterOut>,
    kept: Vec<KeptOut>,
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    sinks: Vec<SinkOut>,
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    mends: Vec<MendOut>,
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    log: Vec<Event>,
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    days: Vec<DayOut>,
}

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

/// Writes all of an account.
///
/// # Errors
/// When an answer cannot be written, which is a fault of ours.
pub fn write(whole: &Whole) -> Result<Vec<u8>, serde_json::Error> {
    let items = whole.items.iter().map(|o| ItemOut {
        kind: o.item.thing.kind(),
        added: o.added_at,
        archived: o.archived,
        texts: o
            .item
            .texts()
            .into_iter()
            .map(|(key, text)| (key.into_owned(), Value::String(text.into_owned())))
            .collect(),
    });
    let water = |w: &yarrowfen_store::Water| {
        Ok(WaterOut {
            name: w.name.clone(),
            remark: w.remark.clone(),
            saved: w.made_at,
            at: w.at,
            asked: serde_json::to_value(&w.asked)?,
        })
    };
    let kept = |k: &yarrowfen_store::Kept| {
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
    };
    serde_json::to_vec_pretty(&File {
        yarrowfen: VERSION,
        items: items.collect(),
        waters: whole.waters.iter().map(water).collect::<Result<_, _>>()?,
        kept: whole.kept.iter().map(kept).collect::<Result<_, _>>()?,
        sinks: whole.sinks.iter().map(sink_out).collect(),
        mends: whole.mends.iter().map(mend_out).collect(),
        log: whole.log.clone(),
        days: whole.days.iter().map(day_out).collect(),
    })
}

fn day_out(day: &yarrowfen_store::PlannedDay) -> DayOut {
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
