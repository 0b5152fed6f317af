//! What would change the answer: the wind, depth, current, drift, speed or
//! temperature at which the next rung becomes right, solved on the model.

use crate::answer::Trigger;
use crate::codes::School;
use crate::limits::{self, Limit};
use crate::pick::setting::Conditions;
use crate::units::{Dimension, UnitSystem, round};

/// A condition that can be turned.
struct Dial {
    limit: Limit,
    get: fn(&Conditions) -> f64,
    set: fn(&mut Conditions, f64),
    above: &'static str,
    below: &'static str,
    /// How fine a turning point is sought: finer than it is printed.
    fine: f64,
}

const DIALS: &[Dial] = &[
    Dial {
        limit: limits::WIND,
        get: |c| c.wind_mps,
        set: |c, v| c.wind_mps = v,
        above: "wind over",
        below: "wind under",
        fine: 0.03,
    },
    Dial {
        limit: limits::DEPTH,
        get: |c| c.depth_m,
        set: |c, v| c.depth_m = v,
        above: "deeper than",
        below: "shallower than",
        fine: 0.03,
    },
    Dial {
        limit: limits::CURRENT,
        get: |c| c.current_mps,
        set: |c, v| c.current_mps = v,
        above: "current over",
        below: "current under",
        fine: 0.004,
    },
    Dial {
        limit: limits::DRIFT,
        get: |c| c.drift_mps,
        set: |c, v| c.drift_mps = v,
        above: "drift over",
        below: "drift under",
        fine: 0.004,
    },
    Dial {
        limit: limits::RETRIEVE,
        get: |c| c.retrieve_mps,
        set: |c, v| c.retrieve_mps = v,
        above: "drawn faster than",
        below: "drawn slower than",
        fine: 0.004,
    },
];

/// A trigger and how far away it is (a ratio; nearer is smaller).
struct Away {
    trigger: Trigger,
    away: f64,
}

fn trigger(field: &'static str, above: bool, value: f64, text: String, away: f64) -> Away {
    Away {
        trigger: Trigger {
            field: field.into(),
            above,
            value: round(value, 3),
            text: text.into(),
        },
        away,
    }
}

/// Finds where a test turns between two values of a dial; the end at which it
/// is true is given first.
fn turn(
    dial: &Dial,
    from: &Conditions,
    mut holds: f64,
    mut fails: f64,
    test: &dyn Fn(&Conditions) -> bool,
) -> f64 {
    while (holds - fails).abs() > dial.fine {
        let middle = holds.midpoint(fails);
        let mut c = *from;
        (dial.set)(&mut c, middle);
        if test(&c) {
            holds = middle
        } else {
            fails = middle
        }
    }
    holds.midpoint(fails)
}

fn at(dial: &Dial, from: &Conditions, value: f64) -> Conditions {
    let mut c = *from;
    (dial.set)(&mut c, value);
    c
}

fn print(dial: &Dial, value: f64, units: UnitSystem) -> String {
    dial.limit
        .dimension
        .unwrap_or(Dimension::Speed)
        .print(value, units)
}

/// The conditions above which the rung tied on no longer does the job.
/// `enough` says whether it does under given conditions.
#[must_use]
pub fn up(c: &Conditions, units: UnitSystem, enough: &dyn Fn(&Conditions) -> bool) -> Vec<Trigger> {
    if !enough(c) {
        return Vec::new();
    }
    let found = DIALS.iter().filter_map(|d| {
        let now = (d.get)(c);
        let most = d.limit.most;
        if now >= most || enough(&at(d, c, most)) {
            return None;
        }
        let value = turn(d, c, now, most, enough);
        Some(trigger(
            d.limit.field,
            true,
            value,
            format!("{} {}", d.above, print(d, value, units)),
            (value - now) / (now + 0.1 * usual(d)),
        ))
    });
    nearest(found.collect())
}

/// The conditions below which the next lighter rung is enough.
#[must_use]
pub fn down(
    c: &Conditions,
    units: UnitSystem,
    lighter_enough: &dyn Fn(&Conditions) -> bool,
) -> Vec<Trigger> {
    let found = DIALS.iter().filter_map(|d| {
        let now = (d.get)(c);
        let least = d.limit.least;
        if now <= least || lighter_enough(c) || !lighter_enough(&at(d, c, least)) {
            return None;
        }
        let value = turn(d, c, least, now, lighter_enough);
        Some(trigger(
            d.limit.field,
            false,
            value,
            format!("{} {}", d.below, print(d, value, units)),
            (now - value) / (now + 0.1 * usual(d)),
        ))
    });
    let mut found: Vec<_> = found.collect();
    found.extend(colder(c, units, lighter_enough));
    nearest(found)
}

/// Colder water asks for a slower fall.
fn colder(c: &Conditions, units: UnitSystem, test: &dyn Fn(&Conditions) -> bool) -> Option<Away> {
    let with = |t: f64| Conditions { temp_c: t, ..*c };
    if test(c) || !test(&with(0.0)) {
        return None;
    }
    let (mut holds, mut fails) = (0.0, c.temp_c);
    for _ in 0..12 {
        let middle = f64::midpoint(holds, fails);
        if test(&with(middle)) {
            holds = middle
        } else {
            fails = middle
        }
    }
    let value = holds;
    Some(trigger(
        limits::TEMPERATURE.field,
        false,
        value,
        format!("water under {}", Dimension::Temperature.print(value, units)),
        (c.temp_c - value) / 10.0,
    ))
}

/// A usual size of a dial, so that a calm day's distance is not infinite.
fn usual(d: &Dial) -> f64 {
    d.limit.most * 0.2
}

/// Nearest first.
fn nearest(mut found: Vec<Away>) -> Vec<Trigger> {
    found.sort_by(|a, b| a.away.total_cmp(&b.away));
    found.into_iter().map(|a| a.trigger).collect()
}

/// What the trade adds to the numbers of a step up.
#[must_use]
pub fn heavier_habit(felt_on_bottom: bool) -> &'static str {
    if felt_on_bottom {
        "if you cannot tell when it lands"
    } else {
        "if it does not get down to the fish"
    }
}

/// What the trade adds to the numbers of a step down.
#[must_use]
pub fn lighter_habit(school: School, snaggy: bool) -> &'static str {
    match (school, snaggy) {
        (_, true) => "if the bottom eats heads",
        (School::Reaction, _) => "if they turn away from the crash",
        _ => "if bites come only on the fall",
    }
}
