//! Notes, and the cautions where somebody could be hurt: each a rule with a
//! code, when it holds, and its words.

use crate::answer::{Coded, SchoolAnswer, Text};
use crate::codes::{
    Bottom, Clarity, ColourView, Cover, FishAt, HookTemper, Material, Plastic, School, Season,
    Species,
};
use crate::physics::feel;
use crate::pick::Picture;
use crate::pick::reasons::coded;
use crate::units::plain;

/// A rule of advice.
pub struct Rule {
    /// Its code in the answer.
    pub code: &'static str,
    /// When it holds.
    pub holds: fn(&Picture<'_>) -> bool,
    /// What it says then.
    pub says: fn(&Picture<'_>) -> Text,
}

/// The rules that hold, in their words.
#[must_use]
pub fn taken(rules: &[Rule], p: &Picture<'_>) -> Vec<Coded> {
    let hold = rules.iter().filter(|r| (r.holds)(p));
    hold.map(|r| coded(r.code, (r.says)(p))).collect()
}

macro_rules! rule {
    ($code:literal, $holds:expr, $says:expr) => {
        Rule {
            code: $code,
            holds: $holds,
            says: $says,
        }
    };
}

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
/// A place that takes tackle this readily is called snaggy, 0..1.
pub const SNAGGY: f64 = 0.7;
/// Boats drift and waves stand from this wind on, m/s.
const ROUGH_MPS: f64 = 9.0;

fn small(p: &Picture<'_>) -> bool {
    p.request.bait.length_mm <= SMALL_BAIT_MM
}
fn cold(p: &Picture<'_>) -> bool {
    p.conditions.temp_c < COLD_C
}
fn hot(p: &Picture<'_>) -> bool {
    p.conditions.temp_c > HOT_C
}
fn above_bottom(p: &Picture<'_>) -> bool {
    p.request.fish_at != FishAt::Bottom || p.request.water.bottom == Bottom::AlgaeFilm
}

/// What is worth knowing, whatever the rig.
pub const NOTES: &[Rule] = &[
    rule!(
        "temperature_assumed",
        |p| p.request.water.temp_c.is_none(),
        |p| format!(
            "No temperature given: {} is assumed for {}",
            p.temperature(p.conditions.temp_c),
            p.request.season
        )
        .into()
    ),
    rule!("bait_outside_rig", outside_rig, |p| format!(
        "A {} {} is no usual bait for the {} ({} to {}); the numbers hold, the habit may not",
        p.size(p.request.bait.length_mm),
        p.request.bait.form,
        p.rig.code,
        p.size(p.rig.bait.least_mm),
        p.size(p.rig.bait.most_mm)
    )
    .into()),
    rule!("cold_water_big_fish", cold, |p| format!(
        "Under {} the big ones take small, slow baits too",
        p.temperature(COLD_C)
    )
    .into()),
    rule!("hot_water_big_fish", hot, |p| format!(
        "Over {} the big ones take small, slow baits, deep or in shade",
        p.temperature(HOT_C)
    )
    .into()),
    rule!(
        "numbers_not_size",
        |p| small(p) && !cold(p) && !hot(p),
        |_| "Between cold and hot a small bait is for numbers more than for size".into()
    ),
    rule!("count_down_above_bottom", above_bottom, count_down),
    rule!(
        "too_little_presence",
        |p| p.request.water.clarity == Clarity::Muddy && small(p),
        |_| "In muddy water a tiny silent bait is poor: go bigger, black or bright".into()
    ),
    rule!(
        "disputed_colour",
        |p| p.request.water.clarity == Clarity::Clear && p.request.views.colour.is_none(),
        |_| {
            "Clear water: natural colours by habit, but others win with bright ones; try both"
                .into()
        }
    ),
    rule!(
        "disputed_flexible_hook",
        |p| p.snags >= SNAGGY && p.request.views.hook_temper.is_none(),
        |p| {
            format!("Rock and wood: a hook that bends comes free and can be straightened, a stiff one pulls harder. Both have their school; this answer ties {}", p.hook.wire).into()
        }
    ),
    rule!(
        "flexible_hook",
        |p| p.request.views.hook_temper == Some(HookTemper::Flexible),
        |_| "By your view the hook may bend free: straighten it once, then change it".into()
    ),
    rule!(
        "swept_by_current",
        |p| p.conditions.current_mps >= 0.1,
        |p| {
            let along = feel::carried_m(p.conditions.current_mps, p.time_s);
            format!(
                "The current carries it about {} while it falls: cast that far up-current of the mark",
                p.distance(along)
            )
            .into()
        }
    ),
    rule!(
        "lies_down",
        |p| {
            p.request.bait.plastic != Plastic::Floating
                && p.rig.bait.default_plastic == Plastic::Floating
        },
        |_| {
            "This plastic sinks: at rest the bait lies or leans, only floating plastic stands up"
                .into()
        }
    ),
    rule!(
        "colour_against",
        |p| p.request.views.colour == Some(ColourView::Against),
        |_| "Colour against clarity, as you prefer it: see what the bait is to be".into()
    ),
    rule!("unlike_usual_weight", |p| p.crossed, |p| format!(
        "The needs cross here; anglers on the {} mostly tie {} to {} oz",
        p.rig.code,
        plain(p.rig.usual_oz.0, 3),
        plain(p.rig.usual_oz.1, 3)
    )
    .into()),
];

fn outside_rig(p: &Picture<'_>) -> bool {
    let (bait, limits) = (&p.request.bait, &p.rig.bait);
    let form = p.rig.fits.form.get(&bait.form).copied().unwrap_or(-1.0);
    form < 0.0 || !(limits.least_mm..=limits.most_mm).contains(&bait.length_mm)
}

fn count_down(p: &Picture<'_>) -> Text {
    let seconds = (p.time_s * (1.0 - STAY_ABOVE_M / p.conditions.depth_m)).max(1.0);
    let why = if p.request.fish_at == FishAt::Bottom {
        "the film on the bottom fouls it"
    } else {
        "fish look up"
    };
    format!(
        "Count to {} and begin: that is {} over the bottom, and {why}",
        plain(seconds, 0),
        p.distance(STAY_ABOVE_M)
    )
    .into()
}

/// What could hurt somebody, or break a law; the urgent ones first.
pub const CAUTIONS: &[Rule] = &[
    rule!("toothy_fish_leader", |p| p.request.toothy_fish, |_| {
        "Fish with teeth: 20 to 30 lb fluorocarbon at least, a wire trace where you do not know the water".into()
    }),
    rule!(
        "rod_overloaded",
        |p| p
            .request
            .tackle
            .rod_max_g
            .is_some_and(|most| p.total_g > most),
        |p| format!(
            "Head, hook and bait weigh {} g, the rod is rated to {} g",
            plain(p.total_g, 1),
            plain(p.request.tackle.rod_max_g.unwrap_or_default(), 1)
        )
        .into()
    ),
    rule!("ice", |p| p.conditions.temp_c <= ICE_C, |_| {
        "Trust no ice you have not tested, and never alone".into()
    }),
    rule!("cold_water", cold, |_| {
        "Cold water disables in minutes: wear a life jacket in a boat".into()
    }),
    rule!(
        "wading_current",
        |p| p.conditions.current_mps >= WADING_MPS,
        |_| "This current carries a wader off: staff, belt, and a way out downstream".into()
    ),
    rule!(
        "rough_water",
        |p| p.conditions.wind_mps >= ROUGH_MPS,
        |_| "Wind for waves: life jackets on, and a lee in reach before it grows".into()
    ),
    rule!(
        "deep_fish_pressure",
        |p| p.conditions.depth_m >= PRESSURE_DEPTH_M,
        |p| format!(
            "Fish from below {} suffer from the pressure: bring few up, and slowly",
            p.distance(PRESSURE_DEPTH_M)
        )
        .into()
    ),
    rule!(
        "warm_water_release",
        |p| {
            let warm = if p.request.species == Species::Trout {
                WARM_RELEASE_TROUT_C
            } else {
                WARM_RELEASE_C
            };
            p.conditions.temp_c >= warm
        },
        |_| "Warm water kills released fish: fight short, keep them in the water".into()
    ),
    rule!(
        "lead_rules",
        |p| p.conditions.material == Material::Lead,
        |_| "Small lead may be banned here: check. Wash your hands, never bite it".into()
    ),
    rule!("hook_handling", |_| true, |_| {
        "Eye protection, look behind you, pliers for the hook; a deep one is for a doctor".into()
    }),
    rule!(
        "lightning_power_lines",
        |p| matches!(p.request.season, Season::PostSpawn | Season::Summer),
        |_| "Thunder: put the rod down and leave. Keep clear of power lines".into()
    ),
    rule!(
        "check_line_on_shell",
        |p| p.request.water.bottom == Bottom::Shell,
        |_| "Shells cut line: run the last metre through your fingers often, and retie".into()
    ),
    rule!(
        "posts_and_ropes",
        |p| p.request.water.cover == Cover::Docks,
        |_| "Docks: keep off moored boats and ropes; private ones are private".into()
    ),
    rule!("local_rules", |_| true, |_| {
        "Season, size, licence and night rules: local law decides, not this page".into()
    }),
    rule!("clean_drain_dry", |_| true, |_| {
        "Clean, drain and dry between waters; take old plastic home".into()
    }),
];

/// Where schools part by a rung or more, the answer names the other side.
#[must_use]
pub fn disputed_weight(followed: School, schools: &[SchoolAnswer], tied_on: &str) -> Option<Coded> {
    let differ: Vec<_> = schools
        .iter()
        .filter(|s| s.school != followed && s.label != tied_on)
        .map(|s| format!("the {} school ties on {}", s.school, s.label))
        .collect();
    (!differ.is_empty()).then(|| {
        coded(
            "disputed_weight",
            format!("Good anglers part here: {}", differ.join(", ")),
        )
    })
}
