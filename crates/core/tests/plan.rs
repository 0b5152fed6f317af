//! A planned day: its hours are filled, what it ties on does what is asked there, and it is packed
//! for what is lost; the sun against astral, what is enough against scipy.
#![allow(clippy::unwrap_used, reason = "a test")]

use proptest::prelude::*;
use serde_json::Value;
use time::{Date, Month};
use yarrowfen_core::Options;
use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::base::codes::Bottom;
use yarrowfen_core::base::limits::WIND;
use yarrowfen_core::day::{Hourly, read_day, read_table_of_hours, read_time, show_time};
use yarrowfen_core::explore::ledger::Lost;
use yarrowfen_core::explore::plan::{
    Plan, PlanAsked, PlanFault, PlanHeld, SlotPlanned, StopAsked, losses_an_hour, times,
};
use yarrowfen_core::own_box::{BoxList, Item, csv};
use yarrowfen_core::physics::sun::{Light, Position};
use yarrowfen_core::question::PickRequest;
use yarrowfen_core::say::plan as say;
use yarrowfen_core::statistics::rates::{Count, enough};

mod common;
use common::ENGINE;

fn stop(name: &str, json: &str) -> StopAsked {
    StopAsked {
        name: name.to_owned(),
        request: PickRequest::from_json(json.as_bytes()).unwrap(),
        minutes: None,
        way_min: None,
        at: None,
    }
}

fn wall() -> StopAsked {
    stop(
        "wall",
        r#"{"water":{"depth_m":3,"depth_max_m":14,"bottom":"chunk_rock","clarity":"clear","temp_c":19},"season":"summer","species":"smallmouth"}"#,
    )
}

fn broad() -> StopAsked {
    stop(
        "broad",
        r#"{"water":{"depth_m":3.8,"bottom":"gravel","clarity":"stained","temp_c":17},"season":"post_spawn","species":"smallmouth"}"#,
    )
}

fn lode() -> StopAsked {
    stop(
        "lode",
        r#"{"rig":"grub","bait":{"form":"grub","length_mm":64},"water":{"depth_m":2.6,"bottom":"gravel","current_mps":0.35,"temp_c":13},"season":"pre_spawn","species":"perch"}"#,
    )
}

fn asked(stops: Vec<StopAsked>, rods: u8, wind: &[(u16, f64)]) -> PlanAsked {
    PlanAsked {
        hours: (300, 660),
        rods,
        stops,
        wind: Hourly::of(wind.iter().copied()),
        temp: Hourly::default(),
        move_min: 15,
        turns: None,
    }
}

fn plan(asked: &PlanAsked) -> Plan {
    ENGINE
        .plan(asked, PlanHeld::default(), Options::default())
        .unwrap()
}

/// What must hold of every plan.
fn sound(asked: &PlanAsked, plan: &Plan) {
    assert_eq!(plan.stops, times(asked).unwrap());
    // Where a stop takes what time is left, the day is fished to its last minute.
    let takes_the_rest = asked.stops.iter().any(|s| s.minutes.is_none());
    assert!(!takes_the_rest || plan.stops.last().unwrap().1 == asked.hours.1);
    // Slots fill the stays, one after the other, and the depths of their stop.
    for (at, stay) in plan.stops.iter().enumerate() {
        let here: Vec<_> = plan.slots.iter().filter(|s| s.stop == at).collect();
        assert_eq!((here[0].minutes.0, here[here.len() - 1].minutes.1), *stay);
        assert!(here.windows(2).all(|w| w[0].minutes.1 == w[1].minutes.0));
        let w = &asked.stops[at].request.water;
        let ends = (here[0].depths.0, here[here.len() - 1].depths.1);
        assert_eq!(ends, (w.depth_m, w.depth_max_m.unwrap_or(w.depth_m)));
        // Nobody reties for the last minutes of a stay.
        let least = ENGINE
            .tables()
            .days
            .serve
            .least_step_min
            .min(f64::from(stay.1 - stay.0));
        let long = |s: &&SlotPlanned| f64::from(s.minutes.1 - s.minutes.0) >= least;
        assert!(w.depth_max_m.is_some() || here.iter().all(long), "{here:?}");
    }
    let mut unserved = 0.0;
    for (s, slot) in plan.slots.iter().enumerate() {
        assert!(!slot.parts.is_empty() && slot.parts.len() <= usize::from(asked.rods));
        for part in &slot.parts {
            let Some(rig) = part.by else {
                unserved += f64::from(slot.minutes.1 - slot.minutes.0);
                continue;
            };
            assert_eq!(plan.rigs[rig].part, part.part);
            // It hangs on a rod then.
            let hangs = |o: &&yarrowfen_core::explore::plan::OnRod| {
                o.rig == rig && o.slots.0 <= s && s <= o.slots.1
            };
            assert_eq!(
                plan.rods
                    .iter()
                    .filter_map(|r| r.iter().find(hangs))
                    .count(),
                1,
                "{plan:?}"
            );
        }
    }
    assert!((plan.unserved.0 - unserved).abs() < 1e-6);
    // On one rod one thing at a time; only what follows something is retied.
    for rod in &plan.rods {
        assert!(rod.windows(2).all(|w| w[0].slots.1 < w[1].slots.0));
        assert!(
            rod.iter().enumerate().all(|(at, o)| o.retied == (at > 0)),
            "{rod:?}"
        );
    }
}

/// The depths of a stop that a plan looks at within a band.
fn looked_at(asked: &PlanAsked, slot: &SlotPlanned) -> Vec<f64> {
    let w = &asked.stops[slot.stop].request.water;
    let Some(deep) = w.depth_max_m else {
        return vec![w.depth_m];
    };
    let steps = ENGINE.tables().days.serve.depths - 1;
    let at = |k| w.depth_m + (deep - w.depth_m) * f64::from(k) / f64::from(steps);
    let inside = |d: &f64| (slot.depths.0 - 1e-9..=slot.depths.1 + 1e-9).contains(d);
    (0..=steps).map(at).filter(inside).collect()
}

/// That what serves a slot does what Pick asks there, at each depth looked at, by Pick's own
/// window for the same shape. Where no weight does, it is what Pick ties on all the same or the
/// size beside it, and is said to be a compromise.
fn serves_by_pick(asked: &PlanAsked, plan: &Plan) {
    // Where the wind changes, it is known for the hours alone.
    let steady = |s: &&SlotPlanned| s.winds.1 - s.winds.0 < 0.05;
    for slot in plan.slots.iter().filter(steady) {
        for (part, depth) in slot
            .parts
            .iter()
            .flat_map(|part| looked_at(asked, slot).into_iter().map(move |d| (part, d)))
        {
            let Some(rig) = part.by else { continue };
            let tie = &plan.rigs[rig];
            let mut request = asked.stops[slot.stop].request.clone();
            (request.rig, request.bait) = (Some(tie.rig), tie.bait.clone());
            request.shape = Some(tie.shape);
            (request.water.depth_m, request.water.depth_max_m) = (depth, None);
            request.water.wind_mps = slot.winds.0;
            let answer = common::pick(&request);
            let place = |label: &str| answer.rungs.iter().position(|r| r.label == label).unwrap();
            let (own, tied_on) = (place(&tie.label), place(&answer.weight.label));
            let beside = part.compromise.is_some() && own.abs_diff(tied_on) <= 1;
            assert!(
                answer.rungs[own].in_window || beside,
                "{} {:?} at {depth} {slot:?}: {:?}",
                tie.label,
                tie.shape,
                answer.weight
            );
        }
    }
}

#[test]
fn a_day_is_filled_and_what_is_tied_on_does_what_pick_asks_there() {
    for rods in 1..=6 {
        for wind in [
            &[][..],
            &[(300, 2.0)],
            &[(300, 1.0), (660, 9.0)],
            &[(300, 8.0), (420, 2.0), (660, 2.0)],
        ] {
            let asked = asked(vec![wall(), broad(), lode()], rods, wind);
            let plan = plan(&asked);
            sound(&asked, &plan);
            serves_by_pick(&asked, &plan);
        }
    }
}

#[test]
fn the_rig_that_a_stop_is_about_is_fished_there() {
    let asked = asked(vec![lode()], 1, &[]);
    let plan = plan(&asked);
    let tie = &plan.rigs[plan.slots[0].parts[0].by.unwrap()];
    assert_eq!(tie.rig.code(), "grub");
    // It is what Pick ties on.
    assert_eq!(
        tie.label,
        common::pick(&asked.stops[0].request).weight.label
    );
}

#[test]
fn wind_that_changes_cuts_a_stop_only_where_no_head_does_it_all() {
    let calm = plan(&asked(vec![broad()], 2, &[(300, 2.0)]));
    assert_eq!(calm.slots.len(), 1);
    let rising = plan(&asked(vec![broad()], 2, &[(300, 0.0), (660, 14.0)]));
    assert!(
        rising.slots.len() > 1 && rising.retyings() >= 1,
        "{:?}",
        rising.slots
    );
    // On each rod the next head is the heavier one: the wind asks for more.
    for rod in &rising.rods {
        let heads: Vec<f64> = rod.iter().map(|o| rising.rigs[o.rig].g).collect();
        assert!(heads.is_sorted(), "{heads:?}");
    }
}

/// Depths of a shallow edge lie close together; each is looked at for itself.
#[test]
fn what_is_carried_along_a_shallow_edge_does_what_pick_asks_at_each_depth() {
    for (shallow, deep) in [(0.4, 2.4), (0.6, 1.6), (1.2, 3.0), (2.6, 4.4)] {
        for wind in [0.0, 3.0, 6.0, 9.0] {
            for mut edge in [wall(), broad(), lode()] {
                let w = &mut edge.request.water;
                (w.depth_m, w.depth_max_m) = (shallow, Some(deep));
                let asked = asked(vec![edge], 2, &[(300, wind)]);
                let plan = plan(&asked);
                sound(&asked, &plan);
                serves_by_pick(&asked, &plan);
            }
        }
    }
}

#[test]
fn what_a_day_leaves_no_time_for_is_said() {
    let with = |change: fn(&mut PlanAsked)| {
        let mut a = asked(vec![wall(), broad()], 3, &[]);
        change(&mut a);
        times(&a)
    };
    assert_eq!(with(|_| {}), Ok(vec![(300, 473), (488, 660)]));
    assert_eq!(
        with(|a| a.stops[0].minutes = Some(60)),
        Ok(vec![(300, 360), (375, 660)])
    );
    // A stop may have a way of its own.
    assert_eq!(
        with(|a| (a.stops[0].minutes, a.stops[1].way_min) = (Some(60), Some(100))),
        Ok(vec![(300, 360), (460, 660)])
    );
    assert_eq!(with(|a| a.hours = (660, 300)), Err(PlanFault::NoTime));
    assert_eq!(
        with(|a| a.stops[0].minutes = Some(400)),
        Err(PlanFault::TooLong(1))
    );
    assert_eq!(
        with(|a| a.stops[0].minutes = Some(340)),
        Err(PlanFault::TooLong(1))
    );
    assert_eq!(with(|a| a.stops.clear()), Err(PlanFault::Stops));
    assert_eq!(with(|a| a.rods = 0), Err(PlanFault::Rods));
}

#[test]
fn heads_in_the_box_are_taken_before_others() {
    let free = asked(vec![broad()], 1, &[]);
    let best = plan(&free).rigs[0].clone();
    let answer = {
        let mut r = free.stops[0].request.clone();
        (r.rig, r.bait) = (Some(best.rig), best.bait.clone());
        common::pick(&r)
    };
    let other = answer
        .rungs
        .iter()
        .find(|r| r.in_window && r.label != best.label)
        .unwrap();
    let text = format!(
        "count,shape,weight\n7,{},{}\n",
        best.shape.code(),
        other.label
    );
    let items: Vec<Item> = csv::read(BoxList::Head, text.as_bytes(), |_| {})
        .unwrap()
        .items;
    let things: Vec<&Item> = items.iter().collect();
    let held = PlanHeld {
        things: Some(&things),
        lost: &[],
    };
    let own = ENGINE.plan(&free, held, Options::default()).unwrap();
    assert_eq!(own.rigs[0].label, other.label);
    assert_eq!(own.pack.heads[0].owned.as_ref().unwrap().all, 7);
}

#[test]
fn losses_are_drawn_from_the_book_toward_the_log() {
    let tables = ENGINE.tables();
    let book = losses_an_hour(tables, 0.8, None);
    assert!(
        (book - 2.0).abs() < 1e-9,
        "two an hour over broken rock (common practice): {book}"
    );
    assert!(
        (losses_an_hour(tables, 0.1, None) - 0.3).abs() < 1e-9,
        "0.3 over gravel (common practice)"
    );
    // Gamma with mean 2 and the weight of 6 hours, then 3 in 12 hours: (12 + 3) / 18.
    assert!((losses_an_hour(tables, 0.8, Some((3.0, 12.0))) - 15.0 / 18.0).abs() < 1e-12);
    let count = Count { n: 3, hours: 12.0 };
    let lost = [Lost {
        name: Bottom::ChunkRock.label(),
        count,
        interval: count.interval(0.9),
    }];
    let asked = asked(vec![wall()], 2, &[]);
    let held = PlanHeld {
        things: None,
        lost: &lost,
    };
    let own = ENGINE.plan(&asked, held, Options::default()).unwrap();
    let (bottom, rate, hours) = own.pack.losses[0];
    assert_eq!((bottom, hours), (Bottom::ChunkRock, 12.0));
    assert!((rate - 15.0 / 18.0).abs() < 1e-12);
    // What is lost over the day is that rate over its hours, shared by what is fished.
    let lost: f64 = own.pack.heads.iter().map(|h| h.lost).sum();
    assert!((lost - 6.0 * rate).abs() < 0.1, "{lost}");
    assert!(
        own.pack
            .heads
            .iter()
            .all(|h| h.count == enough(h.lost, 0.9).max(1) + 1)
    );
}

#[test]
fn a_plan_is_said_in_words() {
    let asked = asked(vec![wall(), broad(), lode()], 3, &[(300, 1.0), (660, 9.0)]);
    let plan = plan(&asked);
    let units = UnitSystem::Metric;
    assert_eq!(say::reties(&plan, units).len(), plan.retyings());
    assert!(say::unserved(&asked, &plan, units).is_empty());
    let over = say::over_spot(&plan, units);
    assert!(
        over.starts_with("Fast and heavy first") && over.contains("15 min"),
        "{over}"
    );
    for slot in &plan.slots {
        let told = say::slot_with_wind(&asked, slot, units);
        assert!(
            told.contains(&asked.stops[slot.stop].name) && told.contains("m/s"),
            "{told}"
        );
    }
}

/// A stop where needs cross at its wind: 5 m over chunk rock, on open water.
fn rough() -> StopAsked {
    stop(
        "reef",
        r#"{"water":{"depth_m":5,"bottom":"chunk_rock","clarity":"stained","temp_c":14,"wind_side":"across"},"season":"autumn","species":"smallmouth"}"#,
    )
}

#[test]
fn where_no_weight_does_it_all_the_plan_says_so() {
    let calm = asked(vec![rough()], 4, &[(300, 2.0)]);
    let gale = asked(vec![rough()], 4, &[(300, 17.0)]);
    let (in_calm, in_gale) = (plan(&calm), plan(&gale));
    sound(&gale, &in_gale);
    serves_by_pick(&gale, &in_gale);
    assert!(say::compromises(&calm, &in_calm, UnitSystem::Metric).is_empty());
    let parts = in_gale.slots.iter().flat_map(|s| &s.parts);
    assert!(parts.filter(|p| p.compromise.is_some()).count() >= 2);
    let told = say::compromises(&gale, &in_gale, UnitSystem::Metric);
    let says = "At reef, 5 m, no weight does everything. The best compromise is ";
    assert!(told.len() == 1 && told[0].starts_with(says), "{told:?}");
    let needs = say::crossed_needs(&in_gale.slots[0], UnitSystem::Metric);
    let named = |n: &str| n.contains(": a lighter one ") && n.contains(", a heavier one ");
    assert!(
        needs.len() >= 2 && needs.iter().all(|n| named(n)),
        "{needs:?}"
    );
}

/// Eight hours of easing wind with four rods took seven retyings while each hour's ideal weight
/// was tied on to the rung.
#[test]
fn an_easing_wind_is_followed_with_few_retyings() {
    let mut easing = asked(vec![rough(), broad()], 4, &[(300, 13.0), (780, 3.0)]);
    easing.hours = (300, 788);
    let plan = plan(&easing);
    sound(&easing, &plan);
    serves_by_pick(&easing, &plan);
    assert!(plan.retyings() <= 4, "{:?}", plan.rods);
}

#[test]
fn a_night_is_planned_past_its_midnight() {
    let mut night = asked(vec![broad(), lode()], 2, &[(1260, 2.0), (1560, 9.0)]);
    night.hours = (1260, 1560);
    let plan = plan(&night);
    sound(&night, &plan);
    serves_by_pick(&night, &plan);
    assert_eq!(plan.slots.last().unwrap().minutes.1, 1560);
    let steps = plan.steps();
    let last = say::step(&night, &plan, steps.last().unwrap(), UnitSystem::Metric);
    assert!(
        last.starts_with("23:") || last.starts_with("0:") || last.starts_with("1:"),
        "{last}"
    );
}

fn reference() -> Value {
    serde_json::from_str(include_str!("reference/day.json")).unwrap()
}

/// Against astral 3.2, which computes by the same published equations with code of its own
/// (reference/make_day_reference.py).
#[test]
fn the_sun_rises_and_sets_as_astral_has_it() {
    let mut seen = 0;
    for row in reference()["sun"].as_array().unwrap() {
        let number = |key: &str| row[key].as_f64();
        let at = Position::new(number("lat").unwrap(), number("lon").unwrap()).unwrap();
        let day = read_day(row["day"].as_str().unwrap()).unwrap();
        #[expect(clippy::cast_possible_truncation, reason = "whole minutes")]
        let light = Light::of(day, at, number("offset").unwrap() as i16);
        for (key, own) in [
            ("dawn", light.dawn),
            ("rises", light.rises),
            ("sets", light.sets),
            ("dusk", light.dusk),
        ] {
            match (number(key), own) {
                (Some(theirs), Some(own)) => {
                    // On the day after or before by some clocks: the hour is what counts.
                    let apart = (own - theirs + 720.0).rem_euclid(1440.0) - 720.0;
                    assert!(apart.abs() < 2.0, "{key} {row}: {own}");
                    seen += 1;
                }
                (None, None) => {}
                (theirs, own) => panic!("{key} {row}: {theirs:?} {own:?}"),
            }
        }
    }
    assert!(seen > 450, "{seen}");
    assert!(Position::new(91.0, 0.0).is_none() && Position::new(0.0, f64::NAN).is_none());
}

#[test]
fn the_day_is_twelve_hours_everywhere_when_the_sun_crosses_the_equator() {
    // And some minutes more, for the sun is wide and the air bends its light (published: NOAA).
    let day = Date::from_calendar_date(2026, Month::March, 20).unwrap();
    for lat in [-60.0, -30.0, 0.0, 30.0, 60.0] {
        let light = Light::of(day, Position::new(lat, 0.0).unwrap(), 0);
        let long = light.sets.unwrap() - light.rises.unwrap();
        assert!((720.0..740.0).contains(&long), "{lat}: {long}");
    }
    let june = Date::from_calendar_date(2026, Month::June, 21).unwrap();
    let north = Light::of(june, Position::new(80.0, 0.0).unwrap(), 0);
    let south = Light::of(june, Position::new(-80.0, 0.0).unwrap(), 0);
    assert!(north.rises.is_none() && north.day && south.rises.is_none() && !south.day);
}

/// Against scipy.stats.poisson.ppf.
#[test]
fn enough_is_the_quantile_of_poisson() {
    for row in reference()["enough"].as_array().unwrap() {
        let (mean, share) = (
            row["mean"].as_f64().unwrap(),
            row["share"].as_f64().unwrap(),
        );
        assert_eq!(
            Some(u64::from(enough(mean, share))),
            row["n"].as_u64(),
            "{row}"
        );
    }
    assert_eq!(enough(0.0, 0.9), 0);
}

#[test]
fn hours_are_read_as_they_are_typed() {
    let read = |t: &str| {
        Hourly::read(t, (300, 660), WIND, UnitSystem::Metric).map(|h| h.points().to_vec())
    };
    assert_eq!(read(""), Ok(vec![]));
    assert_eq!(read("2"), Ok(vec![(300, 2.0)]));
    assert_eq!(read("2 to 7 m/s"), Ok(vec![(300, 2.0), (660, 7.0)]));
    assert_eq!(read("2 rising to 7"), Ok(vec![(300, 2.0), (660, 7.0)]));
    assert_eq!(read("7–2 m/s"), Ok(vec![(300, 7.0), (660, 2.0)]));
    assert_eq!(read("5:00 2, 9:30 6 m/s"), Ok(vec![(300, 2.0), (570, 6.0)]));
    for wrong in [
        "windy",
        "5:00",
        "25:00 2",
        "5:00 2, 6:00 x",
        "2 to 70",
        "-3",
        "5:00 2 7:00 3",
    ] {
        assert!(read(wrong).is_err(), "{wrong}: {:?}", read(wrong));
    }
    assert_eq!(read_time("5"), Some(300));
    // From nine in the evening to two: what is nearer to the end is of the next day.
    let night = |t: &str| {
        let hours = Hourly::read(t, (1260, 1560), WIND, UnitSystem::Metric);
        hours.map(|h| h.points().to_vec())
    };
    let typed = night("20:00 1, 22:00 2, 1:00 5, 3:00 4 m/s");
    assert_eq!(
        typed,
        Ok(vec![(1200, 1.0), (1320, 2.0), (1500, 5.0), (1620, 4.0)])
    );
    let shown = Hourly::of(typed.unwrap()).show(WIND, UnitSystem::Metric);
    assert_eq!(shown, "20:00 1, 22:00 2, 1:00 5, 3:00 4 m/s");
    assert_eq!(
        (show_time(1440), show_time(1500)),
        ("24:00".into(), "1:00".into())
    );
    for wrong in ["", "24:01", "5:7", "5:60", "x", "99999999", "5:00:00"] {
        assert_eq!(read_time(wrong), None, "{wrong}");
    }
    let mph = Hourly::read("10", (300, 660), WIND, UnitSystem::Imperial).unwrap();
    assert!((mph.at(400.0).unwrap() - 4.4704).abs() < 1e-9);
}

#[test]
fn hours_come_out_of_a_table_whose_faults_are_said_with_their_line() {
    let limits = (WIND, yarrowfen_core::base::limits::TEMPERATURE);
    let day = (read_day("2026-06-12"), (300, 660));
    let read = |t: &str| read_table_of_hours(t, day, limits, UnitSystem::Imperial);
    let (wind, temp) =
        read("hour;wind_mps;temp_c\n5:00;2,5;17\n\n2026-06-12T08:00;4;18\n").unwrap();
    assert_eq!(wind.points(), [(300, 2.5), (480, 4.0)]);
    assert_eq!(temp.points(), [(300, 17.0), (480, 18.0)]);
    for (text, says) in [
        ("", "columns"),
        ("a,b\n1,2", "columns"),
        ("hour,wind\n", "columns"),
        ("hour,wind_mps\n5:00,2\nnoon,3", "line 3"),
        ("hour,wind_mps\n5:00,99", "line 2"),
        ("hour,wind_mps\n5:00", "line 2"),
        ("time,wind_mps\n2026-06-14 05:00,2", "of another day"),
    ] {
        let fault = read(text).unwrap_err();
        assert!(fault.contains(says), "{text}: {fault}");
    }
    // Of a table of several days the day's rows count, and those of the night that ends it.
    let days = "time,wind_mps\n2026-06-11T08:00,9\n2026-06-12T08:00,4\n2026-06-13T01:00,2\n2026-06-14T08:00,8\n";
    assert_eq!(read(days).unwrap().0.points(), [(480, 4.0), (1500, 2.0)]);
    let long = format!("hour,wind_mps\n{}", "5:00,2\n".repeat(100_000));
    assert!(read(&long).is_err());
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(200))]

    /// Fewer points are nowhere further off than was said, and what is shown is read again.
    #[test]
    fn hours_by_fewer_points_stay_near(points in prop::collection::btree_map(0_u16..=1440, 0.0_f64..25.0, 1..24), off in 0.05_f64..3.0) {
        let all = Hourly::of(points);
        let few = all.over((300, 660), off);
        prop_assert!(few.points().len() <= all.points().len() + 2);
        for minute in (300..=660_u16).step_by(7) {
            let (a, b) = (all.at(f64::from(minute)).unwrap(), few.at(f64::from(minute)).unwrap());
            prop_assert!((a - b).abs() <= off + 1e-9, "{minute}: {a} {b}");
        }
        let shown = all.show(WIND, UnitSystem::Metric);
        let read = Hourly::read(&shown, (0, 1440), WIND, UnitSystem::Metric).unwrap();
        for minute in (0..=1440_u16).step_by(31) {
            let (a, b) = (all.at(f64::from(minute)).unwrap(), read.at(f64::from(minute)).unwrap());
            prop_assert!((a - b).abs() < 0.051, "{shown}: {a} {b}");
        }
    }

    /// Every time of day that is shown is read.
    #[test]
    fn a_time_that_is_shown_is_read(minute in 0_u16..=1440) {
        prop_assert_eq!(read_time(&show_time(minute)), Some(minute));
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(24))]

    /// Days by chance: whatever is asked, the plan is sound.
    #[test]
    fn days_by_chance_are_sound(requests in prop::collection::vec(common::request(), 1..4), rods in 1_u8..=4, least in 0.0_f64..6.0, more in 0.0_f64..9.0, deeper in 0.0_f64..12.0) {
        let stops: Vec<StopAsked> = requests.into_iter().enumerate().map(|(at, mut request)| {
            request.head = None;
            request.water.depth_max_m = (deeper > 3.0).then_some((request.water.depth_m + deeper).min(60.0)).filter(|d| *d > request.water.depth_m);
            StopAsked { name: format!("stop {at}"), request, minutes: None, way_min: None, at: None }
        }).collect();
        let asked = asked(stops, rods, &[(300, least), (660, least + more)]);
        let plan = plan(&asked);
        sound(&asked, &plan);
    }
}

#[test]
fn a_large_day_says_that_it_was_planned_one_after_the_other() {
    let stops: Vec<StopAsked> = std::iter::repeat_with(|| [wall(), broad(), lode()])
        .take(2)
        .flatten()
        .collect();
    let mut large = asked(stops, 4, &[(300, 1.0), (660, 12.0)]);
    large.hours = (240, 1200);
    let plan = plan(&large);
    sound(&large, &plan);
    assert!(!plan.exact);
    // What is promised of such a day: whatever some head serves is served where rods are enough
    // for a slot's parts, and nothing is retied more often than there are situations.
    let situations: usize = plan.slots.iter().map(|s| s.parts.len()).sum();
    assert!(plan.unserved.0 < 1e-9 && plan.retyings() <= situations);
}

/// Two heads turn about: the trade's way to tell them apart (common practice), and what the review's
/// comparisons count.
#[test]
fn what_is_fished_turn_about_has_the_same_time_at_every_stop() {
    let head = |oz: f64| {
        let json = format!(
            r#"{{"rig":"ned","bait":{{"form":"stick","length_mm":70}},"head":{{"oz":{oz},"shape":"mushroom"}},"water":{{"depth_m":3}}}}"#
        );
        let request = PickRequest::from_json(json.as_bytes()).unwrap();
        ENGINE.tieable(&request, Options::default())
    };
    let (one, other) = (head(0.0625), head(0.125));
    assert_eq!((&*one.label, &*other.label), ("1/16 oz", "1/8 oz"));
    let mut asked = asked(vec![wall(), broad(), lode()], 2, &[]);
    asked.turns = Some((one, other));
    let plan = plan(&asked);
    assert_eq!(plan.rods.len(), 2);
    assert!(plan.retyings() == 0 && plan.unserved.0 < 1e-9);
    for (at, stay) in plan.stops.iter().enumerate() {
        let here: Vec<_> = plan.slots.iter().filter(|s| s.stop == at).collect();
        assert_eq!((here[0].minutes.0, here[here.len() - 1].minutes.1), *stay);
        assert!(here.windows(2).all(|w| w[0].minutes.1 == w[1].minutes.0));
        // Turn about, and neither always first.
        let rigs: Vec<usize> = here.iter().map(|s| s.parts[0].by.unwrap()).collect();
        assert_eq!(rigs[0], at % 2);
        assert!(rigs.windows(2).all(|w| w[0] != w[1]) && rigs.len().is_multiple_of(2));
        let minutes = |rig: usize| -> u16 {
            let of = here.iter().filter(|s| s.parts[0].by == Some(rig));
            of.map(|s| s.minutes.1 - s.minutes.0).sum()
        };
        assert!(minutes(0).abs_diff(minutes(1)) <= 2, "{here:?}");
    }
    assert!(say::how(&asked, &plan, UnitSystem::Metric).starts_with("Turn about"));
}
