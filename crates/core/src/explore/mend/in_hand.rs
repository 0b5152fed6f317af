//! The rig that is in hand, and what is tied on it.

use std::borrow::Cow;

use crate::base::codes::Rig;
use crate::choose::tied_on::TiedOn;
use crate::choose::{Chooser, Options};
use crate::question::PickRequest;
use crate::tables::{RigRow, Tables};

/// The rig that a head of this shape with this bait is: the one asked for; else of those that
/// are tied with such a head the one that the bait suits most; else the best for the place.
#[must_use]
pub fn likely_rig(chooser: &Chooser, request: &PickRequest, options: Options) -> Rig {
    let shape = request.head.as_ref().and_then(|h| h.shape);
    let by_shape = || {
        let shape = shape?;
        let tables: &Tables = &chooser.tables;
        let suits = |rig: &RigRow| {
            let form = rig.fits.form.get(&request.bait.form).copied();
            let (least, most) = (rig.bait.least_mm, rig.bait.most_mm);
            let long = (least..=most).contains(&request.bait.length_mm);
            form.unwrap_or(-1.0) + f64::from(u8::from(long)) + rig.shapes[&shape]
        };
        let tied = tables
            .rigs
            .values()
            .filter(|r| r.shapes.contains_key(&shape));
        tied.max_by(|a, b| suits(a).total_cmp(&suits(b)))
            .map(|r| r.code)
    };
    request
        .rig
        .or_else(by_shape)
        .unwrap_or_else(|| chooser.rig_for(request, options))
}

/// Looks at what is tied on by a question.
pub fn tied_on<R>(
    chooser: &Chooser,
    request: &PickRequest,
    options: Options,
    look: impl FnOnce(&TiedOn<'_>) -> R,
) -> R {
    let rig = likely_rig(chooser, request, options);
    let named = PickRequest {
        rig: Some(rig),
        ..request.clone()
    };
    let settled: Cow<'_, PickRequest> = chooser.settled(&named);
    let on = chooser.rig_on(&settled, options, rig);
    let decision = on.decide();
    look(&TiedOn::new(&decision, settled.head.as_ref()))
}
