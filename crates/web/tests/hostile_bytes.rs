//! Bytes that strangers send, changed by chance, to each reader of files: every one is answered in
//! words or read, and none ends the process. `YARROWFEN_FUZZ_SECONDS` is for how long each reader
//! is tried; the figures of the long run stand in docs/reliability.md.
#![expect(
    clippy::unwrap_used,
    clippy::print_stdout,
    reason = "a test that tells its figures and may fail loudly"
)]

use std::time::{Duration, Instant};

use yarrowfen_core::base::codes::BoxList;
use yarrowfen_core::question::PickRequest;
use yarrowfen_core::{cast, own_box, sounder};
use yarrowfen_web::account_json;
use yarrowfen_web::files::{day_in, gpx, log_file, sheet};

/// Seconds for each reader where nothing else is said: a minute together.
const SHORT: u64 = 6;
/// Longest input, bytes.
const MOST: usize = 200_000;

/// SplitMix64 (published: Steele, Lea, Flood 2014).
struct Dice(u64);

impl Dice {
    fn next(&mut self) -> u64 {
        self.0 = self.0.wrapping_add(0x9e37_79b9_7f4a_7c15);
        let mut z = self.0;
        z = (z ^ (z >> 30)).wrapping_mul(0xbf58_476d_1ce4_e5b9);
        z = (z ^ (z >> 27)).wrapping_mul(0x94d0_49bb_1331_11eb);
        z ^ (z >> 31)
    }

    fn below(&mut self, n: usize) -> usize {
        usize::try_from(self.next() % n.max(1) as u64).unwrap()
    }
}

/// Words that mean something to one of the readers.
const WORDS: [&[u8]; 32] = [
    b"BEGIN:VEVENT\r\n",
    b"END:VEVENT\r\n",
    b"BEGIN:VCALENDAR\r\n",
    b"DTSTART:20260612T050000Z\r\n",
    b"DTSTART;TZID=UTC:20260612T050000\r\n",
    b"DURATION:P1DT99999999999H\r\n",
    b"RRULE:FREQ=DAILY\r\n",
    b"\r\n ",
    b"[",
    b"]",
    b"{",
    b"}",
    b"\"",
    b"\\u0000",
    b"\\ud800",
    b":null",
    b"1e999",
    b"-1",
    b"99999999999999999999",
    b"0.1e-400",
    b",",
    b";",
    b"\t",
    b"\n",
    b"\0",
    b"\xff\xfe",
    b"\xef\xbb\xbf",
    b"<wpt lat=\"1\" lon=\"2\">",
    b"</wpt>",
    b"&lt;",
    b"<![CDATA[",
    b"\xf0\x9f\x90\x9f",
];

/// Changes bytes in one to eight ways.
fn changed(seed: &[u8], others: &[Vec<u8>], dice: &mut Dice) -> Vec<u8> {
    let mut bytes = seed.to_vec();
    for _ in 0..=dice.below(8) {
        let at = dice.below(bytes.len() + 1);
        let to = (at + dice.below(200)).min(bytes.len());
        match dice.below(8) {
            0 if at < bytes.len() => bytes[at] ^= 1 << dice.below(8),
            1 => drop(bytes.drain(at..to)),
            2 => {
                let piece = bytes[at..to].to_vec();
                let times = 1 + dice.below(60);
                bytes.splice(at..at, piece.repeat(times));
            }
            3 | 4 => {
                let word = WORDS[dice.below(WORDS.len())];
                let times = if dice.below(6) == 0 {
                    1 + dice.below(400)
                } else {
                    1
                };
                bytes.splice(at..at, word.repeat(times));
            }
            5 => bytes.truncate(at),
            6 => {
                let other = &others[dice.below(others.len())];
                let from = dice.below(other.len());
                bytes.splice(at..to, other[from..].iter().copied().take(400));
            }
            _ => bytes.insert(at, u8::try_from(dice.below(256)).unwrap()),
        }
        bytes.truncate(MOST);
    }
    bytes
}

/// Tries a reader on changed seeds for a while. `read` tells whether it could read them, as it can
/// the seeds: a seed that is refused at its first byte tries nothing.
fn tried(name: &str, seeds: &[Vec<u8>], read: impl Fn(&[u8]) -> bool) {
    for seed in seeds {
        assert!(read(seed), "{name}: {}", String::from_utf8_lossy(seed));
    }
    let told = std::env::var("YARROWFEN_FUZZ_SECONDS").ok();
    let seconds = told.and_then(|s| s.parse().ok()).unwrap_or(SHORT);
    let mut dice = Dice(seconds ^ 30);
    let (begun, mut found) = (Instant::now(), seeds.to_vec());
    let (mut count, mut sound) = (0_u64, 0_u64);
    while begun.elapsed() < Duration::from_secs(seconds) {
        let seed = found[dice.below(found.len())].clone();
        let bytes = changed(&seed, &found, &mut dice);
        sound += u64::from(read(&bytes));
        count += 1;
        // What was changed once is changed further, now and then.
        if dice.below(50) == 0 {
            let place = dice.below(64);
            match found.get_mut(seeds.len() + place) {
                Some(one) => *one = bytes,
                None => found.push(bytes),
            }
        }
    }
    println!("{name}: {count} inputs in {seconds} s, {sound} of them read");
    assert!(count > sound, "{name}: nothing was ever refused");
}

fn file(name: &str) -> Vec<u8> {
    let folder = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("tests");
    std::fs::read(folder.join(name)).unwrap()
}

#[test]
fn calendars() {
    let seeds = [file("reference/day.ics"), file("reference/theirs.ics")];
    tried("calendar", &seeds, |bytes| {
        day_in::is_calendar(bytes) && day_in::read(bytes, None).is_ok()
    });
}

#[test]
fn logs() {
    let seeds = [file("reference/log.json"), file("reference/log.csv")];
    tried("log", &seeds, |bytes| log_file::read(bytes).is_ok());
}

#[test]
fn waypoints() {
    let seeds = [file("reference/day.gpx"), file("reference/theirs.gpx")];
    tried("waypoints", &seeds, |bytes| gpx::read(bytes).is_ok());
}

#[test]
fn workbooks() {
    let seeds = [file("box.xlsx")];
    tried("workbook", &seeds, |bytes| {
        sheet::as_csv(bytes.to_vec(), 1 << 20).is_ok()
    });
}

#[test]
fn tables_of_a_box() {
    let seeds = [b"shape,weight,hook,count\nball,1/8 oz,2/0,4\nfootball,3.5 g,1,2\n".to_vec()];
    tried("box", &seeds, |bytes| {
        let bait = own_box::csv::read(BoxList::Bait, bytes, |_| ()).is_ok();
        let head = own_box::csv::read(BoxList::Head, bytes, |_| ()).is_ok();
        own_box::csv::headings(bytes).is_ok() && (head || bait)
    });
}

#[test]
fn accounts() {
    let log = String::from_utf8(file("reference/log.json")).unwrap();
    let seeds = [format!("{{\"yarrowfen\":1,\"log\":{log}}}").into_bytes()];
    tried("account", &seeds, |bytes| {
        account_json::read(bytes, |_| true).is_ok()
    });
}

#[test]
fn questions() {
    let seeds = [br#"{"rig":"grub","bait":{"form":"grub","length_mm":64},"water":{"depth_m":2.6,"bottom":"gravel","current_mps":0.35,"temp_c":13},"season":"pre_spawn","species":"perch"}"#.to_vec()];
    tried("question", &seeds, |bytes| {
        PickRequest::from_json(bytes).is_ok()
    });
}

#[test]
fn bottoms() {
    let seeds = [
        b"0 0.4|20 5.2|40 7".to_vec(),
        b"12,5; 3,4\n20; 4\n".to_vec(),
    ];
    tried("bottom", &seeds, |bytes| {
        cast::grounds::read(&String::from_utf8_lossy(bytes)).is_ok()
    });
}

#[test]
fn soundings() {
    let sounding = |i: i32| {
        let fix = format!(
            "GPRMC,12,A,0010.{:04},N,00000.0000,E,1.0,0,010125,,",
            i * 10
        );
        let depth = format!("SDDPT,{}.5,0.0", i / 4 + 1);
        sounder::sentence(&fix) + &sounder::sentence(&depth)
    };
    let seeds = [(0..20).map(sounding).collect::<String>().into_bytes()];
    tried("sounding", &seeds, |bytes| {
        sounder::profile_of(bytes).is_ok()
    });
}
