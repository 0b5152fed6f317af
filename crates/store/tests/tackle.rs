//! The box in a real database: changes, undo, imports, and whose they are.
#![expect(clippy::unwrap_used, reason = "a test may fail loudly")]

mod shared;

use std::borrow::Cow;

use shared::box_of;
use sqlx::PgPool;
use uuid::Uuid;
use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::own_box::{BoxList, Item, Texts};
use yarrowfen_store::{ImportState, NewSignIn, OwnerId, State, Store, StoreError, Undone};

fn head(weight: &str, count: u32) -> State {
    let texts: Texts<'_> = [
        ("shape", "ball".to_owned()),
        ("weight", weight.to_owned()),
        ("count", count.to_string()),
    ]
    .into_iter()
    .map(|(k, v)| (Cow::Borrowed(k), Cow::Owned(v)))
    .collect();
    State {
        item: Item::read(BoxList::Head, &texts, UnitSystem::Metric).unwrap(),
        archived: false,
        added_at: None,
    }
}

async fn angler(store: &Store, name: &str) -> OwnerId {
    let sign_in = NewSignIn {
        network: "127.0.0.1".into(),
        token_hash: name.as_bytes().to_vec(),
        lasts: time::Duration::days(1),
    };
    let browser = OwnerId(Uuid::new_v4());
    store
        .sign_up(name, name, "hash", browser, &sign_in)
        .await
        .unwrap()
}

async fn counts(store: &Store, owner: OwnerId) -> Vec<u32> {
    let all = box_of(store, owner).await;
    all.iter().map(|o| o.item.count).collect()
}

#[sqlx::test]
async fn each_change_is_undone_and_undoing_is_undone(pool: PgPool) {
    let store = Store::over(pool);
    let me = angler(&store, "me").await;
    let (added, ids) = store
        .add_items(me, None, &[head("1/8 oz", 5), head("1/4 oz", 9)])
        .await
        .unwrap();
    let count = |mut s: State| {
        s.item.count += 1;
        s
    };
    let (counted, _) = store.change_item(me, None, ids[0], count).await.unwrap();
    assert_eq!(counts(&store, me).await, [6, 9]);
    let Undone { change, left } = store.undo(me, counted).await.unwrap();
    let undone = change.unwrap();
    assert_eq!((counts(&store, me).await, left), (vec![5, 9], 0));
    store.undo(me, undone).await.unwrap();
    assert_eq!(counts(&store, me).await, [6, 9]);
    let removed = store.remove_items(me, &[ids[1]]).await.unwrap();
    assert_eq!(counts(&store, me).await, [6]);
    store.undo(me, removed).await.unwrap();
    assert_eq!(counts(&store, me).await, [6, 9]);
    // The first row was changed since it was added: taking the adding back leaves it alone.
    let left = store.undo(me, added).await.unwrap().left;
    assert_eq!(left, 2, "both rows have been written since");
    assert_eq!(counts(&store, me).await, [6, 9]);
}

#[sqlx::test]
async fn an_older_change_never_overwrites_a_later_one(pool: PgPool) {
    let store = Store::over(pool);
    let me = angler(&store, "me").await;
    let (_, ids) = store
        .add_items(me, None, &[head("1/8 oz", 5)])
        .await
        .unwrap();
    let to = |n: u32| {
        move |mut s: State| {
            s.item.count = n;
            s
        }
    };
    let (first, _) = store.change_item(me, None, ids[0], to(7)).await.unwrap();
    let gone = store.remove_items(me, &ids).await.unwrap();
    assert_eq!(store.undo(me, first).await.unwrap().left, 1);
    assert!(
        counts(&store, me).await.is_empty(),
        "what was removed later stays removed"
    );
    store.undo(me, gone).await.unwrap();
    assert_eq!(counts(&store, me).await, [7]);
}

#[sqlx::test]
async fn presses_at_once_all_count(pool: PgPool) {
    let store = Store::over(pool);
    let me = angler(&store, "me").await;
    let (_, ids) = store
        .add_items(me, None, &[head("1/8 oz", 0)])
        .await
        .unwrap();
    let presses = (0..20).map(|_| {
        let (store, id) = (store.clone(), ids[0]);
        tokio::spawn(async move {
            let up = |mut s: State| {
                s.item.count += 1;
                s
            };
            store.change_item(me, None, id, up).await.unwrap();
        })
    });
    for press in presses.collect::<Vec<_>>() {
        press.await.unwrap();
    }
    assert_eq!(counts(&store, me).await, [20]);
}

#[sqlx::test]
async fn another_changes_undoes_and_takes_nothing_of_mine(pool: PgPool) {
    let store = Store::over(pool);
    let (me, other) = (angler(&store, "me").await, angler(&store, "other").await);
    let (added, ids) = store
        .add_items(me, None, &[head("1/8 oz", 5)])
        .await
        .unwrap();
    fn refused<T>(r: Result<T, StoreError>) {
        assert!(matches!(r, Err(StoreError::NotFound)));
    }
    refused(store.change_item(other, None, ids[0], |s| s).await);
    refused(store.remove_items(other, &ids).await);
    refused(store.undo(other, added).await.map(|u| u.left));
    let file = store.keep_import(me, BoxList::Head, b"x").await.unwrap();
    refused(
        store
            .take_import(other, file, &[head("1/4 oz", 1)], |_| {})
            .await,
    );
    assert!(matches!(
        store.import(other, file).await,
        Err(StoreError::NotFound)
    ));
    assert!(box_of(&store, other).await.is_empty());
    assert_eq!(counts(&store, me).await, [5]);
    assert!(matches!(
        store.import_state(me, file).await,
        Ok(ImportState::Waiting)
    ));
}

#[sqlx::test]
async fn a_file_is_taken_whole_once_and_undone_at_once(pool: PgPool) {
    let store = Store::over(pool);
    let me = angler(&store, "me").await;
    let many: Vec<State> = (0..2500).map(|n| head("1/8 oz", n)).collect();
    let file = store.keep_import(me, BoxList::Head, b"x").await.unwrap();
    let seen = std::sync::Mutex::new(Vec::new());
    let step = |n| seen.lock().unwrap().push(n);
    let change = store.take_import(me, file, &many, step).await.unwrap();
    assert_eq!(*seen.lock().unwrap(), [1000, 2000, 2500]);
    let all = counts(&store, me).await;
    assert!(all.iter().copied().eq(0..2500), "in the order of the file");
    let again = store.take_import(me, file, &many, |_| {}).await;
    assert!(matches!(again, Err(StoreError::NotFound)), "once only");
    assert_eq!(
        store.import_state(me, file).await.unwrap(),
        ImportState::Taken(2500, change)
    );
    store.undo(me, change).await.unwrap();
    assert!(box_of(&store, me).await.is_empty());
}

#[sqlx::test]
async fn a_box_that_would_overflow_takes_nothing(pool: PgPool) {
    let store = Store::over(pool.clone());
    let me = angler(&store, "me").await;
    let many: Vec<State> = (0..25_001).map(|_| head("1/8 oz", 1)).collect();
    store.add_items(me, None, &many).await.unwrap();
    let file = store.keep_import(me, BoxList::Head, b"x").await.unwrap();
    let full = store.take_import(me, file, &many, |_| {}).await;
    assert!(matches!(full, Err(StoreError::Full(_))));
    let n: i64 = sqlx::query_scalar("select count(*) from box_items")
        .fetch_one(&pool)
        .await
        .unwrap();
    assert_eq!(n, 25_001);
    assert_eq!(
        store.import_state(me, file).await.unwrap(),
        ImportState::Waiting
    );
}

#[sqlx::test]
async fn deleting_an_account_leaves_nothing_of_it(pool: PgPool) {
    let store = Store::over(pool.clone());
    let (me, other) = (angler(&store, "me").await, angler(&store, "other").await);
    for owner in [me, other] {
        store
            .add_items(owner, None, &[head("1/8 oz", 5)])
            .await
            .unwrap();
        store.keep_import(owner, BoxList::Head, b"x").await.unwrap();
    }
    store.delete_account_with_everything(me).await.unwrap();
    for table in [
        "owners",
        "accounts",
        "sign_ins",
        "box_items",
        "box_changes",
        "imports",
    ] {
        let column = if table == "owners" { "id" } else { "owner_id" };
        let sql = format!(
            "select count(*) filter (where {column} = $1), count(*) filter (where {column} = $2) from {table}"
        );
        let left: (i64, i64) = sqlx::query_as(sqlx::AssertSqlSafe(sql))
            .bind(me.0)
            .bind(other.0)
            .fetch_one(&pool)
            .await
            .unwrap();
        assert!(left.0 == 0 && left.1 > 0, "{table}: {left:?}");
    }
}

#[sqlx::test]
async fn attempts_at_once_are_counted_one_by_one(pool: PgPool) {
    let store = Store::over(pool);
    let tries = (0..30).map(|_| {
        let store = store.clone();
        tokio::spawn(async move {
            let subjects = ["b".to_owned(), "a".to_owned()];
            let refuse = |_, f: yarrowfen_store::Failures| (f.count >= 5).then_some(());
            store
                .begin_attempt(&subjects, refuse)
                .await
                .unwrap()
                .is_none()
        })
    });
    let mut let_through = 0;
    for t in tries.collect::<Vec<_>>() {
        let_through += usize::from(t.await.unwrap());
    }
    assert_eq!(let_through, 5);
    // One subject is forgotten, of the other one attempt is taken back.
    store.forgive(&["a".into()], &["b".into()]).await.unwrap();
    let four = |_, f: yarrowfen_store::Failures| (f.count != 4).then_some(f.count);
    assert_eq!(
        store.begin_attempt(&["b".into()], four).await.unwrap(),
        None
    );
    let refuse = |_, f: yarrowfen_store::Failures| (f.count > 0).then_some(());
    assert!(
        store
            .begin_attempt(&["a".into()], refuse)
            .await
            .unwrap()
            .is_none()
    );
}
