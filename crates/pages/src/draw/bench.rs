//! The drawing: side and front view in millimetres.

use std::fmt::Write;

use yarrowfen_core::Engine;
use yarrowfen_core::base::codes::Material;
use yarrowfen_core::base::{Dimension, Printed, UnitSystem, plain, printed};
use yarrowfen_core::gear::seat::{self, BenchBait, Seated};

use super::ruler::ruler;
use crate::ask::bench::BenchAsked;
use crate::draw::head::outline as head_outline;

/// A number of a drawing, to a hundredth.
#[must_use]
pub fn n(v: f64) -> Printed {
    printed(v, 2)
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

/// Height of the mark: on the back, or at the belly of a hidden point.
pub fn exit_y(bait: &BenchBait<'_>, s: &Seated) -> f64 {
    let half = bait.depth_at(s.exit_mm) / 2.0;
    if s.hidden { half } else { -half }
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
    let tip = centre - seat::POINT * m.length_mm;
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
    let (lh, hh) = seat::head_size(engine.tables(), a.head.0, a.head.1, Material::Lead);
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
