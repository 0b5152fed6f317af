//! A size up or down, and what makes it right.

use crate::answer::{Step, Text, Trigger};
use crate::base::text::{Arg, Said, sentences};
use crate::base::{Dimension, Rung, UnitSystem, grams, limits, ounces, round};
use crate::explore::steps::Turning;

/// A value as a dial's sentence prints it.
fn value(turning: &Turning) -> Arg {
    let v = turning.value;
    match turning.dial.dimension {
        Dimension::Distance => Arg::Distance(v),
        Dimension::Size => Arg::Size(v),
        Dimension::Speed => Arg::Speed(v),
        Dimension::Wind => Arg::Wind(v),
        Dimension::Temperature => Arg::Temperature(v),
    }
}

fn trigger(turning: &Turning, units: UnitSystem) -> Trigger {
    let (value, over) = (value(turning), turning.above);
    let field = turning.dial.limit.field;
    let said: Said = match (field, over) {
        (f, true) if f == limits::WIND.field => sentences::trigger_wind_over(value),
        (f, false) if f == limits::WIND.field => sentences::trigger_wind_under(value),
        (f, true) if f == limits::DEPTH.field => sentences::trigger_depth_over(value),
        (f, false) if f == limits::DEPTH.field => sentences::trigger_depth_under(value),
        (f, true) if f == limits::CURRENT.field => sentences::trigger_current_over(value),
        (f, false) if f == limits::CURRENT.field => sentences::trigger_current_under(value),
        (f, true) if f == limits::DRIFT.field => sentences::trigger_drift_over(value),
        (f, false) if f == limits::DRIFT.field => sentences::trigger_drift_under(value),
        (f, true) if f == limits::RETRIEVE.field => sentences::trigger_retrieve_over(value),
        (f, false) if f == limits::RETRIEVE.field => sentences::trigger_retrieve_under(value),
        _ => sentences::trigger_temperature_under(value),
    };
    Trigger {
        field: field.into(),
        above: over,
        value: round(turning.value, 3),
        text: said.text(units),
    }
}

/// A step to a rung: its triggers, and what the trade adds to them.
#[must_use]
pub fn step(rung: &Rung, found: &[Turning], habit: Option<Text>, units: UnitSystem) -> Step {
    let mut step = Step {
        oz: round(ounces(rung.mass), 5),
        g: round(grams(rung.mass), 2),
        label: rung.label.into(),
        when: Text::default(),
        triggers: found.iter().map(|t| trigger(t, units)).collect(),
    };
    let near = step.near().iter().map(|t| t.text.clone());
    let either = |first: Text, second: Text| {
        let text = |t: Text| Arg::Text(t.into_owned());
        sentences::or_if(text(first), text(second)).text(units)
    };
    let when = near.chain(habit).reduce(either);
    step.when = when.unwrap_or_default();
    step
}
