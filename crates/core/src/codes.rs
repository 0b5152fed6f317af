//! The words of the contract: every code that a request may carry or an
//! answer may give, each once, with the words a reader sees.

/// A value that is one of a list of codes.
pub trait Code: Copy + PartialEq + 'static {
    /// Code and words of every value.
    const WORDS: &'static [(&'static str, &'static str)];
    /// The code.
    fn code(self) -> &'static str;
    /// The words.
    fn label(self) -> &'static str;
    /// The value with this code.
    fn from_code(code: &str) -> Option<Self>;
}

/// An enumeration of codes with their labels, readable and writable by code.
macro_rules! codes {
    ($(#[$doc:meta])* $name:ident { $($variant:ident = $code:literal / $label:literal),+ $(,)? }) => {
        $(#[$doc])*
        #[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, PartialOrd, Ord, serde::Serialize, serde::Deserialize)]
        pub enum $name { $(
            #[doc = $label]
            #[serde(rename = $code)]
            $variant,
        )+ }
        impl $name {
            /// Every value, in the order of the contract.
            pub const ALL: &'static [Self] = &[$(Self::$variant),+];
            /// Code and words of every value, in the order of the contract.
            pub const WORDS: &'static [(&'static str, &'static str)] = &[$(($code, $label)),+];
            /// The code that stands in requests, answers and tables.
            #[must_use]
            pub const fn code(self) -> &'static str {
                match self { $(Self::$variant => $code),+ }
            }
            /// The plain words a reader sees.
            #[must_use]
            pub const fn label(self) -> &'static str {
                match self { $(Self::$variant => $label),+ }
            }
            /// The value with this code, if there is one.
            #[must_use]
            pub fn from_code(code: &str) -> Option<Self> {
                match code { $($code => Some(Self::$variant),)+ _ => None }
            }
        }
        impl $crate::codes::Code for $name {
            const WORDS: &'static [(&'static str, &'static str)] = Self::WORDS;
            fn code(self) -> &'static str {
                Self::code(self)
            }
            fn label(self) -> &'static str {
                Self::label(self)
            }
            fn from_code(code: &str) -> Option<Self> {
                Self::from_code(code)
            }
        }
        impl std::fmt::Display for $name {
            fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
                f.write_str(self.label())
            }
        }
    };
}
pub(crate) use codes;

codes! {
    /// The nine rigs that are chosen for.
    Rig {
        ShakyHead = "shaky_head" / "shaky head",
        Ned = "ned" / "Ned",
        SwingHead = "swing_head" / "swing head",
        Tube = "tube" / "tube",
        Swimbait = "swimbait" / "swimbait",
        JigWorm = "jig_worm" / "jig worm",
        Hover = "hover" / "hover",
        MidStroll = "mid_stroll" / "mid-stroll",
        Grub = "grub" / "plain jig",
    }
}
codes! {
    /// The outline of a soft bait.
    BaitForm {
        Worm = "worm" / "worm",
        RibbonWorm = "ribbon_worm" / "ribbon worm",
        Stick = "stick" / "stick",
        Minnow = "minnow" / "minnow",
        PaddleTail = "paddle_tail" / "paddle tail",
        SplitTail = "split_tail" / "split tail",
        Grub = "grub" / "grub",
        SkirtedGrub = "skirted_grub" / "skirted grub",
        Tube = "tube" / "tube",
        Craw = "craw" / "craw",
        Creature = "creature" / "creature",
    }
}
codes! {
    /// What the bait is poured from.
    Plastic {
        Floating = "floating" / "floating",
        Standard = "standard" / "standard",
        Salted = "salted" / "salted",
    }
}
codes! {
    /// What lies under the water.
    Bottom {
        Bedrock = "bedrock" / "bedrock",
        Boulder = "boulder" / "boulders",
        ChunkRock = "chunk_rock" / "chunk rock",
        Gravel = "gravel" / "gravel",
        Sand = "sand" / "sand",
        Shell = "shell" / "shell",
        Clay = "clay" / "clay",
        Mud = "mud" / "mud",
        Silt = "silt" / "silt",
        AlgaeFilm = "algae_film" / "algae film",
    }
}
codes! {
    /// What stands on the bottom.
    Cover {
        None = "none" / "no cover",
        SparseGrass = "sparse_grass" / "sparse grass",
        HealthyGrass = "healthy_grass" / "healthy grass",
        DyingGrass = "dying_grass" / "dying grass",
        Wood = "wood" / "standing wood",
        Brush = "brush" / "brush",
        Docks = "docks" / "docks",
    }
}
codes! {
    /// How far one sees into the water.
    Clarity { Clear = "clear" / "clear", Stained = "stained" / "stained", Muddy = "muddy" / "muddy" }
}
codes! {
    /// Light on the water.
    Light { Low = "low" / "low", Bright = "bright" / "bright" }
}
codes! {
    /// Season by spawning phase, not by month.
    Season {
        Winter = "winter" / "winter",
        PreSpawn = "pre_spawn" / "pre-spawn",
        Spawn = "spawn" / "spawn",
        PostSpawn = "post_spawn" / "post-spawn",
        Summer = "summer" / "summer",
        Autumn = "autumn" / "autumn",
    }
}
codes! {
    /// The fish that is meant.
    Species {
        Largemouth = "largemouth" / "largemouth",
        Smallmouth = "smallmouth" / "smallmouth",
        Spotted = "spotted" / "spotted bass",
        Walleye = "walleye" / "walleye",
        Zander = "zander" / "zander",
        Perch = "perch" / "perch",
        Crappie = "crappie" / "crappie",
        Trout = "trout" / "trout",
    }
}
codes! {
    /// Where the fish hold.
    FishAt {
        Bottom = "bottom" / "on the bottom",
        JustAbove = "just_above" / "just above it",
        Suspended = "suspended" / "suspended",
    }
}
codes! {
    /// What the fish eat.
    Forage {
        Crayfish = "crayfish" / "crayfish",
        Goby = "goby" / "gobies",
        SmallFish = "small_fish" / "small fish",
        Insects = "insects" / "insects and leeches",
    }
}
codes! {
    /// How willing the fish are.
    Mood { Active = "active" / "active", Neutral = "neutral" / "neutral", Inactive = "inactive" / "inactive" }
}
codes! {
    /// How hard the water is fished.
    Pressure { Low = "low" / "lightly fished", High = "high" / "hard fished" }
}
codes! {
    /// The three ways of thinking about weight.
    School {
        HangTime = "hang_time" / "hang-time",
        BottomContact = "bottom_contact" / "bottom-contact",
        Reaction = "reaction" / "reaction",
    }
}
codes! {
    /// What the line is made of.
    LineKind { Braid = "braid" / "braid", Fluorocarbon = "fluorocarbon" / "fluorocarbon", Mono = "mono" / "mono" }
}
codes! {
    /// What the head is cast from.
    Material { Lead = "lead" / "lead", Tungsten = "tungsten" / "tungsten", Tin = "tin" / "tin", Bismuth = "bismuth" / "bismuth" }
}
codes! {
    /// Whether a flat-footed head stands a bait up.
    StandUpView { Stands = "stands" / "it stands", Topples = "topples" / "it topples" }
}
codes! {
    /// Whether a screw keeper hinders the hook-set.
    SpringView { Fine = "fine" / "a screw holds best", Hinders = "hinders" / "a screw hinders the hook-set" }
}
codes! {
    /// Whether a hook should bend free of rock or pull harder.
    HookTemper { Usual = "usual" / "as line and rod ask", Flexible = "flexible" / "bends free", Stiff = "stiff" / "stays stiff" }
}
codes! {
    /// Main line.
    LineView { BraidLeader = "braid_leader" / "braid and leader", Straight = "straight" / "straight fluorocarbon" }
}
codes! {
    /// How the hook is set.
    HookSetView { Reel = "reel" / "reel into it", Crack = "crack" / "crack the rod" }
}
codes! {
    /// How a colour is chosen.
    ColourView { ByClarity = "by_clarity" / "by clarity", Against = "against" / "against clarity" }
}
codes! {
    /// Whether the colour of a head matters.
    HeadColourView { Ignored = "ignored" / "does not matter", Matters = "matters" / "matters" }
}
codes! {
    /// Whether the point is hidden.
    PointView { AsCover = "as_cover" / "as the cover asks", Hide = "hide" / "always hidden", Free = "free" / "always free" }
}
codes! {
    /// Head shapes.
    Shape {
        Ball = "ball" / "ball",
        Mushroom = "mushroom" / "mushroom",
        Football = "football" / "football",
        Bullet = "bullet" / "bullet",
        StandUp = "stand_up" / "stand-up",
        Glider = "glider" / "glider",
        HalfMoon = "half_moon" / "half-moon",
        Pill = "pill" / "pill",
        Keel = "keel" / "keel",
        Pear = "pear" / "pear",
        Minnow = "minnow" / "minnow",
        Wedge = "wedge" / "wedge",
        TubeInsert = "tube_insert" / "tube insert",
        SwingFootball = "swing_football" / "swing football",
        NoseCone = "nose_cone" / "nose cone",
        BellyWeight = "belly_weight" / "belly weight",
        UnderSpinner = "under_spinner" / "under-spinner",
        Propeller = "propeller" / "propeller",
    }
}
codes! {
    /// Where the line is tied to the head.
    Tie { Top = "top" / "tie on top", FortyFive = "forty_five" / "tie at 45°", Nose = "nose" / "tie at the nose", Recessed = "recessed" / "recessed tie" }
}
codes! {
    /// How the eye of a head is turned.
    EyeTurn { Across = "across" / "eye across the hook", InLine = "in_line" / "eye in line with the hook" }
}
codes! {
    /// What holds the bait on the head.
    Keeper { Wire = "wire" / "thin wire keeper", Barb = "barb" / "barb keeper", Prong = "prong" / "prong keeper", Screw = "screw" / "screw keeper" }
}
codes! {
    /// The cut of a hook.
    HookStyle {
        RoundBend = "round_bend" / "round bend",
        ShortShank = "short_shank" / "short shank",
        LongShank = "long_shank" / "long shank",
        WormOffset = "worm_offset" / "worm offset",
        WideGap = "wide_gap" / "wide gap",
        BellyWeighted = "belly_weighted" / "belly-weighted",
    }
}
codes! {
    /// The gauge of a hook's wire.
    Wire { Light = "light" / "light wire", Medium = "medium" / "medium wire", Heavy = "heavy" / "heavy wire" }
}
codes! {
    /// Whether the point stands free.
    Point { Exposed = "exposed" / "point exposed", SkinHooked = "skin_hooked" / "point skin-hooked", Weedless = "weedless" / "point buried, weedless" }
}
codes! {
    /// A rod's strength.
    Power { UltraLight = "ultra_light" / "ultra-light", Light = "light" / "light", MediumLight = "medium_light" / "medium-light", Medium = "medium" / "medium", MediumHeavy = "medium_heavy" / "medium-heavy" }
}
codes! {
    /// Where a rod bends.
    Action { Fast = "fast" / "fast", ModerateFast = "moderate_fast" / "moderate-fast", Moderate = "moderate" / "moderate" }
}
codes! {
    /// The lists of an angler's box.
    Kind { Head = "head" / "head", Hook = "hook" / "hook", Bait = "bait" / "bait", Line = "line" / "line", Rod = "rod" / "rod" }
}
codes! {
    /// What a statement rests on.
    Basis {
        Physics = "physics" / "computed",
        CommonPractice = "common_practice" / "common practice",
        Published = "published" / "published",
        OwnRecord = "own_record" / "own record",
    }
}
codes! {
    /// The needs that keep a head from being lighter.
    LowerBound {
        TimeToBottom = "time_to_bottom" / "too long to the bottom",
        Contact = "contact" / "lifts off the bottom",
        Feel = "feel" / "bottom not felt",
        Castable = "castable" / "will not cast that far",
        SinkTarget = "sink_target" / "falls too slowly for the school",
        SnapFree = "snap_free" / "will not snap free of grass",
    }
}
codes! {
    /// The needs that keep a head from being heavier.
    UpperBound {
        SinkCeiling = "sink_ceiling" / "falls too fast",
        Overpower = "overpower" / "overpowers the bait",
        Snag = "snag" / "wedges and snags",
        RodMax = "rod_max" / "over the rod's rating",
        HoverLevel = "hover_level" / "no longer hovers",
    }
}
codes! {
    /// What a reason speaks of.
    Topic {
        Weight = "weight" / "weight",
        Shape = "shape" / "shape",
        Tie = "tie" / "line tie",
        Keeper = "keeper" / "keeper",
        Hook = "hook" / "hook",
        Line = "line" / "line",
        Rod = "rod" / "rod",
        Bait = "bait" / "bait",
        Rig = "rig" / "rig",
        School = "school" / "school",
        Note = "note" / "note",
        Caution = "caution" / "caution",
        Turn = "turn" / "what to turn to",
    }
}

codes! {
    /// Which way a cast is brought over a sloping bottom.
    Direction { Up = "up" / "up the slope", Down = "down" / "down the slope" }
}
impl Direction {
    /// The other one.
    #[must_use]
    pub const fn other(self) -> Self {
        match self {
            Self::Up => Self::Down,
            Self::Down => Self::Up,
        }
    }
}
codes! {
    /// How the line is held while a lure falls.
    FallBy {
        Slack = "slack" / "on a slack line",
        SemiTight = "semi_tight" / "on a semi-tight line",
        Tight = "tight" / "straight down on a tight line",
        Pendulum = "pendulum" / "swinging back on a held line",
    }
}
codes! {
    /// What is done in a retrieve.
    MoveKind {
        Drag = "drag" / "drag",
        Wind = "wind" / "wind",
        Hop = "hop" / "hop",
        Snap = "snap" / "snap",
        Shake = "shake" / "shake",
        Pause = "pause" / "pause",
        LiftKill = "lift_kill" / "lift and kill",
        Scoot = "scoot" / "scoot",
        DeadStick = "dead_stick" / "dead-stick",
    }
}
codes! {
    /// Where a current runs, seen from the angler.
    CurrentWay { Across = "across" / "across the cast", Toward = "toward" / "toward the rod", Away = "away" / "away from the rod" }
}
codes! {
    /// Why a lure leaves the bottom where it was not meant to.
    LiftCause {
        Line = "line" / "the line pulls it up",
        Flow = "flow" / "the current on the line lifts it",
        Water = "water" / "the water lifts the bait",
        Bottom = "bottom" / "the bottom falls away faster than it sinks",
    }
}
codes! {
    /// Where a lure is likely to hang.
    HangCause { Edge = "edge" / "the line saws over an edge", Step = "step" / "the head is drawn into a step" }
}
