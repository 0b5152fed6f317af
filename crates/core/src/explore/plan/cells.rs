//! What serves at a stop, hour by hour and depth by depth.

use std::cell::RefCell;
use std::collections::BTreeMap;
use std::rc::Rc;

use super::{Compromise, PlanAsked, PlanHeld};
use crate::answer::Text;
use crate::base::codes::{DayPart, HookStyle, Rig, Shape};
use crate::base::{Rung, grams, round};
use crate::choose::rank::rank;
use crate::choose::rig_on_question::RigOnQuestion;
use crate::choose::{Chooser, Options};
use crate::explore::gap_tasks::{OwnHead, Owned, Situation, Task};
use crate::own_box::{HeadWeight, Item, Thing, same_weight};
use crate::question::{Bait, PickRequest};
use crate::tables::ServeRow;

/// A weight that may be tied on.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub(super) enum Weight {
    /// One that is sold, by its place on the ladder.
    Rung(usize),
    /// That of an own head between two of those, thousandths of a gram.
    Own(u32),
}

/// A head on a rig.
pub(super) type Key = (Rig, Shape, Weight);

/// The way a head serves.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Served {
    /// Its distance from the best, in points of [`ServeRow`]; 0 and over.
    pub(super) off: f64,
    /// The needs that no weight meets both, where it is a compromise between them.
    pub(super) compromise: Option<Compromise>,
}

/// The heads that serve, each with how it does.
pub(super) type Serves = BTreeMap<Key, Served>;

/// A rig that does a part of the work at a stop.
pub(super) struct RigHere {
    pub(super) rig: Rig,
    /// How far behind the best of its part it is, in points of the rank.
    behind: f64,
    pub(super) bait: Bait,
    /// The hook that goes with it.
    pub(super) hook: (String, HookStyle),
}

/// A part of the work at a stop, with the rigs that do it there.
pub(super) struct PartHere {
    pub(super) part: DayPart,
    pub(super) rigs: Vec<RigHere>,
}

/// Where and when: one depth, one wind, one temperature.
#[derive(Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
struct At {
    rig: Rig,
    depth_mm: u32,
    wind: u32,
    temp: Option<i32>,
}

/// A stop of a day, and when it is fished.
#[derive(Clone, Copy)]
pub(super) struct Staying<'a> {
    pub(super) asked: &'a PlanAsked,
    /// The stop, by its place.
    pub(super) stop: usize,
    /// From when to when, minutes of the day.
    pub(super) hours: (u16, u16),
}

/// A stop, as it is looked at.
pub(super) struct StopLook<'a> {
    chooser: &'a Chooser,
    staying: Staying<'a>,
    request: &'a PickRequest,
    options: Options,
    /// What is at hand; none where there is no box.
    owned: Option<&'a Owned>,
    /// The parts that are wanted, in the order over a spot.
    pub(super) parts: Vec<PartHere>,
    seen: RefCell<BTreeMap<At, Rc<Serves>>>,
}

impl<'a> StopLook<'a> {
    pub(super) fn new(
        chooser: &'a Chooser,
        staying: Staying<'a>,
        (held, owned): (PlanHeld<'a>, Option<&'a Owned>),
        options: Options,
    ) -> Self {
        let options = Options {
            others: false,
            explain: false,
            ..options
        };
        let request = &staying.asked.stops[staying.stop].request;
        let mut look = Self {
            chooser,
            staying,
            request,
            options,
            owned,
            parts: Vec::new(),
            seen: RefCell::default(),
        };
        look.parts = look.parts_here(held);
        look
    }

    fn serve(&self) -> &'a ServeRow {
        &self.chooser.tables.days.serve
    }

    /// The depths that are looked at, m: one, or some over a range.
    pub(super) fn depths(&self) -> Vec<f64> {
        let w = &self.request.water;
        let Some(most) = w.depth_max_m else {
            return vec![w.depth_m];
        };
        let steps = self.serve().depths - 1;
        let at = |i| w.depth_m + (most - w.depth_m) * f64::from(i) / f64::from(steps);
        (0..=steps).map(at).collect()
    }

    /// The wind at a minute of the day, m/s, so finely as anybody can tell: to a tenth.
    pub(super) fn wind(&self, minute: f64) -> f64 {
        round(self.staying.asked.wind_at(self.staying.stop, minute), 1)
    }

    /// The day's water at a minute of it, to a degree; none where only the stop's own is known.
    fn temp(&self, minute: f64) -> Option<f64> {
        self.staying.asked.temp.at(minute).map(f64::round)
    }

    /// The pieces of time between two minutes that are looked at, each with its middle.
    pub(super) fn pieces(&self, (from, to): (f64, f64)) -> Vec<(f64, f64)> {
        let (step, least) = (self.serve().step_min, self.serve().least_step_min);
        let mut pieces = Vec::new();
        let mut at = from;
        while at < to - 1e-9 {
            // At the day's whole steps, so that two stops meet the same hours; a short rest of a
            // step goes with the next one or with the last.
            let mut next = (((at + 1e-9) / step).floor() + 1.0) * step;
            if next - at < least {
                next += step;
            }
            let end = if to - next < least { to } else { next };
            pieces.push((at, end));
            at = end;
        }
        pieces
    }

    /// A rig's question at one depth and time.
    fn question(&self, rig: Rig, bait: &Bait, depth: f64, minute: f64) -> PickRequest {
        let mut request = self.request.clone();
        request.rig = Some(rig);
        request.bait = bait.clone();
        request.head = None;
        request.water.depth_m = depth;
        request.water.depth_max_m = None;
        request.water.wind_mps = self.wind(minute);
        request.water.wind_max_mps = None;
        request.water.temp_c = self.temp(minute).or(request.water.temp_c);
        // Fish off the bottom lie no deeper than the water is.
        request.water.fish_depth_m = request.water.fish_depth_m.map(|d| d.min(depth));
        request
    }

    /// What of a rig serves at one depth and time.
    fn one(&self, here: &RigHere, depth: f64, minute: f64) -> Rc<Serves> {
        #[expect(
            clippy::cast_possible_truncation,
            clippy::cast_sign_loss,
            reason = "bounded by the contract"
        )]
        let at = At {
            rig: here.rig,
            depth_mm: (depth * 1000.0).round() as u32,
            wind: (self.wind(minute) * 10.0).round() as u32,
            temp: self.temp(minute).map(|t| t.round() as i32),
        };
        if let Some(seen) = self.seen.borrow().get(&at) {
            return Rc::clone(seen);
        }
        let request = self.question(here.rig, &here.bait, depth, minute);
        let found = Rc::new(self.heads_serving(here, &request));
        self.seen.borrow_mut().insert(at, Rc::clone(&found));
        found
    }

    fn heads_serving(&self, here: &RigHere, request: &PickRequest) -> Serves {
        let name = String::new();
        let situation = Situation { name, request };
        let task = Task::new(self.chooser, (0, &situation), self.options);
        let costs = self.serve();
        let rungs = self.chooser.ladder(self.options.ladder);
        let label = task.ideal.label;
        let ideal = rungs.iter().position(|r| r.label == label).unwrap_or(0);
        let metal = task.on.conditions.material;
        let no_hook = self.owned.is_some_and(|all| !all.has_hook(&task.on));
        let off = |shape: Shape, rungs_off: f64, no_head: bool| {
            let other = f64::from(u8::from(shape != task.ideal.shape));
            let lacks = f64::from(u8::from(no_head) + u8::from(no_hook));
            costs.rung * rungs_off
                + costs.shape * other
                + costs.rank * here.behind
                + costs.not_owned * lacks
        };
        let mut serves = Serves::new();
        for shape in task.windows.keys() {
            let of_ideal = *shape == task.ideal.shape;
            let no_weight = of_ideal && !task.head_serves((*shape, metal, task.ideal.g), None);
            for (rung, r) in rungs.iter().enumerate() {
                let g = grams(r.mass);
                let does_all = task.head_serves((*shape, metal, g), None);
                let (far, most) = (rung.abs_diff(ideal), costs.rungs_most);
                // Where no weight does everything, what is tied on all the same, and its
                // neighbours.
                let is_compromise = no_weight && !does_all && far <= costs.compromise_rungs;
                if !is_compromise && (far > most || !does_all) {
                    continue;
                }
                let serves_too = |head: &OwnHead| {
                    is_compromise || task.head_serves((*shape, head.material, head.g), None)
                };
                let has = |all: &Owned| {
                    let mut of_weight = all.fishing(&task.on, *shape, same_weight(g));
                    of_weight.any(serves_too)
                };
                #[expect(clippy::cast_precision_loss, reason = "rungs of a ladder")]
                let rungs_off = rung.abs_diff(ideal) as f64;
                let off = off(*shape, rungs_off, !self.owned.is_none_or(has));
                let compromise = is_compromise.then_some(Compromise {
                    between: task.crossed,
                });
                let served = Served { off, compromise };
                serves.insert((here.rig, *shape, Weight::Rung(rung)), served);
            }
            for (weight, rungs_off) in self.own_weights(&task, *shape, (rungs, ideal)) {
                let served = Served {
                    off: off(*shape, rungs_off, false),
                    compromise: None,
                };
                serves.insert((here.rig, *shape, weight), served);
            }
        }
        serves
    }

    /// Weights of own heads that serve and lie between two that are sold, with how many rungs
    /// they are off the ideal; of a large box one between each two, which is as good as another.
    fn own_weights(
        &self,
        task: &Task<'_>,
        shape: Shape,
        (rungs, ideal): (&[Rung], usize),
    ) -> impl Iterator<Item = (Weight, f64)> {
        let most = self.serve().rungs_most;
        let last = (ideal + most).min(rungs.len() - 1);
        let within = (
            grams(rungs[ideal.saturating_sub(most)].mass),
            grams(rungs[last].mass),
        );
        let sold = |g: f64| {
            let (least, most) = same_weight(g);
            let mut all = rungs.iter().map(|r| grams(r.mass));
            all.any(|sold| (least..=most).contains(&sold))
        };
        let mut between: BTreeMap<usize, (Weight, f64)> = BTreeMap::new();
        let heads = self.owned.into_iter();
        for head in heads.flat_map(|all| all.fishing(&task.on, shape, within)) {
            let place = rungs.iter().filter(|r| grams(r.mass) < head.g).count();
            let serves = || task.head_serves((shape, head.material, head.g), None);
            if between.contains_key(&place) || sold(head.g) || !serves() {
                continue;
            }
            #[expect(
                clippy::cast_possible_truncation,
                clippy::cast_sign_loss,
                reason = "at most 60 g"
            )]
            let own = Weight::Own((head.g * 1000.0).round() as u32);
            #[expect(clippy::cast_precision_loss, reason = "rungs of a ladder")]
            let off = (place as f64 - 0.5 - ideal as f64).abs();
            between.insert(place, (own, off));
        }
        between.into_values()
    }

    /// The heads that serve a part at all of some depths and times, with the mean of how much
    /// worse than the best each does. A compromise anywhere is one.
    pub(super) fn common(&self, part: &PartHere, at: &[(f64, f64)]) -> Serves {
        let mut all = Serves::new();
        for rig in &part.rigs {
            let mut rest = at
                .iter()
                .map(|(depth, minute)| self.one(rig, *depth, *minute));
            let Some(first) = rest.next() else { continue };
            let mut common: Serves = (*first).clone();
            for serves in rest {
                common.retain(|key, served| {
                    let Some(here) = serves.get(key) else {
                        return false;
                    };
                    served.off += here.off;
                    served.compromise = served.compromise.or(here.compromise);
                    true
                });
            }
            #[expect(clippy::cast_precision_loss, reason = "some dozens")]
            let count = at.len() as f64;
            all.extend(common.into_iter().map(|(key, served)| {
                let off = served.off / count;
                (key, Served { off, ..served })
            }));
        }
        all
    }

    /// The bait that a rig is fished with here: the angler's where the stop is about this rig,
    /// the best of his box, or what is usual.
    fn bait_for(&self, rig: Rig, held: PlanHeld<'_>) -> Bait {
        if self.request.rig == Some(rig) {
            return self.request.bait.clone();
        }
        let row = &self.chooser.tables.rigs[rig];
        let usual = Bait {
            form: row.bait.default_form,
            length_mm: row.bait.default_mm,
            plastic: row.bait.default_plastic,
            body_mm: None,
            build: None,
            mass_g: None,
        };
        let fits = |item: &&&Item| match &item.thing {
            Thing::Bait(b) => {
                let length = (row.bait.least_mm..=row.bait.most_mm).contains(&b.length_mm);
                let suits = row.fits.form.get(&b.form).is_some_and(|s| *s > 0.0);
                item.count > 0 && length && suits
            }
            _ => false,
        };
        let own = held.things.unwrap_or_default().iter().filter(fits);
        let worth = |item: &Item| match &item.thing {
            Thing::Bait(b) => {
                let form = row.fits.form.get(&b.form).copied().unwrap_or(-1.0);
                form - (b.length_mm / row.bait.default_mm - 1.0).abs()
            }
            _ => f64::NEG_INFINITY,
        };
        let best = own.max_by(|a, b| worth(a).total_cmp(&worth(b)));
        match best.map(|item| &item.thing) {
            Some(Thing::Bait(b)) => Bait {
                form: b.form,
                length_mm: b.length_mm,
                body_mm: b.body_mm,
                plastic: b.plastic,
                mass_g: None,
                ..usual
            },
            _ => usual,
        }
    }

    /// The parts of the work that are wanted here: as many as rods are carried, the best first;
    /// in the order over a spot.
    fn parts_here(&self, held: PlanHeld<'_>) -> Vec<PartHere> {
        let middle = |(from, to): (u16, u16)| f64::midpoint(f64::from(from), f64::from(to));
        let minute = middle(self.staying.hours);
        let depth = self.request.water.middle_depth_m();
        let questions: Vec<PickRequest> = Rig::ALL
            .iter()
            .map(|rig| self.question(*rig, &self.bait_for(*rig, held), depth, minute))
            .collect();
        let on: Vec<RigOnQuestion<'_>> = Rig::ALL
            .iter()
            .zip(&questions)
            .map(|(rig, q)| self.chooser.rig_on(q, self.options, *rig))
            .collect();
        let ranked = rank(&on);
        let asked = self.request.rig;
        let (mut parts, near) = (Vec::new(), self.serve().rig_near);
        for row in &self.chooser.tables.days.part {
            let fishable = ranked.iter().filter(|r| {
                let shut = r.excluded.is_some() || r.hardly.is_some();
                row.rigs.contains(&r.rig()) && (!shut || asked == Some(r.rig()))
            });
            // The rig that the stop is about is the only one of its part.
            let named = asked.filter(|rig| row.rigs.contains(rig));
            let mut some: Vec<_> = fishable
                .filter(|r| named.is_none_or(|n| n == r.rig()))
                .collect();
            some.sort_by(|a, b| b.total().total_cmp(&a.total()));
            let Some(best) = some.first().map(|r| r.total()) else {
                continue;
            };
            let rigs = some
                .iter()
                .filter(|r| best - r.total() <= near)
                .map(|r| RigHere {
                    rig: r.rig(),
                    behind: best - r.total(),
                    bait: r.decision.on.request.bait.clone(),
                    hook: (r.decision.hook.size.to_string(), r.decision.hook.style),
                });
            let worth = if named.is_some() { f64::INFINITY } else { best };
            let here = PartHere {
                part: row.code,
                rigs: rigs.collect(),
            };
            parts.push((worth, here));
        }
        parts.sort_by(|a, b| b.0.total_cmp(&a.0));
        parts.truncate(usize::from(self.staying.asked.rods));
        let mut parts: Vec<PartHere> = parts.into_iter().map(|p| p.1).collect();
        parts.sort_by_key(|p| p.part);
        parts
    }

    /// A weight as it is marked, and g.
    pub(super) fn marked(&self, weight: Weight) -> (Text, f64) {
        match weight {
            Weight::Rung(rung) => {
                let rung = &self.chooser.ladder(self.options.ladder)[rung];
                (rung.label.into(), grams(rung.mass))
            }
            Weight::Own(thousandths) => {
                let g = f64::from(thousandths) / 1000.0;
                let label = HeadWeight::from_grams(g).map(HeadWeight::label);
                (label.unwrap_or_default().into(), g)
            }
        }
    }
}
