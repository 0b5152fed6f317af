//! Sink tests of an owner.

use sqlx::{PgConnection, PgExecutor};
use uuid::Uuid;

use crate::error::found;
use crate::kept::lock;
use crate::{Change, NewSink, Once, OwnerId, Sink, Store, StoreError, once};

/// Most sink tests of one owner.
const MOST_TESTS: i64 = 2000;

/// Writes one test of an owner who is held.
pub(crate) async fn insert(
    connection: &mut PgConnection,
    owner: OwnerId,
    file: Option<Change>,
    new: &NewSink,
) -> Result<Uuid, StoreError> {
    let id = Uuid::now_v7();
    let made = sqlx::query!(
        "insert into sink_tests (id, owner_id, subject, head_g, line_mm, temp_c, depth_m, seconds, fall, struck, made_at, change_id)
         select $1, $2, $3, $4, $5, $6, $7, $8, $9, $10, coalesce($11, now()), $13
         where (select count(*) from sink_tests where owner_id = $2) < $12",
        id,
        owner.0,
        new.subject,
        new.head_g,
        new.line_mm,
        new.temp_c,
        new.depth_m,
        new.seconds,
        new.fall,
        new.struck,
        new.made_at,
        MOST_TESTS,
        file.map(|f| f.0)
    )
    .execute(connection)
    .await?;
    if made.rows_affected() == 0 {
        return Err(StoreError::Full(MOST_TESTS));
    }
    Ok(id)
}

/// All sink tests of an owner, oldest first.
pub(crate) async fn all(at: impl PgExecutor<'_>, owner: OwnerId) -> Result<Vec<Sink>, StoreError> {
    let rows = sqlx::query!(
        "select id, subject, head_g, line_mm, temp_c, depth_m, seconds, fall, struck, made_at
             from sink_tests where owner_id = $1 order by made_at, id",
        owner.0
    )
    .fetch_all(at)
    .await?;
    Ok(rows
        .into_iter()
        .map(|r| Sink {
            id: r.id,
            made_at: r.made_at,
            test: NewSink {
                subject: r.subject,
                head_g: r.head_g,
                line_mm: r.line_mm,
                temp_c: r.temp_c,
                depth_m: r.depth_m,
                seconds: r.seconds,
                fall: r.fall,
                struck: r.struck,
                made_at: Some(r.made_at),
            },
        })
        .collect())
}

impl Store {
    /// Writes a sink test down.
    ///
    /// # Errors
    /// [`StoreError::Full`] when there are too many.
    pub async fn save_sink(
        &self,
        owner: OwnerId,
        once: Option<Once>,
        new: &NewSink,
    ) -> Result<Uuid, StoreError> {
        let mut tx = self.pool.begin().await?;
        lock(&mut tx, owner).await?;
        if let Some(before) = once::before(&mut tx, owner, once).await? {
            return Ok(before);
        }
        let id = insert(&mut tx, owner, None, new).await?;
        once::note(&mut tx, owner, once, id).await?;
        tx.commit().await?;
        Ok(id)
    }

    /// All sink tests of an owner, oldest first.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn sinks(&self, owner: OwnerId) -> Result<Vec<Sink>, StoreError> {
        all(&self.pool, owner).await
    }

    /// Strikes a test of an owner, or takes it back in.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when he has none with this id.
    pub async fn strike_sink(
        &self,
        owner: OwnerId,
        id: Uuid,
        struck: bool,
    ) -> Result<(), StoreError> {
        let done = sqlx::query!(
            "update sink_tests set struck = $3 where owner_id = $1 and id = $2",
            owner.0,
            id,
            struck
        )
        .execute(&self.pool)
        .await?;
        found(done.rows_affected())
    }

    /// Strikes all tests of a bait and head, or takes them back in: back to the
    /// book, and forth again.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn strike_sinks_of(
        &self,
        owner: OwnerId,
        subject: &str,
        struck: bool,
    ) -> Result<(), StoreError> {
        sqlx::query!(
            "update sink_tests set struck = $3 where owner_id = $1 and subject = $2",
            owner.0,
            subject,
            struck
        )
        .execute(&self.pool)
        .await?;
        Ok(())
    }
}
