//! What the program says today, held fast: a number or a rule that changes
//! unmeant is seen, whichever it is. It says nothing of what is right (the other
//! tests do); after a change that is meant, renew it and read what changed:
//!
//! ```text
//! YARROWFEN_FREEZE=1 cargo test --release -p yarrowfen-core --test frozen
//! git diff --stat; cargo run --release -p yarrowfen-core --example corpus -- after
//! ```
//!
#![allow(clippy::unwrap_used, reason = "a test")]

#[path = "common/corpus.rs"]
mod corpus;

use std::collections::BTreeMap;
use std::fmt::Write as _;

use serde_json::Value;
use yarrowfen_core::Engine;

/// Sections of one answer, each by its digest.
type Held = BTreeMap<String, String>;

/// FNV-1a in 64 bits (published: Fowler, Noll, Vo), of which half is kept.
fn digest(text: &str) -> String {
    let hash = text.bytes().fold(0xcbf2_9ce4_8422_2325_u64, |h, b| {
        (h ^ u64::from(b)).wrapping_mul(0x0100_0000_01b3)
    });
    format!("{:08x}", (hash >> 32) ^ (hash & 0xffff_ffff))
}

/// A value as it is held: numbers to nine places.
fn plain(value: &Value, out: &mut String) {
    match value {
        Value::Object(all) => {
            for (key, value) in all {
                write!(out, "{key}{{").unwrap();
                plain(value, out);
                out.push('}');
            }
        }
        Value::Array(all) => {
            for value in all {
                plain(value, out);
                out.push(',');
            }
        }
        Value::Number(n) if n.is_f64() => write!(out, "{:.9e}", n.as_f64().unwrap()).unwrap(),
        other => write!(out, "{other}").unwrap(),
    }
}

fn sections(kind: &str, at: usize, value: &Value) -> BTreeMap<String, String> {
    let all = value.as_object().unwrap().iter();
    all.map(|(key, value)| {
        let mut text = String::new();
        plain(value, &mut text);
        (format!("{kind} {at:03} {key}"), text)
    })
    .collect()
}

fn now() -> BTreeMap<String, String> {
    let engine = Engine::new().unwrap();
    let mut all = BTreeMap::new();
    for (i, one) in corpus::picks(&engine, 240).enumerate() {
        all.extend(sections("pick", i, &one["answer"]));
    }
    for (i, one) in corpus::casts(&engine, 36).enumerate() {
        all.extend(sections("cast", i, &one));
    }
    for (i, one) in corpus::boxes(&engine, 12).enumerate() {
        all.extend(sections("box", i, &one));
    }
    for (i, one) in corpus::benches(&engine, 48).enumerate() {
        all.extend(sections("bench", i, &one));
    }
    for (i, one) in corpus::cards(&engine, 24).enumerate() {
        all.extend(sections("card", i, &one));
    }
    all
}

#[test]
fn nothing_changed_unmeant() {
    let path = concat!(env!("CARGO_MANIFEST_DIR"), "/tests/frozen.txt");
    let now = now();
    let found: Held = now
        .iter()
        .map(|(k, text)| (k.clone(), digest(text)))
        .collect();
    if std::env::var_os("YARROWFEN_FREEZE").is_some() {
        let text: String = found.iter().map(|(k, d)| format!("{k} {d}\n")).collect();
        std::fs::write(path, text).unwrap();
        return;
    }
    let text = std::fs::read_to_string(path).unwrap();
    let held: Held = text
        .lines()
        .map(|line| line.rsplit_once(' ').unwrap())
        .map(|(k, d)| (k.to_owned(), d.to_owned()))
        .collect();
    assert_eq!(
        held.keys().collect::<Vec<_>>(),
        found.keys().collect::<Vec<_>>(),
        "other sections than those held"
    );
    let changed = found.iter().filter(|(k, d)| held[*k] != **d);
    let mut kinds: BTreeMap<String, (usize, &str)> = BTreeMap::new();
    for (key, _) in changed {
        let mut words = key.split(' ');
        let kind = format!("{} {}", words.next().unwrap(), words.next_back().unwrap());
        kinds.entry(kind).or_insert((0, key)).0 += 1;
    }
    let mut report = String::new();
    for (kind, (count, first)) in &kinds {
        let what: String = now[*first].chars().take(300).collect();
        writeln!(report, "{kind}: {count} changed, first {first}, now {what}").unwrap();
    }
    assert!(kinds.is_empty(), "{report}");
}
