//! The pocket card: weights over depth and one other condition, for paper.

use askama::Template;
use yarrowfen_core::PickRequest;
use yarrowfen_core::answer::Answer;
use yarrowfen_core::base::{Dimension, Ladder, UnitSystem, plain};
use yarrowfen_core::explore::card::{Axis, Card};
use yarrowfen_core::tables::retrieve::Move;

use super::Frame;
use super::ladder::short;
use crate::draw::tackle::figure::Figure;
use crate::draw::things::plate_of_answer;

/// A cell.
pub struct CellView {
    /// The weight on the reader's ladder, without its unit.
    pub label: String,
    /// The same in the other unit.
    pub other: String,
    /// Whether the needs cross there.
    pub crossed: bool,
}

/// A line.
pub struct LineView {
    /// Depth in both units.
    pub depth: (String, String),
    /// Weights.
    pub cells: Vec<CellView>,
}

/// A way to make the card.
pub struct Way {
    /// Its name.
    pub name: &'static str,
    /// Its page.
    pub href: String,
    /// Whether it is this one.
    pub here: bool,
}

/// The page.
#[derive(Template)]
#[template(path = "card.html")]
pub struct CardPage {
    /// Frame.
    pub frame: Frame,
    /// What it is for.
    pub title: String,
    /// The water in a line.
    pub about: String,
    /// What the columns are.
    pub axis: &'static str,
    /// Columns in both units.
    pub columns: Vec<(String, String)>,
    /// Lines.
    pub lines: Vec<LineView>,
    /// Unit of the weights in large, and of those in small.
    pub units: (&'static str, &'static str),
    /// Other ways.
    pub ways: Vec<Way>,
    /// Rest after landing, s.
    pub rest: String,
    /// What is then done over and over.
    pub moves: String,
    /// Back to the answer.
    pub back: String,
    /// What is tied on at the depth asked.
    pub plate: Figure,
}

impl CardPage {
    /// The page of a card.
    #[must_use]
    pub fn new(
        frame: Frame,
        (r, answer): (&PickRequest, &Answer),
        card: &Card,
        query: &str,
    ) -> Self {
        let both = |d: Dimension, v: f64| {
            let (own, other) = match frame.units {
                UnitSystem::Metric => (UnitSystem::Metric, UnitSystem::Imperial),
                UnitSystem::Imperial => (UnitSystem::Imperial, UnitSystem::Metric),
            };
            (d.print(v, own), d.print(v, other))
        };
        let grams = frame.ladder == Ladder::Grams;
        let dimension = card.axis.limit().dimension.unwrap_or(Dimension::Speed);
        let cell = |c: &yarrowfen_core::explore::card::Cell| CellView {
            label: short(c.label).trim_end_matches(" g").to_owned(),
            other: if grams { plain(c.oz, 2) } else { plain(c.g, 1) },
            crossed: c.crossed,
        };
        let size = Dimension::Size.print(r.bait.length_mm, frame.units);
        Self {
            title: format!(
                "The {} with a {size} {} {}",
                card.rig, r.bait.plastic, r.bait.form
            ),
            about: about(r, card.axis, frame.units),
            axis: card.axis.label(),
            columns: card.columns.iter().map(|v| both(dimension, *v)).collect(),
            lines: card
                .lines
                .iter()
                .map(|line| LineView {
                    depth: both(Dimension::Distance, line.depth_m),
                    cells: line.cells.iter().map(cell).collect(),
                })
                .collect(),
            units: if grams { ("g", "oz") } else { ("oz", "g") },
            ways: Axis::ALL
                .iter()
                .map(|a| Way {
                    name: a.label(),
                    href: format!("/card?{query}&by={}", a.code()),
                    here: *a == card.axis,
                })
                .collect(),
            rest: plain(card.rest_s, 1),
            moves: moves(&card.moves, frame.units),
            back: format!("/?{query}"),
            plate: plate_of_answer(answer, r.bait.form, "card"),
            frame,
        }
    }
}

/// How it is worked, in a line.
fn moves(all: &[Move], units: UnitSystem) -> String {
    let told: Vec<_> = all.iter().map(|m| m.told().text(units)).collect();
    told.join(", ")
}

/// The water in a line, without what the columns turn.
fn about(r: &PickRequest, axis: Axis, units: UnitSystem) -> String {
    let w = &r.water;
    let rest = [
        (Axis::Wind, "wind", Dimension::Wind, w.wind_mps),
        (Axis::Current, "current", Dimension::Speed, w.current_mps),
        (Axis::Drift, "drift", Dimension::Speed, w.drift_mps),
    ];
    let mut said = format!(
        "In {} water over {}, {}; {}, {} fish; cast {}",
        w.clarity,
        w.bottom,
        w.cover,
        r.season,
        r.mood,
        Dimension::Distance.print(r.cast_m, units)
    );
    for (turned, name, dimension, value) in rest {
        if turned != axis && value > 0.0 {
            said += &format!(", {name} {}", dimension.print(value, units));
        }
    }
    said
}
