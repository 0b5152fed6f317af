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

/// What decides the order: time, then the device, its own count, the id. The same for
/// whoever holds the same events.
fn key(event: &Event) -> (i64, EventId, u32, EventId) {
    let w = &event.written;
    (w.at, w.device, w.seq, event.id)
}

impl<'e> Log<'e> {
    /// Puts events in order. One that came twice stands once; where two with one id
    /// differ, the one with the lesser key does, so that it does not matter which came
    /// first.
    #[must_use]
    pub fn of(events: impl IntoIterator<Item = &'e Event>) -> Self {
        let mut all: Vec<&Event> = events.into_iter().collect();
        if !all.is_sorted_by_key(|e| key(e)) {
            all.sort_by_cached_key(|e| key(e));
        }
        let mut seen = FxHashSet::with_capacity_and_hasher(all.len(), rustc_hash::FxBuildHasher);
        all.retain(|e| seen.insert(e.id));
        let undone = undone(&all);
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

/// Ids of what does not stand. An event undoes only what is before it in the order, so
/// that from the last to the first each undoing is known to stand or not.
fn undone(all: &[&Event]) -> FxHashSet<EventId> {
    let undoings = all.iter().enumerate();
    let undoings: Vec<(usize, EventId, EventId)> = undoings
        .filter_map(|(at, e)| match e.what {
            What::Undone { of } => Some((at, e.id, of)),
            _ => None,
        })
        .collect();
    let mut gone = FxHashSet::default();
    if undoings.is_empty() {
        return gone;
    }
    let wanted: FxHashSet<EventId> = undoings.iter().map(|u| u.2).collect();
    let places: FxHashMap<EventId, usize> = all
        .iter()
        .enumerate()
        .filter(|(_, e)| wanted.contains(&e.id))
        .map(|(at, e)| (e.id, at))
        .collect();
    for (at, id, of) in undoings.into_iter().rev() {
        let earlier = places.get(&of).is_some_and(|place| *place < at);
        if earlier && !gone.contains(&id) {
            gone.insert(of);
        }
    }
    gone
}
