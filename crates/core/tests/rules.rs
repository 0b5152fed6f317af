//! The rules hold when they are meant to, and everything that tells of them
//! tells the same.
#![allow(clippy::unwrap_used, reason = "a test")]

mod common;

use std::collections::{BTreeMap, BTreeSet};

use common::ENGINE;
use proptest::prelude::*;
use serde_json::Value;
use yarrowfen_core::answer::{Answer, Considered};
use yarrowfen_core::base::codes::{Rig, Shape, Topic};
use yarrowfen_core::base::{Ladder, UnitSystem};
use yarrowfen_core::{Options, PickRequest};

const EXPLAINED: Options = Options {
    units: UnitSystem::Metric,
    ladder: Ladder::Ounces,
    others: true,
    explain: true,
    own_fall: None,
};

/// Questions that try each rule on both sides, with the codes of the rules that
/// are meant to hold (common practice; made by `reference/make_rule_cases.py`).
fn cases() -> Vec<(PickRequest, BTreeSet<String>)> {
    let all: Vec<Value> = serde_json::from_str(include_str!("rule_cases.json")).unwrap();
    let one = |case: Value| {
        let asked = PickRequest::from_json(case["question"].to_string().as_bytes()).unwrap();
        let held = case["held"].as_array().unwrap().iter();
        (
            asked,
            held.map(|c| c.as_str().unwrap().to_owned()).collect(),
        )
    };
    all.into_iter().map(one).collect()
}

/// Every rule of the tables with the list that it stands in.
fn rules() -> BTreeMap<&'static str, &'static str> {
    let tables = ENGINE.tables();
    let of_rigs = tables.practice.values().flat_map(|p| p.each());
    let all = tables
        .rules
        .each()
        .chain(of_rigs)
        .chain(tables.courses.each());
    all.map(|(list, rule)| (rule.code, list)).collect()
}

#[test]
fn each_rule_holds_where_it_is_meant_to_and_nowhere_else() {
    let known = rules();
    for (asked, wanted) in cases() {
        let answer = ENGINE.pick(&asked, EXPLAINED);
        let held: BTreeSet<String> = answer
            .considered
            .iter()
            .filter(|c| {
                c.held
                    && known.contains_key(&*c.rule)
                    && (c.about != Topic::Shape || Shape::from_code(&c.rule).is_none())
            })
            .map(|c| c.rule.to_string())
            .collect();
        let more: Vec<_> = held.difference(&wanted).collect();
        let fewer: Vec<_> = wanted.difference(&held).collect();
        assert!(
            more.is_empty() && fewer.is_empty(),
            "{asked:?}: too many {more:?}, lacking {fewer:?}"
        );
    }
}

/// A rule that no case tries, or that holds or fails in all of them, is named.
#[test]
fn each_rule_is_tried_on_both_sides() {
    let (mut yes, mut no) = (BTreeSet::new(), BTreeSet::new());
    for (asked, _) in cases() {
        for c in ENGINE.pick(&asked, EXPLAINED).considered {
            if c.held { &mut yes } else { &mut no }.insert(c.rule.to_string());
        }
    }
    let tables = ENGINE.tables();
    let always: BTreeSet<_> = tables
        .rules
        .each()
        .chain(tables.practice.values().flat_map(|p| p.each()))
        .chain(tables.courses.each())
        .filter(|(_, r)| r.when.is_always() && r.unless.is_none())
        .map(|(_, r)| r.code)
        .collect();
    let untried: Vec<_> = rules()
        .into_keys()
        .filter(|code| !yes.contains(*code) || !(no.contains(*code) || always.contains(code)))
        .collect();
    assert!(untried.is_empty(), "{untried:?}");
}

fn taken(answer: &Answer, about: Topic) -> Vec<&Considered> {
    let of = answer.considered.iter();
    of.filter(|c| c.about == about && c.taken).collect()
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(300))]

    /// What the trace says was taken is what the answer says, rule by rule.
    #[test]
    fn the_trace_tells_what_the_answer_holds(request in common::request()) {
        let known = rules();
        let answer = ENGINE.pick(&request, EXPLAINED);
        let codes = |about| taken(&answer, about).iter().map(|c| c.rule.to_string()).collect::<Vec<_>>();
        let said = |all: &[yarrowfen_core::answer::Coded]| all.iter().map(|c| c.code.to_string())
            .filter(|c| known.contains_key(c.as_str())).collect::<Vec<_>>();
        prop_assert_eq!(codes(Topic::Note), said(&answer.notes));
        prop_assert_eq!(codes(Topic::Caution), said(&answer.cautions));
        prop_assert_eq!(codes(Topic::Advice), said(&answer.bait_advice));
        prop_assert_eq!(taken(&answer, Topic::Turn).len(), answer.switches.len());
        prop_assert_eq!(taken(&answer, Topic::Bait).len(), answer.bait_switches.len());
        prop_assert_eq!(taken(&answer, Topic::Rigging).len(), answer.rigging.len());
        prop_assert_eq!(taken(&answer, Topic::Retrieve).len(), answer.retrieve.steps.len());
        prop_assert_eq!(taken(&answer, Topic::HookSet).len(), 1);
        prop_assert_eq!(taken(&answer, Topic::LeaveWhen).len(), 1);
        prop_assert_eq!(taken(&answer, Topic::Tie).len(), 1);
        let tie = &taken(&answer, Topic::Tie)[0].rule;
        let told = answer.reasons.iter().any(|r| r.about == Topic::Tie && r.code == *tie);
        // No line is tied to a nail in the plastic.
        prop_assert_eq!(told, answer.head.shape != Shape::NailWeight);
        for c in &answer.considered {
            prop_assert!(c.held || !c.taken, "{} was taken and did not hold", c.rule);
        }
        let (shape, spoken): (Vec<_>, Vec<_>) = taken(&answer, Topic::Shape).into_iter().partition(|c| Shape::from_code(&c.rule).is_some());
        prop_assert_eq!(shape.len(), 1);
        for rule in spoken {
            prop_assert!(answer.reasons.iter().any(|r| r.about == Topic::Shape && r.code == rule.rule));
        }
        prop_assert_eq!(&shape[0].rule, answer.head.shape.code());
        let weights = taken(&answer, Topic::Weight);
        let bound = |code: &str| weights.iter().any(|c| c.rule == code);
        prop_assert!(bound(answer.weight.window.lower_by.code()) && bound(answer.weight.window.upper_by.code()));
        prop_assert!(weights.iter().any(|c| c.rule == answer.weight.label));
    }

    /// How a rig is worked is said as it is cast: the same moves with the same
    /// lengths and times, and the same rest.
    #[test]
    fn pick_says_what_cast_plays(request in common::request()) {
        let options = Options::default();
        let answer = ENGINE.pick(&request, Options { others: false, ..options });
        let rig = ENGINE.cast_rig(&request, options, None);
        let steps = answer.retrieve.steps.join(" | ");
        let moves: Vec<_> = rig.moves.iter().map(|m| m.told().text(UnitSystem::Metric)).collect();
        let floats = answer.sink.speed_mps <= 0.0;
        prop_assert!(floats || steps.contains(&moves.join(", ")), "{steps} / {moves:?}");
        let told = steps.contains("est it ");
        prop_assert!(!told || steps.contains(&format!("est it {} s", rig.rest)), "{steps} / {}", rig.rest);
        prop_assert_eq!(answer.retrieve.speed_mps, (rig.retrieve * 1000.0).round() / 1000.0);
    }

    /// The way down that a step names is the way that the cast falls.
    #[test]
    fn pick_lets_it_fall_as_cast_does(request in common::request()) {
        let rig = ENGINE.cast_rig(&request, Options::default(), None);
        let answer = ENGINE.pick(&request, Options { others: false, ..Options::default() });
        let steps = answer.retrieve.steps.join(" | ");
        for other in yarrowfen_core::base::codes::FallBy::ALL {
            prop_assert!(*other == rig.fall || !steps.contains(&format!("fall {}", other.label())), "{steps}");
        }
    }

    /// No sentence shows a hole, a code in place of words, or nothing at all.
    #[test]
    fn every_sentence_is_whole(request in common::request(), imperial in any::<bool>()) {
        let units = if imperial { UnitSystem::Imperial } else { UnitSystem::Metric };
        let answer = ENGINE.pick(&request, Options { units, ..EXPLAINED });
        let text = serde_json::to_value(&answer).unwrap();
        let mut all = Vec::new();
        texts(&text, "", &mut all);
        for (key, text) in all {
            let code = ["code", "to", "field", "rule", "kind", "name", "model"].contains(&key.as_str());
            prop_assert!(!text.trim().is_empty() || key == "reel", "{key} is empty");
            prop_assert!(!text.contains("{ $") && !text.contains("NaN"), "{key}: {text}");
            prop_assert!(code || !text.contains(' ') || !text.contains('_'), "{key}: {text}");
        }
    }
}

fn texts(value: &Value, key: &str, all: &mut Vec<(String, String)>) {
    match value {
        Value::String(text) => all.push((key.to_owned(), text.clone())),
        Value::Array(items) => items.iter().for_each(|v| texts(v, key, all)),
        Value::Object(map) => map.iter().for_each(|(k, v)| texts(v, k, all)),
        _ => {}
    }
}

/// Hover and mid-stroll are asked about too: every rig has a way for every school.
#[test]
fn each_rig_is_worked_somehow_by_each_school() {
    for rig in Rig::ALL {
        for school in yarrowfen_core::base::codes::School::ALL {
            let json = format!(r#"{{"rig":"{}","school":"{}"}}"#, rig.code(), school.code());
            let asked = PickRequest::from_json(json.as_bytes()).unwrap();
            assert!(
                !ENGINE
                    .cast_rig(&asked, Options::default(), None)
                    .moves
                    .is_empty()
            );
        }
    }
}
