//! The one evaluator of rules, and the record of what it found.

use super::facts::Facts;
use crate::base::codes::Topic;
use crate::tables::rules::Rule;
use crate::tables::when::{Test, When};

/// Whether all conditions hold.
#[must_use]
pub fn holds(when: &When, facts: &Facts) -> bool {
    when.all.iter().all(|test| met(test, facts))
}

fn met(test: &Test, facts: &Facts) -> bool {
    match test {
        Test::Code(fact, set) => facts.codes[*fact].is_some_and(|place| set >> place & 1 == 1),
        Test::Known(fact, known) => facts.codes[*fact].is_some() == *known,
        Test::Number(fact, bound) => bound.holds(facts.numbers[*fact]),
        Test::Flag(flag, is) => facts.flags[*flag] == *is,
        Test::Any(all) => all.iter().any(|when| holds(when, facts)),
    }
}

impl Rule {
    /// Whether it holds.
    #[must_use]
    pub fn holds(&self, facts: &Facts) -> bool {
        holds(&self.when, facts) && !self.unless.as_ref().is_some_and(|u| holds(u, facts))
    }
}

/// A rule that was asked, with what came of it.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Entry {
    /// What it speaks of.
    pub about: Topic,
    /// Its code.
    pub code: &'static str,
    /// Whether it held.
    pub held: bool,
    /// Whether the answer goes by it: of rules of which the first counts, or of
    /// which each thing is said once, others may hold too.
    pub taken: bool,
}

/// Every rule that was asked, once each, in the order of asking. What an answer
/// says and what the trace prints are both read off here.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Record {
    /// The entries.
    pub entries: Vec<Entry>,
}

impl Record {
    /// Asks one rule, and takes it where it holds and `wanted` says so.
    pub fn ask(&mut self, about: Topic, rule: &Rule, facts: &Facts, wanted: bool) -> bool {
        let held = rule.holds(facts);
        self.entries.push(Entry {
            about,
            code: rule.code,
            held,
            taken: held && wanted,
        });
        held && wanted
    }

    /// Asks all of a list and takes each that holds.
    pub fn all<'r>(&mut self, about: Topic, rules: &'r [Rule], facts: &Facts) -> Vec<&'r Rule> {
        let taken = |rule: &&Rule| self.ask(about, rule, facts, true);
        rules.iter().filter(taken).collect()
    }

    /// Asks all of some and takes the first that holds.
    pub fn first<'r>(
        &mut self,
        about: Topic,
        rules: impl IntoIterator<Item = &'r Rule>,
        facts: &Facts,
    ) -> Option<&'r Rule> {
        let mut found = None;
        for rule in rules {
            if self.ask(about, rule, facts, found.is_none()) {
                found = Some(rule);
            }
        }
        found
    }
}
