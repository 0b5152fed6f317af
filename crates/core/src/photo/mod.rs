//! A length measured in a photograph beside something of known size.
//!
//! Four corners of a flat rectangle tell how the plane on which it lies is seen; two more
//! taps on that plane are then a length. What is stated beside it is what tapping, lens
//! and height may have done to it.

mod homography;

pub use homography::{Homography, Place};

use crate::base::maths;

/// What lies beside the thing.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Reference {
    /// Its longer side, mm.
    pub long_mm: f64,
    /// Its shorter side, mm.
    pub short_mm: f64,
}

impl Reference {
    /// A bank card (ISO/IEC 7810, ID-1).
    pub const CARD: Self = Self {
        long_mm: 85.60,
        short_mm: 53.98,
    };
    /// The frame that the program prints.
    pub const FRAME: Self = Self {
        long_mm: 120.0,
        short_mm: 80.0,
    };
}

/// What was tapped, in pixels of the picture.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Taps {
    /// What lies beside the thing.
    pub reference: Reference,
    /// Its corners, in any order.
    pub corners: [Place; 4],
    /// Both ends of the length.
    pub ends: [Place; 2],
    /// Width and height of the picture.
    pub picture: Place,
    /// How far a tap may be off along each side.
    pub tap_px: f64,
}

/// A length with what it may be off by.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Length {
    /// The length, mm.
    pub mm: f64,
    /// It lies within so much of it nine times in ten, mm.
    pub within_mm: f64,
}

/// Why no length comes of it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, thiserror::Error)]
pub enum PhotoFault {
    /// The corners are no rectangle seen by a camera.
    #[error("these four corners make no card: tap each where two edges would meet")]
    NoCard,
    /// The card is too small in the picture to measure by.
    #[error("the card is too small in the picture: go nearer, until it fills a third of it")]
    TooSmall,
    /// The ends lie where the plane is not seen.
    #[error("these two ends do not lie on the card's table: tap them again")]
    OffThePlane,
}

/// Lenses of phones bend straight lines by up to this share of the way to a corner of
/// the picture (v0, common practice).
const LENS: f64 = 0.02;
/// A thing lies so much nearer the camera than the card, as a share of the distance, or
/// further: half a millimetre in 15 cm (v0).
const HEIGHT: f64 = 0.003;
/// Nine in ten of what scatters like a bell lie within so many standard deviations.
const NINE_IN_TEN: f64 = 1.645;
/// Standard deviation of what lies anywhere within ±1 alike.
const EVENLY: f64 = 0.577_350_269;
/// Least side of a card in the picture, px: below, a tap is too coarse.
const LEAST_SIDE_PX: f64 = 60.0;

/// The length between the ends, with what it may be off by.
///
/// # Errors
/// [`PhotoFault`], in words for whoever tapped.
pub fn length(taps: &Taps) -> Result<Length, PhotoFault> {
    let taps = Taps {
        corners: in_order(taps.corners)?,
        ..*taps
    };
    let mm = straight(&taps, 0.0).ok_or(PhotoFault::OffThePlane)?;
    let apart = |other: Option<f64>| other.map(|o| o - mm).ok_or(PhotoFault::OffThePlane);
    let mut variance = maths::square(HEIGHT * mm);
    for k in 0..12 {
        let off = apart(straight(&taps.nudged(k), 0.0))?;
        variance += maths::square(off * EVENLY);
    }
    variance += maths::square(apart(straight(&taps, LENS))? * EVENLY);
    Ok(Length {
        mm,
        within_mm: NINE_IN_TEN * variance.sqrt(),
    })
}

impl Taps {
    /// One coordinate of one tap as far off as it may be.
    fn nudged(&self, k: usize) -> Self {
        let mut taps = *self;
        let place = if k < 8 {
            &mut taps.corners[k / 2]
        } else {
            &mut taps.ends[k / 2 - 4]
        };
        if k.is_multiple_of(2) {
            place.0 += self.tap_px;
        } else {
            place.1 += self.tap_px;
        }
        taps
    }
}

/// The length where the lens bends by a share at the picture's corners: r′ = r (1 + k r²),
/// r over the half diagonal (Brown's first radial term).
fn straight(taps: &Taps, lens: f64) -> Option<f64> {
    let middle = (taps.picture.0 / 2.0, taps.picture.1 / 2.0);
    let half = maths::hypot(middle.0, middle.1);
    let unbent = |p: Place| {
        let (x, y) = (p.0 - middle.0, p.1 - middle.1);
        let by = 1.0 - lens * maths::square(maths::hypot(x, y) / half);
        (middle.0 + x * by, middle.1 + y * by)
    };
    let corners = taps.corners.map(unbent);
    let (long, short) = (taps.reference.long_mm, taps.reference.short_mm);
    let plane = [(0.0, 0.0), (long, 0.0), (long, short), (0.0, short)];
    let map = Homography::of(&corners, &plane)?;
    // The whole card lies before the camera.
    corners.iter().try_for_each(|c| map.at(*c).map(|_| ()))?;
    let [a, b] = taps.ends.map(unbent);
    let (a, b) = (map.at(a)?, map.at(b)?);
    Some(maths::hypot(a.0 - b.0, a.1 - b.1))
}

/// The corners once around, the first two along a longer side.
fn in_order(corners: [Place; 4]) -> Result<[Place; 4], PhotoFault> {
    let finite = |p: &Place| p.0.is_finite() && p.1.is_finite();
    if !corners.iter().all(finite) {
        return Err(PhotoFault::NoCard);
    }
    let middle = (
        corners.iter().map(|p| p.0).sum::<f64>() / 4.0,
        corners.iter().map(|p| p.1).sum::<f64>() / 4.0,
    );
    let mut around = corners;
    let angle = |p: &Place| maths::atan2(p.1 - middle.1, p.0 - middle.0);
    around.sort_by(|a, b| angle(a).total_cmp(&angle(b)));
    let side = |k: usize| {
        let (a, b) = (around[k % 4], around[(k + 1) % 4]);
        (b.0 - a.0, b.1 - a.1)
    };
    let turns = |k: usize| {
        let (a, b) = (side(k), side(k + 1));
        a.0 * b.1 - a.1 * b.0
    };
    // A rectangle seen by a camera bends the same way at each corner.
    if !(0..4).all(|k| turns(k) > 0.0) {
        return Err(PhotoFault::NoCard);
    }
    let long = |k: usize| maths::hypot(side(k).0, side(k).1);
    if (0..4).map(long).fold(f64::MAX, f64::min) < LEAST_SIDE_PX {
        return Err(PhotoFault::TooSmall);
    }
    if long(0) + long(2) < long(1) + long(3) {
        around.rotate_left(1);
    }
    Ok(around)
}
