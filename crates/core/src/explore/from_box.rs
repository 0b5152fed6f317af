//! What of an angler's own box serves an answer: which head, how far it is
//! from the ideal and what that costs; else the nearest, and what is missing.

use crate::base::codes::{HookStyle, LowerBound, Material, Shape, Sits, UpperBound};
use crate::base::maths;
use crate::base::{Mass, grams};
use crate::choose::decision::Decision;
use crate::choose::needs::Needs;
use crate::choose::rig_on_question::RigOnQuestion;
use crate::choose::rigged::Rigged;
use crate::choose::setting::Conditions;
use crate::choose::window::choose;
use crate::explore::tools::{ToolFound, lines, rods};
use crate::gear::hook::Judgement;
use crate::own_box::{BoxIndex, Head, Item, NamedHook, Thing, named_hook};
use crate::physics::sink::Fall;
use uom::si::mass::gram;

/// Own heads that are shown.
const SHOWN: usize = 4;
/// Heads whose hooks are looked at between two looks at whether that is enough.
const LOOKED_AT: usize = 48;

/// An own hook in the bait, before it is put in words.
#[derive(Debug, Clone)]
pub struct HookFound {
    /// Its place among the things given.
    pub at: usize,
    /// The hook.
    pub hook: NamedHook,
    /// How it sits.
    pub judged: Judgement,
    /// Whether its point stands open where it should be hidden.
    pub open: bool,
}

/// An own head against the answer, before it is put in words.
#[derive(Debug, Clone)]
pub struct HeadFound {
    /// Its place among the things given.
    pub at: usize,
    /// The head.
    pub head: Head,
    /// How many are left.
    pub count: u32,
    /// Whether it does everything that is asked.
    pub serves: bool,
    /// Whether it is the very head that is answered with, its hook fishing: where no head does
    /// everything there is none to want in its place.
    pub answered: bool,
    /// Rungs heavier (lighter below 0) than the ideal.
    pub rungs_off: i32,
    /// Its fall.
    pub fall: Fall,
    /// The same as it is let down.
    pub down: Fall,
    /// Needs that it is too light for.
    pub too_light: Vec<LowerBound>,
    /// Needs that it is too heavy for.
    pub too_heavy: Vec<UpperBound>,
    /// Its hook in this bait.
    pub hook: Option<HookFound>,
    /// The shape that would suit the place better, where another does by much.
    pub better: Option<Shape>,
}

/// What a box has for a decision.
#[derive(Debug)]
pub struct BoxFound {
    /// The best own heads, best first.
    pub heads: Vec<HeadFound>,
    /// Where the rig ties on a hook of its own: the best own hooks.
    pub hooks: Vec<HookFound>,
    /// Own rods, the best first.
    pub rods: Vec<ToolFound>,
    /// Own lines, the best first.
    pub lines: Vec<ToolFound>,
}

/// Cost of lying outside the window: more than any want of shape or hook.
const OUTSIDE: f64 = 4.0;
/// Cost of each rung-like doubling beyond a bound.
const BEYOND: f64 = 3.0;
/// Lightest window end that is looked at, g.
const LEAST_G: f64 = 0.05;
/// Cost of a hook whose size nobody knows.
const UNKNOWN_HOOK: f64 = 0.3;
/// Cost of an open point where it should be hidden.
const OPEN_POINT: f64 = 1.5;

fn sits_cost(sits: Sits) -> f64 {
    match sits {
        Sits::Right => 0.0,
        Sits::Wide => 0.25,
        Sits::Short => 0.5,
        Sits::Tight => 0.8,
        Sits::Stiff => 0.9,
        Sits::PastTailRoot => 1.2,
        Sits::GapFilled => 3.0,
    }
}

/// Whether a hook with this verdict still does its work.
#[must_use]
pub fn hooks_fish(sits: Sits) -> bool {
    sits != Sits::GapFilled
}

impl HookFound {
    /// Whether it does its work in this bait and cover.
    #[must_use]
    pub fn fishes(&self) -> bool {
        hooks_fish(self.judged.sits) && !self.open
    }
}

/// How much worse than the best a shape suits before that is said.
const MISFIT_SAID: f64 = 0.15;

/// One shape in one metal, at work on the question.
struct Shaped {
    shape: Shape,
    material: Material,
    conditions: Conditions,
    /// Ends of its window, as logarithms to base 2 of grams.
    window: (f64, f64),
    /// How much worse than the shape that suits best.
    misfit: f64,
}

/// An own head and what speaks against it, before words are made.
struct Candidate<'i> {
    at: usize,
    head: &'i Head,
    count: u32,
    shaped: usize,
    hook: Option<(NamedHook, Judgement)>,
    cost: f64,
}

struct Matching<'w> {
    on: &'w RigOnQuestion<'w>,
    decision: &'w Decision<'w>,
    ideal: Mass,
    log2_ideal: f64,
    shaped: Vec<Shaped>,
}

/// What of a box serves a decision. `things` are those at hand: in the box, not
/// put away; `index` is theirs.
#[must_use]
pub fn from_box(decision: &Decision<'_>, things: &[&Item], index: &BoxIndex) -> BoxFound {
    let ideal = decision.rung().mass;
    let mut matching = Matching {
        on: decision.on,
        ideal,
        log2_ideal: maths::log2(grams(ideal)),
        decision,
        shaped: Vec::new(),
    };
    let heads = matching.heads(things, index);
    let hooks = matching.separate_hooks(things, index);
    let whole = grams(decision.total);
    let total = heads
        .first()
        .map_or(whole, |h| whole - grams(ideal) + h.head.weight.grams());
    BoxFound {
        heads,
        hooks,
        rods: rods(things, &index.rods, total),
        lines: lines(things, &index.lines, &decision.line),
    }
}

impl Matching<'_> {
    /// The place of a shape in a metal, worked out when first met; none for a
    /// shape that the rig does not fish.
    fn shaped(&mut self, shape: Shape, material: Material) -> Option<usize> {
        let found = |s: &Shaped| s.shape == shape && s.material == material;
        if let Some(at) = self.shaped.iter().position(found) {
            return Some(at);
        }
        let work = self.on;
        let ranked = work
            .shapes
            .ranked(work.conditions.passing_mps(), work.conditions.retrieve_mps);
        let best = ranked.first()?.0;
        let score = ranked.iter().find(|r| r.1.code == shape)?.0;
        let conditions = Conditions {
            material,
            ..work.conditions
        };
        let rigged = work.rigged_of(shape)?;
        let choice = choose(&self.needs(rigged, &conditions), work.rungs);
        let log2_g = |mass: Mass| maths::log2(grams(mass).max(LEAST_G));
        self.shaped.push(Shaped {
            shape,
            material,
            conditions,
            window: (log2_g(choice.passes.0), log2_g(choice.passes.1)),
            misfit: (best - score).clamp(0.0, 2.0),
        });
        Some(self.shaped.len() - 1)
    }

    fn needs(&self, rigged: &Rigged, c: &Conditions) -> Needs<'_> {
        let work = self.on;
        Needs {
            setting: work.setting(c, self.decision.school),
            shapes: vec![*rigged],
            fall: &work.tables.conditions.fall,
            tolerance: &work.tables.conditions.tolerance,
        }
    }

    fn heads(&mut self, things: &[&Item], index: &BoxIndex) -> Vec<HeadFound> {
        let mut all = self.by_weight(index);
        let by_cost = |a: &(f64, usize, usize), b: &(f64, usize, usize)| {
            a.0.total_cmp(&b.0).then(a.1.cmp(&b.1))
        };
        // A hook can only add to what speaks against a head: those whose weight and shape alone cost
        // more than the best found so far need not be looked at.
        let (mut found, mut rest) = (Vec::new(), all.as_mut_slice());
        while !rest.is_empty() {
            let n = LOOKED_AT.min(rest.len());
            if n < rest.len() {
                rest.select_nth_unstable_by(n - 1, by_cost);
            }
            let (now, later) = rest.split_at_mut(n);
            let most = now.iter().map(|c| c.0).fold(0.0, f64::max);
            found.extend(now.iter().filter_map(|c| self.candidate(things, *c)));
            found.sort_by(|a, b| a.cost.total_cmp(&b.cost).then(a.at.cmp(&b.at)));
            // Of the same head several rows may lie in the box: one is enough.
            found.dedup_by(|a, b| a.cost == b.cost && a.head == b.head);
            found.truncate(SHOWN);
            if found.len() == SHOWN && found[SHOWN - 1].cost <= most {
                break;
            }
            rest = later;
        }
        found.iter().filter_map(|c| self.found(c)).collect()
    }

    /// Every head that the rig fishes: what its weight and shape cost, its place
    /// among the things, and that of its shape among those worked out.
    fn by_weight(&mut self, index: &BoxIndex) -> Vec<(f64, usize, usize)> {
        let mut all = Vec::new();
        for head in &index.heads {
            if !self.on.takes_metal(head.material) {
                continue;
            }
            if let Some(shaped) = self.shaped(head.shape, head.material) {
                all.push((self.weight_cost(head.log2_g, shaped), head.at, shaped));
            }
        }
        all
    }

    fn candidate<'i>(
        &self,
        things: &[&'i Item],
        (weight_cost, at, shaped): (f64, usize, usize),
    ) -> Option<Candidate<'i>> {
        let item = things.get(at)?;
        let Thing::Head(head) = &item.thing else {
            return None;
        };
        let hook = self.hook_of(&item.thing);
        Some(Candidate {
            at,
            head,
            count: item.count,
            shaped,
            cost: weight_cost + self.hook_cost(hook.as_ref()),
            hook,
        })
    }

    /// The head's own hook in this bait; none where the rig ties on another.
    fn hook_of(&self, thing: &Thing) -> Option<(NamedHook, Judgement)> {
        if self.on.rig.separate_hook {
            return None;
        }
        let hook = named_hook(self.on.tables, thing)?;
        let judged = self.on.hook_asked().judge(&hook.measures);
        Some((hook, judged))
    }

    fn hook_cost(&self, hook: Option<&(NamedHook, Judgement)>) -> f64 {
        match hook {
            None if self.on.rig.separate_hook => 0.0,
            None => UNKNOWN_HOOK,
            Some((hook, judged)) => sits_cost(judged.sits) + self.open_cost(hook.style),
        }
    }

    fn open_cost(&self, style: HookStyle) -> f64 {
        if self.on.stands_open(style) {
            OPEN_POINT
        } else {
            0.0
        }
    }

    /// What speaks against a head's weight and shape.
    fn weight_cost(&self, log2_g: f64, shaped: usize) -> f64 {
        let s = &self.shaped[shaped];
        let (lower, upper) = s.window;
        let off = (log2_g - self.log2_ideal).abs();
        let beyond = (lower - log2_g).max(log2_g - upper).max(0.0);
        // A hair of room: a rung that is the bound itself lies within.
        let outside = if beyond > 1e-9 {
            OUTSIDE + BEYOND * beyond
        } else {
            0.0
        };
        off + outside + s.misfit
    }

    /// A head in full, judged in the window that it was ranked by; it falls with
    /// its own hook.
    fn found(&self, c: &Candidate<'_>) -> Option<HeadFound> {
        let s = &self.shaped[c.shaped];
        let rigged = self.on.rigged_of(s.shape)?;
        let own_hook = c.hook.as_ref().map(|h| h.0.measures.mass());
        let fitted = self.decision.fit.measured.mass();
        let falling = rigged.with_hook(own_hook.unwrap_or(fitted));
        let needs = self.needs(rigged, &s.conditions);
        let mass = Mass::new::<gram>(c.head.weight.grams());
        let too_light: Vec<_> = LowerBound::ALL
            .iter()
            .copied()
            .filter(|n| {
                needs
                    .passes_lower(*n)
                    .is_some_and(|least| mass < least * (1.0 - 1e-9))
            })
            .collect();
        let too_heavy: Vec<_> = UpperBound::ALL
            .iter()
            .copied()
            .filter(|n| {
                needs
                    .passes_upper(*n)
                    .is_some_and(|most| mass > most * (1.0 + 1e-9))
            })
            .collect();
        let hook = c.hook.as_ref().map(|(hook, judged)| HookFound {
            at: c.at,
            open: self.on.stands_open(hook.style),
            hook: hook.clone(),
            judged: *judged,
        });
        let hooks = hook.as_ref().is_none_or(HookFound::fishes);
        let falls = self.needs(&falling, &s.conditions);
        let suits = s.misfit <= self.on.tables.conditions.shape.serves;
        let same_metal = s.material == self.on.conditions.material;
        let same = same_metal && c.head.is(self.decision.shape.code, grams(self.ideal));
        Some(HeadFound {
            at: c.at,
            head: c.head.clone(),
            count: c.count,
            serves: too_light.is_empty() && too_heavy.is_empty() && hooks && suits,
            answered: same && hooks,
            rungs_off: self.rungs_off(mass),
            fall: falls.fall(&falls.head(mass)),
            down: falls.let_down(&falls.head(mass)),
            too_light,
            too_heavy,
            hook,
            better: (s.misfit > MISFIT_SAID).then_some(self.decision.shape.code),
        })
    }

    /// How many rungs heavier than the ideal a mass is.
    fn rungs_off(&self, mass: Mass) -> i32 {
        let place = |m: Mass| {
            let below = self.on.rungs.iter().filter(|r| r.mass < m * (1.0 - 1e-6));
            i32::try_from(below.count()).unwrap_or(i32::MAX)
        };
        place(mass) - place(self.ideal)
    }

    /// The own hooks that are tied behind a head that has none.
    fn separate_hooks(&self, things: &[&Item], index: &BoxIndex) -> Vec<HookFound> {
        if !self.on.rig.separate_hook {
            return Vec::new();
        }
        let one = |&at: &usize| {
            let item = things.get(at)?;
            let hook = named_hook(self.on.tables, &item.thing)?;
            let judged = self.on.hook_asked().judge(&hook.measures);
            let cost = judged.cost + self.open_cost(hook.style);
            let open = self.on.stands_open(hook.style);
            let found = HookFound {
                at,
                hook,
                judged,
                open,
            };
            Some((cost, found))
        };
        let mut found: Vec<_> = index.hooks.iter().filter_map(one).collect();
        found.sort_by(|a, b| a.0.total_cmp(&b.0));
        found.into_iter().take(SHOWN).map(|f| f.1).collect()
    }
}
