//! One struct a page, made from core's answer. No rule of the trade here.

pub mod account;
pub mod bed;
pub mod bench;
pub mod card;
pub mod cast;
pub mod column;
pub mod compare;
pub mod count;
pub mod drawing;
pub mod gaps;
pub mod how;
pub mod import;
pub mod kept;
pub mod ladder;
pub mod own;
pub mod pick;
pub mod sentence;
pub mod tackle;
pub mod waters;

use crate::session::{Reader, Theme};
use yarrowfen_core::base::{Ladder, UnitSystem};

/// What every page's frame shows.
pub struct Frame {
    /// Which page is open, for the bar of pages.
    pub page: &'static str,
    /// Form token.
    pub csrf: String,
    /// Light.
    pub theme: Theme,
    /// Units shown.
    pub units: UnitSystem,
    /// Weights shown.
    pub ladder: Ladder,
    /// Sides that the reader set once, as a query string.
    pub views: String,
    /// Path and query to come back to after a choice.
    pub here: String,
    /// The name of who is signed in.
    pub name: Option<String>,
}

impl Frame {
    /// The frame of a page.
    #[must_use]
    pub fn new(page: &'static str, reader: &Reader, here: String) -> Self {
        Self {
            page,
            csrf: reader.csrf.clone(),
            theme: reader.theme,
            units: reader.options.units,
            ladder: reader.options.ladder,
            views: reader.views.clone(),
            here,
            name: reader.account.as_ref().map(|a| a.name.clone()),
        }
    }
    /// The other light.
    #[must_use]
    pub fn other_theme(&self) -> Theme {
        match self.theme {
            Theme::Sun => Theme::Dawn,
            Theme::Dawn => Theme::Sun,
        }
    }
    /// The other units.
    #[must_use]
    pub fn other_units(&self) -> UnitSystem {
        match self.units {
            UnitSystem::Metric => UnitSystem::Imperial,
            UnitSystem::Imperial => UnitSystem::Metric,
        }
    }
    /// The other ladder.
    #[must_use]
    pub fn other_ladder(&self) -> Ladder {
        match self.ladder {
            Ladder::Ounces => Ladder::Grams,
            Ladder::Grams => Ladder::Ounces,
        }
    }
}
