//! A planned day and waters as files: what is written is what readers of others read
//! (`reference/read_day.py`), and what they write is read here.
#![expect(clippy::unwrap_used, reason = "a test may fail loudly")]

use std::path::PathBuf;

use time::macros::{date, datetime};
use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::base::codes::TieWhy;
use yarrowfen_core::day::{DayState, Event, EventId, Log, Planned, What, WrittenAt, spans};
use yarrowfen_core::physics::sun::Position;
use yarrowfen_core::{Engine, Options};
use yarrowfen_pages::ask::plan_from::{Stay, stays_queries};
use yarrowfen_pages::page::{DayHeld, day_decided, day_form};
use yarrowfen_pages::reader::{Reader, Theme, Who};
use yarrowfen_web::files::gpx::{self, Waypoint};
use yarrowfen_web::files::{day_calendar, day_in};

fn reader() -> Reader {
    Reader {
        csrf: String::new(),
        once: String::new(),
        options: Options::default(),
        theme: Theme::Sun,
        views: String::new(),
        px_per_mm: None,
        question: String::new(),
        who: Who::Nobody,
        assets: String::new(),
    }
}

const QUERY: &str = "day=2026-06-12&from=5:00&to=11:00&rods=2&wind=2+to+6+m/s\
    &s0=q&n0=Brick+Pit;+the+“north,+wall”&q0=depth%3D4%E2%80%938+m%26bottom%3Dclay&p0=52.3125,+-0.42\
    &s1=q&n1=Lode&q1=depth%3D2.6+m%26bottom%3Dgravel%26current%3D0.3+m/s&m1=120";

fn folder() -> PathBuf {
    PathBuf::from(env!("CARGO_MANIFEST_DIR")).join("tests/reference")
}

fn points() -> Vec<Waypoint> {
    let point = |name: &str, remark: &str, lat, lon| Waypoint {
        name: name.into(),
        remark: remark.into(),
        at: Position::new(lat, lon).unwrap(),
    };
    vec![
        point(
            "Brick Pit; the “north, wall” & <more>",
            "Steep\nclay",
            52.3125,
            -0.42,
        ),
        point("Lode", "", -12.5, 179.25),
    ]
}

/// The day's form read from a query, and written again, as a calendar.
fn calendar() -> (String, String) {
    let (engine, reader) = (Engine::new().unwrap(), reader());
    let held = DayHeld::default();
    let form = day_form(&engine, &reader, QUERY, (held, date!(2026 - 01 - 01)));
    let day = day_decided(&engine, &reader, &form, held).unwrap();
    let now = datetime!(2026-06-01 12:00 UTC);
    let query = form.query();
    (
        day_calendar::write(&day, &query, (now, UnitSystem::Metric, "0123456789ab")),
        query,
    )
}

#[test]
fn files_are_those_that_other_readers_read() {
    let files = [
        ("day.ics", calendar().0.into_bytes()),
        ("day.gpx", gpx::write(&points()).unwrap()),
    ];
    for (name, written) in files {
        let path = folder().join(name);
        if std::env::var_os("YARROWFEN_WRITE").is_some() {
            std::fs::write(&path, &written).unwrap();
        }
        assert_eq!(
            String::from_utf8_lossy(&written),
            std::fs::read_to_string(path).unwrap(),
            "{name}"
        );
    }
}

#[test]
fn what_was_written_is_read_back_as_it_was() {
    let (text, query) = calendar();
    let found = day_in::read(text.as_bytes(), None).unwrap();
    assert_eq!((found.own, found.stays), (vec![query], vec![]));
    let written = gpx::write(&points()).unwrap();
    assert_eq!(gpx::read(&written).unwrap(), points());
}

#[test]
fn what_others_write_is_read() {
    let found = gpx::read(&std::fs::read(folder().join("theirs.gpx")).unwrap()).unwrap();
    let told: Vec<_> = found
        .iter()
        .map(|w| (w.name.as_str(), w.remark.as_str(), w.at.lat, w.at.lon))
        .collect();
    let wanted = [
        ("Reed Mere & bay", "silt, <weed>", 51.5, -1.25),
        ("Waypoint 2", "", -33.125, 151.5),
    ];
    assert_eq!(told, wanted);
    let days = day_in::read(&std::fs::read(folder().join("theirs.ics")).unwrap(), None).unwrap();
    let hours: Vec<_> = days.stays.iter().map(|s| (s.day, s.hours)).collect();
    let day = date!(2026 - 06 - 13);
    assert_eq!(hours, [(day, (270, 420)), (day, (440, 540))]);
    assert!(
        days.stays[0]
            .place
            .starts_with("Reed Mere; Fish, early, by the long reed bed")
    );
}

/// A log of somebody who does each step of a planned day at its time, and goes home at its end.
fn done(planned: &Planned, end: u16) -> Vec<Event> {
    let steps = planned
        .steps
        .iter()
        .flat_map(|s| s.whats.iter().map(move |w| (s.at, w.clone())));
    let all = steps.chain([(end, What::Ended)]);
    (0_u32..)
        .zip(all)
        .map(|(n, (minute, what))| Event {
            id: EventId(u128::from(n) + 1),
            written: WrittenAt {
                at: planned.day.midnight().assume_utc().unix_timestamp() * 1000
                    + i64::from(minute) * 60_000,
                day: planned.day,
                offset: 0,
                device: EventId(1),
                seq: n,
            },
            what,
        })
        .collect()
}

fn decided(query: &str) -> yarrowfen_pages::page::DayDecided {
    let (engine, reader) = (Engine::new().unwrap(), reader());
    let held = DayHeld::default();
    let form = day_form(&engine, &reader, query, (held, date!(2026 - 01 - 01)));
    day_decided(&engine, &reader, &form, held).unwrap()
}

/// What is planned turn about is logged turn about: who does step by step what the plan says has
/// as many hours with the one as with the other, and they can be compared.
#[test]
fn a_day_done_as_planned_is_logged_as_planned() {
    let head = |oz: &str| {
        format!("depth%3D3+m%26rig%3Dned%26head_weight%3D{oz}+oz%26head_shape%3Dmushroom")
    };
    let query = format!(
        "day=2026-06-12&rods=2&a={}&b={}&s0=q&n0=Pit&q0=depth%3D3+m&s1=q&n1=Broad&q1=depth%3D2+m",
        head("1/16"),
        head("1/8")
    );
    let day = decided(&query);
    let steps = &day.planned.steps;
    assert!(
        matches!(&steps[0].whats[..], [What::Stop(_), What::TiedOn(two), What::TiedOn(one)] if (one.rod, two.rod) == (1, 2))
    );
    assert_eq!(steps[1].whats, [What::InHand { rod: 2 }]);
    assert_eq!(steps[2].whats, [What::InHand { rod: 1 }]);
    assert!(day.planned.clone().checked().is_ok());
    let events = done(&day.planned, day.asked.hours.1);
    let log = Log::of(&events);
    let spans = spans(&log);
    let hours = |label: &str| -> f64 {
        let of = spans.iter().filter(|s| s.tied.label == label);
        of.map(yarrowfen_core::day::Span::hours).sum()
    };
    // The way from stop to stop is in the hours of what was tied on before it: nobody writes it.
    assert!(
        (hours("1/16 oz") - hours("1/8 oz")).abs() < 0.3,
        "{} {}",
        hours("1/16 oz"),
        hours("1/8 oz")
    );
    assert!((hours("1/16 oz") + hours("1/8 oz") - 6.0).abs() < 0.01);
}

/// What is retied for the wind says so, and what the rods carry when it is done is what the plan has.
#[test]
fn a_retying_says_why() {
    let day = decided(
        "day=2026-06-12&rods=2&wind=1+to+12+m/s&s0=q&n0=Pit&q0=depth%3D4+m%26bottom%3Dgravel",
    );
    let ties = day.planned.steps.iter().skip(1).flat_map(|s| &s.whats);
    let whys: Vec<_> = ties
        .filter_map(|w| match w {
            What::TiedOn(tied) => tied.why,
            _ => None,
        })
        .collect();
    assert_eq!(whys.len(), day.plan.retyings());
    assert!(!whys.is_empty() && whys.iter().all(|w| *w == TieWhy::Wind));
    let events = done(&day.planned, day.asked.hours.1);
    let log = Log::of(&events);
    let state = DayState::of(&log);
    for (rod, hung) in (1_u8..).zip(&day.plan.rods) {
        let last = &day.plan.rigs[hung[hung.len() - 1].rig];
        assert_eq!(state.rods[&rod].tied.label, last.label);
    }
}

/// Stays of another's calendar are planned when they are: ways of any length lie between them.
#[test]
fn anothers_stays_are_fished_when_they_are() {
    let stay = |n: u16, hours: (u16, u16)| Stay {
        day: date!(2026 - 06 - 13),
        hours,
        place: format!("Pit {n}"),
    };
    let hours = [(300, 360), (480, 540), (540, 700)];
    let stays: Vec<Stay> = (0..3).zip(hours).map(|(n, h)| stay(n, h)).rev().collect();
    let queries = stays_queries(&stays, &[], &reader()).unwrap();
    assert_eq!(queries.len(), 1);
    assert_eq!(decided(&queries[0]).plan.stops, hours);
    // More than can be planned is said, not cut.
    let many: Vec<Stay> = (0..7).map(|n| stay(n, (n * 60, n * 60 + 60))).collect();
    let fault = stays_queries(&many, &[], &reader()).unwrap_err();
    assert!(
        fault.starts_with("2026-06-13: a day has at most 6 stops"),
        "{fault}"
    );
}
