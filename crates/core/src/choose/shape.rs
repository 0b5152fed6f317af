//! The head's shape, from traits against what the place asks.

use crate::base::codes::{HeadTrait, Plastic, Shape, StandUpView};
use crate::choose::facts::Facts;
use crate::question::PickRequest;
use crate::tables::rules::ShapeRule;
use crate::tables::{Asks, RigRow, ShapeRow, ShapeWeights, Tables};

/// The shapes of a rig with their scores, apart from what the speed of the
/// water asks.
///
/// Current and retrieve count by bands of speed, so that the shapes which
/// stiller water would have asked for are a known few (see [`Needs`]).
///
/// [`Needs`]: super::needs::Needs
#[derive(Debug)]
pub struct Shapes<'t> {
    /// In the order of the contract.
    rows: Vec<(f64, &'t ShapeRow)>,
    weights: &'t ShapeWeights,
    /// Index of the best, by band of current and then of retrieve.
    best: Vec<usize>,
    /// Index of the one that was asked for.
    asked: Option<usize>,
}

/// The band that a speed lies in; 0 below the first.
fn band(bands: &[(f64, f64)], speed: f64) -> usize {
    bands.iter().take_while(|b| speed >= b.0).count()
}

fn counts(bands: &[(f64, f64)], band: usize) -> f64 {
    band.checked_sub(1).map_or(0.0, |i| bands[i].1)
}

impl<'t> Shapes<'t> {
    /// No shapes yet.
    #[must_use]
    pub fn none(tables: &'t Tables) -> Self {
        Self {
            rows: Vec::new(),
            weights: &tables.conditions.shape,
            best: Vec::new(),
            asked: None,
        }
    }

    /// The shape that would suit best where another was asked for.
    #[must_use]
    pub fn would_suit(&self, current_mps: f64, retrieve_mps: f64) -> Option<&'t ShapeRow> {
        let asked = self.rows[self.asked?].1.code;
        let ranked = self.ranked(current_mps, retrieve_mps);
        let score = ranked[0].0 - ASKED;
        let (second, row) = ranked.get(1)?;
        (row.code != asked && *second > score + EQUAL).then_some(row)
    }

    /// Scores the rig's shapes for a question.
    #[must_use]
    pub fn new(request: &PickRequest, rig: &RigRow, tables: &'t Tables, facts: &Facts) -> Self {
        let weights = &tables.conditions.shape;
        let w = &request.water;
        let mut stands = Asks::default();
        if request.bait.plastic == Plastic::Floating {
            stands.0[HeadTrait::Upright] = weights.floating_upright;
        }
        let asked = [
            tables.bottom(w.bottom).asks,
            tables.cover(w.cover).asks,
            tables.clarity(w.clarity).asks,
            tables.species(request.species).asks,
            rig.asks,
            stands,
        ];
        let topples = request.views.stand_up == Some(StandUpView::Topples);
        let score = |(code, belongs): (&Shape, &f64)| {
            let row = tables.shape(*code);
            let mut traits = row.traits;
            if topples && row.flat_foot {
                traits[HeadTrait::Upright] *= weights.topples;
            }
            let met: f64 = asked.iter().map(|a| a.score(&traits)).sum();
            let spoken = spoken_for(tables, *code, facts).map(|r| r.adds);
            (belongs + met + spoken.sum::<f64>(), row)
        };
        // Where every shape of the rig is shut out, the rig itself says so.
        let open = |code: &&Shape| {
            !tables
                .shape(**code)
                .shut_out(w.cover, w.bottom, request.fish_at)
        };
        let any = rig.shapes.keys().any(|code| open(&code));
        let wanted = |code: &Shape| request.shape == Some(*code);
        let kept = |s: &(&Shape, &f64)| !any || open(&s.0) || wanted(s.0);
        let rows: Vec<_> = rig.shapes.iter().filter(kept).map(score).collect();
        let mut shapes = Self {
            asked: rows.iter().position(|r| wanted(&r.1.code)),
            rows,
            weights,
            best: Vec::new(),
        };
        shapes.find_best();
        shapes
    }

    /// Every shape with its index, in the order of the contract.
    pub fn all(&self) -> impl Iterator<Item = &'t ShapeRow> + '_ {
        self.rows.iter().map(|r| r.1)
    }

    fn score(&self, row: &(f64, &ShapeRow), flow: f64, track: f64) -> f64 {
        let traits = &row.1.traits;
        row.0 + flow * traits[HeadTrait::Current] + track * traits[HeadTrait::Track]
    }

    /// Index of the best shape in each band of current and of retrieve; the
    /// first of equals, in the contract's order: the order in which a score is
    /// added up decides nothing.
    fn find_best(&mut self) {
        let (currents, retrieves) = (&self.weights.current_bands, &self.weights.retrieve_bands);
        for i in 0..=currents.len() {
            for j in 0..=retrieves.len() {
                let (flow, track) = (counts(currents, i), counts(retrieves, j));
                let score = |k: usize| self.score(&self.rows[k], flow, track);
                let better = |best: usize, k: usize| {
                    if score(k) > score(best) + EQUAL {
                        k
                    } else {
                        best
                    }
                };
                self.best.push((0..self.rows.len()).fold(0, better));
            }
        }
    }

    fn best(&self, current_band: usize, retrieve_band: usize) -> usize {
        if let Some(asked) = self.asked {
            return asked;
        }
        self.best[current_band * (self.weights.retrieve_bands.len() + 1) + retrieve_band]
    }

    /// The shape tied on at a speed of current and retrieve.
    #[must_use]
    pub fn chosen(&self, current_mps: f64, retrieve_mps: f64) -> &'t ShapeRow {
        let flow = band(&self.weights.current_bands, current_mps);
        let track = band(&self.weights.retrieve_bands, retrieve_mps);
        self.rows[self.best(flow, track)].1
    }

    /// Indexes of the shape tied on at a speed of current and retrieve, and
    /// then of those that slower water would have asked for.
    #[must_use]
    pub fn chosen_and_slower(&self, current_mps: f64, retrieve_mps: f64) -> Vec<usize> {
        let flow = band(&self.weights.current_bands, current_mps);
        let track = band(&self.weights.retrieve_bands, retrieve_mps);
        let mut found = vec![self.best(flow, track)];
        for i in 0..=flow {
            for j in 0..=track {
                let best = self.best(i, j);
                if !found.contains(&best) {
                    found.push(best);
                }
            }
        }
        found
    }

    /// Scores and shapes, best first; the one that was asked for before all.
    #[must_use]
    pub fn ranked(&self, current_mps: f64, retrieve_mps: f64) -> Vec<(f64, &'t ShapeRow)> {
        let w = self.weights;
        let flow = counts(&w.current_bands, band(&w.current_bands, current_mps));
        let track = counts(&w.retrieve_bands, band(&w.retrieve_bands, retrieve_mps));
        let first = |k: usize| if self.asked == Some(k) { ASKED } else { 0.0 };
        let rows = self.rows.iter().enumerate();
        let mut all: Vec<_> = rows
            .map(|(k, r)| (self.score(r, flow, track) + first(k), r.1))
            .collect();
        let coarse = |score: f64| (score / EQUAL).round();
        all.sort_by(|a, b| {
            let by_score = coarse(b.0).total_cmp(&coarse(a.0));
            by_score.then(a.1.code.cmp(&b.1.code))
        });
        all
    }
}

/// The rules that speak for a shape.
pub fn spoken_for<'t>(
    tables: &'t Tables,
    shape: Shape,
    facts: &Facts,
) -> impl Iterator<Item = &'t ShapeRule> {
    let rules = tables.rules.shapes.iter();
    rules.filter(move |r| r.shape == shape && r.rule.holds(facts))
}

/// What puts the shape that was asked for before all in [`Shapes::ranked`]: more than any
/// score.
pub const ASKED: f64 = 100.0;

/// Scores nearer than this are equal but for rounding.
const EQUAL: f64 = 1e-9;
