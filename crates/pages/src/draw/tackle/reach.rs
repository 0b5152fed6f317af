//! Outlines told as points: how far they reach, and where a ray meets them.

use super::path::Pt;

/// The runs of a path of `M`, `L`, `Q`, `C` and `Z` as points along them.
#[must_use]
pub fn flattened(path: &str) -> Vec<Vec<Pt>> {
    let mut runs: Vec<Vec<Pt>> = Vec::new();
    let mut numbers: Vec<f64> = Vec::new();
    let mut command = ' ';
    let mut token = String::new();
    for c in path.chars().chain(['Z']) {
        if c.is_ascii_alphabetic() || c == ' ' {
            if let Ok(v) = token.parse() {
                numbers.push(v);
            }
            token.clear();
            if c != ' ' {
                add_run(&mut runs, command, &numbers);
                numbers.clear();
                command = c;
            }
        } else {
            token.push(c);
        }
    }
    runs
}

/// Steps in which a curve is told as points.
const STEPS: i32 = 12;

fn add_run(runs: &mut Vec<Vec<Pt>>, command: char, v: &[f64]) {
    match (command, v) {
        ('M', [x, y]) => runs.push(vec![(*x, *y)]),
        (_, _) => {
            let Some(run) = runs.last_mut() else { return };
            let Some(&from) = run.last() else { return };
            match (command, v) {
                ('L', [x, y]) => run.push((*x, *y)),
                ('Q', [ax, ay, x, y]) => {
                    let third = |p: f64, c: f64| p + (c - p) * 2.0 / 3.0;
                    let a = (third(from.0, *ax), third(from.1, *ay));
                    let b = (third(*x, *ax), third(*y, *ay));
                    run.extend(on_cubic(from, a, b, (*x, *y)));
                }
                ('C', [ax, ay, bx, by, x, y]) => {
                    run.extend(on_cubic(from, (*ax, *ay), (*bx, *by), (*x, *y)));
                }
                _ => {}
            }
        }
    }
}

fn on_cubic(from: Pt, a: Pt, b: Pt, to: Pt) -> impl Iterator<Item = Pt> {
    (1..=STEPS).map(move |step| {
        let t = f64::from(step) / f64::from(STEPS);
        let u = 1.0 - t;
        let on = |p: f64, a: f64, b: f64, q: f64| {
            u * u * u * p + 3.0 * u * u * t * a + 3.0 * u * t * t * b + t * t * t * q
        };
        (on(from.0, a.0, b.0, to.0), on(from.1, a.1, b.1, to.1))
    })
}

/// Left, top, right and bottom of paths; none where there is no point.
#[must_use]
pub fn bounds<'a>(paths: impl Iterator<Item = &'a str>) -> Option<[f64; 4]> {
    let mut all = paths.flat_map(flattened).flatten();
    let first = all.next()?;
    Some(all.fold([first.0, first.1, first.0, first.1], |b, p| {
        [b[0].min(p.0), b[1].min(p.1), b[2].max(p.0), b[3].max(p.1)]
    }))
}

/// Where a ray from a place first meets an outline from outside: the farthest crossing.
#[must_use]
pub fn farthest(outline: &str, from: Pt, along: Pt) -> Option<Pt> {
    let mut best: Option<f64> = None;
    for run in flattened(outline) {
        let next = run.iter().skip(1).chain(run.first());
        for (a, b) in run.iter().zip(next) {
            let (ex, ey) = (b.0 - a.0, b.1 - a.1);
            let cross = along.0 * ey - along.1 * ex;
            if cross.abs() < 1e-12 {
                continue;
            }
            let (wx, wy) = (a.0 - from.0, a.1 - from.1);
            let t = (wx * ey - wy * ex) / cross;
            let s = (wx * along.1 - wy * along.0) / cross;
            if t > 0.0 && (0.0..=1.0).contains(&s) && best.is_none_or(|b| t > b) {
                best = Some(t);
            }
        }
    }
    best.map(|t| (from.0 + t * along.0, from.1 + t * along.1))
}

#[cfg(test)]
mod tests {
    use super::super::path::{Path, ellipse};
    use super::*;

    #[test]
    fn a_round_outline_reaches_as_far_as_its_radii() {
        let b = bounds([ellipse((3.0, 0.0), 2.0, 1.0).as_str()].into_iter()).unwrap_or_default();
        assert!(
            (b[0] - 1.0).abs() < 0.02 && (b[2] - 5.0).abs() < 0.02,
            "{b:?}"
        );
        assert!(
            (b[1] + 1.0).abs() < 0.02 && (b[3] - 1.0).abs() < 0.02,
            "{b:?}"
        );
    }

    #[test]
    fn half_a_circle_bulges_to_its_radius() {
        let from = (10.0, 0.0);
        let path = Path::at(from).half_circle(from, (10.0, -8.0)).open();
        let b = bounds([path.as_str()].into_iter()).unwrap_or_default();
        assert!(
            (b[2] - 14.0).abs() < 0.05 && (b[0] - 10.0).abs() < 0.05,
            "{b:?}"
        );
    }

    #[test]
    fn a_ray_meets_the_far_side() {
        let ball = ellipse((0.0, 0.0), 1.0, 1.0);
        let met = farthest(&ball, (0.0, 0.0), (-0.6, -0.8)).unwrap_or_default();
        assert!(
            (met.0 + 0.6).abs() < 0.02 && (met.1 + 0.8).abs() < 0.02,
            "{met:?}"
        );
    }
}
