//! Boxes held in memory, so that a pick from a box of thousands reads no rows.
//!
//! Each change raises the box's version in the database; a request learns the
//! version with who is signed in, so a box held here is never out of date.

use std::sync::Arc;

use quick_cache::Weighter;
use quick_cache::sync::Cache;
use uuid::Uuid;
use yarrowfen_pages::held::HeldBox;
use yarrowfen_store::{Account, Store, StoreError};

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
