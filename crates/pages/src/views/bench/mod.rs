//! The bench: bait and hook together, to scale, from their measures.

use askama::Template;
use serde::Serialize;
use yarrowfen_core::Engine;
use yarrowfen_core::base::codes::Sits;
use yarrowfen_core::base::codes::{BaitForm, HookStyle, Rig, Species};
use yarrowfen_core::base::{Dimension, Printed, UnitSystem, json, plain, round};
use yarrowfen_core::gear::hook::Judgement;
use yarrowfen_core::gear::seat::{BenchBait, Seated, asked as judge_by, seat, sits_at};
use yarrowfen_core::own_box::{Item, NamedHook};
use yarrowfen_core::say::bench::{BenchStep, steps, verdict};

mod hooks;
mod sheets;

pub use hooks::HookRow;
pub use sheets::{CSS_PX_PER_MM, PrintPage, ScreenPage};

use crate::draw::bench::{Front, LETTERS_A_WIDTH, Plate, exit_y, front, plate, tail_words};
use crate::draw::tackle::figure::n;
use hooks::hooks;

use super::Frame;
use super::control::Control;
use super::shell::{Changing, Round};
use super::terms::Terms;
use crate::ask::bench::{BenchAsked, BenchForm};
use crate::ask::mend::led;
use crate::reader::Reader;

/// How finely a hook is drawn along the bait, mm.
const STEP: f64 = 0.5;

/// What changes as the hook is drawn along the bait; the page looks it up.
#[derive(Serialize)]
struct Place {
    at: f64,
    at_says: String,
    exit: f64,
    exit_y: f64,
    sits: &'static str,
    ok: bool,
    says: String,
    mark: String,
    tail: String,
}

/// A bench that can be drawn.
pub struct BenchView {
    /// Heading: hook and bait.
    pub heading: (String, String),
    /// In a word.
    pub sits: Sits,
    /// In words with its numbers.
    pub says: String,
    /// What was measured by the angler and wins over the number.
    pub basis: String,
    /// Side view.
    pub plate: Plate,
    /// Front view.
    pub front: Front,
    /// Every place of the hook, as JSON.
    pub places: String,
    /// Least, most and present place, mm.
    pub range: (f64, f64, f64),
    /// Hooks, best first.
    pub hooks: Vec<HookRow>,
    /// Rigging steps.
    pub steps: Vec<BenchStep>,
    /// Terms that lead to what they mean.
    terms: Terms,
    /// The measures as a table.
    pub measures: Vec<(&'static str, String)>,
    /// Width of the drawing, in pixels, where it is shown at true size.
    pub true_px: Option<f64>,
}

impl BenchView {
    /// How far below a line its words stand.
    #[must_use]
    pub fn below(&self) -> Printed {
        n(self.plate.figure.size.0 / LETTERS_A_WIDTH * 1.25)
    }
    /// How far below the ruler its numbers stand.
    #[must_use]
    pub fn under_ruler(&self) -> Printed {
        n(self.plate.figure.size.0 / LETTERS_A_WIDTH * 1.9)
    }
    /// A sentence with its terms as links, as HTML.
    #[must_use]
    pub fn linked(&self, text: &str) -> String {
        self.terms.linked(text)
    }
    /// Radius of the mark where the hook comes out.
    #[must_use]
    pub fn dot(&self) -> Printed {
        n(self.plate.figure.size.0 / LETTERS_A_WIDTH * 0.4)
    }
    /// Where the measures beside the front view stand.
    #[must_use]
    pub fn front_aside(&self) -> Printed {
        n(self.front.aside)
    }
    /// Where the hook lies now, in words.
    #[must_use]
    pub fn at_words(&self) -> String {
        at_words(self.range.2)
    }
}

/// Where the face of the head lies, in words.
fn at_words(at: f64) -> String {
    match at {
        0.0 => "face at the nose".into(),
        _ if at > 0.0 => format!("{} mm behind the nose", plain(at, 1)),
        _ => format!("{} mm before the nose", plain(-at, 1)),
    }
}

/// The page.
#[derive(Template)]
#[template(path = "bench.html")]
pub struct BenchPage {
    /// Frame.
    pub frame: Frame,
    /// Words of the sentence.
    words: Vec<Control>,
    /// Faults by name.
    pub faults: Vec<(&'static str, String)>,
    /// The drawing and what goes with it.
    pub view: Option<BenchView>,
    /// The question as a query string.
    pub query: String,
    /// Where how the hook sits is looked at as a complaint.
    pub mend: String,
    /// Whether the screen was measured.
    pub calibrated: bool,
    /// Own baits to lay on the bench: name and address.
    pub own_baits: Vec<(String, String)>,
}

impl Changing for BenchPage {
    fn round(&self) -> Round<'_> {
        let title = match &self.view {
            Some(v) => format!("{} in {} · Bench · Yarrowfen", v.heading.0, v.heading.1),
            None => "Bench · Yarrowfen".to_owned(),
        };
        Round {
            frame: &self.frame,
            title,
            scripts: &["bench.js"],
            id: "bench",
            here: format!("/bench?{}", self.query),
        }
    }
}

impl BenchPage {
    /// A word of the sentence.
    ///
    /// # Panics
    /// Never for the words that the template names.
    #[must_use]
    pub fn word(&self, key: &str) -> &Control {
        self.words
            .iter()
            .find(|w| w.key == key)
            .unwrap_or(&self.words[0])
    }

    /// The page of a form, with what of a box can lie on the bench.
    #[must_use]
    pub fn new(engine: &Engine, reader: &Reader, form: &BenchForm, things: &[&Item]) -> Self {
        let query = form.query_with(&[]);
        let read = form.read(engine);
        let (view, faults) = match &read {
            Ok(asked) => (
                Some(view(engine, form, asked, things, reader.px_per_mm)),
                Vec::new(),
            ),
            Err(faults) => (None, faults.clone()),
        };
        let label = |key: &'static str| WORDS.iter().find(|w| w.0 == key).map_or(key, |w| w.1);
        let baits = things
            .iter()
            .filter(|i| i.thing.kind() == yarrowfen_core::own_box::BoxList::Bait);
        let sits = view.as_ref().map_or(Sits::Right, |v| v.sits);
        let complaint = engine.tables().mend.sits_leads[sits];
        Self {
            mend: read
                .as_ref()
                .map(|asked| led(&asked.question(), complaint))
                .unwrap_or_default(),
            frame: Frame::new("bench", reader, format!("/bench?{query}")),
            words: words(form, read.as_ref().ok(), &faults),
            faults: faults.iter().map(|f| (label(f.0), f.1.clone())).collect(),
            view,
            calibrated: reader.px_per_mm.is_some(),
            own_baits: baits
                .take(40)
                .map(|i| {
                    (
                        i.thing.told(reader.options.units).0,
                        format!("/bench?{}", form.query_of(i)),
                    )
                })
                .collect(),
            query,
        }
    }
}

/// Words of the sentence and their names.
const WORDS: &[(&str, &str)] = &[
    ("length", "Bait length"),
    ("form", "Bait form"),
    ("body", "Thickest depth"),
    ("tail", "Tail root"),
    ("hook", "Hook number"),
    ("style", "Hook style"),
    ("gap", "Gap"),
    ("long", "Hook length"),
    ("rig", "Rig"),
];

fn words(
    form: &BenchForm,
    read: Option<&BenchAsked>,
    faults: &[(&'static str, String)],
) -> Vec<Control> {
    let code = |key: &str| -> String {
        let typed = form.typed(key);
        match (key, read) {
            _ if !typed.is_empty() => typed.to_owned(),
            ("form", Some(a)) => a.bait.form.code().into(),
            ("style", Some(a)) => a.hook.style.code().into(),
            ("rig", Some(a)) => a.rig.code().into(),
            ("hook", Some(a)) => a
                .hook
                .number
                .as_ref()
                .map_or_else(String::new, |n| n.as_str().into()),
            ("length", Some(a)) => Dimension::Size.print(a.bait.length_mm, form.units),
            _ => String::new(),
        }
    };
    let control = |&(key, label): &(&'static str, &'static str)| {
        let list: &[(&'static str, &'static str)] = match key {
            "form" => BaitForm::words(),
            "style" => HookStyle::words(),
            "rig" => Rig::words(),
            _ => &[],
        };
        let typed = code(key);
        let in_box = match &*typed {
            "" if list.is_empty() => "usual".to_owned(),
            _ => typed.clone(),
        };
        let choices = list.iter().map(|&(code, words)| (code, words.into()));
        Control::new(key, label, in_box, (4, usize::MAX))
            .of_choices(choices)
            .wrong(faults.iter().find(|f| f.0 == key).map(|f| f.1.clone()))
            .near(chips(key, form.units))
    };
    WORDS.iter().map(control).collect()
}

/// Values one tap away.
fn chips(key: &str, units: UnitSystem) -> &'static str {
    match (key, units) {
        ("length", UnitSystem::Metric) => "50 mm|64 mm|70 mm|76 mm|89 mm|97 mm|110 mm|140 mm",
        ("length", UnitSystem::Imperial) => "2 in|2.5 in|2.75 in|3 in|3.5 in|3.8 in|4.3 in|5.5 in",
        ("body" | "tail" | "gap" | "long", _) => "usual",
        ("hook", _) => "4|2|1|1/0|2/0|3/0|4/0|5/0",
        _ => "",
    }
}

fn view(
    engine: &Engine,
    form: &BenchForm,
    a: &BenchAsked,
    things: &[&Item],
    px_per_mm: Option<f64>,
) -> BenchView {
    let units = form.units;
    let size = |mm: f64| match units {
        UnitSystem::Metric => format!("{} mm", plain(mm, 1)),
        UnitSystem::Imperial => Dimension::Size.print(mm, units),
    };
    let bait = BenchBait::new(&a.bait, a.tail_root_mm, engine.tables());
    let judged = judge(engine, a, &bait, &a.hook);
    let s = seat(&bait, &a.hook.measures, a.hook.style, a.at_mm);
    let plate = plate(engine, a, &bait, &s, units);
    let name = a.hook.number.as_ref().map_or_else(
        || format!("{} gap", size(a.hook.measures.gap_mm)),
        |n| n.as_str().to_owned(),
    );
    let range = (
        -8.0,
        (bait.length_mm() - a.hook.measures.length_mm).clamp(6.0, 40.0),
        a.at_mm,
    );
    BenchView {
        heading: (
            format!("{name} {}", a.hook.style),
            format!("{} {}", size(bait.length_mm()), a.bait.form),
        ),
        sits: sits_at(&s, &judged),
        says: verdict(&s, &judged, &a.hook.measures, units).into_owned(),
        basis: basis(&a.hook, &size),
        front: front(a, &s, units),
        places: places(a, &bait, &judged, range, units),
        range,
        hooks: hooks(engine, form, a, &bait, things),
        steps: steps(&s, &bait, units),
        terms: Terms::default(),
        measures: measures(a, &bait, &s, &judged, &size),
        true_px: px_per_mm.map(|px| plate.figure.size.0 * px),
        plate,
    }
}

fn judge(engine: &Engine, a: &BenchAsked, bait: &BenchBait<'_>, hook: &NamedHook) -> Judgement {
    let rig = engine.tables().rig(a.rig);
    judge_by(bait, &a.bait, rig, hook.style, Species::Largemouth).judge(&hook.measures)
}

/// What of a hook was measured, and what the number would have said.
fn basis(hook: &NamedHook, size: &dyn Fn(f64) -> String) -> String {
    match (hook.gap_measured || hook.length_measured, hook.nominal_mm) {
        (false, _) => "Gap and length by the number alone, from memory: makers differ. Measure yours, and that wins.".into(),
        (true, Some((gap, length))) => format!(
            "Your measure wins over the number, which says {} of gap and {} of length.",
            size(gap),
            size(length)
        ),
        (true, None) => "By your own measure.".into(),
    }
}

fn measures(
    a: &BenchAsked,
    bait: &BenchBait<'_>,
    s: &Seated,
    judged: &Judgement,
    size: &dyn Fn(f64) -> String,
) -> Vec<(&'static str, String)> {
    let mut all = vec![
        ("Bait length", size(bait.length_mm())),
        ("Thickest depth", size(bait.depth_mm())),
        ("Depth where it bends", size(s.depth_mm)),
        ("Tail root, from the nose", size(bait.tail_root_mm())),
        ("Gap", size(a.hook.measures.gap_mm)),
        ("Gap asked for", size(judged.wanted_gap_mm)),
        ("Hook length", size(a.hook.measures.length_mm)),
        (
            "Hook over bait length",
            format!(
                "{}, {} asked for",
                plain(judged.length_ratio, 2),
                plain(judged.target_ratio, 2)
            ),
        ),
        ("In, from the nose", size(s.entry_mm)),
        (
            if s.hidden {
                "In again at the belly"
            } else {
                "Out of the back"
            },
            size(s.exit_mm),
        ),
        ("Point above the back", size(s.free_mm)),
        ("The same, pressed", size(s.pressed_mm)),
    ];
    if let Some(out) = s.out_mm {
        all.insert(9, ("Out below the nose", size(out)));
    }
    all
}

/// Every place of the hook along the bait.
fn places(
    a: &BenchAsked,
    bait: &BenchBait<'_>,
    judged: &Judgement,
    range: (f64, f64, f64),
    units: UnitSystem,
) -> String {
    let steps = ((range.1 - range.0) / STEP).round() as i32;
    let size = |mm: f64| Dimension::Size.print(mm, units);
    let all: Vec<Place> = (0..=steps)
        .map(|k| {
            let at = range.0 + f64::from(k) * STEP;
            let s = seat(bait, &a.hook.measures, a.hook.style, at);
            let sits = sits_at(&s, judged);
            let where_to = if s.hidden { "in at" } else { "out at" };
            Place {
                at,
                at_says: at_words(at),
                exit: round(s.exit_mm, 2),
                exit_y: round(exit_y(bait, &s), 2),
                sits: sits.label(),
                ok: sits == Sits::Right,
                says: verdict(&s, judged, &a.hook.measures, units).into_owned(),
                mark: format!("{where_to} {}", size(s.exit_mm)),
                tail: tail_words(bait, &s, &size),
            }
        })
        .collect();
    json::written(&all).unwrap_or_default()
}
