//! Which school an answer follows, how the point stands, and why.

use super::words_of;
use crate::answer::reasons::Reasons;
use crate::base::codes::{Basis, LowerBound, Point, Topic};
use crate::base::text::{Arg, Said, sentences};
use crate::choose::decision::Decision;
use crate::choose::point::PointRule;
use crate::choose::school::SchoolRule;

/// Why a school was taken.
pub(super) fn why_school(d: &Decision<'_>) -> Said {
    match d.school_rule {
        SchoolRule::Asked => sentences::school_asked(),
        SchoolRule::OffBottom => sentences::school_off_bottom(),
        SchoolRule::ContactFish => {
            sentences::school_contact_fish(Arg::Word(d.on.request.species.label()))
        }
        SchoolRule::DeepDrift => sentences::school_deep_drift(),
        SchoolRule::StrongWind => sentences::school_strong_wind(),
        SchoolRule::StrongCurrent => sentences::school_strong_current(),
        SchoolRule::Deep => sentences::school_deep(),
        SchoolRule::Rig => sentences::school_rig(),
    }
}

/// Says which school and why.
pub fn school(d: &Decision<'_>, reasons: &mut Reasons) {
    // What is swum neither falls to a speed nor is felt.
    if !d.needs.asks(LowerBound::SinkTarget) && !d.needs.asks(LowerBound::Feel) {
        return;
    }
    let said = sentences::school(
        Arg::Word(d.school.label()),
        why_school(d).into(),
        words_of("SchoolSays", d.school.code()),
    );
    reasons.pro(Topic::School, Basis::CommonPractice, said);
}

/// Why a point stands as it does.
pub(super) fn why_point(d: &Decision<'_>) -> Said {
    match d.on.point.1 {
        PointRule::Cover => {
            sentences::words(words_of("PointSays", d.on.request.water.cover.code()))
        }
        PointRule::RigHides => sentences::point_rig_hides(),
        PointRule::RigOpen => sentences::point_rig_open(),
        PointRule::View => sentences::point_by_view(),
    }
}

/// Says why the point stands so, and what the other side says.
pub fn point(d: &Decision<'_>, reasons: &mut Reasons) {
    let (about, basis) = (Topic::Hook, Basis::CommonPractice);
    reasons.coded("point", about, basis, why_point(d));
    if d.hook.point == Point::Weedless && d.on.request.views.point.is_none() {
        reasons.con(about, basis, sentences::disputed_hidden_point());
    }
}
