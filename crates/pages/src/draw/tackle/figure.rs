//! A drawing ready for a page: parts with the thickness of their lines, what they are
//! clipped by, and the hatchings.

use yarrowfen_core::base::{Printed, printed};

use super::look::{Look, Part, Seen};
use super::reach::bounds;

/// A part as the template draws it.
pub struct DrawnPart {
    /// Its class.
    pub class: &'static str,
    /// Its outline.
    pub d: String,
    /// Thickness of its line.
    pub width: Printed,
    /// Dashes of its line; empty where it is drawn through.
    pub dash: String,
    /// What it is clipped by; empty where it is seen whole.
    pub clip: String,
    /// The hatching that fills it; empty where its class does.
    pub fill: String,
    /// Whether it goes with the hook.
    pub moves: bool,
    /// Whether what it is clipped by stays where it is then.
    pub clip_stays: bool,
}

/// What a part is clipped by.
pub struct Clip {
    /// Its name on the page.
    pub id: String,
    /// The outline.
    pub d: String,
    /// By how much it is moved.
    pub by: (Printed, Printed),
    moved: (f64, f64),
}

/// A hatching.
pub struct Hatching {
    /// Its name on the page.
    pub id: String,
    /// The class of its lines.
    pub class: &'static str,
    /// From line to line.
    pub gap: Printed,
    /// Thickness of its lines.
    pub width: Printed,
}

/// A drawing in millimetres.
pub struct Figure {
    /// View box.
    pub view: String,
    /// Width and height, mm.
    pub size: (f64, f64),
    /// What parts are clipped by.
    pub clips: Vec<Clip>,
    /// Hatchings.
    pub hatchings: Vec<Hatching>,
    /// From back to front.
    pub parts: Vec<DrawnPart>,
    /// What lies behind the parts, as SVG.
    pub ground: String,
    /// Words for a screen reader; empty where the words beside it say it all.
    pub told: String,
}

impl Figure {
    /// A figure that is all ground.
    #[must_use]
    pub fn of_ground(ground: String, view: String, size: (f64, f64)) -> Self {
        Self {
            view,
            size,
            clips: Vec::new(),
            hatchings: Vec::new(),
            parts: Vec::new(),
            ground,
            told: String::new(),
        }
    }
}

/// A number of a drawing, to a hundredth.
#[must_use]
pub fn n(v: f64) -> Printed {
    printed(v, 2)
}

/// Left, top, width and height as a view box.
#[must_use]
pub fn view_box(left: f64, top: f64, wide: f64, high: f64) -> String {
    format!("{} {} {} {}", n(left), n(top), n(wide), n(high))
}

/// How a figure is drawn.
#[derive(Debug, Clone, Copy)]
pub struct Drawing<'a> {
    /// What its clips and hatchings are called by: one word for each figure of a page.
    pub id: &'a str,
    /// Millimetres of a pixel as it is shown.
    pub unit: f64,
    /// Thickness of the hook's wire, mm.
    pub wire: f64,
    /// Whether it is hatched: not where it is shown small.
    pub hatched: bool,
}

/// Thinnest that wire is drawn, in pixels.
const LEAST_WIRE_PX: f64 = 2.2;
/// Far enough for any outline's other side, mm.
const FAR: f64 = 900.0;

impl Drawing<'_> {
    /// A figure of parts about which there is so much air, in pixels.
    #[must_use]
    pub fn figure(self, parts: &[Part], plastic: &str, air_px: f64) -> Figure {
        let b = bounds(parts.iter().map(|p| p.d.as_str())).unwrap_or([0.0, 0.0, 1.0, 1.0]);
        let air = air_px * self.unit;
        let (wide, high) = (b[2] - b[0] + 2.0 * air, b[3] - b[1] + 2.0 * air);
        let view = view_box(b[0] - air, b[1] - air, wide, high);
        self.viewed(parts, plastic, view, (wide, high))
    }

    /// The same with a view box.
    #[must_use]
    pub fn viewed(self, parts: &[Part], plastic: &str, view: String, size: (f64, f64)) -> Figure {
        let mut figure = Figure::of_ground(String::new(), view, size);
        for part in parts {
            let hatching = matches!(part.look, Look::Lit | Look::Belly);
            if hatching && !self.hatched {
                continue;
            }
            let clip = self.clip(&mut figure, &part.seen, plastic);
            let fill = if hatching {
                self.hatching(&mut figure, part.look)
            } else {
                String::new()
            };
            figure.parts.push(self.drawn(part, clip, fill));
        }
        figure
    }

    fn drawn(self, part: &Part, clip: String, fill: String) -> DrawnPart {
        let width = if part.look.by_wire() {
            self.wire.max(LEAST_WIRE_PX * self.unit)
        } else {
            part.look.line_px() * self.unit
        };
        let dash = if part.look.dashed() {
            let of = if part.look.by_wire() { 1.0 } else { 0.6 };
            format!("{} {}", n(5.0 * of * self.unit), n(3.5 * of * self.unit))
        } else {
            String::new()
        };
        DrawnPart {
            class: part.look.class(),
            d: part.d.clone(),
            width: n(width),
            dash,
            clip,
            fill,
            moves: part.moves,
            clip_stays: part.seen == Seen::InPlastic,
        }
    }

    /// The name of what a part is clipped by, put among the figure's clips once.
    fn clip(self, figure: &mut Figure, seen: &Seen, plastic: &str) -> String {
        let (d, by) = match seen {
            Seen::Whole => return String::new(),
            Seen::InPlastic => (plastic.to_owned(), (0.0, 0.0)),
            Seen::Inside(d, by) => (d.clone(), *by),
            // Everything but the outline: a frame about it, and the outline cut out.
            Seen::Outside(d, by) => (
                format!("M-{FAR} -{FAR}L{FAR} -{FAR}L{FAR} {FAR}L-{FAR} {FAR}Z{d}"),
                *by,
            ),
        };
        let same = |c: &&Clip| c.d == d && c.moved == by;
        if let Some(known) = figure.clips.iter().find(same) {
            return known.id.clone();
        }
        let id = format!("{}-c{}", self.id, figure.clips.len());
        figure.clips.push(Clip {
            id: id.clone(),
            d,
            by: (n(by.0), n(by.1)),
            moved: by,
        });
        id
    }

    fn hatching(self, figure: &mut Figure, look: Look) -> String {
        let (kind, class, gap, width) = match look {
            Look::Lit => ("m", "hatch-light", 3.2, 0.8),
            _ => ("p", "hatch-ink", 3.6, 0.7),
        };
        let id = format!("{}-{kind}", self.id);
        if !figure.hatchings.iter().any(|h| h.id == id) {
            figure.hatchings.push(Hatching {
                id: id.clone(),
                class,
                gap: n(gap * self.unit),
                width: n(width * self.unit),
            });
        }
        id
    }
}
