//! A cast run from the splash to the rod.

use std::collections::BTreeSet;

use super::acts::Act;
use super::lure::Lure;
use super::profile::Bed;
use super::read::{self, Figures};
use super::setup::Setup;
use super::sim::{STEP_S, Sample, Sim};
use crate::base::Length;
use crate::physics::flight::{Entry, entry};
use crate::physics::hold;
use crate::physics::line::{DVec3, Pull, Stream, Thread};
use uom::si::length::meter;

/// Longest time that a cast is followed, s.
pub const LONGEST_S: f64 = 300.0;
/// The act that is the rest after the first fall, which is the act before it.
const REST_ACT: usize = 1;
/// How long it is followed under the rod, s.
const BELOW_S: f64 = 90.0;
/// Longest first fall, s.
const LONGEST_FALL_S: f64 = 120.0;

/// A cast that was run.
#[derive(Debug, Clone)]
pub struct Cast {
    /// Ten moments a second, the splash first.
    pub samples: Vec<Sample>,
    /// Distance to the splash, m, and the depth there.
    pub splash: f64,
    /// See `splash`.
    pub splash_depth: f64,
    /// The flight.
    pub entry: Entry,
    /// Which move each act belongs to; the first fall and its end have none.
    pub acts: Vec<Option<usize>>,
    /// The acts that are falls.
    falls: BTreeSet<usize>,
    /// What is read off.
    pub figures: Figures,
    /// Depth below the surface at each of some distances from the angler, for
    /// drawing: (out, depth).
    pub bottom: Vec<(f64, f64)>,
    /// How far out it still was, m, where it had been followed for [`LONGEST_S`]: the figures are
    /// then those of the way so far. None where it came home.
    pub cut_off: Option<f64>,
    stream: Stream,
}

/// A lift of the lure off the bottom.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Lift {
    /// How far out, m.
    pub at_m: f64,
    /// How high it comes, m.
    pub rise_m: f64,
    /// How long it then falls, s.
    pub fall_s: f64,
}

impl Cast {
    /// Runs it.
    #[must_use]
    pub fn of(setup: &Setup) -> Self {
        Self::with_step(setup, STEP_S)
    }

    /// The same with another step, to see what the step does. s.
    #[must_use]
    pub fn with_step(setup: &Setup, step: f64) -> Self {
        let bed = Bed::new(
            &setup.profile,
            setup.direction,
            setup.cast,
            setup.cast + 2.0,
        );
        let splash = setup.splash(&bed);
        let lure = &setup.lure;
        let stream = setup.stream(-bed.height(splash));
        let in_air = lure.drag_area(0.5, lure.postures.slack);
        let entry = if setup.below {
            Entry::LET_DOWN
        } else {
            entry(splash, lure.mass, in_air)
        };
        let longest_s = if setup.below { BELOW_S } else { LONGEST_S };
        let speed = DVec3::new(entry.out, 0.0, -entry.down);
        let mut sim = Sim::new(setup, &bed, stream, step, (splash, speed));
        let longest = setup.count.unwrap_or(LONGEST_FALL_S);
        sim.perform(Act::Fall(setup.fall, longest), LONGEST_FALL_S);
        let landed = sim.lying();
        let mut acts = vec![None, None];
        sim.act = REST_ACT;
        sim.perform(Act::Hold(setup.rest), longest_s);
        let mut one = Vec::new();
        let mut falls = BTreeSet::from([0]);
        let over = |sim: &Sim<'_>| {
            sim.home() || sim.samples.last().is_some_and(|s| s.t >= longest_s - 1.0)
        };
        'brought: while !over(&sim) && !setup.moves.is_empty() {
            for (i, wanted) in setup.moves.iter().enumerate() {
                one.clear();
                wanted.acts(setup.retrieve, setup.fall_after, &mut one);
                for act in &one {
                    sim.act = acts.len();
                    if matches!(act, Act::Fall(..) | Act::Kill(..)) {
                        falls.insert(sim.act);
                    }
                    acts.push(Some(i));
                    sim.perform(*act, longest_s);
                    if over(&sim) {
                        break 'brought;
                    }
                }
            }
        }
        let still_out = !setup.below && !setup.moves.is_empty() && !sim.home();
        let cut_off = still_out.then_some(sim.at.x);
        let samples = sim.samples;
        let figures = read::figures(setup, &bed, &samples, &acts, landed);
        let knots = 160;
        let place = |i: i32| (setup.cast + 2.0) * f64::from(i) / f64::from(knots);
        let bottom = (0..=knots)
            .map(|i| (place(i), -bed.height(place(i))))
            .collect();
        Self {
            samples,
            splash,
            splash_depth: stream.depth,
            entry,
            acts,
            falls,
            figures,
            bottom,
            cut_off,
            stream,
        }
    }

    /// The share of the cast's time that is falls and the rest after the first of them, 0 to 1.
    #[must_use]
    pub fn falling_share(&self) -> f64 {
        let falls = |s: &&Sample| s.act == REST_ACT || self.falls.contains(&s.act);
        let count = self.samples.iter().filter(falls).count();
        #[expect(clippy::cast_precision_loss, reason = "some thousands")]
        let share = count as f64 / self.samples.len().max(1) as f64;
        share
    }

    /// The fall alone, from rest at the surface straight below the splash: for
    /// comparing with what is known of such falls.
    #[must_use]
    pub fn dropped(setup: &Setup, step: f64) -> Vec<Sample> {
        let bed = Bed::new(
            &setup.profile,
            setup.direction,
            setup.cast,
            setup.cast + 2.0,
        );
        let stream = setup.stream(-bed.height(setup.cast));
        let start = (setup.cast, DVec3::ZERO);
        let mut sim = Sim::new(setup, &bed, stream, step, start);
        sim.perform(Act::Fall(setup.fall, LONGEST_FALL_S), LONGEST_FALL_S);
        sim.samples
    }

    /// The highest lift of the moves, done once at a share of the cast (or where the line is no
    /// steeper than a retrieve's) from a lure that lies with its line tight, drawn up to
    /// there where it is drawn just before, in steps of so many seconds; none where nothing is
    /// lifted, or it does not come down again.
    #[must_use]
    pub fn one_lift(setup: &Setup, (share, step): (f64, f64)) -> Option<Lift> {
        let lifts = setup.moves.iter().enumerate();
        let lifts = lifts.filter(|m| m.1.kind.leaves_bottom());
        let (at, highest) = lifts.max_by(|a, b| a.1.amount.total_cmp(&b.1.amount))?;
        let long = setup.cast + 2.0;
        let bed = Bed::new(&setup.profile, setup.direction, setup.cast, long);
        let metres = Length::new::<meter>;
        let (at_m, stand) = (share * setup.cast, setup.stand);
        let out = hold::no_steeper(metres(setup.profile.depth_at(at_m)), at_m, metres(stand));
        let stream = setup.stream(-bed.height(out));
        let drawn = at.checked_sub(1).map(|before| &setup.moves[before]);
        let drawn = drawn.filter(|m| m.kind.draws());
        let from = out + drawn.map_or(0.0, |m| m.amount);
        let mut sim = Sim::new(setup, &bed, stream, step, (from, DVec3::ZERO));
        sim.lie_down();
        let mut acts = Vec::new();
        if let Some(drawn) = drawn {
            drawn.acts(setup.retrieve, setup.fall_after, &mut acts);
        }
        highest.acts(setup.retrieve, setup.fall_after, &mut acts);
        for act in acts {
            sim.perform(act, LONGEST_FALL_S);
        }
        let (up, top) = sim.samples.iter().enumerate().max_by(|a, b| {
            let by_height = a.1.crest.total_cmp(&b.1.crest);
            by_height.then(b.0.cmp(&a.0))
        })?;
        // The last fall ends as it touches, between two samples.
        let down = sim.samples[up..].iter().find(|s| s.touches).map(|s| s.t);
        let down = down.or(sim.lying())?;
        Some(Lift {
            at_m: out,
            rise_m: top.crest,
            fall_s: down - top.t,
        })
    }

    /// The line at a moment, from lure to tip, as it hangs in current and wind
    /// under the pull of that moment; straight where the pull is too weak for a
    /// shape, by way of the edge where it runs over one.
    #[must_use]
    pub fn line_at(&self, lure: &Lure, sample: &Sample) -> Vec<DVec3> {
        if let Some((x, z)) = sample.edge {
            return vec![sample.at, DVec3::new(x, sample.at.y, z), sample.tip];
        }
        let thread = Thread {
            steps: 12,
            ..Thread::new(&lure.line, &self.stream)
        };
        let pull = sample.tension.max(0.1 * lure.weight).max(0.003);
        match thread.between(sample.at, sample.tip, Pull::Total(pull)) {
            Ok(strung) => strung.points,
            Err(_) => vec![sample.at, sample.tip],
        }
    }
}
