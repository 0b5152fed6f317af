//! The bottom along a cast: depth over distance.

use crate::base::FieldError;
use crate::base::codes::Direction;
use crate::base::text::{Arg, Said, sentences};

/// Most points that are taken; more would be finer than any sounder.
pub const MOST_POINTS: usize = 100_000;
/// Longest profile, m.
pub const MOST_M: f64 = 2000.0;
/// Deepest, m.
pub const DEEPEST_M: f64 = 200.0;
/// Points that a cast is computed with: finer than a lure is long on most casts.
const KNOTS: usize = 512;

fn place(at: usize) -> Arg {
    Arg::Text(at.to_string())
}

/// Depth over distance from the bank, checked: at least two points, distances
/// rising, depths not under 0.
#[derive(Debug, Clone, PartialEq)]
pub struct Profile {
    pub(super) points: Vec<(f64, f64)>,
}

impl Profile {
    /// From (distance, depth) in m.
    ///
    /// # Errors
    /// Every point that cannot be, up to twenty, by its place in the list.
    pub fn new(points: Vec<(f64, f64)>) -> Result<Self, Vec<FieldError>> {
        let mut faults = Vec::new();
        let mut fault = |at: usize, what: Said| {
            if faults.len() < 20 {
                faults.push(FieldError::new(
                    "profile",
                    sentences::fault_point(place(at + 1), what.into()),
                ));
            }
        };
        if points.len() > MOST_POINTS {
            let what = sentences::fault_points(place(points.len()), place(MOST_POINTS));
            return Err(vec![FieldError::new("profile", what)]);
        }
        for (i, (distance, depth)) in points.iter().enumerate() {
            if !(0.0..=MOST_M).contains(distance) {
                fault(i, sentences::fault_point_distance(Arg::Number(MOST_M, 0)));
            }
            if !(0.0..=DEEPEST_M).contains(depth) {
                fault(i, sentences::fault_point_depth(Arg::Number(DEEPEST_M, 0)));
            }
        }
        for (i, pair) in points.windows(2).enumerate() {
            if pair[1].0 <= pair[0].0 {
                fault(i + 1, sentences::fault_point_order());
            }
        }
        if points.len() < 2 {
            fault(
                points.len().saturating_sub(1),
                sentences::fault_two_points(),
            );
        }
        if points.iter().all(|p| p.1 <= 0.0) && points.len() > 1 {
            fault(0, sentences::fault_no_water());
        }
        if faults.is_empty() {
            Ok(Self { points })
        } else {
            Err(faults)
        }
    }

    /// A flat bottom.
    #[must_use]
    pub fn flat(depth: f64) -> Self {
        let depth = depth.clamp(0.05, DEEPEST_M);
        Self {
            points: vec![(0.0, depth), (MOST_M, depth)],
        }
    }

    /// Its points, nearest to the bank first.
    #[must_use]
    pub fn points(&self) -> &[(f64, f64)] {
        &self.points
    }

    /// How far it reaches from the bank, m.
    #[must_use]
    pub fn reach(&self) -> f64 {
        self.points[self.points.len() - 1].0
    }

    /// Depth at a distance from the bank, m: straight between points, level
    /// beyond its ends.
    #[must_use]
    pub fn depth_at(&self, distance: f64) -> f64 {
        let after = self.points.partition_point(|p| p.0 < distance);
        match (
            after.checked_sub(1).map(|i| self.points[i]),
            self.points.get(after),
        ) {
            (Some(a), Some(b)) => a.1 + (b.1 - a.1) * (distance - a.0) / (b.0 - a.0),
            (Some(a), None) => a.1,
            (None, Some(b)) => b.1,
            (None, None) => 0.0,
        }
    }

    /// The same bottom, thinned to at most `most` points: of each stretch the
    /// shallowest and the deepest stay, so that no edge is lost.
    #[must_use]
    pub fn thinned(&self, most: usize) -> Self {
        if self.points.len() <= most.max(4) {
            return self.clone();
        }
        let stretches = (most.max(4) - 2) / 2;
        let inner = &self.points[1..self.points.len() - 1];
        let mut points = vec![self.points[0]];
        for stretch in inner.chunks(inner.len().div_ceil(stretches)) {
            let by_depth = |a: &&(f64, f64), b: &&(f64, f64)| a.1.total_cmp(&b.1);
            let ends = stretch
                .iter()
                .min_by(by_depth)
                .zip(stretch.iter().max_by(by_depth));
            if let Some((high, low)) = ends {
                let (first, second) = if high.0 <= low.0 {
                    (high, low)
                } else {
                    (low, high)
                };
                points.push(*first);
                if second.0 > first.0 {
                    points.push(*second);
                }
            }
        }
        points.push(self.points[self.points.len() - 1]);
        Self { points }
    }
}

/// The bottom as it lies before the angler: evenly spaced knots, for a fast
/// look, and over which edge a line to the rod would run from each of them.
#[derive(Debug, Clone)]
pub(super) struct Bed {
    step: f64,
    heights: Vec<f64>,
    edges: Vec<usize>,
}

impl Bed {
    /// Of a stretch of `long` m before the angler, with the bank at 0.
    pub(super) fn new(profile: &Profile, direction: Direction, boat: f64, long: f64) -> Self {
        let thinned = profile.thinned(4 * KNOTS);
        let step = long / (KNOTS - 1) as f64;
        let height = |i: usize| {
            let out = step * i as f64;
            let from_bank = match direction {
                Direction::Up => out,
                Direction::Down => boat - out,
            };
            -thinned.depth_at(from_bank)
        };
        let heights: Vec<f64> = (0..KNOTS).map(height).collect();
        let slope = |i: usize, j: usize| (heights[j] - heights[i]) / (step * (i - j) as f64);
        // The steepest look toward the angler: along the chain of edges of the knot before.
        let mut edges = vec![0_usize; KNOTS];
        for i in 1..KNOTS {
            let mut best = i - 1;
            while best > 0 && slope(i, edges[best]) > slope(i, best) {
                best = edges[best];
            }
            edges[i] = best;
        }
        Self {
            step,
            heights,
            edges,
        }
    }

    fn place(&self, x: f64) -> (usize, f64) {
        let at = (x / self.step).clamp(0.0, (KNOTS - 2) as f64 + 0.999_999);
        (at as usize, at.fract())
    }

    /// Height of the bottom (under 0), m.
    pub(super) fn height(&self, x: f64) -> f64 {
        let (i, f) = self.place(x);
        self.heights[i] + f * (self.heights[i + 1] - self.heights[i])
    }

    /// Rise over run away from the angler.
    pub(super) fn slope(&self, x: f64) -> f64 {
        let (i, _) = self.place(x);
        (self.heights[i + 1] - self.heights[i]) / self.step
    }

    /// The edge that a line from here to a far tip would run over.
    pub(super) fn edge(&self, x: f64) -> (f64, f64) {
        let (i, _) = self.place(x);
        let j = self.edges[i];
        (self.step * j as f64, self.heights[j])
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn what_cannot_be_a_bottom_is_named_by_its_point() {
        let faults = |points: &[(f64, f64)]| {
            let found = Profile::new(points.to_vec()).unwrap_err();
            found
                .into_iter()
                .map(|f| f.message)
                .collect::<Vec<_>>()
                .join("; ")
        };
        assert!(faults(&[(0.0, 1.0), (5.0, -2.0)]).contains("point 2: the depth"));
        assert!(faults(&[(0.0, 1.0), (9.0, 2.0), (5.0, 3.0)]).contains("point 3: each distance"));
        assert!(faults(&[(0.0, 1.0)]).contains("two points"));
        assert!(faults(&[]).contains("two points"));
        assert!(faults(&[(0.0, f64::NAN), (f64::INFINITY, 1.0)]).contains("point 1"));
        assert!(faults(&[(0.0, 0.0), (5.0, 0.0)]).contains("no water"));
        let many = (0..200_000).map(|i| (f64::from(i) * 0.01, 1.0)).collect();
        assert!(
            Profile::new(many).unwrap_err()[0]
                .message
                .contains("more than")
        );
    }

    #[test]
    fn a_hundred_thousand_points_are_thinned_and_keep_their_edges() {
        let depth = |i: i32| if i == 40_321 { 0.5 } else { 3.0 };
        let all = (0..100_000)
            .map(|i| (f64::from(i) * 0.001, depth(i)))
            .collect();
        let fine = Profile::new(all).unwrap();
        let thin = fine.thinned(1000);
        assert!(thin.points().len() <= 1000);
        assert!(
            (thin.depth_at(40.321) - 0.5).abs() < 1e-9,
            "the stone is still there"
        );
        assert!((thin.reach() - fine.reach()).abs() < 1e-9);
        assert!(thin.points().windows(2).all(|p| p[0].0 < p[1].0));
    }

    #[test]
    fn a_line_runs_over_the_edge_between() {
        // A sill 1 m under the surface stands between the angler and deep water.
        let sill = Profile::new(vec![
            (0.0, 3.0),
            (9.0, 3.0),
            (10.0, 1.0),
            (11.0, 3.0),
            (30.0, 3.0),
        ])
        .unwrap();
        let bed = Bed::new(&sill, Direction::Up, 0.0, 30.0);
        let (x, z) = bed.edge(20.0);
        assert!((x - 10.0).abs() < 0.2 && z > -1.2, "{x} {z}");
        assert!((bed.height(20.0) + 3.0).abs() < 1e-9);
        let down = Bed::new(&sill, Direction::Down, 30.0, 30.0);
        assert!(
            (down.height(20.0) + 1.0).abs() < 0.1,
            "seen from the other side"
        );
    }
}
