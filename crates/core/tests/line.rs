//! The line in water and wind, against what stands outside this project.

#![expect(
    clippy::disallowed_methods,
    reason = "checks are computed by other means than core's own"
)]

use std::f64::consts::PI;
use uom::si::{force::newton, length::meter, velocity::meter_per_second};
use yarrowfen_core::base::{Length, Velocity};
use yarrowfen_core::physics::hold;
use yarrowfen_core::physics::line::steady::Towed;
use yarrowfen_core::physics::line::{DVec2, DVec3, LineBody, Pull, Stream, Thread, steady};

fn near(found: f64, wanted: f64, within: f64, what: &str) {
    assert!(
        (found - wanted).abs() <= within,
        "{what}: {found}, wanted {wanted} within {within}"
    );
}

/// Reference: PyPI `moordyn` 2.7.2, lumped masses run until at rest
/// (reference/make_line_reference.py).
#[test]
fn a_line_in_a_current_hangs_as_the_reference_library_has_it() {
    let table = include_str!("reference/line_shapes.csv");
    let rows: Vec<_> = csv::Reader::from_reader(table.as_bytes())
        .into_records()
        .collect();
    assert_eq!(rows.len(), 5);
    for row in rows {
        let row = row.unwrap();
        let n: Vec<f64> = row.iter().skip(1).map(|t| t.parse().unwrap()).collect();
        let line = LineBody::new(n[0], n[1] / (PI / 4.0 * n[0] * n[0])).with_across(1.2);
        let stream = Stream {
            current: DVec2::new(n[9], n[10]),
            ..Stream::still(1000.0, 1e12)
        };
        let thread = Thread {
            steps: 80,
            ..Thread::new(&line, &stream)
        };
        let at = |k: usize| DVec3::new(n[k], n[k + 1], n[k + 2]);
        let found = thread.between(at(3), at(6), Pull::Length(n[2])).unwrap();
        // The library tells its first link's pull: that of half a link (length/160) up.
        let way = found.at_lure.normalize();
        let up = found.at_lure - n[2] / 160.0 * stream.load(&line, true, -45.0, way);
        let pull = at(11);
        assert!(
            (up - pull).length() < 0.015 * pull.length(),
            "{}: {up}, wanted {pull}",
            &row[0]
        );
        for (k, point) in [(14, 20), (17, 40), (20, 60)] {
            let off = (found.points[point] - at(k)).length();
            assert!(
                off < 0.005 * n[2],
                "{}: point {point} is {off} m off",
                &row[0]
            );
        }
    }
}

/// Closed form of the catenary (published in every text of statics): a thread
/// of weight w per metre and level pull H spans between x1 and x2 with
/// y = H/w cosh(x w/H) and the length H/w (sinh − sinh).
#[test]
fn a_slack_line_in_still_air_is_a_catenary() {
    let line = LineBody::new(0.28e-3, 1780.0);
    let stream = Stream {
        water: 1000.0,
        ..Stream::still(1000.0, 3.0)
    };
    let w = line.weight(yarrowfen_core::physics::line::AIR);
    for (level, from, to) in [(0.004, -3.0, 9.0), (0.002, -1.0, 4.0), (0.05, 2.0, 22.0)] {
        let a = level / w;
        let height = |x: f64| a * (x / a).cosh();
        let thread = Thread {
            steps: 60,
            ..Thread::new(&line, &stream)
        };
        // High over the water, so that all of it hangs in the air.
        let at = |x: f64| DVec3::new(x, 0.0, 50.0 + height(x) - height(0.0));
        let length = a * ((to / a).sinh() - (from / a).sinh());
        let by_length = thread
            .between(at(from), at(to), Pull::Length(length))
            .unwrap();
        near(by_length.at_lure.x, level, 1e-4 * level, "level pull");
        near(
            by_length.at_lure.z,
            level * (from / a).sinh(),
            1e-3 * level,
            "upright pull",
        );
        let by_level = thread
            .between(at(from), at(to), Pull::Level(level))
            .unwrap();
        near(by_level.length, length, 1e-4 * length, "length");
        let lowest = by_length
            .points
            .iter()
            .map(|p| p.z)
            .fold(f64::INFINITY, f64::min);
        if from < 0.0 {
            near(lowest, 50.0, 0.02, "it sags to its lowest point");
        }
    }
}

#[test]
fn a_weightless_line_in_still_water_and_air_is_straight() {
    for (x, z, tip) in [(20.0, -3.0, 1.0), (2.0, -9.0, 1.5), (30.0, -0.4, 2.0)] {
        let line = LineBody::new(0.0, 1000.0);
        let stream = Stream::still(1000.0, 10.0);
        let (lure, rod) = (DVec3::new(0.0, 0.0, z), DVec3::new(x, 0.0, tip));
        for pull in [Pull::Level(0.02), Pull::Total(0.05)] {
            let s = Thread::new(&line, &stream)
                .between(lure, rod, pull)
                .unwrap();
            near(s.length, (rod - lure).length(), 1e-6, "length");
            assert!(s.bow < 1e-6, "{}", s.bow);
            near(s.at_tip.length(), s.at_lure.length(), 1e-9, "pull");
        }
        // Thin and as heavy as the medium is not quite weightless in both.
        let braid = LineBody::new(0.01e-3, 999.0);
        let s = Thread::new(&braid, &stream)
            .between(lure, rod, Pull::Total(0.05))
            .unwrap();
        assert!(s.bow < 1e-3 * s.length);
    }
}

/// What the rod holds is what the lure pulls and what lies on the line: forces
/// on the whole line vanish.
#[test]
fn the_rod_carries_the_lure_and_the_line() {
    let line = LineBody::new(0.25e-3, 1780.0);
    let stream = Stream {
        current: DVec2::new(-0.1, 0.3),
        wind: DVec2::new(0.0, 4.0),
        ..Stream::still(999.0, 4.0)
    };
    let thread = Thread {
        steps: 400,
        ..Thread::new(&line, &stream)
    };
    let (lure, tip) = (DVec3::new(0.0, 0.0, -4.0), DVec3::new(15.0, 0.0, 1.0));
    let s = thread.between(lure, tip, Pull::Total(0.12)).unwrap();
    let loads: DVec3 = s
        .points
        .windows(2)
        .map(|p| {
            let (way, middle) = ((p[1] - p[0]).normalize(), (p[0] + p[1]) / 2.0);
            (p[1] - p[0]).length() * stream.load(&line, middle.z < 0.0, middle.z, way)
        })
        .sum();
    assert!(
        (s.at_lure - s.at_tip - loads).length() < 2e-4,
        "{} {} {loads}",
        s.at_lure,
        s.at_tip
    );
    assert!(s.length > (tip - lure).length());
}

/// Hoerner's split: across the flow the whole pressure drag, along it friction only.
#[test]
fn drag_follows_the_cross_flow_principle() {
    let line = LineBody::new(1e-3, 1000.0).with_across(1.2);
    let stream = Stream {
        current: DVec2::new(1.0, 0.0),
        ..Stream::still(1000.0, 1e12)
    };
    let load = |way: DVec3| stream.load(&line, true, -1.0, way);
    near(load(DVec3::Z).x, 0.5 * 1000.0 * 1.2e-3, 1e-9, "across");
    near(
        load(DVec3::X).x,
        0.5 * 1000.0 * 0.015 * PI * 1e-3,
        1e-9,
        "along",
    );
    let slant = load(DVec3::new(1.0, 0.0, 1.0).normalize());
    // Square to itself 1/2 q sin² with the sine of 45°, and friction on the other half.
    let square = 0.6 * 0.5;
    let friction = 0.5 * 1000.0 * 0.015 * PI * 1e-3 * 0.5;
    near(
        slant.z,
        (friction - square) * 0.5_f64.sqrt(),
        1e-9,
        "a slanted line is pushed square to itself",
    );
}

#[test]
fn a_current_is_slower_near_the_bottom_and_its_mean_is_six_sevenths() {
    let stream = Stream {
        current: DVec2::new(0.7, 0.0),
        ..Stream::still(1000.0, 4.0)
    };
    let mean = (0..4000)
        .map(|k| stream.current_at(-4.0 * (f64::from(k) + 0.5) / 4000.0).x)
        .sum::<f64>()
        / 4000.0;
    near(mean, 0.7 * 6.0 / 7.0, 1e-3, "mean");
    assert!(stream.current_at(-3.95).x < 0.4 && stream.current_at(-4.0).x == 0.0);
}

/// The surrogate of the weight window is the line's first order in its bow.
#[test]
fn the_taut_chord_lies_near_the_whole_shape_where_the_bow_is_small() {
    let mut worst: f64 = 0.0;
    for (mm, density) in [(0.1, 970.0), (0.19, 970.0), (0.28, 1780.0)] {
        for depth in [1.0, 3.0, 8.0] {
            for (flow, away) in [(0.0, 5.0), (0.15, 5.0), (0.3, 5.0), (0.3, 10.0)] {
                let line = LineBody::new(mm * 1e-3, density);
                let stream = Stream {
                    current: DVec2::new(-flow, 0.0),
                    drawn: 0.2,
                    ..Stream::still(999.0, depth)
                };
                let away = f64::max(away, (depth + 1.0) / 1.732);
                let (lure, tip) = (DVec3::new(0.0, 0.0, -depth), DVec3::new(away, 0.0, 1.0));
                let level = 0.02;
                let taut = steady::lifted(&line, &stream, lure, tip, level);
                let whole = Thread::new(&line, &stream)
                    .between(lure, tip, Pull::Level(level))
                    .unwrap();
                let bow = whole.bow / whole.length;
                let off = (taut - whole.at_lure.z.max(0.0)).abs() / whole.at_lure.length();
                worst = worst.max(off);
                assert!(
                    off < 0.01 + 1.9 * bow,
                    "{mm} mm, {depth} m, {flow} m/s, {away} m: off {off}, bow {bow}"
                );
            }
        }
    }
    assert!(worst < 0.18, "{worst}");
}

/// The two constants of the feel need, measured on the whole shape: they know
/// no size, so they hold for every line, depth and speed.
#[test]
fn what_is_felt_is_that_of_the_whole_shape_at_the_margin() {
    for (mm, depth, speed) in [
        (0.19, 3.0, 0.3),
        (0.19, 8.0, 0.5),
        (0.28, 3.0, 0.3),
        (0.1, 2.0, 0.8),
    ] {
        let line = LineBody::new(mm * 1e-3, 999.0);
        let (size, mps) = (Length::new::<meter>, Velocity::new::<meter_per_second>);
        let flowing = Stream {
            current: DVec2::new(0.0, speed),
            ..Stream::still(999.0, depth)
        };
        let closed =
            hold::current_pull(size(mm * 1e-3), size(depth), mps(speed), 999.0).get::<newton>();
        let weight = hold::CURRENT_MARGIN * closed;
        let whole = steady::background(&Thread::new(&line, &flowing), weight, 10.0, 1.0).unwrap();
        near(whole.current / closed, 1.0, 0.03, "current");
        let blown = Stream {
            wind: DVec2::new(0.0, 6.0 * hold::wind_at_line(size(1.5))),
            ..Stream::still(999.0, depth)
        };
        let closed =
            hold::wind_pull(size(mm * 1e-3), size(20.0), mps(6.0), size(1.5)).get::<newton>();
        let whole = steady::background(&Thread::new(&line, &blown), closed, 10.0, 1.0).unwrap();
        near(whole.wind / closed, 1.0, 0.03, "wind");
    }
}

/// The range of the closed form for wind, over lines and winds, at a pull of at least
/// what a hand feels: within a twelfth, but for thick heavy lines in winds that do not
/// hold them up; those sag, and the form says up to a third too much.
#[test]
fn the_pull_of_the_wind_is_that_of_the_whole_shape_over_lines_and_winds() {
    let (size, mps) = (Length::new::<meter>, Velocity::new::<meter_per_second>);
    let lines = [
        (0.1, 970.0),
        (0.16, 970.0),
        (0.23, 970.0),
        (0.22, 1780.0),
        (0.25, 1140.0),
        (0.3, 1780.0),
        (0.35, 1780.0),
    ];
    for ((mm, density), wind) in lines
        .into_iter()
        .flat_map(|l| [2.0, 3.0, 4.0, 6.5, 9.0, 12.0].map(|w| (l, w)))
    {
        let line = LineBody::new(mm * 1e-3, density);
        let stand = size(1.5);
        let blown = Stream {
            wind: DVec2::new(0.0, wind * hold::wind_at_line(stand)),
            ..Stream::still(999.0, 3.0)
        };
        let closed = hold::wind_pull(size(mm * 1e-3), size(20.0), mps(wind), stand).get::<newton>();
        let thread = Thread::new(&line, &blown);
        let Ok(whole) = steady::background(&thread, closed.max(0.03), 10.0, 1.5) else {
            assert!(mm >= 0.35, "{mm} mm in {wind} m/s has no shape");
            continue;
        };
        let ratio = whole.wind / closed;
        let sags = mm >= 0.3 && wind < 6.5;
        let least = if sags { 0.65 } else { 0.95 };
        assert!(
            (least..1.09).contains(&ratio),
            "{mm} mm, {density}, {wind} m/s: {ratio}"
        );
    }
}

/// A line may be too light a hold: then there is no shape, and it is said.
#[test]
fn a_lure_too_light_for_the_wind_has_no_line() {
    let line = LineBody::new(0.3e-3, 970.0);
    let stream = Stream {
        current: DVec2::new(0.0, 2.0),
        ..Stream::still(999.0, 10.0)
    };
    assert!(steady::background(&Thread::new(&line, &stream), 0.003, 10.0, 1.0).is_err());
    let thread = Thread::new(&line, &stream);
    let ends = (DVec3::new(0.0, 0.0, -3.0), DVec3::new(10.0, 0.0, 1.0));
    assert!(
        thread.between(ends.0, ends.1, Pull::Length(5.0)).is_err(),
        "too short to reach"
    );
    assert!(thread.between(ends.0, ends.1, Pull::Total(0.0)).is_err());
}

/// A steady retrieve over deep water holds a depth; faster or lighter, higher.
#[test]
fn a_steady_retrieve_holds_a_depth() {
    let line = LineBody::new(0.19e-3, 970.0);
    let height = |grams: f64, speed: f64| {
        let lure = Towed {
            weight: grams * 8.93e-3,
            drag_area: 2.5e-4,
            lift_area: 6e-5,
        };
        let stream = Stream {
            drawn: speed,
            ..Stream::still(999.0, 6.0)
        };
        steady::height_held(&Thread::new(&line, &stream), &lure, 10.0, 1.0).unwrap()
    };
    assert!(height(7.0, 0.2) < 1e-9, "7 g drag along the bottom");
    assert!(height(3.0, 0.8) > 0.5);
    let mut before = 0.0;
    for speed in [0.2, 0.4, 0.6, 0.8, 1.0, 1.5] {
        let now = height(5.0, speed);
        assert!(now >= before - 1e-3, "{speed}: {now} after {before}");
        assert!(height(8.0, speed) <= now + 1e-3);
        before = now;
    }
}

/// Drifted along at the same speed, the line itself is pushed up: it lifts more.
#[test]
fn a_drift_lifts_more_than_a_retrieve_of_the_same_speed() {
    let line = LineBody::new(0.25e-3, 1140.0);
    let lure = Towed {
        weight: 0.08,
        drag_area: 2.5e-4,
        lift_area: 6e-5,
    };
    let (at, tip) = (DVec3::new(0.0, 0.0, -5.0), DVec3::new(8.0, 0.0, 1.0));
    let left = |stream: Stream| {
        steady::hold(&Thread::new(&line, &stream), &lure, at, tip)
            .unwrap()
            .left
    };
    let still = Stream::still(999.0, 5.0);
    let wound = left(Stream {
        drawn: 0.4,
        ..still
    });
    let drifted = left(Stream {
        drift: DVec2::new(0.4, 0.0),
        ..still
    });
    assert!(drifted < wound && wound < lure.weight, "{drifted} {wound}");
}
