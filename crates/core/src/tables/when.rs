//! When a rule holds: closed conditions, read from `data/rules/*.toml` and the
//! rigs' tables.
//!
//! A condition names a fact and what it must be: a list of codes
//! (`cover = ["wood", "brush"]`), a bound (`temp_c = { under = "cold_c" }`, with
//! a number or a name out of `data/limits.toml`), or true and false. All of a
//! table must hold; `any = [{ … }, { … }]` holds where one of them does. A fact
//! or code that the program does not know fails [`Tables::load`].
//!
//! [`Tables::load`]: super::Tables::load

use std::collections::BTreeMap;

use enum_map::Enum;
use serde_json::{Map, Value};

use crate::base::Loose;
use crate::base::codes::{
    BaitForm, Bottom, Clarity, Code, ColourView, Course, Cover, FishAt, Forage, HeadColourView,
    HookSetView, HookTemper, Keeper, Light, LineKind, LineView, Material, Mood, Plastic, Point,
    PointView, Pressure, Rig, School, Season, Shape, Species, SpringView, StandUpView, Toothy,
    Wire,
};

/// Facts that are one of a list of codes.
macro_rules! code_facts {
    ($($variant:ident = $name:literal : $ty:ty),+ $(,)?) => {
        /// A fact that is one of a list of codes, or not known.
        #[derive(Debug, Clone, Copy, PartialEq, Eq, Enum)]
        pub enum CodeFact { $(#[doc = concat!("`", $name, "`")] $variant),+ }
        impl CodeFact {
            /// The fact with this name.
            #[must_use]
            pub fn named(name: &str) -> Option<Self> {
                match name { $($name => Some(Self::$variant),)+ _ => None }
            }
            /// Its name in a condition.
            #[must_use]
            pub fn name(self) -> &'static str {
                match self { $(Self::$variant => $name),+ }
            }
            /// The place of a code in the fact's list.
            #[must_use]
            pub fn place(self, code: &str) -> Option<usize> {
                match self { $(Self::$variant => <$ty as Code>::from_code(code).map(Code::place)),+ }
            }
            /// The code at a place of the fact's list.
            #[must_use]
            pub fn code_at(self, place: usize) -> Option<&'static str> {
                match self { $(Self::$variant => <$ty as Code>::CODES.get(place).copied()),+ }
            }
        }
    };
}

code_facts! {
    Rig = "rig": Rig,
    Form = "form": BaitForm,
    Plastic = "plastic": Plastic,
    RigPlastic = "rig_plastic": Plastic,
    Bottom = "bottom": Bottom,
    Cover = "cover": Cover,
    Clarity = "clarity": Clarity,
    Light = "light": Light,
    Season = "season": Season,
    Species = "species": Species,
    FishAt = "fish_at": FishAt,
    Forage = "forage": Forage,
    Mood = "mood": Mood,
    Pressure = "pressure": Pressure,
    Material = "material": Material,
    LineKind = "line_kind": LineKind,
    School = "school": School,
    Course = "course": Course,
    Toothy = "toothy_fish": Toothy,
    Shape = "shape": Shape,
    Keeper = "keeper": Keeper,
    Wire = "wire": Wire,
    Point = "point": Point,
    StandUp = "stand_up": StandUpView,
    Spring = "spring": SpringView,
    HookTemper = "hook_temper": HookTemper,
    MainLine = "main_line": LineView,
    HookSet = "hook_set": HookSetView,
    Colour = "colour": ColourView,
    HeadColour = "head_colour": HeadColourView,
    PointView = "point_view": PointView,
}

macro_rules! facts {
    ($(#[$doc:meta])* $ty:ident { $($(#[$fdoc:meta])* $variant:ident = $name:literal),+ $(,)? }) => {
        $(#[$doc])*
        #[derive(Debug, Clone, Copy, PartialEq, Eq, Enum)]
        pub enum $ty { $($(#[$fdoc])* $variant),+ }
        impl $ty {
            /// The fact with this name.
            #[must_use]
            pub fn named(name: &str) -> Option<Self> {
                match name { $($name => Some(Self::$variant),)+ _ => None }
            }
            /// Its name in a condition.
            #[must_use]
            pub fn name(self) -> &'static str {
                match self { $(Self::$variant => $name),+ }
            }
        }
    };
}

facts! {
    /// A fact that is a number, in the unit of its name.
    NumberFact {
        /// Depth computed at, m.
        Depth = "depth_m",
        /// Water temperature, °C, assumed where it was not given.
        Temperature = "temp_c",
        /// Current at the surface, m/s.
        Current = "current_mps",
        /// Wind, m/s.
        Wind = "wind_mps",
        /// Share of the wind that blows across the line, 0..1.
        WindShare = "wind_share",
        /// Drift, m/s.
        Drift = "drift_mps",
        /// Speed of the retrieve, m/s.
        Retrieve = "retrieve_mps",
        /// Cast, m.
        Cast = "cast_m",
        /// Diameter of the line computed with, mm.
        Line = "line_mm",
        /// Length of the bait, mm.
        Length = "length_mm",
        /// How readily the place takes tackle, 0..1: the worse of bottom and cover.
        Snags = "snags",
        /// How readily the bottom alone does, 0..1.
        BottomSnags = "bottom_snags",
    }
}

facts! {
    /// A fact that is true or false.
    Flag {
        /// A temperature was given.
        TemperatureGiven = "temp_given",
        /// How long a lift of the retrieve falls is known.
        LiftFalls = "lift_falls",
        /// What is swum or shaken keeps its depth.
        KeepsDepth = "keeps_depth",
        /// The rung above the one tied on still lies in the window.
        HeavierInWindow = "heavier_in_window",
        /// The rung below it does.
        LighterInWindow = "lighter_in_window",
        /// Where the fish are was said.
        FishAtGiven = "fish_at_given",
        /// A slimmer bait of this length takes a hook.
        SlimmerHooked = "slimmer_hooked",
        /// The light was said.
        LightGiven = "light_given",
        /// No weight does everything.
        Crossed = "crossed",
        /// The form of the bait is none that this rig takes.
        ForeignForm = "foreign_form",
        /// Form or length of the bait is not usual on this rig.
        UnusualBait = "unusual_bait",
        /// Head, hook and bait weigh more than the angler's rod is rated for.
        RodOverloaded = "rod_overloaded",
        /// They weigh more than anybody loads that rod with.
        TooHeavyForRod = "too_heavy_for_rod",
        /// The rig floats: it never gets down.
        Floats = "floats",
        /// The rig is skipped under docks.
        Skips = "skips",
        /// The rig always has its line tied at one place.
        OwnTie = "own_tie",
        /// It is brought off the bottom, and touches nothing.
        OffBottom = "off_bottom",
        /// There are stones on the bottom.
        Stones = "stones",
        /// How thick the bait is for its form was said.
        BuildGiven = "build_given",
        /// What a turn of the handle takes up was said, or the reel's ratio.
        ReelGiven = "reel_given",
        /// Something on the head holds the bait.
        HasKeeper = "has_keeper",
        /// The eye of a head tied on top stands so high before the point that it blocks it.
        PostBlocks = "post_blocks",
        /// The rig is to be felt on the bottom.
        Felt = "felt",
        /// The bait is shorter than a long one for this rig.
        CouldBeLonger = "could_be_longer",
        /// The rig cannot be fished there, whatever else speaks for it.
        Excluded = "excluded",
        /// The hook lies in the bait within every bound, with its point free.
        HookFits = "hook_fits",
        /// Nobody measured the thickness of the bait, and the hook turns on it.
        HookTurnsOnDepth = "hook_turns_on_depth",
        /// The bait is longer than a short one for this rig.
        CouldBeShorter = "could_be_shorter",
    }
}

/// A bound on a number.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Bound {
    over: Option<f64>,
    from: Option<f64>,
    to: Option<f64>,
    under: Option<f64>,
}

impl Bound {
    /// Whether a value lies within: `over` and `under` leave the end out, `from`
    /// and `to` take it in.
    #[must_use]
    pub fn holds(&self, value: f64) -> bool {
        self.over.is_none_or(|b| value > b)
            && self.from.is_none_or(|b| value >= b)
            && self.to.is_none_or(|b| value <= b)
            && self.under.is_none_or(|b| value < b)
    }

    /// The values at which it turns.
    pub fn ends(&self) -> impl Iterator<Item = f64> {
        [self.over, self.from, self.to, self.under]
            .into_iter()
            .flatten()
    }
}

/// One condition.
#[derive(Debug, Clone, PartialEq)]
pub enum Test {
    /// The code is one of these: a bit for each place of the list.
    Code(CodeFact, u64),
    /// Whether the code is known at all.
    Known(CodeFact, bool),
    /// The number lies within.
    Number(NumberFact, Bound),
    /// True, or false.
    Flag(Flag, bool),
    /// One of these holds.
    Any(Vec<When>),
}

/// All of these hold; none at all always holds.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct When {
    /// The conditions.
    pub all: Vec<Test>,
}

/// Numbers with a name, which several rules share: `data/limits.toml`.
pub type Named = BTreeMap<String, f64>;

impl When {
    /// Reads a table of conditions.
    ///
    /// # Errors
    /// What is not known in it, in words.
    pub fn read(table: &Loose, named: &Named) -> Result<Self, String> {
        match &table.0 {
            Value::Null => Ok(Self::default()),
            Value::Object(table) => Self::of(table, named),
            _ => Err("conditions stand in a table".into()),
        }
    }

    fn of(table: &Map<String, Value>, named: &Named) -> Result<Self, String> {
        let one = |(key, value): (&String, &Value)| test(key, value, named);
        Ok(Self {
            all: table.iter().map(one).collect::<Result<_, _>>()?,
        })
    }

    /// Whether it asks for nothing.
    #[must_use]
    pub fn is_always(&self) -> bool {
        self.all.is_empty()
    }
}

fn test(key: &str, value: &Value, named: &Named) -> Result<Test, String> {
    if key == "any" {
        let all = value.as_array().ok_or("any must be a list of tables")?;
        let one = |v: &Value| {
            let table = v.as_object().ok_or("any must be a list of tables")?;
            When::of(table, named)
        };
        return Ok(Test::Any(all.iter().map(one).collect::<Result<_, _>>()?));
    }
    if let Some(fact) = CodeFact::named(key) {
        return match value {
            Value::Bool(known) => Ok(Test::Known(fact, *known)),
            Value::Array(codes) => codes_of(fact, codes).map(|set| Test::Code(fact, set)),
            _ => Err(format!("{key} must be a list of codes, true or false")),
        };
    }
    if let Some(fact) = NumberFact::named(key) {
        return bound(value, named).map(|b| Test::Number(fact, b));
    }
    match (Flag::named(key), value) {
        (Some(flag), Value::Bool(is)) => Ok(Test::Flag(flag, *is)),
        (Some(_), _) => Err(format!("{key} must be true or false")),
        (None, _) => Err(format!("there is no fact {key}")),
    }
}

fn codes_of(fact: CodeFact, codes: &[Value]) -> Result<u64, String> {
    let mut set = 0;
    for code in codes {
        let code = code.as_str().unwrap_or_default();
        let place = fact
            .place(code)
            .ok_or_else(|| format!("{} knows no code “{code}”", fact.name()))?;
        set |= 1 << place;
    }
    Ok(set)
}

fn bound(value: &Value, named: &Named) -> Result<Bound, String> {
    let table = value.as_object().ok_or("a bound is a table")?;
    let mut bound = Bound::default();
    for (key, value) in table {
        let end = match key.as_str() {
            "over" => &mut bound.over,
            "from" => &mut bound.from,
            "to" => &mut bound.to,
            "under" => &mut bound.under,
            _ => return Err(format!("a bound has no {key}")),
        };
        *end = Some(number(value, named)?);
    }
    Ok(bound)
}

/// A number, or the name of one.
///
/// # Errors
/// When it is neither.
pub(super) fn number(value: &Value, named: &Named) -> Result<f64, String> {
    match value {
        Value::Number(n) => n.as_f64().ok_or_else(|| "a number is too large".into()),
        Value::String(name) => named
            .get(name)
            .copied()
            .ok_or_else(|| format!("limits.toml names no {name}")),
        _ => Err("a number, or the name of one, is needed".into()),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::base::read_table;

    fn read(text: &str) -> Result<When, String> {
        let named = Named::from([("cold_c".to_owned(), 10.0)]);
        let table: Loose = read_table(text).map_err(|e| e.to_string())?;
        When::read(&table, &named)
    }

    #[test]
    fn conditions_are_read_and_what_is_unknown_is_named() {
        let when =
            read("cover = [\"wood\"]\ntemp_c = { under = \"cold_c\" }\ncrossed = true").unwrap();
        assert_eq!(when.all.len(), 3);
        for (bad, said) in [
            ("weather = [\"rain\"]", "no fact weather"),
            ("cover = [\"reeds\"]", "no code “reeds”"),
            ("temp_c = { under = \"warm_c\" }", "names no warm_c"),
            ("temp_c = { below = 3 }", "no below"),
            ("crossed = 3", "true or false"),
        ] {
            assert!(read(bad).unwrap_err().contains(said), "{bad}");
        }
    }

    #[test]
    fn a_bound_takes_its_ends_in_or_leaves_them_out() {
        let bound = |text: &str| match read(text).unwrap().all.remove(0) {
            Test::Number(_, bound) => bound,
            other => panic!("{other:?}"),
        };
        let under = bound("temp_c = { under = 10 }");
        assert!(under.holds(9.99) && !under.holds(10.0));
        let to = bound("temp_c = { from = 3, to = 10 }");
        assert!(to.holds(10.0) && to.holds(3.0) && !to.holds(10.01) && !to.holds(2.99));
        let over = bound("temp_c = { over = 10 }");
        assert!(over.holds(10.01) && !over.holds(10.0));
    }
}
