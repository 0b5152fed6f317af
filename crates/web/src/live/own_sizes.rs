//! What logs say of sizes, held in memory: a pick reads no log.

use std::sync::Arc;
use std::sync::atomic::{AtomicU64, Ordering};

use quick_cache::sync::Cache;
use uuid::Uuid;
use yarrowfen_core::day::{Log, spans};
use yarrowfen_core::explore::ledger::{OwnSize, own_sizes};
use yarrowfen_store::{OwnerId, Store, StoreError};

/// Sizes by owner, counted once and forgotten when the log changes.
#[derive(Debug)]
pub struct OwnSizes {
    held: Cache<Uuid, Arc<Vec<OwnSize>>>,
    /// Goes up with each change: what was counted before one is not kept after it.
    changes: AtomicU64,
}

impl Default for OwnSizes {
    fn default() -> Self {
        Self {
            held: Cache::new(4000),
            changes: AtomicU64::new(0),
        }
    }
}

impl OwnSizes {
    /// What the log of an owner speaks for.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn of(&self, store: &Store, owner: OwnerId) -> Result<Arc<Vec<OwnSize>>, StoreError> {
        if let Some(held) = self.held.get(&owner.0) {
            return Ok(held);
        }
        let before = self.changes.load(Ordering::SeqCst);
        let events = store.events(owner).await?;
        // Some milliseconds for a season, a second for a million lines: off the event loop.
        let counted = tokio::task::spawn_blocking(move || {
            let log = Log::of(&events);
            own_sizes(&spans(&log))
        });
        let counted = Arc::new(counted.await.unwrap_or_default());
        self.held.insert(owner.0, counted.clone());
        if self.changes.load(Ordering::SeqCst) != before {
            self.held.remove(&owner.0);
        }
        Ok(counted)
    }

    /// Forgets those of an owner.
    pub fn forget(&self, owner: OwnerId) {
        self.changes.fetch_add(1, Ordering::SeqCst);
        self.held.remove(&owner.0);
    }
}
