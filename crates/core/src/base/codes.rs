//! The words of the contract: every code that a request may carry or an answer
//! may give, each once. What a reader sees for it stands in `data/text/en.ftl`,
//! under the name of its list.

pub(crate) use super::code::codes;
pub use super::code::{Code, Words};
pub use super::logged::*;
pub use super::mending::*;
pub use super::worked::*;

codes! {
    /// The nine rigs that are chosen for.
    Rig {
        ShakyHead = "shaky_head",
        Ned = "ned",
        SwingHead = "swing_head",
        Tube = "tube",
        Swimbait = "swimbait",
        JigWorm = "jig_worm",
        Hover = "hover",
        MidStroll = "mid_stroll",
        Grub = "grub",
    }
}
codes! {
    /// The outline of a soft bait.
    BaitForm {
        Worm = "worm",
        RibbonWorm = "ribbon_worm",
        Stick = "stick",
        Minnow = "minnow",
        PaddleTail = "paddle_tail",
        SlimShad = "slim_shad",
        SplitTail = "split_tail",
        Grub = "grub",
        SkirtedGrub = "skirted_grub",
        Tube = "tube",
        Craw = "craw",
        Creature = "creature",
    }
}
codes! {
    /// How thick a bait is for its form and length.
    Build { Slim = "slim", Usual = "usual", Fat = "fat" }
}
codes! {
    /// What the bait is poured from.
    Plastic {
        Floating = "floating",
        Standard = "standard",
        Salted = "salted",
    }
}
codes! {
    /// What lies under the water.
    Bottom {
        Bedrock = "bedrock",
        Boulder = "boulder",
        ChunkRock = "chunk_rock",
        Gravel = "gravel",
        Sand = "sand",
        Shell = "shell",
        Clay = "clay",
        Mud = "mud",
        Silt = "silt",
        AlgaeFilm = "algae_film",
    }
}
codes! {
    /// What stands on the bottom.
    Cover {
        None = "none",
        SparseGrass = "sparse_grass",
        HealthyGrass = "healthy_grass",
        DyingGrass = "dying_grass",
        Wood = "wood",
        Brush = "brush",
        Docks = "docks",
    }
}
codes! {
    /// How far one sees into the water.
    Clarity { Clear = "clear", Stained = "stained", Muddy = "muddy" }
}
codes! {
    /// Light on the water.
    Light { Low = "low", Bright = "bright" }
}
codes! {
    /// Season by spawning phase, not by month.
    Season {
        Winter = "winter",
        PreSpawn = "pre_spawn",
        Spawn = "spawn",
        PostSpawn = "post_spawn",
        Summer = "summer",
        Autumn = "autumn",
    }
}
codes! {
    /// The fish that is meant.
    Species {
        Largemouth = "largemouth",
        Smallmouth = "smallmouth",
        Spotted = "spotted",
        Walleye = "walleye",
        Zander = "zander",
        Perch = "perch",
        Crappie = "crappie",
        Trout = "trout",
    }
}
codes! {
    /// Where the fish hold.
    FishAt {
        Bottom = "bottom",
        JustAbove = "just_above",
        Suspended = "suspended",
    }
}
codes! {
    /// What the fish eat.
    Forage {
        Crayfish = "crayfish",
        Goby = "goby",
        SmallFish = "small_fish",
        Insects = "insects",
    }
}
codes! {
    /// How willing the fish are.
    Mood { Active = "active", Neutral = "neutral", Inactive = "inactive" }
}
codes! {
    /// How hard the water is fished.
    Pressure { Low = "low", High = "high" }
}
codes! {
    /// The three ways of thinking about weight.
    School {
        HangTime = "hang_time",
        BottomContact = "bottom_contact",
        Reaction = "reaction",
    }
}
codes! {
    /// What the line is made of.
    LineKind { Braid = "braid", Fluorocarbon = "fluorocarbon", Mono = "mono" }
}
codes! {
    /// Which side the wind comes from, seen by the angler who looks down the cast.
    WindSide { Behind = "behind", Across = "across", Ahead = "ahead" }
}
codes! {
    /// The kind of reel.
    Reel { Spinning = "spinning", Casting = "casting" }
}
codes! {
    /// What the head is cast from.
    Material { Lead = "lead", Tungsten = "tungsten", Tin = "tin", Bismuth = "bismuth" }
}
codes! {
    /// Whether a flat-footed head stands a bait up.
    StandUpView { Stands = "stands", Topples = "topples" }
}
codes! {
    /// Whether a screw keeper hinders the hook-set.
    SpringView { Fine = "fine", Hinders = "hinders" }
}
codes! {
    /// Whether a hook should bend free of rock or pull harder.
    HookTemper { Usual = "usual", Flexible = "flexible", Stiff = "stiff" }
}
codes! {
    /// Main line.
    LineView { BraidLeader = "braid_leader", Straight = "straight" }
}
codes! {
    /// How the hook is set.
    HookSetView { Reel = "reel", Crack = "crack" }
}
codes! {
    /// How a colour is chosen.
    ColourView { ByClarity = "by_clarity", Against = "against" }
}
codes! {
    /// Whether the colour of a head matters.
    HeadColourView { Ignored = "ignored", Matters = "matters" }
}
codes! {
    /// Whether the point is hidden.
    PointView { AsCover = "as_cover", Hide = "hide", Free = "free" }
}
codes! {
    /// Head shapes.
    Shape {
        Ball = "ball",
        Mushroom = "mushroom",
        Football = "football",
        Bullet = "bullet",
        StandUp = "stand_up",
        Glider = "glider",
        HalfMoon = "half_moon",
        Pill = "pill",
        Keel = "keel",
        Pear = "pear",
        Minnow = "minnow",
        Wedge = "wedge",
        TubeInsert = "tube_insert",
        SwingFootball = "swing_football",
        NoseCone = "nose_cone",
        BellyWeight = "belly_weight",
        UnderSpinner = "under_spinner",
        Propeller = "propeller",
        NailWeight = "nail_weight",
    }
}
codes! {
    /// Terms of the trade that are no choice of a question.
    Term {
        Gap = "gap",
        Shank = "shank",
        Bend = "bend",
        Throat = "throat",
        Eye = "eye",
        Post = "post",
        Keeper = "keeper",
        Point = "point",
        Exit = "exit",
        TailRoot = "tail_root",
        Wire = "wire",
        Window = "window",
        Fall = "fall",
        SubmergedWeight = "submerged_weight",
        Drag = "drag",
        Contact = "contact",
        Bow = "bow",
        TightLine = "tight_line",
        SemiTight = "semi_tight",
        SlackLine = "slack_line",
        Count = "count",
        Rest = "rest",
        Hop = "hop",
        Snap = "snap",
        Leader = "leader",
        Trace = "trace",
        Rated = "rated",
        Overload = "overload",
        Everyday = "everyday",
        Retie = "retie",
    }
}
codes! {
    /// Where the line is tied to the head.
    Tie { Top = "top", FortyFive = "forty_five", Nose = "nose", Recessed = "recessed" }
}
codes! {
    /// How the eye of a head is turned.
    EyeTurn { Across = "across", InLine = "in_line" }
}
codes! {
    /// What holds the bait on the head.
    Keeper { Wire = "wire", Barb = "barb", Prong = "prong", Screw = "screw" }
}
codes! {
    /// The cut of a hook.
    HookStyle {
        RoundBend = "round_bend",
        ShortShank = "short_shank",
        LongShank = "long_shank",
        WormOffset = "worm_offset",
        WideGap = "wide_gap",
        BellyWeighted = "belly_weighted",
    }
}
codes! {
    /// The gauge of a hook's wire.
    Wire { Light = "light", Medium = "medium", Heavy = "heavy" }
}
codes! {
    /// Whether the point stands free.
    Point { Exposed = "exposed", SkinHooked = "skin_hooked", Weedless = "weedless" }
}
codes! {
    /// A rod's strength.
    Power { UltraLight = "ultra_light", Light = "light", MediumLight = "medium_light", Medium = "medium", MediumHeavy = "medium_heavy", Heavy = "heavy" }
}
codes! {
    /// Where a rod bends.
    Action { Fast = "fast", ModerateFast = "moderate_fast", Moderate = "moderate" }
}
codes! {
    /// What a shape of head does: stays up at rest, sticks in rock, bounces off
    /// rock, comes through wood, comes through grass, rests on soft bottom, cuts
    /// current, swims straight, skates on the fall.
    HeadTrait {
        Upright = "upright", Wedge = "wedge", Deflect = "deflect", Wood = "wood", Grass = "grass",
        Mud = "mud", Current = "current", Track = "track", Glide = "glide",
    }
}
codes! {
    /// The lists of an angler's box.
    BoxList { Head = "head", Hook = "hook", Bait = "bait", Line = "line", Rod = "rod" }
}
codes! {
    /// What a statement rests on.
    Basis {
        Physics = "physics",
        CommonPractice = "common_practice",
        Published = "published",
        OwnRecord = "own_record",
    }
}
codes! {
    /// The needs that keep a head from being lighter.
    LowerBound {
        TimeToBottom = "time_to_bottom",
        Contact = "contact",
        Feel = "feel",
        Castable = "castable",
        SinkTarget = "sink_target",
        SnapFree = "snap_free",
        Grind = "grind",
        HoldsDepth = "holds_depth",
        Bow = "bow",
    }
}
codes! {
    /// The needs that keep a head from being heavier.
    UpperBound {
        SinkCeiling = "sink_ceiling",
        Overpower = "overpower",
        Snag = "snag",
        RodMax = "rod_max",
        HoverLevel = "hover_level",
        Everyday = "everyday",
        KeptUp = "kept_up",
    }
}
codes! {
    /// What an answer may say to turn to: the nine rigs, and by name what lies beside them.
    TurnTo {
        DropShot = "drop_shot",
        LinkedBall = "linked_ball_offset",
        WeightlessWorm = "weightless_worm",
        Wacky = "wacky",
        ShakyHead = "shaky_head",
        Ned = "ned",
        SwingHead = "swing_head",
        Tube = "tube",
        Swimbait = "swimbait",
        JigWorm = "jig_worm",
        Hover = "hover",
        MidStroll = "mid_stroll",
        Grub = "grub",
    }
}
codes! {
    /// What a reason speaks of.
    Topic {
        Weight = "weight",
        Shape = "shape",
        Tie = "tie",
        Keeper = "keeper",
        Hook = "hook",
        Line = "line",
        Rod = "rod",
        Bait = "bait",
        Rig = "rig",
        School = "school",
        Note = "note",
        Caution = "caution",
        Turn = "turn",
        Advice = "advice",
        Rigging = "rigging",
        Retrieve = "retrieve",
        Course = "course",
        HookSet = "hook_set",
        LeaveWhen = "leave_when",
        Step = "step",
        Phrase = "phrase",
        Mend = "mend",
    }
}

codes! {
    /// How a hook sits in a bait.
    Sits {
        Right = "right",
        Short = "short",
        Wide = "wide",
        Stiff = "stiff",
        Tight = "tight",
        PastTailRoot = "past_tail_root",
        GapFilled = "gap_filled",
    }
}
