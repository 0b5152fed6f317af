//! Other hooks behind the same head.

use super::tries::{Try, with_head, with_hook};
use crate::base::codes::{HookStyle, Wire};
use crate::base::text::Arg;
use crate::choose::tied_on::TiedOn;
use crate::gear::hook::hides;
use crate::own_box::{HookNumber, NamedHook};
use crate::question::HookInHand;

/// Hooks that are sold in one cut, with the wire of the one in hand.
fn of_style(t: &TiedOn<'_>, style: HookStyle) -> impl Iterator<Item = NamedHook> {
    let (tables, wire) = (t.d.on.tables, t.hook.wire);
    let sizes = tables.hooks.size.iter();
    sizes.filter_map(move |s| NamedHook::nominal(tables, &s.label, style, wire))
}

/// Cuts that hide the point, or leave it open, as the one in hand does.
fn alike(t: &TiedOn<'_>) -> Vec<HookStyle> {
    let hidden = hides(t.hook.style);
    let mut all: Vec<HookStyle> = HookStyle::ALL
        .iter()
        .copied()
        .filter(|s| hides(*s) == hidden && *s != HookStyle::BellyWeighted)
        .collect();
    // Of two that do, the cut in hand.
    all.sort_by_key(|s| *s != t.hook.style);
    all
}

/// Hooks that are no longer than the bait bears, by a measure.
fn sorted(
    t: &TiedOn<'_>,
    styles: &[HookStyle],
    keep: impl Fn(&NamedHook) -> bool,
    by: impl Fn(&NamedHook) -> f64,
) -> Vec<Try> {
    let bait = t.d.on.request.bait.length_mm;
    let most = t.hook_asked().length_bounds().1 * bait;
    let mut found: Vec<NamedHook> = styles
        .iter()
        .flat_map(|style| of_style(t, *style))
        .filter(|h| h.measures.length_mm <= most && keep(h))
        .collect();
    found.sort_by(|a, b| by(a).total_cmp(&by(b)));
    let tried = |hook: &NamedHook| {
        let number: &HookNumber = hook.number.as_ref()?;
        let change = HookInHand {
            style: Some(hook.style),
            ..HookInHand::default()
        };
        Some(with_hook(t, Arg::Text(hook.label()), number, change))
    };
    found.iter().filter_map(tried).collect()
}

/// Hooks with more gap.
pub fn wider(t: &TiedOn<'_>) -> Vec<Try> {
    let now = t.hook.measures.gap_mm;
    let wider = |h: &NamedHook| h.measures.gap_mm > now;
    sorted(t, &alike(t), wider, |h| h.measures.gap_mm)
}

/// Hooks that reach further, their gap no less than this one's.
pub fn longer(t: &TiedOn<'_>) -> Vec<Try> {
    let now = t.hook.measures;
    let longer =
        |h: &NamedHook| h.measures.length_mm > now.length_mm && h.measures.gap_mm >= now.gap_mm;
    sorted(t, &alike(t), longer, |h| h.measures.length_mm)
}

/// Hooks that reach less far, those with the most gap first.
pub fn shorter(t: &TiedOn<'_>) -> Vec<Try> {
    let now = t.hook.measures.length_mm;
    let shorter = |h: &NamedHook| h.measures.length_mm < now;
    sorted(t, &alike(t), shorter, |h| -h.measures.gap_mm)
}

/// Hooks that hide their point, the one that is advised first.
pub fn hiding(t: &TiedOn<'_>) -> Vec<Try> {
    let fit = t.d.fit.measured;
    let styles = [HookStyle::WormOffset, HookStyle::WideGap];
    let off = |h: &NamedHook| {
        (h.measures.gap_mm - fit.gap_mm).abs() + 0.3 * (h.measures.length_mm - fit.length_mm).abs()
    };
    sorted(t, &styles, |_| true, off)
}

/// The same hook in other wire.
pub fn wire(t: &TiedOn<'_>, lighter: bool) -> Vec<Try> {
    let mut wires: Vec<Wire> = Wire::ALL
        .iter()
        .copied()
        .filter(|w| (*w < t.hook.wire) == lighter && *w != t.hook.wire)
        .collect();
    if lighter {
        wires.reverse();
    }
    let tried = |wire: &Wire| with_head(t, Arg::Word(wire.label()), |h| h.hook.wire = Some(*wire));
    wires.iter().map(tried).collect()
}
