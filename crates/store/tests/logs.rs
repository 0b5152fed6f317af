//! What was written down on the water stands once, whoever sends it and in whichever order;
//! the box follows the heads that are gone. Each test gets an empty database of its own.
#![expect(clippy::unwrap_used, reason = "a test may fail loudly")]

mod shared;

use proptest::prelude::*;
use proptest::strategy::ValueTree;
use proptest::test_runner::TestRunner;
use shared::box_of;
use sqlx::PgPool;
use time::macros::date;
use uuid::Uuid;
use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::base::codes::{BoxList, Outcome, Symptom};
use yarrowfen_core::day::{Bite, DayState, Event, EventId, Log, Tried, What, WrittenAt};
use yarrowfen_core::own_box::{Item, Texts};
use yarrowfen_store::{NewSignIn, OwnerId, State, Store};

fn event(id: u128, what: What) -> Event {
    Event {
        id: EventId(id),
        written: WrittenAt {
            at: 1_781_240_400_000 + i64::try_from(id).unwrap() * 60_000,
            day: date!(2026 - 06 - 12),
            offset: 60,
            device: EventId(1),
            seq: u32::try_from(id).unwrap(),
        },
        what,
    }
}

fn heads(count: &str) -> State {
    let texts = [
        ("weight", "1/8 oz"),
        ("shape", "football"),
        ("hook_size", "2/0"),
        ("count", count),
    ];
    let known = yarrowfen_core::own_box::columns(BoxList::Head);
    let texts: Texts<'_> = texts
        .iter()
        .filter(|t| known.contains(&t.0))
        .map(|(k, v)| ((*k).into(), (*v).into()))
        .collect();
    State {
        item: Item::read(BoxList::Head, &texts, UnitSystem::Metric).unwrap(),
        archived: false,
        added_at: None,
    }
}

async fn account(store: &Store, pool: &PgPool) -> OwnerId {
    let owner = OwnerId(Uuid::new_v4());
    sqlx::query("insert into owners (id, kind) values ($1, 'account')")
        .bind(owner.0)
        .execute(pool)
        .await
        .unwrap();
    store.replace_box(owner, &[heads("11")]).await.unwrap();
    owner
}

async fn left(store: &Store, owner: OwnerId) -> u32 {
    box_of(store, owner).await[0].item.count
}

async fn thing(store: &Store, owner: OwnerId) -> EventId {
    EventId(box_of(store, owner).await[0].id.as_u128())
}

#[sqlx::test(migrations = "./migrations")]
async fn an_event_stands_once_and_comes_back_as_it_was(pool: PgPool) {
    let store = Store::over(pool.clone());
    let owner = account(&store, &pool).await;
    let bite = What::Bite(Bite {
        outcome: Outcome::Missed,
        phase: None,
    });
    let events = vec![event(1, What::HungUp), event(2, bite)];
    assert_eq!(store.save_events(owner, &events).await.unwrap(), 2);
    assert_eq!(store.save_events(owner, &events).await.unwrap(), 0);
    // Another content under a known id changes nothing.
    store
        .save_events(owner, &[event(1, What::Ended)])
        .await
        .unwrap();
    assert_eq!(store.events(owner).await.unwrap().read(), events);
    // Another owner's log is his own, under the same ids too.
    let other = account(&store, &pool).await;
    assert!(store.events(other).await.unwrap().read().is_empty());
    assert_eq!(store.save_events(other, &events).await.unwrap(), 2);
    assert_eq!(
        store
            .events_from(owner, date!(2026 - 06 - 13))
            .await
            .unwrap()
            .read(),
        []
    );
}

#[sqlx::test(migrations = "./migrations")]
async fn what_was_tried_is_written_down_with_the_log_and_once(pool: PgPool) {
    let store = Store::over(pool.clone());
    let owner = account(&store, &pool).await;
    let tried = What::Tried(Tried {
        symptom: Symptom::NoHookUp,
        tried: "eye_in_the_way:turn_eye".into(),
        said: "eye across the hook".into(),
        query: "rig=ned".into(),
    });
    for _ in 0..3 {
        store
            .save_events(owner, &[event(5, tried.clone())])
            .await
            .unwrap();
    }
    let tries = store.mend_tries(owner).await.unwrap();
    assert_eq!(tries.len(), 1);
    assert_eq!((tries[0].id.as_u128(), tries[0].new.helped), (5, None));
}

/// In whatever order and pieces a day's events arrive, the box ends with what the events
/// that stand leave of it; on the way it never holds less than that of a day without undoing.
#[sqlx::test(migrations = "./migrations")]
async fn the_box_follows_the_heads_that_are_gone_in_any_order(pool: PgPool) {
    let store = Store::over(pool.clone());
    let mut runner = TestRunner::deterministic();
    let shuffled = (0u64..u64::MAX, prop::collection::vec(0u8..4, 14));
    for _ in 0..25 {
        let (seed, kinds) = shuffled.new_tree(&mut runner).unwrap().current();
        let owner = account(&store, &pool).await;
        let thing = thing(&store, owner).await;
        let mut events: Vec<Event> = (1u128..)
            .zip(&kinds)
            .map(|(id, kind)| {
                let of = EventId(u128::from(seed % 7) + id / 2);
                match kind {
                    0 | 1 => event(id, What::HeadGone { thing: Some(thing) }),
                    2 if of != EventId(id) => event(id, What::Undone { of }),
                    _ => event(id, What::HungUp),
                }
            })
            .collect();
        let gone = DayState::of(&Log::of(&events))
            .gone
            .get(&thing)
            .copied()
            .unwrap_or(0);
        let mut state = seed;
        for i in (1..events.len()).rev() {
            state = state
                .wrapping_mul(6_364_136_223_846_793_005)
                .wrapping_add(1);
            events.swap(i, usize::try_from(state >> 33).unwrap() % (i + 1));
        }
        for some in events.chunks(3) {
            store.save_events(owner, some).await.unwrap();
            // Sent twice, as a network does that loses the answer.
            store.save_events(owner, some).await.unwrap();
        }
        assert_eq!(left(&store, owner).await, 11 - gone, "{kinds:?} {seed}");
    }
}

#[sqlx::test(migrations = "./migrations")]
async fn a_box_is_never_counted_below_nothing_and_not_up_again_for_what_it_never_counted(
    pool: PgPool,
) {
    let store = Store::over(pool.clone());
    let owner = account(&store, &pool).await;
    store.replace_box(owner, &[heads("1")]).await.unwrap();
    let thing = thing(&store, owner).await;
    let gone = |id| event(id, What::HeadGone { thing: Some(thing) });
    store.save_events(owner, &[gone(1), gone(2)]).await.unwrap();
    assert_eq!(left(&store, owner).await, 0);
    store
        .save_events(owner, &[event(3, What::Undone { of: EventId(2) })])
        .await
        .unwrap();
    assert_eq!(left(&store, owner).await, 0);
    store
        .save_events(owner, &[event(4, What::Undone { of: EventId(1) })])
        .await
        .unwrap();
    assert_eq!(left(&store, owner).await, 1);
}

/// A record of tries that is full, or an id that another's try has, holds up no line of the log.
#[sqlx::test(migrations = "./migrations")]
async fn a_full_record_of_tries_holds_up_no_line(pool: PgPool) {
    let store = Store::over(pool.clone());
    let (owner, other) = (account(&store, &pool).await, account(&store, &pool).await);
    let tried = |id| {
        event(
            id,
            What::Tried(Tried {
                symptom: Symptom::NoHookUp,
                tried: "eye_in_the_way:turn_eye".into(),
                said: "eye across the hook".into(),
                query: String::new(),
            }),
        )
    };
    store.save_events(other, &[tried(7)]).await.unwrap();
    assert_eq!(
        store
            .save_events(owner, &[tried(7), event(8, What::HungUp)])
            .await
            .unwrap(),
        2
    );
    assert_eq!(store.mend_tries(owner).await.unwrap().len(), 0);
    let fill = "insert into mend_tries (id, owner_id, symptom, tried, said, query)
                select gen_random_uuid(), $1, 'no_hook_up', 'a:b', 'x', '' from generate_series(1, 2000)";
    sqlx::query(fill)
        .bind(owner.0)
        .execute(&pool)
        .await
        .unwrap();
    assert_eq!(store.save_events(owner, &[tried(9)]).await.unwrap(), 1);
    assert_eq!(store.events(owner).await.unwrap().read().len(), 3);
}

/// The answer to a sign-up may be lost: the browser then goes on by its old id and sends what the
/// account has by now. It stands once; a line that is new stands with the browser and comes along
/// when the account takes it over.
#[sqlx::test(migrations = "./migrations")]
async fn a_browser_that_missed_its_own_sign_up_doubles_no_line(pool: PgPool) {
    let store = Store::over(pool.clone());
    let browser = OwnerId(Uuid::new_v4());
    let sign_in = NewSignIn {
        network: "127.0.0.1".into(),
        token_hash: vec![7; 32],
        lasts: time::Duration::days(1),
    };
    let line = |id| event(id, What::HungUp);
    store
        .save_events(browser, &[line(1), line(2)])
        .await
        .unwrap();
    let account = store
        .sign_up("Sedge", "sedge", "hash", browser, &sign_in)
        .await
        .unwrap();
    let again = [line(1), line(2), line(3)];
    assert_eq!(store.save_events(browser, &again).await.unwrap(), 1);
    assert_eq!(store.save_events(browser, &again).await.unwrap(), 0);
    let ids = async |owner| -> Vec<u128> {
        let all = store.events(owner).await.unwrap().read();
        all.iter().map(|e| e.id.0).collect()
    };
    assert_eq!(ids(account).await, [1, 2]);
    assert_eq!(ids(browser).await, [3]);
    store.claim(browser, account).await.unwrap();
    assert_eq!(ids(account).await, [1, 2, 3]);
    assert_eq!(ids(browser).await, []);
}
