//! The tables a practitioner may want to correct, read once and checked.
//!
//! They stand in `data/*.toml`, are built into the program, and are checked as
//! a whole by [`Tables::load`]: each code once, each number within reason.

mod rows;

pub use rows::*;

use crate::codes::{
    BaitForm, Bottom, Clarity, Cover, HookStyle, LineKind, Material, Mood, Plastic, Rig, School,
    Season, Shape, Species, Wire,
};
use crate::units::UnitSystem;

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

/// One file a rig.
fn rigs() -> Result<Vec<RigRow>, DataError> {
    macro_rules! files {
        ($($name:literal),+ $(,)?) => {
            [$((concat!("rigs/", $name, ".toml"), include_str!(concat!("../../data/rigs/", $name, ".toml")))),+]
        };
    }
    files![
        "shaky_head",
        "ned",
        "swing_head",
        "tube",
        "swimbait",
        "jig_worm",
        "hover",
        "mid_stroll",
        "grub",
    ]
    .into_iter()
    .map(|(file, text)| read(file, text))
    .collect()
}

impl Tables {
    /// Reads and checks the tables that are built into the program.
    ///
    /// # Errors
    /// When a table is malformed, incomplete or out of reason: a mistake in
    /// `data/`, found by the tests.
    pub fn load() -> Result<Self, DataError> {
        let shapes: ShapeFile = read("shapes.toml", include_str!("../../data/shapes.toml"))?;
        let tables = Self {
            shapes: shapes.shape,
            baits: read("baits.toml", include_str!("../../data/baits.toml"))?,
            hooks: read("hooks.toml", include_str!("../../data/hooks.toml"))?,
            lines: read("lines.toml", include_str!("../../data/lines.toml"))?,
            conditions: read(
                "conditions.toml",
                include_str!("../../data/conditions.toml"),
            )?,
            rigs: rigs()?,
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
            Clarity::ALL,
            self.conditions.clarity.iter().map(|r| r.code),
        )?;
        complete(
            "conditions.toml",
            Species::ALL,
            self.conditions.species.iter().map(|r| r.code),
        )?;
        complete("rigs/*.toml", Rig::ALL, self.rigs.iter().map(|r| r.code))?;
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
            within("baits.toml", "tail root", f.tail_root, 0.1, 1.0)?;
            if !f.profile.rises() {
                return Err(DataError::Wrong {
                    file: "baits.toml",
                    what: format!("the profile of {} does not run from nose to tail", f.code),
                });
            }
            let thickest = f.profile.0.iter().map(|k| k.1).fold(0.0, f64::max);
            within("baits.toml", "thickest of the profile", thickest, 1.0, 1.0)?;
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
        let shape = &self.conditions.shape;
        for bands in [&shape.current_bands, &shape.retrieve_bands] {
            let rise = |w: &[(f64, f64)]| w[0].0 < w[1].0 && w[0].1 < w[1].1;
            rising("conditions.toml", bands.windows(2).all(rise), "band")?;
        }
        within(
            "conditions.toml",
            "nose",
            self.conditions.nose.least_pa,
            0.0,
            100.0,
        )?;
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
        let moves = crate::cast::moves::read(&rig.retrieve.moves, UnitSystem::Metric);
        if let Err(what) = moves {
            return Err(DataError::Wrong { file, what });
        }
        within(file, "rest", rig.retrieve.rest_s, 0.0, 120.0)?;
        within(file, "overpower", rig.limits.overpower_pa, 1.0, 2000.0)?;
        within(
            file,
            "hover",
            rig.limits.hover_pa.unwrap_or(1.0),
            1.0,
            500.0,
        )?;
        within(file, "snap", rig.limits.snap, 0.5, 3.0)?;
        within(file, "usual weight", rig.usual_oz.0, 0.005, rig.usual_oz.1)?;
        let fits = &rig.fits;
        within(file, "depth", fits.depth_m.0, 0.1, fits.depth_m.1)?;
        let scores = fits.form.values().chain(fits.bottom.values());
        let scores = scores
            .chain(fits.cover.values())
            .chain(fits.fish_at.values());
        let scores = scores.chain(fits.forage.values()).chain(fits.mood.values());
        for score in scores
            .chain(fits.species.values())
            .chain(fits.clarity.values())
        {
            within(file, "fit", *score, -1.0, 1.0)?;
        }
        let ends_open = |last: Option<f64>| last.is_some_and(|v| v >= 1000.0);
        if rig.shapes.is_empty()
            || rig.needs.is_empty()
            || !rig.fits.form.contains_key(&rig.bait.default_form)
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
    /// A clarity.
    #[must_use]
    pub fn clarity(&self, code: Clarity) -> &ClarityRow {
        Self::row(&self.conditions.clarity, code, |r| r.code)
    }
    /// A species.
    #[must_use]
    pub fn species(&self, code: Species) -> &SpeciesRow {
        Self::row(&self.conditions.species, code, |r| r.code)
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
    /// Density of a kind of line, in kg/m³.
    #[must_use]
    pub fn line_density(&self, kind: LineKind) -> f64 {
        Self::row(&self.lines.line, kind, |r| r.code).density
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
    /// Share of a bait's side across the flow on its way down to the bottom.
    #[must_use]
    pub fn posture(&self, way: WayDown) -> f64 {
        let posture = &self.baits.posture;
        match way {
            WayDown::SlackLine => posture.slack_line,
            WayDown::SemiTight => posture.semi_tight,
            WayDown::TightLine => posture.tight_line,
        }
    }
    /// A rig.
    #[must_use]
    pub fn rig(&self, code: Rig) -> &RigRow {
        Self::row(&self.rigs, code, |r| r.code)
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
        let mut t = Tables::load().unwrap();
        t.rigs[4].fits.depth_m.0 = 99.0;
        assert!(
            t.check()
                .is_err_and(|e| e.to_string().contains("depth is 99"))
        );
    }

    #[test]
    fn a_curve_is_straight_between_knots_and_flat_outside() {
        let c = Curve(vec![(0.0, 1.0), (10.0, 2.0)]);
        assert_eq!([c.at(-5.0), c.at(5.0), c.at(99.0)], [1.0, 1.5, 2.0]);
    }
}
