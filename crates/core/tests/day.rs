//! A day as it is written down: the same set of events comes to the same, whichever came
//! first and however often; what is undone does not stand; hours are those that somebody
//! wrote to have fished.
#![allow(clippy::unwrap_used, reason = "a test")]

use proptest::prelude::*;
use time::macros::date;
use yarrowfen_core::base::codes::{BaitForm, Bottom, Outcome, Phase, Rig, Shape, Species, Throat};
use yarrowfen_core::day::{
    Bite, DayState, Event, EventId, FishTold, Log, Rest, Stop, Tied, What, WrittenAt, checked,
    spans,
};

/// 2026-06-12, 05:00 UTC.
const DAWN: i64 = 1_781_240_400_000;
const MINUTE: i64 = 60_000;

fn event(id: u128, minute: i64, what: What) -> Event {
    Event {
        id: EventId(id),
        written: WrittenAt {
            at: DAWN + minute * MINUTE,
            day: date!(2026 - 06 - 12),
            offset: 60,
            device: EventId(7),
            seq: u32::try_from(id).unwrap(),
        },
        what,
    }
}

fn stop(place: &str) -> What {
    What::Stop(Stop {
        place: place.into(),
        water: None,
        depth_m: 5.0,
        bottom: Bottom::ChunkRock,
        wind_mps: 3.0,
        current_mps: 0.0,
        temp_c: Some(17.0),
        species: Species::Smallmouth,
    })
}

fn tied(rod: u8, g: f64) -> What {
    What::TiedOn(Tied {
        rod,
        rig: Rig::Ned,
        shape: Shape::Mushroom,
        g,
        label: "1/8 oz".into(),
        form: BaitForm::Stick,
        length_mm: 70.0,
        hook: "#1".into(),
        thing: None,
        why: None,
        question: String::new(),
    })
}

fn bite(outcome: Outcome, phase: Phase) -> What {
    let phase = Some(phase);
    What::Bite(Bite { outcome, phase })
}

/// A morning: two stops, two rods, an end.
fn morning() -> Vec<Event> {
    vec![
        event(1, 0, stop("Brick Pit")),
        event(2, 0, tied(1, 3.5)),
        event(3, 20, bite(Outcome::Fish, Phase::FirstRest)),
        event(
            4,
            21,
            What::Fish(FishTold {
                of: EventId(3),
                cm: Some(38.0),
                species: None,
                throat: Some(Throat::Crayfish),
                phase: None,
            }),
        ),
        event(5, 30, tied(2, 7.0)),
        event(6, 60, What::HungUp),
        event(
            7,
            61,
            What::HeadGone {
                thing: Some(EventId(99)),
            },
        ),
        event(8, 90, stop("Gravel Broad")),
        event(9, 100, bite(Outcome::Missed, Phase::Pause)),
        event(10, 150, What::Ended),
    ]
}

#[test]
fn hours_run_from_what_is_tied_on_to_the_next_and_stop_at_the_end() {
    let mut events = morning();
    // Written in the evening, and nobody fished till then.
    events.push(event(
        11,
        900,
        What::Note {
            text: "sharpen".into(),
        },
    ));
    let log = Log::of(&events);
    let all = spans(&log);
    let told: Vec<_> = all
        .iter()
        .map(|s| {
            (
                &*s.stop.place,
                s.tied.g,
                s.hours() * 60.0,
                s.bites.len(),
                s.hung,
                s.gone,
            )
        })
        .collect();
    assert_eq!(
        told,
        [
            ("Brick Pit", 3.5, 30.0, 1, 0, 0),
            ("Brick Pit", 7.0, 60.0, 0, 1, 1),
            ("Gravel Broad", 7.0, 60.0, 1, 0, 0),
        ]
    );
    let fish = all[0].bites[0];
    assert_eq!((fish.cm, fish.throat), (Some(38.0), Some(Throat::Crayfish)));
    assert_eq!(fish.species, Species::Smallmouth);
}

#[test]
fn without_an_end_the_day_counts_to_its_last_line() {
    let mut events = morning();
    events.retain(|e| e.what != What::Ended);
    let log = Log::of(&events);
    let last = spans(&log).pop().unwrap();
    assert!((last.hours() * 60.0 - 10.0).abs() < 1e-9);
    assert_eq!(DayState::of(&log).ended, None);
}

#[test]
fn fishing_on_after_the_end_begins_the_day_again_and_the_break_is_not_counted() {
    let mut events = morning();
    events.push(event(11, 300, What::InHand { rod: 1 }));
    events.push(event(12, 330, What::Ended));
    let log = Log::of(&events);
    let last = spans(&log).pop().unwrap();
    assert_eq!((last.tied.g, last.hours() * 60.0), (3.5, 30.0));
}

#[test]
fn a_state_says_what_is_in_hand_where_since_when_and_what_rests() {
    let mut events = morning();
    events.truncate(9);
    let rest = What::Rest(Rest {
        spot: "ledge".into(),
        minutes: 15,
    });
    events.push(event(20, 101, rest.clone()));
    events.push(event(21, 103, rest));
    events.push(event(22, 118, What::WentBack { of: EventId(20) }));
    let log = Log::of(&events);
    let state = DayState::of(&log);
    assert_eq!(state.tied().map(|r| r.tied.g), Some(7.0));
    let (stop, since) = state.stop.unwrap();
    assert_eq!((&*stop.place, since), ("Gravel Broad", DAWN + 90 * MINUTE));
    assert_eq!(state.gone.get(&EventId(99)), Some(&1));
    let [one] = state.resting[..] else {
        panic!("{:?}", state.resting)
    };
    assert_eq!((one.id, one.until), (EventId(21), DAWN + 118 * MINUTE));
    // A rod that has nothing on it cannot be fished.
    events.push(event(23, 120, What::InHand { rod: 5 }));
    assert_eq!(DayState::of(&Log::of(&events)).in_hand, Some(2));
}

#[test]
fn what_is_undone_does_not_stand_and_an_undoing_can_be_undone() {
    let mut events = morning();
    let undo = |id, minute, of| event(id, minute, What::Undone { of: EventId(of) });
    events.push(undo(30, 151, 7));
    let gone = |events: &[Event]| {
        let log = Log::of(events);
        DayState::of(&log).gone.values().sum::<u32>()
    };
    assert_eq!(gone(&events), 0);
    events.push(undo(31, 152, 30));
    assert_eq!(gone(&events), 1);
    // Whatever the clocks said: nobody undoes what he has not seen.
    let thing = Some(EventId(9));
    let lost = event(2, 5, What::HeadGone { thing });
    assert_eq!(gone(&[undo(1, 0, 2), lost.clone()]), 0);
    assert_eq!(gone(&[undo(3, -90, 1), undo(1, 0, 2), lost]), 1);
    let log = Log::of(&events);
    assert_eq!(log.last().unwrap().id, EventId(10));
}

/// Two phones undo the same line, and one brings it back: it is back.
#[test]
fn two_undoings_are_answered_by_one_that_brings_back() {
    let undo = |id, minute, of| event(id, minute, What::Undone { of: EventId(of) });
    let lost = event(1, 0, What::HungUp);
    let events = [lost, undo(2, 5, 1), undo(3, 6, 1), undo(4, 9, 3)];
    let stands = |events: &[Event]| Log::of(events).standing().any(|e| e.id == EventId(1));
    assert!(stands(&events[..1]) && !stands(&events[..2]) && !stands(&events[..3]));
    assert!(stands(&events));
    // Undone once more, by whichever phone.
    let more = [&events[..], &[undo(5, 10, 1)]].concat();
    assert!(!stands(&more));
    // Of all that was said of the line the last word stands alone.
    let log = Log::of(&more);
    let words: Vec<_> = log
        .all()
        .iter()
        .filter(|s| s.stands)
        .map(|s| s.event.id.0)
        .collect();
    assert_eq!(words, [5]);
    // Two that undo each other decide about nothing.
    assert_eq!(
        Log::of(&[undo(1, 0, 2), undo(2, 1, 1)]).standing().count(),
        2
    );
}

#[test]
fn an_event_is_read_as_it_was_written() {
    for event in morning() {
        let text = serde_json::to_string(&event).unwrap();
        assert_eq!(
            serde_json::from_str::<Event>(&text).unwrap(),
            event,
            "{text}"
        );
    }
    // Published: RFC 9562, appendix A.4, the text form of a version 7 UUID.
    let id: EventId = "017F22E2-79B0-7CC3-98C4-DC0C0C07398F".parse().unwrap();
    assert_eq!(id.to_string(), "017f22e2-79b0-7cc3-98c4-dc0c0c07398f");
    for bad in [
        "",
        "017f",
        "017f22e2-79b0-7cc3-98c4-dc0c0c07398g",
        "+17f22e279b07cc398c4dc0c0c07398f",
        &"é".repeat(16),
    ] {
        assert!(bad.parse::<EventId>().is_err(), "{bad}");
    }
    let bad = r#"{"id":"017f22e279b07cc398c4dc0c0c07398f","written":{"at":1,"day":"DAY","offset":0,"device":"017f22e279b07cc398c4dc0c0c07398f","seq":0},"what":"ended"}"#;
    assert!(serde_json::from_str::<Event>(&bad.replace("DAY", "2026-02-28")).is_ok());
    for day in [
        "2026-02-30",
        "2026-2-3",
        "26-02-03",
        "2026-02-031",
        "",
        "2026-13-01",
    ] {
        assert!(
            serde_json::from_str::<Event>(&bad.replace("DAY", day)).is_err(),
            "{day}"
        );
    }
}

#[test]
fn what_cannot_be_kept_is_said_at_its_field() {
    let fields = |event: Event| -> Vec<String> {
        let faults = checked(event).err().unwrap_or_default();
        faults.into_iter().map(|f| f.field).collect()
    };
    for event in morning() {
        assert_eq!(fields(event.clone()), Vec::<String>::new(), "{event:?}");
    }
    assert_eq!(fields(event(1, 0, stop(" "))), ["place"]);
    assert_eq!(fields(event(1, 0, stop(&"x".repeat(81)))), ["place"]);
    assert_eq!(fields(event(1, 0, stop("a\u{0}b"))), ["place"]);
    assert_eq!(fields(event(1, 0, stop("two\nlines"))), ["place"]);
    assert_eq!(fields(event(1, 0, tied(0, 3.5))), ["rod"]);
    assert_eq!(fields(event(1, 0, tied(1, f64::NAN))), ["g"]);
    assert_eq!(fields(event(1, 0, What::Undone { of: EventId(1) })), ["of"]);
    let note = |text: &str| event(1, 0, What::Note { text: text.into() });
    assert_eq!(fields(note("two\nlines")), Vec::<String>::new());
    assert_eq!(fields(note("bell\u{7}")), ["text"]);
    let mut odd = morning().remove(0);
    odd.written.at = i64::MAX;
    assert_eq!(fields(odd.clone()), ["at"]);
    odd.written.at = DAWN + 9 * 24 * 60 * MINUTE;
    assert_eq!(fields(odd.clone()), ["day"]);
    odd.written.offset = 900;
    assert!(fields(odd).contains(&"offset".to_owned()));
}

fn whats() -> impl Strategy<Value = What> {
    let id = (0u128..40).prop_map(EventId);
    prop_oneof![
        "[ab]".prop_map(|p| stop(&p)),
        (1u8..4, 1.0..9.0f64).prop_map(|(rod, g)| tied(rod, g)),
        (1u8..5).prop_map(|rod| What::InHand { rod }),
        Just(bite(Outcome::Fish, Phase::Fall)),
        id.clone().prop_map(|of| What::Fish(FishTold {
            of,
            cm: Some(30.0),
            species: None,
            throat: None,
            phase: None
        })),
        Just(What::HungUp),
        id.clone().prop_map(|t| What::HeadGone { thing: Some(t) }),
        Just(What::Rest(Rest {
            spot: "x".into(),
            minutes: 10
        })),
        id.clone().prop_map(|of| What::WentBack { of }),
        Just(What::Ended),
        id.prop_map(|of| What::Undone { of }),
    ]
}

fn events() -> impl Strategy<Value = Vec<Event>> {
    let one = (0u128..40, 0i64..50, 0u128..3, whats());
    let one = one.prop_map(|(id, minute, device, what)| {
        let mut event = event(id, minute, what);
        event.written.device = EventId(device);
        event
    });
    // No device writes two things under one id at one moment.
    prop::collection::vec(one, 0..40).prop_map(|mut all| {
        let mut seen = std::collections::BTreeSet::new();
        all.retain(|e| seen.insert((e.id, e.written.at, e.written.device)));
        all
    })
}

proptest! {
    /// Law: a log is a set. Order of arrival, and how often one arrives, do not matter.
    #[test]
    fn the_order_of_arrival_does_not_matter(events in events(), twice in prop::collection::vec(any::<prop::sample::Index>(), 0..20), seed in any::<u64>()) {
        let mut other = events.clone();
        if !events.is_empty() {
            other.extend(twice.iter().map(|i| i.get(&events).clone()));
        }
        // A plain linear congruence shuffles well enough here.
        let mut state = seed;
        for i in (1..other.len()).rev() {
            state = state.wrapping_mul(6_364_136_223_846_793_005).wrapping_add(1);
            other.swap(i, usize::try_from(state >> 33).unwrap() % (i + 1));
        }
        let (a, b) = (Log::of(&events), Log::of(&other));
        prop_assert_eq!(DayState::of(&a), DayState::of(&b));
        let told = |log: &Log<'_>| log.all().iter().map(|s| (s.event.clone(), s.stands)).collect::<Vec<_>>();
        prop_assert_eq!(told(&a), told(&b));
        prop_assert_eq!(spans(&a), spans(&b));
    }

    /// Law: what is undone after it was seen does not stand, however wrong the clock of whoever
    /// undid it, and stands again when he brings it back.
    #[test]
    fn clocks_do_not_decide_what_stands(events in events(), wrong in prop::array::uniform2(-3000_i64..3000)) {
        let last = Log::of(&events).last().map(|e| e.id);
        prop_assume!(last.is_some());
        let of = last.unwrap();
        let answer = |id, minute, of| event(id, minute, What::Undone { of });
        let mut all = events;
        all.push(answer(1000, wrong[0], of));
        prop_assert!(Log::of(&all).standing().all(|e| e.id != of) || wrong[0] < 50);
        let mut all = vec![event(1, 0, What::HungUp), answer(2, wrong[0], EventId(1))];
        prop_assert_eq!(Log::of(&all).standing().count(), 1);
        all.push(answer(3, wrong[1], EventId(2)));
        prop_assert!(Log::of(&all).standing().any(|e| e.id == EventId(1)));
    }

    /// Law: every bite that stands, with a stop and something tied on, is in one span; hours
    /// never overlap and never exceed the day's.
    #[test]
    fn spans_share_out_the_day(events in events()) {
        let log = Log::of(&events);
        let all = spans(&log);
        let bites: usize = all.iter().map(|s| s.bites.len()).sum();
        let standing = log.standing().filter(|e| matches!(e.what, What::Bite(_))).count();
        prop_assert!(bites <= standing);
        for pair in all.windows(2) {
            prop_assert!(pair[0].to <= pair[1].from);
        }
        for s in &all {
            prop_assert!(s.from <= s.to && s.bites.iter().all(|b| (s.from..=s.to).contains(&b.at)));
        }
    }
}
