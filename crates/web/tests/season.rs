//! The demo's season: what is true of it is found, and what is luck is not claimed.

use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::base::codes::Phase;
use yarrowfen_core::day::{Log, checked, spans};
use yarrowfen_core::explore::ledger::{Asked, Counted, Factor, Review, conditions, review};
use yarrowfen_web::demo::season::season;

fn asked(by: Factor) -> Asked {
    Asked {
        days: (None, None),
        place: None,
        species: None,
        depth: None,
        counted: Counted::Bites,
        by,
        units: UnitSystem::Metric,
    }
}

fn told(by: Factor) -> Review {
    let events = season();
    let log = Log::of(&events);
    review(&spans(&log), &asked(by))
}

#[test]
fn every_line_of_it_can_be_kept_and_each_day_is_one() {
    let events = season();
    for event in events.clone() {
        checked(event).unwrap();
    }
    let r = told(Factor::Weight);
    assert_eq!(r.days, 26);
    // Four hours a day, two stops of two hours.
    assert!((r.all.hours - 104.0).abs() < 1.0, "{}", r.all.hours);
    assert!(r.blanks > 0 && r.blanks < 8, "{}", r.blanks);
    assert_eq!(events, season());
}

#[test]
fn the_lighter_football_is_claimed_and_nothing_else_is() {
    let events = season();
    let log = Log::of(&events);
    let spans = spans(&log);
    let r = review(&spans, &asked(Factor::Weight));
    let claims: Vec<_> = r.comparisons.iter().filter(|c| c.claims()).collect();
    assert!(!claims.is_empty());
    for c in &claims {
        let (one, other) = (&c.levels.0.name, &c.levels.1.name);
        // By weight and by head alike it is the same two that were fished turn about.
        assert!(
            one.starts_with("1/8 oz") && other.starts_with("1/4 oz"),
            "{one} against {other}"
        );
        let ratio = c.compared.ratio.unwrap();
        assert!(
            c.compared.interval.holds(2.5),
            "{ratio} {:?}",
            c.compared.interval
        );
        assert!(c.better().unwrap().name.starts_with("1/8 oz"));
        // Every stretch where both were fished, those too on which nothing came.
        let mut stops = std::collections::BTreeMap::new();
        for s in spans
            .iter()
            .filter(|s| s.tied.label == "1/8 oz" || s.tied.label == "1/4 oz")
        {
            stops
                .entry((s.day, s.stop_at, conditions(s)))
                .or_insert_with(std::collections::BTreeSet::new)
                .insert(&s.tied.label);
        }
        assert_eq!(
            c.stretches,
            stops.values().filter(|labels| labels.len() == 2).count()
        );
        assert!(c.stretches > c.compared.stops);
    }
    assert!(claims.iter().any(|c| c.factor == Factor::Weight));
    // What is drawn alike is not claimed, and says how long it would take.
    let quiet: Vec<_> = r.comparisons.iter().filter(|c| !c.claims()).collect();
    assert!(
        quiet
            .iter()
            .any(|c| c.levels.0.name == "1/16 oz" && c.levels.1.name == "3/32 oz")
    );
    for c in quiet {
        assert!(
            c.confounded.is_some() || c.more_hours.is_some_and(|h| h > 5.0),
            "{c:?}"
        );
        assert!(c.better().is_none());
    }
}

#[test]
fn bites_come_on_the_first_rest_and_heads_stay_in_broken_brick() {
    let r = told(Factor::Place);
    let of = |phase: Phase| r.phases.iter().find(|p| p.0 == phase).unwrap().1;
    let all: u32 = r.phases.iter().map(|p| p.1).sum();
    assert!(of(Phase::FirstRest) * 10 > all * 4, "{:?}", r.phases);
    assert_eq!(r.lost_over[0].name, "chunk rock");
    assert!(r.lost_over[0].interval.holds(1.3), "{:?}", r.lost_over[0]);
    assert!(r.lost_over.last().unwrap().interval.most < r.lost_over[0].interval.least);
    // Each water's rate is drawn toward the others, and so is told less far off.
    let rates: Vec<f64> = r.waters.iter().map(|w| w.count.rate()).collect();
    let (most, least) = (
        rates.iter().copied().fold(0.0, f64::max),
        rates.iter().copied().fold(9.0, f64::min),
    );
    assert_eq!(r.waters.len(), 4);
    for w in &r.waters {
        assert!((least..=most).contains(&w.rate), "{w:?}");
    }
    // They turned from crayfish to small fish late in the season.
    let (first, last) = (r.fed.first().unwrap(), r.fed.last().unwrap());
    assert!(
        first.counts.1 > first.counts.0 && last.counts.0 > last.counts.1,
        "{:?}",
        r.fed
    );
}

#[test]
fn a_narrower_look_counts_less_and_a_table_adds_up() {
    for by in Factor::ALL {
        let r = told(*by);
        let n: u32 = r.rows.iter().map(|row| row.count.n).sum();
        let hours: f64 = r.rows.iter().map(|row| row.count.hours).sum();
        assert_eq!(n, r.all.n, "{by}");
        assert!((hours - r.all.hours).abs() < 1e-6, "{by}");
        for row in &r.rows {
            assert!(row.interval.holds(row.count.rate()), "{row:?}");
        }
    }
    let events = season();
    let log = Log::of(&events);
    let narrow = Asked {
        place: Some("Reed Mere, west bay".into()),
        counted: Counted::Fish,
        ..asked(Factor::Weight)
    };
    let r = review(&spans(&log), &narrow);
    assert!(r.all.hours < 60.0 && r.rows.len() == 2 && r.waters.is_empty());
}

#[test]
fn the_record_moves_a_size_where_it_speaks_and_nowhere_else() {
    use yarrowfen_core::base::Ladder;
    use yarrowfen_core::base::codes::{BaitForm, Rig, Species};
    use yarrowfen_core::explore::ledger::own_sizes;
    let events = season();
    let log = Log::of(&events);
    let sizes = own_sizes(&spans(&log));
    // The one effect that is there, and nothing of the rest.
    let [one] = &sizes[..] else {
        panic!("{sizes:?}")
    };
    let what = (Rig::ShakyHead, BaitForm::Craw, Species::Smallmouth);
    assert_eq!((one.rig, one.form, one.species), what);
    assert_eq!((&*one.better.0, &*one.lesser.0), ("1/8 oz", "1/4 oz"));
    assert!(one.least > 1.0 && one.ratio.is_some_and(|r| r > one.least));
    // It speaks of the weight that brought less, one size at a time, toward the better.
    assert!(one.speaks_of(what, 7.0874) && !one.speaks_of(what, 3.5437));
    assert!(!one.speaks_of((Rig::Ned, BaitForm::Craw, Species::Smallmouth), 7.0874));
    assert_eq!(one.next(7.0874, Ladder::Ounces).unwrap().0, "3/16 oz");
    assert!(one.next(7.0874, Ladder::Grams).unwrap().1 < 7.0874);
    let turned = yarrowfen_core::explore::ledger::OwnSize {
        better: one.lesser.clone(),
        lesser: one.better.clone(),
        ..one.clone()
    };
    assert_eq!(turned.next(3.5437, Ladder::Ounces).unwrap().0, "5/32 oz");
    // A morning says nothing yet, and then nothing is moved.
    let early: Vec<_> = events.iter().take(14).cloned().collect();
    let log = Log::of(&early);
    assert!(own_sizes(&spans(&log)).is_empty());
}
