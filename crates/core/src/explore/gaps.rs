//! What a box lacks most: the fewest things that would serve the most of an
//! angler's own situations, by greedy set cover.

use std::collections::BTreeMap;

use crate::base::codes::{HookStyle, Shape, Wire};
use crate::base::grams;
use crate::base::text::{Arg, Said, sentences};
use crate::choose::decision::Decision;
use crate::choose::needs::Needs;
use crate::choose::rig_on_question::RigOnQuestion;
use crate::choose::rigged::Rigged;
use crate::choose::window::choose;
use crate::choose::{Chooser, Options};
use crate::explore::from_box::hooks_fish;
use crate::gear::hook::Judgement;
use crate::own_box::{Item, NamedHook, Thing, named_hook};
use crate::question::PickRequest;
use crate::tables::Tables;

/// Situations that are looked at, the first given first.
pub const MOST_SITUATIONS: usize = 150;
/// Things on the list.
const MOST_BUYS: usize = 8;

/// A kept pick or a saved water, as a situation to be served.
#[derive(Debug, Clone)]
pub struct Situation<'r> {
    /// Its name.
    pub name: String,
    /// The question.
    pub request: &'r PickRequest,
}

/// What a box lacks, before it is put in words.
#[derive(Debug)]
pub struct GapsFound {
    /// How many situations were looked at.
    pub situations: usize,
    /// How many the box serves now.
    pub served: usize,
    /// What would serve the most of the others, one after the other.
    pub buys: Vec<BuyFound>,
    /// Situations that no single head serves.
    pub unservable: Vec<String>,
    /// Places of the things that serve none of the situations.
    pub idle: Vec<usize>,
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
}

/// A situation with all that decides whether a head serves it.
struct Task<'a> {
    name: String,
    on: RigOnQuestion<'a>,
    /// Window in grams by shape, of those that are fished here.
    windows: BTreeMap<Shape, (f64, f64)>,
    ideal: HeadWanted,
    hook: HookWanted,
}

#[derive(Debug, Clone, PartialEq)]
struct HeadWanted {
    label: &'static str,
    g: f64,
    shape: Shape,
}

#[derive(Debug, Clone, PartialEq)]
struct HookWanted {
    size: String,
    style: HookStyle,
    hook: Option<NamedHook>,
}

impl<'a> Task<'a> {
    fn new(chooser: &'a Chooser, situation: &Situation<'a>, options: Options) -> Self {
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

    fn hook_serves(&self, hook: &NamedHook) -> bool {
        hooks_fish(self.judge(hook).sits) && !self.on.stands_open(hook.style)
    }

    fn head_serves(&self, shape: Shape, g: f64, hook: Option<&NamedHook>) -> bool {
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
    let hook = d.fit.measured.mass();
    let near = ranked
        .iter()
        .filter(|r| best - r.0 <= on.tables.conditions.shape.serves);
    near.map(|(_, row)| {
        let rigged = Rigged::new(&on.bait, hook, row, on.rig.posture, on.tables);
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
        (row.code, span)
    })
    .collect()
}

/// What may be bought: a head with its hook, or a hook for a head without.
#[derive(Debug, Clone, PartialEq)]
enum Offer {
    Head(HeadWanted, Option<HookWanted>),
    Hook(HookWanted),
}

impl Offer {
    fn what(&self) -> Said {
        let text = |s: &str| Arg::Text(s.to_owned());
        match self {
            Self::Head(h, None) => {
                sentences::buy_head(Arg::Word(h.label), Arg::Word(h.shape.label()))
            }
            Self::Head(h, Some(k)) => sentences::buy_head_hook(
                Arg::Word(h.label),
                Arg::Word(h.shape.label()),
                text(&k.size),
                Arg::Word(k.style.label()),
            ),
            Self::Hook(k) => sentences::buy_hook(text(&k.size), Arg::Word(k.style.label())),
        }
    }
    fn serves(&self, need: &Need<'_, '_>) -> bool {
        match (self, need.what) {
            (Self::Head(h, hook), Wants::Head) => {
                let hook = hook.as_ref().and_then(|k| k.hook.as_ref());
                need.task.head_serves(h.shape, h.g, hook)
            }
            (Self::Hook(k), Wants::Hook) => k
                .hook
                .as_ref()
                .is_some_and(|hook| need.task.hook_serves(hook)),
            _ => false,
        }
    }
}

#[derive(Debug, Clone, Copy, PartialEq)]
enum Wants {
    Head,
    Hook,
}

/// One thing that one situation needs.
struct Need<'t, 'a> {
    task: &'t Task<'a>,
    what: Wants,
}

/// What a box lacks for situations, and what of it lies idle.
#[must_use]
pub fn gaps(
    chooser: &Chooser,
    situations: &[Situation<'_>],
    things: &[&Item],
    options: Options,
) -> GapsFound {
    let tasks: Vec<Task<'_>> = situations
        .iter()
        .take(MOST_SITUATIONS)
        .map(|s| Task::new(chooser, s, options))
        .collect();
    let owned = Owned::of(&chooser.tables, things);
    let mut open: Vec<Need<'_, '_>> = Vec::new();
    let (mut served, mut unservable) = (0, Vec::new());
    for task in &tasks {
        let lacks = owned.lacks(task);
        served += usize::from(lacks.is_empty());
        let ideal = Offer::Head(task.ideal.clone(), Some(task.hook.clone()));
        let need = |what| Need { task, what };
        if lacks.contains(&Wants::Head) && !ideal.serves(&need(Wants::Head)) {
            unservable.push(task.name.clone());
        } else {
            open.extend(lacks.into_iter().map(need));
        }
    }
    GapsFound {
        situations: tasks.len(),
        served,
        buys: cover(open),
        unservable,
        idle: owned.idle(&tasks),
    }
}

/// The greedy cover: each time what newly serves the most, of equals the first
/// met. At most 1 + ln n times as long as the shortest list.
fn cover(mut open: Vec<Need<'_, '_>>) -> Vec<BuyFound> {
    let mut buys = Vec::new();
    while !open.is_empty() && buys.len() < MOST_BUYS {
        let offers = open.iter().map(|n| match n.what {
            Wants::Head => {
                let hook = (!n.task.on.rig.separate_hook).then(|| n.task.hook.clone());
                Offer::Head(n.task.ideal.clone(), hook)
            }
            Wants::Hook => Offer::Hook(n.task.hook.clone()),
        });
        let count = |o: &Offer| open.iter().filter(|n| o.serves(n)).count();
        let best = offers.fold(None, |best: Option<(usize, Offer)>, offer| {
            let serves = count(&offer);
            match best {
                Some((most, _)) if most >= serves => best,
                _ => Some((serves, offer)),
            }
        });
        let Some((1.., best)) = best else { break };
        let (now, rest): (Vec<_>, Vec<_>) = open.into_iter().partition(|n| best.serves(n));
        let mut serves: Vec<String> = now.iter().map(|n| n.task.name.clone()).collect();
        serves.dedup();
        // What was bought serves at least the situation that it was offered for.
        let Some(first) = now.first() else { break };
        let why = first.task.why(first.what);
        buys.push(BuyFound {
            what: best.what(),
            serves,
            why,
        });
        open = rest;
    }
    buys
}

impl Task<'_> {
    fn why(&self, what: Wants) -> Said {
        let grams = |g: f64| Arg::Number(g, 1);
        match (what, self.windows.get(&self.ideal.shape)) {
            (Wants::Head, Some((least, most))) => {
                sentences::why_buy_head(grams(*least), grams(*most))
            }
            // The ideal head's shape is the best, and so has a window.
            (Wants::Head, None) | (Wants::Hook, _) => sentences::why_buy_hook(),
        }
    }
}

/// Heads and hooks of a box with their measures.
struct Owned {
    heads: Vec<(usize, Shape, f64, Option<NamedHook>)>,
    hooks: Vec<(usize, NamedHook)>,
}

impl Owned {
    fn of(tables: &Tables, things: &[&Item]) -> Self {
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

    fn lacks(&self, task: &Task<'_>) -> Vec<Wants> {
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

    fn idle(&self, tasks: &[Task<'_>]) -> Vec<usize> {
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
