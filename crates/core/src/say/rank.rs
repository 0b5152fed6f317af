//! Which rig, in words.

use crate::answer::Text;
use crate::answer::reasons::Reasons;
use crate::base::codes::{Basis, Cover, Topic};
use crate::base::text::{Arg, Said, sentences};
use crate::choose::rank::{Consideration, Ranked, strongest};
use crate::choose::rig_on_question::RigOnQuestion;

/// What a consideration speaks of.
pub(super) fn words(on: &RigOnQuestion<'_>, c: Consideration) -> Arg {
    let (r, at) = (on.request, &on.conditions);
    let said = match c {
        Consideration::Form => sentences::rank_form(Arg::Word(r.bait.form.label())),
        Consideration::Length if r.bait.length_mm < on.rig.bait.least_mm => sentences::rank_short(),
        Consideration::Length => sentences::rank_long(),
        Consideration::Cover if r.water.cover == Cover::None => sentences::rank_no_cover(),
        Consideration::Cover => return Arg::Word(r.water.cover.label()),
        Consideration::Bottom => sentences::rank_bottom(Arg::Word(r.water.bottom.label())),
        Consideration::FishAt => sentences::rank_fish_at(Arg::Word(r.fish_at.label())),
        Consideration::Species => return Arg::Word(r.species.label()),
        Consideration::Forage => {
            sentences::rank_forage(Arg::Word(r.forage.map_or("", |f| f.label())))
        }
        Consideration::Mood => sentences::rank_mood(Arg::Word(r.mood.label())),
        Consideration::Clarity => sentences::rank_clarity(Arg::Word(r.water.clarity.label())),
        Consideration::Depth => sentences::rank_depth(Arg::Distance(at.depth_m)),
        Consideration::Current => sentences::rank_current(Arg::Speed(at.current_mps)),
        Consideration::Wind => sentences::rank_wind(Arg::Wind(at.wind_mps)),
        Consideration::Crossed => sentences::rank_crossed(),
        Consideration::Shape => {
            sentences::rank_not_on_shape(Arg::Word(r.shape.map_or("", |s| s.label())))
        }
    };
    said.into()
}

/// What speaks against a rig.
pub(super) fn against(on: &RigOnQuestion<'_>, c: Consideration) -> Said {
    match c {
        Consideration::Crossed => sentences::rank_no_weight(),
        c => sentences::rank_not_for(words(on, c)),
    }
}

/// A line on a rig where it stands.
#[must_use]
pub fn why(r: &Ranked<'_>, ranked: &[Ranked<'_>]) -> Text {
    let on = r.decision.on;
    let said = if r.rig() == ranked[0].rig() {
        match strongest(r, 1.0) {
            Some(good) => sentences::rank_suits(words(on, good)),
            None => sentences::rank_least_against(),
        }
    } else if let Some(shut) = r.excluded {
        sentences::rank_excluded(words(on, shut))
    } else {
        match strongest(r, -1.0) {
            Some(bad) => against(on, bad),
            None => return why_not(r, &ranked[0]),
        }
    };
    said.text(on.options.units)
}

/// Why a rig does not stand first: where it falls furthest behind.
#[must_use]
pub fn why_not(r: &Ranked<'_>, first: &Ranked<'_>) -> Text {
    let on = r.decision.on;
    let rig = Arg::Word(first.rig().label());
    let behind = |c: Consideration| first.parts[c] - r.parts[c];
    let most = r
        .parts
        .iter()
        .map(|p| p.0)
        .max_by(|a, b| behind(*a).total_cmp(&behind(*b)));
    let said = match most.filter(|c| behind(*c) > 1e-9) {
        None => sentences::rank_as_well(rig),
        Some(c) if r.parts[c] < 0.0 => against(on, c),
        Some(c) => sentences::rank_suits_more(words(on, c), rig),
    };
    said.text(on.options.units)
}

/// Considerations that are named for the first.
const NAMED: usize = 3;

/// Why the first is first, and how near the second comes.
pub fn why_best(ranked: &[Ranked<'_>], reasons: &mut Reasons) {
    let [first, second, ..] = ranked else { return };
    let mut good: Vec<_> = first.parts.iter().filter(|p| *p.1 > 0.0).collect();
    good.sort_by(|a, b| b.1.total_cmp(a.1));
    let on = first.decision.on;
    let named = good.iter().take(NAMED).map(|p| words(on, p.0)).collect();
    let said = sentences::rig_ranked_first(
        Arg::Word(first.rig().label()),
        Arg::List(named),
        Arg::Word(second.rig().label()),
    );
    reasons.pro(Topic::Rig, Basis::CommonPractice, said);
}
