//! What else to turn to: other rigs, what lies outside the nine, other baits.

use crate::answer::{Switch, Text};
use crate::codes::{
    BaitForm, Bottom, Clarity, Cover, FishAt, Forage, Mood, Plastic, Pressure, Species,
};
use crate::pick::Picture;
use crate::pick::reasons::switch;
use crate::rigs::Practice;

/// A rule for turning to something else.
pub struct Turn {
    /// What to.
    pub to: &'static str,
    /// When it holds.
    pub holds: fn(&Picture<'_>) -> bool,
    /// When an angler turns to it.
    pub when: &'static str,
}

macro_rules! turn {
    ($to:literal, $holds:expr, $when:literal) => {
        Turn {
            to: $to,
            holds: $holds,
            when: $when,
        }
    };
}

/// Under this depth unweighted plastic is worth a thought, m.
const VERY_SHALLOW_M: f64 = 1.0;

fn bottom(p: &Picture<'_>, any: &[Bottom]) -> bool {
    any.contains(&p.request.water.bottom)
}
fn cover(p: &Picture<'_>, any: &[Cover]) -> bool {
    any.contains(&p.request.water.cover)
}
fn forage(p: &Picture<'_>, any: &[Forage]) -> bool {
    p.request.forage.is_some_and(|f| any.contains(&f))
}
fn off_bottom(p: &Picture<'_>) -> bool {
    p.request.fish_at != FishAt::Bottom
}
fn short_bait(p: &Picture<'_>) -> bool {
    p.request.bait.length_mm < 100.0
}
fn form(p: &Picture<'_>, any: &[BaitForm]) -> bool {
    any.contains(&p.request.bait.form)
}

const WORMS: &[BaitForm] = &[BaitForm::Worm, BaitForm::RibbonWorm, BaitForm::Stick];
const STONES: &[Bottom] = &[Bottom::Boulder, Bottom::ChunkRock, Bottom::Bedrock];
const HARD: &[Bottom] = &[
    Bottom::Bedrock,
    Bottom::ChunkRock,
    Bottom::Gravel,
    Bottom::Shell,
    Bottom::Clay,
];
const SOFT: &[Bottom] = &[Bottom::Mud, Bottom::Silt];

/// Every turn, in the order in which it is said. A rig is not told to turn to itself.
pub const TURNS: &[Turn] = &[
    turn!(
        "drop_shot",
        |p| bottom(p, &[Bottom::AlgaeFilm]) || (bottom(p, SOFT) && p.crossed),
        "if weed or filth lies deeper than a hand on the bottom"
    ),
    turn!(
        "drop_shot",
        |p| cover(
            p,
            &[Cover::DyingGrass, Cover::HealthyGrass, Cover::SparseGrass]
        ),
        "if it fouls at every cast: hold the bait over the weed"
    ),
    turn!(
        "drop_shot",
        |p| p.request.mood == Mood::Inactive || p.request.pressure == Pressure::High,
        "if fish look and will not follow: hold it still in front of them"
    ),
    turn!(
        "drop_shot",
        |p| bottom(p, SOFT),
        "if the head sinks into the bottom and the bait with it"
    ),
    turn!(
        "linked_ball_offset",
        |p| cover(
            p,
            &[Cover::Wood, Cover::Brush, Cover::Docks, Cover::DyingGrass]
        ),
        "if it hangs in cover even with the point hidden"
    ),
    turn!(
        "linked_ball_offset",
        |p| matches!(p.request.species, Species::Zander | Species::Perch) && p.snags >= 0.3,
        "if heads are lost: a jointed ball with an offset hook comes free"
    ),
    turn!(
        "weightless_worm",
        |p| p.conditions.depth_m < VERY_SHALLOW_M,
        "if even the lightest head comes down too hard in so little water"
    ),
    turn!(
        "weightless_worm",
        |p| cover(p, &[Cover::HealthyGrass, Cover::DyingGrass]) && form(p, WORMS),
        "over the top of the weed, where any head digs in"
    ),
    turn!(
        "jig_worm",
        |p| cover(p, &[Cover::HealthyGrass]),
        "in crisp grass: a flat head that snaps free"
    ),
    turn!(
        "hover",
        |p| p.request.fish_at == FishAt::Suspended,
        "if fish hang off the bottom and will not come down"
    ),
    turn!(
        "hover",
        |p| p.request.fish_at == FishAt::JustAbove && p.request.mood != Mood::Active,
        "if fish rise to it and turn away"
    ),
    turn!(
        "mid_stroll",
        |p| p.request.fish_at == FishAt::Suspended
            || (off_bottom(p) && p.request.mood == Mood::Active),
        "if they follow small fish in the open"
    ),
    turn!(
        "swimbait",
        |p| forage(p, &[Forage::SmallFish]) || p.request.mood == Mood::Active,
        "if they chase small fish"
    ),
    turn!(
        "swimbait",
        |p| bottom(p, &[Bottom::AlgaeFilm]),
        "swum a hand over the film"
    ),
    turn!(
        "tube",
        |p| forage(p, &[Forage::Crayfish, Forage::Goby]),
        "if they root among stones for crayfish or gobies"
    ),
    turn!(
        "swing_head",
        |p| bottom(p, HARD) && p.request.mood == Mood::Active,
        "if they are on the feed over hard bottom: cover it winding slowly"
    ),
    turn!(
        "ned",
        |p| p.request.mood == Mood::Inactive || p.request.pressure == Pressure::High,
        "for a smaller, quieter second pass"
    ),
    turn!(
        "shaky_head",
        |p| short_bait(p) && bottom(p, HARD),
        "for a longer worm and a bigger mouth on the same bottom"
    ),
    turn!(
        "shaky_head",
        |p| cover(p, &[Cover::Wood, Cover::Docks]),
        "in wood and under docks: its point is hidden"
    ),
    turn!(
        "grub",
        |p| matches!(
            p.request.species,
            Species::Perch | Species::Trout | Species::Crappie | Species::Zander
        ),
        "plain and cheap, where fish are many or heads are lost"
    ),
    turn!(
        "wacky",
        |p| !off_bottom(p) || form(p, WORMS),
        "if all bites come on the fall"
    ),
];

/// What to turn to, each once, with the rig's own turns first.
#[must_use]
pub fn switches(practice: &dyn Practice, p: &Picture<'_>) -> Vec<Switch> {
    let own = p.rig.code.code();
    let mut all = practice.switches(p);
    for turn in TURNS.iter().filter(|t| t.to != own && (t.holds)(p)) {
        if all.iter().all(|s: &Switch| s.to != turn.to) {
            all.push(switch(turn.to, turn.when));
        }
    }
    all
}

/// A rule for another bait.
pub struct BaitTurn {
    /// The form to turn to.
    pub to: BaitForm,
    /// When it holds.
    pub holds: fn(&Picture<'_>) -> bool,
    /// When an angler turns to it.
    pub when: &'static str,
}

macro_rules! bait {
    ($to:ident, $holds:expr, $when:literal) => {
        BaitTurn {
            to: BaitForm::$to,
            holds: $holds,
            when: $when,
        }
    };
}

/// Every turn to another bait.
pub const BAIT_TURNS: &[BaitTurn] = &[
    bait!(
        Worm,
        |p| bottom(p, SOFT),
        "on soft bottom: a worm sticks up out of the sediment"
    ),
    bait!(
        Worm,
        |p| forage(p, &[Forage::Insects]),
        "where they take leeches and larvae: thin and plain"
    ),
    bait!(
        Craw,
        |p| bottom(p, STONES) || forage(p, &[Forage::Crayfish]),
        "on stone where crayfish live"
    ),
    bait!(
        Tube,
        |p| forage(p, &[Forage::Goby])
            || (bottom(p, STONES) && p.request.species == Species::Smallmouth),
        "where gobies or crayfish live among stones"
    ),
    bait!(
        SkirtedGrub,
        |p| bottom(p, &[Bottom::Sand, Bottom::Gravel]) && forage(p, &[Forage::Goby]),
        "dragged over sand where gobies live"
    ),
    bait!(
        PaddleTail,
        |p| forage(p, &[Forage::SmallFish]),
        "where they eat small fish"
    ),
    bait!(
        Minnow,
        |p| off_bottom(p) && p.request.water.clarity != Clarity::Muddy,
        "for fish off the bottom: slim and level"
    ),
    bait!(
        Creature,
        |p| p.request.water.clarity == Clarity::Muddy,
        "in muddy water: more to feel and to see"
    ),
    bait!(
        Stick,
        |p| p.request.mood == Mood::Inactive || p.request.pressure == Pressure::High,
        "for fish that have seen much: plain and still"
    ),
    bait!(
        Grub,
        |p| matches!(
            p.request.species,
            Species::Perch | Species::Crappie | Species::Trout
        ),
        "small and lively for small mouths"
    ),
];

/// Which other bait, each once. Only forms that the rig takes, and first the
/// rig's own where the bait is none of it.
#[must_use]
pub fn baits(p: &Picture<'_>) -> Vec<Switch> {
    let (bait, rig) = (&p.request.bait, p.rig);
    let suits = |f: BaitForm| rig.fits.form.get(&f).copied().unwrap_or(-1.0);
    let mut all: Vec<Switch> = Vec::new();
    let mut offer = |to: BaitForm, when: Text| {
        if bait.form != to && all.iter().all(|s| s.to != to.code()) {
            all.push(switch(to.code(), when));
        }
    };
    if suits(bait.form) < 0.0 {
        let text = format!("a {} is no bait for the {}", bait.form, rig.code);
        offer(rig.bait.default_form, text.into());
    }
    for turn in BAIT_TURNS.iter().filter(|t| (t.holds)(p)) {
        if suits(turn.to) >= 0.0 {
            offer(turn.to, turn.when.into());
        }
    }
    if bait.plastic != Plastic::Floating
        && rig.bait.default_plastic == Plastic::Floating
        && bottom(p, SOFT)
    {
        offer(
            BaitForm::Stick,
            "in floating plastic, which stands up out of the mud".into(),
        );
    }
    all
}
