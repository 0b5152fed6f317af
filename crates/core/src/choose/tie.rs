//! Line tie, post and keeper.

use super::facts::Facts;
use super::rules::Record;
use crate::base::codes::{EyeTurn, Keeper, SpringView, Tie, Topic};
use crate::question::PickRequest;
use crate::tables::rules::{Giving, Rule};
use crate::tables::{HookTables, RigRow, Tables};

/// How the eye of every head that is advised is turned: across the hook it slides past a
/// fish's lip (common practice). The words on the eye say so.
pub const ADVISED_EYE: EyeTurn = EyeTurn::Across;

/// Where the line is tied: the first rule that holds, asked into a record.
#[must_use]
pub fn tie<'t>(
    rig: &RigRow,
    tables: &'t Tables,
    facts: &Facts,
    record: &mut Record,
) -> (Tie, Option<&'t Rule>) {
    let mut found: Option<&Giving<Option<Tie>>> = None;
    for giving in &tables.rules.ties {
        if record.ask(Topic::Tie, &giving.rule, facts, found.is_none()) {
            found = Some(giving);
        }
    }
    let given = found.and_then(|g| g.gives).or(rig.tie);
    (given.unwrap_or(Tie::Top), found.map(|g| &g.rule))
}

/// How high the eye stands over the shank, mm, where it stands so high before
/// the point that it blocks it.
#[must_use]
pub fn blocking_post_mm(
    tie: Tie,
    head_height_mm: f64,
    gap_mm: f64,
    hooks: &HookTables,
) -> Option<f64> {
    let post = hooks.tie[tie].post_mm;
    let high = head_height_mm / 2.0 + post;
    (post > 0.0 && high > hooks.eye.blocks * gap_mm).then_some(high)
}

/// What holds the bait: by its plastic, but for those who find that a screw
/// hinders the hook-set.
#[must_use]
pub fn keeper(request: &PickRequest, tables: &Tables) -> Keeper {
    let usual = tables.plastic(request.bait.plastic).keeper;
    if usual == Keeper::Screw && request.views.spring == Some(SpringView::Hinders) {
        Keeper::Prong
    } else {
        usual
    }
}
