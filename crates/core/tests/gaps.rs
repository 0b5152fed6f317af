//! What a box lacks for its angler's situations, and what of it lies idle.

#[path = "common/things.rs"]
mod things;

use std::collections::BTreeSet;

use proptest::prelude::*;
use things::{NED, SWING, asked, engine, item, said};
use yarrowfen_core::answer::{GapCell, GapState, Gaps};
use yarrowfen_core::explore::gaps::{Situation, in_turns};
use yarrowfen_core::own_box::{BoxList, Item};
use yarrowfen_core::{Engine, Options, PickRequest};

fn situations(requests: &[PickRequest]) -> Vec<Situation<'_>> {
    requests
        .iter()
        .enumerate()
        .map(|(n, request)| Situation {
            name: format!("place {n}"),
            request,
        })
        .collect()
}

fn some_waters() -> Vec<PickRequest> {
    [
        NED,
        SWING,
        r#"{"rig":"shaky_head","bait":{"form":"worm","length_mm":165},"water":{"depth_m":4,"bottom":"chunk_rock"}}"#,
        r#"{"rig":"swimbait","bait":{"form":"paddle_tail","length_mm":76},"water":{"depth_m":6,"bottom":"boulder"}}"#,
        r#"{"rig":"ned","bait":{"form":"stick","length_mm":70,"plastic":"floating"},"water":{"depth_m":2.8,"bottom":"sand","temp_c":13},"species":"smallmouth"}"#,
    ]
    .map(asked)
    .into()
}

#[test]
fn an_empty_box_is_told_what_serves_most_first() {
    let engine = engine();
    let requests = some_waters();
    let gaps = engine.gaps(&situations(&requests), &[], Options::default());
    assert_eq!((gaps.situations, gaps.served), (5, 0));
    let serves: Vec<usize> = gaps.buys.iter().map(|b| b.serves.len()).collect();
    assert!(
        serves.is_sorted_by(|a, b| a >= b) && serves[0] >= 2,
        "one head does both small baits: {gaps:?}"
    );
    // Each situation but the unservable is served by something, and the swing head by a head and a hook.
    for n in 0..5 {
        let name = format!("place {n}");
        let by = gaps
            .buys
            .iter()
            .filter(|b| b.serves.contains(&name))
            .count();
        let wanted = if gaps.unservable.contains(&name) {
            0
        } else if n == 1 {
            2
        } else {
            1
        };
        assert_eq!(by, wanted, "{name}: {gaps:?}");
    }
}

#[test]
fn a_box_with_what_was_bought_lacks_nothing_and_names_what_lies_idle() {
    let engine = engine();
    let requests = some_waters();
    let bought = engine.gaps(&situations(&requests), &[], Options::default());
    let mut things: Vec<Item> = bought
        .buys
        .iter()
        .map(|b| {
            said(&format!(
                "3 {}",
                b.what.replace(", hook", "").replace("hook ", "hooks ")
            ))
        })
        .collect();
    things.push(said("9 swing football 1/64 oz"));
    let all: Vec<&Item> = things.iter().collect();
    let gaps = engine.gaps(&situations(&requests), &all, Options::default());
    assert!(gaps.buys.is_empty(), "{gaps:?}");
    assert_eq!(gaps.served + gaps.unservable.len(), 5);
    assert!(gaps.idle.contains(&(things.len() - 1)));
}

/// The picture and the list are one: what is open, crossed and served, and what would be
/// bought for it; places of one name are told apart.
#[test]
fn the_picture_of_a_box_says_what_its_list_says() {
    let engine = engine();
    let requests = some_waters();
    let all = situations(&requests);
    let counts = |things: &[&Item], all: &[Situation<'_>]| {
        let gaps = engine.gaps(all, things, Options::default());
        let rows = |state| gaps.picture.iter().filter(|r| r.state == state).count();
        assert_eq!(rows(GapState::Served), gaps.served);
        assert_eq!(rows(GapState::Crossed), gaps.unservable.len());
        for (k, buy) in gaps.buys.iter().enumerate() {
            let drawn = gaps
                .picture
                .iter()
                .filter(|r| r.cells.contains(&GapCell::Buy(k + 1)));
            // A hook is no weight: it stands in no column.
            if drawn.clone().count() > 0 {
                let names: Vec<&str> = drawn.map(|r| r.name.as_str()).collect();
                assert!(
                    buy.serves.iter().all(|n| names.contains(&n.as_str())),
                    "{buy:?} {names:?}"
                );
            }
        }
        assert!(
            gaps.picture
                .iter()
                .all(|r| r.cells.len() == gaps.sizes.len())
        );
        (gaps.served, rows(GapState::Open))
    };
    let (none, open) = counts(&[], &all);
    assert_eq!((none, open > 0), (0, true));
    let one_name: Vec<Situation<'_>> = all
        .iter()
        .map(|s| Situation {
            name: "the pier".into(),
            request: s.request,
        })
        .collect();
    // By one name the served are still told from the open.
    let bought = engine.gaps(&all, &[], Options::default());
    let first = said(&format!("3 {}", bought.buys[0].what.replace(", hook", "")));
    let served = counts(&[&first], &all);
    assert_eq!(counts(&[&first], &one_name), served);
    assert!(served.0 >= 2 && served.1 > 0, "{served:?}");
    let gaps = engine.gaps(&one_name, &[&first], Options::default());
    for row in gaps.picture.iter().filter(|r| r.state == GapState::Served) {
        let bought = row.cells.iter().any(|c| matches!(c, GapCell::Buy(_)));
        assert!(!bought, "nothing is bought for what is served: {row:?}");
    }
}

/// The newest of each come first, and none is lost where the one list ends.
#[test]
fn picks_and_waters_take_turns() {
    let request = asked(NED);
    let named = |names: [&'static str; 3], count: usize| {
        let situation = |name: &str| Situation {
            name: name.into(),
            request: &request,
        };
        names.into_iter().take(count).map(situation)
    };
    let order = |picks, waters| {
        let picks = named(["p1", "p2", "p3"], picks);
        let all = in_turns(picks, named(["w1", "w2", "w3"], waters));
        all.into_iter().map(|s| s.name).collect::<Vec<_>>()
    };
    assert_eq!(order(3, 1), ["p1", "w1", "p2", "p3"]);
    assert_eq!(order(1, 3), ["p1", "w1", "w2", "w3"]);
    assert_eq!(order(0, 2), ["w1", "w2"]);
    assert!(order(0, 0).is_empty());
}

fn lacks(engine: &Engine, requests: &[PickRequest], things: &[&Item]) -> Gaps {
    engine.gaps(&situations(requests), things, Options::default())
}

/// Heads and hooks of few measures, so that many are alike, in any order.
fn boxes() -> impl Strategy<Value = Vec<Item>> {
    let head = (
        prop::sample::select(vec!["mushroom", "ball", "football"]),
        prop::sample::select(vec![1.8, 2.7, 3.5, 5.3, 10.6]),
        prop::sample::select(vec![6.0, 9.0, 14.0]),
    );
    let head = head.prop_map(|(shape, g, gap)| {
        let texts = [
            ("shape", shape.into()),
            ("weight", format!("{g} g")),
            ("gap_mm", format!("{gap}")),
            ("length_mm", format!("{}", 2.5 * gap)),
        ];
        item(BoxList::Head, &texts)
    });
    let hook = prop::sample::select(vec![10.0, 14.0, 18.0]).prop_map(|gap: f64| {
        let texts = [
            ("gap_mm", format!("{gap}")),
            ("length_mm", format!("{}", 2.6 * gap)),
            ("hook_style", "wide_gap".into()),
        ];
        item(BoxList::Hook, &texts)
    });
    prop::collection::vec(prop_oneof![3 => head, 1 => hook], 0..40)
}

proptest! {
    #![proptest_config(ProptestConfig { failure_persistence: None, cases: 60, ..ProptestConfig::default() })]

    /// Whether a thing lies idle is its own affair: it does in the box if and only if it does alone.
    #[test]
    fn what_lies_idle_lies_idle_alone(things in boxes()) {
        let (engine, requests) = (engine(), some_waters());
        let all: Vec<&Item> = things.iter().collect();
        let alone = (0..all.len()).filter(|at| lacks(&engine, &requests, &[all[*at]]).idle == [0]);
        let wanted: BTreeSet<usize> = alone.collect();
        let found = lacks(&engine, &requests, &all).idle;
        prop_assert_eq!(found.iter().copied().collect::<BTreeSet<_>>(), wanted);
        // Each is named once, heads before hooks, in the order of the box.
        let is_hook = |at: &usize| all[*at].thing.kind() == BoxList::Hook;
        let mut sorted = found.clone();
        sorted.sort_by_key(|at| (is_hook(at), *at));
        prop_assert_eq!(found, sorted);
    }

    /// The order of a box, and how many there are of a thing, change nothing of what it serves and lacks.
    #[test]
    fn more_of_the_same_serves_what_one_serves((things, turned, twice) in boxes().prop_flat_map(|b| {
        let places = 0..b.len().max(1);
        (Just(b.clone()), Just(b).prop_shuffle(), prop::collection::vec(places, 0..10))
    })) {
        let (engine, requests) = (engine(), some_waters());
        let all: Vec<&Item> = things.iter().collect();
        let mut more: Vec<&Item> = turned.iter().collect();
        if !all.is_empty() {
            more.extend(twice.iter().map(|at| all[*at]));
        }
        let (one, other) = (lacks(&engine, &requests, &all), lacks(&engine, &requests, &more));
        prop_assert_eq!(one.served, other.served);
        prop_assert_eq!(one.buys, other.buys);
        prop_assert_eq!(one.unservable, other.unservable);
        prop_assert_eq!((one.sizes, one.picture), (other.sizes, other.picture));
    }

    /// A situation that a part of the box serves is served by all of it.
    #[test]
    fn more_in_the_box_never_lacks_more(things in boxes(), cut in 0.0..1.0_f64) {
        let (engine, requests) = (engine(), some_waters());
        let all: Vec<&Item> = things.iter().collect();
        let part = &all[..(cut * all.len() as f64) as usize];
        let served = |things: &[&Item]| -> BTreeSet<String> {
            let gaps = lacks(&engine, &requests, things);
            let rows = gaps.picture.into_iter().filter(|r| r.state == GapState::Served);
            rows.map(|r| r.name).collect()
        };
        prop_assert!(served(part).is_subset(&served(&all)));
    }
}
