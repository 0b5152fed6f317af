//! What of an angler's own box serves an answer: which head, how far it is
//! from the ideal and what that costs; else the nearest, and what is missing.

use serde::Serialize;

use crate::answer::{Answer, Text};
use crate::codes::{HookStyle, LowerBound, Material, Shape, UpperBound};
use crate::own::{BoxIndex, Head, Item, NamedHook, Thing, named_hook};
use crate::physics::sink::Fall;
use crate::pick::compose::Verdict;
use crate::pick::needs::Needs;
use crate::pick::own_tools::{OwnTool, lines, rods};
use crate::pick::setting::{Conditions, Rigged, Setting};
use crate::pick::window::choose;
use crate::pick::work::Work;
use crate::pick::{Engine, Options};
use crate::request::PickRequest;
use crate::tackle::hook::{Judgement, Sits};
use crate::units::{Mass, UnitSystem, grams, round};
use uom::si::{mass::gram, time::second, velocity::meter_per_second};

/// Own heads that are shown.
const SHOWN: usize = 4;
/// Heads whose hooks are looked at between two looks at whether that is enough.
const LOOKED_AT: usize = 48;

/// What a box has for an answer.
#[derive(Debug, Clone, PartialEq, Serialize)]
pub struct OwnAnswer {
    /// The best own heads, best first.
    pub heads: Vec<OwnHead>,
    /// Whether the first does everything that is asked.
    pub serves: bool,
    /// In a sentence.
    pub text: Text,
    /// What the box lacks for this, where nothing serves.
    pub missing: Option<Text>,
    /// Where the rig ties on a hook of its own: the best own hooks.
    pub hooks: Vec<OwnHook>,
    /// Own rods, the best first.
    pub rods: Vec<OwnTool>,
    /// Own lines, the best first.
    pub lines: Vec<OwnTool>,
}

/// An own head against the answer.
#[derive(Debug, Clone, PartialEq, Serialize)]
pub struct OwnHead {
    /// Its place among the things given.
    pub at: usize,
    /// `1/8 oz ball, hook 3/0`.
    pub title: String,
    /// How many are left.
    pub count: u32,
    /// Its weight, g.
    pub g: f64,
    /// Whether it does everything that is asked.
    pub serves: bool,
    /// Rungs heavier (lighter below 0) than the ideal.
    pub rungs_off: i32,
    /// Speed of its fall, m/s.
    pub speed_mps: f64,
    /// Seconds to the bottom; none when it floats.
    pub time_s: Option<f64>,
    /// Needs that it is too light for.
    pub too_light: Vec<LowerBound>,
    /// Needs that it is too heavy for.
    pub too_heavy: Vec<UpperBound>,
    /// Its hook in this bait.
    pub hook: Option<OwnHook>,
    /// What it costs to tie it on in place of the ideal, in words.
    pub costs: Vec<String>,
}

/// An own hook in the bait.
#[derive(Debug, Clone, PartialEq, Serialize)]
pub struct OwnHook {
    /// Its place among the things given.
    pub at: usize,
    /// `3/0 wide gap`.
    pub title: String,
    /// Gap, mm.
    pub gap_mm: f64,
    /// Length, mm.
    pub length_mm: f64,
    /// Whether gap and length were measured by the angler.
    pub measured: bool,
    /// How it sits.
    pub sits: Sits,
    /// Whether its point stands open where it should be hidden.
    pub open: bool,
    /// In words with its numbers.
    pub text: String,
    /// What speaks against it.
    #[serde(skip)]
    pub(super) cost: f64,
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
        Sits::Stiff => 0.9,
        Sits::PastTailRoot => 1.2,
        Sits::GapFilled => 3.0,
    }
}

/// Whether a hook with this verdict still does its work.
#[must_use]
pub(super) fn hooks_fish(sits: Sits) -> bool {
    sits != Sits::GapFilled
}

impl OwnHook {
    /// Whether it does its work in this bait and cover.
    pub(super) fn fishes(&self) -> bool {
        hooks_fish(self.sits) && !self.open
    }
}

/// Whether a hook of this cut hides its point.
#[must_use]
pub fn hides(style: HookStyle) -> bool {
    matches!(
        style,
        HookStyle::WormOffset | HookStyle::WideGap | HookStyle::BellyWeighted
    )
}

/// One shape in one metal, at work on the question.
pub(super) struct Shaped {
    pub(super) shape: Shape,
    pub(super) material: Material,
    pub(super) conditions: Conditions,
    /// Ends of its window, as logarithms to base 2 of grams.
    pub(super) window: (f64, f64),
    /// How much worse than the shape that suits best.
    pub(super) misfit: f64,
}

/// An own head and what speaks against it, before words are made.
pub(super) struct Candidate<'i> {
    pub(super) at: usize,
    pub(super) head: &'i Head,
    pub(super) count: u32,
    pub(super) shaped: usize,
    pub(super) hook: Option<(NamedHook, Judgement)>,
    pub(super) cost: f64,
}

pub(super) struct Matching<'w, 'a> {
    pub(super) work: &'w Work<'a>,
    pub(super) verdict: &'w Verdict<'w>,
    pub(super) ideal: Mass,
    pub(super) log2_ideal: f64,
    pub(super) shaped: Vec<Shaped>,
    pub(super) units: UnitSystem,
}

impl Engine {
    /// What of a box serves the answer to a question. `things` are those at
    /// hand: in the box, not put away; `index` is theirs.
    #[must_use]
    pub fn from_box(
        &self,
        request: &PickRequest,
        options: Options,
        answer: &Answer,
        (things, index): (&[&Item], &BoxIndex),
    ) -> OwnAnswer {
        let work = self.work(request, options, answer.rig);
        let verdict = work.verdict();
        let ideal = work.rungs[verdict.choice.rung].mass;
        let mut matching = Matching {
            work: &work,
            ideal,
            log2_ideal: grams(ideal).log2(),
            verdict: &verdict,
            shaped: Vec::new(),
            units: options.units,
        };
        let heads = matching.heads(things, index);
        let hooks = matching.separate_hooks(things, index);
        let total = heads.first().map_or(answer.weight.total_g, |h| {
            answer.weight.total_g - answer.weight.g + h.g
        });
        matching.answer(
            answer,
            heads,
            hooks,
            rods(things, &index.rods, total),
            lines(things, &index.lines, answer),
        )
    }
}

impl Matching<'_, '_> {
    /// The place of a shape in a metal, worked out when first met; none for a
    /// shape that the rig does not fish.
    fn shaped(&mut self, shape: Shape, material: Material) -> Option<usize> {
        let found = |s: &Shaped| s.shape == shape && s.material == material;
        if let Some(at) = self.shaped.iter().position(found) {
            return Some(at);
        }
        let work = self.work;
        let ranked = work
            .shapes
            .ranked(work.conditions.current_mps, work.conditions.retrieve_mps);
        let best = ranked.first()?.0;
        let (score, row) = ranked.iter().find(|r| r.1.code == shape)?;
        let conditions = Conditions {
            material,
            ..work.conditions
        };
        let rigged = Rigged::new(
            &work.bait,
            self.verdict.fit.measured.mass(),
            row,
            work.rig.posture,
            work.tables,
        );
        let choice = choose(&self.needs(&rigged, &conditions), work.rungs);
        let log2_g = |mass: Mass| grams(mass).max(LEAST_G).log2();
        self.shaped.push(Shaped {
            shape,
            material,
            conditions,
            window: (log2_g(choice.lower.0), log2_g(choice.upper.0)),
            misfit: (best - score).clamp(0.0, 2.0),
        });
        Some(self.shaped.len() - 1)
    }

    fn needs<'r>(&'r self, rigged: &'r Rigged, c: &Conditions) -> Needs<'r> {
        let work = self.work;
        Needs {
            setting: Setting::new(&work.ground, c, work.water, self.verdict.school),
            shapes: vec![rigged],
            fall: &work.tables.conditions.fall,
        }
    }

    fn heads(&mut self, things: &[&Item], index: &BoxIndex) -> Vec<OwnHead> {
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
        found.iter().map(|c| self.told(c)).collect()
    }

    /// Every head that the rig fishes: what its weight and shape cost, its place
    /// among the things, and that of its shape among those worked out.
    fn by_weight(&mut self, index: &BoxIndex) -> Vec<(f64, usize, usize)> {
        let wanted = self.work.request.tackle.material;
        let mut all = Vec::new();
        for head in &index.heads {
            // A metal that is asked for by name is often the law's: no other will do.
            if wanted.is_some_and(|m| m != head.material) {
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
        if self.work.rig.separate_hook {
            return None;
        }
        let hook = named_hook(self.work.tables, thing)?;
        let judged = self.work.hook_asked().judge(&hook.measures);
        Some((hook, judged))
    }

    fn hook_cost(&self, hook: Option<&(NamedHook, Judgement)>) -> f64 {
        match hook {
            None if self.work.rig.separate_hook => 0.0,
            None => UNKNOWN_HOOK,
            Some((hook, judged)) => sits_cost(judged.sits) + self.open_cost(hook.style),
        }
    }

    fn open_cost(&self, style: HookStyle) -> f64 {
        if self.work.stands_open(style) {
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

    fn told(&self, c: &Candidate<'_>) -> OwnHead {
        let s = &self.shaped[c.shaped];
        let own_hook = c.hook.as_ref().map(|h| h.0.measures.mass());
        let rigged = Rigged::new(
            &self.work.bait,
            own_hook.unwrap_or(self.verdict.fit.measured.mass()),
            self.work.tables.shape(s.shape),
            self.work.rig.posture,
            self.work.tables,
        );
        let needs = self.needs(&rigged, &s.conditions);
        let mass = Mass::new::<gram>(c.head.weight.grams());
        let fall = needs.fall(&needs.head(mass));
        let too_light: Vec<_> = LowerBound::ALL
            .iter()
            .copied()
            .filter(|n| {
                needs
                    .lower(*n)
                    .is_some_and(|least| mass < least * (1.0 - 1e-9))
            })
            .collect();
        let too_heavy: Vec<_> = UpperBound::ALL
            .iter()
            .copied()
            .filter(|n| {
                needs
                    .upper(*n)
                    .is_some_and(|most| mass > most * (1.0 + 1e-9))
            })
            .collect();
        let hook = c.hook.as_ref().map(|(h, j)| self.hook_told(c.at, h, j));
        let hooks = hook.as_ref().is_none_or(OwnHook::fishes);
        let (title, _) = Thing::Head(c.head.clone()).told(self.units);
        let mut own = OwnHead {
            at: c.at,
            title,
            count: c.count,
            g: c.head.weight.grams(),
            serves: too_light.is_empty() && too_heavy.is_empty() && hooks,
            rungs_off: self.rungs_off(mass),
            speed_mps: round(fall.speed().get::<meter_per_second>(), 3),
            time_s: time_s(fall),
            too_light,
            too_heavy,
            hook,
            costs: Vec::new(),
        };
        own.costs = self.costs(&own, c);
        own
    }

    /// The own hooks that are tied behind a head that has none.
    fn separate_hooks(&self, things: &[&Item], index: &BoxIndex) -> Vec<OwnHook> {
        if !self.work.rig.separate_hook {
            return Vec::new();
        }
        let mut found: Vec<_> = index
            .hooks
            .iter()
            .filter_map(|&at| {
                let item = things.get(at)?;
                let hook = named_hook(self.work.tables, &item.thing)?;
                let judged = self.work.hook_asked().judge(&hook.measures);
                let told = self.hook_told(at, &hook, &judged);
                Some(OwnHook {
                    cost: told.cost + self.open_cost(hook.style),
                    ..told
                })
            })
            .collect();
        found.sort_by(|a, b| a.cost.total_cmp(&b.cost));
        found.truncate(SHOWN);
        found
    }
}

pub(super) fn time_s(fall: Fall) -> Option<f64> {
    fall.time().map(|t| round(t.get::<second>(), 2))
}
