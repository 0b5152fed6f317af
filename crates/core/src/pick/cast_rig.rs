//! The rig of an answer, made ready to be cast.

use crate::cast::{Lure, Postures, Profile, Setup, moves, moves::Move};
use crate::codes::{Direction, FallBy, FishAt, Rig, School, Shape};
use crate::data::{Hang, WayDown};
use crate::limits;
use crate::physics::feel;
use crate::pick::work::Work;
use crate::pick::{Engine, Options};
use crate::request::PickRequest;
use crate::units::{Mass, UnitSystem, grams};

/// A rig ready to be cast, with the way it is usually brought.
#[derive(Debug, Clone)]
pub struct CastRig {
    /// Which rig.
    pub rig: Rig,
    /// The head's shape.
    pub shape: Shape,
    /// The head's nominal weight as sold, or the weight asked for.
    pub label: String,
    /// The head's mass, g.
    pub head_g: f64,
    /// Head, hook and bait, g.
    pub total_g: f64,
    /// As water, line and bottom meet it.
    pub lure: Lure,
    /// How it is let down to the bottom.
    pub fall: FallBy,
    /// How it falls within the retrieve.
    pub fall_after: FallBy,
    /// Rest after landing, s.
    pub rest: f64,
    /// What is then done over and over.
    pub moves: Vec<Move>,
    /// Speed of drags and winds, m/s.
    pub retrieve: f64,
    /// Temperature of the water, °C, assumed by the season where it is not known.
    pub temp_c: f64,
    /// Where the fish are.
    pub fish_at: FishAt,
    /// Whether it is fished on its way down, not from the bottom up.
    pub hangs_level: bool,
}

impl Engine {
    /// The rig that an answer ties on, or the same with another head.
    #[must_use]
    pub fn cast_rig(&self, request: &PickRequest, options: Options, head: Option<Mass>) -> CastRig {
        let rig = request
            .rig
            .unwrap_or_else(|| self.pick(request, options).rig);
        let alone = Options {
            others: false,
            ..options
        };
        self.work(request, alone, rig).cast_rig(head)
    }
}

impl Engine {
    /// The cast of a question over a bottom, in its usual way: the rig is chosen
    /// for the water at the splash (brought down the slope, for the deeper end),
    /// in the question's current, wind and drift.
    #[must_use]
    pub fn cast_over(
        &self,
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
        let rig = self.cast_rig(&at_splash, options, head);
        let usual = Setup::usual(&rig, profile, request.cast_m);
        let usual = if rig.hangs_level {
            usual.counted()
        } else {
            usual
        };
        let water = &request.water;
        let setup = Setup {
            direction,
            current: (water.current_mps, usual.current.1),
            wind: feel::WIND_AT_LINE * water.wind_mps,
            drift: water.drift_mps,
            ..usual
        };
        (rig, setup)
    }
}

impl Work<'_> {
    fn cast_rig(&self, head: Option<Mass>) -> CastRig {
        let verdict = self.verdict();
        let mass = head.unwrap_or(self.rungs[verdict.choice.rung].mass);
        let sold = self
            .rungs
            .iter()
            .find(|r| ((r.mass / mass).value - 1.0).abs() < 1e-3);
        let body = verdict.needs.head(mass);
        let rigged = verdict.needs.rigged();
        let s = &verdict.needs.setting;
        let posture = |way| self.tables.posture(way);
        let level = self.rig.posture == Hang::Glide;
        let hung = |way| if level { rigged.tight } else { posture(way) };
        let postures = Postures {
            slack: hung(WayDown::SlackLine),
            semi_tight: hung(WayDown::SemiTight),
            tight: rigged.tight,
            drawn: self.tables.baits.posture.trailing,
        };
        let line = feel::line_body(s.line, s.line_density);
        let snag = self.snags() * rigged.wedge;
        let lure = Lure::new(body, &rigged.trailing, postures, line, s.water, snag);
        let slack = verdict.school == School::Reaction;
        let way_down = if slack {
            WayDown::SlackLine
        } else {
            self.rig.way_down.unwrap_or(WayDown::TightLine)
        };
        CastRig {
            rig: self.rig.code,
            shape: self.shape_at(&self.conditions).code,
            label: sold.map_or_else(
                || format!("{} g", crate::units::plain(grams(mass), 2)),
                |r| r.label.to_owned(),
            ),
            head_g: grams(mass),
            total_g: grams(mass + rigged.other_mass),
            lure,
            fall: match way_down {
                WayDown::SlackLine => FallBy::Slack,
                WayDown::SemiTight => FallBy::SemiTight,
                WayDown::TightLine => FallBy::Tight,
            },
            fall_after: if slack {
                FallBy::Slack
            } else {
                FallBy::Pendulum
            },
            rest: self.rig.retrieve.rest_s,
            moves: moves::read(&self.rig.retrieve.moves, UnitSystem::Metric).unwrap_or_default(),
            retrieve: self.conditions.retrieve_mps,
            temp_c: self.conditions.temp_c,
            fish_at: self.request.fish_at,
            hangs_level: level,
        }
    }
}
