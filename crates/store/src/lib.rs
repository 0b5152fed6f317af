//! What Yarrowfen keeps, in PostgreSQL. No rule of the trade lives here.
//!
//! Every query on an owner's rows names the owner.

mod accounts;
mod attempts;
mod days;
mod demo;
mod error;
mod happened;
mod headings;
mod imports;
mod kept;
mod logs;
mod mends;
mod once;
mod shared;
mod sinks;
mod state;
mod sweep;
mod tackle;
mod undo;
mod waters;
mod whole;

pub use accounts::{Locked, NewSignIn};
pub use attempts::Failures;
pub use days::{MOST_DAYS, NewDay};
pub use error::StoreError;
pub use headings::{KeptHeadings, MOST_SIGNATURE};
pub use kept::{KEPT_PAGE, MOST_DELETED, MOST_KEPT, NewKept};
pub use logs::{EventRows, LogTaken, MOST_ANONYMOUS_EVENTS, MOST_EVENTS};
pub use once::Once;
pub use state::State as DatabaseState;
pub use tackle::{BoxRows, MOST_ITEMS, State};
pub use undo::Undone;
pub use waters::{MOST_WATERS, NewWater};
pub use whole::{Brought, Part, Taking};
// What is kept, as this crate fills it.
pub use yarrowfen_rows::{
    Account, AccountEvent, Change, DEMO_OWNER, Happened, Holdings, Import, ImportState, Kept,
    KeptAsks, KeptPicks, KeptSort, KeptText, MendTry, NewMendTry, NewSink, Owned, OwnerId,
    PlannedDay, Sink, TextFault, Versions, Water,
};

use sqlx::postgres::{PgConnectOptions, PgPool, PgPoolOptions};
use std::str::FromStr;
use std::time::Duration;

/// Longest that a connection is waited for.
const LONGEST_WAIT: Duration = Duration::from_millis(1200);
/// Longest that a statement may run: the server ends it then.
const LONGEST_STATEMENT: &str = "30s";
/// Longest that a statement waits for a lock that somebody else has.
const LONGEST_LOCK: &str = "3s";

/// The database.
#[derive(Debug, Clone)]
pub struct Store {
    pool: PgPool,
}

impl Store {
    /// Connects and brings the tables up to date.
    ///
    /// # Errors
    /// When the address is malformed, the server is not there, or a migration fails.
    pub async fn open(url: &str) -> Result<Self, StoreError> {
        let store = Self::at(url)?;
        store.bring_up_to_date().await?;
        Ok(store)
    }

    /// Of an address, whether or not a server answers there now.
    ///
    /// # Errors
    /// When the address is malformed.
    pub fn at(url: &str) -> Result<Self, StoreError> {
        let options = PgConnectOptions::from_str(url)?;
        // A connection that died while it lay still is found before it is used: else a write
        // would fail that another connection could do.
        let pool = PgPoolOptions::new()
            .max_connections(12)
            .acquire_timeout(LONGEST_WAIT)
            .test_before_acquire(true)
            .connect_lazy_with(options.options([
                ("statement_timeout", LONGEST_STATEMENT),
                ("lock_timeout", LONGEST_LOCK),
            ]));
        Ok(Self { pool })
    }

    /// Brings the tables up to date.
    ///
    /// # Errors
    /// When the server is not there, or a migration fails.
    pub async fn bring_up_to_date(&self) -> Result<(), StoreError> {
        // A new index on a large table takes as long as it takes, on a connection of its own.
        let options = PgConnectOptions::clone(&self.pool.connect_options());
        let alone = PgPoolOptions::new()
            .max_connections(1)
            .acquire_timeout(LONGEST_WAIT)
            .connect_with(options.options([("statement_timeout", "0"), ("lock_timeout", "0")]))
            .await?;
        sqlx::migrate!().run(&alone).await?;
        alone.close().await;
        Ok(())
    }

    /// Over a pool that is there already; for tests.
    #[must_use]
    pub fn over(pool: PgPool) -> Self {
        Self { pool }
    }
}
