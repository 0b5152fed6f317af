//! The courses: what each asks of a weight, and how it is brought where a rig
//! has no way of its own.

use enum_map::EnumMap;
use serde::{Deserialize, Serialize};

use super::practice::Way;
use super::retrieve;
use super::rows::{Curve, row};
use super::rules::{RawRule, Rules};
use super::total::total;
use super::when::When;
use super::{DataError, Rule};
use crate::base::Loose;
use crate::base::UnitSystem;
use crate::base::codes::{Course, LowerBound, Mood};

row!(SwimRow {
    slowest: f64,
    quickest: f64,
    near: f64,
    far: f64,
    kept_within_m: f64,
    killed_m: f64
});
row!(HandFactors {
    speed: f64,
    rest: f64,
    lift: f64
});
row!(HandsRow {
    speed: Curve,
    rest: Curve,
    lift: Curve,
    longest_s: f64,
    active: HandFactors,
    neutral: HandFactors,
    inactive: HandFactors
});

#[derive(Debug, Clone, Deserialize, Serialize)]
#[serde(deny_unknown_fields)]
struct RawCourse {
    code: Course,
    needs: Vec<LowerBound>,
    #[serde(default)]
    off_bottom: bool,
    #[serde(default)]
    lies: bool,
    #[serde(default)]
    below: bool,
    speed_mps: f64,
    rest_s: f64,
    moves: String,
    say: Vec<RawRule>,
}

#[derive(Debug, Clone, Deserialize, Serialize)]
#[serde(deny_unknown_fields)]
pub(super) struct RawCourses {
    course: Vec<RawCourse>,
    floats: Vec<RawRule>,
    falls_alike: Loose,
    swim: SwimRow,
    hands: HandsRow,
}

/// A course.
#[derive(Debug, Clone)]
pub struct CourseRow {
    /// Its code.
    pub code: Course,
    /// What bounds a weight from below on it.
    pub needs: Vec<LowerBound>,
    /// Whether it is fished at the depth of the fish, else on the bottom.
    pub off_bottom: bool,
    /// Whether it must stay on the bottom only while nothing is done.
    pub lies: bool,
    /// Whether it hangs under the tip, else is cast out.
    pub below: bool,
    /// Speed of what is drawn or wound, m/s.
    pub speed_mps: f64,
    /// How it is brought on a rig without a way of its own for it.
    pub way: Way,
    /// The steps of that, as they are told.
    pub say: Vec<Rule>,
}

/// Every course, and what all have in common.
#[derive(Debug, Clone)]
#[expect(missing_docs, reason = "explained once, in data/courses.toml")]
pub struct CourseTables {
    pub course: EnumMap<Course, CourseRow>,
    pub floats: Vec<Rule>,
    pub falls_alike: When,
    pub swim: SwimRow,
    pub hands: HandsRow,
}

const FILE: &str = "courses.toml";

impl CourseTables {
    pub(super) fn read(raw: RawCourses, rules: &Rules) -> Result<Self, DataError> {
        let reader = rules.reader();
        let one = |raw: RawCourse| {
            let wrong =
                |what: String| DataError::wrong(FILE, format!("{}: {what}", raw.code.code()));
            Ok::<_, DataError>(CourseRow {
                code: raw.code,
                off_bottom: raw.off_bottom,
                lies: raw.lies,
                below: raw.below,
                speed_mps: raw.speed_mps,
                way: Way {
                    when: When::default(),
                    rest_s: raw.rest_s,
                    moves: retrieve::read(&raw.moves, UnitSystem::Metric).map_err(wrong)?,
                },
                say: reader.rules(&raw.say).map_err(wrong)?,
                needs: raw.needs,
            })
        };
        let rows: Vec<CourseRow> = raw.course.into_iter().map(one).collect::<Result<_, _>>()?;
        Ok(Self {
            course: total(FILE, rows, |r| r.code)?,
            floats: reader
                .rules(&raw.floats)
                .map_err(|what| DataError::wrong(FILE, what))?,
            falls_alike: When::read(&raw.falls_alike, &rules.named)
                .map_err(|what| DataError::wrong(FILE, what))?,
            swim: raw.swim,
            hands: raw.hands,
        })
    }
}

impl CourseTables {
    /// Every rule of these tables, with the list that it stands in.
    pub fn each(&self) -> impl Iterator<Item = (&'static str, &Rule)> {
        let rows = self.course.values();
        let said = rows.flat_map(|row| &row.say).chain(&self.floats);
        said.map(|r| ("retrieve", r))
    }
}

impl HandsRow {
    /// How a mood changes what hands do.
    #[must_use]
    pub fn mood(&self, mood: Mood) -> &HandFactors {
        match mood {
            Mood::Active => &self.active,
            Mood::Neutral => &self.neutral,
            Mood::Inactive => &self.inactive,
        }
    }
}
