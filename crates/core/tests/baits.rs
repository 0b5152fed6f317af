//! Baits by their curves of depth and mass, the hooks that lie in them, and where
//! the fish are. Basis: common practice, no published source; tables from memory.
#![expect(clippy::unwrap_used, reason = "a test may fail loudly")]

mod common;

use common::{ENGINE, pick, request};
use proptest::prelude::*;
use proptest::sample::select;
use serde_json::{Value, json};
use uom::si::mass::gram;
use yarrowfen_core::base::Mass;
use yarrowfen_core::base::codes::{BaitForm, Build, FishAt, HookStyle, Rig};
use yarrowfen_core::question::{Bait, PickRequest};
use yarrowfen_core::{Answer, Options};

fn ask(json: &Value) -> Answer {
    pick(&PickRequest::from_json(json.to_string().as_bytes()).unwrap())
}

/// Thickest depth in mm at a length in mm, as baits of the trade measure.
const DEPTHS: &[(&str, &[(f64, f64)])] = &[
    (
        "stick",
        &[(70.0, 9.5), (102.0, 9.9), (127.0, 10.5), (152.0, 11.5)],
    ),
    (
        "worm",
        &[
            (70.0, 6.5),
            (102.0, 7.5),
            (152.0, 9.0),
            (178.0, 10.5),
            (254.0, 12.5),
        ],
    ),
    ("ribbon_worm", &[(178.0, 9.5), (254.0, 12.0)]),
    ("minnow", &[(76.0, 10.0), (102.0, 12.0), (127.0, 14.0)]),
    (
        "paddle_tail",
        &[(71.0, 13.0), (84.0, 15.0), (97.0, 17.0), (109.0, 19.5)],
    ),
    ("slim_shad", &[(65.0, 10.0), (90.0, 13.0), (102.0, 14.5)]),
    (
        "grub",
        &[(50.0, 8.5), (64.0, 10.0), (76.0, 11.5), (127.0, 16.0)],
    ),
    ("craw", &[(70.0, 11.5), (102.0, 14.5)]),
    (
        "creature",
        &[(76.0, 12.5), (89.0, 13.5), (102.0, 14.0), (127.0, 15.5)],
    ),
    ("tube", &[(70.0, 12.5), (89.0, 15.5), (102.0, 18.0)]),
];

/// Mass in g at a length in mm, least and most.
const MASSES: &[(&str, &str, f64, (f64, f64))] = &[
    ("stick", "salted", 127.0, (9.0, 11.0)),
    ("worm", "standard", 152.0, (6.0, 8.0)),
    ("minnow", "standard", 102.0, (4.0, 6.0)),
    ("paddle_tail", "standard", 71.0, (3.5, 3.5)),
    ("paddle_tail", "standard", 84.0, (5.5, 5.5)),
    ("paddle_tail", "standard", 97.0, (8.5, 8.5)),
    ("paddle_tail", "standard", 109.0, (12.0, 12.0)),
    ("slim_shad", "standard", 90.0, (4.0, 5.0)),
    ("slim_shad", "standard", 102.0, (6.0, 8.0)),
    ("grub", "standard", 76.0, (3.5, 4.0)),
    ("craw", "standard", 76.0, (5.0, 6.0)),
    ("creature", "standard", 102.0, (9.0, 10.0)),
    ("tube", "standard", 70.0, (4.0, 4.0)),
    ("tube", "standard", 89.0, (7.5, 7.5)),
];

fn measured(form: &str, plastic: &str, mm: f64) -> yarrowfen_core::answer::BaitMeasured {
    ask(&json!({"rig": "grub", "bait": {"form": form, "length_mm": mm, "plastic": plastic}})).bait
}

#[test]
fn baits_of_no_given_thickness_are_as_thick_as_those_of_the_trade() {
    for (form, all) in DEPTHS {
        for (length, depth) in *all {
            let b = measured(form, "standard", *length);
            let off = b.depth_mm / depth - 1.0;
            assert!(
                off.abs() <= 0.12,
                "{form} {length}: {} for {depth}",
                b.depth_mm
            );
            let (least, most) = b.depth_band_mm;
            assert!(
                least < *depth && *depth < most,
                "{form} {length}: {least} to {most}"
            );
        }
    }
}

#[test]
fn baits_weigh_what_those_of_the_trade_weigh() {
    for (form, plastic, length, (least, most)) in MASSES {
        let g = measured(form, plastic, *length).mass_g;
        assert!(
            0.75 * least <= g && g <= 1.25 * most,
            "{form} {length}: {g} g"
        );
    }
    // A shad of 8.5 to 10 cm adds some 3 to 8 g to its head.
    for mm in [85.0, 90.0, 100.0] {
        let g = measured("slim_shad", "standard", mm).mass_g;
        assert!((3.0..8.0).contains(&g), "{mm}: {g}");
    }
}

#[test]
fn a_short_bait_is_often_half_a_longer_one() {
    let stick = |mm| measured("stick", "standard", mm).depth_mm;
    assert!(stick(70.0) > 0.85 * stick(127.0));
}

#[test]
fn what_was_weighed_or_measured_wins_over_what_is_usual() {
    let with = |more: Value| {
        let mut bait = json!({"form": "paddle_tail", "length_mm": 97});
        bait.as_object_mut()
            .unwrap()
            .extend(more.as_object().unwrap().clone());
        ask(&json!({"rig": "swimbait", "bait": bait}))
    };
    let usual = with(json!({}));
    let weighed = with(json!({"mass_g": 11.0}));
    assert!((weighed.bait.mass_g - 11.0).abs() < 0.051);
    let heavier =
        weighed.weight.total_g - weighed.weight.g - (usual.weight.total_g - usual.weight.g);
    assert!(
        (heavier - (11.0 - usual.bait.mass_g)).abs() < 0.2,
        "{heavier}"
    );
    let measured = with(json!({"body_mm": 14.0}));
    assert_eq!(
        (measured.bait.depth_mm, measured.bait.depth_band_mm),
        (14.0, (14.0, 14.0))
    );
    let code = |a: &Answer| a.notes.iter().any(|n| n.code == "bait_depth_assumed");
    assert!(
        !code(&measured),
        "nothing is assumed of a bait that was measured"
    );
}

/// A stick and a creature from about 10.5 mm on take a wide gap where the point
/// is hidden, a ribbon worm an offset however long it is.
#[test]
fn fat_is_millimetres() {
    let style = |form: &str, mm: f64, body: Option<f64>| {
        let bait = json!({"form": form, "length_mm": mm, "body_mm": body});
        ask(&json!({"rig": "shaky_head", "bait": bait})).hook.style
    };
    assert_eq!(style("stick", 152.0, Some(10.6)), HookStyle::WideGap);
    assert_eq!(style("stick", 152.0, Some(10.3)), HookStyle::WormOffset);
    assert_eq!(style("creature", 102.0, None), HookStyle::WideGap);
    assert_eq!(style("worm", 152.0, None), HookStyle::WormOffset);
    assert_eq!(style("ribbon_worm", 254.0, None), HookStyle::WormOffset);
}

/// A bait far too thick for its length takes no hook, and the answer says so.
#[test]
fn a_bait_that_no_hook_fits_is_said_to_be_one() {
    let with = |body: f64| {
        let bait = json!({"form": "grub", "length_mm": 64, "body_mm": body});
        ask(&json!({"rig": "grub", "bait": bait, "water": {"cover": "none"}}))
    };
    let said = |a: &Answer| a.notes.iter().any(|n| n.code == "no_hook_fits");
    assert!(said(&with(30.0)));
    assert!(!said(&with(10.0)));
}

/// Casting by the mass in flight, thin braid and a rod that suits: 2 g 18 m,
/// 3.5 g 25 m, 7 g 35 m, 14 g 50 m, 21 g 60 m. So 60 m asks for some 20 g in
/// all, and 15 m for hardly anything.
#[test]
fn a_far_cast_asks_for_mass_in_flight() {
    let table = &ENGINE.tables().conditions.cast.mass_g;
    for (g, m) in [
        (2.0, 18.0),
        (3.5, 25.0),
        (7.0, 35.0),
        (14.0, 50.0),
        (21.0, 60.0),
    ] {
        assert!((table.at(m) / g - 1.0).abs() < 0.15, "{m}");
    }
    assert!(table.at(15.0) < 1.7);
    let far = ask(
        &json!({"rig": "grub", "species": "zander", "bait": {"form": "slim_shad", "length_mm": 90}, "water": {"depth_m": 4}, "cast_m": 60}),
    );
    assert!(
        (20.0..30.0).contains(&far.weight.total_g),
        "{}",
        far.weight.total_g
    );
}

/// The heaviest head in everyday use: Ned 3/8, shaky 3/4, hover 1/8, jig worm
/// 1/4 oz. Past it something else must give.
#[test]
fn nobody_is_told_to_throw_what_nobody_throws() {
    for (rig, most) in [
        ("ned", 0.375),
        ("shaky_head", 0.75),
        ("hover", 0.125),
        ("jig_worm", 0.25),
    ] {
        let a = ask(
            &json!({"rig": rig, "water": {"depth_m": 25, "wind_mps": 14, "current_mps": 0.8, "drift_mps": 0.5}, "cast_m": 60}),
        );
        assert!(a.weight.oz <= most + 1e-4, "{rig}: {}", a.weight.label);
        let conflict = a.weight.conflict.unwrap();
        assert!(!conflict.gives.is_empty(), "{rig}");
    }
}

/// Where the fish are off the bottom, they lie a little over it or in the middle
/// of the water, unless somebody saw them; the count goes to them.
#[test]
fn the_count_goes_to_the_fish() {
    let with = |at: &str, said: Option<f64>| {
        ask(
            &json!({"rig": "swimbait", "fish_at": at, "water": {"depth_m": 9, "fish_depth_m": said}}),
        )
    };
    let bottom = with("bottom", None);
    assert_eq!((bottom.fish_depth_m, bottom.count_s), (Some(9.0), None));
    assert_eq!(with("just_above", None).fish_depth_m, Some(8.6));
    assert_eq!(with("suspended", None).fish_depth_m, Some(4.5));
    let said = with("suspended", Some(3.0));
    assert_eq!(said.fish_depth_m, Some(3.0));
    let count = said.count_s.unwrap();
    assert!(
        (count / said.sink.time_s - 1.0 / 3.0).abs() < 0.02,
        "{count}"
    );
    assert!(said.weight.oz < bottom.weight.oz, "swum, not dragged");
    // Over film one stays a foot above it.
    let film = ask(&json!({"rig": "swimbait", "water": {"depth_m": 3.5, "bottom": "algae_film"}}));
    assert!(film.count_s.is_some_and(|s| s < film.sink.time_s));
}

#[test]
fn fish_under_the_bottom_are_a_fault() {
    let with = |json: Value| PickRequest::from_json(json.to_string().as_bytes());
    let fault = with(json!({"water": {"depth_m": 3, "fish_depth_m": 3.5}})).unwrap_err();
    assert_eq!(fault[0].field, "water.fish_depth_m");
    assert!(with(json!({"water": {"depth_m": 3, "depth_max_m": 6, "fish_depth_m": 3.5}})).is_ok());
}

/// A straight line in hand is what is tied on: its test is the leader's, and it
/// decides the wire.
#[test]
fn a_straight_line_in_hand_is_the_leader() {
    let with = |lb: f64| {
        ask(
            &json!({"rig": "shaky_head", "toothy_fish": true, "tackle": {"line_kind": "fluorocarbon", "line_lb": lb}}),
        )
    };
    for lb in [6.0, 12.0, 15.0] {
        assert_eq!(with(lb).line.leader_lb, (lb, lb));
    }
    assert_eq!(with(15.0).hook.wire.code(), "heavy");
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 200, ..ProptestConfig::default() })]

    /// No hook of a table is taken that ends behind the tail root, unless none lies
    /// within it, and that is said.
    #[test]
    fn a_hook_never_ends_behind_the_tail_root_unsaid(r in request()) {
        let a = pick(&r);
        let said = a.notes.iter().any(|n| n.code == "no_hook_fits") || a.reasons.iter().any(|r| r.code == "past_tail_root");
        prop_assert!(said || a.hook.length_mm <= a.bait.tail_root_mm + 0.51, "{:?} {:?}", a.hook, a.bait);
    }

    /// The rod that is named carries what is tied on.
    #[test]
    fn the_rod_carries_head_hook_and_bait(r in request()) {
        let a = pick(&r);
        prop_assert!(a.rod.rated_g.1 + 0.051 >= a.weight.total_g, "{:?} {}", a.rod, a.weight.total_g);
    }

    #[test]
    fn a_bulkier_build_never_takes_a_smaller_gap(r in request(), form in select(BaitForm::ALL)) {
        let with = |build| {
            let bait = Bait { build, body_mm: None, form, ..r.bait.clone() };
            pick(&PickRequest { bait, ..r.clone() })
        };
        let all = [Some(Build::Slim), Some(Build::Usual), Some(Build::Fat)].map(with);
        for pair in all.windows(2) {
            prop_assert!(pair[0].hook.gap_mm <= pair[1].hook.gap_mm);
            prop_assert!(pair[0].bait.depth_mm <= pair[1].bait.depth_mm);
        }
    }

    /// The deeper the fish lie, the longer the count, and the answer is for them.
    #[test]
    fn deeper_fish_are_counted_longer(r in request(), share in 0.1..0.8f64, more in 0.05..0.2f64) {
        let at = |share: f64| {
            let mut r = PickRequest { rig: Some(Rig::Hover), fish_at: FishAt::Suspended, ..r.clone() };
            r.water.fish_depth_m = Some((share * r.water.depth_m).max(0.1));
            r.tackle.rod_max_g = None;
            pick(&r)
        };
        let (high, low) = (at(share), at(share + more));
        prop_assert!(high.fish_depth_m <= low.fish_depth_m);
        // Of one head; a deeper band may want a heavier one.
        if high.weight.label == low.weight.label {
            prop_assert!(high.count_s <= low.count_s, "{:?} {:?}", high.count_s, low.count_s);
        }
    }
}

#[test]
fn a_card_and_a_cast_are_made_for_fish_off_the_bottom_too() {
    let asked =
        json!({"rig": "swimbait", "fish_at": "suspended", "water": {"depth_m": 6}, "cast_m": 25});
    let asked = PickRequest::from_json(asked.to_string().as_bytes()).unwrap();
    let rig = ENGINE.cast_rig(&asked, Options::default(), None);
    let answer = pick(&asked);
    let count = answer.count_s.unwrap();
    assert!((rig.count_s.unwrap() - count).abs() < 0.06, "one count");
    // Another head in hand is counted by its own fall.
    let twice = Mass::new::<gram>(2.0 * answer.weight.g);
    let heavy = ENGINE.cast_rig(&asked, Options::default(), Some(twice));
    assert!(heavy.count_s.unwrap() < 0.9 * count, "{heavy:?}");
}

/// A swing head grinds along on 1/2, 5/8, 3/4 oz, whatever mood and water; nobody
/// ties on 1/4. In grass and on silt it cannot be fished at all.
#[test]
fn a_swing_head_goes_by_its_weight_and_not_by_its_fall() {
    for mood in ["active", "neutral", "inactive"] {
        for depth in [2.0, 4.0, 7.0] {
            let a = ask(
                &json!({"rig": "swing_head", "mood": mood, "bait": {"form": "creature", "length_mm": 90}, "water": {"depth_m": depth, "bottom": "chunk_rock"}}),
            );
            assert!(
                (0.5..=1.0).contains(&a.weight.oz),
                "{mood} {depth}: {}",
                a.weight.label
            );
        }
    }
    let shut = |water: Value| {
        let asked = PickRequest::from_json(json!({"water": water}).to_string().as_bytes()).unwrap();
        let a = ENGINE.pick(&asked, Options::default());
        assert_ne!(a.rig, Rig::SwingHead);
        a.excluded
            .iter()
            .any(|e| e.rig == Some(Rig::SwingHead) && e.why.contains("cannot be fished"))
    };
    assert!(shut(json!({"cover": "healthy_grass"})));
    assert!(shut(json!({"bottom": "silt"})));
    assert!(!shut(json!({"bottom": "chunk_rock"})));
}
