//! Accounts and their sign-ins.

use sqlx::PgConnection;
use time::{Duration, OffsetDateTime};
use uuid::Uuid;

use crate::happened::note;
use crate::kept::lock;
use crate::{
    Account, Happened, Holdings, MOST_DAYS, MOST_EVENTS, MOST_KEPT, OwnerId, Store, StoreError,
    Versions,
};

/// An account with what its password is checked by.
#[derive(Debug, Clone)]
pub struct Locked {
    /// Whose rows are meant.
    pub owner: OwnerId,
    /// The name, as typed at sign-up.
    pub name: String,
    /// Hash of the password, with its salt and parameters.
    pub password_hash: String,
    /// The invented angler of the demo.
    pub demo: bool,
}

/// A sign-in about to be made: the hash of its token, how long it lasts, and from which network.
#[derive(Debug, Clone)]
pub struct NewSignIn {
    /// SHA-256 of the token.
    pub token_hash: Vec<u8>,
    /// How long.
    pub lasts: Duration,
    /// The network that it comes from.
    pub network: String,
}

pub(crate) async fn insert_sign_in(
    connection: &mut PgConnection,
    owner: OwnerId,
    new: &NewSignIn,
) -> Result<(), StoreError> {
    sqlx::query!(
        "insert into sign_ins (token_hash, owner_id, expires_at) values ($1, $2, $3)",
        new.token_hash,
        owner.0,
        OffsetDateTime::now_utc() + new.lasts
    )
    .execute(connection)
    .await?;
    Ok(())
}

/// Moves what a browser kept to an account, and remembers that it did. A line of the log that the
/// account has already, out of a file, stands there once: the browser's goes with its owner.
async fn adopt(
    connection: &mut PgConnection,
    browser: OwnerId,
    owner: OwnerId,
) -> Result<(), StoreError> {
    sqlx::query!(
        "update kept_picks set owner_id = $2 from owners
         where owner_id = $1 and owners.id = $1 and owners.kind = 'browser'",
        browser.0,
        owner.0
    )
    .execute(&mut *connection)
    .await?;
    sqlx::query!(
        "update mend_tries set owner_id = $2 from owners
         where owner_id = $1 and owners.id = $1 and owners.kind = 'browser'",
        browser.0,
        owner.0
    )
    .execute(&mut *connection)
    .await?;
    sqlx::query!(
        "update log_events e set owner_id = $2 from owners
         where owner_id = $1 and owners.id = $1 and owners.kind = 'browser'
         and not exists (select 1 from log_events have where have.owner_id = $2 and have.id = e.id)",
        browser.0,
        owner.0
    )
    .execute(&mut *connection)
    .await?;
    sqlx::query!(
        "update planned_days set owner_id = $2 from owners
         where owner_id = $1 and owners.id = $1 and owners.kind = 'browser'",
        browser.0,
        owner.0
    )
    .execute(&mut *connection)
    .await?;
    sqlx::query!(
        "insert into joined_browsers (browser, account)
         select id, $2 from owners where id = $1 and kind = 'browser'
         on conflict (browser) do update set account = excluded.account, at = now()",
        browser.0,
        owner.0
    )
    .execute(&mut *connection)
    .await?;
    sqlx::query!(
        "delete from owners where id = $1 and kind = 'browser'",
        browser.0
    )
    .execute(connection)
    .await?;
    Ok(())
}

/// How much an owner has.
async fn holdings(connection: &mut PgConnection, owner: OwnerId) -> Result<Holdings, StoreError> {
    Ok(sqlx::query_as!(
        Holdings,
        r#"select (select count(*) from kept_picks where owner_id = $1 and deleted_at is null) as "picks!",
                  (select count(*) from planned_days where owner_id = $1 and deleted_at is null) as "days!",
                  (select count(*) from log_events where owner_id = $1) as "lines!""#,
        owner.0
    )
    .fetch_one(connection)
    .await?)
}

impl Store {
    /// How much a browser has that no account has.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn holdings(&self, browser: OwnerId) -> Result<Holdings, StoreError> {
        holdings(&mut *self.pool.acquire().await?, browser).await
    }

    /// Moves what a browser kept to an account that is there already. One transaction.
    ///
    /// # Errors
    /// [`StoreError::Full`] when the account would have too much of something.
    pub async fn claim(&self, browser: OwnerId, owner: OwnerId) -> Result<(), StoreError> {
        let mut tx = self.pool.begin().await?;
        lock(&mut tx, owner).await?;
        adopt(&mut tx, browser, owner).await?;
        let after = holdings(&mut tx, owner).await?;
        let quotas = [
            (after.picks, MOST_KEPT),
            (after.days, MOST_DAYS),
            (after.lines, MOST_EVENTS),
        ];
        if let Some((_, most)) = quotas.iter().find(|(have, most)| have > most) {
            return Err(StoreError::Full(*most));
        }
        tx.commit().await?;
        Ok(())
    }

    /// Makes an account, moves to it what the browser kept, and signs it in.
    /// One transaction.
    ///
    /// # Errors
    /// [`StoreError::Taken`] when the name is another's already.
    pub async fn sign_up(
        &self,
        name: &str,
        name_key: &str,
        password_hash: &str,
        browser: OwnerId,
        new: &NewSignIn,
    ) -> Result<OwnerId, StoreError> {
        let owner = OwnerId(Uuid::new_v4());
        let mut tx = self.pool.begin().await?;
        sqlx::query!(
            "insert into owners (id, kind) values ($1, 'account')",
            owner.0
        )
        .execute(&mut *tx)
        .await?;
        let made = sqlx::query!(
            "insert into accounts (owner_id, name, name_key, password_hash) values ($1, $2, $3, $4)
             on conflict (name_key) do nothing",
            owner.0,
            name,
            name_key,
            password_hash
        )
        .execute(&mut *tx)
        .await?;
        if made.rows_affected() == 0 {
            return Err(StoreError::Taken);
        }
        adopt(&mut tx, browser, owner).await?;
        insert_sign_in(&mut tx, owner, new).await?;
        note(&mut *tx, owner, Happened::Made, &new.network).await?;
        tx.commit().await?;
        Ok(owner)
    }

    /// Makes or renews the invented angler of the demo, whose rows are then replaced.
    ///
    /// # Errors
    /// When the database refuses.
    pub async fn ensure_demo_account(
        &self,
        owner: OwnerId,
        name: &str,
        name_key: &str,
    ) -> Result<(), StoreError> {
        let mut tx = self.pool.begin().await?;
        sqlx::query!(
            "insert into owners (id, kind) values ($1, 'account') on conflict do nothing",
            owner.0
        )
        .execute(&mut *tx)
        .await?;
        // No password matches this hash: the way in is the demo's own button.
        sqlx::query!(
            "insert into accounts (owner_id, name, name_key, password_hash, demo) values ($1, $2, $3, 'none', true)
             on conflict do nothing",
            owner.0,
            name,
            name_key
        )
        .execute(&mut *tx)
        .await?;
        tx.commit().await?;
        Ok(())
    }

    /// The account of a name, for checking its password.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn locked(&self, name_keys: &[String]) -> Result<Option<Locked>, StoreError> {
        Ok(sqlx::query!(
            "select owner_id, name, password_hash, demo from accounts where name_key = any($1)
             order by array_position($1, name_key) limit 1",
            name_keys
        )
        .fetch_optional(&self.pool)
        .await?
        .map(|r| Locked {
            owner: OwnerId(r.owner_id),
            name: r.name,
            password_hash: r.password_hash,
            demo: r.demo,
        }))
    }

    /// The same by its owner.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when there is no such account.
    pub async fn locked_by_owner(&self, owner: OwnerId) -> Result<Locked, StoreError> {
        let r = sqlx::query!(
            "select name, password_hash, demo from accounts where owner_id = $1",
            owner.0
        )
        .fetch_one(&self.pool)
        .await?;
        Ok(Locked {
            owner,
            name: r.name,
            password_hash: r.password_hash,
            demo: r.demo,
        })
    }

    /// Signs a browser in.
    ///
    /// # Errors
    /// When the account has gone or the database refuses.
    pub async fn sign_in(&self, owner: OwnerId, new: &NewSignIn) -> Result<(), StoreError> {
        let mut tx = self.pool.begin().await?;
        insert_sign_in(&mut tx, owner, new).await?;
        note(&mut *tx, owner, Happened::SignedIn, &new.network).await?;
        tx.commit().await?;
        Ok(())
    }

    /// Who is signed in with a token.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn signed_in(&self, token_hash: &[u8]) -> Result<Option<Account>, StoreError> {
        Ok(sqlx::query!(
            "select a.owner_id, a.name, a.demo, o.box_version, o.sinks_version, o.log_version
             from sign_ins s join accounts a using (owner_id) join owners o on o.id = a.owner_id
             where s.token_hash = $1 and s.expires_at > now()",
            token_hash
        )
        .fetch_optional(&self.pool)
        .await?
        .map(|r| Account {
            owner: OwnerId(r.owner_id),
            name: r.name,
            demo: r.demo,
            box_version: r.box_version,
            written: Versions {
                sinks: r.sinks_version,
                log: r.log_version,
            },
        }))
    }

    /// Versions of what an owner has written down; the first ones where there is none such.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn versions(&self, owner: OwnerId) -> Result<Versions, StoreError> {
        let found = sqlx::query_as!(
            Versions,
            "select sinks_version as sinks, log_version as log from owners where id = $1",
            owner.0
        );
        Ok(found.fetch_optional(&self.pool).await?.unwrap_or_default())
    }

    /// Signs one browser out.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn sign_out(&self, token_hash: &[u8]) -> Result<(), StoreError> {
        sqlx::query!("delete from sign_ins where token_hash = $1", token_hash)
            .execute(&self.pool)
            .await?;
        Ok(())
    }

    /// Signs every browser of an account out; gives how many there were.
    ///
    /// # Errors
    /// When the database does not answer.
    pub async fn sign_out_everywhere(&self, owner: OwnerId) -> Result<u64, StoreError> {
        let done = sqlx::query!("delete from sign_ins where owner_id = $1", owner.0)
            .execute(&self.pool)
            .await?;
        Ok(done.rows_affected())
    }

    /// Changes a password, signs every browser out and this one in again. One
    /// transaction.
    ///
    /// # Errors
    /// When the account has gone or the database refuses.
    pub async fn change_password(
        &self,
        owner: OwnerId,
        password_hash: &str,
        new: &NewSignIn,
    ) -> Result<(), StoreError> {
        let mut tx = self.pool.begin().await?;
        sqlx::query!(
            "update accounts set password_hash = $2, password_at = now() where owner_id = $1",
            owner.0,
            password_hash
        )
        .execute(&mut *tx)
        .await?;
        sqlx::query!("delete from sign_ins where owner_id = $1", owner.0)
            .execute(&mut *tx)
            .await?;
        insert_sign_in(&mut tx, owner, new).await?;
        note(&mut *tx, owner, Happened::PasswordChanged, &new.network).await?;
        tx.commit().await?;
        Ok(())
    }

    /// Deletes an account with everything it owns. There is no way back.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when there is no such account.
    pub async fn delete_account_with_everything(&self, owner: OwnerId) -> Result<(), StoreError> {
        sqlx::query_scalar!(
            "delete from owners where id = $1 and kind = 'account' returning id",
            owner.0
        )
        .fetch_one(&self.pool)
        .await?;
        Ok(())
    }
}
