//! Answers questions, one JSON object a line, from the core alone: quicker to
//! build than the whole program while a rule or a number is worked on.
//!
//! `cargo run --release -p yarrowfen-core --example ask -- pick < questions.jsonl`
//! `cargo run --release -p yarrowfen-core --example ask -- mend < complaints.jsonl`
//!
//! With `--explain` an answer holds every rule considered.

use std::io::{BufRead, Write};

use serde_json::{Value, json, to_value};
use yarrowfen_core::question::MendRequest;
use yarrowfen_core::{Engine, Options, PickRequest};

fn answer(engine: &Engine, mends: bool, line: &[u8]) -> Result<Value, serde_json::Error> {
    let options = Options {
        explain: std::env::args().any(|a| a == "--explain"),
        ..Options::default()
    };
    if mends {
        match MendRequest::from_json(line) {
            Ok(request) => to_value(engine.mend(&request, options)),
            Err(faults) => Ok(json!({ "error": faults })),
        }
    } else {
        match PickRequest::from_json(line) {
            Ok(request) => to_value(engine.pick(&request, options)),
            Err(faults) => Ok(json!({ "error": faults })),
        }
    }
}

fn main() -> Result<(), Box<dyn std::error::Error>> {
    let engine = Engine::new()?;
    let mends = std::env::args().nth(1).as_deref() == Some("mend");
    let mut out = std::io::stdout().lock();
    for line in std::io::stdin().lock().lines() {
        writeln!(out, "{}", answer(&engine, mends, line?.as_bytes())?)?;
    }
    Ok(())
}
