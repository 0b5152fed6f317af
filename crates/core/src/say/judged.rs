//! Whether the rig that was asked for suits, and how a head in the hand is judged.

use super::rank::words;
use crate::answer::{FitsAnswer, JudgedNeed, Text};
use crate::base::codes::Judged;
use crate::base::text::{Arg, Said, sentences};
use crate::base::{UnitSystem, round};
use crate::choose::rank::{Consideration, Ranked, strongest};
use crate::explore::judge::{Held, Measure};

/// Whether the rig that was asked for suits, beside the best of the others.
#[must_use]
pub fn fits(asked: &Ranked<'_>, ranked: &[Ranked<'_>]) -> FitsAnswer {
    let why = why_not(asked, ranked);
    let better = ranked.iter().map(Ranked::rig).find(|r| *r != asked.rig());
    FitsAnswer {
        ok: why.is_none(),
        better_rig: better.filter(|_| why.is_some()),
        why_not: why.map(|said| said.text(asked.decision.on.options.units)),
    }
}

/// Why it does not suit: it cannot be fished there, no angler hangs that bait on it,
/// or another suits by far more.
fn why_not(asked: &Ranked<'_>, ranked: &[Ranked<'_>]) -> Option<Said> {
    let on = asked.decision.on;
    let rank = &on.tables.conditions.rank;
    if let Some(shut) = asked.excluded {
        return Some(sentences::rank_excluded(words(on, shut)));
    }
    if on.suits(on.request.bait.form) <= rank.foreign {
        return Some(sentences::rank_not_for(words(on, Consideration::Form)));
    }
    if let Some(against) = asked.hardly {
        return Some(sentences::rank_not_for(words(on, against)));
    }
    let behind = ranked
        .first()
        .map_or(0.0, |best| best.total() - asked.total());
    if behind <= rank.suits_within {
        return None;
    }
    let against = strongest(asked, -1.0).map(|c| words(on, c));
    let better = || Arg::Word(ranked[0].rig().label());
    Some(against.map_or_else(
        || sentences::rank_as_well(better()),
        sentences::rank_not_for,
    ))
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
