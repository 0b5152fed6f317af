//! Whether the rig that was asked for suits, and how a head in the hand is judged.

use super::head::shape_shut;
use super::rank::words;
use crate::answer::{FitsAnswer, JudgedNeed, Text};
use crate::base::codes::Judged;
use crate::base::text::{Arg, sentences};
use crate::base::{UnitSystem, round};
use crate::choose::rank::{Ranked, Unfit, better, unfit};
use crate::explore::judge::{Held, Measure};

/// Whether the rig that was asked for suits, beside the best of the others.
#[must_use]
pub fn fits(asked: &Ranked<'_>, ranked: &[Ranked<'_>]) -> FitsAnswer {
    let on = asked.decision.on;
    let unfit = unfit(asked, ranked);
    let why = unfit.map(|unfit| match unfit {
        Unfit::Shut(c) => sentences::rank_excluded(words(on, c)),
        Unfit::Hardly(c) | Unfit::Behind(Some(c)) => sentences::rank_not_for(words(on, c)),
        Unfit::ShapeShut => shape_shut(&asked.decision),
        Unfit::Behind(None) => sentences::rank_as_well(Arg::Word(ranked[0].rig().label())),
    });
    FitsAnswer {
        ok: why.is_none(),
        better_rig: unfit.and_then(|_| better(asked.rig(), ranked)),
        why_not: why.map(|said| said.text(on.options.units)),
    }
}

fn number(value: f64, measure: Measure) -> Arg {
    match measure {
        Measure::Grams => sentences::grams(Arg::Number(value, 2)).into(),
        Measure::Millimetres => Arg::FineSize(value),
        Measure::Points => Arg::Number(value, 1),
    }
}

fn told(held: &Held, units: UnitSystem) -> Text {
    let name = Arg::Word(held.need.label());
    let (has, wanted) = (
        number(held.has, held.measure),
        number(held.wanted, held.measure),
    );
    let said = match (held.measure, held.margin >= 0.0) {
        (Measure::Points, true) => sentences::judged_holds(name),
        (Measure::Points, false) => sentences::judged_fails(name),
        _ if held.need == Judged::WireLine => sentences::judged_about(name, has, wanted),
        _ if held.at_most => sentences::judged_at_most(name, has, wanted),
        _ => sentences::judged_at_least(name, has, wanted),
    };
    said.text(units)
}

/// A head in the hand, need by need.
#[must_use]
pub fn judged(found: &[Held], units: UnitSystem) -> Vec<JudgedNeed> {
    let unit = |measure| match measure {
        Measure::Grams => "g",
        Measure::Millimetres => "mm",
        Measure::Points => "",
    };
    let one = |held: &Held| JudgedNeed {
        need: held.need,
        measure: round(held.has, 2),
        wanted: round(held.wanted, 2),
        unit: unit(held.measure).into(),
        margin: round(held.margin, 3),
        text: told(held, units),
    };
    found.iter().map(one).collect()
}
