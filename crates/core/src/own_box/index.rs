//! Where the lists stand among the things at hand.

use super::item::{Item, Thing};
use crate::base::codes::{Material, Shape};
use crate::base::maths;

/// Where the things of each list stand among those at hand, with what heads
/// are first judged by: kept beside a box that is picked from often, so that a
/// pick touches few of its things.
#[derive(Debug, Clone, Default)]
pub struct BoxIndex {
    /// Heads.
    pub heads: Vec<HeadEntry>,
    /// Hooks without a head.
    pub hooks: Vec<usize>,
    /// Lines.
    pub lines: Vec<usize>,
    /// Rods.
    pub rods: Vec<usize>,
}

/// A head as a pick first looks at it.
#[derive(Debug, Clone, Copy)]
pub struct HeadEntry {
    /// Its place among the things at hand.
    pub at: usize,
    /// Its shape.
    pub shape: Shape,
    /// What it is cast from.
    pub material: Material,
    /// Logarithm to base 2 of its weight in grams.
    pub log2_g: f64,
}

impl BoxIndex {
    /// Of the things at hand.
    #[must_use]
    pub fn of(things: &[&Item]) -> Self {
        let mut index = Self::default();
        for (at, item) in things.iter().enumerate() {
            match &item.thing {
                Thing::Head(h) => index.heads.push(HeadEntry {
                    at,
                    shape: h.shape,
                    material: h.material,
                    log2_g: maths::log2(h.weight.grams()),
                }),
                Thing::Hook(_) => index.hooks.push(at),
                Thing::Line(_) => index.lines.push(at),
                Thing::Rod(_) => index.rods.push(at),
                Thing::Bait(_) => {}
            }
        }
        index
    }
}
