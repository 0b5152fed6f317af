//! Running along the line from the lure with a known pull.

use super::{DVec3, LineBody, Stream};

/// Tensions below this have no direction, N.
const SLACK: f64 = 1e-12;

/// A point of the line.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Point {
    pub at: DVec3,
    /// Pull of the part above on the part below, N.
    pub pull: DVec3,
}

impl Point {
    fn way(&self) -> DVec3 {
        let t = self.pull.length();
        if t < SLACK { DVec3::Z } else { self.pull / t }
    }
}

/// A line in its surroundings.
#[derive(Debug, Clone, Copy)]
pub struct Thread<'a> {
    /// The line.
    pub line: &'a LineBody,
    /// Water and air.
    pub stream: &'a Stream,
    /// Steps from end to end: 16 keep pull and shape within a thousandth.
    pub steps: usize,
}

impl<'a> Thread<'a> {
    /// With the usual number of steps.
    #[must_use]
    pub fn new(line: &'a LineBody, stream: &'a Stream) -> Self {
        Self {
            line,
            stream,
            steps: 16,
        }
    }

    /// Slope of (place, pull) along the line.
    fn slope(&self, wet: bool, p: &Point) -> (DVec3, DVec3) {
        let way = p.way();
        (way, -self.stream.load(self.line, wet, p.at.z, way))
    }

    /// One step of the classical fourth-order Runge-Kutta method.
    fn step(&self, wet: bool, p: &Point, ds: f64) -> Point {
        let on = |k: (DVec3, DVec3), h: f64| Point {
            at: p.at + h * k.0,
            pull: p.pull + h * k.1,
        };
        let k1 = self.slope(wet, p);
        let k2 = self.slope(wet, &on(k1, ds / 2.0));
        let k3 = self.slope(wet, &on(k2, ds / 2.0));
        let k4 = self.slope(wet, &on(k3, ds));
        Point {
            at: p.at + ds / 6.0 * (k1.0 + 2.0 * (k2.0 + k3.0) + k4.0),
            pull: p.pull + ds / 6.0 * (k1.1 + 2.0 * (k2.1 + k3.1) + k4.1),
        }
    }

    /// Steps over the surface are split there, where water turns to air.
    fn step_through(&self, p: &Point, ds: f64) -> Point {
        let wet = p.at.z < 0.0 || (p.at.z == 0.0 && p.pull.z < 0.0);
        let next = self.step(wet, p, ds);
        let crosses = (next.at.z >= 0.0) == wet && next.at.z != p.at.z && p.at.z != 0.0;
        if !crosses {
            return next;
        }
        let mut share = (p.at.z / (p.at.z - next.at.z)).clamp(0.0, 1.0);
        let mut at = self.step(wet, p, share * ds);
        // One step of the secant brings it to the surface for good.
        let slope = (at.at.z - p.at.z) / share;
        if slope.abs() > 1e-9 {
            share = (share - at.at.z / slope).clamp(0.0, 1.0);
            at = self.step(wet, p, share * ds);
        }
        self.step(!wet, &at, (1.0 - share) * ds)
    }

    /// The line's far end, `length` m along from a lure at `from` that it pulls
    /// with `pull`.
    pub(super) fn end(&self, from: DVec3, pull: DVec3, length: f64) -> Point {
        let ds = length / self.steps as f64;
        let start = Point { at: from, pull };
        (0..self.steps).fold(start, |p, _| self.step_through(&p, ds))
    }

    /// Every point on the way, the lure first.
    pub(super) fn points(&self, from: DVec3, pull: DVec3, length: f64) -> Vec<Point> {
        let ds = length / self.steps as f64;
        let mut all = vec![Point { at: from, pull }];
        for _ in 0..self.steps {
            let next = self.step_through(&all[all.len() - 1], ds);
            all.push(next);
        }
        all
    }
}
