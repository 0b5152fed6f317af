//! A box in order, ready to be shown and picked from.

use enum_map::EnumMap;
use yarrowfen_core::own_box::{BoxIndex, BoxList, Item};
use yarrowfen_rows::{Owned, Water};

/// The water of a name, whatever its capitals.
#[must_use]
pub fn water_named<'w>(waters: &'w [Water], name: &str) -> Option<&'w Water> {
    let wanted = name.to_lowercase();
    waters.iter().find(|w| w.name.to_lowercase() == wanted)
}

/// A box as it was at a version.
#[derive(Debug)]
pub struct HeldBox {
    /// The version that it was read at.
    pub version: i64,
    /// Everything, archived things too, in the order in which it came in.
    pub items: Vec<Owned>,
    /// By list: places in [`Self::items`], by weight, number, length or test.
    by_rank: EnumMap<BoxList, Vec<u32>>,
    /// The waters, by name.
    pub waters: Vec<Water>,
    /// Places in [`Self::items`] of what can be tied on.
    hand: Vec<u32>,
    /// Where the lists stand among those.
    index: BoxIndex,
}

impl HeldBox {
    /// Puts a box in order.
    #[must_use]
    pub fn new(version: i64, items: Vec<Owned>, waters: Vec<Water>) -> Self {
        let mut by_rank: EnumMap<BoxList, Vec<u32>> = EnumMap::default();
        for (at, owned) in (0..).zip(&items) {
            by_rank[owned.item.thing.kind()].push(at);
        }
        for list in by_rank.values_mut() {
            let rank = |at: u32| (items[at as usize].item.thing.rank(), at);
            let mut ranked: Vec<(f64, u32)> = list.iter().copied().map(rank).collect();
            ranked.sort_by(|a, b| a.0.total_cmp(&b.0));
            *list = ranked.into_iter().map(|r| r.1).collect();
        }
        let there = |(_, o): &(u32, &Owned)| !o.archived && o.item.count > 0;
        let hand: Vec<u32> = (0..).zip(&items).filter(there).map(|h| h.0).collect();
        let things: Vec<&Item> = hand.iter().map(|at| &items[*at as usize].item).collect();
        Self {
            version,
            index: BoxIndex::of(&things),
            items,
            by_rank,
            waters,
            hand,
        }
    }

    /// A list in its order, archived things too.
    pub fn list(&self, kind: BoxList) -> impl DoubleEndedIterator<Item = &Owned> {
        self.by_rank[kind]
            .iter()
            .map(|at| &self.items[*at as usize])
    }

    /// What can be tied on: there, and not put away.
    #[must_use]
    pub fn at_hand(&self) -> Vec<&Item> {
        let there = self.hand.iter();
        there.map(|at| &self.items[*at as usize].item).collect()
    }

    /// Where the lists stand among [`Self::at_hand`].
    #[must_use]
    pub fn index(&self) -> &BoxIndex {
        &self.index
    }
}
