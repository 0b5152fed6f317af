//! How far a head is felt, how its line is bowed, and how fast it is reeled before it leaves
//! the bottom: the needs, asked the other way round.

use uom::si::force::newton;
use uom::si::velocity::meter_per_second;

use super::needs::Needs;
use super::setting::Setting;
use crate::base::codes::LowerBound;
use crate::base::{Mass, Velocity, maths};
use crate::physics::sink::HeadBody;
use crate::physics::{hold, strength};

/// Fastest reel that is looked at, m/s.
const FASTEST_MPS: f64 = 3.0;
/// Halvings until a speed is known to a tenth of a millimetre a second.
const HALVINGS: usize = 15;

impl Needs<'_> {
    /// The lightest head for a need, whether or not the way it is brought has it.
    #[must_use]
    pub fn lightest_for(&self, need: LowerBound) -> Option<Mass> {
        let mut asking = self.clone();
        asking.setting.asks[need] = true;
        asking.lower(need)
    }

    /// The share of the cast, 0..1, over which a head is felt: the wind on the line grows with
    /// what is out, the current and what a hand notices do not.
    #[must_use]
    pub fn felt_share(&self, head: &HeadBody) -> f64 {
        let s = &self.setting;
        let wind = self.gusts_pull().get::<newton>();
        let current = hold::CURRENT_MARGIN
            * hold::current_pull(s.line, s.depth, s.current, s.water.density.value).value;
        let still = maths::square(current) + maths::square(s.hand.value);
        // A rig that floats pulls nothing down: squared, its lift would be felt like a weight.
        let weight = self.weight(head).value.max(0.0);
        let left = maths::square(weight) - still;
        if left <= 0.0 {
            return 0.0;
        }
        (left.sqrt() / wind.max(1e-9)).min(1.0)
    }

    /// Bow of the half of the cast that hangs in the air, m, under the wind, pulled by the
    /// head's weight in water.
    #[must_use]
    pub fn bow_m(&self, head: &HeadBody) -> f64 {
        let s = &self.setting;
        let span = s.cast.value / 2.0;
        let push = self.gust_pull().get::<newton>();
        strength::bow_m(push / span, span, self.weight(head).value)
    }

    /// Fastest that a head is reeled and stays on the bottom near the rod, within the tolerance of
    /// that need, m/s; 0 where it does not stay there at all.
    #[must_use]
    pub fn held_mps(&self, head: &HeadBody) -> f64 {
        let head = &head.times(1.0 + self.tolerance.lower[LowerBound::Contact]);
        let weight = self.weight(head);
        let stays = |mps: f64| {
            let drawn = Velocity::new::<meter_per_second>(mps);
            let setting = Setting {
                drawn,
                ..self.setting
            };
            let at = Needs {
                setting,
                shapes: self.shapes.clone(),
                fall: self.fall,
                tolerance: self.tolerance,
            };
            weight >= at.held(head)
        };
        if head.mass < self.nose() || !stays(0.0) {
            return 0.0;
        }
        if stays(FASTEST_MPS) {
            return FASTEST_MPS;
        }
        let halved = (0..HALVINGS).fold((0.0, FASTEST_MPS), |(slow, fast), _| {
            let middle = f64::midpoint(slow, fast);
            if stays(middle) {
                (middle, fast)
            } else {
                (slow, middle)
            }
        });
        halved.0
    }
}
