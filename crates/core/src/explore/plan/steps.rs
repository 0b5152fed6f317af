//! What is to be done when, slot by slot.

use super::{OnRod, Plan, SlotPlanned};
use crate::base::codes::TieWhy;
use crate::base::round;

/// Something to be tied on.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct TiePlanned {
    /// On which rod, from 1.
    pub rod: u8,
    /// What, among [`Plan::rigs`].
    pub rig: usize,
    /// Why; at another stop no one thing.
    pub why: Option<TieWhy>,
}

/// A step of a day.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct StepPlanned {
    /// The slot that it begins, by its place.
    pub slot: usize,
    /// Whether the place is another than before, or how it is there.
    pub moves: bool,
    /// What is tied on, the first rod last: what is tied on last is in hand.
    pub ties: Vec<TiePlanned>,
    /// The rod that is taken in hand, where tying on did not leave it there.
    pub in_hand: Option<u8>,
}

impl SlotPlanned {
    /// The middle of its depths, m, and of its winds, m/s, to a tenth.
    #[must_use]
    pub fn middle(&self) -> (f64, f64) {
        let middle = |(from, to): (f64, f64)| round(from.midpoint(to), 1);
        (middle(self.depths), middle(self.winds))
    }
}

impl Plan {
    /// The day's steps; where nothing changes there is none.
    #[must_use]
    pub fn steps(&self) -> Vec<StepPlanned> {
        let mut steps = Vec::new();
        let mut hand = None;
        for (at, slot) in self.slots.iter().enumerate() {
            let before = at.checked_sub(1).map(|b| &self.slots[b]);
            let ties = self.ties(at);
            let tied_last = ties.last().map(|t| t.rod).or(hand);
            let wanted = self.rod_in_hand(at).or(tied_last);
            let step = StepPlanned {
                slot: at,
                moves: before.is_none_or(|b| (b.stop, b.middle()) != (slot.stop, slot.middle())),
                ties,
                in_hand: wanted.filter(|rod| tied_last != Some(*rod)),
            };
            hand = wanted;
            if step.moves || !step.ties.is_empty() || step.in_hand.is_some() {
                steps.push(step);
            }
        }
        steps
    }

    /// What is tied on when a slot begins; before the first all rods that are tied at home,
    /// whenever they are fished.
    fn ties(&self, at: usize) -> Vec<TiePlanned> {
        let here = |on: &&OnRod| match on.retied {
            true => on.slots.0 == at,
            false => at == 0,
        };
        let tie = |(rod, on): (u8, &OnRod)| TiePlanned {
            rod,
            rig: on.rig,
            why: match on.retied {
                true => self.why(at),
                false => Some(TieWhy::Start),
            },
        };
        let rods = (1_u8..).zip(&self.rods);
        let all = rods.flat_map(|(rod, hung)| hung.iter().filter(here).map(move |on| (rod, on)));
        let mut ties: Vec<TiePlanned> = all.map(tie).collect();
        ties.reverse();
        ties
    }

    /// What changed since the slot before at the same stop.
    fn why(&self, at: usize) -> Option<TieWhy> {
        let (before, slot) = (self.slots.get(at.checked_sub(1)?)?, &self.slots[at]);
        let why = match before.depths == slot.depths {
            true => TieWhy::Wind,
            false => TieWhy::Depth,
        };
        (before.stop == slot.stop).then_some(why)
    }

    /// The rod on which the first part that is served in a slot hangs.
    fn rod_in_hand(&self, at: usize) -> Option<u8> {
        let rig = self.slots[at].parts.iter().find_map(|p| p.by)?;
        let hangs = |on: &OnRod| on.rig == rig && on.slots.0 <= at && at <= on.slots.1;
        let mut rods = (1_u8..).zip(&self.rods);
        rods.find(|(_, hung)| hung.iter().any(hangs)).map(|r| r.0)
    }
}
