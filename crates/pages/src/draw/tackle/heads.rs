//! Heads: each shape from the side and from the front, in diameters of the ball of its
//! weight, and scaled to the length and height said.

use yarrowfen_core::base::codes::{Shape, Tie};

use super::path::{Pt, ellipse, scaled, turned};
use super::reach::farthest;

/// How a shape is drawn: in diameters, front at 0, the shank at height 0.
#[derive(Debug, Clone, Copy)]
pub struct HeadPlate {
    /// From the side.
    pub side: Outline,
    /// From the front, x across.
    pub front: Outline,
    /// Length, height and width of the drawn outline.
    pub size: (f64, f64, f64),
    /// What else is drawn in it from the side: edges, eye, mouth.
    pub lines: &'static str,
    /// Where the line tie stands on top, and how it is turned there, degrees: 0 is back,
    /// -90 up.
    pub tie: (f64, f64, f64),
    /// The face that the bait meets.
    pub face: f64,
}

/// An outline: an ellipse by its middle and radii, or a path.
#[derive(Debug, Clone, Copy)]
pub enum Outline {
    /// Middle and radii.
    Round(Pt, f64, f64),
    /// A path of `M`, `L`, `Q`, `C`, `Z`.
    Path(&'static str),
}

impl Outline {
    /// As a path, scaled and moved.
    #[must_use]
    pub fn path(self, scale: Pt, to: Pt) -> String {
        match self {
            Self::Round((x, y), rx, ry) => {
                let at = (to.0 + x * scale.0, to.1 + y * scale.1);
                ellipse(at, rx * scale.0, ry * scale.1)
            }
            Self::Path(path) => scaled(path, scale, to),
        }
    }
}

const fn round(r: f64) -> Outline {
    Outline::Round((0.0, 0.0), r, r)
}

const FOOTBALL_FRONT: Outline = Outline::Path(
    "M -.74 0 C -.67 -.18 -.37 -.45 0 -.45 C .37 -.45 .67 -.18 .74 0 C .67 .18 .37 .45 0 .45 C -.37 .45 -.67 .18 -.74 0 Z",
);

/// The plate of a shape.
#[must_use]
pub fn plate(shape: Shape) -> HeadPlate {
    let of = |side, front, size, lines, tie, face| HeadPlate {
        side,
        front,
        size,
        lines,
        tie,
        face,
    };
    use Outline::{Path, Round};
    match shape {
        Shape::Ball => of(
            Round((0.5, 0.0), 0.5, 0.5),
            round(0.5),
            (1.0, 1.0, 1.0),
            "",
            (0.5, -0.5, -90.0),
            0.98,
        ),
        Shape::Mushroom => of(
            Path(
                "M .66 -.5 Q .66 -.58 .58 -.58 C .24 -.56 0 -.33 0 0 C 0 .33 .24 .56 .58 .58 Q .66 .58 .66 .5 Z",
            ),
            round(0.58),
            (0.66, 1.16, 1.16),
            "M .52 -.58 Q .54 0 .52 .58",
            (0.34, -0.53, -90.0),
            0.66,
        ),
        Shape::Football => of(
            Round((0.41, 0.0), 0.41, 0.45),
            FOOTBALL_FRONT,
            (0.82, 0.9, 1.48),
            "M .14 0 C .14 -.17 .26 -.3 .41 -.3 C .56 -.3 .68 -.17 .68 0 C .68 .17 .56 .3 .41 .3 C .26 .3 .14 .17 .14 0 Z",
            (0.35, -0.445, -100.0),
            0.81,
        ),
        Shape::Bullet => of(
            Path(
                "M 1.42 -.45 C .88 -.45 .32 -.28 .05 -.08 Q 0 -.04 0 0 Q 0 .04 .05 .08 C .32 .28 .88 .45 1.42 .45 Z",
            ),
            round(0.45),
            (1.42, 0.9, 0.9),
            "",
            (0.62, -0.34, -90.0),
            1.42,
        ),
        Shape::StandUp => of(
            Path(
                "M .03 -.16 C .02 -.36 .2 -.52 .46 -.52 C .74 -.52 .98 -.42 1.1 -.24 L 1.15 .1 C 1.15 .3 1.1 .46 1.03 .55 Q .97 .62 .89 .56 L .07 -.08 Q .03 -.11 .03 -.16 Z",
            ),
            Path(
                "M -.3 -.5 C -.1 -.53 .1 -.53 .3 -.5 C .46 -.46 .55 -.3 .55 -.1 L .55 .44 Q .55 .58 .41 .58 L -.41 .58 Q -.55 .58 -.55 .44 L -.55 -.1 C -.55 -.3 -.46 -.46 -.3 -.5 Z",
            ),
            (1.12, 1.11, 1.1),
            "",
            (0.4, -0.51, -100.0),
            1.12,
        ),
        Shape::Glider => of(
            Path(
                "M 0 .13 Q 0 .04 .1 .02 L .46 -.04 C .53 -.05 .54 -.2 .59 -.28 C .64 -.36 .72 -.37 .82 -.37 C 1.08 -.37 1.27 -.29 1.38 -.18 Q 1.45 -.11 1.45 -.01 L 1.43 .16 C 1.2 .28 .9 .32 .6 .3 C .3 .28 .01 .25 0 .13 Z",
            ),
            Path(
                "M -.725 .08 C -.725 0 -.62 -.01 -.42 -.04 C -.29 -.06 -.23 -.18 -.17 -.27 C -.1 -.38 .1 -.38 .17 -.27 C .23 -.18 .29 -.06 .42 -.04 C .62 -.01 .725 0 .725 .08 C .725 .18 .42 .31 0 .31 C -.42 .31 -.725 .18 -.725 .08 Z",
            ),
            (1.45, 0.67, 1.45),
            "",
            (0.8, -0.37, -90.0),
            1.44,
        ),
        Shape::HalfMoon => of(
            Path(
                "M .74 -.54 Q .74 -.6 .66 -.6 C .28 -.6 0 -.33 0 0 C 0 .33 .28 .6 .66 .6 Q .74 .6 .74 .54 Z",
            ),
            Path(
                "M -.4 -.28 C -.4 -.5 -.22 -.6 0 -.6 C .22 -.6 .4 -.5 .4 -.28 L .4 .28 C .4 .5 .22 .6 0 .6 C -.22 .6 -.4 .5 -.4 .28 Z",
            ),
            (0.74, 1.2, 0.8),
            "M .58 -.42 C .32 -.4 .18 -.22 .18 0 C .18 .22 .32 .4 .58 .42 Z",
            (0.34, -0.53, -105.0),
            0.74,
        ),
        Shape::Pill => of(
            Round((0.6, 0.0), 0.6, 0.6),
            Path(
                "M -.26 -.38 C -.26 -.52 -.14 -.6 0 -.6 C .14 -.6 .26 -.52 .26 -.38 L .26 .38 C .26 .52 .14 .6 0 .6 C -.14 .6 -.26 .52 -.26 .38 Z",
            ),
            (1.2, 1.2, 0.52),
            "M .16 0 C .16 -.24 .36 -.44 .6 -.44 C .84 -.44 1.04 -.24 1.04 0 C 1.04 .24 .84 .44 .6 .44 C .36 .44 .16 .24 .16 0 Z",
            (0.5, -0.59, -95.0),
            1.18,
        ),
        Shape::Keel => of(
            Path(
                "M 0 -.24 Q .02 -.33 .14 -.35 L 1.3 -.46 Q 1.42 -.47 1.42 -.36 L 1.42 .1 C 1.34 .3 1.16 .68 .86 .78 C .6 .84 .22 .3 .02 -.12 Q -.01 -.18 0 -.24 Z",
            ),
            Path(
                "M -.36 -.44 L .36 -.44 Q .5 -.44 .47 -.3 C .4 0 .2 .6 .06 .76 Q 0 .83 -.06 .76 C -.2 .6 -.4 0 -.47 -.3 Q -.5 -.44 -.36 -.44 Z",
            ),
            (1.42, 1.24, 0.95),
            "M .03 -.2 L 1.42 -.26",
            (0.62, -0.4, -90.0),
            1.42,
        ),
        Shape::Pear => of(
            Path(
                "M 0 0 C 0 -.3 .2 -.485 .47 -.485 C .82 -.485 .92 -.19 1.25 -.15 L 1.25 .15 C .92 .19 .82 .485 .47 .485 C .2 .485 0 .3 0 0 Z",
            ),
            round(0.485),
            (1.25, 0.97, 0.97),
            "",
            (0.5, -0.48, -90.0),
            1.2,
        ),
        Shape::Minnow => of(
            Path(
                "M 0 .07 C .2 -.2 .6 -.47 1 -.49 L 1.55 -.45 L 1.55 .43 C 1.25 .5 .95 .5 .72 .46 C .42 .39 .14 .23 0 .07 Z",
            ),
            Path(
                "M 0 -.49 C .24 -.49 .31 -.2 .31 .04 C .31 .3 .2 .49 0 .49 C -.2 .49 -.31 .3 -.31 .04 C -.31 -.2 -.24 -.49 0 -.49 Z",
            ),
            (1.55, 0.98, 0.62),
            "M .02 .09 Q .2 .14 .36 .12 M 1.18 -.44 C 1.02 -.2 1.02 .2 1.2 .46 M .46 -.13 C .46 -.19 .5 -.23 .56 -.23 C .62 -.23 .66 -.19 .66 -.13 C .66 -.07 .62 -.03 .56 -.03 C .5 -.03 .46 -.07 .46 -.13 Z",
            (0.42, -0.32, -122.0),
            1.55,
        ),
        Shape::Wedge => of(
            Path(
                "M .02 .13 L 1.42 -.52 Q 1.5 -.55 1.5 -.46 L 1.5 .4 Q 1.5 .46 1.43 .45 L .04 .21 Q -.03 .18 .02 .13 Z",
            ),
            Path(
                "M -.06 -.5 Q 0 -.55 .06 -.5 L .66 .34 Q .7 .45 .58 .45 L -.58 .45 Q -.7 .45 -.66 .34 Z",
            ),
            (1.5, 0.98, 1.34),
            "M .05 .17 L 1.5 .24",
            (0.7, -0.19, -90.0),
            1.5,
        ),
        Shape::TubeInsert => of(
            Path(
                "M 0 0 C 0 -.19 .14 -.31 .4 -.31 L 1.42 -.31 C 1.7 -.31 1.82 -.2 1.9 -.1 L 1.9 .1 C 1.82 .2 1.7 .31 1.42 .31 L .4 .31 C .14 .31 0 .19 0 0 Z",
            ),
            round(0.31),
            (1.9, 0.62, 0.62),
            "",
            (0.42, -0.31, -90.0),
            1.9,
        ),
        Shape::SwingFootball => of(
            Round((0.41, 0.0), 0.41, 0.45),
            FOOTBALL_FRONT,
            (0.82, 0.9, 1.48),
            "M .14 0 C .14 -.17 .26 -.3 .41 -.3 C .56 -.3 .68 -.17 .68 0 C .68 .17 .56 .3 .41 .3 C .26 .3 .14 .17 .14 0 Z M .29 0 C .29 -.075 .34 -.135 .41 -.135 C .48 -.135 .53 -.075 .53 0 C .53 .075 .48 .135 .41 .135 C .34 .135 .29 .075 .29 0 Z",
            (0.25, -0.41, -110.0),
            0.82,
        ),
        Shape::NoseCone => of(
            Path(
                "M .02 -.05 L .71 -.525 Q .8 -.58 .89 -.52 L 1.35 -.2 L 1.35 .2 L .89 .52 Q .8 .58 .71 .525 L .02 .05 Q -.03 0 .02 -.05 Z",
            ),
            round(0.55),
            (1.35, 1.1, 1.1),
            "",
            (0.8, -0.52, -90.0),
            1.35,
        ),
        Shape::BellyWeight => of(
            Path(
                "M 0 0 C .06 .1 .2 .48 .56 .56 C .9 .6 1.3 .36 1.5 0 L 1.46 -.12 C 1.2 -.24 .4 -.24 .08 -.12 Z",
            ),
            Path(
                "M 0 -.2 C .3 -.2 .4 0 .4 .2 C .4 .42 .22 .58 0 .58 C -.22 .58 -.4 .42 -.4 .2 C -.4 0 -.3 -.2 0 -.2 Z",
            ),
            (1.5, 0.77, 0.8),
            "",
            (0.0, 0.0, 180.0),
            0.0,
        ),
        Shape::UnderSpinner => of(
            Path(
                "M 0 0 C 0 -.3 .22 -.48 .5 -.48 C .78 -.48 1 -.36 1.1 -.2 L 1.1 .2 C 1 .36 .78 .48 .5 .48 C .22 .48 0 .3 0 0 Z",
            ),
            round(0.48),
            (1.1, 0.96, 0.96),
            "",
            (0.44, -0.47, -100.0),
            1.1,
        ),
        Shape::Propeller => of(
            Path(
                "M 0 -.12 C .12 -.3 .4 -.46 .72 -.46 C .98 -.46 1.18 -.34 1.3 -.2 L 1.3 .2 C 1.18 .34 .98 .46 .72 .46 C .4 .46 .12 .3 0 .12 Z",
            ),
            round(0.46),
            (1.3, 0.92, 0.92),
            "",
            (0.0, 0.0, -90.0),
            1.3,
        ),
        Shape::NailWeight => of(
            Path(
                "M 0 -.2 Q 0 -.28 .08 -.28 L .2 -.28 L .2 -.17 L 2.6 -.13 L 3 0 L 2.6 .13 L .2 .17 L .2 .28 L .08 .28 Q 0 .28 0 .2 Z",
            ),
            round(0.28),
            (3.0, 0.56, 0.56),
            "M 1 -.15 L 1 .15 M 1.4 -.145 L 1.4 .145 M 1.8 -.14 L 1.8 .14",
            (0.1, -0.28, -90.0),
            3.0,
        ),
    }
}

/// Where the line tie of a shape stands that is tied at its nose, in diameters.
fn nose(shape: Shape) -> Pt {
    match shape {
        Shape::Wedge => (0.02, 0.16),
        // Ahead of the blades.
        Shape::Propeller => (-0.44, 0.0),
        _ => (0.0, 0.0),
    }
}

/// A head laid to scale: its front at a place, the shank at height 0.
#[derive(Debug, Clone)]
pub struct LaidHead {
    /// Its shape.
    pub shape: Shape,
    /// From the side.
    pub side: String,
    /// Edges and marks in it; empty where there are none.
    pub lines: String,
    /// From the front, about 0, 0.
    pub front: String,
    /// Edges and marks in the front.
    pub front_lines: String,
    /// Half its width and half its height, mm.
    pub half: Pt,
    /// Length and height, mm.
    pub size: Pt,
    /// Foot of the line tie on its outline.
    pub tie: Pt,
    /// Which way the line tie stands.
    pub along: Pt,
    /// Face that the bait meets.
    pub face: f64,
    /// Its front and the height of its shank.
    pub at: Pt,
    /// Millimetres of a diameter along and across.
    pub scale: Pt,
}

impl LaidHead {
    /// A place in diameters, in mm.
    #[must_use]
    pub fn place(&self, p: Pt) -> Pt {
        (
            self.at.0 + p.0 * self.scale.0,
            self.at.1 + p.1 * self.scale.1,
        )
    }

    /// A path in diameters, in mm.
    #[must_use]
    pub fn path(&self, path: &str) -> String {
        scaled(path, self.scale, self.at)
    }

    /// The diameter that heights go by, mm.
    #[must_use]
    pub fn diameter(&self) -> f64 {
        self.scale.1
    }
}

/// A head of a length and height, mm, with its front at `x0` and its shank at `y0`.
#[must_use]
pub fn laid(shape: Shape, (length, height): Pt, (x0, y0): Pt, tie: Tie) -> LaidHead {
    let p = plate(shape);
    let (sx, sy) = (length / p.size.0, height / p.size.1);
    let at = |q: Pt| (x0 + q.0 * sx, y0 + q.1 * sy);
    let side = p.side.path((sx, sy), (x0, y0));
    let forward = (
        -std::f64::consts::FRAC_1_SQRT_2,
        -std::f64::consts::FRAC_1_SQRT_2,
    );
    let (foot, along) = match tie {
        Tie::Top => {
            let along = turned((1.0, 0.0), (0.0, 0.0), p.tie.2);
            (at((p.tie.0, p.tie.1)), along)
        }
        Tie::FortyFive | Tie::Recessed => {
            let middle = at((0.5 * p.size.0, 0.0));
            (farthest(&side, middle, forward).unwrap_or(middle), forward)
        }
        Tie::Nose => (at(nose(shape)), (-1.0, 0.0)),
    };
    LaidHead {
        shape,
        lines: scaled(p.lines, (sx, sy), (x0, y0)),
        front: p.front.path((sy, sy), (0.0, 0.0)),
        front_lines: scaled(front_lines(shape), (sy, sy), (0.0, 0.0)),
        half: (p.size.2 * sy / 2.0, height / 2.0),
        size: (length, height),
        tie: foot,
        along,
        face: x0 + p.face * sx,
        at: (x0, y0),
        scale: (sx, sy),
        side,
    }
}

/// What is drawn within the outline from the front, in diameters.
fn front_lines(shape: Shape) -> &'static str {
    match shape {
        Shape::Mushroom => {
            "M -.46 0 C -.46 -.254 -.254 -.46 0 -.46 C .254 -.46 .46 -.254 .46 0 C .46 .254 .254 .46 0 .46 C -.254 .46 -.46 .254 -.46 0 Z"
        }
        Shape::Football | Shape::SwingFootball => {
            "M -.46 -.32 Q -.38 0 -.46 .32 M .46 -.32 Q .38 0 .46 .32"
        }
        Shape::StandUp => {
            "M -.4 .02 L .4 .02 Q .45 .02 .45 .08 L .45 .4 Q .45 .48 .37 .48 L -.37 .48 Q -.45 .48 -.45 .4 L -.45 .08 Q -.45 .02 -.4 .02 Z"
        }
        Shape::HalfMoon => "M -.27 -.4 L -.27 .4 M .27 -.4 L .27 .4",
        Shape::Keel => "M -.46 -.24 L 0 -.14 L .46 -.24 M 0 -.14 L 0 .76",
        Shape::Minnow => {
            "M .19 -.13 C .19 -.174 .226 -.21 .27 -.21 C .314 -.21 .35 -.174 .35 -.13 C .35 -.086 .314 -.05 .27 -.05 C .226 -.05 .19 -.086 .19 -.13 Z M -.19 -.13 C -.19 -.174 -.226 -.21 -.27 -.21 C -.314 -.21 -.35 -.174 -.35 -.13 C -.35 -.086 -.314 -.05 -.27 -.05 C -.226 -.05 -.19 -.086 -.19 -.13 Z"
        }
        Shape::Wedge => "M 0 .17 L 0 -.52 M 0 .17 L .62 .4 M 0 .17 L -.62 .4",
        Shape::NoseCone => {
            "M -.08 0 C -.08 -.044 -.044 -.08 0 -.08 C .044 -.08 .08 -.044 .08 0 C .08 .044 .044 .08 0 .08 C -.044 .08 -.08 .044 -.08 0 Z"
        }
        _ => "",
    }
}
