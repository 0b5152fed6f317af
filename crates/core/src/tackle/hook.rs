//! How a hook fits a bait, by millimetres.

use std::f64::consts::PI;

use crate::codes::{HookStyle, Point, Wire};
use crate::data::{HookSize, RigHook, Tables};
use crate::physics::sink::STEEL;
use crate::tackle::bait::MeasuredBait;
use crate::units::Mass;
use uom::si::{length::millimeter, mass::kilogram};

/// A hook as measured on the finished head: gap from shank to point, length
/// from the face where the bait seats to the back of the bend.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct MeasuredHook {
    /// Gap, mm.
    pub gap_mm: f64,
    /// Length, mm.
    pub length_mm: f64,
    /// Diameter of the wire, mm.
    pub wire_mm: f64,
}

impl MeasuredHook {
    /// Mass of the wire: shank, half circle of the bend, point half as long as
    /// the shank, at the density of steel.
    #[must_use]
    pub fn mass(&self) -> Mass {
        let wire_length = self.length_mm * 1.5 + PI / 2.0 * self.gap_mm;
        let mm3 = PI / 4.0 * self.wire_mm * self.wire_mm * wire_length;
        Mass::new::<kilogram>(mm3 * 1e-9 * STEEL)
    }

    /// Where the hook comes out of the back of a bait whose middle the shank
    /// follows, measured from the nose, mm.
    ///
    /// The bend is a half circle of radius gap/2 that ends at `length`; it
    /// meets the back at height depth/2 over the shank. A bait as thick as
    /// twice the gap hides the whole bend: the mark is then the bend's centre.
    #[must_use]
    pub fn exit_mm(&self, bait_depth_mm: f64) -> f64 {
        let r = self.gap_mm / 2.0;
        let rise = bait_depth_mm / 2.0 - r;
        self.length_mm - r + (r * r - rise * rise).max(0.0).sqrt()
    }
}

/// The hook chosen for a bait.
#[derive(Debug, Clone, PartialEq)]
pub struct HookFit {
    /// Size as printed, a hint.
    pub size: String,
    /// Style.
    pub style: HookStyle,
    /// Its measures.
    pub measured: MeasuredHook,
    /// Exit mark from the nose, mm.
    pub exit_mm: f64,
    /// The sizes next to it.
    pub near: Vec<String>,
    /// Gap over what the bait asks for; below 1 it is tight.
    pub gap_ratio: f64,
    /// Hook length over bait length.
    pub length_ratio: f64,
    /// Whether the exit lies behind the tail root.
    pub past_tail_root: bool,
}

/// Gap asked for, below which a hook no longer counts as fitting.
const TIGHT: f64 = 0.94;

/// Style by bait length, or a wide gap where the point must be hidden.
fn style(rule: &RigHook, bait_mm: f64, point: Point) -> HookStyle {
    if point == Point::Weedless {
        return HookStyle::WideGap;
    }
    rule.shank
        .iter()
        .find(|s| bait_mm <= s.to_mm)
        .map_or(HookStyle::RoundBend, |s| s.style)
}

/// Chooses the hook whose gap and length come closest to what the rig asks for
/// this bait. Gap first: a hook whose gap is filled is taken only when there
/// is no larger one.
#[must_use]
pub fn fit(
    tables: &Tables,
    rule: &RigHook,
    bait: &MeasuredBait,
    point: Point,
    wire: Wire,
) -> HookFit {
    let (bait_mm, depth_mm) = (
        bait.length.get::<millimeter>(),
        bait.depth.get::<millimeter>(),
    );
    let style = style(rule, bait_mm, point);
    let factor = tables.hook_style(style);
    let share = if point == Point::Weedless {
        rule.weedless_gap_over_depth
    } else {
        rule.gap_over_depth
    };
    let wanted_gap = share * depth_mm;
    let cost = |size: &HookSize| {
        let gap = size.gap_mm * factor.gap / wanted_gap;
        let length = size.length_mm * factor.length / bait_mm;
        let tight = if gap < TIGHT {
            10.0 + 10.0 * (TIGHT / gap).ln()
        } else {
            0.0
        };
        let long = (length / rule.length_most).ln().max(0.0) * 3.0;
        tight + long + gap.ln().abs() + 0.5 * (length / rule.length_target).ln().abs()
    };
    let sizes = &tables.hooks.size;
    let best = (0..sizes.len())
        .min_by(|&a, &b| cost(&sizes[a]).total_cmp(&cost(&sizes[b])))
        .unwrap_or(0);
    let size = &sizes[best];
    let gap_mm = size.gap_mm * factor.gap;
    let measured = MeasuredHook {
        gap_mm,
        length_mm: size.length_mm * factor.length,
        wire_mm: tables.wire_mm(wire, gap_mm),
    };
    let exit_mm = measured.exit_mm(depth_mm);
    HookFit {
        size: size.label.clone(),
        style,
        measured,
        exit_mm,
        near: [best.checked_sub(1), Some(best + 1)]
            .into_iter()
            .flatten()
            .filter_map(|i| sizes.get(i).map(|s| s.label.clone()))
            .collect(),
        gap_ratio: gap_mm / wanted_gap,
        length_ratio: measured.length_mm / bait_mm,
        past_tail_root: exit_mm > bait.tail_root.get::<millimeter>(),
    }
}

/// Wire by the strength of what is tied to it.
#[must_use]
pub fn wire_for(tables: &Tables, leader_lb: f64) -> Wire {
    tables
        .hooks
        .wire
        .iter()
        .find(|w| leader_lb <= w.most_leader_lb)
        .map_or(Wire::Heavy, |w| w.code)
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Worked by hand: gap 10, length 30, bait 6 deep: centre of the bend at
    /// 25, radius 5, the back 2 below it: 25 + √(25 − 4) = 29.58.
    #[test]
    fn the_exit_mark_follows_the_bend() {
        let hook = MeasuredHook {
            gap_mm: 10.0,
            length_mm: 30.0,
            wire_mm: 0.8,
        };
        assert!((hook.exit_mm(6.0) - 29.583).abs() < 1e-3);
        assert!((hook.exit_mm(10.0) - 30.0).abs() < 1e-9);
        assert!((hook.exit_mm(40.0) - 25.0).abs() < 1e-9);
    }
}
