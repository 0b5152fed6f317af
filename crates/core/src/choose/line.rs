//! Line, leader and rod.

use crate::base::codes::{Clarity, Cover, LineKind, LineView};
use crate::base::{Mass, grams};
use crate::choose::setting::line_in_use;
use crate::question::PickRequest;
use crate::tables::{RigRow, RigTackle, Tables};

/// What fish with teeth ask of a leader, lb (common practice).
const TOOTH_LB: (f64, f64) = (20.0, 30.0);
/// What wood asks on top, lb.
const WOOD_LB: f64 = 4.0;

/// The row of the rig's tackle table for a head.
#[must_use]
pub fn row(rig: &RigRow, head: Mass) -> &RigTackle {
    // `Tables::check` makes sure that the last row is open to the top.
    let last = &rig.tackle[rig.tackle.len() - 1];
    let mut rows = rig.tackle.iter();
    rows.find(|t| grams(head) <= t.to_g).unwrap_or(last)
}

/// Least and most test of what is tied to the lure, lb.
#[must_use]
pub fn leader(request: &PickRequest, row: &RigTackle) -> (f64, f64) {
    if let Some(own) = request.tackle.leader_lb {
        return (own, own);
    }
    if request.toothy_fish {
        return TOOTH_LB;
    }
    let (least, most) = row.leader_lb;
    match (request.water.cover, request.water.clarity) {
        (Cover::Wood | Cover::Brush | Cover::Docks, _) => (least + WOOD_LB, most + WOOD_LB),
        (_, Clarity::Clear) => (least, least.midpoint(most)),
        _ => (least, most),
    }
}

/// Why a straight line is tied on where none was named.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum StraightRule {
    /// It is skipped under docks.
    Skipping,
    /// The angler's view.
    View,
    /// What is usual on this rig.
    Rig,
}

/// Line and leader for a head.
#[derive(Debug, Clone, Copy)]
pub struct LineChoice<'t> {
    /// The row of the rig's tackle table: rod and reel too.
    pub row: &'t RigTackle,
    /// Kind and diameter, mm, that the window is computed with.
    pub kind: LineKind,
    /// See `kind`.
    pub mm: f64,
    /// Least and most test of the main line, lb.
    pub main_lb: (f64, f64),
    /// The same of what is tied to the lure.
    pub leader_lb: (f64, f64),
    /// Whether the leader is thinned for clear water.
    pub thinned: bool,
    /// Why the line is straight, where nobody named one.
    pub straight: Option<StraightRule>,
}

/// Line and rod for a head.
#[must_use]
pub fn tackle<'t>(
    request: &PickRequest,
    rig: &'t RigRow,
    head: Mass,
    tables: &Tables,
) -> LineChoice<'t> {
    let row = row(rig, head);
    let leader_lb = leader(request, row);
    let (kind, mm) = line_in_use(request, rig, tables);
    let usual = match kind {
        LineKind::Braid => row.main_lb,
        LineKind::Fluorocarbon | LineKind::Mono => leader_lb,
    };
    let skipped = rig.skips && request.water.cover == Cover::Docks;
    let straight = match request.views.main_line {
        None if skipped => StraightRule::Skipping,
        Some(LineView::Straight) => StraightRule::View,
        _ => StraightRule::Rig,
    };
    let named = request.tackle.line_kind.is_some();
    LineChoice {
        row,
        kind,
        mm,
        main_lb: request.tackle.line_lb.map_or(usual, |lb| (lb, lb)),
        leader_lb,
        thinned: request.water.clarity == Clarity::Clear
            && request.tackle.leader_lb.is_none()
            && !request.toothy_fish,
        straight: (kind == LineKind::Fluorocarbon && !named).then_some(straight),
    }
}
