//! One judge: what is tied on is in range by every measure, or the answer itself says that it is
//! not; every change that is offered is one that the choice accepts; limits are soft.

mod common;

use std::collections::BTreeMap;

use common::{ENGINE, everyday, pick, request};
use proptest::prelude::*;
use proptest::test_runner::{Config, TestRunner};
use yarrowfen_core::Options;
use yarrowfen_core::answer::JudgedNeed;
use yarrowfen_core::answer::mend::{MendCause, MendChange};
use yarrowfen_core::base::codes::{Gauge, Judged, Symptom, TackleItem, TackleVerdict};
use yarrowfen_core::question::{MendRequest, PickRequest, Tackle};

/// Random picks that the laws are held over: 200, or as many as YARROWFEN_PICKS says.
fn picks() -> u32 {
    let said = std::env::var("YARROWFEN_PICKS").ok();
    said.and_then(|n| n.parse().ok()).unwrap_or(200)
}

fn runner() -> TestRunner {
    TestRunner::new(Config {
        cases: picks(),
        failure_persistence: None,
        ..Config::default()
    })
}

fn complaint(question: &PickRequest, symptom: Symptom) -> MendRequest {
    MendRequest {
        symptom,
        phase: None,
        found: BTreeMap::new(),
        question: question.clone(),
    }
}

/// A cause's measure, where it is one of these, with how far it lies beyond what is wanted and its
/// tolerance.
fn beyond(cause: &MendCause, decided: &[Gauge]) -> Option<f64> {
    let (measure, wanted) = (cause.measure.as_ref()?, cause.wanted.as_ref()?);
    let bound = wanted.to.or(wanted.from)?;
    // Values are told to ten thousandths.
    let room = wanted.tolerance * bound.abs() + 2e-4;
    let over = wanted
        .to
        .map_or(bound - measure.value, |most| measure.value - most);
    decided.contains(&measure.code).then_some(over - room)
}

/// Nothing that the choice ties on is wrong by any measure of any complaint: of its hook, keeper,
/// tie and shape whatever tackle is in hand, of line, rod and pace where the question names none.
#[test]
fn no_complaint_condemns_what_is_tied_on() {
    let looked = std::cell::Cell::new(0_u32);
    let accepted = &ENGINE.tables().mend.accepted;
    let all = [&accepted.tied[..], &accepted.usual[..]].concat();
    runner()
        .run(&(request(), any::<(bool, bool)>()), |(r, (near, bare))| {
            let mut r = if near { everyday(r) } else { r };
            r.head = None;
            if bare {
                r.tackle = Tackle::default();
                (r.retrieve_mps, r.retrieve_turns_ps) = (None, None);
            }
            let decided = if bare { &all } else { &accepted.tied };
            // Where no weight does it all, or no hook fits, the answer says so itself.
            let a = pick(&r);
            let hookless = a.notes.iter().any(|n| n.code == "no_hook_fits");
            let crossed = a.weight.conflict.is_some() || hookless;
            for symptom in Symptom::ALL {
                let told = ENGINE.mend(&complaint(&r, *symptom), Options::default());
                for cause in told.causes.iter().filter(|_| !crossed) {
                    let Some(beyond) = beyond(cause, decided) else {
                        continue;
                    };
                    looked.set(looked.get() + 1);
                    prop_assert!(beyond <= 0.0, "{symptom:?} {cause:?}");
                }
            }
            Ok(())
        })
        .unwrap();
    assert!(looked.get() > picks());
}

/// What is tied on holds each need of its own question, unless the answer says that no weight does
/// it all, that no hook fits, or that the rod is too light for the bait; and each need says its
/// bound, its tolerance and its margin alike.
#[test]
fn what_is_tied_on_is_judged_by_every_need() {
    runner()
        .run(&(request(), any::<bool>()), |(r, near)| {
            let r = if near { everyday(r) } else { r };
            let a = pick(&PickRequest { head: None, ..r });
            prop_assert!(a.judged_tied_on && !a.judged.is_empty());
            let note = |code: &str| a.notes.iter().any(|n| n.code == code);
            let said = |need: Judged| match need {
                Judged::GapFree | Judged::HookLength => note("no_hook_fits"),
                Judged::ShapeHere | Judged::PointCover | Judged::WireLine => false,
                _ => a.weight.conflict.is_some(),
            };
            for held in &a.judged {
                prop_assert!(!held.fails() || said(held.need), "{held:?}");
                adds_up(held)?;
            }
            Ok(())
        })
        .unwrap();
}

/// The margin is that of the bound with its tolerance.
fn adds_up(held: &JudgedNeed) -> Result<(), TestCaseError> {
    prop_assert_eq!(held.applies, held.least.is_some() || held.most.is_some());
    if held.unit == "points" || held.need == Judged::WireLine {
        return Ok(());
    }
    // Values are told to hundredths, and the margin to thousandths of what is wanted.
    let told = held.least.or(held.most).unwrap_or_default();
    let hair = 0.011 + 0.0005 * told.abs();
    if let Some(least) = held.least {
        let passes = held.value >= least / (1.0 + held.tolerance) - hair;
        prop_assert!(passes || held.fails(), "{held:?}");
        prop_assert!(held.value <= least - hair || !held.fails(), "{held:?}");
    }
    if let Some(most) = held.most {
        let passes = held.value <= most * (1.0 + held.tolerance) + hair;
        prop_assert!(passes || held.fails(), "{held:?}");
        prop_assert!(held.value >= most + hair || !held.fails(), "{held:?}");
    }
    Ok(())
}

/// The main line that an answer tells as usual is not called thick when it is in hand.
#[test]
fn the_line_that_is_told_suits_when_it_is_in_hand() {
    runner()
        .run(&(request(), any::<bool>()), |(r, near)| {
            let r = if near { everyday(r) } else { r };
            let mut r = PickRequest { head: None, ..r };
            r.tackle = Tackle::default();
            let told = pick(&r).line;
            r.tackle.line_kind = Some(told.computed_with);
            r.tackle.line_lb = Some(told.main_lb.1);
            let a = pick(&r);
            let line = a.tackle_in_hand.iter().find(|t| t.item == TackleItem::Line);
            let thick = line.is_some_and(|t| t.verdict == TackleVerdict::Thick);
            prop_assert!(!thick, "{told:?} {line:?}");
            Ok(())
        })
        .unwrap();
}

/// The needs of a question that a head in hand fails, by the answer.
fn failing(question: &PickRequest) -> BTreeMap<String, f64> {
    let a = pick(question);
    let fails = a.judged.into_iter().filter(JudgedNeed::fails);
    fails.map(|n| (format!("{:?}", n.need), n.margin)).collect()
}

/// Every change of the tackle that Mend offers is taken by the choice too: asked about the head as
/// it is then, no need fails that held before, and none by more.
#[test]
fn no_change_that_is_offered_breaks_another_need() {
    let tried = std::cell::Cell::new(0_u32);
    runner()
        .run(&(request(), any::<bool>()), |(r, near)| {
            let r = if near { everyday(r) } else { r };
            let r = PickRequest { head: None, ..r };
            let before = failing(&r);
            for symptom in Symptom::ALL {
                let told = ENGINE.mend(&complaint(&r, *symptom), Options::default());
                for change in told.causes.iter().flat_map(changes) {
                    let Some(then) = &change.question else {
                        continue;
                    };
                    for (need, margin) in failing(then) {
                        let was = before.get(&need).copied().unwrap_or(0.0);
                        prop_assert!(
                            margin >= was - 0.002,
                            "{need} {margin} {was} {symptom:?} {change:?}"
                        );
                    }
                    tried.set(tried.get() + 1);
                }
            }
            Ok(())
        })
        .unwrap();
    assert!(tried.get() > picks());
}

fn changes(cause: &MendCause) -> impl Iterator<Item = &MendChange> {
    let all = cause.change.iter().chain(&cause.others);
    all.filter(|c| c.tried)
}

/// With a range, the weight that is told covers it where one weight does.
#[test]
fn the_weight_told_covers_the_range_where_one_does() {
    let ranges = (request(), 0.2..6.0f64, 0.0..8.0f64, any::<bool>());
    runner()
        .run(&ranges, |(r, deeper, windier, wind)| {
            let mut r = everyday(r);
            r.water.depth_max_m = Some(r.water.depth_m + deeper);
            r.water.wind_max_mps = wind.then_some(r.water.wind_mps + windier);
            let a = ENGINE.pick(&r, Options::default());
            let covers = a.coverage.unwrap();
            let whole = &covers.whole;
            let told = whole.contains(&a.weight.label) || a.weight.conflict.is_some();
            prop_assert!(whole.is_empty() || told, "{covers:?} {:?}", a.weight);
            Ok(())
        })
        .unwrap();
}
