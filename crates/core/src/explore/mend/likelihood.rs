//! How likely a cause is: the share of anglers with this complaint that had it, times a
//! likelihood ratio by what was measured or found. Words are said by the share of all
//! and by the ratio itself.

use crate::base::codes::Standing;
use crate::tables::mend::LikelihoodRow;

/// What is known of a cause.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Evidence {
    /// Measured: how far beyond what is wanted, in parts of full; 0 within it.
    Measured(f64),
    /// Measured, but it turns on something that was not said.
    TurnsOn,
    /// To be looked at.
    Unasked,
    /// Looked at: whether it is so.
    Found(bool),
}

/// Causes that rank before others whatever their shares: what was measured or found to be so
/// before what is not known, that before what is ruled out.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
enum Rank {
    Found,
    Open,
    Out,
}

impl Evidence {
    fn rank(self) -> Rank {
        match self {
            Self::Measured(parts) if parts > 0.0 => Rank::Found,
            Self::Found(true) => Rank::Found,
            Self::TurnsOn | Self::Unasked => Rank::Open,
            Self::Measured(_) | Self::Found(false) => Rank::Out,
        }
    }

    /// Its likelihood ratio.
    #[must_use]
    pub fn ratio(self, row: &LikelihoodRow) -> f64 {
        match self {
            Self::Measured(parts) if parts > 0.0 => row.over.at(parts),
            Self::Measured(_) => row.within,
            Self::TurnsOn | Self::Unasked => 1.0,
            Self::Found(true) => row.yes,
            Self::Found(false) => row.no,
        }
    }
}

/// A cause before it is ranked.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Weighed {
    /// Share of those with the complaint that had it, times what the phase says.
    pub base: f64,
    /// What is known of it.
    pub evidence: Evidence,
}

/// A cause's place: its likelihood ratio, its share of all, and how it stands.
#[derive(Debug, Clone, Copy, PartialEq)]
#[expect(missing_docs, reason = "plain")]
pub struct Placed {
    pub at: usize,
    pub ratio: f64,
    pub share: f64,
    pub standing: Standing,
}

/// Places causes in the order in which to check them.
#[must_use]
pub fn placed(row: &LikelihoodRow, all: &[Weighed]) -> Vec<Placed> {
    let weight = |w: &Weighed| w.base * w.evidence.ratio(row);
    let sum: f64 = all.iter().map(weight).sum();
    let place = |(at, w): (usize, &Weighed)| {
        let share = weight(w) / sum.max(1e-12);
        let ratio = w.evidence.ratio(row);
        let standing = match w.evidence.rank() {
            Rank::Found if share >= row.likely && ratio >= row.likely_ratio => Standing::Likely,
            Rank::Found => Standing::Possible,
            Rank::Open => Standing::Ask,
            Rank::Out => Standing::RuledOut,
        };
        Placed {
            at,
            ratio,
            share,
            standing,
        }
    };
    let mut placed: Vec<Placed> = all.iter().enumerate().map(place).collect();
    placed.sort_by(|a, b| {
        let rank = |p: &Placed| all[p.at].evidence.rank();
        rank(a).cmp(&rank(b)).then(b.share.total_cmp(&a.share))
    });
    placed
}
