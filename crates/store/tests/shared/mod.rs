//! What tests of the store read of it.

use yarrowfen_store::{BoxRows, Owned, OwnerId, Store, StoreError};

/// Everything in a box.
pub async fn box_of(store: &Store, owner: OwnerId) -> Vec<Owned> {
    let mut all = Vec::new();
    let read = async |some: BoxRows| {
        all.extend(some.read());
        Ok::<(), StoreError>(())
    };
    store.box_rows(owner, read).await.unwrap();
    all
}
