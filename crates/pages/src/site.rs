//! The pages there are: their addresses, names and keys, and what of a question
//! each carries. Menu, carried links, the keys after `g` and the switches of
//! units all come from here.

use yarrowfen_core::Options;

use crate::ask::PickForm;
use crate::ask::bench::BenchForm;
use crate::ask::cast::CastForm;
use crate::ask::mend::MendForm;

/// What of a question a page's address holds.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Carries {
    /// The words of Pick, and what a card is made by.
    Question,
    /// The words of Pick and those of a cast.
    Cast,
    /// The bait and the hook.
    Bench,
    /// The words of Pick, and what goes wrong.
    Mend,
    /// Nothing; the menu leads back to the question asked last.
    Nothing,
}

impl Carries {
    /// Whether it is the whole question.
    #[must_use]
    pub fn question(self) -> bool {
        matches!(self, Self::Question | Self::Cast | Self::Mend)
    }
}

/// A page.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Page {
    /// What the code calls it.
    pub name: &'static str,
    /// Its address.
    pub path: &'static str,
    /// What a reader calls it.
    pub label: &'static str,
    /// The key that leads there after `g`.
    pub key: Option<char>,
    /// Whether it stands in the menu.
    pub in_menu: bool,
    /// What of a question it carries.
    pub carries: Carries,
}

const fn page(
    name: &'static str,
    path: &'static str,
    label: &'static str,
    (key, in_menu): (Option<char>, bool),
    carries: Carries,
) -> Page {
    Page {
        name,
        path,
        label,
        key,
        in_menu,
        carries,
    }
}

/// Every page that has an address of its own, in the order of the menu.
pub const PAGES: &[Page] = &[
    page("pick", "/", "Pick", (Some('p'), true), Carries::Question),
    page(
        "bench",
        "/bench",
        "Bench",
        (Some('b'), true),
        Carries::Bench,
    ),
    page("cast", "/cast", "Cast", (Some('t'), true), Carries::Cast),
    page("mend", "/mend", "Mend", (Some('m'), true), Carries::Mend),
    page("days", "/days", "Days", (Some('y'), true), Carries::Nothing),
    page(
        "today",
        "/today",
        "Today",
        (Some('d'), true),
        Carries::Nothing,
    ),
    page("box", "/box", "Box", (Some('x'), true), Carries::Nothing),
    page(
        "waters",
        "/waters",
        "Waters",
        (Some('w'), true),
        Carries::Nothing,
    ),
    page("kept", "/kept", "Kept", (Some('k'), true), Carries::Nothing),
    page(
        "account",
        "/account",
        "account",
        (Some('a'), false),
        Carries::Nothing,
    ),
    page(
        "words",
        "/words",
        "Words",
        (Some('o'), false),
        Carries::Nothing,
    ),
    page(
        "review",
        "/days/review",
        "Review",
        (Some('r'), false),
        Carries::Nothing,
    ),
    page("count", "/count", "Countdown", (None, false), Carries::Cast),
    page(
        "card",
        "/card",
        "Pocket card",
        (None, false),
        Carries::Question,
    ),
    page(
        "how",
        "/how",
        "How this was computed",
        (None, false),
        Carries::Question,
    ),
    page(
        "bench_print",
        "/bench/print",
        "Bench sheet",
        (None, false),
        Carries::Bench,
    ),
    page(
        "bench_photo",
        "/bench/photo",
        "Measure from a photograph",
        (None, false),
        Carries::Nothing,
    ),
    page(
        "bench_screen",
        "/bench/screen",
        "Measure the screen",
        (None, false),
        Carries::Bench,
    ),
];

/// Words of Pick that the bench shares.
const BENCH_WORDS: [&str; 5] = ["form", "length", "body", "plastic", "rig"];

/// Pages of the menu that are worked with at a table rather than on the water.
const FAR: [&str; 4] = ["bench", "cast", "days", "kept"];

impl Page {
    /// Whether a phone's bar has no room for it.
    #[must_use]
    pub fn is_far(&self) -> bool {
        FAR.contains(&self.name)
    }

    /// The page with an address of ours, and its query.
    #[must_use]
    pub fn at(address: &str) -> Option<(&'static Self, &str)> {
        let (path, query) = address.split_once('?').unwrap_or((address, ""));
        let found = PAGES.iter().find(|p| p.path == path)?;
        Some((found, query))
    }

    /// Its address with as much of a question, a query string of Pick, as it
    /// carries.
    #[must_use]
    pub fn with(&self, question: &str) -> String {
        let query = match self.carries {
            _ if question.is_empty() => String::new(),
            Carries::Nothing => String::new(),
            Carries::Question | Carries::Mend | Carries::Cast => question.to_owned(),
            Carries::Bench => {
                let pairs: Vec<(String, String)> =
                    serde_urlencoded::from_str(question).unwrap_or_default();
                let mut out = form_urlencoded::Serializer::new(String::new());
                for (key, value) in pairs.iter().filter(|p| BENCH_WORDS.contains(&p.0.as_str())) {
                    out.append_pair(key, value);
                }
                out.finish()
            }
        };
        if query.is_empty() {
            self.path.to_owned()
        } else {
            format!("{}?{query}", self.path)
        }
    }
}

/// An address of ours after a choice: what it carries of a question goes along,
/// so that a change of units changes no answer.
#[must_use]
pub fn carried(address: &str, before: Options, changes: &[(&str, &str)]) -> String {
    let Some((page, query)) = Page::at(address) else {
        return address.to_owned();
    };
    let query = match page.carries {
        _ if query.is_empty() => return address.to_owned(),
        Carries::Nothing => return address.to_owned(),
        Carries::Question => {
            let question = PickForm::from_query(query, before).query_with(changes);
            match crate::ask::axis(query) {
                Some(axis) => format!("{question}&by={}", axis.code()),
                None => question,
            }
        }
        Carries::Cast => CastForm::from_query(query, before).query_with(changes),
        Carries::Mend => MendForm::from_query(query, before).query_with(changes),
        Carries::Bench => {
            if !changes.iter().any(|c| c.0 == "units") {
                return address.to_owned();
            }
            // Sizes get the unit that they were typed in; the choice itself is remembered.
            BenchForm::from_query(query, before.units).query_with(&[])
        }
    };
    format!("{}?{query}", page.path)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_choice_carries_the_question_of_each_page_along() {
        let to = |path: &str| carried(path, Options::default(), &[("units", "imperial")]);
        let card = to("/card?depth=3&units=metric&by=current");
        assert!(
            card.starts_with("/card?depth=3+m&") && card.ends_with("&by=current"),
            "{card}"
        );
        assert!(card.contains("units=imperial"));
        assert!(to("/how?depth=4+m").starts_with("/how?depth=4+m&"));
        assert_eq!(to("/kept?kept=1"), "/kept?kept=1");
        for page in ["/cast", "/count"] {
            let cast = to(&format!(
                "{page}?depth=3&cast=20&rod=2.2&moves=drag+1&units=metric"
            ));
            assert!(
                cast.contains("units=imperial") && cast.contains("rod=2.2+m"),
                "{cast}"
            );
            assert!(cast.contains("moves=drag+1+m"), "{cast}");
        }
    }

    #[test]
    fn the_menu_leads_back_to_the_question() {
        let question = "depth=7+m&length=100+mm&form=worm&rig=ned";
        let to = |name| {
            PAGES
                .iter()
                .find(|p| p.name == name)
                .unwrap()
                .with(question)
        };
        assert_eq!(to("pick"), format!("/?{question}"));
        assert_eq!(to("cast"), format!("/cast?{question}"));
        assert_eq!(to("bench"), "/bench?length=100+mm&form=worm&rig=ned");
        assert_eq!(to("box"), "/box");
    }

    #[test]
    fn each_page_has_a_key_and_an_address_of_its_own() {
        for (i, a) in PAGES.iter().enumerate() {
            for b in &PAGES[i + 1..] {
                assert!(a.path != b.path && a.name != b.name);
                assert!(a.key.is_none() || a.key != b.key, "{}", a.name);
            }
        }
    }
}
