//! Changes taken back: of the box row by row, of a file that was taken in as a whole.

use sqlx::PgConnection;
use uuid::Uuid;

use crate::tackle::{hold, note};
use crate::{Change, OwnerId, Store, StoreError};

/// What came of an undo.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Undone {
    /// The change that it is itself, to be undone in turn; none where a whole file went again,
    /// which is had back by taking it in once more.
    pub change: Option<Change>,
    /// Rows that were left alone, since something changed them afterwards.
    pub left: usize,
}

/// Takes out what came with a file beside the box. Gives how many rows went, and how many are
/// left because they were corrected.
async fn take_out(
    connection: &mut PgConnection,
    owner: OwnerId,
    file: Change,
) -> Result<(u64, u64), StoreError> {
    let (owner, file) = (owner.0, file.0);
    let gone = [
        sqlx::query!(
            "delete from kept_picks where owner_id = $1 and change_id = $2",
            owner,
            file
        )
        .execute(&mut *connection)
        .await?,
        sqlx::query!(
            "delete from waters where owner_id = $1 and change_id = $2 and not touched",
            owner,
            file
        )
        .execute(&mut *connection)
        .await?,
        sqlx::query!(
            "delete from sink_tests where owner_id = $1 and change_id = $2",
            owner,
            file
        )
        .execute(&mut *connection)
        .await?,
        sqlx::query!(
            "delete from mend_tries where owner_id = $1 and change_id = $2 and not touched",
            owner,
            file
        )
        .execute(&mut *connection)
        .await?,
        sqlx::query!(
            "delete from log_events where owner_id = $1 and change_id = $2",
            owner,
            file
        )
        .execute(&mut *connection)
        .await?,
        sqlx::query!(
            "delete from planned_days where owner_id = $1 and change_id = $2",
            owner,
            file
        )
        .execute(&mut *connection)
        .await?,
    ];
    let touched = sqlx::query_scalar!(
        r#"select (select count(*) from waters where owner_id = $1 and change_id = $2)
                + (select count(*) from mend_tries where owner_id = $1 and change_id = $2) as "n!""#,
        owner,
        file
    )
    .fetch_one(connection)
    .await?;
    let gone = gone
        .iter()
        .map(sqlx::postgres::PgQueryResult::rows_affected);
    Ok((gone.sum(), u64::try_from(touched).unwrap_or_default()))
}

impl Store {
    /// Takes a change back: its rows become what they were before it, unless a
    /// later change has written them. With a file of an account all that came with it goes
    /// again, but for what was corrected since. Undoing a change of the box is a change itself.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when there is no such change of this owner.
    pub async fn undo(&self, owner: OwnerId, undone: Change) -> Result<Undone, StoreError> {
        let change = Change(Uuid::new_v4());
        let mut tx = self.pool.begin().await?;
        hold(&mut tx, owner).await?;
        let rows = sqlx::query!(
            // One scan over an owner's changes: how long it takes does not hang on what the
            // database knows of a part that has just grown.
            "select c.item_id as \"item_id!\", (c.texts is null) as \"was_new!\", i.id is null as \"gone!\",
                    (c.at = c.last_at) as \"last!\"
             from (select item_id, change_id, texts, at, max(at) over (partition by item_id) as last_at
                   from box_changes where owner_id = $1) as c
             left join box_items i on i.owner_id = $1 and i.id = c.item_id
             where c.change_id = $2",
            owner.0,
            undone.0
        )
        .fetch_all(&mut *tx)
        .await?;
        let (gone, touched) = take_out(&mut tx, owner, undone).await?;
        if rows.is_empty() && gone + touched == 0 {
            return Err(StoreError::NotFound);
        }
        let ids = |keep: &dyn Fn(bool, bool, bool) -> bool| -> Vec<Uuid> {
            let kept = rows.iter().filter(|r| keep(r.was_new, r.gone, r.last));
            kept.map(|r| r.item_id).collect()
        };
        let (remove, bring_back, change_back) = (
            ids(&|new, gone, last| new && !gone && last),
            ids(&|new, gone, last| !new && gone && last),
            ids(&|new, gone, last| !new && !gone && last),
        );
        note(
            &mut tx,
            owner,
            change,
            &[remove.clone(), change_back.clone()].concat(),
        )
        .await?;
        restore(
            &mut tx,
            owner,
            (undone, change),
            &remove,
            &bring_back,
            &change_back,
        )
        .await?;
        tx.commit().await?;
        let done = remove.len() + bring_back.len() + change_back.len();
        Ok(Undone {
            change: (gone + touched == 0).then_some(change),
            left: rows.len() - done + usize::try_from(touched).unwrap_or(usize::MAX),
        })
    }
}

/// Writes rows back as a change noted them.
async fn restore(
    connection: &mut PgConnection,
    owner: OwnerId,
    (undone, change): (Change, Change),
    remove: &[Uuid],
    bring_back: &[Uuid],
    change_back: &[Uuid],
) -> Result<(), StoreError> {
    sqlx::query!(
        "delete from box_items where owner_id = $1 and id = any($2)",
        owner.0,
        remove
    )
    .execute(&mut *connection)
    .await?;
    sqlx::query!(
        "insert into box_changes (change_id, owner_id, item_id, kind)
         select $1, owner_id, item_id, kind from box_changes
         where change_id = $2 and owner_id = $3 and item_id = any($4)",
        change.0,
        undone.0,
        owner.0,
        bring_back
    )
    .execute(&mut *connection)
    .await?;
    sqlx::query!(
        "insert into box_items (id, owner_id, kind, texts, archived, added_at, change_id)
         select item_id, owner_id, kind, texts, archived, added_at, $1 from box_changes
         where change_id = $2 and owner_id = $3 and item_id = any($4) order by added_at",
        change.0,
        undone.0,
        owner.0,
        bring_back
    )
    .execute(&mut *connection)
    .await?;
    sqlx::query!(
        "update box_items i set texts = c.texts, archived = c.archived, kind = c.kind, change_id = $1
         from box_changes c
         where c.change_id = $2 and c.owner_id = $3 and c.item_id = i.id and i.owner_id = $3 and i.id = any($4)",
        change.0,
        undone.0,
        owner.0,
        change_back
    )
    .execute(connection)
    .await?;
    Ok(())
}
