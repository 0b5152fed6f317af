//! What a log says, in sentences: what is claimed, and why the rest is not.

use crate::answer::Text;
use crate::base::text::{Arg, day_sentences as say};
use crate::base::{UnitSystem, plain};
use crate::explore::ledger::{
    Comparison, Confounded, Counted, FEW_HOURS, Factor, Fed, LEVEL, OwnSize, Review,
};
use crate::statistics::rates::share_interval;

/// Bites under which nothing is said of where they come.
const FEW_BITES: u32 = 10;

fn number(value: f64, places: usize) -> Arg {
    Arg::Number(value, places)
}

/// A comparison in a sentence.
#[must_use]
pub fn comparison(c: &Comparison, what: Counted, units: UnitSystem) -> Text {
    let name = |level: &crate::explore::ledger::Level| Arg::Text(level.name.clone());
    let (one, other) = (name(&c.levels.0), name(&c.levels.1));
    let (Some(ratio), true) = (c.compared.ratio, c.claims()) else {
        return unclaimed(c, (one, other), what, units);
    };
    let span = c.compared.interval;
    // Told of the one that brings more.
    let (better, lesser, ratio, least, most) = if ratio >= 1.0 {
        (one, other, ratio, span.least, span.most)
    } else {
        (other, one, 1.0 / ratio, 1.0 / span.most, 1.0 / span.least)
    };
    let stops = Arg::Text(c.stretches.to_string());
    let what = Arg::Word(what.label());
    if most.is_finite() && ratio.is_finite() {
        let (ratio, least, most) = (number(ratio, 1), number(least, 1), number(most, 1));
        say::ledger_claims(better, lesser, stops, what, ratio, least, most).text(units)
    } else {
        say::ledger_claims_at_least(better, lesser, stops, what, number(least, 1)).text(units)
    }
}

/// A comparison that claims no difference: that the two are as good as alike, cannot be told apart,
/// or are not told apart yet.
fn unclaimed(c: &Comparison, (one, other): (Arg, Arg), what: Counted, units: UnitSystem) -> Text {
    let (turns, span) = (c.turns, c.compared.interval);
    let what = Arg::Word(what.label());
    match c.confounded {
        Some(Confounded::Order) => {
            let (first, times) = if turns.0.firsts >= turns.1.firsts {
                (one.clone(), turns.0.firsts)
            } else {
                (other.clone(), turns.1.firsts)
            };
            let (times, stops) = (times.to_string(), c.stretches.to_string());
            let (times, stops) = (Arg::Text(times), Arg::Text(stops));
            return say::ledger_first_always(one, other, first, times, stops).text(units);
        }
        Some(Confounded::Hours) => {
            let clock = |hour: f64| Arg::Text(clock_of(hour));
            let (a, b) = (clock(turns.0.mean_hour), clock(turns.1.mean_hour));
            return say::ledger_hours_apart(one, other, a, b).text(units);
        }
        None => {}
    }
    let most = Arg::Text(if span.most.is_finite() {
        plain(span.most, 1)
    } else {
        "\u{221e}".into()
    });
    let least = number(span.least, 1);
    if c.is_same() {
        return say::ledger_alike(one, other, what, least, most).text(units);
    }
    match c.more_hours {
        None => say::ledger_nothing_ever(one, other),
        Some(hours) if hours < 0.5 => say::ledger_unclear(one, other, what, least, most),
        Some(hours) => {
            let hours = number(hours.ceil(), 0);
            say::ledger_nothing_yet(one, other, what, least, most, hours)
        }
    }
    .text(units)
}

/// An hour of the day as a clock shows it; past midnight it begins anew.
#[must_use]
pub fn clock_of(hour: f64) -> String {
    #[expect(clippy::cast_possible_truncation, reason = "hours of two days")]
    let minutes = (60.0 * hour).round() as i64;
    let minutes = minutes.rem_euclid(24 * 60);
    format!("{}:{:02}", minutes / 60, minutes % 60)
}

/// What the log says nothing about, and why.
#[must_use]
pub fn silences(review: &Review, by: Factor, units: UnitSystem) -> Vec<Text> {
    let few = |row: &crate::explore::ledger::Row| {
        let hours = Arg::Text(plain(row.count.hours, 1));
        (row.count.hours < FEW_HOURS)
            .then(|| say::ledger_few_hours(Arg::Text(row.level.name.clone()), hours).text(units))
    };
    let mut all: Vec<Text> = review.rows.iter().filter_map(few).collect();
    let compared = review.comparisons.iter().any(|c| c.factor == by);
    if review.rows.len() == 1 {
        all.push(say::ledger_one_level(Arg::Word(by.label())).text(units));
    } else if review.rows.len() > 1 && !compared {
        all.push(say::ledger_not_turned(Arg::Word(by.label())).text(units));
    }
    all
}

/// How many bites come on the fall and the first rest, held against the share of the time that
/// these are.
#[must_use]
pub fn early(review: &Review, falling_share: f64, units: UnitSystem) -> Option<Text> {
    use crate::base::codes::Phase;
    let all: u32 = review.phases.iter().map(|p| p.1).sum();
    let early = |p: &&(Phase, u32)| matches!(p.0, Phase::Fall | Phase::FirstRest);
    let first: u32 = review.phases.iter().filter(early).map(|p| p.1).sum();
    if all < FEW_BITES {
        return None;
    }
    let share = f64::from(first) / f64::from(all);
    let span = share_interval(first, all, LEVEL);
    let (share, least, most) = (share, span.least, span.most);
    let [share, least, most] = [share, least, most].map(Arg::Percent);
    let time = Arg::Percent(falling_share);
    let text = if span.least > falling_share {
        say::ledger_phases_early(share, least, most, time)
    } else {
        say::ledger_phases_unclear(share, least, most, time)
    };
    Some(text.text(units))
}

/// What throats held in a fortnight.
#[must_use]
pub fn fed(fed: &Fed, units: UnitSystem) -> Text {
    let from = format!("{} {}", fed.from.day(), fed.from.month());
    let count = |n: u32| number(f64::from(n), 0);
    say::ledger_fed(Arg::Text(from), count(fed.counts.0), count(fed.counts.1)).text(units)
}

/// What an angler's own record says of a size.
#[must_use]
pub fn own_size(own: &OwnSize, units: UnitSystem) -> Text {
    let (better, lesser) = (
        Arg::Text(own.better.0.clone()),
        Arg::Text(own.lesser.0.clone()),
    );
    let stops = Arg::Text(own.stops.to_string());
    let least = number(own.least, 1);
    match (own.ratio, own.most) {
        (Some(ratio), Some(most)) => {
            let (ratio, most) = (number(ratio, 1), number(most, 1));
            say::own_size(better, lesser, ratio, least, most, stops)
        }
        _ => say::own_size_at_least(better, lesser, least, stops),
    }
    .text(units)
}
