//! Things of a file of an account, checked.

use std::borrow::Cow;

use super::{
    DayOut, ItemOut, KeptOut, MOST_LIST, MOST_NUMBER, MOST_TEXT, MendOut, SinkOut, WaterOut,
};
use serde::de::DeserializeOwned;
use serde_json::Value;
use time::OffsetDateTime;
use yarrowfen_core::answer::Answer;
use yarrowfen_core::base::{Ladder, UnitSystem};
use yarrowfen_core::day::{Event, Planned};
use yarrowfen_core::own_box::{Item, Texts};
use yarrowfen_core::physics::sun::Position;
use yarrowfen_core::{FieldError, PickRequest};
use yarrowfen_rows::read_answer;
use yarrowfen_store::{Brought, KeptText, NewDay, NewKept, NewMendTry, NewSink, NewWater, State};

/// A water of a file.
pub struct WaterIn {
    /// Checked name and remark.
    pub text: (String, String),
    /// When it was saved.
    pub saved: OffsetDateTime,
    /// Its question.
    pub asked: PickRequest,
    /// Where it is.
    pub at: Option<Position>,
}

/// A planned day of a file.
pub struct DayIn {
    /// Checked name.
    pub name: String,
    /// Its query.
    pub query: String,
    /// Checked.
    pub planned: Planned,
    /// When it was kept.
    pub made_at: OffsetDateTime,
}

/// A kept pick of a file.
pub struct KeptIn {
    /// Checked name, remark and place.
    pub text: KeptText,
    /// When it was kept.
    pub kept: OffsetDateTime,
    /// Units of its words.
    pub units: UnitSystem,
    /// Its ladder.
    pub ladder: Ladder,
    /// The question.
    pub request: PickRequest,
    /// The answer, as it was given.
    pub answer: Answer,
}

/// Some of what a file holds, checked.
#[derive(Default)]
pub struct Taken {
    /// The box.
    pub items: Vec<State>,
    /// The waters.
    pub waters: Vec<WaterIn>,
    /// The kept picks.
    pub kept: Vec<KeptIn>,
    /// The sink tests.
    pub sinks: Vec<NewSink>,
    /// What was tried against complaints.
    pub mends: Vec<NewMendTry>,
    /// The log.
    pub log: Vec<Event>,
    /// The planned days.
    pub days: Vec<DayIn>,
}

impl WaterIn {
    fn brought(&self) -> NewWater<'_> {
        NewWater {
            name: &self.text.0,
            remark: &self.text.1,
            asked: &self.asked,
            at: self.at,
            made_at: Some(self.saved),
        }
    }
}

impl DayIn {
    fn brought(&self) -> NewDay<'_> {
        NewDay {
            name: &self.name,
            query: &self.query,
            planned: &self.planned,
            made_at: Some(self.made_at),
        }
    }
}

impl KeptIn {
    fn brought(&self) -> (OffsetDateTime, NewKept<'_>) {
        let new = NewKept {
            text: &self.text,
            request: &self.request,
            answer: &self.answer,
            units: self.units,
            ladder: self.ladder,
        };
        (self.kept, new)
    }
}

impl Taken {
    /// How much of it there is, in rows; a kept pick is as large as some fifty.
    #[must_use]
    pub fn size(&self) -> usize {
        let rows = self.items.len() + self.waters.len() + self.sinks.len() + self.mends.len();
        rows + self.log.len() + 50 * (self.kept.len() + self.days.len())
    }

    /// As the database takes it.
    #[must_use]
    pub fn brought(&self) -> Brought<'_> {
        Brought {
            items: &self.items,
            waters: self.waters.iter().map(WaterIn::brought).collect(),
            kept: self.kept.iter().map(KeptIn::brought).collect(),
            sinks: &self.sinks,
            mends: &self.mends,
            log: &self.log,
            days: self.days.iter().map(DayIn::brought).collect(),
        }
    }
}

/// A thing of a file that can be checked, and put to the others of its list.
pub(super) trait Row: DeserializeOwned {
    /// Checks it, and puts it to what is taken.
    fn take(self, taken: &mut Taken) -> Result<(), Vec<FieldError>>;
}

/// Says how a list's things are checked and where they go.
macro_rules! rows {
    ($($row:ty, $read:path, $list:ident;)+) => {$(
        impl Row for $row {
            fn take(self, taken: &mut Taken) -> Result<(), Vec<FieldError>> {
                taken.$list.push($read(self)?);
                Ok(())
            }
        }
    )+};
}

rows! {
    ItemOut, read_item, items;
    WaterOut, read_water, waters;
    KeptOut, read_kept, kept;
    SinkOut, read_sink, sinks;
    MendOut, read_mend, mends;
    Event, yarrowfen_core::day::checked, log;
    DayOut, read_day, days;
}

fn read_item(item: ItemOut) -> Result<State, Vec<FieldError>> {
    let known = yarrowfen_core::own_box::columns(item.kind);
    let mut texts = Texts::new();
    let mut faults = Vec::new();
    for (key, value) in item.texts {
        match (known.iter().find(|k| **k == key), value) {
            (Some(key), Value::String(text)) => {
                texts.insert(Cow::Borrowed(key), Cow::Owned(text));
            }
            (Some(key), _) => faults.push((*key, "must be a text".to_owned())),
            (None, _) => faults.push((
                "",
                format!(
                    "“{}” is no field of this list",
                    yarrowfen_core::base::shorten(&key)
                ),
            )),
        }
    }
    let item_read = Item::read(item.kind, &texts, UnitSystem::Metric);
    match item_read {
        Ok(read) if faults.is_empty() => Ok(State {
            item: read,
            archived: item.archived,
            added_at: Some(item.added),
        }),
        read => {
            let more = read.err().unwrap_or_default();
            let all = faults.into_iter().chain(more);
            Err(all.map(|(key, said)| FieldError::new(key, said)).collect())
        }
    }
}

/// Reads a stored question through the contract, so that its limits hold.
fn read_request(mut json: Value) -> Result<PickRequest, Vec<FieldError>> {
    let assumed = json
        .as_object_mut()
        .and_then(|o| o.remove("assumed"))
        .unwrap_or_default();
    let mut request = PickRequest::from_value(&json)?;
    let known = |v: &Value| {
        let name = v.as_str()?;
        yarrowfen_core::question::field(name).map(str::to_owned)
    };
    request.assumed = assumed
        .as_array()
        .map(|all| all.iter().filter_map(known).collect())
        .unwrap_or_default();
    Ok(request)
}

fn texts(name: &str, remark: &str, place: &str) -> Result<KeptText, Vec<FieldError>> {
    KeptText::new(name, remark, place).map_err(|all| {
        let fault = |f: yarrowfen_store::TextFault| FieldError::new(f.field, f.message);
        all.into_iter().map(fault).collect()
    })
}

fn read_water(water: WaterOut) -> Result<WaterIn, Vec<FieldError>> {
    let text = texts(&water.name, &water.remark, "")?;
    Ok(WaterIn {
        text: (text.name().to_owned(), text.remark().to_owned()),
        saved: water.saved,
        asked: read_request(water.asked)?,
        at: match water.at {
            None => None,
            Some(at) => Some(Position::new(at.lat, at.lon).ok_or_else(|| {
                vec![FieldError::new("at", "no place on earth has these degrees")]
            })?),
        },
    })
}

/// Longest query of a planned day, characters.
const MOST_QUERY: usize = 16_000;

fn read_day(day: DayOut) -> Result<DayIn, Vec<FieldError>> {
    let text = texts(&day.name, "", "")?;
    let length = day.query.chars().count();
    if length == 0 || length > MOST_QUERY || day.query.contains('\0') {
        return Err(vec![FieldError::new("query", "this is no day's question")]);
    }
    Ok(DayIn {
        name: text.name().to_owned(),
        query: day.query,
        planned: day.planned.checked()?,
        made_at: day.kept,
    })
}

fn read_kept(kept: KeptOut) -> Result<KeptIn, Vec<FieldError>> {
    if !bounded(&kept.answer) {
        return Err(vec![FieldError::new(
            "answer",
            "this is larger than any answer is",
        )]);
    }
    Ok(KeptIn {
        text: texts(&kept.name, &kept.remark, &kept.place)?,
        kept: kept.kept,
        units: kept.units,
        ladder: kept.ladder,
        request: read_request(kept.request)?,
        answer: read_answer(kept.schema, kept.answer)
            .map_err(|e| vec![FieldError::new("answer", format!("this is no answer: {e}"))])?,
    })
}

/// Whether a foreign answer stays within what answers are like.
fn bounded(value: &Value) -> bool {
    match value {
        Value::Null | Value::Bool(_) => true,
        Value::Number(n) => n.as_f64().is_some_and(|v| v.abs() <= MOST_NUMBER),
        Value::String(s) => s.len() <= MOST_TEXT,
        Value::Array(all) => all.len() <= MOST_LIST && all.iter().all(bounded),
        Value::Object(all) => all.len() <= MOST_LIST && all.values().all(bounded),
    }
}

fn read_sink(s: SinkOut) -> Result<NewSink, Vec<FieldError>> {
    yarrowfen_pages::own_record::checked(NewSink {
        subject: s.subject,
        head_g: s.head_g,
        line_mm: s.line_mm,
        temp_c: s.temp_c,
        depth_m: s.depth_m,
        seconds: s.seconds,
        fall: s.fall.code().to_owned(),
        struck: s.struck,
        made_at: Some(s.at),
    })
}

fn read_mend(m: MendOut) -> Result<NewMendTry, Vec<FieldError>> {
    yarrowfen_pages::ask::mend::checked(NewMendTry {
        symptom: m.symptom,
        tried: m.tried,
        said: m.said,
        query: m.query,
        helped: m.helped,
        made_at: Some(m.at),
    })
}
