//! Changes tried together, beside what is tied on now.

use super::changes::{Changed, Faults, after, brings, effects, mending};
use super::gauges::read;
use super::reading::Reading;
use super::tries::{Try, written_out};
use crate::base::codes::{Cause, Gauge, Remedy, Symptom};
use crate::base::text::Arg;
use crate::choose::tied_on::TiedOn;
use crate::choose::{Chooser, Options};
use crate::question::PickRequest;

/// What comes of some changes together.
#[derive(Debug)]
pub struct Together {
    /// The question then.
    pub request: PickRequest,
    /// What was changed: cause, remedy, and to what; those that mend nothing are left out.
    pub done: Vec<(Cause, Remedy, Arg)>,
    /// Each cause's measure then.
    pub readings: Vec<(Cause, Gauge, Reading)>,
    /// What it does to the rest.
    pub effects: Vec<Changed>,
    /// Complaints that it may bring.
    pub brings: Vec<Symptom>,
}

/// Tries changes one after the other, each on what the one before left; a measure that is
/// already mended asks for no other change.
#[must_use]
pub fn together(
    chooser: &Chooser,
    options: Options,
    now: &TiedOn<'_>,
    asked: &[(Cause, Gauge, Remedy)],
) -> Together {
    let mut last = Try {
        request: written_out(now),
        to: Arg::Word(""),
        head_alone: false,
    };
    let mut done = Vec::new();
    for (cause, gauge, remedy) in asked {
        let next = after(chooser, options, now, &last, |t| {
            let mended = read(*gauge, t).is_none_or(|r| !r.deviates());
            if mended {
                return None;
            }
            mending(
                (*remedy, *gauge),
                (chooser, options),
                (t, &Faults::found(t)),
            )
        });
        if let Some((mut tried, _)) = next {
            done.push((*cause, *remedy, tried.to.clone()));
            tried.head_alone = false;
            last = tried;
        }
    }
    let was = Faults::found(now);
    let (readings, effects, brings) = after(chooser, options, now, &last, |t| {
        let reading = |(cause, gauge, _): &(Cause, Gauge, Remedy)| {
            read(*gauge, t).map(|r| (*cause, *gauge, r))
        };
        (
            asked.iter().filter_map(reading).collect(),
            effects(now, t),
            brings(&was, t),
        )
    });
    Together {
        request: last.request,
        done,
        readings,
        effects,
        brings,
    }
}
