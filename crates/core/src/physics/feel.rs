//! Holding bottom and feeling it: the pull of wind and current on the line,
//! and of the water on a moving bait.

use crate::physics::drag;
use crate::units::{Area, Force, Length, Velocity};
use uom::si::force::newton;

/// Density of air, kg/m³ (published: ISO 2533, standard atmosphere at sea level).
const AIR: f64 = 1.225;

/// Share of the wind, given as forecast for 10 m height, that blows at the
/// height of a line between rod tip and water (0 to 2 m, on average about
/// 0.75 m): ln(0.75/z0)/ln(10/z0) over open water with z0 = 0.2 mm.
/// Published: logarithmic wind profile with the roughness of open water, for
/// example R. B. Stull, *An Introduction to Boundary Layer Meteorology* (1988).
pub const WIND_AT_LINE: f64 = 0.76;

/// Share of the surface current that flows over the depth of the line (v0).
pub const CURRENT_SHARE: f64 = 0.6;

/// How far the current carries a rig while it falls, m.
#[must_use]
pub fn carried_m(current_mps: f64, time_s: f64) -> f64 {
    CURRENT_SHARE * current_mps * time_s
}

/// Lift coefficient of a bait drawn along, on length × depth × form (v0).
pub const BAIT_LIFT: f64 = 0.07;

/// How much more than the pull of the current on its line a head weighs in
/// water so that it is not swept along and can be told from that pull (v0, as
/// large as the margin on a dragged head: rivers are fished heavier than ponds).
pub const CURRENT_MARGIN: f64 = 1.5;

/// Safety on the pull that lifts a dragged head (v0).
const LIFT_MARGIN: f64 = 1.5;

/// Steepest line, as a tangent, at which a retrieve still counts as one: 60°.
const STEEPEST: f64 = 1.732;

/// Height of the rod tip over the water, m (v0).
const ROD_TIP: f64 = 1.0;

/// Pull of the wind on the half of the cast that hangs in the air.
///
/// F = ½ ρ_air · 1.2 · d_line · (cast/2) · U². Cylinder across the flow.
#[must_use]
pub fn wind_pull(line: Length, cast: Length, wind: Velocity) -> Force {
    let u = WIND_AT_LINE * wind.value;
    Force::new::<newton>(0.5 * AIR * drag::LINE_ACROSS * line.value * cast.value / 2.0 * u * u)
}

/// Pull of the current on the line in the water.
///
/// F = ½ ρ · 1.2 · d_line · depth · 0.6 · U².
#[must_use]
pub fn current_pull(line: Length, depth: Length, current: Velocity, density: f64) -> Force {
    let u = current.value;
    Force::new::<newton>(
        0.5 * density * drag::LINE_ACROSS * line.value * depth.value * CURRENT_SHARE * u * u,
    )
}

/// Tangent of the line's angle over the bottom near the end of a retrieve: a
/// quarter of the cast is still out. Held at 60°.
#[must_use]
pub fn line_slope(depth: Length, cast: Length) -> f64 {
    ((depth.value + ROD_TIP) / (0.25 * cast.value)).min(STEEPEST)
}

/// Submerged weight that keeps a head on the bottom while it is drawn over it
/// or the water runs past it at `speed`.
///
/// W = 1.5 · tan θ · ½ρU² (CdA) + ½ρU² C_L · L·d·k. A closed form that stands
/// for the steady towed line (v0).
#[must_use]
pub fn hold_weight(
    speed: Velocity,
    slope: f64,
    drag_area: Area,
    bait_side: Area,
    density: f64,
) -> Force {
    let q = 0.5 * density * speed.value * speed.value;
    Force::new::<newton>(q * (LIFT_MARGIN * slope * drag_area.value + BAIT_LIFT * bait_side.value))
}
