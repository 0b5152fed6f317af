//! A lure on the line in steady motion: whether it stays down, the depth it
//! holds, where it is felt.

use super::{Chord, DVec3, LineBody, NoShape, Pull, Stream, Strung, Thread};

/// A lure as the line and the water see it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Towed {
    /// Weight in water, N.
    pub weight: f64,
    /// Drag area drawn along, m².
    pub drag_area: f64,
    /// Lift coefficient times area of the bait, m².
    pub lift_area: f64,
}

impl Towed {
    /// Drag and lift in N of water that runs past with `speed` m/s.
    #[must_use]
    pub fn forces(&self, water: f64, speed: f64) -> (f64, f64) {
        let q = 0.5 * water * speed * speed;
        (q * self.drag_area, q * self.lift_area)
    }
}

/// How hard the line and the water lift a lure that is drawn over the bottom.
#[derive(Debug, Clone, PartialEq)]
pub struct Hold {
    /// The line's upward pull at the lure, N, from the whole shape.
    pub line: f64,
    /// The water's lift on the bait, N.
    pub lift: f64,
    /// Pull on the bottom that is left, N; under 0 it does not stay down.
    pub left: f64,
    /// The line.
    pub strung: Strung,
}

/// Upward pull of the line at a lure with drag `level` N, taken on the taut
/// chord: the surrogate that the weight window computes with.
///
/// Never under 0: a line that sags onto the bottom does not hold it down.
#[must_use]
pub fn lifted(line: &LineBody, stream: &Stream, lure: DVec3, tip: DVec3, level: f64) -> f64 {
    let chord = Chord::new(line, stream, lure, tip);
    chord.pull_with_level(level).z.max(0.0)
}

/// Speed of the water past a lure at a height that is drawn toward the rod, m/s.
fn past_lure(stream: &Stream, z: f64, way: DVec3) -> f64 {
    let level = DVec3::new(way.x, way.y, 0.0).normalize_or_zero();
    (stream.past(z) - stream.drawn * level).length()
}

/// A lure drawn along the bottom: what is left of its weight there.
///
/// # Errors
/// [`NoShape`] where the line has none.
pub fn hold(thread: &Thread<'_>, lure: &Towed, at: DVec3, tip: DVec3) -> Result<Hold, NoShape> {
    let way = (tip - at).normalize_or_zero();
    let speed = past_lure(thread.stream, at.z, way);
    let (drag, lift) = lure.forces(thread.stream.water, speed);
    let strung = thread.between(at, tip, Pull::Level(drag))?;
    let line = strung.at_lure.z;
    Ok(Hold {
        line,
        lift,
        left: lure.weight - lift - line,
        strung,
    })
}

/// Height above the bottom, m, that a steady retrieve or drift holds with the
/// rod this far away: 0 where it drags, the whole depth where it comes up.
///
/// The lure hangs where the line's upward pull and the water's lift are its
/// weight; both grow as it sinks away from a level line, so there is one such
/// height. Found by bisection on the taut chord, then mended once on the whole
/// shape.
///
/// # Errors
/// [`NoShape`] where the line has none at that height.
pub fn height_held(
    thread: &Thread<'_>,
    lure: &Towed,
    away: f64,
    tip_height: f64,
) -> Result<f64, NoShape> {
    let depth = thread.stream.depth;
    let tip = DVec3::new(away, 0.0, tip_height);
    let spare = |up: f64, line: &dyn Fn(DVec3, f64) -> Result<f64, NoShape>| {
        let at = DVec3::new(0.0, 0.0, up - depth);
        let way = (tip - at).normalize_or_zero();
        let speed = past_lure(thread.stream, at.z, way);
        let (drag, lift) = lure.forces(thread.stream.water, speed);
        line(at, drag).map(|pull| lure.weight - lift - pull)
    };
    let taut = |at: DVec3, drag: f64| {
        let chord = Chord::new(thread.line, thread.stream, at, tip);
        Ok(chord.pull_with_level(drag).z)
    };
    let whole = |at: DVec3, drag: f64| {
        let shape = thread.between(at, tip, Pull::Level(drag));
        shape.map(|s| s.at_lure.z)
    };
    let guess = bisect(|up| spare(up, &taut), depth, None)?;
    bisect(|up| spare(up, &whole), depth, Some(guess))
}

/// Where `spare` turns from under 0 to over 0 on the way up from 0 to `most`;
/// within a twentieth of `most` around a first guess, if that brackets it.
fn bisect(
    spare: impl Fn(f64) -> Result<f64, NoShape>,
    most: f64,
    near: Option<f64>,
) -> Result<f64, NoShape> {
    if spare(0.0)? >= 0.0 {
        return Ok(0.0);
    }
    let (mut low, mut high) = (0.0, most);
    if let Some(near) = near {
        let (from, to) = (
            (near - most / 20.0).max(0.0),
            (near + most / 20.0).min(most),
        );
        if spare(from)? < 0.0 && spare(to)? >= 0.0 {
            (low, high) = (from, to);
        }
    }
    if spare(high)? < 0.0 {
        return Ok(most);
    }
    for _ in 0..30 {
        let middle = f64::midpoint(low, high);
        if high - low < 1e-4 * most {
            break;
        }
        if spare(middle)? < 0.0 {
            low = middle;
        } else {
            high = middle;
        }
    }
    Ok(f64::midpoint(low, high))
}

/// What a current and a wind do to the line while a lure falls or rests with
/// the line standing up from it and half a cast hanging in the air.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Background {
    /// Push of the current on the standing line, N.
    pub current: f64,
    /// Push of the wind on the line in the air, N.
    pub wind: f64,
    /// How far the current carries the line off between bottom and surface, m.
    pub carried: f64,
}

/// Pulls on the line that the hand must tell the lure's own from.
///
/// The line leaves a lure on the bottom straight up with the whole weight of
/// the lure on it; the current leans it over. From where it comes out of the
/// water, `hung` m of it lead to a tip at `tip_height` m, across the wind.
///
/// # Errors
/// [`NoShape`] where the lure cannot hold the line up against the current, or
/// the wind carries the line off.
pub fn background(
    thread: &Thread<'_>,
    weight: f64,
    hung: f64,
    tip_height: f64,
) -> Result<Background, NoShape> {
    let depth = thread.stream.depth;
    let lure = DVec3::new(0.0, 0.0, -depth);
    let (mut length, mut out) = (depth, thread.end(lure, DVec3::Z * weight, depth));
    for _ in 0..20 {
        let up = out.pull.z / out.pull.length().max(1e-12);
        if out.at.z.abs() < 1e-5 * depth {
            break;
        }
        length += (-out.at.z / up.max(0.2)).clamp(-depth, depth);
        out = thread.end(lure, DVec3::Z * weight, length);
    }
    let surfaced = out.at.z.abs() < 1e-3 * depth && length < 20.0 * depth;
    if !surfaced {
        return Err(NoShape);
    }
    let level = |v: DVec3| DVec3::new(v.x, v.y, 0.0).length();
    let tip = DVec3::new(hung, 0.0, tip_height);
    let air = thread.between(DVec3::ZERO, tip, Pull::Total(weight))?;
    Ok(Background {
        current: level(out.pull),
        wind: (air.at_lure - air.at_tip).y.abs(),
        carried: level(out.at),
    })
}
