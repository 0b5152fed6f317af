//! What is read or counted of an owner's rows, held in memory until they change.

use std::sync::Arc;

use quick_cache::sync::Cache;
use uuid::Uuid;
use yarrowfen_store::OwnerId;

/// Owners of whom something is held at once.
const MOST_OWNERS: usize = 4000;

/// Something of each owner, read once under a version and good while that is the same. Whoever
/// changes the rows raises the version in the database, so that no server has to hear of what
/// another wrote.
#[derive(Debug)]
pub struct ByOwner<T>(Cache<Uuid, (i64, Arc<T>)>);

impl<T> Default for ByOwner<T> {
    fn default() -> Self {
        Self(Cache::new(MOST_OWNERS))
    }
}

impl<T> ByOwner<T> {
    /// What is held of an owner under a version that was asked for before, or else what is read
    /// now: that is at least as new.
    ///
    /// # Errors
    /// Those of the reading.
    pub async fn of<E>(
        &self,
        owner: OwnerId,
        version: i64,
        read: impl Future<Output = Result<T, E>>,
    ) -> Result<Arc<T>, E> {
        if let Some((of, held)) = self.0.get(&owner.0)
            && of == version
        {
            return Ok(held);
        }
        let read = Arc::new(read.await?);
        self.0.insert(owner.0, (version, read.clone()));
        Ok(read)
    }
}
