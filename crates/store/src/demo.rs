//! The demo's angler, one for each visitor: what one does to his box, no other sees.

use uuid::Uuid;

use crate::accounts::insert_sign_in;
use crate::{NewSignIn, OwnerId, Store, StoreError};

impl Store {
    /// Makes a copy of the demo's angler with all that he has, and signs a browser in to it. One
    /// transaction. Copies are swept two days after they were made.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] where there is no such angler.
    pub async fn sign_in_to_copy(
        &self,
        angler: OwnerId,
        new: &NewSignIn,
    ) -> Result<OwnerId, StoreError> {
        let copy = OwnerId(Uuid::new_v4());
        let (from, to) = (angler.0, copy.0);
        let mut tx = self.pool.begin().await?;
        sqlx::query!(
            "insert into owners (id, kind, box_version, ends_at)
             select $2, kind, box_version, now() + interval '2 days' from owners where id = $1",
            from,
            to
        )
        .execute(&mut *tx)
        .await?;
        // His name is everybody's, what it is compared by is not.
        sqlx::query_scalar!(
            "insert into accounts (owner_id, name, name_key, password_hash, demo)
             select $2::uuid, name, name_key || ' ' || $2::uuid::text, 'none', true from accounts where owner_id = $1 and demo
             returning owner_id",
            from,
            to
        )
        .fetch_one(&mut *tx)
        .await?;
        sqlx::query!(
            "insert into kept_picks (id, owner_id, name, remark, place, request, answer, units, ladder, model, kept_at, deleted_at, schema)
             select gen_random_uuid(), $2, name, remark, place, request, answer, units, ladder, model, kept_at, deleted_at, schema
             from kept_picks where owner_id = $1",
            from,
            to
        )
        .execute(&mut *tx)
        .await?;
        sqlx::query!(
            "insert into box_items (id, owner_id, kind, texts, archived, added_at, change_id)
             select gen_random_uuid(), $2, kind, texts, archived, added_at, gen_random_uuid()
             from box_items where owner_id = $1 order by added_at, place",
            from,
            to
        )
        .execute(&mut *tx)
        .await?;
        sqlx::query!(
            "insert into waters (id, owner_id, name, remark, asked, made_at, deleted_at, lat, lon)
             select gen_random_uuid(), $2, name, remark, asked, made_at, deleted_at, lat, lon from waters where owner_id = $1",
            from,
            to
        )
        .execute(&mut *tx)
        .await?;
        sqlx::query!(
            "insert into sink_tests (id, owner_id, subject, head_g, line_mm, temp_c, depth_m, seconds, fall, struck, made_at)
             select gen_random_uuid(), $2, subject, head_g, line_mm, temp_c, depth_m, seconds, fall, struck, made_at
             from sink_tests where owner_id = $1",
            from,
            to
        )
        .execute(&mut *tx)
        .await?;
        sqlx::query!(
            "insert into mend_tries (id, owner_id, symptom, tried, said, query, helped, made_at)
             select gen_random_uuid(), $2, symptom, tried, said, query, helped, made_at
             from mend_tries where owner_id = $1 order by made_at, place",
            from,
            to
        )
        .execute(&mut *tx)
        .await?;
        sqlx::query!(
            "insert into log_events (owner_id, id, day, at_ms, offset_min, device, seq, kind, what, counted, received_at)
             select $2, id, day, at_ms, offset_min, device, seq, kind, what, counted, received_at
             from log_events where owner_id = $1",
            from,
            to
        )
        .execute(&mut *tx)
        .await?;
        sqlx::query!(
            "insert into planned_days (id, owner_id, day, name, query, planned, made_at, deleted_at)
             select gen_random_uuid(), $2, day, name, query, planned, made_at, deleted_at
             from planned_days where owner_id = $1",
            from,
            to
        )
        .execute(&mut *tx)
        .await?;
        insert_sign_in(&mut tx, copy, new).await?;
        tx.commit().await?;
        Ok(copy)
    }
}
