//! What the fields of the box are called on the pages, and what people type to
//! name one.

use std::collections::BTreeMap;
use std::sync::LazyLock;

#[cfg(target_arch = "wasm32")]
use crate::base::Ready;
use crate::base::TableSource;
use crate::base::codes::BoxList;
use crate::base::text::labels;
#[cfg(not(target_arch = "wasm32"))]
use crate::base::{Files, TableFault};

pub(super) type Spoken = BTreeMap<String, BTreeMap<String, Vec<String>>>;

/// The file as it is built in.
#[cfg(not(target_arch = "wasm32"))]
const FILE: &str = include_str!("../../data/fields.toml");

pub(super) static SPOKEN: LazyLock<Result<Spoken, String>> = LazyLock::new(|| {
    #[cfg(not(target_arch = "wasm32"))]
    let read = Files::default().next(FILE);
    #[cfg(target_arch = "wasm32")]
    let read = Ready(include_bytes!(concat!(env!("YARROWFEN_READY"), "/fields"))).next("");
    read.map_err(|e| e.to_string())
});

/// What people type for the fields, made ready for a module that reads no files.
///
/// # Errors
/// When it cannot be read.
#[cfg(not(target_arch = "wasm32"))]
pub fn fields_ready() -> Result<Vec<u8>, TableFault> {
    let mut files = Files {
        ready: Some(Vec::new()),
    };
    let _: Spoken = files.next(FILE)?;
    Ok(files.ready.unwrap_or_default())
}

pub(super) fn label(list: &str, key: &'static str) -> &'static str {
    labels(list, &[key])[0]
}

pub(super) fn spoken(kind: BoxList, key: &str) -> &'static [String] {
    let words = SPOKEN
        .as_ref()
        .ok()
        .and_then(|s| s.get(kind.code())?.get(key));
    words.map_or(&[], Vec::as_slice)
}
