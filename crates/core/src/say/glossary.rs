//! The terms of the trade, each with a line on what it means.

use crate::base::codes::{
    BaitForm, Bottom, Course, HookStyle, Keeper, Rig, School, Shape, Term, Tie,
};
use crate::base::text::labels;

/// A term with what it means.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct TermTold {
    /// Its code: the place of it on the page of words.
    pub code: &'static str,
    /// What an angler calls it.
    pub name: &'static str,
    /// What it means.
    pub says: &'static str,
}

/// Terms of one kind.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct TermGroup {
    /// Its code, before those of its terms.
    pub code: &'static str,
    /// In the order of the contract.
    pub terms: Vec<TermTold>,
}

type Listed = (
    &'static str,
    &'static [(&'static str, &'static str)],
    &'static str,
);

/// Every term, group by group.
#[must_use]
pub fn glossary() -> Vec<TermGroup> {
    let lists: [Listed; 10] = [
        ("term", Term::words(), "TermSays"),
        ("rig", Rig::words(), "RigSays"),
        ("shape", Shape::words(), "ShapeSays"),
        ("tie", Tie::words(), "TieSays"),
        ("keeper", Keeper::words(), "KeeperTold"),
        ("hook", HookStyle::words(), "HookStyleSays"),
        ("bait", BaitForm::words(), "BaitFormSays"),
        ("bottom", Bottom::words(), "BottomSays"),
        ("course", Course::words(), "CourseSays"),
        ("school", School::words(), "SchoolTold"),
    ];
    let told =
        |&(code, words, says): &Listed| {
            let codes: Vec<_> = words.iter().map(|w| w.0).collect();
            let term = |((code, name), says): (&(&'static str, &'static str), &'static str)| {
                TermTold { code, name, says }
            };
            TermGroup {
                code,
                terms: words.iter().zip(labels(says, &codes)).map(term).collect(),
            }
        };
    lists.iter().map(told).collect()
}

#[cfg(test)]
mod tests {
    #[test]
    fn each_term_is_told() {
        for group in super::glossary() {
            for term in group.terms {
                assert_ne!(term.says, term.code, "{}", group.code);
                assert_ne!(term.name, "", "{}", group.code);
            }
        }
    }
}
