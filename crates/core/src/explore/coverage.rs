//! A range of depths or winds: which rungs do everything over the whole of it,
//! or the fewest heads that do between them.

use crate::answer::CoverageHead;
use crate::base::round;
use crate::choose::rig_on_question::RigOnQuestion;
use crate::choose::setting::Conditions;

/// Most heads that a set is sought of.
const MOST_HEADS: usize = 4;

/// What covers a question's ranges.
#[derive(Debug)]
pub struct Covered {
    /// Indexes of the rungs that do everything over the whole range.
    pub whole: Vec<usize>,
    /// Where there is none: the fewest heads that do, with what each is for.
    pub fewest: Vec<CoverageHead>,
}

/// What covers the question's ranges; nothing when it names none.
#[must_use]
pub fn coverage(on: &RigOnQuestion<'_>) -> Option<Covered> {
    let points = on.range_points();
    if points.is_empty() {
        return None;
    }
    let serves: Vec<Vec<bool>> = points.iter().map(|c| serves(on, c)).collect();
    let rungs = on.rungs.len();
    let all = |set: &[usize]| serves.iter().all(|s| set.iter().any(|i| s[*i]));
    let whole: Vec<usize> = (0..rungs).filter(|i| all(&[*i])).collect();
    let useful: Vec<usize> = (0..rungs)
        .filter(|i| serves.iter().any(|s| s[*i]))
        .collect();
    let set = if whole.is_empty() {
        fewest(&useful, &all).unwrap_or_default()
    } else {
        Vec::new()
    };
    let fewest = set.iter().map(|i| head(on, *i, &points, &serves)).collect();
    Some(Covered { whole, fewest })
}

/// Which rungs serve a point.
fn serves(on: &RigOnQuestion<'_>, c: &Conditions) -> Vec<bool> {
    let choice = on.choose_at(c);
    let rungs = 0..on.rungs.len();
    rungs.map(|i| on.serves(&choice, i)).collect()
}

/// The smallest set that covers all, by trying sets of growing size; of equals
/// the lightest.
fn fewest(useful: &[usize], all: &impl Fn(&[usize]) -> bool) -> Option<Vec<usize>> {
    fn grow(
        size: usize,
        from: usize,
        useful: &[usize],
        set: &mut Vec<usize>,
        all: &impl Fn(&[usize]) -> bool,
    ) -> bool {
        if set.len() == size {
            return all(set);
        }
        for i in from..useful.len() {
            set.push(useful[i]);
            if grow(size, i + 1, useful, set, all) {
                return true;
            }
            set.pop();
        }
        false
    }
    (2..=MOST_HEADS.min(useful.len())).find_map(|size| {
        let mut set = Vec::new();
        grow(size, 0, useful, &mut set, all).then_some(set)
    })
}

/// What of the range one head of a set is for.
fn head(
    on: &RigOnQuestion<'_>,
    rung: usize,
    points: &[Conditions],
    serves: &[Vec<bool>],
) -> CoverageHead {
    let served = points.iter().zip(serves).filter(|(_, s)| s[rung]);
    let ends = |of: fn(&Conditions) -> f64| {
        let all = served.clone().map(|(c, _)| of(c));
        let least = all.clone().fold(f64::INFINITY, f64::min);
        (round(least, 2), round(all.fold(0.0, f64::max), 2))
    };
    CoverageHead {
        label: on.rungs[rung].label.into(),
        depth_m: ends(|c| c.depth_m),
        wind_mps: ends(|c| c.wind_mps),
    }
}
