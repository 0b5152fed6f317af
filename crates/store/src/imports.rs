//! Files that wait for their owner's word before they come into the box.

use uuid::Uuid;
use yarrowfen_core::own_box::BoxList;

use crate::tackle::{add, hold};
use crate::{Change, Import, ImportState, OwnerId, State, Store, StoreError};

/// Rows that are written between two words about the progress.
const CHUNK: usize = 1000;
/// Files of one owner that wait, and their bytes together; older ones are forgotten.
const MOST_WAITING: i64 = 5;
const MOST_BYTES_WAITING: i64 = 16 * 1024 * 1024;

impl Store {
    /// Keeps a file until its owner says what to do.
    ///
    /// # Errors
    /// When the database refuses.
    pub async fn keep_import(
        &self,
        owner: OwnerId,
        kind: BoxList,
        bytes: &[u8],
    ) -> Result<Uuid, StoreError> {
        let id = Uuid::new_v4();
        let mut tx = self.pool.begin().await?;
        sqlx::query!(
            "insert into imports (id, owner_id, kind, bytes) values ($1, $2, $3, $4)",
            id,
            owner.0,
            kind.code(),
            bytes
        )
        .execute(&mut *tx)
        .await?;
        sqlx::query!(
            "delete from imports where owner_id = $1 and id <> $4 and id in (
                 select id from (select id, row_number() over newest as place,
                                        sum(length(bytes)) over newest as together
                                 from imports where owner_id = $1
                                 window newest as (order by made_at desc, id)) as waiting
                 where place > $2 or together > $3)",
            owner.0,
            MOST_WAITING,
            MOST_BYTES_WAITING,
            id
        )
        .execute(&mut *tx)
        .await?;
        tx.commit().await?;
        Ok(id)
    }

    /// A file of an owner.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when it is not there or another's.
    pub async fn import(&self, owner: OwnerId, id: Uuid) -> Result<Import, StoreError> {
        let r = sqlx::query!(
            "select kind, bytes, change_id, taken from imports where id = $1 and owner_id = $2",
            id,
            owner.0
        )
        .fetch_one(&self.pool)
        .await?;
        Ok(Import {
            id,
            kind: BoxList::from_code(&r.kind).ok_or(StoreError::NotFound)?,
            bytes: r.bytes,
            state: r.change_id.map_or(ImportState::Waiting, |change| {
                ImportState::Taken(r.taken, Change(change))
            }),
        })
    }

    /// What became of a file, without its bytes.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when it is not there or another's.
    pub async fn import_state(&self, owner: OwnerId, id: Uuid) -> Result<ImportState, StoreError> {
        let r = sqlx::query!(
            "select change_id, taken from imports where id = $1 and owner_id = $2",
            id,
            owner.0
        )
        .fetch_one(&self.pool)
        .await?;
        Ok(r.change_id.map_or(ImportState::Waiting, |change| {
            ImportState::Taken(r.taken, Change(change))
        }))
    }

    /// Takes the rows of a file in, all or none, and once only. `step` is told
    /// how many rows are written so far.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when the file is not there, another's, or was
    /// taken already; [`StoreError::Full`] when the box would hold too many.
    pub async fn take_import(
        &self,
        owner: OwnerId,
        id: Uuid,
        states: &[State],
        step: impl Fn(usize),
    ) -> Result<Change, StoreError> {
        let change = Change(Uuid::new_v4());
        let mut tx = self.pool.begin().await?;
        sqlx::query_scalar!(
            "update imports set change_id = $3, taken = $4, bytes = ''
             where id = $1 and owner_id = $2 and change_id is null returning id",
            id,
            owner.0,
            change.0,
            i32::try_from(states.len()).unwrap_or(i32::MAX)
        )
        .fetch_one(&mut *tx)
        .await?;
        hold(&mut tx, owner).await?;
        for (n, chunk) in states.chunks(CHUNK).enumerate() {
            add(&mut tx, owner, change, chunk).await?;
            step(n * CHUNK + chunk.len());
        }
        tx.commit().await?;
        Ok(change)
    }
}
