//! For how long something was fished somewhere, and what came of it.

use rustc_hash::FxHashMap;
use time::Date;

use super::event::{Event, EventId, FishTold, Stop, Tied, What, WrittenAt};
use super::order::Log;
use super::state::DayState;
use crate::base::codes::{Outcome, Phase, Species, Throat};

/// A time during which one thing was fished at one stop.
#[derive(Debug, Clone, PartialEq)]
pub struct Span<'e> {
    /// The day.
    pub day: Date,
    /// Which stop of the day it is: the time at which it was begun, ms.
    pub stop_at: i64,
    /// What the clock was ahead of UTC when it was begun, minutes.
    pub offset: i16,
    /// The stop.
    pub stop: &'e Stop,
    /// What was fished.
    pub tied: &'e Tied,
    /// From when, ms.
    pub from: i64,
    /// To when, ms.
    pub to: i64,
    /// Bites, in their order.
    pub bites: Vec<Seen>,
    /// Times it hung up and came free.
    pub hung: u32,
    /// Heads gone.
    pub gone: u32,
}

/// A bite of a span.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Seen {
    /// When, ms.
    pub at: i64,
    /// What became of it.
    pub outcome: Outcome,
    /// Where in the retrieve.
    pub phase: Option<Phase>,
    /// Length of the fish, cm.
    pub cm: Option<f64>,
    /// What fish it was.
    pub species: Species,
    /// What it had in its throat.
    pub throat: Option<Throat>,
}

impl Span<'_> {
    /// From when to when, hours of the day by the clock of the place; past 24 after midnight.
    #[must_use]
    pub fn clock_hours(&self) -> (f64, f64) {
        let midnight = self.day.midnight().assume_utc().unix_timestamp() * 1000;
        let local = |at: i64| {
            let ms = at - midnight + i64::from(self.offset) * 60_000;
            #[expect(clippy::cast_precision_loss, reason = "times of one day")]
            let ms = ms as f64;
            ms / 3_600_000.0
        };
        (local(self.from), local(self.to))
    }

    /// Hours fished.
    #[must_use]
    pub fn hours(&self) -> f64 {
        #[expect(clippy::cast_precision_loss, reason = "times of one day")]
        let ms = (self.to - self.from).max(0) as f64;
        ms / 3_600_000.0
    }
}

/// The spans of a log, day by day. Time runs from the first event to the end of the day, or
/// to its last event where no end was written: what was not written is not counted. What
/// has no stop, or nothing tied on, is no span.
#[must_use]
pub fn spans<'e>(log: &Log<'e>) -> Vec<Span<'e>> {
    let fish = log.fish();
    let mut by_day: Vec<(Date, Vec<&'e Event>)> = Vec::new();
    let mut places: FxHashMap<Date, usize> = FxHashMap::default();
    for event in log.standing() {
        let day = event.written.day;
        let at = *places.entry(day).or_insert_with(|| {
            by_day.push((day, Vec::new()));
            by_day.len() - 1
        });
        by_day[at].1.push(event);
    }
    let mut all = Vec::new();
    for (day, events) in by_day {
        of_day(day, &events, &fish, &mut all);
    }
    all
}

fn of_day<'e>(
    day: Date,
    events: &[&'e Event],
    fish: &FxHashMap<EventId, FishTold>,
    all: &mut Vec<Span<'e>>,
) {
    let mut state = DayState::default();
    let mut open: Option<Span<'e>> = None;
    for event in events {
        let at = event.written.at;
        let before = (
            state.in_hand,
            state.stop.map(|s| s.0),
            state.ended,
            state.paused,
        );
        let was = state.tied().map(|r| r.id);
        // A note written in the evening makes nobody fish till then.
        let fished = event.what.is_fished() || event.what.is_rest();
        if let Some(span) = open.as_mut().filter(|_| fished) {
            span.to = span.to.max(at);
        }
        state.take(event);
        let now = (
            state.in_hand,
            state.stop.map(|s| s.0),
            state.ended,
            state.paused,
        );
        let changed = before != now || was != state.tied().map(|r| r.id);
        if changed || open.is_none() {
            all.extend(open.take().filter(worth));
            open = begun(day, &state, &event.written);
        }
        if let Some(span) = &mut open {
            count(span, event, fish);
        }
    }
    all.extend(open.filter(worth));
}

/// A span of no time in which nothing came is none.
fn worth(span: &Span<'_>) -> bool {
    span.to > span.from || !span.bites.is_empty() || span.hung + span.gone > 0
}

fn begun<'e>(day: Date, state: &DayState<'e>, written: &WrittenAt) -> Option<Span<'e>> {
    let at = written.at;
    let ((stop, stop_at), rod) = (state.stop?, state.tied()?);
    if state.ended.is_some() || state.paused.is_some() {
        return None;
    }
    Some(Span {
        day,
        stop_at,
        offset: written.offset,
        stop,
        tied: rod.tied,
        from: at,
        to: at,
        bites: Vec::new(),
        hung: 0,
        gone: 0,
    })
}

fn count(span: &mut Span<'_>, event: &Event, fish: &FxHashMap<EventId, FishTold>) {
    match event.what {
        What::Bite(bite) => {
            let told = fish.get(&event.id);
            span.bites.push(Seen {
                at: event.written.at,
                outcome: bite.outcome,
                phase: told.and_then(|t| t.phase).or(bite.phase),
                cm: told.and_then(|t| t.cm),
                species: told.and_then(|t| t.species).unwrap_or(span.stop.species),
                throat: told.and_then(|t| t.throat),
            });
        }
        What::HungUp => span.hung += 1,
        What::HeadGone { .. } => span.gone += 1,
        _ => {}
    }
}
