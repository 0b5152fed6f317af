//! Line ties and keepers: post, ring and notch; barb, prong, wire and screw.

use std::f64::consts::PI;

use yarrowfen_core::base::codes::{EyeTurn, Keeper, Shape, Tie};
use yarrowfen_core::base::maths;

use super::heads::LaidHead;
use super::look::{Look, Part};
use super::path::{Path, Pt, ellipse, moved, oval};
use super::reach::farthest;

/// How a head is tied and what holds the bait on it.
#[derive(Debug, Clone, Copy)]
pub struct Fittings {
    /// Where the line is tied.
    pub tie: Tie,
    /// How the eye is turned.
    pub turn: EyeTurn,
    /// Height of the post, mm; none for the usual one.
    pub post: Option<f64>,
    /// What holds the bait.
    pub keeper: Option<Keeper>,
    /// Thickness of the hook's wire, mm.
    pub wire: f64,
}

/// Height of the usual post over the head, in diameters.
const POST: f64 = 0.16;
/// A ring's middle line over the wire, and how wide a ring seen on edge is.
const RING: f64 = 1.45;
const ON_EDGE: f64 = 0.36;

/// Radius of the middle line of a ring bent from a wire, mm.
#[must_use]
pub fn ring_of(wire: f64) -> f64 {
    RING * wire
}

impl Fittings {
    /// Radius of the ring's middle line, mm.
    #[must_use]
    pub fn ring(&self) -> f64 {
        ring_of(self.wire)
    }

    /// Height of the post, mm.
    #[must_use]
    pub fn post_on(&self, head: &LaidHead) -> f64 {
        self.post.unwrap_or(POST * head.diameter())
    }

    /// Half lengths of the ring along its post and across it, seen from where a ring
    /// turned so shows its face.
    fn half(&self, faces: EyeTurn) -> Pt {
        let r = self.ring();
        (r, if self.turn == faces { r } else { ON_EDGE * r })
    }

    /// Post and ring from the side: what lies behind the head, and what before it.
    #[must_use]
    pub fn side(&self, head: &LaidHead) -> (Vec<Part>, Vec<Part>) {
        let (r, w, along) = (self.ring(), self.wire, head.along);
        let by = |p: Pt, far: f64| (p.0 + along.0 * far, p.1 + along.1 * far);
        let half = self.half(EyeTurn::InLine);
        if self.tie == Tie::Recessed {
            let middle = by(head.tie, -(r + 0.25 * w));
            let wide = r + 0.8 * w;
            let across = (-along.1 * wide, along.0 * wide);
            let out = by(middle, 6.0 * r);
            let notch = Path::at((out.0 + across.0, out.1 + across.1))
                .line((middle.0 + across.0, middle.1 + across.1))
                .smooth(&arc(middle, along, wide))
                .line((out.0 - across.0, out.1 - across.1))
                .closed();
            let ring = Part::new(Look::Ring, oval(middle, along, half));
            let notch = Part::new(Look::Notch, notch).inside(&head.side, (0.0, 0.0));
            return (Vec::new(), vec![notch, ring]);
        }
        let post = self.post_on(head);
        let top = by(head.tie, post);
        // The post begins within the head.
        let foot = by(head.tie, -0.1 * head.diameter());
        let ring = oval(by(top, r), along, half);
        (
            vec![Part::new(Look::Ring, Path::at(foot).line(top).open())],
            vec![Part::new(Look::Ring, ring)],
        )
    }

    /// The head from the front with post and ring, its middle at a place.
    #[must_use]
    pub fn front(&self, head: &LaidHead, at: Pt) -> Vec<Part> {
        let r = self.ring();
        let moved = |d: &str| moved(d, at);
        let outline = moved(&head.front);
        let size = (2.0 * head.half.0, 2.0 * head.half.1);
        let half = self.half(EyeTurn::Across);
        let up = (0.0, -1.0);
        let mut parts = Vec::new();
        let post = self.post_on(head);
        let foot = farthest(&outline, at, up).unwrap_or(at);
        if self.tie == Tie::Top {
            let top = (at.0, foot.1 - post);
            let stands = Path::at((at.0, foot.1 + 0.2)).line(top).open();
            parts.push(Part::new(Look::Ring, stands));
            parts.push(Part::new(Look::Ring, oval((at.0, top.1 - r), up, half)));
        }
        parts.extend(super::look::metal(&outline, size));
        if !head.front_lines.is_empty() {
            parts.push(Part::new(Look::MetalLine, moved(&head.front_lines)));
        }
        if self.tie != Tie::Top {
            let y = at.1 + (head.tie.1 - head.at.1) + head.along.1 * r;
            parts.push(Part::new(Look::Ring, oval((at.0, y), up, half)));
        }
        parts
    }

    /// The keeper from the face of the head back along its shank.
    #[must_use]
    pub fn keeper(&self, head: &LaidHead) -> Vec<Part> {
        let holds = !matches!(
            head.shape,
            Shape::TubeInsert | Shape::SwingFootball | Shape::BellyWeight | Shape::NailWeight
        );
        let Some(keeper) = self.keeper.filter(|_| holds) else {
            return Vec::new();
        };
        let k = Collar {
            f: (head.face, head.at.1),
            d: head.diameter(),
            c: (0.13 * head.diameter()).max(0.95 * self.wire),
        };
        match keeper {
            Keeper::Barb => vec![Part::new(Look::Metal, k.barb())],
            Keeper::Prong => vec![Part::new(Look::Metal, k.prong())],
            Keeper::Wire => vec![Part::new(Look::Thin, k.wire())],
            Keeper::Screw => vec![Part::new(Look::Thin, k.screw(self.wire))],
        }
    }
}

/// Half a circle about a middle, open towards a direction.
fn arc(middle: Pt, along: Pt, r: f64) -> Vec<Pt> {
    let start = maths::atan2(along.1, along.0) + PI / 2.0;
    (0..=8)
        .map(|i| {
            let a = start + PI * f64::from(i) / 8.0;
            (middle.0 + r * maths::cos(a), middle.1 + r * maths::sin(a))
        })
        .collect()
}

/// The collar that a keeper stands on: its face, the head's diameter, its radius.
struct Collar {
    f: Pt,
    d: f64,
    c: f64,
}

impl Collar {
    /// A place: diameters behind the face, mm over the shank.
    fn at(&self, x: f64, y: f64) -> Pt {
        (self.f.0 + x * self.d, self.f.1 + y)
    }

    /// An outline by its upper edge, mirrored.
    fn mirrored(&self, edge: &[Pt]) -> String {
        let mut path = Path::at(self.at(edge[0].0, edge[0].1));
        for p in &edge[1..] {
            path = path.line(self.at(p.0, p.1));
        }
        for p in edge.iter().rev() {
            path = path.line(self.at(p.0, -p.1));
        }
        path.closed()
    }

    fn barb(&self) -> String {
        let c = self.c;
        self.mirrored(&[
            (0.0, -c),
            (0.22, -0.9 * c),
            (0.2, -2.0 * c),
            (0.43, -0.85 * c),
            (0.41, -1.75 * c),
            (0.7, -0.6 * c),
        ])
    }

    fn prong(&self) -> String {
        let c = self.c;
        self.mirrored(&[
            (0.0, -0.9 * c),
            (0.4, -0.6 * c),
            (0.2, -2.9 * c),
            (0.6, -0.5 * c),
        ])
    }

    /// Five turns about the shank, and two free ends.
    fn wire(&self) -> String {
        let (c, d) = (self.c, self.d);
        let turn = |i: i32| {
            let x = 0.36 + 0.055 * f64::from(i);
            Path::at(self.at(x, 0.8 * c))
                .line(self.at(x + 0.03, -0.8 * c))
                .open()
        };
        let end = |from: Pt, bow: Pt, to: Pt| Path::at(from).cubic(from, bow, to).open();
        let turns: String = (0..5).map(turn).collect();
        turns
            + &end(
                self.at(0.6, -0.6 * c),
                self.at(0.56, -0.24 * d),
                self.at(0.4, -0.36 * d),
            )
            + &end(
                self.at(0.36, 0.6 * c),
                self.at(0.32, 0.2 * d),
                self.at(0.16, 0.33 * d),
            )
    }

    /// A helix about the shank.
    fn screw(&self, wire: f64) -> String {
        let wide = (0.22 * self.d).max(1.5 * wire);
        let points: Vec<Pt> = (0..=28)
            .map(|i| {
                let q = f64::from(i) / 8.0;
                let r = wide + (0.16 * self.d - wide) * q / 3.5;
                self.at(0.205 * q, r * maths::cos(2.0 * PI * q))
            })
            .collect();
        Path::at(points[0]).smooth(&points).open()
    }
}

/// The ring that the hook of a swing head hangs from: its middle and its radius, mm.
#[must_use]
pub fn swing_ring(head: &LaidHead, wire: f64) -> (f64, f64) {
    let r = (0.15 * head.diameter()).max(1.5 * wire);
    (head.face + 0.75 * r, r)
}

/// What else hangs on a shape: blades, arms and shafts, from the side.
#[must_use]
pub fn extras(head: &LaidHead) -> Vec<Part> {
    let leaf = |from: Pt, degrees: f64, long: f64, wide: f64| {
        Part::new(
            Look::Blade,
            leaf(head.place(from), degrees, long, wide, head),
        )
    };
    let ring = |x: f64, y: f64, r: f64| {
        let r = r * head.diameter();
        Part::new(Look::Thin, ellipse(head.place((x, y)), r, r))
    };
    match head.shape {
        Shape::UnderSpinner => vec![
            Part::new(
                Look::Thin,
                head.path("M .5 .3 C .52 .62 .6 .84 .74 .86 L 1 .9"),
            ),
            ring(1.08, 0.91, 0.075),
            ring(1.3, 0.955, 0.075),
            leaf((1.4, 0.98), 12.0, 1.25, 0.5),
        ],
        Shape::Propeller => vec![
            Part::new(Look::Thin, head.path("M .1 0 L -.44 0")),
            leaf((-0.16, 0.0), -98.0, 0.86, 0.44),
            leaf((-0.16, 0.0), 82.0, 0.86, 0.44),
            ring(-0.16, 0.0, 0.11),
            ring(-0.3, 0.0, 0.065),
        ],
        _ => Vec::new(),
    }
}

/// The same from the front, about a place.
#[must_use]
pub fn extras_in_front(head: &LaidHead, at: Pt) -> Vec<Part> {
    let d = head.diameter();
    let leaf = |from: Pt, degrees: f64, long: f64, wide: f64| {
        Part::new(Look::Blade, leaf(from, degrees, long, wide, head))
    };
    match head.shape {
        Shape::UnderSpinner => {
            let hangs = (at.0, at.1 + 0.85 * d);
            let arm = Path::at((at.0, at.1 + 0.46 * d)).line(hangs).open();
            vec![Part::new(Look::Thin, arm), leaf(hangs, 90.0, 0.62, 0.5)]
        }
        Shape::Propeller => vec![leaf(at, 20.0, 0.88, 0.44), leaf(at, 200.0, 0.88, 0.44)],
        _ => Vec::new(),
    }
}

/// A blade from a place, turned, its length and width in diameters.
fn leaf(from: Pt, degrees: f64, long: f64, wide: f64, head: &LaidHead) -> String {
    let d = head.diameter();
    let at = |x: f64, y: f64| {
        let p = (from.0 + x * long * d, from.1 + y * wide * d);
        super::path::turned(p, from, degrees)
    };
    Path::at(from)
        .cubic(at(0.12, -0.55), at(0.5, -0.62), at(0.8, -0.36))
        .cubic(at(0.93, -0.24), at(0.98, -0.12), at(1.0, 0.0))
        .cubic(at(0.9, 0.32), at(0.5, 0.62), at(0.2, 0.42))
        .cubic(at(0.09, 0.33), at(0.03, 0.15), at(0.0, 0.0))
        .closed()
}
