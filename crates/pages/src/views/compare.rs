//! Two kept picks side by side.

use askama::Template;
use yarrowfen_core::base::{Dimension, UnitSystem, plain};
use yarrowfen_rows::Kept;

use super::Frame;
use super::describe::describe;

/// One line of the comparison.
pub struct Row {
    /// What it is.
    pub name: &'static str,
    /// On each side.
    pub sides: [String; 2],
    /// Whether it stands in large type.
    pub big: bool,
}

impl Row {
    /// Whether the sides differ.
    #[must_use]
    pub fn differs(&self) -> bool {
        self.sides[0] != self.sides[1]
    }
}

/// The page.
#[derive(Template)]
#[template(path = "compare.html")]
pub struct ComparePage {
    /// Frame.
    pub frame: Frame,
    /// Names and links of the two.
    pub heads: [(String, String); 2],
    /// What was answered.
    pub answers: Vec<Row>,
    /// What was asked.
    pub questions: Vec<Row>,
}

type Tell = fn(&Kept, UnitSystem) -> String;

const ANSWERS: &[(&str, Tell)] = &[
    ("Tie on", |k, _| k.answer.weight.label.to_string()),
    ("Head", |k, _| {
        format!("{}, {}", k.answer.head.shape, k.answer.head.tie)
    }),
    ("Hook", |k, _| {
        format!(
            "{}, {}, {}",
            k.answer.hook.size, k.answer.hook.style, k.answer.hook.point
        )
    }),
    ("Falls", |k, u| {
        Dimension::Speed.print(k.answer.sink.speed_mps, u)
    }),
    ("To the bottom", |k, _| {
        format!("{} s", plain(k.answer.down_s(), 0))
    }),
    ("Light end of the window", |k, _| {
        format!(
            "{} oz: {}",
            plain(k.answer.weight.window.lower_oz, 3),
            k.answer.weight.window.lower_says
        )
    }),
    ("Heavy end", |k, _| {
        format!(
            "{} oz: {}",
            plain(k.answer.weight.window.upper_oz, 3),
            k.answer.weight.window.upper_says
        )
    }),
    ("Needs that cross", |k, _| {
        k.answer
            .weight
            .conflict
            .as_ref()
            .map_or("none".into(), |c| c.text.to_string())
    }),
    ("School", |k, _| k.answer.school.to_string()),
    ("Leader", |k, _| {
        format!(
            "{} to {} lb",
            plain(k.answer.line.leader_lb.0, 0),
            plain(k.answer.line.leader_lb.1, 0)
        )
    }),
    ("Head, hook and bait", |k, _| {
        format!("{} g", plain(k.answer.weight.total_g, 1))
    }),
];

const QUESTIONS: &[(&str, Tell)] = &[
    ("Depth", |k, u| describe(&k.request, u).depth),
    ("Bottom and cover", |k, u| describe(&k.request, u).ground),
    ("Clarity", |k, _| k.request.water.clarity.to_string()),
    ("Season and temperature", |k, u| {
        describe(&k.request, u).season
    }),
    ("Wind", |k, u| describe(&k.request, u).wind),
    ("Current and drift", |k, u| describe(&k.request, u).moving),
    ("Fish", |k, u| describe(&k.request, u).fish),
    ("Bait", |k, u| describe(&k.request, u).bait),
    ("Cast", |k, u| describe(&k.request, u).cast),
];

impl ComparePage {
    /// Two picks, in the reader's units.
    #[must_use]
    pub fn new(frame: Frame, pair: &[Kept; 2]) -> Self {
        let units = frame.units;
        let rows = |list: &[(&'static str, Tell)]| {
            list.iter()
                .map(|(name, tell)| Row {
                    name,
                    sides: [tell(&pair[0], units), tell(&pair[1], units)],
                    big: *name == "Tie on",
                })
                .collect()
        };
        Self {
            heads: [0, 1].map(|i: usize| (pair[i].name.clone(), format!("/kept/{}", pair[i].id))),
            answers: rows(ANSWERS),
            questions: rows(QUESTIONS),
            frame,
        }
    }
}
