//! What happened to accounts.

use sqlx::PgExecutor;

use crate::{AccountEvent, Happened, OwnerId, Store, StoreError};

/// How many are kept of an account.
const KEPT: i64 = 200;

/// Writes down that something happened to an account; the newest 200 stay.
pub(crate) async fn note(
    at: impl PgExecutor<'_>,
    owner: OwnerId,
    what: Happened,
    network: &str,
) -> Result<(), StoreError> {
    sqlx::query!(
            "with old as (select at from account_events where owner_id = $1 order by at desc offset $4 limit 1),
                  gone as (delete from account_events e using old where e.owner_id = $1 and e.at <= old.at)
             insert into account_events (owner_id, what, network) values ($1, $2, $3)",
            owner.0,
            what.code(),
            network,
            KEPT - 1
        )
        .execute(at)
        .await?;
    Ok(())
}

impl Store {
    /// Writes down that something happened to an account; the newest 200 stay.
    ///
    /// # Errors
    /// When the account has gone or the database refuses.
    pub async fn happened(
        &self,
        owner: OwnerId,
        what: Happened,
        network: &str,
    ) -> Result<(), StoreError> {
        note(&self.pool, owner, what, network).await
    }

    /// What happened to an account of late, the newest first. What is no longer known by its code
    /// is left out.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn happened_to(
        &self,
        owner: OwnerId,
        most: i64,
    ) -> Result<Vec<AccountEvent>, StoreError> {
        let rows = sqlx::query!(
            "select at, what, network from account_events where owner_id = $1 order by at desc limit $2",
            owner.0,
            most
        )
        .fetch_all(&self.pool)
        .await?;
        let read = rows.into_iter().filter_map(|r| {
            Some(AccountEvent {
                at: r.at,
                what: Happened::from_code(&r.what)?,
                network: r.network,
            })
        });
        Ok(read.collect())
    }
}
