//! The box: what an owner has, changed one act at a time, each undoable.

use futures_util::{Stream, TryStreamExt};
use serde_json::Value;
use sqlx::{PgConnection, PgExecutor};
use time::OffsetDateTime;
use uuid::Uuid;
use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::own_box::{BoxList, Item, MOST_COUNT, Texts};

use crate::error::found;
use crate::whole::{ROWS, by};
use crate::{Change, Once, Owned, OwnerId, Store, StoreError, once};

/// Most things that one box holds.
pub const MOST_ITEMS: i64 = 50_000;

/// Changes of things that one owner may undo: a full box that was taken in, and taken out again.
const MOST_CHANGES: i64 = 2 * MOST_ITEMS;

/// How a thing is to be.
#[derive(Debug, Clone)]
pub struct State {
    /// What it is, and how many.
    pub item: Item,
    /// Whether it is put away.
    pub archived: bool,
    /// When it came in; now where none is given.
    pub added_at: Option<OffsetDateTime>,
}

fn to_json(item: &Item) -> Value {
    let texts = item.texts();
    Value::Object(
        texts
            .into_iter()
            .map(|(key, text)| (key.into_owned(), Value::String(text.into_owned())))
            .collect(),
    )
}

fn from_json(kind: &str, json: &str) -> Option<Item> {
    let texts: Texts<'static> = serde_json::from_str(json).ok()?;
    Item::read(BoxList::from_code(kind)?, &texts, UnitSystem::Metric).ok()
}

/// As it lies in the database: its JSON is read with the rest, on a thread of the caller's.
#[derive(Debug)]
struct Row {
    id: Uuid,
    kind: String,
    texts: String,
    archived: bool,
    added_at: OffsetDateTime,
}

impl Row {
    /// None, with a word in the log, for what an older version let in and this one refuses.
    fn read(self) -> Option<Owned> {
        let item = from_json(&self.kind, &self.texts);
        if item.is_none() {
            tracing::error!(id = %self.id, "a thing of a box cannot be read by this version");
        }
        Some(Owned {
            id: self.id,
            item: item?,
            archived: self.archived,
            added_at: self.added_at,
        })
    }
}

/// Some of a box, not read yet.
#[derive(Debug)]
pub struct BoxRows(Vec<Row>);

impl BoxRows {
    /// Everything in it that this version can read.
    #[must_use]
    pub fn read(self) -> Vec<Owned> {
        self.0.into_iter().filter_map(Row::read).collect()
    }
}

/// Locks the box and raises its version: changes of one box go one by one. Of a box that was
/// changed very often the oldest changes are forgotten, and can be undone no more.
pub(crate) async fn hold(connection: &mut PgConnection, owner: OwnerId) -> Result<(), StoreError> {
    sqlx::query_scalar!(
        "update owners set box_version = box_version + 1 where id = $1 returning id",
        owner.0
    )
    .fetch_one(&mut *connection)
    .await?;
    sqlx::query!(
        "delete from box_changes where owner_id = $1 and at <=
             (select at from box_changes where owner_id = $1 order by at desc offset $2 limit 1)",
        owner.0,
        MOST_CHANGES
    )
    .execute(connection)
    .await?;
    Ok(())
}

/// Writes down how rows are, before a change.
pub(crate) async fn note(
    connection: &mut PgConnection,
    owner: OwnerId,
    change: Change,
    ids: &[Uuid],
) -> Result<(), StoreError> {
    sqlx::query!(
        "insert into box_changes (change_id, owner_id, item_id, kind, texts, archived, added_at)
         select $1, owner_id, id, kind, texts, archived, added_at from box_items
         where owner_id = $2 and id = any($3)",
        change.0,
        owner.0,
        ids
    )
    .execute(connection)
    .await?;
    Ok(())
}

/// Adds rows and notes that they were not there.
pub(crate) async fn add(
    connection: &mut PgConnection,
    owner: OwnerId,
    change: Change,
    states: &[State],
) -> Result<Vec<Uuid>, StoreError> {
    let have = sqlx::query_scalar!(
        r#"select count(*) as "n!" from box_items where owner_id = $1"#,
        owner.0
    )
    .fetch_one(&mut *connection)
    .await?;
    if have + i64::try_from(states.len()).unwrap_or(i64::MAX) > MOST_ITEMS {
        return Err(StoreError::Full(MOST_ITEMS));
    }
    let ids: Vec<Uuid> = states.iter().map(|_| Uuid::new_v4()).collect();
    let kinds: Vec<String> = states
        .iter()
        .map(|s| s.item.thing.kind().code().into())
        .collect();
    let texts: Vec<Value> = states.iter().map(|s| to_json(&s.item)).collect();
    let archived: Vec<bool> = states.iter().map(|s| s.archived).collect();
    let now = OffsetDateTime::now_utc();
    let added: Vec<OffsetDateTime> = states.iter().map(|s| s.added_at.unwrap_or(now)).collect();
    sqlx::query!(
        "insert into box_items (id, owner_id, kind, texts, archived, added_at, change_id)
         select u.id, $2, u.kind, u.texts, u.archived, u.added_at, $1
         from unnest($3::uuid[], $4::text[], $5::jsonb[], $6::bool[], $7::timestamptz[])
              with ordinality as u (id, kind, texts, archived, added_at, n) order by u.n",
        change.0,
        owner.0,
        &ids,
        &kinds,
        &texts,
        &archived,
        &added
    )
    .execute(&mut *connection)
    .await?;
    sqlx::query!(
        "insert into box_changes (change_id, owner_id, item_id, kind)
         select $1, $2, u.id, u.kind from unnest($3::uuid[], $4::text[]) as u (id, kind)",
        change.0,
        owner.0,
        &ids,
        &kinds
    )
    .execute(connection)
    .await?;
    Ok(ids)
}

/// One thing of an owner; none where it is not there, or another's.
async fn one(
    connection: &mut PgConnection,
    owner: OwnerId,
    id: Uuid,
) -> Result<Option<Owned>, StoreError> {
    let row = sqlx::query_as!(
        Row,
        r#"select id, kind, texts::text as "texts!", archived, added_at
           from box_items where id = $1 and owner_id = $2"#,
        id,
        owner.0
    )
    .fetch_optional(connection)
    .await?;
    Ok(row.and_then(Row::read))
}

/// Counts a thing of an owner, who is held, up or down by what it is now, as a change of its own. False
/// where it is not there, or where nothing is left to be counted down.
pub(crate) async fn count_by(
    connection: &mut PgConnection,
    owner: OwnerId,
    id: Uuid,
    by: i64,
) -> Result<bool, StoreError> {
    let Some(mut owned) = one(&mut *connection, owner, id).await? else {
        return Ok(false);
    };
    let Ok(count) = u32::try_from(i64::from(owned.item.count) + by) else {
        return Ok(false);
    };
    owned.item.count = count.min(MOST_COUNT);
    let change = Change(Uuid::new_v4());
    hold(connection, owner).await?;
    note(connection, owner, change, &[id]).await?;
    write_item(connection, owner, change, (id, &owned.item, owned.archived)).await?;
    Ok(true)
}

/// Writes a thing of a box as a change has it.
async fn write_item(
    connection: &mut PgConnection,
    owner: OwnerId,
    change: Change,
    (id, item, archived): (Uuid, &Item, bool),
) -> Result<(), StoreError> {
    sqlx::query!(
        "update box_items set kind = $3, texts = $4, archived = $5, change_id = $6
         where id = $1 and owner_id = $2",
        id,
        owner.0,
        item.thing.kind().code(),
        to_json(item),
        archived,
        change.0
    )
    .execute(connection)
    .await?;
    Ok(())
}

/// The rows of a box, in the order in which they came in.
fn raw<'e>(
    at: impl PgExecutor<'e> + 'e,
    owner: OwnerId,
) -> impl Stream<Item = Result<Row, StoreError>> + Send + 'e {
    let rows = sqlx::query_as!(
        Row,
        r#"select id, kind, texts::text as "texts!", archived, added_at
           from box_items where owner_id = $1 order by added_at, place"#,
        owner.0
    );
    rows.fetch(at).err_into()
}

/// What is in a box, in the order in which it came in.
pub(crate) fn rows<'e>(
    at: impl PgExecutor<'e> + 'e,
    owner: OwnerId,
) -> impl Stream<Item = Result<Owned, StoreError>> + Send + 'e {
    raw(at, owner).try_filter_map(async |row: Row| Ok(row.read()))
}

impl Store {
    /// Gives the rows of a box as they lie in the database, some at a time: to read fifty thousand
    /// takes a second, on a thread of the caller's.
    ///
    /// # Errors
    /// When the database does not answer, and those of `give`.
    pub async fn box_rows<E: From<StoreError>>(
        &self,
        owner: OwnerId,
        mut give: impl AsyncFnMut(BoxRows) -> Result<(), E>,
    ) -> Result<(), E> {
        let rows = raw(&self.pool, owner);
        by(rows, ROWS, &mut async |some| give(BoxRows(some)).await).await
    }

    /// The version of a box now.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when there is no such owner.
    pub async fn box_version(&self, owner: OwnerId) -> Result<i64, StoreError> {
        let version = sqlx::query_scalar!("select box_version from owners where id = $1", owner.0)
            .fetch_one(&self.pool)
            .await?;
        Ok(version)
    }

    /// Adds things, all or none; gives the change and their ids.
    ///
    /// # Errors
    /// [`StoreError::Full`] when the box would hold too many.
    pub async fn add_items(
        &self,
        owner: OwnerId,
        once: Option<Once>,
        states: &[State],
    ) -> Result<(Change, Vec<Uuid>), StoreError> {
        let change = Change(Uuid::new_v4());
        let mut tx = self.pool.begin().await?;
        hold(&mut tx, owner).await?;
        if let Some(before) = once::before(&mut tx, owner, once).await? {
            let ids = sqlx::query_scalar!(
                "select item_id from box_changes where owner_id = $1 and change_id = $2",
                owner.0,
                before
            );
            return Ok((Change(before), ids.fetch_all(&mut *tx).await?));
        }
        let ids = add(&mut tx, owner, change, states).await?;
        once::note(&mut tx, owner, once, change.0).await?;
        tx.commit().await?;
        Ok((change, ids))
    }

    /// Changes one thing by what it is now, so that two presses at once both
    /// count; gives how it is then. A form that is sent again changes nothing more.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when it is not there or another's.
    pub async fn change_item(
        &self,
        owner: OwnerId,
        once: Option<Once>,
        id: Uuid,
        act: impl FnOnce(State) -> State,
    ) -> Result<(Change, State), StoreError> {
        let change = Change(Uuid::new_v4());
        let mut tx = self.pool.begin().await?;
        hold(&mut tx, owner).await?;
        let owned = one(&mut tx, owner, id).await?.ok_or(StoreError::NotFound)?;
        let is = State {
            item: owned.item,
            archived: owned.archived,
            added_at: Some(owned.added_at),
        };
        if let Some(before) = once::before(&mut tx, owner, once).await? {
            return Ok((Change(before), is));
        }
        note(&mut tx, owner, change, &[id]).await?;
        let state = act(is);
        write_item(&mut tx, owner, change, (id, &state.item, state.archived)).await?;
        once::note(&mut tx, owner, once, change.0).await?;
        tx.commit().await?;
        Ok((change, state))
    }

    /// Removes things for good, as far as an undo goes.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when none of them is this owner's.
    pub async fn remove_items(&self, owner: OwnerId, ids: &[Uuid]) -> Result<Change, StoreError> {
        let change = Change(Uuid::new_v4());
        let mut tx = self.pool.begin().await?;
        hold(&mut tx, owner).await?;
        note(&mut tx, owner, change, ids).await?;
        let gone = sqlx::query!(
            "delete from box_items where owner_id = $1 and id = any($2)",
            owner.0,
            ids
        )
        .execute(&mut *tx)
        .await?;
        found(gone.rows_affected())?;
        tx.commit().await?;
        Ok(change)
    }

    /// Replaces a whole box; for the demo.
    ///
    /// # Errors
    /// When the database refuses.
    pub async fn replace_box(&self, owner: OwnerId, states: &[State]) -> Result<(), StoreError> {
        let mut tx = self.pool.begin().await?;
        hold(&mut tx, owner).await?;
        sqlx::query!("delete from box_items where owner_id = $1", owner.0)
            .execute(&mut *tx)
            .await?;
        sqlx::query!("delete from box_changes where owner_id = $1", owner.0)
            .execute(&mut *tx)
            .await?;
        add(&mut tx, owner, Change(Uuid::new_v4()), states).await?;
        tx.commit().await?;
        Ok(())
    }
}
