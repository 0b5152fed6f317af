//! Measures of pull: rod, leader and wire against one another.

use super::reading::Reading;
use crate::base::text::{Arg, mend_sentences as say};
use crate::choose::line;
use crate::choose::rod::rod_most_g;
use crate::choose::tied_on::TiedOn;
use crate::physics::strength;
use crate::question::PickRequest;

/// Standard gravity, and a pound in kg (both by definition).
const N_PER_KG: f64 = 9.806_65;
const KG_PER_LB: f64 = 0.453_592_37;

/// What the rod pulls at its bend, kg.
#[must_use]
pub fn rod_kg(t: &TiedOn<'_>) -> f64 {
    t.d.on.tables.mend.forces.rod_kg[t.rod]
}

/// What a knot and a jerk leave of the leader, kg.
#[must_use]
pub fn leader_kg(t: &TiedOn<'_>) -> f64 {
    t.d.on.tables.mend.forces.line_share * t.leader_lb * KG_PER_LB
}

/// What can be pulled with rod and leader, kg.
#[must_use]
pub fn pull_kg(t: &TiedOn<'_>) -> f64 {
    rod_kg(t).min(leader_kg(t))
}

/// Pull from which the hook opens, kg.
#[must_use]
pub fn opens_kg(t: &TiedOn<'_>) -> f64 {
    let f = &t.d.on.tables.mend.forces;
    let m = &t.hook.measures;
    strength::opening_n(m.wire_mm, f.point_arm * m.gap_mm, f.steel_mpa) / N_PER_KG
}

/// What a drag is set to, kg: a share of the least that gives.
#[must_use]
pub fn drag_kg(t: &TiedOn<'_>) -> f64 {
    t.d.on.tables.mend.forces.drag_share * opens_kg(t).min(leader_kg(t))
}

fn wire_mm(t: &TiedOn<'_>) -> Arg {
    Arg::Millimetres(t.hook.measures.wire_mm)
}

/// The wire, mm, against what rod and leader drive in.
pub fn wire_to_sink(t: &TiedOn<'_>) -> Option<Reading> {
    let pull = pull_kg(t);
    let pressure = t.d.on.tables.mend.forces.sink_mpa;
    let sinks = strength::sinks_mm(pull * N_PER_KG, pressure);
    let saw = say::measured_wire_to_sink(wire_mm(t), Arg::Pull(pull), Arg::Millimetres(sinks));
    Reading::to(t.hook.measures.wire_mm, sinks, saw)
}

/// What the rod pulls, kg, against what the wire wants to go in.
pub fn rod_to_sink(t: &TiedOn<'_>) -> Option<Reading> {
    let pressure = t.d.on.tables.mend.forces.sink_mpa;
    let needs = strength::to_sink_n(t.hook.measures.wire_mm, pressure) / N_PER_KG;
    let rod = rod_kg(t);
    let saw = say::measured_rod_to_sink(
        Arg::Word(t.rod.label()),
        Arg::Pull(rod),
        wire_mm(t),
        Arg::Pull(needs),
    );
    Reading::from(rod, needs, saw)
}

/// What rod and leader pull, kg, against what opens the wire.
pub fn pull_on_wire(t: &TiedOn<'_>) -> Option<Reading> {
    let (pull, opens) = (pull_kg(t), opens_kg(t));
    let saw = say::measured_pull_on_wire(
        wire_mm(t),
        Arg::FineSize(t.hook.measures.gap_mm),
        Arg::Pull(opens),
        Arg::Pull(pull),
    );
    Reading::to(pull, opens, saw)
}

/// Pull for each mm of wire, N/mm, against what cuts a hole longer.
pub fn pull_on_flesh(t: &TiedOn<'_>) -> Option<Reading> {
    let pull = pull_kg(t);
    let per_mm = pull * N_PER_KG / t.hook.measures.wire_mm;
    let saw = say::measured_pull_on_flesh(Arg::Pull(pull), wire_mm(t));
    Reading::to(per_mm, t.d.on.tables.mend.forces.tear_n_per_mm, saw)
}

/// What the rod pulls, kg, against what the leader holds.
pub fn rod_on_leader(t: &TiedOn<'_>) -> Option<Reading> {
    let (rod, holds) = (rod_kg(t), leader_kg(t));
    let saw = say::measured_rod_on_leader(
        Arg::Word(t.rod.label()),
        Arg::Pull(rod),
        Arg::Number(t.leader_lb, 1),
        Arg::Pull(holds),
    );
    Reading::to(rod, holds, saw)
}

/// What opens the hook, kg, against what the leader holds: below it, a hook bends free of
/// rock.
pub fn wire_for_line(t: &TiedOn<'_>) -> Option<Reading> {
    let (opens, holds) = (opens_kg(t), leader_kg(t));
    let saw = say::measured_wire_for_line(Arg::Pull(opens), Arg::Pull(holds));
    Reading::to(opens, holds, saw)
}

/// The leader that is advised for the place, whatever is in hand, lb least and most.
fn advised_lb(t: &TiedOn<'_>) -> (f64, f64) {
    let on = t.d.on;
    let mut fresh: PickRequest = on.request.clone();
    fresh.tackle.leader_lb = None;
    fresh.tackle.line_lb = None;
    line::leader(&fresh, line::row(on.rig, t.mass), on.tables).lb
}

/// The leader, lb, against what rig and cover ask for.
pub fn leader_for_cover(t: &TiedOn<'_>) -> Option<Reading> {
    let (wanted, _) = advised_lb(t);
    let saw = say::measured_leader_for_cover(
        Arg::Number(t.leader_lb, 1),
        Arg::Word(t.d.on.request.water.cover.label()),
        Arg::Number(wanted, 1),
    );
    Reading::from(t.leader_lb, wanted, saw)
}

/// The leader's diameter, mm, against what this water bears.
pub fn leader_seen(t: &TiedOn<'_>) -> Option<Reading> {
    let (_, most) = advised_lb(t);
    let mm = |lb| t.d.on.tables.line_mm(t.leader_kind, lb);
    let saw = say::measured_leader_seen(
        Arg::Number(t.leader_lb, 1),
        Arg::Millimetres(mm(t.leader_lb)),
        Arg::Word(t.d.on.request.water.clarity.label()),
        Arg::Number(most, 1),
    );
    Reading::to(mm(t.leader_lb), mm(most), saw)
}

/// What the rod in hand is rated for, g, least and most.
fn rated_g(t: &TiedOn<'_>) -> (f64, f64) {
    let (r, tables) = (t.d.on.request, t.d.on.tables);
    let (least, most) = tables.lines.power[t.rod];
    (
        r.tackle.rod_min_g.unwrap_or(least),
        rod_most_g(r, tables).unwrap_or(most),
    )
}

/// The most the rod is rated for, g, against what the bait is worked on.
pub fn tip_for_bait(t: &TiedOn<'_>) -> Option<Reading> {
    let (_, rated) = rated_g(t);
    let usual = line::row(t.d.on.rig, t.mass).rated_g.1;
    let saw = say::measured_tip_for_bait(Arg::Number(rated, 0), Arg::Number(usual, 0));
    Reading::to(rated, t.d.on.tables.mend.way.tip * usual, saw)
}

fn in_all(g: f64) -> Arg {
    Arg::Text(format!("{} g", crate::base::plain(g, 1)))
}

/// Head, hook and bait, g, against what the rod is rated for.
pub fn total_over_rod(t: &TiedOn<'_>) -> Option<Reading> {
    let (total, (_, most)) = (t.total_g(), rated_g(t));
    Reading::to(
        total,
        most,
        say::measured_total_over_rod(in_all(total), in_all(most)),
    )
}

/// The same against what loads the rod.
pub fn total_under_rod(t: &TiedOn<'_>) -> Option<Reading> {
    let (total, (least, _)) = (t.total_g(), rated_g(t));
    Reading::from(
        total,
        least,
        say::measured_total_under_rod(in_all(total), in_all(least)),
    )
}

/// Head, hook and bait in flight, g, against what casts so far.
pub fn weight_cast(t: &TiedOn<'_>) -> Option<Reading> {
    let total = t.total_g();
    let cast = t.d.on.conditions.cast_m;
    // The rod's own least is a measure of its own.
    let (on, thrown) = (t.d.on, t.d.on.conditions.thrown_m(t.d.on.tables));
    let wanted = on.tables.conditions.cast.mass_g.at(thrown);
    let saw = say::measured_weight_cast(in_all(total), Arg::Distance(cast), in_all(wanted));
    Reading::from(total, wanted, saw)
}
