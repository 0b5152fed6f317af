//! The box against the answer, the bench's geometry, and what is missing.

#[path = "common/things.rs"]
mod things;

use proptest::prelude::*;
use things::{NED, SWING, asked, engine, item, said};
use yarrowfen_core::answer::OwnAnswer;
use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::base::codes::Sits;
use yarrowfen_core::base::codes::{HookStyle, Wire};
use yarrowfen_core::gear::seat::{BenchBait, seat};
use yarrowfen_core::own_box::{BoxIndex, BoxList, Item, NamedHook, csv, typed_line as quick};
use yarrowfen_core::question::Bait;
use yarrowfen_core::{Engine, Options, PickRequest};

fn from_box(engine: &Engine, request: &PickRequest, things: &[Item]) -> OwnAnswer {
    let answer = engine.pick(request, Options::default());
    let things: Vec<&Item> = things.iter().collect();
    let index = BoxIndex::of(&things);
    engine.from_box(request, Options::default(), answer.rig, (&things, &index))
}

fn bait(form: &str, length_mm: f64, body_mm: Option<f64>) -> Bait {
    let body = body_mm.map_or("null".into(), |b| b.to_string());
    asked(&format!(
        r#"{{"bait":{{"form":"{form}","length_mm":{length_mm},"body_mm":{body}}}}}"#
    ))
    .bait
}

fn near(got: f64, wanted: f64) -> bool {
    (got - wanted).abs() < 0.005
}

/// Worked by hand in docs/model.md: an open point.
#[test]
fn an_open_hook_lies_in_a_paddle_tail_as_worked_by_hand() {
    let engine = engine();
    let bait = BenchBait::new(
        &bait("paddle_tail", 97.0, Some(17.5)),
        Some(58.0),
        engine.tables(),
    );
    let hook =
        NamedHook::nominal(engine.tables(), "3/0", HookStyle::RoundBend, Wire::Medium).unwrap();
    let s = seat(&bait, &hook.measures, hook.style, 0.0);
    assert!(!s.hidden && near(s.bend_mm, 41.0) && near(s.tip_mm, 20.0));
    assert!(near(s.free_mm, 5.25) && near(s.pressed_mm, 9.625), "{s:?}");
    assert!(
        near(s.exit_mm, 40.987) && near(s.clear_of_tail_mm, 17.0),
        "{s:?}"
    );
    // Drawn 4 mm back, everything but the depths moves by 4.
    let moved = seat(&bait, &hook.measures, hook.style, 4.0);
    assert!(near(moved.bend_mm, 45.0) && near(moved.clear_of_tail_mm, 13.0));
}

/// Worked by hand in docs/model.md: a hidden point.
#[test]
fn a_hidden_hook_lies_in_a_stick_as_worked_by_hand() {
    let engine = engine();
    let bait = BenchBait::new(&bait("stick", 127.0, Some(14.5)), None, engine.tables());
    let hook =
        NamedHook::nominal(engine.tables(), "3/0", HookStyle::WideGap, Wire::Medium).unwrap();
    let s = seat(&bait, &hook.measures, hook.style, 0.0);
    assert!(s.hidden && near(s.exit_mm, 40.921) && near(s.out_mm.unwrap(), 7.56));
    assert!(near(s.free_mm, 2.3) && near(s.pressed_mm, 9.55), "{s:?}");
}

#[test]
fn the_ideal_in_the_box_is_tied_on() {
    let engine = engine();
    let request = asked(NED);
    let answer = engine.pick(&request, Options::default());
    let ideal = format!(
        "7 {} {} {} short shank",
        answer.head.shape, answer.weight.label, answer.hook.size
    );
    let own = from_box(&engine, &request, &[said("3 ball 1 oz 3/0"), said(&ideal)]);
    assert!(own.serves && own.missing.is_none(), "{own:?}");
    assert_eq!(
        (own.heads[0].at, own.heads[0].rungs_off, own.heads[0].count),
        (1, 0, 7)
    );
    assert!(own.heads[0].costs.is_empty());
}

#[test]
fn where_nothing_serves_the_nearest_is_named_with_what_is_missing() {
    let engine = engine();
    let request = asked(NED);
    let own = from_box(
        &engine,
        &request,
        &[said("3 ball 1 oz 3/0"), said("2 ball 1/2 oz 1/0")],
    );
    assert!(!own.serves);
    assert_eq!(own.heads[0].at, 1);
    assert!(!own.heads[0].too_heavy.is_empty() && own.heads[0].rungs_off > 0);
    assert!(own.missing.unwrap().contains("mushroom, hook"));
    let empty = from_box(&engine, &request, &[said("braid 10 lb")]);
    assert!(empty.heads.is_empty() && empty.text.starts_with("No head in your box"));
}

#[test]
fn a_measured_gap_wins_over_the_number_and_says_so() {
    let engine = engine();
    let request = asked(NED);
    let own = from_box(
        &engine,
        &request,
        &[said("5 mushroom 1/16 1/0 short shank gap 6.5 long 26")],
    );
    let hook = own.heads[0].hook.as_ref().unwrap();
    assert!(
        hook.measured && hook.sits == Sits::GapFilled && !own.serves,
        "{hook:?}"
    );
    assert!(
        hook.text.contains("6.5 mm of gap measured") && hook.text.contains("its number says 11 mm")
    );
    // A millimetre more: the plastic gives so far, and it is told to be tight.
    let tight = said("5 mushroom 1/16 1/0 short shank gap 7.5 long 26");
    let own = from_box(&engine, &request, &[tight]);
    let hook = own.heads[0].hook.as_ref().unwrap();
    assert!(hook.sits == Sits::Tight && own.serves, "{hook:?}");
    assert!(hook.text.starts_with("tight in the gap"), "{hook:?}");
    let by_number = from_box(
        &engine,
        &request,
        &[said("5 mushroom 1/16 1/0 short shank")],
    );
    assert!(
        by_number.serves
            && by_number.heads[0]
                .hook
                .as_ref()
                .unwrap()
                .text
                .contains("by its number")
    );
}

#[test]
fn a_metal_asked_for_by_name_is_the_only_one_taken() {
    let engine = engine();
    let mut request = asked(NED);
    request.tackle.material = Some(yarrowfen_core::base::codes::Material::Tin);
    let own = from_box(
        &engine,
        &request,
        &[said("5 mushroom 1/16 1/0 lead"), said("5 ball 1/8 1/0 tin")],
    );
    assert_eq!(own.heads.iter().map(|h| h.at).collect::<Vec<_>>(), [1]);
}

#[test]
fn a_swing_head_is_joined_with_an_own_hook() {
    let engine = engine();
    let request = asked(SWING);
    let things = [
        said("5 swing football 5/8"),
        said("10 hooks 1 worm offset"),
        said("10 hooks 4/0 wide gap heavy"),
        said("rod 10-35 g medium heavy"),
        said("rod 1-7 g light"),
        said("fluorocarbon 17 lb 0.38 mm"),
        said("braid 20 lb 0.25 mm"),
    ];
    let own = from_box(&engine, &request, &things);
    assert_eq!(
        (own.hooks[0].at, own.rods[0].at, own.lines[0].at),
        (2, 3, 5)
    );
    assert!(own.rods[0].fits && !own.rods[1].fits && own.rods[1].text.starts_with("overloaded"));
    assert!(own.lines[0].fits && own.lines[0].text.contains("0.38 mm measured"));
    let without = from_box(&engine, &request, &things[..2]);
    assert!(!without.serves && without.missing.unwrap().contains("a hook"));
}

fn hooks() -> impl Strategy<Value = Vec<Item>> {
    let hook = (
        4.0..22.0_f64,
        12.0..70.0_f64,
        prop::sample::select(HookStyle::ALL),
    );
    let made = hook.prop_map(|(gap, long, style)| {
        let mm = |v: f64| format!("{v:.2}");
        item(
            BoxList::Hook,
            &[
                ("gap_mm", mm(gap)),
                ("length_mm", mm(long)),
                ("hook_style", style.code().into()),
            ],
        )
    });
    prop::collection::vec(made, 1..12)
}

proptest! {
    #![proptest_config(ProptestConfig { failure_persistence: None, cases: 200, ..ProptestConfig::default() })]

    /// Fact of the trade: of the same box, a longer bait never gets a shorter hook.
    #[test]
    fn a_longer_bait_never_gets_a_shorter_hook(things in hooks(), short in 76.0..200.0_f64, more in 0.5..60.0_f64, body in 8.0..20.0_f64) {
        let engine = engine();
        let chosen = |length: f64| {
            let mut request = asked(SWING);
            (request.bait.length_mm, request.bait.body_mm) = (length, Some(body));
            from_box(&engine, &request, &things).hooks[0].length_mm
        };
        prop_assert!(chosen(short) <= chosen(short + more));
    }

    /// One more head in the box never takes a serving one away.
    #[test]
    fn more_in_the_box_never_serves_worse(weights in prop::collection::vec(0.2..30.0_f64, 1..8), extra in 0.2..30.0_f64) {
        let engine = engine();
        let request = asked(NED);
        let made = |g: &f64| item(BoxList::Head, &[("shape", "ball".into()), ("weight", format!("{g:.3} g")), ("hook", "1/0".into())]);
        let mut things: Vec<Item> = weights.iter().map(made).collect();
        let before = from_box(&engine, &request, &things).serves;
        things.push(made(&extra));
        prop_assert!(from_box(&engine, &request, &things).serves || !before);
    }

    /// The best of a large box beats each other head of it by itself: none is passed over unseen.
    #[test]
    fn the_best_of_a_large_box_beats_each_other_head(heads in prop::collection::vec((0.2..30.0_f64, 4.0..20.0_f64, 12.0..60.0_f64), 60..140)) {
        let engine = engine();
        let request = asked(NED);
        let things: Vec<Item> = heads.iter().map(|(g, gap, long)| item(BoxList::Head, &[
            ("shape", "ball".into()), ("weight", format!("{g:.3} g")), ("gap_mm", format!("{gap:.2}")), ("length_mm", format!("{long:.2}")),
        ])).collect();
        let best = from_box(&engine, &request, &things).heads[0].at;
        for other in (0..things.len()).filter(|o| *o != best) {
            let pair = [things[best].clone(), things[other].clone()];
            prop_assert_eq!(from_box(&engine, &request, &pair).heads[0].at, 0, "{} over {}", best, other);
        }
    }

    /// Whatever is typed or sent as a file is answered, never a panic.
    #[test]
    fn nothing_typed_stops_the_reader(line in "\\PC{0,80}", bytes in prop::collection::vec(any::<u8>(), 0..400), head in prop::sample::select(vec!["", "shape,weight\n", "form;length_mm\n", "line\ttest_lb\n"])) {
        for kind in BoxList::ALL {
            let u = quick::understand(&line, *kind, UnitSystem::Imperial);
            let _ = Item::read(u.kind, &u.texts, UnitSystem::Imperial);
            let _ = csv::read(*kind, &[head.as_bytes(), &bytes].concat(), |_| {});
            let _ = csv::read(*kind, format!("{head}{line}").as_bytes(), |_| {});
        }
    }

    /// What was written to a file is read back the same.
    #[test]
    fn import_after_export_changes_nothing(g in 0.1..59.0_f64, count in 0..100_000_u32, remark in "\\PC{0,60}", gap in prop::option::of(2.0..40.0_f64)) {
        let one = item(BoxList::Head, &[
            ("shape", "ball".into()), ("weight", format!("{g} g")), ("count", count.to_string()), ("remark", remark),
            ("gap_mm", gap.map_or(String::new(), |v| v.to_string())),
        ]);
        let file = csv::write(BoxList::Head, [&one]);
        let read = csv::read(BoxList::Head, &file, |_| {}).unwrap();
        prop_assert_eq!(&read.items, &[one]);
        prop_assert_eq!(csv::write(BoxList::Head, &read.items), file);
    }
}

/// A rod does not fit what is lighter than it casts, nor what is heavier.
#[test]
fn a_rod_fits_what_lies_within_its_rating() {
    let (engine, request) = (engine(), asked(NED));
    let total = engine.pick(&request, Options::default()).weight.total_g;
    for (least, most, fits) in [
        (total - 1.0, total + 2.0, true),
        (total + 1.0, total + 9.0, false),
        (0.5, total - 1.0, false),
    ] {
        let rating = [
            ("least_g", format!("{least:.1}")),
            ("most_g", format!("{most:.1}")),
        ];
        let own = from_box(&engine, &request, &[item(BoxList::Rod, &rating)]);
        assert_eq!(
            own.rods[0].fits, fits,
            "{least} to {most} g under {total} g"
        );
    }
}

/// Just what is asked for is told so, a size beside it is not.
#[test]
fn a_head_a_size_off_is_not_told_as_just_so() {
    let (engine, request) = (engine(), asked(NED));
    let answer = engine.pick(&request, Options::default());
    let at = answer
        .rungs
        .iter()
        .position(|r| r.label == answer.weight.label)
        .unwrap();
    let told = |label: &str| {
        let line = format!(
            "{} {label} {} short shank",
            answer.head.shape, answer.hook.size
        );
        from_box(&engine, &request, &[said(&line)]).text
    };
    assert!(!told(&answer.weight.label).contains("heavier"));
    let beside = told(&answer.rungs[at + 1].label);
    assert!(beside.contains("a size heavier than asked for"), "{beside}");
}
