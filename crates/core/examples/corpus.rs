//! Writes down what the program says to a seeded set of questions, so that a
//! change of the house can be held against the house before it:
//!
//! ```text
//! cargo run --release -p yarrowfen-core --example corpus -- before
//! … change …
//! cargo run --release -p yarrowfen-core --example corpus -- after
//! scripts/corpus_diff.py before after
//! ```
//!
//! 2,000 picks (all rigs, ranges, own falls, both units and ladders), 100
//! casts, 100 boxes with what they lack, 300 benches, 100 cards. The files are not kept in the project.
#![allow(clippy::unwrap_used, clippy::print_stdout, reason = "a tool")]

use std::path::Path;

use serde_json::Value;
use yarrowfen_core::Engine;

#[path = "../tests/common/corpus.rs"]
mod corpus;

fn lines(all: impl Iterator<Item = Value>) -> String {
    all.map(|one| format!("{one}\n")).collect()
}

fn main() {
    let folder = std::env::args().nth(1).unwrap_or_else(|| "corpus".into());
    std::fs::create_dir_all(&folder).unwrap();
    let engine = Engine::new().unwrap();
    for (name, text) in [
        ("picks", lines(corpus::picks(&engine, 2000))),
        ("casts", lines(corpus::casts(&engine, 100))),
        ("boxes", lines(corpus::boxes(&engine, 100))),
        ("benches", lines(corpus::benches(&engine, 300))),
        ("cards", lines(corpus::cards(&engine, 100))),
    ] {
        let path = Path::new(&folder).join(format!("{name}.jsonl"));
        std::fs::write(&path, text).unwrap();
        println!("{}", path.display());
    }
}
