//! How things stand on the water after all that was written down.

use std::collections::BTreeMap;

use time::Date;

use super::event::{Event, EventId, Stop, Tied, What, WrittenAt};
use super::order::Log;

/// A rod with what is tied on it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct RodState<'e> {
    /// What, and its event.
    pub tied: &'e Tied,
    /// When it was tied on, ms.
    pub since: i64,
    /// Its event.
    pub id: EventId,
}

/// A spot that rests.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Resting<'e> {
    /// The rest's event.
    pub id: EventId,
    /// The spot.
    pub spot: &'e str,
    /// When it was left, ms.
    pub from: i64,
    /// When it has rested, ms.
    pub until: i64,
}

/// How a day stands.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct DayState<'e> {
    /// The stop that is fished, and when it was begun, ms.
    pub stop: Option<(&'e Stop, i64)>,
    /// The rods.
    pub rods: BTreeMap<u8, RodState<'e>>,
    /// The rod in hand; none before anything was tied on.
    pub in_hand: Option<u8>,
    /// Spots that rest, in the order in which they were left.
    pub resting: Vec<Resting<'e>>,
    /// When fishing was over, ms; none while it goes on.
    pub ended: Option<i64>,
    /// Since when nobody fishes for a while, ms: a way, a meal; none while it goes on.
    pub paused: Option<i64>,
    /// Heads gone, by thing of the box.
    pub gone: BTreeMap<EventId, u32>,
}

impl<'e> DayState<'e> {
    /// After all events of a log that stand.
    #[must_use]
    pub fn of(log: &Log<'e>) -> Self {
        let mut state = Self::default();
        for event in log.standing() {
            state.take(event);
        }
        state
    }

    /// After one event more. Whatever is fished after the end begins the day again.
    pub fn take(&mut self, event: &'e Event) {
        let at = event.written.at;
        match &event.what {
            What::Stop(stop) => {
                // Told anew, the same place goes on.
                let since = match self.stop {
                    Some((old, since)) if old.place == stop.place && self.ended.is_none() => since,
                    _ => at,
                };
                self.stop = Some((stop, since));
            }
            What::TiedOn(tied) => {
                let id = event.id;
                let since = at;
                self.rods.insert(tied.rod, RodState { tied, since, id });
                self.in_hand = Some(tied.rod);
            }
            What::InHand { rod } => {
                if self.rods.contains_key(rod) {
                    self.in_hand = Some(*rod);
                }
            }
            What::HeadGone { thing: Some(thing) } => *self.gone.entry(*thing).or_default() += 1,
            What::Rest(rest) => self.resting.push(Resting {
                id: event.id,
                spot: &rest.spot,
                from: at,
                until: at.saturating_add(i64::from(rest.minutes) * 60_000),
            }),
            What::WentBack { of } => self.resting.retain(|r| r.id != *of),
            What::Paused => {
                self.paused = Some(at);
                return;
            }
            What::Ended => {
                self.ended = Some(at);
                self.resting.clear();
                return;
            }
            What::Bite(_)
            | What::Fish(_)
            | What::HungUp
            | What::HeadGone { thing: None }
            | What::Note { .. }
            | What::Tried(_)
            | What::Undone { .. } => {}
        }
        if event.what.is_fished() {
            self.ended = None;
            self.paused = None;
        }
    }

    /// What is tied on the rod in hand.
    #[must_use]
    pub fn tied(&self) -> Option<&RodState<'e>> {
        self.rods.get(&self.in_hand?)
    }
}

/// How long after the last line a day that nobody ended still goes on, ms: who fishes past
/// midnight writes on in the day that he began.
const GOES_ON: i64 = 6 * 3_600_000;

/// The clocks of two devices on one day may be so far apart, ms: the last line of the one may lie
/// ahead of the other.
const APART: i64 = 3_600_000;

/// The day that something written now belongs to: the one that is being fished, else the
/// date of the clock; `offset` is what its time of day is ahead of UTC, minutes.
#[must_use]
pub fn day_at(log: &Log<'_>, at: i64, offset: i16) -> Option<Date> {
    let fished = |e: &&Event| e.what.is_fished() || e.what.is_rest();
    let last = log.standing().rfind(fished);
    let goes_on = |e: &&Event| {
        e.what != What::Ended && (-APART..GOES_ON).contains(&(at.saturating_sub(e.written.at)))
    };
    let clock = WrittenAt {
        at,
        offset,
        day: Date::MIN,
        device: EventId::default(),
        seq: 0,
    };
    let begun = last.filter(goes_on).map(|e| e.written.day);
    begun.or_else(|| clock.local().map(|l| l.date()))
}

impl What {
    /// Returns whether fishing stops with this, for a while or for the day.
    #[must_use]
    pub const fn is_rest(&self) -> bool {
        matches!(self, Self::Paused | Self::Ended)
    }

    /// Whether somebody fishes who writes this.
    #[must_use]
    pub const fn is_fished(&self) -> bool {
        matches!(
            self,
            Self::Stop(_)
                | Self::TiedOn(_)
                | Self::InHand { .. }
                | Self::Bite(_)
                | Self::HungUp
                | Self::HeadGone { .. }
                | Self::WentBack { .. }
                | Self::Rest(_)
        )
    }
}
