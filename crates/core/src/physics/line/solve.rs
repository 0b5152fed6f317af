//! The shape between two given ends, by shooting.

use super::{Chord, DVec3, Thread};
use crate::base::maths;
use glam::DMat3;

/// What is known of the line beside its two ends.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Pull {
    /// The level part of its pull on the lure, N (a lure dragged along).
    Level(f64),
    /// Its whole pull on the lure, N.
    Total(f64),
    /// How much of it is out, m.
    Length(f64),
}

/// A line in its shape.
#[derive(Debug, Clone, PartialEq)]
pub struct Strung {
    /// Pull on the lure, N, toward the rod and up.
    pub at_lure: DVec3,
    /// Pull at the rod tip, N, that the rod holds against.
    pub at_tip: DVec3,
    /// How much line is out, m.
    pub length: f64,
    /// Farthest that it lies from the straight line between its ends, m.
    pub bow: f64,
    /// Points from lure to tip, m.
    pub points: Vec<DVec3>,
}

/// The line cannot hang so: a pull too weak for its loads, or no length that
/// reaches.
#[derive(Debug, Clone, Copy, PartialEq, Eq, thiserror::Error)]
#[error("the line finds no shape between lure and rod under this pull")]
pub struct NoShape;

/// The three unknowns of each kind of [`Pull`], as numbers of like size.
#[derive(Clone, Copy)]
struct Unknowns {
    pull: Pull,
    /// Size of a pull and of a length, to scale by.
    scale: (f64, f64),
}

impl Unknowns {
    fn pack(&self, t: DVec3, length: f64) -> DVec3 {
        let (n, m) = self.scale;
        match self.pull {
            Pull::Length(_) => t / n,
            Pull::Level(_) => DVec3::new(maths::atan2(t.y, t.x), t.z / n, length / m),
            Pull::Total(total) => {
                let up = maths::asin((t.z / total).clamp(-1.0, 1.0));
                DVec3::new(maths::atan2(t.y, t.x), up, length / m)
            }
        }
    }

    fn unpack(&self, q: DVec3) -> (DVec3, f64) {
        let (n, m) = self.scale;
        let turned =
            |level: f64, up: f64| DVec3::new(level * maths::cos(q.x), level * maths::sin(q.x), up);
        match self.pull {
            Pull::Length(length) => (q * n, length),
            Pull::Level(level) => (turned(level, q.y * n), q.z * m),
            Pull::Total(total) => (
                turned(total * maths::cos(q.y), total * maths::sin(q.y)),
                q.z * m,
            ),
        }
    }
}

/// Farthest miss of the tip that counts as hit, as a share of the chord.
const HIT: f64 = 1e-6;

impl Thread<'_> {
    /// The shape from a lure to a rod tip.
    ///
    /// Starts from the taut chord and mends the three unknowns by Newton's
    /// method, its matrix measured once and kept up by Broyden's rank-one
    /// update (published: C. G. Broyden, *Math. Comp.* 19 (1965) 577).
    ///
    /// # Errors
    /// [`NoShape`] where there is none within 60 trials.
    pub fn between(&self, lure: DVec3, tip: DVec3, pull: Pull) -> Result<Strung, NoShape> {
        let chord = Chord::new(self.line, self.stream, lure, tip);
        let (unknowns, start) = first_guess(&chord, pull)?;
        let found = self.search(lure, tip, chord.length, &unknowns, start)?;
        let (at_lure, length) = unknowns.unpack(found);
        let points = self.points(lure, at_lure, length);
        let off = |p: DVec3| (p - lure).reject_from_normalized(chord.way).length();
        Ok(Strung {
            at_lure,
            at_tip: points[points.len() - 1].pull,
            length,
            bow: points.iter().map(|p| off(p.at)).fold(0.0, f64::max),
            points: points.iter().map(|p| p.at).collect(),
        })
    }

    fn search(
        &self,
        lure: DVec3,
        tip: DVec3,
        chord: f64,
        unknowns: &Unknowns,
        mut q: DVec3,
    ) -> Result<DVec3, NoShape> {
        let miss = |q: DVec3| {
            let (t, length) = unknowns.unpack(q);
            (self.end(lure, t, length).at - tip) / chord
        };
        let measure = |q: DVec3, here: DVec3| {
            let column = |by: DVec3| (miss(q + 1e-6 * by) - here) / 1e-6;
            DMat3::from_cols(column(DVec3::X), column(DVec3::Y), column(DVec3::Z))
        };
        let mut here = miss(q);
        let mut slope = measure(q, here);
        let mut fresh = true;
        for _ in 0..60 {
            if here.length() < HIT {
                return Ok(q);
            }
            if slope.determinant().abs() < 1e-14 || !here.is_finite() {
                return Err(NoShape);
            }
            let mut step = -(slope.inverse() * here);
            let size = step.abs().max_element();
            if size > 0.5 {
                step *= 0.5 / size;
            }
            let mut next = miss(q + step);
            let mut halvings = 0;
            while next.length() > here.length() && halvings < 6 {
                step *= 0.5;
                next = miss(q + step);
                halvings += 1;
            }
            if halvings > 0 && !fresh {
                slope = measure(q, here);
                fresh = true;
                continue;
            }
            let gain = (next - here - slope * step) / step.length_squared();
            slope += DMat3::from_cols(gain * step.x, gain * step.y, gain * step.z);
            (q, here, fresh) = (q + step, next, false);
        }
        Err(NoShape)
    }
}

/// From the taut chord; a given length that is slack starts from a parabola.
fn first_guess(chord: &Chord, pull: Pull) -> Result<(Unknowns, DVec3), NoShape> {
    let loads = chord.whole.length();
    let t = match pull {
        Pull::Level(n) if n > 0.0 => chord.pull_with_level(n),
        Pull::Total(n) if n > 0.0 => chord.pull_with_total(n),
        Pull::Length(m) if m > chord.length => {
            // Bow under a load F across: extra length = F² c / 24 T².
            let across = chord.whole.reject_from_normalized(chord.way).length();
            let extra = (m - chord.length) / chord.length;
            chord.way * (across / (24.0 * extra).sqrt()) + chord.at_lure
        }
        _ => return Err(NoShape),
    };
    let scale = (t.length().max(loads).max(1e-9), chord.length);
    let unknowns = Unknowns { pull, scale };
    let bow = chord.whole.reject_from_normalized(chord.way).length() / t.length().max(1e-12);
    let length = chord.length * (1.0 + (bow * bow / 24.0).min(0.2));
    Ok((unknowns, unknowns.pack(t, length)))
}
