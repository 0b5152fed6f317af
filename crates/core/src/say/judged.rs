//! Whether the rig that was asked for suits, and how a head in the hand is judged.

use super::head::shape_shut;
use super::rank::{against, words};
use crate::answer::{FitsAnswer, JudgedNeed, Text};
use crate::base::codes::Judged;
use crate::base::text::{Arg, sentences};
use crate::base::{UnitSystem, round};
use crate::choose::rank::{Ranked, Unfit, better, unfit};
use crate::explore::judge::{Bound, Held, Measure};

/// Whether the rig that was asked for suits, beside the best of the others.
#[must_use]
pub fn fits(asked: &Ranked<'_>, ranked: &[Ranked<'_>]) -> FitsAnswer {
    let on = asked.decision.on;
    let unfit = unfit(asked, ranked);
    let why = unfit.map(|unfit| match unfit {
        Unfit::Shut(c) => sentences::rank_excluded(words(on, c)),
        Unfit::Hardly(c) | Unfit::Behind(Some(c)) => against(on, c),
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
        Measure::Grams => Arg::Mass(value),
        Measure::Millimetres => Arg::FineSize(value),
        Measure::Points => Arg::Number(value, 1),
    }
}

fn told(held: &Held, units: UnitSystem) -> Text {
    let name = Arg::Word(held.need.label());
    let has = number(held.has, held.measure);
    let said = match (held.bound, held.measure) {
        (Bound::None, _) => sentences::judged_not_asked(name),
        (_, Measure::Points) if held.fails() => sentences::judged_fails(name),
        (_, Measure::Points) => sentences::judged_holds(name),
        (Bound::Least(wanted) | Bound::Most(wanted), measure) if held.near() => {
            sentences::judged_near(name, has, number(wanted, measure))
        }
        (Bound::Least(wanted), measure) if held.need == Judged::WireLine => {
            sentences::judged_about(name, has, number(wanted, measure))
        }
        (Bound::Least(wanted), measure) => {
            sentences::judged_at_least(name, has, number(wanted, measure))
        }
        (Bound::Most(wanted), measure) => {
            sentences::judged_at_most(name, has, number(wanted, measure))
        }
    };
    said.text(units)
}

/// A head, need by need.
#[must_use]
pub fn judged(found: &[Held], units: UnitSystem) -> Vec<JudgedNeed> {
    let unit = |measure| match measure {
        Measure::Grams => "g",
        Measure::Millimetres => "mm",
        Measure::Points => "points",
    };
    let one = |held: &Held| JudgedNeed {
        need: held.need,
        measure: round(held.has, 2),
        value: round(held.has, 2),
        wanted: round(held.wanted().unwrap_or(held.has), 2),
        least: match held.bound {
            Bound::Least(least) => Some(round(least, 2)),
            _ => None,
        },
        most: match held.bound {
            Bound::Most(most) => Some(round(most, 2)),
            _ => None,
        },
        unit: unit(held.measure).into(),
        tolerance: round(held.tolerance, 3),
        margin: round(held.margin, 3),
        applies: held.wanted().is_some(),
        text: told(held, units),
    };
    found.iter().map(one).collect()
}
