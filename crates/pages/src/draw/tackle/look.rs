//! What the parts of a drawing are, as the styles know them.

use super::path::Pt;

/// What a part is.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Look {
    /// Plastic behind.
    Far,
    /// Plastic.
    Plastic,
    /// Strands, legs and arms of plastic.
    Strand,
    /// Lines in plastic.
    PlasticLine,
    /// Hatching of the belly of plastic.
    Belly,
    /// Metal.
    Metal,
    /// Metal within plastic.
    MetalWithin,
    /// Lines on metal.
    MetalLine,
    /// Hatching of the lit side of metal.
    Lit,
    /// A blade.
    Blade,
    /// What is cut out of metal, for a sunk line tie.
    Notch,
    /// The hook's wire.
    Wire,
    /// The same within plastic.
    WireWithin,
    /// The same within metal.
    WireInMetal,
    /// Point and barb.
    Barb,
    /// The same within plastic.
    BarbWithin,
    /// A ring or post of wire.
    Ring,
    /// A keeper within plastic.
    KeeperWithin,
    /// Thin wire of a keeper.
    Thin,
    /// A bead of a fall.
    Bead,
    /// Line, bottom and stalks.
    Ink,
    /// Ground or outline that is only meant.
    Meant,
}

impl Look {
    /// Its class.
    #[must_use]
    pub fn class(self) -> &'static str {
        match self {
            Self::Far => "plastic-far",
            Self::Plastic | Self::Strand => "plastic",
            Self::PlasticLine => "plasticline",
            Self::Belly | Self::Lit => "hatched",
            Self::Metal => "metal",
            Self::MetalWithin => "metal within",
            Self::MetalLine | Self::WireInMetal => "metalline",
            Self::Blade => "blade",
            Self::Bead => "bead",
            Self::Notch => "paper line",
            Self::Wire | Self::Ring => "goldline",
            Self::WireWithin => "goldline within",
            Self::Barb => "barb",
            Self::BarbWithin => "barb within",
            Self::KeeperWithin | Self::Thin | Self::Ink | Self::Meant => "line",
        }
    }

    /// Whether something hides it or it is only meant, so that it is dashed.
    #[must_use]
    pub fn dashed(self) -> bool {
        matches!(
            self,
            Self::WireWithin
                | Self::WireInMetal
                | Self::MetalWithin
                | Self::KeeperWithin
                | Self::Meant
        )
    }

    /// Whether it is drawn as thick as the hook's wire is.
    #[must_use]
    pub fn by_wire(self) -> bool {
        matches!(self, Self::Wire | Self::WireWithin | Self::Ring)
    }

    /// Thickness of its line in pixels, where it is not the wire's.
    #[must_use]
    pub fn line_px(self) -> f64 {
        match self {
            Self::PlasticLine | Self::MetalLine | Self::KeeperWithin | Self::WireInMetal => 1.0,
            Self::Thin | Self::BarbWithin => 1.2,
            Self::Ink | Self::Meant => 1.1,
            Self::Strand => 0.8,
            Self::Belly | Self::Lit => 0.0,
            _ => 1.4,
        }
    }
}

/// Where alone a part is seen.
#[derive(Debug, Clone, PartialEq)]
pub enum Seen {
    /// Everywhere.
    Whole,
    /// Within the plastic of the drawing.
    InPlastic,
    /// Within an outline moved by so much.
    Inside(String, Pt),
    /// Outside an outline moved by so much.
    Outside(String, Pt),
}

/// A part of a drawing.
#[derive(Debug, Clone, PartialEq)]
pub struct Part {
    /// What it is.
    pub look: Look,
    /// Its outline.
    pub d: String,
    /// Where it is seen.
    pub seen: Seen,
    /// Whether it goes with the hook when that is drawn along the bait.
    pub moves: bool,
}

impl Part {
    /// A part that is seen whole.
    #[must_use]
    pub fn new(look: Look, d: impl Into<String>) -> Self {
        Self {
            look,
            d: d.into(),
            seen: Seen::Whole,
            moves: false,
        }
    }

    /// Seen within the plastic alone.
    #[must_use]
    pub fn in_plastic(self) -> Self {
        Self {
            seen: Seen::InPlastic,
            ..self
        }
    }

    /// Seen within an outline.
    #[must_use]
    pub fn inside(self, outline: &str, moved: Pt) -> Self {
        Self {
            seen: Seen::Inside(outline.into(), moved),
            ..self
        }
    }

    /// Whether it hides what lies behind it.
    #[must_use]
    pub fn is_plastic(&self) -> bool {
        self.look == Look::Plastic
    }

    /// The same elsewhere.
    #[must_use]
    pub fn moved(self, by: Pt) -> Self {
        let d = super::path::moved(&self.d, by);
        let seen = match self.seen {
            Seen::Inside(d, m) => Seen::Inside(super::path::moved(&d, by), m),
            Seen::Outside(d, m) => Seen::Outside(super::path::moved(&d, by), m),
            Seen::InPlastic => Seen::Whole,
            Seen::Whole => Seen::Whole,
        };
        Self { d, seen, ..self }
    }

    /// The same turned about a place; degrees, clockwise as drawn. The hatching of what is
    /// turned goes by its own new outline.
    #[must_use]
    pub fn turned(self, about: Pt, degrees: f64) -> Self {
        let turned = |d: &str| super::path::turned_path(d, about, degrees);
        let seen = match self.seen {
            Seen::Inside(d, by) => Seen::Inside(turned(&d), by),
            Seen::Outside(d, by) => Seen::Outside(turned(&d), by),
            seen => seen,
        };
        Self {
            d: turned(&self.d),
            seen,
            ..self
        }
    }

    /// Going with the hook.
    #[must_use]
    pub fn moving(self) -> Self {
        Self {
            moves: true,
            ..self
        }
    }
}

/// Metal with its outline and the hatching of its lit side; `size` is its width and
/// height, mm.
#[must_use]
pub fn metal(outline: &str, size: Pt) -> [Part; 2] {
    [
        Part::new(Look::Metal, outline),
        Part::new(Look::Lit, outline).inside(outline, (-0.2 * size.0, -0.24 * size.1)),
    ]
}

/// Plastic with its outline and the hatching of its belly, `high` mm deep.
#[must_use]
pub fn plastic(look: Look, outline: &str, high: f64) -> [Part; 2] {
    let belly = Part {
        seen: Seen::Outside(outline.into(), (0.0, -0.24 * high)),
        ..Part::new(Look::Belly, outline)
    };
    [Part::new(look, outline), belly]
}
