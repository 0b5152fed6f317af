//! Kept picks shown to whoever has their address.

use serde_json::Value;
use sqlx::types::Json;
use uuid::Uuid;

use crate::kept::Row;
use crate::{Kept, OwnerId, Store, StoreError};

impl Store {
    /// Gives a kept pick an address of its own; one that it has already stays.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when it is not there, deleted, or another's.
    pub async fn share_kept_pick(&self, owner: OwnerId, id: Uuid) -> Result<Uuid, StoreError> {
        Ok(sqlx::query_scalar!(
            r#"update kept_picks set share = coalesce(share, $3)
               where id = $1 and owner_id = $2 and deleted_at is null returning share as "share!""#,
            id,
            owner.0,
            Uuid::new_v4()
        )
        .fetch_one(&self.pool)
        .await?)
    }

    /// Takes the address of a kept pick back: nobody opens it any more.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when it is not there or another's.
    pub async fn withdraw_share(&self, owner: OwnerId, id: Uuid) -> Result<(), StoreError> {
        sqlx::query_scalar!(
            "update kept_picks set share = null where id = $1 and owner_id = $2 returning id",
            id,
            owner.0
        )
        .fetch_one(&self.pool)
        .await?;
        Ok(())
    }

    /// The pick of an address, whoever keeps it.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when nothing is shared under it.
    pub async fn shared_pick(&self, share: Uuid) -> Result<Kept, StoreError> {
        sqlx::query_as!(
            Row,
            r#"select id, owner_id, name, remark, place, request as "request: Json<Value>", answer as "answer: Json<Value>",
                      units, ladder, model, kept_at, schema, share
               from kept_picks where share = $1 and deleted_at is null"#,
            share
        )
        .fetch_one(&self.pool)
        .await?
        .read()
    }
}
