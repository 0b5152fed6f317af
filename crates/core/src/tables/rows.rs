//! The rows of the tables. The files in `data/` explain their fields and units.

use std::collections::BTreeMap;

use enum_map::EnumMap;

use serde::{Deserialize, Serialize};

pub use crate::physics::drag::HeadDrag;

use crate::base::codes::{
    BaitForm, Bottom, Clarity, Cover, FishAt, HeadTrait, HookStyle, Keeper, LineKind, LowerBound,
    Material, Plastic, Point, Power, School, Season, Shape, Species, Tie, UpperBound, WindSide,
    Wire,
};

/// Straight-line interpolation over (x, y) knots, flat outside them.
#[derive(Debug, Clone, Deserialize, Serialize)]
#[serde(transparent)]
pub struct Curve(pub Vec<(f64, f64)>);

impl Curve {
    /// The value at `x`.
    #[must_use]
    pub fn at(&self, x: f64) -> f64 {
        let Some((first, last)) = self.0.first().zip(self.0.last()) else {
            return 0.0;
        };
        if x <= first.0 {
            return first.1;
        }
        self.0.windows(2).find(|w| x <= w[1].0).map_or(last.1, |w| {
            w[0].1 + (w[1].1 - w[0].1) * (x - w[0].0) / (w[1].0 - w[0].0)
        })
    }

    /// Whether its knots rise.
    #[must_use]
    pub fn rises(&self) -> bool {
        !self.0.is_empty() && self.0.windows(2).all(|w| w[0].0 < w[1].0)
    }
}

/// What a shape does, each trait 0..1.
pub type Traits = EnumMap<HeadTrait, f64>;

/// What a place asks of a shape: a weight for each trait, unnamed ones 0.
#[derive(Debug, Clone, Copy, Default, Deserialize, Serialize)]
#[serde(from = "BTreeMap<HeadTrait, f64>", into = "BTreeMap<HeadTrait, f64>")]
pub struct Asks(pub EnumMap<HeadTrait, f64>);

impl From<BTreeMap<HeadTrait, f64>> for Asks {
    fn from(named: BTreeMap<HeadTrait, f64>) -> Self {
        Self(EnumMap::from_fn(|t| named.get(&t).copied().unwrap_or(0.0)))
    }
}

impl From<Asks> for BTreeMap<HeadTrait, f64> {
    fn from(asks: Asks) -> Self {
        asks.0.into_iter().collect()
    }
}

impl Asks {
    /// How well a shape answers.
    #[must_use]
    pub fn score(&self, traits: &Traits) -> f64 {
        self.0.iter().map(|(t, weight)| weight * traits[t]).sum()
    }
}

/// Where a shape cannot be fished, whatever else speaks for it.
#[derive(Debug, Clone, Default, Deserialize, Serialize)]
#[serde(deny_unknown_fields, default)]
#[expect(missing_docs, reason = "explained once, in data/shapes.toml")]
pub struct Shut {
    pub cover: Vec<Cover>,
    pub bottom: Vec<Bottom>,
    pub fish_at: Vec<FishAt>,
}

/// A table row. The fields are explained at the head of its file in `data/`.
macro_rules! row {
    ($name:ident { $($(#[$with:meta])* $field:ident : $ty:ty),+ $(,)? }) => {
        #[doc = concat!("A row of the tables: ", stringify!($name), ". The file in `data/` explains its fields and units.")]
        #[derive(Debug, Clone, Deserialize, Serialize)]
        #[serde(deny_unknown_fields)]
        #[expect(missing_docs, reason = "explained once, in the data file, where they are edited")]
        pub struct $name { $($(#[$with])* pub $field: $ty),+ }
    };
}
pub(super) use row;

row!(ShapeRow {
    code: Shape,
    drag: HeadDrag,
    frontal: f64,
    sphericity: f64,
    length: f64,
    height: f64,
    #[serde(default)]
    flat_foot: bool,
    #[serde(default)]
    bare: bool,
    #[serde(default)]
    shut: Shut,
    traits: Traits
});
impl ShapeRow {
    /// Whether it cannot be fished there.
    #[must_use]
    pub fn shut_out(&self, cover: Cover, bottom: Bottom, fish: FishAt) -> bool {
        let shut = &self.shut;
        shut.cover.contains(&cover) || shut.bottom.contains(&bottom) || shut.fish_at.contains(&fish)
    }
}
row!(ShapeFile { shape: Vec<ShapeRow> });
row!(FormRow {
    code: BaitForm,
    drag: f64,
    volume: f64,
    depth_mm: (f64, f64),
    fat_mm: f64,
    tail_root: f64,
    profile: Curve
});
row!(PlasticRow {
    code: Plastic,
    density: f64,
    keeper: Keeper
});
row!(Posture {
    slack_line: f64,
    semi_tight: f64,
    tight_line: f64,
    glide: f64,
    trailing: f64
});
row!(BuildRow {
    slim: f64,
    fat: f64,
    thickest: f64
});
row!(BaitFile { build: BuildRow, form: Vec<FormRow>, plastic: Vec<PlasticRow>, posture: Posture });
row!(HookSize {
    label: String,
    gap_mm: f64,
    length_mm: f64
});
row!(HookStyleRow {
    code: HookStyle,
    gap: f64,
    length: f64
});
row!(WireRow {
    code: Wire,
    factor: f64,
    most_leader_lb: f64
});
row!(TieRow {
    code: Tie,
    post_mm: f64
});
row!(EyeRow { blocks: f64 });
row!(HookFile {
    size: Vec<HookSize>, style: Vec<HookStyleRow>, wire: Vec<WireRow>, tie: Vec<TieRow>, eye: EyeRow
});
row!(LineRow {
    code: LineKind,
    test: Curve,
    density: f64
});
row!(MaterialRow {
    code: Material,
    density: f64
});
row!(LeaderRow {
    likely_lb: (f64, f64),
    now_and_then_lb: f64,
    trace_lb: (f64, f64),
    usual_m: (f64, f64),
    clear_m: (f64, f64),
    likely_m: (f64, f64),
    trace_m: (f64, f64)
});
row!(RodRow {
    overload: f64,
    stout_rod_g: f64
});
row!(LineFile {
    line: Vec<LineRow>, material: Vec<MaterialRow>, leader: LeaderRow, power: EnumMap<Power, (f64, f64)>, rod: RodRow
});
row!(FallRow {
    depth: Curve,
    patience: Curve,
    temperature: Curve,
    active: f64,
    neutral: f64,
    inactive: f64,
    enough: f64,
    least: f64,
    most: f64,
    spread: (f64, f64)
});
row!(SchoolRow {
    code: School,
    wait_s: f64,
    falls_slack: bool,
    hand_n: f64,
    deepens: f64
});
row!(SchoolDefault {
    blend: f64, strong_wind_mps: f64, strong_current_mps: f64, reaction_depth_m: f64, reaction_drift_mps: f64,
    contact_species: Vec<Species>, reaction_species: Vec<Species>, deep_contact_species: Vec<Species>,
});
row!(BottomRow {
    code: Bottom,
    snag: f64,
    #[serde(default)]
    above_m: f64,
    #[serde(default)]
    stones: bool,
    asks: Asks
});
row!(CoverRow {
    code: Cover,
    snag: f64,
    asks: Asks,
    point: Point,
    free_n: f64,
    leader_lb: f64
});
row!(SnagRow { most_g: f64 });
row!(FishRow {
    above_m: f64,
    above_share: f64,
    middle: f64
});
row!(CastRow {
    mass_g: Curve,
    loads: Curve,
    casting_g: f64
});
row!(WindRow {
    against_across: f64,
    takes: f64,
    usual: f64,
    behind: f64,
    across: f64,
    ahead: f64
});

impl WindRow {
    /// The share of the wind's speed that a cast flies against, 0 to 1.
    #[must_use]
    pub const fn against(&self, side: Option<WindSide>) -> f64 {
        match side {
            None | Some(WindSide::Across) => self.against_across,
            Some(WindSide::Behind) => 0.0,
            Some(WindSide::Ahead) => 1.0,
        }
    }

    /// The share of the wind's speed that blows across the line, 0 to 1.
    #[must_use]
    pub const fn share(&self, side: Option<WindSide>) -> f64 {
        match side {
            None => self.usual,
            Some(WindSide::Behind) => self.behind,
            Some(WindSide::Across) => self.across,
            Some(WindSide::Ahead) => self.ahead,
        }
    }
}
row!(NoseRow { least_pa: f64 });
row!(ToleranceRow {
    alike: f64,
    lower: EnumMap<LowerBound, f64>,
    upper: EnumMap<UpperBound, f64>,
    gap: f64,
    length: f64
});
row!(BaitLengthRow {
    shorter: f64,
    longer: f64
});
row!(ShapeWeights {
    current_bands: Vec<(f64, f64)>,
    retrieve_bands: Vec<(f64, f64)>,
    floating_upright: f64,
    close: f64,
    serves: f64,
    topples: f64
});
row!(ClarityRow {
    code: Clarity,
    thins_leader: bool,
    asks: Asks
});
row!(SpeciesRow {
    code: Species,
    #[serde(default = "one")]
    falls: f64,
    #[serde(default)]
    least_g: f64,
    asks: Asks
});

fn one() -> f64 {
    1.0
}

row!(RankRow {
    form: f64,
    length: f64,
    bottom: f64,
    cover: f64,
    fish_at: f64,
    forage: f64,
    mood: f64,
    species: f64,
    clarity: f64,
    depth: f64,
    current: f64,
    wind: f64,
    crossed: f64,
    suits_within: f64,
    foreign: f64,
    hardly: f64
});
row!(ConditionFile {
    season_temp_c: EnumMap<Season, f64>, fall: FallRow, school: Vec<SchoolRow>, school_default: SchoolDefault,
    bottom: Vec<BottomRow>, cover: Vec<CoverRow>, snag: SnagRow, fish: FishRow, cast: CastRow, wind: WindRow, nose: NoseRow, tolerance: ToleranceRow, shape: ShapeWeights,
    clarity: Vec<ClarityRow>, species: Vec<SpeciesRow>, rank: RankRow, bait_length: BaitLengthRow,
});
