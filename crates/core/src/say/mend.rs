//! What goes wrong, in words and numbers.

use std::collections::BTreeMap;

use serde_json::Value;

use crate::answer::mend::{
    EffectTold, MeasureThen, MendAnswer, MendAsk, MendCause, MendChange, TiedOnTold, TogetherTold,
};
use crate::answer::{Coded, Considered, Text};
use crate::base::codes::{Gauge, Remedy, Standing, Unsaid};
use crate::base::text::{Arg, Said, capital, catalogue, fill, labels, mend_sentences as say};
use crate::base::{UnitSystem, grams, round};
use crate::choose::rules::Entry;
use crate::choose::tied_on::TiedOn;
use crate::explore::mend::{
    CauseFound, ChangeFound, Changed, Complaint, MendFound, Together, weight_label,
};
use crate::question::PickRequest;
use crate::tables::mend::remedy_sentence;
use crate::tables::rules::Rule;
use std::borrow::Cow;

use super::measured::{measured, then_told};
use uom::si::length::millimeter;

/// What a remedy says.
fn remedy(code: Remedy, holes: &[(&'static str, Arg)], units: UnitSystem) -> Text {
    let Some(message) = catalogue().message(&remedy_sentence(code)) else {
        return Text::Borrowed(code.code());
    };
    let said = fill(message, units, |hole| {
        let found = holes.iter().find(|h| h.0 == hole);
        found.map(|h| Cow::Borrowed(&h.1))
    });
    // A sentence may begin with a code's word.
    capital(&said).into()
}

fn effects(all: &[Changed], units: UnitSystem) -> Vec<EffectTold> {
    let one = |c: &Changed| EffectTold {
        code: c.what,
        now: c.now.text(units).into(),
        then: c.then.text(units).into(),
    };
    all.iter().map(one).collect()
}

/// Leaves of a question by the contract's names.
fn leaves(request: &PickRequest) -> BTreeMap<String, Value> {
    fn gather(name: &str, value: Value, found: &mut BTreeMap<String, Value>) {
        match value {
            Value::Object(group) => {
                for (inner, value) in group {
                    let name = if name.is_empty() {
                        inner
                    } else {
                        format!("{name}.{inner}")
                    };
                    gather(&name, value, found);
                }
            }
            Value::Null => {}
            other => {
                found.insert(name.to_owned(), other);
            }
        }
    }
    let mut found = BTreeMap::new();
    gather(
        "",
        serde_json::to_value(request).unwrap_or_default(),
        &mut found,
    );
    found.remove("assumed");
    found
}

/// Fields of a question that differ from another's; those that no longer are, as null.
fn sets(was: &PickRequest, is: &PickRequest) -> BTreeMap<String, Value> {
    let (before, after) = (leaves(was), leaves(is));
    let gone = before.keys().filter(|k| !after.contains_key(*k));
    let gone = gone.map(|k| (k.clone(), Value::Null)).collect::<Vec<_>>();
    let changed = after.into_iter().filter(|(k, v)| before.get(k) != Some(v));
    changed.chain(gone).collect()
}

fn change(
    t: &TiedOn<'_>,
    asked: &PickRequest,
    (gauge, wanted): (Option<Gauge>, &str),
    found: ChangeFound,
) -> MendChange {
    let units = t.d.on.options.units;
    let rows = &t.d.on.tables.mend;
    let then = found.after.zip(gauge).map(|(r, g)| (g, r));
    let told = then
        .as_ref()
        .map(|then| measured(rows, then, t.d.on.options));
    let moved = told.as_ref().is_some_and(|t| t.1.text != wanted);
    let leads_to = told.as_ref().map(|t| then_told(t, moved));
    MendChange {
        code: found.remedy,
        text: remedy(found.remedy, &found.holes, units),
        leads_to: leads_to.unwrap_or_default(),
        value: told.map(|t| t.0.value),
        tried: found.tried.is_some(),
        sets: found
            .tried
            .as_ref()
            .map(|tried| sets(asked, &tried.request))
            .unwrap_or_default(),
        effects: effects(&found.effects, units),
        brings: found.brings,
        question: found.tried.map(|tried| Box::new(tried.request)),
    }
}

/// The field of the contract that says what was not said, and how it is asked.
fn asked_field(unknown: Unsaid) -> (&'static str, Said) {
    match unknown {
        Unsaid::Head => ("head.g", say::ask_field_head()),
        Unsaid::Eye => ("head.eye", say::ask_field_eye()),
        Unsaid::Tie => ("head.tie", say::ask_field_tie()),
        Unsaid::Post => ("head.post_mm", say::ask_field_post()),
        Unsaid::Keeper => ("head.keeper", say::ask_field_keeper()),
        Unsaid::Hook => ("head.hook.size", say::ask_field_hook()),
        Unsaid::Wire => ("head.hook.wire", say::ask_field_wire()),
        Unsaid::Body => ("bait.body_mm", say::ask_field_body()),
        Unsaid::Rod => ("tackle.rod_power", say::ask_field_rod()),
        Unsaid::Leader => ("tackle.leader_lb", say::ask_field_leader()),
    }
}

fn ask(found: &CauseFound, units: UnitSystem) -> Option<MendAsk> {
    if let Some(unknown) = found.turns_on {
        let (field, said) = asked_field(unknown);
        return Some(MendAsk {
            text: said.text(units),
            field: Some(field.into()),
            yes: Text::Borrowed(""),
            no: Text::Borrowed(""),
            found: None,
        });
    }
    if found.reading.is_some() {
        return None;
    }
    let word = |list: &str| Text::Borrowed(labels(list, &[found.cause.code()])[0]);
    Some(MendAsk {
        text: word("Ask"),
        field: None,
        yes: word("AskYes"),
        no: word("AskNo"),
        found: found.found,
    })
}

fn cause(t: &TiedOn<'_>, asked: &PickRequest, found: CauseFound) -> MendCause {
    let units = t.d.on.options.units;
    let told = found
        .reading
        .as_ref()
        .map(|r| measured(&t.d.on.tables.mend, r, t.d.on.options));
    let why = found.reading.as_ref().map(|r| r.1.saw.text(units));
    let ask = ask(&found, units);
    let gauge = found.reading.as_ref().map(|r| r.0);
    let deviating = found.reading.as_ref().is_some_and(|r| r.1.deviates());
    let tried = found.changes.iter().any(|c| c.tried.is_some());
    let cannot = deviating && found.turns_on.is_none() && !tried;
    let wanted_now = told.as_ref().map_or("", |t| t.1.text.as_ref()).to_owned();
    let now = (gauge, wanted_now.as_str());
    let mut changes = found.changes.into_iter().map(|c| change(t, asked, now, c));
    let first = changes.next();
    let (measure, wanted) = told.unzip();
    MendCause {
        code: found.cause,
        says: found.standing,
        text: Text::Borrowed(found.cause.label()),
        why,
        measure,
        wanted,
        ask,
        change: first,
        others: changes.collect(),
        cannot: cannot.then(|| say::mend_cannot().text(units)),
        base: round(found.base, 4),
        ratio: round(found.ratio, 3),
        share: round(found.share, 4),
    }
}

/// What is tied on, by its measures.
pub fn tied_on(t: &TiedOn<'_>) -> TiedOnTold {
    let (on, units) = (t.d.on, t.d.on.options.units);
    let across = t.body.sphere_diameter.get::<millimeter>();
    let label = weight_label(grams(t.mass));
    let head = format!("{label} {}", t.shape.code.label());
    let said = say::mend_tied_on(
        Arg::Text(head),
        Arg::Text(t.hook.label()),
        Arg::Size(on.request.bait.length_mm),
        Arg::Word(on.request.bait.form.label()),
        Arg::Number(t.leader_lb, 1),
        Arg::Word(t.rod.label()),
    );
    TiedOnTold {
        text: said.text(units),
        label: label.into(),
        g: round(grams(t.mass), 3),
        shape: t.shape.code,
        material: t.material,
        head_length_mm: round(t.shape.length * across, 1),
        head_height_mm: round(t.shape.height * across, 1),
        tie: t.tie,
        eye: t.turn,
        eye_mm: round(t.eye_mm, 1),
        keeper: t.keeper,
        hook: t.hook.label().into(),
        hook_style: t.hook.style,
        gap_mm: round(t.hook.measures.gap_mm, 1),
        hook_length_mm: round(t.hook.measures.length_mm, 1),
        wire: t.hook.wire,
        wire_mm: round(t.hook.measures.wire_mm, 2),
        point: t.hook_asked().point,
        bait_length_mm: on.request.bait.length_mm,
        bait_depth_mm: round(on.bait_depth_mm(), 1),
        reach_mm: round(on.bait_depth_mm() / 2.0, 1),
        rod: t.rod,
        leader_lb: round(t.leader_lb, 1),
    }
}

/// What was assumed of what is tied on; nothing where all was said.
fn assumed(t: &TiedOn<'_>) -> Option<Text> {
    let one = |unknown: Unsaid| -> Option<Arg> {
        Some(match unknown {
            Unsaid::Head => {
                let label = weight_label(grams(t.mass));
                Arg::Text(format!("{label} {}", t.shape.code.label()))
            }
            Unsaid::Eye => say::assumed_eye(Arg::Word(t.turn.label())).into(),
            Unsaid::Tie => say::assumed_tie(Arg::Word(t.tie.label())).into(),
            Unsaid::Keeper => say::assumed_keeper(Arg::Word(t.keeper.label())).into(),
            Unsaid::Hook => say::assumed_hook(Arg::Text(t.hook.label())).into(),
            Unsaid::Wire => say::assumed_wire(Arg::Word(t.hook.wire.label())).into(),
            Unsaid::Body => say::assumed_body(Arg::FineSize(t.d.on.bait_depth_mm())).into(),
            Unsaid::Rod => say::assumed_rod(Arg::Word(t.rod.label())).into(),
            Unsaid::Leader => say::assumed_leader(Arg::Number(t.leader_lb, 1)).into(),
            // It follows from head and tie.
            Unsaid::Post => return None,
        })
    };
    let unknown = t.unsaid.iter().filter(|u| *u.1);
    let all: Vec<Arg> = unknown.filter_map(|u| one(u.0)).collect();
    (!all.is_empty()).then(|| say::mend_assumed(Arg::List(all)).text(t.d.on.options.units))
}

/// What a caution says: with the numbers of the tables alone.
fn caution(t: &TiedOn<'_>, rule: &Rule) -> Coded {
    let named = &t.d.on.tables.rules.named;
    let text = fill(rule.says, t.d.on.options.units, |hole| {
        let number = named.get(hole)?;
        Some(Cow::Owned(super::rule::named(hole, *number)))
    });
    Coded {
        code: rule.code.into(),
        text,
    }
}

/// What was considered, off the record: each with what was measured of it.
fn considered(t: &TiedOn<'_>, found: &MendFound<'_>) -> Vec<Considered> {
    let saw = |code: &str| {
        let cause = found.causes.iter().find(|c| c.cause.code() == code)?;
        let reading = &cause.reading.as_ref()?.1;
        Some(reading.saw.text(t.d.on.options.units))
    };
    let one = |e: &Entry| Considered {
        about: e.about,
        rule: e.code.into(),
        saw: saw(e.code).unwrap_or_default(),
        held: e.held,
        taken: e.taken,
    };
    found.record.entries.iter().map(one).collect()
}

/// The causes of a complaint; `asked` is the question as it was asked.
#[must_use]
pub fn mend(
    t: &TiedOn<'_>,
    asked: &PickRequest,
    complaint: &Complaint<'_>,
    found: MendFound<'_>,
) -> MendAnswer {
    let cautions = found.cautions.iter().map(|r| caution(t, r)).collect();
    let considered = if t.d.on.options.explain {
        considered(t, &found)
    } else {
        Vec::new()
    };
    let beyond = |s: Standing| matches!(s, Standing::Likely | Standing::Possible);
    let none = !found.causes.iter().any(|c| beyond(c.standing));
    MendAnswer {
        model: crate::MODEL_VERSION.into(),
        symptom: complaint.symptom,
        phase: complaint.phase,
        rig: t.d.on.rig.code,
        tied_on: tied_on(t),
        assumed: assumed(t),
        causes: found
            .causes
            .into_iter()
            .map(|c| cause(t, asked, c))
            .collect(),
        says: none.then(|| say::mend_none_measured().text(t.d.on.options.units)),
        cautions,
        considered,
    }
}

/// What comes of some changes together; `then` is what is tied on with them.
#[must_use]
pub fn together(now: &TiedOn<'_>, then: &TiedOn<'_>, found: Together) -> TogetherTold {
    let units = now.d.on.options.units;
    let done = found.done.into_iter().map(|(cause, code, to)| {
        let text = remedy(code, &[("to", to)], units);
        (cause, code, text)
    });
    let rows = &now.d.on.tables.mend;
    let measures = found.readings.into_iter().map(|(cause, gauge, reading)| {
        let mended = !reading.deviates();
        let told = measured(rows, &(gauge, reading), now.d.on.options);
        MeasureThen {
            wanted: told.1.text,
            cause,
            gauge,
            text: told.0.text,
            mended,
        }
    });
    TogetherTold {
        done: done.collect(),
        measures: measures.collect(),
        effects: effects(&found.effects, units),
        brings: found.brings,
        tied_on: tied_on(then),
        question: found.request,
    }
}
