//! Whether the point stands free, and which wire carries it.

use crate::base::codes::{HookSetView, HookTemper, Point, PointView, Toothy, Wire};
use crate::base::{GRAMS_PER_OUNCE, Mass};
use crate::choose::line;
use crate::choose::rod::rod_most_g;
use crate::gear::hook;
use crate::question::PickRequest;
use crate::tables::{Hide, RigRow, Tables};
use uom::si::mass::gram;

/// Why a point stands as it does.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum PointRule {
    /// As the cover asks.
    Cover,
    /// The rig always hides it.
    RigHides,
    /// The rig lives by an open point.
    RigOpen,
    /// The angler's view.
    View,
}

/// How the point stands, and the rule that says so.
#[must_use]
pub fn point(request: &PickRequest, rig: &RigRow, tables: &Tables) -> (Point, PointRule) {
    let cover = tables.cover(request.water.cover).point;
    match (request.views.point, rig.hook.hide) {
        (Some(PointView::Free), _) => (Point::Exposed, PointRule::View),
        (Some(PointView::Hide), _) => (cover.max(Point::SkinHooked), PointRule::View),
        (_, Hide::Never) => (Point::Exposed, PointRule::RigOpen),
        (_, Hide::Always) if cover < Point::SkinHooked => (Point::SkinHooked, PointRule::RigHides),
        _ => (cover, PointRule::Cover),
    }
}

/// Wire by the strength of what is tied to it, within what the rig and the
/// angler's views allow.
#[must_use]
pub fn wire(request: &PickRequest, rig: &RigRow, head: Mass, tables: &Tables) -> Wire {
    let stout = |most: f64| most >= tables.lines.rod.stout_rod_g;
    let on_stout_rod = rod_most_g(request, tables).is_some_and(stout);
    wire_on(request, rig, (head, on_stout_rod), tables)
}

fn wire_on(
    request: &PickRequest,
    rig: &RigRow,
    (head, on_stout_rod): (Mass, bool),
    tables: &Tables,
) -> Wire {
    // Teeth ask for a stout leader, not for a stout hook.
    let without_teeth = line::leader_for(request, Toothy::None, line::row(rig, head), tables);
    let mut wire = hook::wire_for(tables, without_teeth.lb.1);
    // The weakest link decides: behind a light leader a stout rod opens no light wire.
    if on_stout_rod && wire != Wire::Light {
        wire = Wire::Heavy;
    }
    if let Some(least) = rig.hook.least_wire {
        wire = wire.max(least);
    }
    wire = match request.views.hook_temper {
        Some(HookTemper::Flexible) => lighter(wire),
        Some(HookTemper::Stiff) => heavier(wire),
        _ => wire,
    };
    // Thin wire does not stand a cracked rod.
    if request.views.hook_set == Some(HookSetView::Crack) {
        wire = wire.max(Wire::Medium);
    }
    wire
}

fn lighter(wire: Wire) -> Wire {
    if wire == Wire::Heavy {
        Wire::Medium
    } else {
        Wire::Light
    }
}

fn heavier(wire: Wire) -> Wire {
    if wire == Wire::Light {
        Wire::Medium
    } else {
        Wire::Heavy
    }
}

/// The wire that the window is computed with: that of the rig's usual weight.
/// The true wire depends on the weight chosen; its mass differs by some tenths
/// of a gram, which is left out of the window, so that a heavier head with its
/// heavier hook never turns the answer back; nor does a stout rod with its own.
#[must_use]
pub fn usual_wire(request: &PickRequest, rig: &RigRow, tables: &Tables) -> Wire {
    let usual = rig.usual_oz.0.midpoint(rig.usual_oz.1);
    let head = Mass::new::<gram>(usual * GRAMS_PER_OUNCE);
    wire_on(request, rig, (head, false), tables)
}
