//! The sounder's sentences, against a reference library, and hostile streams.

use proptest::prelude::*;
use yarrowfen_core::sounder::{
    Fault, Lines, LogFault, MOST_LINE, Reading, metres_between, profile_of, read, sentence,
};

/// Reference: PyPI `pynmea2` 1.19.0 (reference/make_nmea_reference.py).
#[test]
fn sentences_say_what_the_reference_library_reads() {
    let table = include_str!("reference/nmea.csv");
    let mut seen = 0;
    for row in csv::Reader::from_reader(table.as_bytes()).into_records() {
        let row = row.unwrap();
        let n = |i: usize| row[i].parse::<f64>().unwrap();
        let near = |a: f64, b: f64| assert!((a - b).abs() < 1e-9, "{}: {a} {b}", &row[0]);
        match (read(&row[0]).unwrap(), &row[1]) {
            (Reading::Depth(d), "DPT") => near(d, n(2) + n(3).max(0.0)),
            (Reading::Depth(d), "DBT") => near(d, n(2)),
            (Reading::Temperature(t), "MTW") => near(t, n(2)),
            (Reading::Fix(lat, lon, speed), "RMC") => {
                near(lat, n(2));
                near(lon, n(3));
                near(speed.unwrap(), n(4) * 1852.0 / 3600.0);
            }
            (Reading::Wind(v, relative), "MWV") => {
                let size = match &row[4] {
                    "N" => 1852.0 / 3600.0,
                    "K" => 1.0 / 3.6,
                    _ => 1.0,
                };
                near(v, n(2) * size);
                assert_eq!(relative, &row[3] == "R");
            }
            other => panic!("{other:?}"),
        }
        seen += 1;
    }
    assert_eq!(seen, 12);
}

#[test]
fn what_is_garbled_or_not_valid_says_so() {
    for (line, fault) in [
        ("$SDDPT,4.7,0.3*00", Fault::Checksum),
        ("$SDDPT,4.7,0.3*ZZ", Fault::Checksum),
        ("$SDDPT,,", Fault::Number),
        ("$SDDPT,nan,", Fault::Number),
        ("$SDDPT,-3,", Fault::Number),
        ("$SDDPT,9e99,", Fault::Number),
        ("$SDDBT,,f,,M,,F", Fault::Number),
        ("$YXMTW,400,C", Fault::Number),
        (
            "$GPRMC,081836,V,0003.21,S,00107.36,E,1,1,010125,,",
            Fault::NotValid,
        ),
        (
            "$GPRMC,081836,A,9951.65,S,00107.36,E,1,1,010125,,",
            Fault::Number,
        ),
        ("$WIMWV,45,R,10,X,A", Fault::Number),
        ("$WIMWV,45,R,10,N,V", Fault::NotValid),
        ("GET / HTTP/1.1", Fault::NoSentence),
        ("$", Fault::NoSentence),
        ("$é,1", Fault::NoSentence),
    ] {
        assert_eq!(read(line), Err(fault), "{line}");
    }
    assert_eq!(
        read("$SDDPT,4.7,"),
        Ok(Reading::Depth(4.7)),
        "an old device without a sum"
    );
    assert_eq!(read("$GPGSV,1,2,3"), Ok(Reading::Other));
}

#[test]
fn ten_megabytes_without_an_end_hold_one_line_at_most() {
    let mut lines = Lines::default();
    let flood = vec![b'A'; 1 << 20];
    let mut faults = 0;
    for _ in 0..10 {
        lines.feed(&flood, |r| faults += usize::from(r == Err(Fault::Endless)));
        assert!(lines.held() <= MOST_LINE);
    }
    assert_eq!(faults, 1, "told once");
    // And the next line is read again.
    let mut said = Vec::new();
    lines.feed(b"\r\n$SDDPT,3.5,\r\n", |r| said.push(r));
    assert_eq!(said, [Ok(Reading::Depth(3.5))]);
}

#[test]
fn a_sentence_that_drips_in_is_read_when_it_is_whole() {
    let mut lines = Lines::default();
    let mut said = Vec::new();
    for byte in sentence("SDDPT,6.2,0.0").bytes() {
        lines.feed(&[byte], |r| said.push(r));
    }
    assert_eq!(said, [Ok(Reading::Depth(6.2))]);
}

/// A log made on a straight way out: one minute of latitude is 1 852 m and a bit.
#[test]
fn a_log_becomes_a_bottom_and_one_made_inward_is_turned() {
    let fix = |i: i32| {
        sentence(&format!(
            "GPRMC,12,A,0010.{:04},N,00000.0000,E,1.0,0,010125,,",
            i * 10
        ))
    };
    let depth = |d: f64| sentence(&format!("SDDPT,{d:.2},0.0"));
    let out: String = (0..20)
        .map(|i| fix(i) + &depth(1.0 + 0.2 * f64::from(i)))
        .collect();
    let (profile, garbled) = profile_of(out.as_bytes()).unwrap();
    let step = metres_between((10.0 / 60.0, 0.0), (10.001 / 60.0, 0.0));
    assert!((step - 1.853).abs() < 0.002, "{step}");
    assert!((profile.reach() - 19.0 * step).abs() < 1e-6 && garbled == 0);
    assert!(
        (profile.depth_at(0.0) - 1.0).abs() < 1e-9 && (profile.depth_at(100.0) - 4.8).abs() < 1e-9
    );
    let home: String = (0..20)
        .map(|i| fix(i) + &depth(4.8 - 0.2 * f64::from(i)))
        .collect();
    let (turned, _) = profile_of(home.as_bytes()).unwrap();
    assert!(
        (turned.depth_at(0.0) - 1.0).abs() < 1e-9 && (turned.depth_at(1000.0) - 4.8).abs() < 1e-9
    );
    // Some lines garbled: the rest serves, and it is told.
    let hurt = out.replacen("*", "*FFF", 3);
    assert!(profile_of(hurt.as_bytes()).unwrap().1 >= 3);
}

#[test]
fn a_log_without_depth_or_way_says_which() {
    assert!(matches!(profile_of(b""), Err(LogFault::NoDepth(0, 0))));
    assert!(matches!(
        profile_of(&[0xff; 4000]),
        Err(LogFault::NoDepth(..))
    ));
    let still: String = (0..5).map(|_| sentence("SDDPT,3.0,0.0")).collect();
    assert_eq!(profile_of(still.as_bytes()).unwrap_err(), LogFault::NoWay);
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 300, failure_persistence: None, ..ProptestConfig::default() })]

    #[test]
    fn no_bytes_make_a_panic_and_drips_read_as_floods_do(bytes in prop::collection::vec(any::<u8>(), 0..2000), at in 0usize..2000) {
        let (mut whole, mut halves) = (Vec::new(), Vec::new());
        Lines::default().feed(&bytes, |r| whole.push(r));
        let mut lines = Lines::default();
        let (a, b) = bytes.split_at(at.min(bytes.len()));
        lines.feed(a, |r| halves.push(r));
        lines.feed(b, |r| halves.push(r));
        prop_assert_eq!(whole, halves);
        let _ = profile_of(&bytes);
    }

    #[test]
    fn one_changed_letter_is_noticed(depth in 0.1..50.0f64, at in 1usize..12) {
        let sent = sentence(&format!("SDDPT,{depth:05.2},0.0"));
        let mut bytes = sent.trim_end().as_bytes().to_vec();
        bytes[at] ^= 1;
        prop_assert_eq!(read(&String::from_utf8_lossy(&bytes)), Err(Fault::Checksum));
    }
}

/// By hand, from what the units are (published: international foot 0.3048 m,
/// fathom of six feet 1.8288 m, knot 1852 m an hour).
#[test]
fn each_unit_is_read_and_each_bound_is_tried_on_both_sides() {
    let told = |body: &str| read(&sentence(body));
    let near = |found: Result<Reading, Fault>, wanted: f64| match found {
        Ok(Reading::Depth(v) | Reading::Temperature(v) | Reading::Wind(v, _)) => {
            assert!((v - wanted).abs() < 1e-9, "{v} {wanted}");
        }
        other => panic!("{other:?} {wanted}"),
    };
    near(told("SDDBT,10.0,f,,M,,F"), 3.048);
    near(told("SDDBT,,f,,M,5.0,F"), 9.144);
    // Metres before feet, feet before fathoms.
    near(told("SDDBT,10.0,f,3.1,M,1.6,F"), 3.1);
    near(told("SDDPT,0,0"), 0.0);
    near(told("SDDPT,1000,0"), 1000.0);
    near(told("SDDPT,3.0,0.5"), 3.5);
    // A negative offset leads down to the keel, and one of 50 m to nowhere.
    near(told("SDDPT,3.0,-0.5"), 3.0);
    near(told("SDDPT,3.0,50.0"), 3.0);
    near(told("IIMTW,45.0,C"), 45.0);
    near(told("IIMTW,113.0,F"), 45.0);
    near(told("IIMTW,-5.0,C"), -5.0);
    near(told("WIMWV,0,R,0.0,M,A"), 0.0);
    near(told("WIMWV,0,T,36.0,K,A"), 10.0);
    near(told("WIMWV,0,T,10.0,N,A"), 18_520.0 / 3600.0);
    for beyond in [
        "SDDPT,1000.1,0",
        "SDDPT,-0.1,0",
        "SDDBT,,f,1000.5,M,,F",
        "IIMTW,45.2,C",
        "IIMTW,-5.2,C",
        "WIMWV,0,R,100.5,M,A",
        "WIMWV,0,R,-1,M,A",
        "WIMWV,0,R,5,S,A",
        "GPRMC,120000,A,9100.0,N,00000.0,E,0,0,010126,,",
        "GPRMC,120000,A,0000.0,N,18100.0,E,0,0,010126,,",
    ] {
        assert_eq!(told(beyond), Err(Fault::Number), "{beyond}");
    }
    assert_eq!(told("WIMWV,0,R,5,M,V"), Err(Fault::NotValid));
    assert_eq!(read("$SD,1,2"), Err(Fault::NoSentence));
    assert_eq!(read("$SD-PT,1,2"), Err(Fault::NoSentence));
}

#[test]
fn a_fix_is_read_by_its_hemisphere_with_its_speed() {
    let told = |body: &str| match read(&sentence(body)) {
        Ok(Reading::Fix(lat, lon, speed)) => (lat, lon, speed),
        other => panic!("{other:?}"),
    };
    let (lat, lon, speed) = told("GPRMC,120000,A,4530.0,S,01015.0,W,2.0,0,010126,,");
    assert!((lat + 45.5).abs() < 1e-9 && (lon + 10.25).abs() < 1e-9);
    assert!((speed.unwrap() - 2.0 * 1852.0 / 3600.0).abs() < 1e-9);
    // 200 knots are no boat's; the place is still a place.
    assert_eq!(
        told("GPRMC,120000,A,4530.0,N,01015.0,E,200.0,0,010126,,"),
        (45.5, 10.25, None)
    );
}
