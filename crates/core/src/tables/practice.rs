//! What each rig is in practice: how it is rigged, worked, struck and left.

use serde::{Deserialize, Serialize};

use super::retrieve::{self, Move};
use super::rules::{Giving, RawGiving, RawRule, RawStep, Rule, Rules, Step};
use super::when::When;
use crate::base::Loose;
use crate::base::UnitSystem;
use crate::base::codes::{Course, Rig};

/// The practice of a rig.
#[derive(Debug, Clone)]
pub struct Practice {
    /// Steps of rigging.
    pub rigging: Vec<Step>,
    /// How it goes through the water: the first that holds, the last always.
    pub courses: Vec<Giving<Course>>,
    /// How it may be worked: the first whose condition holds; where none does, as
    /// the course has it.
    pub ways: Vec<Way>,
    /// The steps of the retrieve as they are told.
    pub retrieve: Vec<Rule>,
    /// How the hook is set: the first that holds.
    pub hook_set: Vec<Rule>,
    /// When to leave the rig: the first that holds.
    pub leave_when: Vec<Rule>,
    /// What is worth knowing on this rig only.
    pub notes: Vec<Rule>,
}

/// A way of working a rig.
#[derive(Debug, Clone)]
pub struct Way {
    /// When it is worked so.
    pub when: When,
    /// How long it rests after landing, s; 0 to 120.
    pub rest_s: f64,
    /// What is then done over and over.
    pub moves: Vec<Move>,
}

#[derive(Debug, Clone, Deserialize, Serialize)]
#[serde(deny_unknown_fields)]
struct RawWay {
    #[serde(default, rename = "if")]
    when: Loose,
    rest_s: f64,
    moves: String,
}

#[derive(Debug, Clone, Deserialize, Serialize)]
#[serde(deny_unknown_fields)]
struct RawPractice {
    rigging: Vec<RawStep>,
    hook_set: Vec<RawRule>,
    leave_when: Vec<RawRule>,
    note: Vec<RawRule>,
}

#[derive(Debug, Clone, Deserialize, Serialize)]
struct RawRetrieve {
    course: Vec<RawGiving<Course>>,
    way: Vec<RawWay>,
    say: Vec<RawRule>,
}

/// The parts of a rig's file that are its practice.
#[derive(Debug, Clone, Deserialize, Serialize)]
pub(super) struct RawPracticeFile {
    pub code: Rig,
    practice: RawPractice,
    retrieve: RawRetrieve,
}

/// Longest rest after landing, s.
const LONGEST_REST_S: f64 = 120.0;

fn last_always<'r>(
    name: &str,
    rules: impl DoubleEndedIterator<Item = &'r When>,
) -> Result<(), String> {
    if rules.rev().take(1).any(When::is_always) {
        Ok(())
    } else {
        Err(format!("the last {name} must always hold"))
    }
}

impl Practice {
    pub(super) fn read(raw: RawPracticeFile, rules: &Rules) -> Result<Self, String> {
        let reader = rules.reader();
        let way = |way: RawWay| {
            if !(0.0..=LONGEST_REST_S).contains(&way.rest_s) {
                return Err(format!("rest is {}", way.rest_s));
            }
            Ok(Way {
                when: When::read(&way.when, &rules.named)?,
                rest_s: way.rest_s,
                moves: retrieve::read(&way.moves, UnitSystem::Metric)?,
            })
        };
        let ways: Vec<Way> = raw
            .retrieve
            .way
            .into_iter()
            .map(way)
            .collect::<Result<_, _>>()?;
        let read = Self {
            courses: reader.giving(&raw.retrieve.course)?,
            rigging: reader.steps(&raw.practice.rigging, &rules.rigging)?,
            retrieve: reader.rules(&raw.retrieve.say)?,
            hook_set: reader.rules(&raw.practice.hook_set)?,
            leave_when: reader.rules(&raw.practice.leave_when)?,
            notes: reader.rules(&raw.practice.note)?,
            ways,
        };
        last_always("course", read.courses.iter().map(|c| &c.rule.when))?;
        last_always("hook_set", read.hook_set.iter().map(|r| &r.when))?;
        last_always("leave_when", read.leave_when.iter().map(|r| &r.when))?;
        Ok(read)
    }

    /// Every rule of it, with the list that it stands in.
    pub fn each(&self) -> impl Iterator<Item = (&'static str, &Rule)> {
        let steps = self.rigging.iter().filter_map(|s| match s {
            Step::Say(rule) => Some(("rigging", rule)),
            Step::Do(..) => None,
        });
        steps
            .chain(self.courses.iter().map(|c| ("course", &c.rule)))
            .chain(self.retrieve.iter().map(|r| ("retrieve", r)))
            .chain(self.hook_set.iter().map(|r| ("hook_set", r)))
            .chain(self.leave_when.iter().map(|r| ("leave_when", r)))
            .chain(self.notes.iter().map(|r| ("note", r)))
    }
}
