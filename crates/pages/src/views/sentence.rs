//! The sentence whose words are the controls.

use std::borrow::Cow;

use yarrowfen_core::answer::Answer;
use yarrowfen_core::base::codes::{FishAt, LineKind, Material};
use yarrowfen_core::base::{Dimension, UnitSystem};
use yarrowfen_core::{FieldError, PickRequest};

use super::control::{Choice, Control};
use super::describe::describe;
use crate::ask::{ASSUMED, Kind, Need, PickForm, WORDS, Word, is_view, range, upper_end};

/// The sentence.
pub struct Sentence {
    controls: Vec<Control>,
    /// Faults with their names, for the list above the answer.
    pub faults: Vec<(&'static str, String)>,
    /// Whether the second sentence stands open.
    pub more_open: bool,
    /// Whether the answer goes by how it falls, so that what it is fished for counts.
    pub by_school: bool,
}

/// Words of the second sentence.
const MORE: &[&str] = &[
    "cast",
    "drift",
    "wind_side",
    "slips",
    "trail",
    "retrieve",
    "lift_fall",
    "build",
    "body",
    "mass",
    "light",
    "forage",
    "pressure",
    "toothy",
    "stand",
    "turn",
    "line_kind",
    "line_mm",
    "line_lb",
    "leader_lb",
    "rod_min",
    "rod_max",
    "power",
    "rod_length",
    "reel",
    "material",
    "shape",
    "stand_up",
    "spring",
    "temper",
    "main_line",
    "hook_set",
    "colour",
    "head_colour",
    "point",
    "head_weight",
    "head_shape",
    "head_material",
    "head_tie",
    "head_eye",
    "head_post",
    "head_keeper",
    "head_hook",
    "head_style",
    "head_gap",
    "head_length",
    "head_wire",
];

/// The code that a blank word of a list stands for: that of the answer where it
/// decides, else what is usual.
fn usual_code(key: &str, answer: Option<&Answer>) -> Option<&'static str> {
    let usual = PickRequest::usual();
    match key {
        "light" => Some(usual.water.light.code()),
        "toothy" => Some(usual.toothy_fish.code()),
        "pressure" => Some(usual.pressure.code()),
        "line_kind" => Some(
            answer
                .map_or(LineKind::Braid, |a| a.line.computed_with)
                .code(),
        ),
        "material" => Some(answer.map_or(Material::Lead, |a| a.head.material).code()),
        _ => None,
    }
}

/// The words of that code.
fn usual_words(word: &Word, answer: Option<&Answer>) -> Option<&'static str> {
    let code = usual_code(word.key, answer)?;
    match word.kind {
        Kind::Code(list) => list().iter().find(|w| w.0 == code).map(|w| w.1),
        _ => None,
    }
}

/// What a blank word says in the sentence.
fn blank(key: &str) -> &'static str {
    match key {
        "temp" => "unknown",
        "current" | "drift" => "none",
        "retrieve" | "fish_depth" | "rod_length" | "lift_fall" => "usual",
        "wind_side" => "partly across the cast",
        "slips" => "driven by wind or motor",
        "trail" => "as long as the cast",
        "reel" => "any reel",
        "head_weight" => "none",
        "stand" | "turn" => "usual",
        "school" | "stand_up" | "spring" | "temper" | "main_line" | "hook_set" | "colour"
        | "head_colour" | "point" => "as is usual",
        _ => "unknown",
    }
}

/// Values one tap away, by word and units.
fn chips(key: &str, units: UnitSystem) -> &'static str {
    match (key, units) {
        ("depth", UnitSystem::Metric) => "1 m|2 m|3 m|4 m|6 m|8 m|10 m|2–5 m",
        ("depth", UnitSystem::Imperial) => "3 ft|6 ft|9 ft|12 ft|16 ft|20 ft|30 ft|6–15 ft",
        ("temp", UnitSystem::Metric) => "4 °C|8 °C|12 °C|16 °C|20 °C|24 °C|28 °C|unknown",
        ("temp", UnitSystem::Imperial) => "40 °F|47 °F|54 °F|60 °F|68 °F|75 °F|82 °F|unknown",
        ("wind", UnitSystem::Metric) => "0 m/s|1 m/s|2 m/s|3 m/s|5 m/s|7 m/s|9 m/s|12 m/s",
        ("wind", UnitSystem::Imperial) => "0 mph|3 mph|5 mph|8 mph|12 mph|16 mph|20 mph|25 mph",
        ("current", UnitSystem::Metric) => "none|0.1 m/s|0.2 m/s|0.4 m/s|0.6 m/s|0.8 m/s",
        ("current", UnitSystem::Imperial) => "none|0.3 ft/s|0.6 ft/s|1.2 ft/s|2 ft/s|2.6 ft/s",
        ("drift", UnitSystem::Metric) => "none|0.1 m/s|0.2 m/s|0.3 m/s|0.5 m/s|0.8 m/s",
        ("drift", UnitSystem::Imperial) => "none|0.3 ft/s|0.6 ft/s|1 ft/s|1.6 ft/s|2.6 ft/s",
        ("trail", UnitSystem::Metric) => "as long as the cast|10 m|15 m|20 m|30 m|40 m",
        ("trail", UnitSystem::Imperial) => "as long as the cast|30 ft|50 ft|65 ft|100 ft|130 ft",
        ("rod_length", UnitSystem::Metric) => "usual|1.8 m|2 m|2.1 m|2.3 m|2.4 m|2.7 m",
        ("rod_length", UnitSystem::Imperial) => "usual|6 ft|6.5 ft|7 ft|7.5 ft|8 ft|9 ft",
        ("length", UnitSystem::Metric) => "45 mm|64 mm|70 mm|76 mm|89 mm|100 mm|140 mm|165 mm",
        ("length", UnitSystem::Imperial) => "1.75 in|2.5 in|2.75 in|3 in|3.5 in|4 in|5.5 in|6.5 in",
        ("cast", UnitSystem::Metric) => "8 m|12 m|16 m|20 m|25 m|30 m|40 m",
        ("cast", UnitSystem::Imperial) => "25 ft|40 ft|50 ft|65 ft|80 ft|100 ft|130 ft",
        ("fish_depth", UnitSystem::Metric) => "usual|1 m|1.5 m|2 m|3 m|4 m|6 m|8 m",
        ("fish_depth", UnitSystem::Imperial) => "usual|3 ft|5 ft|7 ft|10 ft|13 ft|20 ft|26 ft",
        ("stand", UnitSystem::Metric) => "usual|1 m|1.5 m|2 m|3 m|5 m",
        ("stand", UnitSystem::Imperial) => "usual|3 ft|5 ft|7 ft|10 ft|16 ft",
        ("turn", UnitSystem::Metric) => "usual|0.6 m|0.7 m|0.8 m|0.9 m",
        ("turn", UnitSystem::Imperial) => "usual|2 ft|2.3 ft|2.6 ft|3 ft",
        ("head_weight", _) => "none|1/16 oz|1/8 oz|3/16 oz|1/4 oz|3/8 oz|1/2 oz",
        ("head_hook", _) => "unknown|4|2|1|1/0|2/0|3/0|4/0",
        ("head_post", UnitSystem::Metric) => "unknown|0 mm|3 mm|5 mm|6 mm|8 mm|10 mm",
        ("head_post", UnitSystem::Imperial) => "unknown|0 in|1/8 in|3/16 in|1/4 in|5/16 in|3/8 in",
        ("body", UnitSystem::Metric) => "unknown|8 mm|9 mm|10 mm|12 mm|14 mm|17 mm",
        ("body", UnitSystem::Imperial) => "unknown|5/16 in|3/8 in|7/16 in|1/2 in|9/16 in|11/16 in",
        ("lift_fall", _) => "usual|1 s|1.5 s|2 s|2.5 s|3 s|4 s",
        ("leader_lb", _) => "unknown|4|6|8|10|12|15|20",
        ("mass", _) => "unknown|3 g|4 g|5 g|7 g|9 g|12 g",
        ("retrieve", UnitSystem::Metric) => "usual|0.05 m/s|0.1 m/s|0.15 m/s|0.2 m/s|0.3 m/s",
        ("retrieve", UnitSystem::Imperial) => "usual|0.2 ft/s|0.3 ft/s|0.5 ft/s|0.7 ft/s|1 ft/s",
        _ => "",
    }
}

fn control(
    (place, word): (usize, &Word),
    form: &PickForm,
    faults: &[FieldError],
    answer: Option<&Answer>,
) -> Control {
    let typed = form.at(place);
    let fault = faults
        .iter()
        .find(|f| f.field == word.field || upper_end(word).is_some_and(|l| f.field == l.field))
        .map(|f| f.message.clone());
    let choices = choices(word, typed, answer);
    let in_box = if choices.is_empty() {
        box_text(word, typed, form, fault.is_some())
    } else {
        typed.to_owned()
    };
    let control = Control::new(word.key, word.label, in_box, (2, 24))
        .of_choices(choices)
        .wrong(fault)
        .near(chips(word.key, form.units));
    if typed.is_empty() {
        control.shown(unsaid(word, answer))
    } else if control.choices.is_empty() {
        control.shown(printed(word, typed, form))
    } else {
        control
    }
}

/// What the sentence says where a word is left blank.
fn unsaid(word: &Word, answer: Option<&Answer>) -> &'static str {
    match word.key {
        "school" => answer.map_or("usual", |a| a.school.label()),
        "course" => answer
            .and_then(|a| a.course.as_ref())
            .map_or("as is usual", |c| c.code.label()),
        "rig" => answer.map_or("best rig", |a| a.rig.label()),
        "shape" => answer.map_or("what suits", |a| a.head.shape.label()),
        key => usual_words(word, answer).unwrap_or_else(|| blank(key)),
    }
}

/// What stands in a number's box: the value in the reader's units, unless it
/// could not be read, then what was typed.
fn box_text(word: &Word, typed: &str, form: &PickForm, wrong: bool) -> String {
    match word.kind {
        Kind::Number(_, Need::May) | Kind::Weight | Kind::HookNumber if typed.is_empty() => {
            blank(word.key).into()
        }
        Kind::Number(..) if wrong => typed.to_owned(),
        Kind::Number(..) => printed(word, typed, form),
        _ => typed.to_owned(),
    }
}

/// A bare number gains its unit; one in the other system of units is shown in
/// the reader's, finely enough that sending it back changes nothing that
/// matters.
fn printed(word: &Word, typed: &str, form: &PickForm) -> String {
    let Some(dimension) = crate::ask::dimension(word) else {
        return typed.to_owned();
    };
    let unit = dimension.unit(form.units);
    if let Some((from, to)) = upper_end(word).and_then(|_| range(typed)) {
        return match (
            dimension.read(&from, form.units),
            dimension.read(&to, form.units),
        ) {
            (Ok(a), Ok(b)) => {
                let from = dimension.print_fine(a, form.units);
                let from = from.trim_end_matches(unit).trim_end();
                format!("{from}–{}", dimension.print_fine(b, form.units))
            }
            _ => typed.to_owned(),
        };
    }
    if typed.ends_with(unit) {
        return typed.to_owned();
    }
    match dimension.read(typed, form.units) {
        Ok(_) if typed.ends_with(|c: char| c.is_ascii_digit()) => format!("{typed} {unit}"),
        Ok(value) => dimension.print_fine(value, form.units),
        Err(_) => typed.to_owned(),
    }
}

/// The codes of a word's choices with their words.
fn choices(
    word: &Word,
    typed: &str,
    answer: Option<&Answer>,
) -> Vec<(&'static str, Cow<'static, str>)> {
    let codes = match word.kind {
        Kind::Code(list) => list(),
        Kind::Truth(label) => {
            let unset = Cow::Borrowed(blank(word.key));
            return vec![("", unset), ("on", Cow::Borrowed(label))];
        }
        Kind::Number(..) | Kind::Weight | Kind::HookNumber => return Vec::new(),
    };
    let usual = match word.key {
        "school" => Some(answer.map_or(Cow::Borrowed("usual here"), |a| {
            Cow::Owned(format!("usual here: {}", a.school))
        })),
        "course" => Some(
            answer
                .and_then(|a| a.course.as_ref())
                .map_or(Cow::Borrowed("usual here"), |c| {
                    Cow::Owned(format!("usual here: {}", c.code))
                }),
        ),
        "shape" => Some(answer.map_or(Cow::Borrowed("what suits"), |a| {
            Cow::Owned(format!("what suits: {}", a.head.shape))
        })),
        _ if is_view(word) => Some(Cow::Borrowed("as is usual")),
        "rig" => Some(answer.map_or(Cow::Borrowed("best here"), |a| {
            Cow::Owned(format!(
                "best here: {}",
                a.rigs.first().map_or("", |r| r.rig.label())
            ))
        })),
        "line_kind" | "material" | "light" | "pressure" | "toothy" => {
            usual_words(word, answer).map(Cow::Borrowed)
        }
        "forage" | "build" | "power" | "wind_side" | "reel" | "head_shape" | "head_material"
        | "head_tie" | "head_eye" | "head_keeper" | "head_style" | "head_wire" => {
            Some(Cow::Borrowed(blank(word.key)))
        }
        _ => None,
    };
    // The plain default stands first and is not offered twice.
    let plain = usual_code(word.key, answer);
    let offered = codes
        .iter()
        .filter(|(code, _)| plain != Some(*code) || typed == *code);
    let blank = usual.map(|label| ("", label)).into_iter();
    blank
        .chain(offered.map(|&(code, label)| (code, Cow::Borrowed(label))))
        .collect()
}

impl Sentence {
    /// The sentence of a form, with its faults.
    #[must_use]
    pub fn new(form: &PickForm, faults: &[FieldError], answer: Option<&Answer>) -> Self {
        let controls: Vec<_> = WORDS
            .iter()
            .enumerate()
            .map(|w| control(w, form, faults, answer))
            .collect();
        let named = |f: &FieldError| {
            WORDS
                .iter()
                .find(|w| w.field == f.field || upper_end(w).is_some_and(|l| f.field == l.field))
                .map_or("The question", |w| w.label)
        };
        let more_open = controls
            .iter()
            .any(|c| MORE.contains(&c.key) && c.fault.is_some());
        Self {
            faults: faults
                .iter()
                .map(|f| (named(f), f.message.clone()))
                .collect(),
            more_open,
            by_school: answer.is_none_or(Answer::by_school),
            controls,
        }
    }

    /// A word by its name. Templates name only words that stand in [`WORDS`].
    #[must_use]
    pub fn word(&self, key: &str) -> &Control {
        self.controls
            .iter()
            .find(|c| c.key == key)
            .unwrap_or(&self.controls[0])
    }

    /// The same with what was assumed for words that were left blank, each marked as such.
    #[must_use]
    pub fn assuming(mut self, assumed: &[(&str, String)]) -> Self {
        for (key, text) in assumed {
            let blank = |c: &&mut Control| c.key == *key && c.is_blank();
            if let Some(control) = self.controls.iter_mut().find(blank) {
                control.assume(&format!("{text}{ASSUMED}"));
            }
        }
        self
    }

    /// Whether the fish are off the bottom, so that their depth is asked.
    #[must_use]
    pub fn off_bottom(&self) -> bool {
        let chosen = |c: &&Choice| c.chosen;
        let at = self.word("fish_at").choices.iter().find(chosen);
        at.is_some_and(|c| c.code != FishAt::Bottom.code())
            || self.word("fish_depth").fault.is_some()
    }

    /// The second sentence in a few words, for its closed state.
    #[must_use]
    pub fn more_summary(&self) -> String {
        let say = |key: &str, name: &str| {
            let text = &self.word(key).typed;
            format!(
                "{name} {}",
                if text.is_empty() {
                    &self.word(key).text
                } else {
                    text
                }
            )
        };
        format!(
            "{}, {}, {}, line, rod and more",
            say("cast", "cast"),
            say("drift", "drift"),
            say("light", "light")
        )
    }
}

/// The question of a kept answer, told in one plain sentence.
#[must_use]
pub fn told(r: &yarrowfen_core::PickRequest, a: &Answer, units: UnitSystem) -> String {
    let (w, d) = (&r.water, describe(r, units));
    let temp = w.temp_c.map_or(String::new(), |t| {
        format!(" at {}", Dimension::Temperature.print(t, units))
    });
    let current = if w.current_mps > 0.0 {
        Dimension::Speed.print(w.current_mps, units)
    } else {
        "none".into()
    };
    let drift = if w.drift_mps > 0.0 {
        format!(", drift {}", Dimension::Speed.print(w.drift_mps, units))
    } else {
        String::new()
    };
    let course = a.course.as_ref();
    let course = course.map_or(String::new(), |c| format!(", {}", c.code));
    let shape = r.shape.map_or(String::new(), |s| format!(", {s} head"));
    format!(
        "In {} of {} water over {} with {}, {}{temp}, wind {}, current {current}{drift}, for {} that are {} and {}: a {} on a {}{shape}{course}, fished for {}. Cast {}.",
        d.depth,
        w.clarity,
        w.bottom,
        w.cover,
        r.season,
        d.wind,
        r.species,
        r.mood,
        d.fish_at,
        d.bait,
        a.rig,
        a.school,
        d.cast,
    )
}
