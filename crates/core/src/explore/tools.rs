//! The angler's own rods and lines against an answer.

use crate::base::codes::LineKind;
use crate::base::maths;
use crate::base::text::{Arg, Said, sentences};
use crate::choose::line::LineChoice;
use crate::own_box::{self, Item, Thing};

/// An own rod or line against an answer, before it is put in words.
#[derive(Debug, Clone)]
pub struct ToolFound {
    /// Its place among the things given.
    pub at: usize,
    /// Whether it fits.
    pub fits: bool,
    /// Why, or why not.
    pub said: Said,
}

/// Own tools that are shown.
const SHOWN: usize = 3;

/// Tools with what speaks against each, best first.
fn ranked(mut all: Vec<(f64, ToolFound)>) -> Vec<ToolFound> {
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
pub fn rods(things: &[&Item], places: &[usize], total_g: f64) -> Vec<ToolFound> {
    let mut found = Vec::new();
    for (at, item) in placed(things, places) {
        let Thing::Rod(rod) = &item.thing else {
            continue;
        };
        let (least, most) = (rod.least_g, rod.most_g);
        let number = |g: f64| Arg::Number(g, 1);
        let (fits, said) = if total_g > most {
            (false, sentences::rod_over(number(total_g), number(most)))
        } else if total_g < least {
            (false, sentences::rod_under(number(total_g), number(least)))
        } else {
            (true, sentences::rod_carries(number(total_g)))
        };
        // Best where the load lies in the lower middle of the rating.
        let share = (total_g - least) / (most - least).max(0.1);
        let against = (share - 0.4).abs() + if fits { 0.0 } else { 10.0 };
        found.push((against, ToolFound { at, fits, said }));
    }
    ranked(found)
}

/// Own lines by kind and test.
pub fn lines(things: &[&Item], places: &[usize], wanted: &LineChoice<'_>) -> Vec<ToolFound> {
    let mut found = Vec::new();
    for (at, item) in placed(things, places) {
        let Thing::Line(line) = &item.thing else {
            continue;
        };
        if let Some((against, fits, said)) = line_against(line, wanted) {
            found.push((against, ToolFound { at, fits, said }));
        }
    }
    ranked(found)
}

/// What speaks against a line, whether it fits, and why; none for a kind that
/// is not asked for.
fn line_against(line: &own_box::Line, wanted: &LineChoice<'_>) -> Option<(f64, bool, Said)> {
    // Straight through, what is tied to the lure is the main line too.
    let straight = wanted.kind != LineKind::Braid;
    let main = line.line == wanted.kind;
    let leader = !straight && line.line == LineKind::Fluorocarbon;
    let (role, (least, most)) = match (main, leader) {
        (true, _) if straight => (sentences::role_main(), wanted.leader.lb),
        (true, _) => (sentences::role_main(), wanted.main_lb),
        (_, true) => (sentences::role_leader(), wanted.leader.lb),
        _ => return None,
    };
    let pounds = |lb: f64| Arg::Number(lb, 0);
    let asked = sentences::line_asked(pounds(least), pounds(most), role.clone().into());
    let Some(test) = line.test_lb else {
        return Some((5.0, false, sentences::line_unknown(asked.into())));
    };
    let fits = (least..=most).contains(&test);
    let beyond = maths::ln(test / most).max(maths::ln(least / test)).max(0.0);
    let mut against = if fits { 0.0 } else { 2.0 + beyond };
    // The main line comes before the leader.
    against += if main { 0.0 } else { 0.5 };
    let mut said = if fits {
        sentences::line_fits(role.into())
    } else {
        asked
    };
    if let Some(mm) = line.diameter_mm.filter(|_| main) {
        let diameter = |mm: f64| Arg::Millimetres(mm);
        said = sentences::line_measured(said.into(), diameter(mm), diameter(wanted.mm));
        against += (mm - wanted.mm).abs();
    }
    Some((against, fits, said))
}
