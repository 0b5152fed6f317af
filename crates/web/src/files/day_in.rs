//! Days out of a calendar: those that were written here, just as they were, and other people's,
//! each day's stays as its stops. The lines are read one by one: parts that stand in one another
//! are counted, and what is not needed is passed over. Published: RFC 5545.

mod time_of_stay;

use icalendar::parser::read_calendar;
use yarrowfen_core::FieldError;
use yarrowfen_core::day::DAY_MIN;
use yarrowfen_pages::ask::plan_from::Stay;

use crate::reader::Zone;

use time_of_stay::{Moment, duration};

/// Largest calendar that is taken, bytes.
const MOST_BYTES: usize = 1024 * 1024;
/// Longest line that is read, bytes; the question of a day has at most 16,000 characters.
const MOST_LINE: usize = 64 * 1024;
/// Deepest that its parts may stand in one another.
const DEEPEST: usize = 6;
/// Most stays that are taken at once.
const MOST_STAYS: usize = 200;

/// The properties of a stay that are read.
const NEEDED: [&str; 10] = [
    "UID",
    "SUMMARY",
    "LOCATION",
    "DTSTART",
    "DTEND",
    "DURATION",
    "RRULE",
    "RDATE",
    "STATUS",
    "X-YARROWFEN-DAY",
];

/// What a calendar holds.
#[derive(Debug, Default, PartialEq)]
pub struct DaysIn {
    /// Queries of days that were written here.
    pub own: Vec<String>,
    /// Stays that others wrote, in the order of the file.
    pub stays: Vec<Stay>,
    /// Stays that were called off, which are left out.
    pub cancelled: usize,
}

fn whole(what: impl Into<String>) -> FieldError {
    FieldError::new("", what)
}

/// Returns whether a file looks like a calendar, whatever stands before its first line.
#[must_use]
pub fn is_calendar(bytes: &[u8]) -> bool {
    let bytes = bytes.strip_prefix(b"\xef\xbb\xbf").unwrap_or(bytes);
    let begin = bytes.trim_ascii_start().get(..BEGIN.len());
    begin.is_some_and(|b| b.eq_ignore_ascii_case(BEGIN))
}

const BEGIN: &[u8] = b"BEGIN:VCALENDAR";

/// Reads a calendar. Times in UTC are told by the clock of a zone.
///
/// # Errors
/// The first fault with its line; nothing is taken then.
pub fn read(bytes: &[u8], zone: Option<&Zone>) -> Result<DaysIn, FieldError> {
    if bytes.len() > MOST_BYTES {
        return Err(whole("a calendar of more than 1 MB is not taken"));
    }
    let text = std::str::from_utf8(bytes).map_err(|_| whole("the file is not in UTF-8"))?;
    let text = text.trim_start_matches('\u{feff}').trim_start();
    let mut reading = Reading {
        zone,
        open: Vec::new(),
        event: None,
        found: DaysIn::default(),
    };
    let (mut line, mut began) = (String::new(), 1);
    for (number, piece) in (1_usize..).zip(text.split('\n')) {
        let piece = piece.strip_suffix('\r').unwrap_or(piece);
        if let Some(more) = piece.strip_prefix([' ', '\t']) {
            line.push_str(more);
        } else {
            reading.line(began, &line)?;
            line.clear();
            line.push_str(piece);
            began = number;
        }
        if line.len() > MOST_LINE {
            return Err(at(began, "it is longer than 64 kB"));
        }
    }
    reading.line(began, &line)?;
    reading.finish()
}

fn at(line: usize, what: impl std::fmt::Display) -> FieldError {
    FieldError::new(format!("line {line}"), what.to_string())
}

/// A stay whose lines are coming.
struct OpenEvent {
    line: usize,
    text: String,
}

/// A calendar as far as it was read.
struct Reading<'z> {
    zone: Option<&'z Zone>,
    /// Names of the parts that are open, the outermost first.
    open: Vec<String>,
    event: Option<OpenEvent>,
    found: DaysIn,
}

impl Reading<'_> {
    /// Takes an unfolded line.
    fn line(&mut self, number: usize, line: &str) -> Result<(), FieldError> {
        if line.trim().is_empty() {
            return Ok(());
        }
        let name_ends = line.find([':', ';']).unwrap_or(line.len());
        let name = line[..name_ends].trim().to_ascii_uppercase();
        let value = || line[name_ends..].trim_start_matches(':').trim();
        if self.open.is_empty() && !(name == "BEGIN" && value().eq_ignore_ascii_case("VCALENDAR")) {
            return Err(whole("this is no calendar that can be read"));
        }
        match name.as_str() {
            "BEGIN" => self.begin(number, value()),
            "END" => self.end(number, value()),
            _ => {
                // Only of the stay itself: a reminder within it has times of its own.
                let own = self.open.len() == 2 && NEEDED.contains(&name.as_str());
                if let Some(event) = self.event.as_mut().filter(|_| own) {
                    event.text.push_str(&name);
                    event.text.push_str(&clean(&line[name_ends..]));
                    event.text.push('\n');
                }
                Ok(())
            }
        }
    }

    fn begin(&mut self, number: usize, part: &str) -> Result<(), FieldError> {
        if self.open.len() >= DEEPEST {
            let what = "the parts of this calendar stand too deep in one another";
            return Err(at(number, what));
        }
        if self.open.len() == 1 && part.eq_ignore_ascii_case("VEVENT") {
            self.event = Some(OpenEvent {
                line: number,
                text: String::new(),
            });
        }
        self.open.push(part.to_ascii_uppercase());
        Ok(())
    }

    fn end(&mut self, number: usize, part: &str) -> Result<(), FieldError> {
        let open = self.open.pop().unwrap_or_default();
        if !part.eq_ignore_ascii_case(&open) {
            return Err(at(number, format!("it ends {part:.20} within {open:.20}")));
        }
        if self.open.len() == 1
            && let Some(event) = self.event.take()
        {
            self.take(&event)?;
        }
        Ok(())
    }

    fn finish(self) -> Result<DaysIn, FieldError> {
        if !self.open.is_empty() {
            return Err(whole(
                "this is no calendar that can be read: its end is missing",
            ));
        }
        if self.found == DaysIn::default() {
            return Err(whole("there is no stay in this calendar"));
        }
        Ok(self.found)
    }

    /// Takes a stay whose lines are complete.
    fn take(&mut self, event: &OpenEvent) -> Result<(), FieldError> {
        let lines = format!(
            "BEGIN:VCALENDAR\nBEGIN:VEVENT\n{}END:VEVENT\nEND:VCALENDAR\n",
            event.text
        );
        let unread = || at(event.line, "this stay cannot be read");
        let alone = read_calendar(&lines).map_err(|_| unread())?;
        let fields = alone.components.first().ok_or_else(unread)?;
        let text = |name: &str| {
            let p = fields.find_prop(name)?;
            Some(p.val.clone().unescape_text().as_str().trim().to_owned())
        };
        // The other stays of a day that was written here go with its first.
        let ours = text("UID").is_some_and(|uid| uid.ends_with(".plan@yarrowfen"));
        let query = text("X-YARROWFEN-DAY");
        if text("STATUS").is_some_and(|s| s.eq_ignore_ascii_case("CANCELLED")) {
            self.found.cancelled += 1;
        } else if let Some(query) = query {
            self.found.own.push(query);
        } else if !ours {
            let moment = |name: &str| fields.find_prop(name).map(|p| Moment::of(p, self.zone));
            let stay = stay(text, moment).map_err(|what| at(event.line, what))?;
            self.found.stays.push(stay);
        }
        if self.found.own.len() + self.found.stays.len() > MOST_STAYS {
            let what = format!("at most {MOST_STAYS} stays are taken at once");
            return Err(at(event.line, what));
        }
        Ok(())
    }
}

/// Returns a text without characters that no file of ours holds.
fn clean(text: &str) -> String {
    text.chars().filter(|c| !c.is_control()).collect()
}

/// Reads a stay of somebody's calendar from its fields.
fn stay(
    text: impl Fn(&str) -> Option<String>,
    moment: impl Fn(&str) -> Option<Result<Moment, String>>,
) -> Result<Stay, String> {
    let name = text("SUMMARY").unwrap_or_default();
    let wrong = |what: &str| format!("\u{201c}{name:.60}\u{201d}: {what}");
    if text("RRULE").or(text("RDATE")).is_some() {
        return Err(wrong(
            "it repeats, and only stays of one day are read. Copy the day that you mean to fish",
        ));
    }
    let begins = moment("DTSTART").ok_or_else(|| wrong("it does not say when it begins"))?;
    let begins = begins.map_err(|what| wrong(&what))?;
    let ends = match (moment("DTEND"), text("DURATION")) {
        (Some(end), _) => end.map_err(|what| wrong(&what))?.minutes_after(begins.day),
        (None, Some(length)) => {
            let length = duration(&length).ok_or_else(|| wrong("its duration cannot be read"))?;
            i64::from(begins.minute) + length
        }
        (None, None) if begins.whole_day => 1440,
        (None, None) => i64::from(begins.minute) + 60,
    };
    let until = u16::try_from(ends).ok().filter(|m| *m > begins.minute);
    let until = until.ok_or_else(|| wrong("it ends before it begins"))?;
    if until - begins.minute > DAY_MIN {
        return Err(wrong("it lasts longer than a day"));
    }
    let place = text("LOCATION").filter(|p| !p.is_empty()).unwrap_or(name);
    Ok(Stay {
        day: begins.day,
        hours: (begins.minute, until),
        place: place.chars().take(80).collect(),
    })
}

#[cfg(test)]
mod tests {
    use super::*;

    fn calendar(events: &str) -> String {
        format!("BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\n{events}END:VCALENDAR\r\n")
    }

    fn event(lines: &str) -> String {
        calendar(&format!("BEGIN:VEVENT\r\nUID:1\r\n{lines}END:VEVENT\r\n"))
    }

    fn hours(text: &str) -> Vec<(String, (u16, u16))> {
        let berlin = Zone::named("CET");
        let found = read(text.as_bytes(), berlin.as_ref()).unwrap();
        let told = |s: &Stay| (s.day.to_string(), s.hours);
        found.stays.iter().map(told).collect()
    }

    fn fault(text: &str) -> String {
        let read = read(text.as_bytes(), None);
        read.err().map(|e| e.to_string()).unwrap_or_default()
    }

    #[test]
    fn another_calendars_stays_are_read() {
        let text = calendar(
            "BEGIN:VEVENT\r\nUID:1\r\nDTSTART;TZID=Somewhere:20260612T050000\r\nDTEND;TZID=Somewhere:20260612T073000\r\nSUMMARY:Fish\\, early\r\nLOCATION:Reed Mere\\; west\r\n  bay\r\nBEGIN:VALARM\r\nDTSTART:19990101T000000\r\nEND:VALARM\r\nEND:VEVENT\r\nBEGIN:VEVENT\r\nUID:2\r\nDTSTART;VALUE=DATE:20260613\r\nSUMMARY:Brick Pit\r\nEND:VEVENT\r\n",
        );
        let found = read(text.as_bytes(), None).unwrap();
        let told: Vec<_> = found
            .stays
            .iter()
            .map(|s| (s.place.as_str(), s.hours))
            .collect();
        assert_eq!(
            told,
            [
                ("Reed Mere; west bay", (300, 450)),
                ("Brick Pit", (0, 1440))
            ]
        );
    }

    #[test]
    fn zones_durations_and_midnight_are_heeded() {
        let day = |s: &str| s.to_owned();
        for (lines, wanted) in [
            (
                "DTSTART:20260612T030000Z\r\nDTEND:20260612T060000Z\r\n",
                (day("2026-06-12"), (300, 480)),
            ),
            (
                "DTSTART:20261212T030000Z\r\nDURATION:PT3H\r\n",
                (day("2026-12-12"), (240, 420)),
            ),
            (
                "DTSTART:20260612T210000\r\nDTEND:20260613T020000\r\n",
                (day("2026-06-12"), (1260, 1560)),
            ),
            (
                "DTSTART:20260612T223000Z\r\nDURATION:PT1H\r\n",
                (day("2026-06-13"), (30, 90)),
            ),
        ] {
            assert_eq!(hours(&event(lines)), [wanted], "{lines}");
        }
    }

    #[test]
    fn a_byte_order_mark_a_blank_line_and_small_letters_do_not_matter() {
        let text = event("dtstart:20260612T050000\r\nSUMMARY:Pi\0er\r\n").to_lowercase();
        for text in [
            format!("\u{feff}{text}"),
            format!("\r\n \n{text}"),
            text.replace("\r\n", "\n"),
        ] {
            assert!(is_calendar(text.as_bytes()));
            let found = read(text.as_bytes(), None).unwrap();
            assert_eq!(
                (found.stays[0].place.as_str(), found.stays[0].hours),
                ("pier", (300, 360))
            );
        }
        assert!(!is_calendar(b"id,day,at") && !is_calendar(b""));
    }

    #[test]
    fn what_was_called_off_is_left_out_and_counted() {
        let one = event("DTSTART:20260612T050000\r\nSTATUS:CANCELLED\r\n");
        let found = read(one.as_bytes(), None).unwrap();
        assert_eq!((found.cancelled, found.stays.len()), (1, 0));
    }

    #[test]
    fn a_hostile_calendar_is_refused_with_a_word() {
        let deep = |n| {
            format!(
                "{}{}",
                "BEGIN:VEVENT\r\n".repeat(n),
                "END:VEVENT\r\n".repeat(n)
            )
        };
        let folded = format!("BEGIN:VCALENDAR\r\n{}", "BE\r\n GIN:X\r\n".repeat(2000));
        let tabs = format!("BEGIN:VCALENDAR\n{}", "B\n\tE\n GIN:X\n".repeat(2000));
        let spaced = format!("BEGIN:VCALENDAR\n{}", "begin : X\n".repeat(20_000));
        for (text, says) in [
            (calendar(&deep(30_000)), "deep"),
            (folded, "deep"),
            (tabs, "deep"),
            (spaced, "deep"),
            (
                event("DTSTART:20260612T050000\r\nDTEND:20260612T040000\r\n"),
                "before",
            ),
            (event("DTSTART:20261312T990000\r\n"), "cannot be read"),
            (event("SUMMARY:x\r\n"), "when it begins"),
            (
                event("DTSTART:20260612T050000\r\nRRULE:FREQ=DAILY\r\nSUMMARY:Fish early\r\n"),
                "repeats",
            ),
            (event("DTSTART:20260612T050000Z\r\n"), "time zone"),
            (
                event("DTSTART:20260612T050000\r\nDURATION:P9D\r\n"),
                "longer than a day",
            ),
            (
                event("DTSTART:20260612T050000\r\nDURATION:soon\r\n"),
                "duration",
            ),
            (event(&format!("X:{}\r\n", "y".repeat(MOST_LINE))), "64 kB"),
            (calendar(""), "no stay"),
            (
                "BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\n".to_owned(),
                "end is missing",
            ),
            ("BEGIN:VCALENDAR\r\nEND:VEVENT\r\n".to_owned(), "within"),
            ("BEGIN:VTODO".to_owned(), "calendar"),
            (String::new(), "calendar"),
            ("x".repeat(2 * MOST_BYTES), "1 MB"),
        ] {
            let fault = fault(&text);
            assert!(fault.contains(says), "{text:.80}: {fault}");
        }
        let fault = fault(&event(
            "DTSTART:20260612T050000\r\nRRULE:FREQ=DAILY\r\nSUMMARY:Fish early\r\n",
        ));
        assert!(
            fault.starts_with("line 4:") && fault.contains("Fish early"),
            "{fault}"
        );
        let many = "BEGIN:VEVENT\r\nDTSTART:20260612T050000\r\nEND:VEVENT\r\n";
        assert!(read(calendar(&many.repeat(MOST_STAYS + 1)).as_bytes(), None).is_err());
    }
}
