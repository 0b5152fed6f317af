//! A bound on what of a file has to be in memory at once.

use std::io::{self, Read};

/// Largest thing of a list, bytes: many times an answer.
const MOST_THING: usize = 1024 * 1024;
/// Depth at which the things of a list stand: within the file and its list.
const LIST: usize = 2;

/// JSON of which no thing of a list is larger than any of ours: what is read from it is in memory
/// a thing at a time, so that a file of one endless text is given up early.
pub struct Bounded<R> {
    from: R,
    depth: usize,
    in_text: bool,
    escaped: bool,
    /// Bytes since the last thing ended.
    since: usize,
}

impl<R> Bounded<R> {
    /// Over a file.
    pub fn new(from: R) -> Self {
        Self {
            from,
            depth: 0,
            in_text: false,
            escaped: false,
            since: 0,
        }
    }

    fn passes(&mut self, byte: u8) {
        self.since += 1;
        if self.in_text {
            match byte {
                _ if self.escaped => self.escaped = false,
                b'\\' => self.escaped = true,
                b'"' => self.in_text = false,
                _ => {}
            }
            return;
        }
        match byte {
            b'"' => self.in_text = true,
            b'{' | b'[' => self.depth += 1,
            b'}' | b']' => {
                self.depth = self.depth.saturating_sub(1);
                if self.depth <= LIST {
                    self.since = 0;
                }
            }
            _ => {}
        }
    }
}

impl<R: Read> Read for Bounded<R> {
    fn read(&mut self, into: &mut [u8]) -> io::Result<usize> {
        let read = self.from.read(into)?;
        for &byte in into.iter().take(read) {
            self.passes(byte);
            if self.since > MOST_THING {
                return Err(io::Error::other("one entry of it is larger than 1 MB"));
            }
        }
        Ok(read)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn through(text: &str) -> io::Result<usize> {
        io::copy(&mut Bounded::new(text.as_bytes()), &mut io::sink())
            .map(|n| usize::try_from(n).unwrap())
    }

    #[test]
    fn many_things_pass_and_one_that_is_too_large_does_not() {
        let thing = format!("{{\"a\":\"}}]\\\"{}\"}}", "x".repeat(700_000));
        let list = |n: usize| format!("{{\"log\":[{}]}}", vec![thing.clone(); n].join(","));
        for n in [0, 1, 2, 5] {
            assert_eq!(through(&list(n)).unwrap(), list(n).len());
        }
        let large = list(1).replace("xx", "xxx");
        assert!(through(&large).is_err());
        // Texts and blanks outside of things count as well.
        assert!(through(&"[".repeat(1_100_000)).is_err());
        assert!(through(&format!("\"{}\"", "x".repeat(1_100_000))).is_err());
        assert!(through(&format!("{{{}", " ".repeat(1_100_000))).is_err());
    }
}
