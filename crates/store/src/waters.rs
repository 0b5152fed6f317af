//! Waters: places with their usual conditions.

use serde_json::Value;
use sqlx::{PgConnection, PgExecutor, types::Json};
use time::OffsetDateTime;
use uuid::Uuid;
use yarrowfen_core::PickRequest;
use yarrowfen_core::physics::sun::Position;

use crate::kept::MOST_DELETED;
use crate::tackle::hold;
use crate::{Change, Once, OwnerId, Store, StoreError, Water, once};

/// Most waters of one owner.
pub const MOST_WATERS: i64 = 500;

/// A place about to be saved; its texts are checked by [`crate::KeptText`].
#[derive(Debug)]
#[expect(missing_docs, reason = "plain")]
pub struct NewWater<'a> {
    pub name: &'a str,
    pub remark: &'a str,
    pub asked: &'a PickRequest,
    pub at: Option<Position>,
    pub made_at: Option<OffsetDateTime>,
}

struct Row {
    id: Uuid,
    name: String,
    remark: String,
    asked: Json<Value>,
    lat: Option<f64>,
    lon: Option<f64>,
    made_at: OffsetDateTime,
}

impl Row {
    fn read(self) -> Result<Water, StoreError> {
        Ok(Water {
            id: self.id,
            name: self.name,
            remark: self.remark,
            asked: serde_json::from_value(self.asked.0).map_err(StoreError::Unreadable)?,
            at: self
                .lat
                .zip(self.lon)
                .and_then(|(lat, lon)| Position::new(lat, lon)),
            made_at: self.made_at,
        })
    }
}

/// Writes one place of an owner who is held.
pub(crate) async fn insert(
    connection: &mut PgConnection,
    owner: OwnerId,
    file: Option<Change>,
    new: &NewWater<'_>,
) -> Result<Uuid, StoreError> {
    let id = Uuid::now_v7();
    let made = sqlx::query!(
        "insert into waters (id, owner_id, name, remark, asked, made_at, lat, lon, change_id)
         select $1, $2, $3, $4, $5, coalesce($6, now()), $8, $9, $10
         where (select count(*) from waters where owner_id = $2 and deleted_at is null) < $7",
        id,
        owner.0,
        new.name,
        new.remark,
        serde_json::to_value(new.asked).map_err(StoreError::Unreadable)?,
        new.made_at,
        MOST_WATERS,
        new.at.map(|p| p.lat),
        new.at.map(|p| p.lon),
        file.map(|f| f.0)
    )
    .execute(connection)
    .await?;
    if made.rows_affected() == 0 {
        return Err(StoreError::Full(MOST_WATERS));
    }
    Ok(id)
}

/// An owner's places by name.
pub(crate) async fn all(at: impl PgExecutor<'_>, owner: OwnerId) -> Result<Vec<Water>, StoreError> {
    let rows = sqlx::query_as!(
        Row,
        r#"select id, name, remark, asked as "asked: Json<Value>", lat, lon, made_at
               from waters where owner_id = $1 and deleted_at is null order by name, made_at, id"#,
        owner.0
    )
    .fetch_all(at)
    .await?;
    rows.into_iter().map(Row::read).collect()
}

impl Store {
    /// Replaces all places of an owner; for the demo.
    ///
    /// # Errors
    /// When the database refuses.
    pub async fn replace_waters(
        &self,
        owner: OwnerId,
        all: &[NewWater<'_>],
    ) -> Result<(), StoreError> {
        let mut tx = self.pool.begin().await?;
        hold(&mut tx, owner).await?;
        sqlx::query!("delete from waters where owner_id = $1", owner.0)
            .execute(&mut *tx)
            .await?;
        for new in all {
            insert(&mut tx, owner, None, new).await?;
        }
        tx.commit().await?;
        Ok(())
    }

    /// Says where places are, and saves new ones; all or none.
    ///
    /// # Errors
    /// [`StoreError::Full`] when there are too many.
    pub async fn place_waters(
        &self,
        owner: OwnerId,
        once: Option<Once>,
        placed: &[(Uuid, Position)],
        new: &[NewWater<'_>],
    ) -> Result<(), StoreError> {
        let mut tx = self.pool.begin().await?;
        hold(&mut tx, owner).await?;
        if once::before(&mut tx, owner, once).await?.is_some() {
            return Ok(());
        }
        for (id, at) in placed {
            sqlx::query!(
                "update waters set lat = $3, lon = $4, touched = true
                 where id = $1 and owner_id = $2 and deleted_at is null",
                id,
                owner.0,
                at.lat,
                at.lon
            )
            .execute(&mut *tx)
            .await?;
        }
        for new in new {
            insert(&mut tx, owner, None, new).await?;
        }
        once::note(&mut tx, owner, once, Uuid::nil()).await?;
        tx.commit().await?;
        Ok(())
    }

    /// Saves a place.
    ///
    /// # Errors
    /// [`StoreError::Full`] when there are too many.
    pub async fn save_water(
        &self,
        owner: OwnerId,
        once: Option<Once>,
        new: &NewWater<'_>,
    ) -> Result<Uuid, StoreError> {
        let mut tx = self.pool.begin().await?;
        hold(&mut tx, owner).await?;
        if let Some(before) = once::before(&mut tx, owner, once).await? {
            return Ok(before);
        }
        let id = insert(&mut tx, owner, None, new).await?;
        once::note(&mut tx, owner, once, id).await?;
        tx.commit().await?;
        Ok(id)
    }

    /// Changes a place.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when it is not there or another's.
    pub async fn change_water(
        &self,
        owner: OwnerId,
        id: Uuid,
        new: &NewWater<'_>,
    ) -> Result<(), StoreError> {
        let mut tx = self.pool.begin().await?;
        hold(&mut tx, owner).await?;
        sqlx::query_scalar!(
            "update waters set name = $3, remark = $4, asked = $5, lat = $6, lon = $7, touched = true
             where id = $1 and owner_id = $2 and deleted_at is null returning id",
            id,
            owner.0,
            new.name,
            new.remark,
            serde_json::to_value(new.asked).map_err(StoreError::Unreadable)?,
            new.at.map(|p| p.lat),
            new.at.map(|p| p.lon)
        )
        .fetch_one(&mut *tx)
        .await?;
        tx.commit().await?;
        Ok(())
    }

    /// An owner's places by name.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn waters(&self, owner: OwnerId) -> Result<Vec<Water>, StoreError> {
        all(&self.pool, owner).await
    }

    /// One of an owner's places.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when it is not there, deleted, or another's.
    pub async fn water(&self, owner: OwnerId, id: Uuid) -> Result<Water, StoreError> {
        sqlx::query_as!(
            Row,
            r#"select id, name, remark, asked as "asked: Json<Value>", lat, lon, made_at
               from waters where id = $1 and owner_id = $2 and deleted_at is null"#,
            id,
            owner.0
        )
        .fetch_one(&self.pool)
        .await?
        .read()
    }

    /// Deletes a place, or brings it back; gives its name. Of what is deleted the
    /// newest [`MOST_DELETED`] stay.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when it is not there or another's;
    /// [`StoreError::Full`] when the list is full where it should come back.
    pub async fn delete_water(
        &self,
        owner: OwnerId,
        id: Uuid,
        deleted: bool,
    ) -> Result<String, StoreError> {
        let mut tx = self.pool.begin().await?;
        hold(&mut tx, owner).await?;
        let name = sqlx::query_scalar!(
            "update waters set deleted_at = case when $3 then now() end
             where id = $1 and owner_id = $2 and (deleted_at is null) = $3 returning name",
            id,
            owner.0,
            deleted
        )
        .fetch_one(&mut *tx)
        .await?;
        sqlx::query!(
            "delete from waters where owner_id = $1 and id in
             (select id from waters where owner_id = $1 and deleted_at is not null order by deleted_at desc, id offset $2)",
            owner.0,
            MOST_DELETED
        )
        .execute(&mut *tx)
        .await?;
        let have = sqlx::query_scalar!(
            r#"select count(*) as "n!" from waters where owner_id = $1 and deleted_at is null"#,
            owner.0
        )
        .fetch_one(&mut *tx)
        .await?;
        if have > MOST_WATERS {
            return Err(StoreError::Full(MOST_WATERS));
        }
        tx.commit().await?;
        Ok(name)
    }

    /// The place that can still be brought back, by its name.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when there is none such.
    pub async fn deleted_water_name(&self, owner: OwnerId, id: Uuid) -> Result<String, StoreError> {
        Ok(sqlx::query_scalar!(
            "select name from waters where id = $1 and owner_id = $2 and deleted_at is not null",
            id,
            owner.0
        )
        .fetch_one(&self.pool)
        .await?)
    }
}
