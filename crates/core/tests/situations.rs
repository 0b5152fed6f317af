//! Situations of all nine rigs with the range of answers that a competent
//! angler would accept. Basis: common practice, no published source.
#![expect(clippy::unwrap_used, clippy::panic, reason = "a test may fail loudly")]

use serde_json::Value;
use yarrowfen_core::{Engine, Options, PickRequest};

fn strings(v: &Value) -> Vec<&str> {
    let all = v.as_array().unwrap();
    all.iter().filter_map(Value::as_str).collect()
}

fn has_code(list: &Value, field: &str, wanted: &str) -> bool {
    list.as_array().unwrap().iter().any(|x| x[field] == wanted)
}

/// What of one expectation the answer does not meet.
fn miss(a: &Value, key: &str, want: &Value) -> Option<String> {
    let number = |v: &Value| v.as_f64().unwrap();
    let range = |v: f64| (number(&want[0]) - 1e-3..=number(&want[1]) + 1e-3).contains(&v);
    let one_of = |v: &Value| strings(want).contains(&v.as_str().unwrap());
    let any = |list: &str| {
        let found = strings(want)
            .into_iter()
            .any(|c| has_code(&a[list], "to", c));
        (found, a[list].clone())
    };
    let (head, hook, weight) = (&a["head"], &a["hook"], &a["weight"]);
    let (ok, got) = match key {
        "weight_oz" => (range(number(&weight["oz"])), weight["oz"].clone()),
        "weight_g" => (range(number(&weight["g"])), weight["g"].clone()),
        "conflict" => (
            want.as_bool() == Some(!weight["conflict"].is_null()),
            weight["conflict"].clone(),
        ),
        "hook_length_mm" => (range(number(&hook["length_mm"])), hook["length_mm"].clone()),
        "exit_share" => {
            let share = number(&hook["exit_mm"]) / number(&a["bait"]["length_mm"]);
            (range(share), share.into())
        }
        "hook_in" => (one_of(&hook["size"]), hook["size"].clone()),
        "hook_style" => (hook["style"] == *want, hook["style"].clone()),
        "wire" => (hook["wire"] == *want, hook["wire"].clone()),
        // A point under the skin is hidden too.
        "point" if *want == "weedless" => (hook["point"] != "exposed", hook["point"].clone()),
        "point" => (hook["point"] == *want, hook["point"].clone()),
        "shape_in" => (one_of(&head["shape"]), head["shape"].clone()),
        "shape_not" => (!one_of(&head["shape"]), head["shape"].clone()),
        "tie_in" => (one_of(&head["tie"]), head["tie"].clone()),
        "rig_not" => (!one_of(&a["rig"]), a["rig"].clone()),
        "wire_in" => (one_of(&hook["wire"]), hook["wire"].clone()),
        "total_g" => (range(number(&weight["total_g"])), weight["total_g"].clone()),
        "course_in" => (one_of(&a["course"]["code"]), a["course"]["code"].clone()),
        "turns_ps" => (
            range(number(&a["course"]["turns_ps"])),
            a["course"]["turns_ps"].clone(),
        ),
        "count_s" => (
            a["count_s"].as_f64().is_some_and(range),
            a["count_s"].clone(),
        ),
        "fits_ok" => (a["fits"]["ok"] == *want, a["fits"].clone()),
        "judged_fails" | "judged_fails_any" | "judged_holds" => judged(a, key, want),
        "rig_in" => (one_of(&a["rig"]), a["rig"].clone()),
        "school" => (a["school"] == *want, a["school"].clone()),
        "line_kind" => (a["line"]["kind"] == *want, a["line"]["kind"].clone()),
        "leader_lb" => {
            let leader = &a["line"]["leader_lb"];
            let (least, most) = (number(&leader[0]), number(&leader[1]));
            let meets = least <= number(&want[1]) && most >= number(&want[0]);
            (meets && most <= 1.5 * number(&want[1]), leader.clone())
        }
        "note" => (
            has_code(&a["notes"], "code", want.as_str().unwrap()),
            a["notes"].clone(),
        ),
        "caution" => {
            let all = strings(want)
                .into_iter()
                .all(|c| has_code(&a["cautions"], "code", c));
            (all, a["cautions"].clone())
        }
        "switch_to" => any("switches"),
        "switch_bait" => any("bait_switches"),
        "no_switch_bait" => {
            let (found, list) = any("bait_switches");
            (!found, list)
        }
        // The weight told is one of those that serve the whole range.
        "covers" => {
            let whole = strings(&a["coverage"]["whole"]);
            let told = weight["label"].as_str().unwrap();
            (
                whole.contains(&told) == (*want == true),
                a["coverage"].clone(),
            )
        }
        "switch_any" => (
            !a["switches"].as_array().unwrap().is_empty(),
            a["switches"].clone(),
        ),
        other => panic!("unknown expectation {other}"),
    };
    (!ok).then(|| format!("{key}: got {got}, want {want}"))
}

/// Whether all, or any, of the needs named fail for the head in hand, or all hold.
fn judged(a: &Value, key: &str, want: &Value) -> (bool, Value) {
    let found = |need: &&str| {
        let mut all = a["judged"].as_array().unwrap().iter();
        all.find(|j| j["need"] == **need)
            .is_some_and(|j| (j["margin"].as_f64().unwrap() < 0.0) == (key != "judged_holds"))
    };
    let wanted = strings(want);
    let ok = match key {
        "judged_fails_any" => wanted.iter().any(&found),
        _ => wanted.iter().all(found),
    };
    (ok, a["judged"].clone())
}

fn check(text: &str, least: usize) {
    let engine = Engine::new().unwrap();
    let all: Value = serde_json::from_str(text).unwrap();
    let cases = all["cases"].as_array().unwrap();
    assert!(cases.len() >= least, "situations are missing");
    let mut misses = Vec::new();
    for case in cases {
        let request = PickRequest::from_json(case["given"].to_string().as_bytes()).unwrap();
        let answer = serde_json::to_value(engine.pick(&request, Options::default())).unwrap();
        for (key, want) in case["expect"].as_object().unwrap() {
            if let Some(text) = miss(&answer, key, want) {
                misses.push(format!("{}: {text}", case["id"]));
            }
        }
    }
    assert!(misses.is_empty(), "{}", misses.join("\n"));
}

#[test]
fn practitioners_situations_get_an_answer_they_would_accept() {
    check(include_str!("practice_situations.json"), 28);
}

#[test]
fn situations_off_the_easy_water_do_too() {
    check(include_str!("practice_situations_2.json"), 24);
}

#[test]
fn courses_baits_tackle_and_heads_in_hand_come_out_as_anglers_have_them() {
    check(include_str!("course_situations.json"), 80);
}

#[test]
fn situations_of_all_nine_rigs_get_an_answer_within_the_usual_range() {
    check(include_str!("situations.json"), 60);
}

/// A question with a field set, by the contract's names.
fn changed(question: &Value, change: &Value) -> Value {
    let mut then = question.clone();
    for (field, value) in change.as_object().unwrap() {
        let pointer = format!("/{}", field.replace('.', "/"));
        if then.pointer(&pointer).is_none() {
            let (parent, key) = pointer.rsplit_once('/').unwrap();
            then.pointer_mut(parent).unwrap()[key] = Value::Null;
        }
        *then.pointer_mut(&pointer).unwrap() = value.clone();
    }
    then
}

/// Pairs of questions that differ in one thing: the answer must move one way, or must not move.
#[test]
fn one_change_moves_the_answer_or_does_not() {
    let engine = Engine::new().unwrap();
    let all: Value = serde_json::from_str(include_str!("pairs.json")).unwrap();
    let pairs = all["pairs"].as_array().unwrap();
    assert!(pairs.len() >= 30, "pairs are missing");
    let answer = |question: &Value| {
        let request = PickRequest::from_json(question.to_string().as_bytes()).unwrap();
        serde_json::to_value(engine.pick(&request, Options::default())).unwrap()
    };
    let mut misses = Vec::new();
    for pair in pairs {
        let (given, id) = (&pair["given"], &pair["id"]);
        let (first, then) = (answer(given), answer(&changed(given, &pair["change"])));
        let g = |a: &Value| a["weight"]["g"].as_f64().unwrap();
        let (was, is) = (g(&first), g(&then));
        let moves = match pair["weight"].as_str() {
            None => true,
            Some("same") => was == is,
            Some("up") => is > was,
            Some("not_up") => is <= was,
            Some("not_down") => is >= was,
            Some(other) => panic!("unknown move {other}"),
        };
        if !moves {
            misses.push(format!(
                "{id}: {was} g, then {is} g, want {}",
                pair["weight"]
            ));
        }
        for (a, side) in [(&first, "first"), (&then, "then")] {
            for (key, want) in pair[side].as_object().into_iter().flatten() {
                misses.extend(miss(a, key, want).map(|text| format!("{id}, {side}: {text}")));
            }
        }
    }
    assert!(misses.is_empty(), "{}", misses.join("\n"));
}
