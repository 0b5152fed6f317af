//! The bench for programs: the rig of a question, measured.

use crate::MODEL_VERSION;
use crate::answer::bench::{BenchAnswer, BenchHead, BenchHook, BenchSeat, BenchStep};
use crate::base::{grams, round};
use crate::choose::tied_on::TiedOn;
use crate::choose::{Chooser, Options};
use crate::engine::compose::{bait_measured, judged_tied_on};
use crate::explore::mend;
use crate::gear::hook::Judgement;
use crate::gear::seat::{BenchBait, Seated, head_size, seat, sits_at};
use crate::own_box::NamedHook;
use crate::question::PickRequest;
use crate::say;

/// Measures the rig in hand: its head and hook, or those that the answer ties on.
pub fn bench(chooser: &Chooser, question: &PickRequest, options: Options) -> BenchAnswer {
    mend::tied_on(chooser, question, options, |t| laid(t, options))
}

fn laid(t: &TiedOn<'_>, options: Options) -> BenchAnswer {
    let on = t.d.on;
    let bait = BenchBait::new(&on.request.bait, None, on.tables);
    let judged = t.hook_asked().judge(&t.hook.measures);
    let seated = seat(&bait, &t.hook.measures, t.hook.style, 0.0);
    let verdict = say::bench::verdict(&seated, &judged, &t.hook.measures, options.units);
    let steps = say::bench::steps(&seated, &bait, options.units);
    let step = |s: say::bench::BenchStep| BenchStep {
        what: s.what,
        how: s.how,
    };
    BenchAnswer {
        model: MODEL_VERSION.into(),
        rig: on.rig.code,
        bait: bait_measured(t.d),
        head: head(t),
        hook: BenchHook {
            sits: sits_at(&seated, &judged),
            ..hook(&t.hook, &judged)
        },
        seat: seat_told(&seated, verdict),
        steps: steps.into_iter().map(step).collect(),
        hooks: hooks(t, &bait),
        judged: judged_tied_on(t),
    }
}

fn head(t: &TiedOn<'_>) -> BenchHead {
    let g = grams(t.mass);
    let (length, height) = head_size(t.d.on.tables, t.shape.code, g, t.material);
    BenchHead {
        shape: t.shape.code,
        g: round(g, 3),
        material: t.material,
        length_mm: round(length, 1),
        height_mm: round(height, 1),
        tie: t.tie,
        eye: t.turn,
        eye_mm: round(t.eye_mm, 1),
        keeper: t.keeper,
    }
}

fn hook(named: &NamedHook, judged: &Judgement) -> BenchHook {
    BenchHook {
        size: named.number.as_ref().map(|n| n.as_str().to_owned().into()),
        style: named.style,
        wire: named.wire,
        gap_mm: round(named.measures.gap_mm, 2),
        length_mm: round(named.measures.length_mm, 2),
        measured: named.gap_measured && named.length_measured,
        sits: judged.sits,
        wanted_gap_mm: round(judged.wanted_gap_mm, 2),
        length_share: round(judged.length_ratio, 3),
        wanted_share: round(judged.target_ratio, 3),
        cost: round(judged.cost, 3),
    }
}

fn seat_told(s: &Seated, text: crate::answer::Text) -> BenchSeat {
    let mm = |v: f64| round(v, 2);
    BenchSeat {
        hidden: s.hidden,
        entry_mm: mm(s.entry_mm),
        out_mm: s.out_mm.map(mm),
        bend_mm: mm(s.bend_mm),
        exit_mm: mm(s.exit_mm),
        tip_mm: mm(s.tip_mm),
        depth_mm: mm(s.depth_mm),
        free_mm: mm(s.free_mm),
        pressed_mm: mm(s.pressed_mm),
        clear_of_tail_mm: mm(s.clear_of_tail_mm),
        text,
    }
}

/// The hooks that are sold in the cut of the one tied on, the best first.
fn hooks(t: &TiedOn<'_>, bait: &BenchBait<'_>) -> Vec<BenchHook> {
    let tables = t.d.on.tables;
    let named = |label: &str| NamedHook::nominal(tables, label, t.hook.style, t.hook.wire);
    let sizes = tables.hooks.size.iter();
    let mut all: Vec<BenchHook> = sizes
        .filter_map(|size| named(&size.label))
        .map(|named| {
            let judged = t.hook_asked().judge(&named.measures);
            let seated = seat(bait, &named.measures, named.style, 0.0);
            BenchHook {
                sits: sits_at(&seated, &judged),
                ..hook(&named, &judged)
            }
        })
        .collect();
    all.sort_by(|a, b| a.cost.total_cmp(&b.cost));
    all
}
