//! What of a log is looked at, as a page carries it.

use time::{Date, Duration};
use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::base::codes::{Counted, Factor, Species};
use yarrowfen_core::explore::ledger::{Asked, DEPTH_BANDS};

/// The days that can be looked at.
pub const OVER: &[(&str, &str)] = &[
    ("", "all days"),
    ("year", "this year"),
    ("quarter", "the last 90 days"),
    ("month", "the last 30 days"),
];

/// What is looked at, as it came.
#[derive(Debug, Clone, Default)]
pub struct LedgerForm {
    /// Over which days.
    pub over: String,
    /// At which place; empty is all.
    pub at: String,
    /// For which fish; empty is all.
    pub fish: String,
    /// What is counted.
    pub count: String,
    /// By what.
    pub by: String,
    /// Over which depths: the place of a band among those of core; empty is all.
    pub depth: String,
}

impl LedgerForm {
    /// From a query string.
    #[must_use]
    pub fn from_query(query: &str) -> Self {
        let all: Vec<(String, String)> = serde_urlencoded::from_str(query).unwrap_or_default();
        let said = |key: &str| {
            let pair = all.iter().rev().find(|p| p.0 == key);
            pair.map(|p| p.1.trim().to_owned()).unwrap_or_default()
        };
        let or = |text: String, usual: &str| match text.is_empty() {
            true => usual.to_owned(),
            false => text,
        };
        Self {
            over: said("over"),
            at: said("at"),
            fish: said("fish"),
            count: or(said("count"), Counted::Bites.code()),
            by: or(said("by"), Factor::Weight.code()),
            depth: said("depth"),
        }
    }

    /// The query string that brings it back.
    #[must_use]
    pub fn query(&self) -> String {
        let mut out = form_urlencoded::Serializer::new(String::new());
        let all = [
            ("over", &self.over),
            ("at", &self.at),
            ("fish", &self.fish),
            ("count", &self.count),
            ("by", &self.by),
            ("depth", &self.depth),
        ];
        for (key, text) in all.into_iter().filter(|p| !p.1.is_empty()) {
            out.append_pair(key, text);
        }
        out.finish()
    }

    /// What is looked at, on a day. What is not known is as usual: a wider look.
    #[must_use]
    pub fn asked(&self, today: Date, units: UnitSystem) -> Asked {
        let back = |days| today.checked_sub(Duration::days(days));
        let from = match self.over.as_str() {
            "year" => Date::from_ordinal_date(today.year(), 1).ok(),
            "quarter" => back(90),
            "month" => back(30),
            _ => None,
        };
        let band = self.depth.parse::<usize>().ok();
        Asked {
            days: (from, None),
            place: Some(self.at.clone()).filter(|p| !p.is_empty()),
            species: Species::from_code(&self.fish),
            depth: band.and_then(|at| DEPTH_BANDS.get(at).copied()),
            counted: Counted::from_code(&self.count).unwrap_or(Counted::Bites),
            by: Factor::from_code(&self.by).unwrap_or(Factor::Weight),
            units,
        }
    }
}
