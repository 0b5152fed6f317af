//! The drawn cast: bottom, path, beads, contact, line.

use std::fmt::Write as _;

use serde::Serialize;
use yarrowfen_core::base::codes::Direction;
use yarrowfen_core::base::{Dimension, UnitSystem, json, plain};
use yarrowfen_core::cast::{Cast, Sample, Setup};

use super::run::Run;

/// The drawing's units: pixels at a page of 1280.
pub const WIDE: f64 = 1216.0;
/// Its height.
pub const HIGH: f64 = 352.0;
const LEFT: f64 = 44.0;
const RIGHT: f64 = 1200.0;
const SURFACE: f64 = 60.0;
const FLOOR: f64 = 304.0;
const BASE: f64 = 326.0;
/// Most beads: beyond it each stands for more seconds.
const MOST_BEADS: usize = 150;

/// A bead: place, and whether it touches.
pub struct Bead {
    /// Across.
    pub x: String,
    /// Down.
    pub y: String,
    /// Whether the lure touches the bottom.
    pub touches: bool,
}

/// A word at a place of the drawing.
pub struct Label {
    /// Across.
    pub x: String,
    /// Down.
    pub y: String,
    /// `start`, `middle` or `end`.
    pub anchor: &'static str,
    /// What it says.
    pub text: String,
}

/// What the page's script moves along: places ten a second, the line and the
/// words once a second.
#[derive(Serialize)]
struct Moving {
    places: Vec<(f64, f64)>,
    lines: Vec<String>,
    words: Vec<String>,
}

/// The plate.
pub struct Plate {
    /// The bed, closed.
    pub bed: String,
    /// Its edge.
    pub edge: String,
    /// The fall and the retrieve.
    pub path: String,
    /// Stretches in contact.
    pub contact: String,
    /// The line at the first moment.
    pub line: String,
    /// The lure at the first moment.
    pub lure: (String, String),
    /// Beads.
    pub beads: Vec<Bead>,
    /// Seconds from bead to bead.
    pub every: usize,
    /// Paths of the settings beside it.
    pub others: Vec<String>,
    /// Words on the drawing.
    pub labels: Vec<Label>,
    /// Words that ask for care.
    pub warnings: Vec<Label>,
    /// Depth marks and distance marks.
    pub depths: Vec<Label>,
    /// Distances from the bank.
    pub distances: Vec<Label>,
    /// What the script moves.
    pub moving: String,
    /// Whole seconds of the cast.
    pub seconds: usize,
    /// Metres a unit of the drawing stands for, from the bank and down, with the
    /// places of bank and surface: for drawing a bottom by finger.
    pub scale: (String, String),
}

/// From metres to the drawing.
struct Scale {
    boat: f64,
    direction: Direction,
    per_m: f64,
    per_depth: f64,
}

fn n(v: f64) -> String {
    plain(v, 1)
}

impl Scale {
    fn bank_side(&self, out: f64) -> f64 {
        match self.direction {
            Direction::Up => out,
            Direction::Down => self.boat - out,
        }
    }
    fn x(&self, out: f64) -> f64 {
        LEFT + self.per_m * self.bank_side(out)
    }
    fn y(&self, z: f64) -> f64 {
        (SURFACE - self.per_depth * z).max(4.0)
    }
    fn at(&self, s: &Sample) -> (f64, f64) {
        (self.x(s.at.x), self.y(s.at.z))
    }
}

/// A path through points, thinned where it hardly moves.
fn path(points: impl Iterator<Item = (f64, f64)>) -> String {
    let mut d = String::new();
    let mut last: Option<(f64, f64)> = None;
    for (x, y) in points {
        if last.is_some_and(|l| (l.0 - x).abs() + (l.1 - y).abs() < 0.8) {
            continue;
        }
        let _ = write!(
            d,
            "{}{} {}",
            if last.is_none() { "M" } else { "L" },
            n(x),
            n(y)
        );
        last = Some((x, y));
    }
    d
}

fn contact(samples: &[Sample], scale: &Scale) -> String {
    let mut d = String::new();
    for spell in samples
        .chunk_by(|a, b| a.touches == b.touches)
        .filter(|s| s[0].touches && s.len() > 1)
    {
        d.push_str(&path(spell.iter().map(|s| scale.at(s))));
    }
    d
}

fn ticks(most: f64) -> f64 {
    [0.5, 1.0, 2.0, 3.0, 5.0, 10.0, 20.0, 50.0]
        .into_iter()
        .find(|t| most / t <= 9.0)
        .unwrap_or(100.0)
}

/// Draws a run.
pub fn plate(
    setup: &Setup,
    run: &Run,
    words: &dyn Fn(&Sample) -> String,
    units: UnitSystem,
) -> Plate {
    let cast = &run.cast;
    let long = setup.cast + 2.0;
    let deepest = cast.bottom.iter().map(|b| b.1).fold(0.5, f64::max);
    let scale = |direction| Scale {
        boat: setup.cast,
        direction,
        per_m: (RIGHT - LEFT) / long,
        per_depth: (FLOOR - SURFACE) / (deepest * 1.04),
    };
    let here = scale(setup.direction);
    let edge = bed(setup, &here, long);
    let every = cast.samples.len().div_ceil(10 * MOST_BEADS).max(1);
    let seconds: Vec<&Sample> = cast.samples.iter().step_by(10).collect();
    let bead = |s: &&Sample| {
        let (x, y) = here.at(s);
        Bead {
            x: n(x),
            y: n(y),
            touches: s.touches,
        }
    };
    let (labels, warnings) = labels(setup, run, &here, units);
    let first = cast.samples.first();
    Plate {
        bed: format!("{edge}L{} {}L{} {}Z", n(RIGHT), n(BASE), n(LEFT), n(BASE)),
        edge,
        path: path(cast.samples.iter().map(|s| here.at(s))),
        contact: contact(&cast.samples, &here),
        line: first.map_or_else(String::new, |s| line(setup, cast, s, &here)),
        lure: first.map_or((n(0.0), n(0.0)), |s| (n(here.at(s).0), n(here.at(s).1))),
        beads: seconds.iter().step_by(every).map(bead).collect(),
        every,
        others: run
            .beside
            .iter()
            .filter(|b| !b.here)
            .map(|b| path(b.cast.samples.iter().map(|s| scale(b.direction).at(s))))
            .collect(),
        labels,
        warnings,
        depths: depths(deepest, &here, units),
        distances: distances(long, &here, units),
        moving: moving(setup, cast, &seconds, &here, words),
        seconds: seconds.len().saturating_sub(1),
        scale: (
            format!("{} {}", n(LEFT), plain(1.0 / here.per_m, 5)),
            format!("{} {}", n(SURFACE), plain(1.0 / here.per_depth, 5)),
        ),
    }
}

fn bed(setup: &Setup, scale: &Scale, long: f64) -> String {
    let mut d = String::new();
    let knots = 240;
    for i in 0..=knots {
        let from_bank = long * f64::from(i) / f64::from(knots);
        let (x, y) = (
            LEFT + scale.per_m * from_bank,
            scale.y(-setup.profile.depth_at(from_bank)),
        );
        let _ = write!(d, "{}{} {}", if i == 0 { "M" } else { "L" }, n(x), n(y));
    }
    d
}

fn line(setup: &Setup, cast: &Cast, s: &Sample, scale: &Scale) -> String {
    let points = cast.line_at(&setup.lure, s);
    points
        .iter()
        .map(|p| format!("{},{}", n(scale.x(p.x)), n(scale.y(p.z))))
        .collect::<Vec<_>>()
        .join(" ")
}

fn moving(
    setup: &Setup,
    cast: &Cast,
    seconds: &[&Sample],
    scale: &Scale,
    words: &dyn Fn(&Sample) -> String,
) -> String {
    let tenth = |v: f64| (v * 10.0).round() / 10.0;
    let all = Moving {
        places: cast
            .samples
            .iter()
            .map(|s| (tenth(scale.at(s).0), tenth(scale.at(s).1)))
            .collect(),
        lines: seconds
            .iter()
            .map(|s| line(setup, cast, s, scale))
            .collect(),
        words: seconds.iter().map(|s| words(s)).collect(),
    };
    json::written(&all).unwrap_or_default()
}

fn depths(deepest: f64, scale: &Scale, units: UnitSystem) -> Vec<Label> {
    let (per, unit) = per_unit(units);
    let step = ticks(deepest / per);
    let marks = (0..)
        .map(|i| f64::from(i) * step)
        .take_while(|d| d * per <= deepest * 1.03);
    let all: Vec<f64> = marks.collect();
    let last = all.len() - 1;
    let text = |i: usize, d: f64| {
        if i == last {
            format!("{} {unit}", plain(d, 1))
        } else {
            plain(d, 1)
        }
    };
    all.iter()
        .enumerate()
        .map(|(i, d)| Label {
            x: n(LEFT - 8.0),
            y: n(scale.y(-d * per) + 4.0),
            anchor: "end",
            text: text(i, *d),
        })
        .collect()
}

fn distances(long: f64, scale: &Scale, units: UnitSystem) -> Vec<Label> {
    let (per, unit) = per_unit(units);
    let step = ticks(long / per);
    let marks = (0..)
        .map(|i| f64::from(i) * step)
        .take_while(|d| d * per <= long * 0.99);
    let text = |d: f64| {
        if d == 0.0 {
            format!("0 {unit} from the bank")
        } else {
            plain(d, 1)
        }
    };
    let anchor = |d: f64| if d == 0.0 { "start" } else { "middle" };
    marks
        .map(|d| Label {
            x: n(LEFT + scale.per_m * d * per),
            y: n(BASE + 18.0),
            anchor: anchor(d),
            text: text(d),
        })
        .collect()
}

fn per_unit(units: UnitSystem) -> (f64, &'static str) {
    match units {
        UnitSystem::Metric => (1.0, "m"),
        UnitSystem::Imperial => (0.3048, "ft"),
    }
}

fn labels(setup: &Setup, run: &Run, scale: &Scale, units: UnitSystem) -> (Vec<Label>, Vec<Label>) {
    let cast = &run.cast;
    let far = |m: f64| Dimension::Distance.print(m, units);
    let anchor = |x: f64| if x > WIDE / 2.0 { "end" } else { "start" };
    let (mut plain_words, mut warnings) = (Vec::new(), Vec::new());
    let splash = scale.x(cast.splash);
    plain_words.push(Label {
        x: n(splash),
        y: n(SURFACE - 12.0),
        anchor: anchor(splash),
        text: if setup.below {
            "let down under the rod".into()
        } else {
            format!("splash, {} out", far(cast.splash))
        },
    });
    if let (Some(t), Some(s)) = (
        cast.figures.landed,
        cast.samples.iter().rfind(|s| s.act == 0),
    ) {
        let (x, y) = scale.at(s);
        plain_words.push(Label {
            x: n(x),
            y: n((y + 20.0).min(BASE - 4.0)),
            anchor: anchor(x),
            text: format!("on bottom after {} s", plain(t, 0)),
        });
    }
    if let Some(l) = cast.figures.lift_offs.first() {
        let x = scale.x(l.out);
        let z = -setup.profile.depth_at(scale.bank_side(l.out));
        warnings.push(Label {
            x: n(x),
            y: n((scale.y(z + l.height) - 10.0).max(SURFACE + 16.0)),
            anchor: anchor(x),
            text: format!("lifts off: {}", l.cause),
        });
    }
    for h in cast.figures.hangs.iter().take(2) {
        let x = scale.x(h.out);
        let z = -setup.profile.depth_at(scale.bank_side(h.out));
        warnings.push(Label {
            x: n(x),
            y: n((scale.y(z) + 18.0).min(BASE - 4.0)),
            anchor: "middle",
            text: "may hang here".into(),
        });
    }
    (plain_words, warnings)
}
