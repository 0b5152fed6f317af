//! The house stands: floors name only those below them, and no two files name
//! each other round.
#![allow(clippy::unwrap_used, reason = "a test")]

use std::collections::{BTreeMap, BTreeSet};
use std::fs;
use std::path::{Path, PathBuf};

/// Each folder of core and its floor; `src/lib.rs` says the same.
const FLOORS: &[(&str, u8)] = &[
    ("base", 1),
    ("physics", 2),
    ("statistics", 2),
    ("photo", 3),
    ("question", 3),
    ("answer", 3),
    ("tables", 4),
    ("gear", 5),
    ("own_box", 5),
    ("day", 5),
    ("choose", 6),
    ("cast", 6),
    ("sounder", 6),
    ("explore", 7),
    ("say", 8),
    ("engine", 9),
];

fn src() -> PathBuf {
    Path::new(env!("CARGO_MANIFEST_DIR")).join("src")
}

fn files(folder: &Path, found: &mut Vec<PathBuf>) {
    for entry in fs::read_dir(folder).unwrap() {
        let path = entry.unwrap().path();
        if path.is_dir() {
            files(&path, found);
        } else if path.extension().is_some_and(|e| e == "rs") {
            found.push(path);
        }
    }
}

/// The code of a file, without comments and without its tests.
fn code(path: &Path) -> String {
    let text = fs::read_to_string(path).unwrap();
    let text = text.split("#[cfg(test)]").next().unwrap();
    let lines = text.lines().map(|l| l.split("//").next().unwrap());
    lines.collect::<Vec<_>>().join("\n")
}

/// `choose/needs.rs` as `["choose", "needs"]`, `choose/mod.rs` as `["choose"]`.
fn module(path: &Path) -> Vec<String> {
    let path = path.strip_prefix(src()).unwrap().with_extension("");
    let mut parts: Vec<String> = path
        .iter()
        .map(|p| p.to_string_lossy().into_owned())
        .collect();
    if parts.last().is_some_and(|p| p == "mod" || p == "lib") {
        parts.pop();
    }
    parts
}

/// Every path that a text names from `crate::`, `super::` or `self::`, as whole
/// module paths; lists in braces are opened.
fn named(text: &str, here: &[String]) -> BTreeSet<Vec<String>> {
    let mut found = BTreeSet::new();
    for start in ["crate::", "super::"] {
        for (at, _) in text.match_indices(start) {
            let before = text[..at].chars().next_back().unwrap_or(' ');
            if before.is_alphanumeric() || before == '_' || before == ':' {
                continue;
            }
            let mut base: Vec<String> = Vec::new();
            let mut rest = &text[at + start.len()..];
            if start == "super::" {
                base = here.to_vec();
                base.pop();
                while let Some(up) = rest.strip_prefix("super::") {
                    base.pop();
                    rest = up;
                }
            }
            open(rest, base, &mut found);
        }
    }
    found
}

fn open(text: &str, mut base: Vec<String>, found: &mut BTreeSet<Vec<String>>) {
    let mut rest = text;
    loop {
        if let Some(list) = rest.strip_prefix('{') {
            let (mut depth, mut from) = (1, 0);
            for (i, c) in list.char_indices() {
                match c {
                    '{' => depth += 1,
                    '}' => depth -= 1,
                    _ => {}
                }
                if depth == 0 || (depth == 1 && c == ',') {
                    open(list[from..i].trim(), base.clone(), found);
                    from = i + 1;
                }
                if depth == 0 {
                    break;
                }
            }
            return;
        }
        let long = rest
            .find(|c: char| !c.is_alphanumeric() && c != '_')
            .unwrap_or(rest.len());
        if long == 0 {
            found.insert(base);
            return;
        }
        base.push(rest[..long].to_owned());
        match rest[long..].strip_prefix("::") {
            Some(more) => rest = more,
            None => {
                found.insert(base);
                return;
            }
        }
    }
}

fn floor(module: &[String]) -> Option<u8> {
    let top = module.first()?;
    FLOORS.iter().find(|f| f.0 == top).map(|f| f.1)
}

#[test]
fn every_folder_has_a_floor() {
    for entry in fs::read_dir(src()).unwrap() {
        let path = entry.unwrap().path();
        if path.is_dir() {
            assert!(floor(&module(&path)).is_some(), "{}", path.display());
        }
    }
}

#[test]
fn arrows_run_down() {
    let mut all = Vec::new();
    files(&src(), &mut all);
    let mut upward = Vec::new();
    for path in all {
        let here = module(&path);
        let Some(mine) = floor(&here) else { continue };
        for there in named(&code(&path), &here) {
            let macro_path = there.first().is_some_and(|t| t == "MODEL_VERSION");
            match floor(&there) {
                Some(theirs) if theirs <= mine => {}
                Some(_) => upward.push(format!("{} names {}", here.join("::"), there.join("::"))),
                None if macro_path => {}
                None => upward.push(format!(
                    "{} names {:?} past the floors",
                    here.join("::"),
                    there
                )),
            }
        }
    }
    assert!(upward.is_empty(), "{upward:#?}");
}

#[test]
fn an_upward_path_would_be_seen() {
    let here = vec!["physics".to_owned(), "sink".to_owned()];
    let text = "use crate::{base::maths, choose::{needs, window::Choice}};\nlet x = crate::say::reasons();";
    let found = named(text, &here);
    let up: Vec<_> = found
        .iter()
        .filter(|f| floor(f).is_some_and(|n| n > 2))
        .collect();
    assert_eq!(up.len(), 3, "{found:?}");
}

#[test]
fn the_engine_is_built_in_one_place() {
    let mut all = Vec::new();
    files(&src(), &mut all);
    let with = |p: &&PathBuf| code(p).contains("impl Engine");
    let places: Vec<_> = all.iter().filter(with).map(|p| module(p)).collect();
    assert_eq!(places, [vec!["engine".to_owned()]]);
}

/// The file that holds a module path: the longest beginning of it that is one.
fn holder(path: &[String], known: &BTreeSet<Vec<String>>) -> Option<Vec<String>> {
    (1..=path.len())
        .rev()
        .map(|n| path[..n].to_vec())
        .find(|p| known.contains(p))
}

#[test]
fn no_two_files_name_each_other_round() {
    let mut all = Vec::new();
    files(&src(), &mut all);
    let known: BTreeSet<_> = all
        .iter()
        .map(|p| module(p))
        .filter(|m| !m.is_empty())
        .collect();
    let mut arrows: BTreeMap<Vec<String>, BTreeSet<Vec<String>>> = BTreeMap::new();
    for path in &all {
        let here = module(path);
        // What a folder's own file hands on is no arrow of its own.
        let text: String = code(path)
            .split_inclusive(';')
            .filter(|s| !s.trim_start().starts_with("pub use") && !s.contains("\npub use"))
            .collect();
        let to = named(&text, &here)
            .iter()
            .filter_map(|t| holder(t, &known))
            .filter(|t| *t != here)
            .collect();
        arrows.insert(here, to);
    }
    // Takes away, again and again, what names nothing that is left.
    loop {
        let left: BTreeSet<_> = arrows.keys().cloned().collect();
        let done: Vec<_> = arrows
            .iter()
            .filter(|(_, to)| to.iter().all(|t| !left.contains(t)))
            .map(|a| a.0.clone())
            .collect();
        if done.is_empty() {
            break;
        }
        for d in done {
            arrows.remove(&d);
        }
    }
    let left: BTreeSet<_> = arrows.keys().cloned().collect();
    let round: Vec<_> = arrows
        .iter()
        .map(|(a, to)| {
            let to: Vec<_> = to
                .iter()
                .filter(|t| left.contains(*t))
                .map(|t| t.join("::"))
                .collect();
            format!("{} → {}", a.join("::"), to.join(", "))
        })
        .collect();
    assert!(round.is_empty(), "{round:#?}");
}
