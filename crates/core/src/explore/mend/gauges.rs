//! Every measure by its code.

use super::reading::Reading;
use super::{
    force_gauges as force, hook_gauges as hook, way_gauges as way, weight_gauges as weight,
};
use enum_map::EnumMap;

use crate::base::codes::Gauge;
use crate::choose::decision::Decision;
use crate::choose::tied_on::TiedOn;
use crate::question::{PickRequest, Tackle};

/// Takes a measure; nothing where it is none for what is tied on. What is wanted is no tighter
/// than what the choice itself ties on.
#[must_use]
pub fn read(gauge: Gauge, t: &TiedOn<'_>) -> Option<Reading> {
    let tables = t.d.on.tables;
    let least = tables.conditions.tolerance.alike;
    let row = &tables.mend.gauges[gauge];
    let mut reading = measure(gauge, t)?;
    reading.tolerance = reading.tolerance.max(row.tolerance).max(least);
    if reading.deviates()
        && let Some(by) = t.d.accepted.factor(gauge, || accepted(t.d))
    {
        reading.loosen(by);
    }
    Some(reading)
}

/// By how much the bounds of what the choice decides are to be looser for what it ties on itself,
/// and for what it would advise where nothing is in hand.
fn accepted(d: &Decision<'_>) -> EnumMap<Gauge, Option<f64>> {
    let row = &d.on.tables.mend.accepted;
    let mut all = EnumMap::default();
    let tied = TiedOn::new(d, None);
    let mut take = |gauges: &[Gauge], t: &TiedOn<'_>| {
        for gauge in gauges {
            all[*gauge] = measure(*gauge, t).and_then(|r| r.loosened());
        }
    };
    take(&row.tied, &tied);
    let nothing_in_hand = with_nothing_in_hand(d.on.request);
    if nothing_in_hand == *d.on.request {
        take(&row.usual, &tied);
    } else {
        let on = d.on.on_question(&nothing_in_hand);
        take(&row.usual, &TiedOn::new(&on.decide(), None));
    }
    all
}

/// A question without what the angler brings to it: line, rod and pace.
fn with_nothing_in_hand(request: &PickRequest) -> PickRequest {
    let said = &request.tackle;
    PickRequest {
        head: None,
        retrieve_mps: None,
        retrieve_turns_ps: None,
        tackle: Tackle {
            material: said.material,
            reel_ratio: said.reel_ratio,
            ..Tackle::default()
        },
        ..request.clone()
    }
}

fn measure(gauge: Gauge, t: &TiedOn<'_>) -> Option<Reading> {
    match gauge {
        Gauge::FreePressed => hook::free_pressed(t),
        Gauge::EyeOverBait => hook::eye_over_bait(t),
        Gauge::KeeperOffGap => hook::keeper_off_gap(t),
        Gauge::HookShare => hook::hook_share(t),
        Gauge::HookShareHeld => hook::hook_share_held(t),
        Gauge::BendAtTail => hook::bend_at_tail(t),
        Gauge::PointHidden => hook::point_hidden(t),
        Gauge::KeeperHolds => hook::keeper_holds(t),
        Gauge::TieAngle => hook::tie_angle(t),
        Gauge::KnotOnRock => hook::knot_on_rock(t),
        Gauge::Wedge => hook::wedge(t),
        Gauge::WireToSink => force::wire_to_sink(t),
        Gauge::RodToSink => force::rod_to_sink(t),
        Gauge::PullOnWire => force::pull_on_wire(t),
        Gauge::PullOnFlesh => force::pull_on_flesh(t),
        Gauge::RodOnLeader => force::rod_on_leader(t),
        Gauge::LeaderForCover => force::leader_for_cover(t),
        Gauge::WireForLine => force::wire_for_line(t),
        Gauge::LeaderSeen => force::leader_seen(t),
        Gauge::TipForBait => force::tip_for_bait(t),
        Gauge::TotalOverRod => force::total_over_rod(t),
        Gauge::TotalUnderRod => force::total_under_rod(t),
        Gauge::WeightCast => force::weight_cast(t),
        Gauge::WeightFelt => weight::weight_felt(t),
        Gauge::WeightHolds => weight::weight_holds(t),
        Gauge::WeightToSpare => weight::weight_to_spare(t),
        Gauge::WeightOverPick => weight::weight_over_pick(t),
        Gauge::WeightOnBait => weight::weight_on_bait(t),
        Gauge::TimeDown => weight::time_down(t),
        Gauge::PaceHeld => weight::pace_held(t),
        Gauge::BowOfLine => weight::bow_of_line(t),
        Gauge::FeltShare => weight::felt_share(t),
        Gauge::Stretch => weight::stretch(t),
        Gauge::Metal => weight::metal(t),
        Gauge::Carried => weight::carried(t),
        Gauge::LineDrag => weight::line_drag(t),
        Gauge::TailMoment => weight::tail_moment(t),
        Gauge::LineAngle => weight::line_angle(t),
        Gauge::Upright => weight::upright(t),
        Gauge::PaceUsual => way::pace_usual(t),
        Gauge::PauseShare => way::pause_share(t),
        Gauge::PauseSome => way::pause_some(t),
        Gauge::LiftFall => way::lift_fall(t),
        Gauge::RestAfter => way::rest_after(t),
        Gauge::CastTime => way::cast_time(t),
        Gauge::OverBottom => way::over_bottom(t),
        Gauge::BaitForMood => way::bait_for_mood(t),
        Gauge::BaitForMouth => way::bait_for_mouth(t),
        Gauge::Slime => way::slime(t),
        Gauge::WindOnTail => way::wind_on_tail(t),
        Gauge::ShapeForPlace => way::shape_for_place(t),
        Gauge::ShapeInCurrent => way::shape_in_current(t),
        Gauge::RigForPlace => way::rig_for_place(t),
    }
}
