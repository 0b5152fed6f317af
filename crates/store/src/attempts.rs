//! Attempts to sign in, counted so that guessing is slow.

use time::{Duration, OffsetDateTime};

use crate::{Store, StoreError};

/// Failures so far for a subject, and how long ago the last one was.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Failures {
    /// How many.
    pub count: i32,
    /// Time since the last one, by the database's clock.
    pub since: Duration,
}

impl Store {
    /// Counts an attempt against its subjects before it is tried, unless
    /// `refuse` says from their failures that it comes too early. Subjects are
    /// held while that is decided, so that attempts at once are counted one
    /// by one. Gives what `refuse` said.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn begin_attempt<R>(
        &self,
        subjects: &[String],
        refuse: impl Fn(usize, Failures) -> Option<R>,
    ) -> Result<Option<R>, StoreError> {
        let mut order: Vec<_> = subjects.iter().enumerate().collect();
        // Always in one order, so that two attempts never wait for each other.
        order.sort_by_key(|s| s.1);
        let mut tx = self.pool.begin().await?;
        for &(index, subject) in &order {
            sqlx::query!(
                "insert into attempts (subject, failures, last_at) values ($1, 0, now()) on conflict do nothing",
                subject
            )
            .execute(&mut *tx)
            .await?;
            let row = sqlx::query!(
                r#"select failures, last_at, clock_timestamp() as "now!: OffsetDateTime" from attempts where subject = $1 for update"#,
                subject
            )
            .fetch_one(&mut *tx)
            .await?;
            let so_far = Failures {
                count: row.failures,
                since: row.now - row.last_at,
            };
            if let Some(refused) = refuse(index, so_far) {
                return Ok(Some(refused));
            }
        }
        for (_, subject) in order {
            sqlx::query!(
                "update attempts set last_at = now(),
                        failures = case when last_at < now() - interval '1 day' then 1 else failures + 1 end
                 where subject = $1",
                subject
            )
            .execute(&mut *tx)
            .await?;
        }
        tx.commit().await?;
        Ok(None)
    }

    /// After an attempt succeeded: forgets all failures of some subjects, and
    /// of others takes back this one attempt, which was counted before it was
    /// tried.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn forgive(
        &self,
        forgotten: &[String],
        taken_back: &[String],
    ) -> Result<(), StoreError> {
        let mut tx = self.pool.begin().await?;
        sqlx::query!("delete from attempts where subject = any($1)", forgotten)
            .execute(&mut *tx)
            .await?;
        sqlx::query!(
            "update attempts set failures = failures - 1 where subject = any($1) and failures > 0",
            taken_back
        )
        .execute(&mut *tx)
        .await?;
        tx.commit().await?;
        Ok(())
    }
}
