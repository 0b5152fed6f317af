//! A conflict of needs, and what could give.

use std::borrow::Cow;

use super::weight::told;
use super::words_of;
use crate::answer::{Conflict, Give, Text};
use crate::base::UnitSystem;
use crate::base::codes::UpperBound;
use crate::base::grams;
use crate::base::text::{Arg, fill, sentences};
use crate::choose::decision::Decision;
use crate::choose::rod::rod_most_g;
use crate::choose::window::Crossed;
use crate::explore::conflict::{Helps, WaysOut};
use crate::tables::when::NumberFact;

fn value(fact: NumberFact, value: f64) -> Arg {
    match fact {
        NumberFact::Wind => Arg::Wind(value),
        NumberFact::Current | NumberFact::Drift | NumberFact::Retrieve => Arg::Speed(value),
        NumberFact::Cast | NumberFact::Depth => Arg::Distance(value),
        NumberFact::Temperature => Arg::Temperature(value),
        NumberFact::Line => Arg::Millimetres(value),
        NumberFact::Length => Arg::Size(value),
        NumberFact::Snags | NumberFact::BottomSnags | NumberFact::WindShare => {
            Arg::Number(value, 2)
        }
    }
}

fn give(helps: &Helps<'_>, units: UnitSystem) -> Give {
    let arg = helps.value.map(|(fact, to)| value(fact, to));
    let change = fill(helps.rule.says, units, |_| arg.clone().map(Cow::Owned));
    let (change, label) = (Arg::Text(change.into_owned()), Arg::Word(helps.label));
    let said = if helps.ends {
        sentences::change_then(change, label)
    } else {
        sentences::change_nearer(change, label)
    };
    Give {
        code: helps.rule.code.into(),
        text: said.text(units),
        label: helps.label.into(),
    }
}

/// Names a conflict and what could give.
#[must_use]
pub fn conflict(d: &Decision<'_>, ways: &WaysOut<'_>) -> Conflict {
    let units = d.on.options.units;
    let (lower, upper) = (d.choice.lower, d.choice.upper);
    let rung = d.rung();
    let label = Arg::Word(rung.label);
    let said = if d.choice.crossed == Crossed::NoRung {
        let (least, most) = d.choice.passes;
        sentences::conflict_no_rung(told(least), told(most), label)
    } else {
        let so = match (upper.1, rung.mass < lower.0) {
            (UpperBound::RodMax, _) => match rod_most_g(d.on.request, d.on.tables) {
                Some(most) if grams(d.total) > d.on.tables.lines.rod.overload * most => {
                    sentences::too_heavy_for_rod(label)
                }
                Some(most) if grams(d.total) > most => sentences::lobs_over_rod(label),
                _ => sentences::keeps_within_rod(label),
            },
            (UpperBound::Everyday, true) => sentences::keeps_everyday(label),
            (_, true) => sentences::least_given_up(label),
            (_, false) => sentences::does_the_work(label),
        };
        sentences::conflict_bounds(
            told(lower.0),
            words_of("LowerNeeds", lower.1.code()),
            told(upper.0),
            words_of("UpperSuffers", upper.1.code()),
            so.into(),
        )
    };
    let named = ways.named.iter().map(|rule| Give {
        code: rule.code.into(),
        text: Text::Owned(fill(rule.says, units, |_| None).into_owned()),
        label: rung.label.into(),
    });
    let tried = ways.helps.iter().map(|h| give(h, units));
    Conflict {
        lower_by: lower.1,
        upper_by: upper.1,
        text: said.text(units),
        gives: tried.chain(named).collect(),
    }
}
