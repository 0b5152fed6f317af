//! From a decision to an answer.

use uom::si::{force::newton, length::millimeter, time::second};

use super::fall::{beads, mps, sink};
use crate::MODEL_VERSION;
use crate::answer::reasons::Reasons;
use crate::answer::{
    Answer, BaitMeasured, Excluded, HookTied, JudgedNeed, LiftAt, LiftPlanned, MaterialReport,
    Retrieve, RigPlace, RungReport, RunnerUp, SchoolAnswer, Step, Text, Weight, Window,
};
use crate::base::codes::{Material, School};
use crate::base::text::labels;
use crate::base::{Rung, grams, ounces, round};
use crate::cast::Lift;
use crate::choose::decision::Decision;
use crate::choose::rank::Ranked;
use crate::choose::setting::Conditions;
use crate::choose::tied_on::TiedOn;
use crate::choose::verdicts::Verdicts;
use crate::choose::window::choose;
use crate::explore::cast_ready::{self, Lifts};
use crate::explore::conflict::{WaysOut, ways_out};
use crate::explore::judge::{judge, judge_tied};
use crate::explore::lift_plan::{LiftPlan, lift_plan};
use crate::explore::steps::{self, Turning};
use crate::say;
use crate::tables::rules::Rule;

/// The whole answer but for the other rigs. `reasons` may hold some already;
/// the record of every rule asked goes with it.
pub(super) fn answer<'w>(d: &Decision<'w>, mut reasons: Reasons) -> (Answer, Verdicts<'w>) {
    let on = d.on;
    let lifts = Lifts::played(d);
    let mut v = Verdicts::of(d, cast_ready::lift_s(d, lifts.half));
    let ways = ways_out(d, &v.facts);
    if let Some(ways) = &ways {
        v.record.entries.extend(&ways.record.entries);
    }
    if let Some((_, own)) = &on.options.own_fall {
        say::own_sink_tests(own, d, &mut reasons);
    }
    say::school(d, &mut reasons);
    say::weight(d, &mut reasons);
    say::shape(d, &v, &mut reasons);
    say::hook(d, &mut reasons);
    say::point(d, &mut reasons);
    let head = say::head(d);
    say::tie_and_keeper(d, &head, &mut reasons);
    say::post(d, &head, &mut reasons);
    let (line, rod) = say::line(d, &mut reasons);
    let course = say::course(d, &v, &mut reasons);
    let schools = schools(d);
    let mut notes = say::coded(&v.notes, d, &v);
    notes.extend(say::disputed_weight(d, &schools));
    let one = |rule: Option<_>| rule.map(|r| say::rule(r, d, &v)).unwrap_or_default();
    let answer = Answer {
        model: MODEL_VERSION.into(),
        rig: on.rig.code,
        tackle_in_hand: say::tackle_in_hand(d),
        school: d.school,
        cautions: say::coded(&v.cautions, d, &v),
        sink: sink(d),
        step_up: step_up(d, &v),
        step_down: step_down(d, &v),
        rungs: rung_reports(d),
        retrieve: Retrieve {
            name: retrieve_name(d, &v),
            speed_mps: round(on.conditions.retrieve_mps, 3),
            steps: say::rules(&v.retrieve, d, &v),
        },
        rigging: say::rules(&v.rigging, d, &v),
        hook_set: one(v.hook_set),
        leave_when: one(v.leave_when),
        switches: v
            .turns
            .iter()
            .map(|(to, r)| say::switch(to.code(), r, d, &v))
            .collect(),
        bait_switches: v
            .bait_turns
            .iter()
            .map(|(to, r)| say::switch(to.code(), r, d, &v))
            .collect(),
        bait_advice: say::coded(&v.advice, d, &v),
        materials: materials(d),
        bait: bait_measured(d),
        depth_m: Some(round(on.conditions.depth_m, 3)),
        fish_depth_m: Some(round(on.conditions.fish_m(on.tables), 2)),
        fished_depth_m: Some(round(d.reach_m(), 2)),
        count_s: d.count_s().map(|s| round(s, 1)),
        assumed: on.request.assumed.clone(),
        weight: weight(d, ways.as_ref()),
        reasons: say::reasons(&reasons, on.options.units),
        hook: if d.fit.fits {
            HookTied::Fits(d.hook.clone())
        } else {
            HookTied::Nearest(d.hook.clone())
        },
        runners_up: Vec::new(),
        rigs: Vec::new(),
        excluded: Vec::new(),
        coverage: None,
        considered: Vec::new(),
        course: Some(course),
        fits: None,
        judged: judged(d),
        lifts_say: say::lifts(&lifts.told(), on.options.units),
        lift_plan: lift_plan(d).map(|plan| lift_planned(d, plan)),
        lifts: lifts.told().into_iter().map(lift_at).collect(),
        judged_tied_on: on.request.head.is_none(),
        head,
        line,
        rod,
        notes,
        schools,
    };
    (answer, v)
}

/// The rig's own name for its retrieve, or that of the course where it is brought another way.
fn retrieve_name(d: &Decision<'_>, v: &Verdicts<'_>) -> Text {
    if v.brought.own {
        d.on.rig.retrieve.name.clone().into()
    } else {
        d.course.code.code().into()
    }
}

/// A lift for a fall of so many seconds, as it is told.
fn lift_planned(d: &Decision<'_>, plan: LiftPlan) -> LiftPlanned {
    let rung = &d.on.rungs[plan.rung];
    LiftPlanned {
        wanted_s: d.on.request.lift_fall_s.unwrap_or_default(),
        label: rung.label.into(),
        g: round(grams(rung.mass), 2),
        line_m: round(plan.line_m, 2),
        turns: round(plan.line_m / d.on.request.turn_m(), 1),
        lift: lift_at(plan.lift),
        reached: plan.reached,
        text: say::lift_plan(d, &plan),
    }
}

/// A lift as it is told: to hundredths.
fn lift_at(one: Lift) -> LiftAt {
    LiftAt {
        at_m: round(one.at_m, 1),
        rise_m: round(one.rise_m, 2),
        fall_s: round(one.fall_s, 2),
    }
}

/// The head in the hand where one was named, else what is tied on.
fn judged(d: &Decision<'_>) -> Vec<JudgedNeed> {
    let found = judge(d, d.on.request.head.as_ref());
    say::judged(&found, d.on.options.units)
}

/// What is tied on, need by need.
pub(super) fn judged_tied_on(t: &TiedOn<'_>) -> Vec<JudgedNeed> {
    say::judged(&judge_tied(t), t.d.on.options.units)
}

fn weight(d: &Decision<'_>, ways: Option<&WaysOut<'_>>) -> Weight {
    let (choice, rung, units) = (&d.choice, d.rung(), d.on.options.units);
    Weight {
        label: rung.label.into(),
        oz: round(ounces(rung.mass), 5),
        g: round(grams(rung.mass), 2),
        window: Window {
            lower_oz: round(ounces(choice.lower.0), 4),
            upper_oz: round(ounces(choice.upper.0), 4),
            lower_by: choice.lower.1,
            upper_by: choice.upper.1,
            lower_g: round(grams(choice.lower.0), 2),
            upper_g: round(grams(choice.upper.0), 2),
            lower_says: say::lower(d).text(units),
            upper_says: say::upper(d).text(units),
        },
        conflict: ways.map(|w| say::conflict(d, w)),
        total_g: round(grams(d.total), 1),
    }
}

/// What each school would tie on.
fn schools(d: &Decision<'_>) -> Vec<SchoolAnswer> {
    let on = d.on;
    let says = labels(
        "SchoolSays",
        &School::ALL.iter().map(|s| s.code()).collect::<Vec<_>>(),
    );
    let tied_on = |(&school, says): (&School, &'static str)| {
        let needs = on.needs(&on.conditions, school);
        let rung = if school == d.school {
            d.choice.rung
        } else {
            choose(&needs, on.rungs).rung
        };
        let rung = &on.rungs[rung];
        let needs = needs.with_hook(on.hook_for(rung.mass).0.measured.mass());
        SchoolAnswer {
            school,
            label: rung.label.into(),
            oz: round(ounces(rung.mass), 5),
            speed_mps: round(mps(needs.fall(&needs.head(rung.mass))), 2),
            says: says.into(),
        }
    };
    School::ALL.iter().zip(says).map(tied_on).collect()
}

/// Size, fall and weight in water of the same weight in each metal.
fn materials(d: &Decision<'_>) -> Vec<MaterialReport> {
    let on = d.on;
    let report = |&material: &Material| {
        let c = Conditions {
            material,
            ..on.conditions
        };
        let needs = on.needs(&c, d.school).with_hook(d.fit.measured.mass());
        let body = needs.head(d.rung().mass);
        let height = body.sphere_diameter.get::<millimeter>() * d.shape.height;
        MaterialReport {
            material,
            height_mm: round(height, 1),
            speed_mps: round(mps(needs.fall(&body)), 3),
            submerged_n: round(needs.weight(&body).get::<newton>(), 4),
        }
    };
    Material::ALL.iter().map(report).collect()
}

fn step_up(d: &Decision<'_>, v: &Verdicts<'_>) -> Option<Step> {
    let heavier = d.on.rungs.get(d.choice.rung + 1)?;
    step(d, v, heavier, (steps::up(d), v.heavier))
}

fn step_down(d: &Decision<'_>, v: &Verdicts<'_>) -> Option<Step> {
    let lighter = d.on.rungs.get(d.choice.rung.checked_sub(1)?)?;
    step(d, v, lighter, (steps::down(d), v.lighter))
}

/// A step to a rung beside the one tied on, where something turns the choice to it or
/// habit does; no other is offered.
fn step(
    d: &Decision<'_>,
    v: &Verdicts<'_>,
    rung: &Rung,
    (turnings, habit): (Vec<Turning>, Option<&Rule>),
) -> Option<Step> {
    if turnings.is_empty() && habit.is_none() {
        return None;
    }
    let habit = habit.map(|r| say::rule(r, d, v));
    Some(say::step(d, rung, &turnings, habit))
}

fn rung_reports(d: &Decision<'_>) -> Vec<RungReport> {
    let near = d.choice.rung.saturating_sub(1)..=d.choice.rung + 1;
    let report = |(i, rung): (usize, &Rung)| {
        let head = d.needs.head(rung.mass);
        let fall = d.needs.fall(&head);
        let down = d.needs.let_down(&head);
        let time = down.time().map(|t| t.get::<second>());
        RungReport {
            label: rung.label.into(),
            oz: round(ounces(rung.mass), 5),
            g: round(grams(rung.mass), 2),
            in_window: d.choice.contains(rung.mass),
            time_s: time.map(|t| round(t, 1)),
            speed_mps: round(mps(fall), 3),
            depth_by_second: if near.contains(&i) {
                beads(&down, time)
            } else {
                Vec::new()
            },
        }
    };
    d.on.rungs.iter().enumerate().map(report).collect()
}

pub(super) fn bait_measured(d: &Decision<'_>) -> BaitMeasured {
    let b = &d.on.bait;
    BaitMeasured {
        length_mm: round(b.length.get::<millimeter>(), 1),
        depth_mm: round(b.depth.get::<millimeter>(), 1),
        depth_measured: b.depth_measured,
        depth_band_mm: (
            round(b.depth_band.0.get::<millimeter>(), 1),
            round(b.depth_band.1.get::<millimeter>(), 1),
        ),
        mass_g: round(grams(b.mass()), 1),
        tail_root_mm: round(b.tail_root.get::<millimeter>(), 0),
    }
}

/// All rigs in their order, with a line on each.
pub(super) fn places(ranked: &[Ranked<'_>]) -> Vec<RigPlace> {
    let place = |r: &Ranked<'_>| RigPlace {
        rig: r.rig(),
        score: round(r.total(), 2),
        label: r.decision.rung().label.into(),
        why: say::why(r, ranked),
    };
    ranked.iter().map(place).collect()
}

/// The rigs that cannot be fished there.
pub(super) fn excluded(ranked: &[Ranked<'_>]) -> Vec<Excluded> {
    let shut = ranked.iter().filter(|r| r.excluded.is_some());
    shut.map(|r| Excluded {
        rig: Some(r.rig()),
        shape: None,
        why: say::why(r, ranked),
    })
    .collect()
}

/// The shapes of the rig that cannot be fished there.
pub(super) fn shut_out(d: &Decision<'_>) -> Vec<Excluded> {
    let shut = d.on.shut_out().into_iter();
    shut.map(|row| Excluded {
        rig: None,
        shape: Some(row.code),
        why: say::shut_out(d, row),
    })
    .collect()
}

/// The other rigs with what they would tie on.
pub(super) fn runners_up(ranked: &[Ranked<'_>], first: &Ranked<'_>) -> Vec<RunnerUp> {
    let runner = |r: &Ranked<'_>| {
        let d = &r.decision;
        let facts = d.facts();
        RunnerUp {
            rig: r.rig(),
            head: say::head(d),
            weight: weight(d, ways_out(d, &facts).as_ref()),
            hook: d.hook.clone(),
            why_not_first: say::why_not(r, first),
        }
    };
    let others = ranked.iter().filter(|r| r.rig() != first.rig());
    others.map(runner).collect()
}
