//! Baits with tails that curl, strands, claws and arms.

use yarrowfen_core::base::maths;

use super::baits::{Bait, LaidBait};
use super::outlines::{CLAW, CRAW, CREATURE, SKIRTED};
use super::path::{Path, Pt, band, closed, mirrored};

impl Bait {
    pub(super) fn grub(self) -> LaidBait {
        let mut back = self.points(&[(0.0, -0.2), (0.008, -0.33), (0.035, -0.43), (0.08, -0.475)]);
        let mut lines = String::new();
        for i in 0..7 {
            let x = 0.13 + 0.37 * (f64::from(i) + 0.5) / 7.0;
            let h = 0.5 - 0.2 * maths::pow((f64::from(i) - 2.0).max(0.0) / 5.0, 1.5);
            let notch = 0.13 + 0.37 * (f64::from(i) + 1.0) / 7.0;
            back.push(self.at(x, -h));
            back.push(self.at(notch, -0.93 * h));
            let (top, foot) = (self.at(notch, -0.93 * h), self.at(notch, 0.93 * h));
            let bow = (top.0 + 0.14 * self.d, 0.0);
            lines += &Path::at(top).cubic(bow, bow, foot).open();
        }
        back.extend([self.at(0.505, -0.27), self.at(0.52, -0.16)]);
        let (d, x0) = (self.d, self.x0 + 0.485 * self.l);
        let (tip, h, b) = (self.x0 + 0.953 * self.l, 1.75 * d, 0.4 * d);
        let (dx, y0) = (tip - x0, -0.02 * d);
        let curl = [
            (x0, y0),
            (x0 + 0.3 * dx, y0 - 0.42 * h),
            (x0 + 0.66 * dx, y0 - 0.55 * h),
            (tip - 0.7 * b, y0 - 0.3 * h),
            (tip - 0.2 * b, y0 + 0.15 * h),
            (tip - 0.16 * dx, y0 + 0.52 * h),
            (tip - 0.36 * dx, y0 + 0.58 * h),
        ];
        let half = move |q: f64| {
            if q < 0.6 {
                b * (0.36 + 0.56 * maths::sin(std::f64::consts::PI * q / 1.2))
            } else {
                0.92 * b * (1.0 - maths::pow((q - 0.6) / 0.4, 1.7))
            }
        };
        LaidBait {
            far: vec![band(&curl, half)],
            body: closed(&back, &mirrored(&back)),
            lines,
            ..LaidBait::default()
        }
    }

    pub(super) fn skirted_grub(self) -> LaidBait {
        let strand = |i: i32| {
            let to = -1.02 + 0.255 * f64::from(i);
            let end = 0.47 - 0.11 * to.abs();
            let line = [
                self.at(0.1, 0.42 * to),
                self.at(0.24, 0.8 * to),
                self.at(end, to),
            ];
            band(&line, |q| self.d * 0.05 * (1.0 - 0.6 * q))
        };
        let tail = |side: f64| {
            let line: Vec<Pt> = [
                (0.48, -0.06),
                (0.66, -0.02),
                (0.92, -0.12),
                (0.95, -0.5),
                (0.92, -0.86),
                (0.85, -0.98),
                (0.79, -0.9),
            ]
            .iter()
            .map(|p| self.at(p.0, side * p.1))
            .collect();
            band(&line, |q| {
                let end = 1.0 - maths::square(q * q * q);
                self.d * (0.1 + 0.2 * maths::sin(std::f64::consts::PI * q)) * end
            })
        };
        LaidBait {
            far: vec![tail(1.0), tail(-1.0)],
            fine: [Vec::new(), (0..9).map(strand).collect()],
            ..self.even(SKIRTED, String::new())
        }
    }

    pub(super) fn tube(self) -> LaidBait {
        let (a, o) = (self.at(0.6, -0.49), self.at(0.6, 0.49));
        let body = Path::at(a)
            .cubic(self.at(0.4, -0.5), self.at(0.3, -0.5), self.at(0.13, -0.5))
            .cubic(self.at(0.045, -0.49), self.at(0.0, -0.3), self.at(0.0, 0.0))
            .cubic(self.at(0.0, 0.3), self.at(0.045, 0.49), self.at(0.13, 0.5))
            .cubic(self.at(0.3, 0.5), self.at(0.4, 0.5), o)
            .cubic(self.at(0.618, 0.2), self.at(0.618, -0.2), a)
            .closed();
        // The inside of its wall.
        let wall = Path::at(self.at(0.6, -0.39))
            .line(self.at(0.13, -0.4))
            .cubic(
                self.at(0.06, -0.39),
                self.at(0.024, -0.24),
                self.at(0.024, 0.0),
            )
            .cubic(
                self.at(0.024, 0.24),
                self.at(0.06, 0.39),
                self.at(0.13, 0.4),
            )
            .line(self.at(0.6, 0.39))
            .closed();
        let strand = |i: i32| {
            let from = -0.42 + 0.12 * f64::from(i);
            let to = from / 0.42 * 0.6;
            let line = [
                self.at(0.585, from),
                self.at(0.72, from + 0.04),
                self.at(0.86, to - 0.05),
                self.at(1.0 - 0.04 * f64::from(i % 2), to),
            ];
            band(&line, |q| self.d * 0.058 * (1.0 - 0.7 * q))
        };
        LaidBait {
            fine: [(0..8).map(strand).collect(), Vec::new()],
            body,
            lines: wall.clone(),
            hollow: wall,
            ..LaidBait::default()
        }
    }

    pub(super) fn craw(self) -> LaidBait {
        let claw = |turn: f64| {
            let at = |p: &Pt| super::path::turned(self.at(p.0, p.1), self.at(0.5, 0.04), turn);
            let [out, inner, home] = CLAW.map(|run| run.iter().map(at).collect::<Vec<_>>());
            Path::at(out[0])
                .smooth(&out)
                .smooth(&inner)
                .smooth(&home)
                .closed()
        };
        let ring = |x: f64| {
            let (top, foot) = (self.at(x, -0.4), self.at(x, 0.4));
            let bow = (top.0 + 0.16 * self.d, 0.0);
            Path::at(top).cubic(bow, bow, foot).open()
        };
        let leg = |i: i32| {
            let x = 0.3 + 0.06 * f64::from(i);
            let line = [
                self.at(x, 0.42),
                self.at(x + 0.02, 0.7),
                self.at(x + 0.06, 0.86),
            ];
            band(&line, |q| self.d * 0.035 * (1.0 - 0.5 * q))
        };
        let feeler = |y: f64| {
            Path::at(self.at(0.58, -0.1))
                .smooth(&[
                    self.at(0.58, -0.1),
                    self.at(0.72, y * 0.6),
                    self.at(0.94, y),
                ])
                .open()
        };
        LaidBait {
            far: vec![claw(-7.0)],
            fine: [(0..4).map(leg).collect(), Vec::new()],
            body: self.body(&CRAW),
            parts: vec![claw(0.0)],
            lines: [0.06, 0.11, 0.16, 0.21, 0.26, 0.32].map(ring).concat()
                + &feeler(-0.62)
                + &feeler(-0.5),
            ..LaidBait::default()
        }
    }

    pub(super) fn creature(self) -> LaidBait {
        let of = |list: &[Pt]| self.points(list);
        // A paddle, rounded at its end.
        let flap = |q: f64| {
            let end = ((q - 0.86) / 0.14).max(0.0);
            self.d * (0.06 + 0.15 * q) * (1.0 - end * end).max(0.0).sqrt()
        };
        let arm = |q: f64| self.d * (0.08 - 0.035 * q);
        let back = self.points(CREATURE);
        LaidBait {
            far: vec![
                band(
                    &of(&[(0.53, 0.06), (0.68, 0.12), (0.82, -0.1), (1.0, 0.06)]),
                    flap,
                ),
                band(
                    &of(&[(0.54, -0.08), (0.68, -0.2), (0.8, -0.44), (0.955, -0.4)]),
                    flap,
                ),
            ],
            body: closed(&back, &mirrored(&back)),
            fine: [
                Vec::new(),
                vec![
                    band(
                        &of(&[(0.17, 0.14), (0.19, 0.7), (0.26, 0.92), (0.33, 0.84)]),
                        arm,
                    ),
                    band(
                        &of(&[
                            (0.33, 0.14),
                            (0.36, 0.95),
                            (0.5, 1.12),
                            (0.55, 0.78),
                            (0.53, 0.6),
                        ]),
                        arm,
                    ),
                ],
            ],
            lines: self.ribs(0.06, 0.55, 0.036, &|_| false),
            ..LaidBait::default()
        }
    }
}
