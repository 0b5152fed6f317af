//! Forms that are sent twice are done once.

use sqlx::PgConnection;
use uuid::Uuid;

use crate::{OwnerId, StoreError};

/// The key of a form: made with its page, so that the same press has the same one however
/// often it is sent.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Once(pub Uuid);

/// What a form was answered with when it came before. The owner is held, so of two that come
/// at once the second waits for the first.
pub(crate) async fn before(
    connection: &mut PgConnection,
    owner: OwnerId,
    once: Option<Once>,
) -> Result<Option<Uuid>, StoreError> {
    let Some(Once(key)) = once else {
        return Ok(None);
    };
    Ok(sqlx::query_scalar!(
        "select answer from once_keys where owner_id = $1 and key = $2",
        owner.0,
        key
    )
    .fetch_optional(connection)
    .await?)
}

/// Notes what a form is answered with, in the transaction that does it.
pub(crate) async fn note(
    connection: &mut PgConnection,
    owner: OwnerId,
    once: Option<Once>,
    answer: Uuid,
) -> Result<(), StoreError> {
    let Some(Once(key)) = once else {
        return Ok(());
    };
    sqlx::query!(
        "insert into once_keys (owner_id, key, answer) values ($1, $2, $3)",
        owner.0,
        key,
        answer
    )
    .execute(connection)
    .await?;
    Ok(())
}
