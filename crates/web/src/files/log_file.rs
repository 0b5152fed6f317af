//! A log as a file: JSON and CSV out and in again, without loss; days as a calendar.

use std::collections::HashMap;

use super::ics::{Calendar, stamp};
use super::json_list::{FirstFaults, ListFault, each_entry};
use serde_json::value::RawValue;
use time::format_description::well_known::Rfc3339;
use time::{Date, OffsetDateTime};
use yarrowfen_core::FieldError;
use yarrowfen_core::base::codes::Outcome;
use yarrowfen_core::base::{in_a_line, separator};
use yarrowfen_core::day::{Event, EventId, Log, What, WrittenAt, checked, read_day};

/// Most lines of a file.
pub const MOST_LINES: usize = 200_000;
/// Longest line of a table, bytes.
const MOST_LINE: usize = 64 * 1024;
/// Faults that are told of a file; the rest are counted.
const MOST_FAULTS: usize = 20;

/// The columns of the table.
const COLUMNS: [&str; 7] = ["id", "day", "at", "offset_min", "device", "seq", "what"];

/// Writes a log as JSON, in its order.
///
/// # Errors
/// When it cannot be written, which is a fault of ours.
pub fn json(events: &[Event]) -> Result<Vec<u8>, serde_json::Error> {
    serde_json::to_vec_pretty(events)
}

/// Writes a log as a table.
///
/// # Errors
/// When it cannot be written, which is a fault of ours.
pub fn csv(events: &[Event]) -> Result<Vec<u8>, csv::Error> {
    let mut out = csv::Writer::from_writer(Vec::new());
    out.write_record(COLUMNS)?;
    for e in events {
        let w = &e.written;
        let what = serde_json::to_string(&e.what).map_err(std::io::Error::from)?;
        out.write_record([
            e.id.to_string(),
            w.day.to_string(),
            time_of(w.at),
            w.offset.to_string(),
            w.device.to_string(),
            w.seq.to_string(),
            what,
        ])?;
    }
    out.into_inner()
        .map_err(|e| csv::Error::from(e.into_error()))
}

/// A time in UTC, to the millisecond.
pub(super) fn time_of(ms: i64) -> String {
    let at = OffsetDateTime::from_unix_timestamp_nanos(i128::from(ms) * 1_000_000);
    at.ok()
        .and_then(|t| t.format(&Rfc3339).ok())
        .unwrap_or_default()
}

/// Reads what [`json()`] or [`csv()`] wrote, told apart by how it begins. Lines are read one by
/// one: what cannot be read takes no memory.
///
/// # Errors
/// Every fault with its line, the first ones; nothing is taken then.
pub fn read(bytes: &[u8]) -> Result<Vec<Event>, Vec<FieldError>> {
    if let Some(what) = other_kind(bytes) {
        return Err(whole(what));
    }
    let bytes = bytes.strip_prefix(b"\xef\xbb\xbf").unwrap_or(bytes);
    let mut lines = Lines {
        events: Vec::new(),
        places: HashMap::new(),
        faults: FirstFaults::new(MOST_FAULTS),
        count: 0,
    };
    match bytes.iter().find(|b| !b.is_ascii_whitespace()) {
        None => return Err(whole("the file is empty")),
        Some(b'[') => {
            let read = |entry: &RawValue| {
                lines.take(serde_json::from_str(entry.get()).map_err(|e| e.to_string()));
            };
            each_entry(bytes, MOST_LINES, read).map_err(|fault| match fault {
                ListFault::TooLong(most) => too_long(most),
                ListFault::NoList(_) => whole(fault.to_string()),
            })?;
        }
        Some(_) => of_csv(bytes, &mut lines)?,
    }
    lines.finish()
}

/// A line, or what is wrong with it.
type Line = Result<Event, String>;

/// The lines of a file, as far as they were read.
struct Lines {
    events: Vec<Event>,
    /// The line and the place among `events` of each id.
    places: HashMap<EventId, (usize, usize)>,
    faults: FirstFaults<FieldError>,
    count: usize,
}

impl Lines {
    fn take(&mut self, line: Line) {
        self.count += 1;
        match line.and_then(|event| checked(event).map_err(|faults| in_a_line(&faults))) {
            Ok(event) => self.keep(event),
            Err(what) => self.wrong(what),
        }
    }

    /// Keeps an event. The same line may stand twice; another under the same id may not.
    fn keep(&mut self, event: Event) {
        let here = (self.count, self.events.len());
        let (line, at) = *self.places.entry(event.id).or_insert(here);
        match self.events.get(at) {
            None => self.events.push(event),
            Some(first) if *first == event => {}
            Some(_) => self.wrong(format!("its id stands on line {line} with something else")),
        }
    }

    fn wrong(&mut self, what: String) {
        let line = self.count;
        self.faults
            .add(|| FieldError::new(format!("line {line}"), what));
    }

    fn finish(self) -> Result<Vec<Event>, Vec<FieldError>> {
        let (mut faults, more) = self.faults.into_parts();
        if faults.is_empty() {
            return Ok(self.events);
        }
        if more > 0 {
            faults.push(FieldError::new("", format!("and {more} more lines")));
        }
        Err(faults)
    }
}

/// What to do about a file of another kind, by its first bytes; `None` where it may be a log.
fn other_kind(bytes: &[u8]) -> Option<&'static str> {
    match bytes {
        [0xff, 0xfe, ..] | [0xfe, 0xff, ..] => {
            Some("this text is in UTF-16; save it as CSV in UTF-8")
        }
        [b'P', b'K', ..] => Some("this is a workbook; save its sheet as CSV in UTF-8"),
        [0x1f, 0x8b, ..] => Some("this file is packed; unpack it first"),
        _ => None,
    }
}

fn whole(what: impl Into<String>) -> Vec<FieldError> {
    vec![FieldError::new("", what)]
}

fn too_long(most: usize) -> Vec<FieldError> {
    whole(format!("at most {most} lines are taken at once"))
}

fn of_csv(bytes: &[u8], lines: &mut Lines) -> Result<(), Vec<FieldError>> {
    let text = std::str::from_utf8(bytes).map_err(|_| whole("this is no text in UTF-8"))?;
    let mut table = csv::ReaderBuilder::new()
        .flexible(true)
        .delimiter(separator(text))
        .from_reader(bytes);
    let header = table.headers().map_err(|e| whole(e.to_string()))?;
    let places = places(header)?;
    for row in table.records() {
        if lines.count >= MOST_LINES {
            return Err(too_long(MOST_LINES));
        }
        lines.take(match row {
            Ok(row) if row.as_slice().len() > MOST_LINE => {
                Err(format!("a line has at most {MOST_LINE} bytes"))
            }
            Ok(row) => of_row(&row, &places),
            Err(e) => Err(e.to_string()),
        });
    }
    Ok(())
}

/// Finds in which column each of ours stands, whatever their order; others are left out.
fn places(header: &csv::StringRecord) -> Result<[usize; COLUMNS.len()], Vec<FieldError>> {
    let mut places = [0; COLUMNS.len()];
    for (place, column) in places.iter_mut().zip(COLUMNS) {
        let same = |name: &str| name.trim().eq_ignore_ascii_case(column);
        let mut all = header.iter().enumerate().filter(|(_, name)| same(name));
        let found = all.next().ok_or_else(|| {
            whole(format!(
                "the first line has no column \"{column}\"; it must name {}",
                COLUMNS.join(", ")
            ))
        })?;
        if all.next().is_some() {
            return Err(whole(format!("the column \"{column}\" stands twice")));
        }
        *place = found.0;
    }
    Ok(places)
}

fn of_row(row: &csv::StringRecord, places: &[usize; COLUMNS.len()]) -> Line {
    let cell = |at: usize| row.get(places[at]).unwrap_or_default().trim();
    let wanted = places.iter().max().map_or(0, |last| last + 1);
    if row.len() < wanted {
        return Err(format!("it has {} cells, {wanted} are wanted", row.len()));
    }
    let id = |at: usize| -> Result<EventId, String> {
        cell(at)
            .parse()
            .map_err(|e| format!("{}: {e}", COLUMNS[at]))
    };
    let number = |at: usize| format!("{}: this is no whole number", COLUMNS[at]);
    let at = OffsetDateTime::parse(cell(2), &Rfc3339)
        .map_err(|_| "at: give a time such as 2026-06-12T05:31:00Z")?;
    Ok(Event {
        id: id(0)?,
        written: WrittenAt {
            at: i64::try_from(at.unix_timestamp_nanos() / 1_000_000).map_err(|_| number(2))?,
            day: read_day(cell(1)).ok_or("day: a day is written as 2026-06-12")?,
            offset: cell(3).parse().map_err(|_| number(3))?,
            device: id(4)?,
            seq: cell(5).parse().map_err(|_| number(5))?,
        },
        what: serde_json::from_str(cell(6)).map_err(|e| format!("what: {e}"))?,
    })
}

/// The days of a log as a calendar: each a stay from its first line to its last, with where it
/// was and what came of it. Published: RFC 5545.
#[must_use]
pub fn calendar(events: &[Event], (now, mark): (OffsetDateTime, &str)) -> String {
    let log = Log::of(events);
    let mut days: Vec<(Date, Vec<&Event>)> = Vec::new();
    // What answers a line may be written days later.
    let lived = log.standing().filter(|e| e.what.answered().is_none());
    for event in lived {
        match days.last_mut() {
            Some((day, all)) if *day == event.written.day => all.push(event),
            _ => days.push((event.written.day, vec![event])),
        }
    }
    let mut out = Calendar::new();
    for (day, events) in days {
        stay(&mut out, day, &events, (now, mark));
    }
    out.end()
}

fn stay(out: &mut Calendar, day: Date, events: &[&Event], (now, mark): (OffsetDateTime, &str)) {
    let times = || events.iter().map(|e| e.written.at);
    let (from, to) = (times().min().unwrap_or(0), times().max().unwrap_or(0));
    let mut places: Vec<&str> = Vec::new();
    let (mut fish, mut bites) = (0, 0);
    for event in events {
        match &event.what {
            What::Stop(stop) if !places.contains(&stop.place.as_str()) => places.push(&stop.place),
            What::Bite(bite) => {
                bites += 1;
                fish += i32::from(bite.outcome == Outcome::Fish);
            }
            _ => {}
        }
    }
    let places = places.join("; ");
    for line in [
        "BEGIN:VEVENT".to_owned(),
        format!("UID:{day}.{mark}.log@yarrowfen"),
        format!("DTSTAMP:{}", stamp(now.unix_timestamp() * 1000)),
        format!("DTSTART:{}", stamp(from)),
        format!("DTEND:{}", stamp(to.max(from + 60_000))),
    ] {
        out.put(&line);
    }
    out.text("SUMMARY", &format!("{fish} fish, {bites} bites"));
    out.text("LOCATION", &places);
    out.put("END:VEVENT");
}
