//! Random questions for the laws.
#![allow(
    dead_code,
    clippy::unwrap_used,
    reason = "shared by test files that each use a part"
)]

use std::sync::LazyLock;

use proptest::prelude::*;
use proptest::sample::select;
use yarrowfen_core::base::codes::{
    BaitForm, Bottom, Build, Clarity, ColourView, Course, Cover, FishAt, Forage, HeadColourView,
    HookSetView, HookTemper, Light, LineKind, LineView, Material, Mood, Plastic, PointView,
    Pressure, Reel, Rig, School, Season, Shape, Species, SpringView, StandUpView, Toothy, WindSide,
};
use yarrowfen_core::base::limits;
use yarrowfen_core::question::{Bait, PickRequest, Tackle, Views, WaterConditions};
use yarrowfen_core::{Answer, Engine, Options};

pub static ENGINE: LazyLock<Engine> = LazyLock::new(|| Engine::new().unwrap());

/// The answer for one rig, without the others beside it.
pub fn pick(r: &PickRequest) -> Answer {
    let options = Options {
        others: false,
        ..Options::default()
    };
    ENGINE.pick(r, options)
}

fn within(l: &limits::Limit) -> std::ops::RangeInclusive<f64> {
    l.least..=l.most
}

prop_compose! {
    pub fn bait()(form in select(BaitForm::ALL), length_mm in within(&limits::BAIT_LENGTH),
        body_mm in proptest::option::of(within(&limits::BAIT_BODY)), plastic in select(Plastic::ALL), build in proptest::option::of(select(Build::ALL))) -> Bait {
        Bait { form, length_mm, body_mm, plastic, build, mass_g: None }
    }
}
prop_compose! {
    fn conditions()(depth_m in within(&limits::DEPTH), bottom in select(Bottom::ALL), cover in select(Cover::ALL),
        clarity in select(Clarity::ALL), temp_c in proptest::option::of(within(&limits::TEMPERATURE)),
        current_mps in within(&limits::CURRENT), wind_mps in within(&limits::WIND), drift_mps in within(&limits::DRIFT),
        light in select(Light::ALL), wind_side in proptest::option::of(select(WindSide::ALL)), slips in proptest::bool::weighted(0.2)) -> WaterConditions {
        WaterConditions { wind_side, slips, depth_m, depth_max_m: None, bottom, cover, clarity, temp_c, current_mps, wind_mps, wind_max_mps: None, drift_mps, light, fish_depth_m: None }
    }
}
prop_compose! {
    fn views()(stand_up in proptest::option::of(select(StandUpView::ALL)), spring in proptest::option::of(select(SpringView::ALL)),
        hook_temper in proptest::option::of(select(HookTemper::ALL)), main_line in proptest::option::of(select(LineView::ALL)),
        hook_set in proptest::option::of(select(HookSetView::ALL)), colour in proptest::option::of(select(ColourView::ALL)),
        head_colour in proptest::option::of(select(HeadColourView::ALL)), point in proptest::option::of(select(PointView::ALL))) -> Views {
        Views { stand_up, spring, hook_temper, main_line, hook_set, colour, head_colour, point }
    }
}
prop_compose! {
    fn tackle()(line_kind in proptest::option::of(select(LineKind::ALL)), line_mm in proptest::option::of(within(&limits::LINE_MM)),
        line_lb in proptest::option::of(within(&limits::LINE_LB)), leader_lb in proptest::option::of(within(&limits::LEADER_LB)),
        rod_max_g in proptest::option::of(within(&limits::ROD_MAX)), least in proptest::option::weighted(0.3, 0.05..0.4), material in proptest::option::of(select(Material::ALL)),
        reel in proptest::option::weighted(0.3, select(Reel::ALL)), rod_m in proptest::option::weighted(0.3, within(&limits::ROD_LENGTH))) -> Tackle {
        Tackle { reel, rod_m, line_kind, line_mm, line_lb, leader_lb, rod_min_g: least.and_then(|share| rod_max_g.map(|g| share * g)), rod_max_g, material, rod_power: None, reel_ratio: None }
    }
}
prop_compose! {
    pub fn request()(rig in select(Rig::ALL), views in views(), bait in bait(), water in conditions(), tackle in tackle(), season in select(Season::ALL),
        species in select(Species::ALL), fish_at in select(FishAt::ALL), forage in proptest::option::of(select(Forage::ALL)),
        mood in select(Mood::ALL), pressure in select(Pressure::ALL), school in proptest::option::of(select(School::ALL)),
        (trail_m, toothy_fish, cast_m, retrieve_mps, course, stand_m, shape) in (proptest::option::weighted(0.2, within(&limits::TRAIL)), select(Toothy::ALL), within(&limits::CAST), proptest::option::of(within(&limits::RETRIEVE)),
            proptest::option::weighted(0.2, select(Course::ALL)), proptest::option::weighted(0.2, within(&limits::STAND)), proptest::option::weighted(0.1, select(Shape::ALL)))) -> PickRequest {
        PickRequest { rig: Some(rig), trail_m, lift_fall_s: None, course, retrieve_turns_ps: None, reel_turn_m: None, stand_m, head: None, shape, views, bait, water, season, species, fish_at, forage, mood, pressure, school, toothy_fish,
            cast_m, retrieve_mps, tackle, assumed: vec![] }
    }
}

/// A question of an ordinary day: shallower, calmer and nearer than the limits allow.
pub fn everyday(mut r: PickRequest) -> PickRequest {
    let w = &mut r.water;
    (w.depth_m, w.wind_mps) = (0.3 + w.depth_m / 6.0, w.wind_mps / 4.0);
    (w.current_mps, w.drift_mps) = (w.current_mps / 8.0, w.drift_mps / 8.0);
    r.cast_m = 3.0 + r.cast_m / 3.0;
    r.tackle.rod_max_g = r.tackle.rod_max_g.map(|g| 4.0 + g / 4.0);
    // Its lower end is no higher than half of that.
    r.tackle.rod_min_g = r
        .tackle
        .rod_min_g
        .zip(r.tackle.rod_max_g)
        .map(|(least, most)| least.min(most / 2.0));
    r
}

/// A rig with the baits that are fished on it, in mm, and the rod that carries it, in g.
type Plain = (Rig, &'static [(BaitForm, f64, f64)], (f64, f64));

const PLAIN: [Plain; 9] = [
    (
        Rig::ShakyHead,
        &[
            (BaitForm::Worm, 120.0, 180.0),
            (BaitForm::Stick, 90.0, 130.0),
        ],
        (5.0, 18.0),
    ),
    (
        Rig::Ned,
        &[
            (BaitForm::Stick, 60.0, 100.0),
            (BaitForm::Creature, 60.0, 80.0),
        ],
        (3.0, 12.0),
    ),
    (Rig::JigWorm, &[(BaitForm::Worm, 100.0, 150.0)], (3.0, 12.0)),
    (
        Rig::SwingHead,
        &[
            (BaitForm::Creature, 80.0, 110.0),
            (BaitForm::Worm, 130.0, 200.0),
        ],
        (10.0, 35.0),
    ),
    (Rig::Tube, &[(BaitForm::Tube, 60.0, 100.0)], (5.0, 18.0)),
    (
        Rig::Swimbait,
        &[(BaitForm::PaddleTail, 60.0, 110.0)],
        (5.0, 21.0),
    ),
    (Rig::Hover, &[(BaitForm::Minnow, 70.0, 100.0)], (1.0, 8.0)),
    (
        Rig::MidStroll,
        &[(BaitForm::Minnow, 75.0, 110.0)],
        (1.0, 10.0),
    ),
    (Rig::Grub, &[(BaitForm::Grub, 50.0, 110.0)], (3.0, 15.0)),
];

fn plain_fish(rig: Rig) -> &'static [Species] {
    match rig {
        Rig::Swimbait => &[
            Species::Smallmouth,
            Species::Perch,
            Species::Walleye,
            Species::Zander,
        ],
        Rig::Hover | Rig::MidStroll => &[Species::Smallmouth, Species::Spotted],
        Rig::Grub => &[Species::Walleye, Species::Perch, Species::Smallmouth],
        _ => &[Species::Largemouth, Species::Smallmouth, Species::Spotted],
    }
}

prop_compose! {
    /// A question as anglers ask it: a rig with its own bait and fish, in 1 to 8 m of water, with up to
    /// 6 m/s of wind; with the rod that carries the rig, or with none.
    pub fn plain(rod: bool)(which in select(&PLAIN[..]), (bait, fish, long) in (any::<prop::sample::Index>(), any::<prop::sample::Index>(), 0.0..1.0f64),
        depth_m in 1.0..8.0f64, bottom in select(vec![Bottom::Gravel, Bottom::Sand, Bottom::Clay, Bottom::ChunkRock, Bottom::Mud]), grass in any::<bool>(),
        clarity in select(vec![Clarity::Clear, Clarity::Stained]), wind_mps in 0.0..6.0f64, current_mps in select(vec![0.0, 0.0, 0.0, 0.1]),
        mood in select(vec![Mood::Active, Mood::Neutral, Mood::Neutral, Mood::Inactive]), season in select(Season::ALL),
        fish_at in select(vec![FishAt::Bottom, FishAt::Bottom, FishAt::Bottom, FishAt::JustAbove]), cast_m in 12.0..30.0f64) -> PickRequest {
        let (rig, baits, rated) = which;
        let (form, least, most) = *bait.get(baits);
        let mut r = PickRequest { rig: Some(rig), mood, season, cast_m, species: *fish.get(plain_fish(rig)), ..PickRequest::usual().clone() };
        (r.bait.form, r.bait.length_mm) = (form, (least + long * (most - least)).round());
        r.water = WaterConditions { depth_m, bottom, clarity, wind_mps, current_mps, ..r.water };
        if rig == Rig::JigWorm && grass {
            r.water.cover = Cover::SparseGrass;
        }
        r.fish_at = if matches!(rig, Rig::Hover | Rig::MidStroll) { FishAt::Suspended } else { fish_at };
        if rod {
            (r.tackle.rod_min_g, r.tackle.rod_max_g) = (Some(rated.0), Some(rated.1));
        }
        r.assumed = vec![];
        r
    }
}
