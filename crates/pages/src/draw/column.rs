//! The water column: depth, bottom, and up to three weights falling, one bead
//! a second.

use std::fmt::Write;
use yarrowfen_core::PickRequest;

use yarrowfen_core::answer::{Answer, RungReport, Text};
use yarrowfen_core::base::codes::FishAt;
use yarrowfen_core::base::{Dimension, Printed, UnitSystem, plain, printed};
use yarrowfen_core::physics::hold::{CURRENT_MEAN, carried_m};

use crate::draw::bed::{self, FLOOR, LEFT, RIGHT, SURFACE};

/// A mark of depth.
pub struct Tick {
    /// Height in the drawing.
    pub y: Printed,
    /// Its words.
    pub label: String,
}

/// A bead.
pub struct Bead {
    /// Place in the drawing.
    pub x: Printed,
    /// Place in the drawing.
    pub y: Printed,
    /// Its second, where there is room for it.
    pub second: Option<u32>,
}

/// A weight falling.
pub struct Track {
    /// Whether it is the one tied on.
    pub chosen: bool,
    /// The weight.
    pub label: Text,
    /// Where its name stands.
    pub x: Printed,
    /// Path of the fall.
    pub path: String,
    /// One a second.
    pub beads: Vec<Bead>,
    /// Radius of a bead.
    pub radius: &'static str,
    /// Where the time stands.
    pub end_x: Printed,
    /// See `end_x`.
    pub end_y: Printed,
    /// The time.
    pub time: String,
    /// The speed, for the table.
    pub speed: Printed,
}

/// The drawing.
pub struct Column {
    /// Depth marks.
    pub ticks: Vec<Tick>,
    /// Weights, lighter first.
    pub tracks: Vec<Track>,
    /// The bottom, as SVG.
    pub bed: &'static str,
    /// What stands on it, as SVG.
    pub standing: &'static str,
    /// What is said over the water.
    pub sky: String,
    /// Line in the air, bowed by the wind.
    pub bow: String,
    /// Where the fish hold: top, height and words.
    pub fish: (Printed, Printed, &'static str),
    /// Words for a screen reader.
    pub told: String,
    /// Where it is brought off the bottom: the path along the depth of the fish.
    pub level: Option<(String, Printed)>,
    /// How it is brought there.
    pub brought: String,
    /// What the current does to a fall, if it does.
    pub swept: Option<String>,
    /// Where the bottom may lie, of a range of depths.
    pub bottoms: Option<Bottoms>,
    /// How far the current carries the chosen weight.
    pub carried: Option<Carried>,
}

/// How far a fall is carried, as a band.
pub struct Carried {
    /// The band.
    pub band: String,
    /// Where its words begin.
    pub x: Printed,
    /// Their foot.
    pub y: Printed,
    /// In words.
    pub says: String,
}

/// Depths that the bottom lies at.
pub struct Bottoms {
    /// Height of the shallowest.
    pub top: Printed,
    /// From there to the deepest.
    pub high: Printed,
    /// Height of the depth that is reckoned with.
    pub reckoned: Printed,
    /// In words.
    pub says: String,
}

fn bottoms(r: &PickRequest, depth: f64, scale: f64, units: UnitSystem) -> Option<Bottoms> {
    let most = r.water.depth_max_m.filter(|m| *m > r.water.depth_m)?;
    let y = |m: f64| SURFACE + m * scale;
    let print = |m: f64| Dimension::Distance.print(m, units);
    Some(Bottoms {
        top: n(y(r.water.depth_m)),
        high: n(y(most) - y(r.water.depth_m)),
        reckoned: n(y(depth)),
        says: format!(
            "bottom from {} to {}, reckoned at {}",
            print(r.water.depth_m),
            print(most),
            print(depth)
        ),
    })
}

fn n(value: f64) -> Printed {
    printed(value, 1)
}

/// Least room between two numbers beside the beads.
const BETWEEN: f64 = 15.0;
/// Where a time stands under the bottom.
const UNDER_FLOOR: f64 = 343.0;
/// Room that a swept fall may take sideways, in the drawing's units.
const ROOM: f64 = 96.0;

/// The column of an answer.
#[must_use]
pub fn column(r: &PickRequest, a: &Answer, units: UnitSystem) -> Column {
    let depth = a.depth_m.unwrap_or(r.water.depth_m);
    let scale = (FLOOR - SURFACE) / r.water.depth_max_m.unwrap_or(depth).max(depth);
    let chosen = a
        .rungs
        .iter()
        .position(|x| (x.oz - a.weight.oz).abs() < 1e-9)
        .unwrap_or(0);
    let shown: Vec<_> = (chosen.saturating_sub(1)..=(chosen + 1).min(a.rungs.len() - 1)).collect();
    let flow = CURRENT_MEAN * r.water.current_mps;
    let slowest = shown
        .iter()
        .filter_map(|i| a.rungs[*i].time_s)
        .fold(0.0, f64::max);
    let sideways = if flow > 0.0 {
        scale.min(ROOM / (flow * slowest).max(1e-9))
    } else {
        0.0
    };
    let gap = (RIGHT - LEFT) / 4.0;
    // Off the bottom a fall is followed to where it is fished only.
    let fished = a.fished_depth_m.or(a.fish_depth_m);
    let off = a.count_s.and(fished).filter(|m| *m < depth);
    let track = |(place, i): (usize, &usize)| {
        // The chosen one keeps the middle, also at an end of the ladder.
        let slot = if shown.len() == 3 {
            place + 1
        } else if *i == chosen {
            2
        } else if *i < chosen {
            1
        } else {
            3
        };
        let x0 = LEFT + gap * f64::from(u8::try_from(slot).unwrap_or(2))
            - if flow > 0.0 { ROOM / 2.0 } else { 0.0 };
        let at = At {
            x0,
            scale,
            drift: flow * sideways,
            depth,
            until: off,
        };
        one_track(&a.rungs[*i], *i == chosen, &at)
    };
    let tracks: Vec<_> = shown.iter().enumerate().map(track).collect();
    let sky = format!(
        "cast {}, wind {}",
        Dimension::Distance.print(r.cast_m, units),
        crate::views::describe::describe(r, units).wind
    );
    let told = tracks
        .iter()
        .map(|t| {
            let to = if off.is_some() {
                "the fish"
            } else {
                "the bottom"
            };
            format!("{}: {} to {to}", t.label, t.time)
        })
        .collect::<Vec<_>>()
        .join("; ");
    let middle = LEFT + gap * 2.0 - if flow > 0.0 { ROOM / 2.0 } else { 0.0 };
    // Off the bottom it is followed to where it is fished, and lands nowhere.
    let seconds = off.and(a.count_s).unwrap_or_else(|| a.down_s());
    let far = Dimension::Distance.print(carried_m(r.water.current_mps, seconds), units);
    // Where the chosen weight comes to.
    let end = middle + flow * sideways * seconds;
    let sag = 30.0 - (r.water.wind_mps * 4.0).min(26.0);
    Column {
        ticks: ticks((FLOOR - SURFACE) / scale, scale, units),
        tracks,
        bed: bed::bed(r.water.bottom),
        standing: bed::standing(r.water.cover),
        bow: format!(
            "M{} {}Q{} {} {} 8",
            n(middle + 5.0),
            n(SURFACE - 5.0),
            n(middle + 62.0),
            n(sag - 6.0),
            n(RIGHT)
        ),
        sky,
        fish: fish(r.fish_at, a.fish_depth_m.map(|m| m / depth)),
        told,
        level: off.map(|m| level(end, SURFACE + m * scale)),
        brought: off.map_or_else(String::new, |_| brought(a)),
        swept: (flow > 0.0).then(|| {
            format!(
                "the current carries it {far} before it {}",
                if off.is_some() {
                    "is at their depth"
                } else {
                    "lands"
                }
            )
        }),
        bottoms: bottoms(r, depth, scale, units),
        carried: (flow > 0.0).then(|| {
            let floor = n(SURFACE + off.unwrap_or(depth) * scale);
            let (x0, x1) = (n(middle), n(end));
            Carried {
                band: format!("M{x0} {SURFACE}L{x1} {floor}L{x0} {floor}Z"),
                x: n(end.max(middle)),
                y: floor,
                says: format!("carried {far}"),
            }
        }),
    }
}

/// The way along the depth of the fish, from the middle toward the rod, and its height.
fn level(from: f64, y: f64) -> (String, Printed) {
    let end = RIGHT - 10.0;
    let path = format!("M{} {}H{}m-9 -5l9 5l-9 5", n(from), n(y), n(end));
    (path, n(y))
}

/// How it is brought there, in a few words.
fn brought(a: &Answer) -> String {
    match &a.course {
        Some(c) if c.turns_ps > 0.0 => format!("{}, {}", c.code, c.turns),
        Some(c) => c.code.to_string(),
        None => String::new(),
    }
}

/// Where the fish hold: top, height and words. Off the bottom they lie around the
/// depth that the answer is for, as a share of the water; an answer that does not
/// know it has them where they usually are.
fn fish(at: FishAt, deep: Option<f64>) -> (Printed, Printed, &'static str) {
    let water = FLOOR - SURFACE;
    let (usual, height, words) = match at {
        FishAt::Bottom => (0.92, 0.16, "fish on the bottom"),
        FishAt::JustAbove => (0.79, 0.18, "fish just above it"),
        FishAt::Suspended => (0.49, 0.26, "fish suspended"),
    };
    let middle = match at {
        FishAt::Bottom => usual,
        FishAt::JustAbove | FishAt::Suspended => deep.unwrap_or(usual),
    };
    let top = (middle - height / 2.0).clamp(0.0, 1.0 - height);
    (n(SURFACE + top * water), n(height * water), words)
}

/// A round step that gives four to eight marks.
fn ticks(depth_m: f64, scale: f64, units: UnitSystem) -> Vec<Tick> {
    let per_unit = if units == UnitSystem::Imperial {
        0.3048
    } else {
        1.0
    };
    let depth = depth_m / per_unit;
    let step = [0.1, 0.2, 0.5, 1.0, 2.0, 5.0, 10.0, 20.0, 50.0]
        .into_iter()
        .find(|s| depth / s <= 7.0)
        .unwrap_or(50.0);
    let unit = Dimension::Distance.unit(units);
    let mut all = Vec::new();
    let mut at = 0.0;
    while at < depth - step * 0.45 {
        all.push(Tick {
            y: n(SURFACE + at * per_unit * scale),
            label: plain(at, 1),
        });
        at += step;
    }
    all.push(Tick {
        y: n(FLOOR),
        label: format!("{} {unit}", plain(depth, 1)),
    });
    all
}

/// Goes on to a point. Writing to a string cannot fail.
fn line_to(path: &mut String, x: f64, y: f64) {
    let _ = write!(path, "L{} {}", n(x), n(y));
}

/// Where a fall is drawn.
struct At {
    x0: f64,
    scale: f64,
    drift: f64,
    depth: f64,
    /// Depth to which it is followed, where that is not the bottom, m.
    until: Option<f64>,
}

/// Seconds to a depth, by one bead a second.
fn seconds_to(depth: f64, beads: &[f64]) -> Option<f64> {
    let after = beads.iter().position(|z| *z >= depth)?;
    let before = after.checked_sub(1).map_or(0.0, |i| beads[i]);
    let whole = f64::from(u32::try_from(after).unwrap_or(0));
    Some(whole + (depth - before) / (beads[after] - before))
}

fn one_track(rung: &RungReport, chosen: bool, at: &At) -> Track {
    let &At {
        x0,
        scale,
        drift,
        depth,
        until,
    } = at;
    let to = until.unwrap_or(depth);
    let all = &rung.depth_by_second;
    let shown = all.iter().take_while(|z| **z <= to).count();
    let (beads, time_s) = match until {
        Some(m) => (&all[..shown], seconds_to(m, all)),
        None => (&all[..], rung.time_s),
    };
    // A second is named where there is room for its number.
    let apart = to * scale / f64::from(u32::try_from(beads.len().max(1)).unwrap_or(u32::MAX));
    let every = [1, 2, 5, 10, 20]
        .into_iter()
        .find(|n| apart * f64::from(*n) >= BETWEEN)
        .unwrap_or(50);
    let point = |second: f64, z: f64| (x0 + drift * second, SURFACE + z * scale);
    let mut path = String::with_capacity(16 * (beads.len() + 2));
    let _ = write!(path, "M{} {SURFACE}", n(x0));
    let mut drawn = Vec::with_capacity(beads.len() + 1);
    for (i, z) in std::iter::once(&0.0).chain(beads).enumerate() {
        let second = u32::try_from(i).unwrap_or(0);
        let (x, y) = point(f64::from(second), *z);
        line_to(&mut path, x, y);
        let named = chosen && second > 0 && second % every == 0 && z / to < 0.97;
        drawn.push(Bead {
            x: n(x),
            y: n(y),
            second: named.then_some(second),
        });
    }
    let (end_x, end_y, time) = match time_s {
        Some(t) => {
            let (x, y) = point(t, to);
            line_to(&mut path, x, y);
            let (beside, under) = match until {
                Some(_) => (x - 30.0, y + 6.0),
                None => (x, UNDER_FLOOR),
            };
            (
                beside,
                under,
                format!("{} s", plain(t, usize::from(t < 5.0))),
            )
        }
        None if rung.time_s.is_some() => (x0, UNDER_FLOOR, String::new()),
        None => (x0, UNDER_FLOOR, "floats".to_owned()),
    };
    Track {
        chosen,
        label: rung.label.clone(),
        x: n(x0),
        path,
        radius: match (chosen, beads.len()) {
            (true, 0..=16) => "7",
            (false, 0..=16) => "5",
            (true, _) => "4.5",
            (false, _) => "3",
        },
        beads: drawn,
        end_x: n(end_x),
        end_y: n(end_y),
        time,
        speed: printed(rung.speed_mps, 2),
    }
}
