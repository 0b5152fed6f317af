//! The share of its casts' time that a log spent on falls and the first rest.

use std::collections::BTreeMap;

use yarrowfen_core::base::Mass;
use yarrowfen_core::day::Span;
use yarrowfen_core::explore::cast_ready::Fished;
use yarrowfen_core::{Engine, Options};

use crate::ask::PickForm;

/// Most casts that are played: those that were fished longest stand for the rest.
const MOST_PLAYED: usize = 8;

/// The share of the time of a log's casts that is falls and the rest after the first of them;
/// `None` where what was fished cannot be played. All falls count, since a bite after a hop is
/// noted as one on the fall by some and on the hop by others.
#[must_use]
pub fn falling_share(engine: &Engine, spans: &[Span<'_>], options: Options) -> Option<f64> {
    let mut hours: BTreeMap<(&str, u64, u64), (f64, &Span<'_>)> = BTreeMap::new();
    for span in spans {
        let (tied, depth) = (span.tied, span.stop.depth_m);
        let key = (tied.question.as_str(), tied.g.to_bits(), depth.to_bits());
        hours.entry(key).or_insert((0.0, span)).0 += span.hours();
    }
    let mut longest: Vec<(f64, &Span<'_>)> = hours.into_values().collect();
    longest.sort_by(|a, b| b.0.total_cmp(&a.0));
    let fished = |(hours, span): (f64, &Span<'_>)| {
        let form = PickForm::from_query(&span.tied.question, options);
        let mut request = form.asked(engine).ok()?;
        request.rig = Some(span.tied.rig);
        request.water.depth_m = span.stop.depth_m;
        request.water.depth_max_m = None;
        let head = Mass::new::<uom::si::mass::gram>(span.tied.g);
        Some(Fished {
            request,
            head,
            hours,
        })
    };
    let played = longest.into_iter().filter_map(fished).take(MOST_PLAYED);
    let played: Vec<Fished> = played.collect();
    engine.falling_share(&played, options)
}
