//! The weight window as a ladder of rungs.

use yarrowfen_core::answer::Answer;

/// A rung as drawn, heaviest first.
pub struct RungView {
    /// Its label without the unit.
    pub label: String,
    /// `in`, `chosen`, `bound`, `low`.
    pub class: String,
    /// What is written beside it.
    pub note: String,
}

/// Rungs drawn on each side of what matters.
const MOST_DRAWN: usize = 10;

/// The ladder of an answer: the window, a rung beyond each end, and the notes.
#[must_use]
pub fn ladder(a: &Answer) -> Vec<RungView> {
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
            let step = |s: &Option<yarrowfen_core::answer::Step>| {
                s.as_ref()
                    .filter(|s| (s.oz - r.oz).abs() < 1e-9)
                    .map(|s| s.when.clone())
            };
            let mut class = String::new();
            let mut add = |c: &str| {
                class.push(' ');
                class.push_str(c);
            };
            if r.in_window {
                add("in");
            }
            // A step up or down outside the window says its bound, not its trigger.
            let note = if i == chosen {
                add("chosen");
                "tie this on".to_owned()
            } else if i > last {
                add("bound");
                a.weight.window.upper_says.clone()
            } else if i < first {
                add("bound low");
                a.weight.window.lower_says.clone()
            } else {
                step(&a.step_up)
                    .map(|w| format!("up: {w}"))
                    .or_else(|| step(&a.step_down).map(|w| format!("down: {w}")))
                    .unwrap_or_default()
            };
            RungView {
                label: short(&r.label),
                class,
                note,
            }
        })
        .collect()
}

/// `3/32 oz` without its unit; grams keep theirs.
#[must_use]
pub fn short(label: &str) -> String {
    label.strip_suffix(" oz").unwrap_or(label).to_owned()
}
