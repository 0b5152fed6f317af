//! Sizes that an angler's own record speaks for. A log may move a preference by a size, never
//! the physics: only where two weights were fished turn about with all else alike, and only
//! where the difference stands among all that were compared so.

use std::collections::BTreeMap;

use serde::{Deserialize, Serialize};

use super::compare::{comparisons_by, judge};
use super::{Counted, Factor};
use crate::answer::Answer;
use crate::base::UnitSystem;
use crate::base::codes::{BaitForm, Rig, Species};
use crate::base::{Ladder, grams, rungs};
use crate::day::Span;
use crate::question::PickRequest;

/// A weight that brought more than another.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct OwnSize {
    /// With which rig.
    pub rig: Rig,
    /// With which bait.
    pub form: BaitForm,
    /// For which fish.
    pub species: Species,
    /// What brought more, as it is sold, and its weight, g.
    pub better: (String, f64),
    /// What brought less.
    pub lesser: (String, f64),
    /// How many times the bites: where the true ratio lies, nine times in ten. To infinity is
    /// none, since no JSON holds it.
    pub ratio: Option<f64>,
    /// The least that it may be.
    pub least: f64,
    /// The most.
    pub most: Option<f64>,
    /// Stretches where both were fished.
    pub stops: usize,
}

/// Parts of a weight within which two are the same size.
const SAME: f64 = 0.03;

/// All that a log speaks for.
#[must_use]
pub fn own_sizes(spans: &[Span<'_>]) -> Vec<OwnSize> {
    let mut groups: BTreeMap<(Rig, BaitForm, Species), Vec<&Span<'_>>> = BTreeMap::new();
    for span in spans {
        let key = (span.tied.rig, span.tied.form, span.stop.species);
        groups.entry(key).or_default().push(span);
    }
    let mut all = Vec::new();
    for (key, spans) in &groups {
        let found = comparisons_by(&[Factor::Weight], spans, Counted::Bites, UnitSystem::Metric);
        all.extend(found.into_iter().map(|c| (*key, spans, c)));
    }
    judge(&mut all.iter_mut().map(|a| &mut a.2).collect::<Vec<_>>());
    let claimed = all.into_iter().filter(|a| a.2.claims());
    let size = |((rig, form, species), spans, c): (_, &Vec<&Span<'_>>, super::Comparison)| {
        let weight = |name: &str| {
            let span = spans.iter().find(|s| s.tied.label == name)?;
            Some((name.to_owned(), span.tied.g))
        };
        let (one, other) = (weight(&c.levels.0.name)?, weight(&c.levels.1.name)?);
        let (i, ratio) = (c.compared.interval, c.compared.ratio?);
        let told = |v: f64| Some(v).filter(|v| v.is_finite());
        let (better, lesser, ratio, least, most) = if ratio >= 1.0 {
            (one, other, ratio, i.least, i.most)
        } else {
            (other, one, 1.0 / ratio, 1.0 / i.most, 1.0 / i.least)
        };
        Some(OwnSize {
            rig,
            form,
            species,
            better,
            lesser,
            ratio: told(ratio),
            least,
            most: told(most),
            stops: c.stretches,
        })
    };
    claimed.filter_map(size).collect()
}

/// What of a record speaks of the weight that an answer advises; nothing where a head is in
/// hand already.
#[must_use]
pub fn own_size<'s>(
    sizes: &'s [OwnSize],
    request: &PickRequest,
    answer: &Answer,
) -> Option<&'s OwnSize> {
    let what = (answer.rig, request.bait.form, request.species);
    let advised = request.head.is_none();
    let speaks = |s: &&OwnSize| advised && s.speaks_of(what, answer.weight.g);
    sizes.iter().find(speaks)
}

impl OwnSize {
    /// Whether it speaks of a weight that is about to be tied on.
    #[must_use]
    pub fn speaks_of(&self, (rig, form, species): (Rig, BaitForm, Species), g: f64) -> bool {
        let same = (self.rig, self.form, self.species) == (rig, form, species);
        same && (g / self.lesser.1 - 1.0).abs() <= SAME
    }

    /// The size next to a weight, toward what brought more: one size, however far the record
    /// reaches. As it is sold, and its weight, g.
    #[must_use]
    pub fn next(&self, g: f64, ladder: Ladder) -> Option<(&'static str, f64)> {
        let lighter = self.better.1 < g;
        let all = rungs(ladder);
        let sold = all.iter().map(|r| (r.label, grams(r.mass)));
        let beyond = |w: &(&'static str, f64)| match lighter {
            true => w.1 < g * (1.0 - SAME),
            false => w.1 > g * (1.0 + SAME),
        };
        let mut there = sold.filter(beyond);
        match lighter {
            true => there.next_back(),
            false => there.next(),
        }
    }
}
