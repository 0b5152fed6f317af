//! What would change the answer: the wind, depth, current, drift, speed or
//! temperature at which the next rung becomes right, solved on the model.

use crate::base::Dimension;
use crate::base::limits::{self, Limit};
use crate::choose::decision::Decision;
use crate::choose::setting::Conditions;

/// A condition that can be turned.
#[derive(Debug)]
pub struct Dial {
    /// The field of the contract.
    pub limit: Limit,
    /// What kind of number it is.
    pub dimension: Dimension,
    get: fn(&Conditions) -> f64,
    set: fn(&mut Conditions, f64),
    /// How fine a turning point is sought: finer than it is printed.
    fine: f64,
    /// A usual size of it, so that a calm day's distance is not infinite.
    usual: f64,
}

/// Every dial that is tried, upward and downward.
const DIALS: &[Dial] = &[
    Dial {
        limit: limits::WIND,
        dimension: Dimension::Wind,
        get: |c| c.wind_mps,
        set: |c, v| c.wind_mps = v,
        fine: 0.03,
        usual: 0.2 * limits::WIND.most,
    },
    Dial {
        limit: limits::DEPTH,
        dimension: Dimension::Distance,
        get: |c| c.depth_m,
        set: |c, v| c.depth_m = v,
        fine: 0.03,
        usual: 0.2 * limits::DEPTH.most,
    },
    Dial {
        limit: limits::CURRENT,
        dimension: Dimension::Speed,
        get: |c| c.current_mps,
        set: |c, v| c.current_mps = v,
        fine: 0.004,
        usual: 0.2 * limits::CURRENT.most,
    },
    Dial {
        limit: limits::DRIFT,
        dimension: Dimension::Speed,
        get: |c| c.drift_mps,
        set: |c, v| c.drift_mps = v,
        fine: 0.004,
        usual: 0.2 * limits::DRIFT.most,
    },
    Dial {
        limit: limits::RETRIEVE,
        dimension: Dimension::Speed,
        get: |c| c.retrieve_mps,
        set: |c, v| c.retrieve_mps = v,
        fine: 0.004,
        usual: 0.2 * limits::RETRIEVE.most,
    },
];

/// Colder water asks for a slower fall: tried downward only. Its distance is
/// counted in tens of degrees.
const COLDER: Dial = Dial {
    limit: limits::TEMPERATURE,
    dimension: Dimension::Temperature,
    get: |c| c.temp_c,
    set: |c, v| c.temp_c = v,
    fine: 0.01,
    usual: 10.0,
};

/// Where one dial turns an answer.
#[derive(Debug, Clone, Copy)]
pub struct Turning {
    /// The dial.
    pub dial: &'static Dial,
    /// Whether it turns above the value, else below.
    pub above: bool,
    /// The value, in the contract's unit.
    pub value: f64,
    /// How far away that is, as a ratio; nearer is smaller.
    away: f64,
}

fn at(dial: &Dial, from: &Conditions, value: f64) -> Conditions {
    let mut c = *from;
    (dial.set)(&mut c, value);
    c
}

/// Finds where a test turns between a value at which it holds and one at which
/// it fails; nothing where it does not.
fn turn(
    dial: &Dial,
    from: &Conditions,
    (mut fails, mut holds): (f64, f64),
    test: &dyn Fn(&Conditions) -> bool,
) -> Option<f64> {
    if holds == fails || !test(&at(dial, from, holds)) {
        return None;
    }
    while (holds - fails).abs() > dial.fine {
        let middle = holds.midpoint(fails);
        if test(&at(dial, from, middle)) {
            holds = middle;
        } else {
            fails = middle;
        }
    }
    Some(holds.midpoint(fails))
}

/// The conditions above which a heavier head is tied on, nearest first.
#[must_use]
pub fn up(d: &Decision<'_>) -> Vec<Turning> {
    let c = &d.on.conditions;
    let heavier = |c: &Conditions| d.on.asks_heavier(c, d.choice.rung, &d.body);
    let found = DIALS.iter().filter_map(|dial| {
        let (now, most) = ((dial.get)(c), dial.limit.most);
        let value = turn(dial, c, (now, most.max(now)), &heavier)?;
        Some(Turning {
            dial,
            above: true,
            value,
            away: (value - now) / (now + 0.1 * dial.usual),
        })
    });
    nearest(found.collect())
}

/// The conditions below which a lighter head is tied on, nearest first.
#[must_use]
pub fn down(d: &Decision<'_>) -> Vec<Turning> {
    let Some(below) = d.choice.rung.checked_sub(1).and_then(|i| d.on.rungs.get(i)) else {
        return Vec::new();
    };
    let c = &d.on.conditions;
    let body = d.needs.head(below.mass);
    let lighter = |c: &Conditions| d.on.asks_lighter(c, d.choice.rung, &body);
    let turned = |dial: &'static Dial, distance: fn(&Dial, f64, f64) -> f64| {
        let (now, least) = ((dial.get)(c), dial.limit.least);
        let value = turn(dial, c, (now, least.min(now)), &lighter)?;
        Some(Turning {
            dial,
            above: false,
            value,
            away: distance(dial, now, value),
        })
    };
    let share = |d: &Dial, now: f64, value: f64| (now - value) / (now + 0.1 * d.usual);
    let degrees = |d: &Dial, now: f64, value: f64| (now - value) / d.usual;
    let found = DIALS.iter().filter_map(|d| turned(d, share));
    nearest(found.chain(turned(&COLDER, degrees)).collect())
}

/// A condition that turns the answer within this share of itself is not worth saying: the choice
/// is close there (v0).
const CLOSE: f64 = 0.02;

fn nearest(mut found: Vec<Turning>) -> Vec<Turning> {
    found.retain(|turning| turning.away >= CLOSE);
    found.sort_by(|a, b| a.away.total_cmp(&b.away));
    found
}
