//! What comes in is taken up to each bound and refused beyond it. The bounds are
//! those of docs/model.md and of the contract; what they are is pinned here, so
//! that none moves unseen.
#![expect(clippy::unwrap_used, reason = "a test may fail loudly")]

mod common;

use common::ENGINE;
use serde_json::{Map, Value, json};
use yarrowfen_core::base::codes::Toothy;
use yarrowfen_core::base::{UnitSystem, limits};
use yarrowfen_core::{Options, PickRequest};

/// The contract's numbers with the least and the most that are taken (common
/// practice: waters and tackle of freshwater finesse angling with room around).
const CONTRACT: &[(&str, f64, f64)] = &[
    ("bait.length_mm", 15.0, 300.0),
    ("bait.body_mm", 2.0, 60.0),
    ("bait.mass_g", 0.1, 150.0),
    ("water.depth_m", 0.2, 60.0),
    ("water.depth_max_m", 0.2, 60.0),
    ("water.fish_depth_m", 0.1, 60.0),
    ("water.temp_c", 0.0, 38.0),
    ("water.current_mps", 0.0, 3.0),
    ("water.wind_mps", 0.0, 25.0),
    ("water.wind_max_mps", 0.0, 25.0),
    ("water.drift_mps", 0.0, 2.5),
    ("cast_m", 2.0, 90.0),
    ("trail_m", 2.0, 90.0),
    ("lift_fall_s", 0.4, 15.0),
    ("retrieve_mps", 0.0, 3.0),
    ("retrieve_turns_ps", 0.0, 5.0),
    ("reel_turn_m", 0.2, 1.5),
    ("stand_m", 0.3, 12.0),
    ("tackle.line_mm", 0.04, 0.9),
    ("tackle.line_lb", 1.0, 80.0),
    ("tackle.leader_lb", 1.0, 100.0),
    ("tackle.rod_min_g", 0.0, 150.0),
    ("tackle.rod_max_g", 0.5, 300.0),
    ("tackle.reel_ratio", 3.0, 11.0),
    ("tackle.rod_m", 0.9, 4.6),
    ("head.oz", 0.005, 5.0),
    ("head.g", 0.1, 140.0),
    ("head.post_mm", 0.0, 30.0),
    ("head.hook.gap_mm", 2.0, 40.0),
    ("head.hook.length_mm", 5.0, 150.0),
];

fn put(all: &mut Map<String, Value>, field: &str, value: f64) {
    match field.split_once('.') {
        Some((group, rest)) => {
            let group = all.entry(group).or_insert_with(|| json!({}));
            put(group.as_object_mut().unwrap(), rest, value);
        }
        None => {
            all.insert(field.into(), json!(value));
        }
    }
}

fn asked(fields: &[(&str, f64)]) -> Value {
    let mut all = Map::new();
    for (field, value) in fields {
        put(&mut all, field, *value);
    }
    Value::Object(all)
}

fn faults(fields: &[(&str, f64)]) -> Vec<String> {
    match PickRequest::from_value(&asked(fields)) {
        Ok(_) => Vec::new(),
        Err(all) => all.into_iter().map(|f| f.field).collect(),
    }
}

#[test]
fn each_number_is_taken_up_to_its_bounds_and_not_beyond() {
    let named: Vec<_> = limits::ALL.iter().map(|l| l.field).collect();
    assert_eq!(named, CONTRACT.iter().map(|c| c.0).collect::<Vec<_>>());
    for (field, least, most) in CONTRACT {
        // An upper end needs its lower end at or under it.
        let lower = match *field {
            "water.depth_max_m" => Some(("water.depth_m", 0.2)),
            "water.wind_max_mps" => Some(("water.wind_mps", 0.0)),
            "water.fish_depth_m" => Some(("water.depth_m", 60.0)),
            // A head in hand needs its weight.
            "head.post_mm" | "head.hook.gap_mm" | "head.hook.length_mm" => Some(("head.g", 3.0)),
            _ => None,
        };
        let with =
            |value| -> Vec<(&str, f64)> { lower.into_iter().chain([(*field, value)]).collect() };
        for good in [*least, *most, least.midpoint(*most)] {
            assert_eq!(faults(&with(good)), [""; 0], "{field} {good}");
        }
        let beyond = [least - 0.01, most + 0.01, f64::MAX];
        for bad in beyond {
            assert_eq!(faults(&with(bad)), [*field], "{field} {bad}");
        }
    }
}

#[test]
fn a_bound_is_said_with_its_unit_in_the_readers_units() {
    let said = |units| limits::DEPTH.check(99.0, units).unwrap_err();
    assert_eq!(
        said(UnitSystem::Metric),
        "the depth must lie between 0.2 m and 60 m"
    );
    assert_eq!(
        said(UnitSystem::Imperial),
        "the depth must lie between 0.7 ft and 197 ft"
    );
    let bare = limits::LINE_MM
        .check(2.0, UnitSystem::Imperial)
        .unwrap_err();
    assert_eq!(
        bare,
        "the line diameter must lie between 0.04 mm and 0.9 mm"
    );
}

#[test]
fn ends_that_are_turned_round_are_refused_and_equal_ends_are_none() {
    let rod = |least, most| faults(&[("tackle.rod_min_g", least), ("tackle.rod_max_g", most)]);
    assert_eq!(rod(3.0, 12.0), [""; 0]);
    assert_eq!(rod(12.0, 12.0), [""; 0]);
    assert_eq!(rod(12.5, 12.0), ["tackle.rod_min_g"]);
    assert_eq!(faults(&[("tackle.rod_min_g", 12.0)]), [""; 0]);
    for (lower, upper, from) in [
        ("water.depth_m", "water.depth_max_m", 4.0),
        ("water.wind_mps", "water.wind_max_mps", 4.0),
    ] {
        assert_eq!(faults(&[(lower, from), (upper, from - 0.1)]), [upper]);
        let ends =
            |to: f64| PickRequest::from_value(&asked(&[(lower, from), (upper, to)])).unwrap();
        let w = ends(from).water;
        assert_eq!((w.depth_max_m, w.wind_max_mps), (None, None));
        let w = ends(from + 1.0).water;
        assert_eq!(w.depth_max_m.or(w.wind_max_mps), Some(from + 1.0));
    }
}

/// “Up to”: from the usual value, or, where that is more, that value itself.
#[test]
fn an_upper_end_alone_is_a_range_up_to_it() {
    let ends = |field, to| {
        let w = PickRequest::from_value(&asked(&[(field, to)]))
            .unwrap()
            .water;
        ((w.depth_m, w.depth_max_m), (w.wind_mps, w.wind_max_mps))
    };
    let (usual_depth, usual_wind) = ((3.0, None), (2.0, None));
    assert_eq!(
        ends("water.wind_max_mps", 9.0),
        (usual_depth, (2.0, Some(9.0)))
    );
    assert_eq!(ends("water.wind_max_mps", 1.0), (usual_depth, (1.0, None)));
    assert_eq!(
        ends("water.depth_max_m", 8.0),
        ((3.0, Some(8.0)), usual_wind)
    );
    assert_eq!(ends("water.depth_max_m", 1.5), ((1.5, None), usual_wind));
}

#[test]
fn what_is_left_out_is_taken_as_usual_and_said() {
    let usual = PickRequest::from_json(b"{}").unwrap();
    let w = &usual.water;
    assert_eq!((w.depth_m, w.wind_mps, usual.cast_m), (3.0, 2.0, 20.0));
    assert_eq!(
        (w.current_mps, w.drift_mps, usual.toothy_fish),
        (0.0, 0.0, Toothy::None)
    );
    for field in [
        "water.depth_m",
        "water.wind_mps",
        "water.bottom",
        "season",
        "species",
    ] {
        assert!(
            usual.assumed.iter().any(|a| a == field),
            "{field}: {:?}",
            usual.assumed
        );
    }
    let told =
        PickRequest::from_json(br#"{"water": {"depth_m": 2}, "toothy_fish": true}"#).unwrap();
    assert!(
        told.toothy_fish == Toothy::Likely && !told.assumed.iter().any(|a| a == "water.depth_m")
    );
    let wrong = PickRequest::from_json(br#"{"toothy_fish": "yes", "season": 3}"#).unwrap_err();
    let fields: Vec<_> = wrong.iter().map(|f| f.field.as_str()).collect();
    assert_eq!(fields, ["season", "toothy_fish"]);
}

/// The usual lengths are the trade's (common practice: a six and a half inch worm on a
/// shaky head, a stick of 70 mm on a Ned head, a tube of three and a half inches).
#[test]
fn a_bait_of_no_told_length_is_as_long_as_its_rig_usually_has_it() {
    let answered = |rig: &str, bait: Value| {
        let asked = PickRequest::from_value(&json!({ "rig": rig, "bait": bait })).unwrap();
        ENGINE.pick(&asked, Options::default())
    };
    for (rig, form, mm) in [
        ("shaky_head", "worm", 165.0),
        ("ned", "stick", 70.0),
        ("tube", "tube", 89.0),
    ] {
        let length = |bait| answered(rig, bait).bait.length_mm;
        assert_eq!(length(json!({ "form": form })), mm, "{rig}: form told");
        assert_eq!(length(json!({})), mm, "{rig}: nothing told");
        let told = json!({ "form": form, "length_mm": 110 });
        assert_eq!(length(told), 110.0, "{rig}: length told");
    }
    let worm = answered("shaky_head", json!({ "form": "worm" }));
    assert!(worm.hook.fits(), "a hook is sold for the usual worm");
}
