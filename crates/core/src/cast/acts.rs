//! Each move of a retrieve as what hands and reel do.

use crate::base::codes::{FallBy, MoveKind};
use crate::tables::retrieve::Move;

/// What hands and reel do, one after the other.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) enum Act {
    /// Reels in so much line, m, at a speed.
    Reel(f64, f64),
    /// Reels in so much line, m, about a speed, so that the lure keeps its depth; the
    /// tip trembles by so much, m, while it does.
    Keep(f64, f64, f64),
    /// Swings the rod tip up by so much, m, at a speed; the line is held.
    Raise(f64, f64),
    /// Lowers the rod at a speed while the reel keeps the line just tight.
    Follow(f64),
    /// Drops the rod at a speed and leaves the line slack.
    Drop(f64),
    /// Waits with the line held, s.
    Hold(f64),
    /// Waits on a slack line, s.
    Slack(f64),
    /// Trembles the tip by so much, m, for so long, s.
    Shake(f64, f64),
    /// Lets it fall until it touches bottom, s at most.
    Fall(FallBy, f64),
    /// Lets it fall to the bottom, or off it no farther than the fish are.
    Kill(FallBy, f64),
}

/// Longest wait for a fall within a retrieve, s.
const LONGEST_FALL_S: f64 = 30.0;
/// Usual speeds, m/s (common practice; numbers from memory, v0).
const HOP_MPS: f64 = 2.0;
const SNAP_MPS: f64 = 3.0;
const LIFT_MPS: f64 = 1.2;
const SCOOT_MPS: f64 = 0.8;
const LOWER_MPS: f64 = 1.2;
/// One pull of a scoot, m, and the glide after it, s (v0).
const SCOOT_PULL_M: f64 = 0.15;
const SCOOT_GLIDE_S: f64 = 0.4;
/// How far the tip trembles when the lure is shaken, m (v0).
const TREMBLE_M: f64 = 0.06;

impl Move {
    /// What is done for it, at the retrieve's own speed where it names none.
    pub(super) fn acts(&self, retrieve: f64, after: FallBy, out: &mut Vec<Act>) {
        let m = self.amount;
        let at = |usual: f64| self.speed.unwrap_or(usual);
        match self.kind {
            MoveKind::Drag | MoveKind::Wind => out.push(Act::Reel(m, at(retrieve))),
            MoveKind::Hop => out.extend([
                Act::Raise(m, at(HOP_MPS)),
                Act::Follow(LOWER_MPS),
                Act::Fall(after, LONGEST_FALL_S),
            ]),
            MoveKind::Snap => out.extend([
                Act::Raise(m, at(SNAP_MPS)),
                Act::Drop(SNAP_MPS),
                Act::Fall(FallBy::Slack, LONGEST_FALL_S),
            ]),
            MoveKind::LiftKill => out.extend([
                Act::Raise(m, at(LIFT_MPS)),
                Act::Drop(LOWER_MPS),
                Act::Kill(FallBy::SemiTight, LONGEST_FALL_S),
            ]),
            MoveKind::Scoot => {
                let pulls = (m / SCOOT_PULL_M).ceil().max(1.0);
                for _ in 0..pulls as usize {
                    out.extend([
                        Act::Reel(m / pulls, at(SCOOT_MPS)),
                        Act::Hold(SCOOT_GLIDE_S),
                    ]);
                }
            }
            MoveKind::Swim => out.push(Act::Keep(m, at(retrieve), 0.0)),
            MoveKind::Stroll => out.push(Act::Keep(m, at(retrieve), TREMBLE_M)),
            MoveKind::Shake => out.push(Act::Shake(TREMBLE_M, m)),
            MoveKind::Pause => out.push(Act::Hold(m)),
            MoveKind::DeadStick => out.push(Act::Slack(m)),
        }
    }
}
