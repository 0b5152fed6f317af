//! The angler's own rods and lines against an answer.

use serde::Serialize;

use crate::answer::Answer;
use crate::codes::LineKind;
use crate::own::{Item, Thing};
use crate::units::{UnitSystem, plain};

/// An own rod or line.
#[derive(Debug, Clone, PartialEq, Serialize)]
pub struct OwnTool {
    /// Its place among the things given.
    pub at: usize,
    /// `3–12 g rod`.
    pub title: String,
    /// Whether it fits.
    pub fits: bool,
    /// Why, or why not, with its numbers.
    pub text: String,
}

/// Own tools that are shown.
const SHOWN: usize = 3;

/// Tools with what speaks against each, best first.
fn ranked(mut all: Vec<(f64, OwnTool)>) -> Vec<OwnTool> {
    all.sort_by(|a, b| a.0.total_cmp(&b.0));
    all.into_iter().take(SHOWN).map(|t| t.1).collect()
}

/// The things at some places.
fn placed<'i>(things: &'i [&Item], places: &'i [usize]) -> impl Iterator<Item = (usize, &'i Item)> {
    places
        .iter()
        .filter_map(|at| Some((*at, *things.get(*at)?)))
}

/// Own rods by how well they carry what hangs on them.
pub(super) fn rods(things: &[&Item], places: &[usize], total_g: f64) -> Vec<OwnTool> {
    let mut found = Vec::new();
    for (at, item) in placed(things, places) {
        let Thing::Rod(rod) = &item.thing else {
            continue;
        };
        let (least, most) = (rod.least_g, rod.most_g);
        let (fits, text) = if total_g > most {
            (
                false,
                format!(
                    "overloaded: {} g on a rod for {} g",
                    plain(total_g, 1),
                    plain(most, 1)
                ),
            )
        } else if total_g < least {
            (
                false,
                format!(
                    "hardly loads: {} g on a rod from {} g",
                    plain(total_g, 1),
                    plain(least, 1)
                ),
            )
        } else {
            (
                true,
                format!("carries the {} g that hang on it", plain(total_g, 1)),
            )
        };
        // Best where the load lies in the lower middle of the rating.
        let share = (total_g - least) / (most - least).max(0.1);
        let against = (share - 0.4).abs() + if fits { 0.0 } else { 10.0 };
        let (title, _) = item.thing.told(UnitSystem::Metric);
        found.push((
            against,
            OwnTool {
                at,
                title,
                fits,
                text,
            },
        ));
    }
    ranked(found)
}

/// Own lines by kind and test.
pub(super) fn lines(things: &[&Item], places: &[usize], answer: &Answer) -> Vec<OwnTool> {
    let wanted = &answer.line;
    let straight = wanted.computed_with != LineKind::Braid;
    let mut found = Vec::new();
    for (at, item) in placed(things, places) {
        let Thing::Line(line) = &item.thing else {
            continue;
        };
        // Straight through, what is tied to the lure is the main line too.
        let main = line.line == wanted.computed_with;
        let leader = !straight && line.line == LineKind::Fluorocarbon;
        let (least, most) = if main && !straight {
            wanted.main_lb
        } else {
            wanted.leader_lb
        };
        if !main && !leader {
            continue;
        }
        let role = if leader { "leader" } else { "main line" };
        let asked = format!(
            "{}–{} lb {} asked for",
            plain(least, 0),
            plain(most, 0),
            role
        );
        let Some(test) = line.test_lb else {
            let text = format!("{asked}; its test is not written down");
            let (title, _) = item.thing.told(UnitSystem::Metric);
            found.push((
                5.0,
                OwnTool {
                    at,
                    title,
                    fits: false,
                    text,
                },
            ));
            continue;
        };
        let fits = (least..=most).contains(&test);
        let mut text = if fits { format!("as {role}") } else { asked };
        let mut against = if fits {
            0.0
        } else {
            2.0 + (test / most).ln().abs().max((least / test).ln().abs())
        };
        if let Some(mm) = line.diameter_mm.filter(|_| main) {
            text += &format!(
                ", {} mm measured; the window is computed with {} mm",
                plain(mm, 2),
                plain(wanted.computed_mm, 2)
            );
            against += (mm - wanted.computed_mm).abs();
        }
        if leader {
            against += 0.5;
        }
        let (title, _) = item.thing.told(UnitSystem::Metric);
        found.push((
            against,
            OwnTool {
                at,
                title,
                fits,
                text,
            },
        ));
    }
    ranked(found)
}
