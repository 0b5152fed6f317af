//! What of an angler's own box serves an answer: which head, how far it is
//! from the ideal and what that costs; else the nearest, and what is missing.

use serde::Serialize;

use crate::answer::{Answer, Text};
use crate::codes::{HookStyle, LowerBound, Material, Point, Shape, UpperBound};
use crate::own::{BoxIndex, Head, Item, NamedHook, Thing, named_hook};
use crate::physics::sink::Fall;
use crate::pick::compose::Verdict;
use crate::pick::needs::Needs;
use crate::pick::own_tools::{OwnTool, lines, rods};
use crate::pick::setting::{Conditions, Rigged, Setting};
use crate::pick::window::{Choice, choose};
use crate::pick::work::Work;
use crate::pick::{Engine, Options};
use crate::request::PickRequest;
use crate::tackle::hook::{Judgement, Sits};
use crate::units::{Dimension, Mass, UnitSystem, grams, plain, round};
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

/// Whether a hook of this cut hides its point.
#[must_use]
pub fn hides(style: HookStyle) -> bool {
    matches!(
        style,
        HookStyle::WormOffset | HookStyle::WideGap | HookStyle::BellyWeighted
    )
}

/// One shape in one metal, at work on the question.
struct Shaped {
    shape: Shape,
    material: Material,
    conditions: Conditions,
    choice: Choice,
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

struct Bench<'w, 'a> {
    work: &'w Work<'a>,
    verdict: &'w Verdict<'w>,
    ideal: Mass,
    shaped: Vec<Shaped>,
    units: UnitSystem,
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
        let mut bench = Bench {
            work: &work,
            ideal: work.rungs[verdict.choice.rung].mass,
            verdict: &verdict,
            shaped: Vec::new(),
            units: options.units,
        };
        let heads = bench.heads(things, index);
        let hooks = bench.separate_hooks(things, index);
        let total = heads.first().map_or(answer.weight.total_g, |h| {
            answer.weight.total_g - answer.weight.g + h.g
        });
        bench.answer(
            answer,
            heads,
            hooks,
            rods(things, &index.rods, total),
            lines(things, &index.lines, answer),
        )
    }
}

impl Bench<'_, '_> {
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
        self.shaped.push(Shaped {
            shape,
            material,
            conditions,
            choice,
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
        for &(at, shape, material, g) in &index.heads {
            // A metal that is asked for by name is often the law's: no other will do.
            if wanted.is_some_and(|m| m != material) {
                continue;
            }
            if let Some(shaped) = self.shaped(shape, material) {
                all.push((self.weight_cost(g, shaped), at, shaped));
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
            Some((hook, judged)) => {
                let open = self.work.point.0 == Point::Weedless && !hides(hook.style);
                sits_cost(judged.sits) + if open { OPEN_POINT } else { 0.0 }
            }
        }
    }

    /// What speaks against a head's weight and shape.
    fn weight_cost(&self, mass: f64, shaped: usize) -> f64 {
        let s = &self.shaped[shaped];
        let (lower, upper) = (grams(s.choice.lower.0), grams(s.choice.upper.0));
        let off = (mass / grams(self.ideal)).log2().abs();
        let beyond = if mass < lower {
            OUTSIDE + BEYOND * (lower / mass).log2()
        } else if mass > upper {
            OUTSIDE + BEYOND * (mass / upper.max(0.05)).log2().max(0.0)
        } else {
            0.0
        };
        off + beyond + s.misfit
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
        let sits = hook.as_ref().is_none_or(|h| hooks_fish(h.sits));
        let (title, _) = Thing::Head(c.head.clone()).told(self.units);
        let mut own = OwnHead {
            at: c.at,
            title,
            count: c.count,
            g: c.head.weight.grams(),
            serves: too_light.is_empty() && too_heavy.is_empty() && sits,
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

    fn rungs_off(&self, mass: Mass) -> i32 {
        let place = |m: Mass| {
            let below = self.work.rungs.iter().filter(|r| r.mass < m * (1.0 - 1e-6));
            i32::try_from(below.count()).unwrap_or(0)
        };
        place(mass) - place(self.ideal)
    }

    /// What tying it on costs against the ideal.
    fn costs(&self, own: &OwnHead, c: &Candidate<'_>) -> Vec<String> {
        let mut costs = Vec::new();
        let ideal = time_s(self.verdict.fall);
        if let (Some(own_s), Some(ideal_s)) = (own.time_s, ideal)
            && own.rungs_off != 0
        {
            let off = own_s - ideal_s;
            let when = if off < 0.0 { "sooner" } else { "later" };
            costs.push(format!(
                "{} s {when} than the weight asked for",
                plain(off.abs(), 1)
            ));
        }
        costs.extend(own.too_light.iter().map(|n| format!("too light: {n}")));
        costs.extend(own.too_heavy.iter().map(|n| format!("too heavy: {n}")));
        if let Some(hook) = own.hook.as_ref().filter(|h| h.sits != Sits::Right) {
            costs.push(hook.text.clone());
        }
        let s = &self.shaped[c.shaped];
        if s.misfit > 0.15 {
            let best = self.work.shape_at(&self.work.conditions).code;
            costs.push(format!("a {} would suit this place better", best));
        }
        let open = self.work.point.0 == Point::Weedless;
        if open && c.hook.as_ref().is_some_and(|h| !hides(h.0.style)) {
            costs.push("its point stands open where it should be hidden".into());
        }
        costs
    }

    fn hook_told(&self, at: usize, hook: &NamedHook, judged: &Judgement) -> OwnHook {
        let size = |mm: f64| match self.units {
            UnitSystem::Metric => format!("{} mm", plain(mm, 1)),
            UnitSystem::Imperial => Dimension::Size.print(mm, self.units),
        };
        let m = &hook.measures;
        let measured = if hook.gap_measured {
            "measured"
        } else {
            "by its number"
        };
        let mut text = format!(
            "{}: {} of gap {measured}, {} asked for",
            judged.sits,
            size(m.gap_mm),
            size(judged.wanted_gap_mm)
        );
        if let Some((nominal, _)) = hook.nominal_mm
            && hook.gap_measured
            && (nominal - m.gap_mm).abs() > 0.05 * nominal
        {
            text += &format!(" (its number says {})", size(nominal));
        }
        OwnHook {
            at,
            title: hook.label(),
            gap_mm: round(m.gap_mm, 1),
            length_mm: round(m.length_mm, 1),
            measured: hook.gap_measured && hook.length_measured,
            sits: judged.sits,
            text,
            cost: judged.cost,
        }
    }

    /// The own hooks that are tied behind a head that has none.
    fn separate_hooks(&self, things: &[&Item], index: &BoxIndex) -> Vec<OwnHook> {
        if !self.work.rig.separate_hook {
            return Vec::new();
        }
        let hidden = self.work.point.0 != Point::Exposed;
        let mut found: Vec<_> = index
            .hooks
            .iter()
            .filter_map(|&at| {
                let item = things.get(at)?;
                let hook = named_hook(self.work.tables, &item.thing)?;
                let judged = self.work.hook_asked().judge(&hook.measures);
                let open = if hidden && !hides(hook.style) {
                    OPEN_POINT
                } else {
                    0.0
                };
                let told = self.hook_told(at, &hook, &judged);
                Some(OwnHook {
                    cost: told.cost + open,
                    ..told
                })
            })
            .collect();
        found.sort_by(|a, b| a.cost.total_cmp(&b.cost));
        found.truncate(SHOWN);
        found
    }

    fn answer(
        &self,
        answer: &Answer,
        heads: Vec<OwnHead>,
        hooks: Vec<OwnHook>,
        rods: Vec<OwnTool>,
        lines: Vec<OwnTool>,
    ) -> OwnAnswer {
        let ideal = format!("{} {}", answer.weight.label, answer.head.shape);
        let hook_serves =
            !self.work.rig.separate_hook || hooks.first().is_some_and(|h| hooks_fish(h.sits));
        let head_serves = heads.first().is_some_and(|h| h.serves);
        let text = match heads.first() {
            None => {
                format!("No head in your box that this rig is fished with; the answer is {ideal}")
            }
            Some(h) if h.costs.is_empty() && h.rungs_off == 0 => {
                format!(
                    "Tie on your {}: it is the weight asked for, {} left",
                    h.title, h.count
                )
            }
            Some(h) if h.serves => format!(
                "Tie on your {}, {}, within the window; {} left",
                h.title,
                rungs_in_words(h.rungs_off),
                h.count
            ),
            Some(h) => format!(
                "The nearest in your box is the {}, {}, and it does not do everything",
                h.title,
                rungs_in_words(h.rungs_off)
            ),
        };
        let mut lacks = Vec::new();
        if !head_serves {
            lacks.push(if self.work.rig.separate_hook {
                ideal
            } else {
                format!("{ideal}, hook {} {}", answer.hook.size, answer.hook.style)
            });
        }
        if !hook_serves {
            lacks.push(format!("a hook {} {}", answer.hook.size, answer.hook.style));
        }
        OwnAnswer {
            serves: head_serves && hook_serves,
            text: text.into(),
            missing: (!lacks.is_empty())
                .then(|| format!("Your box lacks {}", lacks.join(" and ")).into()),
            heads,
            hooks,
            rods,
            lines,
        }
    }
}

fn time_s(fall: Fall) -> Option<f64> {
    fall.time().map(|t| round(t.get::<second>(), 2))
}

/// How far from the ideal, in words.
fn rungs_in_words(off: i32) -> String {
    let rungs = |n: i32| {
        if n == 1 {
            "a rung".into()
        } else {
            format!("{n} rungs")
        }
    };
    match off {
        0 => "the weight asked for".into(),
        1.. => format!("{} heavier than asked for", rungs(off)),
        _ => format!("{} lighter than asked for", rungs(-off)),
    }
}
