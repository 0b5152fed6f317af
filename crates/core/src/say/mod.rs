//! The only place with sentences: fills the catalogue's holes with what was
//! decided, in the reader's units.

pub mod bench;
mod conflict;
mod course;
mod coverage;
pub mod day;
mod gaps;
mod glossary;
mod head;
mod hook;
mod in_hand;
mod judged;
pub mod ledger;
mod line;
mod measured;
mod mend;
mod own_box;
pub mod plan;
mod rank;
mod rule;
mod school;
mod steps;
mod trace;
mod weight;

pub use conflict::conflict;
pub use course::{course, lift_plan, lifts};
pub use coverage::coverage;
pub use gaps::gaps;
pub use glossary::{TermGroup, TermTold, glossary};
pub use head::{eye, head, post, shape, shut_out, tie_and_keeper};
pub use hook::hook;
pub use in_hand::tackle_in_hand;
pub use judged::{fits, judged};
pub use line::line;
pub use mend::{mend, tied_on, together};
pub use own_box::own;
pub use rank::{why, why_best, why_not};
pub use rule::{coded, disputed_weight, rule, rules, switch};
pub use school::{point, school};
pub use steps::step;
pub use trace::considered;
pub use weight::{lower, own_sink_tests, upper, weight};

use crate::answer::Reason;
use crate::answer::reasons::{Finding, Reasons};
use crate::base::UnitSystem;
use crate::base::text::{Arg, labels};

/// What a further list of the catalogue says of a code.
fn words_of(list: &str, code: &'static str) -> Arg {
    labels(list, &[code])
        .first()
        .map_or(Arg::Word(code), |w| Arg::Word(w))
}

/// Puts reasons in words.
#[must_use]
pub fn reasons(found: &Reasons, units: UnitSystem) -> Vec<Reason> {
    let reason = |g: &Finding| Reason {
        code: g.code.into(),
        about: g.about,
        text: g.said.text(units),
        basis: g.basis,
        speaks_for: g.speaks_for,
    };
    found.all.iter().map(reason).collect()
}
