//! How a reader wants to be answered.

use super::own_drag::OwnFall;
use crate::base::codes::Rig;
use crate::base::{Ladder, UnitSystem};

/// How a reader wants to be answered: words, the ladder of weights, and what
/// his own record says.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Options {
    /// Units in texts.
    pub units: UnitSystem,
    /// Weights that are sold where the angler buys.
    pub ladder: Ladder,
    /// Whether the other rigs are ranked beside the answer, and lifts are told at other places than
    /// half the cast.
    pub others: bool,
    /// Whether every rule considered is told.
    pub explain: bool,
    /// Drag of this bait and head on a rig by the angler's own sink tests; none
    /// goes by the book.
    pub own_fall: Option<(Rig, OwnFall)>,
}

impl Default for Options {
    fn default() -> Self {
        Self {
            units: UnitSystem::Metric,
            ladder: Ladder::Ounces,
            others: true,
            explain: false,
            own_fall: None,
        }
    }
}
