//! What is tied on, from the front or from the side, with the measure that is looked at.

use yarrowfen_core::answer::mend::TiedOnTold;
use yarrowfen_core::base::codes::{BaitForm, Gauge, Tie};
use yarrowfen_core::base::{Dimension, Printed, UnitSystem};

use super::tackle::alone::head_in_front;
use super::tackle::figure::{Drawing, Figure, n, view_box};
use super::tackle::hooks::HookSize;
use super::tackle::look::{Look as Of, Part};
use super::tackle::path::ellipse;
use super::tackle::reach::bounds;
use super::tackle::rigged::{Tied, rigged};

/// A mark: a line, and its words.
pub struct Mark {
    /// The line.
    pub d: String,
    /// Its class.
    pub class: &'static str,
    /// Where its words stand.
    pub at: (Printed, Printed),
    /// From where they run.
    pub anchor: &'static str,
    /// The words.
    pub text: String,
}

/// The drawing.
pub struct MendDrawing {
    /// Tackle.
    pub figure: Figure,
    /// What is measured on it.
    pub marks: Vec<Mark>,
    /// Height of letters, mm.
    pub letter: Printed,
    /// Thickness of the marks, mm.
    pub stroke: Printed,
    /// Whether it is from the front, else from the side.
    pub front: bool,
}

/// Width and greatest height that it is shown at, pixels.
const SHOWN_PX: (f64, f64) = (284.0, 150.0);
/// Height of letters, pixels.
const LETTER_PX: f64 = 14.0;

/// Whether a measure is seen from the front.
fn in_front(gauge: Gauge) -> bool {
    matches!(
        gauge,
        Gauge::EyeOverBait
            | Gauge::TieAngle
            | Gauge::KnotOnRock
            | Gauge::LineAngle
            | Gauge::Upright
    )
}

fn tied(t: &TiedOnTold, form: BaitForm) -> Tied {
    let stands = matches!(t.tie, Tie::Top | Tie::FortyFive);
    Tied {
        form,
        bait: (t.bait_length_mm, t.bait_depth_mm),
        shape: t.shape,
        head: (t.head_length_mm, t.head_height_mm),
        tie: t.tie,
        turn: t.eye,
        keeper: Some(t.keeper),
        style: t.hook_style,
        hook: HookSize {
            gap: t.gap_mm,
            length: t.hook_length_mm,
            wire: t.wire_mm,
        },
        point: t.point,
        post: stands.then(|| {
            // Its height is that of the ring's middle.
            let ring = super::tackle::tie::ring_of(t.wire_mm);
            (t.eye_mm - t.head_height_mm / 2.0 - ring).max(0.0)
        }),
    }
}

/// What is looked at of what is tied on.
#[derive(Debug, Clone, Copy)]
pub struct Look {
    /// The measure; none is from the side.
    pub gauge: Option<Gauge>,
    /// Whether it lies beyond what is wanted.
    pub beyond: bool,
    /// Units of the words.
    pub units: UnitSystem,
    /// What the drawing's clips are called by: one word for each drawing of a page.
    pub id: &'static str,
}

/// What is tied on, with the measure that is looked at.
#[must_use]
pub fn drawing(t: &TiedOnTold, form: BaitForm, look: Look) -> MendDrawing {
    match look.gauge {
        Some(gauge) if in_front(gauge) => front(t, form, look),
        _ => side(t, form, look),
    }
}

fn class(beyond: bool) -> &'static str {
    if beyond { "rustline" } else { "line" }
}

fn told(t: &TiedOnTold, from: &str) -> String {
    format!("{}, from the {from}", t.text)
}

/// The head before the bait's cross-section, and how high eye and bait reach.
fn front(t: &TiedOnTold, form: BaitForm, look: Look) -> MendDrawing {
    let Look { beyond, units, .. } = look;
    let r = t.reach_mm;
    let head = head_in_front(&tied(t, form), (0.0, 0.0));
    let outline = Part::new(Of::Plastic, ellipse((0.0, 0.0), r, r));
    let mut parts = vec![outline];
    parts.extend(head);
    let b = bounds(parts.iter().map(|p| p.d.as_str())).unwrap_or([-r, -r, r, r]);
    let eye = -t.eye_mm;
    let high = b[3] - b[1].min(eye);
    let unit = (high / (SHOWN_PX.1 - 30.0)).max((b[2] - b[0]) / (SHOWN_PX.0 - 150.0));
    let size = |mm: f64| Dimension::Size.print(mm, units);
    let right = b[2].max(r) + 8.0 * unit;
    let letter = LETTER_PX * unit;
    let level = |y: f64, text: String, class, below: bool| Mark {
        d: format!(
            "M{} {}H{}",
            n(b[0].min(-r) - 4.0 * unit),
            n(y),
            n(right + 6.0 * unit)
        ),
        class,
        at: (
            n(right + 10.0 * unit),
            n(if below { y + letter } else { y - 0.2 * letter }),
        ),
        anchor: "start",
        text,
    };
    // Where they stand close together, the words of one go over and of the other under it.
    let marks = vec![
        level(
            eye,
            format!("eye {}", size(t.eye_mm)),
            class(beyond),
            eye > -r,
        ),
        level(-r, format!("bait {}", size(r)), "line", eye <= -r),
    ];
    let top = b[1].min(eye) - 1.3 * letter;
    let wide = SHOWN_PX.0 * unit;
    let left = f64::midpoint(b[0], b[2]) - 0.36 * wide;
    let deep = b[3] + 6.0 * unit - top;
    let drawing = Drawing {
        id: look.id,
        unit,
        wire: t.wire_mm,
        hatched: true,
    };
    let view = view_box(left, top, wide, deep);
    MendDrawing {
        figure: Figure {
            told: told(t, "front"),
            ..drawing.viewed(&parts, "", view, (wide, deep))
        },
        marks,
        letter: n(letter),
        stroke: n(1.6 * unit),
        front: true,
    }
}

/// The rig from the side, with gap and hook as they are measured.
fn side(t: &TiedOnTold, form: BaitForm, look: Look) -> MendDrawing {
    let Look {
        gauge,
        beyond,
        units,
        ..
    } = look;
    let tied = tied(t, form);
    let rig = rigged(&tied);
    let [left, high, right, low] = rig.bounds;
    let unit = ((right - left) / (SHOWN_PX.0 - 16.0)).max((low - high) / (SHOWN_PX.1 - 56.0));
    let letter = LETTER_PX * unit;
    let size = |mm: f64| Dimension::Size.print(mm, units);
    let is = |all: &[Gauge]| gauge.is_some_and(|g| all.contains(&g)) && beyond;
    let long = is(&[Gauge::HookShare, Gauge::HookShareHeld, Gauge::BendAtTail]);
    let filled = is(&[Gauge::FreePressed, Gauge::KeeperOffGap]);
    let foot = low + 0.9 * letter;
    let back = rig.face + t.hook_length_mm;
    let over = high - 0.5 * letter;
    let x = rig.hook.back + 0.5 * letter;
    let marks = vec![
        Mark {
            d: format!("M{} {}H{}", n(rig.face), n(foot), n(back)),
            class: class(long),
            at: (n(rig.face), n(foot + 1.25 * letter)),
            anchor: "start",
            text: format!("hook {}", size(t.hook_length_mm)),
        },
        Mark {
            d: format!(
                "M{} {}V{}",
                n(x),
                n(rig.hook.high),
                n(rig.hook.high + t.gap_mm)
            ),
            class: class(filled),
            at: (n(x), n(over)),
            anchor: "middle",
            text: format!("gap {}", size(t.gap_mm)),
        },
        Mark {
            d: String::new(),
            class: "line",
            at: (n(right), n(foot + 1.25 * letter)),
            anchor: "end",
            text: format!("bait {} thick", size(t.bait_depth_mm)),
        },
    ];
    let top = over - letter;
    let (wide, deep) = (
        (right - left + 16.0 * unit).max(SHOWN_PX.0 * unit),
        foot + 1.6 * letter - top,
    );
    let drawing = Drawing {
        id: look.id,
        unit,
        wire: t.wire_mm,
        hatched: true,
    };
    let view = view_box(left - 8.0 * unit, top, wide, deep);
    MendDrawing {
        figure: Figure {
            told: told(t, "side"),
            ..drawing.viewed(&rig.parts, &rig.plastic, view, (wide, deep))
        },
        marks,
        letter: n(letter),
        stroke: n(1.6 * unit),
        front: false,
    }
}
