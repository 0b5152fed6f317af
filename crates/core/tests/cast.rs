//! Casts in time: laws, facts of the trade, and what stands outside this project.
#![expect(clippy::unwrap_used, reason = "a test may fail loudly")]
#![expect(
    clippy::disallowed_methods,
    reason = "checks are computed by other means than core's own"
)]

use proptest::prelude::*;
use std::sync::LazyLock;
use uom::si::{
    area::square_meter, mass::gram, mass_density::kilogram_per_cubic_meter,
    thermodynamic_temperature::degree_celsius, volume::cubic_meter,
};
use yarrowfen_core::base::codes::{CurrentWay, Direction, FallBy, FishAt, LiftCause, Rig};
use yarrowfen_core::base::{
    Area, GRAMS_PER_OUNCE, Length, Mass, MassDensity, ThermodynamicTemperature, UnitSystem, Volume,
};
use yarrowfen_core::cast::{Cast, Keep, LONGEST_S, Lure, Postures, Profile, Setup, swing};
use yarrowfen_core::physics::line::{DVec3, LineBody};
use yarrowfen_core::physics::sink::{HeadBody, Trailing, fall as falls};
use yarrowfen_core::physics::water::Water;
use yarrowfen_core::tables::HeadDrag;
use yarrowfen_core::tables::retrieve as moves;
use yarrowfen_core::{Engine, Options, PickRequest};

static ENGINE: LazyLock<Engine> = LazyLock::new(|| Engine::new().unwrap());

fn trailing() -> Trailing {
    Trailing {
        bait_volume: Volume::new::<cubic_meter>(5e-6),
        bait_density: MassDensity::new::<kilogram_per_cubic_meter>(1040.0),
        bait_side: Area::new::<square_meter>(7e-4),
        hook_mass: Mass::new::<gram>(0.3),
    }
}

/// A mushroom head of a mass in g with a slim bait on a line of 0.19 mm.
fn lure(g: f64, mm: f64) -> Lure {
    let head = HeadBody::new(
        Mass::new::<gram>(g),
        MassDensity::new::<kilogram_per_cubic_meter>(11_200.0),
        HeadDrag::Constant(0.8),
        1.0,
    );
    let water = Water::at(ThermodynamicTemperature::new::<degree_celsius>(14.0));
    let postures = Postures {
        slack: 0.14,
        semi_tight: 0.25,
        tight: 0.38,
        drawn: 0.2,
    };
    Lure::new(
        head,
        &trailing(),
        postures,
        LineBody::new(mm / 1000.0, 970.0),
        water,
        0.4,
    )
}

fn setup(g: f64, list: &str) -> Setup {
    Setup {
        lure: lure(g, 0.19),
        profile: Profile::flat(4.0),
        direction: Direction::Up,
        cast: 20.0,
        fall: FallBy::Tight,
        count: None,
        rest: 1.0,
        fall_after: FallBy::Pendulum,
        moves: moves::read(list, UnitSystem::Metric).unwrap(),
        retrieve: 0.3,
        current: (0.0, CurrentWay::Across),
        wind: 0.0,
        drift: 0.0,
        rod: 2.2,
        fish_at: FishAt::Bottom,
        stand: 0.9,
        below: false,
        keep: Keep {
            depth: 4.0,
            under: None,
            slowest: 0.3,
            quickest: 2.0,
            within: 0.25,
        },
    }
}

fn slope() -> Profile {
    Profile::new(vec![(0.0, 0.4), (20.0, 7.0), (30.0, 8.0)]).unwrap()
}

/// Published: a body from rest under quadratic drag gains v = v∞ tanh(t g'/v∞),
/// with g' its weight in water over the mass that moves (for example
/// G. K. Batchelor, *An Introduction to Fluid Dynamics*; any text of mechanics).
#[test]
fn a_fall_from_rest_follows_the_hyperbolic_tangent() {
    let l = lure(5.0, 0.0);
    let mut s = setup(5.0, "pause 1 s");
    s.lure = l;
    s.fall = FallBy::Slack;
    s.profile = Profile::flat(30.0);
    let cast = Cast::dropped(&s, 0.0005);
    let end = l.terminal(0.14);
    let pull = l.weight / l.inertia;
    for sample in cast.iter().filter(|x| x.t < 1.5) {
        let wanted = end * (sample.t * pull / end).tanh();
        assert!(
            (sample.speed - wanted).abs() < 0.004 * end,
            "{}: {} wanted {wanted}",
            sample.t,
            sample.speed
        );
        let deep = end * end / pull * (sample.t * pull / end).cosh().ln();
        assert!(
            (-sample.at.z - deep).abs() < 0.002 + 0.004 * deep,
            "{}: {} wanted {deep}",
            sample.t,
            sample.at.z
        );
    }
    assert!(cast.len() > 10);
}

/// The window's closed fall and the cast agree on the time to the bottom, but
/// for the splash, which carries the lure down the first hand's breadths.
#[test]
fn the_fall_of_a_cast_is_that_of_the_window() {
    for (g, depth) in [(1.8, 2.0), (3.5, 4.0), (10.0, 9.0)] {
        let mut s = setup(g, "pause 1 s");
        s.profile = Profile::flat(depth);
        let cast = Cast::of(&s);
        let line = Length::new::<uom::si::length::meter>(0.19e-3);
        let closed = falls(
            &s.lure.head,
            &trailing(),
            0.38,
            line,
            Length::new::<uom::si::length::meter>(depth),
            &s.lure.water,
        );
        let (a, b) = (cast.figures.landed.unwrap(), closed.time().unwrap().value);
        assert!(
            a < b && a > 0.88 * b,
            "{g} g, {depth} m: {a} s, closed {b} s"
        );
    }
}

/// A cast that is not home in five minutes is followed no longer, and says so.
#[test]
fn a_cast_that_is_followed_no_longer_says_where_it_was() {
    let cast = Cast::of(&setup(5.0, "drag 60 cm, drag 60 cm, hop 30 cm"));
    assert_eq!(cast.cut_off, None);
    let slow = setup(5.0, "pause 40 s, drag 30 cm");
    let cast = Cast::of(&slow);
    let out = cast.cut_off.unwrap();
    let last = cast.samples.last().unwrap();
    assert!((LONGEST_S - 2.0..LONGEST_S + 1.0).contains(&last.t));
    assert!((out - last.at.x).abs() < 0.2 && out > 3.0 && out < slow.cast);
}

/// Pages show every tenth sample as a second: none may be late by more than a step. Measured: after
/// 300 s the samples were 9 s behind, since each step's overshoot was added to the next.
#[test]
fn samples_go_by_the_clock() {
    for list in [
        "drag 60 cm, hop 30 cm, pause 3 s",
        "wind 3 m, pause 1 s",
        "pause 40 s, drag 30 cm",
        "swim 3 m",
    ] {
        let cast = Cast::of(&setup(5.0, list));
        assert!(cast.samples.len() > 100, "{list}");
        for (k, sample) in (0u32..).zip(&cast.samples) {
            let late = sample.t - f64::from(k) / 10.0;
            assert!(
                (-1e-6..=0.1).contains(&late),
                "{list}: {k} is {late} s late"
            );
        }
    }
}

/// Fact of the trade: cast deep and come up the slope, and it stays in contact.
#[test]
fn uphill_keeps_contact_longer_than_downhill() {
    for list in [
        "drag 60 cm, drag 60 cm, hop 30 cm",
        "wind 3 m, pause 1 s",
        "hop 60 cm, pause 1 s",
    ] {
        for g in [2.7, 5.3] {
            let mut s = setup(g, list);
            s.profile = slope();
            let up = Cast::of(&s).figures;
            s.direction = Direction::Down;
            let down = Cast::of(&s).figures;
            assert!(
                up.contact > down.contact + 0.05,
                "{list}, {g} g: up {} down {}",
                up.contact,
                down.contact
            );
        }
    }
}

#[test]
fn twice_the_speed_needs_more_weight() {
    let contact = |g: f64, speed: f64| {
        let mut s = setup(g, "wind 3 m");
        s.retrieve = speed;
        Cast::of(&s).figures.contact
    };
    let least = |speed: f64| {
        (1..80)
            .map(|i| 0.5 * f64::from(i))
            .find(|g| contact(*g, speed) > 0.75)
            .unwrap()
    };
    assert!(
        least(0.8) > 1.4 * least(0.4),
        "{} {}",
        least(0.8),
        least(0.4)
    );
}

/// Fact of the trade: snapped with a rod of 2.2 m, a 3/8 oz head comes up about
/// 2 m, where the line stands steep (fished from a drifting boat).
#[test]
fn a_snap_brings_three_eighths_up_about_two_metres() {
    let mut s = setup(0.375 * GRAMS_PER_OUNCE, "snap 2.6 m, pause 1 s");
    s.profile = Profile::flat(9.0);
    s.cast = 9.0;
    s.fall = FallBy::Slack;
    let up = Cast::of(&s).figures.lift.0;
    assert!((1.5..2.6).contains(&up), "{up}");
}

/// Fact of the trade (zander): 15 g with a bait of 9 cm falls 2 to 3 s after a
/// normal lift.
#[test]
fn fifteen_grams_with_a_nine_centimetre_bait_fall_two_to_three_seconds_after_a_lift() {
    let asked = br#"{"rig":"grub","bait":{"form":"slim_shad","length_mm":90},"species":"zander","water":{"depth_m":7,"temp_c":12}}"#;
    let request = PickRequest::from_json(asked).unwrap();
    let rig = ENGINE.cast_rig(&request, Options::default(), Some(Mass::new::<gram>(15.0)));
    let mut s = setup(15.0, "hop 1.2 m, pause 1 s");
    s.lure = rig.lure;
    s.profile = Profile::flat(7.0);
    s.cast = 14.0;
    let (height, time) = Cast::of(&s).figures.lift;
    assert!((2.0..3.2).contains(&time), "{height} m, {time} s");
}

#[test]
fn in_a_river_a_sixteenth_is_swept_far_below_its_mark() {
    let light = swing::swept(&lure(GRAMS_PER_OUNCE / 16.0, 0.19), 3.0, 0.6, FallBy::Tight).unwrap();
    let heavy = swing::swept(&lure(GRAMS_PER_OUNCE / 2.0, 0.19), 3.0, 0.6, FallBy::Tight).unwrap();
    assert!(
        light.downstream > 3.0 && light.downstream > 2.0 * heavy.downstream,
        "{light:?} {heavy:?}"
    );
    // And so it is in the cast in time.
    let mut s = setup(GRAMS_PER_OUNCE / 16.0, "pause 1 s");
    s.current = (0.6, CurrentWay::Across);
    s.profile = Profile::flat(3.0);
    let landed = Cast::of(&s).figures.moved.1;
    assert!(
        (landed / light.downstream - 1.0).abs() < 0.1,
        "{landed} {light:?}"
    );
}

/// Fact of the trade: thin braid in the wind needs less weight than thick.
#[test]
fn thin_braid_in_wind_needs_less_weight_than_thick() {
    let with = |mm: f64| {
        let asked = format!(
            r#"{{"rig":"ned","water":{{"depth_m":4,"wind_mps":9}},"cast_m":25,"tackle":{{"line_kind":"braid","line_mm":{mm}}}}}"#
        );
        ENGINE
            .pick(
                &PickRequest::from_json(asked.as_bytes()).unwrap(),
                Options::default(),
            )
            .weight
            .window
            .lower_oz
    };
    assert!(with(0.10) < with(0.30));
}

#[test]
fn contact_is_lost_at_a_drift_that_weight_puts_off() {
    let loss = |g| swing::drift_at_loss(&setup(g, "pause 1 s"), 6.0).unwrap();
    assert!(
        loss(3.0) < loss(7.0) && loss(7.0) < loss(20.0),
        "{} {} {}",
        loss(3.0),
        loss(7.0),
        loss(20.0)
    );
    assert!((0.1..1.5).contains(&loss(7.0)), "{}", loss(7.0));
}

#[test]
fn a_pendulum_lands_nearer_the_rod_and_later() {
    let landed = |by| {
        let mut s = setup(3.5, "pause 1 s");
        s.fall = by;
        Cast::of(&s).figures
    };
    let (slack, semi, straight, swung) = (
        landed(FallBy::Slack),
        landed(FallBy::SemiTight),
        landed(FallBy::Tight),
        landed(FallBy::Pendulum),
    );
    assert!(
        slack.landed < semi.landed
            && semi.landed < straight.landed
            && straight.landed < swung.landed,
        "{:?} {:?} {:?} {:?}",
        slack.landed,
        semi.landed,
        straight.landed,
        swung.landed
    );
    assert!(
        swung.moved.0 > straight.moved.0 + 0.5,
        "{:?} {:?}",
        swung.moved,
        straight.moved
    );
}

#[test]
fn a_lure_wound_too_fast_says_that_the_line_lifts_it() {
    let mut s = setup(1.8, "wind 6 m");
    s.retrieve = 0.9;
    let lifted = Cast::of(&s).figures.lift_offs;
    assert!(
        matches!(lifted[0].cause, LiftCause::Line | LiftCause::Water),
        "{lifted:?}"
    );
    assert!(lifted[0].height > 0.2 && lifted[0].out < 20.5, "{lifted:?}");
}

/// A cliff: drawn over it, the lure drops off, and says that the bottom fell away;
/// from the foot of one, the line saws over its edge.
#[test]
fn cliffs_are_lived_through_and_named() {
    let mut s = setup(3.5, "wind 3 m, pause 1 s");
    s.profile = Profile::new(vec![(0.0, 1.5), (10.0, 1.5), (10.05, 7.0), (30.0, 7.0)]).unwrap();
    let up = Cast::of(&s);
    assert!(!up.figures.hangs.is_empty(), "the edge is named");
    s.direction = Direction::Down;
    let down = Cast::of(&s);
    assert!(
        down.figures
            .lift_offs
            .iter()
            .any(|l| l.cause == LiftCause::Bottom),
        "{:?}",
        down.figures.lift_offs
    );
    for c in [&up, &down] {
        assert!(
            c.samples
                .iter()
                .all(|x| x.at.is_finite() && x.tension.is_finite() && x.tension < 60.0)
        );
    }
}

#[test]
fn what_floats_never_lands_and_is_not_followed_for_ever() {
    let mut s = setup(0.5, "wind 3 m");
    s.lure.weight = -0.01;
    let cast = Cast::of(&s);
    assert_eq!(cast.figures.landed, None);
    assert!(cast.samples.last().unwrap().t <= 301.0);
}

#[test]
fn every_rig_brings_a_retrieve_that_reaches_the_rod() {
    for rig in Rig::ALL {
        let request = PickRequest {
            rig: Some(*rig),
            ..PickRequest::usual().clone()
        };
        let ready = ENGINE.cast_rig(&request, Options::default(), None);
        let mut s = setup(3.0, "pause 1 s");
        (s.lure, s.moves, s.rest, s.retrieve) =
            (ready.lure, ready.moves.clone(), ready.rest, ready.retrieve);
        (s.fall, s.fall_after) = (ready.fall, ready.fall_after);
        let cast = Cast::of(&s);
        let last = cast.samples.last().unwrap();
        let away = DVec3::new(last.at.x - last.tip.x, last.at.y, 0.0).length();
        assert!(away < 1.2, "{rig}: still {away} m out after {} s", last.t);
        assert!(cast.figures.landed.is_some());
    }
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 60, failure_persistence: None, ..ProptestConfig::default() })]

    /// While nobody pulls, energy only goes: kinetic and that of height together.
    #[test]
    fn energy_never_appears_from_nothing(g in 0.8..20.0f64, depth in 1.0..9.0f64, by in prop::sample::select(FallBy::ALL)) {
        let mut s = setup(g, "pause 1 s");
        s.profile = Profile::flat(depth);
        s.fall = by;
        let cast = Cast::of(&s);
        let energy = |x: &yarrowfen_core::cast::Sample| 0.5 * s.lure.inertia * x.speed * x.speed + s.lure.weight * x.at.z;
        let mut before = f64::INFINITY;
        for x in cast.samples.iter().filter(|x| x.act == 0) {
            let now = energy(x);
            prop_assert!(now <= before + 1e-4 * s.lure.weight * depth, "{}: {now} after {before}", x.t);
            before = now;
        }
    }

    /// Half the time step changes no figure by more than a hundredth. The cast is
    /// so long that the clock ends it: on others it may turn on a hair whether a
    /// last move is still made before it is at the rod.
    #[test]
    fn half_the_step_tells_the_same(g in 1.5..15.0f64, depth in 3.0..8.0f64, speed in 0.05..0.15f64, up in any::<bool>(), list in prop::sample::select(vec!["drag 60 cm, pause 2 s, hop 30 cm, pause 1 s", "wind 3 m, pause 1 s", "snap 60 cm, pause 4 s"])) {
        let mut s = setup(g, list);
        s.cast = 70.0;
        s.profile = Profile::new(vec![(0.0, 0.5), (72.0, depth)]).unwrap();
        (s.retrieve, s.direction) = (speed, if up { Direction::Up } else { Direction::Down });
        let (a, b) = (Cast::with_step(&s, 0.004).figures, Cast::with_step(&s, 0.002).figures);
        prop_assert!(a.retrieve > 250.0, "the clock ends it");
        let near = |x: f64, y: f64, size: f64| (x - y).abs() <= 0.01 * size.max(x.abs());
        prop_assert!(near(a.landed.unwrap(), b.landed.unwrap(), 1.0), "{:?} {:?}", a.landed, b.landed);
        prop_assert!(near(a.moved.0, b.moved.0, 3.0), "fall {:?} {:?}", a.moved, b.moved);
        prop_assert!(near(a.fall_speed, b.fall_speed, 0.3), "fall {} {}", a.fall_speed, b.fall_speed);
        prop_assert!(near(a.contact, b.contact, 1.0), "contact {} {}", a.contact, b.contact);
        prop_assert!(near(a.zone, b.zone, 1.0), "zone {} {}", a.zone, b.zone);
        prop_assert!(near(a.slack, b.slack, 1.0), "slack {} {}", a.slack, b.slack);
        prop_assert!(near(a.mean_height, b.mean_height, 1.0), "height {} {}", a.mean_height, b.mean_height);
        // Whether it is a lift at all, from 5 cm on, turns on a hair too.
        let (one, two) = (a.lift.0.max(0.05), b.lift.0.max(0.05));
        prop_assert!(near(one, two, 1.0), "lift {:?} {:?}", a.lift, b.lift);
    }

    #[test]
    fn heavier_lands_sooner_and_no_number_is_lost(g in 0.8..15.0f64, more in 0.5..10.0f64, depth in 1.0..9.0f64, current in 0.0..1.0f64, wind in 0.0..12.0f64) {
        let with = |g: f64| {
            let mut s = setup(g, "drag 60 cm, hop 30 cm");
            s.profile = Profile::flat(depth);
            (s.current, s.wind) = ((current, CurrentWay::Across), wind);
            Cast::of(&s)
        };
        let (a, b) = (with(g), with(g + more));
        prop_assert!(b.figures.landed.unwrap() <= a.figures.landed.unwrap() + 0.15);
        for x in a.samples.iter().chain(&b.samples) {
            prop_assert!(x.at.is_finite() && x.speed.is_finite() && x.tension >= 0.0 && x.at.z <= 1e-9);
            prop_assert!(x.height >= 0.0);
        }
        prop_assert!((0.0..=1.0).contains(&a.figures.contact));
    }
}

/// Bites on the fall and the first rest are held against the time that these are: longer in deep
/// water, and with a light head.
#[test]
fn the_early_share_of_a_cast_is_played() {
    use yarrowfen_core::base::Mass;
    use yarrowfen_core::explore::cast_ready::Fished;
    let share = |rig: &str, depth: f64, g: f64| {
        let json = format!(r#"{{"rig":"{rig}","water":{{"depth_m":{depth},"bottom":"gravel"}}}}"#);
        let one = Fished {
            request: PickRequest::from_json(json.as_bytes()).unwrap(),
            head: Mass::new::<uom::si::mass::gram>(g),
            hours: 2.0,
        };
        ENGINE.falling_share(&[one], Options::default()).unwrap()
    };
    for rig in ["ned", "tube", "swimbait", "shaky_head"] {
        let (shallow, deep) = (share(rig, 1.5, 5.0), share(rig, 8.0, 5.0));
        assert!(0.0 < shallow && shallow < deep && deep < 1.0, "{rig}");
        assert!(
            share(rig, 8.0, 14.0) < deep,
            "{rig}: a heavy head falls faster"
        );
    }
    assert_eq!(ENGINE.falling_share(&[], Options::default()), None);
}
