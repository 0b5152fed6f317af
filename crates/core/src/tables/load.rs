//! Reading the tables that are built into the program into types that are
//! complete by construction.

use enum_map::EnumMap;

use super::courses::{CourseTables, RawCourses};
use super::mend::{MendTables, RawMend};
use super::practice::{Practice, RawPracticeFile};
use super::rig_row::RigRow;
use super::rows::{BaitFile, ConditionFile, HookFile, LineFile, ShapeFile};
use super::rules::{RawRules, Rules};
use super::total::total;
use super::when::Named;
use super::{BaitTables, ConditionTables, DataError, HookTables, LineTables, Tables};
use crate::base::codes::Rig;
use crate::base::read_table;

fn read<T: serde::de::DeserializeOwned>(file: &'static str, text: &str) -> Result<T, DataError> {
    read_table(text).map_err(|source| DataError::Unreadable { file, source })
}

/// One file a rig.
const RIGS: [&str; 9] = [
    include_str!("../../data/rigs/shaky_head.toml"),
    include_str!("../../data/rigs/ned.toml"),
    include_str!("../../data/rigs/swing_head.toml"),
    include_str!("../../data/rigs/tube.toml"),
    include_str!("../../data/rigs/swimbait.toml"),
    include_str!("../../data/rigs/jig_worm.toml"),
    include_str!("../../data/rigs/hover.toml"),
    include_str!("../../data/rigs/mid_stroll.toml"),
    include_str!("../../data/rigs/grub.toml"),
];

/// The rules that belong to no rig, as one text.
const RULES: &str = concat!(
    include_str!("../../data/rules/notes.toml"),
    include_str!("../../data/rules/cautions.toml"),
    include_str!("../../data/rules/turns.toml"),
    include_str!("../../data/rules/baits.toml"),
    include_str!("../../data/rules/phrases.toml"),
    include_str!("../../data/rules/ties.toml"),
    include_str!("../../data/rules/shapes.toml"),
    include_str!("../../data/rules/fishing.toml"),
    include_str!("../../data/rules/conflicts.toml"),
);

const RULES_DIR: &str = "rules/*.toml";
const RIGS_DIR: &str = "rigs/*.toml";

fn baits() -> Result<BaitTables, DataError> {
    let file: BaitFile = read("baits.toml", include_str!("../../data/baits.toml"))?;
    Ok(BaitTables {
        build: file.build,
        form: total("baits.toml", file.form, |r| r.code)?,
        plastic: total("baits.toml", file.plastic, |r| r.code)?,
        posture: file.posture,
    })
}

fn hooks() -> Result<HookTables, DataError> {
    let file: HookFile = read("hooks.toml", include_str!("../../data/hooks.toml"))?;
    Ok(HookTables {
        size: file.size,
        style: total("hooks.toml", file.style, |r| r.code)?,
        wire: total("hooks.toml", file.wire, |r| r.code)?,
        tie: total("hooks.toml", file.tie, |r| r.code)?,
        eye: file.eye,
    })
}

fn lines() -> Result<LineTables, DataError> {
    let file: LineFile = read("lines.toml", include_str!("../../data/lines.toml"))?;
    Ok(LineTables {
        line: total("lines.toml", file.line, |r| r.code)?,
        material: total("lines.toml", file.material, |r| r.code)?,
        leader: file.leader,
        power: file.power,
        rod: file.rod,
    })
}

fn conditions() -> Result<ConditionTables, DataError> {
    const FILE: &str = "conditions.toml";
    let file: ConditionFile = read(FILE, include_str!("../../data/conditions.toml"))?;
    Ok(ConditionTables {
        season_temp_c: file.season_temp_c,
        fall: file.fall,
        school: total(FILE, file.school, |r| r.code)?,
        school_default: file.school_default,
        bottom: total(FILE, file.bottom, |r| r.code)?,
        cover: total(FILE, file.cover, |r| r.code)?,
        clarity: total(FILE, file.clarity, |r| r.code)?,
        species: total(FILE, file.species, |r| r.code)?,
        snag: file.snag,
        cast: file.cast,
        fish: file.fish,
        nose: file.nose,
        shape: file.shape,
        rank: file.rank,
        bait_length: file.bait_length,
    })
}

fn practices(rules: &Rules) -> Result<EnumMap<Rig, Practice>, DataError> {
    let read_one = |text: &&str| {
        let raw: RawPracticeFile = read(RIGS_DIR, text)?;
        let rig = raw.code;
        Practice::read(raw, rules)
            .map(|p| (rig, p))
            .map_err(|what| DataError::wrong(RIGS_DIR, format!("{}: {what}", rig.code())))
    };
    let all: Vec<_> = RIGS.iter().map(read_one).collect::<Result<_, _>>()?;
    Ok(total(RIGS_DIR, all, |p| p.0)?.map(|_, p| p.1))
}

impl Tables {
    /// Reads and checks the tables that are built into the program.
    ///
    /// # Errors
    /// When a table is malformed, incomplete or out of reason, a rule names what
    /// is not known, or a sentence is missing: a mistake in `data/`, found by the
    /// tests.
    pub fn load() -> Result<Self, DataError> {
        super::check::words()?;
        let shapes: ShapeFile = read("shapes.toml", include_str!("../../data/shapes.toml"))?;
        let named: Named = read("limits.toml", include_str!("../../data/limits.toml"))?;
        let raw: RawRules = read(RULES_DIR, RULES)?;
        let rules = Rules::read(&raw, named).map_err(|what| DataError::wrong(RULES_DIR, what))?;
        let courses: RawCourses = read("courses.toml", include_str!("../../data/courses.toml"))?;
        let mend: RawMend = read("mend.toml", include_str!("../../data/mend.toml"))?;
        let rigs: Vec<RigRow> = RIGS
            .iter()
            .map(|text| read(RIGS_DIR, text))
            .collect::<Result<_, _>>()?;
        let tables = Self {
            shapes: total("shapes.toml", shapes.shape, |r| r.code)?,
            baits: baits()?,
            hooks: hooks()?,
            lines: lines()?,
            conditions: conditions()?,
            courses: CourseTables::read(courses, &rules)?,
            practice: practices(&rules)?,
            rigs: total(RIGS_DIR, rigs, |r| r.code)?,
            mend: MendTables::read(mend, &rules)?,
            days: read("days.toml", include_str!("../../data/days.toml"))?,
            rules,
        };
        tables.check()?;
        Ok(tables)
    }
}
