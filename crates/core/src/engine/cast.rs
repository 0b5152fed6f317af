//! The cast for programs: the rig of a question, played.

use crate::MODEL_VERSION;
use crate::answer::LiftAt;
use crate::answer::cast::{CastAnswer, HangAt, LiftOffAt, PathPoint};
use crate::base::{Mass, round};
use crate::cast::{Cast, CastRequest, CastRig, Profile, Sample, Setup};
use crate::choose::{Chooser, Options};
use crate::explore::cast_ready;
use uom::si::mass::gram;

/// Plays a cast: with the head in hand, or with the one that the answer ties on.
pub fn cast(chooser: &Chooser, request: &CastRequest, options: Options) -> CastAnswer {
    let question = &*chooser.settled(&request.question);
    let flat = || Profile::flat(question.water.middle_depth_m());
    let profile = request.profile.clone().unwrap_or_else(flat);
    let head = question.head.as_ref().map(|h| Mass::new::<gram>(h.g));
    let over = (profile, request.direction);
    let (rig, setup) = cast_ready::cast_over(chooser, question, options, head, over);
    told(&rig, &setup, &Cast::of(&setup), options)
}

fn told(rig: &CastRig, setup: &Setup, cast: &Cast, options: Options) -> CastAnswer {
    let f = &cast.figures;
    let share = |v: f64| round(v, 3);
    CastAnswer {
        model: MODEL_VERSION.into(),
        rig: rig.rig,
        shape: rig.shape,
        label: rig.label.clone().into(),
        head_g: round(rig.head_g, 3),
        total_g: round(rig.total_g, 2),
        course: rig.course,
        cast_m: round(cast.splash, 2),
        depth_m: round(cast.splash_depth, 2),
        count_s: setup.count.map(|s| round(s, 1)),
        landed_s: f.landed.map(|s| round(s, 2)),
        fall_mps: round(f.fall_speed, 3),
        swings_m: round(f.moved.0, 2),
        carried_m: round(f.moved.1, 2),
        retrieve_s: round(f.retrieve, 1),
        contact: share(f.contact),
        contact_when_drawn: share(f.contact_when_drawn),
        in_reach: share(f.zone),
        slack: share(f.slack),
        mean_height_m: round(f.mean_height, 2),
        moves: setup
            .moves
            .iter()
            .map(|m| m.words(options.units).into())
            .collect(),
        lifts: f
            .lifts
            .iter()
            .map(|l| LiftAt {
                at_m: round(l.out, 1),
                rise_m: round(l.height, 2),
                fall_s: round(l.seconds, 2),
            })
            .collect(),
        lift_offs: f
            .lift_offs
            .iter()
            .map(|l| LiftOffAt {
                t_s: round(l.t, 1),
                at_m: round(l.out, 1),
                lasts_s: round(l.lasts, 1),
                height_m: round(l.height, 2),
                cause: l.cause,
            })
            .collect(),
        hangs: f
            .hangs
            .iter()
            .map(|h| HangAt {
                at_m: round(h.out, 1),
                cause: h.cause,
                risk: round(h.risk, 2),
            })
            .collect(),
        cut_off_m: cast.cut_off.map(|m| round(m, 1)),
        path: path(&cast.samples),
    }
}

/// Samples of a second's distance: ten are kept a second.
const EACH_SECOND: usize = 10;

fn path(samples: &[Sample]) -> Vec<PathPoint> {
    let point = |s: &Sample| PathPoint {
        t_s: round(s.t, 1),
        at_m: round(s.at.x, 2),
        depth_m: round(-s.at.z, 2),
        touches: s.touches,
    };
    samples.iter().step_by(EACH_SECOND).map(point).collect()
}
