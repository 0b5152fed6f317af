//! Laws of what goes wrong, over random rigs.
#![expect(clippy::unwrap_used, reason = "a test may fail loudly")]

mod common;

use std::collections::BTreeMap;

use common::{ENGINE, request};
use proptest::prelude::*;
use proptest::sample::select;
use proptest::test_runner::{Config, TestRunner};
use serde_json::{Value, json};
use yarrowfen_core::answer::mend::{MendAnswer, MendCause, MendChange};
use yarrowfen_core::base::codes::{
    Cause, EyeTurn, HookStyle, Keeper, Material, Power, Shape, Standing, Symptom, Tie, Wire,
};
use yarrowfen_core::explore::mend::likelihood::{Evidence, Weighed, placed};
use yarrowfen_core::question::{HeadInHand, HookInHand, MendRequest, PickRequest};
use yarrowfen_core::{Engine, Options};

fn maybe<T: Copy + std::fmt::Debug + 'static>(
    all: &'static [T],
) -> impl Strategy<Value = Option<T>> {
    proptest::option::weighted(0.7, select(all))
}

prop_compose! {
    fn head()(shape in maybe(Shape::ALL), g in 0.5..25.0, material in maybe(Material::ALL), tie in maybe(Tie::ALL),
        eye in maybe(EyeTurn::ALL), post_mm in proptest::option::of(0.0..12.0), keeper in maybe(Keeper::ALL),
        size in proptest::option::weighted(0.8, select(&["8", "4", "2", "1", "1/0", "2/0", "3/0", "4/0", "5/0"])),
        style in maybe(HookStyle::ALL), wire in maybe(Wire::ALL)) -> HeadInHand {
        HeadInHand { shape, g, material, tie, eye, post_mm, keeper,
            hook: HookInHand { size: size.map(str::to_owned), style, gap_mm: None, length_mm: None, wire } }
    }
}
prop_compose! {
    fn complaint()(question in request(), head in proptest::option::weighted(0.85, head()), power in maybe(Power::ALL),
        symptom in select(Symptom::ALL)) -> MendRequest {
        let tackle = yarrowfen_core::question::Tackle { rod_power: power, ..question.tackle.clone() };
        MendRequest { symptom, phase: None, found: BTreeMap::new(), question: PickRequest { head, tackle, ..question } }
    }
}

fn mend(asked: &MendRequest) -> MendAnswer {
    ENGINE.mend(asked, Options::default())
}

/// A question with fields set, by the contract's names.
fn with(question: &PickRequest, sets: &BTreeMap<String, Value>) -> PickRequest {
    let mut json = serde_json::to_value(question).unwrap();
    for (field, value) in sets {
        let mut at = &mut json;
        for part in field.split('.') {
            if at.is_null() {
                *at = json!({});
            }
            at = at
                .as_object_mut()
                .unwrap()
                .entry(part)
                .or_insert(Value::Null);
        }
        *at = value.clone();
    }
    json.as_object_mut().unwrap().remove("assumed");
    PickRequest::from_value(&json).unwrap()
}

fn deviates(c: &MendCause) -> bool {
    let (Some(m), Some(w)) = (&c.measure, &c.wanted) else {
        return false;
    };
    let wanted = w.to.or(w.from).unwrap_or_default().abs();
    let slack = 1e-4 + 1e-6 * m.value.abs() + w.tolerance * wanted;
    w.to.is_some_and(|most| m.value > most + slack)
        || w.from.is_some_and(|least| m.value < least - slack)
}

/// That each change that was tried mends its measure when it is tied on, and that a measure
/// that nothing mends says so.
fn check(
    engine: &Engine,
    asked: &MendRequest,
    mended: &mut BTreeMap<&str, usize>,
) -> Result<(), TestCaseError> {
    let told = engine.mend(asked, Options::default());
    for cause in told.causes.iter().filter(|c| deviates(c)) {
        let changes: Vec<&MendChange> = cause.change.iter().chain(&cause.others).collect();
        let tried: Vec<&&MendChange> = changes.iter().filter(|c| c.tried).collect();
        if cause.says != Standing::Ask {
            prop_assert!(cause.cannot.is_some() == tried.is_empty(), "{:?}", cause);
        }
        for change in tried {
            let then = MendRequest {
                question: with(&asked.question, &change.sets),
                ..asked.clone()
            };
            let again = engine.mend(&then, Options::default());
            let after = again.causes.iter().find(|c| c.code == cause.code);
            prop_assert!(
                after.is_none_or(|c| !deviates(c)),
                "{:?}\n{:?}\n{:?}",
                cause,
                change,
                after
            );
            *mended.entry(cause.code.code()).or_default() += 1;
        }
    }
    Ok(())
}

#[test]
fn a_change_mends_its_measure_or_says_that_none_does() {
    let mut runner = TestRunner::new(Config {
        cases: 4000,
        failure_persistence: None,
        ..Config::default()
    });
    let mended = std::cell::RefCell::new(BTreeMap::new());
    runner
        .run(&complaint(), |asked| {
            check(&ENGINE, &asked, &mut mended.borrow_mut())
        })
        .unwrap();
    // Random rigs reach nearly every cause that the model mends; the situations hold the rest.
    let mut mended = mended.into_inner();
    let file: Value = serde_json::from_str(include_str!("mend_situations.json")).unwrap();
    for situation in file["situations"].as_array().unwrap() {
        let asked = MendRequest::from_json(situation["given"].to_string().as_bytes()).unwrap();
        check(&ENGINE, &asked, &mut mended).unwrap();
    }
    let by_hand = ["wrong_weed", "tail_up", "current_drift"];
    let tables = &ENGINE.tables().mend;
    for cause in Cause::ALL
        .iter()
        .filter(|c| tables.causes[**c].gauge.is_some())
    {
        let tried = mended.get(cause.code()).copied().unwrap_or(0);
        assert!(
            tried > 0 || by_hand.contains(&cause.code()),
            "{} was never mended: {mended:?}",
            cause.code()
        );
    }
}

fn evidence() -> impl Strategy<Value = Evidence> {
    prop_oneof![
        (0.0..3.0).prop_map(Evidence::Measured),
        Just(Evidence::Measured(0.0)),
        Just(Evidence::TurnsOn),
        Just(Evidence::Unasked),
        any::<bool>().prop_map(Evidence::Found),
    ]
}

fn weighed() -> impl Strategy<Value = Vec<Weighed>> {
    let one = (0.01..0.6, evidence()).prop_map(|(base, evidence)| Weighed { base, evidence });
    proptest::collection::vec(one, 2..10)
}

proptest! {
    /// A measure moved over its threshold, or further over it, moves its cause up, never down.
    #[test]
    fn a_measure_further_over_moves_its_cause_up(all in weighed(), pick in any::<prop::sample::Index>(), parts in 0.0..2.0, more in 0.0..2.0) {
        let row = &ENGINE.tables().mend.likelihood;
        let at = pick.index(all.len());
        let place = |parts: f64| {
            let mut all = all.clone();
            all[at].evidence = Evidence::Measured(parts);
            let placed = placed(row, &all);
            let place = placed.iter().position(|p| p.at == at).unwrap();
            (place, placed[place].standing, placed[place].share)
        };
        let (before, after) = (place(parts), place(parts + more));
        prop_assert!(after.0 <= before.0 && after.2 >= before.2 - 1e-12 && after.1 <= before.1);
        // Without a deviation it is ruled out, and below all that are not.
        let out = place(0.0);
        prop_assert_eq!(out.1, Standing::RuledOut);
        prop_assert!(parts == 0.0 || before.1 <= Standing::Possible);
    }

    /// What is not known never ranks before what was measured or found to be so, whatever its share.
    #[test]
    fn what_is_not_known_never_ranks_before_what_was_measured(all in weighed()) {
        let row = &ENGINE.tables().mend.likelihood;
        let placed = placed(row, &all);
        let standings: Vec<Standing> = placed.iter().map(|p| p.standing).collect();
        let first_open = standings.iter().position(|s| *s >= Standing::Ask).unwrap_or(standings.len());
        prop_assert!(standings[first_open..].iter().all(|s| *s >= Standing::Ask));
        let first_out = standings.iter().position(|s| *s == Standing::RuledOut).unwrap_or(standings.len());
        prop_assert!(standings[first_out..].iter().all(|s| *s == Standing::RuledOut));
        let sum: f64 = placed.iter().map(|p| p.share).sum();
        prop_assert!((sum - 1.0).abs() < 1e-9);
    }
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 300, failure_persistence: None, ..ProptestConfig::default() })]

    /// A heavier head is felt over no less of the cast, stays down no slower a reel, and bows
    /// its line no more.
    #[test]
    fn a_heavier_head_is_felt_further(mut asked in complaint(), g in 0.5..20.0, more in 0.0..10.0) {
        asked.symptom = Symptom::NoBottomFeel;
        let mut value = |g: f64, cause: Cause, symptom: Symptom| {
            let head = asked.question.head.get_or_insert_with(|| HeadInHand { shape: None, g, material: None, tie: None,
                eye: None, post_mm: None, keeper: None, hook: HookInHand::default() });
            head.g = g;
            asked.symptom = symptom;
            let told = mend(&asked);
            told.causes.iter().find(|c| c.code == cause).and_then(|c| c.measure.as_ref().map(|m| m.value))
        };
        let pairs = [(Cause::SlackBow, Symptom::NoHookUp, 1.0), (Cause::WindBow, Symptom::NoBottomFeel, -1.0)];
        for (cause, symptom, sign) in pairs {
            if let (Some(a), Some(b)) = (value(g, cause, symptom), value(g + more, cause, symptom)) {
                prop_assert!(sign * (b - a) >= -2e-4, "{cause:?} {a} {b}");
            }
        }
    }

    /// Nothing is told with a hole left open, and every number is one.
    #[test]
    fn every_text_is_whole(asked in complaint()) {
        let told = mend(&asked);
        prop_assert!(!told.causes.is_empty() || told.symptom == Symptom::BogsDown);
        for cause in &told.causes {
            prop_assert!(cause.share.is_finite() && cause.ratio > 0.0);
            let said = [Some(&cause.text), cause.why.as_ref()].into_iter().flatten();
            let changes = cause.change.iter().chain(&cause.others).map(|c| &c.text);
            for text in said.chain(changes) {
                prop_assert!(!text.is_empty() && !text.contains("NaN") && !text.contains("inf ") && !text.contains("  "), "{text}");
            }
            if let Some(m) = &cause.measure {
                prop_assert!(m.value.is_finite(), "{:?}", m);
            }
        }
    }
}
