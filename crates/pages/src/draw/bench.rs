//! The drawing: side and front view in millimetres.

use yarrowfen_core::Engine;
use yarrowfen_core::base::codes::{Material, Point, Tie};
use yarrowfen_core::base::{Dimension, Printed, UnitSystem, plain};
use yarrowfen_core::choose::tie::ADVISED_EYE;
use yarrowfen_core::gear::hook::hides;
use yarrowfen_core::gear::seat::{self, BenchBait, Seated};

use super::ruler::ruler;
use super::tackle::figure::{Drawing, Figure, n, view_box};
use super::tackle::hooks::HookSize;
use super::tackle::rigged::{Tied, rigged};
use crate::ask::bench::BenchAsked;

/// The drawing, in millimetres from the nose.
pub struct Plate {
    /// Head, hook and bait.
    pub figure: Figure,
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
}

/// Letters over the width of the drawing: it is shown as wide as the page lets it be.
pub const LETTERS_A_WIDTH: f64 = 58.0;
/// Letters are so many pixels high where it is shown.
const LETTER_PX: f64 = 14.0;

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

/// Height of the mark: on the back, or at the belly of a hidden point.
pub fn exit_y(bait: &BenchBait<'_>, s: &Seated) -> f64 {
    let half = bait.depth_at(s.exit_mm) / 2.0;
    if s.hidden { half } else { -half }
}

/// What lies on the bench.
fn tied(engine: &Engine, a: &BenchAsked, bait: &BenchBait<'_>) -> Tied {
    let (shape, g) = a.head;
    Tied {
        form: a.bait.form,
        bait: (bait.length_mm(), bait.depth_mm()),
        shape,
        head: seat::head_size(engine.tables(), shape, g, Material::Lead),
        tie: Tie::Top,
        turn: ADVISED_EYE,
        keeper: None,
        style: a.hook.style,
        hook: HookSize::of(&a.hook.measures),
        point: if hides(a.hook.style) {
            Point::SkinHooked
        } else {
            Point::Exposed
        },
        post: None,
    }
}

/// Bait and hook from the side.
#[must_use]
pub fn plate(
    engine: &Engine,
    a: &BenchAsked,
    bait: &BenchBait<'_>,
    s: &Seated,
    units: UnitSystem,
) -> Plate {
    let size = |mm: f64| Dimension::Size.print(mm, units);
    let rig = rigged(&tied(engine, a, bait));
    let long = bait.length_mm();
    let [left, high, right, low] = rig.bounds;
    let left = left.min(left + s.at_mm) - 6.0;
    let right = long.max(right).max(s.bend_mm).max(100.0) + 5.0;
    // Letters are sized for a drawing of the page's width.
    let letter = (right - left) / LETTERS_A_WIDTH;
    let top = high - 3.0;
    let ruler_y = top - letter * 2.2;
    let first = low + letter * 1.4;
    let line = |k: f64, to: f64, words: String| (n(0.0), n(to), n(first + k * letter * 2.5), words);
    let bottom = first + letter * 2.5 * 3.0 + letter * 1.8;
    let (ruler, numbers) = ruler(units, right - 5.0, letter);
    let (wide, tall) = (right - left, bottom - ruler_y + letter * 0.8);
    let drawing = Drawing {
        id: "plate",
        unit: letter / LETTER_PX,
        wire: a.hook.measures.wire_mm,
        hatched: true,
    };
    let view = view_box(left, ruler_y - letter * 0.8, wide, tall);
    Plate {
        figure: drawing.viewed(&rig.parts, &rig.plastic, view, (wide, tall)),
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
        letter: n(letter),
        stroke: n(letter * 0.1),
    }
}

/// Bait and hook from the front, where the hook bends.
#[must_use]
pub fn front(a: &BenchAsked, s: &Seated, units: UnitSystem) -> Front {
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

/// Where the tail root lies against the bend, in words.
pub fn tail_words(bait: &BenchBait<'_>, s: &Seated, size: &dyn Fn(f64) -> String) -> String {
    let clear = s.clear_of_tail_mm;
    let root = size(bait.tail_root_mm());
    if clear < 0.0 {
        format!("tail root {root}: the hook ends {} behind it", size(-clear))
    } else {
        format!("tail root {root}: the hook ends {} before it", size(clear))
    }
}
