//! What people type for a code: `data/vocabulary.toml`. Reading goes by this
//! file and the codes themselves, never by the words that are shown.

use std::collections::BTreeMap;
use std::sync::LazyLock;

use super::codes::Code;
#[cfg(target_arch = "wasm32")]
use super::table_text::Ready;
use super::table_text::TableSource;
#[cfg(not(target_arch = "wasm32"))]
use super::table_text::{Files, TableFault};

type Lists = BTreeMap<String, BTreeMap<String, Vec<String>>>;

/// The file as it is built in.
#[cfg(not(target_arch = "wasm32"))]
const FILE: &str = include_str!("../../data/vocabulary.toml");

static LISTS: LazyLock<Result<Lists, String>> = LazyLock::new(|| {
    #[cfg(not(target_arch = "wasm32"))]
    let read = Files::default().next(FILE);
    #[cfg(target_arch = "wasm32")]
    let read = Ready(include_bytes!(concat!(
        env!("YARROWFEN_READY"),
        "/vocabulary"
    )))
    .next("");
    read.map_err(|e| e.to_string())
});

/// The same made ready, for a module that reads no files.
///
/// # Errors
/// When it cannot be read.
#[cfg(not(target_arch = "wasm32"))]
pub fn ready() -> Result<Vec<u8>, TableFault> {
    let mut files = Files {
        ready: Some(Vec::new()),
    };
    let _: Lists = files.next(FILE)?;
    Ok(files.ready.unwrap_or_default())
}

/// Whether the file could be read, and names only lists and codes that there
/// are. `known` gives the codes of a list.
///
/// # Errors
/// What is wrong with it.
pub fn check(known: impl Fn(&str) -> Option<&'static [&'static str]>) -> Result<(), String> {
    for (list, codes) in LISTS.as_ref().map_err(Clone::clone)? {
        let all = known(list).ok_or_else(|| format!("there is no list {list}"))?;
        if let Some(code) = codes.keys().find(|c| !all.contains(&c.as_str())) {
            return Err(format!("{list} has no code {code}"));
        }
    }
    Ok(())
}

fn words(list: &str) -> Option<&'static BTreeMap<String, Vec<String>>> {
    LISTS.as_ref().ok()?.get(list)
}

/// A code as typed: with blanks or hyphens for its underlines.
fn same(code: &str, typed: &str) -> bool {
    code.len() == typed.len()
        && code
            .chars()
            .zip(typed.chars())
            .all(|(c, t)| c == t || (c == '_' && matches!(t, ' ' | '-')))
}

/// The code that is meant by a text in lower case, of those of a list.
#[must_use]
pub fn code_of(list: &str, codes: &[&'static str], typed: &str) -> Option<&'static str> {
    let of_code = || codes.iter().find(|c| same(c, typed)).copied();
    let of_word = || {
        let found = words(list)?
            .iter()
            .find(|w| w.1.iter().any(|w| w == typed))?;
        codes.iter().find(|c| **c == found.0.as_str()).copied()
    };
    of_code().or_else(of_word)
}

/// All words of a list: its codes with blanks, and what else people type for them.
#[must_use]
pub fn spoken(list: &str, codes: &[&'static str]) -> Vec<String> {
    let own = codes.iter().map(|c| c.replace('_', " "));
    let typed = words(list).into_iter().flatten();
    let known = typed.filter(|w| codes.contains(&w.0.as_str()));
    own.chain(known.flat_map(|w| w.1.iter().cloned())).collect()
}

/// The value that is meant by a text.
#[must_use]
pub fn read<T: Code>(text: &str) -> Option<T> {
    T::from_code(code_of(T::LIST, T::CODES, &text.trim().to_lowercase())?)
}

/// How a code is written where it is read again.
#[must_use]
pub fn written<T: Code>(value: T) -> String {
    let first = words(T::LIST).and_then(|w| w.get(value.code())?.first().cloned());
    first.unwrap_or_else(|| value.code().replace('_', " "))
}

/// The value whose word a text begins with, and how long that word is; of
/// several the longest.
#[must_use]
pub fn starts_with<T: Code>(lower: &str) -> Option<(T, usize)> {
    let mut found: Option<(&str, usize)> = None;
    for code in T::CODES {
        let plain = [code.replace('_', " ")];
        let all = words(T::LIST)
            .and_then(|w| w.get(*code))
            .map_or(&[][..], Vec::as_slice);
        for word in all.iter().chain(&plain) {
            if lower.starts_with(word.as_str()) && found.is_none_or(|f| word.len() > f.1) {
                found = Some((code, word.len()));
            }
        }
    }
    let (code, long) = found?;
    Some((T::from_code(code)?, long))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::base::codes::{MoveKind, Shape, Tie};

    #[test]
    fn what_people_type_is_read_and_what_is_shown_is_not_asked() {
        assert_eq!(read::<Shape>("Swing head"), Some(Shape::SwingFootball));
        assert_eq!(read::<Shape>("swing-football"), Some(Shape::SwingFootball));
        assert_eq!(read::<Tie>("45°"), Some(Tie::FortyFive));
        assert_eq!(read::<Shape>("cube"), None);
        assert_eq!(
            starts_with::<MoveKind>("lift and kill 1 m"),
            Some((MoveKind::LiftKill, 13))
        );
        for kind in MoveKind::ALL {
            assert_eq!(read::<MoveKind>(&written(*kind)), Some(*kind));
        }
    }
}
