//! Head, hook and bait as they are tied, with their measures.

use yarrowfen_core::answer::Answer;
use yarrowfen_core::base::codes::{BaitForm, Point};
use yarrowfen_core::base::{Dimension, Printed, UnitSystem};

use super::tackle::alone::head_in_front;
use super::tackle::figure::{Drawing, Figure, n, view_box};
use super::tackle::rigged::{Rigged, Tied, rigged};

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

/// Everything the picture needs, in mm with the bait's nose at 0 and the line that the
/// hook is threaded along at height 0.
pub struct HeadDrawing {
    /// Head, hook and bait, and the head from the front.
    pub figure: Figure,
    /// Where the words beside the front view end, and their foot.
    pub front_words: (Printed, Printed),
    /// Height of letters.
    pub letter: Printed,
    /// Of the hook, and of the bait from the hook's end.
    pub measures: [DimensionLine; 2],
    /// The gap.
    pub gap: Gap,
    /// Thickness of drawn lines.
    pub stroke: Printed,
}

/// Width and height in the page's pixels that the drawing is shown at, to size letters.
const SHOWN_PX: (f64, f64) = (290.0, 116.0);

/// Height of letters, pixels.
const LETTER_PX: f64 = 13.6;

/// How long the words of the gap and of the front view are, in heights of a letter.
const GAP_WORDS: f64 = 5.5;
const FRONT_WORDS: f64 = 3.2;

/// Where things stand in the drawing, mm.
struct Layout {
    /// Millimetres of a pixel.
    unit: f64,
    left: f64,
    top: f64,
    wide: f64,
    high: f64,
    /// Middle of the front view.
    front: (f64, f64),
    /// Where the words of it end, and their foot.
    words: (f64, f64),
    /// Height of the dimension lines.
    marks: f64,
    /// Foot of the gap's words, over an open point.
    gap_foot: f64,
}

impl Layout {
    fn letter(&self) -> f64 {
        LETTER_PX * self.unit
    }

    /// Laid so that letters are as large as they should be where it is shown: by its
    /// width, or by its height where it is as high as it may be. The front view stands
    /// over the tail or behind it, whichever leaves the rig larger.
    fn of(rig: &Rigged) -> Self {
        let [over, behind] = [false, true].map(|behind| Self::settled(rig, behind));
        if behind.unit < over.unit {
            behind
        } else {
            over
        }
    }

    fn settled(rig: &Rigged, behind: bool) -> Self {
        let mut laid = Self::at(rig, (rig.end * 1.03 - rig.bounds[0]) / SHOWN_PX.0, behind);
        // Larger letters make it wider and higher again: a few rounds settle it.
        for _ in 0..8 {
            let needs = (laid.wide / SHOWN_PX.0).max(laid.high / SHOWN_PX.1);
            if needs <= laid.unit * 1.001 {
                break;
            }
            laid = Self::at(rig, needs, behind);
        }
        Self {
            wide: laid.wide.max(SHOWN_PX.0 * laid.unit),
            ..laid
        }
    }

    fn at(rig: &Rigged, unit: f64, behind: bool) -> Self {
        let letter = LETTER_PX * unit;
        let [left, high, right, low] = rig.bounds;
        let (half_wide, half_high) = rig.head.half;
        let reach = half_high * 1.4 + 4.0 * unit + rig.fittings.ring() * 2.2;
        let words_end = rig.hook.back + letter * GAP_WORDS;
        // The gap's words stand behind the bend, over whatever rises there.
        let gap_foot = (rig.top_between(rig.hook.back, words_end) - letter * 0.3)
            .min(rig.hook.high + letter * 0.4);
        let front = if behind {
            let half = half_wide.max(letter * FRONT_WORDS / 2.0);
            (right.max(rig.end).max(words_end) + unit * 6.0 + half, 0.0)
        } else {
            (
                rig.end - half_wide - unit * 3.0,
                over_tail(rig, unit, gap_foot),
            )
        };
        let words = if behind {
            (front.0 + letter * 1.2, half_high + letter)
        } else {
            (rig.end - 2.0 * half_wide - unit * 9.0, front.1 + unit * 4.0)
        };
        let top = (high - letter * 0.45)
            .min(front.1 - reach)
            .min(gap_foot - letter);
        let marks = low + letter * 0.9;
        let left = (left - unit * 2.0).min(-rig.end * 0.03);
        let far = (front.0 + half_wide).max(right).max(rig.end).max(words.0);
        Self {
            unit,
            left,
            top,
            wide: far + unit * 3.0 - left,
            high: (marks + letter * 1.25).max(words.1 + letter * 0.3) - top,
            front,
            words,
            marks,
            gap_foot,
        }
    }
}

/// Height of a front view that stands over the tail, clear of it and of the gap's words.
fn over_tail(rig: &Rigged, unit: f64, gap_foot: f64) -> f64 {
    let letter = LETTER_PX * unit;
    let (half_wide, half_high) = rig.head.half;
    let words_from = rig.end - 2.0 * half_wide - letter * FRONT_WORDS;
    let tail = rig.top_between(words_from, rig.end);
    let clear = (tail - half_high - unit * 4.0).min(rig.bounds[1] + half_high);
    if words_from < rig.hook.back + letter * GAP_WORDS {
        clear.min(gap_foot - half_high - letter)
    } else {
        clear
    }
}

/// The drawing of an answer.
#[must_use]
pub fn head(a: &Answer, form: BaitForm, units: UnitSystem) -> HeadDrawing {
    let tied = Tied::of(a, form);
    let rig = rigged(&tied);
    let lay = Layout::of(&rig);
    let (letter, unit) = (lay.letter(), lay.unit);
    let mut parts = rig.parts.clone();
    parts.extend(head_in_front(&tied, lay.front));
    let drawing = Drawing {
        id: "rig",
        unit,
        wire: a.hook.wire_mm,
        hatched: true,
    };
    let view = view_box(lay.left, lay.top, lay.wide, lay.high);
    let size = |mm| Dimension::Size.print(mm, units);
    let bend = rig.face + a.hook.length_mm;
    let measure = |from, to, text| measured(from, to, lay.marks, text);
    HeadDrawing {
        figure: Figure {
            told: told(a, form, units),
            ..drawing.viewed(&parts, &rig.plastic, view, (lay.wide, lay.high))
        },
        front_words: (n(lay.words.0), n(lay.words.1)),
        letter: n(letter),
        measures: [
            measure(rig.face, bend, format!("hook {}", size(a.hook.length_mm))),
            // Nose to tail; its words stand behind the hook's.
            DimensionLine {
                middle: n(f64::midpoint(bend, rig.end)),
                ..measure(0.0, rig.end, format!("of bait {}", size(a.bait.length_mm)))
            },
        ],
        gap: gap(&rig, a, &lay, units),
        stroke: n(unit * 1.4),
    }
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
fn gap(rig: &Rigged, a: &Answer, lay: &Layout, units: UnitSystem) -> Gap {
    let letter = lay.letter();
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
        y: n(if open { lay.gap_foot } else { low }),
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
