//! Line, leader and rod.

use crate::answer::{Line, Rod};
use crate::codes::{Basis, Clarity, Cover, LineKind, LineView, Topic};
use crate::data::{RigRow, RigTackle, Tables};
use crate::pick::reasons::Reasons;
use crate::pick::setting::line_in_use;
use crate::request::PickRequest;
use crate::units::{Mass, grams, plain};

/// What fish with teeth ask of a leader, lb (common practice).
const TOOTH_LB: (f64, f64) = (20.0, 30.0);
/// What wood asks on top, lb.
const WOOD_LB: f64 = 4.0;

/// The row of the rig's tackle table for a head.
#[must_use]
pub fn row(rig: &RigRow, head: Mass) -> &RigTackle {
    rig.tackle
        .iter()
        .find(|t| grams(head) <= t.to_g)
        .unwrap_or(&rig.tackle[0])
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

/// Line and rod for a head, with the reasons.
#[must_use]
pub fn tackle(
    request: &PickRequest,
    rig: &RigRow,
    head: Mass,
    tables: &Tables,
    reasons: &mut Reasons,
) -> (Line, Rod) {
    let row = row(rig, head);
    let leader_lb = leader(request, row);
    let (kind, mm) = line_in_use(request, rig, tables);
    let own = request.tackle.line_lb;
    let (code, main_lb) = match kind {
        LineKind::Braid => (
            "braid_to_fluorocarbon",
            own.map_or(row.main_lb, |lb| (lb, lb)),
        ),
        LineKind::Fluorocarbon => ("fluorocarbon", own.map_or(leader_lb, |lb| (lb, lb))),
        LineKind::Mono => ("mono", own.map_or(leader_lb, |lb| (lb, lb))),
    };
    if request.water.clarity == Clarity::Clear
        && request.tackle.leader_lb.is_none()
        && !request.toothy_fish
    {
        reasons.pro(
            Topic::Line,
            "thin_leader_in_clear_water",
            Basis::CommonPractice,
            format!(
                "Clear water: the thin end of the leaders, {} to {} lb",
                plain(leader_lb.0, 0),
                plain(leader_lb.1, 0)
            ),
        );
    }
    if kind == LineKind::Fluorocarbon && request.tackle.line_kind.is_none() {
        let (code, text) = if rig.skips
            && request.water.cover == Cover::Docks
            && request.views.main_line.is_none()
        {
            (
                "straight_for_skipping",
                "Straight fluorocarbon: it skips under docks without a knot in the guides",
            )
        } else if request.views.main_line == Some(LineView::Straight) {
            (
                "straight_by_view",
                "Straight fluorocarbon, as you prefer; others tie a leader to braid",
            )
        } else {
            (
                "straight_by_rig",
                "Straight fluorocarbon: it wears least on hard bottom",
            )
        };
        reasons.pro(Topic::Line, code, Basis::CommonPractice, text);
    }
    let line = Line {
        kind: code.into(),
        main_lb,
        leader_lb,
        computed_with: kind,
        computed_mm: mm,
    };
    (
        line,
        Rod {
            power: row.power,
            action: row.action,
            rated_g: row.rated_g,
            reel: row.reel.clone().into(),
        },
    )
}
