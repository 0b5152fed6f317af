//! The rod in hand.

use crate::question::PickRequest;
use crate::tables::Tables;

/// What the rod in hand is rated for at most, g: as it says, else by its power.
#[must_use]
pub fn rod_most_g(request: &PickRequest, tables: &Tables) -> Option<f64> {
    let by_power = request.tackle.rod_power.map(|p| tables.lines.power[p].1);
    request.tackle.rod_max_g.or(by_power)
}
