//! Every rule that was considered for an answer, taken or not, with what it
//! saw.

use crate::answer::{Considered, Text};
use crate::codes::{LowerBound, Topic, UpperBound};
use crate::pick::rank::Ranked;
use crate::pick::shape::TIE_RULES;
use crate::pick::window::Crossed;
use crate::pick::work::Work;
use crate::pick::{advice, point, school, turns};
use crate::tackle::hook;
use crate::units::{Mass, grams, ounces, plain};
use uom::si::velocity::meter_per_second;

fn line(about: Topic, rule: impl Into<Text>, saw: impl Into<Text>, taken: bool) -> Considered {
    Considered {
        about,
        rule: rule.into(),
        saw: saw.into(),
        taken,
    }
}

fn mass(m: Mass) -> String {
    format!("{} oz ({} g)", plain(ounces(m), 4), plain(grams(m), 2))
}

/// All of it, in the order in which an answer is made.
pub(super) fn considered(work: &Work<'_>, ranked: &[Ranked<'_, '_>]) -> Vec<Considered> {
    let mut all = Vec::new();
    rigs(work, ranked, &mut all);
    weights(work, &mut all);
    shapes(work, &mut all);
    hooks(work, &mut all);
    words(work, &mut all);
    all
}

fn rigs(work: &Work<'_>, ranked: &[Ranked<'_, '_>], all: &mut Vec<Considered>) {
    for r in ranked {
        let parts: Vec<_> = r
            .considered()
            .map(|(v, words)| format!("{} {words}", plain(v, 2)))
            .collect();
        let saw = format!("{}: {}", plain(r.total(), 2), parts.join(", "));
        all.push(line(
            Topic::Rig,
            r.rig().code(),
            saw,
            r.rig() == work.rig.code,
        ));
    }
}

fn weights(work: &Work<'_>, all: &mut Vec<Considered>) {
    let (school, rule) = work.school(&work.conditions);
    let needs = work.needs(&work.conditions, school);
    let choice = work.choose_by(&work.conditions, school);
    let why = school::why(rule, work.request);
    all.push(line(Topic::School, school.code(), why, true));
    let target = needs.setting.target.get::<meter_per_second>();
    let saw = format!(
        "{} m/s asks for {}",
        plain(target, 3),
        mass(needs.for_target())
    );
    all.push(line(Topic::Weight, "wanted fall", saw, true));
    for need in LowerBound::ALL {
        let saw = needs.lower(*need).map_or_else(
            || "not asked on this rig".to_owned(),
            |m| format!("no lighter than {}", mass(m)),
        );
        all.push(line(
            Topic::Weight,
            need.code(),
            saw,
            choice.lower.1 == *need,
        ));
    }
    for need in UpperBound::ALL {
        let saw = needs.upper(*need).map_or_else(
            || "does not apply".to_owned(),
            |m| format!("no heavier than {}", mass(m)),
        );
        all.push(line(
            Topic::Weight,
            need.code(),
            saw,
            choice.upper.1 == *need,
        ));
    }
    let rung = work.rungs[choice.rung].label;
    let saw = match choice.crossed {
        Crossed::No => "the lightest in the window near the wanted fall",
        Crossed::Bounds => "the bounds cross: the nearest that does the work",
        Crossed::NoRung => "no rung lies in the window: the nearest",
    };
    all.push(line(Topic::Weight, rung, saw, true));
}

fn shapes(work: &Work<'_>, all: &mut Vec<Considered>) {
    let c = &work.conditions;
    let ranked = work.shapes.ranked(c.current_mps, c.retrieve_mps);
    for (i, (score, row)) in ranked.iter().enumerate() {
        let saw = format!("scores {}", plain(*score, 3));
        all.push(line(Topic::Shape, row.code.code(), saw, i == 0));
    }
    let mut open = true;
    for rule in TIE_RULES {
        let holds = (rule.holds)(work.request, work.rig, work.tables);
        let saw = if holds { "holds" } else { "does not hold" };
        all.push(line(Topic::Tie, rule.code, saw, holds && open));
        open &= !holds;
    }
}

fn hooks(work: &Work<'_>, all: &mut Vec<Considered>) {
    let (point, rule) = work.point;
    let why = point::why(rule, work.request, work.tables);
    all.push(line(Topic::Hook, point.code(), why, true));
    for size in hook::sizes_considered(work.tables, &work.hook_asked()) {
        let saw = format!(
            "gap {} mm, length {} mm: {} against it",
            plain(size.gap_mm, 1),
            plain(size.length_mm, 1),
            plain(size.cost, 2)
        );
        all.push(line(Topic::Hook, size.size, saw, size.taken));
    }
}

fn words(work: &Work<'_>, all: &mut Vec<Considered>) {
    let verdict = work.verdict();
    let p = work.picture(&verdict);
    let mut say = |about: Topic, code: Text, holds: bool| {
        let saw = if holds { "holds" } else { "does not hold" };
        all.push(line(about, code, saw, holds));
    };
    for rule in advice::NOTES {
        say(Topic::Note, rule.code.into(), (rule.holds)(&p));
    }
    for rule in advice::CAUTIONS {
        say(Topic::Caution, rule.code.into(), (rule.holds)(&p));
    }
    for turn in turns::TURNS {
        let code = format!("{}: {}", turn.to, turn.when);
        say(Topic::Turn, code.into(), (turn.holds)(&p));
    }
    for turn in turns::BAIT_TURNS {
        let code = format!("{}: {}", turn.to.code(), turn.when);
        say(Topic::Bait, code.into(), (turn.holds)(&p));
    }
}
