//! Baits from above or from behind, where that view tells them apart.

use yarrowfen_core::base::codes::BaitForm;

use super::baits::LaidBait;
use super::path::{Path, Pt, band, closed, ellipse, mirrored, scaled_points};

const SPLIT_BODY: &[Pt] = &[
    (0.0, 0.0),
    (0.006, -0.18),
    (0.03, -0.31),
    (0.08, -0.42),
    (0.16, -0.49),
    (0.27, -0.5),
    (0.42, -0.43),
    (0.55, -0.34),
    (0.65, -0.28),
    (0.8, -0.42),
    (0.92, -0.62),
    (1.0, -0.86),
];
const SPLIT_INNER: &[Pt] = &[(1.0, -0.86), (0.93, -0.44), (0.82, -0.17), (0.66, 0.0)];
const CRAW_BODY: &[Pt] = &[
    (0.0, -0.16),
    (0.006, -0.26),
    (0.03, -0.34),
    (0.07, -0.37),
    (0.12, -0.37),
    (0.2, -0.42),
    (0.3, -0.5),
    (0.4, -0.5),
    (0.48, -0.42),
    (0.54, -0.28),
    (0.585, -0.12),
    (0.6, 0.0),
];
const CRAW_CLAW: [&[Pt]; 4] = [
    &[
        (0.48, 0.3),
        (0.56, 0.44),
        (0.63, 0.62),
        (0.7, 0.95),
        (0.8, 1.1),
        (0.91, 1.02),
        (1.0, 0.74),
    ],
    &[(1.0, 0.74), (0.93, 0.74), (0.845, 0.7)],
    &[(0.845, 0.7), (0.91, 0.6), (0.965, 0.46)],
    &[
        (0.965, 0.46),
        (0.86, 0.38),
        (0.76, 0.44),
        (0.68, 0.42),
        (0.6, 0.28),
        (0.53, 0.14),
    ],
];
const CREATURE_BODY: &[Pt] = &[
    (0.0, -0.19),
    (0.006, -0.29),
    (0.03, -0.4),
    (0.08, -0.48),
    (0.16, -0.5),
    (0.28, -0.5),
    (0.4, -0.45),
    (0.5, -0.37),
    (0.56, -0.27),
    (0.63, -0.12),
    (0.65, 0.0),
];
const FLAPPER: &[Pt] = &[
    (0.5, 0.3),
    (0.58, 0.46),
    (0.7, 0.74),
    (0.84, 0.98),
    (0.95, 0.96),
    (1.0, 0.8),
    (0.97, 0.58),
    (0.86, 0.42),
    (0.72, 0.28),
    (0.6, 0.1),
    (0.54, 0.02),
];
const SHORT_ARM: &[Pt] = &[(0.17, 0.4), (0.21, 0.8), (0.24, 0.98), (0.31, 1.0)];
const CURLED_ARM: &[Pt] = &[
    (0.32, 0.4),
    (0.36, 1.15),
    (0.44, 1.45),
    (0.53, 1.35),
    (0.57, 1.3),
    (0.57, 1.12),
    (0.53, 1.1),
];

/// From where a form tells more than from its side, in words, and the bait so.
#[must_use]
pub fn laid(form: BaitForm, l: f64, d: f64) -> Option<(&'static str, LaidBait)> {
    const ABOVE: &str = "from above";
    match form {
        BaitForm::SplitTail => Some((ABOVE, split_tail(l, 0.84 * d))),
        BaitForm::Craw => Some((ABOVE, craw(l, 1.15 * d))),
        BaitForm::Creature => Some((ABOVE, creature(l, 0.85 * d))),
        BaitForm::PaddleTail => Some(("from behind", paddle(d, 0.8 * d))),
        BaitForm::SlimShad => Some(("from behind", paddle(d, 0.84 * d))),
        _ => None,
    }
}

fn points(list: &[Pt], l: f64, y: f64) -> Vec<Pt> {
    scaled_points(list, (0.0, l), y)
}

fn split_tail(l: f64, y: f64) -> LaidBait {
    let (back, inner) = (points(SPLIT_BODY, l, y), points(SPLIT_INNER, l, y));
    let (belly, lower): (Vec<Pt>, Vec<Pt>) = (
        mirrored(&back).into_iter().rev().collect(),
        mirrored(&inner).into_iter().rev().collect(),
    );
    let eye = |side: f64| ellipse((0.065 * l, side * 0.37 * y), 0.1 * y, 0.1 * y);
    LaidBait {
        body: Path::at(back[0])
            .smooth(&back)
            .smooth(&inner)
            .smooth(&lower)
            .smooth(&belly)
            .closed(),
        lines: eye(1.0) + &eye(-1.0),
        ..LaidBait::default()
    }
}

fn craw(l: f64, y: f64) -> LaidBait {
    let back = points(CRAW_BODY, l, y);
    let claw = |side: f64| {
        let runs = CRAW_CLAW.map(|run| points(run, l, side * y));
        let start = Path::at(runs[0][0]);
        runs.iter().fold(start, |p, run| p.smooth(run)).closed()
    };
    let leg = |side: f64, i: i32| {
        let x = 0.28 + 0.05 * f64::from(i);
        let line = [
            (x * l, side * 0.45 * y),
            ((x + 0.02) * l, side * 0.74 * y),
            ((x + 0.06) * l, side * 0.95 * y),
        ];
        band(&line, |q| 0.03 * y * (1.0 - 0.5 * q))
    };
    let ring = |x: f64| {
        let (top, foot, bow) = (
            (x * l, -0.34 * y),
            (x * l, 0.34 * y),
            (x * l + 0.12 * y, 0.0),
        );
        Path::at(top).cubic(bow, bow, foot).open()
    };
    let both = [1.0, -1.0];
    let legs = both
        .into_iter()
        .flat_map(|s| (0..4).map(move |i| leg(s, i)));
    LaidBait {
        far: both.into_iter().map(claw).collect(),
        fine: [legs.collect(), Vec::new()],
        body: closed(&back, &mirrored(&back)),
        lines: [0.05, 0.09, 0.13, 0.17, 0.21, 0.25].map(ring).concat()
            + &Path::at((0.3 * l, 0.0)).line((0.52 * l, 0.0)).open(),
        ..LaidBait::default()
    }
}

fn creature(l: f64, y: f64) -> LaidBait {
    let back = points(CREATURE_BODY, l, y);
    let flapper = |side: f64| {
        let line = points(FLAPPER, l, side * y);
        Path::at(line[0]).smooth(&line).closed()
    };
    let arm = |list: &[Pt], side: f64| band(&points(list, l, side * y), |q| y * (0.09 - 0.04 * q));
    let rib = |i: i32| {
        let x = (0.06 + 0.049 * f64::from(i)) * l;
        let bow = (x + 0.16 * y, 0.0);
        Path::at((x, -0.42 * y))
            .cubic(bow, bow, (x, 0.42 * y))
            .open()
    };
    let both = [1.0, -1.0];
    let arms = |s: f64| [arm(SHORT_ARM, s), arm(CURLED_ARM, s)];
    LaidBait {
        far: both.into_iter().map(flapper).collect(),
        fine: [both.into_iter().flat_map(arms).collect(), Vec::new()],
        body: closed(&back, &mirrored(&back)),
        lines: (0..10).map(rib).collect(),
        ..LaidBait::default()
    }
}

/// Body and paddle from behind: the paddle stands across.
fn paddle(d: f64, p: f64) -> LaidBait {
    LaidBait {
        far: vec![ellipse((0.0, 0.0), 0.42 * d, 0.5 * d)],
        body: ellipse((0.0, 0.16 * d), 0.44 * p, 0.5 * p),
        lines: ellipse((0.0, 0.0), 0.1 * d, 0.1 * d),
        ..LaidBait::default()
    }
}
