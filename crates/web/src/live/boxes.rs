//! Boxes held in memory, so that a pick from a box of thousands reads no rows.
//!
//! Each change raises the box's version in the database; a request learns the
//! version with who is signed in, so a box held here is never out of date.

use std::sync::Arc;
use std::sync::atomic::{AtomicBool, Ordering};

use quick_cache::sync::{Cache, DefaultLifecycle};
use quick_cache::{DefaultHashBuilder, OptionsBuilder, Weighter};
use tokio::sync::Mutex;
use uuid::Uuid;
use yarrowfen_pages::held::HeldBox;
use yarrowfen_store::{Account, BoxRows, Store};

use crate::reply::{PageError, off_loop};

/// Things held at once, over all boxes: some hundred bytes each.
const MOST_HELD: u64 = 300_000;

/// A box, and whether it was asked for since it was last looked through.
struct Entry {
    held: Arc<HeldBox>,
    asked: AtomicBool,
}

#[derive(Clone)]
struct ByThings;
impl Weighter<Uuid, Arc<Entry>> for ByThings {
    fn weight(&self, _: &Uuid, entry: &Arc<Entry>) -> u64 {
        entry.held.items.len() as u64 + 1
    }
}

/// The boxes held.
pub struct Boxes {
    held: Cache<Uuid, Arc<Entry>, ByThings>,
    /// Locks of owners whose boxes are being read: a box is read once, however many ask for it.
    reading: Cache<Uuid, Arc<Mutex<()>>>,
}

/// Owners whose locks are remembered.
const MOST_LOCKS: usize = 10_000;

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
        Self {
            held: cache.unwrap_or_else(|_| Cache::with_weighter(1000, MOST_HELD, ByThings)),
            reading: Cache::new(MOST_LOCKS),
        }
    }
}

impl Boxes {
    /// The box of an account.
    ///
    /// # Errors
    /// When it must be read and the database does not answer.
    pub async fn of(&self, store: &Store, account: &Account) -> Result<Arc<HeldBox>, PageError> {
        if let Some(held) = self.fresh(account) {
            return Ok(held);
        }
        let id = account.owner.0;
        let new = || Ok::<_, PageError>(Arc::default());
        let reading = self.reading.get_or_insert_with(&id, new)?;
        let _reading = reading.lock().await;
        if let Some(held) = self.fresh(account) {
            return Ok(held);
        }
        let (mut items, mut reading) = (Vec::new(), None);
        let read = async |some: BoxRows| {
            // One part is read while the next is on its way.
            if let Some(part) = reading.replace(off_loop(|| some.read())) {
                items.extend(part.await?);
            }
            Ok::<(), PageError>(())
        };
        store.box_rows(account.owner, read).await?;
        if let Some(part) = reading {
            items.extend(part.await?);
        }
        let waters = store.waters(account.owner).await?;
        let version = account.box_version;
        let read = move || Arc::new(HeldBox::new(version, items, waters));
        let held = off_loop(read).await?;
        self.hold(id, held.clone());
        Ok(held)
    }

    /// The box of an account as it is held, where it is no older than the request.
    fn fresh(&self, account: &Account) -> Option<Arc<HeldBox>> {
        let entry = self.held.get(&account.owner.0)?;
        if entry.held.version < account.box_version {
            return None;
        }
        entry.asked.store(true, Ordering::Relaxed);
        Some(entry.held.clone())
    }

    fn hold(&self, id: Uuid, held: Arc<HeldBox>) {
        let asked = AtomicBool::new(true);
        self.held.insert(id, Arc::new(Entry { held, asked }));
    }

    /// Lets go of every box that nobody asked for since this was last called: a full one takes
    /// some 60 MB, which nobody needs when its angler has gone to fish.
    pub fn forget_idle(&self) {
        self.held
            .retain(|_, entry| entry.asked.swap(false, Ordering::Relaxed));
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
        boxes.hold(me, Arc::new(HeldBox::new(1, items, Vec::new())));
        assert!(boxes.held.get(&me).is_some());
    }

    #[test]
    fn a_box_that_nobody_asks_for_is_let_go_and_no_other() {
        let boxes = Boxes::default();
        let [me, other] = [1, 2].map(Uuid::from_u128);
        for id in [me, other] {
            boxes.hold(id, Arc::new(HeldBox::new(1, Vec::new(), Vec::new())));
        }
        // Just read: neither goes.
        boxes.forget_idle();
        boxes
            .held
            .get(&me)
            .unwrap()
            .asked
            .store(true, Ordering::Relaxed);
        boxes.forget_idle();
        assert!(boxes.held.get(&me).is_some() && boxes.held.get(&other).is_none());
        boxes.forget_idle();
        assert!(boxes.held.get(&me).is_none());
    }
}
