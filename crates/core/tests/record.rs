//! Sink tests and the least squares behind them.
#![expect(clippy::unwrap_used, reason = "a test may fail loudly")]
#![expect(
    clippy::disallowed_methods,
    reason = "checks are computed by other means than core's own"
)]

use proptest::prelude::*;
use std::sync::LazyLock;
use uom::si::mass::gram;
use yarrowfen_core::base::Mass;
use yarrowfen_core::base::codes::{FallBy, Rig};
use yarrowfen_core::cast::Lure;
use yarrowfen_core::choose::own_drag::OwnFall;
use yarrowfen_core::explore::sink_tests::{Countdown, Missing, PRESS_S, SinkTest, fitted, needed};
use yarrowfen_core::physics::least_squares::{NoFit, fit};
use yarrowfen_core::{Engine, Options, PickRequest};

/// NIST StRD, Misra1a (data and certified values from memory; the PyPI library
/// `scipy` 1.17.1 gives the same to seven digits, reference/least_squares.py):
/// y = b1 (1 − exp(−b2 x)).
const MISRA1A: [(f64, f64); 14] = [
    (77.6, 10.07),
    (114.9, 14.73),
    (141.1, 17.94),
    (190.8, 23.93),
    (239.9, 29.61),
    (289.0, 35.18),
    (332.8, 40.02),
    (378.4, 44.82),
    (434.8, 50.76),
    (477.3, 55.05),
    (536.8, 61.01),
    (593.1, 66.40),
    (689.1, 75.47),
    (760.0, 81.78),
];

#[test]
fn least_squares_finds_the_certified_values_from_both_starts() {
    for start in [[500.0, 1e-4], [250.0, 5e-4]] {
        let f = fit(&MISRA1A, start, |[a, b]: &[f64; 2], x: &f64| {
            a * (1.0 - (-b * x).exp())
        })
        .unwrap();
        let near = |found: f64, wanted: f64| {
            assert!((found / wanted - 1.0).abs() < 1e-5, "{found} {wanted}")
        };
        near(f.found[0], 238.942_129_18);
        near(f.found[1], 5.501_564_318_1e-4);
        near(f.errors[0], 2.707_007_524_1);
        near(f.errors[1], 7.266_868_843_6e-6);
        near(f.squares, 0.124_551_388_94);
        near(f.spread, 0.101_878_763_30);
    }
}

#[test]
fn points_that_determine_nothing_are_refused() {
    let line = |p: &[f64; 2], x: &f64| p[0] + p[1] * x;
    assert_eq!(
        fit(&[(1.0, 2.0)], [1.0, 1.0], line),
        Err(NoFit::Undetermined)
    );
    assert_eq!(
        fit(&[(1.0, 2.0), (1.0, 2.1), (1.0, 1.9)], [1.0, 1.0], line),
        Err(NoFit::Undetermined)
    );
}

static ENGINE: LazyLock<Engine> = LazyLock::new(|| Engine::new().unwrap());

fn lure(g: f64) -> Lure {
    let request = PickRequest::from_json(br#"{"rig":"ned"}"#).unwrap();
    ENGINE
        .cast_rig(&request, Options::default(), Some(Mass::new::<gram>(g)))
        .lure
}

/// Tests made from a true factor, each off by so many seconds.
fn tests(factor: f64, presses: &[(f64, f64)]) -> Vec<SinkTest> {
    let made = |(depth, off): &(f64, f64)| {
        let test = SinkTest {
            depth: *depth,
            seconds: 1.0,
            fall: FallBy::Tight,
            lure: lure(3.5),
        };
        SinkTest {
            seconds: test.expected(factor) + off,
            ..test
        }
    };
    presses.iter().map(made).collect()
}

#[test]
fn the_drag_comes_back_from_its_own_tests() {
    let f = fitted(&tests(
        1.3,
        &[
            (2.0, 0.1),
            (3.0, -0.15),
            (4.0, 0.1),
            (5.0, -0.1),
            (3.5, 0.05),
        ],
    ));
    let own = f.own.unwrap();
    assert!((own.factor - 1.3).abs() < 2.0 * own.error + 0.02, "{own:?}");
    assert!(own.error < 0.1 && own.tests == 5 && f.missing.is_none());
    assert!(f.tests.iter().all(|t| !t.1), "none stands out");
}

#[test]
fn too_few_or_too_shallow_tests_say_what_is_missing() {
    let none = fitted(&[]);
    assert!(none.own.is_none() && matches!(none.missing, Some(Missing::Tests { more: 3.., .. })));
    let one = fitted(&tests(1.2, &[(3.0, 0.0)]));
    assert!(
        one.own.is_none() && matches!(one.missing, Some(Missing::Tests { .. })),
        "{one:?}"
    );
    // Half a metre takes under two seconds: a thumb's error is most of it.
    let shallow = fitted(&tests(
        1.2,
        &[(0.5, 0.3), (0.5, -0.3), (0.5, 0.25), (0.5, -0.2)],
    ));
    assert!(shallow.own.is_none(), "{shallow:?}");
    let Some(Missing::Tests { more, .. }) = shallow.missing else {
        panic!("{shallow:?}")
    };
    assert!(more >= 2);
    assert!(needed(2.0, 0.3) > needed(10.0, 0.3));
}

#[test]
fn a_press_too_late_stands_out_and_struck_leaves_the_rest() {
    let mut all = tests(
        0.9,
        &[(3.0, 0.1), (4.0, -0.1), (5.0, 0.0), (6.0, 0.1), (4.5, 4.0)],
    );
    let f = fitted(&all);
    assert_eq!(
        f.tests.iter().map(|t| t.1).collect::<Vec<_>>(),
        [false, false, false, false, true]
    );
    all.pop();
    let own = fitted(&all).own.unwrap();
    assert!((own.factor - 0.9).abs() < 0.05, "{own:?}");
}

#[test]
fn tests_beyond_reason_do_not_count() {
    let mad = tests(9.0, &[(3.0, 0.0), (4.0, 0.0), (5.0, 0.0)]);
    let f = fitted(&mad);
    assert!(
        f.own.is_none() && f.missing == Some(Missing::Sense),
        "{f:?}"
    );
}

#[test]
fn own_tests_are_the_basis_of_a_pick_and_narrow_its_band() {
    let request = PickRequest::from_json(br#"{"rig":"ned","water":{"depth_m":4}}"#).unwrap();
    let book = ENGINE.pick(&request, Options::default());
    let own = fitted(&tests(
        1.25,
        &[(3.0, 0.1), (4.0, -0.1), (5.0, 0.1), (6.0, -0.1)],
    ))
    .own;
    let mine = ENGINE.pick(
        &request,
        Options {
            own_fall: own.map(|o| (Rig::Ned, o)),
            ..Options::default()
        },
    );
    assert!(
        mine.reasons
            .iter()
            .any(|r| r.basis == yarrowfen_core::base::codes::Basis::OwnRecord),
        "{:?}",
        mine.reasons
    );
    let wide =
        |a: &yarrowfen_core::Answer| (a.sink.band_mps.1 - a.sink.band_mps.0) / a.sink.speed_mps;
    assert!(
        wide(&mine) < 0.7 * wide(&book),
        "{} {}",
        wide(&mine),
        wide(&book)
    );
    assert!(
        mine.weight.oz >= book.weight.oz,
        "more drag never asks for less lead"
    );
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 60, failure_persistence: None, ..ProptestConfig::default() })]

    #[test]
    fn the_truth_lies_within_four_errors(factor in 0.5..2.0f64, offs in prop::collection::vec(-0.3..0.3f64, 6)) {
        let presses: Vec<_> = offs.iter().enumerate().map(|(i, o)| (2.0 + i as f64, *o)).collect();
        let f = fitted(&tests(factor, &presses));
        let so_far = f.so_far.unwrap();
        prop_assert!((so_far.factor - factor).abs() < 4.0 * so_far.error + 0.02, "{factor} {so_far:?}");
    }
}

/// By hand: a press is off by 0.3 s at either end. Over 2 s that is 0.3 of the
/// drag, three times what is wanted, so nine tests; over 6 s one would do, and
/// never fewer than three can show a spread.
#[test]
fn how_many_tests_are_needed_is_as_by_hand() {
    assert_eq!(needed(2.0, PRESS_S), 9);
    assert_eq!(needed(3.0, PRESS_S), 4);
    assert_eq!(needed(6.0, PRESS_S), 3);
    assert_eq!(needed(60.0, PRESS_S), 3);
    // Under a tenth of a second nothing is measured.
    assert_eq!(needed(0.01, PRESS_S), needed(0.1, PRESS_S));
}

/// By hand: beside tests that agree to the last digit, one stands out from two
/// and a half presses (0.75 s) on.
#[test]
fn a_test_stands_out_from_two_and_a_half_presses_on() {
    let off = |s: f64| {
        let all = tests(1.2, &[(3.0, 0.0), (4.0, 0.0), (5.0, 0.0), (3.5, s)]);
        fitted(&all).tests.iter().map(|t| t.1).collect::<Vec<_>>()
    };
    assert_eq!(off(0.72), [false; 4]);
    assert_eq!(off(0.78), [false, false, false, true]);
    assert_eq!(off(-0.78), [false, false, false, true]);
}

/// By hand: where every test agrees, a thumb's half press is still what the
/// factor is known to: 2 · 0.15 s of the time, as a share of it.
#[test]
fn tests_that_agree_are_not_surer_than_a_thumb() {
    let all = tests(1.2, &[(4.0, 0.0), (4.0, 0.0), (4.0, 0.0)]);
    let own = fitted(&all).so_far.unwrap();
    let by_hand = 2.0 * (PRESS_S / 2.0) * 1.2 / all[0].seconds;
    assert!((own.factor - 1.2).abs() < 1e-6);
    assert!(
        own.error > 0.3 * by_hand && own.error < 1.01 * by_hand,
        "{own:?} {by_hand}"
    );
}

#[test]
fn what_no_water_does_is_called_senseless_from_three_tests_on() {
    let far = |n: usize| {
        let mut all = tests(1.0, &vec![(3.0, 0.0); n]);
        // Four times as long on the way down: sixteen times the drag.
        all.iter_mut().for_each(|t| t.seconds *= 4.0);
        fitted(&all).missing
    };
    assert!(
        matches!(far(2), Some(Missing::Tests { .. })),
        "{:?}",
        far(2)
    );
    assert_eq!(far(3), Some(Missing::Sense));
}

/// The band of a countdown: two standard errors of one's own record, or the
/// book's spread of the posture (docs/model.md).
#[test]
fn a_countdown_says_how_sure_it_is() {
    let ned = lure(3.5);
    let own = OwnFall {
        factor: 1.2,
        error: 0.05,
        tests: 5,
    };
    let count = Countdown::of(&ned, FallBy::Tight, 4.0, Some(own), (0.8, 1.25));
    let posture = ned.postures.falling(FallBy::Tight);
    let time = |factor| ned.fall_time(4.0, posture, factor).unwrap();
    assert_eq!(count.seconds, Some(time(1.2)));
    assert_eq!(count.band, (time(1.2 - 0.1), time(1.2 + 0.1)));
    let book = Countdown::of(&ned, FallBy::Tight, 4.0, None, (0.8, 1.25));
    let at = |k: f64| ned.fall_time(4.0, k * posture, 1.0).unwrap();
    assert_eq!(book.band, (at(0.8), at(1.25)));
    assert!(book.band.0 < book.seconds.unwrap() && book.seconds.unwrap() < book.band.1);
}

/// How far a test lies off what a fit of all others has for it, over how far off stands out: the long
/// way, one fit for each test.
fn off_the_others(all: &[SinkTest], one: usize) -> f64 {
    let others: Vec<(SinkTest, f64)> = (all.iter().enumerate())
        .filter(|(n, _)| *n != one)
        .map(|(_, t)| (*t, t.seconds))
        .collect();
    let without = fit(&others, [1.0], |[k]: &[f64; 1], t: &SinkTest| {
        t.expected(*k)
    })
    .unwrap();
    let off = all[one].seconds - all[one].expected(without.found[0]);
    off.abs() / (2.5 * without.spread.max(PRESS_S))
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 300, failure_persistence: None, ..ProptestConfig::default() })]

    /// The one step from the fit finds what a fit of all others finds, but within a tenth of the bound itself.
    #[test]
    fn a_test_stands_out_as_if_all_others_had_been_fitted(
        factor in 0.6..2.0_f64,
        presses in prop::collection::vec((2.0..9.0_f64, -0.6..0.6_f64), 4..30),
        late in -4.0..6.0_f64,
    ) {
        let mut presses = presses;
        presses[0].1 = late;
        let all = tests(factor, &presses);
        prop_assume!(all.iter().all(|t| t.seconds > 0.3));
        let found = fitted(&all).tests;
        for (n, (_, stands_out)) in found.iter().enumerate() {
            let off = off_the_others(&all, n);
            prop_assert!((0.9..1.1).contains(&off) || *stands_out == (off > 1.0), "{n}: {off}");
        }
    }
}
