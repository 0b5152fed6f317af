//! One struct a page, made from core's answer. No rule of the trade here.

pub mod account;
pub mod answer;
pub mod bench;
pub mod card;
pub mod cast;
pub mod compare;
pub mod control;
pub mod count;
pub mod describe;
pub mod gaps;
pub mod how;
pub mod import;
pub mod keep;
pub mod kept;
pub mod ladder;
pub mod ledger;
pub mod mend;
pub mod own;
pub mod photo;
pub mod pick;
pub mod plan;
pub mod sentence;
pub mod shell;
pub mod tackle;
pub mod terms;
pub mod today;
pub mod waters;
pub mod words;

use crate::ask::PickForm;
use crate::reader::{Reader, Theme, Who};
use crate::site;
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
    /// The question that the menu leads back to, as a query string.
    pub question: String,
    /// The name of who is signed in.
    pub name: Option<String>,
    /// Whether somebody is signed in whose account cannot be asked for.
    pub away: bool,
    /// Which styles and scripts belong to the page.
    pub assets: String,
}

/// A link of the menu.
pub struct MenuLink {
    /// Where to.
    pub href: String,
    /// What a reader calls it.
    pub label: &'static str,
    /// The key after `g`, by which the script finds the link.
    pub key: Option<char>,
    /// Whether it is open.
    pub here: bool,
    /// Whether a phone's bar has no room for it: it stands among the settings there.
    pub far: bool,
}

impl Frame {
    /// The frame of a page.
    #[must_use]
    pub fn new(page: &'static str, reader: &Reader, here: String) -> Self {
        Self {
            page,
            csrf: reader.form_token(),
            theme: reader.theme,
            units: reader.options.units,
            ladder: reader.options.ladder,
            views: reader.views.clone(),
            here,
            question: reader.question.clone(),
            name: reader.account().map(|a| a.name.clone()),
            away: matches!(reader.who, Who::CannotTell),
            assets: reader.assets.clone(),
        }
    }
    /// The frame of a page about a question, in the question's units: its menu
    /// leads back to that question.
    #[must_use]
    pub fn about(mut self, form: &PickForm, question: &str) -> Self {
        (self.units, self.ladder) = (form.units, form.ladder);
        question.clone_into(&mut self.question);
        self
    }

    /// An example of a fish's length, in the reader's units.
    #[must_use]
    pub fn fish_length(&self) -> &'static str {
        match self.units {
            UnitSystem::Metric => "38 cm",
            UnitSystem::Imperial => "15 in",
        }
    }

    /// The menu: each page with as much of the question as it carries.
    #[must_use]
    pub fn menu(&self) -> Vec<MenuLink> {
        let link = |p: &site::Page| MenuLink {
            href: p.with(&self.question),
            label: p.label,
            key: p.key,
            here: p.name == self.page,
            far: p.is_far() && p.name != self.page,
        };
        site::PAGES.iter().filter(|p| p.in_menu).map(link).collect()
    }

    /// Pages with a key after `g`, for the sheet of shortcuts.
    #[must_use]
    pub fn keyed(&self) -> Vec<(char, &'static str)> {
        let keyed = |p: &site::Page| Some((p.key?, p.label));
        site::PAGES.iter().filter_map(keyed).collect()
    }

    /// The next light: of three one comes back to the first.
    #[must_use]
    pub fn other_theme(&self) -> Theme {
        match self.theme {
            Theme::System => Theme::Dawn,
            Theme::Dawn => Theme::Sun,
            Theme::Sun => Theme::System,
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
