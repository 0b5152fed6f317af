//! What is read or counted of an owner's rows, held in memory until they change.

use std::sync::Arc;
use std::sync::atomic::{AtomicU64, Ordering};

use quick_cache::sync::Cache;
use uuid::Uuid;
use yarrowfen_store::OwnerId;

/// Owners of whom something is held at once.
const MOST_OWNERS: usize = 4000;

/// Something of each owner, read once and forgotten when it changes. One server writes the
/// rows, so nothing else can.
#[derive(Debug)]
pub struct ByOwner<T> {
    held: Cache<Uuid, Arc<T>>,
    /// Goes up with each change: what was read before one is not kept after it.
    changes: AtomicU64,
}

impl<T> Default for ByOwner<T> {
    fn default() -> Self {
        Self {
            held: Cache::new(MOST_OWNERS),
            changes: AtomicU64::new(0),
        }
    }
}

impl<T> ByOwner<T> {
    /// What is held of an owner, or else what is read now.
    ///
    /// # Errors
    /// Those of the reading.
    pub async fn of<E>(
        &self,
        owner: OwnerId,
        read: impl Future<Output = Result<T, E>>,
    ) -> Result<Arc<T>, E> {
        if let Some(held) = self.held.get(&owner.0) {
            return Ok(held);
        }
        let before = self.changes.load(Ordering::SeqCst);
        let read = Arc::new(read.await?);
        self.held.insert(owner.0, read.clone());
        if self.changes.load(Ordering::SeqCst) != before {
            self.held.remove(&owner.0);
        }
        Ok(read)
    }

    /// Forgets what is held of an owner.
    pub fn forget(&self, owner: OwnerId) {
        self.changes.fetch_add(1, Ordering::SeqCst);
        self.held.remove(&owner.0);
    }
}
