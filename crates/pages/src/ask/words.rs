//! The words of the sentence: their names in the query, their fields in the
//! contract, what a newcomer finds there.

use yarrowfen_core::base::codes::{
    BaitForm, Bottom, Build, Clarity, ColourView, Course, Cover, EyeTurn, FishAt, Forage,
    HeadColourView, HookSetView, HookStyle, HookTemper, Keeper, Light, LineKind, LineView,
    Material, Mood, Plastic, PointView, Power, Pressure, Reel, Rig, School, Season, Shape, Species,
    SpringView, StandUpView, Tie, Toothy, WindSide, Wire,
};
use yarrowfen_core::base::limits::{self, Limit};

/// How a word of the sentence is read.
pub enum Kind {
    /// One of the contract's codes, with the words for each.
    Code(fn() -> &'static [(&'static str, &'static str)]),
    /// A number; whether it must be there.
    Number(&'static Limit, Need),
    /// The weight of a head as it is sold: `1/8 oz`, `3 g`.
    Weight,
    /// The number of a hook as it is printed: `4`, `3/0`.
    HookNumber,
    /// True or blank, with its label.
    Truth(&'static str),
}

/// Whether a number may be left blank.
#[derive(Clone, Copy, PartialEq, Eq)]
pub enum Need {
    /// It may not.
    Must,
    /// Blank means unknown, or none.
    May,
}

/// A word of the sentence: its name in the query, its field in the contract,
/// its name for a reader, and what a newcomer finds there.
pub struct Word {
    /// Name in the query string.
    pub key: &'static str,
    /// Field of the contract.
    pub field: &'static str,
    /// For a screen reader.
    pub label: &'static str,
    /// How it is read.
    pub kind: Kind,
    /// On the first page.
    pub first: &'static str,
}

macro_rules! codes {
    ($ty:ty) => {
        Kind::Code(<$ty>::words)
    };
}
macro_rules! words {
    ($(($key:literal, $field:expr, $label:literal, $kind:expr, $first:literal)),+ $(,)?) => {
        &[$(Word { key: $key, field: $field, label: $label, kind: $kind, first: $first }),+]
    };
}

/// Every word, in the order of the query string.
pub const WORDS: &[Word] = words![
    (
        "depth",
        limits::DEPTH.field,
        "Depth",
        Kind::Number(&limits::DEPTH, Need::Must),
        "3 m"
    ),
    (
        "clarity",
        "water.clarity",
        "Clarity",
        codes!(Clarity),
        "stained"
    ),
    ("bottom", "water.bottom", "Bottom", codes!(Bottom), "gravel"),
    ("cover", "water.cover", "Cover", codes!(Cover), "none"),
    ("season", "season", "Season", codes!(Season), "pre_spawn"),
    (
        "temp",
        limits::TEMPERATURE.field,
        "Water temperature",
        Kind::Number(&limits::TEMPERATURE, Need::May),
        "12 °C"
    ),
    (
        "wind",
        limits::WIND.field,
        "Wind",
        Kind::Number(&limits::WIND, Need::Must),
        "2 m/s"
    ),
    (
        "current",
        limits::CURRENT.field,
        "Current",
        Kind::Number(&limits::CURRENT, Need::May),
        ""
    ),
    ("species", "species", "Fish", codes!(Species), "smallmouth"),
    ("mood", "mood", "Mood of the fish", codes!(Mood), "neutral"),
    (
        "fish_at",
        "fish_at",
        "Where the fish hold",
        codes!(FishAt),
        "bottom"
    ),
    (
        "fish_depth",
        limits::FISH_DEPTH.field,
        "Depth of the fish",
        Kind::Number(&limits::FISH_DEPTH, Need::May),
        ""
    ),
    (
        "length",
        limits::BAIT_LENGTH.field,
        "Bait length",
        Kind::Number(&limits::BAIT_LENGTH, Need::Must),
        "70 mm"
    ),
    (
        "plastic",
        "bait.plastic",
        "Plastic",
        codes!(Plastic),
        "floating"
    ),
    ("form", "bait.form", "Bait form", codes!(BaitForm), "stick"),
    ("rig", "rig", "Rig", codes!(Rig), ""),
    ("course", "course", "How it is brought", codes!(Course), ""),
    ("shape", "shape", "Shape of the head", codes!(Shape), ""),
    (
        "school",
        "school",
        "What it is fished for",
        codes!(School),
        ""
    ),
    (
        "cast",
        limits::CAST.field,
        "Cast",
        Kind::Number(&limits::CAST, Need::Must),
        "20 m"
    ),
    (
        "drift",
        limits::DRIFT.field,
        "Drift of the boat",
        Kind::Number(&limits::DRIFT, Need::May),
        ""
    ),
    (
        "wind_side",
        "water.wind_side",
        "Where the wind comes from",
        codes!(WindSide),
        ""
    ),
    (
        "slips",
        "water.slips",
        "What moves the boat",
        Kind::Truth("slipping with the current"),
        ""
    ),
    (
        "trail",
        limits::TRAIL.field,
        "Line behind the boat",
        Kind::Number(&limits::TRAIL, Need::May),
        ""
    ),
    (
        "retrieve",
        limits::RETRIEVE.field,
        "Retrieve speed",
        Kind::Number(&limits::RETRIEVE, Need::May),
        ""
    ),
    (
        "lift_fall",
        limits::LIFT_FALL.field,
        "Seconds that a lift shall fall",
        Kind::Number(&limits::LIFT_FALL, Need::May),
        ""
    ),
    (
        "body",
        limits::BAIT_BODY.field,
        "Thickest depth of the bait",
        Kind::Number(&limits::BAIT_BODY, Need::May),
        ""
    ),
    (
        "build",
        "bait.build",
        "Build of the bait",
        codes!(Build),
        ""
    ),
    (
        "mass",
        limits::BAIT_MASS.field,
        "Weight of the bait in g",
        Kind::Number(&limits::BAIT_MASS, Need::May),
        ""
    ),
    ("light", "water.light", "Light", codes!(Light), ""),
    ("forage", "forage", "What the fish eat", codes!(Forage), ""),
    (
        "pressure",
        "pressure",
        "Fishing pressure",
        codes!(Pressure),
        ""
    ),
    (
        "toothy",
        "toothy_fish",
        "Toothy fish about",
        codes!(Toothy),
        ""
    ),
    (
        "stand",
        limits::STAND.field,
        "Height of the stand",
        Kind::Number(&limits::STAND, Need::May),
        ""
    ),
    (
        "turn",
        limits::REEL_TURN.field,
        "Line a turn of the handle",
        Kind::Number(&limits::REEL_TURN, Need::May),
        ""
    ),
    (
        "line_kind",
        "tackle.line_kind",
        "Main line",
        codes!(LineKind),
        ""
    ),
    (
        "line_mm",
        limits::LINE_MM.field,
        "Line diameter in mm",
        Kind::Number(&limits::LINE_MM, Need::May),
        ""
    ),
    (
        "line_lb",
        limits::LINE_LB.field,
        "Line test in lb",
        Kind::Number(&limits::LINE_LB, Need::May),
        ""
    ),
    (
        "leader_lb",
        limits::LEADER_LB.field,
        "Leader test in lb",
        Kind::Number(&limits::LEADER_LB, Need::May),
        ""
    ),
    (
        "rod_min",
        limits::ROD_MIN.field,
        "Rod, least casting weight in g",
        Kind::Number(&limits::ROD_MIN, Need::May),
        ""
    ),
    (
        "rod_max",
        limits::ROD_MAX.field,
        "Rod, most casting weight in g",
        Kind::Number(&limits::ROD_MAX, Need::May),
        ""
    ),
    (
        "power",
        "tackle.rod_power",
        "Power of the rod",
        codes!(Power),
        ""
    ),
    (
        "rod_length",
        limits::ROD_LENGTH.field,
        "Length of the rod",
        Kind::Number(&limits::ROD_LENGTH, Need::May),
        ""
    ),
    ("reel", "tackle.reel", "Kind of reel", codes!(Reel), ""),
    (
        "material",
        "tackle.material",
        "Head material",
        codes!(Material),
        ""
    ),
    (
        "stand_up",
        "views.stand_up",
        "A flat-footed head",
        codes!(StandUpView),
        ""
    ),
    (
        "spring",
        "views.spring",
        "Screw keepers",
        codes!(SpringView),
        ""
    ),
    (
        "temper",
        "views.hook_temper",
        "The hook",
        codes!(HookTemper),
        ""
    ),
    (
        "main_line",
        "views.main_line",
        "Main line and leader",
        codes!(LineView),
        ""
    ),
    (
        "hook_set",
        "views.hook_set",
        "Setting the hook",
        codes!(HookSetView),
        ""
    ),
    (
        "colour",
        "views.colour",
        "Colour of the bait",
        codes!(ColourView),
        ""
    ),
    (
        "head_colour",
        "views.head_colour",
        "Colour of the head",
        codes!(HeadColourView),
        ""
    ),
    ("point", "views.point", "The point", codes!(PointView), ""),
    (
        "head_weight",
        limits::HEAD_G.field,
        "Weight of the head in hand",
        Kind::Weight,
        ""
    ),
    ("head_shape", "head.shape", "Its shape", codes!(Shape), ""),
    (
        "head_material",
        "head.material",
        "Its material",
        codes!(Material),
        ""
    ),
    (
        "head_tie",
        "head.tie",
        "Where its line is tied",
        codes!(Tie),
        ""
    ),
    (
        "head_eye",
        "head.eye",
        "How its eye is turned",
        codes!(EyeTurn),
        ""
    ),
    (
        "head_post",
        limits::HEAD_POST.field,
        "Height of its eye over the shank",
        Kind::Number(&limits::HEAD_POST, Need::May),
        ""
    ),
    (
        "head_keeper",
        "head.keeper",
        "Its keeper",
        codes!(Keeper),
        ""
    ),
    (
        "head_hook",
        "head.hook.size",
        "Number of its hook",
        Kind::HookNumber,
        ""
    ),
    (
        "head_style",
        "head.hook.style",
        "Cut of its hook",
        codes!(HookStyle),
        ""
    ),
    (
        "head_gap",
        limits::HEAD_GAP.field,
        "Gap of its hook",
        Kind::Number(&limits::HEAD_GAP, Need::May),
        ""
    ),
    (
        "head_length",
        limits::HEAD_HOOK_LENGTH.field,
        "Length of its hook",
        Kind::Number(&limits::HEAD_HOOK_LENGTH, Need::May),
        ""
    ),
    (
        "head_wire",
        "head.hook.wire",
        "Wire of its hook",
        codes!(Wire),
        ""
    ),
];

/// Whether a word is a side in one of the trade's disputes.
#[must_use]
pub fn is_view(word: &Word) -> bool {
    word.field.starts_with("views.")
}

/// The upper end of a word that may be a range: `2–5 m`.
#[must_use]
pub fn upper_end(word: &Word) -> Option<&'static Limit> {
    match word.key {
        "depth" => Some(&limits::DEPTH_MAX),
        "wind" => Some(&limits::WIND_MAX),
        _ => None,
    }
}

/// The place of a word in [`WORDS`].
#[must_use]
pub fn place(key: &str) -> Option<usize> {
    WORDS.iter().position(|w| w.key == key)
}
