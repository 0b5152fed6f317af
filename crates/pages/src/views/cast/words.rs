//! The words of the cast's sentence, and what a moment of it is in words.

use std::borrow::Cow;

use yarrowfen_core::base::codes::HangCause;
use yarrowfen_core::base::{Dimension, UnitSystem, plain};
use yarrowfen_core::cast::{LONGEST_S, Sample};

use yarrowfen_core::cast::CastRig;

use super::super::control::Control;
use super::{grounds, list};
use crate::ask::cast::{CastAsked, CastForm, Faults, KEYS, moves_text};
use crate::draw::run::Run;

/// What a word is called.
#[must_use]
pub fn label(key: &str) -> &'static str {
    match key {
        "head" => "Head",
        "dir" => "Direction",
        "ground" | "bed" => "Bottom",
        "fall" => "How it falls",
        "rest" => "Rest",
        "moves" => "Moves",
        "rod" => "Rod",
        "way" => "Where the current runs",
        other => crate::ask::WORDS
            .iter()
            .find(|w| w.key == other)
            .map_or("The question", |w| w.label),
    }
}

fn chips(key: &str, units: UnitSystem) -> &'static str {
    match (key, units) {
        ("head", _) => "usual|1/32 oz|1/16 oz|3/32 oz|1/8 oz|3/16 oz|1/4 oz|3/8 oz|1/2 oz",
        ("rest", _) => "0 s|2 s|5 s|10 s|15 s|30 s",
        ("moves", UnitSystem::Metric) => {
            "usual|drag 60 cm, pause 2 s|wind 3 m, pause 1 s|hop 40 cm, pause 1 s|snap 1.5 m, pause 2 s|lift and kill 1 m|scoot 1 m, pause 2 s|shake 4 s, drag 30 cm"
        }
        ("moves", UnitSystem::Imperial) => {
            "usual|drag 2 ft, pause 2 s|wind 10 ft, pause 1 s|hop 1.5 ft, pause 1 s|snap 5 ft, pause 2 s|lift and kill 3 ft|scoot 3 ft, pause 2 s|shake 4 s, drag 1 ft"
        }
        ("rod", UnitSystem::Metric) => "1.8 m|2.1 m|2.2 m|2.4 m|2.7 m",
        ("rod", UnitSystem::Imperial) => "6 ft|6.5 ft|7 ft|7.5 ft|9 ft",
        _ => "",
    }
}

/// The words of a cast as controls.
pub struct CastWords(Vec<Control>);

impl CastWords {
    /// Of a cast.
    #[must_use]
    pub fn of(form: &CastForm, asked: Option<&CastAsked>, faults: &Faults) -> Self {
        let said = |key: &str| asked.and_then(|a| said(key, form, a));
        Self::with(form, faults, &said)
    }

    /// Of a fall alone.
    #[must_use]
    pub fn of_fall(form: &CastForm, rig: Option<&CastRig>, faults: &Faults) -> Self {
        let said = |key: &str| {
            let rig = rig?;
            match key {
                "head" => Some(rig.label.clone()),
                "rig" => Some(rig.rig.label().to_owned()),
                "fall" => form.fall(rig).ok().map(|f| f.code().to_owned()),
                _ => None,
            }
        };
        Self::with(form, faults, &said)
    }

    fn with(form: &CastForm, faults: &Faults, said: &dyn Fn(&str) -> Option<String>) -> Self {
        let control = |&key: &&'static str| {
            let typed = said(key).unwrap_or_else(|| form.typed(key).to_owned());
            let own = (key == "ground" && typed == "own").then_some(("own", "my own bottom"));
            let choices: Vec<_> = match key {
                "ground" => grounds().chain(own).collect(),
                _ => list(key).to_vec(),
            };
            Control::new(key, label(key), typed, (3, 52))
                .of_choices(
                    choices
                        .into_iter()
                        .map(|(c, words)| (c, Cow::Borrowed(words))),
                )
                .wrong(faults.iter().find(|f| f.0 == key).map(|f| f.1.clone()))
                .near(chips(key, form.pick.units))
        };
        Self(KEYS.iter().map(control).collect())
    }

    /// A word of the cast by its name.
    #[must_use]
    pub fn word(&self, key: &str) -> Option<&Control> {
        self.0.iter().find(|w| w.key == key)
    }
}

/// What a word of a cast that could be read says.
fn said(key: &str, form: &CastForm, a: &CastAsked) -> Option<String> {
    Some(match key {
        "head" => a.rig.label.clone(),
        "dir" => a.setup.direction.code().into(),
        "ground" if !form.typed("bed").is_empty() => "own".into(),
        "ground" => form.ground().to_owned(),
        "fall" => a.setup.fall.code().into(),
        "way" => a.setup.current.1.code().into(),
        "rest" => format!("{} s", plain(a.setup.rest, 1)),
        "moves" => moves_text(&a.setup.moves, form.pick.units),
        "rod" => Dimension::Distance.print(a.setup.rod, form.pick.units),
        _ => return None,
    })
}

/// What is being done at a moment.
pub(super) fn doing(s: &Sample, asked: &CastAsked, run: &Run) -> String {
    match run.cast.acts.get(s.act) {
        Some(Some(i)) => asked.setup.moves[*i].kind.label().to_owned(),
        _ if s.act == 0 => "falling".into(),
        _ => "resting".into(),
    }
}

/// A moment in words: `34 s: drag, in contact, line pull 0.11 N`.
pub(super) fn moment(s: &Sample, asked: &CastAsked, run: &Run, units: UnitSystem) -> String {
    let place = if s.touches {
        "in contact".to_owned()
    } else {
        format!(
            "{} over the bottom",
            Dimension::Distance.print(s.height, units)
        )
    };
    let pull = if s.tension > 0.002 {
        format!(", line pull {} N", plain(s.tension, 2))
    } else {
        ", no pull on the line".into()
    };
    format!(
        "{} s: {}, {place}{pull}",
        plain(s.t, 0),
        doing(s, asked, run)
    )
}

/// Lift-offs, hangs, swing and drift in sentences, each with its number.
pub(super) fn facts(asked: &CastAsked, run: &Run, units: UnitSystem) -> Vec<String> {
    let far = |m: f64| Dimension::Distance.print(m, units);
    let f = &run.cast.figures;
    let mut all = Vec::new();
    for l in f.lift_offs.iter().take(3) {
        all.push(format!(
            "At {} s, {} out, it leaves the bottom for {} s, up to {}: {}.",
            plain(l.t, 0),
            far(l.out),
            plain(l.lasts, 1),
            far(l.height),
            l.cause
        ));
    }
    for h in f.hangs.iter().take(3) {
        let cause = match h.cause {
            HangCause::Edge => {
                "the line saws over an edge there; come from another side, or bring it off the bottom"
            }
            HangCause::Step => "the head is drawn into a step there; lift it over",
        };
        all.push(format!("It may hang {} out: {cause}.", far(h.out)));
    }
    if let Some(s) = run.swept.filter(|s| s.downstream > 0.05) {
        all.push(format!(
            "The current carries it {} while it falls {}: to reach a mark, throw {} above it.",
            far(s.downstream),
            far(run.cast.splash_depth),
            far(s.downstream)
        ));
    }
    if asked.setup.below {
        return all;
    }
    let behind = format!("Behind a drifting boat with {} out", far(asked.setup.cast));
    all.push(match run.drift {
        None => format!("{behind} it holds bottom at any drift one fishes."),
        Some(drift) => format!(
            "{behind}, over {}, it holds bottom up to a drift of {}.",
            far(run.cast.splash_depth),
            Dimension::Speed.print(drift, units)
        ),
    });
    if let Some(out) = run.cast.cut_off {
        all.push(format!(
            "It is followed for {} s, and is then still {} out: the figures are those of the way so far.",
            plain(LONGEST_S, 0),
            far(out)
        ));
    }
    if f.slack >= 0.01 {
        all.push(format!(
            "{} % of the retrieve is on a slack line: there, watch the line, not the hand.",
            plain(100.0 * f.slack, 0)
        ));
    }
    all
}
