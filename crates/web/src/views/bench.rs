//! The bench: bait and hook together, to scale, from their measures.

use std::fmt::Write;

use askama::Template;
use serde::Serialize;
use yarrowfen_core::Engine;
use yarrowfen_core::bench::{
    self, BenchBait, Seated, asked as judge_by, seat, sits_at, steps, verdict,
};
use yarrowfen_core::codes::{BaitForm, HookStyle, Rig, Species, Wire};
use yarrowfen_core::hook::{Judgement, Sits};
use yarrowfen_core::own::{Item, NamedHook, named_hook};
use yarrowfen_core::units::{Dimension, Printed, UnitSystem, plain, printed, round};

use super::Frame;
use super::drawing::outline as head_outline;
use super::sentence::{Choice, Control};
use crate::form::bench::{BenchAsked, BenchForm, head_size};
use crate::session::Reader;

/// Pixels for a millimetre where the screen was not measured: CSS's own.
pub const CSS_PX_PER_MM: f64 = 96.0 / 25.4;
/// Rows of the table of hooks.
const HOOKS: usize = 9;
/// How finely a hook is drawn along the bait, mm.
const STEP: f64 = 0.5;

fn n(v: f64) -> Printed {
    printed(v, 2)
}

/// A hook of the table.
pub struct HookRow {
    /// Number or measure.
    pub name: String,
    /// Cut.
    pub style: HookStyle,
    /// Gap and length.
    pub size: String,
    /// Hook over bait length.
    pub share: String,
    /// How it sits.
    pub sits: Sits,
    /// How many are in the box, and a word where they were not measured; nothing for a nominal one.
    pub own: String,
    /// The bench with this hook.
    pub href: String,
    /// Whether it is the one shown.
    pub here: bool,
}

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

/// The drawing, in millimetres from the nose.
pub struct Plate {
    /// View box.
    pub view: String,
    /// Width and height, mm.
    pub size: (f64, f64),
    /// Outline of the bait.
    pub bait: String,
    /// Ribs or other marks in it.
    pub ribs: String,
    /// Outline of the head, its front at the left.
    pub head: String,
    /// The line tie: centre and radius.
    pub tie: (Printed, Printed, Printed),
    /// The hook, for a face at 0.
    pub hook: String,
    /// Width of its wire.
    pub wire: Printed,
    /// Ticks of the ruler, and its numbers.
    pub ruler: String,
    /// Numbers: place and text.
    pub numbers: Vec<(Printed, String)>,
    /// Height of the ruler.
    pub ruler_y: Printed,
    /// Dimension lines: left, right, height, words.
    pub lines: Vec<(Printed, Printed, Printed, String)>,
    /// Where the hook comes out: place and height of the back there.
    pub exit: (Printed, Printed),
    /// Height of letters.
    pub letter: Printed,
    /// Thickness of drawn lines.
    pub stroke: Printed,
    /// Length of the head, mm.
    pub head_mm: f64,
    /// The keeper, from the face into the bait.
    pub keeper: String,
}

/// The front view, in millimetres from the middle.
pub struct Front {
    /// View box.
    pub view: String,
    /// Half width and half depth.
    pub radii: (Printed, Printed),
    /// Top of the hook, its foot, and the words.
    pub hook: (Printed, Printed, String),
    /// Depth in words.
    pub depth: String,
    /// Where the measures stand beside it.
    pub aside: f64,
    /// Height of letters.
    pub letter: Printed,
    /// Thickness of lines.
    pub stroke: Printed,
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
    pub steps: Vec<(&'static str, String)>,
    /// The measures as a table.
    pub measures: Vec<(&'static str, String)>,
    /// Width of the drawing, in pixels, where it is shown at true size.
    pub true_px: Option<f64>,
}

impl BenchView {
    /// How far below a line its words stand.
    #[must_use]
    pub fn below(&self) -> Printed {
        n(self.plate.size.0 / 62.0 * 1.25)
    }
    /// How far below the ruler its numbers stand.
    #[must_use]
    pub fn under_ruler(&self) -> Printed {
        n(self.plate.size.0 / 62.0 * 1.9)
    }
    /// Radius of the mark where the hook comes out.
    #[must_use]
    pub fn dot(&self) -> Printed {
        n(self.plate.size.0 / 62.0 * 0.4)
    }
    /// Where the front of the head lies.
    #[must_use]
    pub fn head_from(&self) -> Printed {
        n(-self.plate.head_mm)
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
#[template(path = "bench.html", blocks = ["bench"])]
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
    /// Whether the screen was measured.
    pub calibrated: bool,
    /// Own baits to lay on the bench: name and address.
    pub own_baits: Vec<(String, String)>,
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
            .filter(|i| i.thing.kind() == yarrowfen_core::own::Kind::Bait);
        Self {
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
            "form" => BaitForm::WORDS,
            "style" => HookStyle::WORDS,
            "rig" => Rig::WORDS,
            _ => &[],
        };
        let typed = code(key);
        let choices: Vec<Choice> = list
            .iter()
            .map(|c| Choice {
                code: c.0,
                label: c.1.into(),
                chosen: c.0 == typed,
            })
            .collect();
        let text = choices
            .iter()
            .find(|c| c.chosen)
            .map_or(typed.clone(), |c| c.label.to_string());
        let typed = if typed.is_empty() && list.is_empty() {
            "usual".to_owned()
        } else {
            typed
        };
        Control {
            key,
            label,
            text,
            size: typed.chars().count().max(4),
            typed,
            choices,
            fault: faults.iter().find(|f| f.0 == key).map(|f| f.1.clone()),
            chips: chips(key, form.units),
        }
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
        says: verdict(&s, &judged, &a.hook.measures, units),
        basis: basis(&a.hook, &size),
        front: front(a, &s, units),
        places: places(a, &bait, &judged, range, units),
        range,
        hooks: hooks(engine, form, a, &bait, things),
        steps: steps(&s, &bait, units)
            .into_iter()
            .map(|(h, t)| (h, t.into_owned()))
            .collect(),
        measures: measures(a, &bait, &s, &judged, &size),
        true_px: px_per_mm.map(|px| plate.size.0 * px),
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
                says: verdict(&s, judged, &a.hook.measures, units),
                mark: format!("{where_to} {}", size(s.exit_mm)),
                tail: tail_words(bait, &s, &size),
            }
        })
        .collect();
    serde_json::to_string(&all).unwrap_or_default()
}

/// Height of the mark: on the back, or at the belly of a hidden point.
fn exit_y(bait: &BenchBait<'_>, s: &Seated) -> f64 {
    let half = bait.depth_at(s.exit_mm) / 2.0;
    if s.hidden { half } else { -half }
}

fn tail_words(bait: &BenchBait<'_>, s: &Seated, size: &dyn Fn(f64) -> String) -> String {
    let clear = s.clear_of_tail_mm;
    let root = size(bait.tail_root_mm());
    if clear < 0.0 {
        format!("tail root {root}: the hook ends {} behind it", size(-clear))
    } else {
        format!("tail root {root}: the hook ends {} before it", size(clear))
    }
}

/// The hooks of the box and the nominal ones of the style shown, best first;
/// the one shown is always among them.
fn hooks(
    engine: &Engine,
    form: &BenchForm,
    a: &BenchAsked,
    bait: &BenchBait<'_>,
    things: &[&Item],
) -> Vec<HookRow> {
    let tables = engine.tables();
    let mut all: Vec<(Judgement, NamedHook, Option<&Item>)> = Vec::new();
    let mut put = |hook: NamedHook, item| {
        let same = |h: &(Judgement, NamedHook, Option<&Item>)| {
            h.1.label() == hook.label() && h.1.measures == hook.measures
        };
        if !all.iter().any(same) {
            all.push((judge(engine, a, bait, &hook), hook, item));
        }
    };
    for item in things {
        if let Some(hook) = named_hook(tables, &item.thing) {
            put(hook, Some(*item));
        }
    }
    put(a.hook.clone(), None);
    for size in &tables.hooks.size {
        if let Some(hook) = NamedHook::nominal(tables, &size.label, a.hook.style, Wire::Medium) {
            put(hook, None);
        }
    }
    let shown = |h: &NamedHook| h.label() == a.hook.label() && h.measures == a.hook.measures;
    // An own hook that is wide of the mark still beats nothing; the best come first.
    all.sort_by(|x, y| x.0.cost.total_cmp(&y.0.cost));
    let far = all
        .iter()
        .skip(HOOKS)
        .position(|h| shown(&h.1))
        .map(|at| at + HOOKS);
    let keep: Vec<usize> = (0..all.len().min(HOOKS)).chain(far).collect();
    keep.into_iter()
        .map(|at| {
            let (judged, hook, item) = &all[at];
            row(form, judged, hook, *item, shown(hook))
        })
        .collect()
}

fn row(
    form: &BenchForm,
    judged: &Judgement,
    hook: &NamedHook,
    item: Option<&Item>,
    here: bool,
) -> HookRow {
    let m = &hook.measures;
    let mm = |measured: bool, v: f64| {
        if measured {
            format!("{} mm", plain(v, 2))
        } else {
            String::new()
        }
    };
    let number = hook
        .number
        .as_ref()
        .map_or_else(String::new, |n| n.as_str().to_owned());
    let query = form.query_with(&[
        ("hook", &number),
        ("style", hook.style.code()),
        ("gap", &mm(hook.gap_measured || number.is_empty(), m.gap_mm)),
        (
            "long",
            &mm(hook.length_measured || number.is_empty(), m.length_mm),
        ),
    ]);
    let size = |v: f64| match form.units {
        UnitSystem::Metric => plain(v, 1),
        UnitSystem::Imperial => Dimension::Size.print(v, form.units).replace(" in", ""),
    };
    HookRow {
        name: if number.is_empty() {
            "own".into()
        } else {
            number
        },
        style: hook.style,
        size: format!("{} / {}", size(m.gap_mm), size(m.length_mm)),
        share: plain(judged.length_ratio, 2),
        sits: judged.sits,
        own: item.map_or_else(String::new, |i| {
            let measured = if hook.gap_measured { "" } else { ", by number" };
            format!("{}{measured}", i.count)
        }),
        href: format!("/bench?{query}"),
        here,
    }
}

/// A smooth outline through the corners of a profile.
fn smooth(bait: &BenchBait<'_>) -> String {
    let top: Vec<(f64, f64)> = bait.outline().map(|(x, d)| (x, -d / 2.0)).collect();
    let mut all: Vec<(f64, f64)> = top.clone();
    all.extend(top.iter().rev().map(|p| (p.0, -p.1)));
    let mut path = format!("M{} {}", n(all[0].0), n(all[0].1));
    // Each inner corner of a side is rounded: half-way points are on the outline.
    for (i, side) in [&all[..top.len()], &all[top.len()..]]
        .into_iter()
        .enumerate()
    {
        if i == 1 {
            let _ = write!(path, "L{} {}", n(side[0].0), n(side[0].1));
        }
        for w in side.windows(3) {
            let mid = (w[1].0.midpoint(w[2].0), w[1].1.midpoint(w[2].1));
            let _ = write!(
                path,
                "Q{} {} {} {}",
                n(w[1].0),
                n(w[1].1),
                n(mid.0),
                n(mid.1)
            );
        }
        let last = side[side.len() - 1];
        let _ = write!(path, "L{} {}", n(last.0), n(last.1));
    }
    path + "Z"
}

/// The hook for a face at 0, the shank at its height, in millimetres.
fn hook_path(a: &BenchAsked, bait: &BenchBait<'_>, s: &Seated) -> (String, f64) {
    let m = &a.hook.measures;
    let r = m.gap_mm / 2.0;
    let centre = m.length_mm - r;
    let tip = centre - bench::POINT * m.length_mm;
    let shank = if s.hidden { bait.depth_mm() / 2.0 } else { 0.0 };
    let mut path = match s.out_mm {
        // In at the nose, down through the chin, then along the belly.
        Some(out) => format!("M0 0L{} {}", n(out - s.entry_mm), n(shank)),
        None => format!("M0 {}", n(shank)),
    };
    let point = shank - m.gap_mm;
    let _ = write!(
        path,
        "H{}A{} {} 0 0 0 {} {}H{}m{} 0l{} {}",
        n(centre),
        n(r),
        n(r),
        n(centre),
        n(point),
        n(tip),
        n(m.gap_mm * 0.16),
        n(m.gap_mm * 0.12),
        n(m.gap_mm * 0.1)
    );
    (path, shank)
}

fn plate(
    engine: &Engine,
    a: &BenchAsked,
    bait: &BenchBait<'_>,
    s: &Seated,
    units: UnitSystem,
) -> Plate {
    let size = |mm: f64| Dimension::Size.print(mm, units);
    let (lh, hh) = head_size(engine, a.head);
    let lh = if s.hidden { 0.0 } else { lh };
    let (hook, shank) = hook_path(a, bait, s);
    let long = bait.length_mm();
    let left = -lh - 6.0;
    let right = long.max(s.bend_mm).max(100.0) + 5.0;
    // Letters are sized for a drawing of the page's width.
    let letter = (right - left) / 62.0;
    let top = -(a.hook.measures.gap_mm - shank)
        .max(bait.depth_mm() / 2.0)
        .max(hh / 2.0 + 4.0)
        - 3.0;
    let ruler_y = top - letter * 2.2;
    let first = (bait.depth_mm() / 2.0).max(hh / 2.0) + letter * 1.8;
    let line = |k: f64, to: f64, words: String| (n(0.0), n(to), n(first + k * letter * 2.5), words);
    let bottom = first + letter * 2.5 * 3.0 + letter * 1.8;
    let (ruler, numbers) = ruler(units, right - 5.0, letter);
    Plate {
        view: format!(
            "{} {} {} {}",
            n(left),
            n(ruler_y - letter * 0.8),
            n(right - left),
            n(bottom - ruler_y + letter * 0.8)
        ),
        size: (right - left, bottom - ruler_y + letter * 0.8),
        bait: smooth(bait),
        ribs: ribs(bait),
        head: if s.hidden {
            String::new()
        } else {
            head_outline(a.head.0, lh, hh)
        },
        tie: (n(-lh * 0.5), n(-hh / 2.0 - letter * 0.3), n(letter * 0.34)),
        hook,
        wire: n(a.hook.measures.wire_mm.max(0.5)),
        ruler,
        numbers,
        ruler_y: n(ruler_y),
        lines: vec![
            line(
                0.0,
                a.hook.measures.length_mm,
                format!(
                    "hook {} = {} of the bait",
                    size(a.hook.measures.length_mm),
                    plain(a.hook.measures.length_mm / long, 2)
                ),
            ),
            line(
                1.0,
                s.exit_mm,
                format!(
                    "{} {}",
                    if s.hidden { "in at" } else { "out at" },
                    size(s.exit_mm)
                ),
            ),
            line(2.0, bait.tail_root_mm(), tail_words(bait, s, &size)),
            line(3.0, long, format!("bait {}", size(long))),
        ],
        exit: (n(s.exit_mm), n(exit_y(bait, s))),
        head_mm: lh,
        letter: n(letter),
        stroke: n(letter * 0.1),
        keeper: format!(
            "M0 {}L{} 0L0 {}",
            n(-hh * 0.12),
            n((hh * 0.55).max(2.0)),
            n(hh * 0.12)
        ),
    }
}

/// A few ribs across the thick part.
fn ribs(bait: &BenchBait<'_>) -> String {
    let mut path = String::new();
    for k in 2..8 {
        let x = bait.tail_root_mm() * f64::from(k) / 8.0;
        let d = bait.depth_at(x) * 0.86;
        let _ = write!(
            path,
            "M{} {}q{} {} 0 {}",
            n(x),
            n(-d / 2.0),
            n(d * 0.13),
            n(d / 2.0),
            n(d)
        );
    }
    path
}

/// Ticks and numbers in millimetres or inches.
fn ruler(units: UnitSystem, long: f64, letter: f64) -> (String, Vec<(Printed, String)>) {
    let (step, medium, large) = match units {
        UnitSystem::Metric => (1.0, 5, 10),
        UnitSystem::Imperial => (25.4 / 8.0, 4, 8),
    };
    let mut path = format!("M0 0H{}", n(long));
    let mut numbers = Vec::new();
    for k in 0..=(long / step).floor() as i32 {
        let x = f64::from(k) * step;
        let high = if k % large == 0 {
            0.85
        } else if k % medium == 0 {
            0.6
        } else {
            0.35
        };
        let _ = write!(path, "M{} 0v{}", n(x), n(letter * high));
        if k % large == 0 {
            let number = match units {
                UnitSystem::Metric => plain(x, 0),
                UnitSystem::Imperial => (k / large).to_string(),
            };
            numbers.push((n(x), number));
        }
    }
    (path, numbers)
}

fn front(a: &BenchAsked, s: &Seated, units: UnitSystem) -> Front {
    let size = |mm: f64| Dimension::Size.print(mm, units);
    let half = (s.depth_mm / 2.0).max(1.0);
    let foot = if s.hidden { half } else { 0.0 };
    let tip = foot - a.hook.measures.gap_mm;
    let top = tip.min(-half) - 2.0;
    let high = half + 2.0 - top;
    let letter = high / 7.5;
    Front {
        view: format!(
            "{} {} {} {}",
            n(-half - letter * 4.0),
            n(top),
            n(half * 2.0 + letter * 8.0),
            n(high)
        ),
        radii: (n(half * 0.86), n(half)),
        hook: (n(tip), n(foot), size(a.hook.measures.gap_mm)),
        depth: size(s.depth_mm),
        aside: half + 1.5,
        letter: n(letter),
        stroke: n(letter * 0.1),
    }
}

/// The sheet for laying the real bait on.
#[derive(Template)]
#[template(path = "bench_print.html")]
pub struct PrintPage {
    /// Frame.
    pub frame: Frame,
    /// The drawing.
    pub view: BenchView,
    /// Back to the bench.
    pub back: String,
    /// Whether the sheet is too short.
    pub cut: bool,
}

/// Longest drawing that an A4 sheet holds across, mm.
const SHEET_MM: f64 = 277.0;

impl PrintPage {
    /// The sheet of a bench.
    #[must_use]
    pub fn new(engine: &Engine, reader: &Reader, form: &BenchForm, asked: &BenchAsked) -> Self {
        let query = form.query_with(&[]);
        let view = view(engine, form, asked, &[], None);
        Self {
            frame: Frame::new("bench", reader, format!("/bench/print?{query}")),
            cut: view.plate.size.0 > SHEET_MM,
            view,
            back: format!("/bench?{query}"),
        }
    }
}

/// Measuring the screen against a bank card.
#[derive(Template)]
#[template(path = "bench_screen.html")]
pub struct ScreenPage {
    /// Frame.
    pub frame: Frame,
    /// Pixels for a millimetre now.
    pub px_per_mm: f64,
    /// Back to the bench.
    pub back: String,
}

impl ScreenPage {
    /// The page of a browser.
    #[must_use]
    pub fn new(reader: &Reader, query: &str) -> Self {
        Self {
            frame: Frame::new("bench", reader, format!("/bench/screen?{query}")),
            px_per_mm: reader.px_per_mm.unwrap_or(CSS_PX_PER_MM),
            back: format!("/bench?{query}"),
        }
    }
    /// Width and height of the card now, in pixels (ISO/IEC 7810 ID-1: 85.60 × 53.98 mm).
    #[must_use]
    pub fn card(&self) -> (f64, f64) {
        (85.60 * self.px_per_mm, 53.98 * self.px_per_mm)
    }
}
