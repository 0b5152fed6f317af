//! The line between lure and rod tip in moving water and wind: its shape, its
//! tension, and what it does to the lure.
//!
//! Axes: x from the lure's side toward the rod along the cast, y across it
//! (downstream of a current that runs along the bank), z up, with z = 0 at the
//! surface. Everything is SI: m, m/s, N, kg/m³. The line is a flexible thread
//! without stretch (a light braid stretches by under 1 % at these pulls).
//!
//! Drag is split into a part across the thread and one along it, each by the
//! flow's own component: the cross-flow principle. Published: S. F. Hoerner,
//! *Fluid-Dynamic Drag* (1965), ch. 3; the same split is used for cables in
//! O. M. Faltinsen, *Sea Loads on Ships and Offshore Structures* (1990).

mod chord;
mod shoot;
mod solve;
pub mod steady;

pub use chord::Chord;
pub use shoot::Thread;
pub use solve::{NoShape, Pull, Strung};

use crate::base::GRAVITY;
use crate::base::maths;
use crate::physics::drag;
pub use glam::{DVec2, DVec3};
use std::f64::consts::PI;

/// Density of air, kg/m³ (published: ISO 2533, standard atmosphere at sea level).
pub const AIR: f64 = 1.225;

/// Exponent of the current over the height above the bottom, as a share of the
/// depth: u = u_surface ζ^(1/6). Published: C. L. Chen, *J. Hydraul. Eng.* 117
/// (1991) 379, the power law that hydrographers use for streams. Its mean is
/// 6/7 of the surface speed, near the 0.85 with which surface floats are
/// reduced (S. E. Rantz, *USGS Water-Supply Paper* 2175 (1982)).
pub const CURRENT_POWER: f64 = 1.0 / 6.0;

/// Kinematic viscosity of air at 15 °C (published: ISO 2533) and of fresh water at
/// 13 °C, m²/s (published: Kestin, Sokolov, Wakeham 1978). A line's coefficient
/// goes with the power 2/3 of it: ten degrees turn it by a tenth.
pub const AIR_VISCOSITY: f64 = 1.461e-5;
/// See [`AIR_VISCOSITY`].
pub const WATER_VISCOSITY: f64 = 1.2e-6;

/// The drag coefficient of a line across the flow, on diameter times length.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Across {
    /// One for every speed.
    Constant(f64),
    /// A cylinder's, by the Reynolds number of the flow ([`drag::cylinder`]).
    Cylinder,
}

impl Across {
    /// In a flow of a speed, m/s, on a diameter, m.
    #[must_use]
    pub fn at(self, speed: f64, diameter: f64, wet: bool) -> f64 {
        let viscosity = if wet { WATER_VISCOSITY } else { AIR_VISCOSITY };
        match self {
            Self::Constant(cd) => cd,
            Self::Cylinder => drag::cylinder(speed * diameter / viscosity),
        }
    }
}

/// A line by its measures.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct LineBody {
    /// Diameter, m.
    pub diameter: f64,
    /// Density, kg/m³.
    pub density: f64,
    /// Drag coefficient across the flow.
    pub across: Across,
    /// Friction coefficient along the flow, on the wetted surface.
    pub along: f64,
}

impl LineBody {
    /// A line of a diameter in m and a density in kg/m³, whose coefficient across
    /// goes by the flow; along it [`drag::LINE_ALONG`].
    #[must_use]
    pub fn new(diameter: f64, density: f64) -> Self {
        Self {
            diameter,
            density,
            across: Across::Cylinder,
            along: drag::LINE_ALONG,
        }
    }

    /// The same with one coefficient across, whatever the flow.
    #[must_use]
    pub fn with_across(self, cd: f64) -> Self {
        Self {
            across: Across::Constant(cd),
            ..self
        }
    }

    /// Weight of a metre in a medium, N/m; negative where it floats.
    #[must_use]
    pub fn weight(&self, medium: f64) -> f64 {
        (self.density - medium) * GRAVITY * PI / 4.0 * self.diameter * self.diameter
    }
}

/// Water and air as the line meets them, seen from the rod: a drifting boat
/// takes its own speed off both.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Stream {
    /// Density of the water, kg/m³.
    pub water: f64,
    /// Depth over which the current is spread, m.
    pub depth: f64,
    /// Current at the surface, m/s along x and y.
    pub current: DVec2,
    /// Wind at the height of the line, m/s along x and y.
    pub wind: DVec2,
    /// Speed of the rod over ground (drift of a boat), m/s along x and y.
    pub drift: DVec2,
    /// Speed with which the line is drawn in along itself, m/s.
    pub drawn: f64,
}

impl Stream {
    /// Still water and air.
    #[must_use]
    pub fn still(water: f64, depth: f64) -> Self {
        Self {
            water,
            depth,
            current: DVec2::ZERO,
            wind: DVec2::ZERO,
            drift: DVec2::ZERO,
            drawn: 0.0,
        }
    }

    /// Current over ground at a height z (0 surface, negative below), m/s.
    #[must_use]
    pub fn current_at(&self, z: f64) -> DVec2 {
        if self.current == DVec2::ZERO {
            return DVec2::ZERO;
        }
        let share = (1.0 + z / self.depth).clamp(0.0, 1.0);
        self.current * maths::cbrt(share).sqrt()
    }

    /// Water at a height z as it passes what hangs still on the rod, m/s.
    #[must_use]
    pub fn past(&self, z: f64) -> DVec3 {
        (self.current_at(z) - self.drift).extend(0.0)
    }

    /// Force on a metre of line that runs along the unit vector `way`, N/m:
    /// weight, drag across and friction along.
    #[must_use]
    pub fn load(&self, line: &LineBody, wet: bool, z: f64, way: DVec3) -> DVec3 {
        let (medium, flow) = if wet {
            (self.water, self.past(z))
        } else {
            (AIR, (self.wind - self.drift).extend(0.0))
        };
        let along = flow.dot(way);
        let across = flow - along * way;
        let slip = along - self.drawn;
        let q = 0.5 * medium * line.diameter;
        let speed = across.length();
        let drag = q * line.across.at(speed, line.diameter, wet) * speed * across
            + q * PI * line.along * slip.abs() * slip * way;
        drag - DVec3::Z * line.weight(medium)
    }
}
