//! What hands and reel do to the line, act by act.

use super::acts::Act;
use super::sim::{KEEP_EVERY_S, Kept, LOW_DEG, Sim};
use crate::base::codes::FallBy;
use crate::base::maths;
use std::f64::consts::PI;

/// Steepest that a rod is raised, degrees over level.
const HIGH_DEG: f64 = 100.0;
/// Trembles a second while a lure is shaken (v0).
const TREMBLES_HZ: f64 = 3.0;

/// What is faster than this, m/s, is followed in shorter steps: a splash at
/// 10 m/s is braked, and a snap starts, within hundredths of a second.
const PACE_MPS: f64 = 1.0;

/// An act as it runs: for how long, and at which rates.
struct Course {
    seconds: f64,
    /// Line drawn in, m/s.
    reel: f64,
    /// Turn of the rod, rad/s.
    turn: f64,
    /// Tremble of the rod, rad.
    tremble: f64,
    /// Whether it ends when the lure touches the bottom.
    until_bottom: bool,
}

impl Course {
    fn of(act: Act, angle: f64, rod: f64) -> Self {
        let still = Self {
            seconds: 0.0,
            reel: 0.0,
            turn: 0.0,
            tremble: 0.0,
            until_bottom: false,
        };
        let turned = |to: f64, speed: f64| Self {
            seconds: (to - angle).abs() * rod / speed,
            turn: (to - angle).signum() * speed / rod,
            ..still
        };
        match act {
            Act::Reel(metres, speed) => Self {
                seconds: metres / speed,
                reel: speed,
                ..still
            },
            Act::Raise(metres, speed) => {
                let high = HIGH_DEG.to_radians().max(angle);
                turned((angle + metres / rod).min(high), speed)
            }
            Act::Follow(speed) | Act::Drop(speed) => turned(LOW_DEG.to_radians(), speed),
            Act::Hold(seconds) | Act::Slack(seconds) => Self { seconds, ..still },
            Act::Shake(metres, seconds) => Self {
                seconds,
                tremble: metres / rod,
                ..still
            },
            Act::Fall(_, seconds) => Self {
                seconds,
                until_bottom: true,
                ..still
            },
        }
    }
}

impl Sim<'_> {
    /// Does one act; `until` is the latest second. Its last step is as long as
    /// what is left of it, so that an act lasts as long as it says.
    pub(super) fn perform(&mut self, act: Act, until: f64) {
        self.kept = match act {
            Act::Fall(FallBy::Pendulum, _)
            | Act::Hold(_)
            | Act::Raise(..)
            | Act::Reel(..)
            | Act::Shake(..) => Kept::Held,
            Act::Follow(_) => Kept::Taken,
            Act::Drop(_) | Act::Slack(_) => Kept::Let(FallBy::Slack),
            Act::Fall(by, _) => Kept::Let(by),
        };
        if matches!(self.kept, Kept::Let(_)) {
            self.tension = 0.0;
        }
        if matches!(act, Act::Reel(..) | Act::Raise(..)) {
            // Slack is taken up before a lure is moved.
            let (aim, behind) = self.aim(self.held_tip);
            self.out = self.out.min((self.at - aim).length() + behind);
        }
        let (start, from) = (self.t, self.angle);
        let course = Course::of(act, from, self.rod);
        let moves = course.turn != 0.0 || course.tremble != 0.0;
        let drawn = course.reel.max(course.turn.max(0.0) * self.rod);
        while self.t < until && !(self.home() && self.act > 0) {
            let gone = self.t - start;
            let left = course.seconds - gone;
            if left <= 1e-9 || (course.until_bottom && self.touches && gone > 0.05) {
                break;
            }
            let pace = self.speed().max(drawn);
            let dt = if pace <= 0.0 && self.rests() {
                KEEP_EVERY_S.min(left)
            } else {
                (self.step / (pace / PACE_MPS).clamp(1.0, 16.0)).min(left)
            };
            let phase = maths::sin(2.0 * PI * TREMBLES_HZ * (gone + dt)).max(0.0);
            self.angle = from + course.turn * (gone + dt) + course.tremble * phase;
            self.advance(dt, course.reel, moves);
        }
        if course.tremble != 0.0 {
            self.angle = from;
        }
    }
}
