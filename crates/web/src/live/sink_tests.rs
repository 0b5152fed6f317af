//! Sink tests held in memory.

use std::sync::Arc;
use std::sync::atomic::{AtomicU64, Ordering};

use quick_cache::sync::Cache;
use uuid::Uuid;
use yarrowfen_store::{OwnerId, Sink, Store, StoreError};

/// Sink tests by owner, read once and forgotten when they change. One server
/// writes them, so nothing else can.
#[derive(Debug)]
pub struct SinkTests {
    held: Cache<Uuid, Arc<Vec<Sink>>>,
    /// Goes up with each change: what was read before one is not kept after it.
    changes: AtomicU64,
}

impl Default for SinkTests {
    fn default() -> Self {
        Self {
            held: Cache::new(2000),
            changes: AtomicU64::new(0),
        }
    }
}

impl SinkTests {
    /// All tests of an owner.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn of(&self, store: &Store, owner: OwnerId) -> Result<Arc<Vec<Sink>>, StoreError> {
        if let Some(held) = self.held.get(&owner.0) {
            return Ok(held);
        }
        let before = self.changes.load(Ordering::SeqCst);
        let read = Arc::new(store.sinks(owner).await?);
        self.held.insert(owner.0, read.clone());
        if self.changes.load(Ordering::SeqCst) != before {
            self.held.remove(&owner.0);
        }
        Ok(read)
    }

    /// Forgets those of an owner.
    pub fn forget(&self, owner: OwnerId) {
        self.changes.fetch_add(1, Ordering::SeqCst);
        self.held.remove(&owner.0);
    }
}
