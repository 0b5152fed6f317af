//! Lengths taken from photographs against what the things truly measure.
//!
//! `photographs.json` was made through OpenCV's camera model (published: Brown 1966 for the
//! lens), by `reference/make_photographs.py` beside it.
#![allow(
    clippy::unwrap_used,
    clippy::indexing_slicing,
    reason = "a test may fail loudly"
)]

use proptest::prelude::*;
use serde::Deserialize;
use yarrowfen_core::photo::{Homography, PhotoFault, Place, Reference, Taps, length};

#[derive(Deserialize)]
struct File {
    picture: Place,
    tap_px: f64,
    photographs: Vec<Photograph>,
}

#[derive(Deserialize)]
struct Photograph {
    corners: [Place; 4],
    lengths: Vec<Tapped>,
}

#[derive(Deserialize)]
struct Tapped {
    of: String,
    mm: f64,
    ends: [Place; 2],
}

fn file() -> File {
    serde_json::from_str(include_str!("photographs.json")).unwrap()
}

#[test]
fn a_length_is_within_half_a_millimetre_or_two_in_a_hundred_and_says_how_sure_it_is() {
    let file = file();
    assert_eq!(file.photographs.len(), 40);
    let (mut all, mut covered, mut stated) = (0, 0, 0.0);
    for (k, photograph) in file.photographs.iter().enumerate() {
        for tapped in &photograph.lengths {
            let found = length(&Taps {
                reference: Reference::CARD,
                corners: photograph.corners,
                ends: tapped.ends,
                picture: file.picture,
                tap_px: file.tap_px,
            })
            .unwrap();
            let off = (found.mm - tapped.mm).abs();
            assert!(
                off < (0.02 * tapped.mm).max(0.5),
                "{k} {}: {:.2} for {:.2}",
                tapped.of,
                found.mm,
                tapped.mm
            );
            all += 1;
            covered += u32::from(off <= found.within_mm);
            stated += found.within_mm / tapped.mm;
        }
    }
    assert!(
        f64::from(covered) >= 0.9 * f64::from(all),
        "{covered} of {all}"
    );
    // It is not sure of nothing: on the mean it states less than six in a hundred.
    assert!(
        stated / f64::from(all) < 0.06,
        "{}",
        stated / f64::from(all)
    );
}

fn flat(ends: [Place; 2]) -> Taps {
    Taps {
        reference: Reference::CARD,
        corners: [
            (100.0, 100.0),
            (956.0, 100.0),
            (956.0, 639.8),
            (100.0, 639.8),
        ],
        ends,
        picture: (1200.0, 900.0),
        tap_px: 2.0,
    }
}

#[test]
fn what_is_no_card_is_refused_in_words() {
    let good = flat([(120.0, 700.0), (420.0, 700.0)]);
    assert!((length(&good).unwrap().mm - 30.0).abs() < 1e-9);
    let bent = Taps {
        corners: [
            (100.0, 100.0),
            (956.0, 100.0),
            (300.0, 200.0),
            (100.0, 639.8),
        ],
        ..good
    };
    assert_eq!(length(&bent), Err(PhotoFault::NoCard));
    let small = Taps {
        corners: good.corners.map(|c| (c.0 / 20.0, c.1 / 20.0)),
        ..good
    };
    assert_eq!(length(&small), Err(PhotoFault::TooSmall));
    let nowhere = Taps {
        corners: [(f64::NAN, 0.0); 4],
        ..good
    };
    assert_eq!(length(&nowhere), Err(PhotoFault::NoCard));
    // Beyond the horizon of a plane that is seen very much askew.
    let askew = Taps {
        corners: [
            (400.0, 400.0),
            (600.0, 400.0),
            (900.0, 700.0),
            (100.0, 700.0),
        ],
        ends: [(500.0, 420.0), (500.0, 100.0)],
        ..good
    };
    assert_eq!(length(&askew), Err(PhotoFault::OffThePlane));
}

proptest! {
    /// The order in which corners are tapped, and which way the picture is held, change nothing.
    #[test]
    fn corners_may_be_tapped_in_any_order(first in 0usize..4, back in any::<bool>(), quarter in 0u8..4) {
        let taps = flat([(130.0, 690.0), (410.0, 730.0)]);
        let mut corners = taps.corners;
        corners.rotate_left(first);
        if back { corners.reverse(); }
        let turn = |p: Place| (0..quarter).fold(p, |p, _| (900.0 - p.1, p.0));
        let turned = Taps {
            corners: corners.map(turn),
            ends: taps.ends.map(turn),
            picture: if quarter % 2 == 0 { taps.picture } else { (taps.picture.1, taps.picture.0) },
            ..taps
        };
        let (one, two) = (length(&taps).unwrap(), length(&turned).unwrap());
        prop_assert!((one.mm - two.mm).abs() < 1e-6);
    }

    /// A plane seen by any camera is seen back as it lies.
    #[test]
    fn a_view_is_undone(h in prop::array::uniform6(-0.2f64..0.2), g in prop::array::uniform2(-0.002f64..0.002), x in 0.0f64..85.0, y in 0.0f64..53.0) {
        let view = |p: Place| {
            let w = g[0] * p.0 + g[1] * p.1 + 1.0;
            (((8.0 + h[0]) * p.0 + h[1] * p.1 + 40.0 * h[2]) / w, (h[3] * p.0 + (8.0 + h[4]) * p.1 + 40.0 * h[5]) / w)
        };
        let plane = [(0.0, 0.0), (85.6, 0.0), (85.6, 53.98), (0.0, 53.98)];
        let back = Homography::of(&plane.map(view), &plane).unwrap().at(view((x, y))).unwrap();
        prop_assert!((back.0 - x).abs() < 1e-6 && (back.1 - y).abs() < 1e-6);
    }

    /// A tap that may be further off never makes a length surer.
    #[test]
    fn a_coarser_tap_is_never_surer(tap in 0.5f64..6.0) {
        let fine = flat([(130.0, 690.0), (410.0, 730.0)]);
        let coarse = Taps { tap_px: tap + 0.5, ..fine };
        let fine = Taps { tap_px: tap, ..fine };
        prop_assert!(length(&coarse).unwrap().within_mm >= length(&fine).unwrap().within_mm);
    }
}
