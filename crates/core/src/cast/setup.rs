//! What is cast, where, and how it is brought.

use super::keep::Keep;
use super::lure::Lure;
use super::profile::{Bed, Profile};
use super::ready::CastRig;
use crate::base::codes::{CurrentWay, Direction, FallBy, FishAt};
use crate::base::maths;
use crate::physics::hold;
use crate::physics::line::{DVec2, Stream};
use crate::tables::retrieve::Move;

pub use crate::physics::hold::ROD_M;
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
    /// Height over the water from which the rod is held, m.
    pub stand: f64,
    /// The depth at which what is swum is kept.
    pub keep: Keep,
    /// Whether it is let down and worked under the rod tip, not cast.
    pub below: bool,
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
            stand: rig.stand,
            keep: rig.keep,
            below: false,
        }
    }

    /// How far before the angler the tip of a rod held low is, m.
    #[must_use]
    pub fn under_tip(rod: f64) -> f64 {
        rod * maths::cos(hold::ROD_LOW_DEG.to_radians())
    }

    /// The current as it runs on the axes of the cast.
    pub(super) fn flow(&self) -> DVec2 {
        let (speed, way) = self.current;
        match way {
            CurrentWay::Across => DVec2::new(0.0, speed),
            CurrentWay::Toward => DVec2::new(-speed, 0.0),
            CurrentWay::Away => DVec2::new(speed, 0.0),
        }
    }

    pub(super) fn stream(&self, depth: f64) -> Stream {
        Stream {
            current: self.flow(),
            wind: DVec2::new(0.0, self.wind),
            drift: DVec2::new(-self.drift, 0.0),
            ..Stream::still(self.lure.water.density.value, depth.max(0.05))
        }
    }

    /// Depth at the splash and how far out it is: where the water there is too
    /// thin to throw into, the nearest that is not.
    pub(super) fn splash(&self, bed: &Bed) -> f64 {
        if self.below {
            return Self::under_tip(self.rod);
        }
        let mut out = self.cast;
        while out > 2.0 && -bed.height(out) < LEAST_SPLASH_M {
            out -= 0.25;
        }
        out
    }
}
