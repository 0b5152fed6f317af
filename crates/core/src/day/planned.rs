//! What a planned day says is to be done when: the record that the day on the water reads.

use serde::{Deserialize, Serialize};
use time::Date;

use super::check::checked;
use super::event::{Event, What, WrittenAt, iso};
use super::{EventId, LAST_MIN};
use crate::base::FieldError;

/// Most steps of a day.
pub const MOST_STEPS: usize = 64;
/// Most that is written down at a step.
const MOST_WHATS: usize = 16;

/// A step of a planned day: a stop begun, or something retied.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct PlannedStep {
    /// When, minutes of the day; those after midnight count on.
    pub at: u16,
    /// In words.
    pub told: String,
    /// What is written down when it is done.
    pub whats: Vec<What>,
}

/// A planned day.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct Planned {
    /// The day.
    #[serde(with = "iso")]
    pub day: Date,
    /// Its steps, in their order.
    pub steps: Vec<PlannedStep>,
}

impl Planned {
    /// The same where all of it could be written down.
    ///
    /// # Errors
    /// Every fault by its field.
    pub fn checked(self) -> Result<Self, Vec<FieldError>> {
        let whats = self.steps.iter().map(|s| s.whats.len());
        let times = self.steps.iter().all(|s| s.at <= LAST_MIN);
        if self.steps.len() > MOST_STEPS || whats.max().unwrap_or(0) > MOST_WHATS || !times {
            return Err(vec![FieldError::new("steps", "a day has no such steps")]);
        }
        let at = self.day.midnight().assume_utc().unix_timestamp() * 1000;
        let written = WrittenAt {
            at,
            day: self.day,
            offset: 0,
            device: EventId::default(),
            seq: 0,
        };
        let check = |what: &What| {
            let event = Event {
                id: EventId(1),
                written,
                what: what.clone(),
            };
            checked(event).map(|_| ())
        };
        self.steps
            .iter()
            .flat_map(|s| &s.whats)
            .try_for_each(check)?;
        Ok(self)
    }
}
