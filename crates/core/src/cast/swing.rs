//! Drift and swing: where a lure lands in a current, how far up to throw, and
//! the drift at which contact is lost.

use super::lure::Lure;
use super::setup::Setup;
use crate::base::codes::FallBy;
use crate::physics::hold::CURRENT_MEAN;
use crate::physics::line::steady::{Towed, hold};
use crate::physics::line::{DVec2, DVec3, Stream, Thread};

/// Fastest drift that is looked at, m/s: as fast as a request may name.
const FASTEST_DRIFT: f64 = crate::base::limits::DRIFT.most;

/// A fall in a current.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Swept {
    /// Seconds to the bottom.
    pub time: f64,
    /// How far downstream of the splash it lands, m: to hit a mark, throw so far
    /// above it.
    pub downstream: f64,
}

/// Where a lure lands that falls `depth` m through a current, m/s at the
/// surface; nothing where it floats.
///
/// It falls at its terminal velocity, the line drawn in behind it, and is
/// carried by the mean of the current (6/7 of the surface's).
#[must_use]
pub fn swept(lure: &Lure, depth: f64, current: f64, fall: FallBy) -> Option<Swept> {
    let time = lure.fall_time(depth, lure.postures.falling(fall), 1.0)?;
    Some(Swept {
        time,
        downstream: CURRENT_MEAN * current * time,
    })
}

/// Fastest drift, m/s, at which a lure behind the boat still touches the bottom
/// with the whole cast let out; nothing where it holds at any that one fishes.
#[must_use]
pub fn drift_at_loss(setup: &Setup, depth: f64) -> Option<f64> {
    let lure = &setup.lure;
    let still = Stream::still(lure.water.density.value, depth);
    let (at, tip) = (
        DVec3::new(0.0, 0.0, -depth),
        DVec3::new(setup.cast, 0.0, setup.stand),
    );
    let holds = |drift: f64| {
        let stream = Stream {
            drift: DVec2::new(drift, 0.0),
            ..still
        };
        let towed = Towed {
            weight: lure.weight,
            drag_area: lure.drag_area(lure.head_cd(drift.max(0.02)), lure.postures.drawn),
            lift_area: lure.lift_area(),
        };
        hold(&Thread::new(&lure.line, &stream), &towed, at, tip).is_ok_and(|h| h.left >= 0.0)
    };
    let (mut low, mut high) = (0.0, FASTEST_DRIFT);
    if holds(high) {
        return None;
    }
    for _ in 0..16 {
        let middle = f64::midpoint(low, high);
        if holds(middle) {
            low = middle;
        } else {
            high = middle;
        }
    }
    Some(low)
}
