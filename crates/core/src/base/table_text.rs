//! Tables in TOML, read in two steps: first loosely, then into their types. Straight into
//! the types the reader of TOML would be compiled once for each of them, which makes the
//! module for a browser half as large again.

use serde::de::DeserializeOwned;

/// Why a table cannot be read.
#[derive(Debug, thiserror::Error)]
pub enum TableFault {
    /// It is not TOML.
    #[error(transparent)]
    Syntax(#[from] Box<toml::de::Error>),
    /// It is not what the program expects.
    #[error(transparent)]
    Shape(#[from] serde_json::Error),
}

/// Reads a table.
///
/// # Errors
/// [`TableFault`].
pub fn read_table<T: DeserializeOwned>(text: &str) -> Result<T, TableFault> {
    let loose: serde_json::Value = toml::from_str(text).map_err(Box::new)?;
    Ok(serde_json::from_value(loose)?)
}
