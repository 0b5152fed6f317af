//! Days out of a calendar: those that were written here, just as they were, and other people's,
//! each day's stays as its stops. Published: RFC 5545.

use icalendar::parser::{Component, read_calendar, unfold};
use time::Date;
use yarrowfen_core::FieldError;
use yarrowfen_core::day::{read_day, read_time};
use yarrowfen_pages::ask::plan_from::Stay;

/// Largest calendar that is taken, bytes.
const MOST_BYTES: usize = 1024 * 1024;
/// Deepest that its parts stand in one another.
const DEEPEST: usize = 6;
/// Most stays that are taken at once.
const MOST_STAYS: usize = 200;

/// What a calendar holds.
#[derive(Debug, Default, PartialEq)]
pub struct DaysIn {
    /// Queries of days that were written here.
    pub own: Vec<String>,
    /// Stays that others wrote, in the order of the file.
    pub stays: Vec<Stay>,
}

fn whole(what: impl Into<String>) -> FieldError {
    FieldError::new("", what)
}

/// Reads a calendar.
///
/// # Errors
/// What is wrong with it; nothing is taken then.
pub fn read(bytes: &[u8]) -> Result<DaysIn, FieldError> {
    if bytes.len() > MOST_BYTES {
        return Err(whole("a calendar of more than 1 MB is not taken"));
    }
    let text = std::str::from_utf8(bytes).map_err(|_| whole("the file is not in UTF-8"))?;
    shallow(text)?;
    let text = unfold(text.trim_start_matches('\u{feff}'));
    let calendar =
        read_calendar(&text).map_err(|_| whole("this is no calendar that can be read"))?;
    let mut found = DaysIn::default();
    for event in calendar.components.iter().filter(|c| c.name == "VEVENT") {
        take(event, &mut found)?;
        if found.own.len() + found.stays.len() > MOST_STAYS {
            return Err(whole(format!(
                "at most {MOST_STAYS} stays are taken at once"
            )));
        }
    }
    if found == DaysIn::default() {
        return Err(whole("there is no stay in this calendar"));
    }
    Ok(found)
}

/// That nothing in it stands so deep that reading it could not come back.
fn shallow(text: &str) -> Result<(), FieldError> {
    let (mut depth, mut deepest) = (0_usize, 0);
    for line in text.lines() {
        let upper: String = line.chars().take(6).collect::<String>().to_uppercase();
        if upper == "BEGIN:" {
            depth += 1;
        } else if upper.starts_with("END:") {
            depth = depth.saturating_sub(1);
        }
        deepest = deepest.max(depth);
    }
    let deep = deepest > DEEPEST;
    (!deep)
        .then_some(())
        .ok_or_else(|| whole("the parts of this calendar stand too deep in one another"))
}

fn take(event: &Component<'_>, found: &mut DaysIn) -> Result<(), FieldError> {
    let text = |name: &str| {
        let p = event.find_prop(name)?;
        Some(p.val.clone().unescape_text().as_str().trim().to_owned())
    };
    if let Some(query) = text("X-YARROWFEN-DAY") {
        found.own.push(query);
        return Ok(());
    }
    // The other stays of a day that was written here go with its first.
    let ours = text("UID").is_some_and(|uid| uid.ends_with(".plan@yarrowfen"));
    if ours {
        return Ok(());
    }
    let name = text("SUMMARY").unwrap_or_default();
    let wrong = |what: &str| FieldError::new(name.clone(), what);
    let begins = text("DTSTART")
        .and_then(|t| local(&t))
        .ok_or_else(|| wrong("there is no day and time at which it begins"))?;
    let ends = text("DTEND").and_then(|t| local(&t));
    let until = match ends {
        Some((day, minute)) if day == begins.0 && minute > begins.1 => minute,
        Some((day, _)) if day > begins.0 => 1440,
        None => (begins.1 + 60).min(1440),
        Some(_) => return Err(wrong("it ends before it begins")),
    };
    let place = text("LOCATION")
        .filter(|p| !p.is_empty())
        .unwrap_or_else(|| name.clone());
    found.stays.push(Stay {
        day: begins.0,
        hours: (begins.1, until),
        place: place.chars().take(80).collect(),
    });
    Ok(())
}

/// Day and minute by the clock that the file has them in: `20260612T053000`, with or without `Z`.
fn local(text: &str) -> Option<(Date, u16)> {
    let text = text.trim_end_matches('Z');
    if !text.is_ascii() || text.len() < 8 {
        return None;
    }
    let day = read_day(&format!("{}-{}-{}", &text[..4], &text[4..6], &text[6..8]))?;
    let minute = match text.get(8..) {
        Some("") => 0,
        Some(time) if time.starts_with('T') && time.len() >= 5 => {
            read_time(&format!("{}:{}", &time[1..3], &time[3..5]))?
        }
        _ => return None,
    };
    Some((day, minute))
}

#[cfg(test)]
mod tests {
    use super::*;

    fn calendar(events: &str) -> String {
        format!("BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\n{events}END:VCALENDAR\r\n")
    }

    #[test]
    fn another_calendars_stays_are_read() {
        let text = calendar(
            "BEGIN:VEVENT\r\nUID:1\r\nDTSTART;TZID=Somewhere:20260612T050000\r\nDTEND;TZID=Somewhere:20260612T073000\r\nSUMMARY:Fish\\, early\r\nLOCATION:Reed Mere\\; west\r\n bay\r\nEND:VEVENT\r\nBEGIN:VEVENT\r\nUID:2\r\nDTSTART;VALUE=DATE:20260613\r\nSUMMARY:Brick Pit\r\nEND:VEVENT\r\n",
        );
        let found = read(text.as_bytes()).unwrap_or_default();
        let told: Vec<_> = found
            .stays
            .iter()
            .map(|s| (s.place.as_str(), s.hours))
            .collect();
        assert_eq!(
            told,
            [("Reed Mere; westbay", (300, 450)), ("Brick Pit", (0, 60))]
        );
    }

    #[test]
    fn a_hostile_calendar_is_refused_with_a_word() {
        let deep = format!(
            "{}{}",
            "BEGIN:VEVENT\r\n".repeat(30_000),
            "END:VEVENT\r\n".repeat(30_000)
        );
        let backwards = calendar(
            "BEGIN:VEVENT\r\nUID:1\r\nDTSTART:20260612T050000\r\nDTEND:20260612T040000\r\nSUMMARY:x\r\nEND:VEVENT\r\n",
        );
        let no_time = calendar(
            "BEGIN:VEVENT\r\nUID:1\r\nDTSTART:20261312T990000\r\nSUMMARY:x\r\nEND:VEVENT\r\n",
        );
        for (text, says) in [
            (calendar(&deep), "deep"),
            (backwards, "before"),
            (no_time, "begins"),
            (calendar(""), "no stay"),
            ("BEGIN:VCALENDAR\r\nBEGIN".to_owned(), "calendar"),
            (String::new(), "calendar"),
            ("x".repeat(2 * MOST_BYTES), "1 MB"),
        ] {
            let fault = read(text.as_bytes())
                .err()
                .map(|e| e.message)
                .unwrap_or_default();
            assert!(
                fault.contains(says),
                "{}: {fault}",
                &text[..text.len().min(60)]
            );
        }
    }
}
