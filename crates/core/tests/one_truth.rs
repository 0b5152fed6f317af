//! What Pick says of a retrieve is what Cast plays: a random pick, played over a
//! flat of its depth in its own wind and current, does what its words say.
#![allow(
    clippy::unwrap_used,
    clippy::indexing_slicing,
    reason = "a test of many numbers"
)]

mod common;

use common::{ENGINE, pick, request};
use proptest::prelude::*;
use proptest::strategy::ValueTree;
use proptest::test_runner::TestRunner;
use uom::si::length::meter;
use yarrowfen_core::Options;
use yarrowfen_core::answer::Answer;
use yarrowfen_core::base::Length;
use yarrowfen_core::base::codes::{Course, Direction, LowerBound, Rig};
use yarrowfen_core::cast::{Cast, Lifted, Profile};
use yarrowfen_core::physics::hold;
use yarrowfen_core::question::{PickRequest, Tackle};

/// A question as one is asked beside a water: of the random ones, within what a rig
/// is cast and fished in.
fn fished() -> impl Strategy<Value = PickRequest> {
    (
        request(),
        1.0..9.0f64,
        12.0..32.0f64,
        0.0..5.0f64,
        0.0..0.25f64,
    )
        .prop_map(|(mut r, depth, cast, wind, current)| {
            let rig = ENGINE.tables().rig(r.rig.unwrap());
            (r.water.depth_m, r.cast_m) = (depth, cast);
            (r.water.wind_mps, r.water.current_mps) = (wind, current);
            (r.water.drift_mps, r.water.fish_depth_m) = (0.0, None);
            (r.bait.form, r.bait.length_mm) = (rig.bait.default_form, rig.bait.default_mm);
            r.bait.body_mm = None;
            (r.course, r.retrieve_mps, r.stand_m, r.school) = (None, None, None, None);
            r.tackle = Tackle::default();
            r
        })
}

/// What is not as it was said: the code of the promise, and how far off.
fn broken(r: &PickRequest, a: &Answer) -> Vec<(&'static str, f64)> {
    let depth = r.water.depth_m;
    let flat = (Profile::flat(depth), Direction::Up);
    let (_, setup) = ENGINE.cast_over(r, Options::default(), None, flat);
    let cast = Cast::of(&setup);
    let (f, course) = (&cast.figures, a.course.as_ref().unwrap());
    let mut found = Vec::new();
    let begun = cast.samples.iter().position(|s| s.act > 0).unwrap_or(0);
    let near_end = near_end(r);
    let brought: Vec<_> = cast.samples[begun..]
        .iter()
        .filter(|s| s.at.x - s.tip.x > near_end)
        .collect();
    if brought.len() < 20 {
        return found;
    }
    let drawn: Vec<_> = brought
        .iter()
        .filter(|s| !cast.acts[s.act].is_some_and(|m| setup.moves[m].kind.leaves_bottom()))
        .collect();
    let contact = drawn.iter().filter(|s| s.touches).count() as f64 / drawn.len().max(1) as f64;
    let reach = setup.keep.depth;
    let near = |within: f64| {
        let held = brought.iter().filter(|s| (-s.at.z - reach).abs() <= within);
        held.count() as f64 / brought.len().max(1) as f64
    };
    match course.code {
        Course::Dragged | Course::Creeping | Course::DeadStick if contact < 0.85 => {
            found.push(("in_contact", contact));
        }
        Course::Swum if near((0.1 * depth).max(0.3)) < 0.8 => {
            found.push(("at_its_depth", near((0.1 * depth).max(0.3))));
        }
        Course::Shaken | Course::LiftAndKill if keeps(a) && near((depth / 6.0).max(0.3)) < 0.6 => {
            found.push(("in_the_band", near((depth / 6.0).max(0.3))));
        }
        Course::Hopped => {
            let said = course.lift_s.unwrap_or(0.0);
            let played = fall_at(&f.lifts, near_end.max(r.cast_m / 2.0));
            if let Some(fell) =
                played.filter(|s| said > 0.0 && (s - said).abs() > (0.15 * said).max(0.3))
            {
                found.push(("falls_as_long", fell / said));
            }
        }
        _ => {}
    }
    let (said, took) = match a.count_s {
        Some(count) => {
            let there = cast.samples.iter().find(|s| -s.at.z >= reach);
            (count, there.map_or(f64::INFINITY, |s| s.t))
        }
        None => (setup_time(a), f.landed.unwrap_or(f64::INFINITY)),
    };
    if (took / said - 1.0).abs() > 0.1 && (took - said).abs() > 0.5 {
        found.push(("count", took / said));
    }
    found
}

/// How long a lift at a place falls, between the lifts before and after it; none where
/// it is not lifted on both sides of it.
fn fall_at(lifts: &[Lifted], place: f64) -> Option<f64> {
    let (out, near) = (
        lifts.iter().rev().find(|l| l.out >= place)?,
        lifts.iter().find(|l| l.out < place)?,
    );
    let share = (place - near.out) / (out.out - near.out);
    Some(near.seconds + share * (out.seconds - near.seconds))
}

/// Whether the answer does not say that it leaves its depth.
fn keeps(a: &Answer) -> bool {
    a.notes.iter().all(|n| n.code != "leaves_its_depth")
}

/// How far off the rod a retrieve near its end is: what is said holds until there.
fn near_end(r: &PickRequest) -> f64 {
    let metres = Length::new::<meter>;
    hold::near_end(
        metres(r.water.depth_m),
        metres(r.cast_m),
        metres(r.held_at_m()),
    )
}

/// Seconds to the bottom as the answer says them.
fn setup_time(a: &Answer) -> f64 {
    a.sink.down_s
}

/// How many random questions are played; 2,000 in the long run.
fn cases() -> usize {
    let asked = std::env::var("YARROWFEN_CASES").ok();
    asked.and_then(|n| n.parse().ok()).unwrap_or(200)
}

/// The same questions in every run, so that a miss is a change and not luck. Of many
/// one in a hundred may lie outside; docs/model.md says which do.
#[test]
fn a_cast_does_what_the_answer_says() {
    let mut runner = TestRunner::deterministic();
    let (mut played, mut missed) = (0, Vec::new());
    while played < cases() {
        let r = fished().new_tree(&mut runner).unwrap().current();
        let a = pick(&r);
        if a.weight.conflict.is_some() || a.sink.speed_mps <= 0.0 {
            continue;
        }
        played += 1;
        for (what, by) in broken(&r, &a) {
            let code = a.course.as_ref().unwrap().code;
            missed.push(format!(
                "{} {} {what}: {by:.2} in {:?}",
                a.rig.code(),
                code.code(),
                r.water
            ));
        }
    }
    assert!(missed.len() <= played / 100, "{missed:#?}");
}

/// A rig that nobody could keep at its depth says so, and most can be kept.
#[test]
fn few_answers_say_that_they_leave_their_depth() {
    let mut runner = TestRunner::deterministic();
    let (mut swum, mut leaves) = (0, 0);
    for _ in 0..400 {
        let a = pick(&fished().new_tree(&mut runner).unwrap().current());
        let course = a.course.as_ref().unwrap().code;
        if matches!(course, Course::Swum | Course::Shaken | Course::LiftAndKill) {
            swum += 1;
            leaves += usize::from(!keeps(&a));
        }
    }
    assert!(swum > 80 && leaves * 4 < swum, "{leaves} of {swum}");
}

/// What is said to bind is what binds: without its drift a rig that "lifts off behind a
/// drift" may be lighter, and one that lifts off as it is drawn may not.
#[test]
fn a_drift_is_named_where_it_is_the_drift_that_binds() {
    let mut told = [0, 0];
    let swept = Rig::ALL.iter().flat_map(|rig| {
        let drifts = (1..=12).map(|n| 0.1 * f64::from(n));
        drifts.flat_map(move |drift| [0.3, 0.6, 1.0, 1.5].map(|reel| (rig, drift, reel)))
    });
    for (rig, drift, reel) in swept {
        let asked = |drift_mps: f64| {
            let mut r = PickRequest::from_json(b"{}").unwrap();
            (r.rig, r.retrieve_mps, r.cast_m) = (Some(*rig), Some(reel), 25.0);
            (r.water.depth_m, r.water.drift_mps) = (5.0, drift_mps);
            ENGINE.pick(&r, Options::default()).weight.window
        };
        let (with, without) = (asked(drift), asked(0.0));
        if with.lower_by != LowerBound::Contact {
            continue;
        }
        let by_drift = with.lower_says.contains("behind a drift");
        assert_eq!(
            by_drift,
            with.lower_g > without.lower_g + 1e-9,
            "{rig:?} drawn at {reel} m/s in {drift} m/s: {}",
            &*with.lower_says
        );
        told[usize::from(by_drift)] += 1;
    }
    assert!(told.iter().all(|n| *n > 0), "{told:?} of each kind");
}
