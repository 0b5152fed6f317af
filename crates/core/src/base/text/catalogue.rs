//! The catalogue of words: `data/text/en.ftl`, in the syntax of Project Fluent.
//!
//! Of that syntax two things are used: text with holes (`{ $depth }`), and the
//! attributes of a list of codes, one a code. Anything else is refused when the
//! file is read, so that no rule can hide in a sentence.

use rustc_hash::FxHashMap;
use serde::{Deserialize, Serialize};
use std::sync::LazyLock;

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
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
pub enum Part {
    /// Words.
    Text(&'static str),
    /// A hole by its name.
    Hole(&'static str),
}

/// A sentence with its holes.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Message {
    pub(super) parts: Vec<Part>,
}

impl Message {
    /// The names of its holes.
    pub fn holes(&self) -> impl Iterator<Item = &'static str> + '_ {
        self.parts.iter().filter_map(|p| match p {
            Part::Hole(name) => Some(*name),
            Part::Text(_) => None,
        })
    }
}

/// Every sentence by its code, and the words of every code by list.
#[derive(Debug, Default)]
pub struct Catalogue {
    messages: FxHashMap<&'static str, Message>,
    words: FxHashMap<&'static str, FxHashMap<&'static str, &'static str>>,
    fault: Option<TextFault>,
}

/// The catalogue as it is made ready: each code with its parts, each list with its words.
type InOrder = (
    Vec<(&'static str, Vec<Part>)>,
    Vec<(&'static str, Vec<(&'static str, &'static str)>)>,
);

static CATALOGUE: LazyLock<Catalogue> = LazyLock::new(|| {
    #[cfg(not(target_arch = "wasm32"))]
    let read = Catalogue::read(EN);
    #[cfg(target_arch = "wasm32")]
    let read = Catalogue::made_ready(include_bytes!(concat!(env!("YARROWFEN_READY"), "/words")));
    read.unwrap_or_else(|fault| Catalogue {
        fault: Some(fault),
        ..Catalogue::default()
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
    let words = CATALOGUE.words.get(list);
    let label = |code: &&'static str| words.and_then(|w| w.get(code)).copied().unwrap_or(code);
    codes.iter().map(label).collect()
}

impl Catalogue {
    /// Reads a catalogue that was made ready.
    ///
    /// # Errors
    /// [`TextFault::Unreadable`].
    pub fn made_ready(bytes: &'static [u8]) -> Result<Self, TextFault> {
        let read: Result<InOrder, _> = postcard::from_bytes(bytes);
        let (messages, words) = read.map_err(|e| TextFault::Unreadable(e.to_string()))?;
        let messages = messages
            .into_iter()
            .map(|(k, parts)| (k, Message { parts }));
        let words = words
            .into_iter()
            .map(|(list, all)| (list, all.into_iter().collect()));
        Ok(Self {
            messages: messages.collect(),
            words: words.collect(),
            fault: None,
        })
    }

    /// The catalogue made ready, in the order of its codes.
    ///
    /// # Errors
    /// [`TextFault::Unreadable`].
    #[cfg(not(target_arch = "wasm32"))]
    pub fn ready(&self) -> Result<Vec<u8>, TextFault> {
        let mut messages: Vec<_> = self
            .messages
            .iter()
            .map(|(k, m)| (*k, m.parts.clone()))
            .collect();
        messages.sort_by_key(|m| m.0);
        let in_order = |words: &FxHashMap<&'static str, &'static str>| {
            let mut all: Vec<_> = words.iter().map(|w| (*w.0, *w.1)).collect();
            all.sort_unstable();
            all
        };
        let mut words: Vec<_> = self.words.iter().map(|(k, w)| (*k, in_order(w))).collect();
        words.sort_by_key(|w| w.0);
        let all: InOrder = (messages, words);
        postcard::to_stdvec(&all).map_err(|e| TextFault::Unreadable(e.to_string()))
    }

    /// Reads a catalogue.
    ///
    /// # Errors
    /// [`TextFault::Unreadable`].
    #[cfg(not(target_arch = "wasm32"))]
    pub fn read(text: &'static str) -> Result<Self, TextFault> {
        let unreadable = |what: String| TextFault::Unreadable(what);
        let resource = fluent_syntax::parser::parse(text)
            .map_err(|(_, faults)| unreadable(format!("{:?}", faults.first())))?;
        let mut read = Self::default();
        for entry in resource.body {
            let Entry::Message(message) = entry else {
                match entry {
                    Entry::Comment(_) | Entry::GroupComment(_) | Entry::ResourceComment(_) => {
                        continue;
                    }
                    _ => return Err(unreadable("only messages and comments stand here".into())),
                }
            };
            let id = message.id.name;
            let doubled = match message.value {
                Some(pattern) => read.messages.insert(id, compiled(id, pattern)?).is_some(),
                None => {
                    let mut words = FxHashMap::default();
                    for a in message.attributes {
                        let message = compiled(id, a.value)?;
                        let [Part::Text(word)] = message.parts[..] else {
                            return Err(unreadable(format!(
                                "{id}.{} is not plain words",
                                a.id.name
                            )));
                        };
                        words.insert(a.id.name, word);
                    }
                    read.words.insert(id, words).is_some()
                }
            };
            if doubled {
                return Err(unreadable(format!("{id} stands twice")));
            }
        }
        Ok(read)
    }

    /// A sentence.
    #[must_use]
    pub fn message(&self, code: &str) -> Option<&Message> {
        self.messages.get(code)
    }

    /// A sentence with its code as the catalogue has it.
    #[must_use]
    pub fn sentence(&self, code: &str) -> Option<(&'static str, &Message)> {
        self.messages.get_key_value(code).map(|(k, m)| (*k, m))
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
        let words = self.words.get(list);
        let without = |c: &&&str| words.is_none_or(|w| !w.contains_key(**c));
        match codes.iter().find(without) {
            None => Ok(()),
            Some(code) => Err(TextFault::Missing(format!("{list}.{code}"))),
        }
    }
}

#[cfg(not(target_arch = "wasm32"))]
fn compiled(id: &str, pattern: Pattern<&'static str>) -> Result<Message, TextFault> {
    let part = |element| match element {
        PatternElement::TextElement { value } => Ok(Part::Text(value)),
        PatternElement::Placeable {
            expression: Expression::Inline(InlineExpression::VariableReference { id }),
        } => Ok(Part::Hole(id.name)),
        // `{ "" }` and `{ ", " }` keep blanks that the syntax would trim.
        PatternElement::Placeable {
            expression: Expression::Inline(InlineExpression::StringLiteral { value }),
        } => Ok(Part::Text(value)),
        PatternElement::Placeable { .. } => Err(TextFault::Unreadable(format!(
            "{id} holds more than plain holes"
        ))),
    };
    let parts = pattern.elements.into_iter().map(part);
    Ok(Message {
        parts: parts.collect::<Result<_, _>>()?,
    })
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
    fn a_selector_a_doubled_sentence_and_junk_are_refused() {
        for bad in [
            "a = { $n ->\n    [one] x\n   *[other] y\n }\n",
            "a = x\na = y\n",
            "a x\n",
            "-term = x\n",
        ] {
            assert!(Catalogue::read(bad).is_err(), "{bad}");
        }
    }
}
