//! How an answer is put together.

pub mod advice;
mod bait_advice;
pub mod card;
mod cast_rig;
mod compose;
mod conflict;
mod coverage;
mod explain;
mod from_box;
pub mod gaps;
mod line;
mod needs;
mod own_tools;
mod own_words;
mod point;
mod rank;
pub mod reasons;
mod school;
pub mod setting;
mod shape;
mod steps;
mod trace;
pub mod turns;
mod window;
mod work;

pub use cast_rig::CastRig;
pub use from_box::{OwnAnswer, OwnHead, OwnHook, hides};
pub use own_tools::OwnTool;

use crate::answer::{Answer, Hook, RigPlace, RunnerUp};
use crate::codes::{Basis, Rig, School, Shape, Topic};
use crate::data::{DataError, RigRow, Tables};
use crate::record::OwnFall;
use crate::request::PickRequest;
use crate::units::{Dimension, Ladder, Mass, Rung, UnitSystem, round, rungs};
use card::Axis;
use rank::Ranked;
use reasons::Reasons;
use setting::Conditions;
use work::Work;

/// How a reader wants to be answered: words, the ladder of weights, and what
/// his own record says.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Options {
    /// Units in texts.
    pub units: UnitSystem,
    /// Weights that are sold where the angler buys.
    pub ladder: Ladder,
    /// Whether the other rigs are ranked beside the answer.
    pub others: bool,
    /// Whether every rule considered is told.
    pub explain: bool,
    /// Drag of this bait and head on a rig by the angler's own sink tests; none
    /// goes by the book.
    pub own_fall: Option<(Rig, OwnFall)>,
}

impl Default for Options {
    fn default() -> Self {
        Self {
            units: UnitSystem::Metric,
            ladder: Ladder::Ounces,
            others: true,
            explain: false,
            own_fall: None,
        }
    }
}

/// What the words of an answer are made from.
pub struct Picture<'a> {
    /// The question.
    pub request: &'a PickRequest,
    /// The rig's table.
    pub rig: &'a RigRow,
    /// All tables.
    pub tables: &'a Tables,
    /// The conditions, with what was assumed.
    pub conditions: &'a Conditions,
    /// The school followed.
    pub school: School,
    /// Units for the reader.
    pub units: UnitSystem,
    /// The hook.
    pub hook: &'a Hook,
    /// The rung tied on.
    pub label: &'static str,
    /// Its mass.
    pub head: Mass,
    /// Whether the needs cross.
    pub crossed: bool,
    /// The head's shape.
    pub shape: Shape,
    /// Thickest depth of the bait, mm.
    pub bait_depth_mm: f64,
    /// Head, hook and bait, g.
    pub total_g: f64,
    /// Seconds to the bottom as it falls to its wanted speed.
    pub time_s: f64,
    /// Seconds to the bottom as this school lets it fall.
    pub school_time_s: f64,
    /// How readily the place takes tackle, 0..1.
    pub snags: f64,
}

impl Picture<'_> {
    /// A size in the reader's units.
    #[must_use]
    pub fn size(&self, mm: f64) -> String {
        Dimension::Size.print(mm, self.units)
    }
    /// A distance in the reader's units.
    #[must_use]
    pub fn distance(&self, m: f64) -> String {
        Dimension::Distance.print(m, self.units)
    }
    /// A speed in the reader's units.
    #[must_use]
    pub fn speed(&self, mps: f64) -> String {
        Dimension::Speed.print(mps, self.units)
    }
    /// A temperature in the reader's units.
    #[must_use]
    pub fn temperature(&self, celsius: f64) -> String {
        Dimension::Temperature.print(celsius, self.units)
    }
}

/// The chooser: tables, read once, and nothing else.
#[derive(Debug)]
pub struct Engine {
    tables: Tables,
    ounce_rungs: Vec<Rung>,
    gram_rungs: Vec<Rung>,
}

impl Engine {
    /// With the tables built into the program.
    ///
    /// # Errors
    /// When a table is unsound.
    pub fn new() -> Result<Self, DataError> {
        Tables::load().map(Self::with_tables)
    }

    /// With other tables, which the caller has checked.
    #[must_use]
    pub fn with_tables(tables: Tables) -> Self {
        Self {
            tables,
            ounce_rungs: rungs(Ladder::Ounces),
            gram_rungs: rungs(Ladder::Grams),
        }
    }

    /// The tables.
    #[must_use]
    pub fn tables(&self) -> &Tables {
        &self.tables
    }

    fn ladder(&self, ladder: Ladder) -> &[Rung] {
        match ladder {
            Ladder::Ounces => &self.ounce_rungs,
            Ladder::Grams => &self.gram_rungs,
        }
    }

    fn work<'a>(&'a self, request: &'a PickRequest, options: Options, rig: Rig) -> Work<'a> {
        Work::new(self, request, options, self.tables.rig(rig))
    }

    /// Answers a question: for the rig asked, or for the best of the nine.
    #[must_use]
    pub fn pick(&self, request: &PickRequest, options: Options) -> Answer {
        let mut reasons = Reasons::default();
        if !options.others
            && let Some(rig) = request.rig
        {
            return self.work(request, options, rig).answer(reasons);
        }
        let works: Vec<_> = Rig::ALL
            .iter()
            .map(|r| self.work(request, options, *r))
            .collect();
        let ranked = rank::rank(&works);
        let best = &ranked[0];
        let first = request
            .rig
            .and_then(|rig| ranked.iter().find(|r| r.rig() == rig))
            .unwrap_or(best);
        if request.rig.is_none() {
            let text = rank::why_best(&ranked);
            reasons.pro(Topic::Rig, "rig_ranked_first", Basis::CommonPractice, text);
        }
        let mut answer = first.work.answer(reasons);
        answer.runners_up = runners_up(&ranked, first);
        answer.rigs = places(&ranked);
        answer.coverage = coverage::coverage(first.work);
        if options.explain {
            answer.considered = trace::considered(first.work, &ranked);
        }
        answer
    }

    /// The weight for a bait and rig over depth and one other condition.
    #[must_use]
    pub fn card(&self, request: &PickRequest, options: Options, axis: Axis) -> card::Card {
        let rig = request
            .rig
            .unwrap_or_else(|| self.pick(request, options).rig);
        card::card(&self.work(request, options, rig), axis)
    }
}

fn places(ranked: &[Ranked<'_, '_>]) -> Vec<RigPlace> {
    ranked
        .iter()
        .map(|r| RigPlace {
            rig: r.rig(),
            score: round(r.total(), 2),
            label: r.label().into(),
            why: rank::why(r, ranked),
        })
        .collect()
}

fn runners_up(ranked: &[Ranked<'_, '_>], first: &Ranked<'_, '_>) -> Vec<RunnerUp> {
    ranked
        .iter()
        .filter(|r| r.rig() != first.rig())
        .map(|r| {
            let picture = r.work.picture(&r.verdict);
            RunnerUp {
                rig: r.rig(),
                head: r.work.head(&r.verdict.body, &mut Reasons::default()),
                weight: r.work.weight(&r.verdict, &picture),
                hook: r.verdict.hook.clone(),
                why_not_first: rank::why_not(r, first),
            }
        })
        .collect()
}
