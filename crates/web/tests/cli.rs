//! The command line as a caller meets it: input on standard input, answers on
//! standard output, faults by exit code 2. No database is needed.
#![expect(clippy::unwrap_used, reason = "tests may fail loudly")]

use std::io::Write;
use std::process::{Command, Output, Stdio};

use serde_json::Value;

fn run(arguments: &[&str], input: &[u8]) -> Output {
    let mut child = Command::new(env!("CARGO_BIN_EXE_yarrowfen"))
        .args(arguments)
        .env_remove("DATABASE_URL")
        .stdin(Stdio::piped())
        .stdout(Stdio::piped())
        .stderr(Stdio::piped())
        .spawn()
        .unwrap();
    child.stdin.take().unwrap().write_all(input).unwrap();
    child.wait_with_output().unwrap()
}

fn json(text: &[u8]) -> Value {
    serde_json::from_slice(text).unwrap()
}

#[test]
fn a_request_is_answered_with_exit_code_0() {
    let out = run(&["pick"], br#"{"rig":"ned","water":{"depth_m":2.4}}"#);
    assert_eq!(out.status.code(), Some(0));
    assert_eq!(json(&out.stdout)["rig"], "ned");
}

#[test]
fn a_complaint_is_answered_and_a_bad_one_ends_with_exit_code_2() {
    let out = run(
        &["mend"],
        br#"{"symptom":"lifeless","question":{"rig":"hover"}}"#,
    );
    assert_eq!(out.status.code(), Some(0));
    assert_eq!(json(&out.stdout)["rig"], "hover");
    let lines = b"{\"symptom\":\"swept_away\"}\n\n{\"symptom\":3}\n";
    let out = run(&["mend", "--lines", "--units", "imperial"], lines);
    assert_eq!(out.status.code(), Some(2));
    let told: Vec<Value> = out
        .stdout
        .split(|b| *b == b'\n')
        .filter(|l| !l.is_empty())
        .map(json)
        .collect();
    assert!(told[0]["causes"].is_array() && told[1]["error"]["field"] == "symptom");
}

#[test]
fn bench_and_cast_compute_what_the_answer_ties_on() {
    let question = br#"{"rig":"swimbait","water":{"depth_m":4}}"#;
    let answer = json(&run(&["pick"], question).stdout);
    let bench = json(&run(&["bench"], question).stdout);
    for measure in ["gap_mm", "length_mm"] {
        let (told, laid) = (&answer["hook"][measure], &bench["hook"][measure]);
        let apart = told.as_f64().unwrap() - laid.as_f64().unwrap();
        assert!(apart.abs() < 0.1, "{measure}: {told} {laid}");
    }
    assert_eq!(bench["hook"]["size"], answer["hook"]["size"]);
    let cast = json(&run(&["cast"], question).stdout);
    assert_eq!(cast["label"], answer["weight"]["label"]);
    assert!(cast["path"].as_array().unwrap().len() > 10);
}

#[test]
fn a_cast_is_played_over_the_bottom_that_is_said() {
    let over = br#"{"rig":"ned","profile":[[0,0.5],[10,3],[40,6]],"direction":"up"}"#;
    let cast = json(&run(&["cast"], over).stdout);
    assert!(cast["depth_m"].as_f64().unwrap() > 3.5);
    let bad = run(
        &["cast"],
        br#"{"ground":"lava","direction":"left","lure":1}"#,
    );
    assert_eq!(bad.status.code(), Some(2));
    let said = json(&bad.stdout);
    let faults = said["errors"].as_array().unwrap().iter();
    let fields: Vec<_> = faults.map(|f| f["field"].as_str().unwrap()).collect();
    assert_eq!(fields, ["ground", "direction", "lure"]);
}

#[test]
fn a_bad_request_ends_with_exit_code_2_and_names_every_field() {
    let out = run(
        &["pick"],
        br#"{"water":{"depth_m":9000,"bottom":"lava"},"lure":1}"#,
    );
    assert_eq!(out.status.code(), Some(2));
    let said = json(&out.stdout);
    let mut fields: Vec<_> = said["errors"]
        .as_array()
        .unwrap()
        .iter()
        .map(|f| f["field"].as_str().unwrap().to_owned())
        .collect();
    fields.sort();
    assert_eq!(fields, ["lure", "water.bottom", "water.depth_m"]);
    assert!(said["error"]["message"].is_string());
}

#[test]
fn lines_are_answered_in_order_with_faults_in_their_place() {
    let lines = br#"{"water":{"depth_m":2}}
{"water":{"depth_m":-2}}
not json
{"water":{"depth_m":5}}
"#;
    let out = run(&["pick", "--lines"], lines);
    assert_eq!(out.status.code(), Some(2), "one bad line is told");
    let said: Vec<_> = out
        .stdout
        .split(|b| *b == b'\n')
        .filter(|l| !l.is_empty())
        .map(json)
        .collect();
    assert_eq!(said.len(), 4);
    assert!(said[0]["sink"]["time_s"].as_f64() < said[3]["sink"]["time_s"].as_f64());
    assert_eq!(said[1]["error"]["field"], "water.depth_m");
    assert_eq!(said[2]["error"]["field"], "");
}

#[test]
fn empty_input_broken_utf_8_and_a_megabyte_are_refused_without_a_panic() {
    let big = [b"{\"rig\":\"".as_slice(), &vec![b'x'; 1 << 20], b"\"}"].concat();
    for input in [&b""[..], b"\xff\xfe", b"[1,2]", &big] {
        let out = run(&["pick"], input);
        assert_eq!(out.status.code(), Some(2));
        assert!(json(&out.stdout)["error"]["message"].is_string());
        assert!(!String::from_utf8_lossy(&out.stderr).contains("panicked"));
    }
}
