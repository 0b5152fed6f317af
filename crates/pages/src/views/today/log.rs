//! The log of a day as it is shown: its lines, the last bite, spots that rest.

use std::collections::BTreeMap;

use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::day::{DayState, Event, EventId, Log, Standing, What};
use yarrowfen_core::say::day::{About, line};

/// A spot that rests.
pub struct RestView {
    /// The rest.
    pub id: EventId,
    /// The spot.
    pub spot: String,
    /// From when and until when, ms.
    pub from: i64,
    /// Until when, ms.
    pub until: i64,
    /// What is left of it: `11:40`.
    pub left: String,
    /// The share that is over, in hundredths.
    pub done: i64,
}

/// A line of the log.
#[derive(Clone)]
pub struct LineView {
    /// The event.
    pub id: EventId,
    /// When: `7:31`.
    pub time: String,
    /// What.
    pub text: String,
    /// Whether it stands.
    pub stands: bool,
    /// What a tap takes back: it, or its undoing.
    pub of: EventId,
}

/// Time of day of an event, where it was written: `7:31`.
pub(super) fn time_of(event: &Event) -> String {
    clock(event.written.local())
}

fn clock(at: Option<time::OffsetDateTime>) -> String {
    at.map_or_else(String::new, |t| format!("{}:{:02}", t.hour(), t.minute()))
}

pub(super) fn rest(r: &yarrowfen_core::day::Resting<'_>, now: i64) -> RestView {
    let left = (r.until - now).max(0) / 1000;
    let whole = (r.until - r.from).max(1);
    RestView {
        id: r.id,
        spot: r.spot.to_owned(),
        from: r.from,
        until: r.until,
        left: format!("{}:{:02}", left / 60, left % 60),
        done: ((now - r.from) * 100 / whole).clamp(0, 100),
    }
}

/// The bite that was written down last, unless something else was fished since.
pub(super) fn last_bite(log: &Log<'_>) -> Option<EventId> {
    let last = log.standing().rfind(|e| e.what.is_fished())?;
    matches!(last.what, What::Bite(_)).then_some(last.id)
}

pub(super) fn lines(log: &Log<'_>, state: &DayState<'_>, units: UnitSystem) -> Vec<LineView> {
    let fish = log.fish();
    let spot = |of: EventId| {
        log.all().iter().find_map(|s| match &s.event.what {
            What::Rest(rest) if s.event.id == of => Some(rest.spot.as_str()),
            _ => None,
        })
    };
    let undoing = undoings(log);
    let view = |standing: &Standing<'_>| {
        let e = standing.event;
        let about = About {
            fish: fish.get(&e.id),
            species: state.stop.map(|s| s.0.species),
            spot: match e.what {
                What::WentBack { of } => spot(of),
                _ => None,
            },
        };
        LineView {
            id: e.id,
            time: time_of(e),
            text: line(e, about, units).into(),
            stands: standing.stands,
            of: undoing.get(&e.id).copied().unwrap_or(e.id),
        }
    };
    let told = |s: &&Standing<'_>| !matches!(s.event.what, What::Fish(_) | What::Undone { .. });
    log.all().iter().filter(told).rev().map(view).collect()
}

/// The undoing that stands, of each event that does not.
fn undoings(log: &Log<'_>) -> BTreeMap<EventId, EventId> {
    let undoing = |e: &Event| match e.what {
        What::Undone { of } => Some((of, e.id)),
        _ => None,
    };
    log.standing().filter_map(undoing).collect()
}
