//! What a head meets of what is asked: cheaper than the bounds themselves, for finding
//! where an answer turns.

use super::needs::Needs;
use super::rigged::Rigged;
use crate::base::codes::{LowerBound, UpperBound};
use crate::base::{Mass, Velocity};
use crate::physics::sink::{self, HeadBody};

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

/// How exactly a need is to be met.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Within {
    /// As far as two masses can be told apart.
    Alike,
    /// Within the need's tolerance.
    Tolerance,
}

/// The lower needs, those first that cost the least to look at.
const CHEAPEST_FIRST: [LowerBound; 9] = [
    LowerBound::Castable,
    LowerBound::Grind,
    LowerBound::SnapFree,
    LowerBound::Bow,
    LowerBound::Feel,
    LowerBound::Contact,
    LowerBound::HoldsDepth,
    LowerBound::SinkTarget,
    LowerBound::TimeToBottom,
];

impl Needs<'_> {
    /// What a mass of metal, in whatever shape, meets of what is asked. Cheaper than the
    /// bounds themselves, for finding where an answer turns.
    #[must_use]
    pub fn met_by(&self, metal: &HeadBody) -> Met {
        let of = |r: &Rigged| {
            if !self.lower_met(r, metal, Within::Alike) {
                Met::Not
            } else if self.target_met(r, metal) {
                Met::All
            } else {
                Met::ButForSpeed
            }
        };
        self.shapes.iter().map(of).max().unwrap_or(Met::All)
    }

    /// Whether a mass of metal misses no lower need by more than its tolerance.
    #[must_use]
    pub fn passed_by(&self, metal: &HeadBody) -> bool {
        let passed = |r: &Rigged| self.lower_met(r, metal, Within::Tolerance);
        self.shapes.iter().all(passed)
    }

    fn lower_met(&self, rigged: &Rigged, metal: &HeadBody, within: Within) -> bool {
        let room = |need: LowerBound| match within {
            Within::Alike => self.tolerance.alike,
            Within::Tolerance => self.tolerance.lower[need],
        };
        // A head that may be short of a bound by a share is held against it with that share more; what
        // flies, with a share of the whole.
        let counted = |need: LowerBound| {
            let more = match need {
                LowerBound::Castable if within == Within::Tolerance => {
                    let flies = metal.mass + rigged.other_mass;
                    (flies * (1.0 + room(need)) - rigged.other_mass) / metal.mass
                }
                _ => (1.0 + room(need)).into(),
            };
            metal.times(more.value).shaped(rigged.drag, rigged.frontal)
        };
        CHEAPEST_FIRST
            .iter()
            .all(|need| !self.asks(*need) || self.meets(rigged, &counted(*need), *need))
    }

    fn meets(&self, rigged: &Rigged, head: &HeadBody, need: LowerBound) -> bool {
        let s = &self.setting;
        let weight = || sink::submerged_weight(head, &rigged.trailing, &s.water);
        if head.mass < s.least {
            return false;
        }
        match need {
            LowerBound::SinkTarget => self.falls(rigged, head) >= self.fall.least * s.target,
            LowerBound::Castable => head.mass + rigged.other_mass >= s.castable,
            LowerBound::SnapFree => weight() >= s.free,
            LowerBound::Grind => head.mass >= s.grind,
            LowerBound::HoldsDepth => weight() >= self.afloat(rigged, head, self.ends()[0]),
            LowerBound::Feel => weight() >= self.felt(),
            LowerBound::Bow => weight() >= self.bow_held(),
            LowerBound::Contact => {
                head.mass >= self.nose() && weight() >= self.held_of(rigged, head)
            }
            LowerBound::TimeToBottom => {
                let time = self.fall_of(rigged, head, s.wait_posture).time();
                time.is_some_and(|t| t <= s.wait)
            }
        }
    }

    fn falls(&self, rigged: &Rigged, head: &HeadBody) -> Velocity {
        self.fall_to(self.setting.reach, rigged, head, rigged.tight)
            .speed()
    }

    fn target_met(&self, rigged: &Rigged, metal: &HeadBody) -> bool {
        let head = &metal
            .times(1.0 + self.tolerance.alike)
            .shaped(rigged.drag, rigged.frontal);
        if self.asks(LowerBound::HoldsDepth) {
            let weight = sink::submerged_weight(head, &rigged.trailing, &self.setting.water);
            return weight >= self.afloat(rigged, head, self.ends()[1]);
        }
        let enough = self.fall.enough * self.setting.target;
        !self.asks(LowerBound::SinkTarget) || self.falls(rigged, head) >= enough
    }

    /// Whether every upper need allows a mass.
    #[must_use]
    pub fn allows(&self, mass: Mass) -> bool {
        let lighter = mass / (1.0 + self.tolerance.alike);
        UpperBound::ALL
            .iter()
            .all(|need| self.bears(*need, lighter))
    }

    /// Whether a mass passes no upper need by more than its tolerance.
    #[must_use]
    pub fn passes(&self, mass: Mass) -> bool {
        let lighter = |need: UpperBound| {
            let beside = self.carried(need == UpperBound::RodMax);
            (mass + beside) / (1.0 + self.tolerance.upper[need]) - beside
        };
        UpperBound::ALL
            .iter()
            .all(|need| self.bears(*need, lighter(*need)))
    }

    /// Whether an upper need allows a mass: without solving for the bound where it takes a fall.
    fn bears(&self, need: UpperBound, mass: Mass) -> bool {
        match need {
            UpperBound::SinkCeiling if !self.asks(LowerBound::SinkTarget) => true,
            UpperBound::SinkCeiling => {
                let most = self.ceiling();
                let slow = |r: &Rigged| self.falls(r, &self.head_of(r, mass)) <= most;
                self.shapes.iter().any(slow)
            }
            UpperBound::KeptUp if !self.asks(LowerBound::HoldsDepth) => true,
            UpperBound::KeptUp => self.shapes.iter().any(|r| {
                let head = self.head_of(r, mass);
                let weight = sink::submerged_weight(&head, &r.trailing, &self.setting.water);
                weight <= self.afloat(r, &head, self.ends()[2])
            }),
            _ => self.upper(need).is_none_or(|most| mass <= most),
        }
    }

    /// Whether a mass is thrown whatever else crosses.
    #[must_use]
    pub fn throws(&self, mass: Mass) -> bool {
        mass <= self.heaviest_thrown() * (1.0 + self.tolerance.alike)
    }
}
