//! Gathering reasons: each with its code, its words and what it rests on.

use crate::answer::{Coded, Reason, Switch};
use crate::codes::{Basis, Topic};

/// Reasons in the order in which they were found.
#[derive(Debug, Default)]
pub struct Reasons {
    /// For and against.
    pub all: Vec<Reason>,
}

impl Reasons {
    /// A reason for the answer.
    pub fn pro(&mut self, about: Topic, code: &str, basis: Basis, text: String) {
        self.all.push(Reason {
            code: code.into(),
            about,
            text,
            basis,
            speaks_for: true,
        });
    }
    /// A reason against it, named all the same.
    pub fn con(&mut self, about: Topic, code: &str, basis: Basis, text: String) {
        self.all.push(Reason {
            code: code.into(),
            about,
            text,
            basis,
            speaks_for: false,
        });
    }
}

/// A note or caution.
#[must_use]
pub fn coded(code: &str, text: impl Into<String>) -> Coded {
    Coded {
        code: code.into(),
        text: text.into(),
    }
}

/// A thing to turn to.
#[must_use]
pub fn switch(to: &str, when: impl Into<String>) -> Switch {
    Switch {
        to: to.into(),
        when: when.into(),
    }
}
