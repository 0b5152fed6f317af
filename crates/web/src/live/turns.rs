//! Turns of an owner: what one account writes waits for itself, not for the connections that all share.

use std::sync::Arc;
use std::time::Duration;

use quick_cache::sync::Cache;
use tokio::sync::{OwnedSemaphorePermit, Semaphore};
use tokio::time::timeout;
use uuid::Uuid;
use yarrowfen_store::OwnerId;

use crate::reply::PageError;

/// Writes of one owner that may wait in the database for each other.
const AT_ONCE: usize = 2;
/// Longest that a write waits for its turn: as long as a large undo takes.
const LONGEST_WAIT: Duration = Duration::from_secs(15);
/// Owners of whom turns are held.
const MOST_OWNERS: usize = 10_000;

/// The turns.
#[derive(Debug)]
pub struct Turns(Cache<Uuid, Arc<Semaphore>>);

impl Default for Turns {
    fn default() -> Self {
        Self(Cache::new(MOST_OWNERS))
    }
}

impl Turns {
    /// The next turn of an owner.
    ///
    /// # Errors
    /// [`PageError::Busy`] where it does not come in time.
    pub async fn of(&self, owner: OwnerId) -> Result<OwnedSemaphorePermit, PageError> {
        let new = || Ok::<_, PageError>(Arc::new(Semaphore::new(AT_ONCE)));
        let turns = self.0.get_or_insert_with(&owner.0, new)?;
        let turn = timeout(LONGEST_WAIT, turns.acquire_owned()).await;
        turn.map_err(|_| PageError::Busy)?
            .map_err(|_| PageError::Internal)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[tokio::test(start_paused = true)]
    async fn who_writes_much_waits_for_himself_alone() {
        let turns = Turns::default();
        let (me, other) = (OwnerId(Uuid::from_u128(1)), OwnerId(Uuid::from_u128(2)));
        let first = turns.of(me).await.unwrap();
        let _second = turns.of(me).await.unwrap();
        assert!(matches!(turns.of(me).await, Err(PageError::Busy)));
        assert!(turns.of(other).await.is_ok());
        drop(first);
        assert!(turns.of(me).await.is_ok());
    }
}
