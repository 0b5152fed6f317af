//! What the rules say of a decision: asked once, with a record.

use super::course::Brought;
use super::decision::Decision;
use super::exclusion::may_turn_to;
use super::facts::Facts;
use super::rules::{Record, holds};
use crate::base::codes::{BaitForm, Rig, Topic, TurnTo};
use crate::tables::rules::{Rule, ShapeRule, Step};
use crate::tables::when::Flag;

/// The rules that were taken, each list in the order in which it is said.
#[derive(Debug)]
pub struct Verdicts<'t> {
    /// The facts that they were asked with.
    pub facts: Facts,
    /// What is worth knowing: of the rig, then of all.
    pub notes: Vec<&'t Rule>,
    /// What could hurt somebody or break a law.
    pub cautions: Vec<&'t Rule>,
    /// What to turn to.
    pub turns: Vec<(TurnTo, &'t Rule)>,
    /// Which other bait.
    pub bait_turns: Vec<(BaitForm, &'t Rule)>,
    /// What the water asks of the bait.
    pub advice: Vec<&'t Rule>,
    /// Steps of rigging.
    pub rigging: Vec<&'t Rule>,
    /// Steps of the retrieve.
    pub retrieve: Vec<&'t Rule>,
    /// What speaks for the shape tied on, besides its traits.
    pub shape: Vec<&'t Rule>,
    /// How the rig is brought.
    pub brought: Brought<'t>,
    /// How long a lift of it falls, s, played at half the cast; none before it was
    /// played, and where nothing is lifted.
    pub lift_s: Option<f64>,
    /// How the hook is set.
    pub hook_set: Option<&'t Rule>,
    /// When to leave the rig.
    pub leave_when: Option<&'t Rule>,
    /// What the trade adds to a step up and a step down.
    pub heavier: Option<&'t Rule>,
    /// See `heavier`.
    pub lighter: Option<&'t Rule>,
    /// Of each slot of a sentence, the phrase that fills it.
    pub phrases: Vec<(&'t str, &'t Rule)>,
    /// Every rule asked.
    pub record: Record,
}

impl<'t> Verdicts<'t> {
    /// Asks every rule of a decision; `lift_s` is how long a lift falls, where that was
    /// played.
    #[must_use]
    pub fn of(d: &Decision<'t>, lift_s: Option<f64>) -> Self {
        let on = d.on;
        let (rules, practice) = (&on.tables.rules, &on.tables.practice[on.rig.code]);
        let mut facts = d.facts();
        facts.flags[Flag::LiftFalls] = lift_s.is_some();
        let mut record = d.tie_record.clone();
        let brought = d.brought(&facts);
        record.entries.extend(&d.course.record.entries);
        let mut notes = record.all(Topic::Note, &practice.notes, &facts);
        notes.extend(record.all(Topic::Note, &rules.notes, &facts));
        Self {
            notes,
            cautions: record.all(Topic::Caution, &rules.cautions, &facts.at_worst(on.request)),
            turns: turns(d, &facts, &mut record),
            shape: spoken_for(d, &facts, &mut record),
            bait_turns: bait_turns(d, &facts, &mut record),
            advice: record.all(Topic::Advice, &rules.advice, &facts),
            rigging: rigging(d, &facts, &mut record),
            retrieve: record.all(Topic::Retrieve, brought.say, &facts),
            brought,
            lift_s,
            hook_set: record.first(
                Topic::HookSet,
                rules.hook_set.iter().chain(&practice.hook_set),
                &facts,
            ),
            leave_when: record.first(Topic::LeaveWhen, &practice.leave_when, &facts),
            heavier: record.first(Topic::Step, &rules.heavier, &facts),
            lighter: record.first(Topic::Step, &rules.lighter, &facts),
            phrases: phrases(d, &facts, &mut record),
            record,
            facts,
        }
    }
}

/// What speaks for the shape tied on, besides its traits; the rules of the rig's other
/// shapes are asked too.
fn spoken_for<'t>(d: &Decision<'t>, facts: &Facts, record: &mut Record) -> Vec<&'t Rule> {
    let tied = |r: &&ShapeRule| r.shape == d.shape.code;
    let known = |r: &&ShapeRule| d.on.rig.shapes.contains_key(&r.shape);
    let rules = d.on.tables.rules.shapes.iter().filter(known);
    let taken = rules.filter(|r| record.ask(Topic::Shape, &r.rule, facts, tied(r)));
    taken.map(|r| &r.rule).collect()
}

/// Each thing once; a rig never to itself, nor to one that is not fished there.
fn turns<'t>(d: &Decision<'t>, facts: &Facts, record: &mut Record) -> Vec<(TurnTo, &'t Rule)> {
    let mut taken: Vec<(TurnTo, &Rule)> = Vec::new();
    for turn in &d.on.tables.rules.turns {
        let to = turn.gives;
        let rig = Rig::from_code(to.code());
        let fished = rig.is_none_or(|rig| may_turn_to(rig, d.on.request, d.on.tables));
        let new = rig != Some(d.on.rig.code) && taken.iter().all(|t| t.0 != to) && fished;
        if record.ask(Topic::Turn, &turn.rule, facts, new) {
            taken.push((to, &turn.rule));
        }
    }
    taken
}

/// Each form once, of those that the rig takes, and not the one in hand.
fn bait_turns<'t>(
    d: &Decision<'t>,
    facts: &Facts,
    record: &mut Record,
) -> Vec<(BaitForm, &'t Rule)> {
    let (on, bait) = (d.on, &d.on.request.bait);
    let mut taken: Vec<(BaitForm, &Rule)> = Vec::new();
    for turn in &on.tables.rules.bait_turns {
        let to = turn.gives.unwrap_or(on.rig.bait.default_form);
        let new = to != bait.form && on.suits(to) >= 0.0 && taken.iter().all(|t| t.0 != to);
        if record.ask(Topic::Bait, &turn.rule, facts, new) {
            taken.push((to, &turn.rule));
        }
    }
    taken
}

fn rigging<'t>(d: &Decision<'t>, facts: &Facts, record: &mut Record) -> Vec<&'t Rule> {
    let tables = d.on.tables;
    let mut taken = Vec::new();
    for step in &tables.practice[d.on.rig.code].rigging {
        match step {
            Step::Say(rule) => {
                if record.ask(Topic::Rigging, rule, facts, true) {
                    taken.push(rule);
                }
            }
            Step::Do(when, name) if holds(when, facts) => {
                let steps = tables
                    .rules
                    .rigging
                    .get(name)
                    .map_or(&[][..], Vec::as_slice);
                taken.extend(record.all(Topic::Rigging, steps, facts));
            }
            Step::Do(..) => {}
        }
    }
    taken
}

/// Of each slot the first phrase that holds.
fn phrases<'t>(d: &Decision<'t>, facts: &Facts, record: &mut Record) -> Vec<(&'t str, &'t Rule)> {
    let mut taken: Vec<(&str, &Rule)> = Vec::new();
    for phrase in &d.on.tables.rules.phrases {
        let slot = phrase.gives.as_str();
        let open = taken.iter().all(|t| t.0 != slot);
        if record.ask(Topic::Phrase, &phrase.rule, facts, open) {
            taken.push((slot, &phrase.rule));
        }
    }
    taken
}
