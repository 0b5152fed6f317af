//! Gathering reasons: each with its code, its words and what it rests on.

use crate::answer::{Coded, Reason, Switch, Text};
use crate::codes::{Basis, Topic};

/// Reasons in the order in which they were found.
#[derive(Debug, Default)]
pub struct Reasons {
    /// For and against.
    pub all: Vec<Reason>,
}

impl Reasons {
    /// A reason for the answer.
    pub fn pro(&mut self, about: Topic, code: &'static str, basis: Basis, text: impl Into<Text>) {
        self.all.push(Reason {
            code: code.into(),
            about,
            text: text.into(),
            basis,
            speaks_for: true,
        });
    }
    /// A reason against it, named all the same.
    pub fn con(&mut self, about: Topic, code: &'static str, basis: Basis, text: impl Into<Text>) {
        self.all.push(Reason {
            code: code.into(),
            about,
            text: text.into(),
            basis,
            speaks_for: false,
        });
    }
}

/// A note or caution.
#[must_use]
pub fn coded(code: &'static str, text: impl Into<Text>) -> Coded {
    Coded {
        code: code.into(),
        text: text.into(),
    }
}

/// A thing to turn to.
#[must_use]
pub fn switch(to: &'static str, when: impl Into<Text>) -> Switch {
    Switch {
        to: to.into(),
        when: when.into(),
    }
}
