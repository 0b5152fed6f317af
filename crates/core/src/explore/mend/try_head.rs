//! Other heads with the same hook.

use super::reading::weighs;
use super::tries::{Try, with, with_head};
use crate::base::codes::{EyeTurn, Keeper, Material, Tie};
use crate::base::text::Arg;
use crate::base::{Rung, grams};
use crate::choose::Chooser;
use crate::choose::rank::rank;
use crate::choose::tie;
use crate::choose::tied_on::TiedOn;

/// A keeper that takes less off the gap, the one that holds this plastic first.
pub fn thin_keeper(t: &TiedOn<'_>) -> Vec<Try> {
    let row = &t.d.on.tables.mend.hook;
    let holds = &row.holds[t.d.on.request.bait.plastic];
    let mut all: Vec<Keeper> = Keeper::ALL
        .iter()
        .copied()
        .filter(|k| row.keeper_mm[*k] < row.keeper_mm[t.keeper])
        .collect();
    all.sort_by_key(|k| !holds.contains(k));
    all.into_iter().map(|k| keeper(t, k)).collect()
}

fn keeper(t: &TiedOn<'_>, keeper: Keeper) -> Try {
    with_head(t, Arg::Word(keeper.label()), |h| h.keeper = Some(keeper))
}

/// The keeper that holds this plastic.
pub fn plastic_keeper(t: &TiedOn<'_>) -> Vec<Try> {
    vec![keeper(t, tie::keeper(t.d.on.request, t.d.on.tables))]
}

/// The eye across the hook.
pub fn turned(t: &TiedOn<'_>) -> Vec<Try> {
    if t.turn == EyeTurn::Across {
        return Vec::new();
    }
    let to = Arg::Word(EyeTurn::Across.label());
    vec![with_head(t, to, |h| h.eye = Some(EyeTurn::Across))]
}

fn tied(t: &TiedOn<'_>, ties: &[Tie]) -> Vec<Try> {
    let others = ties.iter().filter(|tie| **tie != t.tie);
    let tried = |tie: &Tie| {
        with_head(t, Arg::Word(tie.label()), |h| {
            h.tie = Some(*tie);
            h.post_mm = None;
        })
    };
    others.map(tried).collect()
}

/// The tie sunk in the head.
pub fn recessed(t: &TiedOn<'_>) -> Vec<Try> {
    tied(t, &[Tie::Recessed])
}

/// The tie at the nose, or halfway there.
pub fn at_nose(t: &TiedOn<'_>) -> Vec<Try> {
    tied(t, &[Tie::Nose, Tie::FortyFive])
}

fn weighing(t: &TiedOn<'_>, rung: &Rung) -> Try {
    let head = format!("{} {}", rung.label, t.shape.code.label());
    with_head(t, Arg::Text(head), |h| h.g = grams(rung.mass))
}

/// Heavier heads, up to the heaviest in everyday use.
pub fn heavier(t: &TiedOn<'_>) -> Vec<Try> {
    let most = t.needs.setting.everyday;
    let rungs = t.d.on.rungs.iter();
    rungs
        .filter(|r| r.mass > t.mass && r.mass <= most)
        .map(|r| weighing(t, r))
        .collect()
}

/// Lighter heads.
pub fn lighter(t: &TiedOn<'_>) -> Vec<Try> {
    let rungs = t.d.on.rungs.iter().rev();
    rungs
        .filter(|r| r.mass < t.mass)
        .map(|r| weighing(t, r))
        .collect()
}

/// The same head of tungsten.
pub fn tungsten(t: &TiedOn<'_>) -> Vec<Try> {
    if t.material == Material::Tungsten {
        return Vec::new();
    }
    vec![with_head(t, weighs(t.mass), |h| {
        h.material = Some(Material::Tungsten);
    })]
}

/// Other shapes of the rig, the best for the place first.
pub fn other_shape(t: &TiedOn<'_>) -> Vec<Try> {
    let on = t.d.on;
    let c = &on.conditions;
    let ranked = on.shapes.ranked(c.passing_mps(), on.wound_mps(c));
    let others = ranked.iter().filter(|r| r.1.code != t.shape.code);
    let tried = |row: &(f64, &crate::tables::ShapeRow)| {
        let code = row.1.code;
        with_head(t, Arg::Word(code.label()), |h| {
            h.shape = Some(code);
            h.post_mm = None;
        })
    };
    others.map(tried).collect()
}

/// Other rigs with the head that is advised on each, the best for the place first.
pub fn other_rig(chooser: &Chooser, t: &TiedOn<'_>) -> Vec<Try> {
    let all = chooser.every_rig_on(t.d.on.request, t.d.on.options);
    let ranked = rank(&all);
    let others = ranked.iter().map(|r| r.rig());
    others
        .filter(|rig| *rig != t.d.on.rig.code)
        .map(|rig| {
            with(t, Arg::Word(rig.label()), |r| {
                r.rig = Some(rig);
                r.head = None;
                r.course = None;
                r.shape = None;
            })
        })
        .collect()
}
