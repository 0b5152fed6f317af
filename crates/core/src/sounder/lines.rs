//! Lines out of a stream that may come in drips, in floods, or without an end.

use super::nmea::{Fault, Reading, read};

/// Longest line, bytes. The standard has 82; some devices send more.
pub const MOST_LINE: usize = 256;

/// Gathers bytes into lines. Never holds more than one line.
#[derive(Debug, Default)]
pub struct Lines {
    held: Vec<u8>,
    skipping: bool,
}

impl Lines {
    /// Takes bytes as they come, and hands each line on as it is read.
    pub fn feed(&mut self, bytes: &[u8], mut each: impl FnMut(Result<Reading, Fault>)) {
        for byte in bytes {
            match byte {
                b'\n' | b'\r' => {
                    let line = std::mem::take(&mut self.held);
                    if !self.skipping && !line.is_empty() {
                        each(read(&String::from_utf8_lossy(&line)));
                    }
                    self.skipping = false;
                }
                _ if self.skipping => {}
                _ if self.held.len() >= MOST_LINE => {
                    self.skipping = true;
                    self.held = Vec::new();
                    each(Err(Fault::Endless));
                }
                _ => self.held.push(*byte),
            }
        }
    }

    /// Bytes held now.
    #[must_use]
    pub fn held(&self) -> usize {
        self.held.len()
    }
}
