//! What a log speaks for by itself: the size that brought more, by how much, and nothing where
//! chance would do as well.
#![allow(clippy::unwrap_used, reason = "a test")]

use proptest::prelude::*;
use time::macros::date;
use yarrowfen_core::base::codes::{BaitForm, Bottom, Outcome, Rig, Shape, Species};
use yarrowfen_core::base::{Ladder, UnitSystem};
use yarrowfen_core::day::{Bite, Event, EventId, Log, Stop, Tied, What, WrittenAt, spans};
use yarrowfen_core::explore::ledger::{OwnSize, own_size, own_sizes};
use yarrowfen_core::question::PickRequest;
use yarrowfen_core::say::ledger as say;
use yarrowfen_core::{Engine, Options};

/// A weight as it is sold and g, and its bites at each stop.
type Fished<'a> = ((&'a str, f64), &'a [u8]);

fn tied((label, g): (&str, f64)) -> What {
    What::TiedOn(Tied {
        rod: 1,
        rig: Rig::Ned,
        shape: Shape::Mushroom,
        g,
        label: label.into(),
        form: BaitForm::Stick,
        length_mm: 70.0,
        hook: String::new(),
        thing: None,
        why: None,
        question: String::new(),
    })
}

fn stop(at: usize) -> What {
    What::Stop(Stop {
        place: format!("Brick Pit, {at}"),
        water: None,
        depth_m: 3.0,
        bottom: Bottom::Gravel,
        wind_mps: 3.0,
        current_mps: 0.0,
        temp_c: None,
        species: Species::Smallmouth,
    })
}

/// Two weights fished for an hour each at every stop, the one and the other first by turns.
fn log(one: Fished<'_>, other: Fished<'_>) -> Vec<Event> {
    let mut all: Vec<Event> = Vec::new();
    let mut write = |minute: i64, what: What| {
        let n = u32::try_from(all.len()).unwrap();
        let written = WrittenAt {
            at: 1_781_240_400_000 + minute * 60_000,
            day: date!(2026 - 06 - 12),
            offset: 0,
            device: EventId(1),
            seq: n,
        };
        let id = EventId(u128::from(n) + 1);
        all.push(Event { id, written, what });
    };
    let mut minute = 0;
    for at in 0..one.1.len() {
        write(minute, stop(at));
        let turns = if at % 2 == 0 {
            [one, other]
        } else {
            [other, one]
        };
        for (weight, bites) in turns {
            write(minute, tied(weight));
            for k in 0..bites[at] {
                let bite = Bite {
                    outcome: Outcome::Fish,
                    phase: None,
                };
                write(minute + 1 + i64::from(k), What::Bite(bite));
            }
            minute += 60;
        }
    }
    write(minute, What::Ended);
    all
}

fn sizes(one: Fished<'_>, other: Fished<'_>) -> Vec<OwnSize> {
    own_sizes(&spans(&Log::of(&log(one, other))))
}

const LIGHT: (&str, f64) = ("1/16 oz", 1.772);
const HEAVY: (&str, f64) = ("1/8 oz", 3.544);

#[test]
fn the_size_that_brought_more_is_told_with_how_much() {
    // 32 bites in eight hours against 8 in eight: four times as many.
    let [own] = &sizes((LIGHT, &[4; 8]), (HEAVY, &[1; 8]))[..] else {
        panic!("one claim")
    };
    assert_eq!(own.better, (LIGHT.0.to_owned(), LIGHT.1));
    assert_eq!(own.lesser, (HEAVY.0.to_owned(), HEAVY.1));
    assert!((3.99..4.01).contains(&own.ratio.unwrap()), "{own:?}");
    assert_eq!(own.stops, 8);
    assert!(1.0 < own.least && own.least < 4.0 && own.most.unwrap() > 4.0);
    assert_eq!((own.rig, own.form), (Rig::Ned, BaitForm::Stick));
    assert_eq!(own.species, Species::Smallmouth);
    let said = say::own_size(own, UnitSystem::Metric);
    assert!(said.contains("1/16 oz brought 4"), "{said}");
}

#[test]
fn nothing_is_told_where_chance_does_as_well() {
    assert!(sizes((LIGHT, &[2; 8]), (HEAVY, &[2; 8])).is_empty());
    assert!(sizes((LIGHT, &[3, 2, 3, 2]), (HEAVY, &[2, 2, 2, 2])).is_empty());
    // None at all with the one, some with the other: how often is not known, that it is more is.
    let [own] = &sizes((LIGHT, &[0; 8]), (HEAVY, &[2; 8]))[..] else {
        panic!("one claim")
    };
    assert_eq!(own.better.0, HEAVY.0);
    assert!(own.ratio.is_none() && own.most.is_none() && own.least > 1.0);
    let said = say::own_size(own, UnitSystem::Metric);
    assert!(said.contains("at least"), "{said}");
}

#[test]
fn it_speaks_of_the_weight_that_brought_less_and_moves_it_by_one_size() {
    let own = sizes((LIGHT, &[4; 8]), (HEAVY, &[1; 8])).remove(0);
    let what = (Rig::Ned, BaitForm::Stick, Species::Smallmouth);
    assert!(own.speaks_of(what, HEAVY.1) && own.speaks_of(what, HEAVY.1 * 1.02));
    assert!(!own.speaks_of(what, LIGHT.1) && !own.speaks_of(what, HEAVY.1 * 1.1));
    for other in [
        (Rig::Tube, BaitForm::Stick, Species::Smallmouth),
        (Rig::Ned, BaitForm::Tube, Species::Smallmouth),
        (Rig::Ned, BaitForm::Stick, Species::Perch),
    ] {
        assert!(!own.speaks_of(other, HEAVY.1), "{other:?}");
    }
    // From 1/8 toward 1/16: the next size that is sold, however far the record reaches.
    let (label, g) = own.next(HEAVY.1, Ladder::Ounces).unwrap();
    assert!(g < HEAVY.1 && g > LIGHT.1, "{label}");
    let heavier = sizes((LIGHT, &[1; 8]), (HEAVY, &[4; 8])).remove(0);
    let (label, g) = heavier.next(LIGHT.1, Ladder::Ounces).unwrap();
    assert!(g > LIGHT.1 && g < HEAVY.1, "{label}");
}

#[test]
fn an_answer_is_told_of_it_but_not_where_a_head_is_in_hand() {
    let engine = Engine::new().unwrap();
    let asked = |more: &str| {
        let json = format!(
            r#"{{"rig":"ned","bait":{{"form":"stick","length_mm":70}},"water":{{"depth_m":3}},"species":"smallmouth"{more}}}"#
        );
        PickRequest::from_json(json.as_bytes()).unwrap()
    };
    let answer = engine.pick(&asked(""), Options::default());
    let advised = (&*answer.weight.label, answer.weight.g);
    let other = if advised.1 > 2.0 { LIGHT } else { HEAVY };
    let told = sizes((advised, &[1; 8]), (other, &[4; 8]));
    assert_eq!(own_size(&told, &asked(""), &answer), Some(&told[0]));
    let head = asked(r#","head":{"oz":0.0625,"shape":"mushroom"}"#);
    assert_eq!(own_size(&told, &head, &answer), None);
    // What it speaks for is what the answer advises: nothing to say.
    let agrees = sizes((advised, &[4; 8]), (other, &[1; 8]));
    assert_eq!(own_size(&agrees, &asked(""), &answer), None);
}

proptest! {
    /// Which of two is named first changes nothing that is told of them.
    #[test]
    fn the_names_alone_decide_nothing(a in prop::collection::vec(0_u8..6, 6), b in prop::collection::vec(0_u8..6, 6)) {
        let told = sizes((LIGHT, &a), (HEAVY, &b));
        let turned = sizes((HEAVY, &a), (LIGHT, &b));
        prop_assert_eq!(told.len(), turned.len());
        for (x, y) in told.iter().zip(&turned) {
            let name = |w: &(String, f64)| if w.0 == LIGHT.0 { HEAVY.0 } else { LIGHT.0 };
            prop_assert_eq!(name(&x.better), &y.better.0);
            prop_assert_eq!(name(&x.lesser), &y.lesser.0);
            let near = |a: Option<f64>, b: Option<f64>| match (a, b) {
                (Some(a), Some(b)) => (a / b - 1.0).abs() < 1e-9,
                (a, b) => a == b,
            };
            prop_assert!(near(x.ratio, y.ratio) && near(x.most, y.most), "{x:?} {y:?}");
            prop_assert!(near(Some(x.least), Some(y.least)), "{x:?} {y:?}");
            // What is claimed is more, and lies within what is told of it.
            let ratio = x.ratio.unwrap_or(f64::INFINITY);
            prop_assert!(1.0 <= x.least && x.least <= ratio && ratio <= x.most.unwrap_or(f64::INFINITY), "{x:?}");
        }
    }
}
