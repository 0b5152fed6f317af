//! The catalogue of words: `data/text/en.ftl`, in the syntax of Project Fluent.
//!
//! Of that syntax two things are used: text with holes (`{ $depth }`), and the
//! attributes of a list of codes, one a code. Anything else is refused when the
//! file is read, so that no rule can hide in a sentence.

use std::cmp::Ordering;
use std::sync::LazyLock;
#[cfg(not(target_arch = "wasm32"))]
use std::{collections::BTreeMap, fmt::Write};

#[cfg(not(target_arch = "wasm32"))]
use fluent_syntax::ast::{Entry, Expression, InlineExpression, Pattern, PatternElement};

#[cfg(not(target_arch = "wasm32"))]
const EN: &str = concat!(
    include_str!("../../../data/text/en.ftl"),
    "\n",
    include_str!("../../../data/text/words.ftl"),
    "\n",
    include_str!("../../../data/text/mend.ftl"),
    "\n",
    include_str!("../../../data/text/days.ftl")
);

/// Why a catalogue cannot be used.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum TextFault {
    /// It is not in the syntax, or uses more of it than is allowed here.
    #[error("text/en.ftl: {0}")]
    Unreadable(String),
    /// A sentence that something says is not there.
    #[error("text/en.ftl: there is no sentence {0}")]
    Missing(String),
    /// A sentence has a hole that nothing fills.
    #[error("text/en.ftl: {sentence} has the unknown hole {hole}")]
    UnknownHole {
        /// Code of the sentence.
        sentence: String,
        /// The hole.
        hole: String,
    },
}

/// A piece of a sentence.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Part {
    /// Words.
    Text(&'static str),
    /// A hole by its name.
    Hole(&'static str),
}

/// Stands before and after the name of a hole.
const HOLE: char = '\u{1}';
/// Stands between a code and its sentence.
const IS: char = '\u{2}';
/// Stands after each sentence.
const END: char = '\u{3}';

/// A sentence with its holes.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Message(&'static str);

impl Message {
    /// Its pieces, in order.
    pub fn parts(self) -> impl Iterator<Item = Part> {
        let pieces = self.0.split(HOLE).enumerate();
        pieces
            .filter(|(_, text)| !text.is_empty())
            .map(|(i, text)| {
                if i % 2 == 0 {
                    Part::Text(text)
                } else {
                    Part::Hole(text)
                }
            })
    }

    /// The names of its holes.
    pub fn holes(self) -> impl Iterator<Item = &'static str> {
        self.parts().filter_map(|p| match p {
            Part::Hole(name) => Some(name),
            Part::Text(_) => None,
        })
    }

    /// Its words, where it has no hole.
    #[must_use]
    pub fn plain(self) -> Option<&'static str> {
        (!self.0.contains(HOLE)).then_some(self.0)
    }
}

/// Every sentence by its code, and the words of every code of a list, by `list.code`: one text in
/// the order of the codes, so that a module for a browser carries it with nothing around it.
#[derive(Debug)]
pub struct Catalogue {
    text: &'static str,
    fault: Option<TextFault>,
}

static CATALOGUE: LazyLock<Catalogue> = LazyLock::new(|| {
    #[cfg(not(target_arch = "wasm32"))]
    let read = Catalogue::read(EN);
    #[cfg(target_arch = "wasm32")]
    let read = Catalogue::made_ready(include_bytes!(concat!(env!("YARROWFEN_READY"), "/words")));
    read.unwrap_or_else(|fault| Catalogue {
        text: "",
        fault: Some(fault),
    })
});

/// The catalogue built into the program.
#[must_use]
pub fn catalogue() -> &'static Catalogue {
    &CATALOGUE
}

/// The words of a list of codes, in the order given; a code that has none
/// stands for itself, and [`Catalogue::check_list`] finds it.
#[must_use]
pub fn labels(list: &str, codes: &[&'static str]) -> Vec<&'static str> {
    let label = |code: &&'static str| CATALOGUE.label(list, code).unwrap_or(code);
    codes.iter().map(label).collect()
}

impl Catalogue {
    /// Reads a catalogue that was made ready.
    ///
    /// # Errors
    /// [`TextFault::Unreadable`].
    pub fn made_ready(bytes: &'static [u8]) -> Result<Self, TextFault> {
        let text = std::str::from_utf8(bytes).map_err(|e| TextFault::Unreadable(e.to_string()))?;
        let whole = text.ends_with(END);
        whole
            .then_some(Self { text, fault: None })
            .ok_or_else(|| TextFault::Unreadable("it is cut short".to_owned()))
    }

    /// The catalogue made ready.
    #[must_use]
    pub fn ready(&self) -> &'static [u8] {
        self.text.as_bytes()
    }

    /// Reads a catalogue. What it reads is kept for as long as the program runs.
    ///
    /// # Errors
    /// [`TextFault::Unreadable`].
    #[cfg(not(target_arch = "wasm32"))]
    pub fn read(text: &'static str) -> Result<Self, TextFault> {
        let unreadable = |what: String| TextFault::Unreadable(what);
        let resource = fluent_syntax::parser::parse(text)
            .map_err(|(_, faults)| unreadable(format!("{:?}", faults.first())))?;
        let mut read = BTreeMap::new();
        for entry in resource.body {
            let message = match entry {
                Entry::Message(message) => message,
                Entry::Comment(_) | Entry::GroupComment(_) | Entry::ResourceComment(_) => continue,
                _ => return Err(unreadable("only messages and comments stand here".into())),
            };
            let id = message.id.name;
            let doubled = || unreadable(format!("{id} stands twice"));
            if let Some(pattern) = message.value {
                let before = read.insert(id.to_owned(), compiled(id, pattern)?);
                before.map_or(Ok(()), |_| Err(doubled()))?;
                continue;
            }
            for a in message.attributes {
                let (key, words) = (format!("{id}.{}", a.id.name), compiled(id, a.value)?);
                if words.contains(HOLE) {
                    return Err(unreadable(format!("{key} is not plain words")));
                }
                let before = read.insert(key, words);
                before.map_or(Ok(()), |_| Err(doubled()))?;
            }
        }
        let mut text = String::new();
        for (code, sentence) in read {
            let written = write!(text, "{code}{IS}{sentence}{END}");
            written.map_err(|e| unreadable(e.to_string()))?;
        }
        Ok(Self {
            text: text.leak(),
            fault: None,
        })
    }

    /// Looks an entry up, by halves. `code` comes in pieces, so that none need be joined.
    fn entry(&self, code: &[&str]) -> Option<(&'static str, Message)> {
        let wanted = || code.iter().flat_map(|piece| piece.bytes());
        let (mut low, mut high) = (0, self.text.len());
        while low < high {
            // Each mark is one byte, so what lies between two of them is whole text.
            let middle = low + (high - low) / 2;
            let mut before = self.text.as_bytes()[low..middle].iter();
            let begin = low + before.rposition(|b| *b == END as u8).map_or(0, |at| at + 1);
            let (entry, _) = self.text[begin..high].split_once(END)?;
            let (found, sentence) = entry.split_once(IS)?;
            match found.bytes().cmp(wanted()) {
                Ordering::Equal => return Some((found, Message(sentence))),
                Ordering::Less => low = begin + entry.len() + 1,
                Ordering::Greater => high = begin,
            }
        }
        None
    }

    fn label(&self, list: &str, code: &str) -> Option<&'static str> {
        let (_, words) = self.entry(&[list, ".", code])?;
        words.plain()
    }

    /// A sentence.
    #[must_use]
    pub fn message(&self, code: &str) -> Option<Message> {
        self.sentence(code).map(|(_, message)| message)
    }

    /// A sentence with its code as the catalogue has it.
    #[must_use]
    pub fn sentence(&self, code: &str) -> Option<(&'static str, Message)> {
        self.entry(&[code])
    }

    /// Whether it could be read at all.
    ///
    /// # Errors
    /// Why not.
    pub fn check_read(&self) -> Result<(), TextFault> {
        self.fault.clone().map_or(Ok(()), Err)
    }

    /// Whether a sentence is there and has only holes that `known` fills.
    ///
    /// # Errors
    /// [`TextFault::Missing`] or [`TextFault::UnknownHole`].
    pub fn check(&self, code: &str, known: impl Fn(&str) -> bool) -> Result<(), TextFault> {
        let missing = || TextFault::Missing(code.to_owned());
        let message = self.message(code).ok_or_else(missing)?;
        match message.holes().find(|h| !known(h)) {
            None => Ok(()),
            Some(hole) => Err(TextFault::UnknownHole {
                sentence: code.to_owned(),
                hole: hole.to_owned(),
            }),
        }
    }

    /// Whether every code of a list has its words.
    ///
    /// # Errors
    /// [`TextFault::Missing`].
    pub fn check_list(&self, list: &str, codes: &[&str]) -> Result<(), TextFault> {
        match codes.iter().find(|code| self.label(list, code).is_none()) {
            None => Ok(()),
            Some(code) => Err(TextFault::Missing(format!("{list}.{code}"))),
        }
    }
}

/// A sentence as it is kept: the name of each hole stands between two marks.
#[cfg(not(target_arch = "wasm32"))]
fn compiled(id: &str, pattern: Pattern<&'static str>) -> Result<String, TextFault> {
    let mut out = String::new();
    for element in pattern.elements {
        match element {
            PatternElement::TextElement { value } => out.push_str(value),
            PatternElement::Placeable {
                expression: Expression::Inline(InlineExpression::VariableReference { id }),
            } => out.extend([HOLE.into(), id.name.to_owned(), HOLE.into()]),
            // `{ "" }` and `{ ", " }` keep blanks that the syntax would trim.
            PatternElement::Placeable {
                expression: Expression::Inline(InlineExpression::StringLiteral { value }),
            } => out.push_str(value),
            PatternElement::Placeable { .. } => {
                return Err(TextFault::Unreadable(format!(
                    "{id} holds more than plain holes"
                )));
            }
        }
    }
    Ok(out)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_sentence_with_an_unknown_hole_and_a_missing_one_are_found() {
        let c = Catalogue::read("falls = Falls { $speed } to { $depth }\n").unwrap();
        assert_eq!(c.check("falls", |h| h == "speed" || h == "depth"), Ok(()));
        let fault = c.check("falls", |h| h == "speed").unwrap_err();
        assert_eq!(
            fault,
            TextFault::UnknownHole {
                sentence: "falls".into(),
                hole: "depth".into()
            }
        );
        assert_eq!(
            c.check("rises", |_| true),
            Err(TextFault::Missing("rises".into()))
        );
    }

    #[test]
    fn every_entry_is_found_and_nothing_between_them() {
        let c = Catalogue::read(
            "b = \u{e9}\na = x { $y }z\nab = { \"\" } x\nList =\n    .a = one\n    .aa = two\n",
        )
        .unwrap();
        let parts = |code: &str| c.message(code).map(|m| m.parts().collect::<Vec<_>>());
        assert_eq!(
            parts("a"),
            Some(vec![Part::Text("x "), Part::Hole("y"), Part::Text("z")])
        );
        assert_eq!(parts("ab"), Some(vec![Part::Text(" x")]));
        assert_eq!(parts("b"), Some(vec![Part::Text("\u{e9}")]));
        assert_eq!(
            (c.label("List", "a"), c.label("List", "aa")),
            (Some("one"), Some("two"))
        );
        for none in [
            "", "aa", "c", "L", "List", "List.", "a\u{2}x", "A", "\u{e9}",
        ] {
            assert!(c.message(none).is_none(), "{none}");
        }
    }

    #[test]
    fn a_selector_a_doubled_sentence_and_junk_are_refused() {
        for bad in [
            "a = { $n ->\n    [one] x\n   *[other] y\n }\n",
            "a = x\na = y\n",
            "a x\n",
            "-term = x\n",
            "A =\n    .a = x\nA =\n    .a = y\n",
            "A =\n    .a = { $x }\n",
        ] {
            assert!(Catalogue::read(bad).is_err(), "{bad}");
        }
    }
}
