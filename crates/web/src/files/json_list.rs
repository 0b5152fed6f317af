//! A JSON list read entry by entry: no tree is built of it, and its length is bounded as it comes.

use std::fmt;

use serde::de::{DeserializeSeed, Error, IgnoredAny, SeqAccess, Visitor};
use serde_json::value::RawValue;

/// Why a list is not taken.
#[derive(Debug, thiserror::Error)]
pub enum ListFault {
    /// The text is no JSON list.
    #[error("this is no list of JSON: {0}")]
    NoList(#[source] serde_json::Error),
    /// It is longer than is taken.
    #[error("at most {0} entries are taken at once")]
    TooLong(usize),
}

struct Entries<'f, F> {
    most: usize,
    too_long: &'f mut bool,
    take: F,
}

impl<'de, F: FnMut(&'de RawValue)> DeserializeSeed<'de> for Entries<'_, F> {
    type Value = ();
    fn deserialize<D: serde::Deserializer<'de>>(self, from: D) -> Result<(), D::Error> {
        from.deserialize_seq(self)
    }
}

impl<'de, F: FnMut(&'de RawValue)> Visitor<'de> for Entries<'_, F> {
    type Value = ();
    fn expecting(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str("a list")
    }
    fn visit_seq<A: SeqAccess<'de>>(mut self, mut list: A) -> Result<(), A::Error> {
        for _ in 0..self.most {
            match list.next_element::<&'de RawValue>()? {
                Some(entry) => (self.take)(entry),
                None => return Ok(()),
            }
        }
        match list.next_element::<IgnoredAny>()? {
            None => Ok(()),
            Some(_) => {
                *self.too_long = true;
                Err(A::Error::custom("too long"))
            }
        }
    }
}

/// Calls `take` with the text of each entry of a list, in order.
///
/// # Errors
/// [`ListFault`], when the entries before the fault were taken already.
pub fn each_entry<'t>(
    text: &'t [u8],
    most: usize,
    take: impl FnMut(&'t RawValue),
) -> Result<(), ListFault> {
    let mut too_long = false;
    let entries = Entries {
        most,
        too_long: &mut too_long,
        take,
    };
    let mut json = serde_json::Deserializer::from_slice(text);
    let read = entries.deserialize(&mut json).and_then(|()| json.end());
    match read {
        Ok(()) => Ok(()),
        Err(_) if too_long => Err(ListFault::TooLong(most)),
        Err(e) => Err(ListFault::NoList(e)),
    }
}

/// The first faults of a file; the others are counted.
#[derive(Debug)]
pub struct FirstFaults<T> {
    most: usize,
    first: Vec<T>,
    more: usize,
}

impl<T> FirstFaults<T> {
    /// None yet, of which so many are kept.
    #[must_use]
    pub fn new(most: usize) -> Self {
        Self {
            most,
            first: Vec::new(),
            more: 0,
        }
    }

    /// Adds a fault; its text is made only where it is kept.
    pub fn add(&mut self, fault: impl FnOnce() -> T) {
        if self.first.len() < self.most {
            self.first.push(fault());
        } else {
            self.more += 1;
        }
    }

    /// The faults that are kept, and how many more there were.
    #[must_use]
    pub fn into_parts(self) -> (Vec<T>, usize) {
        (self.first, self.more)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn read(text: &str, most: usize) -> Result<Vec<String>, ListFault> {
        let mut all = Vec::new();
        each_entry(text.as_bytes(), most, |e| all.push(e.get().to_owned()))?;
        Ok(all)
    }

    #[test]
    fn entries_come_one_by_one_and_no_more_than_are_taken() {
        assert_eq!(
            read("[1, {\"a\":[2]} ,\"x\"]", 3).unwrap(),
            ["1", "{\"a\":[2]}", "\"x\""]
        );
        assert!(read("[]", 0).unwrap().is_empty());
        assert!(matches!(read("[1,2,3]", 2), Err(ListFault::TooLong(2))));
        for text in ["", "{}", "[1", "[1]x", "[1,]", "[\"\u{1}\"]"] {
            assert!(matches!(read(text, 9), Err(ListFault::NoList(_))), "{text}");
        }
    }

    #[test]
    fn a_deep_entry_is_passed_over_without_a_stack() {
        let deep = format!("[{}{}]", "[".repeat(500_000), "]".repeat(500_000));
        assert_eq!(read(&deep, 5).unwrap().len(), 1);
    }
}
