//! What goes by the clock: nothing that an owner could still bring back or be known by.

use crate::{Store, StoreError};

impl Store {
    /// Removes for good what was deleted or changed more than thirty days ago, files that nobody
    /// took in for two, what happened to accounts more than ninety ago, owners and sign-ins that
    /// ended, attempts and forms of more than a day ago, and browsers that cannot come back, with
    /// the account that took them over: their cookie lasts 400 days, and nothing was written in them
    /// since.
    /// Gives how many rows went.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn sweep(&self) -> Result<u64, StoreError> {
        let db = &self.pool;
        let gone = [
            sqlx::query!("delete from kept_picks where deleted_at < now() - interval '30 days'")
                .execute(db)
                .await?,
            sqlx::query!("delete from waters where deleted_at < now() - interval '30 days'")
                .execute(db)
                .await?,
            sqlx::query!("delete from planned_days where deleted_at < now() - interval '30 days'")
                .execute(db)
                .await?,
            sqlx::query!("delete from box_changes where at < now() - interval '30 days'")
                .execute(db)
                .await?,
            sqlx::query!("delete from imports where made_at < now() - interval '2 days'")
                .execute(db)
                .await?,
            sqlx::query!("delete from once_keys where made_at < now() - interval '1 day'")
                .execute(db)
                .await?,
            sqlx::query!("delete from account_events where at < now() - interval '90 days'")
                .execute(db)
                .await?,
            sqlx::query!("delete from joined_browsers where at < now() - interval '400 days'")
                .execute(db)
                .await?,
            sqlx::query!("delete from sign_ins where expires_at < now()")
                .execute(db)
                .await?,
            sqlx::query!("delete from owners where ends_at < now()")
                .execute(db)
                .await?,
            sqlx::query!("delete from attempts where last_at < now() - interval '1 day'")
                .execute(db)
                .await?,
            sqlx::query!(
                "with old as (select now() - interval '400 days' as at)
                 delete from owners o using old where o.kind = 'browser' and o.made_at < old.at
                 and not exists (select 1 from kept_picks k where k.owner_id = o.id and k.kept_at > old.at)
                 and not exists (select 1 from mend_tries m where m.owner_id = o.id and m.made_at > old.at)
                 and not exists (select 1 from log_events e where e.owner_id = o.id and e.received_at > old.at)
                 and not exists (select 1 from planned_days d where d.owner_id = o.id and d.made_at > old.at)"
            )
            .execute(db)
            .await?,
        ];
        Ok(gone
            .iter()
            .map(sqlx::postgres::PgQueryResult::rows_affected)
            .sum())
    }
}
