//! The order in which events stand, wherever they came from, and which of them do.

use time::Date;

use rustc_hash::{FxHashMap, FxHashSet};

use super::event::{Event, EventId, FishTold, What};

/// Events in their order, each once; undone ones are marked.
#[derive(Debug, Clone, Default)]
pub struct Log<'e> {
    all: Vec<Standing<'e>>,
}

/// An event, and whether it stands.
#[derive(Debug, Clone, Copy)]
pub struct Standing<'e> {
    /// The event.
    pub event: &'e Event,
    /// Whether it stands: no later one undid it.
    pub stands: bool,
}

/// The place of an event in the order: time, whether it answers another, the device, its own
/// count, the id. The same for whoever holds the same events.
type Key = (i64, usize, EventId, u32, EventId);

/// Most answers to answers that are followed: nobody brings a line back so often.
const LONGEST_CHAIN: usize = 64;

fn key(event: &Event) -> Key {
    let w = &event.written;
    (w.at, 0, w.device, w.seq, event.id)
}

impl What {
    /// The event that this answers: what it undoes, or tells more of.
    #[must_use]
    pub const fn answered(&self) -> Option<EventId> {
        match self {
            Self::Undone { of } => Some(*of),
            Self::Fish(told) => Some(told.of),
            _ => None,
        }
    }
}

/// Events that others answer, by their ids.
type ById<'e> = FxHashMap<EventId, &'e Event>;

fn targets<'e>(all: &[&'e Event]) -> ById<'e> {
    let wanted: FxHashSet<EventId> = all.iter().filter_map(|e| e.what.answered()).collect();
    let found = all.iter().filter(|e| wanted.contains(&e.id));
    found.map(|e| (e.id, *e)).collect()
}

/// The place of an event after all that it answers, whatever the clocks said.
fn key_after(event: &Event, targets: &ById<'_>) -> Key {
    let (mut time, _, device, seq, id) = key(event);
    let (mut depth, mut of) = (0, event.what.answered());
    while let Some(target) = of.and_then(|of| targets.get(&of)) {
        if depth == LONGEST_CHAIN {
            break;
        }
        time = time.max(target.written.at);
        depth += 1;
        of = target.what.answered();
    }
    (time, depth, device, seq, id)
}

impl<'e> Log<'e> {
    /// Puts events in order. One that came twice stands once; where two with one id
    /// differ, the one with the lesser key does, so that it does not matter which came
    /// first. An event that answers another comes after it, whatever their clocks said.
    #[must_use]
    pub fn of(events: impl IntoIterator<Item = &'e Event>) -> Self {
        let mut all: Vec<&Event> = events.into_iter().collect();
        if !all.is_sorted_by_key(|e| key(e)) {
            all.sort_by_cached_key(|e| key(e));
        }
        let mut seen = FxHashSet::with_capacity_and_hasher(all.len(), rustc_hash::FxBuildHasher);
        all.retain(|e| seen.insert(e.id));
        let targets = targets(&all);
        if !targets.is_empty() && !all.is_sorted_by_key(|e| key_after(e, &targets)) {
            all.sort_by_cached_key(|e| key_after(e, &targets));
        }
        let undone = undone(&all, &targets);
        let standing = |event: &'e Event| Standing {
            event,
            stands: !undone.contains(&event.id),
        };
        Self {
            all: all.into_iter().map(standing).collect(),
        }
    }

    /// The same of one day.
    #[must_use]
    pub fn of_day(&self, day: Option<Date>) -> Self {
        let there = |s: &&Standing<'_>| Some(s.event.written.day) == day;
        Self::of(self.all.iter().filter(there).map(|s| s.event))
    }

    /// The last day before another of which something stands.
    #[must_use]
    pub fn day_before(&self, day: Option<Date>) -> Option<Date> {
        let days = self.standing().map(|e| e.written.day);
        days.filter(|before| Some(*before) < day).max()
    }

    /// Every event in its order, those that do not stand too.
    #[must_use]
    pub fn all(&self) -> &[Standing<'e>] {
        &self.all
    }

    /// Those that stand.
    pub fn standing(&self) -> impl DoubleEndedIterator<Item = &'e Event> + '_ {
        self.all.iter().filter(|s| s.stands).map(|s| s.event)
    }

    /// The last that can be undone: it stands, and undoes nothing itself.
    #[must_use]
    pub fn last(&self) -> Option<&'e Event> {
        let undoes = |e: &&Event| !matches!(e.what, What::Undone { .. });
        self.standing().rfind(undoes)
    }

    /// What was told of each fish, the last word on each of its parts.
    #[must_use]
    pub fn fish(&self) -> FxHashMap<EventId, FishTold> {
        let mut told: FxHashMap<EventId, FishTold> = FxHashMap::default();
        for event in self.standing() {
            if let What::Fish(new) = event.what {
                let old = told.entry(new.of).or_insert(new);
                old.cm = new.cm.or(old.cm);
                old.species = new.species.or(old.species);
                old.throat = new.throat.or(old.throat);
                old.phase = new.phase.or(old.phase);
            }
        }
        told
    }
}

/// The line that an undoing decides about, and whether it says that the line does not stand: an
/// undoing of an undoing brings back. `None` where the line is not here.
fn decision<'e>(event: &'e Event, targets: &ById<'e>) -> Option<(EventId, bool)> {
    let (mut at, mut is_gone) = (event, false);
    for _ in 0..LONGEST_CHAIN {
        match at.what {
            What::Undone { of } => at = targets.get(&of)?,
            _ => return Some((at.id, is_gone)),
        }
        is_gone = !is_gone;
    }
    None
}

/// Ids of what does not stand. Of all decisions about a line the last one holds: two that undo it
/// are answered by one that brings it back.
fn undone(all: &[&Event], targets: &ById<'_>) -> FxHashSet<EventId> {
    let mut gone = FxHashSet::default();
    let mut last: FxHashMap<EventId, EventId> = FxHashMap::default();
    for event in all {
        if !matches!(event.what, What::Undone { .. }) {
            continue;
        }
        let Some((line, is_gone)) = decision(event, targets) else {
            continue;
        };
        if let Some(before) = last.insert(line, event.id) {
            gone.insert(before);
        }
        if is_gone {
            gone.insert(line);
        } else {
            gone.remove(&line);
        }
    }
    gone
}
