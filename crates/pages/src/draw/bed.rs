//! The drawn bottom and cover: the same picture for the same bottom.

use std::fmt::Write as _;
use std::sync::{LazyLock, OnceLock};

use enum_map::EnumMap;
use yarrowfen_core::base::codes::{Bottom, Cover};

/// Left and right edge of the water, its bottom and the lower edge of the bed,
/// in the drawing's units.
pub const LEFT: f64 = 48.0;
/// Right edge.
pub const RIGHT: f64 = 560.0;
/// Where the water ends.
pub const FLOOR: f64 = 318.0;
/// Lower edge.
pub const BASE: f64 = 360.0;
/// Where the water begins.
pub const SURFACE: f64 = 56.0;

/// A small generator with a fixed seed: the bed is decoration and must not
/// change from one request to the next.
struct Dice(u32);
impl Dice {
    fn roll(&mut self, least: f64, most: f64) -> f64 {
        self.0 = self.0.wrapping_mul(1_664_525).wrapping_add(1_013_904_223);
        least + (most - least) * f64::from(self.0 >> 8) / f64::from(1u32 << 24)
    }
}

/// A piece of the bed from left to right.
#[derive(Debug, Clone, Copy)]
pub struct Across {
    /// Its left edge.
    pub left: f64,
    /// Its right edge.
    pub right: f64,
}

const WHOLE: Across = Across {
    left: LEFT,
    right: RIGHT,
};

impl Across {
    /// Whether something about a place, so wide to either side, is seen in it.
    fn meets(self, x: f64, half: f64) -> bool {
        x + half >= self.left && x - half <= self.right
    }
}

/// Stones scattered over the bed: count, least and most half-width, angular or round.
fn stones(within: Across, count: u32, (least, most): (f64, f64), angular: bool) -> String {
    let mut dice = Dice(7 + count);
    let mut svg = String::new();
    for i in 0..count {
        let (rx, class) = (
            dice.roll(least, most),
            if i % 3 == 0 { "stone-2" } else { "stone" },
        );
        let (x, y) = (
            dice.roll(LEFT + rx, RIGHT - rx),
            dice.roll(FLOOR + rx * 0.5, BASE - rx * 0.6),
        );
        let ry = rx * dice.roll(0.55, 0.8);
        if !within.meets(x, rx) {
            continue;
        }
        let done = if angular {
            let p = |dx: f64, dy: f64| format!("{:.1},{:.1}", x + dx * rx, y + dy * ry);
            write!(
                svg,
                r#"<polygon class="{class}" points="{} {} {} {} {}"/>"#,
                p(-1.0, 0.3),
                p(-0.5, -0.9),
                p(0.4, -1.0),
                p(1.0, 0.1),
                p(0.3, 1.0)
            )
        } else {
            write!(
                svg,
                r#"<ellipse class="{class}" cx="{x:.1}" cy="{y:.1}" rx="{rx:.1}" ry="{ry:.1}"/>"#
            )
        };
        debug_assert!(done.is_ok(), "writing to a string does not fail");
    }
    svg
}

/// Short strokes over the bed, level or wavy.
fn strokes(within: Across, count: u32, (length, wave): (f64, f64), class: &str) -> String {
    let mut dice = Dice(99 + count);
    let mut svg = String::new();
    for _ in 0..count {
        let (x, y) = (
            dice.roll(LEFT + 2.0, RIGHT - length - 2.0),
            dice.roll(FLOOR + 6.0, BASE - 4.0),
        );
        if !within.meets(x + length / 2.0, length / 2.0) {
            continue;
        }
        let _ = write!(
            svg,
            r#"<path class="{class}" d="M{x:.1} {y:.1}q{:.1} {:.1} {:.1} 0t{:.1} 0"/>"#,
            length / 4.0,
            -wave,
            length / 2.0,
            length / 2.0
        );
    }
    svg
}

fn draw(bottom: Bottom, w: Across) -> String {
    match bottom {
        Bottom::Boulder => stones(w, 16, (18.0, 34.0), false),
        Bottom::ChunkRock => stones(w, 46, (9.0, 18.0), true),
        Bottom::Gravel => stones(w, 170, (3.0, 8.0), false),
        Bottom::Bedrock => (0..34)
            .map(|i| {
                let x = LEFT + f64::from(i) * 15.0;
                format!(r#"<path class="faint" d="M{x} {BASE}l16 -48"/>"#)
            })
            .collect(),
        Bottom::Sand => stones(w, 260, (0.6, 1.3), false),
        Bottom::Shell => strokes(w, 90, (9.0, 7.0), "line") + &stones(w, 40, (1.0, 2.0), false),
        Bottom::Clay => strokes(w, 60, (22.0, 0.0), "plasticline"),
        Bottom::Mud => strokes(w, 50, (34.0, 5.0), "plasticline"),
        Bottom::Silt => strokes(w, 80, (20.0, 3.0), "plasticline"),
        Bottom::AlgaeFilm => strokes(w, 40, (26.0, 4.0), "plasticline") + &tufts(w, 90, 4.0, 9.0),
    }
}

/// Blades that stand on the bottom.
fn tufts(within: Across, count: u32, least: f64, most: f64) -> String {
    let mut dice = Dice(count);
    let mut svg = String::new();
    for _ in 0..count {
        let (x, h) = (dice.roll(LEFT + 3.0, RIGHT - 3.0), dice.roll(least, most));
        let lean = dice.roll(-0.25, 0.25) * h;
        if !within.meets(x, 0.0) {
            continue;
        }
        let _ = write!(
            svg,
            r#"<path class="reedline" d="M{x:.1} {FLOOR}q0 {:.1} {lean:.1} {:.1}"/>"#,
            -h * 0.6,
            -h
        );
    }
    svg
}

fn cover(cover: Cover, w: Across) -> String {
    let posts = |xs: &[f64], top: f64, w: f64| {
        xs.iter()
            .map(|x| {
                format!(
                    r#"<rect class="stone-2" x="{x}" y="{top}" width="{w}" height="{}"/>"#,
                    FLOOR - top
                )
            })
            .collect::<String>()
    };
    match cover {
        Cover::None => String::new(),
        Cover::SparseGrass => tufts(w, 26, 24.0, 60.0),
        Cover::HealthyGrass => tufts(w, 120, 40.0, 100.0),
        Cover::DyingGrass => tufts(w, 70, 12.0, 46.0),
        Cover::Wood => posts(&[64.0, 512.0], SURFACE - 20.0, 12.0),
        Cover::Brush => format!(
            r#"<g class="line"><path d="M470 {FLOOR}l-24 -62m24 62l6 -84m-6 84l34 -58m-26 30l26 -6m-42 -2l-18 -20m20 -18l16 -18"/><path d="M90 {FLOOR}l-16 -50m16 50l20 -66m-20 66l2 -38m8 -14l-10 -20"/></g>"#
        ),
        Cover::Docks => {
            posts(&[60.0, 120.0, 470.0, 530.0], SURFACE - 22.0, 9.0)
                + &format!(
                    r#"<rect class="stone-2" x="50" y="{}" width="100" height="7"/><rect class="stone-2" x="460" y="{}" width="98" height="7"/>"#,
                    SURFACE - 26.0,
                    SURFACE - 26.0
                )
        }
    }
}

/// Drawings of a kind of thing, each drawn when it is first asked for.
type Drawn<T> = LazyLock<EnumMap<T, OnceLock<String>>>;

/// The bed of a bottom, as SVG.
#[must_use]
pub fn bed(bottom: Bottom) -> &'static str {
    static BEDS: Drawn<Bottom> = LazyLock::new(EnumMap::default);
    BEDS[bottom].get_or_init(|| draw(bottom, WHOLE))
}

/// What stands on it, as SVG.
#[must_use]
pub fn standing(c: Cover) -> &'static str {
    static COVERS: Drawn<Cover> = LazyLock::new(EnumMap::default);
    COVERS[c].get_or_init(|| cover(c, WHOLE))
}

/// A piece of the bed of a bottom with what stands on it, as SVG: the same stones that the
/// whole has there.
#[must_use]
pub fn piece(bottom: Bottom, c: Cover, within: Across) -> String {
    draw(bottom, within) + &cover(c, within)
}
