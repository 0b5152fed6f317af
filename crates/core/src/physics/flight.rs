//! The flight of a cast: how it enters the water.

use crate::base::GRAVITY;
use crate::base::maths;
use crate::physics::line::AIR;

/// Angle at which a cast leaves the rod, over level: low enough to stay under
/// the wind (v0).
const RELEASE_DEG: f64 = 35.0;
/// Height at which it leaves, m (v0).
const RELEASE_M: f64 = 2.2;

/// How a cast comes down.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Entry {
    /// Time in the air, s.
    pub time: f64,
    /// Speed away from the angler at the splash, m/s.
    pub out: f64,
    /// Speed downward at the splash, m/s.
    pub down: f64,
}

impl Entry {
    /// That of what is let down from the rod.
    pub const LET_DOWN: Self = Self {
        time: 0.0,
        out: 0.0,
        down: 0.0,
    };
}

/// A body thrown so that it comes down `range` m away: its launch speed is
/// found by bisection. `mass` in kg, `drag_area` (Cd·A) in m².
///
/// Motion with quadratic drag in still air, second-order steps of 5 ms; the
/// reel's brake and the line are left out, so that it arrives a little fast.
#[must_use]
pub fn entry(range: f64, mass: f64, drag_area: f64) -> Entry {
    let (mut slow, mut fast) = (0.5, 120.0);
    for _ in 0..24 {
        let middle = f64::midpoint(slow, fast);
        if fly(middle, mass, drag_area).1 < range {
            slow = middle;
        } else {
            fast = middle;
        }
    }
    fly(fast, mass, drag_area).0
}

fn fly(speed: f64, mass: f64, drag_area: f64) -> (Entry, f64) {
    let k = 0.5 * AIR * drag_area / mass;
    let up = RELEASE_DEG.to_radians();
    let (mut vx, mut vz) = (speed * maths::cos(up), speed * maths::sin(up));
    let (mut x, mut z, mut t) = (0.0, RELEASE_M, 0.0);
    let dt = 0.02;
    while z > 0.0 && t < 20.0 {
        let (x0, z0) = (vx, vz);
        // Half the drag, the whole pull of the earth, half the drag.
        let slowed = 1.0 / (1.0 + k * maths::hypot(vx, vz) * dt / 2.0);
        (vx, vz) = (vx * slowed, vz * slowed - GRAVITY * dt);
        let slowed = 1.0 / (1.0 + k * maths::hypot(vx, vz) * dt / 2.0);
        (vx, vz) = (vx * slowed, vz * slowed);
        x += dt * f64::midpoint(x0, vx);
        z += dt * f64::midpoint(z0, vz);
        t += dt;
    }
    (
        Entry {
            time: t,
            out: vx,
            down: -vz,
        },
        x,
    )
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Without air: range of a throw from a height (published in any text of mechanics).
    #[test]
    fn without_air_it_flies_as_the_textbook_has_it() {
        let e = entry(20.0, 0.01, 0.0);
        let up = RELEASE_DEG.to_radians();
        // x = v cos t, z = h + v sin t − g t²/2; with t = x / (v cos).
        let v2 = GRAVITY * 400.0
            / (2.0 * maths::square(maths::cos(up)) * (RELEASE_M + 20.0 * maths::tan(up)));
        assert!((e.out - v2.sqrt() * maths::cos(up)).abs() < 0.05, "{e:?}");
        let energy = v2 / 2.0 + GRAVITY * RELEASE_M;
        assert!(((maths::square(e.out) + maths::square(e.down)) / 2.0 / energy - 1.0).abs() < 0.01);
    }

    #[test]
    fn a_light_bulky_lure_comes_down_steeper() {
        let (heavy, light) = (entry(20.0, 0.02, 2e-4), entry(20.0, 0.003, 4e-4));
        assert!(light.down / light.out > heavy.down / heavy.out);
    }
}
