//! The needs that bound a head's weight, each as the mass it asks for.
//!
//! Every need is monotone in the mass, so its bound is one number; those
//! without a closed form are found by a secant.

use crate::base::codes::{LowerBound, UpperBound};
use crate::base::maths;
use crate::base::{Force, Length, Mass, Time, Velocity};
use crate::choose::rigged::Rigged;
use crate::choose::setting::Setting;
use crate::physics::sink::{Fall, HeadBody};
use crate::physics::{drag, hold, sink};
use crate::tables::{FallRow, HeadDrag, ToleranceRow};
use uom::si::{
    force::newton,
    mass::{gram, kilogram},
    velocity::meter_per_second,
};

/// Lightest and heaviest head that is looked at, g.
const LEAST_G: f64 = 0.02;
const MOST_G: f64 = 120.0;

/// A setting and the rigged shapes that count, without their weight.
///
/// The first shape is the one tied on. The others are those that stiller water
/// would have asked for: each need is the greatest that any of them has, so
/// that a current, which turns the choice to sleeker heads, never argues for
/// less weight.
#[derive(Debug, Clone)]
pub struct Needs<'a> {
    /// Water, school and tackle.
    pub setting: Setting<'a>,
    /// Shape, bait and hook; never empty.
    pub shapes: Vec<Rigged>,
    /// The table of wanted falls.
    pub fall: &'a FallRow,
    /// How far each bound may be missed.
    pub tolerance: &'a ToleranceRow,
}

impl<'a> Needs<'a> {
    /// The shape that is tied on.
    #[must_use]
    pub fn rigged(&self) -> &Rigged {
        &self.shapes[0]
    }

    /// The same with another hook behind each shape.
    #[must_use]
    pub fn with_hook(self, hook: Mass) -> Self {
        let shapes = self.shapes.into_iter().map(|r| r.with_hook(hook));
        Self {
            shapes: shapes.collect(),
            ..self
        }
    }

    /// The head tied on, at a mass.
    #[must_use]
    pub fn head(&self, mass: Mass) -> HeadBody {
        self.head_of(self.rigged(), mass)
    }

    pub(super) fn head_of(&self, rigged: &Rigged, mass: Mass) -> HeadBody {
        HeadBody::new(mass, self.setting.head_density, rigged.drag, rigged.frontal)
    }

    /// Its fall to the wanted speed: on a tight line, or level.
    #[must_use]
    pub fn fall(&self, head: &HeadBody) -> Fall {
        self.fall_at(head, self.rigged().tight)
    }

    /// Its fall as it is let down.
    #[must_use]
    pub fn let_down(&self, head: &HeadBody) -> Fall {
        self.fall_at(head, self.setting.down_posture)
    }

    /// Its fall with the bait at a posture (share of its side across the flow).
    #[must_use]
    pub fn fall_at(&self, head: &HeadBody, posture: f64) -> Fall {
        self.fall_of(self.rigged(), head, posture)
    }

    /// The fall of a head alone, with neither hook nor bait on it.
    #[must_use]
    pub fn bare(&self, head: &HeadBody) -> Fall {
        let s = &self.setting;
        let nothing = self.rigged().trailing.nothing();
        sink::fall(head, &nothing, 0.0, Length::default(), s.depth, &s.water)
    }

    /// Seconds in which the head tied on is let down so deep; none where it floats.
    #[must_use]
    pub fn time_to(&self, head: &HeadBody, depth: Length) -> Option<Time> {
        let posture = self.setting.down_posture;
        self.fall_to(depth, self.rigged(), head, posture).time()
    }

    pub(super) fn fall_to(
        &self,
        depth: Length,
        rigged: &Rigged,
        head: &HeadBody,
        posture: f64,
    ) -> Fall {
        let s = &self.setting;
        sink::fall(head, &rigged.trailing, posture, s.line, depth, &s.water)
    }

    pub(super) fn fall_of(&self, rigged: &Rigged, head: &HeadBody, posture: f64) -> Fall {
        self.fall_to(self.setting.depth, rigged, head, posture)
    }

    /// Weight of the whole rig in water.
    #[must_use]
    pub fn weight(&self, head: &HeadBody) -> Force {
        sink::submerged_weight(head, &self.rigged().trailing, &self.setting.water)
    }

    /// Push of gusts on the half of the cast that hangs in the air.
    pub(super) fn gust_pull(&self) -> Force {
        self.gust_pull_at(self.setting.cast)
    }

    /// Push of gusts on the half of the line that hangs in the air, so much of it being out.
    fn gust_pull_at(&self, out: Length) -> Force {
        let s = &self.setting;
        hold::wind_pull(s.line, out, hold::GUST * s.wind, s.stand)
    }

    /// What a touch must exceed to be told from the bow that gusts make.
    pub(super) fn gusts_pull(&self) -> Force {
        hold::WIND_MARGIN * self.gust_pull()
    }

    /// Pull to be felt over: what a hand notices, wind and current on the line,
    /// as the root of their squares (none of them hides the touch alone).
    #[must_use]
    pub fn felt(&self) -> Force {
        let s = &self.setting;
        let wind = self.gusts_pull().get::<newton>();
        let current = hold::CURRENT_MARGIN
            * hold::current_pull(s.line, s.depth, s.current, s.water.density.value);
        let moving = maths::hypot(wind, current.value);
        Force::new::<newton>(maths::hypot(moving, s.hand.value))
    }

    /// Submerged weight that holds the bottom when drawn along.
    #[must_use]
    pub fn held(&self, head: &HeadBody) -> Force {
        self.held_of(self.rigged(), head)
    }

    /// Whether the drift of the boat, not what is drawn in, asks the most of a head that
    /// must hold the bottom.
    #[must_use]
    pub fn drift_binds(&self, head: &HeadBody) -> bool {
        let [wound, drifted] = self.pulls_of(self.rigged(), head);
        drifted > wound
    }

    pub(super) fn held_of(&self, rigged: &Rigged, head: &HeadBody) -> Force {
        let [wound, drifted] = self.pulls_of(rigged, head);
        wound.max(drifted)
    }

    /// Submerged weight that holds the bottom: as it is drawn in near the rod, and behind
    /// a drifting boat, with the whole trail let out; 0 N where nothing drifts.
    fn pulls_of(&self, rigged: &Rigged, head: &HeadBody) -> [Force; 2] {
        let s = &self.setting;
        let near_end = hold::near_end(s.depth, s.cast, s.stand);
        let drawn = |drift: Velocity, away: f64| {
            let at = (s.depth, away);
            self.drawn(rigged, head, at, (s.drawn, drift), |d| d.hold_weight())
        };
        let drifted = if s.drift.value > 0.0 {
            drawn(s.drift, s.trail.value.max(near_end))
        } else {
            Force::default()
        };
        [drawn(Velocity::default(), near_end), drifted]
    }

    /// A head at a depth, so far off the rod, while line is drawn in at a speed, behind
    /// a drift.
    fn drawn(
        &self,
        rigged: &Rigged,
        head: &HeadBody,
        (depth, away): (Length, f64),
        (reel, drift): (Velocity, Velocity),
        asks: fn(&hold::Drawn<'_>) -> Force,
    ) -> Force {
        let s = &self.setting;
        let rho = s.water.density.value;
        // It goes level, faster than the line comes in; a retrieve seldom runs the same way as
        // current and drift do.
        let level = hold::level(reel, depth, away, s.stand).value;
        let past = maths::hypot(level, drift.value + s.at_head.value);
        let past_head = Velocity::new::<meter_per_second>(past);
        let cd = match head.drag {
            HeadDrag::Constant(cd) => cd,
            HeadDrag::Sphere => drag::sphere(
                rho * past_head.value * head.sphere_diameter.value / s.water.viscosity.value,
            ),
        };
        asks(&hold::Drawn {
            line: &hold::line_body(s.line, s.line_density),
            depth,
            away,
            stand: s.stand,
            current: s.current,
            drift,
            past_head,
            drag_area: cd * head.frontal_area() + rigged.drawn_area,
            bait_side: rigged.trailing.bait_side,
            density: rho,
        })
    }

    /// Submerged weight that neither rises nor sinks at the depth of the fish, with
    /// a share of the cast still out, wound at so many times its speed.
    pub(super) fn afloat(
        &self,
        rigged: &Rigged,
        head: &HeadBody,
        (share, times): (f64, f64),
    ) -> Force {
        let s = &self.setting;
        let away = hold::no_steeper(s.reach, share * s.cast.value, s.stand);
        let moving = (times * s.wound, Velocity::default());
        self.drawn(rigged, head, (s.reach, away), moving, |d| d.float_weight())
    }

    /// Where the reel keeps a swum bait down, and where it keeps it up.
    pub(super) fn ends(&self) -> [(f64, f64); 3] {
        let swim = self.setting.swim;
        [
            (swim.near, swim.slowest),
            (0.5, 1.0),
            (swim.far, swim.quickest),
        ]
    }

    /// The head that is just afloat at a place of its retrieve.
    fn for_afloat(&self, rigged: &Rigged, place: (f64, f64)) -> Mass {
        let s = &self.setting;
        lightest(|m| {
            let asked = self.afloat(rigged, &self.head_of(rigged, m), place);
            sink::head_mass_for(asked, s.head_density, &rigged.trailing, &s.water)
        })
    }

    /// Whether the reel can keep a head at the depth of the fish from the far end of
    /// its retrieve to the near one, within the tolerance of both.
    #[must_use]
    pub fn keeps_depth(&self, head: &HeadBody) -> bool {
        let [near, _, far] = self.ends();
        let weight = self.weight(head);
        let afloat = |end| self.afloat(self.rigged(), head, end);
        let short = 1.0 + self.tolerance.lower[LowerBound::HoldsDepth];
        let over = 1.0 + self.tolerance.upper[UpperBound::KeptUp];
        afloat(near) <= short * weight && weight <= over * afloat(far)
    }

    /// The head that just keeps its depth at half the cast and the speed said.
    #[must_use]
    pub fn balanced(&self) -> Mass {
        self.greatest(|r| self.for_afloat(r, self.ends()[1]))
    }

    /// The head whose own weight in water is a force.
    fn submerged(&self, force: Force) -> Mass {
        let s = &self.setting;
        let per_kg = crate::base::GRAVITY * (1.0 - s.water.density.value / s.head_density.value);
        Mass::new::<kilogram>(force.get::<newton>() / per_kg)
    }

    /// The lightest head that holds the bait's nose on the bottom.
    #[must_use]
    pub fn nose(&self) -> Mass {
        self.submerged(self.setting.nose)
    }

    /// Whether the rig has a need.
    #[must_use]
    pub fn asks(&self, need: LowerBound) -> bool {
        self.setting.asks[need]
    }

    fn greatest(&self, of: impl Fn(&Rigged) -> Mass) -> Mass {
        let all = self.shapes.iter().map(of);
        all.reduce(Mass::max).unwrap_or_default()
    }

    /// The lightest head that meets a lower need; nothing where the rig does
    /// not have it.
    #[must_use]
    pub fn lower(&self, need: LowerBound) -> Option<Mass> {
        self.asks(need)
            .then(|| self.greatest(|r| self.lower_of(r, need)))
            .map(|m| m.max(Mass::new::<gram>(LEAST_G)).max(self.setting.least))
    }

    /// Bait and hook, where a need bounds the whole rig that flies or hangs on the rod; else nothing.
    pub(super) fn carried(&self, whole: bool) -> Mass {
        if whole {
            self.rigged().other_mass
        } else {
            Mass::default()
        }
    }

    /// A lower bound less its tolerance: the lightest head that still passes the need.
    #[must_use]
    pub fn within_lower(&self, need: LowerBound, bound: Mass) -> Mass {
        let beside = self.carried(need == LowerBound::Castable);
        (bound + beside) / (1.0 + self.tolerance.lower[need]) - beside
    }

    /// An upper bound and its tolerance: the heaviest head that still passes the need.
    #[must_use]
    pub fn within_upper(&self, need: UpperBound, bound: Mass) -> Mass {
        let beside = self.carried(need == UpperBound::RodMax);
        (bound + beside) * (1.0 + self.tolerance.upper[need]) - beside
    }

    /// Weight in water with which a bait off the bottom goes where the hand sends it, half a cast
    /// off, and not where gusts on the line in the air draw it.
    #[must_use]
    pub fn bow_held(&self) -> Force {
        hold::WIND_MARGIN * self.gust_pull_at(self.setting.cast / 2.0)
    }

    /// The lightest head that still passes a lower need; none where the rig does not have it.
    #[must_use]
    pub fn passes_lower(&self, need: LowerBound) -> Option<Mass> {
        self.lower(need).map(|bound| self.within_lower(need, bound))
    }

    /// The heaviest head that still passes an upper need; none where it does not apply.
    #[must_use]
    pub fn passes_upper(&self, need: UpperBound) -> Option<Mass> {
        self.upper(need).map(|bound| self.within_upper(need, bound))
    }

    fn lower_of(&self, rigged: &Rigged, need: LowerBound) -> Mass {
        let s = &self.setting;
        let for_weight =
            |w: Force| sink::head_mass_for(w, s.head_density, &rigged.trailing, &s.water);
        match need {
            LowerBound::Feel => for_weight(self.felt()),
            LowerBound::SnapFree => for_weight(s.free),
            LowerBound::Grind => s.grind,
            LowerBound::Castable => s.castable - rigged.other_mass,
            LowerBound::Contact => {
                lightest(|m| for_weight(self.held_of(rigged, &self.head_of(rigged, m))))
                    .max(self.nose())
            }
            LowerBound::TimeToBottom => self.for_time(rigged, (s.depth, s.wait), s.wait_posture),
            LowerBound::SinkTarget => self.for_speed(rigged, self.fall.least * s.target),
            LowerBound::HoldsDepth => self.for_afloat(rigged, self.ends()[0]),
            LowerBound::Bow => for_weight(self.bow_held()),
        }
    }

    /// The lightest head near enough the wanted speed, or that keeps its depth; any,
    /// where a rig does not go by its fall.
    #[must_use]
    pub fn for_target(&self) -> Mass {
        if self.asks(LowerBound::HoldsDepth) {
            return self.balanced();
        }
        if !self.asks(LowerBound::SinkTarget) {
            return Mass::default();
        }
        self.greatest(|r| self.for_speed(r, self.fall.enough * self.setting.target))
    }

    /// The head that falls so deep in just this time.
    fn for_time(&self, rigged: &Rigged, (depth, time): (Length, Time), posture: f64) -> Mass {
        let s = &self.setting;
        let t = &rigged.trailing;
        lightest(|m| {
            let head = self.head_of(rigged, m);
            let w = sink::weight_for_time(&head, t, posture, s.line, depth, &s.water, time);
            sink::head_mass_for(w, s.head_density, t, &s.water)
        })
    }

    /// The head that falls at this speed.
    fn for_speed(&self, rigged: &Rigged, speed: Velocity) -> Mass {
        let reach = self.setting.reach;
        self.for_time(rigged, (reach, reach / speed), rigged.tight)
    }

    /// The fastest fall that still suits school, water and mood. Where patience
    /// for the depth asks for more than the school does, patience sets the pace.
    #[must_use]
    pub fn ceiling(&self) -> Velocity {
        let s = &self.setting;
        let patient = if self.asks(LowerBound::TimeToBottom) {
            s.depth / s.wait
        } else {
            Velocity::default()
        };
        self.fall.most * s.target.max(patient)
    }

    /// The heaviest head that is thrown whatever else crosses: on a rod loaded over its
    /// rating, or in everyday use.
    #[must_use]
    pub fn heaviest_thrown(&self) -> Mass {
        let lobbed = self
            .setting
            .rod_lobs
            .map(|most| most - self.rigged().other_mass);
        let everyday = self.setting.everyday;
        lobbed.map_or(everyday, |most| most.min(everyday))
    }

    /// The heaviest head that an upper need allows.
    #[must_use]
    pub fn upper(&self, need: UpperBound) -> Option<Mass> {
        let s = &self.setting;
        Some(match need {
            UpperBound::SinkCeiling if !self.asks(LowerBound::SinkTarget) => return None,
            UpperBound::SinkCeiling => self.greatest(|r| self.for_speed(r, self.ceiling())),
            UpperBound::Overpower => self.submerged(s.overpower),
            UpperBound::Snag => self.greatest(|r| s.snag / r.wedge.max(0.05)),
            UpperBound::RodMax => s.rod_most? - self.rigged().other_mass,
            UpperBound::HoverLevel => self.submerged(s.hover?),
            UpperBound::Everyday => s.everyday,
            UpperBound::KeptUp if !self.asks(LowerBound::HoldsDepth) => return None,
            UpperBound::KeptUp => self.greatest(|r| self.for_afloat(r, self.ends()[2])),
        })
    }
}

/// The mass that is just what it asks for itself: a heavier head drags more,
/// so the mass asked for, `asks(m)`, rises with m, but ever less steeply.
///
/// m − asks(m) is then convex, and the secant from two points above the root
/// comes down to it without passing it. Stops at the lightest and heaviest
/// head looked at.
fn lightest(asks: impl Fn(Mass) -> Mass) -> Mass {
    let grams = |g: f64| Mass::new::<gram>(g);
    let excess = |g: f64| g - asks(grams(g)).get::<gram>();
    let (mut above, mut excess_above) = (MOST_G, excess(MOST_G));
    if excess_above <= 0.0 {
        return grams(MOST_G);
    }
    let mut at = (MOST_G - excess_above).max(LEAST_G);
    for _ in 0..20 {
        let over = excess(at);
        let slope = (excess_above - over) / (above - at);
        let next = if slope.is_finite() && slope > 0.0 {
            (at - over / slope).max(LEAST_G)
        } else {
            at
        };
        if (next - at).abs() <= 1e-9 * at {
            break;
        }
        (above, excess_above, at) = (at, over, next);
    }
    grams(at)
}
