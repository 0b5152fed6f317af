//! What Yarrowfen keeps, in PostgreSQL. No rule of the trade lives here.
//!
//! Every query on an owner's rows names the owner.

mod accounts;
mod attempts;
mod error;
mod imports;
mod kept;
mod sinks;
mod tackle;
mod waters;
mod whole;

pub use accounts::{Account, Locked, NewSignIn};
pub use attempts::Failures;
pub use error::StoreError;
pub use imports::{Import, ImportState};
pub use kept::{Kept, KeptText, NewKept, TextFault};
pub use sinks::{NewSink, Sink};
pub use tackle::{Change, MOST_ITEMS, Owned, State};
pub use waters::{NewWater, Water};
pub use whole::Whole;

use sqlx::postgres::{PgConnectOptions, PgPool, PgPoolOptions};
use std::str::FromStr;
use std::time::Duration;
use uuid::Uuid;

/// The owner of the examples that every reader sees.
pub const DEMO_OWNER: OwnerId = OwnerId(Uuid::from_u128(0x7961_7272_6f77_4665_8e00_0000_0000_0001));

/// Whose rows are meant.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct OwnerId(pub Uuid);

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
