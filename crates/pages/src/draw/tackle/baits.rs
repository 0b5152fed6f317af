//! Baits: each form from its length and thickest depth, from the side.

use yarrowfen_core::base::codes::BaitForm;
use yarrowfen_core::base::maths;

use super::look::{Look, Part, plastic};
use super::outlines::{Lists, MINNOW, MINNOW_FORK, PADDLE, RIBBON, SLIM, SPLIT, STICK, WORM};
use super::path::{Path, Pt, band, closed, mirrored, scaled_points};

/// A bait laid to scale.
#[derive(Debug, Clone, Default)]
pub struct LaidBait {
    /// Parts on its far side, behind it.
    pub far: Vec<String>,
    /// Its body: what hides a hook.
    pub body: String,
    /// Further parts in front: tails, claws, strands.
    pub parts: Vec<String>,
    /// Strands, legs and arms behind it, and before it.
    pub fine: [Vec<String>; 2],
    /// Ribs, gill, eye and other lines.
    pub lines: String,
    /// The hollow of a hollow body; empty where it is solid.
    pub hollow: String,
}

impl LaidBait {
    /// What of a bait of a depth lies behind the hook.
    #[must_use]
    pub fn behind(&self, depth: f64) -> Vec<Part> {
        let of = |d: &String| plastic(Look::Far, d, depth);
        let mut all = strands(&self.fine[0]);
        all.extend(self.far.iter().flat_map(of));
        all
    }

    /// What lies before it.
    #[must_use]
    pub fn front(&self, depth: f64) -> Vec<Part> {
        let outlines = std::iter::once(&self.body).chain(&self.parts);
        let mut all: Vec<Part> = outlines
            .flat_map(|d| plastic(Look::Plastic, d, depth))
            .collect();
        all.extend(strands(&self.fine[1]));
        all.push(Part::new(Look::PlasticLine, &*self.lines).in_plastic());
        all
    }

    /// All outlines of it.
    #[must_use]
    pub fn outlines(&self) -> Vec<String> {
        let whole = std::iter::once(&self.body)
            .chain(&self.far)
            .chain(&self.parts);
        whole.chain(self.fine.iter().flatten()).cloned().collect()
    }

    /// A hollow body cut open: what lies in it is seen.
    #[must_use]
    pub fn cut_open(self) -> Self {
        Self {
            body: self.body + &self.hollow,
            lines: String::new(),
            ..self
        }
    }
}

fn strands(all: &[String]) -> Vec<Part> {
    all.iter().map(|d| Part::new(Look::Strand, &**d)).collect()
}

/// A bait of a form, its nose at `x0` and the line of its hook at height 0.
#[must_use]
pub fn laid(form: BaitForm, x0: f64, length: f64, depth: f64) -> LaidBait {
    let b = Bait {
        x0,
        l: length,
        d: depth,
    };
    match form {
        BaitForm::Worm => b.even(
            WORM,
            b.ribs(0.045, 0.74, 0.0165, &|x| (0.3..0.38).contains(&x)),
        ),
        BaitForm::Stick => b.even(
            STICK,
            b.ribs(0.05, 0.95, 0.022, &|x| (0.405..0.575).contains(&x)),
        ),
        BaitForm::RibbonWorm => b.ribbon_worm(),
        BaitForm::Minnow => b.minnow(),
        BaitForm::SplitTail => LaidBait {
            body: b.body(&SPLIT),
            lines: b.fish(0.065, 0.165),
            ..LaidBait::default()
        },
        BaitForm::PaddleTail => b.shad(&PADDLE, 0.86, 0.8, b.ribs(0.46, 0.82, 0.036, &|_| false)),
        BaitForm::SlimShad => b.shad(&SLIM, 0.88, 0.84, String::new()),
        BaitForm::Grub => b.grub(),
        BaitForm::SkirtedGrub => b.skirted_grub(),
        BaitForm::Tube => b.tube(),
        BaitForm::Craw => b.craw(),
        BaitForm::Creature => b.creature(),
    }
}

#[derive(Clone, Copy)]
pub(super) struct Bait {
    pub(super) x0: f64,
    pub(super) l: f64,
    pub(super) d: f64,
}

impl Bait {
    pub(super) fn points(self, list: &[Pt]) -> Vec<Pt> {
        scaled_points(list, (self.x0, self.l), self.d)
    }

    pub(super) fn at(self, x: f64, y: f64) -> Pt {
        (self.x0 + x * self.l, y * self.d)
    }

    pub(super) fn body(self, lists: &Lists) -> String {
        closed(&self.points(lists.back), &self.points(lists.belly))
    }

    /// A body alike above and below.
    pub(super) fn even(self, back: &[Pt], lines: String) -> LaidBait {
        let back = self.points(back);
        LaidBait {
            body: closed(&back, &mirrored(&back)),
            lines,
            ..LaidBait::default()
        }
    }

    /// Ribs across the body, bowed to the tail.
    pub(super) fn ribs(self, from: f64, to: f64, step: f64, bare: &dyn Fn(f64) -> bool) -> String {
        // Far enough apart to be told apart where it is shown small.
        let step = step.max(LEAST_RIB_MM * (self.l / 70.0).max(1.0) / self.l);
        let count = ((to - from) / step) as i32;
        let rib = |i: i32| {
            let x = from + f64::from(i) * step;
            let (top, foot) = (self.at(x, -0.4), self.at(x, 0.4));
            let bow = (top.0 + 0.18 * self.d, 0.0);
            (!bare(x)).then(|| Path::at(top).cubic(bow, bow, foot).open())
        };
        (0..=count).filter_map(rib).collect()
    }

    /// Eye and gill of a fish.
    fn fish(self, eye: f64, gill: f64) -> String {
        let (x, y) = self.at(eye, -0.1);
        let r = 0.105 * self.d;
        let (top, foot) = (self.at(gill, -0.42), self.at(gill, 0.42));
        let bow = (top.0 + 0.22 * self.d, 0.0);
        let eye = super::path::ellipse((x, y), r, r);
        eye + &Path::at(top).cubic(bow, bow, foot).open()
    }

    fn ribbon_worm(self) -> LaidBait {
        let body = self.even(
            RIBBON,
            self.ribs(0.045, 0.54, 0.0165, &|x| (0.26..0.34).contains(&x)),
        );
        let wave = |q: f64| {
            let far = (1.9 * q).min(1.0) * (1.0 - 0.25 * q);
            self.at(
                0.52 + 0.48 * q,
                1.05 * far * maths::sin(3.5 * std::f64::consts::PI * q),
            )
        };
        let line: Vec<Pt> = (0..=14).map(|i| wave(f64::from(i) / 14.0)).collect();
        let half = |q: f64| {
            self.d
                * match q {
                    q if q < 0.08 => 0.3 - 1.5 * q,
                    q if q < 0.5 => 0.18 + (q - 0.08) / 0.42 * 0.36,
                    q => 0.54 * (1.0 - (q - 0.5) / 0.5).max(0.0),
                }
        };
        LaidBait {
            far: vec![band(&line, half)],
            ..body
        }
    }

    fn minnow(self) -> LaidBait {
        let fork = self.points(MINNOW_FORK);
        let tail = Path::at(fork[0])
            .smooth(&fork[..3])
            .smooth(&fork[2..7])
            .smooth(&fork[6..])
            .closed();
        LaidBait {
            far: vec![tail],
            body: self.body(&MINNOW),
            lines: self.fish(0.065, 0.165),
            ..LaidBait::default()
        }
    }

    /// A body with a paddle across its end, `high` of the depth.
    fn shad(self, lists: &Lists, wrist: f64, high: f64, ribs: String) -> LaidBait {
        let (e, p) = (1.0 - wrist, high * self.d);
        let boot = [
            (0.0, -0.1, true),
            (0.2, -0.095, true),
            (0.36, -0.2, false),
            (0.46, -0.38, false),
            (0.58, -0.44, false),
            (0.7, -0.34, false),
            (0.84, 0.04, false),
            (0.96, 0.36, false),
            (1.0, 0.52, false),
            (0.93, 0.6, false),
            (0.76, 0.56, false),
            (0.55, 0.36, false),
            (0.38, 0.18, false),
            (0.2, 0.1, true),
            (0.0, 0.1, true),
        ];
        let of = |(x, y, by_depth): (f64, f64, bool)| {
            let y = if by_depth { y * self.d } else { y * p };
            (self.x0 + (wrist + e * x) * self.l, y)
        };
        let boot: Vec<Pt> = boot.into_iter().map(of).collect();
        LaidBait {
            parts: vec![Path::at(boot[0]).smooth(&boot).closed()],
            body: self.body(lists),
            lines: self.fish(0.07, 0.17) + &ribs,
            ..LaidBait::default()
        }
    }
}

/// Ribs stand no nearer than this in a bait of 70 mm.
const LEAST_RIB_MM: f64 = 1.2;
