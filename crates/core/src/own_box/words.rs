//! What the fields of the box are called on the pages, and what people type to
//! name one.

use std::collections::BTreeMap;
use std::sync::LazyLock;

use crate::base::codes::BoxList;
use crate::base::read_table;
use crate::base::text::labels;

pub(super) type Spoken = BTreeMap<String, BTreeMap<String, Vec<String>>>;

pub(super) static SPOKEN: LazyLock<Result<Spoken, String>> =
    LazyLock::new(|| read_table(include_str!("../../data/fields.toml")).map_err(|e| e.to_string()));

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
