//! Each page keeps its question under a change of units and through the menu,
//! and shows what the answer holds: by its codes, not by English words.
#![allow(clippy::unwrap_used, reason = "a test")]

use std::collections::BTreeSet;
use std::sync::LazyLock;

use proptest::prelude::*;
use proptest::sample::select;
use yarrowfen_core::base::codes::{Bottom, Cover, Mood, Rig, Season, Species};
use yarrowfen_core::base::{Ladder, UnitSystem};
use yarrowfen_core::{Engine, Options, PickRequest};
use yarrowfen_pages::ask::PickForm;
use yarrowfen_pages::page::{self, Held, MendHeld};
use yarrowfen_pages::reader::{Reader, Theme, Who};
use yarrowfen_pages::reply::{Part, Reply};
use yarrowfen_pages::site::{self, PAGES, Page};

static ENGINE: LazyLock<Engine> = LazyLock::new(|| Engine::new().unwrap());

fn reader(units: UnitSystem) -> Reader {
    Reader {
        csrf: "token".into(),
        once: String::new(),
        options: Options {
            units,
            ladder: Ladder::Ounces,
            ..Options::default()
        },
        theme: Theme::Sun,
        views: String::new(),
        px_per_mm: None,
        question: String::new(),
        who: Who::Nobody,
        assets: String::new(),
    }
}

/// The page at an address; none for those that show only what is held.
fn visit(address: &str, units: UnitSystem) -> Option<Reply> {
    let (page, query) = Page::at(address).unwrap();
    let (engine, reader) = (&*ENGINE, reader(units));
    let none = Held {
        things: None,
        sinks: &[],
        sizes: &[],
    };
    let shown = match page.name {
        "pick" => page::pick(engine, &reader, query, none, Part::Whole),
        "card" => page::card(engine, &reader, query),
        "how" => page::how(engine, &reader, query),
        "cast" => page::cast(engine, &reader, query, false, Part::Whole),
        "count" => page::count(engine, &reader, query, &[], None),
        "mend" => page::mend(engine, &reader, query, MendHeld::default(), Part::Whole),
        "bench" => page::bench(engine, &reader, query, None, Part::Whole).unwrap(),
        "bench_print" => page::bench_print(engine, &reader, query),
        "words" => page::words(engine, &reader),
        "bench_screen" => page::bench_screen(&reader, query),
        "bench_photo" => page::photo(&reader, query, None, Part::Whole),
        _ => return None,
    };
    Some(shown.unwrap())
}

fn unescaped(text: &str) -> String {
    text.replace("&#38;", "&").replace("&amp;", "&")
}

/// What stands in a page between two texts, each time.
fn each_between<'p>(page: &'p str, before: &str, after: char) -> Vec<&'p str> {
    let starts = page.split(before).skip(1);
    starts.map(|t| t.split(after).next().unwrap()).collect()
}

/// The question that an address carries, read as it would be on arrival.
fn question(address: &str, units: UnitSystem) -> PickRequest {
    let (_, query) = Page::at(address).unwrap();
    let before = reader(units).options;
    let form = PickForm::from_query(query, before);
    form.read().unwrap()
}

fn near(a: &PickRequest, b: &PickRequest, page: &str) {
    let numbers = |r: &PickRequest| {
        let w = &r.water;
        [
            w.depth_m,
            w.wind_mps,
            w.current_mps,
            w.temp_c.unwrap_or(-1.0),
            r.bait.length_mm,
            r.cast_m,
        ]
    };
    for (x, y) in numbers(a).into_iter().zip(numbers(b)) {
        // An eighth of an inch stands for what hardly differs from it.
        assert!(
            (x - y).abs() <= 2.1e-3 * x.abs().max(0.1),
            "{page}: {x} {y}"
        );
    }
    let codes = |r: &PickRequest| {
        let w = &r.water;
        (
            r.rig,
            r.bait.form,
            r.season,
            r.species,
            r.mood,
            w.bottom,
            w.cover,
            w.clarity,
        )
    };
    assert_eq!(codes(a), codes(b), "{page}");
}

prop_compose! {
    fn asked()(rig in proptest::option::of(select(Rig::ALL)), depth in 0.5..20.0f64, length in 45.0..150.0f64, wind in 0.0..9.0f64,
        current in 0.0..0.8f64, temp in 3.0..30.0f64, bottom in select(Bottom::ALL), cover in select(Cover::ALL),
        season in select(Season::ALL), species in select(Species::ALL), mood in select(Mood::ALL)) -> PickRequest {
        let usual = PickRequest::usual().clone();
        let mut r = PickRequest { rig, season, species, mood, ..usual };
        r.bait.length_mm = (length * 10.0).round() / 10.0;
        r.water.depth_m = (depth * 100.0).round() / 100.0;
        (r.water.wind_mps, r.water.current_mps) = ((wind * 10.0).round() / 10.0, (current * 100.0).round() / 100.0);
        r.water.temp_c = Some((temp * 10.0).round() / 10.0);
        (r.water.bottom, r.water.cover) = (bottom, cover);
        r
    }
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 48, ..ProptestConfig::default() })]

    /// From metric to imperial and back: what is carried asks the same.
    #[test]
    fn a_change_of_units_keeps_the_question_of_each_page(asked in asked()) {
        let (metric, imperial) = (reader(UnitSystem::Metric).options, reader(UnitSystem::Imperial).options);
        let form = PickForm::from_request(&asked, metric);
        for page in PAGES.iter().filter(|p| p.carries.question()) {
            let here = page.with(&form.query());
            near(&asked, &question(&here, UnitSystem::Metric), page.name);
            let there = site::carried(&here, metric, &[("units", "imperial")]);
            near(&asked, &question(&there, UnitSystem::Imperial), page.name);
            let back = site::carried(&there, imperial, &[("units", "metric")]);
            near(&asked, &question(&back, UnitSystem::Metric), page.name);
        }
    }
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 10, ..ProptestConfig::default() })]

    /// Every page leads by its menu back to its own question, and what its switch
    /// of units sends back carries it too.
    #[test]
    fn the_menu_of_each_page_leads_back_to_its_question(asked in asked(), units in select(UnitSystem::ALL)) {
        let form = PickForm::from_request(&asked, reader(units).options);
        for page in PAGES.iter().filter(|p| p.carries.question()) {
            let Some(reply) = visit(&page.with(&form.query()), units) else { continue };
            prop_assert_eq!(reply.status, 200, "{}", page.name);
            let body = unescaped(&reply.body);
            let menu = body.split("</nav>").next().unwrap();
            let back: Vec<_> = each_between(menu, "href=\"", '"').into_iter().filter(|h| h.starts_with("/?")).collect();
            prop_assert_eq!(back.len(), 1, "{}", page.name);
            near(&asked, &question(back[0], units), page.name);
            let here = each_between(&body, "name=\"back\" value=\"", '"')[0];
            prop_assert!(here.starts_with(page.path), "{}: {}", page.name, here);
            near(&asked, &question(here, units), page.name);
        }
    }
}

/// What clips a drawing, and what a label speaks of, is named once on a page.
fn no_name_twice(body: &str, page: &str) {
    let mut seen = BTreeSet::new();
    for id in each_between(body, " id=\"", '"') {
        assert!(seen.insert(id), "{page}: {id} stands twice");
    }
}

#[test]
fn each_page_with_an_address_of_its_own_is_shown_in_both_units() {
    let mut shown = 0;
    for page in PAGES {
        for units in UnitSystem::ALL {
            if let Some(reply) = visit(page.path, *units) {
                assert_eq!(reply.status, 200, "{}", page.name);
                assert!(reply.body.contains("<main"), "{}", page.name);
                no_name_twice(&reply.body, page.name);
                shown += 1;
            }
        }
    }
    assert_eq!(shown, 22, "eleven pages need nothing held");
}

/// The page holds each reason, note and caution of the answer, and no other.
#[test]
fn pick_shows_each_code_that_the_answer_holds_and_no_other() {
    let mut seen = BTreeSet::new();
    for rig in Rig::ALL {
        for water in [
            r#"{"depth_m": 2.4, "bottom": "gravel", "wind_mps": 4}"#,
            r#"{"depth_m": 12, "bottom": "chunk_rock", "wind_mps": 10, "current_mps": 0.6, "temp_c": 2}"#,
            r#"{"depth_m": 1, "bottom": "mud", "cover": "docks", "clarity": "clear", "temp_c": 29}"#,
        ] {
            let json = format!(
                r#"{{"rig": "{}", "species": "trout", "toothy_fish": true, "water": {water}}}"#,
                rig.code()
            );
            let asked = PickRequest::from_json(json.as_bytes()).unwrap();
            let reader = reader(UnitSystem::Metric);
            let query = PickForm::from_request(&asked, reader.options).query();
            let reply = visit(&format!("/?{query}"), UnitSystem::Metric).unwrap();
            let shown: BTreeSet<_> = each_between(&reply.body, "data-code=\"", '"')
                .into_iter()
                .map(str::to_owned)
                .collect();
            let again = PickForm::from_query(&query, reader.options).read().unwrap();
            let answer = ENGINE.pick(&again, reader.options);
            let notes = answer.notes.iter().chain(&answer.cautions);
            let held: BTreeSet<_> = answer
                .reasons
                .iter()
                .map(|r| r.code.to_string())
                .chain(notes.map(|n| n.code.to_string()))
                .collect();
            assert_eq!(shown, held, "{json}");
            seen.extend(shown);
        }
    }
    assert!(seen.len() > 40, "{} codes tried", seen.len());
}

/// Mend shows each cause of the answer under its code with how it stands, in its order, and
/// the cautions; a word that cannot be read keeps what was typed and says so.
#[test]
fn mend_shows_each_cause_as_the_answer_has_it() {
    use yarrowfen_core::base::codes::Symptom;
    use yarrowfen_pages::ask::mend::MendForm;
    let water = "rig=shaky_head&depth=9+m&bottom=chunk_rock&wind=5+m/s&head_weight=3/16+oz&head_eye=in_line&head_post=7+mm";
    for symptom in Symptom::ALL {
        let query = format!("{water}&symptom={}&found=dull_point:yes", symptom.code());
        let reader = reader(UnitSystem::Metric);
        let reply = visit(&format!("/mend?{query}"), UnitSystem::Metric).unwrap();
        assert_eq!(reply.status, 200, "{}", symptom.code());
        no_name_twice(&reply.body, symptom.code());
        let asked = MendForm::from_query(&query, reader.options)
            .read(&ENGINE)
            .unwrap();
        let told = ENGINE.mend(&asked, reader.options);
        let causes = told.causes.iter().map(|c| (c.code.code(), c.says.code()));
        let codes = each_between(&reply.body, "data-code=\"", '"');
        let standings = each_between(&reply.body, "data-standing=\"", '"');
        let shown: Vec<_> = codes.iter().copied().zip(standings).collect();
        assert_eq!(shown, causes.collect::<Vec<_>>(), "{}", symptom.code());
        let cautions: Vec<_> = told.cautions.iter().map(|c| c.code.to_string()).collect();
        assert_eq!(codes[shown.len()..], cautions, "{}", symptom.code());
        // It comes back as it is, in the other units too.
        let here = unescaped(each_between(&reply.body, "name=\"back\" value=\"", '"')[0]);
        let again = site::carried(&here, reader.options, &[("units", "imperial")]);
        let reply = visit(&again, UnitSystem::Imperial).unwrap();
        assert!(reply.body.contains(symptom.label()), "{again}");
    }
    let bad = visit("/mend?depth=deep&symptom=tired", UnitSystem::Metric).unwrap();
    assert_eq!(bad.status, 422);
    assert!(bad.body.contains("value=\"deep\"") && bad.body.contains("choose what goes wrong"));
}
