//! Days that owners planned.

use serde_json::Value;
use sqlx::{PgConnection, PgExecutor, types::Json};
use time::{Date, OffsetDateTime};
use uuid::Uuid;
use yarrowfen_core::day::Planned;

use crate::kept::{MOST_DELETED, lock, owner_row};
use crate::{Change, Once, OwnerId, PlannedDay, Store, StoreError, once};

/// Most planned days of one owner.
pub const MOST_DAYS: i64 = 500;

/// A planned day about to be kept.
#[derive(Debug, Clone)]
pub struct NewDay<'a> {
    /// What it is called; checked by [`crate::KeptText`].
    pub name: &'a str,
    /// The query that brings its page back.
    pub query: &'a str,
    /// What the plan says, checked.
    pub planned: &'a Planned,
    /// When; none is now.
    pub made_at: Option<OffsetDateTime>,
}

struct Row {
    id: Uuid,
    name: String,
    query: String,
    planned: Json<Value>,
    made_at: OffsetDateTime,
}

impl Row {
    fn read(self) -> Result<PlannedDay, StoreError> {
        Ok(PlannedDay {
            id: self.id,
            name: self.name,
            query: self.query,
            planned: serde_json::from_value(self.planned.0).map_err(StoreError::Unreadable)?,
            made_at: self.made_at,
        })
    }
}

/// The plan of an owner that a new one takes the place of: of the same day, with a stop of the same
/// name.
async fn replaced(
    connection: &mut PgConnection,
    owner: OwnerId,
    new: &NewDay<'_>,
) -> Result<Option<Uuid>, StoreError> {
    let rows = sqlx::query!(
        "select id, name from planned_days
         where owner_id = $1 and day = $2 and deleted_at is null order by made_at desc, id",
        owner.0,
        new.planned.day
    )
    .fetch_all(connection)
    .await?;
    let stops = |name: &str| -> Vec<String> { name.split("; ").map(str::to_lowercase).collect() };
    let mine = stops(new.name);
    let same = rows
        .into_iter()
        .find(|r| stops(&r.name).iter().any(|s| mine.contains(s)));
    Ok(same.map(|r| r.id))
}

/// Writes one day of an owner who is locked, in the place of the plan that it changes.
async fn put(
    connection: &mut PgConnection,
    owner: OwnerId,
    new: &NewDay<'_>,
) -> Result<Uuid, StoreError> {
    let Some(id) = replaced(connection, owner, new).await? else {
        return insert(connection, owner, None, new).await;
    };
    sqlx::query!(
        "update planned_days set name = $3, query = $4, planned = $5, made_at = now()
         where owner_id = $1 and id = $2",
        owner.0,
        id,
        new.name,
        new.query,
        serde_json::to_value(new.planned).map_err(StoreError::Unreadable)?
    )
    .execute(connection)
    .await?;
    Ok(id)
}

/// Writes one day of an owner who is held.
pub(crate) async fn insert(
    connection: &mut PgConnection,
    owner: OwnerId,
    file: Option<Change>,
    new: &NewDay<'_>,
) -> Result<Uuid, StoreError> {
    let id = Uuid::now_v7();
    let made = sqlx::query!(
        "insert into planned_days (id, owner_id, day, name, query, planned, made_at, change_id)
         select $1, $2, $3, $4, $5, $6, coalesce($7, now()), $9
         where (select count(*) from planned_days where owner_id = $2 and deleted_at is null) < $8",
        id,
        owner.0,
        new.planned.day,
        new.name,
        new.query,
        serde_json::to_value(new.planned).map_err(StoreError::Unreadable)?,
        new.made_at,
        MOST_DAYS,
        file.map(|f| f.0)
    )
    .execute(connection)
    .await?;
    if made.rows_affected() == 0 {
        return Err(StoreError::Full(MOST_DAYS));
    }
    Ok(id)
}

/// Planned days of an owner from a day on, the next first; none is all, the last first.
pub(crate) async fn all(
    at: impl PgExecutor<'_>,
    owner: OwnerId,
    from: Option<Date>,
) -> Result<Vec<PlannedDay>, StoreError> {
    let rows = sqlx::query_as!(
        Row,
        r#"select id, name, query, planned as "planned: Json<Value>", made_at from planned_days
               where owner_id = $1 and deleted_at is null and ($2::date is null or day >= $2)
               order by case when $2::date is null then day end desc, day, made_at desc, id"#,
        owner.0,
        from
    )
    .fetch_all(at)
    .await?;
    rows.into_iter().map(Row::read).collect()
}

impl Store {
    /// Keeps a planned day; one of the same day and water is changed in its place.
    ///
    /// # Errors
    /// [`StoreError::Full`] when there are too many.
    pub async fn save_day(
        &self,
        owner: OwnerId,
        once: Option<Once>,
        new: &NewDay<'_>,
    ) -> Result<Uuid, StoreError> {
        let mut tx = self.pool.begin().await?;
        owner_row(&mut tx, owner).await?;
        lock(&mut tx, owner).await?;
        if let Some(before) = once::before(&mut tx, owner, once).await? {
            return Ok(before);
        }
        let id = put(&mut tx, owner, new).await?;
        once::note(&mut tx, owner, once, id).await?;
        tx.commit().await?;
        Ok(id)
    }

    /// Keeps several planned days, all or none; how many.
    ///
    /// # Errors
    /// [`StoreError::Full`] when there are too many.
    pub async fn save_days(
        &self,
        owner: OwnerId,
        once: Option<Once>,
        all: &[NewDay<'_>],
    ) -> Result<usize, StoreError> {
        let mut tx = self.pool.begin().await?;
        owner_row(&mut tx, owner).await?;
        lock(&mut tx, owner).await?;
        if once::before(&mut tx, owner, once).await?.is_some() {
            return Ok(all.len());
        }
        for new in all {
            put(&mut tx, owner, new).await?;
        }
        once::note(&mut tx, owner, once, Uuid::nil()).await?;
        tx.commit().await?;
        Ok(all.len())
    }

    /// An owner's planned days from a day on, the next first; none is all, the last first.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn days(
        &self,
        owner: OwnerId,
        from: Option<Date>,
    ) -> Result<Vec<PlannedDay>, StoreError> {
        all(&self.pool, owner, from).await
    }

    /// One of an owner's planned days.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when it is not there, deleted, or another's.
    pub async fn day(&self, owner: OwnerId, id: Uuid) -> Result<PlannedDay, StoreError> {
        sqlx::query_as!(
            Row,
            r#"select id, name, query, planned as "planned: Json<Value>", made_at from planned_days
               where id = $1 and owner_id = $2 and deleted_at is null"#,
            id,
            owner.0
        )
        .fetch_one(&self.pool)
        .await?
        .read()
    }

    /// Deletes a planned day, or brings it back. Of what is deleted the newest
    /// [`MOST_DELETED`] stay.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when it is not there or another's; [`StoreError::Full`] when
    /// there are too many where it should come back.
    pub async fn delete_day(
        &self,
        owner: OwnerId,
        id: Uuid,
        deleted: bool,
    ) -> Result<(), StoreError> {
        let mut tx = self.pool.begin().await?;
        lock(&mut tx, owner).await?;
        sqlx::query_scalar!(
            "update planned_days set deleted_at = case when $3 then now() end
             where id = $1 and owner_id = $2 and (deleted_at is null) = $3 returning id",
            id,
            owner.0,
            deleted
        )
        .fetch_one(&mut *tx)
        .await?;
        sqlx::query!(
            "delete from planned_days where owner_id = $1 and id in (select id from planned_days
             where owner_id = $1 and deleted_at is not null order by deleted_at desc, id offset $2)",
            owner.0,
            MOST_DELETED
        )
        .execute(&mut *tx)
        .await?;
        let have = sqlx::query_scalar!(
            r#"select count(*) as "n!" from planned_days where owner_id = $1 and deleted_at is null"#,
            owner.0
        )
        .fetch_one(&mut *tx)
        .await?;
        if have > MOST_DAYS {
            return Err(StoreError::Full(MOST_DAYS));
        }
        tx.commit().await?;
        Ok(())
    }
}
