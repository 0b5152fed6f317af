//! Outlines as SVG paths: smooth runs, bands about a line, and scaling.

use std::f64::consts::PI;
use std::fmt::Write;

use yarrowfen_core::base::{maths, printed};

/// A point, mm: x runs back, y down.
pub type Pt = (f64, f64);

/// A number of a drawing, to a hundredth.
fn n(v: f64) -> impl std::fmt::Display {
    printed(v, 2)
}

/// Points of a list in shares, in mm.
#[must_use]
pub fn scaled_points(list: &[Pt], (x0, l): Pt, d: f64) -> Vec<Pt> {
    list.iter().map(|p| (x0 + p.0 * l, p.1 * d)).collect()
}

/// The same list on the other side of the axis.
#[must_use]
pub fn mirrored(points: &[Pt]) -> Vec<Pt> {
    points.iter().map(|p| (p.0, -p.1)).collect()
}

/// A path, built run by run.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Path(String);

impl Path {
    /// One that begins at a point.
    #[must_use]
    pub fn at(p: Pt) -> Self {
        Self(format!("M{} {}", n(p.0), n(p.1)))
    }

    /// A straight line on.
    #[must_use]
    pub fn line(mut self, p: Pt) -> Self {
        let _ = write!(self.0, "L{} {}", n(p.0), n(p.1));
        self
    }

    /// A cubic on.
    #[must_use]
    pub fn cubic(mut self, a: Pt, b: Pt, p: Pt) -> Self {
        let _ = write!(
            self.0,
            "C{} {} {} {} {} {}",
            n(a.0),
            n(a.1),
            n(b.0),
            n(b.1),
            n(p.0),
            n(p.1)
        );
        self
    }

    /// Half a circle on from where the path stands, counter-clockwise as drawn, as two
    /// cubics.
    #[must_use]
    pub fn half_circle(self, from: Pt, to: Pt) -> Self {
        let k = 4.0 / 3.0 * maths::tan(PI / 8.0);
        let middle = (f64::midpoint(from.0, to.0), f64::midpoint(from.1, to.1));
        // From the middle to the start, and to the top of the bulge.
        let (u, v) = (from.0 - middle.0, from.1 - middle.1);
        let (p, q) = (v, -u);
        let at = |a: f64, b: f64| (middle.0 + a * u + b * p, middle.1 + a * v + b * q);
        self.cubic(at(1.0, k), at(k, 1.0), at(0.0, 1.0))
            .cubic(at(-k, 1.0), at(-1.0, k), to)
    }

    /// A smooth run through points (Catmull-Rom as cubics), the first of which is where
    /// the path stands.
    #[must_use]
    pub fn smooth(mut self, points: &[Pt]) -> Self {
        let at = |i: isize| points[i.clamp(0, points.len() as isize - 1) as usize];
        for i in 0..points.len().saturating_sub(1) as isize {
            let (before, from, to, after) = (at(i - 1), at(i), at(i + 1), at(i + 2));
            let a = (
                from.0 + (to.0 - before.0) / 6.0,
                from.1 + (to.1 - before.1) / 6.0,
            );
            let b = (
                to.0 - (after.0 - from.0) / 6.0,
                to.1 - (after.1 - from.1) / 6.0,
            );
            self = self.cubic(a, b, to);
        }
        self
    }

    /// Closed.
    #[must_use]
    pub fn closed(mut self) -> String {
        self.0.push('Z');
        self.0
    }

    /// Left open.
    #[must_use]
    pub fn open(self) -> String {
        self.0
    }
}

/// A closed outline: along the back to the tail, and along the belly to the nose again.
#[must_use]
pub fn closed(back: &[Pt], belly: &[Pt]) -> String {
    let home: Vec<Pt> = belly.iter().rev().copied().collect();
    Path::at(back[0])
        .smooth(back)
        .line(home[0])
        .smooth(&home)
        .closed()
}

/// A band about a smooth line: half widths by the share of the way along it.
#[must_use]
pub fn band(line: &[Pt], half: impl Fn(f64) -> f64) -> String {
    let fine = finely(line);
    let count = fine.len() - 1;
    let mut sides = (Vec::new(), Vec::new());
    for (i, p) in fine.iter().enumerate() {
        let (a, b) = (fine[i.saturating_sub(1)], fine[(i + 1).min(count)]);
        let long = maths::hypot(b.0 - a.0, b.1 - a.1).max(1e-9);
        let w = half(i as f64 / count as f64) / long;
        let across = (-(b.1 - a.1) * w, (b.0 - a.0) * w);
        sides.0.push((p.0 + across.0, p.1 + across.1));
        sides.1.push((p.0 - across.0, p.1 - across.1));
    }
    sides.1.reverse();
    Path::at(sides.0[0])
        .smooth(&sides.0)
        .line(sides.1[0])
        .smooth(&sides.1)
        .closed()
}

/// Points along a smooth run, eight from each to the next.
fn finely(points: &[Pt]) -> Vec<Pt> {
    let at = |i: isize| points[i.clamp(0, points.len() as isize - 1) as usize];
    let mut all = vec![points[0]];
    for i in 0..points.len() as isize - 1 {
        let (p0, p1, p2, p3) = (at(i - 1), at(i), at(i + 1), at(i + 2));
        for step in 1..=8 {
            let t = f64::from(step) / 8.0;
            let run = |a: f64, b: f64, c: f64, d: f64| {
                let (t2, t3) = (t * t, t * t * t);
                0.5 * (2.0 * b
                    + (c - a) * t
                    + (2.0 * a - 5.0 * b + 4.0 * c - d) * t2
                    + (3.0 * b - a - 3.0 * c + d) * t3)
            };
            all.push((run(p0.0, p1.0, p2.0, p3.0), run(p0.1, p1.1, p2.1, p3.1)));
        }
    }
    all
}

/// A path of `M`, `L`, `Q`, `C` and `Z`, each coordinate scaled and moved.
#[must_use]
pub fn scaled(path: &str, (sx, sy): Pt, (x0, y0): Pt) -> String {
    let mut out = String::new();
    let mut along = true;
    for token in path.split_whitespace() {
        match token.parse::<f64>() {
            Ok(v) => {
                let moved = if along { x0 + v * sx } else { y0 + v * sy };
                let _ = write!(out, " {}", n(moved));
                along = !along;
            }
            Err(_) => {
                out.push_str(token);
                along = true;
            }
        }
    }
    out
}

/// An ellipse as a path of cubics.
#[must_use]
pub fn ellipse(middle: Pt, rx: f64, ry: f64) -> String {
    oval(middle, (1.0, 0.0), (rx, ry))
}

/// A point turned about another; degrees, clockwise as drawn.
#[must_use]
pub fn turned(p: Pt, about: Pt, degrees: f64) -> Pt {
    let turn = degrees.to_radians();
    let (sin, cos) = (maths::sin(turn), maths::cos(turn));
    let (x, y) = (p.0 - about.0, p.1 - about.1);
    (about.0 + x * cos - y * sin, about.1 + x * sin + y * cos)
}

/// An oval by its middle, its half length along a direction and its half width across.
#[must_use]
pub fn oval(middle: Pt, along: Pt, half: Pt) -> String {
    let k = 4.0 / 3.0 * maths::tan(PI / 8.0);
    let at = |u: f64, v: f64| {
        let (u, v) = (u * half.0, v * half.1);
        (
            middle.0 + u * along.0 - v * along.1,
            middle.1 + u * along.1 + v * along.0,
        )
    };
    Path::at(at(-1.0, 0.0))
        .cubic(at(-1.0, -k), at(-k, -1.0), at(0.0, -1.0))
        .cubic(at(k, -1.0), at(1.0, -k), at(1.0, 0.0))
        .cubic(at(1.0, k), at(k, 1.0), at(0.0, 1.0))
        .cubic(at(-k, 1.0), at(-1.0, k), at(-1.0, 0.0))
        .closed()
}

/// A path of `M`, `L`, `C`, `Q` and `Z` turned about a place; degrees, clockwise as drawn.
#[must_use]
pub fn turned_path(path: &str, about: Pt, degrees: f64) -> String {
    let mut out = String::new();
    let mut pair: Option<f64> = None;
    let spaced = spaced(path);
    for token in spaced.split_whitespace() {
        match (token.parse::<f64>(), pair.take()) {
            (Ok(y), Some(x)) => {
                let p = turned((x, y), about, degrees);
                let _ = write!(out, " {} {}", n(p.0), n(p.1));
            }
            (Ok(x), None) => pair = Some(x),
            (Err(_), _) => out.push_str(token),
        }
    }
    out
}

/// A path moved.
#[must_use]
pub fn moved(path: &str, by: Pt) -> String {
    scaled(&spaced(path), (1.0, 1.0), by)
}

/// A path with blanks about its letters, as [`scaled`] reads it.
#[must_use]
pub fn spaced(path: &str) -> String {
    path.chars().fold(String::new(), |mut all, c| {
        if c.is_ascii_alphabetic() {
            let _ = write!(all, " {c} ");
        } else {
            all.push(c);
        }
        all
    })
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_path_is_scaled_and_moved() {
        assert_eq!(
            scaled("M 0 0 L 1 -.5 C 1 1 2 2 3 3 Z", (2.0, 4.0), (1.0, 10.0)),
            "M 1 10L 3 8C 3 14 5 18 7 22Z"
        );
    }

    #[test]
    fn a_smooth_run_through_a_straight_line_is_straight() {
        let path = Path::at((0.0, 0.0)).smooth(&[(0.0, 0.0), (3.0, 0.0), (6.0, 0.0)]);
        assert_eq!(path.open(), "M0 0C0.5 0 2 0 3 0C4 0 5.5 0 6 0");
    }

    #[test]
    fn a_quarter_turn_clockwise_as_drawn() {
        let (x, y) = turned((1.0, 0.0), (0.0, 0.0), 90.0);
        assert!(x.abs() < 1e-12 && (y - 1.0).abs() < 1e-12);
    }
}
