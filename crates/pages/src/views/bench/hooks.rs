//! The hooks of a box and the nominal ones, ranked for a bait.

use yarrowfen_core::Engine;
use yarrowfen_core::base::codes::Sits;
use yarrowfen_core::base::codes::{HookStyle, Wire};
use yarrowfen_core::base::{Dimension, UnitSystem, plain};
use yarrowfen_core::gear::hook::Judgement;
use yarrowfen_core::gear::seat::BenchBait;
use yarrowfen_core::own_box::{Item, NamedHook, named_hook};

use super::judge;
use crate::ask::bench::{BenchAsked, BenchForm};

/// Rows of the table of hooks.
const HOOKS: usize = 9;

/// A hook of the table.
pub struct HookRow {
    /// Number or measure.
    pub name: String,
    /// Cut.
    pub style: HookStyle,
    /// Gap and length.
    pub size: String,
    /// Hook over bait length.
    pub share: String,
    /// How it sits.
    pub sits: Sits,
    /// How many are in the box, and a word where they were not measured; nothing for a nominal one.
    pub own: String,
    /// The bench with this hook.
    pub href: String,
    /// Whether it is the one shown.
    pub here: bool,
}

/// The hooks of the box and the nominal ones of the style shown, best first;
/// the one shown is always among them.
pub(super) fn hooks(
    engine: &Engine,
    form: &BenchForm,
    a: &BenchAsked,
    bait: &BenchBait<'_>,
    things: &[&Item],
) -> Vec<HookRow> {
    let tables = engine.tables();
    let mut all: Vec<(Judgement, NamedHook, Option<&Item>)> = Vec::new();
    let mut put = |hook: NamedHook, item| {
        let same = |h: &(Judgement, NamedHook, Option<&Item>)| {
            h.1.label() == hook.label() && h.1.measures == hook.measures
        };
        if !all.iter().any(same) {
            all.push((judge(engine, a, bait, &hook), hook, item));
        }
    };
    for item in things {
        if let Some(hook) = named_hook(tables, &item.thing) {
            put(hook, Some(*item));
        }
    }
    put(a.hook.clone(), None);
    for size in &tables.hooks.size {
        if let Some(hook) = NamedHook::nominal(tables, &size.label, a.hook.style, Wire::Medium) {
            put(hook, None);
        }
    }
    let shown = |h: &NamedHook| h.label() == a.hook.label() && h.measures == a.hook.measures;
    // An own hook that is wide of the mark still beats nothing; the best come first.
    all.sort_by(|x, y| x.0.cost.total_cmp(&y.0.cost));
    let far = all
        .iter()
        .skip(HOOKS)
        .position(|h| shown(&h.1))
        .map(|at| at + HOOKS);
    let keep: Vec<usize> = (0..all.len().min(HOOKS)).chain(far).collect();
    keep.into_iter()
        .map(|at| {
            let (judged, hook, item) = &all[at];
            row(form, judged, hook, *item, shown(hook))
        })
        .collect()
}

fn row(
    form: &BenchForm,
    judged: &Judgement,
    hook: &NamedHook,
    item: Option<&Item>,
    here: bool,
) -> HookRow {
    let m = &hook.measures;
    let mm = |measured: bool, v: f64| {
        if measured {
            format!("{} mm", plain(v, 2))
        } else {
            String::new()
        }
    };
    let number = hook
        .number
        .as_ref()
        .map_or_else(String::new, |n| n.as_str().to_owned());
    let query = form.query_with(&[
        ("hook", &number),
        ("style", hook.style.code()),
        ("gap", &mm(hook.gap_measured || number.is_empty(), m.gap_mm)),
        (
            "long",
            &mm(hook.length_measured || number.is_empty(), m.length_mm),
        ),
    ]);
    let size = |v: f64| match form.units {
        UnitSystem::Metric => plain(v, 1),
        UnitSystem::Imperial => Dimension::Size.print(v, form.units).replace(" in", ""),
    };
    HookRow {
        name: if number.is_empty() {
            "own".into()
        } else {
            number
        },
        style: hook.style,
        size: format!("{} / {}", size(m.gap_mm), size(m.length_mm)),
        share: plain(judged.length_ratio, 2),
        sits: judged.sits,
        own: item.map_or_else(String::new, |i| {
            let measured = if hook.gap_measured { "" } else { ", by number" };
            format!("{}{measured}", i.count)
        }),
        href: format!("/bench?{query}"),
        here,
    }
}
