//! The trade's check values, each by its name. Basis: common practice, no
//! published source.
#![expect(clippy::unwrap_used, reason = "a test may fail loudly")]

mod common;

use common::{ENGINE, pick};
use serde_json::{Value, json};
use yarrowfen_core::base::codes::{HookStyle, Rig, School, UpperBound};
use yarrowfen_core::question::PickRequest;
use yarrowfen_core::{Answer, Options};

/// The answer to a question given in the contract's JSON.
fn ask(json: Value) -> Answer {
    pick(&PickRequest::from_json(json.to_string().as_bytes()).unwrap())
}

fn bait(form: &str, mm: f64) -> Value {
    json!({"form": form, "length_mm": mm, "plastic": "standard"})
}

/// Speed of one rung in an answer, m/s.
fn speed(a: &Answer, label: &str) -> f64 {
    a.rungs.iter().find(|r| r.label == label).unwrap().speed_mps
}

fn grams_in(a: &Answer, least: f64, most: f64) {
    let g = a.weight.g;
    assert!(
        (least - 0.03..=most + 0.03).contains(&g),
        "{} lies outside",
        a.weight.label
    );
}

/// Hooks of the check values: a 2.5 in grub takes #4 to #1, a 3 in Ned bait
/// about #2 to 1/0 with a short shank, a 6.5 in worm 3/0 to 4/0, a fat 5 in
/// stick 3/0 to 5/0 wide gap, a 3.8 in swimbait 3/0, a 3 in one about 1/0, a
/// jig worm 2/0, a small hover bait about #1.
#[test]
fn hooks_by_bait_are_those_of_the_trade() {
    let all: &[(&str, &str, f64, &[&str])] = &[
        ("grub", "grub", 63.5, &["4", "2", "1"]),
        ("ned", "stick", 76.0, &["2", "1", "1/0"]),
        ("shaky_head", "worm", 165.0, &["3/0", "4/0"]),
        ("shaky_head", "stick", 127.0, &["3/0", "4/0", "5/0"]),
        ("swimbait", "paddle_tail", 96.5, &["3/0"]),
        ("swimbait", "paddle_tail", 76.2, &["1", "1/0", "2/0"]),
        ("jig_worm", "worm", 140.0, &["2/0"]),
        ("hover", "minnow", 76.0, &["2", "1", "1/0"]),
    ];
    for (rig, form, mm, sizes) in all {
        let a = ask(json!({"rig": rig, "bait": bait(form, *mm)}));
        assert!(
            sizes.contains(&&*a.hook.size),
            "{rig} {mm}: {}",
            a.hook.size
        );
    }
    assert_eq!(
        ask(json!({"rig": "shaky_head", "bait": bait("stick", 127.0)}))
            .hook
            .style,
        HookStyle::WideGap
    );
    assert_eq!(
        ask(json!({"rig": "ned", "bait": bait("stick", 76.0)}))
            .hook
            .style,
        HookStyle::ShortShank
    );
}

/// Swing head: 3/0 for smallmouth, 4/0 for largemouth, 5/0 behind a 10 in worm.
#[test]
fn the_hook_of_a_swing_head_goes_by_fish_and_bait() {
    let size = |species: &str, form: &str, mm: f64| {
        ask(json!({"rig": "swing_head", "species": species, "bait": bait(form, mm)}))
            .hook
            .size
            .clone()
    };
    assert_eq!(size("smallmouth", "creature", 89.0), "3/0");
    assert_eq!(size("largemouth", "creature", 89.0), "4/0");
    assert_eq!(size("largemouth", "worm", 254.0), "5/0");
}

/// A bare 21 g head against the same head with a bulky trailing bait: about
/// half the fall speed; with a slim bait a little slower only.
#[test]
fn a_bulky_bait_about_halves_the_fall_of_a_heavy_head_and_a_slim_one_does_not() {
    let with = |form: &str, mm: f64, body: f64| {
        let json = json!({"rig": "swing_head", "bait": {"form": form, "length_mm": mm, "body_mm": body, "plastic": "standard"}, "water": {"depth_m": 4}});
        speed(&ask(json), "3/4 oz")
    };
    let bare = with("worm", 15.0, 2.0);
    let bulky = with("creature", 100.0, 20.0) / bare;
    let slim = with("worm", 100.0, 5.0) / bare;
    assert!((0.3..0.62).contains(&bulky), "{bulky}");
    assert!(slim > 0.65, "{slim}");
}

/// 1/8 oz on a small slim hover bait falls in a spiral, 1/32 glides.
#[test]
fn a_small_hover_bait_glides_on_a_thirtysecond_and_spirals_on_an_eighth() {
    let a = ask(json!({"rig": "hover", "bait": bait("minnow", 76.0), "fish_at": "suspended"}));
    let rung = |label: &str| a.rungs.iter().find(|r| r.label == label).unwrap();
    assert!(rung("1/32 oz").in_window && !rung("1/8 oz").in_window);
    let level = ask(
        json!({"rig": "mid_stroll", "bait": bait("minnow", 76.0), "school": "reaction", "water": {"temp_c": 27}}),
    );
    assert_eq!(level.weight.window.upper_by, UpperBound::HoverLevel);
}

/// A 3 in swimbait over 6 to 7 m of boulders: 1/4 oz.
#[test]
fn a_three_inch_swimbait_over_deep_boulders_takes_a_quarter_ounce() {
    let a = ask(
        json!({"rig": "swimbait", "bait": bait("paddle_tail", 76.2), "species": "smallmouth", "season": "autumn", "water": {"depth_m": 6.5, "bottom": "boulder", "wind_mps": 1.5}}),
    );
    assert_eq!(a.weight.label, "1/4 oz");
}

/// Ned for walleye: seldom under 1/8, 3/16 in a strong breeze, 1/4 in
/// metre-high waves.
#[test]
fn a_ned_for_walleye_grows_with_the_waves() {
    let at = |wind: f64| {
        ask(
            json!({"rig": "ned", "bait": bait("stick", 90.0), "species": "walleye", "water": {"depth_m": 4, "wind_mps": wind}}),
        )
    };
    grams_in(&at(3.0), 3.5, 5.4);
    grams_in(&at(7.0), 4.4, 7.1);
    grams_in(&at(9.5), 7.0, 10.7);
}

/// A swing head of 5/8 oz holds 1.5 to 6 m at a slow to medium wind; more when
/// burned.
#[test]
fn a_swing_head_of_five_eighths_holds_and_needs_more_when_burned() {
    let at = |depth: f64, wound: f64| {
        let json = json!({"rig": "swing_head", "bait": bait("creature", 89.0), "cast_m": 30, "retrieve_mps": wound, "water": {"depth_m": depth, "bottom": "gravel"}});
        ask(json)
    };
    for depth in [1.5, 3.0, 6.0] {
        assert!(
            at(depth, 0.4)
                .rungs
                .iter()
                .any(|r| r.label == "5/8 oz" && r.in_window),
            "{depth}"
        );
    }
    assert!(at(4.0, 1.0).weight.oz > at(4.0, 0.45).weight.oz);
}

/// Bites on the fall only: halve the weight. Rock that takes heads: lighter.
#[test]
fn the_step_down_names_the_habit_that_calls_for_it() {
    let on = |bottom: &str| {
        let json = json!({"rig": "tube", "bait": bait("tube", 89.0), "water": {"depth_m": 4, "bottom": bottom}});
        ask(json).step_down.unwrap().when
    };
    assert!(on("gravel").contains("bites come only on the fall"));
    assert!(on("boulder").contains("lose heads"));
}

/// River: heavier than pond.
#[test]
fn every_rig_on_the_bottom_is_heavier_in_a_river_than_in_a_pond() {
    for rig in Rig::ALL
        .iter()
        .filter(|r| !matches!(r, Rig::Hover | Rig::MidStroll))
    {
        let at = |current: f64| {
            let row = &ENGINE.tables().rig(*rig).bait;
            let bait = bait(row.default_form.code(), row.default_mm);
            ask(
                json!({"rig": rig.code(), "bait": bait, "water": {"depth_m": 2.5, "current_mps": current, "wind_mps": 0}}),
            )
        };
        assert!(at(0.9).weight.oz > at(0.0).weight.oz, "{rig}");
    }
}

/// Below 10 °C and above 27 °C big fish take tiny slow baits; between the two a
/// small bait is a numbers game.
#[test]
fn temperature_says_what_a_small_bait_is_for() {
    let note = |temp: f64, code: &str| {
        let a = ask(json!({"rig": "ned", "bait": bait("stick", 60.0), "water": {"temp_c": temp}}));
        a.notes.iter().any(|n| n.code == code)
    };
    assert!(note(8.0, "cold_water_big_fish") && note(29.0, "hot_water_big_fish"));
    assert!(note(18.0, "numbers_not_size") && !note(18.0, "cold_water_big_fish"));
}

/// Slower in cold water and for inactive fish, faster for active fish.
#[test]
fn cold_and_unwilling_fish_get_a_slower_fall_than_active_ones() {
    for rig in Rig::ALL {
        let wanted = |temp: f64, mood: &str| {
            ask(json!({"rig": rig.code(), "mood": mood, "water": {"temp_c": temp}}))
                .sink
                .target_mps
        };
        let usual = wanted(16.0, "neutral");
        assert!(
            (0.7..0.9).contains(&(wanted(3.0, "neutral") / usual)),
            "{rig}"
        );
        assert!(
            (0.7..0.86).contains(&(wanted(16.0, "inactive") / usual)),
            "{rig}"
        );
        assert!(
            (1.14..1.31).contains(&(wanted(16.0, "active") / usual)),
            "{rig}"
        );
    }
}

/// Clear water: thinner leader and a quieter tie. Toothy fish: step it up.
#[test]
fn clarity_and_teeth_set_the_leader() {
    let with = |clarity: &str, teeth: bool| {
        ask(json!({"rig": "swimbait", "bait": bait("paddle_tail", 82.0), "toothy_fish": teeth, "water": {"clarity": clarity}})).line.leader_lb
    };
    assert!(with("clear", false).1 < with("stained", false).1);
    assert!(with("clear", true).0 >= 20.0);
}

/// Tungsten is smaller and leaves more weight in water to feel; tin the
/// opposite. Published: the densities (see data/lines.toml), Archimedes.
#[test]
fn metals_differ_in_size_fall_and_feel() {
    let a = ask(json!({"rig": "ned", "water": {"depth_m": 4}}));
    let by = |code: &str| {
        a.materials
            .iter()
            .find(|m| m.material.code() == code)
            .unwrap()
    };
    assert!(
        by("tungsten").height_mm < by("lead").height_mm
            && by("lead").height_mm < by("tin").height_mm
    );
    assert!(
        by("tungsten").submerged_n > by("lead").submerged_n
            && by("bismuth").submerged_n > by("tin").submerged_n
    );
    assert!(by("tungsten").speed_mps > by("tin").speed_mps);
}

/// Ranges: 2 to 5 m of calm water are covered by one head of a heavy enough
/// kind; 1 to 12 m are not.
#[test]
fn a_range_is_covered_by_the_fewest_heads() {
    let over = |least: f64, most: f64| {
        let json = json!({"rig": "ned", "bait": bait("stick", 70.0), "water": {"depth_m": least, "depth_max_m": most, "wind_mps": 1}});
        let request = PickRequest::from_json(json.to_string().as_bytes()).unwrap();
        ENGINE.pick(&request, Options::default()).coverage.unwrap()
    };
    assert!(!over(2.0, 5.0).whole.is_empty());
    let wide = over(1.0, 12.0);
    assert!(wide.whole.is_empty() && wide.fewest.len() >= 2);
}

/// The angler's side in a dispute is taken, and the answer says so.
#[test]
fn a_view_changes_the_answer_and_is_named() {
    let with = |views: Value| {
        ask(
            json!({"rig": "ned", "bait": {"form": "stick", "length_mm": 70, "plastic": "floating"}, "views": views}),
        )
    };
    let usual = with(json!({}));
    assert_eq!(
        with(json!({"main_line": "straight"})).line.kind,
        "fluorocarbon"
    );
    assert!(with(json!({"hook_temper": "stiff"})).hook.wire > usual.hook.wire);
    assert!(
        with(json!({"hook_set": "crack"}))
            .hook_set
            .contains("Crack")
    );
    assert_ne!(
        with(json!({"spring": "hinders"})).head.keeper,
        usual.head.keeper
    );
    assert_ne!(with(json!({"point": "hide"})).hook.point, usual.hook.point);
    assert_ne!(
        with(json!({"colour": "against"})).bait_advice[0],
        usual.bait_advice[0]
    );
    let hang = ask(json!({"rig": "ned", "school": "hang_time"}));
    assert_eq!((hang.school, hang.schools.len()), (School::HangTime, 3));
}
