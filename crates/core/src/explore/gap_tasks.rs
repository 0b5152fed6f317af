//! Situations that a box is held against, and what of the box serves them.

use std::collections::BTreeMap;

use crate::base::codes::{HookStyle, Shape, Wire};
use crate::base::grams;
use crate::base::text::Said;
use crate::choose::decision::Decision;
use crate::choose::needs::Needs;
use crate::choose::rig_on_question::RigOnQuestion;
use crate::choose::window::choose;
use crate::choose::{Chooser, Options};
use crate::explore::from_box::hooks_fish;
use crate::gear::hook::Judgement;
use crate::own_box::{Item, NamedHook, Thing, named_hook};
use crate::question::PickRequest;
use crate::tables::Tables;

/// A kept pick or a saved water, as a situation to be served.
#[derive(Debug, Clone)]
pub struct Situation<'r> {
    /// Its name.
    pub name: String,
    /// The question.
    pub request: &'r PickRequest,
}

/// A thing to buy.
#[derive(Debug)]
pub struct BuyFound {
    /// What it is.
    pub what: Said,
    /// The situations that it would newly serve.
    pub serves: Vec<String>,
    /// Why this one.
    pub why: Said,
    /// Weight of the head, where it is one, g.
    pub head_g: Option<f64>,
    /// The places of those situations among all.
    pub at: Vec<usize>,
}

/// A situation with all that decides whether a head serves it.
pub(super) struct Task<'a> {
    /// Its place among all.
    pub(super) at: usize,
    pub(super) name: String,
    pub(super) on: RigOnQuestion<'a>,
    /// Window in grams by shape, of those that are fished here.
    pub(super) windows: BTreeMap<Shape, (f64, f64)>,
    pub(super) ideal: HeadWanted,
    pub(super) hook: HookWanted,
}

#[derive(Debug, Clone, PartialEq)]
pub(super) struct HeadWanted {
    pub(super) label: &'static str,
    pub(super) g: f64,
    pub(super) shape: Shape,
}

#[derive(Debug, Clone, PartialEq)]
pub(super) struct HookWanted {
    pub(super) size: String,
    pub(super) style: HookStyle,
    pub(super) hook: Option<NamedHook>,
}

impl<'a> Task<'a> {
    pub(super) fn new(
        chooser: &'a Chooser,
        (at, situation): (usize, &Situation<'a>),
        options: Options,
    ) -> Self {
        let rig = chooser.rig_for(situation.request, options);
        let on = chooser.rig_on(situation.request, options, rig);
        let (windows, ideal, hook) = {
            let d = on.decide();
            let rung = d.rung();
            let hook = HookWanted {
                size: d.hook.size.to_string(),
                style: d.hook.style,
                hook: NamedHook::nominal(on.tables, &d.hook.size, d.hook.style, Wire::Medium),
            };
            let ideal = HeadWanted {
                label: rung.label,
                g: grams(rung.mass),
                shape: d.shape.code,
            };
            (windows(&d), ideal, hook)
        };
        Self {
            at,
            name: situation.name.clone(),
            on,
            windows,
            ideal,
            hook,
        }
    }

    fn judge(&self, hook: &NamedHook) -> Judgement {
        self.on.hook_asked().judge(&hook.measures)
    }

    pub(super) fn hook_serves(&self, hook: &NamedHook) -> bool {
        hooks_fish(self.judge(hook).sits) && !self.on.stands_open(hook.style)
    }

    pub(super) fn head_serves(&self, shape: Shape, g: f64, hook: Option<&NamedHook>) -> bool {
        let window = self.windows.get(&shape);
        window.is_some_and(|(least, most)| (*least..=*most).contains(&g))
            && (self.on.rig.separate_hook || hook.is_none_or(|h| self.hook_serves(h)))
    }
}

/// The window of each shape that the place lets one fish.
fn windows(d: &Decision<'_>) -> BTreeMap<Shape, (f64, f64)> {
    let on = d.on;
    let c = &on.conditions;
    let ranked = on.shapes.ranked(c.current_mps, c.retrieve_mps);
    let best = ranked.first().map_or(0.0, |r| r.0);
    let near = ranked
        .iter()
        .filter(|r| best - r.0 <= on.tables.conditions.shape.serves);
    near.filter_map(|(_, row)| {
        // The very shape that Pick's window is computed with.
        let rigged = *on.rigged_of(row.code)?;
        let needs = Needs {
            setting: on.setting(c, d.school),
            shapes: vec![rigged],
            fall: &on.tables.conditions.fall,
        };
        let choice = choose(&needs, on.rungs);
        // A hair of room, so that the rung computed from is within its own window.
        let room = 1e-6;
        let span = (
            grams(choice.lower.0) * (1.0 - room),
            grams(choice.upper.0) * (1.0 + room),
        );
        Some((row.code, span))
    })
    .collect()
}

#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) enum Wants {
    Head,
    Hook,
}

/// Heads and hooks of a box with their measures.
pub(super) struct Owned {
    heads: Vec<(usize, Shape, f64, Option<NamedHook>)>,
    hooks: Vec<(usize, NamedHook)>,
}

impl Owned {
    pub(super) fn of(tables: &Tables, things: &[&Item]) -> Self {
        let (mut heads, mut hooks) = (Vec::new(), Vec::new());
        for (at, item) in things.iter().enumerate() {
            let hook = named_hook(tables, &item.thing);
            match (&item.thing, hook) {
                (Thing::Head(h), hook) => heads.push((at, h.shape, h.weight.grams(), hook)),
                (Thing::Hook(_), Some(hook)) => hooks.push((at, hook)),
                _ => {}
            }
        }
        Self { heads, hooks }
    }

    /// Weights of the own heads that serve a situation, g.
    pub(super) fn serving(&self, task: &Task<'_>) -> Vec<f64> {
        let serves =
            |h: &&(usize, Shape, f64, Option<NamedHook>)| task.head_serves(h.1, h.2, h.3.as_ref());
        self.heads.iter().filter(serves).map(|h| h.2).collect()
    }

    pub(super) fn lacks(&self, task: &Task<'_>) -> Vec<Wants> {
        let head = self
            .heads
            .iter()
            .any(|(_, shape, g, hook)| task.head_serves(*shape, *g, hook.as_ref()));
        let hook =
            !task.on.rig.separate_hook || self.hooks.iter().any(|(_, h)| task.hook_serves(h));
        let mut lacks = Vec::new();
        if !head {
            lacks.push(Wants::Head);
        }
        if !hook {
            lacks.push(Wants::Hook);
        }
        lacks
    }

    pub(super) fn idle(&self, tasks: &[Task<'_>]) -> Vec<usize> {
        let heads = self.heads.iter().filter(|(_, shape, g, hook)| {
            !tasks
                .iter()
                .any(|t| t.head_serves(*shape, *g, hook.as_ref()))
        });
        let hooks = self.hooks.iter().filter(|(_, h)| {
            let serves = |t: &Task<'_>| t.on.rig.separate_hook && t.hook_serves(h);
            !tasks.iter().any(serves)
        });
        heads.map(|h| h.0).chain(hooks.map(|h| h.0)).collect()
    }
}
