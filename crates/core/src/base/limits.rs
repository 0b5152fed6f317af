//! Each limit of an input, once: its field in the contract, its name, its
//! unit, the least and the most. Messages, the OpenAPI description and the
//! pages are made from this table.

use crate::base::{Dimension, UnitSystem, plain};

/// A number that a request may carry.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Limit {
    /// Field of the contract: `water.depth_m`.
    pub field: &'static str,
    /// What a reader calls it: `depth`.
    pub name: &'static str,
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
    ($(#[$what:meta])* $all:ident: $($name:ident = $field:literal, $words:literal, $unit:literal, $dim:expr, $least:literal ..= $most:literal;)+) => {
        $(#[doc = concat!("`", $field, "`: ", $words, ", ", stringify!($least), " to ", stringify!($most), " ", $unit, ".")]
        pub const $name: Limit = Limit { field: $field, name: $words, unit: $unit, dimension: $dim, least: $least, most: $most };)+
        $(#[$what])*
        pub const $all: &[Limit] = &[$($name),+];
    };
}

limits! {
    /// The limits of the contract, in its order.
    ALL:
    BAIT_LENGTH = "bait.length_mm", "bait length", "mm", Some(Dimension::Size), 15.0 ..= 300.0;
    BAIT_BODY = "bait.body_mm", "bait thickness", "mm", Some(Dimension::Size), 2.0 ..= 60.0;
    DEPTH = "water.depth_m", "depth", "m", Some(Dimension::Distance), 0.2 ..= 60.0;
    DEPTH_MAX = "water.depth_max_m", "deep end", "m", Some(Dimension::Distance), 0.2 ..= 60.0;
    TEMPERATURE = "water.temp_c", "water temperature", "°C", Some(Dimension::Temperature), 0.0 ..= 38.0;
    CURRENT = "water.current_mps", "current", "m/s", Some(Dimension::Speed), 0.0 ..= 3.0;
    WIND = "water.wind_mps", "wind", "m/s", Some(Dimension::Wind), 0.0 ..= 25.0;
    WIND_MAX = "water.wind_max_mps", "strong end of the wind", "m/s", Some(Dimension::Wind), 0.0 ..= 25.0;
    DRIFT = "water.drift_mps", "drift", "m/s", Some(Dimension::Speed), 0.0 ..= 2.5;
    CAST = "cast_m", "cast", "m", Some(Dimension::Distance), 2.0 ..= 90.0;
    RETRIEVE = "retrieve_mps", "retrieve speed", "m/s", Some(Dimension::Speed), 0.0 ..= 3.0;
    LINE_MM = "tackle.line_mm", "line diameter", "mm", None, 0.04 ..= 0.9;
    LINE_LB = "tackle.line_lb", "line test", "lb", None, 1.0 ..= 80.0;
    LEADER_LB = "tackle.leader_lb", "leader test", "lb", None, 1.0 ..= 100.0;
    ROD_MIN = "tackle.rod_min_g", "least casting weight", "g", None, 0.0 ..= 150.0;
    ROD_MAX = "tackle.rod_max_g", "most casting weight", "g", None, 0.5 ..= 300.0;
}

limits! {
    /// The limits of what only the box measures.
    OWN:
    OWN_POST = "post_mm", "post height", "mm", Some(Dimension::Size), 0.0 ..= 30.0;
    OWN_GAP = "gap_mm", "gap", "mm", Some(Dimension::Size), 2.0 ..= 40.0;
    OWN_LENGTH = "length_mm", "hook length", "mm", Some(Dimension::Size), 5.0 ..= 150.0;
    OWN_TAIL_ROOT = "tail_root_mm", "tail root", "mm", Some(Dimension::Size), 5.0 ..= 290.0;
    OWN_ROD_LENGTH = "length_m", "rod length", "m", Some(Dimension::Distance), 0.9 ..= 4.6;
}

limits! {
    /// The limits of a cast and of a sink test.
    TIMED:
    REST = "rest", "rest", "s", None, 0.0 ..= 120.0;
    SINK_SECONDS = "seconds", "time", "s", None, 0.2 ..= 600.0;
    SINK_HEAD = "head_g", "head", "g", None, 0.1 ..= 60.0;
}

impl Limit {
    /// The value, if it lies within, else the message for its field.
    ///
    /// # Errors
    /// When the value is not finite or lies outside.
    pub fn check(&self, value: f64, system: UnitSystem) -> Result<f64, String> {
        if value.is_finite() && (self.least..=self.most).contains(&value) {
            return Ok(value);
        }
        let print = |v: f64| match self.dimension {
            Some(d) => d.print(v, system),
            None => format!("{} {}", plain(v, 2), self.unit),
        };
        Err(format!(
            "the {} must lie between {} and {}",
            self.name,
            print(self.least),
            print(self.most)
        ))
    }
}
