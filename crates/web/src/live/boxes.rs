//! Boxes held in memory, so that a pick from a box of thousands reads no rows.
//!
//! Each change raises the box's version in the database; a request learns the
//! version with who is signed in, so a box held here is never out of date.

use std::sync::Arc;

use quick_cache::sync::{Cache, DefaultLifecycle};
use quick_cache::{DefaultHashBuilder, OptionsBuilder, Weighter};
use uuid::Uuid;
use yarrowfen_pages::held::HeldBox;
use yarrowfen_store::{Account, BoxRows, Store};

use crate::reply::{PageError, off_loop};

/// Things held at once, over all boxes: some hundred bytes each.
const MOST_HELD: u64 = 300_000;

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
        // In one piece: of a cache in many, a full box is more than a piece of it takes.
        let options = OptionsBuilder::new()
            .shards(1)
            .estimated_items_capacity(1000)
            .weight_capacity(MOST_HELD)
            .build();
        let cache = options.map(|o| {
            Cache::with_options(
                o,
                ByThings,
                DefaultHashBuilder::default(),
                DefaultLifecycle::default(),
            )
        });
        Self(cache.unwrap_or_else(|_| Cache::with_weighter(1000, MOST_HELD, ByThings)))
    }
}

impl Boxes {
    /// The box of an account.
    ///
    /// # Errors
    /// When it must be read and the database does not answer.
    pub async fn of(&self, store: &Store, account: &Account) -> Result<Arc<HeldBox>, PageError> {
        let id = account.owner.0;
        if let Some(held) = self.0.get(&id).filter(|h| h.version == account.box_version) {
            return Ok(held);
        }
        let mut items = Vec::new();
        let read = async |some: BoxRows| {
            items.extend(off_loop(|| some.read()).await?);
            Ok::<(), PageError>(())
        };
        store.box_rows(account.owner, read).await?;
        let waters = store.waters(account.owner).await?;
        let version = account.box_version;
        let read = move || Arc::new(HeldBox::new(version, items, waters));
        let held = off_loop(read).await?;
        self.0.insert(id, held.clone());
        Ok(held)
    }
}

#[cfg(test)]
mod tests {
    use time::OffsetDateTime;
    use yarrowfen_core::base::UnitSystem;
    use yarrowfen_core::own_box::{BoxList, Item, Texts};
    use yarrowfen_store::{MOST_ITEMS, Owned};

    use super::*;

    /// Measured: a box of 50,000 things was read anew by every page, since a piece of the cache
    /// took no more than 37,500.
    #[test]
    fn a_box_as_large_as_may_be_is_held() {
        let boxes = Boxes::default();
        let texts: Texts<'_> = [("shape", "ball"), ("weight", "1/8 oz")]
            .map(|(k, v)| (k.into(), v.into()))
            .into();
        let item = Item::read(BoxList::Head, &texts, UnitSystem::Metric).unwrap();
        let owned = |id| Owned {
            id,
            item: item.clone(),
            archived: false,
            added_at: OffsetDateTime::UNIX_EPOCH,
        };
        let full = u128::try_from(MOST_ITEMS).unwrap();
        let items = (0..full).map(|n| owned(Uuid::from_u128(n))).collect();
        let me = Uuid::from_u128(7);
        boxes
            .0
            .insert(me, Arc::new(HeldBox::new(1, items, Vec::new())));
        assert!(boxes.0.get(&me).is_some());
    }
}
