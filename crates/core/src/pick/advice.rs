//! Notes, and the cautions where somebody could be hurt.

use crate::answer::{Coded, Text};
use crate::codes::{Bottom, Clarity, FishAt, Material, School, Season, Species};
use crate::pick::Picture;
use crate::pick::reasons::coded;
use crate::units::{Dimension, plain};

/// Below this big fish take tiny slow baits, °C (common practice).
const COLD_C: f64 = 10.0;
/// Above this likewise, °C.
const HOT_C: f64 = 27.0;
/// A bait below this is small, mm.
const SMALL_BAIT_MM: f64 = 80.0;
/// Fish brought up from deeper than this suffer from the pressure, m.
const PRESSURE_DEPTH_M: f64 = 9.0;
/// Above this a released fish is in danger, °C; trout sooner.
const WARM_RELEASE_C: f64 = 25.0;
const WARM_RELEASE_TROUT_C: f64 = 18.0;
/// Height over the bottom to stop a count, m.
const STAY_ABOVE_M: f64 = 0.3;
/// Current that carries a wader, m/s.
const WADING_MPS: f64 = 0.5;
/// Water that may carry ice, °C.
const ICE_C: f64 = 3.0;

/// What is worth knowing here, whatever the rig.
#[must_use]
pub fn notes(p: &Picture<'_>) -> Vec<Coded> {
    let r = p.request;
    let t = p.conditions.temp_c;
    let temp = |c| Dimension::Temperature.print(c, p.units);
    let small = r.bait.length_mm <= SMALL_BAIT_MM;
    let mut all = Vec::new();
    if r.water.temp_c.is_none() {
        all.push(coded(
            "temperature_assumed",
            format!(
                "No temperature given: {} is assumed for {}",
                temp(t),
                r.season
            ),
        ));
    }
    if t < COLD_C {
        all.push(coded(
            "cold_water_big_fish",
            format!(
                "Under {} the big ones take small, slow baits too",
                temp(COLD_C)
            ),
        ));
    } else if t > HOT_C {
        all.push(coded(
            "hot_water_big_fish",
            format!(
                "Over {} the big ones take small, slow baits, deep or in shade",
                temp(HOT_C)
            ),
        ));
    } else if small {
        all.push(coded(
            "numbers_not_size",
            "Between cold and hot a small bait is for numbers more than for size",
        ));
    }
    if r.fish_at != FishAt::Bottom || r.water.bottom == Bottom::AlgaeFilm {
        let seconds = (p.time_s * (1.0 - STAY_ABOVE_M / p.conditions.depth_m)).max(1.0);
        let why = if r.fish_at == FishAt::Bottom {
            "the film on the bottom fouls it"
        } else {
            "fish look up"
        };
        all.push(coded(
            "count_down_above_bottom",
            format!(
                "Count to {} and begin: that is {} over the bottom, and {why}",
                plain(seconds, 0),
                p.distance(STAY_ABOVE_M)
            ),
        ));
    }
    if r.water.clarity == Clarity::Muddy && small {
        all.push(coded(
            "too_little_presence",
            "In muddy water a tiny silent bait is poor: go bigger, black or bright",
        ));
    }
    if r.water.clarity == Clarity::Clear {
        all.push(coded(
            "disputed_colour",
            "Clear water: natural colours by habit, but others win with bright ones; try both",
        ));
    }
    if p.tables.bottom(r.water.bottom).snag >= 0.7 {
        all.push(coded(
            "disputed_flexible_hook",
            format!("Rock: a hook that bends comes free and can be straightened, a stiff one pulls harder. Both have their school; this answer ties {}", p.hook.wire),
        ));
    }
    all
}

/// What could hurt somebody, or break a law.
#[must_use]
pub fn cautions(p: &Picture<'_>, total_g: f64, material: Material) -> Vec<Coded> {
    let r = p.request;
    let t = p.conditions.temp_c;
    let mut all = Vec::new();
    let mut say = |yes: bool, code: &'static str, text: Text| {
        if yes {
            all.push(coded(code, text));
        }
    };
    say(r.toothy_fish, "toothy_fish_leader", "Fish with teeth: 20 to 30 lb fluorocarbon at least, a wire trace where you do not know the water".into());
    if let Some(most) = r.tackle.rod_max_g {
        say(
            total_g > most,
            "rod_overloaded",
            format!(
                "Head, hook and bait weigh {} g, the rod is rated to {} g",
                plain(total_g, 1),
                plain(most, 1)
            )
            .into(),
        );
    }
    say(
        t <= ICE_C,
        "ice",
        "Trust no ice you have not tested, and never alone".into(),
    );
    say(
        t < COLD_C,
        "cold_water",
        "Cold water disables in minutes: wear a life jacket in a boat".into(),
    );
    say(
        p.conditions.current_mps >= WADING_MPS,
        "wading_current",
        "This current carries a wader off: staff, belt, and a way out downstream".into(),
    );
    say(
        p.conditions.depth_m >= PRESSURE_DEPTH_M,
        "deep_fish_pressure",
        format!(
            "Fish from below {} suffer from the pressure: bring few up, and slowly",
            p.distance(PRESSURE_DEPTH_M)
        )
        .into(),
    );
    let warm = if r.species == Species::Trout {
        WARM_RELEASE_TROUT_C
    } else {
        WARM_RELEASE_C
    };
    say(
        t >= warm,
        "warm_water_release",
        "Warm water kills released fish: fight short, keep them in the water".into(),
    );
    say(
        material == Material::Lead,
        "lead_rules",
        "Small lead may be banned here: check. Wash your hands, never bite it".into(),
    );
    say(
        true,
        "hook_handling",
        "Eye protection, look behind you, pliers for the hook".into(),
    );
    let stormy = matches!(r.season, Season::PostSpawn | Season::Summer);
    say(
        stormy,
        "lightning_power_lines",
        "Thunder: put the rod down and leave. Keep clear of power lines".into(),
    );
    say(
        true,
        "local_rules",
        "Season, size, licence and night rules: local law decides, not this page".into(),
    );
    say(
        true,
        "clean_drain_dry",
        "Clean, drain and dry between waters; take old plastic home".into(),
    );
    all
}

/// Where schools part by a rung or more, the answer names the other side.
#[must_use]
pub fn disputed_weight(
    followed: School,
    others: &[(School, Text)],
    tied_on: &str,
) -> Option<Coded> {
    let differ: Vec<_> = others
        .iter()
        .filter(|(s, label)| *s != followed && label != tied_on)
        .map(|(s, label)| format!("the {s} school ties on {label}"))
        .collect();
    (!differ.is_empty()).then(|| {
        coded(
            "disputed_weight",
            format!("Good anglers part here: {}", differ.join(", ")),
        )
    })
}
