//! Corrections of a day: this one, or the one before it.

use time::Date;
use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::day::{DayState, EventId, Log, What, show_day};

use super::log::{LineView, lines};
use super::{Now, Typed, day_told};

/// The corrections of a day that a form offers, besides taking lines back.
pub struct Amending {
    /// The day: `2026-06-12`.
    pub day: String,
    /// Its bites, of which more can be told: each with its line.
    pub bites: Vec<(EventId, String)>,
    /// The time that was typed for a late line.
    pub time: String,
    /// The code that was chosen for it.
    pub what: String,
    /// Messages about the time and about the code.
    pub faults: [Option<String>; 2],
    /// True where the form stands open, as something typed in it was wrong.
    pub open: bool,
}

/// The day before.
pub struct PastDay {
    /// The day: `Friday 11 June`.
    pub day: String,
    /// Its lines, the last first.
    pub lines: Vec<LineView>,
    /// Its corrections.
    pub amending: Amending,
}

/// Fields of a late line that show what is wrong with them.
pub(super) const LATE_FIELDS: [&str; 2] = ["time", "what"];
/// Lines that can be written down late: code and label.
const LATE: [(&str, &str); 5] = [
    ("fish", "Fish"),
    ("missed", "Missed"),
    ("lost", "Lost it"),
    ("hung", "Hung up"),
    ("gone", "Head gone"),
];

impl Amending {
    /// Lines that can be written down late: code and label.
    #[must_use]
    pub const fn whats(&self) -> &'static [(&'static str, &'static str)] {
        &LATE
    }

    /// Of a day with its lines.
    #[must_use]
    pub(super) fn of(day: Option<Date>, lines: &[LineView], log: &Log<'_>, typed: &Typed) -> Self {
        let bites = log.standing().filter(|e| matches!(e.what, What::Bite(_)));
        let told = |id: EventId| {
            let line = lines.iter().find(|l| l.id == id)?;
            Some((id, format!("{} {}", line.time, line.text)))
        };
        let day = day.map(show_day).unwrap_or_default();
        let mine = typed.act == "late" && typed.text("day") == day;
        let text = |key: &str| if mine { typed.text(key) } else { "" }.to_owned();
        Self {
            bites: bites.filter_map(|e| told(e.id)).collect(),
            time: text("time"),
            what: text("what"),
            faults: LATE_FIELDS.map(|field| {
                let wrong = typed.faults.iter().find(|f| mine && f.field == field);
                wrong.map(|f| f.message.clone())
            }),
            open: mine,
            day,
        }
    }
}

/// The day before the one that is shown, where something was written down.
pub(super) fn day_before(now: &Now<'_>, typed: &Typed, units: UnitSystem) -> Option<PastDay> {
    let (day, log) = now.before?;
    let lines = lines(log, &DayState::of(log), units);
    Some(PastDay {
        day: day_told(day),
        amending: Amending::of(Some(day), &lines, log, typed),
        lines,
    })
}
