//! When the needs cross: what could give, each change tried on the model.

use crate::base::codes::Topic;
use crate::choose::decision::Decision;
use crate::choose::facts::Facts;
use crate::choose::rules::Record;
use crate::choose::setting::Conditions;
use crate::choose::window::Crossed;
use crate::tables::Tables;
use crate::tables::rules::{Change, Rule, Turned};
use crate::tables::when::NumberFact;

/// A lower bound that comes down to this share of itself is worth a word.
const HELPS: f64 = 0.9;

/// A change that helps.
#[derive(Debug)]
pub struct Helps<'t> {
    /// The rule.
    pub rule: &'t Rule,
    /// The number that it turns, with its new value.
    pub value: Option<(NumberFact, f64)>,
    /// The rung that it would lead to.
    pub label: &'static str,
    /// Whether it ends the conflict.
    pub ends: bool,
}

/// What could give, with the rules asked.
#[derive(Debug)]
pub struct WaysOut<'t> {
    /// Changes tried on the model.
    pub helps: Vec<Helps<'t>>,
    /// Those named without a number.
    pub named: Vec<&'t Rule>,
    /// Every change asked.
    pub record: Record,
}

fn changed(
    change: &Change,
    c: &Conditions,
    tables: &Tables,
) -> Option<(Conditions, Option<(NumberFact, f64)>)> {
    let mut new = *c;
    // Times a factor, plus a value.
    let (fact, by, plus) = match change.turns {
        Turned::Metal(metal) => {
            new.material = metal;
            return Some((new, None));
        }
        Turned::Side(side) => return Some((c.with_wind_from(Some(side), tables), None)),
        Turned::Times(fact, by) => (fact, by, 0.0),
        Turned::To(fact, to) => (fact, 0.0, to),
    };
    let place = match fact {
        NumberFact::Retrieve => &mut new.retrieve_mps,
        NumberFact::Drift => &mut new.drift_mps,
        NumberFact::Current => &mut new.current_mps,
        NumberFact::Wind => &mut new.wind_mps,
        NumberFact::WindShare => &mut new.wind_share,
        NumberFact::Cast => &mut new.cast_m,
        NumberFact::Line => &mut new.line_mm,
        NumberFact::Depth => &mut new.depth_m,
        NumberFact::Temperature => &mut new.temp_c,
        NumberFact::Length | NumberFact::Snags | NumberFact::BottomSnags => return None,
    };
    *place = *place * by + plus;
    let value = *place;
    Some((new, Some((fact, value))))
}

/// What could give where no rung does everything; nothing where one does.
#[must_use]
pub fn ways_out<'t>(d: &Decision<'t>, facts: &Facts) -> Option<WaysOut<'t>> {
    if !d.crossed() {
        return None;
    }
    let (on, rules) = (d.on, &d.on.tables.rules);
    let (lower, upper) = (d.choice.lower, d.choice.upper.1);
    let mut record = Record::default();
    let mut helps = Vec::new();
    for change in &rules.changes {
        let serves = change.serves.contains(&lower.1);
        if !record.ask(Topic::Weight, &change.rule, facts, serves) {
            continue;
        }
        let Some((conditions, value)) = changed(change, &on.conditions, on.tables) else {
            continue;
        };
        let new = on.choose_at(&conditions);
        let ends = new.crossed == Crossed::No;
        if ends || new.lower.0 < lower.0 * HELPS {
            helps.push(Helps {
                rule: &change.rule,
                value,
                label: on.rungs[new.rung].label,
                ends,
            });
        }
    }
    let named = rules.ways_out.iter().filter(|w| w.serves.contains(&upper));
    Some(WaysOut {
        helps,
        named: named.map(|w| &w.rule).collect(),
        record,
    })
}
