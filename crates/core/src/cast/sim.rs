//! The cast in time: a mass on a line in moving water over a bottom.
//!
//! Each step: half the drag (exactly, as quadratic drag slows a body), all other
//! forces, half the drag (Strang's splitting, second order and stable at any
//! speed); then bottom and line hold what they hold (positions are brought back
//! onto the bottom and within the line's length, and the velocity follows).
//! The line is straight from lure to tip, over an edge of the bottom where one
//! lies between; its own loads count as in [`Chord`].

use super::keep::Keep;
use super::lure::Lure;
use super::profile::Bed;
use super::setup::Setup;
use crate::base::codes::FallBy;
use crate::base::maths;
use crate::physics::drag;
use crate::physics::line::{Chord, DVec2, DVec3, Stream};
use std::f64::consts::PI;

/// Length of a step, s; half of it changes no figure by more than a hundredth.
pub(super) const STEP_S: f64 = 0.004;
/// A sample is kept at the first step at or after each tenth of a second.
pub(super) const KEEP_EVERY_S: f64 = 0.1;
/// The line's loads and the head's coefficient are looked up again after this, s.
const LOADS_EVERY_S: f64 = 0.02;
/// Friction of a head on the bottom (v0).
const FRICTION: f64 = 0.5;
/// A lure within this of the bottom touches it, m.
const TOUCH_M: f64 = 0.01;
/// Time over which a pull is felt, s.
const FELT_S: f64 = 0.04;
/// A line with less pull than this share of the lure's weight is slack.
const SLACK_SHARE: f64 = 0.02;
pub(super) use crate::physics::hold::ROD_LOW_DEG as LOW_DEG;

/// A moment of the cast.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Sample {
    /// Seconds after the splash.
    pub t: f64,
    /// Where the lure is, m: x away from the angler, y across, z up.
    pub at: DVec3,
    /// Where the rod tip is.
    pub tip: DVec3,
    /// Speed over ground, m/s.
    pub speed: f64,
    /// Pull of the line on the lure, N.
    pub tension: f64,
    /// Whether it touches the bottom.
    pub touches: bool,
    /// Seconds since the sample before in which the line was left slack.
    pub slack: f64,
    /// Height over the bottom, m.
    pub height: f64,
    /// Greatest height since the sample before, m.
    pub crest: f64,
    /// Which act runs; the first is the fall after the cast.
    pub act: usize,
    /// The edge of the bottom that the line runs over, if one is between.
    pub edge: Option<(f64, f64)>,
    /// Upward parts of what acts on it, N: the line's pull by the lure's drag,
    /// by the flow on the line, the water's lift on the bait.
    pub lifts: [f64; 3],
}

/// How the line is kept.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(super) enum Kept {
    /// Its length is held.
    Held,
    /// The reel takes up what comes slack.
    Taken,
    /// It is let out as the lure asks, with the bait hanging as named.
    Let(FallBy),
}

/// A running cast.
pub(super) struct Sim<'a> {
    pub lure: &'a Lure,
    pub bed: &'a Bed,
    pub stream: Stream,
    pub rod: f64,
    pub stand: f64,
    pub(super) keep: Keep,
    pub(super) below: bool,
    pub step: f64,
    pub(super) t: f64,
    dt: f64,
    pub(super) at: DVec3,
    v: DVec3,
    pub(super) angle: f64,
    pub(super) out: f64,
    pub(super) kept: Kept,
    pub(super) tension: f64,
    pub(super) touches: bool,
    cd: f64,
    chord: Chord,
    looked: f64,
    /// How many samples were kept: the next is that of this tenth of a second.
    due: u32,
    crest: f64,
    slack: f64,
    way: DVec3,
    edge: Option<(f64, f64)>,
    /// The rod tip, and the water where the lure is, looked up as they change.
    pub(super) held_tip: DVec3,
    water: DVec3,
    pub act: usize,
    pub samples: Vec<Sample>,
}

impl<'a> Sim<'a> {
    pub(super) fn new(
        setup: &'a Setup,
        bed: &'a Bed,
        stream: Stream,
        step: f64,
        (out, down): (f64, DVec3),
    ) -> Self {
        let lure = &setup.lure;
        let at = DVec3::new(out, 0.0, 0.0);
        let mut sim = Self {
            lure,
            bed,
            stream,
            rod: setup.rod,
            stand: setup.stand,
            keep: setup.keep,
            below: setup.below,
            step,
            t: 0.0,
            dt: step,
            at,
            v: down,
            angle: LOW_DEG.to_radians(),
            out,
            kept: Kept::Let(FallBy::Slack),
            tension: 0.0,
            touches: false,
            cd: 0.5,
            chord: Chord::new(&lure.line, &stream, at, DVec3::Z),
            looked: f64::NEG_INFINITY,
            due: 0,
            crest: 0.0,
            slack: 0.0,
            way: DVec3::NEG_X,
            edge: None,
            held_tip: DVec3::ZERO,
            water: DVec3::ZERO,
            act: 0,
            samples: Vec::with_capacity(1024),
        };
        sim.held_tip = sim.tip();
        sim.water = stream.current_at(0.0).extend(0.0);
        sim.out = (sim.held_tip - at).length();
        sim
    }

    /// Lays the lure on the bottom where it is, its line tight.
    pub(super) fn lie_down(&mut self) {
        self.at.z = self.bed.height(self.at.x);
        self.out = (self.held_tip - self.at).length();
        self.kept = Kept::Held;
        self.touches = true;
    }

    fn tip(&self) -> DVec3 {
        let base = (self.stream.drift * self.t).extend(self.stand);
        base + self.rod * DVec3::new(maths::cos(self.angle), 0.0, maths::sin(self.angle))
    }

    /// The point that the line leaves the lure toward, and the line's length
    /// from there to the tip.
    pub(super) fn aim(&mut self, tip: DVec3) -> (DVec3, f64) {
        let (x, z) = self.bed.edge(self.at.x);
        let run = self.at.x - x;
        let to_tip = (tip.z - self.at.z) / (self.at.x - tip.x).max(1e-6);
        let blocked = run > 0.3 && x > tip.x && (z - self.at.z) / run > to_tip;
        self.edge = blocked.then_some((x, z));
        match self.edge {
            Some((x, z)) => {
                let edge = DVec3::new(
                    x,
                    self.at.y + (tip.y - self.at.y) * run / (self.at.x - tip.x),
                    z,
                );
                (edge, (tip - edge).length())
            }
            None => (tip, 0.0),
        }
    }

    /// Share of the bait across the flow: falling as the line is kept, drawn
    /// along otherwise, between them by the direction of the flow.
    fn posture(&self, flow: DVec3) -> f64 {
        let p = &self.lure.postures;
        let falling = match self.kept {
            Kept::Let(by) => p.falling(by),
            Kept::Held | Kept::Taken if self.taut() => p.tight,
            Kept::Held | Kept::Taken => p.slack,
        };
        let upright = flow.z * flow.z / flow.length_squared().max(1e-12);
        if self.taut() {
            p.drawn + upright * (falling - p.drawn)
        } else {
            falling
        }
    }

    fn slow(&self, v: DVec3, water: DVec3, dt: f64) -> DVec3 {
        let flow = v - water;
        let speed = flow.length();
        let line = drag::LINE_ALONG * PI * self.lure.line.diameter * -self.at.z.min(0.0);
        let area = self.lure.drag_area(self.cd, self.posture(flow)) + line;
        let k = 0.5 * self.lure.water.density.value * area / self.lure.inertia;
        water + flow / (1.0 + k * speed * dt)
    }

    /// The bait's lift, N: across the flow and up, so that it does no work.
    fn lift(&self, flow: DVec3) -> DVec3 {
        let level = DVec3::new(flow.x, flow.y, 0.0).length();
        if !self.taut() || level < 1e-6 {
            return DVec3::ZERO;
        }
        let up = DVec3::Z.reject_from(flow).normalize_or_zero();
        0.5 * self.lure.water.density.value * level * level * self.lure.lift_area() * up
    }

    /// One step of a length.
    pub(super) fn advance(&mut self, dt: f64, reel: f64, turned: bool) {
        self.dt = dt;
        let before = self.at;
        self.t += dt;
        if turned || self.stream.drift != DVec2::ZERO {
            self.held_tip = self.tip();
        }
        let tip = self.held_tip;
        let (aim, behind) = self.aim(tip);
        if self.t - self.looked >= LOADS_EVERY_S {
            self.looked = self.t;
            self.water = self.stream.current_at(self.at.z).extend(0.0);
            let flow = self.v - self.water;
            self.cd = self.lure.head_cd(flow.length().max(0.01));
            let mut seen = self.stream;
            seen.drawn = 0.0;
            self.chord = Chord::new(&self.lure.line, &seen, self.at, aim);
        }
        let water = self.water;
        let v0 = self.v;
        let mut v = self.slow(v0, water, dt / 2.0);
        let lift = self.lift(v - water);
        let loads = if self.taut() {
            self.chord.at_lure
        } else {
            DVec3::ZERO
        };
        v += dt / self.lure.inertia * (lift + loads - DVec3::Z * self.lure.weight);
        v = self.slow(v, water, dt / 2.0);
        let mut at = before + dt * 0.5 * (v0 + v);
        // It cannot leave the water; what floats stays at the surface.
        if at.z > 0.0 {
            at.z = 0.0;
            v.z = v.z.min(0.0);
        }
        self.touches = false;
        self.rest_on_bottom(&mut at, &mut v);
        self.out -= reel * dt;
        self.hold_line(before, &mut at, &mut v, (aim, behind));
        if at.z > 0.0 {
            at.z = 0.0;
            v.z = v.z.min(0.0);
        }
        self.rest_on_bottom(&mut at, &mut v);
        let drawn = self.way * self.tension;
        self.note(at, v, tip, [drawn.z, loads.z, lift.z]);
        (self.at, self.v) = (at, v);
    }

    /// Keeps it out of the ground, with dry friction along it.
    fn rest_on_bottom(&mut self, at: &mut DVec3, v: &mut DVec3) {
        let ground = self.bed.height(at.x);
        if at.z > ground {
            return;
        }
        let normal = DVec3::new(-self.bed.slope(at.x), 0.0, 1.0).normalize();
        *at += normal * (ground - at.z) * normal.z;
        let into = v.dot(normal);
        if into < 0.0 {
            *v -= into * normal;
            let along = v.length();
            if along > 0.0 {
                *v *= 1.0 - (FRICTION * -into / along).min(1.0);
            }
        }
        self.touches = true;
    }

    /// Keeps it within the line that is out: what would lie beyond is brought
    /// back, and along the line it moves as the line is drawn.
    fn hold_line(
        &mut self,
        before: DVec3,
        at: &mut DVec3,
        v: &mut DVec3,
        (aim, behind): (DVec3, f64),
    ) {
        let far = *at - aim;
        let long = far.length() + behind;
        match self.kept {
            Kept::Let(_) => self.out = self.out.max(long),
            Kept::Taken => self.out = self.out.min(long),
            Kept::Held => {}
        }
        self.way = -far.normalize_or_zero();
        let over = long - self.out;
        let mut pull = 0.0;
        if over > 0.0 && !matches!(self.kept, Kept::Let(_)) {
            *at += self.way * over;
            let drawn = ((before - aim).length() + behind - self.out) / self.dt;
            let gained = (drawn - v.dot(self.way)).max(0.0);
            *v += self.way * gained;
            pull = self.lure.inertia * gained / self.dt;
        }
        // Over some steps, as a hand feels it: single steps flicker on the bottom.
        self.tension += (self.dt / FELT_S).min(1.0) * (pull - self.tension);
        if matches!(self.kept, Kept::Let(_)) {
            self.tension = 0.0;
        }
    }

    fn taut(&self) -> bool {
        self.tension > SLACK_SHARE * self.lure.weight
    }

    fn note(&mut self, at: DVec3, v: DVec3, tip: DVec3, lifts: [f64; 3]) {
        let height = (at.z - self.bed.height(at.x)).max(0.0);
        self.crest = self.crest.max(height);
        if self.kept == Kept::Let(FallBy::Slack) {
            self.slack += self.dt;
        }
        // By the clock: counted from the one before, each step's overshoot would add up.
        if self.t < f64::from(self.due) * KEEP_EVERY_S - 1e-9 {
            return;
        }
        self.due += 1;
        self.samples.push(Sample {
            t: self.t,
            at,
            tip,
            speed: v.length(),
            tension: self.tension,
            touches: self.touches || height < TOUCH_M,
            slack: std::mem::take(&mut self.slack),
            height,
            crest: std::mem::take(&mut self.crest),
            act: self.act,
            edge: self.edge,
            lifts,
        });
    }

    /// Whether the retrieve is over: the lure is at the rod or on the bank. What is
    /// worked under the rod is never brought home.
    pub(super) fn home(&self) -> bool {
        if self.below {
            return false;
        }
        let left = self.held_tip - self.at;
        left.x * left.x + left.y * left.y < 1.0 || self.bed.height(self.at.x) > -0.1
    }

    pub(super) fn speed(&self) -> f64 {
        self.v.length()
    }

    /// Whether it lies still, held by friction against weight and current: while
    /// nobody moves the line, such times need no fine steps.
    pub(super) fn rests(&self) -> bool {
        self.touches && self.stream.drift == DVec2::ZERO && self.v.length() <= 0.0
    }

    /// The second, where it lies on the bottom.
    pub(super) fn lying(&self) -> Option<f64> {
        self.touches.then_some(self.t)
    }
}
