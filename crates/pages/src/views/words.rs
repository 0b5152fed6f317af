//! The page of terms.

use askama::Template;
use yarrowfen_core::Engine;
use yarrowfen_core::say::{TermGroup, TermTold, glossary};

use super::Frame;
use crate::draw::tackle::figure::Figure;
use crate::draw::words::drawing;
use crate::reader::Reader;

/// Terms under a heading.
pub struct Heading {
    /// What they are.
    pub title: &'static str,
    /// The terms.
    pub group: TermGroup,
    /// Each with its drawing.
    pub terms: Vec<(TermTold, Option<Figure>)>,
}

/// The page.
#[derive(Template)]
#[template(path = "words.html")]
pub struct WordsPage {
    /// Frame.
    pub frame: Frame,
    /// In the order in which they are met.
    pub headings: Vec<Heading>,
}

/// What the terms of a group are.
fn title(code: &str) -> &'static str {
    match code {
        "rig" => "Rigs",
        "shape" => "Shapes of head",
        "tie" => "Where the line is tied",
        "keeper" => "Keepers",
        "hook" => "Hooks",
        "bait" => "Baits",
        "bottom" => "Bottoms",
        "course" => "How it is brought",
        "school" => "What it is fished for",
        _ => "Measures and doings",
    }
}

impl WordsPage {
    /// All terms.
    #[must_use]
    pub fn new(engine: &Engine, reader: &Reader) -> Self {
        let heading = |group: TermGroup| Heading {
            title: title(group.code),
            terms: (group.terms.iter())
                .map(|t| (*t, drawing(engine, group.code, t.code)))
                .collect(),
            group,
        };
        Self {
            frame: Frame::new("words", reader, "/words".into()),
            headings: glossary().into_iter().map(heading).collect(),
        }
    }
}
