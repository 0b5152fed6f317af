//! The rig of a cast as water, line and bottom meet it.

use crate::base::codes::FallBy;
use crate::physics::drag;
use crate::physics::hold::BAIT_LIFT;
use crate::physics::line::LineBody;
use crate::physics::sink::{HeadBody, Trailing, submerged_weight, time_with_line};
use crate::physics::water::Water;
use crate::tables::HeadDrag;

/// Added mass of a body in water, as a share of the water it displaces: that of
/// a sphere (published: H. Lamb, *Hydrodynamics*, art. 92).
const ADDED_MASS: f64 = 0.5;

/// Shares of the bait's side across the flow, by how it hangs.
#[derive(Debug, Clone, Copy, PartialEq)]
#[expect(missing_docs, reason = "the names of `data/baits.toml`")]
pub struct Postures {
    pub slack: f64,
    pub semi_tight: f64,
    pub tight: f64,
    pub drawn: f64,
}

/// Head, hook and bait on a line. SI throughout.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Lure {
    /// Weight in water, N.
    pub weight: f64,
    /// Mass that moves, with the water that moves along, kg.
    pub inertia: f64,
    /// Mass in air, kg.
    pub mass: f64,
    /// The head.
    pub head: HeadBody,
    /// The bait's side times its form factor, m².
    pub bait_side: f64,
    /// How the bait hangs.
    pub postures: Postures,
    /// The line.
    pub line: LineBody,
    /// The water.
    pub water: Water,
    /// How readily the head wedges here, 0..1: shape by bottom.
    pub snag: f64,
}

impl Postures {
    /// Share of the bait across the flow as it falls on a line kept so.
    #[must_use]
    pub fn falling(&self, by: FallBy) -> f64 {
        match by {
            FallBy::Slack => self.slack,
            FallBy::SemiTight => self.semi_tight,
            FallBy::Tight | FallBy::Pendulum => self.tight,
        }
    }
}

impl Lure {
    /// Puts it together.
    #[must_use]
    pub fn new(
        head: HeadBody,
        trailing: &Trailing,
        postures: Postures,
        line: LineBody,
        water: Water,
        snag: f64,
    ) -> Self {
        let rho = water.density.value;
        let bait = (trailing.bait_volume * trailing.bait_density).value;
        let mass = head.mass.value + trailing.hook_mass.value + bait;
        let volume = (head.mass / head.density).value
            + trailing.hook_mass.value / crate::physics::sink::STEEL
            + trailing.bait_volume.value;
        Self {
            weight: submerged_weight(&head, trailing, &water).value,
            inertia: mass + ADDED_MASS * rho * volume,
            mass,
            head,
            bait_side: trailing.bait_side.value,
            postures,
            line,
            water,
            snag,
        }
    }

    /// Drag coefficient of the head at a speed, m/s.
    #[must_use]
    pub fn head_cd(&self, speed: f64) -> f64 {
        match self.head.drag {
            HeadDrag::Constant(cd) => cd,
            HeadDrag::Sphere => drag::sphere(
                self.water.density.value * speed * self.head.sphere_diameter.value
                    / self.water.viscosity.value,
            ),
        }
    }

    /// Drag area at a head's coefficient with the bait at a posture, m².
    #[must_use]
    pub fn drag_area(&self, cd: f64, posture: f64) -> f64 {
        cd * self.head.frontal_area().value + drag::CYLINDER_ACROSS * posture * self.bait_side
    }

    /// Lift coefficient times area, m².
    #[must_use]
    pub fn lift_area(&self) -> f64 {
        BAIT_LIFT * self.bait_side
    }

    /// Seconds that it falls over `depth` m with its line drawn in behind it,
    /// its own drag times `factor`; nothing where it floats.
    #[must_use]
    pub fn fall_time(&self, depth: f64, posture: f64, factor: f64) -> Option<f64> {
        let bare = self.terminal(posture);
        if bare <= 0.0 {
            return None;
        }
        let factor = factor.max(1e-3);
        let area = factor * self.drag_area(self.head_cd(bare), posture);
        let line = drag::LINE_ALONG * std::f64::consts::PI * self.line.diameter;
        Some(time_with_line(depth, bare / factor.sqrt(), area, line))
    }

    /// Terminal velocity at a posture, without line, m/s; 0 where it floats.
    #[must_use]
    pub fn terminal(&self, posture: f64) -> f64 {
        if self.weight <= 0.0 {
            return 0.0;
        }
        let mut v = 0.5;
        for _ in 0..30 {
            let area = self.drag_area(self.head_cd(v), posture);
            let next = (2.0 * self.weight / (self.water.density.value * area)).sqrt();
            if (next - v).abs() < 1e-9 {
                break;
            }
            v = next;
        }
        v
    }
}
