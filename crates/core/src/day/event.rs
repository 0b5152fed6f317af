//! What is written down on the water, one event at a time.

use std::fmt;
use std::str::FromStr;

use serde::{Deserialize, Serialize};
use time::{Date, OffsetDateTime, UtcOffset};

use crate::base::codes::{
    BaitForm, Bottom, Outcome, Phase, Rig, Shape, Species, Symptom, Throat, TieWhy,
};

/// Date of a day as `2026-06-12` (published: ISO 8601-1, extended calendar date).
pub(super) mod iso {
    use serde::de::Error;
    use serde::{Deserialize, Deserializer, Serializer};
    use time::{Date, Month};

    pub fn serialize<S: Serializer>(day: &Date, to: S) -> Result<S::Ok, S::Error> {
        to.serialize_str(&show(*day))
    }

    /// A day as `2026-06-12`.
    #[must_use]
    pub fn show(day: Date) -> String {
        let (year, month, day) = day.to_calendar_date();
        format!("{year:04}-{:02}-{day:02}", u8::from(month))
    }

    /// Reads a day as `2026-06-12`.
    pub fn read(text: &str) -> Option<Date> {
        let mut parts = text.splitn(3, '-');
        let (year, month, day) = (parts.next()?, parts.next()?, parts.next()?);
        if (year.len(), month.len(), day.len()) != (4, 2, 2) {
            return None;
        }
        let month = Month::try_from(month.parse::<u8>().ok()?).ok()?;
        Date::from_calendar_date(year.parse().ok()?, month, day.parse().ok()?).ok()
    }

    pub fn deserialize<'de, D: Deserializer<'de>>(from: D) -> Result<Date, D::Error> {
        let text = std::borrow::Cow::<str>::deserialize(from)?;
        read(&text).ok_or_else(|| D::Error::custom("a day is written as 2026-06-12"))
    }
}

/// An id that was made where something happened: 128 bits, written as a UUID is
/// (published: RFC 9562, section 4).
#[derive(Clone, Copy, PartialEq, Eq, Hash, PartialOrd, Ord, Default)]
pub struct EventId(pub u128);

/// A text that is no id.
#[derive(Debug, Clone, Copy, PartialEq, Eq, thiserror::Error)]
#[error("an id has 32 digits of base 16, with or without hyphens")]
pub struct IdFault;

impl FromStr for EventId {
    type Err = IdFault;
    fn from_str(text: &str) -> Result<Self, IdFault> {
        let plain = matches!(text.len(), 32 | 36) && text.is_ascii();
        let digits: String = text.chars().filter(|c| *c != '-').collect();
        let hex = digits.len() == 32 && digits.chars().all(|c| c.is_ascii_hexdigit());
        if !plain || !hex {
            return Err(IdFault);
        }
        u128::from_str_radix(&digits, 16)
            .map(Self)
            .map_err(|_| IdFault)
    }
}

impl fmt::Display for EventId {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let d = format!("{:032x}", self.0);
        let parts = [&d[..8], &d[8..12], &d[12..16], &d[16..20], &d[20..]];
        f.write_str(&parts.join("-"))
    }
}

impl fmt::Debug for EventId {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        fmt::Display::fmt(self, f)
    }
}

impl Serialize for EventId {
    fn serialize<S: serde::Serializer>(&self, to: S) -> Result<S::Ok, S::Error> {
        to.collect_str(self)
    }
}

impl<'de> Deserialize<'de> for EventId {
    fn deserialize<D: serde::Deserializer<'de>>(from: D) -> Result<Self, D::Error> {
        let text = std::borrow::Cow::<str>::deserialize(from)?;
        text.parse().map_err(serde::de::Error::custom)
    }
}

/// Most that a clock may be wrong before it is set right, ms: more than any two places on
/// earth differ in their time of day.
const MOST_WRONG: i64 = 15 * 3_600_000;

/// By which clock, and where, an event was written down.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
pub struct WrittenAt {
    /// The clock of the device, milliseconds since 1970 in UTC.
    pub at: i64,
    /// The day that it belongs to: where the angler was, and the one before where he
    /// fished past midnight.
    #[serde(with = "iso")]
    pub day: Date,
    /// What the device's time of day was ahead of UTC, minutes; -840 to 840.
    pub offset: i16,
    /// The device.
    pub device: EventId,
    /// Its place among what the device wrote: breaks ties, and goes on where a clock jumps.
    pub seq: u32,
}

impl WrittenAt {
    /// The time as the angler's clock had it; none for one that no calendar has.
    #[must_use]
    pub fn local(&self) -> Option<OffsetDateTime> {
        let utc = OffsetDateTime::from_unix_timestamp_nanos(i128::from(self.at) * 1_000_000);
        let offset = UtcOffset::from_whole_seconds(i32::from(self.offset) * 60);
        Some(utc.ok()?.to_offset(offset.ok()?))
    }

    /// The same where the device's clock is so wrong that no place on earth has its time: set
    /// right by so many milliseconds. Any other clock is left to its owner.
    #[must_use]
    pub fn set_right(self, ms: i64) -> Self {
        if ms.abs() > MOST_WRONG {
            self.shifted(ms)
        } else {
            self
        }
    }

    /// The same by a clock that is ahead by so many milliseconds; the day moves along.
    #[must_use]
    pub fn shifted(self, ms: i64) -> Self {
        let at = self.at.saturating_add(ms);
        let then = Self { at, ..self };
        let day = match (self.local(), then.local()) {
            (Some(old), Some(new)) => self.day.saturating_add(new.date() - old.date()),
            _ => self.day,
        };
        Self { day, ..then }
    }
}

/// Something written down.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct Event {
    /// Its id, made where it happened.
    pub id: EventId,
    /// When and where it was written.
    pub written: WrittenAt,
    /// What it is.
    pub what: What,
}

/// What happened.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum What {
    /// A stop was begun, or the one that is fished was told anew.
    Stop(Stop),
    /// Something was tied on.
    TiedOn(Tied),
    /// A rod was taken in hand.
    InHand {
        /// Which; 1 to 9.
        rod: u8,
    },
    /// A bite.
    Bite(Bite),
    /// More of a bite: the fish that it was, and where in the retrieve it came.
    Fish(FishTold),
    /// It hung up, and came free.
    HungUp,
    /// The head is gone.
    HeadGone {
        /// The thing of the box that it was.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        thing: Option<EventId>,
    },
    /// The angler's own words.
    Note {
        /// As typed; at most [`super::MOST_NOTE`] characters.
        text: String,
    },
    /// A spot is left alone for a while.
    Rest(Rest),
    /// The angler is back at a spot that rested.
    WentBack {
        /// The rest that is over.
        of: EventId,
    },
    /// Something was tried against a complaint.
    Tried(Tried),
    /// Nobody fishes for a while: on the way, at a meal. What is fished next ends it.
    Paused,
    /// Fishing is over for the day.
    Ended,
    /// An earlier event does not stand.
    Undone {
        /// Which.
        of: EventId,
    },
}

/// A stop: a place, and how it was there.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[expect(missing_docs, reason = "the names carry their units")]
pub struct Stop {
    pub place: String,
    /// The water of the account that it is.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub water: Option<EventId>,
    pub depth_m: f64,
    pub bottom: Bottom,
    pub wind_mps: f64,
    #[serde(default)]
    pub current_mps: f64,
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub temp_c: Option<f64>,
    pub species: Species,
}

/// What was tied on.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct Tied {
    /// On which rod; 1 to 9.
    pub rod: u8,
    /// The rig.
    pub rig: Rig,
    /// Shape of the head.
    pub shape: Shape,
    /// Its weight as sold, g.
    pub g: f64,
    /// The same as it is sold: `1/8 oz`.
    pub label: String,
    /// The bait.
    pub form: BaitForm,
    /// Its length, mm.
    pub length_mm: f64,
    /// The head's hook: `2/0`; empty where nobody said.
    #[serde(default, skip_serializing_if = "String::is_empty")]
    pub hook: String,
    /// The thing of the box that the head is.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub thing: Option<EventId>,
    /// Why.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub why: Option<TieWhy>,
    /// The question that it answers, as a query string: Mend and Cast start there.
    #[serde(default, skip_serializing_if = "String::is_empty")]
    pub question: String,
}

/// A bite.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
pub struct Bite {
    /// What became of it.
    pub outcome: Outcome,
    /// Where in the retrieve; none where nobody said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub phase: Option<Phase>,
}

/// More of a bite.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
pub struct FishTold {
    /// The bite that it was.
    pub of: EventId,
    /// Its length, cm.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub cm: Option<f64>,
    /// What it was, where it was not the one that was fished for.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub species: Option<Species>,
    /// What it had in its throat.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub throat: Option<Throat>,
    /// Where in the retrieve it bit, where that was not said at once.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub phase: Option<Phase>,
}

/// A spot that rests.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
pub struct Rest {
    /// What the angler calls the spot.
    pub spot: String,
    /// For how long, minutes.
    pub minutes: u16,
}

/// Something tried against a complaint.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
pub struct Tried {
    /// The complaint.
    pub symptom: Symptom,
    /// Cause and remedy of each change, `cause:remedy`, with a comma between.
    pub tried: String,
    /// The same in words.
    pub said: String,
    /// The complaint as a query string.
    pub query: String,
}
