//! A look at a log: over which days, for which fish, by what.

use std::collections::{BTreeMap, BTreeSet};

use time::{Date, Duration};

use super::compare::{Comparison, comparisons};
use super::levels::{Band, Level, level};
use super::{Counted, Factor, LEVEL, counted};
use crate::base::UnitSystem;
use crate::base::codes::{Feeding, Phase, Species};
use crate::day::Span;
use crate::statistics::rates::{Count, Span as Interval};
use crate::statistics::shrink::Waters;

/// What is looked at.
#[derive(Debug, Clone, PartialEq)]
pub struct Asked {
    /// From which day, and to which; none is all there are.
    pub days: (Option<Date>, Option<Date>),
    /// At which place; none is all.
    pub place: Option<String>,
    /// For which fish; none is all.
    pub species: Option<Species>,
    /// Over which depths; none is all.
    pub depth: Option<Band>,
    /// What is counted.
    pub counted: Counted,
    /// By what.
    pub by: Factor,
    /// Units of its words.
    pub units: UnitSystem,
}

/// A level with what came of it.
#[derive(Debug, Clone, PartialEq)]
pub struct Row {
    /// The level.
    pub level: Level,
    /// How many, in how many hours.
    pub count: Count,
    /// Where its true rate lies.
    pub interval: Interval,
    /// On how many days.
    pub days: usize,
}

/// Heads lost somewhere.
#[derive(Debug, Clone, PartialEq)]
pub struct Lost {
    /// Over what, or which shape.
    pub name: &'static str,
    /// How many, in how many hours.
    pub count: Count,
    /// Where the true rate lies.
    pub interval: Interval,
}

/// A water, its rate drawn toward what all waters say.
#[derive(Debug, Clone, PartialEq)]
pub struct WaterRow {
    /// The place.
    pub place: String,
    /// How many, in how many hours.
    pub count: Count,
    /// Its rate, drawn.
    pub rate: f64,
    /// Where its true rate lies.
    pub interval: Interval,
}

/// What throats held in a fortnight.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Fed {
    /// The first day.
    pub from: Date,
    /// Fish that fed up, and down.
    pub counts: (u32, u32),
}

/// What a log says.
#[derive(Debug, Clone, PartialEq)]
pub struct Review {
    /// Days fished.
    pub days: usize,
    /// Days on which nothing of what is counted came.
    pub blanks: usize,
    /// All of it.
    pub all: Count,
    /// By level, in their order.
    pub rows: Vec<Row>,
    /// All comparisons over all factors: what is claimed is judged by all that was looked at.
    pub comparisons: Vec<Comparison>,
    /// Bites by where in the retrieve they came; of those of which it was said.
    pub phases: Vec<(Phase, u32)>,
    /// Bites of which it was not.
    pub unsaid: u32,
    /// Heads lost by bottom.
    pub lost_over: Vec<Lost>,
    /// Heads lost by shape.
    pub lost_by: Vec<Lost>,
    /// Waters, the best first; empty where fewer than two were fished.
    pub waters: Vec<WaterRow>,
    /// What they fed on, fortnight by fortnight.
    pub fed: Vec<Fed>,
}

/// Days over which feeding is put together.
const FORTNIGHT: i64 = 14;

/// Whether a look at a log counts a span.
#[must_use]
pub fn wanted(span: &Span<'_>, asked: &Asked) -> bool {
    let (from, to) = asked.days;
    let deep = |band: Band| band.holds(span.stop.depth_m);
    from.is_none_or(|d| span.day >= d)
        && to.is_none_or(|d| span.day <= d)
        && asked.place.as_ref().is_none_or(|p| span.stop.place == *p)
        && asked.species.is_none_or(|f| span.stop.species == f)
        && asked.depth.is_none_or(deep)
}

/// Looks at a log.
#[must_use]
pub fn review(spans: &[Span<'_>], asked: &Asked) -> Review {
    let log: Vec<&Span<'_>> = spans.iter().collect();
    let spans: Vec<&Span<'_>> = spans.iter().filter(|s| wanted(s, asked)).collect();
    let what = asked.counted;
    let by_day = summed(&spans, what, |s| s.day);
    let none = Count { n: 0, hours: 0.0 };
    let mut phases: BTreeMap<Phase, u32> = BTreeMap::new();
    let mut unsaid = 0;
    for bite in spans.iter().flat_map(|s| &s.bites) {
        match bite.phase {
            Some(phase) => *phases.entry(phase).or_default() += 1,
            None => unsaid += 1,
        }
    }
    Review {
        days: by_day.len(),
        blanks: by_day.values().filter(|c| c.n == 0).count(),
        all: by_day.values().copied().fold(none, Count::with),
        rows: rows(&spans, asked),
        comparisons: comparisons(&log, &spans, what, asked.units),
        phases: Phase::ALL
            .iter()
            .map(|p| (*p, phases.get(p).copied().unwrap_or(0)))
            .collect(),
        unsaid,
        lost_over: lost(&spans, |s| s.stop.bottom.label()),
        lost_by: lost(&spans, |s| s.tied.shape.label()),
        waters: waters(&spans, what),
        fed: fed(&spans),
    }
}

/// Heads lost by bottom, over a whole log.
#[must_use]
pub fn lost_over(spans: &[Span<'_>]) -> Vec<Lost> {
    let all: Vec<&Span<'_>> = spans.iter().collect();
    lost(&all, |s| s.stop.bottom.label())
}

/// Counts by a key, in its order.
fn summed<K: Ord>(
    spans: &[&Span<'_>],
    what: Counted,
    key: impl Fn(&Span<'_>) -> K,
) -> BTreeMap<K, Count> {
    let mut all = BTreeMap::new();
    for span in spans {
        let none = Count { n: 0, hours: 0.0 };
        let sum: &mut Count = all.entry(key(span)).or_insert(none);
        *sum = sum.with(counted(span, what));
    }
    all
}

fn rows(spans: &[&Span<'_>], asked: &Asked) -> Vec<Row> {
    let mut levels: Vec<(Level, Count, BTreeSet<Date>)> = Vec::new();
    for span in spans {
        let level = level(asked.by, span, asked.units);
        let new = counted(span, asked.counted);
        match levels.iter_mut().find(|l| l.0 == level) {
            Some(old) => {
                old.1 = old.1.with(new);
                old.2.insert(span.day);
            }
            None => levels.push((level, new, BTreeSet::from([span.day]))),
        }
    }
    levels.sort_by(|a, b| a.0.before(&b.0));
    let row = |(level, count, days): (Level, Count, BTreeSet<Date>)| Row {
        interval: count.interval(LEVEL),
        days: days.len(),
        level,
        count,
    };
    let fished = levels.into_iter().filter(|l| l.1.hours > 0.0);
    fished.map(row).collect()
}

fn lost(spans: &[&Span<'_>], name: impl Fn(&Span<'_>) -> &'static str) -> Vec<Lost> {
    let mut all: BTreeMap<&'static str, Count> = BTreeMap::new();
    for span in spans {
        let sum = all.entry(name(span)).or_insert(Count { n: 0, hours: 0.0 });
        sum.n += span.gone;
        sum.hours += span.hours();
    }
    let one = |(name, count): (&'static str, Count)| Lost {
        name,
        count,
        interval: count.interval(LEVEL),
    };
    let fished = all.into_iter().filter(|l| l.1.hours > 0.0);
    let mut lost: Vec<Lost> = fished.map(one).collect();
    lost.sort_by(|a, b| b.count.rate().total_cmp(&a.count.rate()));
    lost
}

fn waters(spans: &[&Span<'_>], what: Counted) -> Vec<WaterRow> {
    let by_place = summed(spans, what, |s| s.stop.place.clone());
    let fished: Vec<(String, Count)> = by_place
        .into_iter()
        .filter(|(_, c)| c.hours > 0.0)
        .collect();
    let counts: Vec<Count> = fished.iter().map(|f| f.1).collect();
    let Some(all) = Waters::of(&counts) else {
        return Vec::new();
    };
    let one = |(place, count): (String, Count)| WaterRow {
        rate: all.rate(count),
        interval: all.interval(count, LEVEL),
        place,
        count,
    };
    let mut waters: Vec<WaterRow> = fished.into_iter().map(one).collect();
    waters.sort_by(|a, b| b.rate.total_cmp(&a.rate));
    waters
}

fn fed(spans: &[&Span<'_>]) -> Vec<Fed> {
    let Some(first) = spans.iter().map(|s| s.day).min() else {
        return Vec::new();
    };
    let mut all: BTreeMap<i64, (u32, u32)> = BTreeMap::new();
    for span in spans {
        let at = (span.day - first).whole_days() / FORTNIGHT;
        for bite in &span.bites {
            let counts = all.entry(at).or_default();
            match bite.throat.and_then(|t| t.feeding()) {
                Some(Feeding::Up) => counts.0 += 1,
                Some(Feeding::Down) => counts.1 += 1,
                None => {}
            }
        }
    }
    let looked = all.into_iter().filter(|(_, c)| c.0 + c.1 > 0);
    let fed = |(at, counts): (i64, (u32, u32))| Fed {
        from: first.saturating_add(Duration::days(at * FORTNIGHT)),
        counts,
    };
    looked.map(fed).collect()
}
