//! Holding bottom and feeling it, in the closed forms that the weight window
//! computes with: surrogates of the line in [`super::line`], each with its
//! distance from the whole shape measured (docs/model.md, `tests/line.rs`).

use crate::base::maths;
use crate::base::{Area, Force, Length, Velocity};
use crate::physics::line::{
    self, AIR, Across, CURRENT_POWER, DVec2, DVec3, LineBody, Stream, steady,
};
use uom::si::force::newton;

/// Share of the wind, given as forecast for 10 m height, that blows at the
/// height of a line between rod tip and water, on average half the height of the
/// stand: ln(h/z0)/ln(10/z0) over open water with z0 = 0.2 mm; 0.76 from 1.5 m.
/// Published: logarithmic wind profile with the roughness of open water, for
/// example R. B. Stull, *An Introduction to Boundary Layer Meteorology* (1988).
#[must_use]
pub fn wind_at_line(stand: Length) -> f64 {
    let height = (stand.value / 2.0).max(LEAST_HEIGHT_M);
    maths::ln(height / ROUGHNESS_M) / maths::ln(FORECAST_M / ROUGHNESS_M)
}

/// Roughness of open water, the height of a forecast, and the least height that a
/// line's mean is taken at, m.
const ROUGHNESS_M: f64 = 2e-4;
const FORECAST_M: f64 = 10.0;
const LEAST_HEIGHT_M: f64 = 0.1;

/// Mean of the current over the depth, as a share of that at the surface: of
/// the power law of [`CURRENT_POWER`].
pub const CURRENT_MEAN: f64 = 1.0 / (1.0 + CURRENT_POWER);

/// Mean of its square: what a line that stands across the whole depth meets.
const CURRENT_MEAN_SQUARE: f64 = 1.0 / (1.0 + 2.0 * CURRENT_POWER);

/// Mean of its power 4/3, with which the rest of a thin line's drag goes.
const CURRENT_MEAN_FINE: f64 = 1.0 / (1.0 + 4.0 / 3.0 * CURRENT_POWER);

/// Height over the bottom at which a dragged head and its bait meet the
/// current, m (v0).
const NEAR_BOTTOM_M: f64 = 0.05;

/// How much of the push on an upright line is left where the line leans as far
/// as it may, the head being [`CURRENT_MARGIN`] times as heavy as the push:
/// fitted to [`steady::background`]; the problem has no scale, so one number does.
pub const LEAN: f64 = 0.69;

/// The same of half a cast in the air, bowed by a wind as strong as the pull.
pub const BOW: f64 = 0.94;

/// How far the current carries a rig while it falls, m.
#[must_use]
pub fn carried_m(current_mps: f64, time_s: f64) -> f64 {
    CURRENT_MEAN * current_mps * time_s
}

/// Current at a head on the bottom, m/s.
#[must_use]
pub fn current_at_head(current: Velocity, depth: Length) -> Velocity {
    // The power 1/6 of the profile.
    let share = maths::cbrt(NEAR_BOTTOM_M / depth.value.max(NEAR_BOTTOM_M)).sqrt();
    share * current
}

/// Lift coefficient of a bait drawn along, on length × depth × form (v0).
pub const BAIT_LIFT: f64 = 0.07;

/// How much more than the pull of the current on its line a head weighs in
/// water so that it is not swept along and can be told from that pull (v0, as
/// large as the margin on a dragged head).
pub const CURRENT_MARGIN: f64 = 1.1;

/// How much more than the pull of the wind on its line a touch must be to be
/// told from the bow that it makes (v0).
pub const WIND_MARGIN: f64 = 1.15;

/// Gusts of some seconds over the wind as forecast, near a shore. Published: B. A. Harper,
/// J. D. Kepert, J. D. Ginger, *Guidelines for converting between various wind averaging periods in
/// tropical cyclone conditions* (WMO 2010): 1.38 off the sea, 1.23 at sea (from memory).
pub const GUST: f64 = 1.38;

/// Safety on the pull that lifts a dragged head (v0).
pub const LIFT_MARGIN: f64 = 1.1;

/// Steepest line, as a tangent, at which a retrieve still counts as one: 45°.
const STEEPEST: f64 = 1.0;

/// Push of the wind on the half of the cast that hangs in the air.
///
/// F = 0.94 · ½ ρ_air · Cd · d_line · (cast/2) · U². Cylinder across the flow
/// ([`Across::Cylinder`]), less what the bow takes off; `stand` is the height from which the rod is held.
#[must_use]
pub fn wind_pull(line: Length, cast: Length, wind: Velocity, stand: Length) -> Force {
    let u = wind_at_line(stand) * wind.value;
    let cd = Across::Cylinder.at(u, line.value, false);
    let upright = 0.5 * AIR * cd * line.value * cast.value / 2.0 * u * u;
    Force::new::<newton>(BOW * upright)
}

/// Push of the current on the line that stands up from the head.
///
/// F = 0.69 · ½ ρ · d_line · depth · (¾ U² + 9/11 · 10 (ν/d)^(2/3) U^(4/3)): the
/// cylinder's coefficient over the profile of the current.
#[must_use]
pub fn current_pull(line: Length, depth: Length, current: Velocity, density: f64) -> Force {
    let u = current.value;
    // The part of the coefficient over 1, at the surface, fades with the power 2/3 of the speed.
    let over_one = Across::Cylinder.at(u, line.value, true) - 1.0;
    let pressed = (CURRENT_MEAN_SQUARE + CURRENT_MEAN_FINE * over_one) * u * u;
    Force::new::<newton>(LEAN * 0.5 * density * line.value * depth.value * pressed)
}

/// How far off the rod is near the end of a retrieve, m: a quarter of the cast
/// is still out. No steeper than 45°.
#[must_use]
pub fn near_end(depth: Length, cast: Length, stand: Length) -> f64 {
    no_steeper(depth, 0.25 * cast.value, stand)
}

/// Speed at which a lure goes level, off the rod by so much, while line comes in at a
/// speed: the steeper the line, the faster.
#[must_use]
pub fn level(reel: Velocity, depth: Length, away: f64, stand: Length) -> Velocity {
    let down = depth.value + stand.value;
    reel * (maths::hypot(away, down) / away)
}

/// A distance off the rod, m, from which the line to a lure at a depth runs no
/// steeper than 45°.
#[must_use]
pub fn no_steeper(depth: Length, away: f64, stand: Length) -> f64 {
    away.max((depth.value + stand.value) / STEEPEST)
}

/// Length of a rod where none is given, m (common practice: 6 ft 6 in to 7 ft 6 in),
/// and its angle at rest, degrees over level (v0).
pub const ROD_M: f64 = 2.2;
/// See [`ROD_M`].
pub const ROD_LOW_DEG: f64 = 5.0;

/// A head drawn over the bottom near the end of a retrieve.
#[derive(Debug, Clone, Copy)]
pub struct Drawn<'a> {
    /// The line.
    pub line: &'a LineBody,
    /// Depth there.
    pub depth: Length,
    /// How far off the rod is, m ([`near_end`]).
    pub away: f64,
    /// Height over the water from which the rod is held.
    pub stand: Length,
    /// Current at the surface and the boat's drift, as they add up on the line.
    pub current: Velocity,
    /// See `current`.
    pub drift: Velocity,
    /// Speed of the water past the head.
    pub past_head: Velocity,
    /// Drag area of head and bait.
    pub drag_area: Area,
    /// The bait's side, that its lift goes by.
    pub bait_side: Area,
    /// Density of the water, kg/m³.
    pub density: f64,
}

impl Drawn<'_> {
    /// Submerged weight that keeps it down.
    ///
    /// W = 1.5 · T_z + ½ρU² C_L · L·d·k, with the upward pull T_z of the taut
    /// line ([`steady::lifted`]): the drag of head and bait through the line's
    /// angle, plus what the flow on the slanting line adds, less its weight.
    #[must_use]
    pub fn hold_weight(&self) -> Force {
        self.weight(LIFT_MARGIN)
    }

    /// Submerged weight with which it neither rises nor sinks: the same without
    /// the margin.
    #[must_use]
    pub fn float_weight(&self) -> Force {
        self.weight(1.0)
    }

    fn weight(&self, margin: f64) -> Force {
        let q = 0.5 * self.density * self.past_head.value * self.past_head.value;
        let stream = Stream {
            current: DVec2::new(-self.current.value, 0.0),
            drift: DVec2::new(self.drift.value, 0.0),
            ..Stream::still(self.density, self.depth.value)
        };
        let lure = DVec3::new(0.0, 0.0, -self.depth.value);
        let tip = DVec3::new(self.away, 0.0, self.stand.value);
        let up = steady::lifted(self.line, &stream, lure, tip, q * self.drag_area.value);
        Force::new::<newton>(margin * up + q * BAIT_LIFT * self.bait_side.value)
    }
}

/// A line by diameter and the density of its kind, for `line`.
#[must_use]
pub fn line_body(diameter: Length, density: f64) -> LineBody {
    line::LineBody::new(diameter.value, density)
}
