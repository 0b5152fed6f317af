//! Head, hook and bait, drawn to one scale in millimetres from their measures.

use std::fmt::Write;

use yarrowfen_core::answer::Answer;
use yarrowfen_core::base::codes::{BaitForm, Shape, Tie};
use yarrowfen_core::base::{Dimension, Printed, UnitSystem, printed};

/// Everything the picture needs, in mm with the head's front at 0 and the
/// middle of the bait at height 0.
pub struct HeadDrawing {
    /// View box.
    pub view: String,
    /// Outline of the head.
    pub head: String,
    /// Outline of the bait.
    pub bait: String,
    /// Marks on the bait.
    pub ribs: String,
    /// The hook's wire.
    pub hook: String,
    /// Width of the wire.
    pub wire: Printed,
    /// The line tie: centre and radius.
    pub tie: (Printed, Printed, Printed),
    /// Height of letters.
    pub letter: Printed,
    /// Dimension line of the hook: left, right, height, words and their middle.
    pub hook_line: (Printed, Printed, Printed, String, Printed),
    /// The same of the bait, from the hook's end.
    pub bait_line: (Printed, Printed, Printed, String, Printed),
    /// The gap: place, top, bottom, words.
    pub gap: (Printed, Printed, Printed, String),
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

/// The drawing of an answer.
#[must_use]
pub fn head(a: &Answer, form: BaitForm, units: UnitSystem) -> HeadDrawing {
    let (lh, hh) = (a.head.length_mm, a.head.height_mm);
    let (lb, d) = (a.bait.length_mm, a.bait.depth_mm);
    let (gap, hook) = (a.hook.gap_mm, a.hook.length_mm);
    let seat = seat(a.head.shape, lh);
    let end = seat + lb;
    let r = gap / 2.0;
    let bend = seat + hook - r;
    let unit = end * 1.06 / SHOWN_PX;
    let letter = 13.0 * unit;
    let top = -(gap + a.hook.wire_mm).max(hh / 2.0 + 3.0) - letter * 0.5;
    let floor = (d / 2.0).max(hh / 2.0);
    let marks = floor + letter * 0.9;
    let bottom = marks + letter * 1.5;
    let size = |mm| Dimension::Size.print(mm, units);
    HeadDrawing {
        view: format!(
            "{} {} {} {}",
            n(-end * 0.02),
            n(top),
            n(end * 1.06),
            n(bottom - top)
        ),
        head: outline(a.head.shape, lh, hh),
        bait: bait(form, seat, end, d),
        ribs: ribs(form, seat, end, d),
        // Shank down the middle, half circle, then the point, half as long as the shank.
        hook: format!(
            "M{} 0H{}A{} {} 0 0 0 {} {}H{}",
            n(lh * 0.4),
            n(bend),
            n(r),
            n(r),
            n(bend),
            n(-gap),
            n(bend - hook * 0.42)
        ),
        wire: n(a.hook.wire_mm.max(unit * 1.6)),
        tie: tie(a.head.tie, lh, hh, letter),
        letter: n(letter),
        hook_line: (
            n(seat),
            n(seat + hook),
            n(marks),
            format!("hook {}", size(hook)),
            n(seat + hook / 2.0),
        ),
        bait_line: (
            n(seat + hook),
            n(end),
            n(marks),
            format!("bait {}", size(lb)),
            n(f64::midpoint(seat + hook, end)),
        ),
        gap: (
            n(seat + hook + letter * 0.6),
            n(-gap),
            n(0.0),
            format!("gap {}", size(gap)),
        ),
        told: format!(
            "{} head {} long on a {} {} {}; hook {} with {} gap comes out {} from the nose",
            a.head.shape,
            size(lh),
            size(lb),
            form,
            "bait",
            a.hook.size,
            size(gap),
            size(a.hook.exit_mm)
        ),
        stroke: n(unit * 1.4),
    }
}

/// Where the nose of the bait lies from the front of the head: behind the
/// head, over a head that sits inside the bait, or free behind a swing head.
fn seat(shape: Shape, length: f64) -> f64 {
    match shape {
        Shape::TubeInsert | Shape::NoseCone | Shape::BellyWeight => -length * 0.08,
        Shape::SwingFootball => length * 1.3,
        _ => length,
    }
}

/// Outlines by shape, front at 0, back face at the length.
pub(super) fn outline(shape: Shape, l: f64, h: f64) -> String {
    let (t, m) = (h / 2.0, l / 2.0);
    match shape {
        Shape::Mushroom => format!(
            "M{} {}C{} {} 0 {} 0 0C0 {} {} {} {} {}Z",
            n(l),
            n(-t),
            n(l * 0.35),
            n(-t),
            n(-t * 0.7),
            n(t * 0.7),
            n(l * 0.35),
            n(t),
            n(l),
            n(t)
        ),
        Shape::Bullet | Shape::TubeInsert => format!(
            "M{} {}Q{} {} 0 0Q{} {} {} {}Z",
            n(l),
            n(-t),
            n(l * 0.4),
            n(-t),
            n(l * 0.4),
            n(t),
            n(l),
            n(t)
        ),
        // Deepest behind the gills, then running into the bait.
        Shape::Minnow => format!(
            "M0 {}Q{} {} {} {}L{} {}L{} {}L{} {}Q{} {} 0 {}Z",
            n(t * 0.15),
            n(l * 0.2),
            n(-t),
            n(l * 0.55),
            n(-t),
            n(l),
            n(-t * 0.8),
            n(l),
            n(t * 0.8),
            n(l * 0.55),
            n(t),
            n(l * 0.2),
            n(t),
            n(t * 0.15)
        ),
        Shape::Pear => format!(
            "M0 0C0 {} {} {} {} {}L{} {}C{} {} 0 {} 0 0Z",
            n(-t * 1.25),
            n(l * 0.55),
            n(-t * 1.1),
            n(l),
            n(-t * 0.35),
            n(l),
            n(t * 0.35),
            n(l * 0.55),
            n(t * 1.1),
            n(t * 1.25)
        ),
        // Flat above, a deep V below.
        Shape::Keel => format!(
            "M0 {}L{} {}L{} {}L{} {}Z",
            n(-t * 0.5),
            n(l),
            n(-t * 0.7),
            n(l * 0.85),
            n(t * 0.2),
            n(l * 0.3),
            n(t)
        ),
        Shape::NoseCone | Shape::Wedge | Shape::Propeller => {
            format!("M0 0L{} {}V{}Z", n(l), n(-t), n(t))
        }
        // A long weight under the shank.
        Shape::BellyWeight => format!(
            "M{} {}Q{} {} {} {}Q{} {} {} {}Z",
            n(l * 0.2),
            n(t * 0.1),
            n(l * 0.3),
            n(t),
            n(l * 1.2),
            n(t * 0.9),
            n(l * 1.5),
            n(t * 0.5),
            n(l * 1.6),
            n(t * 0.1)
        ),
        Shape::StandUp => format!(
            "M0 {}L{} {}H{}V{}H{}Z",
            n(t),
            n(m * 0.7),
            n(-t),
            n(l),
            n(t),
            n(0.0)
        ),
        Shape::HalfMoon => format!(
            "M0 {}A{} {} 0 0 1 {} {}L{} {}Q{} {} 0 {}Z",
            n(t * 0.3),
            n(m),
            n(t * 1.3),
            n(l),
            n(t * 0.3),
            n(l),
            n(t * 0.6),
            n(m),
            n(t),
            n(t * 0.3)
        ),
        Shape::Glider => format!(
            "M0 {}L{} {}L{} {}Q{} {} 0 {}Z",
            n(t * 0.4),
            n(m),
            n(-t),
            n(l),
            n(t * 0.2),
            n(m),
            n(t),
            n(t * 0.4)
        ),
        _ => format!(
            "M0 0A{} {} 0 1 1 {} 0A{} {} 0 1 1 0 0Z",
            n(m),
            n(t),
            n(l),
            n(m),
            n(t)
        ),
    }
}

fn bait(form: BaitForm, x0: f64, x1: f64, d: f64) -> String {
    let (t, len) = (d / 2.0, x1 - x0);
    let at = |share: f64| n(x0 + len * share);
    match form {
        BaitForm::Stick | BaitForm::Tube => format!(
            "M{0} {1}H{2}Q{3} {1} {3} 0Q{3} {4} {2} {4}H{0}Z",
            n(x0),
            n(-t),
            n(x1 - t * 1.2),
            n(x1),
            n(t)
        ),
        BaitForm::Worm | BaitForm::RibbonWorm => format!(
            "M{0} {1}H{2}Q{3} {4} {3} 0Q{3} {5} {2} {6}H{0}Z",
            n(x0),
            n(-t),
            at(0.5),
            n(x1),
            n(-t * 0.4),
            n(t * 0.4),
            n(t)
        ),
        BaitForm::Craw | BaitForm::Creature => format!(
            "M{0} {1}Q{2} {3} {4} {5}L{6} {3}Q{7} {8} {9} {10}L{9} 0L{11} 0L{9} {12}Q{7} {13} {6} {14}L{4} {15}Q{2} {14} {0} {16}Z",
            n(x0),
            n(-t * 0.7),
            at(0.25),
            n(-t),
            at(0.55),
            n(-t * 0.45),
            at(0.72),
            n(x1),
            n(-t * 1.1),
            at(0.94),
            n(-t * 0.25),
            at(0.7),
            n(t * 0.25),
            n(t * 1.1),
            n(t),
            n(t * 0.45),
            n(t * 0.7)
        ),
        _ => format!(
            "M{0} {1}Q{2} {3} {4} {5}L{6} {7}L{8} {9}L{6} {10}L{4} {11}Q{2} {12} {0} {13}Z",
            n(x0),
            n(-t * 0.8),
            at(0.3),
            n(-t * 1.1),
            at(0.7),
            n(-t * 0.3),
            at(0.93),
            n(-t * 0.12),
            n(x1),
            n(-t * 0.7),
            n(t * 0.12),
            n(t * 0.3),
            n(t * 1.1),
            n(t * 0.8)
        ),
    }
}

fn ribs(form: BaitForm, x0: f64, x1: f64, d: f64) -> String {
    if !matches!(
        form,
        BaitForm::Stick | BaitForm::Worm | BaitForm::RibbonWorm
    ) {
        return String::new();
    }
    let step = (x1 - x0) / 12.0;
    let until = if form == BaitForm::Stick { 11 } else { 6 };
    let mut path = String::new();
    for i in 5.min(until - 1)..until {
        let x = x0 + step * f64::from(i);
        // Writing to a string cannot fail.
        let _ = write!(
            path,
            "M{} {}q{} {} 0 {}",
            n(x),
            n(-d * 0.46),
            n(d * 0.12),
            n(d * 0.46),
            n(d * 0.92)
        );
    }
    path
}

fn tie(tie: Tie, l: f64, h: f64, letter: f64) -> (Printed, Printed, Printed) {
    let r = letter * 0.3;
    let (x, y) = match tie {
        Tie::Top => (l * 0.55, -h / 2.0 - r * 0.7),
        Tie::FortyFive => (l * 0.12, -h * 0.36 - r * 0.5),
        Tie::Nose => (-r * 0.6, 0.0),
        Tie::Recessed => (l * 0.45, -h * 0.36),
    };
    (n(x), n(y), n(r))
}
