//! The pocket card: the weight for a bait and rig over depth and one other
//! condition.

use crate::base::codes::codes;
use crate::base::limits::{self, Limit};
use crate::base::{Rung, grams, ounces, round};
use crate::choose::rig_on_question::RigOnQuestion;
use crate::choose::setting::Conditions;
use crate::choose::window::Crossed;
use crate::tables::retrieve::Move;

codes! {
    /// What a pocket card sets beside the depth.
    Axis {
        Wind = "wind",
        Current = "current",
        Retrieve = "retrieve",
        Drift = "drift",
    }
}

impl Axis {
    /// The number of the contract that it turns.
    #[must_use]
    pub fn limit(self) -> Limit {
        match self {
            Self::Wind => limits::WIND,
            Self::Current => limits::CURRENT,
            Self::Retrieve => limits::RETRIEVE,
            Self::Drift => limits::DRIFT,
        }
    }

    fn set(self, c: &mut Conditions, value: f64) {
        match self {
            Self::Wind => c.wind_mps = value,
            Self::Current => c.current_mps = value,
            Self::Retrieve => c.retrieve_mps = value,
            Self::Drift => c.drift_mps = value,
        }
    }

    /// The columns, in the contract's unit.
    fn values(self, retrieve: f64) -> Vec<f64> {
        match self {
            Self::Wind => vec![0.0, 2.0, 4.0, 6.0, 9.0, 12.0],
            Self::Current => vec![0.0, 0.1, 0.2, 0.4, 0.6, 0.8],
            Self::Drift => vec![0.0, 0.1, 0.2, 0.3, 0.5, 0.8],
            Self::Retrieve => [0.5, 0.75, 1.0, 1.5, 2.0, 3.0]
                .map(|k| round(retrieve * k, 3))
                .to_vec(),
        }
    }
}

/// Depths of a card's lines, m.
const DEPTHS: [f64; 8] = [1.0, 2.0, 3.0, 4.0, 5.0, 6.0, 8.0, 10.0];

/// One weight of a card.
#[derive(Debug, Clone, Copy, PartialEq)]
#[expect(missing_docs, reason = "plain")]
pub struct Cell {
    pub label: &'static str,
    pub oz: f64,
    pub g: f64,
    /// Whether no weight does everything there.
    pub crossed: bool,
}

/// The weights at one depth.
#[derive(Debug, Clone, PartialEq)]
#[expect(missing_docs, reason = "the name carries its unit")]
pub struct CardLine {
    pub depth_m: f64,
    /// A cell a column.
    pub cells: Vec<Cell>,
}

/// A card.
#[derive(Debug, Clone, PartialEq)]
#[expect(missing_docs, reason = "plain")]
pub struct Card {
    pub rig: crate::base::codes::Rig,
    pub axis: Axis,
    /// Columns, in the contract's unit.
    pub columns: Vec<f64>,
    /// A line a depth.
    pub lines: Vec<CardLine>,
    /// How it is then worked, for the sheet.
    pub moves: Vec<Move>,
    /// Rest after landing, s.
    pub rest_s: f64,
}

/// Makes a card.
#[must_use]
pub fn card(on: &RigOnQuestion<'_>, axis: Axis) -> Card {
    let columns = axis.values(on.conditions.retrieve_mps);
    let cell = |depth_m: f64, value: f64| {
        let mut c = Conditions {
            depth_m,
            ..on.conditions
        };
        axis.set(&mut c, value);
        let choice = on.choose_at(&c);
        let rung: &Rung = &on.rungs[choice.rung];
        Cell {
            label: rung.label,
            oz: ounces(rung.mass),
            g: grams(rung.mass),
            crossed: choice.crossed != Crossed::No,
        }
    };
    let line = |depth_m: f64| CardLine {
        depth_m,
        cells: columns.iter().map(|v| cell(depth_m, *v)).collect(),
    };
    let decision = on.decide();
    let brought = decision.brought(&decision.facts());
    Card {
        rig: on.rig.code,
        axis,
        lines: DEPTHS.into_iter().map(line).collect(),
        moves: brought.moves,
        rest_s: brought.rest_s,
        columns,
    }
}
