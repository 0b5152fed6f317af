//! Head shape, bait and hook as the window computes with them.

use crate::base::codes::HeadTrait;
use crate::base::{Area, Mass};
use crate::gear::bait::MeasuredBait;
use crate::physics::drag::{self, HeadDrag};
use crate::physics::sink::Trailing;
use crate::tables::{Hang, ShapeRow, Tables};

/// Head shape, bait and hook as the window computes with them.
#[derive(Debug, Clone, Copy)]
#[expect(missing_docs, reason = "plain")]
pub struct Rigged {
    pub trailing: Trailing,
    /// Bait and hook.
    pub other_mass: Mass,
    pub drag: HeadDrag,
    pub frontal: f64,
    /// How readily the shape wedges, 0..1.
    pub wedge: f64,
    /// Share of the bait across the flow as this rig falls to its wanted speed.
    pub tight: f64,
    /// The bait's drag area drawn along, without the head's.
    pub drawn_area: Area,
}

impl Rigged {
    /// The same with its drag times a factor: one's own record against the book.
    #[must_use]
    pub fn dragging(self, factor: f64) -> Self {
        Self {
            frontal: factor * self.frontal,
            drawn_area: factor * self.drawn_area,
            trailing: Trailing {
                bait_side: factor * self.trailing.bait_side,
                ..self.trailing
            },
            ..self
        }
    }

    /// The same with another hook behind it.
    #[must_use]
    pub fn with_hook(self, hook: Mass) -> Self {
        let bait = self.other_mass - self.trailing.hook_mass;
        Self {
            other_mass: bait + hook,
            trailing: Trailing {
                hook_mass: hook,
                ..self.trailing
            },
            ..self
        }
    }

    /// Bait and hook behind a shape.
    #[must_use]
    pub fn new(
        bait: &MeasuredBait,
        hook: Mass,
        shape: &ShapeRow,
        hang: Hang,
        tables: &Tables,
    ) -> Self {
        let posture = &tables.baits.posture;
        Self {
            trailing: Trailing {
                bait_volume: bait.volume,
                bait_density: bait.density,
                bait_side: bait.drag_side,
                hook_mass: hook,
            },
            other_mass: bait.mass() + hook,
            drag: shape.drag,
            frontal: shape.frontal,
            wedge: shape.traits[HeadTrait::Wedge],
            tight: match hang {
                Hang::TightLine => posture.tight_line,
                Hang::Glide => posture.glide,
            },
            drawn_area: drag::CYLINDER_ACROSS * posture.trailing * bait.drag_side,
        }
    }
}
