//! Words of the contract for how a rig is brought, and what becomes of it on the way.

use super::code::codes;

codes! {
    /// How the bait goes through the water: what a weight is right for.
    Course {
        Dragged = "dragged",
        Creeping = "creeping",
        Hopped = "hopped",
        Swum = "swum",
        LiftAndKill = "lift_and_kill",
        Shaken = "shaken",
        Scooted = "scooted",
        Vertical = "vertical",
        DeadStick = "dead_stick",
    }
}
codes! {
    /// How likely a fish with teeth takes it.
    Toothy {
        None = "none",
        NowAndThen = "now_and_then",
        Likely = "likely",
        Unknown = "unknown",
    }
}
codes! {
    /// What a head in the hand is judged by: the ends of the window, and how hook,
    /// bait, line and rod go together.
    Judged {
        TimeToBottom = "time_to_bottom",
        Contact = "contact",
        Feel = "feel",
        Castable = "castable",
        SinkTarget = "sink_target",
        SnapFree = "snap_free",
        Grind = "grind",
        HoldsDepth = "holds_depth",
        Bow = "bow",
        SinkCeiling = "sink_ceiling",
        Overpower = "overpower",
        Snag = "snag",
        RodMax = "rod_max",
        HoverLevel = "hover_level",
        Everyday = "everyday",
        KeptUp = "kept_up",
        ShapeHere = "shape_here",
        GapFree = "gap_free",
        HookLength = "hook_length",
        PointCover = "point_cover",
        WireLine = "wire_line",
        RodTotal = "rod_total",
    }
}
codes! {
    /// Which way a cast is brought over a sloping bottom.
    Direction { Up = "up", Down = "down" }
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
        Slack = "slack",
        SemiTight = "semi_tight",
        Tight = "tight",
        Pendulum = "pendulum",
    }
}
codes! {
    /// What is done in a retrieve.
    MoveKind {
        Drag = "drag",
        Wind = "wind",
        Hop = "hop",
        Snap = "snap",
        Shake = "shake",
        Pause = "pause",
        LiftKill = "lift_kill",
        Scoot = "scoot",
        DeadStick = "dead_stick",
        Swim = "swim",
        Stroll = "stroll",
    }
}
codes! {
    /// Where a current runs, seen from the angler.
    CurrentWay { Across = "across", Toward = "toward", Away = "away" }
}
codes! {
    /// Why a lure leaves the bottom where it was not meant to.
    LiftCause {
        Line = "line",
        Flow = "flow",
        Water = "water",
        Bottom = "bottom",
    }
}
codes! {
    /// A thing of the angler's own tackle.
    TackleItem {
        Rod = "rod",
        RodLength = "rod_length",
        Reel = "reel",
        Ratio = "ratio",
        Line = "line",
        Leader = "leader",
    }
}
codes! {
    /// How a thing of one's own tackle suits what is tied on.
    TackleVerdict {
        Suits = "suits",
        Counted = "counted",
        DoesNotLoad = "does_not_load",
        Overloads = "overloads",
        TooHeavy = "too_heavy",
        Strong = "strong",
        Weak = "weak",
        TooLightToCast = "too_light_to_cast",
        Thick = "thick",
        Stretches = "stretches",
        TeethCut = "teeth_cut",
        OpensHook = "opens_hook",
        Seen = "seen",
    }
}
codes! {
    /// Where a lure is likely to hang.
    HangCause { Edge = "edge", Step = "step" }
}
