//! Measures of the head's weight: felt, held, in time, more than need be.

use uom::si::length::{meter, millimeter};
use uom::si::time::second;

use super::reading::{Reading, sold_from, sold_to, weighs};
use crate::base::codes::{HeadTrait, LineKind, LowerBound, Material, UpperBound};
use crate::base::text::{Arg, mend_sentences as say};
use crate::base::{GRAVITY, Length, Mass, grams, maths};
use crate::choose::line::thickest_usual_mm;
use crate::choose::tied_on::TiedOn;
use crate::physics::{hold, strength};

fn ladder(t: &TiedOn<'_>) -> crate::base::Ladder {
    t.d.on.options.ladder
}

/// The head, g, against what is felt at the full cast.
pub fn weight_felt(t: &TiedOn<'_>) -> Option<Reading> {
    let wanted = t.needs.lightest_for(LowerBound::Feel)?;
    let saw = say::measured_weight_felt(weighs(t.mass), sold_from(wanted, ladder(t)));
    Some(
        Reading::from(grams(t.mass), grams(wanted), saw)?
            .with_tolerance(t.needs.tolerance.lower[LowerBound::Feel]),
    )
}

/// The head, g, against what stays on the bottom at this pace; nothing off the bottom.
pub fn weight_holds(t: &TiedOn<'_>) -> Option<Reading> {
    if off_bottom(t) {
        return None;
    }
    let wanted = t.needs.lightest_for(LowerBound::Contact)?;
    let saw = say::measured_weight_holds(weighs(t.mass), sold_from(wanted, ladder(t)));
    Some(
        Reading::from(grams(t.mass), grams(wanted), saw)?
            .with_tolerance(t.needs.tolerance.lower[LowerBound::Contact]),
    )
}

fn off_bottom(t: &TiedOn<'_>) -> bool {
    t.d.on.tables.course(t.d.course.code).off_bottom
}

/// The lightest head that does its work here, with something to spare.
fn lightest(t: &TiedOn<'_>) -> Mass {
    let asked = LowerBound::ALL
        .iter()
        .filter_map(|need| t.needs.lower(*need));
    let least = asked.fold(Mass::default(), Mass::max);
    let sold = t.d.on.rungs.first().map_or(Mass::default(), |r| r.mass);
    (t.d.on.tables.mend.way.spare * least).max(sold)
}

/// The head, g, against what the pick ties on here, or the lightest that does its work where
/// that is more.
pub fn weight_over_pick(t: &TiedOn<'_>) -> Option<Reading> {
    let wanted = lightest(t).max(t.d.rung().mass);
    let saw = say::measured_weight_over_pick(weighs(t.mass), sold_to(wanted, ladder(t)));
    Reading::to(grams(t.mass), grams(wanted), saw)
}

/// The head, g, against the lightest that does its work here.
pub fn weight_to_spare(t: &TiedOn<'_>) -> Option<Reading> {
    let wanted = lightest(t);
    let saw = say::measured_weight_to_spare(weighs(t.mass), sold_to(wanted, ladder(t)));
    Reading::to(grams(t.mass), grams(wanted), saw)
}

/// The head, g, against what leaves the bait its life.
pub fn weight_on_bait(t: &TiedOn<'_>) -> Option<Reading> {
    let life = t.needs.upper(UpperBound::Overpower)?;
    let level = t.needs.upper(UpperBound::HoverLevel);
    let most = level.map_or(life, |level| level.min(life));
    let saw = say::measured_weight_on_bait(weighs(t.mass), sold_to(most, ladder(t)));
    let tolerance = t.needs.tolerance.upper[UpperBound::Overpower];
    Some(Reading::to(grams(t.mass), grams(most), saw)?.with_tolerance(tolerance))
}

/// Seconds to the bottom, against how long one waits for it; nothing where it floats.
pub fn time_down(t: &TiedOn<'_>) -> Option<Reading> {
    let time = t.needs.let_down(&t.body).time()?.get::<second>();
    let wait = t.needs.setting.wait.get::<second>();
    let saw = say::measured_time_down(
        Arg::Seconds(time),
        Arg::Distance(t.d.on.conditions.depth_m),
        Arg::Seconds(wait),
    );
    let tolerance = t.needs.tolerance.lower[LowerBound::TimeToBottom];
    Some(Reading::to(time, wait, saw)?.with_tolerance(tolerance))
}

/// Reeling speed, m/s, against the fastest at which it stays down; nothing off the bottom, where it
/// need not stay there, or where nothing is reeled.
pub fn pace_held(t: &TiedOn<'_>) -> Option<Reading> {
    let pace = t.needs.setting.wound.value;
    if !t.needs.asks(LowerBound::Contact) || off_bottom(t) || pace <= 0.0 {
        return None;
    }
    let held = t.needs.held_mps(&t.body);
    let saw = say::measured_pace_held(Arg::Speed(pace), Arg::Speed(held));
    Reading::to(pace, held, saw)
}

/// Bow of the line in the air, m, against a share of what hangs there.
pub fn bow_of_line(t: &TiedOn<'_>) -> Option<Reading> {
    let c = &t.d.on.conditions;
    let bow = t.needs.bow_m(&t.body);
    let most = t.d.on.tables.mend.line.bow_share * c.cast_m / 2.0;
    let saw = say::measured_bow_of_line(
        Arg::Distance(bow),
        Arg::Wind(c.wind_mps),
        Arg::Distance(c.cast_m),
    );
    Reading::to(bow, most, saw)
}

/// Share of the cast over which the head is felt, 0..1.
pub fn felt_share(t: &TiedOn<'_>) -> Option<Reading> {
    let share = t.needs.felt_share(&t.body);
    let saw = if share < 1.0 {
        say::measured_felt_share(Arg::Percent(share))
    } else {
        say::measured_felt_whole()
    };
    Reading::from(share, t.d.on.tables.mend.line.felt_share, saw)
}

/// How much the line gives over the cast before it breaks, m.
pub fn stretch(t: &TiedOn<'_>) -> Option<Reading> {
    let (on, row) = (t.d.on, &t.d.on.tables.mend.line);
    let cast = on.conditions.cast_m;
    let gives = row.stretch[on.line_kind] * cast;
    let saw = say::measured_stretch(
        Arg::Word(on.line_kind.label()),
        Arg::Distance(cast),
        Arg::Distance(gives),
    );
    Reading::to(gives, row.stretch_m, saw)
}

/// Density of the head, g/cm³, against tungsten's.
pub fn metal(t: &TiedOn<'_>) -> Option<Reading> {
    let density = |m: Material| t.d.on.tables.density(m) / 1000.0;
    let here = density(t.material);
    let saw = say::measured_metal(Arg::Word(t.material.label()), Arg::Number(here, 1));
    Reading::from(here, density(Material::Tungsten), saw)
}

/// Seconds until it is where it is fished: at the fish, or on the bottom; none where it floats.
#[must_use]
pub fn down_s(t: &TiedOn<'_>) -> Option<f64> {
    let bottom = t.needs.let_down(&t.body).time()?.get::<second>();
    Some(t.d.count_of(&t.body).unwrap_or(bottom))
}

/// How far it is carried while it falls, m; nothing where it floats.
pub fn carried(t: &TiedOn<'_>) -> Option<Reading> {
    let time = down_s(t)?;
    let carried = hold::carried_m(t.d.on.conditions.current_mps, time);
    let saw = say::measured_carried(Arg::Distance(carried), Arg::Seconds(time));
    Reading::to(carried, t.d.on.tables.mend.way.carried_m, saw)
}

/// The line, mm, against what is usual on the rig.
pub fn line_drag(t: &TiedOn<'_>) -> Option<Reading> {
    let on = t.d.on;
    let kind = on.rig.line_kind.unwrap_or(LineKind::Braid);
    let usual = thickest_usual_mm(on.request, on.rig, (kind, t.body.mass), on.tables);
    let line = on.conditions.line_mm;
    let saw = say::measured_line_drag(Arg::Millimetres(line), Arg::Millimetres(usual));
    Reading::to(line, on.tables.mend.line.thick * usual, saw)
}

/// Half the width of the foot, mm; nothing for a shape without one.
fn half_foot_mm(t: &TiedOn<'_>) -> Option<f64> {
    let half = t.d.on.tables.mend.foot.half.get(&t.shape.code)?;
    Some(half * t.body.sphere_diameter.get::<millimeter>())
}

/// Moment of the tail about the foot, N mm, against what the head's weight holds: a tail that
/// floats lifts, one that sinks pulls the head over. Nothing for a shape without a foot.
pub fn tail_moment(t: &TiedOn<'_>) -> Option<Reading> {
    let (on, half) = (t.d.on, half_foot_mm(t)?);
    let rho = t.needs.setting.water.density.value;
    let heavy = (on.bait.density.value - rho) * on.bait.volume.value * GRAVITY;
    let leans = on.tables.mend.foot.leans_deg.to_radians();
    let tail = heavy * on.request.bait.length_mm / 2.0 * maths::cos(leans);
    let alone = t.body.mass.value * GRAVITY * (1.0 - rho / t.needs.setting.head_density.value);
    let foot = alone * half;
    let saw = say::measured_tail_moment(Arg::Number(tail, 2), Arg::Number(foot, 2));
    Reading::to(tail, foot, saw)
}

/// Degrees of the line over the bottom at half the cast, against what the foot bears.
pub fn line_angle(t: &TiedOn<'_>) -> Option<Reading> {
    let (c, foot) = (&t.d.on.conditions, &t.d.on.tables.mend.foot);
    let half = *foot.half.get(&t.shape.code)?;
    let most = strength::tipping_deg(half, t.shape.height / 2.0, foot.push, foot.rub);
    let down = c.depth_m + t.needs.setting.stand.get::<meter>();
    let angle = maths::atan2(down, c.cast_m / 2.0).to_degrees();
    let saw = say::measured_line_angle(Arg::Number(angle, 0), Arg::Number(most, 0));
    Reading::to(angle, most, saw)
}

/// How well the shape stands, 0..1.
pub fn upright(t: &TiedOn<'_>) -> Option<Reading> {
    let stands = t.shape.traits[HeadTrait::Upright];
    let saw = say::measured_upright(Arg::Word(t.shape.code.label()), Arg::Number(stands, 1));
    Reading::from(stands, t.d.on.tables.mend.way.upright, saw)
}

/// Height in metres from which a lift falls so many seconds.
#[must_use]
pub fn lift_m(t: &TiedOn<'_>, seconds: f64) -> f64 {
    let speed = t.needs.fall(&t.body).speed().value;
    (speed * seconds).min(Length::new::<meter>(t.d.on.conditions.depth_m).value)
}
