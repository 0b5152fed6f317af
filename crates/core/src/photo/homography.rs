//! The plane map between a picture and a flat thing in it: four points decide it.
//!
//! A pinhole camera maps a plane onto its picture by X = (h₀x + h₁y + h₂) / (h₆x + h₇y + 1)
//! and Y likewise (Hartley & Zisserman, *Multiple View Geometry*, 2nd ed., §2.3 and
//! algorithm 4.1; from memory). Points are shifted to their middle and scaled first, as
//! they advise (§4.4), so that the system is well conditioned.

use crate::base::maths;
use crate::physics::least_squares::invert;

/// A place: in a picture in pixels, on the plane in millimetres.
pub type Place = (f64, f64);

/// A map from picture to plane.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Homography {
    h: [f64; 8],
    from: Scaling,
    to: Scaling,
}

/// Shift to the middle, and scale.
#[derive(Debug, Clone, Copy, PartialEq)]
struct Scaling {
    middle: Place,
    size: f64,
}

impl Scaling {
    fn of(points: &[Place; 4]) -> Self {
        let mean = |of: fn(&Place) -> f64| points.iter().map(of).sum::<f64>() / 4.0;
        let middle = (mean(|p| p.0), mean(|p| p.1));
        let far = |p: &Place| maths::hypot(p.0 - middle.0, p.1 - middle.1);
        Self {
            middle,
            size: (points.iter().map(far).sum::<f64>() / 4.0).max(1e-12),
        }
    }

    fn scaled(self, p: Place) -> Place {
        (
            (p.0 - self.middle.0) / self.size,
            (p.1 - self.middle.1) / self.size,
        )
    }

    fn back(self, p: Place) -> Place {
        (
            p.0 * self.size + self.middle.0,
            p.1 * self.size + self.middle.1,
        )
    }
}

/// Three places lie on a line where the triangle between them is smaller than this, about
/// places a unit from their middle.
const LEAST_AREA: f64 = 1e-3;

/// The triangle of three of four places, without the one named; below 0 turned the other
/// way.
fn area(places: &[Place; 4], without: usize) -> f64 {
    let p = |k: usize| places[(without + k) % 4];
    let (a, b, c) = (p(1), p(2), p(3));
    ((b.0 - a.0) * (c.1 - a.1) - (c.0 - a.0) * (b.1 - a.1)) / 2.0
}

impl Homography {
    /// The map that takes four places of a picture to four of the plane; none where three
    /// of them lie on a line.
    #[must_use]
    pub fn of(picture: &[Place; 4], plane: &[Place; 4]) -> Option<Self> {
        let (from, to) = (Scaling::of(picture), Scaling::of(plane));
        let scaled = picture.map(|p| from.scaled(p));
        if (0..4).any(|k| area(&scaled, k).abs() < LEAST_AREA) {
            return None;
        }
        let (mut rows, mut wanted) = ([[0.0; 8]; 8], [0.0; 8]);
        for k in 0..4 {
            let ((x, y), (u, v)) = (from.scaled(picture[k]), to.scaled(plane[k]));
            rows[2 * k] = [x, y, 1.0, 0.0, 0.0, 0.0, -u * x, -u * y];
            rows[2 * k + 1] = [0.0, 0.0, 0.0, x, y, 1.0, -v * x, -v * y];
            wanted[2 * k] = u;
            wanted[2 * k + 1] = v;
        }
        let inverse = invert(rows)?;
        let h = inverse.map(|row| row.iter().zip(wanted).map(|(a, b)| a * b).sum());
        Some(Self { h, from, to })
    }

    /// Where a place of the picture lies on the plane; none where it would lie at or
    /// beyond the plane's horizon.
    #[must_use]
    pub fn at(&self, p: Place) -> Option<Place> {
        let ((x, y), h) = (self.from.scaled(p), &self.h);
        let w = h[6] * x + h[7] * y + 1.0;
        (w > 1e-9).then(|| {
            self.to.back((
                (h[0] * x + h[1] * y + h[2]) / w,
                (h[3] * x + h[4] * y + h[5]) / w,
            ))
        })
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    const CARD: [Place; 4] = [(0.0, 0.0), (85.6, 0.0), (85.6, 53.98), (0.0, 53.98)];

    #[test]
    fn a_picture_from_straight_above_is_only_scaled() {
        let picture = CARD.map(|p| (p.0 * 10.0 + 7.0, p.1 * 10.0 + 3.0));
        let map = Homography::of(&picture, &CARD).unwrap();
        let at = map.at((107.0, 203.0)).unwrap();
        assert!((at.0 - 10.0).abs() < 1e-9 && (at.1 - 20.0).abs() < 1e-9);
    }

    #[test]
    fn the_four_places_are_met_and_a_line_of_them_is_refused() {
        let picture = [
            (100.0, 220.0),
            (910.0, 130.0),
            (1040.0, 700.0),
            (60.0, 610.0),
        ];
        let map = Homography::of(&picture, &CARD).unwrap();
        for (from, to) in picture.iter().zip(CARD) {
            let at = map.at(*from).unwrap();
            assert!((at.0 - to.0).abs() < 1e-9 && (at.1 - to.1).abs() < 1e-9);
        }
        let line = [(0.0, 0.0), (1.0, 1.0), (2.0, 2.0), (0.0, 5.0)];
        assert_eq!(Homography::of(&line, &CARD), None);
    }
}
