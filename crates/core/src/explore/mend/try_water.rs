//! Other rods, lines, casts and ways to bring it.

use super::tries::{Try, with};
use crate::base::codes::{Course, LineKind, Power, WindSide};
use crate::base::text::{Arg, sentences};
use crate::base::{limits, plain, round};
use crate::choose::tied_on::TiedOn;

/// Tests that leaders and lines are sold in, lb.
const SOLD_LB: [f64; 13] = [
    2.0, 4.0, 6.0, 8.0, 10.0, 12.0, 14.0, 16.0, 20.0, 25.0, 30.0, 40.0, 50.0,
];
/// Parts of a cast, a speed and a drift that are tried (v0).
const LESS: [f64; 6] = [0.85, 0.7, 0.55, 0.4, 0.3, 0.2];
const NEARER: [f64; 4] = [0.85, 0.7, 0.55, 0.4];
const MORE: [f64; 5] = [1.25, 1.5, 1.75, 2.0, 2.5];
/// Shortest cast that still is one, m.
const SHORTEST_CAST_M: f64 = 5.0;

/// Rods of more power, or of less.
pub fn rods(t: &TiedOn<'_>, stronger: bool) -> Vec<Try> {
    let mut all: Vec<Power> = Power::ALL
        .iter()
        .copied()
        .filter(|p| (*p > t.rod) == stronger && *p != t.rod)
        .collect();
    if !stronger {
        all.reverse();
    }
    let tried = |power: Power| {
        with(t, Arg::Word(power.label()), |r| {
            r.tackle.rod_power = Some(power);
            r.tackle.rod_min_g = None;
            r.tackle.rod_max_g = None;
        })
    };
    all.into_iter().map(tried).collect()
}

/// Leaders of more test, or of less.
pub fn leaders(t: &TiedOn<'_>, stronger: bool) -> Vec<Try> {
    let mut all: Vec<f64> = SOLD_LB
        .into_iter()
        .filter(|lb| (*lb > t.leader_lb) == stronger && *lb != t.leader_lb)
        .collect();
    if !stronger {
        all.reverse();
    }
    let tried = |lb: f64| {
        let to = Arg::Text(format!("{} lb", plain(lb, 0)));
        with(t, to, |r| r.tackle.leader_lb = Some(lb))
    };
    all.into_iter().map(tried).collect()
}

/// Thinner main lines of the same kind; the leader stays.
pub fn thinner_line(t: &TiedOn<'_>) -> Vec<Try> {
    let (on, now) = (t.d.on, t.d.on.conditions.line_mm);
    let mm = |lb: f64| on.tables.line_mm(on.line_kind, lb);
    let thinner = SOLD_LB.iter().rev().filter(|lb| mm(**lb) < now - 1e-6);
    let tried = |lb: &f64| {
        let to = format!(
            "{} lb {}, {} mm",
            plain(*lb, 0),
            on.line_kind.label(),
            plain(mm(*lb), 2)
        );
        with(t, Arg::Text(to), |r| {
            r.tackle.line_kind = Some(on.line_kind);
            r.tackle.line_lb = Some(*lb);
            r.tackle.line_mm = None;
            // Of a line that runs straight through, the test is the leader's too.
            if on.line_kind == LineKind::Braid && r.tackle.leader_lb.is_none() {
                r.tackle.leader_lb = Some(t.leader_lb);
            }
        })
    };
    thinner.map(tried).collect()
}

/// Braid, with what was tied on for a leader.
pub fn braid(t: &TiedOn<'_>) -> Vec<Try> {
    if t.d.on.line_kind == LineKind::Braid {
        return Vec::new();
    }
    let to = Arg::Word(LineKind::Braid.label());
    vec![with(t, to, |r| {
        r.tackle.line_kind = Some(LineKind::Braid);
        r.tackle.line_lb = None;
        r.tackle.line_mm = None;
        r.tackle.leader_lb = Some(t.leader_lb);
    })]
}

/// Shorter casts, or longer ones.
pub fn casts(t: &TiedOn<'_>, shorter: bool) -> Vec<Try> {
    let now = t.d.on.conditions.cast_m;
    let parts: &[f64] = if shorter { &NEARER } else { &MORE };
    let all = parts.iter().map(|part| (part * now).round());
    let sound = |m: &f64| *m >= SHORTEST_CAST_M && *m <= limits::CAST.most && *m != now;
    let tried = |m: f64| with(t, Arg::Distance(m), |r| r.cast_m = m);
    all.filter(sound).map(tried).collect()
}

/// Slower reels, said in turns as well.
pub fn slower(t: &TiedOn<'_>) -> Vec<Try> {
    let now = t.needs.setting.wound.value;
    if now <= 0.0 {
        return Vec::new();
    }
    let tried = |part: &f64| {
        let mps = round(part * now, 3);
        let turn = t.d.on.request.turn_m() / mps.max(1e-3);
        let to = Arg::List(vec![
            Arg::Speed(mps),
            sentences::turn_in(Arg::Number(turn, 1)).into(),
        ]);
        with(t, to, |r| {
            r.retrieve_mps = Some(mps);
            r.retrieve_turns_ps = None;
        })
    };
    LESS.iter().map(tried).collect()
}

/// A drift that is braked.
pub fn less_drift(t: &TiedOn<'_>) -> Vec<Try> {
    let now = t.d.on.request.water.drift_mps;
    if now <= 0.0 {
        return Vec::new();
    }
    let tried = |part: &f64| {
        let mps = round(part * now, 3);
        with(t, Arg::Speed(mps), |r| r.water.drift_mps = mps)
    };
    LESS.iter().chain(&[0.0]).map(tried).collect()
}

/// The wind at the angler's back.
pub fn wind_behind(t: &TiedOn<'_>) -> Vec<Try> {
    let water = &t.d.on.request.water;
    if water.wind_mps <= 0.0 || water.wind_side == Some(WindSide::Behind) {
        return Vec::new();
    }
    let to = Arg::Word(WindSide::Behind.label());
    vec![with(t, to, |r| r.water.wind_side = Some(WindSide::Behind))]
}

fn brought(t: &TiedOn<'_>, course: Course) -> Vec<Try> {
    if t.d.course.code == course {
        return Vec::new();
    }
    vec![with(t, Arg::Word(course.label()), |r| {
        r.course = Some(course);
        r.retrieve_mps = None;
        r.retrieve_turns_ps = None;
    })]
}

/// Swum over the bottom.
pub fn swum(t: &TiedOn<'_>) -> Vec<Try> {
    brought(t, Course::Swum)
}

/// Left to lie.
pub fn lies(t: &TiedOn<'_>) -> Vec<Try> {
    brought(t, Course::DeadStick)
}
