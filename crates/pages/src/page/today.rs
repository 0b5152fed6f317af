//! The day on the water, as it is being written down.

use std::collections::{BTreeMap, BTreeSet};

use time::Duration;
use yarrowfen_core::Engine;
use yarrowfen_core::day::{DayState, Event, EventId, Log, Planned, day_at};

use crate::ask::PickForm;
use crate::ask::today::{Day, Sent, Stamp, events};
use crate::held::HeldBox;
use crate::reader::Reader;
use crate::reply::{Part, Reply, Shown, status};
use crate::views::Frame;
use crate::views::today::{Now, TodayPage, Typed};

/// What is held of who writes.
#[derive(Debug, Clone, Copy)]
pub struct TodayHeld<'h> {
    /// The box, of who is signed in.
    pub things: Option<&'h HeldBox>,
    /// What was written down of late, in any order.
    pub events: &'h [Event],
    /// Those of them that are on this device alone, and that the box does not know of.
    pub unsent: &'h [EventId],
    /// How many lines wait on this device, whoever wrote them; `None` where the server makes the
    /// page, which does not know it.
    pub waiting: Option<usize>,
    /// Days that he planned, of which this may be one.
    pub planned: &'h [Planned],
    /// The clock of who reads, ms since 1970 in UTC, and what its time of day is ahead of
    /// it, minutes.
    pub now: (i64, i16),
}

/// What came of a tap: events to be kept, or the page with what was wrong.
pub type Tapped = Result<Vec<Event>, Shown>;

/// The page, or the part of it that changes.
///
/// # Errors
/// When the template fails.
pub fn today(
    engine: &Engine,
    reader: &Reader,
    query: &str,
    held: TodayHeld<'_>,
    part: Part,
) -> Shown {
    let question = if query.is_empty() {
        &reader.question
    } else {
        query
    };
    shown(engine, reader, question, held, (part, Typed::default()))
}

/// Takes a tap: what it writes down, by a stamp that was made where it happened.
///
/// # Errors
/// The page with what was wrong and all that was typed.
pub fn tapped(
    engine: &Engine,
    reader: &Reader,
    form: &[(String, String)],
    (held, stamp): (TodayHeld<'_>, Stamp),
    part: Part,
) -> Tapped {
    let log = Log::of(held.events);
    let day = Day {
        log: &log,
        things: held.things,
        options: reader.options,
        stamp,
    };
    let sent = Sent(form);
    events(engine, &sent, &day).map_err(|faults| {
        let question = sent.question();
        let question = if question.is_empty() {
            reader.question.clone()
        } else {
            question
        };
        let typed = Typed::of(&sent, faults);
        shown(engine, reader, &question, held, (part, typed))
    })
}

fn shown(
    engine: &Engine,
    reader: &Reader,
    question: &str,
    held: TodayHeld<'_>,
    (part, typed): (Part, Typed),
) -> Shown {
    let log = Log::of(held.events);
    let (at, offset) = held.now;
    let day = day_at(&log, at, offset);
    let of_day = log.of_day(day);
    let day_before = log.day_before(day);
    let of_before = log.of_day(day_before);
    let form = PickForm::from_query(question, reader.options).with_views(&reader.views);
    let asked = form.asked(engine);
    let form = match &asked {
        Ok(request) => form.with_assumed(request),
        Err(_) => form,
    };
    let query = form.query();
    let frame = Frame::new("today", reader, "/today".into()).about(&form, &query);
    let code = status(typed.faults.is_empty());
    let now = Now {
        at,
        day,
        waiting: held.waiting,
        gone_unknown: gone_unknown(&of_day, held.unsent),
        state: DayState::of(&of_day),
        log: &of_day,
        things: held.things,
        before: day_before.map(|day| (day, &of_before)),
        planned: held.planned.iter().find(|p| Some(p.day) == day),
    };
    let page = TodayPage::new(engine, (frame, reader), (&form, asked.ok()), &now, typed);
    Ok(Reply::changing(code, &page, part)?.in_parts().about(&query))
}

/// Heads gone, by thing, of which the box does not know: those that stand now, less those
/// that stand by what was sent.
fn gone_unknown(log: &Log<'_>, unsent: &[EventId]) -> BTreeMap<EventId, i64> {
    let mut gone = BTreeMap::new();
    if unsent.is_empty() {
        return gone;
    }
    let unsent: BTreeSet<EventId> = unsent.iter().copied().collect();
    let all = log.all().iter().map(|s| s.event);
    let sent = Log::of(all.filter(|e| !unsent.contains(&e.id)));
    for (log, by) in [(log, 1), (&sent, -1)] {
        for (thing, n) in DayState::of(log).gone {
            *gone.entry(thing).or_default() += by * i64::from(n);
        }
    }
    gone
}

/// The earliest day whose events this page wants: the one that may still go on, and what a
/// clock in another zone makes of it.
#[must_use]
pub fn today_from((at, offset): (i64, i16)) -> time::Date {
    let today = day_at(&Log::default(), at, offset).unwrap_or(time::Date::MIN);
    today.checked_sub(Duration::days(2)).unwrap_or(today)
}
