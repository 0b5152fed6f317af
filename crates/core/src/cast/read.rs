//! What is read off a cast: shares, times, where it lifts off and hangs.

use super::lure::Lure;
use super::profile::Bed;
use super::setup::Setup;
use super::sim::Sample;
use crate::base::codes::{FishAt, HangCause, LiftCause};
use crate::base::{Dimension, UnitSystem};

/// How high over the bottom fish that lie on it, or just over it, take, m (v0).
const ZONE_BOTTOM_M: f64 = 0.2;
const ZONE_ABOVE_M: f64 = 1.0;
/// A gap in the touch that is shorter than this is no lift-off, s.
const LEAST_GAP_S: f64 = 0.35;
/// It has lifted off once it is this high, m.
const LEAST_GAP_M: f64 = 0.05;
/// Steepness (rise over run) of a step that a head is drawn into (v0).
const STEP_SLOPE: f64 = 0.9;
/// Snag of bottom times shape from which a place is worth a word (v0).
const WORTH_A_WORD: f64 = 0.1;

/// A place where the lure leaves the bottom unasked.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct LiftOff {
    /// Seconds after the splash.
    pub t: f64,
    /// Distance from the angler, m.
    pub out: f64,
    /// How long it stays off, s.
    pub lasts: f64,
    /// How high it comes, m.
    pub height: f64,
    /// What lifts it the most.
    pub cause: LiftCause,
}

/// A place where it is likely to hang.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct HangPlace {
    /// Distance from the angler, m.
    pub out: f64,
    /// Why.
    pub cause: HangCause,
    /// Snag of the place times the shape's wedge, 0..1.
    pub risk: f64,
}

/// A lift on purpose.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Lifted {
    /// Distance from the angler at which it leaves the bottom, m.
    pub out: f64,
    /// How high over the bottom it came, m.
    pub height: f64,
    /// How long it then fell, s.
    pub seconds: f64,
}

/// The figures of a cast. Shares are 0..1 of the time of the retrieve, which
/// begins when it has landed.
#[derive(Debug, Clone, PartialEq)]
pub struct Figures {
    /// Seconds from splash to bottom; nothing where it never got there.
    pub landed: Option<f64>,
    /// How far toward the rod (x) and downstream (y) of the splash it landed, m.
    pub moved: (f64, f64),
    /// Mean speed of that fall downward, m/s.
    pub fall_speed: f64,
    /// Length of the retrieve, s.
    pub retrieve: f64,
    /// Share in contact with the bottom.
    pub contact: f64,
    /// Of the time in which it is not lifted on purpose.
    pub contact_when_drawn: f64,
    /// Share within the fish's reach.
    pub zone: f64,
    /// Share on a slack line.
    pub slack: f64,
    /// How high it comes at most when it is lifted on purpose, m, and how long it
    /// then falls, s.
    pub lift: (f64, f64),
    /// Every lift on purpose from which it came down again.
    pub lifts: Vec<Lifted>,
    /// Mean height over the bottom, m.
    pub mean_height: f64,
    /// Where it leaves the bottom unasked.
    pub lift_offs: Vec<LiftOff>,
    /// Where it is likely to hang.
    pub hangs: Vec<HangPlace>,
}

/// Where the fish take, in words; suspended ones take about the depth at which
/// it is fished.
#[must_use]
pub fn reach(fish_at: FishAt, depth: f64, units: UnitSystem) -> String {
    let within = |m: f64| {
        format!(
            "within {} of the bottom",
            Dimension::Distance.print(m, units)
        )
    };
    match fish_at {
        FishAt::Bottom => within(ZONE_BOTTOM_M),
        FishAt::JustAbove => within(ZONE_ABOVE_M),
        FishAt::Suspended => format!("about {} down", Dimension::Distance.print(depth, units)),
    }
}

/// Half the band about their depth in which suspended fish take, as a share of the
/// depth of the water (the middle third), and at least, m (v0).
const BAND_SHARE: f64 = 1.0 / 6.0;
const BAND_LEAST_M: f64 = 0.3;

/// Whether a height over the bottom is where the fish take.
fn in_zone((fish_at, at): (FishAt, f64), height: f64, depth: f64) -> bool {
    match fish_at {
        FishAt::Bottom => height <= ZONE_BOTTOM_M,
        FishAt::JustAbove => height <= ZONE_ABOVE_M,
        FishAt::Suspended => (depth - height - at).abs() <= (BAND_SHARE * depth).max(BAND_LEAST_M),
    }
}

fn share(of: usize, all: usize) -> f64 {
    of as f64 / all.max(1) as f64
}

pub(super) fn figures(
    setup: &Setup,
    bed: &Bed,
    samples: &[Sample],
    acts: &[Option<usize>],
    landed: Option<f64>,
) -> Figures {
    let start = samples
        .iter()
        .position(|s| s.act > 0)
        .unwrap_or(samples.len());
    let (fall, rest) = samples.split_at(start);
    let on_purpose = |s: &Sample| acts[s.act].is_some_and(|m| setup.moves[m].kind.leaves_bottom());
    let last = fall.last();
    let first = samples.first();
    let moved = first
        .zip(last)
        .map_or((0.0, 0.0), |(a, b)| (a.at.x - b.at.x, b.at.y - a.at.y));
    let count = |f: &dyn Fn(&Sample) -> bool| rest.iter().filter(|s| f(s)).count();
    let drawn = count(&|s| !on_purpose(s));
    let lifts = lifts(rest, &on_purpose);
    let highest = lifts.iter().max_by(|a, b| a.height.total_cmp(&b.height));
    let highest = highest.copied();
    Figures {
        landed,
        moved,
        fall_speed: last.map_or(0.0, |s| match landed {
            Some(t) => -bed.height(s.at.x) / t.max(1e-3),
            None => -s.at.z / s.t.max(1e-3),
        }),
        retrieve: rest
            .last()
            .zip(rest.first())
            .map_or(0.0, |(b, a)| b.t - a.t),
        contact: share(count(&|s| s.touches), rest.len()),
        contact_when_drawn: share(count(&|s| s.touches && !on_purpose(s)), drawn),
        zone: share(
            count(&|s| {
                in_zone(
                    (setup.fish_at, setup.keep.depth),
                    s.height,
                    -bed.height(s.at.x),
                )
            }),
            rest.len(),
        ),
        slack: rest.iter().map(|s| s.slack).sum::<f64>() / (0.1 * rest.len().max(1) as f64),
        lift: highest.map_or((0.0, 0.0), |l| (l.height, l.seconds)),
        lifts,
        mean_height: rest.iter().map(|s| s.height).sum::<f64>() / rest.len().max(1) as f64,
        lift_offs: lift_offs(rest, &on_purpose),
        hangs: hangs(&setup.lure, bed, rest),
    }
}

/// Each lift on purpose from which it came down again.
fn lifts(rest: &[Sample], on_purpose: &dyn Fn(&Sample) -> bool) -> Vec<Lifted> {
    let mut found = Vec::new();
    let mut at = 0;
    while let Some(up) = (at..rest.len()).find(|i| on_purpose(&rest[*i]) && !rest[*i].touches) {
        let Some(long) = rest[up..].iter().position(|s| s.touches) else {
            break;
        };
        let spell = &rest[up..up + long];
        let top = spell.iter().max_by(|a, b| a.crest.total_cmp(&b.crest));
        if let Some(top) = top.filter(|s| s.crest >= LEAST_GAP_M) {
            found.push(Lifted {
                out: rest[up].at.x,
                height: top.crest,
                seconds: rest[up + long].t - top.t,
            });
        }
        at = up + long;
    }
    found
}

/// Spells off the bottom between two touches, or from a touch to the end.
fn lift_offs(rest: &[Sample], on_purpose: &dyn Fn(&Sample) -> bool) -> Vec<LiftOff> {
    let mut found = Vec::new();
    let mut i = 0;
    while i < rest.len() {
        let touched = i > 0 && rest[i - 1].touches && !rest[i].touches;
        if !touched || on_purpose(&rest[i]) {
            i += 1;
            continue;
        }
        let end = rest[i..]
            .iter()
            .position(|s| s.touches)
            .map_or(rest.len(), |n| i + n);
        let spell = &rest[i..end];
        let height = spell.iter().map(|s| s.height).fold(0.0, f64::max);
        let lasts = 0.1 * spell.len() as f64;
        // Its end at the rod, where every lure comes up, is none.
        let at_the_rod = end == rest.len() && rest[i].at.x - rest[i].tip.x < 2.5;
        let meant = spell.iter().any(on_purpose);
        if lasts >= LEAST_GAP_S && height >= LEAST_GAP_M && !at_the_rod && !meant {
            found.push(LiftOff {
                t: rest[i].t,
                out: rest[i].at.x,
                lasts,
                height,
                cause: cause(&rest[i - 1], &rest[i]),
            });
        }
        i = end.max(i + 1);
    }
    found
}

/// What lifts it: the greatest upward part, or the ground that sinks away.
fn cause(before: &Sample, after: &Sample) -> LiftCause {
    let [line, flow, water] = after.lifts;
    let ground = |s: &Sample| s.at.z - s.height;
    let sank = ground(before) - ground(after);
    let rose = after.at.z - before.at.z;
    if sank > rose.max(0.0) {
        LiftCause::Bottom
    } else if flow > line && flow > water {
        LiftCause::Flow
    } else if water > line {
        LiftCause::Water
    } else {
        LiftCause::Line
    }
}

/// Places a metre apart where a line saws or a head is drawn into a step.
fn hangs(lure: &Lure, bed: &Bed, rest: &[Sample]) -> Vec<HangPlace> {
    let mut found: Vec<HangPlace> = Vec::new();
    if lure.snag < WORTH_A_WORD {
        return found;
    }
    for s in rest.iter().filter(|s| s.touches) {
        // Up toward the angler is a bottom that falls off away from him.
        let steep = -bed.slope(s.at.x - 0.1) > STEP_SLOPE;
        let hang = match s.edge {
            Some((x, _)) => HangPlace {
                out: x,
                cause: HangCause::Edge,
                risk: lure.snag,
            },
            None if steep => HangPlace {
                out: s.at.x,
                cause: HangCause::Step,
                risk: lure.snag,
            },
            None => continue,
        };
        if found.iter().all(|h| (h.out - hang.out).abs() > 1.0) {
            found.push(hang);
        }
    }
    found
}
