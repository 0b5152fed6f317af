//! Boxes held in memory, so that a pick from a box of thousands reads no rows.
//!
//! Each change raises the box's version in the database; a request learns the
//! version with who is signed in, so a box held here is never out of date.

use std::sync::Arc;

use quick_cache::Weighter;
use quick_cache::sync::Cache;
use uuid::Uuid;
use yarrowfen_core::tackle_box::{BoxIndex, BoxList, Item};
use yarrowfen_store::{Account, Owned, Store, StoreError, Water};

/// Things held at once, over all boxes: some hundred bytes each.
const MOST_HELD: u64 = 300_000;

/// A box as it was at a version.
#[derive(Debug)]
pub struct HeldBox {
    version: i64,
    /// Everything, archived things too, in the order in which it came in.
    pub items: Vec<Owned>,
    /// By list: places in [`Self::items`], by weight, number, length or test.
    by_rank: [Vec<u32>; BoxList::ALL.len()],
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
        let mut by_rank: [Vec<u32>; BoxList::ALL.len()] = Default::default();
        for (at, owned) in (0..).zip(&items) {
            by_rank[owned.item.thing.kind() as usize].push(at);
        }
        for list in &mut by_rank {
            let rank = |at: &u32| items[*at as usize].item.thing.rank();
            list.sort_by(|a, b| rank(a).total_cmp(&rank(b)));
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
        self.by_rank[kind as usize]
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

#[derive(Clone)]
struct ByThings;
impl Weighter<Uuid, Arc<HeldBox>> for ByThings {
    fn weight(&self, _: &Uuid, held: &Arc<HeldBox>) -> u64 {
        held.items.len() as u64 + 1
    }
}

/// The boxes held.
pub struct Boxes(Cache<Uuid, Arc<HeldBox>, ByThings>);

impl Default for Boxes {
    fn default() -> Self {
        Self(Cache::with_weighter(1000, MOST_HELD, ByThings))
    }
}

impl Boxes {
    /// The box of an account.
    ///
    /// # Errors
    /// When it must be read and the database does not answer.
    pub async fn of(&self, store: &Store, account: &Account) -> Result<Arc<HeldBox>, StoreError> {
        let id = account.owner.0;
        if let Some(held) = self.0.get(&id).filter(|h| h.version == account.box_version) {
            return Ok(held);
        }
        let items = store.box_of(account.owner).await?;
        let waters = store.waters(account.owner).await?;
        let held = Arc::new(HeldBox::new(account.box_version, items, waters));
        self.0.insert(id, held.clone());
        Ok(held)
    }
}
