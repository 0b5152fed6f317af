//! Whether the fields of the box have their words.

use std::collections::BTreeMap;

use super::cell::Holds;
use super::item::fields;
use super::words::SPOKEN;
use crate::base::codes::BoxList;
use crate::base::text::{TextFault, catalogue};

/// Whether every field has its words in the catalogue, and what names a field
/// names one that there is.
///
/// # Errors
/// What is missing or unknown.
pub fn check_words() -> Result<(), TextFault> {
    let spoken = SPOKEN
        .as_ref()
        .map_err(|e| TextFault::Unreadable(format!("fields.toml: {e}")))?;
    for kind in BoxList::ALL {
        let named = |what: &str| {
            let (first, rest) = kind.code().split_at(1);
            format!("{}{rest}{what}", first.to_uppercase())
        };
        let all = fields(*kind);
        let keys: Vec<_> = all.iter().map(|f| f.key).collect();
        let numbers = all.iter().filter(|f| matches!(f.holds, Holds::Number(_)));
        let numbers: Vec<_> = numbers.map(|f| f.key).collect();
        catalogue().check_list(&named("Fields"), &keys)?;
        catalogue().check_list(&named("Measures"), &numbers)?;
        let mut typed = spoken.get(kind.code()).into_iter().flat_map(BTreeMap::keys);
        if let Some(key) = typed.find(|k| !keys.contains(&k.as_str())) {
            return Err(TextFault::Unreadable(format!(
                "fields.toml: {kind:?} has no {key}"
            )));
        }
    }
    Ok(())
}
