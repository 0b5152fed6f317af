//! What a head meets of what is asked: cheaper than the bounds themselves, for finding
//! where an answer turns.

use super::needs::Needs;
use super::rigged::Rigged;
use crate::base::Mass;
use crate::base::codes::{LowerBound, UpperBound};
use crate::physics::sink::{self, Fall, HeadBody};

/// What a head meets of what is asked, the best first.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub enum Met {
    /// Every lower need, and near enough the wanted speed or depth.
    All,
    /// Every lower need; it falls slower than is wanted, or does not keep its depth at
    /// half the cast.
    ButForSpeed,
    /// Not every lower need.
    Not,
}

impl Needs<'_> {
    /// What a mass of metal, in whatever shape, meets of what is asked. Cheaper than the
    /// bounds themselves, for finding where an answer turns.
    #[must_use]
    pub fn met_by(&self, metal: &HeadBody) -> Met {
        let of = |r: &Rigged| self.met_of(r, &metal.shaped(r.drag, r.frontal));
        self.shapes.iter().map(of).max().unwrap_or(Met::All)
    }

    fn met_of(&self, rigged: &Rigged, head: &HeadBody) -> Met {
        let s = &self.setting;
        let weight = sink::submerged_weight(head, &rigged.trailing, &s.water);
        let fall = self.fall_to(s.reach, rigged, head, rigged.tight).speed();
        let in_time = |f: Fall| f.time().is_some_and(|t| t <= s.wait);
        let met = |need: LowerBound, met: &dyn Fn() -> bool| !self.asks(need) || met();
        let [near, half, _] = self.ends();
        let afloat = |place| weight >= self.afloat(rigged, head, place);
        let lower = met(LowerBound::SinkTarget, &|| {
            fall >= self.fall.least * s.target
        }) && met(LowerBound::Castable, &|| {
            head.mass + rigged.other_mass >= s.castable
        }) && met(LowerBound::SnapFree, &|| weight >= s.free)
            && met(LowerBound::Grind, &|| head.mass >= s.grind)
            && met(LowerBound::HoldsDepth, &|| afloat(near))
            && met(LowerBound::Feel, &|| weight >= self.felt())
            && met(LowerBound::Contact, &|| {
                head.mass >= self.nose() && weight >= self.held_of(rigged, head)
            })
            && met(LowerBound::TimeToBottom, &|| {
                in_time(self.fall_of(rigged, head, s.wait_posture))
            });
        let enough = self.fall.enough * s.target;
        let target = met(LowerBound::HoldsDepth, &|| afloat(half))
            && (self.asks(LowerBound::HoldsDepth)
                || met(LowerBound::SinkTarget, &|| fall >= enough));
        match (lower, target) {
            (false, _) => Met::Not,
            (true, false) => Met::ButForSpeed,
            (true, true) => Met::All,
        }
    }

    /// Whether every upper need allows a mass.
    #[must_use]
    pub fn allows(&self, mass: Mass) -> bool {
        let allowed = |n: &UpperBound| self.upper(*n).is_none_or(|most| mass <= most);
        UpperBound::ALL.iter().all(allowed)
    }
}
