//! Answers complaints, one JSON request a line.
#![expect(clippy::print_stdout, reason = "a command line prints")]

use std::io::BufRead;

use yarrowfen_core::question::MendRequest;
use yarrowfen_core::{Engine, Options};

fn main() -> Result<(), Box<dyn std::error::Error>> {
    let engine = Engine::new()?;
    for line in std::io::stdin().lock().lines() {
        match MendRequest::from_json(line?.as_bytes()) {
            Ok(asked) => {
                let told = engine.mend(&asked, Options::default());
                println!("{}", serde_json::to_string(&told)?);
            }
            Err(faults) => println!("{}", serde_json::to_string(&faults)?),
        }
    }
    Ok(())
}
