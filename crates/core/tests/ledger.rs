//! By what a log is looked at: what is called alike is one, bands leave no gap and share no
//! value, and only what was fished turn about with all else alike is compared.
#![allow(clippy::unwrap_used, reason = "a test")]

use time::macros::date;
use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::base::codes::{BaitForm, Bottom, Outcome, Rig, Shape, Species};
use yarrowfen_core::day::{Bite, Event, EventId, Log, Stop, Tied, What, WrittenAt, spans};
use yarrowfen_core::explore::ledger::{Asked, Counted, DEPTH_BANDS, Factor, Review, review};

fn event(n: u32, minute: i64, what: What) -> Event {
    Event {
        id: EventId(u128::from(n) + 1),
        written: WrittenAt {
            at: 1_781_240_400_000 + minute * 60_000,
            day: date!(2026 - 06 - 12),
            offset: 0,
            device: EventId(1),
            seq: n,
        },
        what,
    }
}

fn tied(label: &str, g: f64, form: BaitForm) -> What {
    What::TiedOn(Tied {
        rod: 1,
        rig: Rig::Ned,
        shape: Shape::Mushroom,
        g,
        label: label.into(),
        form,
        length_mm: 70.0,
        hook: String::new(),
        thing: None,
        why: None,
        question: String::new(),
    })
}

/// A stop of four hours, an hour with each of four things, a bite in each.
fn told(things: [What; 4], by: Factor) -> Review {
    let stop = What::Stop(Stop {
        place: "Brick Pit".into(),
        water: None,
        depth_m: 2.0,
        bottom: Bottom::Gravel,
        wind_mps: 5.0,
        current_mps: 0.0,
        temp_c: None,
        species: Species::Perch,
    });
    let mut events = vec![event(0, 0, stop)];
    let mut minute = 0;
    for thing in things {
        let n = u32::try_from(events.len()).unwrap();
        events.push(event(n, minute, thing));
        let bite = Bite {
            outcome: Outcome::Fish,
            phase: None,
        };
        events.push(event(n + 1, minute + 30, What::Bite(bite)));
        minute += 60;
    }
    events.push(event(99, minute, What::Ended));
    let log = Log::of(&events);
    let asked = Asked {
        days: (None, None),
        place: None,
        species: None,
        depth: None,
        counted: Counted::Bites,
        by,
        units: UnitSystem::Metric,
    };
    review(&spans(&log), &asked)
}

#[test]
fn a_weight_that_is_sold_alike_is_one_whatever_its_last_digit() {
    let stick = BaitForm::Stick;
    let r = told(
        [
            tied("1/8 oz", 3.544, stick),
            tied("1/4 oz", 7.087, stick),
            tied("1/8 oz", 3.543_69, stick),
            tied("1/4 oz", 7.087_4, stick),
        ],
        Factor::Weight,
    );
    let rows: Vec<_> = r
        .rows
        .iter()
        .map(|row| (&*row.level.name, row.count.n, row.count.hours))
        .collect();
    assert_eq!(rows, [("1/8 oz", 2, 2.0), ("1/4 oz", 2, 2.0)]);
    let by_weight: Vec<_> = r
        .comparisons
        .iter()
        .filter(|c| c.factor == Factor::Weight)
        .collect();
    assert_eq!(by_weight.len(), 1);
    assert_eq!((by_weight[0].stretches, by_weight[0].counts.0.n), (1, 2));
}

#[test]
fn what_was_fished_with_another_bait_is_not_compared_by_its_weight() {
    let (stick, worm) = (BaitForm::Stick, BaitForm::Worm);
    let r = told(
        [
            tied("1/8 oz", 3.544, stick),
            tied("1/4 oz", 7.087, worm),
            tied("1/8 oz", 3.544, stick),
            tied("1/4 oz", 7.087, worm),
        ],
        Factor::Weight,
    );
    assert!(
        r.comparisons.iter().all(|c| c.factor == Factor::Rig),
        "{:?}",
        r.comparisons
    );
    // What belongs to the stop is never compared, nor is one level with itself.
    assert!(r.comparisons.is_empty());
    assert_eq!(r.rows.len(), 2);
}

#[test]
fn bands_leave_no_gap_and_share_no_value() {
    for tenth in 0..400 {
        let depth = f64::from(tenth) / 10.0;
        let holding = DEPTH_BANDS.iter().filter(|b| b.holds(depth)).count();
        assert_eq!(holding, 1, "{depth}");
    }
    // The table and the look go by the same bands: two metres lie in the second.
    let r = told(
        std::array::from_fn(|_| tied("1/8 oz", 3.544, BaitForm::Stick)),
        Factor::Depth,
    );
    assert_eq!(r.rows[0].level.name, "2 m to 4 m");
    assert!(DEPTH_BANDS[1].holds(2.0) && !DEPTH_BANDS[0].holds(2.0));
}
