//! Line and rod, with the reasons.

use crate::answer::reasons::Reasons;
use crate::answer::{Line, Rod};
use crate::base::codes::{Basis, LineKind, Topic};
use crate::base::text::{Arg, sentences};
use crate::choose::decision::Decision;
use crate::choose::line::StraightRule;

/// Line and rod of a decision.
#[must_use]
pub fn line(d: &Decision<'_>, reasons: &mut Reasons) -> (Line, Rod) {
    let (chosen, about, basis) = (&d.line, Topic::Line, Basis::CommonPractice);
    let (least, most) = chosen.leader.lb;
    if chosen.leader.thinned {
        let pounds = |lb: f64| Arg::Number(lb, 0);
        let said = sentences::thin_leader_in_clear_water(pounds(least), pounds(most));
        reasons.pro(about, basis, said);
    }
    if let Some(why) = chosen.straight {
        let said = match why {
            StraightRule::Skipping => sentences::straight_for_skipping(),
            StraightRule::View => sentences::straight_by_view(),
            StraightRule::Rig => sentences::straight_by_rig(),
        };
        reasons.pro(about, basis, said);
    }
    let code = match chosen.kind {
        LineKind::Braid => "braid_to_fluorocarbon",
        LineKind::Fluorocarbon => "fluorocarbon",
        LineKind::Mono => "mono",
    };
    let line = Line {
        kind: code.into(),
        main_lb: chosen.main_lb,
        leader_lb: chosen.leader.lb,
        leader_m: chosen.leader_m,
        wire_trace: chosen.leader.trace,
        computed_with: chosen.kind,
        computed_mm: chosen.mm,
    };
    let row = chosen.rod;
    let rod = Rod {
        power: row.power,
        action: row.action,
        rated_g: chosen.rated_g,
        reel: row.reel.clone().into(),
    };
    (line, rod)
}
