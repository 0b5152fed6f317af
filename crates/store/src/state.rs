//! How the database itself stands, for who runs it.

use time::OffsetDateTime;

use crate::{Store, StoreError};

/// How the database stands.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct State {
    /// Its version, in its own words.
    pub version: String,
    /// Its clock.
    pub now: OffsetDateTime,
    /// Whether it only reads, as a standby does.
    pub reads_only: bool,
    /// Servers that follow it.
    pub followers: i64,
    /// Steps of the tables that this program knows.
    pub known: usize,
    /// Those that are not made yet.
    pub missing: usize,
    /// Steps that were made and this program does not know.
    pub unknown: usize,
}

impl Store {
    /// Looks at the database.
    ///
    /// # Errors
    /// When it does not answer.
    pub async fn state(&self) -> Result<State, StoreError> {
        let r = sqlx::query!(
            r#"select current_setting('server_version') as "version!", now() as "now!", pg_is_in_recovery() as "reads_only!",
                      (select count(*) from pg_stat_replication where state = 'streaming') as "followers!",
                      to_regclass('_sqlx_migrations') is not null as "made!""#
        )
        .fetch_one(&self.pool)
        .await?;
        let known: Vec<i64> = sqlx::migrate!().iter().map(|m| m.version).collect();
        let made: Vec<i64> = if r.made {
            // Not a checked query: the table is not ours, and may not be there.
            let made = sqlx::query_scalar("select version from _sqlx_migrations where success");
            made.fetch_all(&self.pool).await?
        } else {
            Vec::new()
        };
        Ok(State {
            version: r.version,
            now: r.now,
            reads_only: r.reads_only,
            followers: r.followers,
            known: known.len(),
            missing: known.iter().filter(|v| !made.contains(v)).count(),
            unknown: made.iter().filter(|v| !known.contains(v)).count(),
        })
    }

    /// Connections that are open, and those of them that nobody uses.
    #[must_use]
    pub fn connections(&self) -> (u32, usize) {
        (self.pool.size(), self.pool.num_idle())
    }
}
