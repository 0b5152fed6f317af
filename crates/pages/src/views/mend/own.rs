//! What the reader's own record and box add to Mend.

use std::collections::BTreeMap;

use yarrowfen_core::base::codes::{Cause, Symptom};

use crate::ask::mend::Tried;

/// How often a change helped this angler.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq)]
pub struct Helped {
    /// So often it did.
    pub yes: usize,
    /// So often it did not.
    pub no: usize,
}

/// From so many on a count is told without the word that it says nothing yet.
const ENOUGH: usize = 10;

impl Helped {
    /// In words; nothing where it was never said.
    #[must_use]
    pub fn told(&self) -> String {
        let all = self.yes + self.no;
        match all {
            0 => String::new(),
            _ if all < ENOUGH => {
                format!(
                    "helped you {} of {all} times: too few to say more",
                    self.yes
                )
            }
            _ => format!("helped you {} of {all} times", self.yes),
        }
    }
}

/// Something tried that waits for word whether it helped.
pub struct Waiting {
    /// Its id.
    pub id: String,
    /// The complaint.
    pub symptom: &'static str,
    /// What was done.
    pub said: String,
    /// On which day.
    pub day: String,
}

/// What the reader's own record and box add.
#[derive(Default)]
pub struct OwnMend {
    /// How often each change helped, by complaint.
    pub helped: BTreeMap<(Symptom, Tried), Helped>,
    /// What waits for word.
    pub waiting: Vec<Waiting>,
    /// What in the box mends a cause: how many kinds, and the nearest.
    pub own: BTreeMap<Cause, String>,
    /// Heads and hooks that can be tied on by one tap: id and name.
    pub things: Vec<(String, String)>,
    /// Whether something was just written down.
    pub written: bool,
}
