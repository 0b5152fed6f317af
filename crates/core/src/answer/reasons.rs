//! Gathering reasons: each with its code, what it says and what it rests on.

use crate::base::codes::{Basis, Topic};
use crate::base::text::Said;

/// A reason before it is put in words.
#[derive(Debug, Clone, PartialEq)]
pub struct Finding {
    /// Its code in the answer.
    pub code: &'static str,
    /// What it speaks of.
    pub about: Topic,
    /// What it says.
    pub said: Said,
    /// What it rests on.
    pub basis: Basis,
    /// Whether it speaks for the answer or against it.
    pub speaks_for: bool,
}

/// Reasons in the order in which they were found.
#[derive(Debug, Default)]
pub struct Reasons {
    /// For and against.
    pub all: Vec<Finding>,
}

impl Reasons {
    /// A reason for the answer, by the code of its sentence.
    pub fn pro(&mut self, about: Topic, basis: Basis, said: Said) {
        self.coded(said.code, about, basis, said);
    }

    /// A reason for it under a code of its own: one that has several sentences.
    pub fn coded(&mut self, code: &'static str, about: Topic, basis: Basis, said: Said) {
        self.all.push(Finding {
            code,
            about,
            said,
            basis,
            speaks_for: true,
        });
    }

    /// A reason against it, named all the same.
    pub fn con(&mut self, about: Topic, basis: Basis, said: Said) {
        self.con_coded(said.code, about, basis, said);
    }

    /// The same under a code of its own.
    pub fn con_coded(&mut self, code: &'static str, about: Topic, basis: Basis, said: Said) {
        self.all.push(Finding {
            code,
            about,
            said,
            basis,
            speaks_for: false,
        });
    }
}
