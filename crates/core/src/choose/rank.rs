//! Which rig suits a question: the nine, scored by named considerations.

use std::collections::BTreeMap;

use enum_map::{Enum, EnumMap};

use crate::base::codes::Rig;
use crate::base::maths;
use crate::choose::decision::Decision;
use crate::choose::rig_on_question::RigOnQuestion;
use crate::tables::RankRow;
use crate::tables::when::CodeFact;

/// What a rig is scored by, in the order in which it is said.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Enum)]
pub enum Consideration {
    /// The bait's form.
    Form,
    /// Its length.
    Length,
    /// The cover.
    Cover,
    /// The bottom.
    Bottom,
    /// Where the fish hold.
    FishAt,
    /// The fish.
    Species,
    /// What they eat.
    Forage,
    /// Their mood.
    Mood,
    /// The clarity.
    Clarity,
    /// The depth.
    Depth,
    /// The current.
    Current,
    /// The wind.
    Wind,
    /// Whether any weight does everything.
    Crossed,
    /// The shape of head that was asked for.
    Shape,
}

/// A rig with its score by consideration, and what it would tie on.
pub struct Ranked<'w> {
    /// What it would tie on.
    pub decision: Decision<'w>,
    /// What each consideration counts.
    pub parts: EnumMap<Consideration, f64>,
    /// Why it cannot be fished there at all, whatever else speaks for it.
    pub excluded: Option<Consideration>,
    /// What all but keeps it from being fished there.
    pub hardly: Option<Consideration>,
}

/// What keeps a rig from being fished there.
fn excluded(on: &RigOnQuestion<'_>) -> Option<Consideration> {
    Some(match on.excluded()? {
        CodeFact::Cover => Consideration::Cover,
        CodeFact::Bottom => Consideration::Bottom,
        _ => Consideration::FishAt,
    })
}

/// What keeps a rig from the shape that was asked for, where it does not know it.
fn not_on_shape(on: &RigOnQuestion<'_>) -> Option<Consideration> {
    let shape = on.request.shape?;
    let knows = on.rig.shapes.contains_key(&shape);
    (!knows).then_some(Consideration::Shape)
}

impl Ranked<'_> {
    /// What the rig's table says of a consideration, -1 to 1.
    pub fn score(&self, c: Consideration) -> f64 {
        let weights = &self.decision.on.tables.conditions.rank;
        let weight = match c {
            Consideration::Cover => weights.cover,
            Consideration::Bottom => weights.bottom,
            Consideration::FishAt => weights.fish_at,
            _ => 1.0,
        };
        self.parts[c] / weight
    }
    /// The rig.
    pub fn rig(&self) -> Rig {
        self.decision.on.rig.code
    }
    /// Sum of its considerations.
    pub fn total(&self) -> f64 {
        self.parts.values().sum()
    }
}

/// Scores that differ by less are equal: they are sums and quotients of decimals.
const SAME: f64 = 1e-6;

/// Why a rig that was asked for does not suit.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Unfit {
    /// It cannot be fished there.
    Shut(Consideration),
    /// It can hardly be fished there, or nobody hangs that bait on it.
    Hardly(Consideration),
    /// The shape asked for cannot be fished there.
    ShapeShut,
    /// Another suits by far more; what speaks most against this one, if anything does.
    Behind(Option<Consideration>),
}

/// Why a rig does not suit beside the others, best first; nothing where it does.
#[must_use]
pub fn unfit(asked: &Ranked<'_>, ranked: &[Ranked<'_>]) -> Option<Unfit> {
    let on = asked.decision.on;
    let rank = &on.tables.conditions.rank;
    if let Some(shut) = asked.excluded {
        return Some(Unfit::Shut(shut));
    }
    if on.suits(on.request.bait.form) <= rank.foreign + SAME {
        return Some(Unfit::Hardly(Consideration::Form));
    }
    if let Some(against) = asked.hardly {
        return Some(Unfit::Hardly(against));
    }
    if on.shape_shut() {
        return Some(Unfit::ShapeShut);
    }
    let best = ranked.first()?;
    let behind = best.total() - asked.total() > rank.suits_within + SAME;
    behind.then(|| Unfit::Behind(strongest(asked, -1.0)))
}

/// The rig to turn to from another: the best that suits when it is asked for itself.
#[must_use]
pub fn better(than: Rig, ranked: &[Ranked<'_>]) -> Option<Rig> {
    let mut others = ranked.iter().filter(|r| r.rig() != than);
    others.find(|r| unfit(r, ranked).is_none()).map(Ranked::rig)
}

/// Scores all, best first, those that can hardly be fished there behind, those that
/// cannot last; equals stand in
/// the contract's order.
#[must_use]
pub fn rank<'w>(all: &'w [RigOnQuestion<'w>]) -> Vec<Ranked<'w>> {
    let mut all: Vec<_> = all
        .iter()
        .map(|on| {
            let decision = on.decide();
            let parts = parts(on, decision.crossed());
            let excluded = excluded(on);
            let mut ranked = Ranked {
                decision,
                parts,
                excluded,
                hardly: None,
            };
            let places = [
                Consideration::Cover,
                Consideration::Bottom,
                Consideration::FishAt,
            ];
            let most = on.tables.conditions.rank.hardly;
            let hardly = places.into_iter().find(|c| ranked.score(*c) <= most + SAME);
            ranked.hardly = not_on_shape(on).or(hardly);
            ranked
        })
        .collect();
    all.sort_by(|a, b| {
        let by_score = b.total().total_cmp(&a.total());
        let shut = a.excluded.is_some().cmp(&b.excluded.is_some());
        let hardly = a.hardly.is_some().cmp(&b.hardly.is_some());
        shut.then(hardly).then(by_score).then(a.rig().cmp(&b.rig()))
    });
    all
}

fn parts(on: &RigOnQuestion<'_>, crossed: bool) -> EnumMap<Consideration, f64> {
    let weights: &RankRow = &on.tables.conditions.rank;
    let (r, fits, c) = (on.request, &on.rig.fits, &on.conditions);
    let length = outside(r.bait.length_mm, on.rig.bait.least_mm, on.rig.bait.most_mm);
    let form = on.suits(r.bait.form);
    let forage = r.forage.map_or(0.0, |f| of(&fits.forage, f));
    EnumMap::from_fn(|consideration| match consideration {
        Consideration::Form => weights.form * form,
        Consideration::Length => -weights.length * length,
        Consideration::Cover => weights.cover * of(&fits.cover, r.water.cover),
        Consideration::Bottom => weights.bottom * of(&fits.bottom, r.water.bottom),
        Consideration::FishAt => weights.fish_at * of(&fits.fish_at, r.fish_at),
        Consideration::Species => weights.species * of(&fits.species, r.species),
        Consideration::Forage => weights.forage * forage,
        Consideration::Mood => weights.mood * of(&fits.mood, r.mood),
        Consideration::Clarity => weights.clarity * of(&fits.clarity, r.water.clarity),
        Consideration::Depth => -weights.depth * outside(c.depth_m, fits.depth_m.0, fits.depth_m.1),
        Consideration::Current => {
            -weights.current * outside(c.passing_mps(), 0.0, fits.current_most_mps)
        }
        Consideration::Wind => -weights.wind * outside(c.wind_mps, 0.0, fits.wind_most_mps),
        Consideration::Crossed => {
            if crossed {
                -weights.crossed
            } else {
                0.0
            }
        }
        // Nobody scores by it: a rig is tied on the shape or not.
        Consideration::Shape => 0.0,
    })
}

fn of<C: Ord>(table: &BTreeMap<C, f64>, code: C) -> f64 {
    table.get(&code).copied().unwrap_or(0.0)
}

/// How many factors of e a value lies outside a range; 0 inside.
fn outside(value: f64, least: f64, most: f64) -> f64 {
    if value < least {
        maths::ln(least / value)
    } else if value > most {
        maths::ln(value / most)
    } else {
        0.0
    }
}

/// The consideration by which a part counts most, by the sign given.
#[must_use]
pub fn strongest(r: &Ranked<'_>, sign: f64) -> Option<Consideration> {
    r.parts
        .iter()
        .filter(|p| *p.1 * sign > 0.0)
        .max_by(|a, b| (*a.1 * sign).total_cmp(&(*b.1 * sign)))
        .map(|p| p.0)
}
