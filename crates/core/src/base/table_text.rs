//! Tables in TOML, read in two steps: first loosely, then into their types. Straight into
//! the types the reader of TOML would be compiled once for each of them.
//!
//! A browser's module reads none of that: what was read once is written in a plain order of
//! bytes (postcard) when the module is made, and read from there.

use serde::de::DeserializeOwned;
use serde::{Deserialize, Deserializer, Serialize, Serializer};
use serde_json::Value;

/// Why a table cannot be read.
#[derive(Debug, thiserror::Error)]
pub enum TableFault {
    /// It is not TOML.
    #[cfg(not(target_arch = "wasm32"))]
    #[error(transparent)]
    Syntax(#[from] Box<toml::de::Error>),
    /// It is not what the program expects.
    #[error(transparent)]
    Shape(#[from] serde_json::Error),
    /// It was made ready for another version.
    #[error(transparent)]
    Ready(#[from] postcard::Error),
}

/// Reads a table.
///
/// # Errors
/// [`TableFault`].
#[cfg(not(target_arch = "wasm32"))]
pub fn read_table<T: DeserializeOwned>(text: &str) -> Result<T, TableFault> {
    let loose: Value = toml::from_str(text).map_err(Box::new)?;
    Ok(serde_json::from_value(loose)?)
}

/// A part of a table whose shape is looked at later: conditions. Null where it was left out.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct Loose(pub Value);

impl<'de> Deserialize<'de> for Loose {
    fn deserialize<D: Deserializer<'de>>(from: D) -> Result<Self, D::Error> {
        if from.is_human_readable() {
            return Value::deserialize(from).map(Self);
        }
        let text = String::deserialize(from)?;
        let read = super::json::read(text.as_bytes()).map(Self);
        read.map_err(serde::de::Error::custom)
    }
}

impl Serialize for Loose {
    fn serialize<S: Serializer>(&self, to: S) -> Result<S::Ok, S::Error> {
        if to.is_human_readable() {
            self.0.serialize(to)
        } else {
            self.0.to_string().serialize(to)
        }
    }
}

/// Where tables come from, one after the other.
pub trait TableSource {
    /// The next table; `text` is its file, where files are read.
    ///
    /// # Errors
    /// [`TableFault`].
    fn next<T: DeserializeOwned + Serialize>(&mut self, text: &str) -> Result<T, TableFault>;
}

/// Files of TOML; what was read of them, as it is made ready.
#[cfg(not(target_arch = "wasm32"))]
#[derive(Debug, Default)]
pub struct Files {
    /// What was read, made ready; none where nobody wants it.
    pub ready: Option<Vec<u8>>,
}

#[cfg(not(target_arch = "wasm32"))]
impl TableSource for Files {
    fn next<T: DeserializeOwned + Serialize>(&mut self, text: &str) -> Result<T, TableFault> {
        let read: T = read_table(text)?;
        if let Some(ready) = self.ready.take() {
            self.ready = Some(postcard::to_extend(&read, ready)?);
        }
        Ok(read)
    }
}

/// What was made ready.
#[derive(Debug)]
pub struct Ready<'b>(pub &'b [u8]);

impl TableSource for Ready<'_> {
    fn next<T: DeserializeOwned + Serialize>(&mut self, _: &str) -> Result<T, TableFault> {
        let (read, rest) = postcard::take_from_bytes(self.0)?;
        self.0 = rest;
        Ok(read)
    }
}
