//! The needs that bound a head's weight, each as the mass it asks for.
//!
//! Every need is monotone in the mass, so its bound is one number; those
//! without a closed form are found by a secant.

use crate::codes::{LowerBound, UpperBound};
use crate::data::{FallRow, HeadDrag};
use crate::physics::sink::{Fall, HeadBody};
use crate::physics::{drag, feel, sink};
use crate::pick::setting::{Rigged, Setting};
use crate::units::{Force, Mass, Time};
use uom::si::{force::newton, mass::gram};

/// Lightest and heaviest head that is looked at, g.
const LEAST_G: f64 = 0.02;
const MOST_G: f64 = 120.0;

/// A setting and a rigged head without its weight.
#[derive(Debug, Clone, Copy)]
pub struct Needs<'a> {
    /// Water, school and tackle.
    pub setting: &'a Setting,
    /// Shape, bait and hook.
    pub rigged: &'a Rigged,
    /// The table of wanted falls.
    pub fall: &'a FallRow,
}

impl Needs<'_> {
    /// The head at a mass.
    #[must_use]
    pub fn head(&self, mass: Mass) -> HeadBody {
        HeadBody::new(
            mass,
            self.setting.head_density,
            self.rigged.drag,
            self.rigged.frontal,
        )
    }

    /// Its fall on a tight line.
    #[must_use]
    pub fn fall(&self, head: &HeadBody) -> Fall {
        self.fall_at(head, self.rigged.tight)
    }

    /// Its fall with the bait at a posture (share of its side across the flow).
    #[must_use]
    pub fn fall_at(&self, head: &HeadBody, posture: f64) -> Fall {
        let s = self.setting;
        sink::fall(
            head,
            &self.rigged.trailing,
            posture,
            s.line,
            s.depth,
            &s.water,
        )
    }

    /// Weight of the whole rig in water.
    #[must_use]
    pub fn weight(&self, head: &HeadBody) -> Force {
        sink::submerged_weight(head, &self.rigged.trailing, &self.setting.water)
    }

    /// Pull to be felt over: wind and current on the line, and never less than
    /// a hand notices.
    #[must_use]
    pub fn felt(&self) -> Force {
        let s = self.setting;
        let pulls = feel::wind_pull(s.line, s.cast, s.wind)
            + feel::current_pull(s.line, s.depth, s.current, s.water.density.value);
        pulls.max(s.hand)
    }

    /// Submerged weight that holds the bottom when drawn along.
    #[must_use]
    pub fn held(&self, head: &HeadBody) -> Force {
        let s = self.setting;
        let rho = s.water.density.value;
        let cd = match head.drag {
            HeadDrag::Constant(cd) => cd,
            HeadDrag::Sphere => drag::sphere(
                rho * s.past_head.value * head.sphere_diameter.value / s.water.viscosity.value,
            ),
        };
        let area = cd * head.frontal_area() + self.rigged.drawn_area;
        let slope = feel::line_slope(s.depth, s.cast);
        feel::hold_weight(
            s.past_head,
            slope,
            area,
            self.rigged.trailing.bait_side,
            rho,
        )
    }

    /// Whether a mass does all that is asked: every lower need, and near
    /// enough the wanted speed. Cheaper than the bounds themselves, for
    /// finding where an answer turns.
    #[must_use]
    pub fn enough(&self, head: &HeadBody) -> bool {
        let s = self.setting;
        let weight = self.weight(head);
        let fall = self.fall(head);
        let in_time = |f: Fall| f.time().is_some_and(|t| t <= s.wait);
        let slack = s.wait_posture < self.rigged.tight;
        head.mass + self.rigged.other_mass >= s.castable
            && weight >= s.free
            && weight >= self.felt()
            && fall.speed() >= self.fall.enough * s.target
            && weight >= self.held(head)
            && in_time(if slack {
                self.fall_at(head, s.wait_posture)
            } else {
                fall
            })
    }

    /// The lightest head that meets a lower need.
    #[must_use]
    pub fn lower(&self, need: LowerBound) -> Mass {
        let for_weight = |w: Force| {
            sink::head_mass_for(
                w,
                self.setting.head_density,
                &self.rigged.trailing,
                &self.setting.water,
            )
        };
        let mass = match need {
            LowerBound::Feel => for_weight(self.felt()),
            LowerBound::SnapFree => for_weight(self.setting.free),
            LowerBound::Castable => self.setting.castable - self.rigged.other_mass,
            LowerBound::Contact => lightest(|m| for_weight(self.held(&self.head(m)))),
            LowerBound::TimeToBottom => self.for_time(self.setting.wait, self.setting.wait_posture),
            LowerBound::SinkTarget => self.for_speed(self.fall.least),
        };
        mass.max(Mass::new::<gram>(LEAST_G))
    }

    /// The lightest head near enough the wanted speed.
    #[must_use]
    pub fn for_target(&self) -> Mass {
        self.for_speed(self.fall.enough)
    }

    /// The head that reaches the bottom in just this time.
    fn for_time(&self, time: Time, posture: f64) -> Mass {
        let s = self.setting;
        let t = &self.rigged.trailing;
        lightest(|m| {
            let w =
                sink::weight_for_time(&self.head(m), t, posture, s.line, s.depth, &s.water, time);
            sink::head_mass_for(w, s.head_density, t, &s.water)
        })
    }

    /// The head that falls at this share of the wanted speed, on a tight line.
    fn for_speed(&self, share: f64) -> Mass {
        self.for_time(
            self.setting.depth / (share * self.setting.target),
            self.rigged.tight,
        )
    }

    /// The heaviest head that an upper need allows.
    #[must_use]
    pub fn upper(&self, need: UpperBound) -> Option<Mass> {
        let s = self.setting;
        Some(match need {
            UpperBound::SinkCeiling => self.for_speed(self.fall.most),
            UpperBound::Overpower => {
                let per_kg =
                    crate::units::GRAVITY * (1.0 - s.water.density.value / s.head_density.value);
                Mass::new::<uom::si::mass::kilogram>(s.overpower.get::<newton>() / per_kg)
            }
            UpperBound::Snag => s.snag,
            UpperBound::RodMax => {
                (s.rod_most? - self.rigged.other_mass).max(Mass::new::<gram>(0.0))
            }
            UpperBound::HoverLevel => return None,
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
