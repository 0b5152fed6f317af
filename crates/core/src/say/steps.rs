//! A size up or down, and what makes it right.

use crate::answer::{Step, Text, Trigger};
use crate::base::text::{Arg, Said, sentences};
use crate::base::{Dimension, Rung, grams, limits, ounces, round};
use crate::choose::decision::Decision;
use crate::explore::steps::Turning;

use super::rule::turns;

/// A value as a dial's sentence prints it; a speed of the reel in turns of its handle.
fn value(turning: &Turning, turn_m: f64) -> Arg {
    let v = turning.value;
    if turning.dial.limit.field == limits::RETRIEVE.field {
        return turns(v / turn_m);
    }
    match turning.dial.dimension {
        Dimension::Distance => Arg::Distance(v),
        Dimension::Size => Arg::Size(v),
        Dimension::Speed => Arg::Speed(v),
        Dimension::Wind => Arg::Wind(v),
        Dimension::Temperature => Arg::Temperature(v),
    }
}

fn trigger(turning: &Turning, d: &Decision<'_>) -> Trigger {
    let value = value(turning, d.on.request.turn_m());
    let over = turning.above;
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
        text: said.text(d.on.options.units),
    }
}

/// A step to a rung: its triggers, and what the trade adds to them.
#[must_use]
pub fn step(d: &Decision<'_>, rung: &Rung, found: &[Turning], habit: Option<Text>) -> Step {
    let units = d.on.options.units;
    let mut step = Step {
        oz: round(ounces(rung.mass), 5),
        g: round(grams(rung.mass), 2),
        label: rung.label.into(),
        when: Text::default(),
        triggers: found.iter().map(|t| trigger(t, d)).collect(),
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
