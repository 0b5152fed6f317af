//! What mends it, as changes of the question: the least change first. What is done by hand
//! changes nothing of it.

use super::tries::Try;
use super::try_bait as bait;
use super::try_head as head;
use super::try_hook as hook;
use super::try_water as water;
use crate::base::codes::{BoxList, Remedy};
use crate::choose::Chooser;
use crate::choose::tied_on::TiedOn;

/// Changes to try for a remedy, the least first; none where it is done by hand.
#[must_use]
pub fn tries(remedy: Remedy, chooser: &Chooser, t: &TiedOn<'_>) -> Option<Vec<Try>> {
    Some(match remedy {
        Remedy::WiderGap => hook::wider(t),
        Remedy::LongerShank => hook::longer(t),
        Remedy::ShorterHook => hook::shorter(t),
        Remedy::HidePoint => hook::hiding(t),
        Remedy::LighterWire => hook::wire(t, true),
        Remedy::HeavierWire => hook::wire(t, false),
        Remedy::SlimmerBait => bait::slimmer(t),
        Remedy::ShorterBait => bait::shorter(t),
        Remedy::LargerBait => bait::larger(t),
        Remedy::FloatingPlastic => bait::floating(t),
        Remedy::ThinKeeper => head::thin_keeper(t),
        Remedy::PlasticKeeper => head::plastic_keeper(t),
        Remedy::TurnEye => head::turned(t),
        Remedy::RecessEye => head::recessed(t),
        Remedy::NoseTie => head::at_nose(t),
        Remedy::HeavierHead => head::heavier(t),
        Remedy::LighterHead => head::lighter(t),
        Remedy::Tungsten => head::tungsten(t),
        Remedy::OtherShape => head::other_shape(t),
        Remedy::OtherRig => head::other_rig(chooser, t),
        Remedy::StrongerRod | Remedy::RodForWeight => water::rods(t, true),
        Remedy::SofterRod | Remedy::LighterRod => water::rods(t, false),
        Remedy::StrongerLeader => water::leaders(t, true),
        Remedy::ThinnerLeader => water::leaders(t, false),
        Remedy::ThinnerLine => water::thinner_line(t),
        Remedy::BraidLine => water::braid(t),
        Remedy::ShorterCast => water::casts(t, true),
        Remedy::LongerCast => water::casts(t, false),
        Remedy::SlowerReel => water::slower(t),
        Remedy::LessDrift => water::less_drift(t),
        Remedy::WindBehind => water::wind_behind(t),
        Remedy::SwimAbove => water::swum(t),
        Remedy::LongerPauses => water::lies(t),
        Remedy::Sharpen
        | Remedy::WaitForWeight
        | Remedy::SetSooner
        | Remedy::ReelThenLean
        | Remedy::SetDrag
        | Remedy::Retie
        | Remedy::CutBack
        | Remedy::TipDown
        | Remedy::CountDown
        | Remedy::TakeBowOut
        | Remedy::UpTheSlope
        | Remedy::RestThenRecast
        | Remedy::ChangeColour
        | Remedy::LeaveWeed
        | Remedy::RethreadCentre
        | Remedy::ExitAtMark
        | Remedy::TieAtNose
        | Remedy::AddSwivel
        | Remedy::GlueDot
        | Remedy::SnapSofter
        | Remedy::HookOffCentre
        | Remedy::LobIt
        | Remedy::ThrowAbove
        | Remedy::CastWithWind
        | Remedy::RestSpot
        | Remedy::SearchDepth
        | Remedy::HigherLifts
        | Remedy::PluckFree
        | Remedy::SetOnSlack
        | Remedy::LetFallAgain
        | Remedy::SnapHarder
        | Remedy::WindInSlowly
        | Remedy::ThreadTailDown
        | Remedy::PauseByHand => return None,
    })
}

/// Which list of a box holds what does it; none where nothing of a box does.
#[must_use]
pub fn done_by(remedy: Remedy) -> Option<BoxList> {
    match remedy {
        Remedy::TurnEye
        | Remedy::RecessEye
        | Remedy::NoseTie
        | Remedy::ThinKeeper
        | Remedy::PlasticKeeper
        | Remedy::HeavierHead
        | Remedy::LighterHead
        | Remedy::Tungsten
        | Remedy::OtherShape => Some(BoxList::Head),
        Remedy::WiderGap
        | Remedy::LongerShank
        | Remedy::ShorterHook
        | Remedy::HidePoint
        | Remedy::LighterWire
        | Remedy::HeavierWire => Some(BoxList::Hook),
        Remedy::SlimmerBait
        | Remedy::ShorterBait
        | Remedy::LargerBait
        | Remedy::FloatingPlastic => Some(BoxList::Bait),
        Remedy::StrongerLeader
        | Remedy::ThinnerLeader
        | Remedy::ThinnerLine
        | Remedy::BraidLine => Some(BoxList::Line),
        Remedy::StrongerRod | Remedy::SofterRod | Remedy::RodForWeight | Remedy::LighterRod => {
            Some(BoxList::Rod)
        }
        _ => None,
    }
}
