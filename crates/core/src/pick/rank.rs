//! Which rig suits a question: the nine, scored by named considerations.

use std::collections::BTreeMap;

use crate::answer::Text;
use crate::codes::Rig;
use crate::data::RankRow;
use crate::pick::compose::Verdict;
use crate::pick::window::Crossed;
use crate::pick::work::Work;
use crate::units::Dimension;

/// What a rig is scored by, in the order in which it is said.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Consideration {
    /// The bait's form.
    Form,
    /// Its length.
    Length,
    /// The cover.
    Cover,
    /// The bottom.
    Bottom,
    /// Where the fish hold.
    FishAt,
    /// The fish.
    Species,
    /// What they eat.
    Forage,
    /// Their mood.
    Mood,
    /// The clarity.
    Clarity,
    /// The depth.
    Depth,
    /// The current.
    Current,
    /// The wind.
    Wind,
    /// Whether any weight does everything.
    Crossed,
}

const PARTS: usize = 13;
const ALL: [Consideration; PARTS] = [
    Consideration::Form,
    Consideration::Length,
    Consideration::Cover,
    Consideration::Bottom,
    Consideration::FishAt,
    Consideration::Species,
    Consideration::Forage,
    Consideration::Mood,
    Consideration::Clarity,
    Consideration::Depth,
    Consideration::Current,
    Consideration::Wind,
    Consideration::Crossed,
];

/// A rig with its score by consideration, and what it would tie on.
pub struct Ranked<'w, 'a> {
    pub work: &'w Work<'a>,
    pub verdict: Verdict<'w>,
    parts: [f64; PARTS],
}

impl Ranked<'_, '_> {
    /// The rig.
    pub fn rig(&self) -> Rig {
        self.work.rig.code
    }
    /// Sum of its considerations.
    pub fn total(&self) -> f64 {
        self.parts.iter().sum()
    }
    /// The weight it would tie on.
    pub fn label(&self) -> &'static str {
        self.work.rungs[self.verdict.choice.rung].label
    }
    /// What each consideration counted, with its words.
    pub fn considered(&self) -> impl Iterator<Item = (f64, String)> + '_ {
        let named = ALL.into_iter().zip(self.parts);
        named
            .filter(|p| p.1 != 0.0)
            .map(|(c, v)| (v, words(self.work, c)))
    }
}

/// Scores all, best first; equals stand in the contract's order.
pub fn rank<'w, 'a>(works: &'w [Work<'a>]) -> Vec<Ranked<'w, 'a>> {
    let mut all: Vec<_> = works
        .iter()
        .map(|work| {
            let verdict = work.verdict();
            let parts = parts(work, verdict.choice.crossed != Crossed::No);
            Ranked {
                work,
                verdict,
                parts,
            }
        })
        .collect();
    all.sort_by(|a, b| b.total().total_cmp(&a.total()).then(a.rig().cmp(&b.rig())));
    all
}

fn parts(work: &Work<'_>, crossed: bool) -> [f64; PARTS] {
    let weights: &RankRow = &work.tables.conditions.rank;
    let (r, fits, c) = (work.request, &work.rig.fits, &work.conditions);
    let length = outside(
        r.bait.length_mm,
        work.rig.bait.least_mm,
        work.rig.bait.most_mm,
    );
    let form = fits.form.get(&r.bait.form).copied().unwrap_or(-1.0);
    let forage = r.forage.map_or(0.0, |f| of(&fits.forage, f));
    ALL.map(|consideration| match consideration {
        Consideration::Form => weights.form * form,
        Consideration::Length => -weights.length * length,
        Consideration::Cover => weights.cover * of(&fits.cover, r.water.cover),
        Consideration::Bottom => weights.bottom * of(&fits.bottom, r.water.bottom),
        Consideration::FishAt => weights.fish_at * of(&fits.fish_at, r.fish_at),
        Consideration::Species => weights.species * of(&fits.species, r.species),
        Consideration::Forage => weights.forage * forage,
        Consideration::Mood => weights.mood * of(&fits.mood, r.mood),
        Consideration::Clarity => weights.clarity * of(&fits.clarity, r.water.clarity),
        Consideration::Depth => -weights.depth * outside(c.depth_m, fits.depth_m.0, fits.depth_m.1),
        Consideration::Current => {
            -weights.current * outside(c.current_mps, 0.0, fits.current_most_mps)
        }
        Consideration::Wind => -weights.wind * outside(c.wind_mps, 0.0, fits.wind_most_mps),
        Consideration::Crossed => {
            if crossed {
                -weights.crossed
            } else {
                0.0
            }
        }
    })
}

fn of<C: Ord>(table: &BTreeMap<C, f64>, code: C) -> f64 {
    table.get(&code).copied().unwrap_or(0.0)
}

/// How many factors of e a value lies outside a range; 0 inside.
fn outside(value: f64, least: f64, most: f64) -> f64 {
    if value < least {
        (least / value).ln()
    } else if value > most {
        (value / most).ln()
    } else {
        0.0
    }
}

/// What a consideration speaks of, for a reader.
fn words(work: &Work<'_>, c: Consideration) -> String {
    let (r, units) = (work.request, work.options.units);
    let at = &work.conditions;
    match c {
        Consideration::Form => format!("a {}", r.bait.form),
        Consideration::Length if r.bait.length_mm < work.rig.bait.least_mm => {
            "a bait this short".into()
        }
        Consideration::Length => "a bait this long".into(),
        Consideration::Cover => r.water.cover.label().into(),
        Consideration::Bottom => format!("{} below", r.water.bottom),
        Consideration::FishAt => format!("fish {}", r.fish_at),
        Consideration::Species => r.species.label().into(),
        Consideration::Forage => r
            .forage
            .map_or_else(String::new, |f| format!("fish that eat {f}")),
        Consideration::Mood => format!("{} fish", r.mood),
        Consideration::Clarity => format!("{} water", r.water.clarity),
        Consideration::Depth => {
            format!("{} of water", Dimension::Distance.print(at.depth_m, units))
        }
        Consideration::Current => format!(
            "{} of current",
            Dimension::Speed.print(at.current_mps, units)
        ),
        Consideration::Wind => format!("{} of wind", Dimension::Wind.print(at.wind_mps, units)),
        Consideration::Crossed => "no weight that does it all".into(),
    }
}

/// The consideration by which a part counts most, by the sign given.
fn strongest(r: &Ranked<'_, '_>, sign: f64) -> Option<Consideration> {
    let all = ALL.into_iter().zip(r.parts);
    all.filter(|p| p.1 * sign > 0.0)
        .max_by(|a, b| (a.1 * sign).total_cmp(&(b.1 * sign)))
        .map(|p| p.0)
}

/// A line on a rig where it stands.
pub fn why(r: &Ranked<'_, '_>, ranked: &[Ranked<'_, '_>]) -> Text {
    if r.rig() == ranked[0].rig() {
        let good = strongest(r, 1.0).map(|c| words(r.work, c));
        return good
            .map_or_else(|| "least against it".into(), |g| format!("suits {g}"))
            .into();
    }
    match strongest(r, -1.0) {
        Some(c) => format!("not for {}", words(r.work, c)).into(),
        None => why_not(r, &ranked[0]),
    }
}

/// Why a rig does not stand first: where it falls furthest behind.
pub fn why_not(r: &Ranked<'_, '_>, first: &Ranked<'_, '_>) -> Text {
    let behind = |i: usize| first.parts[i] - r.parts[i];
    let most = (0..PARTS).max_by(|a, b| behind(*a).total_cmp(&behind(*b)));
    let Some(i) = most.filter(|i| behind(*i) > 1e-9) else {
        return format!("suits this at least as well as the {}", first.rig()).into();
    };
    let of = words(r.work, ALL[i]);
    if r.parts[i] < 0.0 {
        format!("not for {of}").into()
    } else {
        format!("{of} suits the {} more", first.rig()).into()
    }
}

/// Why the first is first, and how near the second comes.
pub fn why_best(ranked: &[Ranked<'_, '_>]) -> String {
    let first = &ranked[0];
    let mut good: Vec<_> = ALL.into_iter().zip(first.parts).collect();
    good.sort_by(|a, b| b.1.total_cmp(&a.1));
    let said: Vec<_> = good
        .iter()
        .filter(|p| p.1 > 0.0)
        .take(3)
        .map(|p| words(first.work, p.0))
        .collect();
    format!(
        "No rig was asked for: of the nine the {} suits this most ({}); next the {}",
        first.rig(),
        said.join(", "),
        ranked[1].rig()
    )
}
