//! Quotas count what is there: what was deleted makes room, and what comes back
//! needs it. Each test gets an empty database of its own.
#![expect(clippy::unwrap_used, reason = "a test may fail loudly")]

use sqlx::PgPool;
use uuid::Uuid;
use yarrowfen_core::base::{Ladder, UnitSystem};
use yarrowfen_core::{Engine, Options, PickRequest};
use yarrowfen_store::{
    KeptText, MOST_DELETED, MOST_KEPT, MOST_WATERS, NewKept, NewWater, OwnerId, Store, StoreError,
};

async fn keep(store: &Store, owner: OwnerId) -> Result<Uuid, StoreError> {
    let request = PickRequest::usual();
    let answer = Engine::new().unwrap().pick(request, Options::default());
    let text = KeptText::new("One", "", "").unwrap();
    let new = NewKept {
        text: &text,
        request,
        answer: &answer,
        units: UnitSystem::Metric,
        ladder: Ladder::Ounces,
    };
    store.keep_pick(owner, None, &new).await
}

async fn save(store: &Store, owner: OwnerId) -> Result<Uuid, StoreError> {
    let new = NewWater {
        name: "Reed Mere",
        remark: "",
        asked: PickRequest::usual(),
        at: None,
        made_at: None,
    };
    store.save_water(owner, None, &new).await
}

/// Copies the only row of a table until there are `rows`.
async fn fill(pool: &PgPool, table: &str, rows: i64) {
    let columns: Vec<String> = sqlx::query_scalar(
        "select column_name::text from information_schema.columns where table_name = $1 and column_name <> 'id' and is_generated = 'NEVER'",
    )
    .bind(table)
    .fetch_all(pool)
    .await
    .unwrap();
    let columns = columns.join(", ");
    let copy = format!(
        "insert into {table} (id, {columns}) select gen_random_uuid(), {columns} from {table}, generate_series(2, $1)"
    );
    sqlx::query(sqlx::AssertSqlSafe(copy))
        .bind(rows)
        .execute(pool)
        .await
        .unwrap();
}

async fn count(pool: &PgPool, what: &str) -> i64 {
    let query = format!("select count(*) from {what}");
    sqlx::query_scalar(sqlx::AssertSqlSafe(query))
        .fetch_one(pool)
        .await
        .unwrap()
}

fn full<T: std::fmt::Debug>(found: &Result<T, StoreError>) -> bool {
    matches!(found, Err(StoreError::Full(_)))
}

#[sqlx::test]
async fn a_full_list_of_kept_picks_has_room_once_one_is_deleted(pool: PgPool) {
    let (store, me) = (Store::over(pool.clone()), OwnerId(Uuid::new_v4()));
    let first = keep(&store, me).await.unwrap();
    fill(&pool, "kept_picks", MOST_KEPT - 1).await;
    let last = keep(&store, me).await.unwrap();
    assert!(full(&keep(&store, me).await), "one more than the quota");
    store.delete_kept_pick(me, first).await.unwrap();
    keep(&store, me).await.unwrap();
    assert!(full(&store.restore_kept_pick(me, first).await));
    assert_eq!(store.deleted_pick_name(me, first).await.unwrap(), "One");
    store.delete_kept_pick(me, last).await.unwrap();
    store.restore_kept_pick(me, first).await.unwrap();
    assert_eq!(
        count(&pool, "kept_picks where deleted_at is null").await,
        MOST_KEPT
    );
}

#[sqlx::test]
async fn of_what_is_deleted_the_newest_can_be_brought_back(pool: PgPool) {
    let (store, me) = (Store::over(pool.clone()), OwnerId(Uuid::new_v4()));
    let first = keep(&store, me).await.unwrap();
    fill(&pool, "kept_picks", MOST_DELETED + 20).await;
    let last = keep(&store, me).await.unwrap();
    sqlx::query("update kept_picks set deleted_at = now() - interval '1 day' where id <> $1")
        .bind(last)
        .execute(&pool)
        .await
        .unwrap();
    sqlx::query("update kept_picks set deleted_at = now() - interval '2 days' where id = $1")
        .bind(first)
        .execute(&pool)
        .await
        .unwrap();
    store.delete_kept_pick(me, last).await.unwrap();
    assert_eq!(count(&pool, "kept_picks").await, MOST_DELETED);
    assert!(store.restore_kept_pick(me, last).await.is_ok());
    assert!(matches!(
        store.restore_kept_pick(me, first).await,
        Err(StoreError::NotFound)
    ));
}

#[sqlx::test]
async fn a_full_list_of_waters_has_room_once_one_is_deleted(pool: PgPool) {
    let store = Store::over(pool.clone());
    let me = OwnerId(Uuid::new_v4());
    keep(&store, me).await.unwrap();
    let first = save(&store, me).await.unwrap();
    fill(&pool, "waters", MOST_WATERS).await;
    assert!(full(&save(&store, me).await));
    store.delete_water(me, first, true).await.unwrap();
    save(&store, me).await.unwrap();
    assert!(full(&store.delete_water(me, first, false).await));
    assert_eq!(
        store.deleted_water_name(me, first).await.unwrap(),
        "Reed Mere"
    );
    assert_eq!(
        count(&pool, "waters where deleted_at is null").await,
        MOST_WATERS
    );
}
