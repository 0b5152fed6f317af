//! Line, leader and rod.

use crate::base::codes::{Cover, LineKind, LineView, Toothy};
use crate::base::{Mass, grams};
use crate::choose::setting::line_in_use;
use crate::question::PickRequest;
use crate::tables::{RigRow, RigTackle, Tables};

/// The row of the rig's tackle table for a head.
#[must_use]
pub fn row(rig: &RigRow, head: Mass) -> &RigTackle {
    // `Tables::check` makes sure that the last row is open to the top.
    let last = &rig.tackle[rig.tackle.len() - 1];
    let mut rows = rig.tackle.iter();
    rows.find(|t| grams(head) <= t.to_g).unwrap_or(last)
}

/// Steps in which rods are rated upward where the table has none strong enough, g.
const RATED_IN_G: f64 = 5.0;

/// The rod that carries head, hook and bait, and its rating: that of the head's
/// row or of a later one. Where none is strong enough, the last with a rating
/// that is.
fn rod(rig: &RigRow, head: Mass, total: Mass) -> (&RigTackle, (f64, f64)) {
    let (g, last) = (grams(total), &rig.tackle[rig.tackle.len() - 1]);
    let mut strong = rig.tackle.iter().filter(|t| grams(head) <= t.to_g);
    match strong.find(|t| g <= t.rated_g.1) {
        Some(row) => (row, row.rated_g),
        None => {
            let most = (g / RATED_IN_G).ceil() * RATED_IN_G;
            (last, (last.rated_g.0, most.max(last.rated_g.1)))
        }
    }
}

/// What is tied to the lure.
#[derive(Debug, Clone, Copy)]
pub struct Leader {
    /// Least and most test, lb.
    pub lb: (f64, f64),
    /// Whether it is thinned for clear water.
    pub thinned: bool,
    /// Whether it is a wire trace.
    pub trace: bool,
}

/// What is tied to the lure: the angler's own before all, then what holds teeth,
/// then what cover asks, then what clear water allows.
#[must_use]
pub fn leader(request: &PickRequest, row: &RigTackle, tables: &Tables) -> Leader {
    leader_for(request, request.toothy_fish, row, tables)
}

/// The same by another risk of teeth.
#[must_use]
pub fn leader_for(
    request: &PickRequest,
    teeth: Toothy,
    row: &RigTackle,
    tables: &Tables,
) -> Leader {
    let given = |lb| Leader {
        lb,
        thinned: false,
        trace: false,
    };
    if let Some(own) = request.tackle.leader_lb {
        return given((own, own));
    }
    // A straight line in hand is what is tied on, fish with teeth or not.
    let straight = request.tackle.line_kind.filter(|k| *k != LineKind::Braid);
    if let (Some(_), Some(own)) = (straight, request.tackle.line_lb) {
        return given((own, own));
    }
    advised(request, teeth, row, tables)
}

/// The leader that fish, cover and water ask for, whatever line is in hand.
fn advised(request: &PickRequest, teeth: Toothy, row: &RigTackle, tables: &Tables) -> Leader {
    let given = |lb| Leader {
        lb,
        thinned: false,
        trace: false,
    };
    let for_teeth = &tables.lines.leader;
    let step = match teeth {
        Toothy::Likely => return given(for_teeth.likely_lb),
        Toothy::Unknown => {
            return Leader {
                trace: true,
                ..given(for_teeth.trace_lb)
            };
        }
        Toothy::NowAndThen => for_teeth.now_and_then_lb,
        Toothy::None => 0.0,
    };
    let (least, most) = (row.leader_lb.0 + step, row.leader_lb.1 + step);
    let more = tables.cover(request.water.cover).leader_lb;
    if more == 0.0 && tables.clarity(request.water.clarity).thins_leader {
        Leader {
            lb: (least, least.midpoint(most)),
            thinned: true,
            trace: false,
        }
    } else {
        given((least + more, most + more))
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

/// The thickest main line of a kind that is usual with a head on a rig, mm: the one that the
/// weight is computed with, or the strongest that is told with that head.
#[must_use]
pub fn thickest_usual_mm(
    request: &PickRequest,
    rig: &RigRow,
    (kind, head): (LineKind, Mass),
    tables: &Tables,
) -> f64 {
    let told = row(rig, head);
    let straight = || advised(request, request.toothy_fish, told, tables).lb.1;
    let lb = match kind {
        LineKind::Braid => rig.usual_braid_lb.max(told.main_lb.1),
        LineKind::Fluorocarbon | LineKind::Mono => rig.usual_straight_lb.max(straight()),
    };
    tables.line_mm(kind, lb)
}

/// Line and leader for a head.
#[derive(Debug, Clone, Copy)]
pub struct LineChoice<'t> {
    /// The row of the rig's tackle table with rod and reel: by the whole rig.
    pub rod: &'t RigTackle,
    /// What that rod is rated for, g; never less than the whole rig weighs.
    pub rated_g: (f64, f64),
    /// Kind and diameter, mm, that the window is computed with.
    pub kind: LineKind,
    /// See `kind`.
    pub mm: f64,
    /// Least and most test of the main line, lb.
    pub main_lb: (f64, f64),
    /// What is tied to the lure.
    pub leader: Leader,
    /// How long the leader is, m, least and most; none where the line runs straight
    /// through.
    pub leader_m: Option<(f64, f64)>,
    /// Why the line is straight, where nobody named one.
    pub straight: Option<StraightRule>,
}

impl LineChoice<'_> {
    /// The strongest pull that the weaker of leader and main line bears, lb.
    #[must_use]
    pub fn weakest_lb(&self) -> f64 {
        self.leader.lb.1.min(self.main_lb.1)
    }
}

/// How long a leader is tied, m: before teeth as far as they reach, else longer in clear
/// water.
fn leader_m(request: &PickRequest, kind: LineKind, tables: &Tables) -> Option<(f64, f64)> {
    let long = &tables.lines.leader;
    match (kind, request.toothy_fish) {
        (_, Toothy::Unknown) => Some(long.trace_m),
        (LineKind::Fluorocarbon | LineKind::Mono, _) => None,
        (LineKind::Braid, Toothy::Likely) => Some(long.likely_m),
        _ if tables.clarity(request.water.clarity).thins_leader => Some(long.clear_m),
        _ => Some(long.usual_m),
    }
}

/// Line and rod for a head.
#[must_use]
pub fn tackle<'t>(
    request: &PickRequest,
    rig: &'t RigRow,
    (head, total): (Mass, Mass),
    tables: &Tables,
) -> LineChoice<'t> {
    let row = row(rig, head);
    let (rod, rated_g) = rod(rig, head, total);
    let leader = leader(request, row, tables);
    let (kind, mm) = line_in_use(request, rig, tables);
    let usual = match kind {
        LineKind::Braid => row.main_lb,
        LineKind::Fluorocarbon | LineKind::Mono => leader.lb,
    };
    let skipped = rig.skips && request.water.cover == Cover::Docks;
    let straight = match request.views.main_line {
        None if skipped => StraightRule::Skipping,
        Some(LineView::Straight) => StraightRule::View,
        _ => StraightRule::Rig,
    };
    let named = request.tackle.line_kind.is_some();
    LineChoice {
        rod,
        rated_g,
        kind,
        mm,
        main_lb: request.tackle.line_lb.map_or(usual, |lb| (lb, lb)),
        leader,
        leader_m: leader_m(request, kind, tables),
        straight: (kind == LineKind::Fluorocarbon && !named).then_some(straight),
    }
}
