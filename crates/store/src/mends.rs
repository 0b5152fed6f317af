//! What owners tried against their complaints.

use sqlx::{PgConnection, PgExecutor};
use uuid::Uuid;
use yarrowfen_core::base::codes::Symptom;

use crate::error::found;
use crate::kept::lock;
use crate::{Change, MendTry, NewMendTry, OwnerId, Store, StoreError};

/// Most tries of one owner.
const MOST_TRIES: i64 = 2000;

/// Writes one try of an owner who is held.
pub(crate) async fn insert(
    connection: &mut PgConnection,
    owner: OwnerId,
    file: Option<Change>,
    new: &NewMendTry,
) -> Result<Uuid, StoreError> {
    let id = Uuid::now_v7();
    insert_as(connection, owner, (id, file), new).await?;
    Ok(id)
}

/// Writes one try under an id that was made elsewhere; one that is there stays.
pub(crate) async fn insert_as(
    connection: &mut PgConnection,
    owner: OwnerId,
    (id, file): (Uuid, Option<Change>),
    new: &NewMendTry,
) -> Result<(), StoreError> {
    let made = sqlx::query!(
        "insert into mend_tries (id, owner_id, symptom, tried, said, query, helped, made_at, change_id)
         select $1, $2, $3, $4, $5, $6, $7, coalesce($8, now()), $10
         where (select count(*) from mend_tries where owner_id = $2) < $9 on conflict (id) do nothing",
        id,
        owner.0,
        new.symptom.code(),
        new.tried,
        new.said,
        new.query,
        new.helped,
        new.made_at,
        MOST_TRIES,
        file.map(|f| f.0)
    )
    .execute(&mut *connection)
    .await?;
    if made.rows_affected() == 0 {
        let there = sqlx::query_scalar!(
            r#"select exists(select from mend_tries where owner_id = $1 and id = $2) as "there!""#,
            owner.0,
            id
        )
        .fetch_one(connection)
        .await?;
        if !there {
            return Err(StoreError::Full(MOST_TRIES));
        }
    }
    Ok(())
}

/// All that an owner tried, the newest first.
pub(crate) async fn all(
    at: impl PgExecutor<'_>,
    owner: OwnerId,
) -> Result<Vec<MendTry>, StoreError> {
    let rows = sqlx::query!(
        "select id, symptom, tried, said, query, helped, made_at
             from mend_tries where owner_id = $1 order by made_at desc, place desc",
        owner.0
    )
    .fetch_all(at)
    .await?;
    let all = rows.into_iter().filter_map(|r| {
        Some(MendTry {
            id: r.id,
            made_at: r.made_at,
            new: NewMendTry {
                symptom: Symptom::from_code(&r.symptom)?,
                tried: r.tried,
                said: r.said,
                query: r.query,
                helped: r.helped,
                made_at: Some(r.made_at),
            },
        })
    });
    Ok(all.collect())
}

impl Store {
    /// Writes all that an owner tried anew, for the demo.
    ///
    /// # Errors
    /// When the database refuses.
    pub async fn replace_mend_tries(
        &self,
        owner: OwnerId,
        all: &[NewMendTry],
    ) -> Result<(), StoreError> {
        let mut tx = self.pool.begin().await?;
        lock(&mut tx, owner).await?;
        sqlx::query!("delete from mend_tries where owner_id = $1", owner.0)
            .execute(&mut *tx)
            .await?;
        for new in all {
            insert(&mut tx, owner, None, new).await?;
        }
        tx.commit().await?;
        Ok(())
    }

    /// All that an owner tried, the newest first. What is no longer known by its code is
    /// left out.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn mend_tries(&self, owner: OwnerId) -> Result<Vec<MendTry>, StoreError> {
        all(&self.pool, owner).await
    }

    /// Says whether something tried helped; none takes the answer back.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when the owner tried nothing with this id.
    pub async fn mend_helped(
        &self,
        owner: OwnerId,
        id: Uuid,
        helped: Option<bool>,
    ) -> Result<(), StoreError> {
        let done = sqlx::query!(
            "update mend_tries set helped = $3, touched = true where owner_id = $1 and id = $2",
            owner.0,
            id,
            helped
        )
        .execute(&self.pool)
        .await?;
        found(done.rows_affected())
    }

    /// Strikes something out that was written down.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when the owner tried nothing with this id.
    pub async fn strike_mend_try(&self, owner: OwnerId, id: Uuid) -> Result<(), StoreError> {
        let done = sqlx::query!(
            "delete from mend_tries where owner_id = $1 and id = $2",
            owner.0,
            id
        )
        .execute(&self.pool)
        .await?;
        found(done.rows_affected())
    }
}
