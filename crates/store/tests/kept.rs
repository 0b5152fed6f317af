//! Kept picks, on a real database. Each test gets an empty one of its own.
#![expect(clippy::unwrap_used, reason = "a test may fail loudly")]

use sqlx::PgPool;
use time::OffsetDateTime;
use uuid::Uuid;
use yarrowfen_core::base::{Ladder, UnitSystem};
use yarrowfen_core::{Answer, Engine, Options, PickRequest};
use yarrowfen_store::{
    DEMO_OWNER, KeptAsks, KeptPicks, KeptText, NewKept, OwnerId, Part, Store, StoreError,
};

async fn all_of(store: &Store, owner: OwnerId) -> KeptPicks {
    let asks = KeptAsks {
        page: 1,
        ..KeptAsks::default()
    };
    store.kept_page(owner, &asks).await.unwrap()
}

fn asked() -> (PickRequest, Answer) {
    let request =
        PickRequest::from_json(br#"{"rig":"ned","water":{"depth_m":2.4,"wind_mps":4}}"#).unwrap();
    let answer = Engine::new().unwrap().pick(&request, Options::default());
    (request, answer)
}

fn someone() -> OwnerId {
    OwnerId(Uuid::new_v4())
}

async fn keep(store: &Store, owner: OwnerId, name: &str) -> Uuid {
    let (request, answer) = asked();
    let text = KeptText::new(name, "a remark", "a place").unwrap();
    let new = NewKept {
        text: &text,
        request: &request,
        answer: &answer,
        units: UnitSystem::Imperial,
        ladder: Ladder::Grams,
    };
    store.keep_pick(owner, None, &new).await.unwrap()
}

#[sqlx::test]
async fn what_is_kept_comes_back_just_as_it_was_answered(pool: PgPool) {
    let (store, owner) = (Store::over(pool), someone());
    let id = keep(&store, owner, "Shelf").await;
    let kept = store.kept_pick(owner, id).await.unwrap();
    let (request, answer) = asked();
    assert_eq!((kept.request, kept.answer), (request, answer));
    assert_eq!(
        (kept.units, kept.ladder, kept.example),
        (UnitSystem::Imperial, Ladder::Grams, false)
    );
    assert_eq!(
        (
            kept.name.as_str(),
            kept.remark.as_str(),
            kept.place.as_str()
        ),
        ("Shelf", "a remark", "a place")
    );
}

#[sqlx::test]
async fn nobody_sees_or_changes_what_another_keeps(pool: PgPool) {
    let (store, a, b) = (Store::over(pool), someone(), someone());
    let id = keep(&store, a, "Mine").await;
    assert!(all_of(&store, b).await.picks.is_empty());
    assert!(matches!(
        store.kept_pick(b, id).await,
        Err(StoreError::NotFound)
    ));
    assert!(matches!(
        store.delete_kept_pick(b, id).await,
        Err(StoreError::NotFound)
    ));
    store.delete_kept_pick(a, id).await.unwrap();
    assert!(matches!(
        store.restore_kept_pick(b, id).await,
        Err(StoreError::NotFound)
    ));
    assert!(matches!(
        store.deleted_pick_name(b, id).await,
        Err(StoreError::NotFound)
    ));
}

#[sqlx::test]
async fn a_deleted_pick_is_gone_until_it_is_brought_back(pool: PgPool) {
    let (store, owner) = (Store::over(pool), someone());
    let id = keep(&store, owner, "Shelf").await;
    assert_eq!(store.delete_kept_pick(owner, id).await.unwrap(), "Shelf");
    assert!(all_of(&store, owner).await.picks.is_empty());
    assert!(matches!(
        store.delete_kept_pick(owner, id).await,
        Err(StoreError::NotFound)
    ));
    assert_eq!(store.deleted_pick_name(owner, id).await.unwrap(), "Shelf");
    store.restore_kept_pick(owner, id).await.unwrap();
    assert_eq!(all_of(&store, owner).await.picks.len(), 1);
}

#[sqlx::test]
async fn only_what_was_deleted_long_ago_is_swept(pool: PgPool) {
    let (store, owner) = (Store::over(pool.clone()), someone());
    let (old, young) = (
        keep(&store, owner, "Old").await,
        keep(&store, owner, "Young").await,
    );
    store.delete_kept_pick(owner, old).await.unwrap();
    store.delete_kept_pick(owner, young).await.unwrap();
    sqlx::query("update kept_picks set deleted_at = now() - interval '31 days' where id = $1")
        .bind(old)
        .execute(&pool)
        .await
        .unwrap();
    assert_eq!(store.sweep().await.unwrap(), 1);
    assert!(store.restore_kept_pick(owner, young).await.is_ok());
    assert!(store.restore_kept_pick(owner, old).await.is_err());
}

#[sqlx::test]
async fn everybody_sees_the_examples_and_nobody_deletes_them(pool: PgPool) {
    let (store, reader) = (Store::over(pool), someone());
    let (request, answer) = asked();
    let text = KeptText::new("Example", "", "").unwrap();
    let id = Uuid::from_u128(7);
    let row = || NewKept {
        text: &text,
        request: &request,
        answer: &answer,
        units: UnitSystem::Metric,
        ladder: Ladder::Ounces,
    };
    for _ in 0..2 {
        store
            .replace_kept(
                yarrowfen_store::DEMO_OWNER,
                &[(id, OffsetDateTime::UNIX_EPOCH, row())],
            )
            .await
            .unwrap();
    }
    assert_eq!(
        all_of(&store, DEMO_OWNER).await.picks.len(),
        1,
        "loading twice leaves one"
    );
    assert!(store.kept_pick(reader, id).await.unwrap().example);
    assert!(store.delete_kept_pick(reader, id).await.is_err());
}

#[sqlx::test]
async fn there_is_a_limit_to_what_one_owner_keeps(pool: PgPool) {
    let (store, owner) = (Store::over(pool.clone()), someone());
    let id = keep(&store, owner, "First").await;
    sqlx::query(
        "insert into kept_picks (id, owner_id, name, request, answer, units, ladder, model)
         select gen_random_uuid(), owner_id, name, request, answer, units, ladder, model
         from kept_picks, generate_series(1, 1999) where id = $1",
    )
    .bind(id)
    .execute(&pool)
    .await
    .unwrap();
    let (request, answer) = asked();
    let text = KeptText::new("One more", "", "").unwrap();
    let new = NewKept {
        text: &text,
        request: &request,
        answer: &answer,
        units: UnitSystem::Metric,
        ladder: Ladder::Ounces,
    };
    assert!(matches!(
        store.keep_pick(owner, None, &new).await,
        Err(StoreError::Full(_))
    ));
}

#[test]
fn texts_are_trimmed_counted_by_characters_and_all_faults_named() {
    assert!(KeptText::new("  Bärenmoor é ", "", "").is_ok());
    assert!(KeptText::new(&"é".repeat(80), "", "").is_ok());
    let faults = KeptText::new(" \u{0} ", &"r".repeat(1001), &"p".repeat(81)).unwrap_err();
    let mut fields: Vec<_> = faults.iter().map(|f| f.field).collect();
    fields.sort_unstable();
    assert_eq!(fields, ["name", "place", "remark"]);
}

/// One row of a later version, one with a rung too few, one with unknown units:
/// each is left out and counted, and the others are there.
#[sqlx::test]
async fn a_kept_pick_that_cannot_be_read_hides_none_of_the_others(pool: PgPool) {
    let (store, owner) = (Store::over(pool.clone()), someone());
    for (name, spoil) in [
        ("later", "schema = 99"),
        ("empty", "answer = jsonb_set(answer, '{rungs}', '[]')"),
        ("foreign", "units = 'cubits'"),
        ("broken", "answer = '{}'"),
        ("sound", "remark = 'still here'"),
    ] {
        let id = keep(&store, owner, name).await;
        sqlx::query(sqlx::AssertSqlSafe(format!(
            "update kept_picks set {spoil} where id = $1"
        )))
        .bind(id)
        .execute(&pool)
        .await
        .unwrap();
    }
    let all = all_of(&store, owner).await;
    let names: Vec<_> = all.picks.iter().map(|k| k.name.as_str()).collect();
    assert_eq!((names, all.unreadable), (vec!["sound"], 4));
    let mut out = 0;
    let count = async |part| {
        out += match part {
            Part::Kept(some) => some.len(),
            _ => 0,
        };
        Ok::<(), StoreError>(())
    };
    store.walk(owner, count).await.unwrap();
    assert_eq!(out, 1);
}
