//! The weight window as a ladder of rungs.

use yarrowfen_core::answer::{Answer, RungReport, Step, Text};
use yarrowfen_core::base::{Dimension, UnitSystem, printed};

/// A rung as drawn, heaviest first.
pub struct RungView {
    /// Its label without the unit.
    pub label: Text,
    /// `in`, `chosen`, `bound`, `low`.
    pub class: &'static str,
    /// What is written beside it.
    pub note: Text,
    /// What it would do, for who looks at it.
    pub says: String,
}

/// Rungs drawn on each side of what matters.
const MOST_DRAWN: usize = 10;

/// The ladder of an answer: the window, a rung beyond each end, and the notes.
#[must_use]
pub fn ladder(a: &Answer, units: UnitSystem) -> Vec<RungView> {
    let rungs = &a.rungs;
    let at = |oz: f64| rungs.iter().position(|r| (r.oz - oz).abs() < 1e-9);
    let Some(chosen) = at(a.weight.oz) else {
        return Vec::new();
    };
    let first = rungs
        .iter()
        .position(|r| r.in_window)
        .unwrap_or(chosen)
        .min(chosen);
    let last = rungs
        .iter()
        .rposition(|r| r.in_window)
        .unwrap_or(chosen)
        .max(chosen);
    let mut low = first.saturating_sub(1);
    let mut high = (last + 1).min(rungs.len() - 1);
    while high - low + 1 > MOST_DRAWN {
        if high - chosen > chosen - low {
            high -= 1
        } else {
            low += 1
        }
    }
    (low..=high)
        .rev()
        .map(|i| {
            let r = &rungs[i];
            // A step up or down outside the window says its bound, not its trigger.
            let note = if i == chosen {
                "tie this on".into()
            } else if i > last {
                a.weight.window.upper_says.clone()
            } else if i < first {
                a.weight.window.lower_says.clone()
            } else {
                trigger("up", &a.step_up, r.oz)
                    .or_else(|| trigger("down", &a.step_down, r.oz))
                    .unwrap_or_default()
            };
            let class = match (i == chosen, r.in_window) {
                (true, true) => "in chosen",
                (true, false) => "chosen",
                (false, true) => "in",
                (false, false) if i > last => "bound",
                (false, false) => "bound low",
            };
            RungView {
                label: short(&r.label).to_owned().into(),
                class,
                note,
                says: says(r, units),
            }
        })
        .collect()
}

/// What a rung would do.
fn says(r: &RungReport, units: UnitSystem) -> String {
    let place = if r.in_window {
        "in the window"
    } else {
        "outside the window"
    };
    match r.time_s {
        Some(t) => format!(
            "{}: falls {}, {} s to the bottom, {place}",
            r.label,
            Dimension::Speed.print(r.speed_mps, units),
            printed(t, 1)
        ),
        None => format!("{}: floats", r.label),
    }
}

/// What makes a neighbouring rung right.
fn trigger(way: &str, step: &Option<Step>, oz: f64) -> Option<Text> {
    step.as_ref().filter(|s| (s.oz - oz).abs() < 1e-9).map(|s| {
        let near = s.near().iter().map(|t| &*t.text);
        let near = near.collect::<Vec<_>>().join(", or ");
        if near.is_empty() {
            format!("{way}: {}", s.when).into()
        } else {
            format!("{way}: {near}").into()
        }
    })
}

/// `3/32 oz` without its unit; grams keep theirs.
#[must_use]
pub fn short(label: &str) -> &str {
    label.strip_suffix(" oz").unwrap_or(label)
}
