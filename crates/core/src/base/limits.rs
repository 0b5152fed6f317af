//! Each limit of an input, once: its field in the contract, its name, its
//! unit, the least and the most. Messages, the OpenAPI description and the
//! pages are made from this table.

use super::text::{Arg, labels, sentences};
use crate::base::{Dimension, UnitSystem, plain};

/// A number that a request may carry.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Limit {
    /// Field of the contract: `water.depth_m`.
    pub field: &'static str,
    /// Its code in the catalogue: `DEPTH`.
    pub code: &'static str,
    /// Unit of the contract: `m`.
    pub unit: &'static str,
    /// What kind of quantity it is, when a reader may choose units for it.
    pub dimension: Option<Dimension>,
    /// The least value that is taken.
    pub least: f64,
    /// The most.
    pub most: f64,
}

macro_rules! limits {
    ($(#[$what:meta])* $all:ident: $($name:ident = $field:literal, $unit:literal, $dim:expr, $least:literal ..= $most:literal;)+) => {
        $(#[doc = concat!("`", $field, "`: ", stringify!($least), " to ", stringify!($most), " ", $unit, ".")]
        pub const $name: Limit = Limit { field: $field, code: stringify!($name), unit: $unit, dimension: $dim, least: $least, most: $most };)+
        $(#[$what])*
        pub const $all: &[Limit] = &[$($name),+];
    };
}

limits! {
    /// The limits of the contract, in its order.
    ALL:
    BAIT_LENGTH = "bait.length_mm", "mm", Some(Dimension::Size), 15.0 ..= 300.0;
    BAIT_BODY = "bait.body_mm", "mm", Some(Dimension::Size), 2.0 ..= 60.0;
    BAIT_MASS = "bait.mass_g", "g", None, 0.1 ..= 150.0;
    DEPTH = "water.depth_m", "m", Some(Dimension::Distance), 0.2 ..= 60.0;
    DEPTH_MAX = "water.depth_max_m", "m", Some(Dimension::Distance), 0.2 ..= 60.0;
    FISH_DEPTH = "water.fish_depth_m", "m", Some(Dimension::Distance), 0.1 ..= 60.0;
    TEMPERATURE = "water.temp_c", "°C", Some(Dimension::Temperature), 0.0 ..= 38.0;
    CURRENT = "water.current_mps", "m/s", Some(Dimension::Speed), 0.0 ..= 3.0;
    WIND = "water.wind_mps", "m/s", Some(Dimension::Wind), 0.0 ..= 25.0;
    WIND_MAX = "water.wind_max_mps", "m/s", Some(Dimension::Wind), 0.0 ..= 25.0;
    DRIFT = "water.drift_mps", "m/s", Some(Dimension::Speed), 0.0 ..= 2.5;
    CAST = "cast_m", "m", Some(Dimension::Distance), 2.0 ..= 90.0;
    TRAIL = "trail_m", "m", Some(Dimension::Distance), 2.0 ..= 90.0;
    LIFT_FALL = "lift_fall_s", "s", None, 0.4 ..= 15.0;
    RETRIEVE = "retrieve_mps", "m/s", Some(Dimension::Speed), 0.0 ..= 3.0;
    TURNS = "retrieve_turns_ps", "1/s", None, 0.0 ..= 5.0;
    REEL_TURN = "reel_turn_m", "m", Some(Dimension::Distance), 0.2 ..= 1.5;
    STAND = "stand_m", "m", Some(Dimension::Distance), 0.3 ..= 12.0;
    LINE_MM = "tackle.line_mm", "mm", None, 0.04 ..= 0.9;
    LINE_LB = "tackle.line_lb", "lb", None, 1.0 ..= 80.0;
    LEADER_LB = "tackle.leader_lb", "lb", None, 1.0 ..= 100.0;
    ROD_MIN = "tackle.rod_min_g", "g", None, 0.0 ..= 150.0;
    ROD_MAX = "tackle.rod_max_g", "g", None, 0.5 ..= 300.0;
    REEL_RATIO = "tackle.reel_ratio", "", None, 3.0 ..= 11.0;
    ROD_LENGTH = "tackle.rod_m", "m", Some(Dimension::Distance), 0.9 ..= 4.6;
    HEAD_OZ = "head.oz", "oz", None, 0.005 ..= 5.0;
    HEAD_G = "head.g", "g", None, 0.1 ..= 140.0;
    HEAD_POST = "head.post_mm", "mm", Some(Dimension::Size), 0.0 ..= 30.0;
    HEAD_GAP = "head.hook.gap_mm", "mm", Some(Dimension::Size), 2.0 ..= 40.0;
    HEAD_HOOK_LENGTH = "head.hook.length_mm", "mm", Some(Dimension::Size), 5.0 ..= 150.0;
}

limits! {
    /// The limits of what only the box measures.
    OWN:
    OWN_POST = "post_mm", "mm", Some(Dimension::Size), 0.0 ..= 30.0;
    OWN_GAP = "gap_mm", "mm", Some(Dimension::Size), 2.0 ..= 40.0;
    OWN_LENGTH = "length_mm", "mm", Some(Dimension::Size), 5.0 ..= 150.0;
    OWN_TAIL_ROOT = "tail_root_mm", "mm", Some(Dimension::Size), 5.0 ..= 290.0;
    OWN_ROD_LENGTH = "length_m", "m", Some(Dimension::Distance), 0.9 ..= 4.6;
}

limits! {
    /// The limits of a cast and of a sink test.
    TIMED:
    FISH_LENGTH = "cm", "cm", None, 1.0 ..= 250.0;
    REST = "rest", "s", None, 0.0 ..= 120.0;
    SINK_SECONDS = "seconds", "s", None, 0.2 ..= 600.0;
    SINK_HEAD = "head_g", "g", None, 0.1 ..= 60.0;
}

impl Limit {
    /// What a reader calls it: `depth`.
    #[must_use]
    pub fn name(&self) -> &'static str {
        labels("Limit", &[self.code])[0]
    }

    /// The value, if it lies within, else the message for its field.
    ///
    /// # Errors
    /// When the value is not finite or lies outside.
    pub fn check(&self, value: f64, system: UnitSystem) -> Result<f64, String> {
        if value.is_finite() && (self.least..=self.most).contains(&value) {
            return Ok(value);
        }
        let print = |v: f64| match self.dimension {
            Some(d) => Arg::Text(d.print(v, system)),
            None => Arg::Text(format!("{} {}", plain(v, 2), self.unit)),
        };
        let name = Arg::Word(self.name());
        Err(sentences::fault_outside(name, print(self.least), print(self.most)).into())
    }
}
