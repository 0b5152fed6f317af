//! The question as a page carries it: raw texts in a query string, under
//! short names. Here they become the contract's fields; what cannot be read
//! keeps its text and gets its message.

pub mod bench;
pub mod bottom;
pub mod cast;
mod form;
pub mod ledger;
pub mod mend;
pub mod photo;
pub mod plan;
pub mod plan_from;
pub mod today;
mod words;

pub use form::PickForm;
pub use words::{Kind, Need, WORDS, Word, is_view, place, upper_end};

use yarrowfen_core::base::codes::Code;
use yarrowfen_core::base::limits::Limit;
use yarrowfen_core::base::{Dimension, UnitSystem};
use yarrowfen_core::explore::card::Axis;

/// Faults of a sentence by word.
pub type Faults = Vec<(&'static str, String)>;

/// Reads a word that is one of a list of codes; blank is as usual.
fn code_of<T: Code>(key: &'static str, typed: &str, usual: T, faults: &mut Faults) -> T {
    if typed.is_empty() {
        return usual;
    }
    T::from_code(typed).unwrap_or_else(|| {
        faults.push((key, "this is not one of the choices".into()));
        usual
    })
}

/// Reads seconds, with or without their unit.
///
/// # Errors
/// In words, when it is no number or out of its limit.
pub fn seconds(text: &str, limit: &Limit) -> Result<f64, String> {
    let bare = text.trim().trim_end_matches('s').trim().replace(',', ".");
    let number = bare
        .parse()
        .map_err(|_| "give seconds, such as 8.4 s".to_owned())?;
    limit.check(number, UnitSystem::Metric)
}

/// What a card sets beside the depth, by a query string.
#[must_use]
pub fn axis(query: &str) -> Option<Axis> {
    let pairs: Vec<(String, String)> = serde_urlencoded::from_str(query).unwrap_or_default();
    let by = pairs.iter().find(|p| p.0 == "by")?;
    Axis::from_code(&by.1)
}

/// The words that a place keeps from one day to the next.
const PLACE: &[&str] = &[
    "depth", "clarity", "bottom", "cover", "current", "species", "fish_at", "forage", "pressure",
    "toothy",
];

/// Whether a code is one of a dispute's sides.
fn is_side(word: &Word, code: &str) -> bool {
    let known = |all: &[(&str, &str)]| all.iter().any(|c| c.0 == code);
    is_view(word) && matches!(word.kind, Kind::Code(all) if known(all()))
}

/// The two ends of a range, each with its unit: `2–5 m`, `6 to 15 ft`, `2 m - 16 ft`.
#[must_use]
pub fn range(text: &str) -> Option<(String, String)> {
    let (from, to) = ["–", "—", " to ", "-"]
        .into_iter()
        .find_map(|dash| text.split_once(dash))?;
    let (from, to) = (from.trim(), to.trim());
    if from.is_empty() || to.is_empty() {
        return None;
    }
    let starts_unit = |c: char| c.is_alphabetic() || matches!(c, '\'' | '"' | '′' | '″');
    let unit = to.find(starts_unit).map_or("", |at| &to[at..]);
    let from = if from.contains(starts_unit) {
        from.to_owned()
    } else {
        format!("{from} {unit}").trim().to_owned()
    };
    Some((from, to.to_owned()))
}

/// Ends what a sentence shows for a number that was left out and is assumed: `10 mm?`.
pub const ASSUMED: char = '?';

/// Words that the sentence shows for a number that was left out, and that a
/// reader may type for the same.
fn is_blank(word: &Word, text: &str) -> bool {
    let may = matches!(
        word.kind,
        Kind::Number(_, Need::May) | Kind::Weight | Kind::HookNumber
    );
    may && (matches!(
        text,
        "" | "unknown" | "none" | "usual" | "as long as the cast"
    ) || text.ends_with(ASSUMED))
}

/// The kind of quantity of a word that carries a unit.
#[must_use]
pub fn dimension(word: &Word) -> Option<Dimension> {
    match word.kind {
        Kind::Number(limit, _) => limit.dimension,
        _ => None,
    }
}
