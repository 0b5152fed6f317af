//! The tables a practitioner may want to correct, read once and checked.
//!
//! They stand in `data/*.toml`, are built into the program, and are checked as
//! a whole by [`Tables::load`]: each code once, each number within reason.

use std::collections::BTreeMap;

use serde::Deserialize;

use crate::codes::{
    Action, BaitForm, Bottom, Cover, HookStyle, Keeper, LineKind, Material, Mood, Plastic, Point,
    Power, Rig, School, Season, Shape, Species, Wire,
};

/// Why a table cannot be used.
#[derive(Debug, thiserror::Error)]
pub enum DataError {
    /// The file is not what the program expects.
    #[error("{file}: {source}")]
    Unreadable {
        /// Which file.
        file: &'static str,
        /// What the reader said.
        source: Box<toml::de::Error>,
    },
    /// A code stands twice or not at all, or a number is out of reason.
    #[error("{file}: {what}")]
    Wrong {
        /// Which file.
        file: &'static str,
        /// What is wrong with it.
        what: String,
    },
}

/// Straight-line interpolation over (x, y) knots, flat outside them.
#[derive(Debug, Clone, Deserialize)]
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

    fn rises(&self) -> bool {
        !self.0.is_empty() && self.0.windows(2).all(|w| w[0].0 < w[1].0)
    }
}

/// Drag of a head on its frontal area.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum HeadDrag {
    /// A published sphere law by Reynolds number.
    Sphere,
    /// One coefficient over the range of a falling jig head.
    Constant(f64),
}

impl<'de> Deserialize<'de> for HeadDrag {
    fn deserialize<D: serde::Deserializer<'de>>(d: D) -> Result<Self, D::Error> {
        #[derive(Deserialize)]
        #[serde(untagged)]
        enum Raw {
            Number(f64),
            Word(String),
        }
        match Raw::deserialize(d)? {
            Raw::Number(cd) => Ok(Self::Constant(cd)),
            Raw::Word(w) if w == "sphere" => Ok(Self::Sphere),
            Raw::Word(w) => Err(serde::de::Error::custom(format!("unknown drag law {w}"))),
        }
    }
}

/// What a shape does, each 0..1.
#[derive(Debug, Clone, Copy, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Traits {
    /// Stays up at rest.
    pub upright: f64,
    /// Sticks in rock.
    pub wedge: f64,
    /// Bounces off rock.
    pub deflect: f64,
    /// Comes through wood.
    pub wood: f64,
    /// Comes through grass.
    pub grass: f64,
    /// Rests on soft bottom.
    pub mud: f64,
    /// Cuts current.
    pub current: f64,
    /// Swims straight.
    pub track: f64,
    /// Skates on the fall.
    pub glide: f64,
}

/// What a place asks of a shape: a weight for each trait, unnamed ones 0.
#[derive(Debug, Clone, Copy, Default, Deserialize)]
#[serde(default, deny_unknown_fields)]
pub struct Asks {
    /// See [`Traits::upright`], and so on.
    pub upright: f64,
    /// See [`Traits::wedge`].
    pub wedge: f64,
    /// See [`Traits::deflect`].
    pub deflect: f64,
    /// See [`Traits::wood`].
    pub wood: f64,
    /// See [`Traits::grass`].
    pub grass: f64,
    /// See [`Traits::mud`].
    pub mud: f64,
    /// See [`Traits::current`].
    pub current: f64,
    /// See [`Traits::track`].
    pub track: f64,
    /// See [`Traits::glide`].
    pub glide: f64,
}

impl Asks {
    /// How well a shape answers.
    #[must_use]
    pub fn score(&self, t: &Traits) -> f64 {
        self.upright * t.upright
            + self.wedge * t.wedge
            + self.deflect * t.deflect
            + self.wood * t.wood
            + self.grass * t.grass
            + self.mud * t.mud
            + self.current * t.current
            + self.track * t.track
            + self.glide * t.glide
    }
}

/// A table row. The fields are explained at the head of its file in `data/`.
macro_rules! row {
    ($name:ident { $($field:ident : $ty:ty),+ $(,)? }) => {
        #[doc = concat!("A row of the tables: ", stringify!($name), ". The file in `data/` explains its fields and units.")]
        #[derive(Debug, Clone, Deserialize)]
        #[serde(deny_unknown_fields)]
        #[expect(missing_docs, reason = "explained once, in the data file, where they are edited")]
        pub struct $name { $(pub $field: $ty),+ }
    };
}

row!(ShapeRow {
    code: Shape,
    drag: HeadDrag,
    frontal: f64,
    sphericity: f64,
    length: f64,
    height: f64,
    traits: Traits,
    says: String
});
row!(ShapeFile { shape: Vec<ShapeRow> });
row!(FormRow {
    code: BaitForm,
    drag: f64,
    volume: f64,
    depth: f64,
    tail_root: f64
});
row!(PlasticRow {
    code: Plastic,
    density: f64,
    keeper: Keeper,
    keeper_says: String
});
row!(Posture {
    slack_line: f64,
    tight_line: f64,
    glide: f64,
    trailing: f64
});
row!(BaitFile { form: Vec<FormRow>, plastic: Vec<PlasticRow>, posture: Posture });
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
row!(HookFile { size: Vec<HookSize>, style: Vec<HookStyleRow>, wire: Vec<WireRow> });
row!(LineRow {
    code: LineKind,
    test: Curve
});
row!(MaterialRow {
    code: Material,
    density: f64
});
row!(LineFile { line: Vec<LineRow>, material: Vec<MaterialRow> });
row!(FallRow {
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
    says: String
});
row!(SchoolDefault {
    strong_wind_mps: f64, reaction_depth_m: f64, reaction_drift_mps: f64,
    contact_species: Vec<Species>, reaction_species: Vec<Species>,
});
row!(BottomRow {
    code: Bottom,
    snag: f64,
    asks: Asks
});
row!(CoverRow {
    code: Cover,
    snag: f64,
    asks: Asks,
    point: Point,
    free_n: f64,
    point_says: String
});
row!(SnagRow { most_g: f64 });
row!(ShapeWeights {
    full_current_mps: f64,
    current_weight: f64,
    floating_upright: f64,
    healthy_margin: f64
});
row!(ConditionFile {
    season_temp_c: BTreeMap<Season, f64>, fall: FallRow, school: Vec<SchoolRow>, school_default: SchoolDefault,
    bottom: Vec<BottomRow>, cover: Vec<CoverRow>, snag: SnagRow, shape: ShapeWeights,
});
row!(RigBait { least_mm: f64, most_mm: f64, forms: Vec<BaitForm>, default_form: BaitForm, default_mm: f64, default_plastic: Plastic });
row!(RigLimits { overpower_pa: f64 });
row!(Shank {
    to_mm: f64,
    style: HookStyle
});
row!(RigHook { gap_over_depth: f64, weedless_gap_over_depth: f64, length_target: f64, length_most: f64, shank: Vec<Shank> });
row!(RigTackle {
    to_g: f64,
    main_lb: (f64, f64),
    leader_lb: (f64, f64),
    power: Power,
    action: Action,
    rated_g: (f64, f64)
});
row!(RigRetrieve {
    name: String,
    speed_mps: f64
});
row!(RigRow {
    code: Rig, default_school: School, usual_braid_lb: f64, usual_straight_lb: f64, bait: RigBait, fall: BTreeMap<School, f64>, limits: RigLimits,
    shapes: BTreeMap<Shape, f64>, hook: RigHook, tackle: Vec<RigTackle>, retrieve: RigRetrieve,
});

/// All tables, checked.
#[derive(Debug, Clone)]
pub struct Tables {
    /// Head shapes.
    pub shapes: Vec<ShapeRow>,
    /// Baits, plastics and postures.
    pub baits: BaitFile,
    /// Hook sizes, styles and wires.
    pub hooks: HookFile,
    /// Lines and materials.
    pub lines: LineFile,
    /// Water, fish, season and schools.
    pub conditions: ConditionFile,
    /// The rigs that can be chosen for.
    pub rigs: Vec<RigRow>,
}

fn read<T: serde::de::DeserializeOwned>(file: &'static str, text: &str) -> Result<T, DataError> {
    toml::from_str(text).map_err(|e| DataError::Unreadable {
        file,
        source: Box::new(e),
    })
}

/// Each code must stand exactly once.
fn complete<T: PartialEq + std::fmt::Debug>(
    file: &'static str,
    all: &[T],
    found: impl Iterator<Item = T> + Clone,
) -> Result<(), DataError> {
    for code in all {
        let times = found.clone().filter(|c| c == code).count();
        if times != 1 {
            return Err(DataError::Wrong {
                file,
                what: format!("{code:?} stands {times} times, not once"),
            });
        }
    }
    Ok(())
}

fn within(
    file: &'static str,
    what: &str,
    value: f64,
    least: f64,
    most: f64,
) -> Result<(), DataError> {
    if (least..=most).contains(&value) {
        Ok(())
    } else {
        Err(DataError::Wrong {
            file,
            what: format!("{what} is {value}, outside {least} to {most}"),
        })
    }
}

impl Tables {
    /// Reads and checks the tables that are built into the program.
    ///
    /// # Errors
    /// When a table is malformed, incomplete or out of reason: a mistake in
    /// `data/`, found by the tests.
    pub fn load() -> Result<Self, DataError> {
        let shapes: ShapeFile = read("shapes.toml", include_str!("../data/shapes.toml"))?;
        let tables = Self {
            shapes: shapes.shape,
            baits: read("baits.toml", include_str!("../data/baits.toml"))?,
            hooks: read("hooks.toml", include_str!("../data/hooks.toml"))?,
            lines: read("lines.toml", include_str!("../data/lines.toml"))?,
            conditions: read("conditions.toml", include_str!("../data/conditions.toml"))?,
            rigs: vec![read(
                "rigs/ned.toml",
                include_str!("../data/rigs/ned.toml"),
            )?],
        };
        tables.check()?;
        Ok(tables)
    }

    /// Checks completeness and reason of every table.
    ///
    /// # Errors
    /// The first fault found.
    pub fn check(&self) -> Result<(), DataError> {
        self.check_codes()?;
        self.check_numbers()?;
        self.rigs.iter().try_for_each(|rig| self.check_rig(rig))
    }

    fn check_codes(&self) -> Result<(), DataError> {
        complete(
            "shapes.toml",
            Shape::ALL,
            self.shapes.iter().map(|r| r.code),
        )?;
        complete(
            "baits.toml",
            BaitForm::ALL,
            self.baits.form.iter().map(|r| r.code),
        )?;
        complete(
            "baits.toml",
            Plastic::ALL,
            self.baits.plastic.iter().map(|r| r.code),
        )?;
        complete(
            "hooks.toml",
            HookStyle::ALL,
            self.hooks.style.iter().map(|r| r.code),
        )?;
        complete(
            "hooks.toml",
            Wire::ALL,
            self.hooks.wire.iter().map(|r| r.code),
        )?;
        complete(
            "lines.toml",
            LineKind::ALL,
            self.lines.line.iter().map(|r| r.code),
        )?;
        complete(
            "lines.toml",
            Material::ALL,
            self.lines.material.iter().map(|r| r.code),
        )?;
        complete(
            "conditions.toml",
            School::ALL,
            self.conditions.school.iter().map(|r| r.code),
        )?;
        complete(
            "conditions.toml",
            Bottom::ALL,
            self.conditions.bottom.iter().map(|r| r.code),
        )?;
        complete(
            "conditions.toml",
            Cover::ALL,
            self.conditions.cover.iter().map(|r| r.code),
        )?;
        complete(
            "conditions.toml",
            Season::ALL,
            self.conditions.season_temp_c.keys().copied(),
        )
    }

    fn check_numbers(&self) -> Result<(), DataError> {
        for s in &self.shapes {
            within("shapes.toml", "frontal", s.frontal, 0.3, 2.0)?;
            within("shapes.toml", "sphericity", s.sphericity, 0.3, 1.0)?;
            within("shapes.toml", "length", s.length, 0.4, 3.0)?;
            if let HeadDrag::Constant(cd) = s.drag {
                within("shapes.toml", "drag", cd, 0.05, 2.0)?;
            }
        }
        for f in &self.baits.form {
            within("baits.toml", "volume", f.volume, 0.1, 1.0)?;
            within("baits.toml", "depth", f.depth, 0.02, 0.5)?;
            within("baits.toml", "drag", f.drag, 0.3, 3.0)?;
        }
        let rising = |file, ok: bool, what: &str| {
            if ok {
                Ok(())
            } else {
                Err(DataError::Wrong {
                    file,
                    what: format!("{what} does not rise"),
                })
            }
        };
        let sizes = &self.hooks.size;
        rising(
            "hooks.toml",
            sizes
                .windows(2)
                .all(|w| w[0].gap_mm < w[1].gap_mm && w[0].length_mm < w[1].length_mm),
            "hook size",
        )?;
        for l in &self.lines.line {
            rising(
                "lines.toml",
                l.test.rises() && l.test.0.windows(2).all(|w| w[0].1 < w[1].1),
                "line diameter",
            )?;
        }
        rising(
            "conditions.toml",
            self.conditions.fall.temperature.rises(),
            "temperature",
        )
    }

    fn check_rig(&self, rig: &RigRow) -> Result<(), DataError> {
        let file = "rigs/*.toml";
        complete(file, School::ALL, rig.fall.keys().copied())?;
        within(
            file,
            "bait length",
            rig.bait.default_mm,
            rig.bait.least_mm,
            rig.bait.most_mm,
        )?;
        within(file, "overpower", rig.limits.overpower_pa, 1.0, 2000.0)?;
        let ends_open = |last: Option<f64>| last.is_some_and(|v| v >= 1000.0);
        if rig.shapes.is_empty()
            || !ends_open(rig.tackle.last().map(|t| t.to_g))
            || !ends_open(rig.hook.shank.last().map(|s| s.to_mm))
        {
            return Err(DataError::Wrong {
                file,
                what: format!("{}: shapes, tackle or shanks are incomplete", rig.code),
            });
        }
        Ok(())
    }

    /// The rows whose completeness [`check`](Self::check) has made sure of.
    /// A missing row cannot happen after it; the first row stands in.
    fn row<T, C: PartialEq>(rows: &[T], code: C, of: impl Fn(&T) -> C) -> &T {
        rows.iter().find(|r| of(r) == code).unwrap_or(&rows[0])
    }

    /// A head shape.
    #[must_use]
    pub fn shape(&self, code: Shape) -> &ShapeRow {
        Self::row(&self.shapes, code, |r| r.code)
    }
    /// A bait form.
    #[must_use]
    pub fn form(&self, code: BaitForm) -> &FormRow {
        Self::row(&self.baits.form, code, |r| r.code)
    }
    /// A plastic.
    #[must_use]
    pub fn plastic(&self, code: Plastic) -> &PlasticRow {
        Self::row(&self.baits.plastic, code, |r| r.code)
    }
    /// A hook style.
    #[must_use]
    pub fn hook_style(&self, code: HookStyle) -> &HookStyleRow {
        Self::row(&self.hooks.style, code, |r| r.code)
    }
    /// A bottom.
    #[must_use]
    pub fn bottom(&self, code: Bottom) -> &BottomRow {
        Self::row(&self.conditions.bottom, code, |r| r.code)
    }
    /// A cover.
    #[must_use]
    pub fn cover(&self, code: Cover) -> &CoverRow {
        Self::row(&self.conditions.cover, code, |r| r.code)
    }
    /// A school.
    #[must_use]
    pub fn school(&self, code: School) -> &SchoolRow {
        Self::row(&self.conditions.school, code, |r| r.code)
    }
    /// Diameter of a line, in mm, by kind and test in lb.
    #[must_use]
    pub fn line_mm(&self, kind: LineKind, test_lb: f64) -> f64 {
        Self::row(&self.lines.line, kind, |r| r.code)
            .test
            .at(test_lb)
    }
    /// Density of a material, in kg/m³.
    #[must_use]
    pub fn density(&self, material: Material) -> f64 {
        Self::row(&self.lines.material, material, |r| r.code).density
    }
    /// Diameter of a hook's wire in mm, by its gauge and gap.
    #[must_use]
    pub fn wire_mm(&self, wire: Wire, gap_mm: f64) -> f64 {
        Self::row(&self.hooks.wire, wire, |r| r.code).factor * gap_mm.sqrt()
    }
    /// How a mood changes the wanted speed of the fall.
    #[must_use]
    pub fn mood_factor(&self, mood: Mood) -> f64 {
        let fall = &self.conditions.fall;
        match mood {
            Mood::Active => fall.active,
            Mood::Neutral => fall.neutral,
            Mood::Inactive => fall.inactive,
        }
    }
    /// Share of a bait's side across the flow, falling on a slack or a tight line.
    #[must_use]
    pub fn posture(&self, slack: bool) -> f64 {
        if slack {
            self.baits.posture.slack_line
        } else {
            self.baits.posture.tight_line
        }
    }
    /// The rig, when it can be chosen for.
    #[must_use]
    pub fn rig(&self, code: Rig) -> Option<&RigRow> {
        self.rigs.iter().find(|r| r.code == code)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_tables_in_the_program_are_sound() {
        let loaded = Tables::load();
        assert!(loaded.is_ok(), "{:?}", loaded.err());
    }

    #[test]
    fn a_missing_shape_and_a_number_out_of_reason_are_found() {
        let mut t = Tables::load().unwrap();
        t.shapes.remove(3);
        assert!(
            t.check()
                .is_err_and(|e| e.to_string().contains("Bullet stands 0 times"))
        );
        let mut t = Tables::load().unwrap();
        t.shapes[2].frontal = 9.0;
        assert!(
            t.check()
                .is_err_and(|e| e.to_string().contains("frontal is 9"))
        );
    }

    #[test]
    fn a_curve_is_straight_between_knots_and_flat_outside() {
        let c = Curve(vec![(0.0, 1.0), (10.0, 2.0)]);
        assert_eq!([c.at(-5.0), c.at(5.0), c.at(99.0)], [1.0, 1.5, 2.0]);
    }
}
