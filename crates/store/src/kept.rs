//! Kept picks: the answer as it was given, with its question.

use futures_util::{Stream, TryStreamExt};
use serde_json::Value;
use sqlx::{PgConnection, PgExecutor, types::Json};
use time::OffsetDateTime;
use uuid::Uuid;
use yarrowfen_core::answer::Answer;
use yarrowfen_core::base::{Ladder, UnitSystem};
use yarrowfen_core::question::PickRequest;

use crate::{
    Change, DEMO_OWNER, Kept, KeptAsks, KeptPicks, KeptText, Once, OwnerId, Store, StoreError, once,
};
use yarrowfen_rows::{KEPT_SCHEMA, read_answer};

/// Most picks that one owner keeps; far above use, so that nobody fills the disk.
pub const MOST_KEPT: i64 = 2000;
/// How many kept picks a page of the list holds.
pub const KEPT_PAGE: i64 = 50;
/// Most that can still be brought back.
pub const MOST_DELETED: i64 = 200;

/// A pick about to be kept.
#[derive(Debug)]
#[expect(missing_docs, reason = "plain")]
pub struct NewKept<'a> {
    pub text: &'a KeptText,
    pub request: &'a PickRequest,
    pub answer: &'a Answer,
    pub units: UnitSystem,
    pub ladder: Ladder,
}

/// A row as the database gives it.
pub(crate) struct Row {
    pub(crate) id: Uuid,
    pub(crate) owner_id: Uuid,
    pub(crate) name: String,
    pub(crate) remark: String,
    pub(crate) place: String,
    pub(crate) request: Json<Value>,
    pub(crate) answer: Json<Value>,
    pub(crate) units: String,
    pub(crate) ladder: String,
    pub(crate) model: String,
    pub(crate) kept_at: OffsetDateTime,
    pub(crate) schema: i16,
    pub(crate) share: Option<Uuid>,
}

impl Row {
    pub(crate) fn read(self) -> Result<Kept, StoreError> {
        let unknown = |what: &str, code: &str| StoreError::UnknownCode(format!("{what} {code}"));
        Ok(Kept {
            id: self.id,
            example: self.owner_id == DEMO_OWNER.0,
            name: self.name,
            remark: self.remark,
            place: self.place,
            request: serde_json::from_value(self.request.0).map_err(StoreError::Unreadable)?,
            answer: read_answer(self.schema, self.answer.0)?,
            units: UnitSystem::from_code(&self.units)
                .ok_or_else(|| unknown("units", &self.units))?,
            ladder: Ladder::from_code(&self.ladder)
                .ok_or_else(|| unknown("ladder", &self.ladder))?,
            model: self.model,
            kept_at: self.kept_at,
            share: self.share,
        })
    }
}

/// Picks of rows. Those that cannot be read are left out and counted.
fn read_all(rows: Vec<Row>) -> KeptPicks {
    let mut all = KeptPicks {
        total: rows.len(),
        ..KeptPicks::default()
    };
    all.picks = rows.into_iter().filter_map(read_one).collect();
    all.unreadable = all.total - all.picks.len();
    all
}

/// An owner's kept picks that can be read, oldest first.
pub(crate) fn oldest_first<'e>(
    at: impl PgExecutor<'e> + 'e,
    owner: OwnerId,
) -> impl Stream<Item = Result<Kept, StoreError>> + Send + 'e {
    let rows = sqlx::query_as!(
        Row,
        r#"select id, owner_id, name, remark, place, request as "request: Json<Value>", answer as "answer: Json<Value>",
                  units, ladder, model, kept_at, schema, share
           from kept_picks where owner_id = $1 and deleted_at is null order by kept_at, id"#,
        owner.0
    );
    rows.fetch(at)
        .err_into()
        .try_filter_map(async |row: Row| Ok(read_one(row)))
}

/// The pick of a row; none, with a word in the log, where it cannot be read: it hides none of
/// the others.
fn read_one(row: Row) -> Option<Kept> {
    let id = row.id;
    row.read()
        .inspect_err(|e| tracing::error!(%id, error = %e, "a kept pick cannot be read"))
        .ok()
}

/// Writes one row; `at` is now where none is given.
pub(crate) async fn insert(
    connection: &mut PgConnection,
    id: Uuid,
    owner: OwnerId,
    (at, file): (Option<OffsetDateTime>, Option<Change>),
    new: &NewKept<'_>,
) -> Result<(), StoreError> {
    sqlx::query!(
        "insert into kept_picks (id, owner_id, name, remark, place, request, answer, units, ladder, model, kept_at, schema, change_id)
         values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, coalesce($11, now()), $12, $13)",
        id,
        owner.0,
        new.text.name(),
        new.text.remark(),
        new.text.place(),
        serde_json::to_value(new.request).map_err(StoreError::Unreadable)?,
        serde_json::to_value(new.answer).map_err(StoreError::Unreadable)?,
        new.units.code(),
        new.ladder.code(),
        &*new.answer.model,
        at,
        KEPT_SCHEMA,
        file.map(|f| f.0)
    )
    .execute(connection)
    .await?;
    Ok(())
}

/// Makes the row of an owner who keeps something for the first time: a browser's, or the
/// demo's.
pub(crate) async fn owner_row(
    connection: &mut PgConnection,
    owner: OwnerId,
) -> Result<(), StoreError> {
    let kind = if owner == DEMO_OWNER {
        "demo"
    } else {
        "browser"
    };
    sqlx::query!(
        "insert into owners (id, kind) values ($1, $2) on conflict do nothing",
        owner.0,
        kind
    )
    .execute(connection)
    .await?;
    Ok(())
}

/// Locks the owner's row, so that two requests at once cannot both pass the quota.
pub(crate) async fn lock(connection: &mut PgConnection, owner: OwnerId) -> Result<(), StoreError> {
    sqlx::query!("select id from owners where id = $1 for update", owner.0)
        .fetch_one(connection)
        .await?;
    Ok(())
}

/// Whether an owner, who is held, keeps no more than the quota; else the
/// transaction is to be given up.
pub(crate) async fn within_quota(
    connection: &mut PgConnection,
    owner: OwnerId,
) -> Result<(), StoreError> {
    let kept = sqlx::query_scalar!(
        r#"select count(*) as "n!" from kept_picks where owner_id = $1 and deleted_at is null"#,
        owner.0
    )
    .fetch_one(connection)
    .await?;
    if kept > MOST_KEPT {
        return Err(StoreError::Full(MOST_KEPT));
    }
    Ok(())
}

impl Store {
    /// Keeps an answer for an owner, who is entered if new. One transaction.
    /// A form that is sent again is not done again: its answer is the first one's.
    ///
    /// # Errors
    /// When the owner keeps too many already or the database refuses.
    pub async fn keep_pick(
        &self,
        owner: OwnerId,
        once: Option<Once>,
        new: &NewKept<'_>,
    ) -> Result<Uuid, StoreError> {
        let id = Uuid::now_v7();
        let mut tx = self.pool.begin().await?;
        owner_row(&mut tx, owner).await?;
        lock(&mut tx, owner).await?;
        if let Some(before) = once::before(&mut tx, owner, once).await? {
            return Ok(before);
        }
        insert(&mut tx, id, owner, (None, None), new).await?;
        within_quota(&mut tx, owner).await?;
        once::note(&mut tx, owner, once, id).await?;
        tx.commit().await?;
        Ok(id)
    }

    /// Names and questions of an owner's newest kept picks, so many at most, and how many there are
    /// in all. A question that cannot be read is left out and logged.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn kept_questions(
        &self,
        owner: OwnerId,
        most: usize,
    ) -> Result<(Vec<(String, PickRequest)>, usize), StoreError> {
        let rows = sqlx::query!(
            r#"select name, request as "request: Json<Value>", count(*) over () as "all!" from kept_picks
               where owner_id = $1 and deleted_at is null order by kept_at desc, id limit $2"#,
            owner.0,
            i64::try_from(most).unwrap_or(i64::MAX)
        )
        .fetch_all(&self.pool)
        .await?;
        let all = rows.first().map_or(0, |r| r.all);
        let read = rows.into_iter().filter_map(|r| {
            let request = serde_json::from_value(r.request.0)
                .inspect_err(|e| tracing::error!(error = %e, "a kept question cannot be read"));
            Some((r.name, request.ok()?))
        });
        Ok((read.collect(), usize::try_from(all).unwrap_or(0)))
    }

    /// A page of an owner's kept picks: those in which every word is found, in the order
    /// asked for. Pages are counted from 1 and hold [`KEPT_PAGE`].
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn kept_page(
        &self,
        owner: OwnerId,
        asks: &KeptAsks,
    ) -> Result<KeptPicks, StoreError> {
        let words = asks.words();
        let total = sqlx::query_scalar!(
            r#"select count(*) as "n!" from kept_picks k
               where owner_id = $1 and deleted_at is null
                 and not exists (select 1 from unnest($2::text[]) word where position(word in k.words) = 0)"#,
            owner.0,
            &words
        )
        .fetch_one(&self.pool)
        .await?;
        let rows = sqlx::query_as!(
            Row,
            r#"select id, owner_id, name, remark, place, request as "request: Json<Value>", answer as "answer: Json<Value>",
                      units, ladder, model, kept_at, schema, share
               from kept_picks k
               where owner_id = $1 and deleted_at is null
                 and not exists (select 1 from unnest($2::text[]) word where position(word in k.words) = 0)
               order by case when $3 = 'name' then lower(name) end,
                        case when $3 = 'weight' then k.grams end,
                        case when $3 = 'oldest' then kept_at end,
                        kept_at desc, id
               limit $4 offset $5"#,
            owner.0,
            &words,
            asks.sort.code(),
            KEPT_PAGE,
            (asks.page.max(1) - 1).saturating_mul(KEPT_PAGE)
        )
        .fetch_all(&self.pool)
        .await?;
        Ok(KeptPicks {
            total: usize::try_from(total).unwrap_or(usize::MAX),
            ..read_all(rows)
        })
    }

    /// One kept pick of an owner, or one of the examples.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when it is not there, deleted, or another's.
    pub async fn kept_pick(&self, owner: OwnerId, id: Uuid) -> Result<Kept, StoreError> {
        sqlx::query_as!(
            Row,
            r#"select id, owner_id, name, remark, place, request as "request: Json<Value>", answer as "answer: Json<Value>",
                      units, ladder, model, kept_at, schema, share
               from kept_picks where id = $1 and owner_id in ($2, $3) and deleted_at is null"#,
            id,
            owner.0,
            DEMO_OWNER.0
        )
        .fetch_one(&self.pool)
        .await?
        .read()
    }

    /// Deletes a kept pick so that it can be brought back; gives its name. Of
    /// what is deleted the newest [`MOST_DELETED`] stay.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when it is not there or another's.
    pub async fn delete_kept_pick(&self, owner: OwnerId, id: Uuid) -> Result<String, StoreError> {
        let mut tx = self.pool.begin().await?;
        let name = sqlx::query_scalar!(
            "update kept_picks set deleted_at = now() where id = $1 and owner_id = $2 and deleted_at is null returning name",
            id,
            owner.0
        )
        .fetch_one(&mut *tx)
        .await?;
        sqlx::query!(
            "delete from kept_picks where owner_id = $1 and id in
             (select id from kept_picks where owner_id = $1 and deleted_at is not null order by deleted_at desc, id offset $2)",
            owner.0,
            MOST_DELETED
        )
        .execute(&mut *tx)
        .await?;
        tx.commit().await?;
        Ok(name)
    }

    /// Brings a deleted pick back.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when it is not deleted, gone for good, or
    /// another's; [`StoreError::Full`] when the list is full meanwhile.
    pub async fn restore_kept_pick(&self, owner: OwnerId, id: Uuid) -> Result<(), StoreError> {
        let mut tx = self.pool.begin().await?;
        lock(&mut tx, owner).await?;
        sqlx::query_scalar!(
            "update kept_picks set deleted_at = null where id = $1 and owner_id = $2 and deleted_at is not null returning id",
            id,
            owner.0
        )
        .fetch_one(&mut *tx)
        .await?;
        within_quota(&mut tx, owner).await?;
        tx.commit().await?;
        Ok(())
    }

    /// The pick that can still be brought back, by its name.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when there is none such.
    pub async fn deleted_pick_name(&self, owner: OwnerId, id: Uuid) -> Result<String, StoreError> {
        Ok(sqlx::query_scalar!(
            "select name from kept_picks where id = $1 and owner_id = $2 and deleted_at is not null",
            id,
            owner.0
        )
        .fetch_one(&self.pool)
        .await?)
    }

    /// Replaces all kept picks of an owner of the demo, in one transaction,
    /// oldest first in the list given. Ids and times are given, so that they
    /// are the same everywhere.
    ///
    /// # Errors
    /// When the database refuses.
    pub async fn replace_kept(
        &self,
        owner: OwnerId,
        all: &[(Uuid, OffsetDateTime, NewKept<'_>)],
    ) -> Result<(), StoreError> {
        let mut tx = self.pool.begin().await?;
        sqlx::query!(
            "insert into owners (id, kind) values ($1, 'demo') on conflict do nothing",
            owner.0
        )
        .execute(&mut *tx)
        .await?;
        sqlx::query!("delete from kept_picks where owner_id = $1", owner.0)
            .execute(&mut *tx)
            .await?;
        for (id, at, new) in all {
            insert(&mut tx, *id, owner, (Some(*at), None), new).await?;
        }
        tx.commit().await?;
        Ok(())
    }
}
