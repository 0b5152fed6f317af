//! Lines of a calendar. Published: RFC 5545.

use sha2::{Digest, Sha256};
use time::OffsetDateTime;
use yarrowfen_rows::OwnerId;

/// Most octets of a line, without its end (3.1).
const MOST_OCTETS: usize = 75;

/// A calendar that is being written.
pub struct Calendar(String);

impl Calendar {
    /// Its head.
    #[must_use]
    pub fn new() -> Self {
        let mut new = Self(String::new());
        for line in [
            "BEGIN:VCALENDAR",
            "VERSION:2.0",
            "PRODID:-//Yarrowfen//Days//EN",
            "CALSCALE:GREGORIAN",
        ] {
            new.put(line);
        }
        new
    }

    /// Puts a line, folded where it is long, never within a character.
    pub fn put(&mut self, line: &str) {
        let mut octets = 0;
        for c in line.chars() {
            if octets + c.len_utf8() > MOST_OCTETS {
                self.0.push_str("\r\n ");
                octets = 1;
            }
            self.0.push(c);
            octets += c.len_utf8();
        }
        self.0.push_str("\r\n");
    }

    /// Puts a text under a name.
    pub fn text(&mut self, name: &str, text: &str) {
        self.put(&format!("{name}:{}", escaped(text)));
    }

    /// The whole.
    #[must_use]
    pub fn end(mut self) -> String {
        self.put("END:VCALENDAR");
        self.0
    }
}

impl Default for Calendar {
    fn default() -> Self {
        Self::new()
    }
}

/// A mark of an owner for the names of his entries: two anglers' days are two in one calendar, and
/// nobody is known by it.
#[must_use]
pub fn mark_of(owner: OwnerId) -> String {
    let mut digest = Sha256::new();
    digest.update("calendar");
    digest.update(owner.0.as_bytes());
    let bytes = digest.finalize();
    bytes.iter().take(6).map(|b| format!("{b:02x}")).collect()
}

/// A time in UTC: `20260612T053100Z`.
#[must_use]
pub fn stamp(ms: i64) -> String {
    let format = time::macros::format_description!("[year][month][day]T[hour][minute][second]Z");
    let at = OffsetDateTime::from_unix_timestamp(ms.div_euclid(1000));
    at.ok()
        .and_then(|t| t.format(&format).ok())
        .unwrap_or_default()
}

/// A text with what means something in a calendar escaped (3.3.11).
fn escaped(text: &str) -> String {
    text.replace('\\', "\\\\")
        .replace(';', "\\;")
        .replace(',', "\\,")
        .replace("\r\n", "\\n")
        .replace('\n', "\\n")
}
