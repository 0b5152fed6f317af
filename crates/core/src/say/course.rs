//! How the bait goes through the water, and why.

use super::rule::{rule, turns};
use crate::answer::CourseAnswer;
use crate::answer::reasons::Reasons;
use crate::base::codes::{Basis, LowerBound, Topic};
use crate::base::round;
use crate::base::text::{Arg, sentences};
use crate::choose::decision::Decision;
use crate::choose::verdicts::Verdicts;

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
