//! Answers questions, one JSON object a line, from the core alone: quicker to
//! build than the whole program while a rule or a number is worked on.
//!
//! `cargo run --release -p yarrowfen-core --example ask < questions.jsonl`

use std::io::{BufRead, Write};

use yarrowfen_core::{Engine, Options, PickRequest};

fn main() -> Result<(), Box<dyn std::error::Error>> {
    let engine = Engine::new()?;
    let mut out = std::io::stdout().lock();
    for line in std::io::stdin().lock().lines() {
        match PickRequest::from_json(line?.as_bytes()) {
            Ok(asked) => {
                serde_json::to_writer(&mut out, &engine.pick(&asked, Options::default()))?;
                writeln!(out)?;
            }
            Err(faults) => writeln!(out, "{}", serde_json::json!({ "error": faults }))?,
        }
    }
    Ok(())
}
