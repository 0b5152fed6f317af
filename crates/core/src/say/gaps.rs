//! What a box lacks, in words.

use crate::answer::{Buy, Gaps};
use crate::base::UnitSystem;
use crate::explore::gaps::{BuyFound, GapsFound};

/// The list of what to buy.
#[must_use]
pub fn gaps(found: GapsFound, units: UnitSystem) -> Gaps {
    let buy = |b: BuyFound| Buy {
        what: b.what.text(units).into_owned(),
        serves: b.serves,
        why: b.why.text(units).into_owned(),
    };
    Gaps {
        situations: found.situations,
        served: found.served,
        buys: found.buys.into_iter().map(buy).collect(),
        unservable: found.unservable,
        idle: found.idle,
        sizes: found.picture.sizes.into_iter().map(str::to_owned).collect(),
        picture: found.picture.rows,
    }
}
