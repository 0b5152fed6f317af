//! Hooks: each style from its gap, length and wire, with point and barb.

use yarrowfen_core::base::codes::HookStyle;
use yarrowfen_core::base::maths;
use yarrowfen_core::gear::hook::MeasuredHook;
use yarrowfen_core::gear::seat::point_mm;

use super::path::{Path, Pt, turned};

/// A hook laid to scale: the wire's centre line, and the point as an outline.
#[derive(Debug, Clone, PartialEq)]
pub struct LaidHook {
    /// The wire from eye or face to where the point begins.
    pub wire: String,
    /// Point and barb.
    pub point: String,
    /// The tip.
    pub tip: Pt,
    /// How far back the bend reaches.
    pub back: f64,
    /// How far down and up it reaches.
    pub low: f64,
    /// See `low`.
    pub high: f64,
}

/// Measures of a hook, mm.
#[derive(Debug, Clone, Copy)]
pub struct HookSize {
    /// Shank to point.
    pub gap: f64,
    /// From face or eye to the outside of the bend.
    pub length: f64,
    /// Thickness of the wire.
    pub wire: f64,
}

impl HookSize {
    /// Of a hook that was measured, or whose number says it.
    #[must_use]
    pub fn of(hook: &MeasuredHook) -> Self {
        Self {
            gap: hook.gap_mm,
            length: hook.length_mm,
            wire: hook.wire_mm,
        }
    }
}

/// A hook with its face or eye at a place, turned about it by degrees (clockwise as
/// drawn: the point goes down).
#[must_use]
pub fn laid(style: HookStyle, size: HookSize, at: Pt, degrees: f64) -> LaidHook {
    laid_from(style, size, at, degrees, 0.0)
}

/// The same, its wire seen only from a place behind the face on: metal holds what lies
/// before it.
#[must_use]
pub fn laid_from(style: HookStyle, size: HookSize, at: Pt, degrees: f64, from: f64) -> LaidHook {
    let runs = runs(style, size);
    let place = |p: Pt| turned((at.0 + p.0, at.1 + p.1), at, degrees);
    let mut stands = place((from, 0.0));
    let mut path = Path::at(stands);
    for run in &runs.before {
        let (Run::Line(to) | Run::Cubic(_, _, to) | Run::Half(to)) = *run;
        let to = place(to);
        path = match *run {
            Run::Line(_) => path.line(to),
            Run::Cubic(a, b, _) => path.cubic(place(a), place(b), to),
            Run::Half(_) => path.half_circle(stands, to),
        };
        stands = to;
    }
    let point = |p: Pt| place((runs.tip.0 + p.0, runs.tip.1 + p.1));
    let (g, w) = (size.gap, size.wire);
    let long = (0.3 * g).max(3.0 * w);
    let spear = Path::at(point((0.0, 0.0)))
        .line(point((long, -w / 2.0)))
        .line(point((0.4 * g, 0.3 * w)))
        .line(point((0.45 * g, 0.5 * w + 0.1 * g)))
        .line(point((0.24 * g, 0.28 * w)))
        .line(point((0.0, 0.0)));
    let tip = place(runs.tip);
    let corners = [(runs.back, runs.tip.1), (runs.back, runs.low)].map(place);
    let ys = corners.iter().map(|p| p.1).chain([tip.1, at.1]);
    LaidHook {
        wire: path.line(point((0.3 * g, 0.0))).open(),
        point: spear.closed(),
        tip,
        back: corners.iter().map(|p| p.0).fold(tip.0, f64::max),
        low: ys.clone().fold(f64::MIN, f64::max),
        high: ys.fold(f64::MAX, f64::min),
    }
}

/// By how much a hook is turned about its eye so that its tip lies so far under the
/// back, degrees; found by halving.
#[must_use]
pub fn turn_to(style: HookStyle, size: HookSize, tip_y: f64) -> f64 {
    let y = |degrees: f64| laid(style, size, (0.0, 0.0), degrees).tip.1;
    let (mut up, mut down) = (-40.0, 55.0);
    for _ in 0..40 {
        let middle = f64::midpoint(up, down);
        if y(middle) < tip_y {
            up = middle;
        } else {
            down = middle;
        }
    }
    f64::midpoint(up, down)
}

#[derive(Debug, Clone, Copy)]
enum Run {
    Line(Pt),
    Cubic(Pt, Pt, Pt),
    Half(Pt),
}

struct Runs {
    before: Vec<Run>,
    tip: Pt,
    back: f64,
    low: f64,
}

/// The wire of a style, from its eye at 0, 0.
fn runs(style: HookStyle, size: HookSize) -> Runs {
    let (g, l) = (size.gap, size.length);
    let c = l - g / 2.0;
    match style {
        HookStyle::RoundBend | HookStyle::ShortShank | HookStyle::LongShank => Runs {
            before: vec![Run::Line((c, 0.0)), Run::Half((c, -g))],
            tip: (c - point_mm(style, g), -g),
            back: l,
            low: 0.0,
        },
        HookStyle::WormOffset => {
            let (neck, step) = (0.36 * g, 0.36 * g);
            Runs {
                before: vec![
                    Run::Line((neck - 0.09 * g, 0.0)),
                    Run::Cubic((neck, 0.0), (neck, 0.0), (neck + 0.03 * g, 0.09 * g)),
                    Run::Line((neck + 0.11 * g, step - 0.09 * g)),
                    Run::Cubic(
                        (neck + 0.14 * g, step),
                        (neck + 0.14 * g, step),
                        (neck + 0.23 * g, step),
                    ),
                    Run::Line((c, step)),
                    Run::Half((c, step - g)),
                ],
                tip: (c - point_mm(style, g), step - g),
                back: l,
                low: step,
            }
        }
        HookStyle::WideGap | HookStyle::BellyWeighted => {
            let end = (l - 0.8 * g, 0.945 * g);
            let slope = (end.0 - 0.42 * g, 0.395 * g);
            let long = maths::hypot(slope.0, slope.1).max(1e-9);
            let on = (
                end.0 + 0.3 * g * slope.0 / long,
                end.1 + 0.3 * g * slope.1 / long,
            );
            Runs {
                before: vec![
                    Run::Line((0.3 * g, 0.0)),
                    Run::Line((0.42 * g, 0.55 * g)),
                    Run::Line(end),
                    Run::Cubic(on, (l, 0.95 * g), (l, 0.52 * g)),
                    Run::Cubic(
                        (l, 0.2 * g),
                        (l - 0.16 * g, -0.02 * g),
                        (l - 0.42 * g, -0.02 * g),
                    ),
                ],
                tip: (c - point_mm(style, g), -0.02 * g),
                back: l,
                low: 0.98 * g,
            }
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    const SIZE: HookSize = HookSize {
        gap: 14.0,
        length: 41.0,
        wire: 1.1,
    };

    /// What is said is what is drawn: the gap from shank to point, the length to the bend.
    #[test]
    fn each_style_is_as_long_and_as_wide_as_said() {
        for style in HookStyle::ALL {
            let hook = laid(*style, SIZE, (0.0, 0.0), 0.0);
            assert!((hook.back - 41.0).abs() < 0.41, "{style} {hook:?}");
            let wide = hook.low - hook.tip.1;
            assert!((wide - 14.0).abs() < 0.15, "{style} {wide}");
        }
    }

    #[test]
    fn a_point_is_turned_under_the_back() {
        for style in [HookStyle::WormOffset, HookStyle::WideGap] {
            let degrees = turn_to(style, SIZE, -3.9);
            let tip = laid(style, SIZE, (0.0, 0.0), degrees).tip;
            assert!((tip.1 + 3.9).abs() < 0.01, "{style} {tip:?}");
        }
    }
}
