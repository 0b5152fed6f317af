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

/// A term: its name in lower case, and where it is told.
struct Term {
    name: String,
    address: String,
}

static TERMS: LazyLock<Vec<Term>> = LazyLock::new(|| {
    let groups = glossary().into_iter().filter(|g| GROUPS.contains(&g.code));
    let mut all: Vec<Term> = groups
        .flat_map(|g| {
            let kept = g.terms.into_iter().filter(|t| !PLAIN.contains(&t.code));
            kept.map(move |t| Term {
                name: t.name.to_lowercase(),
                address: format!("/words#{}-{}", g.code, t.code),
            })
        })
        .collect();
    // Of terms that begin alike the longest is meant; of equal ones the first group's.
    all.sort_by_key(|t| std::cmp::Reverse(t.name.len()));
    all
});

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
        let mut at = 0;
        let mut after_letter = false;
        while let Some(c) = text[at..].chars().next() {
            let found = (!after_letter && c.is_alphabetic())
                .then(|| TERMS.iter().find(|t| begins(&text[at..], &t.name)))
                .flatten()
                .filter(|t| told.insert(&t.name));
            if let Some(term) = found {
                let said = &text[at..at + term.name.len()];
                let _ = write!(out, r#"<a class="term" href="{}">"#, term.address);
                escape(said, &mut out);
                out.push_str("</a>");
                at += term.name.len();
                after_letter = true;
            } else {
                escape(&text[at..at + c.len_utf8()], &mut out);
                at += c.len_utf8();
                after_letter = c.is_alphanumeric();
            }
        }
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
    for c in text.chars() {
        match c {
            '&' => out.push_str("&amp;"),
            '<' => out.push_str("&lt;"),
            '>' => out.push_str("&gt;"),
            '"' => out.push_str("&quot;"),
            '\'' => out.push_str("&#39;"),
            c => out.push(c),
        }
    }
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
