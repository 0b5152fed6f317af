//! Terms of the trade within sentences: each leads to what it means, at its first place on
//! a page.

use std::collections::BTreeSet;
use std::fmt::Write;
use std::sync::{LazyLock, Mutex, PoisonError};

use yarrowfen_core::say::glossary;

/// Groups whose terms are found within sentences.
const GROUPS: [&str; 7] = ["term", "rig", "shape", "keeper", "hook", "bait", "bottom"];
/// Terms that are also words of every day: they would be found where they mean nothing else.
const PLAIN: [&str; 11] = [
    "fall", "point", "rest", "count", "wire", "hop", "drag", "eye", "rated", "minnow", "stick",
];

/// A term: its name in lower case with the letter that it begins with, and where it is told.
struct Term {
    initial: Option<char>,
    name: String,
    address: String,
}

static TERMS: LazyLock<Vec<Term>> = LazyLock::new(|| {
    let groups = glossary().into_iter().filter(|g| GROUPS.contains(&g.code));
    let mut all: Vec<Term> = groups
        .flat_map(|g| {
            let kept = g.terms.into_iter().filter(|t| !PLAIN.contains(&t.code));
            kept.map(move |t| Term {
                initial: initial(t.name),
                name: t.name.to_lowercase(),
                address: format!("/words#{}-{}", g.code, t.code),
            })
        })
        .collect();
    // Of terms that begin alike the longest is meant; of equal ones the first group's.
    all.sort_by_key(|t| (t.initial, std::cmp::Reverse(t.name.len())));
    all
});

/// What terms are looked up by: most words of a sentence begin like none.
fn initial(text: &str) -> Option<char> {
    text.chars().next()?.to_lowercase().next()
}

/// The term that a text begins with.
fn term_at(text: &str) -> Option<&'static Term> {
    let begins_like = initial(text);
    let from = TERMS.partition_point(|t| t.initial < begins_like);
    let alike = TERMS[from..].iter();
    let mut alike = alike.take_while(|t| t.initial == begins_like);
    alike.find(|t| begins(text, &t.name))
}

/// What of the terms a page has told already.
#[derive(Debug, Default)]
pub struct Terms {
    told: Mutex<BTreeSet<&'static str>>,
}

impl Terms {
    /// A sentence as HTML, each term at its first place a link to what it means.
    #[must_use]
    pub fn linked(&self, text: &str) -> String {
        let mut told = self.told.lock().unwrap_or_else(PoisonError::into_inner);
        let mut out = String::with_capacity(text.len() + 80);
        // What stands before `from` is written.
        let mut from = 0;
        let mut after_letter = false;
        for (at, c) in text.char_indices() {
            if at < from {
                continue;
            }
            let found = (!after_letter && c.is_alphabetic())
                .then(|| term_at(&text[at..]))
                .flatten()
                .filter(|t| told.insert(&t.name));
            after_letter = found.is_some() || c.is_alphanumeric();
            if let Some(term) = found {
                let end = at + term.name.len();
                escape(&text[from..at], &mut out);
                let _ = write!(out, r#"<a class="term" href="{}">"#, term.address);
                escape(&text[at..end], &mut out);
                out.push_str("</a>");
                from = end;
            }
        }
        escape(&text[from..], &mut out);
        out
    }
}

/// Whether a text begins with a term and the term ends there; a plural counts.
fn begins(text: &str, term: &str) -> bool {
    let Some(head) = text.get(..term.len()) else {
        return false;
    };
    let rest = &text[term.len()..];
    let rest = rest.strip_prefix('s').unwrap_or(rest);
    head.to_lowercase() == term && !rest.starts_with(char::is_alphanumeric)
}

fn escape(text: &str, out: &mut String) {
    let mut rest = text;
    while let Some(at) = rest.find(['&', '<', '>', '"', '\'']) {
        out.push_str(&rest[..at]);
        out.push_str(match rest.as_bytes()[at] {
            b'&' => "&amp;",
            b'<' => "&lt;",
            b'>' => "&gt;",
            b'"' => "&quot;",
            _ => "&#39;",
        });
        rest = &rest[at + 1..];
    }
    out.push_str(rest);
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_term_is_a_link_at_its_first_place_alone() {
        let terms = Terms::default();
        let first = terms.linked("Its gap is wide; the GAP counts");
        assert_eq!(
            first,
            r#"Its <a class="term" href="/words#term-gap">gap</a> is wide; the GAP counts"#
        );
        assert_eq!(terms.linked("the gap"), "the gap");
    }

    #[test]
    fn a_word_that_only_begins_like_a_term_is_none_and_what_is_typed_stays_harmless() {
        let terms = Terms::default();
        assert_eq!(
            terms.linked("gaping <b> & “quotes”"),
            "gaping &lt;b&gt; &amp; “quotes”"
        );
        assert!(
            terms
                .linked("over shelly ground")
                .starts_with("over shelly")
        );
        assert_eq!(terms.linked("é'"), "é&#39;");
    }
}
