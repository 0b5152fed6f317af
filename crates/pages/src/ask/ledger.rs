//! What of a log is looked at, as a page carries it.

use time::{Date, Duration};
use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::base::codes::{Counted, Factor, Species};
use yarrowfen_core::explore::ledger::Asked;

/// The days that can be looked at.
pub const OVER: &[(&str, &str)] = &[
    ("", "all days"),
    ("year", "this year"),
    ("quarter", "the last 90 days"),
    ("month", "the last 30 days"),
];

/// Depths that can be looked at: their ends in m.
pub const DEPTHS: &[(&str, Option<(f64, f64)>)] = &[
    ("", None),
    ("to_2", Some((0.0, 2.0))),
    ("2_to_4", Some((2.0, 4.0))),
    ("4_to_6", Some((4.0, 6.0))),
    ("6_to_9", Some((6.0, 9.0))),
    ("from_9", Some((9.0, f64::MAX))),
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
    /// Over which depths.
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
        let depth = DEPTHS.iter().find(|d| d.0 == self.depth);
        Asked {
            days: (from, None),
            place: Some(self.at.clone()).filter(|p| !p.is_empty()),
            species: Species::from_code(&self.fish),
            depth: depth.and_then(|d| d.1),
            counted: Counted::from_code(&self.count).unwrap_or(Counted::Bites),
            by: Factor::from_code(&self.by).unwrap_or(Factor::Weight),
            units,
        }
    }
}
