//! Shape, line tie and keeper, from traits against what the place asks.

use crate::answer::{Head, Text};
use crate::codes::{
    Basis, Clarity, Cover, Keeper, Mood, Plastic, Shape, SpringView, StandUpView, Tie, Topic,
};
use crate::data::{Asks, RigRow, ShapeRow, ShapeWeights, Tables};
use crate::pick::reasons::Reasons;
use crate::request::PickRequest;
use crate::units::{Dimension, UnitSystem};

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
}

/// The band that a speed lies in; 0 below the first.
fn band(bands: &[(f64, f64)], speed: f64) -> usize {
    bands.iter().take_while(|b| speed >= b.0).count()
}

fn counts(bands: &[(f64, f64)], band: usize) -> f64 {
    band.checked_sub(1).map_or(0.0, |i| bands[i].1)
}

impl<'t> Shapes<'t> {
    /// Scores the rig's shapes for a question.
    #[must_use]
    pub fn new(request: &PickRequest, rig: &RigRow, tables: &'t Tables) -> Self {
        let weights = &tables.conditions.shape;
        let w = &request.water;
        let stands = Asks {
            upright: if request.bait.plastic == Plastic::Floating {
                weights.floating_upright
            } else {
                0.0
            },
            ..Asks::default()
        };
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
            if topples && FLAT_FOOTED.contains(code) {
                traits.upright *= weights.topples;
            }
            let met: f64 = asked.iter().map(|a| a.score(&traits)).sum();
            (belongs + met, row)
        };
        let mut shapes = Self {
            rows: rig.shapes.iter().map(score).collect(),
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
        row.0 + flow * row.1.traits.current + track * row.1.traits.track
    }

    /// Index of the best shape in each band of current and of retrieve; the
    /// first of equals, in the contract's order.
    fn find_best(&mut self) {
        let (currents, retrieves) = (&self.weights.current_bands, &self.weights.retrieve_bands);
        for i in 0..=currents.len() {
            for j in 0..=retrieves.len() {
                let (flow, track) = (counts(currents, i), counts(retrieves, j));
                let score = |k: usize| self.score(&self.rows[k], flow, track);
                let better = |best: usize, k: usize| if score(k) > score(best) { k } else { best };
                self.best.push((0..self.rows.len()).fold(0, better));
            }
        }
    }

    fn best(&self, current_band: usize, retrieve_band: usize) -> usize {
        self.best[current_band * (self.weights.retrieve_bands.len() + 1) + retrieve_band]
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

    /// Scores and shapes, best first.
    #[must_use]
    pub fn ranked(&self, current_mps: f64, retrieve_mps: f64) -> Vec<(f64, &'t ShapeRow)> {
        let w = self.weights;
        let flow = counts(&w.current_bands, band(&w.current_bands, current_mps));
        let track = counts(&w.retrieve_bands, band(&w.retrieve_bands, retrieve_mps));
        let mut all: Vec<_> = self
            .rows
            .iter()
            .map(|r| (self.score(r, flow, track), r.1))
            .collect();
        all.sort_by(|a, b| b.0.total_cmp(&a.0).then(a.1.code.cmp(&b.1.code)));
        all
    }
}

/// Shapes with a flat foot, of which some say that they topple.
const FLAT_FOOTED: &[Shape] = &[Shape::StandUp, Shape::Mushroom];

/// Says why this shape, and what speaks against it.
pub fn explain(
    ranked: &[(f64, &ShapeRow)],
    request: &PickRequest,
    tables: &Tables,
    reasons: &mut Reasons,
) {
    let Some(((best_score, best), rest)) = ranked.split_first() else {
        return;
    };
    let place = match request.water.cover {
        Cover::None => request.water.bottom.label().to_owned(),
        cover => format!("{} on {}", cover.label(), request.water.bottom.label()),
    };
    reasons.pro(
        Topic::Shape,
        "shape_by_traits",
        Basis::CommonPractice,
        format!("{} over {place}: {}", capital(best.code.label()), best.says),
    );
    if let Some((score, second)) = rest.first()
        && best_score - score < tables.conditions.shape.close
    {
        reasons.con(
            Topic::Shape,
            "shape_close_second",
            Basis::CommonPractice,
            format!("A {} would do nearly as well here", second.code.label()),
        );
    }
    if best.traits.wood < 0.4 && request.water.cover == Cover::None {
        reasons.con(
            Topic::Shape,
            "shape_wood",
            Basis::CommonPractice,
            "Hangs up if wood turns up; a bullet head comes through it",
        );
    }
    let leans = best.code == Shape::Mushroom && request.bait.plastic != Plastic::Floating;
    if best.code == Shape::StandUp || leans {
        let text = match request.views.stand_up {
            Some(StandUpView::Topples) => {
                "You see flat heads topple: its foot counts for half here. Others see it stand the tail up"
            }
            _ => {
                "Whether a head stands the bait up is disputed: sinking plastic leans over, and a narrow, tall foot topples when pulled"
            }
        };
        reasons.con(
            Topic::Shape,
            "disputed_stand_up",
            Basis::CommonPractice,
            text,
        );
    }
}

/// A first capital letter.
#[must_use]
pub fn capital(text: &str) -> String {
    let mut chars = text.chars();
    chars
        .next()
        .map_or_else(String::new, |c| c.to_uppercase().chain(chars).collect())
}

/// A rule for the line tie: when it holds, what it gives and why.
pub struct TieRule {
    /// Code of its reason.
    pub code: &'static str,
    /// When it holds.
    pub holds: fn(&PickRequest, &RigRow, &Tables) -> bool,
    /// What it gives; none takes the rig's own.
    tie: Option<Tie>,
    /// Why.
    says: &'static str,
}

/// The rules for the line tie; the first that holds is taken.
pub const TIE_RULES: &[TieRule] = &[
    TieRule {
        code: "tie_of_the_rig",
        holds: |_, rig, _| rig.tie.is_some(),
        tie: None,
        says: "On this rig the line is always tied there",
    },
    TieRule {
        code: "tie_in_cover",
        holds: |r, _, _| r.water.cover != Cover::None,
        tie: Some(Tie::Nose),
        says: "A tie at the nose comes through cover; a post on top would hold it",
    },
    TieRule {
        code: "tie_in_clear_water",
        holds: |r, _, _| r.water.clarity == Clarity::Clear && r.mood != Mood::Active,
        tie: Some(Tie::FortyFive),
        says: "Clear water: a tie at 45° lifts the bait half as much and looks quieter",
    },
    TieRule {
        code: "tie_in_rock",
        holds: |r, _, tables| {
            tables.bottom(r.water.bottom).snag >= 0.8
                && r.mood != Mood::Active
                && r.water.clarity != Clarity::Muddy
        },
        tie: Some(Tie::Recessed),
        says: "Rock wears knots: a recessed tie saves the line and leaves the hook-set free",
    },
    TieRule {
        code: "tie_for_action",
        holds: |_, _, _| true,
        tie: Some(Tie::Top),
        says: "Tied on top, the head stands up most when it is pulled",
    },
];

/// Where the line is tied, with the reason.
#[must_use]
pub fn tie(request: &PickRequest, rig: &RigRow, tables: &Tables, reasons: &mut Reasons) -> Tie {
    let rule = TIE_RULES
        .iter()
        .find(|r| (r.holds)(request, rig, tables))
        .unwrap_or(&TIE_RULES[TIE_RULES.len() - 1]);
    reasons.pro(Topic::Tie, rule.code, Basis::CommonPractice, rule.says);
    rule.tie.or(rig.tie).unwrap_or(Tie::Top)
}

/// How the eye is turned, and how tall the post stands, in words.
#[must_use]
pub fn eye(tie: Tie, cover: Cover) -> Text {
    match (tie, cover) {
        (Tie::Top, Cover::None) => "eye across the hook, on a short post: a tall one gives more action but blocks the hook-set".into(),
        (Tie::Recessed, _) => "eye across the hook, sunk in the head: nothing stands before the point".into(),
        (Tie::Nose, _) => "eye across the hook, no post: nothing holds wood or grass".into(),
        _ => "eye across the hook, a low post: it slides past the lip".into(),
    }
}

/// Height of the post under the eye, by line tie, mm (v0).
fn post_mm(tie: Tie) -> f64 {
    match tie {
        Tie::Top => 3.0,
        Tie::FortyFive => 2.0,
        Tie::Nose | Tie::Recessed => 0.0,
    }
}

/// Share of the gap from which an eye stands before the point.
const BLOCKED: f64 = 0.85;

/// Warns where eye and post stand so high before the point that they block it.
pub fn post(head: &Head, gap_mm: f64, units: UnitSystem, reasons: &mut Reasons) {
    let high = head.height_mm / 2.0 + post_mm(head.tie);
    if post_mm(head.tie) > 0.0 && high > BLOCKED * gap_mm {
        let size = |mm| Dimension::Size.print(mm, units);
        let text = format!(
            "The eye stands {} over the shank and the point {}: a tall post blocks the hook-set, take a low or sunk one",
            size(high),
            size(gap_mm)
        );
        reasons.con(Topic::Tie, "post_blocks", Basis::Physics, text);
    }
}

/// What holds the bait, with the reason.
#[must_use]
pub fn keeper(request: &PickRequest, tables: &Tables, reasons: &mut Reasons) -> Keeper {
    let plastic = tables.plastic(request.bait.plastic);
    if plastic.keeper == Keeper::Screw && request.views.spring == Some(SpringView::Hinders) {
        reasons.pro(
            Topic::Keeper,
            "keeper_without_spring",
            Basis::CommonPractice,
            "You find that a screw hinders the hook-set: prongs hold tough plastic too, for fewer fish",
        );
        return Keeper::Prong;
    }
    reasons.pro(
        Topic::Keeper,
        "keeper_by_plastic",
        Basis::CommonPractice,
        capital(&plastic.keeper_says),
    );
    if plastic.keeper == Keeper::Screw && request.views.spring.is_none() {
        reasons.con(
            Topic::Keeper,
            "disputed_spring",
            Basis::CommonPractice,
            "Some say that a screw or spring in the nose hinders the hook-set",
        );
    }
    plastic.keeper
}
