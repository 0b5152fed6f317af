//! Shape, line tie and keeper, from traits against what the place asks.

use crate::codes::{Basis, Clarity, Cover, Mood, Plastic, Shape, Tie, Topic};
use crate::data::{Asks, RigRow, ShapeRow, Tables};
use crate::pick::reasons::Reasons;
use crate::request::PickRequest;

/// The shapes of a rig, best first, with their scores.
#[must_use]
pub fn ranked<'t>(
    request: &PickRequest,
    rig: &RigRow,
    tables: &'t Tables,
) -> Vec<(f64, &'t ShapeRow)> {
    let weights = &tables.conditions.shape;
    let w = &request.water;
    let bottom = tables.bottom(w.bottom).asks;
    let cover = tables.cover(w.cover).asks;
    let flow = Asks {
        current: weights.current_weight * (w.current_mps / weights.full_current_mps).min(1.0),
        ..Asks::default()
    };
    let floats = request.bait.plastic == Plastic::Floating;
    let stands = Asks {
        upright: if floats {
            weights.floating_upright
        } else {
            0.0
        },
        ..Asks::default()
    };
    let mut all: Vec<_> = rig
        .shapes
        .iter()
        .map(|(code, belongs)| {
            let row = tables.shape(*code);
            let asked: f64 = [bottom, cover, flow, stands]
                .iter()
                .map(|a| a.score(&row.traits))
                .sum();
            (belongs + asked, row)
        })
        .collect();
    // Ties go by the contract's order, so that the order of the tables does not matter.
    all.sort_by(|a, b| b.0.total_cmp(&a.0).then(a.1.code.cmp(&b.1.code)));
    all
}

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
        && best_score - score < tables.conditions.shape.healthy_margin
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
    if best.code == Shape::StandUp
        || best.code == Shape::Mushroom && request.bait.plastic != Plastic::Floating
    {
        let text = "Whether a head stands the bait up is disputed: sinking plastic leans over, and a narrow, tall foot topples when pulled";
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

/// Where the line is tied, with the reason.
#[must_use]
pub fn tie(request: &PickRequest, tables: &Tables, reasons: &mut Reasons) -> Tie {
    let w = &request.water;
    let snags = tables.bottom(w.bottom).snag;
    let (tie, code, text) = match (w.cover, w.clarity) {
        (
            Cover::Wood
            | Cover::Brush
            | Cover::Docks
            | Cover::SparseGrass
            | Cover::HealthyGrass
            | Cover::DyingGrass,
            _,
        ) => (
            Tie::Nose,
            "tie_in_cover",
            "A tie at the nose comes through cover; a post on top would hold it",
        ),
        (Cover::None, Clarity::Clear) if request.mood != Mood::Active => (
            Tie::FortyFive,
            "tie_in_clear_water",
            "Clear water: a tie at 45° lifts the bait half as much and looks quieter",
        ),
        (Cover::None, _)
            if snags >= 0.8 && request.mood != Mood::Active && w.clarity != Clarity::Muddy =>
        {
            (
                Tie::Recessed,
                "tie_in_rock",
                "Rock wears knots: a recessed tie saves the line and leaves the hook-set free",
            )
        }
        (Cover::None, _) => (
            Tie::Top,
            "tie_for_action",
            "Tied on top, the head stands up most when it is pulled",
        ),
    };
    reasons.pro(Topic::Tie, code, Basis::CommonPractice, text);
    tie
}
