//! How the bait goes through the water, and why.

use super::rule::{rule, turns};
use crate::answer::reasons::Reasons;
use crate::answer::{CourseAnswer, Text};
use crate::base::codes::{Basis, LowerBound, Topic};
use crate::base::text::{Arg, capital, sentences};
use crate::base::{UnitSystem, round};
use crate::cast::Lift;
use crate::choose::decision::Decision;
use crate::choose::verdicts::Verdicts;
use crate::explore::cast_ready::LEAST_FALL_S;
use crate::explore::lift_plan::LiftPlan;

/// The course of an answer; why it is so goes with the reasons.
#[must_use]
pub fn course(d: &Decision<'_>, v: &Verdicts<'_>, reasons: &mut Reasons) -> CourseAnswer {
    let (on, code) = (d.on, d.course.code);
    let why = match d.course.rule {
        Some(at) => rule(&on.tables.practice[on.rig.code].courses[at].rule, d, v),
        None => sentences::course_asked().text(on.options.units),
    };
    let told = Arg::Text(why.clone().into_owned());
    let said = sentences::course(Arg::Word(code.label()), told);
    reasons.pro(Topic::Course, Basis::CommonPractice, said);
    let (speed, needs) = (on.conditions.retrieve_mps, &d.needs);
    let moves = v.brought.moves.iter();
    CourseAnswer {
        code,
        why,
        speed_mps: round(speed, 3),
        turns_ps: round(speed / on.request.turn_m(), 2),
        turns: turns(speed / on.request.turn_m())
            .text(on.options.units)
            .into(),
        by_school: needs.asks(LowerBound::SinkTarget) || needs.asks(LowerBound::Feel),
        rest_s: v.brought.rest_s,
        moves: moves.map(|m| m.told().text(on.options.units)).collect(),
        lift_s: v.lift_s.map(|s| round(s, 1)),
    }
}

/// What lifts do at several places of the retrieve, the farthest first; nothing where nothing is
/// lifted.
#[must_use]
pub fn lifts(all: &[Lift], units: UnitSystem) -> Option<Text> {
    let hand_feels = |one: &&Lift| one.fall_s >= LEAST_FALL_S;
    let falls: Vec<Arg> = all
        .iter()
        .filter(hand_feels)
        .map(|one| {
            let away = Arg::Distance(one.at_m.round());
            sentences::lift_falls(Arg::Seconds(one.fall_s), away).into()
        })
        .collect();
    let hardly = all
        .iter()
        .filter(|one| !hand_feels(one))
        .map(|one| one.at_m);
    let hardly = hardly
        .reduce(f64::min)
        .map(|m| sentences::lifts_hardly(Arg::Distance(m.round())));
    let falls = (!falls.is_empty()).then(|| sentences::lifts_fall(Arg::List(falls)));
    let said = match (falls, hardly) {
        (Some(falls), Some(hardly)) => sentences::lifts_both(falls.into(), hardly.into()),
        (Some(said), None) | (None, Some(said)) => said,
        (None, None) => return None,
    };
    Some(capital(&said.text(units)).into())
}

/// Weight, lift and turns of the handle for the fall that was asked for.
#[must_use]
pub fn lift_plan(d: &Decision<'_>, plan: &LiftPlan) -> Text {
    let (on, lift) = (d.on, plan.lift);
    let label = Arg::Word(on.rungs[plan.rung].label);
    let turns = Arg::Number(plan.line_m / on.request.turn_m(), 1);
    let (line, away) = (Arg::Distance(plan.line_m), Arg::Distance(lift.at_m.round()));
    let fall = Arg::Seconds(lift.fall_s);
    let said = if plan.reached {
        sentences::lift_plan_reached(away, label, line, turns, fall)
    } else {
        sentences::lift_plan_nearest(away, label, line, turns, fall)
    };
    said.text(on.options.units)
}
