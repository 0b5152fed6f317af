//! A cast, from the splash to the rod: where the lure is at each moment, what
//! it touches, and what an angler cannot see of it.
//!
//! The model is that of [`sim`]; [`Cast::of`] runs it and reads the figures off.

mod flight;
pub mod grounds;
mod hands;
mod lure;
pub mod moves;
mod profile;
mod read;
mod sim;
pub mod swing;

pub use flight::{Entry, entry};
pub use lure::{Lure, Postures};
pub use moves::Move;
pub use profile::{DEEPEST_M, MOST_M, MOST_POINTS, Profile};
pub use read::{Figures, Hang, LiftOff, reach};
pub use sim::Sample;

use crate::codes::{CurrentWay, Direction, FallBy, FishAt};
use crate::physics::line::{DVec2, DVec3, Pull, Stream, Thread};
use crate::pick::CastRig;
use moves::Act;
use profile::Bed;
use sim::{STEP_S, Sim};

/// Longest time that a cast is followed, s.
const LONGEST_S: f64 = 300.0;
/// Longest first fall, s.
const LONGEST_FALL_S: f64 = 120.0;
/// How far a rig has sunk when it is begun off the bottom, as a share of the
/// depth (v0).
const COUNT_SHARE: f64 = 0.6;
/// Length of a rod where none is given, m (common practice: 6 ft 6 in to 7 ft 6 in).
pub const ROD_M: f64 = 2.2;
/// Least depth of water that a lure is thrown into, m.
const LEAST_SPLASH_M: f64 = 0.3;

/// What is cast, where, and how it is brought. SI throughout.
#[derive(Debug, Clone)]
pub struct Setup {
    /// The rig.
    pub lure: Lure,
    /// The bottom, from the bank outward.
    pub profile: Profile,
    /// Up the slope (from the bank) or down it (from a boat, toward deep water).
    pub direction: Direction,
    /// Distance to the splash, m.
    pub cast: f64,
    /// How the line is held on the first fall.
    pub fall: FallBy,
    /// Seconds after which the retrieve begins though it has not landed: the
    /// count of those who fish off the bottom.
    pub count: Option<f64>,
    /// How long it rests before the first move, s.
    pub rest: f64,
    /// How it is held on the falls within the retrieve.
    pub fall_after: FallBy,
    /// What is done, over and over until the lure is home.
    pub moves: Vec<Move>,
    /// Speed of drags and winds that name none, m/s.
    pub retrieve: f64,
    /// Current at the surface, m/s, and where it runs.
    pub current: (f64, CurrentWay),
    /// Wind across the cast at the height of the line, m/s.
    pub wind: f64,
    /// Drift of the boat away from the lure, m/s.
    pub drift: f64,
    /// Length of the rod, m.
    pub rod: f64,
    /// Where the fish are.
    pub fish_at: FishAt,
}

impl Setup {
    /// A rig cast over a bottom in its usual way, in still water and air.
    #[must_use]
    pub fn usual(rig: &CastRig, profile: Profile, cast: f64) -> Self {
        Self {
            lure: rig.lure,
            profile,
            direction: Direction::Up,
            cast,
            fall: rig.fall,
            count: None,
            rest: rig.rest,
            fall_after: rig.fall_after,
            moves: rig.moves.clone(),
            retrieve: rig.retrieve,
            current: (0.0, CurrentWay::Across),
            wind: 0.0,
            drift: 0.0,
            rod: ROD_M,
            fish_at: rig.fish_at,
        }
    }

    /// The same with the count of those who fish off the bottom: begun when it
    /// has sunk a share of the depth ([`COUNT_SHARE`]).
    #[must_use]
    pub fn counted(mut self) -> Self {
        let depth = self.profile.depth_at(self.cast);
        let speed = self.lure.terminal(self.lure.postures.tight);
        if speed > 0.0 {
            self.count = Some(COUNT_SHARE * depth / speed);
        }
        self
    }

    /// The current as it runs on the axes of the cast.
    fn flow(&self) -> DVec2 {
        let (speed, way) = self.current;
        match way {
            CurrentWay::Across => DVec2::new(0.0, speed),
            CurrentWay::Toward => DVec2::new(-speed, 0.0),
            CurrentWay::Away => DVec2::new(speed, 0.0),
        }
    }

    fn stream(&self, depth: f64) -> Stream {
        Stream {
            current: self.flow(),
            wind: DVec2::new(0.0, self.wind),
            drift: DVec2::new(-self.drift, 0.0),
            ..Stream::still(self.lure.water.density.value, depth.max(0.05))
        }
    }

    /// Depth at the splash and how far out it is: where the water there is too
    /// thin to throw into, the nearest that is not.
    fn splash(&self, bed: &Bed) -> f64 {
        let mut out = self.cast;
        while out > 2.0 && -bed.height(out) < LEAST_SPLASH_M {
            out -= 0.25;
        }
        out
    }
}

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
    /// What is read off.
    pub figures: Figures,
    /// Depth below the surface at each of some distances from the angler, for
    /// drawing: (out, depth).
    pub bottom: Vec<(f64, f64)>,
    stream: Stream,
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
        let entry = entry(splash, lure.mass, in_air);
        let speed = DVec3::new(entry.out, 0.0, -entry.down);
        let mut sim = Sim::new(lure, &bed, stream, setup.rod, step, (splash, speed));
        let longest = setup.count.unwrap_or(LONGEST_FALL_S);
        sim.perform(Act::Fall(setup.fall, longest), LONGEST_FALL_S);
        let landed = sim.lying();
        let mut acts = vec![None, None];
        sim.act = 1;
        sim.perform(Act::Hold(setup.rest), LONGEST_S);
        let mut one = Vec::new();
        let over = |sim: &Sim<'_>| {
            sim.home() || sim.samples.last().is_some_and(|s| s.t >= LONGEST_S - 1.0)
        };
        'brought: while !over(&sim) && !setup.moves.is_empty() {
            for (i, wanted) in setup.moves.iter().enumerate() {
                one.clear();
                wanted.acts(setup.retrieve, setup.fall_after, &mut one);
                for act in &one {
                    sim.act = acts.len();
                    acts.push(Some(i));
                    sim.perform(*act, LONGEST_S);
                    if over(&sim) {
                        break 'brought;
                    }
                }
            }
        }
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
            figures,
            bottom,
            stream,
        }
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
        let mut sim = Sim::new(&setup.lure, &bed, stream, setup.rod, step, start);
        sim.perform(Act::Fall(setup.fall, LONGEST_FALL_S), LONGEST_FALL_S);
        sim.samples
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
