//! How a lure is kept at the depth of the fish.

/// How a lure is kept at a depth by the reel.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Keep {
    /// The depth, m.
    pub depth: f64,
    /// The depth at which a lure that is killed off the bottom is picked up again.
    pub under: Option<f64>,
    /// Slowest and quickest reel, as times the speed said.
    pub slowest: f64,
    /// See `slowest`.
    pub quickest: f64,
    /// How far over or under the depth the lure is, m, where the reel follows as much as
    /// it may.
    pub within: f64,
}
