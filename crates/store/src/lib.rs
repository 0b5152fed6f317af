//! What Yarrowfen keeps, in PostgreSQL. No rule of the trade lives here.
//!
//! Every query on an owner's rows names the owner.

mod accounts;
mod attempts;
mod days;
mod error;
mod headings;
mod imports;
mod kept;
mod logs;
mod mends;
mod shared;
mod sinks;
mod tackle;
mod waters;
mod whole;

pub use accounts::{Locked, NewSignIn};
pub use attempts::Failures;
pub use days::{MOST_DAYS, NewDay};
pub use error::StoreError;
pub use headings::{KeptHeadings, MOST_SIGNATURE};
pub use kept::{KEPT_PAGE, MOST_DELETED, MOST_KEPT, NewKept};
pub use logs::MOST_EVENTS;
pub use tackle::{MOST_ITEMS, State};
pub use waters::{MOST_WATERS, NewWater};
pub use whole::{Brought, Whole};
// What is kept, as this crate fills it.
pub use yarrowfen_rows::{
    Account, Change, DEMO_OWNER, Import, ImportState, Kept, KeptAsks, KeptPicks, KeptSort,
    KeptText, MendTry, NewMendTry, NewSink, Owned, OwnerId, PlannedDay, Sink, TextFault, Water,
};

use sqlx::postgres::{PgConnectOptions, PgPool, PgPoolOptions};
use std::str::FromStr;
use std::time::Duration;

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
        let options = PgConnectOptions::from_str(url)?;
        let pool = PgPoolOptions::new()
            .max_connections(12)
            .acquire_timeout(Duration::from_secs(5))
            .test_before_acquire(false)
            .connect_with(options)
            .await?;
        let store = Self { pool };
        sqlx::migrate!().run(&store.pool).await?;
        Ok(store)
    }

    /// Over a pool that is there already; for tests.
    #[must_use]
    pub fn over(pool: PgPool) -> Self {
        Self { pool }
    }

    /// Whether the database answers.
    ///
    /// # Errors
    /// When it does not.
    pub async fn ping(&self) -> Result<(), StoreError> {
        sqlx::query!("select 1 as one")
            .fetch_one(&self.pool)
            .await?;
        Ok(())
    }
}
