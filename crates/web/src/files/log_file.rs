//! A log as a file: JSON and CSV out and in again, without loss; days as a calendar.

use super::ics::{Calendar, stamp};
use serde_json::Value;
use time::format_description::well_known::Rfc3339;
use time::{Date, OffsetDateTime};
use yarrowfen_core::FieldError;
use yarrowfen_core::base::codes::Outcome;
use yarrowfen_core::base::in_a_line;
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

/// Reads what [`json()`] or [`csv()`] wrote, told apart by how it begins.
///
/// # Errors
/// Every fault with its line, the first ones; nothing is taken then.
pub fn read(bytes: &[u8]) -> Result<Vec<Event>, Vec<FieldError>> {
    let first = bytes.iter().find(|b| !b.is_ascii_whitespace());
    let lines = match first {
        None => return Err(vec![FieldError::new("", "the file is empty")]),
        Some(b'[') => of_json(bytes)?,
        Some(_) => of_csv(bytes)?,
    };
    let (mut events, mut faults) = (Vec::with_capacity(lines.len()), Vec::new());
    for (n, line) in (1..).zip(lines) {
        match line.and_then(|event| checked(event).map_err(|faults| in_a_line(&faults))) {
            Ok(event) => events.push(event),
            Err(what) => faults.push(FieldError::new(format!("line {n}"), what)),
        }
    }
    if faults.is_empty() {
        return Ok(events);
    }
    let more = faults.len().saturating_sub(MOST_FAULTS);
    faults.truncate(MOST_FAULTS);
    if more > 0 {
        faults.push(FieldError::new("", format!("and {more} more lines")));
    }
    Err(faults)
}

/// A line, or what is wrong with it.
type Line = Result<Event, String>;

fn whole(what: impl Into<String>) -> Vec<FieldError> {
    vec![FieldError::new("", what)]
}

fn within(lines: usize) -> Result<(), Vec<FieldError>> {
    if lines > MOST_LINES {
        return Err(whole(format!(
            "at most {MOST_LINES} lines are taken at once"
        )));
    }
    Ok(())
}

fn of_json(bytes: &[u8]) -> Result<Vec<Line>, Vec<FieldError>> {
    let all: Vec<Value> = serde_json::from_slice(bytes)
        .map_err(|e| whole(format!("this is no list of JSON: {e}")))?;
    within(all.len())?;
    let read = |v: Value| serde_json::from_value(v).map_err(|e| e.to_string());
    Ok(all.into_iter().map(read).collect())
}

fn of_csv(bytes: &[u8]) -> Result<Vec<Line>, Vec<FieldError>> {
    if std::str::from_utf8(bytes).is_err() {
        return Err(whole("this is no text in UTF-8"));
    }
    let mut table = csv::ReaderBuilder::new().flexible(true).from_reader(bytes);
    let header = table.headers().map_err(|e| whole(e.to_string()))?;
    if !header.iter().map(str::trim).eq(COLUMNS) {
        return Err(whole(format!(
            "the first line must be {}",
            COLUMNS.join(",")
        )));
    }
    let mut lines = Vec::new();
    for row in table.records() {
        within(lines.len())?;
        lines.push(match row {
            Ok(row) if row.as_slice().len() > MOST_LINE => {
                Err(format!("a line has at most {MOST_LINE} bytes"))
            }
            Ok(row) => of_row(&row),
            Err(e) => Err(e.to_string()),
        });
    }
    Ok(lines)
}

fn of_row(row: &csv::StringRecord) -> Line {
    let cell = |at: usize| row.get(at).unwrap_or_default().trim();
    if row.len() != COLUMNS.len() {
        return Err(format!(
            "it has {} cells, {} are wanted",
            row.len(),
            COLUMNS.len()
        ));
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
pub fn calendar(events: &[Event], now: OffsetDateTime) -> String {
    let log = Log::of(events);
    let mut days: Vec<(Date, Vec<&Event>)> = Vec::new();
    for event in log.standing() {
        match days.last_mut() {
            Some((day, all)) if *day == event.written.day => all.push(event),
            _ => days.push((event.written.day, vec![event])),
        }
    }
    let mut out = Calendar::new();
    for (day, events) in days {
        stay(&mut out, day, &events, now);
    }
    out.end()
}

fn stay(out: &mut Calendar, day: Date, events: &[&Event], now: OffsetDateTime) {
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
        format!("UID:{day}.log@yarrowfen"),
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
