//! What a box lacks most: the fewest things that would serve the most of an
//! angler's own situations, by greedy set cover.

use std::collections::BTreeMap;

use serde::Serialize;

use crate::codes::{HookStyle, Shape, Wire};
use crate::own::{Item, NamedHook, Thing, named_hook};
use crate::pick::from_box::hooks_fish;
use crate::pick::needs::Needs;
use crate::pick::setting::{Rigged, Setting};
use crate::pick::window::choose;
use crate::pick::work::Work;
use crate::pick::{Engine, Options};
use crate::request::PickRequest;
use crate::tackle::hook::Judgement;
use crate::units::grams;

/// Situations that are looked at, the first given first.
pub const MOST_SITUATIONS: usize = 150;
/// Things on the list.
const MOST_BUYS: usize = 8;
/// How much worse than the best a shape may suit and still be fished.
const NEAR_SHAPE: f64 = 0.6;

/// A kept pick or a saved water, as a situation to be served.
#[derive(Debug, Clone)]
pub struct Situation<'r> {
    /// Its name.
    pub name: String,
    /// The question.
    pub request: &'r PickRequest,
}

/// What a box lacks, and what of it lies idle.
#[derive(Debug, Clone, PartialEq, Serialize)]
pub struct Gaps {
    /// How many situations were looked at.
    pub situations: usize,
    /// How many the box serves now.
    pub served: usize,
    /// What would serve the most of the others, one after the other.
    pub buys: Vec<Buy>,
    /// Situations that no single head serves, with what crosses there.
    pub unservable: Vec<String>,
    /// Places of the things that serve none of the situations.
    pub idle: Vec<usize>,
}

/// A thing to buy.
#[derive(Debug, Clone, PartialEq, Serialize)]
pub struct Buy {
    /// `1/8 oz mushroom, hook 1/0 short shank`.
    pub what: String,
    /// The situations that it would newly serve.
    pub serves: Vec<String>,
    /// Why this one: what the nearest thing in the box misses.
    pub why: String,
}

/// A situation with all that decides whether a head serves it.
struct Task<'a> {
    name: String,
    work: Work<'a>,
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
    fn new(engine: &'a Engine, situation: &Situation<'a>, options: Options) -> Self {
        let rig = match situation.request.rig {
            Some(rig) => rig,
            None => engine.pick(situation.request, options).rig,
        };
        let work = engine.work(situation.request, options, rig);
        let (windows, ideal, hook) = {
            let v = work.verdict();
            let rung = &work.rungs[v.choice.rung];
            let hook = HookWanted {
                size: v.hook.size.to_string(),
                style: v.hook.style,
                hook: NamedHook::nominal(work.tables, &v.hook.size, v.hook.style, Wire::Medium),
            };
            let ideal = HeadWanted {
                label: rung.label,
                g: grams(rung.mass),
                shape: work.shape_at(&work.conditions).code,
            };
            (windows(&work), ideal, hook)
        };
        Self {
            name: situation.name.clone(),
            work,
            windows,
            ideal,
            hook,
        }
    }

    fn judge(&self, hook: &NamedHook) -> Judgement {
        self.work.hook_asked().judge(&hook.measures)
    }

    fn hook_serves(&self, hook: &NamedHook) -> bool {
        hooks_fish(self.judge(hook).sits) && !self.work.stands_open(hook.style)
    }

    fn head_serves(&self, shape: Shape, g: f64, hook: Option<&NamedHook>) -> bool {
        let window = self.windows.get(&shape);
        window.is_some_and(|(least, most)| (*least..=*most).contains(&g))
            && (self.work.rig.separate_hook || hook.is_none_or(|h| self.hook_serves(h)))
    }
}

/// The window of each shape that the place lets one fish.
fn windows(work: &Work<'_>) -> BTreeMap<Shape, (f64, f64)> {
    let c = &work.conditions;
    let (school, _) = work.school(c);
    let ranked = work.shapes.ranked(c.current_mps, c.retrieve_mps);
    let best = ranked.first().map_or(0.0, |r| r.0);
    let hook = work.verdict().fit.measured.mass();
    let near = ranked.iter().filter(|r| best - r.0 <= NEAR_SHAPE);
    near.map(|(_, row)| {
        let rigged = Rigged::new(&work.bait, hook, row, work.rig.posture, work.tables);
        let needs = Needs {
            setting: Setting::new(&work.ground, c, work.water, school),
            shapes: vec![&rigged],
            fall: &work.tables.conditions.fall,
        };
        let choice = choose(&needs, work.rungs);
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
    fn what(&self) -> String {
        match self {
            Self::Head(h, None) => format!("{} {}", h.label, h.shape),
            Self::Head(h, Some(k)) => {
                format!("{} {}, hook {} {}", h.label, h.shape, k.size, k.style)
            }
            Self::Hook(k) => format!("hook {} {}", k.size, k.style),
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

impl Engine {
    /// What a box lacks for situations, and what of it lies idle.
    #[must_use]
    pub fn gaps(&self, situations: &[Situation<'_>], things: &[&Item], options: Options) -> Gaps {
        let options = Options {
            others: true,
            explain: false,
            ..options
        };
        let tasks: Vec<Task<'_>> = situations
            .iter()
            .take(MOST_SITUATIONS)
            .map(|s| Task::new(self, s, options))
            .collect();
        let owned = Owned::of(self, things);
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
        Gaps {
            situations: tasks.len(),
            served,
            buys: cover(open),
            unservable,
            idle: owned.idle(&tasks),
        }
    }
}

/// The greedy cover: each time what newly serves the most, of equals the first
/// met. At most 1 + ln n times as long as the shortest list.
fn cover(mut open: Vec<Need<'_, '_>>) -> Vec<Buy> {
    let mut buys = Vec::new();
    while !open.is_empty() && buys.len() < MOST_BUYS {
        let offers = open.iter().map(|n| match n.what {
            Wants::Head => {
                let hook = (!n.task.work.rig.separate_hook).then(|| n.task.hook.clone());
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
        let why = now.first().map_or_else(String::new, |n| n.task.why(n.what));
        buys.push(Buy {
            what: best.what(),
            serves,
            why,
        });
        open = rest;
    }
    buys
}

impl Task<'_> {
    fn why(&self, what: Wants) -> String {
        match what {
            Wants::Head => {
                let (least, most) = self
                    .windows
                    .get(&self.ideal.shape)
                    .copied()
                    .unwrap_or((0.0, 0.0));
                format!(
                    "the window there runs from {} to {} g, and no head of yours with a hook that fits lies in it",
                    crate::units::plain(least, 1),
                    crate::units::plain(most, 1)
                )
            }
            Wants::Hook => "no hook of yours leaves its point free in that bait".into(),
        }
    }
}

/// Heads and hooks of a box with their measures.
struct Owned {
    heads: Vec<(usize, Shape, f64, Option<NamedHook>)>,
    hooks: Vec<(usize, NamedHook)>,
}

impl Owned {
    fn of(engine: &Engine, things: &[&Item]) -> Self {
        let (mut heads, mut hooks) = (Vec::new(), Vec::new());
        for (at, item) in things.iter().enumerate() {
            let hook = named_hook(engine.tables(), &item.thing);
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
            !task.work.rig.separate_hook || self.hooks.iter().any(|(_, h)| task.hook_serves(h));
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
            let serves = |t: &Task<'_>| t.work.rig.separate_hook && t.hook_serves(h);
            !tasks.iter().any(serves)
        });
        heads.map(|h| h.0).chain(hooks.map(|h| h.0)).collect()
    }
}
