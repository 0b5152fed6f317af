//! How the bait goes through the water, why, and what hands make of it.

use enum_map::EnumMap;

use super::facts::Facts;
use super::rules::Record;
use crate::base::codes::{Course, LowerBound, Mood, MoveKind, Topic};
use crate::base::round;
use crate::question::PickRequest;
use crate::tables::retrieve::Move;
use crate::tables::rules::Rule;
use crate::tables::{HandFactors, HandsRow, RigRow, Tables};

/// The course of a rig by one school.
#[derive(Debug, Clone)]
pub struct Worked {
    /// The course.
    pub code: Course,
    /// The place of the rule that gave it among those of the rig; none where the
    /// angler asked for it.
    pub rule: Option<usize>,
    /// Every rule for it, as it was asked.
    pub record: Record,
    /// What bounds a weight from below.
    pub asks: EnumMap<LowerBound, bool>,
    /// Speed of what is drawn or wound, as asked or as the hands have it, m/s.
    pub mps: f64,
}

impl Worked {
    /// Before anything was asked.
    #[must_use]
    pub fn unasked() -> Self {
        Self {
            code: Course::Dragged,
            rule: None,
            record: Record::default(),
            asks: EnumMap::default(),
            mps: 0.0,
        }
    }

    /// What the angler asked for, else the first rule of the rig that holds.
    #[must_use]
    pub fn new(
        request: &PickRequest,
        rig: &RigRow,
        tables: &Tables,
        facts: &Facts,
        hands: &HandFactors,
    ) -> Self {
        let rules = &tables.practice[rig.code].courses;
        let (mut record, mut found) = (Record::default(), None);
        for (at, giving) in rules.iter().enumerate() {
            let open = found.is_none() && request.course.is_none();
            if record.ask(Topic::Course, &giving.rule, facts, open) {
                found = Some(at);
            }
        }
        // The last rule of each rig always holds: `Practice::read` makes sure.
        let usual = &rules[found.unwrap_or(rules.len() - 1)];
        let row = tables.course(request.course.unwrap_or(usual.gives));
        let usual_mps = rig.speed_mps(row) * hands.speed;
        Self {
            code: row.code,
            rule: found,
            record,
            asks: EnumMap::from_fn(|need| rig.needs(need, row)),
            mps: request.asked_mps().unwrap_or(usual_mps),
        }
    }
}

/// What temperature and mood make of speeds, rests and lifts.
#[must_use]
pub fn hands(row: &HandsRow, temp_c: f64, mood: Mood) -> HandFactors {
    let by = row.mood(mood);
    HandFactors {
        speed: by.speed * row.speed.at(temp_c),
        rest: by.rest * row.rest.at(temp_c),
        lift: by.lift * row.lift.at(temp_c),
    }
}

/// How a rig is brought: what Pick and the card tell, and Cast plays.
#[derive(Debug, Clone)]
pub struct Brought<'t> {
    /// Rest after landing, s.
    pub rest_s: f64,
    /// What is then done over and over.
    pub moves: Vec<Move>,
    /// The steps as they are told.
    pub say: &'t [Rule],
    /// Whether it is the rig's own way, not that of any rig on this course.
    pub own: bool,
}

/// The steps in which rests are told, s, and lifts, m.
const REST_STEP_S: f64 = 0.5;
const LIFT_STEP_M: f64 = 0.05;

fn stepped(value: f64, step: f64) -> f64 {
    round((value / step).round().max(1.0) * step, 2)
}

/// A rest as hands have it, s; none stays none.
#[must_use]
pub fn rest(seconds: f64, hands: &HandFactors, longest: f64) -> f64 {
    if seconds <= 0.0 {
        return seconds;
    }
    stepped(
        (hands.rest * seconds).min(longest.max(seconds)),
        REST_STEP_S,
    )
}

/// A move as hands have it.
#[must_use]
pub fn moved(usual: &Move, hands: &HandFactors, longest: f64) -> Move {
    let amount = match usual.kind {
        MoveKind::Pause | MoveKind::DeadStick => rest(usual.amount, hands, longest),
        MoveKind::Hop | MoveKind::Snap | MoveKind::LiftKill => {
            stepped(hands.lift * usual.amount, LIFT_STEP_M)
        }
        MoveKind::Drag
        | MoveKind::Wind
        | MoveKind::Swim
        | MoveKind::Stroll
        | MoveKind::Shake
        | MoveKind::Scoot => usual.amount,
    };
    Move { amount, ..*usual }
}
