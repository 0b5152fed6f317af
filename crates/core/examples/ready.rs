//! Writes tables and words as a browser's module reads them, into a folder: `scripts/wasm.sh` asks
//! for it. What it writes is read again by `tests/ready.rs`.

use std::error::Error;
use std::path::PathBuf;

use yarrowfen_core::base::{text, vocabulary};
use yarrowfen_core::{own_box, tables::Tables};

fn main() -> Result<(), Box<dyn Error>> {
    let folder = std::env::args().nth(1).ok_or("which folder?")?;
    let folder = PathBuf::from(folder);
    // What is not sound is not made ready.
    Tables::load()?;
    for (name, bytes) in [
        ("tables", Tables::ready()?),
        ("vocabulary", vocabulary::ready()?),
        ("fields", own_box::fields_ready()?),
        ("words", text::catalogue().ready().to_vec()),
    ] {
        std::fs::write(folder.join(name), bytes)?;
    }
    Ok(())
}
