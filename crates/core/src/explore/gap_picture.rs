//! What serves each situation of a box as a picture: sizes across, situations down.

use super::gap_tasks::{BuyFound, Owned, Serving, Task, Wants};
use crate::answer::{GapCell, GapRow, GapState};
use crate::base::{Rung, grams, maths};

/// Sizes across and situations down.
#[derive(Debug, Default)]
pub struct Picture {
    /// Labels of the rungs, lightest first.
    pub sizes: Vec<&'static str>,
    /// A row for each situation: what is open before what is served.
    pub rows: Vec<GapRow>,
}

/// The rung that is nearest to a weight, by how many times heavier it is.
fn nearest(rungs: &[Rung], g: f64) -> Option<usize> {
    let apart = |r: &Rung| maths::ln(grams(r.mass) / g).abs();
    (0..rungs.len()).min_by(|a, b| apart(&rungs[*a]).total_cmp(&apart(&rungs[*b])))
}

/// The picture of situations, own heads and what is to be bought.
pub(super) fn picture(
    tasks: &[Task<'_>],
    (states, serving): (&[GapState], &[Serving]),
    owned: &Owned,
    buys: &[BuyFound],
    rungs: &[Rung],
) -> Picture {
    let mut rows: Vec<GapRow> = tasks
        .iter()
        .zip(states.iter().zip(serving))
        .map(|(task, (state, serving))| row((task, *state, serving), owned, buys, rungs))
        .collect();
    rows.sort_by_key(|r| r.state);
    let used = |k: usize| rows.iter().any(|r| r.cells[k] != GapCell::Outside);
    // From the first size that anything needs to the last; none where nothing is asked for.
    let first = (0..rungs.len()).find(|k| used(*k)).unwrap_or(0);
    let after = (0..rungs.len())
        .rfind(|k| used(*k))
        .map_or(first, |k| k + 1);
    for row in &mut rows {
        row.cells = row.cells[first..after].to_vec();
    }
    Picture {
        sizes: rungs[first..after].iter().map(|r| r.label).collect(),
        rows,
    }
}

fn row(
    (task, state, serving): (&Task<'_>, GapState, &Serving),
    owned: &Owned,
    buys: &[BuyFound],
    rungs: &[Rung],
) -> GapRow {
    let window = task.windows.get(&task.ideal.shape);
    let within = |g: f64| window.is_some_and(|(least, most)| (*least..=*most).contains(&g));
    let mut cells: Vec<GapCell> = rungs
        .iter()
        .map(|r| {
            if within(grams(r.mass)) {
                GapCell::Within
            } else {
                GapCell::Outside
            }
        })
        .collect();
    let mut put = |g: f64, cell: GapCell| {
        if let Some(k) = nearest(rungs, g) {
            cells[k] = cell;
        }
    };
    for (k, buy) in buys.iter().enumerate() {
        if let Some(g) = buy.head_g.filter(|_| buy.at.contains(&task.at)) {
            put(g, GapCell::Buy(k + 1));
        }
    }
    for g in owned.weights(serving) {
        put(g, GapCell::Own);
    }
    GapRow {
        name: task.name.clone(),
        shape: task.ideal.shape,
        state,
        lacks_hook: serving.lacks.contains(&Wants::Hook),
        cells,
    }
}
