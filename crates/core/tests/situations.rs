//! Situations of the Ned rig with the range of answers that a competent
//! angler would accept. Basis: common practice.
#![expect(clippy::unwrap_used, clippy::panic, reason = "a test may fail loudly")]

use serde_json::Value;
use yarrowfen_core::{Engine, Options, PickRequest};

fn answer(given: &Value) -> Value {
    let request = PickRequest::from_json(given.to_string().as_bytes()).unwrap();
    let answer = Engine::new()
        .unwrap()
        .pick(&request, Options::default())
        .unwrap();
    serde_json::to_value(answer).unwrap()
}

fn strings(v: &Value) -> Vec<&str> {
    v.as_array()
        .unwrap()
        .iter()
        .filter_map(Value::as_str)
        .collect()
}

fn has_code(list: &Value, field: &str, wanted: &str) -> bool {
    list.as_array().unwrap().iter().any(|x| x[field] == wanted)
}

/// What of one expectation the answer does not meet.
fn miss(answer: &Value, key: &str, want: &Value) -> Option<String> {
    let range = |v: &Value| {
        (want[0].as_f64().unwrap()..=want[1].as_f64().unwrap()).contains(&v.as_f64().unwrap())
    };
    let one_of = |v: &Value| strings(want).contains(&v.as_str().unwrap());
    let (ok, got) = match key {
        "weight_oz" => (range(&answer["weight"]["oz"]), &answer["weight"]["oz"]),
        "hook_length_mm" => (
            range(&answer["hook"]["length_mm"]),
            &answer["hook"]["length_mm"],
        ),
        "hook_in" => (one_of(&answer["hook"]["size"]), &answer["hook"]["size"]),
        "hook_style" => (answer["hook"]["style"] == *want, &answer["hook"]["style"]),
        "shape_in" => (one_of(&answer["head"]["shape"]), &answer["head"]["shape"]),
        "tie_in" => (one_of(&answer["head"]["tie"]), &answer["head"]["tie"]),
        "point" => (answer["hook"]["point"] == *want, &answer["hook"]["point"]),
        "school" => (answer["school"] == *want, &answer["school"]),
        "note" => (
            has_code(&answer["notes"], "code", want.as_str().unwrap()),
            &answer["notes"],
        ),
        "caution" => (
            strings(want)
                .iter()
                .all(|c| has_code(&answer["cautions"], "code", c)),
            &answer["cautions"],
        ),
        "switch_to" => (
            strings(want)
                .iter()
                .any(|c| has_code(&answer["switches"], "to", c)),
            &answer["switches"],
        ),
        "switch_bait" => (
            strings(want)
                .iter()
                .any(|c| has_code(&answer["bait_switches"], "to", c)),
            &answer["bait_switches"],
        ),
        other => panic!("unknown expectation {other}"),
    };
    (!ok).then(|| format!("{key}: got {got}, want {want}"))
}

fn check(text: &str) {
    let all: Value = serde_json::from_str(text).unwrap();
    let mut misses = Vec::new();
    for case in all["cases"].as_array().unwrap() {
        let answer = answer(&case["given"]);
        for (key, want) in case["expect"].as_object().unwrap() {
            if let Some(text) = miss(&answer, key, want) {
                misses.push(format!("{}: {text}", case["id"]));
            }
        }
    }
    assert!(misses.is_empty(), "{}", misses.join("\n"));
}

#[test]
fn every_ned_situation_gets_an_answer_a_practitioner_would_accept() {
    check(include_str!("ned_situations.json"));
}
