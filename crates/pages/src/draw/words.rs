//! A small drawing of each term of the trade.

use yarrowfen_core::base::codes::{
    BaitForm, Bottom, HookStyle, Keeper, Material, Plastic, Point, Rig, Shape, Tie, Wire,
};
use yarrowfen_core::base::{GRAMS_PER_OUNCE, UnitSystem};
use yarrowfen_core::choose::tie::ADVISED_EYE;
use yarrowfen_core::gear::seat::{BenchBait, head_size};
use yarrowfen_core::own_box::NamedHook;
use yarrowfen_core::question::{Bait, Fields, Loose};
use yarrowfen_core::{Engine, Options, PickRequest};

use super::sketches;
use super::tackle::alone::{
    bait_alone, bait_otherwise, head_alone, head_in_front, hook_alone, plastic_of,
};
use super::tackle::figure::{Drawing, Figure};
use super::tackle::hooks::HookSize;
use super::tackle::look::{Look, Part};
use super::tackle::path::{Path, Pt, turned, turned_path};
use super::tackle::reach::bounds;
use super::tackle::rigged::{Tied, line_up, rigged};

/// All heads of the page weigh a quarter ounce.
const HEAD_OZ: f64 = 0.25;
/// The number that all hooks of the page have.
const HOOK: &str = "3/0";
/// Thickness of lines that are drawn as wire where no hook says how thick it is, mm.
const WIRE_MM: f64 = 1.1;

/// The drawing of a term of a group; none where there is nothing to draw.
#[must_use]
pub fn drawing(engine: &Engine, group: &str, code: &'static str) -> Option<Figure> {
    match group {
        "rig" => rig(engine, Rig::from_code(code)?),
        "shape" => Some(shape(engine, Shape::from_code(code)?)),
        "tie" => Some(tie(engine, Tie::from_code(code)?)),
        "keeper" => Some(keeper(engine, Keeper::from_code(code)?)),
        "hook" => hook(engine, HookStyle::from_code(code)?),
        "bait" => Some(bait(engine, BaitForm::from_code(code)?)),
        "bottom" => Some(bottom(Bottom::from_code(code)?)),
        _ => sketches::sketch(group, code),
    }
}

fn drawn(id: &str, parts: &[Part], plastic: &str, unit: f64) -> Figure {
    let drawing = Drawing {
        id,
        unit,
        wire: WIRE_MM,
        hatched: true,
    };
    drawing.figure(parts, plastic, 3.0)
}

/// A head of the page's weight by its shape.
fn on_page(engine: &Engine, shape: Shape, tie: Tie, keeper: Option<Keeper>) -> Tied {
    Tied {
        form: BaitForm::Stick,
        bait: (70.0, 10.0),
        shape,
        head: head_size(
            engine.tables(),
            shape,
            HEAD_OZ * GRAMS_PER_OUNCE,
            Material::Lead,
        ),
        tie,
        turn: ADVISED_EYE,
        keeper,
        style: HookStyle::RoundBend,
        hook: HookSize {
            gap: 1.0,
            length: 1.0,
            wire: WIRE_MM,
        },
        point: Point::Exposed,
        post: None,
    }
}

/// Where a shape is tied that has its tie nowhere else.
fn tie_of(shape: Shape) -> Tie {
    match shape {
        Shape::Bullet | Shape::Wedge | Shape::Propeller => Tie::Nose,
        _ => Tie::Top,
    }
}

/// Two views side by side.
fn beside(parts: Vec<Part>, next: impl FnOnce((f64, f64)) -> Vec<Part>, half: f64) -> Vec<Part> {
    let right = bounds(parts.iter().map(|p| p.d.as_str())).map_or(0.0, |b| b[2]);
    let mut all = parts;
    all.extend(next((right + 5.0 + half, 0.0)));
    all
}

fn shape(engine: &Engine, shape: Shape) -> Figure {
    let t = on_page(engine, shape, tie_of(shape), None);
    let parts = beside(
        head_alone(&t, false),
        |at| head_in_front(&t, at),
        0.75 * t.head.1.max(t.head.0),
    );
    drawn(&format!("shape-{}", shape.code()), &parts, "", 0.2)
}

fn tie(engine: &Engine, tie: Tie) -> Figure {
    let t = on_page(engine, Shape::Ball, tie, None);
    let parts = beside(
        head_alone(&t, false),
        |at| head_in_front(&t, at),
        t.head.1 / 2.0,
    );
    drawn(&format!("tie-{}", tie.code()), &parts, "", 0.2)
}

fn keeper(engine: &Engine, keeper: Keeper) -> Figure {
    let t = on_page(engine, Shape::Ball, Tie::Top, Some(keeper));
    drawn(
        &format!("keeper-{}", keeper.code()),
        &head_alone(&t, false),
        "",
        0.2,
    )
}

fn hook(engine: &Engine, style: HookStyle) -> Option<Figure> {
    let named = NamedHook::nominal(engine.tables(), HOOK, style, Wire::Medium)?;
    let parts = hook_alone(style, HookSize::of(&named.measures));
    Some(drawn(&format!("hook-{}", style.code()), &parts, "", 0.36))
}

/// Lengths that forms of the page are drawn at, mm: what is fished of them most.
fn usual_mm(form: BaitForm) -> f64 {
    match form {
        BaitForm::Worm | BaitForm::RibbonWorm => 140.0,
        BaitForm::Stick => 100.0,
        BaitForm::Grub | BaitForm::SkirtedGrub => 75.0,
        _ => 89.0,
    }
}

fn bait(engine: &Engine, form: BaitForm) -> Figure {
    let length = usual_mm(form);
    let asked = Bait {
        form,
        length_mm: length,
        body_mm: None,
        plastic: Plastic::Standard,
        build: None,
        mass_g: None,
    };
    let depth = BenchBait::new(&asked, None, engine.tables()).depth_mm();
    let mut parts = bait_alone(form, length, depth);
    let plastic = plastic_of(&parts);
    if let Some((_, other)) = bait_otherwise(form, length, depth) {
        let edge =
            |p: &[Part], k: usize| bounds(p.iter().map(|p| p.d.as_str())).map_or(0.0, |b| b[k]);
        let by = if form == BaitForm::PaddleTail || form == BaitForm::SlimShad {
            (edge(&parts, 2) + 6.0 - edge(&other, 0), 0.0)
        } else {
            (0.0, edge(&parts, 3) + 4.0 - edge(&other, 1))
        };
        parts.extend(other.iter().map(|p| p.clone().moved(by)));
    }
    drawn(&format!("bait-{}", form.code()), &parts, &plastic, 0.42)
}

/// A rig as the answer ties it on where nothing but the rig is asked.
fn rig(engine: &Engine, rig: Rig) -> Option<Figure> {
    let asked = Fields::from([("rig", Loose::Text(rig.code().to_owned()))]);
    let request = PickRequest::read(&asked, UnitSystem::Metric).ok()?;
    let request = engine.settled(&request);
    let answer = engine.pick(&request, Options::default());
    let form = request.bait.form;
    let laid = rigged(&Tied::of(&answer, form));
    let mut parts = laid.parts.clone();
    let mut plastic = laid.plastic.clone();
    if rig == Rig::SwingHead {
        parts.extend(hinge(laid.face, laid.end));
    }
    if let Some(degrees) = stands(rig) {
        parts = parts
            .into_iter()
            .map(|p| p.turned((0.0, 0.0), degrees))
            .collect();
        plastic = turned_path(&plastic, (0.0, 0.0), degrees);
        parts.push(ground(&turned_path(&laid.head.side, (0.0, 0.0), degrees)));
    } else {
        parts.push(line_up(&laid.head, &laid.fittings, 12.0));
    }
    let long = laid.bounds[2] - laid.bounds[0];
    let figure = Drawing {
        id: &format!("rig-{}", rig.code()),
        unit: (long / 300.0).max(0.24),
        wire: answer.hook.wire_mm,
        hatched: true,
    };
    Some(figure.figure(&parts, &plastic, 3.0))
}

/// By how much a rig stands on the bottom at rest, its tail up, degrees.
fn stands(rig: Rig) -> Option<f64> {
    match rig {
        Rig::Ned => Some(-64.0),
        Rig::ShakyHead => Some(-40.0),
        _ => None,
    }
}

/// The bottom under a head.
fn ground(head: &str) -> Part {
    let b = bounds([head].into_iter()).unwrap_or_default();
    let (left, right) = (b[0] - 12.0, b[2] + 40.0);
    Part::new(Look::Ink, Path::at((left, b[3])).line((right, b[3])).open())
}

/// That hook and bait swing about the ring: a dashed arc behind the tail, pointed at both
/// ends.
fn hinge(about: f64, end: f64) -> Vec<Part> {
    let middle = (about, 0.0);
    let far = (end + 7.0, 0.0);
    let arc: Vec<_> = (-4..=3)
        .map(|k| turned(far, middle, f64::from(k) * 6.0))
        .collect();
    let point = |at: Pt, way: f64| {
        let side = |dx: f64| turned((at.0 + dx, at.1 + way * 3.4), at, 0.0);
        Part::new(
            Look::Ink,
            Path::at(side(-1.6)).line(at).line(side(1.6)).open(),
        )
    };
    vec![
        Part::new(Look::Meant, Path::at(arc[0]).smooth(&arc).open()),
        point(arc[0], 1.0),
        point(arc[arc.len() - 1], -1.0),
    ]
}

fn bottom(bottom: Bottom) -> Figure {
    sketches::bed(bottom)
}
