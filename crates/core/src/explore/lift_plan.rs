//! Weight, lift and turns of the handle for a fall of so many seconds.

use crate::cast::Lift;
use crate::choose::decision::Decision;
use crate::explore::cast_ready::lift_with;

/// A lift that falls as long as it shall, or the nearest to it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct LiftPlan {
    /// Place of the weight among those that are sold.
    pub rung: usize,
    /// Line that the lift takes in, m.
    pub line_m: f64,
    /// The lift, with half the cast out.
    pub lift: Lift,
    /// Whether it falls as long as it shall.
    pub reached: bool,
}

/// Shortest and longest lift that is looked at, as line taken in, m (common practice: from a nod of
/// the rod to three turns of the handle and a raised rod).
const LEAST_M: f64 = 0.2;
const MOST_M: f64 = 3.0;
/// Halvings until the line is known to a few centimetres.
const HALVINGS: usize = 7;
/// How far a fall may miss the seconds and still be told as that, s.
const NEAR_S: f64 = 0.15;
/// Weights on both sides of the one tied on that are looked at.
const BESIDE: usize = 2;

/// Solves for the seconds that a lift shall fall: the weight next to the one tied on that still lies
/// in the window and does it, and how far to lift it. None where the question does not ask, or
/// nothing is lifted.
#[must_use]
pub fn lift_plan(d: &Decision<'_>) -> Option<LiftPlan> {
    let wanted = d.on.request.lift_fall_s?;
    let tied = d.choice.rung;
    let last = d.on.rungs.len() - 1;
    let near = tied.saturating_sub(BESIDE)..=(tied + BESIDE).min(last);
    let fits = |rung: &usize| *rung == tied || d.choice.contains(d.on.rungs[*rung].mass);
    let plans = near.filter(fits).filter_map(|rung| solve(d, rung, wanted));
    plans.min_by(|a, b| {
        let missed = |p: &LiftPlan| {
            let by = (p.lift.fall_s - wanted).abs();
            if p.reached { 0.0 } else { by }
        };
        let far = |p: &LiftPlan| p.rung.abs_diff(tied);
        missed(a)
            .total_cmp(&missed(b))
            .then(far(a).cmp(&far(b)))
            .then(a.rung.cmp(&b.rung))
    })
}

/// The lift of one weight: the longer the line that is taken in, the longer it falls.
fn solve(d: &Decision<'_>, rung: usize, wanted: f64) -> Option<LiftPlan> {
    let mass = d.on.rungs[rung].mass;
    let lift = |line_m: f64| lift_with(d, mass, line_m);
    let falls = |line_m: f64| lift(line_m).map_or(0.0, |l| l.fall_s);
    let (mut short, mut long) = (LEAST_M, MOST_M);
    for _ in 0..HALVINGS {
        let middle = f64::midpoint(short, long);
        if falls(middle) < wanted {
            short = middle;
        } else {
            long = middle;
        }
    }
    let line_m = f64::midpoint(short, long);
    let lift = lift(line_m)?;
    Some(LiftPlan {
        rung,
        line_m,
        lift,
        reached: (lift.fall_s - wanted).abs() <= NEAR_S,
    })
}
