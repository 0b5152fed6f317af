//! A log as a file: what is written is what readers of others read (`reference/read_log.py`),
//! what is read back is what was written, and what is hostile is refused in words.

use proptest::prelude::*;
use time::macros::{date, datetime};
use yarrowfen_core::base::codes::{Bottom, Outcome, Phase, Species};
use yarrowfen_core::day::{Bite, Event, EventId, Stop, What, WrittenAt};
use yarrowfen_web::files::log_file::{MOST_LINES, calendar, csv, json, read};

fn event(n: u32, minute: i64, what: What) -> Event {
    Event {
        id: EventId(0x0191_d0aa_0000_7000_8000_0000_0000_0000 + u128::from(n)),
        written: WrittenAt {
            at: 1_781_240_400_250 + minute * 60_000,
            day: date!(2026 - 06 - 12),
            offset: 60,
            device: EventId(7),
            seq: n,
        },
        what,
    }
}

fn morning() -> Vec<Event> {
    let bite = |outcome| {
        What::Bite(Bite {
            outcome,
            phase: Some(Phase::Pause),
        })
    };
    vec![
        event(
            1,
            0,
            What::Stop(Stop {
                place: "Brick Pit; the “north, wall”\\corner, where the old crane stood before the flood".into(),
                water: None,
                depth_m: 5.5,
                bottom: Bottom::ChunkRock,
                wind_mps: 3.0,
                current_mps: 0.0,
                temp_c: None,
                species: Species::Smallmouth,
            }),
        ),
        event(2, 20, bite(Outcome::Fish)),
        event(3, 40, bite(Outcome::Lost)),
        event(4, 50, What::Note { text: "=2+2, \"quoted\"\nand a second line".into() }),
        event(5, 60, What::HeadGone { thing: Some(EventId(9)) }),
        event(6, 90, What::Ended),
    ]
}

/// What was looked at with other readers is what is written still.
#[test]
fn files_are_those_that_other_readers_read() {
    let events = morning();
    let now = datetime!(2026-11-27 12:00 UTC);
    let files = [
        ("log.csv", csv(&events).unwrap()),
        ("log.json", json(&events).unwrap()),
        ("days.ics", calendar(&events, (now, "mark")).into_bytes()),
    ];
    let folder = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("tests/reference");
    for (name, written) in files {
        let path = folder.join(name);
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
fn what_was_written_is_read_back() {
    let events = morning();
    assert_eq!(read(&json(&events).unwrap()).unwrap(), events);
    assert_eq!(read(&csv(&events).unwrap()).unwrap(), events);
}

#[test]
fn lines_of_a_calendar_are_folded_within_its_limit() {
    let text = calendar(&morning(), (datetime!(2026-11-27 12:00 UTC), "mark"));
    for line in text.split("\r\n") {
        assert!(line.len() <= 75, "{} octets: {line}", line.len());
    }
    assert!(text.ends_with("END:VCALENDAR\r\n") && !text.replace("\r\n", "").contains('\n'));
}

#[test]
fn what_is_no_log_is_refused_in_words() {
    let csv_of = |line: &str| format!("id,day,at,offset_min,device,seq,what\n{line}\n");
    let good = "0191d0aa-0000-7000-8000-000000000001,2026-06-12,2026-06-12T05:31:00Z,60,00000000-0000-0000-0000-000000000007,1,\"\"\"ended\"\"\"";
    assert_eq!(read(csv_of(good).as_bytes()).map(|e| e.len()), Ok(1));
    let says = |bytes: &[u8]| {
        let faults = read(bytes).unwrap_err();
        faults
            .iter()
            .map(ToString::to_string)
            .collect::<Vec<_>>()
            .join("; ")
    };
    let long = "x".repeat(10_000_000);
    let cases: [(String, &str); 12] = [
        (String::new(), "the file is empty"),
        ("[1, 2".into(), "no list of JSON"),
        ("[{}]".into(), "line 1"),
        ("a,b\n1,2\n".into(), "no column \"id\""),
        (
            csv_of(&good.replace("2026-06-12T05", "2026-13-12T05")),
            "at: give a time",
        ),
        (
            csv_of(&good.replace("2026-06-12,", "2026-02-30,")),
            "day: a day is written",
        ),
        (
            csv_of(
                &good
                    .replace("2026-06-12T05", "2126-06-12T05")
                    .replace("2026-06-12,", "2126-06-12,"),
            ),
            "the clock of this device",
        ),
        (csv_of(&good.replace(",60,", ",6000,")), "no place on earth"),
        (
            csv_of(&good.replace(",1,", ",-1,")),
            "seq: this is no whole number",
        ),
        (csv_of(&good.replace("ended", "danced")), "what: "),
        (csv_of(good.rsplit_once(',').unwrap().0), "6 cells"),
        (csv_of(&good.replace("ended", &long)), "a line has at most"),
    ];
    for (text, wanted) in cases {
        let said = says(text.as_bytes());
        assert!(
            said.contains(wanted),
            "{wanted}: {}",
            &said[..said.len().min(300)]
        );
        assert!(
            said.len() < 2_000,
            "{wanted}: a message of {} bytes",
            said.len()
        );
    }
    assert!(says(b"id\xff\n").contains("UTF-8"));
    // The same line twice is one; another under its id is a fault at its line.
    let twice = csv_of(&format!("{good}\n{good}"));
    assert_eq!(read(twice.as_bytes()).map(|e| e.len()), Ok(1));
    let other = csv_of(&format!("{good}\n{}", good.replace("ended", "paused")));
    let said = says(other.as_bytes());
    assert!(said.contains("line 2: its id stands on line 1"), "{said}");
    assert!(says(b"\xff\xfei\0d\0").contains("UTF-16"));
    assert!(says(b"PK\x03\x04").contains("workbook"));
    assert!(says(&vec![b'['; 3_000_000]).contains("JSON"));
    let many = format!("[{}1]", "1,".repeat(MOST_LINES));
    assert!(says(many.as_bytes()).contains("at most"));
    let mut bad = csv_of(good);
    for _ in 0..50 {
        bad.push_str("x\n");
    }
    assert!(
        says(bad.as_bytes()).ends_with("and 30 more lines"),
        "{}",
        says(bad.as_bytes())
    );
}

proptest! {
    /// Law: import after export changes nothing, whatever somebody typed.
    #[test]
    fn import_after_export_changes_nothing(texts in prop::collection::vec("[^\\x00-\\x08\\x0b-\\x1f\\x7f-\\x9f]{1,60}", 1..20), minutes in prop::collection::vec(-3000i64..3000, 20)) {
        let lines = texts.into_iter().filter(|t| !t.trim().is_empty()).zip(minutes);
        let events: Vec<Event> = (1..).zip(lines).map(|(n, (text, minute))| {
            let mut e = event(n, minute, What::Note { text });
            e.written.day = e.written.local().unwrap().date();
            e
        }).collect();
        prop_assume!(!events.is_empty());
        prop_assert_eq!(&read(&json(&events).unwrap()).unwrap(), &events);
        prop_assert_eq!(&read(&csv(&events).unwrap()).unwrap(), &events);
    }

    /// Whatever bytes come, the answer is a log or words.
    #[test]
    fn no_bytes_stop_it(bytes in prop::collection::vec(any::<u8>(), 0..400)) {
        match read(&bytes) {
            Ok(events) => prop_assert_eq!(read(&json(&events).unwrap()), Ok(events)),
            Err(faults) => prop_assert!(!faults.is_empty() && faults.iter().all(|f| !f.message.is_empty())),
        }
    }
}
