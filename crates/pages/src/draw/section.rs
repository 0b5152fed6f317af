//! A water in section: how deep it is, what lies below and what stands in it.

use yarrowfen_core::PickRequest;

use super::bed;
use super::tackle::figure::{Figure, n};

/// Width and height, in pixels.
const SIZE: (f64, f64) = (150.0, 72.0);
/// Height of the bed shown.
const BED: f64 = 18.0;
/// A depth that fills the plate, m; what is deeper fills it too.
const FULL_M: f64 = 12.0;
/// Least height of water, px.
const LEAST: f64 = 10.0;

/// The section of a question's water; of a range of depths its bottom slopes.
#[must_use]
pub fn section(asked: &PickRequest) -> Figure {
    let w = &asked.water;
    let high = |m: f64| LEAST + (m / FULL_M).min(1.0) * (SIZE.1 - BED - LEAST - 4.0);
    let floor = SIZE.1 - BED;
    let deep = high(w.depth_max_m.unwrap_or(w.depth_m));
    let surface = floor - deep;
    let shelf = surface + high(w.depth_m);
    // A piece of the column's drawing, at half its size.
    let (half, left) = (2.0, bed::LEFT + 30.0);
    let (wide, top) = (SIZE.0 * half, bed::FLOOR - deep * half);
    let across = bed::Across {
        left,
        right: left + wide,
    };
    let ground = format!(
        r#"<rect class="shallow" x="0" y="{}" width="{}" height="{}"/><svg x="0" y="{}" width="{}" height="{}" viewBox="{} {} {} {}" preserveAspectRatio="xMidYMax slice"><rect class="bed" x="{}" y="{}" width="{}" height="60"/>{}</svg>{}<path class="line" d="M0 {}H{}"/><path class="deepline" d="M0 {}q5 -3 10 0t10 0t10 0t10 0t10 0t10 0t10 0t10 0t10 0t10 0t10 0t10 0t10 0t10 0t10 0"/>"#,
        n(surface),
        SIZE.0,
        n(deep),
        n(surface),
        SIZE.0,
        n(deep + BED),
        n(left),
        n(top),
        n(wide),
        n((deep + BED) * half),
        n(left),
        bed::FLOOR,
        n(wide),
        bed::piece(w.bottom, w.cover, across),
        slope(shelf, floor),
        n(floor),
        SIZE.0,
        n(surface),
    );
    Figure::of_ground(ground, format!("0 0 {} {}", SIZE.0, SIZE.1), SIZE)
}

/// The bank of a water that is not everywhere as deep.
fn slope(shelf: f64, floor: f64) -> String {
    if floor - shelf < 1.0 {
        return String::new();
    }
    format!(
        r#"<path class="bed" d="M0 {}L40 {}L90 {}L0 {}Z"/><path class="line" d="M0 {}L40 {}L90 {}"/>"#,
        n(shelf),
        n(shelf),
        n(floor),
        n(floor),
        n(shelf),
        n(shelf),
        n(floor)
    )
}
