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
use serde::Serialize;
use serde::de::DeserializeOwned;

#[cfg(not(target_arch = "wasm32"))]
use crate::base::Files;
#[cfg(target_arch = "wasm32")]
use crate::base::Ready;
use crate::base::TableSource;

/// The text of a file, where files are read.
macro_rules! text {
    ($path:literal) => {{
        #[cfg(not(target_arch = "wasm32"))]
        {
            include_str!(concat!("../../data/", $path))
        }
        #[cfg(target_arch = "wasm32")]
        {
            ""
        }
    }};
}

fn read<T: DeserializeOwned + Serialize>(
    from: &mut impl TableSource,
    file: &'static str,
    text: &str,
) -> Result<T, DataError> {
    let read = from.next(text);
    read.map_err(|source| DataError::Unreadable { file, source })
}

/// One file a rig.
const RIGS: [&str; 9] = [
    text!("rigs/shaky_head.toml"),
    text!("rigs/ned.toml"),
    text!("rigs/swing_head.toml"),
    text!("rigs/tube.toml"),
    text!("rigs/swimbait.toml"),
    text!("rigs/jig_worm.toml"),
    text!("rigs/hover.toml"),
    text!("rigs/mid_stroll.toml"),
    text!("rigs/grub.toml"),
];

/// The rules that belong to no rig, as one text.
const RULES: [&str; 9] = [
    text!("rules/notes.toml"),
    text!("rules/cautions.toml"),
    text!("rules/turns.toml"),
    text!("rules/baits.toml"),
    text!("rules/phrases.toml"),
    text!("rules/ties.toml"),
    text!("rules/shapes.toml"),
    text!("rules/fishing.toml"),
    text!("rules/conflicts.toml"),
];

const RULES_DIR: &str = "rules/*.toml";
const RIGS_DIR: &str = "rigs/*.toml";

fn baits(from: &mut impl TableSource) -> Result<BaitTables, DataError> {
    let file: BaitFile = read(from, "baits.toml", text!("baits.toml"))?;
    Ok(BaitTables {
        build: file.build,
        form: total("baits.toml", file.form, |r| r.code)?,
        plastic: total("baits.toml", file.plastic, |r| r.code)?,
        posture: file.posture,
    })
}

fn hooks(from: &mut impl TableSource) -> Result<HookTables, DataError> {
    let file: HookFile = read(from, "hooks.toml", text!("hooks.toml"))?;
    Ok(HookTables {
        size: file.size,
        style: total("hooks.toml", file.style, |r| r.code)?,
        wire: total("hooks.toml", file.wire, |r| r.code)?,
        tie: total("hooks.toml", file.tie, |r| r.code)?,
        eye: file.eye,
    })
}

fn lines(from: &mut impl TableSource) -> Result<LineTables, DataError> {
    let file: LineFile = read(from, "lines.toml", text!("lines.toml"))?;
    Ok(LineTables {
        line: total("lines.toml", file.line, |r| r.code)?,
        material: total("lines.toml", file.material, |r| r.code)?,
        leader: file.leader,
        power: file.power,
        rod: file.rod,
    })
}

fn conditions(from: &mut impl TableSource) -> Result<ConditionTables, DataError> {
    const FILE: &str = "conditions.toml";
    let file: ConditionFile = read(from, FILE, text!("conditions.toml"))?;
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
        wind: file.wind,
        fish: file.fish,
        nose: file.nose,
        tolerance: file.tolerance,
        shape: file.shape,
        rank: file.rank,
        bait_length: file.bait_length,
    })
}

fn practices(
    from: &mut impl TableSource,
    rules: &Rules,
) -> Result<EnumMap<Rig, Practice>, DataError> {
    let mut read_one = |text: &&str| {
        let raw: RawPracticeFile = read(from, RIGS_DIR, text)?;
        let rig = raw.code;
        Practice::read(raw, rules)
            .map(|p| (rig, p))
            .map_err(|what| DataError::wrong(RIGS_DIR, format!("{}: {what}", rig.code())))
    };
    let all: Vec<_> = RIGS.iter().map(&mut read_one).collect::<Result<_, _>>()?;
    Ok(total(RIGS_DIR, all, |p| p.0)?.map(|_, p| p.1))
}

impl Tables {
    /// Reads and checks the tables that are built into the program.
    ///
    /// # Errors
    /// When a table is malformed, incomplete or out of reason, a rule names what
    /// is not known, or a sentence is missing: a mistake in `data/`, found by the
    /// tests.
    #[cfg(not(target_arch = "wasm32"))]
    pub fn load() -> Result<Self, DataError> {
        super::check::words()?;
        let tables = Self::read(&mut Files::default())?;
        tables.check()?;
        Ok(tables)
    }

    /// Reads the tables that were checked and made ready when the module was made.
    ///
    /// # Errors
    /// When they were made ready for another version.
    #[cfg(target_arch = "wasm32")]
    pub fn load() -> Result<Self, DataError> {
        Self::read(&mut Ready(include_bytes!(concat!(
            env!("YARROWFEN_READY"),
            "/tables"
        ))))
    }

    /// The tables made ready, for a module that reads no files.
    ///
    /// # Errors
    /// As [`Tables::load`].
    #[cfg(not(target_arch = "wasm32"))]
    pub fn ready() -> Result<Vec<u8>, DataError> {
        let mut files = Files {
            ready: Some(Vec::new()),
        };
        Self::read(&mut files)?;
        Ok(files.ready.unwrap_or_default())
    }

    /// Tables from a source.
    ///
    /// # Errors
    /// When they cannot be read.
    pub fn read(from: &mut impl TableSource) -> Result<Self, DataError> {
        let shapes: ShapeFile = read(from, "shapes.toml", text!("shapes.toml"))?;
        let named: Named = read(from, "limits.toml", text!("limits.toml"))?;
        let raw: RawRules = read(from, RULES_DIR, &RULES.concat())?;
        let rules = Rules::read(&raw, named).map_err(|what| DataError::wrong(RULES_DIR, what))?;
        let courses: RawCourses = read(from, "courses.toml", text!("courses.toml"))?;
        let mend: RawMend = read(from, "mend.toml", text!("mend.toml"))?;
        let rigs: Vec<RigRow> = RIGS
            .iter()
            .map(|text| read(from, RIGS_DIR, text))
            .collect::<Result<_, _>>()?;
        Ok(Self {
            shapes: total("shapes.toml", shapes.shape, |r| r.code)?,
            baits: baits(from)?,
            hooks: hooks(from)?,
            lines: lines(from)?,
            conditions: conditions(from)?,
            courses: CourseTables::read(courses, &rules)?,
            practice: practices(from, &rules)?,
            rigs: total(RIGS_DIR, rigs, |r| r.code)?,
            mend: MendTables::read(mend, &rules)?,
            days: read(from, "days.toml", text!("days.toml"))?,
            rules,
        })
    }
}
