//! A planned day as a calendar: a stay at each stop, by the clock of wherever it is fished.

use time::{Date, OffsetDateTime};
use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::day::DAY_MIN;
use yarrowfen_core::say::plan as say;
use yarrowfen_pages::page::DayDecided;

use super::ics::{Calendar, stamp};

/// Writes a day, under the mark of whoever planned it. What brings its page back stands in each stay, so that the day can be read again
/// as it was.
#[must_use]
pub fn write(
    day: &DayDecided,
    query: &str,
    (now, units, mark): (OffsetDateTime, UnitSystem, &str),
) -> String {
    let mut out = Calendar::new();
    for (at, (stop, (from, to))) in day.asked.stops.iter().zip(&day.plan.stops).enumerate() {
        out.put("BEGIN:VEVENT");
        out.put(&format!("UID:{}.{at}.{mark}.plan@yarrowfen", day.day));
        out.put(&format!("DTSTAMP:{}", stamp(now.unix_timestamp() * 1000)));
        out.put(&format!("DTSTART:{}", local(day.day, *from)));
        out.put(&format!("DTEND:{}", local(day.day, *to)));
        out.text("SUMMARY", &format!("Fish {}", stop.name));
        out.text("LOCATION", &stop.name);
        if let Some(p) = stop.at {
            out.put(&format!("GEO:{:.6};{:.6}", p.lat, p.lon));
        }
        out.text("DESCRIPTION", &told(day, at, units));
        // Once is enough: the day is one.
        if at == 0 {
            out.text("X-YARROWFEN-DAY", query);
        }
        out.put("END:VEVENT");
    }
    out.end()
}

/// A time by the clock of the place, whatever its zone: `20260612T053100` (RFC 5545, 3.3.5, form 1).
fn local(day: Date, minute: u16) -> String {
    let (day, minute) = match minute {
        DAY_MIN.. => (day.next_day().unwrap_or(day), minute - DAY_MIN),
        _ => (day, minute),
    };
    let (year, month, date) = day.to_calendar_date();
    let (hour, minute) = (minute / 60, minute % 60);
    format!(
        "{year:04}{:02}{date:02}T{hour:02}{minute:02}00",
        u8::from(month)
    )
}

/// What is fished at a stop, a line for each stretch of it.
fn told(day: &DayDecided, stop: usize, units: UnitSystem) -> String {
    let mut lines = Vec::new();
    for slot in day.plan.slots.iter().filter(|s| s.stop == stop) {
        lines.push(say::slot_with_wind(&day.asked, slot, units).into_owned());
        for part in &slot.parts {
            let tie = say::fished_for(&day.plan, part, units).unwrap_or("nothing".into());
            lines.push(format!("{}: {tie}", part.part.label()));
        }
    }
    lines.join("\n")
}
