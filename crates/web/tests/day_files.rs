//! A planned day and waters as files: what is written is what readers of others read
//! (`reference/read_day.py`), and what they write is read here.
#![expect(clippy::unwrap_used, reason = "a test may fail loudly")]

use std::path::PathBuf;

use time::macros::{date, datetime};
use uuid::Uuid;
use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::physics::sun::Position;
use yarrowfen_core::{Engine, Options};
use yarrowfen_pages::page::{DayHeld, day_decided, day_form};
use yarrowfen_pages::reader::{Reader, Theme};
use yarrowfen_rows::OwnerId;
use yarrowfen_web::files::gpx::{self, Waypoint};
use yarrowfen_web::files::{day_calendar, day_in};

fn reader() -> Reader {
    Reader {
        owner: OwnerId(Uuid::nil()),
        csrf: String::new(),
        options: Options::default(),
        theme: Theme::Sun,
        views: String::new(),
        px_per_mm: None,
        question: String::new(),
        account: None,
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
        day_calendar::write(&day, &query, (now, UnitSystem::Metric)),
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
    let found = day_in::read(text.as_bytes()).unwrap();
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
    let days = day_in::read(&std::fs::read(folder().join("theirs.ics")).unwrap()).unwrap();
    let hours: Vec<_> = days.stays.iter().map(|s| (s.day, s.hours)).collect();
    let day = date!(2026 - 06 - 13);
    assert_eq!(hours, [(day, (270, 420)), (day, (440, 540))]);
    assert!(
        days.stays[0]
            .place
            .starts_with("Reed Mere; Fish, early, by the long reed bed")
    );
}
