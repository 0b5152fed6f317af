//! How a rig falls: submerged weight, terminal velocity, time to depth.

use crate::base::maths;
use std::f64::consts::PI;

use crate::base::{Area, Force, GRAVITY, Length, Mass, MassDensity, Time, Velocity, Volume};
use crate::physics::drag::{self, HeadDrag};
use crate::physics::water::Water;
use uom::si::{
    area::square_meter, force::newton, length::meter, time::second, velocity::meter_per_second,
};

/// Density of hook steel, kg/m³ (published handbooks: carbon steel 7 850).
pub const STEEL: f64 = 7850.0;

/// A head as the water meets it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct HeadBody {
    /// Mass of the head alone, without hook.
    pub mass: Mass,
    /// Density of its material.
    pub density: MassDensity,
    /// Drag on its frontal area.
    pub drag: HeadDrag,
    /// Frontal area over that of a sphere of its volume.
    pub frontal: f64,
    /// Diameter of the sphere of its volume.
    pub sphere_diameter: Length,
}

impl HeadBody {
    /// A head of a mass.
    #[must_use]
    pub fn new(mass: Mass, density: MassDensity, drag: HeadDrag, frontal: f64) -> Self {
        let volume = (mass / density).value;
        let sphere_diameter = Length::new::<meter>(maths::cbrt(6.0 * volume / PI));
        Self {
            mass,
            density,
            drag,
            frontal,
            sphere_diameter,
        }
    }
    /// So many times the mass of the same metal, in the same shape.
    #[must_use]
    pub fn times(&self, masses: f64) -> Self {
        Self {
            mass: self.mass * masses,
            sphere_diameter: self.sphere_diameter * maths::cbrt(masses),
            ..*self
        }
    }

    /// The same mass of metal in another shape.
    #[must_use]
    pub fn shaped(&self, drag: HeadDrag, frontal: f64) -> Self {
        Self {
            drag,
            frontal,
            ..*self
        }
    }

    /// Frontal area: `frontal` times π(3V/4π)^⅔.
    #[must_use]
    pub fn frontal_area(&self) -> Area {
        let d = self.sphere_diameter;
        self.frontal * PI / 4.0 * d * d
    }
}

/// A bait and its hook as the water meets them behind the head.
#[derive(Debug, Clone, Copy)]
pub struct Trailing {
    /// Volume of the bait.
    pub bait_volume: Volume,
    /// Density of its plastic.
    pub bait_density: MassDensity,
    /// Length times thickest depth times the form's drag factor.
    pub bait_side: Area,
    /// Mass of the hook.
    pub hook_mass: Mass,
}

impl Trailing {
    /// Nothing behind a head.
    #[must_use]
    pub fn nothing(&self) -> Self {
        Self {
            bait_volume: Volume::default(),
            bait_side: Area::default(),
            hook_mass: Mass::default(),
            ..*self
        }
    }
}

/// Weight of the whole rig in water, positive downward; zero or less floats.
///
/// W = g [m_head (1 − ρw/ρhead) + m_hook (1 − ρw/ρsteel) + V_bait (ρbait − ρw)]
/// (Archimedes).
#[must_use]
pub fn submerged_weight(head: &HeadBody, trailing: &Trailing, water: &Water) -> Force {
    let rho = water.density.value;
    let head_kg = head.mass.value * (1.0 - rho / head.density.value);
    let hook_kg = trailing.hook_mass.value * (1.0 - rho / STEEL);
    let bait_kg = trailing.bait_volume.value * (trailing.bait_density.value - rho);
    Force::new::<newton>(GRAVITY * (head_kg + hook_kg + bait_kg))
}

/// Mass of a head that gives the whole rig a wanted submerged weight; negative
/// when bait and hook alone are heavier than that.
#[must_use]
pub fn head_mass_for(
    weight: Force,
    density: MassDensity,
    trailing: &Trailing,
    water: &Water,
) -> Mass {
    let bare = HeadBody::new(Mass::default(), density, HeadDrag::Sphere, 1.0);
    let rest = submerged_weight(&bare, trailing, water);
    let per_kg = GRAVITY * (1.0 - water.density.value / density.value);
    Mass::new::<uom::si::mass::kilogram>((weight - rest).value / per_kg)
}

/// A steady fall.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Fall {
    /// It is lighter than water and never reaches the bottom.
    Floats,
    /// It sinks.
    Sinks {
        /// Seconds from the surface to the bottom.
        time: Time,
        /// Depth over that time.
        mean_speed: Velocity,
        /// At the surface, before the line drags.
        first_speed: Velocity,
        /// Drag area of head and bait, without line.
        drag_area: Area,
        /// Drag area that each metre of line adds.
        line_area_per_m: f64,
    },
}

impl Fall {
    /// The mean speed, 0 for what floats.
    #[must_use]
    pub fn speed(&self) -> Velocity {
        match self {
            Self::Floats => Velocity::default(),
            Self::Sinks { mean_speed, .. } => *mean_speed,
        }
    }

    /// Seconds to the bottom, nothing for what floats.
    #[must_use]
    pub fn time(&self) -> Option<Time> {
        match self {
            Self::Floats => None,
            Self::Sinks { time, .. } => Some(*time),
        }
    }

    /// Depth reached after a time, for one bead a second. Inverts the
    /// integral of [`fall`]; past the bottom it goes on.
    #[must_use]
    pub fn depth_after(&self, time: Time) -> Length {
        let Self::Sinks {
            first_speed,
            drag_area,
            line_area_per_m,
            ..
        } = self
        else {
            return Length::default();
        };
        let (t, v, a0, a) = (
            time.value,
            first_speed.value,
            drag_area.value,
            *line_area_per_m,
        );
        if a / a0 < 1e-9 {
            return *first_speed * time;
        }
        // t = (2 a0 / 3 a v) [(1 + a z / a0)^(3/2) − 1]
        let third = maths::cbrt(1.0 + 1.5 * a * v * t / a0);
        Length::new::<meter>(a0 / a * (third * third - 1.0))
    }
}

/// The fall of a rig from the surface to `depth`, with the line of diameter
/// `line` drawn in behind it.
///
/// At each depth W = ½ρ v² (A0 + a z): `A0` is the drag area of head and bait
/// (the bait's `posture`, 0..1, is the share of its side across the flow),
/// `a = 0.015 π d_line` the skin friction of a metre of line. The time is the
/// integral of dz/v; the short run-up to speed is left out (under 0.2 s).
/// A sphere's coefficient is taken at the speed it falls with, by fixed point.
#[must_use]
pub fn fall(
    head: &HeadBody,
    trailing: &Trailing,
    posture: f64,
    line: Length,
    depth: Length,
    water: &Water,
) -> Fall {
    let weight = submerged_weight(head, trailing, water).value;
    if weight <= 0.0 {
        return Fall::Floats;
    }
    let rho = water.density.value;
    let bait = drag::CYLINDER_ACROSS * posture * trailing.bait_side.value;
    let a = drag::LINE_ALONG * PI * line.value;
    let z = depth.value.max(1e-6);
    let frontal = head.frontal_area().value;
    let diameter = head.sphere_diameter.value;
    let at = |cd: f64| {
        let a0 = cd * frontal + bait;
        let v = (2.0 * weight / (rho * a0)).sqrt();
        (a0, v, time_with_line(z, v, a0, a))
    };
    let (a0, v, t) = match head.drag {
        HeadDrag::Constant(cd) => at(cd),
        HeadDrag::Sphere => {
            let mut found = at(0.45);
            for _ in 0..40 {
                let before = found.2;
                found = at(drag::sphere(
                    rho * (z / before) * diameter / water.viscosity.value,
                ));
                if (found.2 - before).abs() <= 1e-9 * before {
                    break;
                }
            }
            found
        }
    };
    Fall::Sinks {
        time: Time::new::<second>(t),
        mean_speed: Velocity::new::<meter_per_second>(z / t),
        first_speed: Velocity::new::<meter_per_second>(v),
        drag_area: Area::new::<square_meter>(a0),
        line_area_per_m: a,
    }
}

/// Weight in water that brings a rig to `depth` in a given time, for the drag
/// area of a head of some mass: the inverse of [`fall`] in the weight, with a
/// sphere's coefficient at the speed that this time means.
#[must_use]
pub fn weight_for_time(
    head: &HeadBody,
    trailing: &Trailing,
    posture: f64,
    line: Length,
    depth: Length,
    water: &Water,
    time: Time,
) -> Force {
    let (z, rho) = (depth.value.max(1e-6), water.density.value);
    let cd = match head.drag {
        HeadDrag::Constant(cd) => cd,
        HeadDrag::Sphere => {
            drag::sphere(rho * z / time.value * head.sphere_diameter.value / water.viscosity.value)
        }
    };
    let a0 =
        cd * head.frontal_area().value + drag::CYLINDER_ACROSS * posture * trailing.bait_side.value;
    // With v the speed at the surface, t = k(z) / v, and W = ½ρ a0 v².
    let v = time_with_line(z, 1.0, a0, drag::LINE_ALONG * PI * line.value) / time.value;
    Force::new::<newton>(0.5 * rho * a0 * v * v)
}

/// Seconds over a depth z, m, of a fall that begins at v, m/s, with a drag area
/// A0, m², to which each metre of line adds a: ∫ dz / v √(1 + a z / A0).
#[must_use]
pub fn time_with_line(z: f64, v: f64, a0: f64, a: f64) -> f64 {
    let x = a * z / a0;
    if x < 1e-6 {
        return z / v;
    }
    let root = (1.0 + x).sqrt();
    2.0 * a0 / (3.0 * a * v) * ((1.0 + x) * root - 1.0)
}

/// The fall of the same rig with the published coefficient by sphericity in
/// place of the fitted one: a second opinion on the head's share of the drag.
#[must_use]
pub fn fall_by_sphericity(
    head: &HeadBody,
    sphericity: f64,
    trailing: &Trailing,
    posture: f64,
    line: Length,
    depth: Length,
    water: &Water,
) -> Fall {
    let mut found = fall(head, trailing, posture, line, depth, water);
    for _ in 0..3 {
        let speed = found.speed().value;
        if speed <= 0.0 {
            break;
        }
        let re = water.density.value * speed * head.sphere_diameter.value / water.viscosity.value;
        let other = HeadBody {
            drag: HeadDrag::Constant(drag::by_sphericity(re, sphericity)),
            frontal: 1.0,
            ..*head
        };
        found = fall(&other, trailing, posture, line, depth, water);
    }
    found
}
