//! The causes of a complaint, in the order in which to check them.

use std::collections::BTreeMap;

use enum_map::Enum;

use super::changes::{ChangeFound, Faults, after, change};
use super::doubts::otherwise;
use super::gauges::read;
use super::likelihood::{Evidence, Weighed, placed};
use super::reading::Reading;
use crate::base::codes::{Cause, Gauge, Phase, Standing, Symptom, Topic, Unsaid};
use crate::choose::rules::{Entry, Record, holds};
use crate::choose::tied_on::TiedOn;
use crate::choose::{Chooser, Options};
use crate::tables::mend::Suspect;
use crate::tables::rules::Rule;

/// A complaint: what goes wrong, where in the retrieve, and what was found when looked at.
#[derive(Debug, Clone)]
#[expect(missing_docs, reason = "plain")]
pub struct Complaint<'q> {
    pub symptom: Symptom,
    pub phase: Option<Phase>,
    pub found: &'q BTreeMap<Cause, bool>,
}

/// A cause with all that is known of it.
#[derive(Debug, Clone)]
pub struct CauseFound {
    /// Which.
    pub cause: Cause,
    /// Share of those with this complaint that had it, as the phase has it.
    pub base: f64,
    /// Likelihood ratio by what was measured or found.
    pub ratio: f64,
    /// Share of all causes.
    pub share: f64,
    /// How it stands.
    pub standing: Standing,
    /// What is measured, and the measure; none where one must look.
    pub reading: Option<(Gauge, Reading)>,
    /// What was not said and it turns on.
    pub turns_on: Option<Unsaid>,
    /// What was found, where one must look and did.
    pub found: Option<bool>,
    /// What mends it, the least change first; nothing where it is ruled out.
    pub changes: Vec<ChangeFound>,
}

/// What was found of a complaint.
#[derive(Debug)]
pub struct MendFound<'t> {
    /// The causes, in the order in which to check them.
    pub causes: Vec<CauseFound>,
    /// Every cause that was considered.
    pub record: Record,
    /// What could hurt somebody.
    pub cautions: Vec<&'t Rule>,
}

/// A suspect that can be here, before it is placed.
struct Looked<'t> {
    suspect: &'t Suspect,
    reading: Option<(Gauge, Reading)>,
    turns_on: Option<Unsaid>,
}

/// The causes of a complaint about what is tied on.
#[must_use]
pub fn mend<'d>(
    chooser: &Chooser,
    options: Options,
    t: &TiedOn<'d>,
    complaint: &Complaint<'_>,
) -> MendFound<'d> {
    let tables = &t.d.on.tables.mend;
    let facts = t.d.facts();
    let mut record = Record::default();
    let mut looked: Vec<Looked<'_>> = Vec::new();
    for suspect in &tables.symptoms[complaint.symptom] {
        let held = holds(&suspect.when, &facts);
        let reading = suspect.gauge.and_then(|g| read(g, t).map(|r| (g, r)));
        // A measure that this rig does not have is no cause of its trouble.
        let taken = held && (suspect.gauge.is_none() || reading.is_some());
        record.entries.push(Entry {
            about: Topic::Mend,
            code: suspect.cause.code(),
            held,
            taken,
        });
        if taken {
            looked.push(Looked {
                suspect,
                reading,
                turns_on: None,
            });
        }
    }
    turn(chooser, options, t, &mut looked);
    let mut causes = in_order(t, complaint, looked);
    let was = Faults::found(t);
    for cause in &mut causes {
        if cause.standing != Standing::RuledOut {
            cause.changes = changes(chooser, options, (t, &was), cause);
        }
    }
    let worst = facts.at_worst(t.d.on.request);
    let cautions = tables.cautions.iter().filter(|c| {
        let asked = c.symptoms.contains(&complaint.symptom);
        record.ask(Topic::Caution, &c.rule, &worst, asked)
    });
    let cautions = cautions.map(|c| &c.rule).collect();
    MendFound {
        causes,
        record,
        cautions,
    }
}

/// Marks the causes that turn on what was not said: taken another way, they would be ruled
/// out, or no longer be.
fn turn(chooser: &Chooser, options: Options, t: &TiedOn<'_>, looked: &mut [Looked<'_>]) {
    let rows = &t.d.on.tables.mend.gauges;
    let doubts = (0..Unsaid::LENGTH).map(Unsaid::from_usize);
    for unknown in doubts.filter(|u| t.unsaid[*u]) {
        for tried in otherwise(t, unknown) {
            after(chooser, options, t, &tried, |other| {
                for one in looked.iter_mut().filter(|l| l.turns_on.is_none()) {
                    if let Some((gauge, now)) = &one.reading {
                        let then = read(*gauge, other);
                        let turns = rows[*gauge].turns.contains(&unknown)
                            && then.is_some_and(|r| r.deviates() != now.deviates());
                        one.turns_on = turns.then_some(unknown);
                    }
                }
            });
        }
    }
}

/// The share of a suspect, as the phase has it.
fn base(t: &TiedOn<'_>, suspect: &Suspect, phase: Option<Phase>) -> f64 {
    let row = &t.d.on.tables.mend.likelihood;
    let factor = match phase {
        Some(phase) if suspect.phases.contains(&phase) => row.phase_known,
        Some(_) if !suspect.phases.is_empty() => row.phase_other,
        _ => 1.0,
    };
    factor * suspect.base
}

fn in_order(t: &TiedOn<'_>, complaint: &Complaint<'_>, looked: Vec<Looked<'_>>) -> Vec<CauseFound> {
    let tables = &t.d.on.tables.mend;
    let found = |l: &Looked<'_>| complaint.found.get(&l.suspect.cause).copied();
    let evidence = |l: &Looked<'_>| match &l.reading {
        Some(_) if l.turns_on.is_some() => Evidence::TurnsOn,
        Some((gauge, reading)) => Evidence::Measured(reading.parts(&tables.gauges[*gauge])),
        None => found(l).map_or(Evidence::Unasked, Evidence::Found),
    };
    let weighed: Vec<Weighed> = looked
        .iter()
        .map(|l| Weighed {
            base: base(t, l.suspect, complaint.phase),
            evidence: evidence(l),
        })
        .collect();
    let places = placed(&tables.likelihood, &weighed);
    let one = |place: super::likelihood::Placed| {
        let l = &looked[place.at];
        CauseFound {
            cause: l.suspect.cause,
            base: weighed[place.at].base,
            ratio: place.ratio,
            share: place.share,
            standing: place.standing,
            found: l.reading.is_none().then(|| found(l)).flatten(),
            reading: l.reading.clone(),
            turns_on: l.turns_on,
            changes: Vec::new(),
        }
    };
    places.into_iter().map(one).collect()
}

/// What mends a cause; of one that is not measured to be so, what is done by hand alone.
fn changes(
    chooser: &Chooser,
    options: Options,
    (t, was): (&TiedOn<'_>, &Faults),
    cause: &CauseFound,
) -> Vec<ChangeFound> {
    let deviating = cause.reading.as_ref().filter(|r| r.1.deviates());
    let gauge = deviating.map(|r| r.0);
    let remedies = &t.d.on.tables.mend.causes[cause.cause].remedies;
    let tried = |remedy: &_| change((*remedy, gauge), (chooser, options), (t, was));
    remedies.iter().filter_map(tried).collect()
}
