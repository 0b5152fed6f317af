//! Measures of how and where it is brought: pace, pauses, place.

use super::reading::Reading;
use crate::base::codes::{Bottom, Cover, HeadTrait, Mood, MoveKind, Pressure};
use crate::base::text::{Arg, mend_sentences as say};
use crate::choose::course::hands;
use crate::choose::tied_on::TiedOn;
use crate::explore::cast_ready;
use crate::tables::ShapeRow;
use crate::tables::retrieve::Move;

/// Slowest reel that a time is made from, m/s.
const CREEP_MPS: f64 = 0.02;

/// Seconds of a move, and metres that it brings the bait in.
fn takes(one: &Move, pace: f64) -> (f64, f64) {
    if one.kind.by_time() {
        return (one.amount, 0.0);
    }
    let speed = one.speed.unwrap_or(pace).max(CREEP_MPS);
    (one.amount / speed, one.amount)
}

/// What is done over and over, its seconds, and of these at rest, and its metres.
struct Cycle {
    moves: Vec<Move>,
    seconds: f64,
    at_rest: f64,
    metres: f64,
    first_rest: f64,
}

fn cycle(t: &TiedOn<'_>) -> Cycle {
    let brought = t.d.brought(&t.d.facts());
    let pace = t.needs.setting.wound.value;
    let mut cycle = Cycle {
        moves: Vec::new(),
        seconds: 0.0,
        at_rest: 0.0,
        metres: 0.0,
        first_rest: brought.rest_s,
    };
    for one in &brought.moves {
        let (seconds, metres) = takes(one, pace);
        cycle.seconds += seconds;
        cycle.metres += metres;
        if matches!(one.kind, MoveKind::Pause | MoveKind::DeadStick) {
            cycle.at_rest += seconds;
        }
    }
    cycle.moves = brought.moves;
    cycle
}

/// Share of the time at rest, 0..1, against that of fish that take only then.
pub fn pause_share(t: &TiedOn<'_>) -> Option<Reading> {
    at_rest(t, t.d.on.tables.mend.way.pause_share)
}

/// The same against that of fish that look and do not take.
pub fn pause_some(t: &TiedOn<'_>) -> Option<Reading> {
    at_rest(t, t.d.on.tables.mend.way.pause_some)
}

fn at_rest(t: &TiedOn<'_>, wanted: f64) -> Option<Reading> {
    let cycle = cycle(t);
    if cycle.seconds <= 0.0 {
        return None;
    }
    let share = cycle.at_rest / cycle.seconds;
    let moves = cycle.moves.iter().map(|m| m.told().into()).collect();
    let saw = say::measured_pause_share(Arg::Percent(share), Arg::List(moves));
    Reading::from(share, wanted, saw)
}

/// The highest lift of the retrieve, m; none where nothing is lifted.
#[must_use]
pub fn highest_lift(t: &TiedOn<'_>) -> Option<f64> {
    let moves = cycle(t).moves;
    let lifts = moves
        .iter()
        .filter(|m| matches!(m.kind, MoveKind::Hop | MoveKind::Snap | MoveKind::LiftKill));
    lifts.map(|m| m.amount).reduce(f64::max)
}

/// Fall of the highest lift, s.
pub fn lift_fall(t: &TiedOn<'_>) -> Option<Reading> {
    let height = highest_lift(t)?;
    let falls = cast_ready::lift_s(t.d, cast_ready::lift_of(t.d, (&t.needs, t.mass)))?;
    let saw = say::measured_lift_fall(Arg::Distance(height), Arg::Seconds(falls));
    Reading::from(falls, t.d.on.tables.mend.way.lift_s, saw)
}

/// Rest after landing, s.
pub fn rest_after(t: &TiedOn<'_>) -> Option<Reading> {
    let rest = cycle(t).first_rest;
    let saw = say::measured_rest_after(Arg::Seconds(rest));
    Reading::from(rest, t.d.on.tables.mend.way.rest_s, saw)
}

/// Seconds that a cast is worked.
pub fn cast_time(t: &TiedOn<'_>) -> Option<Reading> {
    let cycle = cycle(t);
    if cycle.metres <= 0.0 {
        return None;
    }
    let cast = t.d.on.conditions.cast_m;
    let time = cycle.first_rest + cycle.seconds * cast / cycle.metres;
    let pace = cast / time;
    let saw = say::measured_cast_time(Arg::Seconds(time.round()), Arg::Speed(pace));
    Reading::to(time, t.d.on.tables.mend.way.cast_s, saw)
}

/// Reeling speed, m/s, against what is usual for the fish; nothing where nothing is reeled.
pub fn pace_usual(t: &TiedOn<'_>) -> Option<Reading> {
    let (on, r) = (t.d.on, t.d.on.request);
    let c = &on.conditions;
    let hands = hands(&on.tables.courses.hands, c.temp_c, r.mood);
    let usual = on.rig.speed_mps(on.tables.course(t.d.course.code)) * hands.speed;
    if usual <= 0.0 || c.retrieve_mps <= 0.0 {
        return None;
    }
    let saw = say::measured_pace_usual(
        Arg::Speed(c.retrieve_mps),
        Arg::Temperature(c.temp_c),
        Arg::Speed(usual),
    );
    Reading::to(c.retrieve_mps, on.tables.mend.way.pace * usual, saw)
}

/// Height over the bottom at which it goes, m.
pub fn over_bottom(t: &TiedOn<'_>) -> Option<Reading> {
    let over = (t.d.on.conditions.depth_m - t.d.reach_m()).max(0.0);
    let saw = say::measured_over_bottom(Arg::Distance(over));
    Reading::from(over, t.d.on.tables.mend.way.over_m, saw)
}

/// Length of the bait, mm, against the small size of the rig where the fish ask for it.
pub fn bait_for_mood(t: &TiedOn<'_>) -> Option<Reading> {
    let (on, r) = (t.d.on, t.d.on.request);
    let shy = r.mood == Mood::Inactive || r.pressure == Pressure::High;
    let short = on.shorter_bait_mm();
    let most = if shy { short } else { on.rig.bait.default_mm };
    let saw = say::measured_bait_for_mood(Arg::Size(r.bait.length_mm), Arg::Size(short));
    Reading::to(r.bait.length_mm, most, saw)
}

/// Length of the bait, mm, against the usual one of the rig.
pub fn bait_for_mouth(t: &TiedOn<'_>) -> Option<Reading> {
    let (on, length) = (t.d.on, t.d.on.request.bait.length_mm);
    let usual = on.rig.bait.default_mm;
    let saw = say::measured_bait_for_mouth(Arg::Size(length), Arg::Size(usual));
    Reading::from(length, usual, saw)
}

/// Whether slime or dying weed is where it goes (1).
pub fn slime(t: &TiedOn<'_>) -> Option<Reading> {
    let (on, w) = (t.d.on, &t.d.on.request.water);
    let on_bottom = !on.tables.course(t.d.course.code).off_bottom;
    let found = match (w.cover, w.bottom) {
        (Cover::DyingGrass, _) => Some(w.cover.label()),
        (_, Bottom::AlgaeFilm) if on_bottom => Some(w.bottom.label()),
        _ => None,
    };
    let saw = match found {
        Some(place) => say::measured_slime_here(Arg::Word(place)),
        None => say::measured_slime(),
    };
    Reading::to(f64::from(u8::from(found.is_some())), 0.0, saw)
}

/// Wind, m/s, on a soft tail.
pub fn wind_on_tail(t: &TiedOn<'_>) -> Option<Reading> {
    let wind = t.d.on.conditions.wind_mps;
    let saw = say::measured_wind_on_tail(Arg::Wind(wind));
    Reading::to(wind, t.d.on.tables.mend.way.wind_mps, saw)
}

/// What the shape scores for the place, against what still serves.
pub fn shape_for_place(t: &TiedOn<'_>) -> Option<Reading> {
    let (score, (best, row)) = t.shape_here();
    let saw = say::measured_shape_for_place(
        Arg::Word(t.shape.code.label()),
        Arg::Number(score, 1),
        Arg::Word(row.code.label()),
        Arg::Number(best, 1),
    );
    Reading::from(score, best - t.d.on.tables.conditions.shape.serves, saw)
}

/// How much less than the best in current a shape may cope with it (v0).
const CURRENT_WITHIN: f64 = 0.7;
/// Current from which a shape's stand against it counts, m/s (v0).
const CURRENT_MPS: f64 = 0.1;

/// How the shape copes with current, 0..1, against the best that the rig is fished with.
pub fn shape_in_current(t: &TiedOn<'_>) -> Option<Reading> {
    let on = t.d.on;
    if on.conditions.current_mps < CURRENT_MPS {
        return None;
    }
    let copes = |row: &ShapeRow| row.traits[HeadTrait::Current];
    let best = on
        .shapes
        .all()
        .max_by(|a, b| copes(a).total_cmp(&copes(b)))?;
    let (score, most) = (copes(t.shape), copes(best));
    let saw = say::measured_shape_in_current(
        Arg::Word(t.shape.code.label()),
        Arg::Number(score, 1),
        Arg::Word(best.code.label()),
        Arg::Number(most, 1),
    );
    Reading::from(score, CURRENT_WITHIN * most, saw)
}

/// Whether the rig can be fished there at all (1).
pub fn rig_for_place(t: &TiedOn<'_>) -> Option<Reading> {
    let (on, rig) = (t.d.on, Arg::Word(t.d.on.rig.code.label()));
    let can = on.excluded().is_none();
    let saw = if can {
        say::measured_rig_for_place(rig)
    } else {
        say::measured_rig_for_place_no(rig)
    };
    Reading::from(f64::from(u8::from(can)), 1.0, saw)
}
