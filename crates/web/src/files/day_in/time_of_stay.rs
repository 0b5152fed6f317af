//! Times of a calendar, as the clock stands where they are fished. Published: RFC 5545, 3.3.4 to
//! 3.3.6.

use icalendar::parser::Property;
use time::Date;
use yarrowfen_core::day::{read_day, read_time};

use crate::reader::Zone;

/// The beginning or end of a stay.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Moment {
    pub(super) day: Date,
    /// Minute of the day.
    pub(super) minute: u16,
    /// Whether a whole day is meant.
    pub(super) whole_day: bool,
}

impl Moment {
    /// Reads `20260612`, `20260612T053000` (by the clock of the place) or `20260612T053000Z` (in
    /// UTC, told by the clock of a zone).
    ///
    /// # Errors
    /// What is wrong with it, in words.
    pub(super) fn of(property: &Property<'_>, zone: Option<&Zone>) -> Result<Self, String> {
        let text = property.val.as_str().trim();
        let (local, in_utc) = match text.strip_suffix(['Z', 'z']) {
            Some(rest) => (rest, true),
            None => (text, false),
        };
        let unread = || format!("the time {text:.20} cannot be read");
        let (day, minute) = read_local(local).ok_or_else(unread)?;
        let Some(minute) = minute else {
            return Ok(Self {
                day,
                minute: 0,
                whole_day: true,
            });
        };
        let (day, minute) = match (in_utc, zone) {
            (false, _) => (day, minute),
            (true, Some(zone)) => zone.local((day, minute)).ok_or_else(unread)?,
            (true, None) => {
                return Err(
                    "its times are in UTC, and this browser has not told its time zone".into(),
                );
            }
        };
        Ok(Self {
            day,
            minute,
            whole_day: false,
        })
    }

    /// Minutes from the begin of a day.
    pub(super) fn minutes_after(self, day: Date) -> i64 {
        (self.day - day).whole_days() * 1440 + i64::from(self.minute)
    }
}

/// Reads a day, and the minute of it where one is told.
fn read_local(text: &str) -> Option<(Date, Option<u16>)> {
    if !text.is_ascii() || text.len() < 8 {
        return None;
    }
    let (day, time) = text.split_at(8);
    let day = read_day(&format!("{}-{}-{}", &day[..4], &day[4..6], &day[6..8]))?;
    if time.is_empty() {
        return Some((day, None));
    }
    let time = time.strip_prefix(['T', 't']).filter(|t| t.len() >= 4)?;
    let minute = read_time(&format!("{}:{}", &time[..2], &time[2..4]))?;
    (minute < 1440).then_some((day, Some(minute)))
}

/// Reads a duration such as `PT2H30M`, `P1D` or `P1W`, minutes; none that is negative.
pub(super) fn duration(text: &str) -> Option<i64> {
    let text = text.trim().trim_start_matches('+').to_ascii_uppercase();
    let (mut number, mut minutes, mut in_time) = (None::<i64>, 0_i64, false);
    for c in text.strip_prefix('P')?.chars() {
        if let Some(digit) = c.to_digit(10) {
            let so_far = number.unwrap_or(0);
            number = Some(so_far.checked_mul(10)?.checked_add(i64::from(digit))?);
            continue;
        }
        let unit = match (c, in_time) {
            ('T', false) if number.is_none() => {
                in_time = true;
                continue;
            }
            ('W', false) => 7 * 1440,
            ('D', false) => 1440,
            ('H', true) => 60,
            ('M', true) => 1,
            ('S', true) => 0,
            _ => return None,
        };
        minutes = minutes.checked_add(number.take()?.checked_mul(unit)?)?;
    }
    (number.is_none() && minutes > 0).then_some(minutes)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn durations_are_read_as_rfc_5545_writes_them() {
        // Published: RFC 5545, 3.3.6, its own examples first.
        for (text, minutes) in [
            ("P15DT5H0M20S", Some(15 * 1440 + 300)),
            ("P7W", Some(7 * 7 * 1440)),
            ("PT2H30M", Some(150)),
            ("pt45m", Some(45)),
            ("-PT15M", None),
            ("PT", None),
            ("P2H", None),
            ("PT2", None),
            ("P99999999999999999999D", None),
            ("", None),
        ] {
            assert_eq!(duration(text), minutes, "{text}");
        }
    }
}
