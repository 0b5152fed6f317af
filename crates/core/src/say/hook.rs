//! Why this hook, and what is wrong with it.

use super::words_of;
use crate::answer::reasons::Reasons;
use crate::base::codes::{Basis, Sits, Topic};
use crate::base::text::{Arg, sentences};
use crate::choose::decision::Decision;
use crate::gear::hook;

/// A hook under this share of the bait lets most of it move (common practice, no published source).
const MOSTLY_FREE: f64 = 0.4;

/// The reasons for and against the hook.
pub fn hook(d: &Decision<'_>, reasons: &mut Reasons) {
    let (fit, m) = (&d.fit, &d.fit.measured);
    let depth_mm = d.on.bait_depth_mm();
    let (gap, depth) = (Arg::Size(m.gap_mm), Arg::Size(depth_mm));
    let (about, basis) = (Topic::Hook, Basis::Physics);
    match hook::by_gap(fit.gap_ratio) {
        Sits::GapFilled => reasons.con(about, basis, sentences::gap_filled(gap, depth)),
        Sits::Tight => reasons.con(about, basis, sentences::gap_tight(gap, depth)),
        _ => reasons.pro(about, basis, sentences::gap_fits(gap, depth)),
    }
    let share = Arg::Number(fit.length_ratio * 100.0, 0);
    if fit.too_long {
        reasons.con(about, basis, sentences::hook_long(share));
    } else {
        let length = Arg::Size(m.length_mm);
        let said = match fit.length_ratio < MOSTLY_FREE {
            true => sentences::hook_length(length, share),
            false => sentences::hook_length_stiff(length, share),
        };
        reasons.pro(about, basis, said);
    }
    if fit.past_tail_root {
        reasons.con(
            about,
            basis,
            sentences::past_tail_root(Arg::Size(fit.exit_mm)),
        );
    }
    wire(d, reasons);
}

/// Why this wire, and what would straighten it.
fn wire(d: &Decision<'_>, reasons: &mut Reasons) {
    let (wire, about, basis) = (d.hook.wire, Topic::Hook, Basis::CommonPractice);
    let says = words_of("WireSays", wire.code());
    reasons.coded("wire", about, basis, sentences::words(says));
    let breaks = d.line.weakest_lb();
    if hook::wire_for(d.on.tables, breaks) > wire {
        let said = sentences::wire_straightens(Arg::Number(breaks, 0), Arg::Word(wire.label()));
        reasons.con(about, basis, said);
    }
}
