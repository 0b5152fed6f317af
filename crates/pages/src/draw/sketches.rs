//! Sketches of ways of working, measures and doings: not to scale.

use yarrowfen_core::base::codes::{Bottom, Cover};

use super::bed;
use super::tackle::figure::{Drawing, Figure};
use super::tackle::look::{Look, Part};
use super::tackle::path::ellipse;

/// Width and height of a sketch.
const SIZE: (f64, f64) = (150.0, 64.0);

/// A mark of a sketch.
enum Mark {
    /// Ink.
    Ink(&'static str),
    /// Dashed ink.
    Dashed(&'static str),
    /// What the term means.
    Gold(&'static str),
    /// A lure that lies or hangs there.
    Lure(f64, f64),
    /// A bead of a fall.
    Bead(f64, f64),
    /// Plastic.
    Bait(&'static str),
    /// Metal.
    Lead(&'static str),
}
use Mark::{Bait, Bead, Dashed, Gold, Ink, Lead, Lure};

const GROUND: Mark = Ink("M2 56L148 56");
const SURFACE: Mark = Ink(
    "M2 8Q8 5 14 8Q20 11 26 8Q32 5 38 8Q44 11 50 8Q56 5 62 8Q68 11 74 8Q80 5 86 8Q92 11 98 8Q104 5 110 8Q116 11 122 8Q128 5 134 8Q140 11 148 8",
);
/// A jig hook: shank, bend and point.
const HOOK: &str = "M34 42L98 42C124 42 124 10 98 10L72 10";
const HEAD: Mark = Lead("M34 42C34 30 12 30 12 42C12 54 34 54 34 42Z");

fn marks(group: &str, code: &str) -> Option<Vec<Mark>> {
    match group {
        "course" => course(code),
        "school" => school(code),
        "term" => on_hook(code)
            .or_else(|| in_water(code))
            .or_else(|| on_line(code)),
        _ => None,
    }
}

fn course(code: &str) -> Option<Vec<Mark>> {
    Some(match code {
        "dragged" => vec![
            GROUND,
            Gold("M144 53L96 53M84 53L48 53M36 53L18 53"),
            Lure(14.0, 52.0),
            Bead(90.0, 52.0),
            Bead(42.0, 52.0),
        ],
        "creeping" => vec![
            GROUND,
            Gold("M144 50Q128 56 112 50Q96 44 80 50Q64 56 48 50Q34 45 20 50"),
            Lure(16.0, 50.0),
        ],
        "hopped" => vec![
            GROUND,
            Gold(
                "M144 54Q136 20 128 26Q116 34 108 54Q100 20 92 26Q80 34 72 54Q64 20 56 26Q44 34 36 54",
            ),
            Lure(34.0, 52.0),
        ],
        "swum" => vec![
            SURFACE,
            GROUND,
            Gold("M144 14Q136 30 124 30L20 30"),
            Lure(16.0, 30.0),
        ],
        "lift_and_kill" => vec![
            SURFACE,
            GROUND,
            Gold("M144 34L96 34Q86 34 80 20Q76 14 72 20Q66 34 60 36L18 36"),
            Lure(14.0, 36.0),
        ],
        "shaken" => vec![
            SURFACE,
            GROUND,
            Gold(
                "M144 34Q138 28 132 34Q126 40 120 34Q114 28 108 34Q102 40 96 34Q90 28 84 34Q78 40 72 34Q66 28 60 34Q54 40 48 34Q42 28 36 34Q30 40 24 34",
            ),
            Lure(18.0, 34.0),
        ],
        "scooted" => vec![
            GROUND,
            Gold("M144 54L112 54Q106 44 92 46Q78 50 70 54L50 54Q44 44 32 46L22 54"),
            Lure(18.0, 52.0),
            Bead(112.0, 52.0),
            Bead(60.0, 52.0),
        ],
        "vertical" => vec![
            SURFACE,
            GROUND,
            Ink("M76 0L76 40"),
            Gold("M84 44L84 24M80 30L84 24L88 30M80 38L84 44L88 38"),
            Lure(76.0, 44.0),
        ],
        "dead_stick" => vec![
            GROUND,
            Ink("M60 50Q20 30 6 4"),
            Lure(64.0, 52.0),
            Bait("M68 52L88 20Q92 16 94 22L74 54Z"),
        ],
        _ => return None,
    })
}

fn school(code: &str) -> Option<Vec<Mark>> {
    let beads = |xs: &[f64]| xs.iter().map(|y| Bead(75.0, *y)).collect::<Vec<_>>();
    let mut all = vec![SURFACE, GROUND];
    all.extend(match code {
        "hang_time" => beads(&[14.0, 20.0, 26.0, 32.0, 38.0, 44.0, 50.0]),
        "bottom_contact" => beads(&[16.0, 26.0, 36.0, 46.0]),
        "reaction" => beads(&[20.0, 38.0]),
        _ => return None,
    });
    all.push(Lure(75.0, 52.0));
    Some(all)
}

/// Terms of the hook and of a hook in its bait.
fn on_hook(code: &str) -> Option<Vec<Mark>> {
    let with = |gold: &'static str| vec![Ink(HOOK), HEAD, Gold(gold)];
    let in_bait = |gold: &'static str| {
        vec![
            Bait("M34 32Q34 28 44 28L120 30Q146 34 148 42Q146 50 120 54L44 56Q34 56 34 52Z"),
            Dashed("M34 42L98 42C104 42 108 38 110 34"),
            Ink("M113 29C113 18 108 10 98 10L72 10"),
            HEAD,
            Gold(gold),
        ]
    };
    Some(match code {
        "gap" => with("M84 12L84 40M80 12L88 12M80 40L88 40"),
        "shank" => with("M34 42L98 42"),
        "bend" => with("M98 42C124 42 124 10 98 10"),
        "throat" => with("M118 26L74 26M118 22L118 30M74 22L74 30"),
        "point" => vec![
            Bait("M34 20Q34 14 44 14L120 16Q146 22 148 34Q146 44 120 50L44 54Q34 54 34 48Z"),
            Dashed("M34 36L46 36L50 50M112 48C124 44 120 22 98 20L72 18"),
            Ink("M50 50L54 60L98 62Q108 60 112 48"),
            HEAD,
            Gold("M66 17L80 15L80 20Z"),
        ],
        "wire" => with("M58 38L58 46M62 38L62 46"),
        "keeper" => with("M34 36L44 37L42 32L52 38L62 40L62 44L52 46L42 52L44 47L34 48"),
        "post" => {
            let mut all = with("M23 34L23 22");
            all.push(Ink("M23 22C19 22 19 14 23 14C27 14 27 22 23 22Z"));
            all
        }
        "eye" => {
            let mut all = with("M23 26C16 26 16 12 23 12C30 12 30 26 23 26Z");
            all.push(Ink("M23 34L23 26"));
            all
        }
        "exit" => in_bait("M110 29C113 26 116 29 113 32C110 34 107 32 110 29Z"),
        "tail_root" => in_bait("M126 22L126 60"),
        _ => return None,
    })
}

/// Terms of the fall and of what is done.
fn in_water(code: &str) -> Option<Vec<Mark>> {
    Some(match code {
        "window" => vec![
            Ink(
                "M40 4L40 60M60 4L60 60M34 12L66 12M34 22L66 22M34 32L66 32M34 42L66 42M34 52L66 52",
            ),
            Gold("M40 22L60 22M40 42L60 42M40 27L60 27M40 32L60 32M40 37L60 37"),
        ],
        "fall" => vec![
            SURFACE,
            GROUND,
            Bead(60.0, 16.0),
            Bead(64.0, 26.0),
            Bead(68.0, 36.0),
            Bead(72.0, 46.0),
            Gold("M84 14L84 50M80 44L84 50L88 44"),
        ],
        "submerged_weight" => vec![
            SURFACE,
            Ink("M75 0L75 30"),
            Lure(75.0, 34.0),
            Gold("M75 40L75 58M71 52L75 58L79 52"),
        ],
        "drag" => vec![
            Lure(75.0, 32.0),
            Gold("M46 32L62 32M56 28L62 32L56 36"),
            Ink("M20 16Q60 16 75 22Q92 16 130 16M20 48Q60 48 75 42Q92 48 130 48"),
        ],
        "contact" => vec![
            GROUND,
            Ink("M130 4L40 50"),
            Lure(36.0, 52.0),
            Gold("M24 56L50 56"),
        ],
        "count" => vec![
            SURFACE,
            GROUND,
            Bead(40.0, 16.0),
            Bead(44.0, 26.0),
            Bead(48.0, 36.0),
            Bead(52.0, 46.0),
            Gold("M58 44L68 44M58 34L68 34M58 24L68 24M58 14L68 14"),
        ],
        "rest" => vec![GROUND, Lure(70.0, 52.0), Gold("M64 30L64 42M76 30L76 42")],
        "hop" => vec![
            GROUND,
            Gold("M110 54Q96 16 84 22Q66 30 52 54"),
            Lure(50.0, 52.0),
        ],
        "snap" => vec![
            GROUND,
            Ink("M92 56Q94 40 88 28M104 56Q102 44 108 32M80 56Q82 46 78 38"),
            Gold("M94 48L60 20M62 28L60 20L68 20"),
            Lure(54.0, 16.0),
        ],
        "everyday" => vec![
            GROUND,
            Lure(40.0, 50.0),
            Lure(60.0, 50.0),
            Gold("M84 50C84 38 104 38 104 50C104 62 84 62 84 50Z"),
        ],
        _ => return None,
    })
}

/// Terms of line and rod.
fn on_line(code: &str) -> Option<Vec<Mark>> {
    Some(match code {
        "bow" => vec![
            GROUND,
            Dashed("M136 6L28 52"),
            Gold("M136 6Q104 50 28 52"),
            Lure(24.0, 52.0),
        ],
        "tight_line" => vec![
            SURFACE,
            GROUND,
            Gold("M140 2L40 36"),
            Lure(36.0, 38.0),
            Dashed("M36 42Q60 54 74 55"),
        ],
        "semi_tight" => vec![
            SURFACE,
            GROUND,
            Gold("M140 2Q84 26 40 36"),
            Lure(36.0, 38.0),
            Dashed("M36 42Q44 52 48 55"),
        ],
        "slack_line" => vec![
            SURFACE,
            GROUND,
            Gold("M140 2Q92 10 70 8Q50 8 40 36"),
            Lure(38.0, 38.0),
            Dashed("M38 42L38 55"),
        ],
        "leader" => vec![
            Ink("M4 20L78 34"),
            Gold("M78 34L128 44"),
            Ink("M74 30C82 28 86 38 78 39C70 40 68 32 74 30Z"),
            Lure(132.0, 45.0),
        ],
        "trace" => vec![
            Ink("M4 20L84 36"),
            Gold("M84 36L92 34L96 39L104 37L108 42L116 40L122 43"),
            Lure(130.0, 45.0),
        ],
        "rated" => vec![
            Ink("M6 54Q80 50 140 20"),
            Gold("M100 60L140 60M100 56L100 64M140 56L140 64"),
            Lure(142.0, 34.0),
        ],
        "overload" => vec![
            Gold("M6 54Q96 44 126 12Q134 8 136 30"),
            Lure(136.0, 40.0),
            Dashed("M6 54Q80 50 144 26"),
        ],
        "retie" => vec![
            Ink("M4 32L58 32M92 32L146 32"),
            Gold("M58 32C58 20 76 20 76 32C76 44 92 44 92 32C92 20 74 20 74 32C74 44 58 44 58 32Z"),
        ],
        _ => return None,
    })
}

/// The sketch of a term.
#[must_use]
pub fn sketch(group: &str, code: &str) -> Option<Figure> {
    let parts: Vec<Part> = marks(group, code)?.into_iter().map(part).collect();
    Some(drawn(&parts))
}

fn drawn(parts: &[Part]) -> Figure {
    let drawing = Drawing {
        id: "sketch",
        unit: 1.0,
        wire: 2.4,
        hatched: false,
    };
    drawing.viewed(parts, "", format!("0 0 {} {}", SIZE.0, SIZE.1), SIZE)
}

fn part(mark: Mark) -> Part {
    match mark {
        Ink(d) => Part::new(Look::Ink, d),
        Dashed(d) => Part::new(Look::Meant, d),
        Gold(d) => Part::new(Look::Ring, d),
        Bait(d) => Part::new(Look::Plastic, d),
        Lead(d) => Part::new(Look::Metal, d),
        Lure(x, y) => Part::new(Look::Metal, ellipse((x, y), 4.0, 4.0)),
        Bead(x, y) => Part::new(Look::Bead, ellipse((x, y), 2.6, 2.6)),
    }
}

/// A bottom: a piece of the bed as the water column draws it.
#[must_use]
pub fn bed(bottom: Bottom) -> Figure {
    let (left, top) = (bed::LEFT + 100.0, bed::BASE - SIZE.1);
    let across = bed::Across {
        left,
        right: left + SIZE.0,
    };
    let ground = format!(
        r#"<rect class="bed" x="{left}" y="{}" width="{}" height="{}"/>{}<path class="line" d="M{left} {}h{}"/>"#,
        bed::FLOOR,
        SIZE.0,
        bed::BASE - bed::FLOOR,
        bed::piece(bottom, Cover::None, across),
        bed::FLOOR,
        SIZE.0
    );
    Figure::of_ground(ground, format!("{left} {top} {} {}", SIZE.0, SIZE.1), SIZE)
}
