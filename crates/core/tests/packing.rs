//! What a planned day is packed from: an own head counts by its hook too, nothing counts twice, and
//! whoever buys what is said to be missing misses nothing.
#![allow(clippy::unwrap_used, reason = "a test")]

use proptest::prelude::*;
use yarrowfen_core::answer::{HookTied, OwnHook};
use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::base::codes::{BaitForm, Cover, Material, Rig, Sits};
use yarrowfen_core::day::Hourly;
use yarrowfen_core::explore::gaps::Situation;
use yarrowfen_core::explore::plan::{InBox, Plan, PlanAsked, PlanHeld, SlotPlanned, StopAsked};
use yarrowfen_core::own_box::{BoxIndex, BoxList, Item, csv};
use yarrowfen_core::question::PickRequest;
use yarrowfen_core::say::plan as say;
use yarrowfen_core::{Answer, Options};

mod common;
use common::ENGINE;

fn asked(requests: Vec<PickRequest>, rods: u8, wind: &[(u16, f64)]) -> PlanAsked {
    let stop = |(at, request): (usize, PickRequest)| StopAsked {
        name: format!("stop {at}"),
        request,
        minutes: None,
        way_min: None,
        at: None,
    };
    PlanAsked {
        hours: (300, 660),
        rods,
        stops: requests.into_iter().enumerate().map(stop).collect(),
        wind: Hourly::of(wind.iter().copied()),
        temp: Hourly::default(),
        move_min: 15,
        turns: None,
    }
}

fn request(json: &str) -> PickRequest {
    PickRequest::from_json(json.as_bytes()).unwrap()
}

/// A jig head with a grub of 64 mm for perch, and a swing head with a creature of 89 mm.
fn grub() -> PickRequest {
    request(
        r#"{"rig":"grub","bait":{"form":"grub","length_mm":64},"water":{"depth_m":2.6,"bottom":"gravel","temp_c":13},"season":"pre_spawn","species":"perch"}"#,
    )
}

fn creature() -> PickRequest {
    request(
        r#"{"rig":"swing_head","bait":{"form":"creature","length_mm":89},"water":{"depth_m":4,"bottom":"clay","temp_c":18},"season":"summer","species":"largemouth"}"#,
    )
}

fn items(kind: BoxList, text: &str) -> Vec<Item> {
    let read = csv::read(kind, text.as_bytes(), |_| {}).unwrap();
    assert!(read.faults.is_empty(), "{text}: {:?}", read.faults);
    read.items
}

fn planned(asked: &PlanAsked, box_of: &[Item]) -> Plan {
    let things: Vec<&Item> = box_of.iter().collect();
    let held = PlanHeld {
        things: Some(&things),
        lost: &[],
    };
    ENGINE.plan(asked, held, Options::default()).unwrap()
}

/// The head that is planned for the first rig of a day of one stop, as a line of the box's table
/// but for its hook.
fn head_line(plan: &Plan, count: u32) -> String {
    let tie = &plan.rigs[plan.pack.heads[0].rig];
    format!("{count},{},{}", tie.shape.code(), tie.label)
}

const HEADS: &str = "count,shape,weight,hook,hook_style,gap_mm,length_mm,material\n";

#[test]
fn an_own_head_counts_only_where_its_hook_does_its_work_in_the_bait() {
    let day = asked(vec![grub()], 1, &[]);
    let line = head_line(&planned(&day, &[]), 6);
    let owned = |hook: &str| {
        let text = format!("{HEADS}{line},{hook},lead\n");
        let plan = planned(&day, &items(BoxList::Head, &text));
        plan.pack.heads[0].owned.clone().unwrap()
    };
    let bare = planned(&day, &[]);
    let wanted = &bare.rigs[bare.pack.heads[0].rig].hook;
    // A gap of 3 mm is filled by any grub: no point stays free.
    assert_eq!(owned("10,round_bend,3,9").all, 0);
    let named = owned(&format!("{},{},,", wanted.0, wanted.1.code()));
    assert_eq!((named.all, named.left, named.hooks.len()), (6, 6, 0));
    // Of another number and as wide: it does, and its number is told.
    let other = owned("4/0,round_bend,14,30");
    assert_eq!((other.all, &other.hooks[..]), (6, &["4/0".to_owned()][..]));
    // Nobody knows how large it is: nothing speaks against it, as in the box.
    assert_eq!(owned(",,,").hooks.len(), 0);
    assert_eq!(owned(",,,").all, 6);
}

#[test]
fn one_head_is_not_packed_for_two_rigs() {
    // The same head on two rigs of different hooks, both served by the heads of one line.
    let mut perch = grub();
    perch.bait.length_mm = 70.0;
    let day = asked(vec![grub(), perch], 2, &[]);
    let bare = planned(&day, &[]);
    for count in 0..8 {
        let heads: Vec<String> = bare
            .pack
            .heads
            .iter()
            .map(|h| {
                let tie = &bare.rigs[h.rig];
                format!("{count},{},{},,,,,lead\n", tie.shape.code(), tie.label)
            })
            .collect();
        let mut unlike = heads;
        unlike.sort();
        unlike.dedup();
        let own = items(BoxList::Head, &format!("{HEADS}{}", unlike.concat()));
        counted_once(&planned(&day, &own), &own);
    }
}

/// That what is said to be at hand is there, for all rows together.
fn counted_once(plan: &Plan, own: &[Item]) {
    let (mut heads, mut baits) = (0, 0);
    for row in &plan.pack.heads {
        let has = row.owned.as_ref().unwrap();
        assert!(has.left <= has.all);
        heads += row.count.min(has.left);
    }
    for row in &plan.pack.baits {
        let has = row.owned.as_ref().unwrap();
        baits += row.count.min(has.left);
    }
    let of = |kind: BoxList| -> u32 {
        let those = own.iter().filter(|i| i.thing.kind() == kind);
        those.map(|i| i.count).sum()
    };
    assert!(heads <= of(BoxList::Head), "{:?}", plan.pack);
    assert!(baits <= of(BoxList::Bait), "{:?}", plan.pack);
}

#[test]
fn a_bait_of_another_plastic_is_another_bait() {
    let day = asked(
        vec![request(
            r#"{"rig":"ned","bait":{"form":"stick","length_mm":70,"plastic":"floating"},"water":{"depth_m":3}}"#,
        )],
        1,
        &[],
    );
    let owned = |plastic: &str| {
        let text = format!("count,form,length_mm,plastic\n9,stick,70,{plastic}\n");
        let plan = planned(&day, &items(BoxList::Bait, &text));
        plan.pack.baits[0].owned.clone().unwrap().all
    };
    assert_eq!((owned("floating"), owned("salted")), (9, 0));
}

#[test]
fn a_hook_that_is_tied_on_apart_is_packed_apart() {
    let day = asked(vec![creature()], 1, &[]);
    let bare = planned(&day, &[]);
    let (head, hook) = (&bare.pack.heads[0], &bare.pack.hooks[0]);
    assert!(head.hook_apart && head.count == hook.count);
    let units = UnitSystem::Metric;
    let tie = &bare.rigs[head.rig];
    assert!(!say::head(tie, head, units).contains("hook"));
    assert_eq!(
        say::hook(hook, units),
        format!("{} {} hook", hook.size, hook.style.label())
    );
    let line = format!("7,{},{}", hook.size, hook.style.code());
    let own = items(BoxList::Hook, &format!("count,hook,hook_style\n{line}\n"));
    let with = planned(&day, &own);
    assert_eq!(with.pack.hooks[0].owned.as_ref().unwrap().all, 7);
    assert_eq!(with.pack.heads[0].owned.as_ref().unwrap().all, 0);
    // A rig whose head carries its hook packs none.
    assert!(
        planned(&asked(vec![grub()], 1, &[]), &[])
            .pack
            .hooks
            .is_empty()
    );
}

#[test]
fn what_the_box_has_is_said() {
    let said = |count, all, left, hooks: &[&str]| {
        let hooks = hooks.iter().map(|h| (*h).to_owned()).collect();
        let (text, lacks) = say::in_box(count, &InBox { all, left, hooks }, UnitSystem::Metric);
        (text.into_owned(), lacks)
    };
    assert_eq!(said(2, 6, 6, &[]), ("of 6".to_owned(), false));
    assert_eq!(
        said(2, 6, 6, &["3/0"]),
        ("of 6, hook 3/0".to_owned(), false)
    );
    assert_eq!(said(2, 1, 1, &[]), ("1 in the box".to_owned(), true));
    assert_eq!(said(3, 4, 2, &["3/0"]), ("2 left of 4".to_owned(), true));
    assert_eq!(said(2, 6, 2, &[]), ("of 6".to_owned(), false));
}

/// How many are missing of so many.
fn lacks(count: u32, owned: Option<&InBox>) -> u32 {
    count.saturating_sub(owned.unwrap().left)
}

/// Heads and hooks that a plan says are missing, as things of a box. Baits are left out: a box that
/// has others is planned with others.
fn missing(plan: &Plan) -> Vec<Item> {
    let mut heads = HEADS.to_owned();
    let mut hooks = "count,hook,hook_style\n".to_owned();
    for row in &plan.pack.heads {
        let tie = &plan.rigs[row.rig];
        let hook = match row.hook_apart {
            true => ",".to_owned(),
            false => format!("{},{}", tie.hook.0, tie.hook.1.code()),
        };
        let count = lacks(row.count, row.owned.as_ref());
        let (shape, label) = (tie.shape.code(), &tie.label);
        let metal = row.material.code();
        heads += &format!("{count},{shape},{label},{hook},,,{metal}\n");
    }
    for row in &plan.pack.hooks {
        let count = lacks(row.count, row.owned.as_ref());
        hooks += &format!("{count},{},{}\n", row.size, row.style.code());
    }
    let mut all = items(BoxList::Head, &heads);
    all.extend(items(BoxList::Hook, &hooks));
    all.retain(|item| item.count > 0);
    all
}

fn a_hook_is_sold(day: &PlanAsked, plan: &Plan, rig: usize) -> bool {
    let fished = |s: &&SlotPlanned| s.parts.iter().any(|p| p.by == Some(rig));
    plan.slots.iter().filter(fished).all(|slot| {
        let mut request = day.stops[slot.stop].request.clone();
        let tie = &plan.rigs[rig];
        (request.rig, request.bait) = (Some(tie.rig), tie.bait.clone());
        let notes = common::pick(&request).notes;
        notes.iter().all(|n| n.code != "no_hook_fits")
    })
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(24))]

    /// Days by chance: who buys what is missing soon misses nothing (with other heads at hand other
    /// rods may be best, so not at once), and nothing is counted twice.
    #[test]
    fn who_buys_what_is_missing_misses_nothing(requests in prop::collection::vec(common::request(), 1..4), rods in 1_u8..=4, wind in 0.0_f64..9.0) {
        let requests = requests.into_iter().map(|mut r| { r.head = None; r.water.depth_max_m = None; r }).collect();
        let day = asked(requests, rods, &[(300, wind)]);
        let mut own: Vec<Item> = Vec::new();
        for _ in 0..6 {
            let plan = planned(&day, &own);
            counted_once(&plan, &own);
            let buys = missing(&plan);
            // Where Pick says that no hook that is sold goes into such a bait, there is none to buy.
            let sold = (0..plan.rigs.len()).all(|rig| a_hook_is_sold(&day, &plan, rig));
            if buys.is_empty() || !sold { return Ok(()); }
            own.extend(buys);
        }
        prop_assert!(false, "{:?} still lacks {:?}", own, missing(&planned(&day, &own)));
    }

    /// A stop is rigged for its own hours: in a day of two it is wanted the same as in a day that
    /// is over when it is.
    #[test]
    fn a_stop_is_rigged_for_its_own_hours(requests in prop::collection::vec(common::request(), 2..=2), rods in 1_u8..=3, calm in 0.0_f64..3.0, storm in 6.0_f64..14.0) {
        let requests: Vec<PickRequest> = requests.into_iter().map(|mut r| { r.head = None; r.water.depth_max_m = None; r }).collect();
        let wind = [(300, calm), (470, calm), (480, storm), (660, storm)];
        let both = asked(requests.clone(), rods, &wind);
        let parts = |plan: &Plan| -> Vec<_> { plan.slots[0].parts.iter().map(|p| p.part).collect() };
        let whole = ENGINE.plan(&both, PlanHeld::default(), Options::default()).unwrap();
        let mut first = asked(vec![requests[0].clone()], rods, &wind);
        first.hours = whole.stops[0];
        let alone = ENGINE.plan(&first, PlanHeld::default(), Options::default()).unwrap();
        prop_assert_eq!(parts(&whole), parts(&alone));
    }
}

/// What an answer ties on, as things of a box: the head with its hook, or the head and the hook.
fn tied_on(answer: &Answer) -> Vec<Item> {
    let HookTied::Fits(hook) = &answer.hook else {
        return Vec::new();
    };
    let apart = ENGINE.tables().rigs[answer.rig].separate_hook;
    let head = format!("1,{},{}", answer.head.shape.code(), answer.weight.label);
    let (size, style) = (&hook.size, hook.style.code());
    let mut all = items(
        BoxList::Head,
        &match apart {
            true => format!("{HEADS}{head},,,,,lead\n"),
            false => format!("{HEADS}{head},{size},{style},,,lead\n"),
        },
    );
    if apart {
        all.extend(items(
            BoxList::Hook,
            &format!("count,hook,hook_style\n1,{size},{style}\n"),
        ));
    }
    all
}

/// The baits that a rig is for, from its shortest to its longest, in every cover.
fn usual_questions(rig: Rig) -> impl Iterator<Item = PickRequest> {
    let row = &ENGINE.tables().rigs[rig];
    let suits = |f: &&BaitForm| row.fits.form.get(f).is_some_and(|s| *s > 0.0);
    let forms = BaitForm::ALL.iter().filter(suits);
    let places = forms.flat_map(|f| Cover::ALL.iter().map(move |c| (*f, *c)));
    let steps =
        places.flat_map(|place| (0..=10).map(move |tenth| (place, f64::from(tenth) / 10.0)));
    steps.map(move |((form, cover), share)| {
        let mm = row.bait.least_mm + (row.bait.most_mm - row.bait.least_mm) * share;
        let (form, cover) = (form.code(), cover.code());
        let mut asked = request(&format!(
            r#"{{"bait":{{"form":"{form}","length_mm":{mm}}},"water":{{"depth_m":3,"cover":"{cover}"}}}}"#
        ));
        asked.rig = Some(rig);
        asked
    })
}

#[test]
fn who_has_what_pick_ties_on_is_told_so() {
    let mut seen = 0;
    for asked in Rig::ALL.iter().flat_map(|rig| usual_questions(*rig)) {
        let answer = common::pick(&asked);
        let own = tied_on(&answer);
        if own.is_empty() {
            continue;
        }
        let things: Vec<&Item> = own.iter().collect();
        let all = (&things[..], &BoxIndex::of(&things));
        let told = ENGINE.from_box(&asked, Options::default(), answer.rig, all);
        assert!(told.serves && told.missing.is_none(), "{asked:?}: {told:?}");
        seen += 1;
    }
    assert!(seen > 2000, "{seen}");
}

/// Whatever is asked, what an answer says of its hook's gap is what bench and box say of it.
#[test]
fn a_gap_is_judged_by_one_measure() {
    let mut seen = [0; 3];
    for asked in Rig::ALL.iter().flat_map(|rig| usual_questions(*rig)) {
        let answer = common::pick(&asked);
        let says = |code| usize::from(answer.reasons.iter().any(|r| r.code == code));
        let said = ["gap_fits", "gap_tight", "gap_filled"].map(says);
        assert_eq!(said.iter().sum::<usize>(), 1, "{asked:?}");
        let own = tied_on(&answer);
        if own.is_empty() {
            continue;
        }
        // A hook that is tied on is never said to be one whose point never bites.
        assert_eq!(said[2], 0, "{asked:?}");
        let things: Vec<&Item> = own.iter().collect();
        let all = (&things[..], &BoxIndex::of(&things));
        let told = ENGINE.from_box(&asked, Options::default(), answer.rig, all);
        let hook = told.hooks.first().or(told.heads[0].hook.as_ref()).unwrap();
        match hook.sits {
            Sits::GapFilled => panic!("{asked:?}: {hook:?}"),
            Sits::Tight => assert_eq!(said[1], 1, "{asked:?}"),
            Sits::Right | Sits::Wide | Sits::Short => assert_eq!(said[0], 1, "{asked:?}"),
            Sits::Stiff | Sits::PastTailRoot => {}
        }
        (0..3).for_each(|k| seen[k] += said[k]);
    }
    assert!(seen[0] > 1000 && seen[1] > 100, "{seen:?}");
}

/// The rod and the line that an answer asks for, had in the box, carry what it ties on.
#[test]
fn who_has_the_rod_and_line_that_pick_asks_for_is_told_so() {
    for asked in Rig::ALL.iter().flat_map(|rig| usual_questions(*rig)) {
        let answer = common::pick(&asked);
        let mut own = tied_on(&answer);
        if own.is_empty() {
            continue;
        }
        let (least, most) = answer.rod.rated_g;
        own.extend(items(
            BoxList::Rod,
            &format!("count,least_g,most_g\n1,{least},{most}\n"),
        ));
        let (kind, lb) = match &*answer.line.kind {
            "braid_to_fluorocarbon" => ("braid", answer.line.main_lb.0),
            kind => (kind, answer.line.leader_lb.0),
        };
        own.extend(items(
            BoxList::Line,
            &format!("count,line,test_lb\n1,{kind},{lb}\n"),
        ));
        let things: Vec<&Item> = own.iter().collect();
        let all = (&things[..], &BoxIndex::of(&things));
        let told = ENGINE.from_box(&asked, Options::default(), answer.rig, all);
        assert!(told.rods[0].fits, "{:?}: {asked:?}", told.rods);
        assert!(told.lines[0].fits, "{:?}: {asked:?}", told.lines);
    }
}

fn gaps_of(asked: &PickRequest, things: &[&Item]) -> yarrowfen_core::answer::Gaps {
    let name = "here".to_owned();
    let situation = Situation {
        name,
        request: asked,
    };
    ENGINE.gaps(&[situation], things, Options::default())
}

/// Pick's own box, the list of what is missing and a planned day are told by one measure.
#[test]
fn what_serves_by_pick_serves_by_the_list_of_what_is_missing() {
    let (mut served, mut open) = (0, 0);
    for (k, asked) in Rig::ALL
        .iter()
        .flat_map(|rig| usual_questions(*rig))
        .enumerate()
    {
        let answer = common::pick(&asked);
        let shapes: Vec<_> = ENGINE.tables().rigs[answer.rig].shapes.keys().collect();
        // A head by turns of each shape the rig fishes, metal, weight near the answer, and hook.
        let shape = shapes[k % shapes.len()].code();
        let metal = ["lead", "tungsten", "tin"][k / 7 % 3];
        let g = answer.weight.g * [0.5, 0.8, 1.0, 1.2, 2.0][k % 5];
        let hook = ["1/0", "3/0", "4", "10"][k / 3 % 4];
        let text = format!("count,shape,weight,material,hook\n1,{shape},{g} g,{metal},{hook}\n");
        let mut own = items(BoxList::Head, &text);
        own.extend(
            tied_on(&answer)
                .into_iter()
                .filter(|i| i.thing.kind() == BoxList::Hook),
        );
        let things: Vec<&Item> = own.iter().collect();
        let all = (&things[..], &BoxIndex::of(&things));
        let told = ENGINE.from_box(&asked, Options::default(), answer.rig, all);
        let head = told.heads.first().is_some_and(|h| h.serves);
        let gaps = gaps_of(&asked, &things);
        let apart = ENGINE.tables().rigs[answer.rig].separate_hook;
        let fishes = |h: &OwnHook| !h.open && h.sits != Sits::GapFilled;
        let hooks = !apart || told.hooks.first().is_some_and(fishes);
        if gaps.unservable.is_empty() {
            assert_eq!(gaps.served == 1, head && hooks, "{text}{asked:?}: {told:?}");
        }
        served += gaps.served;
        open += 1 - gaps.served;
    }
    assert!(served > 200 && open > 200, "{served} {open}");
}

/// Where the law wants another metal, lead at hand is nothing, in the list and in the plan, and
/// what is to be bought says its metal.
#[test]
fn a_metal_asked_for_by_name_is_the_only_one_that_counts() {
    let mut asked = grub();
    asked.tackle.material = Some(Material::Tungsten);
    let answer = common::pick(&asked);
    let (shape, label) = (answer.head.shape.code(), &answer.weight.label);
    let HookTied::Fits(hook) = &answer.hook else {
        panic!("a grub takes a hook")
    };
    let head = |metal: &str| {
        let (size, style) = (&hook.size, hook.style.code());
        items(
            BoxList::Head,
            &format!("{HEADS}9,{shape},{label},{size},{style},,,{metal}\n"),
        )
    };
    for (metal, serves) in [("tungsten", 1), ("lead", 0)] {
        let own = head(metal);
        let things: Vec<&Item> = own.iter().collect();
        let gaps = gaps_of(&asked, &things);
        assert_eq!(gaps.served, serves, "{metal}");
        if let Some(buy) = gaps.buys.first() {
            assert!(buy.what.contains("tungsten"), "{}", buy.what);
        }
        let plan = planned(&one_stop(&asked), &own);
        let row = &plan.pack.heads[0];
        assert_eq!(row.material, Material::Tungsten);
        let all = row.owned.as_ref().unwrap().all;
        assert_eq!(all > 0, serves == 1, "{metal}: {row:?}");
        let said = say::head(&plan.rigs[row.rig], row, UnitSystem::Metric);
        assert!(said.contains("tungsten"), "{said}");
    }
}

/// A day at one stop with one rod.
fn one_stop(request: &PickRequest) -> PlanAsked {
    asked(vec![request.clone()], 1, &[])
}

/// An own head of another ladder's weight is carried where it serves: nobody buys 3/32 oz who has
/// as good.
#[test]
fn an_own_head_between_two_sizes_is_carried() {
    let day = one_stop(&grub());
    let bare = planned(&day, &[]);
    let best = &bare.rigs[0];
    let hook = format!("{},{}", best.hook.0, best.hook.1.code());
    let (mut carried, mut left) = (0, 0);
    // From half to twice the best, in steps that no ladder has.
    for k in 0..=24 {
        let g = best.g * (0.502 + 0.0627 * f64::from(k));
        let text = format!("{HEADS}7,{},{g:.3} g,{hook},,,lead\n", best.shape.code());
        let own = items(BoxList::Head, &text);
        let plan = planned(&day, &own);
        let tie = &plan.rigs[plan.pack.heads[0].rig];
        let owned = plan.pack.heads[0].owned.as_ref().unwrap();
        if tie.label.ends_with(" g") {
            assert!((tie.g - g).abs() < 0.001 && owned.all == 7, "{tie:?}");
            carried += 1;
        } else {
            assert!(owned.all == 0 || (tie.g / g - 1.0).abs() < 0.02, "{tie:?}");
            left += 1;
        }
        // What is carried does what is asked there.
        let things: Vec<&Item> = own.iter().collect();
        if tie.label.ends_with(" g") {
            let gaps = gaps_of(&day.stops[0].request, &things);
            assert!(gaps.served == 1 || tie.rig != Rig::Grub, "{g}");
        }
    }
    assert!(carried > 2 && left > 2, "{carried} {left}");
}
