//! The bench in words: how a hook sits, and how it is rigged there.

use crate::answer::Text;
use crate::base::UnitSystem;
use crate::base::codes::Sits;
use crate::base::text::{Arg, Said, sentences};
use crate::gear::hook::{Judgement, MeasuredHook};
use crate::gear::seat::{BenchBait, Seated};

/// The verdict, with its numbers.
#[must_use]
pub fn verdict(s: &Seated, judged: &Judgement, hook: &MeasuredHook, units: UnitSystem) -> Text {
    let size = |mm: f64| Arg::FineSize(mm);
    let point = if s.free_mm >= 0.0 {
        sentences::seat_clear(size(s.free_mm))
    } else if s.hidden {
        sentences::seat_under(size(-s.free_mm))
    } else {
        sentences::seat_inside(size(-s.free_mm))
    };
    let room = if s.hidden {
        sentences::seat_all()
    } else {
        sentences::seat_half()
    };
    let long = match judged.sits {
        Sits::Short | Sits::Stiff => sentences::seat_long(
            Arg::Number(judged.length_ratio, 2),
            Arg::Number(judged.target_ratio, 2),
        ),
        _ => sentences::seat_nothing(),
    };
    let tail = if s.clear_of_tail_mm < 0.0 {
        sentences::seat_tail(size(-s.clear_of_tail_mm))
    } else {
        sentences::seat_nothing()
    };
    let said: Said = sentences::seat_verdict(
        size(hook.gap_mm),
        size(s.depth_mm),
        room.into(),
        point.into(),
        size(s.pressed_mm.max(0.0)),
        long.into(),
        tail.into(),
    );
    said.text(units)
}

/// A step of rigging.
#[derive(Debug, Clone, PartialEq)]
pub struct BenchStep {
    /// What is done, in a few words.
    pub what: Text,
    /// How, with the marks.
    pub how: Text,
}

/// Rigging steps with the marks of this bait.
#[must_use]
pub fn steps(s: &Seated, bait: &BenchBait<'_>, units: UnitSystem) -> Vec<BenchStep> {
    let size = |mm: f64| Arg::Size(mm);
    let tail = || size(bait.tail_root_mm());
    let all = match s.out_mm {
        None => vec![
            (
                sentences::bench_lay(),
                sentences::bench_lay_how(size(s.bend_mm), size(s.exit_mm)),
            ),
            (sentences::bench_in(), sentences::bench_in_how()),
            (sentences::bench_out(), sentences::bench_out_how()),
            (sentences::bench_look(), sentences::bench_look_how(tail())),
        ],
        Some(out) => vec![
            (
                sentences::bench_in_below(),
                sentences::bench_in_below_how(size(out)),
            ),
            (
                sentences::bench_turn(),
                sentences::bench_turn_how(size(s.exit_mm)),
            ),
            (
                sentences::bench_up(),
                sentences::bench_up_how(size(s.tip_mm)),
            ),
            (
                sentences::bench_look(),
                sentences::bench_look_hidden_how(tail()),
            ),
        ],
    };
    let step = |(what, how): (Said, Said)| BenchStep {
        what: what.text(units),
        how: how.text(units),
    };
    all.into_iter().map(step).collect()
}
