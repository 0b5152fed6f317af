//! Wires that bend, lines that bow, feet that tip: statics in closed forms, worked by hand
//! in docs/model.md.

use std::f64::consts::PI;

use crate::base::maths;

/// Pull in N at which a bent round wire begins to give.
///
/// F = π σ d³ / (32 a): the moment F a of a pull that runs `arm_mm` off the wire, against
/// the section modulus π d³/32 of a round bar, at the stress σ in N/mm² where it yields.
/// What the curve of the bend adds to the stress inside it, a tenth or so, lies within the
/// spread of σ. Source: bending of straight bars, any handbook of mechanics, from memory.
/// Example: 0.95 mm of wire, 7 mm off, 1 600 N/mm²: 19.2 N.
#[must_use]
pub fn opening_n(wire_mm: f64, arm_mm: f64, stress_mpa: f64) -> f64 {
    PI * stress_mpa * wire_mm * wire_mm * wire_mm / (32.0 * arm_mm)
}

/// Thickest wire in mm that a pull in N drives in past its barb, at a pressure in N/mm² on
/// its section: d = √(4 F / (π p)) (v0).
#[must_use]
pub fn sinks_mm(pull_n: f64, pressure_mpa: f64) -> f64 {
    (4.0 * pull_n / (PI * pressure_mpa)).sqrt()
}

/// Pull in N that a wire of so many mm wants to go in: the same, the other way round.
#[must_use]
pub fn to_sink_n(wire_mm: f64, pressure_mpa: f64) -> f64 {
    PI / 4.0 * wire_mm * wire_mm * pressure_mpa
}

/// Bow in m of a line under a load across it.
///
/// s = w L² / (8 T) for a load w in N/m, a span L in m and a pull T in N: the flat parabola
/// of a hanging cable; at most half the span, where it no longer is flat. Source: statics of
/// cables, any handbook of mechanics, from memory. Example: 0.002 N/m over 10 m at 0.05 N:
/// 0.5 m.
#[must_use]
pub fn bow_m(load_n_per_m: f64, span_m: f64, pull_n: f64) -> f64 {
    (load_n_per_m * span_m * span_m / (8.0 * pull_n.max(1e-9))).min(span_m / 2.0)
}

/// Steepest line, in degrees over the bottom, under which a head that is drawn along stays
/// on its foot against a push from the side.
///
/// To slide, the line pulls T = μ W / (cos θ + μ sin θ), and leaves W − T sin θ = W / (1 +
/// μ tan θ) on the foot. About the edge of the foot, `half` off the middle, a push s W at the
/// height of the centre of mass must not turn it: half W / (1 + μ tan θ) ≥ s W high, so
/// tan θ ≤ (half / (s high) − 1) / μ. Source: moments about an edge and dry friction, any
/// handbook of mechanics, from memory; μ and s v0. Example: half as wide as high, s 0.35,
/// μ 0.5: tan θ = 0.857, 40.6°.
#[must_use]
pub fn tipping_deg(half: f64, high: f64, push: f64, rub: f64) -> f64 {
    let tangent = (half / (push * high) - 1.0) / rub;
    maths::atan2(tangent.max(0.0), 1.0).to_degrees()
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Each by hand, as its comment and docs/model.md have it.
    #[test]
    fn each_form_gives_what_was_worked_by_hand() {
        let near = |got: f64, want: f64| assert!((got - want).abs() < 0.005 * want, "{got}");
        // 3.14159 × 1600 × 0.857375 / (32 × 7) = 4309.6 / 224.
        near(opening_n(0.95, 7.0, 1600.0), 19.24);
        // √(4 × 20 / (π × 15)) = √1.6977.
        near(sinks_mm(20.0, 15.0), 1.303);
        near(to_sink_n(1.303, 15.0), 20.0);
        near(bow_m(0.002, 10.0, 0.05), 0.5);
        near(bow_m(9.0, 10.0, 0.05), 5.0);
        // 0.5 / (0.35 × 1) = 1.4286; less 1, over 0.5 = 0.8571.
        near(tipping_deg(0.5, 1.0, 0.35, 0.5), 40.6);
        assert!(tipping_deg(0.1, 1.0, 0.35, 0.5) == 0.0);
    }
}
