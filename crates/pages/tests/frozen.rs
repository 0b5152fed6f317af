//! Answers that older models gave, as they lie in databases and files: each
//! must be read and shown as long as this program lives. The files were written
//! by versions 0.1.0 (model 1), 0.3.0 (model 2) and 0.4.0 (model 3).
#![allow(clippy::unwrap_used, reason = "a test")]

use serde_json::{Value, json};
use yarrowfen_core::base::{Ladder, UnitSystem};
use yarrowfen_core::{Engine, Options, PickRequest};
use yarrowfen_pages::page;
use yarrowfen_pages::reader::{Reader, Theme, Who};
use yarrowfen_rows::{KEPT_SCHEMA, Kept, read_answer};

const FROZEN: [(&str, &str); 3] = [
    ("1", include_str!("frozen/model_1.jsonl")),
    ("2", include_str!("frozen/model_2.jsonl")),
    ("3", include_str!("frozen/model_3.jsonl")),
];

fn reader() -> Reader {
    Reader {
        csrf: "token".into(),
        once: String::new(),
        options: Options::default(),
        theme: Theme::Sun,
        views: String::new(),
        px_per_mm: None,
        question: String::new(),
        who: Who::Nobody,
        assets: String::new(),
    }
}

fn all() -> impl Iterator<Item = (&'static str, Value)> {
    FROZEN.into_iter().flat_map(|(model, text)| {
        let lines = text.lines().map(|l| serde_json::from_str(l).unwrap());
        lines.map(move |v: Value| (model, v))
    })
}

fn kept(model: &str, frozen: &Value) -> Kept {
    let request: PickRequest = serde_json::from_value(frozen["request"].clone()).unwrap();
    Kept {
        id: uuid::Uuid::nil(),
        name: format!("by model {model}"),
        remark: String::new(),
        place: String::new(),
        request,
        answer: read_answer(1, frozen["answer"].clone()).unwrap(),
        units: UnitSystem::Imperial,
        ladder: Ladder::Ounces,
        model: model.into(),
        kept_at: time::OffsetDateTime::UNIX_EPOCH,
        example: false,
        share: None,
    }
}

#[test]
fn each_answer_of_an_older_model_is_read_and_shown() {
    let engine = Engine::new().unwrap();
    let mut shown = 0;
    for (model, frozen) in all() {
        assert_eq!(frozen["answer"]["model"], model);
        let label = frozen["answer"]["weight"]["label"].as_str().unwrap();
        let reply = page::kept_one(&engine, &reader(), kept(model, &frozen)).unwrap();
        assert_eq!(reply.status, 200);
        assert!(reply.body.contains(label), "model {model}: {label}");
        assert!(!reply.body.contains("NaN") && !reply.body.contains("inf "));
        shown += 1;
    }
    assert_eq!(shown, 8);
    let both: Vec<_> = all().map(|(m, f)| kept(m, &f)).collect();
    let pair = [both[0].clone(), both[7].clone()];
    assert_eq!(page::compare(&reader(), &pair).unwrap().status, 200);
}

#[test]
fn an_answer_that_lacks_what_later_models_say_is_read_with_what_is_usual() {
    let (_, frozen) = all().last().unwrap();
    for field in [
        "rigs",
        "materials",
        "coverage",
        "bait_advice",
        "notes",
        "reasons",
        "schools",
    ] {
        let mut answer = frozen["answer"].clone();
        answer.as_object_mut().unwrap().remove(field);
        assert!(read_answer(1, answer).is_ok(), "{field}");
    }
}

#[test]
fn what_cannot_be_shown_is_refused_before_a_page_meets_it() {
    let (_, frozen) = all().last().unwrap();
    let with = |path: &str, value: Value| {
        let mut answer = frozen["answer"].clone();
        *answer.pointer_mut(path).unwrap() = value;
        read_answer(1, answer)
            .map(|_| ())
            .map_err(|e| e.to_string())
    };
    assert_eq!(
        with("/weight/label", frozen["answer"]["weight"]["label"].clone()),
        Ok(())
    );
    for (path, bad) in [
        ("/rungs", json!([])),
        ("/depth_m", json!(0)),
        ("/depth_m", json!(-3)),
        ("/weight/g", json!(0)),
        ("/hook/gap_mm", json!(0)),
        ("/bait/length_mm", json!(-1)),
        ("/rig", json!("net")),
        ("/sink/speed_mps", json!(-1)),
    ] {
        assert!(with(path, bad.clone()).is_err(), "{path} = {bad}");
    }
    assert!(read_answer(KEPT_SCHEMA + 1, frozen["answer"].clone()).is_err());
}
