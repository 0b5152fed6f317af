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
    /// How much line is drawn in while the lure keeps its depth, m.
    keeps: Option<f64>,
    /// Turn of the rod, rad/s.
    turn: f64,
    /// Tremble of the rod, rad.
    tremble: f64,
    /// Whether it ends when the lure touches the bottom, and whether under the fish.
    until_bottom: bool,
    /// See `until_bottom`.
    until_under: bool,
}

impl Course {
    fn of(act: Act, angle: f64, rod: f64) -> Self {
        let still = Self {
            seconds: 0.0,
            reel: 0.0,
            keeps: None,
            turn: 0.0,
            tremble: 0.0,
            until_bottom: false,
            until_under: false,
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
            Act::Keep(metres, speed, tremble) => Self {
                seconds: f64::INFINITY,
                reel: speed,
                keeps: Some(metres),
                tremble: tremble / rod,
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
            Act::Kill(_, seconds) => Self {
                seconds,
                until_bottom: true,
                until_under: true,
                ..still
            },
        }
    }
}

impl Sim<'_> {
    /// How many times the speed said the reel turns so that the lure keeps its
    /// depth: slower where it has risen, quicker where it has sunk.
    fn reel_to_keep(&self) -> f64 {
        let keep = &self.keep;
        let sunk = (-keep.depth - self.at.z) / keep.within;
        if sunk > 0.0 {
            1.0 + sunk.min(1.0) * (keep.quickest - 1.0)
        } else {
            1.0 + sunk.max(-1.0) * (1.0 - keep.slowest)
        }
    }

    /// Does one act; `until` is the latest second. Its last step is as long as
    /// what is left of it, so that an act lasts as long as it says.
    pub(super) fn perform(&mut self, act: Act, until: f64) {
        self.kept = match act {
            Act::Fall(FallBy::Pendulum, _)
            | Act::Hold(_)
            | Act::Raise(..)
            | Act::Reel(..)
            | Act::Keep(..)
            | Act::Shake(..) => Kept::Held,
            // Under the rod the lure is followed down, and no line is taken up.
            Act::Follow(_) if self.below => Kept::Let(FallBy::Tight),
            Act::Follow(_) => Kept::Taken,
            Act::Drop(_) | Act::Slack(_) => Kept::Let(FallBy::Slack),
            Act::Fall(by, _) | Act::Kill(by, _) => Kept::Let(by),
        };
        if matches!(self.kept, Kept::Let(_)) {
            self.tension = 0.0;
        }
        if matches!(act, Act::Reel(..) | Act::Keep(..) | Act::Raise(..)) {
            // Slack is taken up before a lure is moved.
            let (aim, behind) = self.aim(self.held_tip);
            self.out = self.out.min((self.at - aim).length() + behind);
        }
        let (start, from) = (self.t, self.angle);
        let course = Course::of(act, from, self.rod);
        let moves = course.turn != 0.0 || course.tremble != 0.0;
        let drawn = course.reel.max(course.turn.max(0.0) * self.rod);
        let mut kept = 0.0;
        while self.t < until && !(self.home() && self.act > 0) {
            let gone = self.t - start;
            let reel = match course.keeps {
                Some(_) => course.reel * self.reel_to_keep(),
                None => course.reel,
            };
            let left = match course.keeps {
                Some(metres) => (metres - kept) / reel,
                None => course.seconds - gone,
            };
            let down = course.until_bottom && self.touches && gone > 0.05;
            let under = course.until_under && self.keep.under.is_some_and(|d| -self.at.z >= d);
            if left <= 1e-9 || down || under {
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
            kept += reel * dt;
            self.advance(dt, reel, moves);
        }
        if course.tremble != 0.0 {
            self.angle = from;
        }
    }
}
