//! Headings of files that name the columns of a list in their own way.

use std::collections::BTreeMap;

use super::cell::Field;
use super::item::{COUNT, REMARK, columns, fields};
use crate::base::codes::BoxList;

/// What the headings of a file stand for where they are not the columns' own names: a
/// column by the heading in lower case, or nothing where it is left out.
pub type Headings = BTreeMap<String, Option<&'static str>>;

/// The headings of a file in one text, by which they are known again: a line each.
#[must_use]
pub fn signature(headings: &[(String, Vec<String>)]) -> String {
    let names: Vec<&str> = headings.iter().map(|h| h.0.as_str()).collect();
    names.join("\n").replace('\0', "")
}

/// What headings were said to stand for, column by heading as it was written down; a
/// column that a list no longer has is left out.
#[must_use]
pub fn known(kind: BoxList, said: impl IntoIterator<Item = (String, Option<String>)>) -> Headings {
    let all = columns(kind);
    let mut known = Headings::new();
    for (heading, column) in said {
        let column = all.iter().find(|c| Some(**c) == column.as_deref()).copied();
        // Of headings that are alike, one that stands for something is meant.
        let entry = known.entry(heading).or_insert(None);
        *entry = entry.or(column);
    }
    known
}

/// A heading as [`Headings`] has it.
#[must_use]
pub fn heading(text: &str) -> String {
    text.trim().to_lowercase()
}

/// The column that a heading most likely stands for: by its own name, by what the list
/// calls it, or by what people type for it.
#[must_use]
pub fn guess(kind: BoxList, heading: &str) -> Option<&'static str> {
    let plain = heading.replace(['_', '-', '.'], " ");
    let plain = plain.trim();
    let bare = plain.split(['(', '[']).next().unwrap_or(plain).trim();
    if let Some(own) = columns(kind)
        .into_iter()
        .find(|c| c.replace('_', " ") == plain)
    {
        return Some(own);
    }
    if matches!(
        bare,
        "count" | "qty" | "quantity" | "pieces" | "pcs" | "number" | "how many" | "stock"
    ) {
        return Some(COUNT);
    }
    if matches!(
        bare,
        "remark" | "remarks" | "note" | "notes" | "comment" | "comments"
    ) {
        return Some(REMARK);
    }
    let called = |f: &&Field| {
        let unitless = f
            .key
            .rsplit_once('_')
            .map_or(f.key, |k| k.0)
            .replace('_', " ");
        f.label.eq_ignore_ascii_case(bare) || unitless == bare || f.spoken.iter().any(|w| w == bare)
    };
    fields(kind).iter().find(called).map(|f| f.key)
}
