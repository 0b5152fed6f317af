//! How an answer was made: every rule that was asked, and what it saw, printed
//! from the decision and its record. Nothing is asked again here.

use crate::answer::{Considered, Text};
use crate::base::codes::{LowerBound, Topic, UpperBound};
use crate::base::text::{Arg, Said, sentences};
use crate::base::{Mass, UnitSystem, grams, ounces};
use crate::choose::decision::Decision;
use crate::choose::rank::Ranked;
use crate::choose::rules::{Entry, Record};
use crate::choose::shape::ASKED;
use crate::choose::window::Crossed;
use crate::gear::hook;
use uom::si::velocity::meter_per_second;

use super::rank::words;
use super::school::{why_point, why_school};

struct Trace {
    all: Vec<Considered>,
    units: UnitSystem,
}

impl Trace {
    fn line(&mut self, about: Topic, rule: impl Into<Text>, saw: &Said, held: bool, taken: bool) {
        self.all.push(Considered {
            about,
            rule: rule.into(),
            saw: saw.text(self.units),
            held,
            taken,
        });
    }

    fn entry(&mut self, e: &Entry) {
        let saw = match (e.held, e.taken) {
            (_, true) => sentences::saw_holds(),
            (true, false) => sentences::saw_passed_over(),
            (false, false) => sentences::saw_holds_not(),
        };
        self.line(e.about, e.code, &saw, e.held, e.taken);
    }
}

/// All of it, in the order in which an answer is made.
#[must_use]
pub fn considered(d: &Decision<'_>, ranked: &[Ranked<'_>], record: &Record) -> Vec<Considered> {
    let mut trace = Trace {
        all: Vec::new(),
        units: d.on.options.units,
    };
    rigs(d, ranked, &mut trace);
    weights(d, &mut trace);
    shapes(d, &mut trace);
    hooks(d, &mut trace);
    for entry in &record.entries {
        trace.entry(entry);
    }
    trace.all
}

fn rigs(d: &Decision<'_>, ranked: &[Ranked<'_>], trace: &mut Trace) {
    for r in ranked {
        let part = |(c, v): (_, &f64)| {
            sentences::saw_part(Arg::Number(*v, 2), words(r.decision.on, c)).into()
        };
        let parts = r.parts.iter().filter(|p| *p.1 != 0.0).map(part).collect();
        let saw = sentences::saw_rig(Arg::Number(r.total(), 2), Arg::List(parts));
        let here = r.rig() == d.on.rig.code;
        trace.line(Topic::Rig, r.rig().code(), &saw, here, here);
    }
}

fn mass(m: Mass) -> Arg {
    let (oz, g) = (Arg::Number(ounces(m), 4), Arg::Number(grams(m), 2));
    sentences::oz_and_g(oz, g).into()
}

fn weights(d: &Decision<'_>, trace: &mut Trace) {
    let (needs, choice, about) = (&d.needs, &d.choice, Topic::Weight);
    trace.line(Topic::School, d.school.code(), &why_school(d), true, true);
    let target = needs.setting.target.get::<meter_per_second>();
    let saw = sentences::saw_wanted_fall(Arg::Speed(target), mass(needs.for_target()));
    trace.line(about, "wanted_fall", &saw, true, true);
    for need in LowerBound::ALL {
        let bound = needs.lower(*need);
        let saw = bound.map_or_else(sentences::saw_not_asked, |m| {
            sentences::saw_no_lighter(mass(m))
        });
        let binds = choice.lower.1 == *need;
        trace.line(about, need.code(), &saw, bound.is_some(), binds);
    }
    for need in UpperBound::ALL {
        let bound = needs.upper(*need);
        let saw = bound.map_or_else(sentences::saw_does_not_apply, |m| {
            sentences::saw_no_heavier(mass(m))
        });
        let binds = choice.upper.1 == *need;
        trace.line(about, need.code(), &saw, bound.is_some(), binds);
    }
    let saw = match choice.crossed {
        Crossed::No => sentences::saw_in_window(),
        Crossed::Bounds => sentences::saw_bounds_cross(),
        Crossed::NoRung => sentences::saw_no_rung(),
    };
    trace.line(about, d.rung().label, &saw, true, true);
}

fn shapes(d: &Decision<'_>, trace: &mut Trace) {
    let c = &d.on.conditions;
    let ranked = d.on.shapes.ranked(c.passing_mps(), c.retrieve_mps);
    for (score, row) in ranked {
        let asked = d.on.request.shape == Some(row.code);
        let of_traits = score - if asked { ASKED } else { 0.0 };
        let saw = sentences::saw_score(Arg::Number(of_traits, 3));
        let taken = row.code == d.shape.code;
        trace.line(Topic::Shape, row.code.code(), &saw, taken, taken);
    }
}

fn hooks(d: &Decision<'_>, trace: &mut Trace) {
    trace.line(Topic::Hook, d.hook.point.code(), &why_point(d), true, true);
    for size in hook::sizes_considered(d.on.tables, &d.on.hook_asked(), &d.fit) {
        let saw = sentences::saw_hook(
            Arg::FineSize(size.gap_mm),
            Arg::FineSize(size.length_mm),
            Arg::Number(size.cost, 2),
        );
        trace.line(Topic::Hook, size.size, &saw, size.taken, size.taken);
    }
}
