//! What the headings of an owner's files stand for.

use std::collections::BTreeMap;

use sqlx::types::Json;
use yarrowfen_core::own_box::BoxList;
use yarrowfen_core::own_box::csv::Headings;

use crate::{OwnerId, Store, StoreError};

/// Most files of one owner whose headings are remembered; the oldest are forgotten.
const MOST_REMEMBERED: i64 = 50;

/// Longest that the headings of a file may be together, characters: the table takes no
/// more.
pub const MOST_SIGNATURE: usize = 8000;

/// Column by heading, as it is kept; null leaves the heading out.
pub type KeptHeadings = BTreeMap<String, Option<String>>;

impl Store {
    /// What headings of a list's file were said to stand for; empty where nothing was said.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn csv_headings(
        &self,
        owner: OwnerId,
        kind: BoxList,
        headings: &str,
    ) -> Result<KeptHeadings, StoreError> {
        let found = sqlx::query_scalar!(
            r#"select columns as "columns: Json<KeptHeadings>" from csv_headings
               where owner_id = $1 and kind = $2 and headings = $3"#,
            owner.0,
            kind.code(),
            headings
        )
        .fetch_optional(&self.pool)
        .await?;
        Ok(found.map(|f| f.0).unwrap_or_default())
    }

    /// Remembers what headings stand for.
    ///
    /// # Errors
    /// When the database refuses.
    pub async fn keep_headings(
        &self,
        owner: OwnerId,
        kind: BoxList,
        headings: &str,
        columns: &Headings,
    ) -> Result<(), StoreError> {
        let mut tx = self.pool.begin().await?;
        sqlx::query!(
            "insert into csv_headings (owner_id, kind, headings, columns) values ($1, $2, $3, $4)
             on conflict (owner_id, kind, headings) do update set columns = excluded.columns, said_at = now()",
            owner.0,
            kind.code(),
            headings,
            serde_json::to_value(columns).map_err(StoreError::Unreadable)?
        )
        .execute(&mut *tx)
        .await?;
        sqlx::query!(
            "delete from csv_headings where owner_id = $1 and (kind, headings) not in
             (select kind, headings from csv_headings where owner_id = $1 order by said_at desc limit $2)",
            owner.0,
            MOST_REMEMBERED
        )
        .execute(&mut *tx)
        .await?;
        tx.commit().await?;
        Ok(())
    }
}
