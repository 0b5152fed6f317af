//! What covers a range, in words.

use crate::answer::{Coverage, CoverageHead};
use crate::base::Dimension;
use crate::base::text::{Arg, Said, sentences};
use crate::choose::rig_on_question::RigOnQuestion;
use crate::explore::coverage::Covered;

/// Joins some with a sentence of two holes.
fn joined(all: Vec<Arg>, two: fn(Arg, Arg) -> Said) -> Option<Arg> {
    all.into_iter()
        .reduce(|first, second| two(first, second).into())
}

fn head(h: &CoverageHead, on: &RigOnQuestion<'_>) -> Arg {
    let (w, units) = (&on.request.water, on.options.units);
    // Ends that print the same are one value.
    let same = |d: Dimension, (a, b): (f64, f64)| d.print(a, units) == d.print(b, units);
    let label = Arg::Text(h.label.clone().into_owned());
    let (from, to) = h.depth_m;
    let head: Arg = if w.depth_max_m.is_none() {
        label
    } else if same(Dimension::Distance, h.depth_m) {
        sentences::head_at_depth(label, Arg::Distance(from)).into()
    } else {
        sentences::head_over_depths(label, Arg::Distance(from), Arg::Distance(to)).into()
    };
    let (from, to) = h.wind_mps;
    if w.wind_max_mps.is_none() {
        head
    } else if same(Dimension::Wind, h.wind_mps) {
        sentences::head_at_wind(head, Arg::Wind(from)).into()
    } else {
        sentences::head_over_winds(head, Arg::Wind(from), Arg::Wind(to)).into()
    }
}

/// What covers a question's ranges.
#[must_use]
pub fn coverage(on: &RigOnQuestion<'_>, found: Covered) -> Coverage {
    let label = |i: &usize| on.rungs[*i].label;
    let whole: Vec<_> = found.whole.iter().map(label).collect();
    let words = whole.iter().map(|l| Arg::Word(l)).collect();
    let fewest: Vec<_> = found.fewest.iter().map(|h| head(h, on)).collect();
    let count = u32::try_from(fewest.len()).map_or(0.0, f64::from);
    let said = if let Some(heads) = joined(words, sentences::one_or_other) {
        sentences::covers_all(heads)
    } else if let Some(heads) = joined(fewest, sentences::one_then_other) {
        sentences::covers_between(Arg::Number(count, 0), heads)
    } else {
        sentences::covers_none()
    };
    Coverage {
        whole: whole.into_iter().map(Into::into).collect(),
        fewest: found.fewest,
        text: said.text(on.options.units),
    }
}
