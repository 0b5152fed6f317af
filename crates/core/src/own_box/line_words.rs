//! Words of a typed line: numbers and their units, how many of it, and what a misspelt word
//! may mean.

use strsim::osa_distance;

use super::cell::Holds;
use super::item::fields;
use crate::base::codes::BoxList;
use crate::base::vocabulary;

/// Longest line that is looked at, characters.
pub const MOST_LINE: usize = 300;

/// Units as they are written out.
const WRITTEN_OUT: &[(&str, &[&str])] = &[
    ("in", &["inch", "inches", "ins"]),
    (
        "mm",
        &["millimetre", "millimetres", "millimeter", "millimeters"],
    ),
    (
        "cm",
        &["centimetre", "centimetres", "centimeter", "centimeters"],
    ),
    ("oz", &["ounce", "ounces"]),
    ("g", &["gram", "grams", "gramme", "grammes"]),
    ("lb", &["pound", "pounds", "lbs"]),
    ("m", &["metre", "metres", "meter", "meters"]),
    ("ft", &["foot", "feet"]),
];

/// A unit by its sign, however it was written.
#[must_use]
pub fn unit_sign(word: &str) -> &str {
    let of = WRITTEN_OUT.iter().find(|u| u.1.contains(&word));
    of.map_or(word, |u| u.0)
}

/// How many of a thing, where a word says nothing else: `x6`, `6x`, `×6`.
#[must_use]
pub fn times(word: &str) -> Option<&str> {
    let sign = |c: char| matches!(c, 'x' | '×');
    let digits = word
        .strip_prefix(sign)
        .or_else(|| word.strip_suffix(sign))?;
    let counts = !digits.is_empty() && digits.chars().all(|c| c.is_ascii_digit());
    counts.then_some(digits)
}

/// The words of a line in lower case; a number and the unit stuck to it become two words.
#[must_use]
pub fn split(line: &str) -> Vec<String> {
    let line: String = line
        .chars()
        .take(MOST_LINE)
        .collect::<String>()
        .to_lowercase();
    let mut words = Vec::new();
    let mut count = None;
    for word in line.split_whitespace() {
        let word = word.trim_matches([';', ',', '(', ')']);
        let unit = word.trim_start_matches(|c: char| c.is_ascii_digit() || ".,/-–".contains(c));
        let number = &word[..word.len() - unit.len()];
        let unit = unit_sign(unit);
        if let Some(many) = times(word) {
            count = count.or(Some(many));
        } else if !number.is_empty() && is_unit(unit) {
            words.extend([number.to_owned(), unit.to_owned()]);
        } else if !word.is_empty() && !matches!(word, "x" | "×" | "of" | "with" | "on" | "a") {
            words.push(unit_sign(word).to_owned());
        }
    }
    // How many of it may stand anywhere.
    if let Some(many) = count {
        words.splice(0..0, [many.to_owned(), "x".to_owned()]);
    }
    with_mixed_numbers(words)
}

/// `2 3/4 in`: a whole number and a fraction before an inch are one number.
fn with_mixed_numbers(words: Vec<String>) -> Vec<String> {
    let mut out: Vec<String> = Vec::with_capacity(words.len());
    let mut rest = words.into_iter().peekable();
    while let Some(word) = rest.next() {
        let inch = matches!(rest.peek().map(String::as_str), Some("in" | "\"" | "″"));
        let whole = out.last().and_then(|w| w.parse::<u32>().ok());
        let part = word.split_once('/').and_then(|(a, b)| {
            let (a, b) = (a.parse::<f64>().ok()?, b.parse::<f64>().ok()?);
            (b > a && a > 0.0).then_some(a / b)
        });
        match (whole, part) {
            (Some(whole), Some(part)) if inch && out.len() > 1 => {
                out.pop();
                out.push(crate::base::plain(f64::from(whole) + part, 4));
            }
            _ => out.push(word),
        }
    }
    out
}

const UNITS: &[&str] = &[
    "mm", "cm", "in", "\"", "″", "g", "oz", "lb", "lbs", "m", "ft", "'", "x", "×",
];

/// Whether a word is a unit, or the sign of a count.
#[must_use]
pub fn is_unit(text: &str) -> bool {
    UNITS.contains(&text)
}

/// Shortest word that a meaning is guessed for.
const LEAST: usize = 4;

/// How many letters of a word may be wrong: added, left out, changed or swapped with the
/// next.
fn slips(word: &str) -> usize {
    match word.chars().count() {
        0..LEAST => 0,
        LEAST..=6 => 1,
        _ => 2,
    }
}

/// The word of a list that a word of it may mean; none where it is a word of it, or is
/// like none, or like several.
#[must_use]
pub fn meant(kind: BoxList, word: &str) -> Option<String> {
    let most = slips(word);
    if most == 0 || word.chars().any(|c| c.is_ascii_digit()) {
        return None;
    }
    let mut best: Option<(usize, String)> = None;
    let mut even = false;
    for field in fields(kind) {
        let Holds::Code(list, words) = field.holds else {
            continue;
        };
        let codes: Vec<_> = words.iter().map(|w| w.0).collect();
        for known in vocabulary::spoken(list, &codes) {
            let apart = osa_distance(word, &known);
            if apart == 0 {
                return None;
            }
            let other = best.as_ref().is_none_or(|b| b.1 != known);
            match &best {
                _ if apart > most => {}
                Some((least, _)) if apart > *least => {}
                Some((least, _)) if apart == *least => even |= other,
                _ => (best, even) = (Some((apart, known)), false),
            }
        }
    }
    best.filter(|_| !even).map(|b| b.1)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_slip_of_the_finger_is_seen_and_a_word_of_its_own_is_not() {
        let head = |word: &str| meant(BoxList::Head, word);
        for (typed, wanted) in [
            ("fottball", "football"),
            ("mushrom", "mushroom"),
            ("tugnsten", "tungsten"),
            ("bullett", "bullet"),
        ] {
            assert_eq!(head(typed).as_deref(), Some(wanted));
        }
        for word in [
            "football", "ball", "smoke", "autumn", "1/8", "ba", "zzzzzzzz",
        ] {
            assert_eq!(head(word), None, "{word}");
        }
        assert_eq!(
            meant(BoxList::Bait, "padle tail").as_deref(),
            Some("paddle tail")
        );
    }

    #[test]
    fn units_and_counts_are_read_as_they_are_written() {
        assert_eq!(unit_sign("inches"), "in");
        assert_eq!(unit_sign("mm"), "mm");
        assert_eq!(
            (times("x6"), times("12×"), times("x"), times("x6a")),
            (Some("6"), Some("12"), None, None)
        );
    }
}
