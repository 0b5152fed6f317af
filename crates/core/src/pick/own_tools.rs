//! The angler's own rods and lines against an answer.

use serde::Serialize;

use crate::answer::{self, Answer};
use crate::codes::LineKind;
use crate::own::{self, Item, Thing};
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
    let mut found = Vec::new();
    for (at, item) in placed(things, places) {
        let Thing::Line(line) = &item.thing else {
            continue;
        };
        if let Some((against, fits, text)) = line_against(line, &answer.line) {
            let (title, _) = item.thing.told(UnitSystem::Metric);
            let tool = OwnTool {
                at,
                title,
                fits,
                text,
            };
            found.push((against, tool));
        }
    }
    ranked(found)
}

/// What speaks against a line, whether it fits, and why; none for a kind that
/// is not asked for.
fn line_against(line: &own::Line, wanted: &answer::Line) -> Option<(f64, bool, String)> {
    // Straight through, what is tied to the lure is the main line too.
    let straight = wanted.computed_with != LineKind::Braid;
    let main = line.line == wanted.computed_with;
    let leader = !straight && line.line == LineKind::Fluorocarbon;
    let (role, (least, most)) = match (main, leader) {
        (true, _) if straight => ("main line", wanted.leader_lb),
        (true, _) => ("main line", wanted.main_lb),
        (_, true) => ("leader", wanted.leader_lb),
        _ => return None,
    };
    let asked = format!("{}–{} lb {role} asked for", plain(least, 0), plain(most, 0));
    let Some(test) = line.test_lb else {
        let text = format!("{asked}; its test is not written down");
        return Some((5.0, false, text));
    };
    let fits = (least..=most).contains(&test);
    let beyond = (test / most).ln().max((least / test).ln()).max(0.0);
    let mut against = if fits { 0.0 } else { 2.0 + beyond };
    // The main line comes before the leader.
    against += if main { 0.0 } else { 0.5 };
    let mut text = if fits { format!("as {role}") } else { asked };
    if let Some(mm) = line.diameter_mm.filter(|_| main) {
        text += &format!(
            ", {} mm measured; the window is computed with {} mm",
            plain(mm, 2),
            plain(wanted.computed_mm, 2)
        );
        against += (mm - wanted.computed_mm).abs();
    }
    Some((against, fits, text))
}
