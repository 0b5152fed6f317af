//! Laws that hold for every question, tried on random ones.

mod common;

use common::{ENGINE, everyday, pick, request};
use proptest::prelude::*;
use uom::si::{
    area::square_meter, length::meter, mass::gram, mass_density::kilogram_per_cubic_meter,
    thermodynamic_temperature::degree_celsius, time::second, velocity::meter_per_second,
    volume::cubic_meter,
};
use yarrowfen_core::answer::{JudgedNeed, Trigger};
use yarrowfen_core::base::codes::{LowerBound, Rig, UpperBound, WindSide};
use yarrowfen_core::base::limits;
use yarrowfen_core::base::{
    Area, Dimension, Ladder, Length, Mass, MassDensity, ThermodynamicTemperature, Time, UnitSystem,
    Volume,
};
use yarrowfen_core::physics::sink::{Fall, HeadBody, Trailing, fall};
use yarrowfen_core::physics::water::Water;
use yarrowfen_core::question::{Bait, PickRequest, Tackle};
use yarrowfen_core::tables::HeadDrag;
use yarrowfen_core::{Answer, Options};

/// A plain rig for the laws of falling: head in g, line in mm, depth in m.
fn falls(g: f64, line_mm: f64, depth: f64, drag: HeadDrag, bait_density: f64) -> Fall {
    let lead = MassDensity::new::<kilogram_per_cubic_meter>(11_200.0);
    let bait = Trailing {
        bait_volume: Volume::new::<cubic_meter>(5e-6),
        bait_density: MassDensity::new::<kilogram_per_cubic_meter>(bait_density),
        bait_side: Area::new::<square_meter>(7e-4),
        hook_mass: Mass::new::<gram>(0.2),
    };
    let water = Water::at(ThermodynamicTemperature::new::<degree_celsius>(14.0));
    let head = HeadBody::new(Mass::new::<gram>(g), lead, drag, 1.0);
    fall(
        &head,
        &bait,
        0.38,
        Length::new::<meter>(line_mm / 1000.0),
        Length::new::<meter>(depth),
        &water,
    )
}

fn drags() -> impl Strategy<Value = HeadDrag> {
    prop_oneof![
        Just(HeadDrag::Sphere),
        (0.3..1.2f64).prop_map(HeadDrag::Constant)
    ]
}

/// Random questions a law; more by YARROWFEN_CASES.
fn cases() -> u32 {
    let asked = std::env::var("YARROWFEN_CASES").ok();
    asked.and_then(|n| n.parse().ok()).unwrap_or(400)
}

/// Slack for the fixed point of a sphere's drag.
const HAIR: f64 = 1e-6;

/// A question with a trigger's condition just past it; none where no such one can be
/// asked.
fn turned(r: &PickRequest, trigger: &Trigger) -> Option<PickRequest> {
    let aside = 0.02 + 0.01 * trigger.value.abs();
    let value = trigger.value + if trigger.above { aside } else { -aside };
    let mut turned = r.clone();
    match &*trigger.field {
        "water.depth_m" if (limits::DEPTH.least..=limits::DEPTH.most).contains(&value) => {
            turned.water.depth_m = value
        }
        "water.wind_mps" if (limits::WIND.least..=limits::WIND.most).contains(&value) => {
            turned.water.wind_mps = value
        }
        "water.current_mps" if (limits::CURRENT.least..=limits::CURRENT.most).contains(&value) => {
            turned.water.current_mps = value
        }
        "water.drift_mps" if (limits::DRIFT.least..=limits::DRIFT.most).contains(&value) => {
            turned.water.drift_mps = value
        }
        "water.temp_c"
            if (limits::TEMPERATURE.least..=limits::TEMPERATURE.most).contains(&value) =>
        {
            turned.water.temp_c = Some(value)
        }
        "retrieve_mps" if (limits::RETRIEVE.least..=limits::RETRIEVE.most).contains(&value) => {
            turned.retrieve_mps = Some(value)
        }
        _ => return None,
    }
    Some(turned)
}

proptest! {
    #![proptest_config(ProptestConfig { cases: cases(), failure_persistence: None, ..ProptestConfig::default() })]

    #[test]
    fn heavier_never_falls_slower(g in 0.3..30.0f64, more in 0.0..10.0f64, line in 0.05..0.6f64, depth in 0.3..40.0f64, drag in drags(), plastic in 940.0..1250.0f64) {
        let speed = |g| falls(g, line, depth, drag, plastic).speed().get::<meter_per_second>();
        prop_assert!(speed(g + more) >= speed(g) * (1.0 - HAIR));
    }

    #[test]
    fn deeper_never_takes_less_time(g in 0.5..30.0f64, depth in 0.3..40.0f64, more in 0.0..20.0f64, line in 0.05..0.6f64, drag in drags()) {
        let time = |d| falls(g, line, d, drag, 1040.0).time().map_or(f64::INFINITY, |t| t.get::<second>());
        prop_assert!(time(depth + more) >= time(depth) * (1.0 - HAIR));
    }

    #[test]
    fn thicker_line_never_falls_faster(g in 0.5..30.0f64, line in 0.04..0.6f64, more in 0.0..0.4f64, depth in 0.3..40.0f64, drag in drags()) {
        let speed = |mm| falls(g, mm, depth, drag, 1040.0).speed().get::<meter_per_second>();
        prop_assert!(speed(line + more) <= speed(line) * (1.0 + HAIR));
    }

    #[test]
    fn beads_end_at_the_bottom_when_the_time_is_up(g in 0.5..30.0f64, line in 0.0..0.6f64, depth in 0.3..40.0f64, drag in drags()) {
        let fall = falls(g, line, depth, drag, 1040.0);
        let time = fall.time().unwrap();
        prop_assert!((fall.depth_after(time).get::<meter>() / depth - 1.0).abs() < 1e-6);
        let half = fall.depth_after(Time::new::<second>(time.get::<second>() / 2.0)).get::<meter>();
        prop_assert!(half >= depth / 2.0 * (1.0 - HAIR), "the line only slows it on the way");
    }

    #[test]
    fn more_wind_never_lowers_the_lower_bound_nor_lightens_the_pick(r in request(), more in 0.0..10.0f64) {
        let mut windy = r.clone();
        windy.water.wind_mps = (r.water.wind_mps + more).min(limits::WIND.most);
        let (calm, windy) = (pick(&r), pick(&windy));
        prop_assert!(windy.weight.window.lower_g >= calm.weight.window.lower_g);
        prop_assert!(windy.weight.oz >= calm.weight.oz);
    }

    #[test]
    fn wind_along_the_cast_never_asks_for_more_than_wind_across_it(r in request()) {
        let from = |side| {
            let mut blown = r.clone();
            blown.water.wind_side = side;
            pick(&blown).weight.window.lower_g
        };
        let [behind, usual, across] = [Some(WindSide::Behind), None, Some(WindSide::Across)].map(from);
        prop_assert!(behind <= usual && usual <= across, "{behind} {usual} {across}");
    }

    #[test]
    fn more_current_never_lightens_the_pick(r in request(), at in 0.0..1.5f64, more in 0.0..1.0f64) {
        let with = |mps: f64| {
            let mut flowing = r.clone();
            flowing.water.current_mps = mps;
            flowing.water.slips = false;
            pick(&flowing).weight.oz
        };
        prop_assert!(with(at + more) >= with(at));
    }

    #[test]
    fn more_drift_never_lightens_the_pick(r in request(), at in 0.0..1.5f64, more in 0.0..1.0f64) {
        let with = |mps: f64| {
            let mut drifting = r.clone();
            drifting.water.drift_mps = mps;
            drifting.water.slips = false;
            pick(&drifting).weight.oz
        };
        prop_assert!(with(at + more) >= with(at));
    }

    #[test]
    fn a_boat_that_slips_at_the_speed_of_the_water_hangs_in_still_water(r in request()) {
        let mut slips = r.clone();
        (slips.water.current_mps, slips.water.drift_mps) = (0.0, 0.0);
        slips.water.slips = true;
        let mut still = slips.clone();
        still.water.slips = false;
        prop_assert_eq!(pick(&slips).weight.window.lower_g, pick(&still).weight.window.lower_g);
    }

    #[test]
    fn a_faster_retrieve_never_lightens_the_pick(r in request(), at in 0.0..2.0f64, more in 0.0..1.0f64) {
        let with = |mps| pick(&PickRequest { retrieve_mps: Some(mps), ..r.clone() }).weight.oz;
        prop_assert!(with(at + more) >= with(at));
    }

    #[test]
    fn a_weaker_rod_never_makes_it_heavier(r in request(), most in 1.0..60.0f64, less in 0.0..20.0f64) {
        let with = |g: f64| pick(&PickRequest { tackle: Tackle { rod_max_g: Some(g.max(0.5)), ..r.tackle.clone() }, ..r.clone() }).weight.oz;
        prop_assert!(with(most - less) <= with(most));
    }

    #[test]
    fn a_thicker_bait_never_gets_a_smaller_gap(r in request(), body in 2.0..40.0f64, more in 0.0..15.0f64) {
        let with = |mm| pick(&PickRequest { bait: Bait { body_mm: Some(mm), ..r.bait.clone() }, ..r.clone() }).hook.gap_mm;
        prop_assert!(with(body + more) >= with(body));
    }

    #[test]
    fn an_answer_obeys_its_window_or_names_the_conflict(r in request()) {
        let a = pick(&r);
        let w = &a.weight;
        let of_weight = |held: &&JudgedNeed| {
            let code = held.need.code();
            LowerBound::from_code(code).is_some() || UpperBound::from_code(code).is_some()
        };
        let failing: Vec<_> = a.judged.iter().filter(of_weight).filter(|held| held.fails()).collect();
        prop_assert!(failing.is_empty() || w.conflict.is_some(), "{failing:?}");
        let floats = a.notes.iter().any(|n| n.code == "rig_floats");
        prop_assert_eq!(floats, a.sink.time_s <= 0.0, "a rig that floats is said to");
        prop_assert!(w.conflict.is_some() || floats || a.sink.time_s > 0.0);
        let rung = a.rungs.iter().filter(|x| (x.oz - w.oz).abs() < 1e-9).count();
        prop_assert_eq!(rung, 1, "the weight is one that is sold");
    }

    #[test]
    fn no_choice_loads_the_rod_more_than_many_do_where_a_lighter_head_is_sold(r in request(), most in 5.0..60.0f64) {
        let a = pick(&PickRequest { tackle: Tackle { rod_max_g: Some(most), ..r.tackle.clone() }, ..r.clone() });
        let lightest = a.rungs[0].oz;
        // Up to a third over the rating many go; the wire that goes with the weight may add some
        // tenths of a gram to the usual one.
        prop_assert!(a.weight.total_g <= 1.333 * most + 1.0 || a.weight.oz <= lightest + 1e-9, "{} > {most}", a.weight.total_g);
    }

    #[test]
    fn a_size_up_or_down_is_tied_on_where_it_says_so(r in request(), near in any::<bool>()) {
        let r = if near { everyday(r) } else { r };
        let a = pick(&r);
        for (step, up) in [(&a.step_up, true), (&a.step_down, false)] {
            let Some(step) = step else { continue };
            prop_assert!((step.g > a.weight.g) == up);
            for t in &step.triggers {
                let Some(turned) = turned(&r, t) else { continue };
                let (then, now) = (pick(&turned).weight, &a.weight);
                prop_assert!(if up { then.g > now.g } else { then.g < now.g }, "{} {t:?}: {} -> {}", a.rig.code(), now.label, then.label);
            }
        }
    }

    #[test]
    fn every_number_of_an_answer_is_finite_and_it_reads_back_the_same(r in request(), grams in any::<bool>(), imperial in any::<bool>()) {
        let options = Options { units: if imperial { UnitSystem::Imperial } else { UnitSystem::Metric }, ladder: if grams { Ladder::Grams } else { Ladder::Ounces }, others: true, explain: true, own_fall: None };
        let a = ENGINE.pick(&r, options);
        let text = serde_json::to_string(&a).unwrap();
        // serde_json writes NaN and infinity as null, which would not read back.
        prop_assert_eq!(serde_json::from_str::<Answer>(&text).unwrap(), a);
    }

    #[test]
    fn swapping_units_changes_no_answer(r in request()) {
        let numbers = |units| {
            let a = ENGINE.pick(&r, Options { units, ..Options::default() });
            (a.weight.oz, a.weight.window.lower_g, a.weight.window.upper_g, a.hook, a.head, a.sink, a.line, a.school, a.rigs.into_iter().map(|x| (x.rig, x.score)).collect::<Vec<_>>())
        };
        prop_assert_eq!(numbers(UnitSystem::Metric), numbers(UnitSystem::Imperial));
    }

    #[test]
    fn a_depth_typed_in_feet_is_the_depth_typed_in_metres(m in 0.2..60.0f64) {
        let feet = format!("{} ft", m / 0.3048);
        let read = Dimension::Distance.read(&feet, UnitSystem::Metric).unwrap();
        prop_assert!((read - m).abs() < 1e-9);
    }

    #[test]
    fn a_json_request_of_any_shape_gets_an_answer_or_named_faults(text in "[ -~]{0,200}", depth in any::<f64>()) {
        let _ = PickRequest::from_json(text.as_bytes());
        let json = format!(r#"{{"water":{{"depth_m":{depth:e}}}}}"#);
        let sound = limits::DEPTH.check(depth, UnitSystem::Metric).is_ok();
        prop_assert_eq!(PickRequest::from_json(json.as_bytes()).is_ok(), sound);
    }
}

/// No cliff: a tenth of a metre of depth never turns the weight by more than one size.
#[test]
fn a_tenth_of_a_metre_turns_the_weight_by_one_size_at_most() {
    let waters = [
        (0.0, 0.0, "largemouth"),
        (3.0, 0.0, "smallmouth"),
        (7.0, 0.25, "smallmouth"),
        (2.0, 0.0, "walleye"),
    ];
    let cases = Rig::ALL
        .iter()
        .flat_map(|rig| waters.iter().map(move |w| (rig, w)));
    for ((rig, (wind, drift, fish)), at) in
        cases.flat_map(|c| ["bottom", "suspended"].map(move |at| (c, at)))
    {
        let row = ENGINE.tables().rig(*rig);
        let place = |depth: f64| {
            let json = serde_json::json!({"rig": rig.code(), "species": fish, "fish_at": at,
                "bait": {"form": row.bait.default_form.code(), "length_mm": row.bait.default_mm},
                "water": {"depth_m": depth, "wind_mps": wind, "drift_mps": drift}});
            let a = pick(&PickRequest::from_value(&json).unwrap());
            a.rungs
                .iter()
                .position(|r| r.label == a.weight.label)
                .unwrap()
        };
        let places: Vec<usize> = (3..=140).map(|i| place(f64::from(i) / 10.0)).collect();
        for (i, pair) in places.windows(2).enumerate() {
            let depth = (i + 3) as f64 / 10.0;
            assert!(
                pair[0].abs_diff(pair[1]) <= 1,
                "{rig} {fish} {at} at {depth} m, wind {wind}: {pair:?}"
            );
        }
    }
}

/// What is asked in inches, feet and miles an hour is answered as in metres.
#[test]
fn each_rig_answers_imperial_input_as_metric() {
    for rig in Rig::ALL {
        let json = format!(
            r#"{{"rig":"{}","bait":{{"length_mm":{}}},"water":{{"depth_m":{},"wind_mps":{}}}}}"#,
            rig.code(),
            3.5 * 25.4,
            10.0 * 0.3048,
            10.0 * 0.44704
        );
        let read = |text, d: Dimension| d.read(text, UnitSystem::Metric).unwrap();
        let mut r = PickRequest::from_json(json.as_bytes()).unwrap();
        let metric = pick(&r);
        r.bait.length_mm = read("3 1/2 in", Dimension::Size);
        r.water.depth_m = read("10 ft", Dimension::Distance);
        r.water.wind_mps = read("10 mph", Dimension::Wind);
        assert_eq!(pick(&r).weight, metric.weight);
    }
}
