//! The rig of an answer, made ready to be cast: what Cast plays is what Pick
//! says, since both read one decision.

use crate::base::codes::{Direction, FallBy};
use crate::base::{Mass, grams, limits, plain};
use crate::cast::{Cast, CastRig, Keep, Lift, Lure, Move, Postures, Profile, Setup};
use crate::choose::decision::Decision;
use crate::choose::needs::Needs;
use crate::choose::rules::holds;
use crate::choose::{Chooser, Options};
use crate::physics::hold;
use crate::question::PickRequest;
use crate::tables::{Hang, WayDown};
use uom::si::length::meter;

/// The rig that an answer ties on, or the same with another head.
#[must_use]
pub fn cast_rig(
    chooser: &Chooser,
    request: &PickRequest,
    options: Options,
    head: Option<Mass>,
) -> CastRig {
    let rig = chooser.rig_for(request, options);
    let on = chooser.rig_on(request, options, rig);
    let d = on.decide();
    ready(&d, (&d.needs, head.unwrap_or(d.rung().mass)))
}

/// The cast of a question over a bottom, in its usual way: the rig is chosen
/// for the water at the splash (brought down the slope, for the deeper end),
/// in the question's current, wind and drift.
#[must_use]
pub fn cast_over(
    chooser: &Chooser,
    request: &PickRequest,
    options: Options,
    head: Option<Mass>,
    (profile, direction): (Profile, Direction),
) -> (CastRig, Setup) {
    let out = profile.depth_at(request.cast_m);
    let depth = match direction {
        Direction::Up => out,
        Direction::Down => out.max(profile.depth_at(0.0)),
    };
    let mut at_splash = request.clone();
    at_splash.water.depth_m = depth.clamp(limits::DEPTH.least, limits::DEPTH.most);
    at_splash.water.depth_max_m = None;
    let rig = chooser.rig_for(&at_splash, options);
    let on = chooser.rig_on(&at_splash, options, rig);
    let d = on.decide();
    let of = (&d.needs, head.unwrap_or(d.rung().mass));
    cast(&d, of, (profile, direction))
}

/// The step of a cast of which only its parts' lengths are wanted, s.
const ROUGH_STEP_S: f64 = 0.01;

/// Something that was fished for some hours.
#[derive(Debug, Clone)]
pub struct Fished {
    /// Its question, with the depth that was fished.
    pub request: PickRequest,
    /// The head.
    pub head: Mass,
    /// Hours.
    pub hours: f64,
}

/// The share of the time of casts that is falls and the rest after the first of them: each is
/// played in its usual way over a flat bottom, and counts by its hours. `None` where nothing was
/// fished.
#[must_use]
pub fn falling_share(chooser: &Chooser, fished: &[Fished], options: Options) -> Option<f64> {
    let (mut early, mut all) = (0.0, 0.0);
    for one in fished {
        let bottom = (Profile::flat(one.request.water.depth_m), Direction::Up);
        let (_, setup) = cast_over(chooser, &one.request, options, Some(one.head), bottom);
        early += one.hours * Cast::with_step(&setup, ROUGH_STEP_S).falling_share();
        all += one.hours;
    }
    (all > 0.0).then(|| early / all)
}

fn cast(
    d: &Decision<'_>,
    of: (&Needs<'_>, Mass),
    (profile, direction): (Profile, Direction),
) -> (CastRig, Setup) {
    let (rig, asked) = (ready(d, of), d.on.request);
    let water = &asked.water;
    let below = d.on.tables.course(d.course.code).below;
    let out = if below {
        Setup::under_tip(asked.rod_length_m())
    } else {
        asked.cast_m
    };
    let usual = Setup::usual(&rig, profile, out);
    let setup = Setup {
        below,
        // A lift is let down again as the lure was.
        fall_after: if below { rig.fall } else { rig.fall_after },
        count: rig.count_s,
        direction,
        // A boat that slips leaves the water the difference of the two.
        current: (d.on.conditions.passing_mps(), usual.current.1),
        wind: hold::wind_at_line(d.needs.setting.stand)
            * d.on.conditions.wind_share
            * water.wind_mps,
        rod: asked.rod_length_m(),
        drift: if water.slips { 0.0 } else { water.drift_mps },
        ..usual
    };
    (rig, setup)
}

/// The share of the cast at which the retrieve tells a lift.
const HALF: f64 = 0.5;
/// Steps in which a lift is played, of which tenths of a second are told, s.
const LIFT_STEP_S: f64 = 0.008;
/// A shorter fall is none that a hand notices, s (v0).
pub const LEAST_FALL_S: f64 = 0.4;

/// The highest lift of a retrieve, each played once over a flat of the depth; none where nothing is
/// lifted, or it does not come down again.
#[derive(Debug, Clone, Copy)]
pub struct Lifts {
    /// With the whole cast out.
    pub far: Option<Lift>,
    /// With half of it, at which the retrieve tells it.
    pub half: Option<Lift>,
    /// With a quarter of it.
    pub near: Option<Lift>,
}

impl Lifts {
    /// Of what is tied on.
    #[must_use]
    pub fn played(d: &Decision<'_>) -> Self {
        let at = |share: f64| lift(d, (&d.needs, d.rung().mass), share);
        let beside = |share: f64| d.on.options.others.then(|| at(share)).flatten();
        Self {
            far: beside(1.0),
            half: at(HALF),
            near: beside(0.25),
        }
    }

    /// The farthest first; where the line is steep already, nearer is no other place.
    #[must_use]
    pub fn told(&self) -> Vec<Lift> {
        let mut all: Vec<Lift> = Vec::new();
        for one in [self.far, self.half, self.near].into_iter().flatten() {
            if all.last().is_none_or(|before| one.at_m < before.at_m) {
                all.push(one);
            }
        }
        all
    }
}

/// How long a lift falls, s; none where it hardly leaves the bottom, or where a current carries each
/// fall another way.
#[must_use]
pub fn lift_s(d: &Decision<'_>, lift: Option<Lift>) -> Option<f64> {
    let alike = holds(&d.on.tables.courses.falls_alike, &d.facts());
    let fall = lift.filter(|_| alike)?.fall_s;
    (fall >= LEAST_FALL_S).then_some(fall)
}

/// The lift of another head with its needs, with half the cast out.
#[must_use]
pub fn lift_of(d: &Decision<'_>, of: (&Needs<'_>, Mass)) -> Option<Lift> {
    lift(d, of, HALF)
}

/// One lift at a share of the cast.
fn lift(d: &Decision<'_>, of: (&Needs<'_>, Mass), share: f64) -> Option<Lift> {
    Cast::one_lift(&over_flat(d, of), (share, LIFT_STEP_S))
}

fn over_flat(d: &Decision<'_>, of: (&Needs<'_>, Mass)) -> Setup {
    let flat = Profile::flat(d.on.conditions.depth_m);
    cast(d, of, (flat, Direction::Up)).1
}

/// The lift of another head with half the cast out, where every lift takes in so much line, m.
#[must_use]
pub fn lift_with(d: &Decision<'_>, head: Mass, line_m: f64) -> Option<Lift> {
    let mut setup = over_flat(d, (&d.needs, head));
    let lifted = |m: &&mut Move| m.kind.leaves_bottom();
    for one in setup.moves.iter_mut().filter(lifted) {
        one.amount = line_m;
    }
    Cast::one_lift(&setup, (HALF, LIFT_STEP_S))
}

/// How a line is held while a rig is let down so.
#[must_use]
pub fn held(way: WayDown) -> FallBy {
    match way {
        WayDown::SlackLine => FallBy::Slack,
        WayDown::SemiTight => FallBy::SemiTight,
        WayDown::TightLine => FallBy::Tight,
    }
}

fn ready(d: &Decision<'_>, (needs, mass): (&Needs<'_>, Mass)) -> CastRig {
    let on = d.on;
    let near = |r: &&crate::base::Rung| ((r.mass / mass).value - 1.0).abs() < 1e-3;
    let sold = on.rungs.iter().find(near);
    let rigged = needs.rigged();
    let s = &needs.setting;
    let level = on.rig.posture == Hang::Glide;
    let hung = |way| {
        if level {
            rigged.tight
        } else {
            on.tables.posture(way)
        }
    };
    let postures = Postures {
        slack: hung(WayDown::SlackLine),
        semi_tight: hung(WayDown::SemiTight),
        tight: rigged.tight,
        drawn: on.tables.baits.posture.trailing,
    };
    let line = hold::line_body(s.line, s.line_density);
    let snag = on.snags() * rigged.wedge;
    let body = needs.head(mass);
    let brought = d.brought(&d.facts());
    let off = on.tables.course(d.course.code).off_bottom;
    CastRig {
        rig: on.rig.code,
        course: d.course.code,
        shape: d.shape.code,
        label: sold.map_or_else(
            || format!("{} g", plain(grams(mass), 2)),
            |r| r.label.to_owned(),
        ),
        head_g: grams(mass),
        count_s: d.count_of(&body),
        total_g: grams(mass + rigged.other_mass),
        lure: Lure::new(body, &rigged.trailing, postures, line, s.water, snag),
        fall: held(d.way_down),
        fall_after: if d.way_down == WayDown::SlackLine && on.tables.school(d.school).falls_slack {
            FallBy::Slack
        } else {
            FallBy::Pendulum
        },
        rest: brought.rest_s,
        moves: brought.moves,
        retrieve: on.conditions.retrieve_mps,
        temp_c: on.conditions.temp_c,
        fish_at: on.request.fish_at,
        keep: Keep {
            depth: d.reach_m(),
            under: off.then(|| d.reach_m() + s.swim.killed_m),
            slowest: s.swim.slowest,
            quickest: s.swim.quickest,
            within: s.swim.kept_within_m,
        },
        stand: s.stand.get::<meter>(),
    }
}
