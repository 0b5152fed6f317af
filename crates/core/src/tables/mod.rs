//! The tables a practitioner may want to correct, read once and checked.
//!
//! Numbers stand in `data/*.toml` and `data/rigs/*.toml`, rules in
//! `data/rules/*.toml`, words in `data/text/en.ftl`. All are built into the
//! program and checked as a whole by [`Tables::load`].

mod check;
mod courses;
mod days;
mod load;
pub mod mend;
mod practice;
pub mod retrieve;
mod rig_row;
mod rows;
pub mod rules;
mod total;
pub mod when;

use enum_map::EnumMap;

pub use courses::{CourseRow, CourseTables, HandFactors, HandsRow, SwimRow};
pub use days::{DayTables, PackRow, PartRow, ServeRow, UsualDay};
pub use mend::MendTables;
pub use practice::{Practice, Way};
pub use rig_row::*;
pub use rows::*;
use rules::{Rule, Rules};

use crate::base::TableFault;
use crate::base::codes::{
    BaitForm, Bottom, Clarity, Course, Cover, HookStyle, LineKind, Material, Mood, Plastic, Power,
    Rig, School, Season, Shape, Species, Tie, Wire,
};
use crate::base::text::TextFault;

/// Why a table cannot be used.
#[derive(Debug, thiserror::Error)]
pub enum DataError {
    /// The file is not what the program expects.
    #[error("{file}: {source}")]
    Unreadable {
        /// Which file.
        file: &'static str,
        /// What the reader said.
        source: TableFault,
    },
    /// A sentence is missing or has an unknown hole.
    #[error(transparent)]
    Words(#[from] TextFault),
    /// A code stands twice or not at all, or a number is out of reason.
    #[error("{file}: {what}")]
    Wrong {
        /// Which file.
        file: &'static str,
        /// What is wrong with it.
        what: String,
    },
}

impl DataError {
    fn wrong(file: &'static str, what: impl Into<String>) -> Self {
        Self::Wrong {
            file,
            what: what.into(),
        }
    }
}

/// Baits, plastics and postures.
#[derive(Debug, Clone)]
#[expect(missing_docs, reason = "explained once, in data/baits.toml")]
pub struct BaitTables {
    pub build: BuildRow,
    pub form: EnumMap<BaitForm, FormRow>,
    pub plastic: EnumMap<Plastic, PlasticRow>,
    pub posture: Posture,
}

/// Hook sizes, styles and wires.
#[derive(Debug, Clone)]
#[expect(missing_docs, reason = "explained once, in data/hooks.toml")]
pub struct HookTables {
    pub size: Vec<HookSize>,
    pub style: EnumMap<HookStyle, HookStyleRow>,
    pub wire: EnumMap<Wire, WireRow>,
    pub tie: EnumMap<Tie, TieRow>,
    pub eye: EyeRow,
}

/// Lines and metals.
#[derive(Debug, Clone)]
#[expect(missing_docs, reason = "explained once, in data/lines.toml")]
pub struct LineTables {
    pub line: EnumMap<LineKind, LineRow>,
    pub material: EnumMap<Material, MaterialRow>,
    pub leader: LeaderRow,
    pub power: EnumMap<Power, (f64, f64)>,
    pub rod: RodRow,
}

/// Water, fish, season and schools.
#[derive(Debug, Clone)]
#[expect(missing_docs, reason = "explained once, in data/conditions.toml")]
pub struct ConditionTables {
    pub season_temp_c: EnumMap<Season, f64>,
    pub fall: FallRow,
    pub school: EnumMap<School, SchoolRow>,
    pub school_default: SchoolDefault,
    pub bottom: EnumMap<Bottom, BottomRow>,
    pub cover: EnumMap<Cover, CoverRow>,
    pub clarity: EnumMap<Clarity, ClarityRow>,
    pub species: EnumMap<Species, SpeciesRow>,
    pub snag: SnagRow,
    pub cast: CastRow,
    pub wind: WindRow,
    pub fish: FishRow,
    pub nose: NoseRow,
    pub tolerance: ToleranceRow,
    pub shape: ShapeWeights,
    pub rank: RankRow,
    pub bait_length: BaitLengthRow,
}

/// All tables, complete by construction and checked.
#[derive(Debug, Clone)]
pub struct Tables {
    /// Head shapes.
    pub shapes: EnumMap<Shape, ShapeRow>,
    /// Baits, plastics and postures.
    pub baits: BaitTables,
    /// Hook sizes, styles and wires.
    pub hooks: HookTables,
    /// Lines and materials.
    pub lines: LineTables,
    /// Water, fish, season and schools.
    pub conditions: ConditionTables,
    /// The courses, and what hands do.
    pub courses: CourseTables,
    /// The rigs that can be chosen for.
    pub rigs: EnumMap<Rig, RigRow>,
    /// What each of them is in practice.
    pub practice: EnumMap<Rig, Practice>,
    /// The rules that belong to no rig.
    pub rules: Rules,
    /// What goes wrong, and why.
    pub mend: MendTables,
    /// A day that is planned.
    pub days: DayTables,
}

impl Tables {
    /// A head shape.
    #[must_use]
    pub fn shape(&self, code: Shape) -> &ShapeRow {
        &self.shapes[code]
    }
    /// A bait form.
    #[must_use]
    pub fn form(&self, code: BaitForm) -> &FormRow {
        &self.baits.form[code]
    }
    /// A plastic.
    #[must_use]
    pub fn plastic(&self, code: Plastic) -> &PlasticRow {
        &self.baits.plastic[code]
    }
    /// A hook style.
    #[must_use]
    pub fn hook_style(&self, code: HookStyle) -> &HookStyleRow {
        &self.hooks.style[code]
    }
    /// A bottom.
    #[must_use]
    pub fn bottom(&self, code: Bottom) -> &BottomRow {
        &self.conditions.bottom[code]
    }
    /// How readily a place takes tackle, 0..1.
    #[must_use]
    pub fn snags(&self, bottom: Bottom, cover: Cover) -> f64 {
        self.bottom(bottom).snag.max(self.cover(cover).snag)
    }
    /// A cover.
    #[must_use]
    pub fn cover(&self, code: Cover) -> &CoverRow {
        &self.conditions.cover[code]
    }
    /// A clarity.
    #[must_use]
    pub fn clarity(&self, code: Clarity) -> &ClarityRow {
        &self.conditions.clarity[code]
    }
    /// A species.
    #[must_use]
    pub fn species(&self, code: Species) -> &SpeciesRow {
        &self.conditions.species[code]
    }
    /// A school.
    #[must_use]
    pub fn school(&self, code: School) -> &SchoolRow {
        &self.conditions.school[code]
    }
    /// Diameter of a line, in mm, by kind and test in lb.
    #[must_use]
    pub fn line_mm(&self, kind: LineKind, test_lb: f64) -> f64 {
        self.lines.line[kind].test.at(test_lb)
    }
    /// Density of a kind of line, in kg/m³.
    #[must_use]
    pub fn line_density(&self, kind: LineKind) -> f64 {
        self.lines.line[kind].density
    }
    /// Density of a material, in kg/m³.
    #[must_use]
    pub fn density(&self, material: Material) -> f64 {
        self.lines.material[material].density
    }
    /// Diameter of a hook's wire in mm, by its gauge and gap.
    #[must_use]
    pub fn wire_mm(&self, wire: Wire, gap_mm: f64) -> f64 {
        self.hooks.wire[wire].factor * gap_mm.sqrt()
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
    /// A course.
    #[must_use]
    pub fn course(&self, code: Course) -> &CourseRow {
        &self.courses.course[code]
    }
    /// A rig.
    #[must_use]
    pub fn rig(&self, code: Rig) -> &RigRow {
        &self.rigs[code]
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
    fn a_missing_code_a_doubled_one_and_a_number_out_of_reason_are_found() {
        let rows = || {
            let t = Tables::load().unwrap();
            t.shapes.into_values().collect::<Vec<_>>()
        };
        let mut fewer = rows();
        fewer.remove(3);
        let missing = total::total("shapes.toml", fewer, |r| r.code).unwrap_err();
        assert!(
            missing.to_string().contains("bullet is missing"),
            "{missing}"
        );
        let mut doubled = rows();
        doubled[3] = doubled[2].clone();
        let twice = total::total("shapes.toml", doubled, |r| r.code).unwrap_err();
        assert!(
            twice.to_string().contains("football stands twice"),
            "{twice}"
        );
        let mut t = Tables::load().unwrap();
        t.shapes[Shape::Football].frontal = 9.0;
        assert!(
            t.check()
                .is_err_and(|e| e.to_string().contains("frontal is 9"))
        );
        let mut t = Tables::load().unwrap();
        t.rigs[Rig::Swimbait].fits.depth_m.0 = 99.0;
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
