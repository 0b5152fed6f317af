//! Words of what is written down on the water.

use super::code::codes;

codes! {
    /// What became of a bite.
    Outcome { Fish = "fish", Missed = "missed", Lost = "lost" }
}
codes! {
    /// Why something else was tied on.
    TieWhy {
        Start = "start",
        Wind = "wind",
        Depth = "depth",
        NoBites = "no_bites",
        ShortBites = "short_bites",
        Hangs = "hangs",
        HeadGone = "head_gone",
        SecondPass = "second_pass",
        Mended = "mended",
    }
}
codes! {
    /// What a fish had in its throat.
    Throat {
        Crayfish = "crayfish",
        SmallFish = "small_fish",
        Insects = "insects",
        Leeches = "leeches",
        Empty = "empty",
    }
}
codes! {
    /// Where fish find what they eat.
    Feeding { Up = "up", Down = "down" }
}

codes! {
    /// By what a log is looked at.
    Factor {
        Weight = "weight",
        Head = "head",
        Bait = "bait",
        Rig = "rig",
        Place = "place",
        Depth = "depth",
        Wind = "wind",
    }
}
codes! {
    /// What of a log is counted.
    Counted { Bites = "bites", Fish = "fish" }
}

impl Throat {
    /// Whether they feed up, on small fish, or down, on what lives on the bottom (common
    /// practice, no published source); an empty throat says nothing.
    #[must_use]
    pub const fn feeding(self) -> Option<Feeding> {
        match self {
            Self::SmallFish => Some(Feeding::Up),
            Self::Crayfish | Self::Insects | Self::Leeches => Some(Feeding::Down),
            Self::Empty => None,
        }
    }
}
codes! {
    /// What a rod is carried for on a day, in the order over a spot.
    DayPart { Search = "search", Crawl = "crawl", CleanUp = "clean_up", Small = "small" }
}
