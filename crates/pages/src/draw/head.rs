//! Head, hook and bait as they are tied, with their measures.

use yarrowfen_core::answer::Answer;
use yarrowfen_core::base::codes::{BaitForm, Point, Shape, Tie};
use yarrowfen_core::base::{Dimension, Printed, UnitSystem, printed};

use super::tackle::heads;
use super::tackle::rigged::{Look, Rigged, rigged};

/// A dimension line: left, right, height, words and their middle.
pub struct DimensionLine {
    /// From here.
    pub from: Printed,
    /// To here.
    pub to: Printed,
    /// At this height.
    pub y: Printed,
    /// What it measures.
    pub text: String,
    /// Middle of the words.
    pub middle: Printed,
}

/// The gap: a line, and its words beside it.
pub struct Gap {
    /// How far back it stands.
    pub x: Printed,
    /// From here.
    pub top: Printed,
    /// To here.
    pub foot: Printed,
    /// Foot of the words.
    pub y: Printed,
    /// What it measures.
    pub text: String,
}

/// A part as the template draws it.
pub struct DrawnPart {
    /// Its class.
    pub class: &'static str,
    /// Its outline.
    pub d: String,
    /// Thickness of its line.
    pub width: Printed,
    /// Dashes of its line; empty where it is drawn through.
    pub dash: String,
    /// Whether it is seen within the plastic alone.
    pub clipped: bool,
}

/// Everything the picture needs, in mm with the head's front at 0 and the line that
/// the hook is threaded along at height 0.
pub struct HeadDrawing {
    /// View box.
    pub view: String,
    /// From back to front.
    pub parts: Vec<DrawnPart>,
    /// The plastic that hides what lies in it.
    pub plastic: String,
    /// The head from the front, and where it stands.
    pub front: String,
    /// See `front`.
    pub front_at: (Printed, Printed),
    /// Where the words beside it end.
    pub front_words: Printed,
    /// Height of letters.
    pub letter: Printed,
    /// Of the hook, and of the bait from the hook's end.
    pub measures: [DimensionLine; 2],
    /// The gap.
    pub gap: Gap,
    /// Words for a screen reader.
    pub told: String,
    /// Thickness of drawn lines.
    pub stroke: Printed,
}

fn n(v: f64) -> Printed {
    printed(v, 2)
}

/// Width in the page's pixels that the drawing is shown at, to size letters.
const SHOWN_PX: f64 = 290.0;

/// How long the words of the gap and of the front view are, in heights of a letter.
const GAP_WORDS: f64 = 5.5;
const FRONT_WORDS: f64 = 3.2;

/// The drawing of an answer.
#[must_use]
pub fn head(a: &Answer, form: BaitForm, units: UnitSystem) -> HeadDrawing {
    let rig = rigged(a, form);
    let unit = (rig.end * 1.06 - rig.left) / SHOWN_PX;
    let letter = 13.0 * unit;
    let (half_wide, half_high) = rig.head.half;
    // The front view stands over the tail, clear of it.
    let front_y = (rig.tail_high - half_high - unit * 4.0).min(rig.high + half_high);
    let words_end = rig.hook.back + letter * GAP_WORDS;
    let crowded = rig.end - 2.0 * half_wide - letter * FRONT_WORDS < words_end;
    let front_y = if crowded {
        front_y.min(rig.hook.high - half_high - letter * 0.4)
    } else {
        front_y
    };
    let top = (rig.high - letter * 0.45).min(front_y - half_high - unit * 2.0);
    let left = (rig.left - unit * 2.0).min(-rig.end * 0.03);
    let marks = rig.low + letter * 0.9;
    let bottom = marks + letter * 1.25;
    let bend = rig.face + a.hook.length_mm;
    let size = |mm| Dimension::Size.print(mm, units);
    HeadDrawing {
        view: format!(
            "{} {} {} {}",
            n(left),
            n(top),
            n(rig.end * 1.03 - left),
            n(bottom - top)
        ),
        parts: drawn(&rig, a.hook.wire_mm, unit),
        plastic: rig.plastic.clone(),
        front: rig.head.front.clone(),
        front_at: (n(rig.end - half_wide - unit * 3.0), n(front_y)),
        front_words: n(rig.end - 2.0 * half_wide - unit * 9.0),
        letter: n(letter),
        measures: [
            measured(
                rig.face,
                bend,
                marks,
                format!("hook {}", size(a.hook.length_mm)),
            ),
            measured(
                bend,
                rig.end,
                marks,
                format!("bait {}", size(a.bait.length_mm)),
            ),
        ],
        gap: gap(&rig, a, letter, units),
        told: told(a, form, units),
        stroke: n(unit * 1.4),
    }
}

fn drawn(rig: &Rigged, wire_mm: f64, unit: f64) -> Vec<DrawnPart> {
    let width = |look: Look| match look {
        _ if look.by_wire() => wire_mm.max(2.2 * unit),
        Look::PlasticLine | Look::MetalLine => 0.9 * unit,
        _ => 1.4 * unit,
    };
    let part = |p: &super::tackle::rigged::Part| DrawnPart {
        class: p.look.class(),
        d: p.d.clone(),
        width: n(width(p.look)),
        dash: if p.look.hidden() {
            format!("{} {}", n(5.0 * unit), n(3.5 * unit))
        } else {
            String::new()
        },
        clipped: p.look.clipped(),
    };
    rig.parts.iter().map(part).collect()
}

fn measured(from: f64, to: f64, y: f64, text: String) -> DimensionLine {
    DimensionLine {
        from: n(from),
        to: n(to),
        y: n(y),
        text,
        middle: n(f64::midpoint(from, to)),
    }
}

/// The gap's line behind the bend: as high as the gap is said, its words clear of the
/// bait.
fn gap(rig: &Rigged, a: &Answer, letter: f64, units: UnitSystem) -> Gap {
    let (low, open) = (rig.hook.low, a.hook.point == Point::Exposed);
    let top = if open {
        rig.hook.high
    } else {
        low - a.hook.gap_mm
    };
    Gap {
        x: n(rig.hook.back + letter * 0.6),
        top: n(top),
        foot: n(top + a.hook.gap_mm),
        y: n(if open { top + letter * 0.4 } else { low }),
        text: format!("gap {}", Dimension::Size.print(a.hook.gap_mm, units)),
    }
}

fn told(a: &Answer, form: BaitForm, units: UnitSystem) -> String {
    let size = |mm| Dimension::Size.print(mm, units);
    format!(
        "{} head {} long on a {} {} bait; {} hook {} with {} gap, {}, comes out {} from the nose",
        a.head.shape,
        size(a.head.length_mm),
        size(a.bait.length_mm),
        form,
        a.hook.style,
        a.hook.size,
        size(a.hook.gap_mm),
        a.hook.point,
        size(a.hook.exit_mm)
    )
}

/// The outline of a head, its front at 0.
pub(super) fn outline(shape: Shape, length: f64, height: f64) -> String {
    heads::laid(shape, (length, height), (0.0, 0.0), Tie::Top).side
}
