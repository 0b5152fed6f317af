//! The driver's errors, translated in one place.

/// Why the store could not do what was asked.
#[derive(Debug, thiserror::Error)]
pub enum StoreError {
    /// There is no such row, or it belongs to somebody else: the two look alike on purpose.
    #[error("there is no such entry")]
    NotFound,
    /// The owner keeps as many as may be kept.
    #[error("no more than {0} can be kept")]
    Full(i64),
    /// A text holds a character that no text of the database can hold.
    #[error("a text holds a character that cannot be stored")]
    Unstorable,
    /// The name belongs to another account.
    #[error("the name is taken")]
    Taken,
    /// The database is not there or does not answer.
    #[error("the database does not answer")]
    Unavailable(#[source] sqlx::Error),
    /// Anything else that the driver says.
    #[error("the database refused")]
    Database(#[source] sqlx::Error),
    /// The tables could not be brought up to date.
    #[error("the tables could not be brought up to date")]
    Migration(#[source] sqlx::migrate::MigrateError),
    /// What was stored cannot be read by this version.
    #[error("what is stored cannot be read by this version")]
    Unreadable(#[source] serde_json::Error),
    /// A kept answer that cannot be read, or cannot be shown.
    #[error("a kept answer cannot be read by this version")]
    Answer(#[from] yarrowfen_rows::KeptFault),
    /// A stored code that this version does not know.
    #[error("a stored code is not known: {0}")]
    UnknownCode(String),
}

/// Codes of a server that goes down or comes up, or lacks room: PostgreSQL's manual, appendix A,
/// classes 08, 57P and 53; 25006 is a server that only reads, as a standby does that has not taken
/// over yet; 55P03 is a lock that did not come in time, 57014 a statement that took too long.
fn is_away(code: &str) -> bool {
    ["08", "57P", "53"]
        .iter()
        .any(|class| code.starts_with(class))
        || matches!(code, "25006" | "55P03" | "57014")
}

/// Codes of texts that cannot be stored, such as with a character of no value: PostgreSQL's
/// manual, appendix A.
fn is_unstorable(code: &str) -> bool {
    matches!(code, "22021" | "22P05")
}

impl StoreError {
    /// Whether asking again in a moment may go well.
    #[must_use]
    pub fn is_away(&self) -> bool {
        matches!(self, Self::Unavailable(_))
    }
}

impl From<sqlx::Error> for StoreError {
    fn from(e: sqlx::Error) -> Self {
        match e {
            sqlx::Error::RowNotFound => Self::NotFound,
            sqlx::Error::Io(_)
            | sqlx::Error::Protocol(_)
            | sqlx::Error::PoolTimedOut
            | sqlx::Error::PoolClosed
            | sqlx::Error::WorkerCrashed => Self::Unavailable(e),
            sqlx::Error::Database(ref told) if told.code().is_some_and(|code| is_away(&code)) => {
                Self::Unavailable(e)
            }
            sqlx::Error::Database(ref e) if e.code().is_some_and(|code| is_unstorable(&code)) => {
                Self::Unstorable
            }
            other => Self::Database(other),
        }
    }
}

impl From<sqlx::migrate::MigrateError> for StoreError {
    fn from(e: sqlx::migrate::MigrateError) -> Self {
        match e {
            sqlx::migrate::MigrateError::Execute(e) => Self::from(e),
            other => Self::Migration(other),
        }
    }
}

/// That a change met something of its owner.
///
/// # Errors
/// [`StoreError::NotFound`] where it met no row.
pub(crate) fn found(rows: u64) -> Result<(), StoreError> {
    if rows == 0 {
        return Err(StoreError::NotFound);
    }
    Ok(())
}
