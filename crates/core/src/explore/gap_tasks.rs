//! Situations that a box is held against, and what of the box serves them.

use std::cell::RefCell;
use std::collections::{BTreeMap, BTreeSet};
use std::rc::Rc;

use crate::base::codes::{HookStyle, LowerBound, Material, School, Shape, UpperBound, Wire};
use crate::base::grams;
use crate::base::text::{Arg, Said};
use crate::choose::needs::Needs;
use crate::choose::rig_on_question::RigOnQuestion;
use crate::choose::setting::Conditions;
use crate::choose::window::{Crossed, choose};
use crate::choose::{Chooser, Options};
use crate::explore::from_box::hooks_fish;
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
    /// Window in grams by shape, of those that are fished here, in the metal asked for.
    pub(super) windows: Rc<Windows>,
    /// The same in other metals.
    others: RefCell<BTreeMap<Material, Rc<Windows>>>,
    school: School,
    pub(super) ideal: HeadWanted,
    pub(super) hook: HookWanted,
    /// The needs of the ideal head that cross; none where one weight does everything.
    pub(super) crossed: Option<NeedsCrossed>,
}

/// Two needs that no weight meets both: the one that asks for more, and the one for less.
pub type NeedsCrossed = (LowerBound, UpperBound);

/// From which to which weight, g, a head of a shape does what is asked.
type Windows = BTreeMap<Shape, (f64, f64)>;

#[derive(Debug, Clone, PartialEq)]
pub(super) struct HeadWanted {
    pub(super) label: &'static str,
    pub(super) g: f64,
    pub(super) shape: Shape,
    pub(super) material: Material,
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
        let (windows, school, ideal, hook, crossed) = {
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
                material: on.conditions.material,
            };
            let windows = windows(&on, d.school, on.conditions.material);
            let bounds = (d.choice.lower.1, d.choice.upper.1);
            let crossed = (d.choice.crossed == Crossed::Bounds).then_some(bounds);
            (windows, d.school, ideal, hook, crossed)
        };
        Self {
            at,
            name: situation.name.clone(),
            on,
            windows: Rc::new(windows),
            others: RefCell::default(),
            school,
            ideal,
            hook,
            crossed,
        }
    }

    pub(super) fn hook_serves(&self, hook: &NamedHook) -> bool {
        hook_fishes(&self.on, hook)
    }

    /// The windows of heads of a metal, computed when they are first asked for.
    fn windows_in(&self, metal: Material) -> Rc<Windows> {
        if metal == self.on.conditions.material {
            return Rc::clone(&self.windows);
        }
        let mut others = self.others.borrow_mut();
        let new = || Rc::new(windows(&self.on, self.school, metal));
        Rc::clone(others.entry(metal).or_insert_with(new))
    }

    /// Whether a head of a shape, metal and weight, g, serves, with its hook where it carries one.
    pub(super) fn head_serves(
        &self,
        (shape, material, g): (Shape, Material, f64),
        hook: Option<&NamedHook>,
    ) -> bool {
        let windows = self.windows_in(material);
        let window = windows.get(&shape);
        self.on.takes_metal(material)
            && window.is_some_and(|(least, most)| (*least..=*most).contains(&g))
            && carried_fishes(&self.on, hook)
    }
}

impl HeadWanted {
    /// Its weight as it is sold, in its metal.
    pub(super) fn sold(&self) -> Arg {
        Arg::sold(self.label.into(), self.material)
    }
}

/// Whether an own hook does its work in this bait and cover.
pub(super) fn hook_fishes(on: &RigOnQuestion<'_>, hook: &NamedHook) -> bool {
    hooks_fish(on.hook_asked().sits(&hook.measures)) && !on.stands_open(hook.style)
}

/// Whether a head can be fished with the hook that it carries; where another is tied on, or
/// where nobody knows how large it is, nothing speaks against it.
pub(super) fn carried_fishes(on: &RigOnQuestion<'_>, hook: Option<&NamedHook>) -> bool {
    on.rig.separate_hook || hook.is_none_or(|h| hook_fishes(on, h))
}

/// The window of each shape that the place lets one fish, cast from a metal.
fn windows(on: &RigOnQuestion<'_>, school: School, material: Material) -> Windows {
    let c = &Conditions {
        material,
        ..on.conditions
    };
    let ranked = on.shapes.ranked(c.current_mps, c.retrieve_mps);
    let best = ranked.first().map_or(0.0, |r| r.0);
    let near = ranked
        .iter()
        .filter(|r| best - r.0 <= on.tables.conditions.shape.serves);
    near.filter_map(|(_, row)| {
        // The very shape that Pick's window is computed with.
        let rigged = *on.rigged_of(row.code)?;
        let needs = Needs {
            setting: on.setting(c, school),
            shapes: vec![rigged],
            fall: &on.tables.conditions.fall,
            tolerance: &on.tables.conditions.tolerance,
        };
        let choice = choose(&needs, on.rungs);
        // A hair of room, so that the rung computed from is within its own window.
        let room = 1e-6;
        let span = (
            grams(choice.passes.0) * (1.0 - room),
            grams(choice.passes.1) * (1.0 + room),
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

/// Heads of one shape, weight and hook, or hooks of one cut and measures: what one of them
/// serves, all of them serve.
struct Alike<T> {
    one: T,
    /// Their places among the things of the box.
    at: Vec<usize>,
}

/// What tells a hook from those that serve the same: its cut and the bits of its measures.
type HookBits = (HookStyle, [u64; 3]);

fn bits(hook: &NamedHook) -> HookBits {
    let m = &hook.measures;
    let measures = [m.gap_mm, m.length_mm, m.wire_mm].map(f64::to_bits);
    (hook.style, measures)
}

/// Things by what tells them apart, each with its place.
fn alike<K: Ord, T>(things: impl Iterator<Item = (usize, K, T)>) -> Vec<Alike<T>> {
    let mut kinds: BTreeMap<K, Alike<T>> = BTreeMap::new();
    for (at, key, one) in things {
        let new = || Alike {
            one,
            at: Vec::new(),
        };
        kinds.entry(key).or_insert_with(new).at.push(at);
    }
    kinds.into_values().collect()
}

/// A head of a box by what decides whether it serves.
pub(super) struct OwnHead {
    shape: Shape,
    pub(super) material: Material,
    /// Its weight, g.
    pub(super) g: f64,
    hook: Option<NamedHook>,
}

/// Heads and hooks of a box with their measures: a box of thousands has some dozens that differ.
pub(super) struct Owned {
    /// By shape, of a shape by metal, and of a metal the lightest first.
    heads: Vec<Alike<OwnHead>>,
    hooks: Vec<Alike<NamedHook>>,
    /// The metals of its heads.
    metals: BTreeSet<Material>,
}

/// What of a box serves a situation: places among the kinds.
pub(super) struct Serving {
    heads: Vec<usize>,
    hooks: Vec<usize>,
    /// What it lacks.
    pub(super) lacks: Vec<Wants>,
}

impl Owned {
    pub(super) fn of(tables: &Tables, things: &[&Item]) -> Self {
        let places = || things.iter().enumerate();
        let heads = places().filter_map(|(at, item)| {
            let Thing::Head(h) = &item.thing else {
                return None;
            };
            let hook = named_hook(tables, &item.thing);
            let own = OwnHead {
                shape: h.shape,
                material: h.material,
                g: h.weight.grams(),
                hook,
            };
            let hook = own.hook.as_ref().map(bits);
            let key = (own.shape, own.material, own.g.to_bits(), hook);
            Some((at, key, own))
        });
        let hooks = places().filter_map(|(at, item)| {
            let Thing::Hook(_) = &item.thing else {
                return None;
            };
            let hook = named_hook(tables, &item.thing)?;
            Some((at, bits(&hook), hook))
        });
        let heads = alike(heads);
        Self {
            metals: heads.iter().map(|kind| kind.one.material).collect(),
            heads,
            hooks: alike(hooks),
        }
    }

    /// The kinds of heads of a shape and metal from one weight to another, g.
    fn heads_within(
        &self,
        of: (Shape, Material),
        (least, most): (f64, f64),
    ) -> impl Iterator<Item = (usize, &OwnHead)> {
        let before = |bound: f64, with: bool| {
            self.heads.partition_point(|kind| {
                let own = (kind.one.shape, kind.one.material);
                own < of || (own == of && (kind.one.g < bound || (with && kind.one.g == bound)))
            })
        };
        let from = before(least, false);
        let within = &self.heads[from..before(most, true).max(from)];
        (from..).zip(within.iter().map(|kind| &kind.one))
    }

    /// The metals of its heads that may be tied on.
    fn metals(&self, on: &RigOnQuestion<'_>) -> impl Iterator<Item = Material> {
        let all = self.metals.iter().copied();
        all.filter(|metal| on.takes_metal(*metal))
    }

    /// Heads of a shape from one weight to another, g, whose hooks do their work.
    pub(super) fn fishing<'o>(
        &'o self,
        on: &'o RigOnQuestion<'_>,
        shape: Shape,
        within: (f64, f64),
    ) -> impl Iterator<Item = &'o OwnHead> {
        self.metals(on)
            .flat_map(move |metal| self.heads_within((shape, metal), within))
            .map(|head| head.1)
            .filter(|head| carried_fishes(on, head.hook.as_ref()))
    }

    /// Whether there is a hook for a rig that ties it on apart; all others need none.
    pub(super) fn has_hook(&self, on: &RigOnQuestion<'_>) -> bool {
        !on.rig.separate_hook || self.hooks.iter().any(|kind| hook_fishes(on, &kind.one))
    }

    /// What of the box serves a situation.
    pub(super) fn serving(&self, task: &Task<'_>) -> Serving {
        let mut heads = Vec::new();
        for metal in self.metals(&task.on) {
            // Each in the window of its own metal: what is heavier for its size falls faster.
            for (shape, window) in &*task.windows_in(metal) {
                let within = self.heads_within((*shape, metal), *window);
                let fishing = within.filter(|h| carried_fishes(&task.on, h.1.hook.as_ref()));
                heads.extend(fishing.map(|h| h.0));
            }
        }
        heads.sort_unstable();
        let separate = task.on.rig.separate_hook;
        let hooks = self.hooks.iter().enumerate();
        let hooks = hooks.filter(|(_, kind)| separate && task.hook_serves(&kind.one));
        let hooks: Vec<usize> = hooks.map(|k| k.0).collect();
        let mut lacks = Vec::new();
        if heads.is_empty() {
            lacks.push(Wants::Head);
        }
        if separate && hooks.is_empty() {
            lacks.push(Wants::Hook);
        }
        Serving {
            heads,
            hooks,
            lacks,
        }
    }

    /// Weights of the own heads that serve a situation, g.
    pub(super) fn weights<'o>(&'o self, serving: &'o Serving) -> impl Iterator<Item = f64> + 'o {
        serving.heads.iter().map(|kind| self.heads[*kind].one.g)
    }

    /// Places of the heads, and then of the hooks, that serve none of the situations.
    pub(super) fn idle(&self, all: &[Serving]) -> Vec<usize> {
        let used = |which: fn(&Serving) -> &[usize]| -> BTreeSet<usize> {
            all.iter().flat_map(which).copied().collect()
        };
        let heads = unused(&self.heads, &used(|s| &s.heads));
        let hooks = unused(&self.hooks, &used(|s| &s.hooks));
        [heads, hooks].concat()
    }
}

/// Places of the things of no used kind, in their order.
fn unused<T>(kinds: &[Alike<T>], used: &BTreeSet<usize>) -> Vec<usize> {
    let idle = kinds
        .iter()
        .enumerate()
        .filter(|(kind, _)| !used.contains(kind));
    let mut at: Vec<usize> = idle.flat_map(|(_, kind)| kind.at.iter().copied()).collect();
    at.sort_unstable();
    at
}
