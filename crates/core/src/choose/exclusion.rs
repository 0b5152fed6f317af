//! What cannot be fished at a place, whatever else speaks for it.

use crate::base::codes::Rig;
use crate::question::PickRequest;
use crate::tables::when::CodeFact;
use crate::tables::{RigRow, ShapeRow, Tables};

/// Score of a rig's table at which a place or a fish shuts the rig out.
const EXCLUDES: f64 = -1.0;

/// What shuts a rig out there: its cover, its bottom, or where the fish are.
#[must_use]
pub fn excluded(request: &PickRequest, rig: &RigRow, tables: &Tables) -> Option<CodeFact> {
    let (water, fits) = (&request.water, &rig.fits);
    let score = [
        (CodeFact::Cover, fits.cover.get(&water.cover)),
        (CodeFact::Bottom, fits.bottom.get(&water.bottom)),
        (CodeFact::FishAt, fits.fish_at.get(&request.fish_at)),
    ];
    let by_table = score
        .into_iter()
        .find(|s| s.1.is_some_and(|s| *s <= EXCLUDES));
    // A rig whose every shape is shut out goes with them.
    let all_shut = || {
        let shut = shut_out(request, rig, tables);
        let row = shut.first().filter(|_| shut.len() == rig.shapes.len())?;
        Some(match () {
            () if row.shut.cover.contains(&water.cover) => CodeFact::Cover,
            () if row.shut.bottom.contains(&water.bottom) => CodeFact::Bottom,
            () => CodeFact::FishAt,
        })
    };
    by_table.map(|s| s.0).or_else(all_shut)
}

/// The shapes of a rig that cannot be fished there.
#[must_use]
pub fn shut_out<'t>(request: &PickRequest, rig: &RigRow, tables: &'t Tables) -> Vec<&'t ShapeRow> {
    let (cover, bottom) = (request.water.cover, request.water.bottom);
    let rows = rig.shapes.keys().map(|code| tables.shape(*code));
    rows.filter(|row| row.shut_out(cover, bottom, request.fish_at))
        .collect()
}

/// Whether a rig may be turned to there: the place lets it be fished, and it is fished for these
/// fish.
#[must_use]
pub fn may_turn_to(rig: Rig, request: &PickRequest, tables: &Tables) -> bool {
    let row = tables.rig(rig);
    let foreign = tables.conditions.rank.foreign;
    let species = row.fits.species.get(&request.species).copied();
    excluded(request, row, tables).is_none() && species.unwrap_or(0.0) > foreign
}
