//! The day on the water: its page without script, what devices send, what they are given.

use crate::support::*;
use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::base::codes::Bottom;
use yarrowfen_core::day::{Log, spans};
use yarrowfen_core::explore::ledger::review;
use yarrowfen_pages::ask::ledger::LedgerForm;

pub fn form<'a>(b: &'a Browser, act: &'a str) -> Vec<(&'a str, &'a str)> {
    vec![
        ("csrf", b.csrf.as_str()),
        ("do", act),
        ("place", "Brick Pit"),
        ("depth", "5 m"),
        ("bottom", "chunk_rock"),
        ("form", "stick"),
        ("length", "70 mm"),
        ("rig", "ned"),
        ("minutes", "15"),
    ]
}

async fn owner_of<S, B, E>(server: &S, b: &Browser) -> Value
where
    S: Service<actix_http::Request, Response = ServiceResponse<B>, Error = E>,
    B: MessageBody,
    E: std::fmt::Debug,
{
    let request = test::TestRequest::get().uri("/device");
    let reply = server.call(b.sends(request)).await.unwrap();
    serde_json::from_str(&text(reply).await).unwrap()
}

fn lines(page: &str) -> Vec<String> {
    let log = page.split("<ol>").last().unwrap();
    let all = log.split("<li").skip(1);
    all.map(|l| {
        as_shown(
            l.split("<span>")
                .nth(1)
                .unwrap()
                .split("</span>")
                .next()
                .unwrap(),
        )
    })
    .collect()
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_day_is_written_down_without_any_script(pool: PgPool) {
    let server = server!(pool);
    let b = visit(&server).await;
    let page = text(get!(server, b, "/today")).await;
    assert!(page.contains("Nothing is written down yet"));
    for act in ["begin", "fish", "hung", "gone", "rest", "end"] {
        let reply = post!(server, b, "/today", form(&b, act));
        assert_eq!(
            (reply.status(), &*location(&reply)),
            (StatusCode::SEE_OTHER, "/today"),
            "{act}"
        );
    }
    let page = text(get!(server, b, "/today")).await;
    let told = lines(&page);
    assert_eq!(told.len(), 7, "{told:?}");
    assert_eq!(told[0], "fishing is over for the day");
    assert_eq!(told[1], "Brick Pit rests for 15 min");
    assert!(told.contains(&"fish".to_owned()) && told.contains(&"head gone".to_owned()));
    assert!(
        told.iter()
            .any(|l| l.starts_with("tied on ") && l.ends_with("to begin with")),
        "{told:?}"
    );
    assert!(
        told.iter()
            .any(|l| l == "at Brick Pit: 5 m over chunk rock, wind 2 m/s"),
        "{told:?}"
    );
    // Another browser sees nothing of it.
    let other = visit(&server).await;
    assert!(lines(&text(get!(server, other, "/today")).await).is_empty());
}

#[sqlx::test(migrations = "../store/migrations")]
async fn what_cannot_be_written_down_is_said_at_its_field_and_stays_typed(pool: PgPool) {
    let server = server!(pool);
    let b = visit(&server).await;
    let mut bad = form(&b, "begin");
    bad.retain(|f| f.0 != "place" && f.0 != "depth");
    bad.extend([("depth", "deep"), ("wind", "3 m/s")]);
    let reply = post!(server, b, "/today", bad);
    assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY);
    let page = text(reply).await;
    assert!(
        page.contains("value=\"deep\"") && page.contains("aria-invalid"),
        "{page}"
    );
    for (act, field, text_typed) in [
        ("note", "text", ""),
        ("rest", "minutes", "soon"),
        ("undo", "of", "x"),
        ("told", "of", "x"),
        ("bite", "do", ""),
        ("fish", "phase", "noon"),
    ] {
        let mut bad = form(&b, act);
        bad.push((field, text_typed));
        let reply = post!(server, b, "/today", bad);
        assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY, "{act}");
        let page = text(reply).await;
        assert!(page.contains("role=\"alert\""), "{act} {page}");
    }
    let forged = [("csrf", "x"), ("do", "end")];
    assert_eq!(
        post!(server, b, "/today", forged).status(),
        StatusCode::FORBIDDEN
    );
    assert!(lines(&text(get!(server, b, "/today")).await).is_empty());
}

fn batch(owner: &Value, events: Value) -> Value {
    let now = time::OffsetDateTime::now_utc().unix_timestamp() * 1000;
    json!({ "owner": owner["owner"], "now": now, "events": events })
}

fn note(id: &str, text: &str) -> Value {
    let now = time::OffsetDateTime::now_utc();
    json!({"id": id, "written": {"at": now.unix_timestamp() * 1000, "day": now.date().to_string(), "offset": 0, "device": "00000000000000000000000000000001", "seq": 1},
        "what": {"note": {"text": text}}})
}

#[sqlx::test(migrations = "../store/migrations")]
async fn what_devices_send_stands_once_and_one_bad_line_holds_up_no_other(pool: PgPool) {
    let server = server!(pool);
    let b = visit(&server).await;
    let device = owner_of(&server, &b).await;
    let send = |owner: &Value, token: &str, events: Value| {
        let request = test::TestRequest::post()
            .uri("/today/send")
            .insert_header(("x-csrf", token))
            .set_json(batch(owner, events));
        b.sends(request)
    };
    let good = note("0191d0aa000070008000000000000001", "one");
    let bad = json!({"id": "x", "what": "dance"});
    let events = json!([
        good,
        bad,
        note("0191d0aa000070008000000000000002", "bell\u{7}")
    ]);
    for _ in 0..3 {
        let reply = server
            .call(send(&device, &b.csrf, events.clone()))
            .await
            .unwrap();
        assert_eq!(reply.status(), StatusCode::OK);
        let took: Value = serde_json::from_str(&text(reply).await).unwrap();
        assert_eq!(
            took["kept"],
            json!(["0191d0aa-0000-7000-8000-000000000001"])
        );
        let refused: Vec<_> = took["refused"]
            .as_array()
            .unwrap()
            .iter()
            .map(|r| r["at"].clone())
            .collect();
        assert_eq!(refused, [1, 2]);
        assert_eq!(took["events"].as_array().unwrap().len(), 1);
    }
    assert_eq!(lines(&text(get!(server, b, "/today")).await), ["one"]);
    // Neither another's token nor another's seal is taken, nor more than a batch holds.
    let reply = server
        .call(send(&device, "x", json!([good])))
        .await
        .unwrap();
    assert_eq!(reply.status(), StatusCode::FORBIDDEN);
    let stranger = json!({ "owner": uuid::Uuid::new_v4() });
    let reply = server
        .call(send(&stranger, &b.csrf, json!([good])))
        .await
        .unwrap();
    assert_eq!(reply.status(), StatusCode::FORBIDDEN);
    let many: Vec<Value> = (0..501).map(|_| good.clone()).collect();
    let reply = server
        .call(send(&device, &b.csrf, json!(many)))
        .await
        .unwrap();
    assert_eq!(reply.status(), StatusCode::PAYLOAD_TOO_LARGE);
    let plain = test::TestRequest::post()
        .uri("/today/send")
        .insert_header(("x-csrf", b.csrf.as_str()))
        .set_payload("[");
    let reply = server.call(b.sends(plain)).await.unwrap();
    assert_eq!(reply.status(), StatusCode::BAD_REQUEST);
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_clock_that_no_place_has_is_set_right_and_any_other_is_left_alone(pool: PgPool) {
    let server = server!(pool);
    let b = visit(&server).await;
    let device = owner_of(&server, &b).await;
    let real = time::OffsetDateTime::now_utc();
    for (id, hours_off) in [("1", 3), ("2", 24 * 400)] {
        let clock = real + time::Duration::hours(hours_off);
        let event = json!({"id": format!("{id:0>32}"), "written": {"at": clock.unix_timestamp() * 1000, "day": clock.date().to_string(), "offset": 0, "device": "00000000000000000000000000000001", "seq": 1}, "what": "hung_up"});
        let body = json!({ "owner": device["owner"], "now": clock.unix_timestamp() * 1000, "events": [event] });
        let request = test::TestRequest::post()
            .uri("/today/send")
            .insert_header(("x-csrf", b.csrf.as_str()))
            .set_json(body);
        assert_eq!(
            server.call(b.sends(request)).await.unwrap().status(),
            StatusCode::OK
        );
    }
    let device = owner_of(&server, &b).await;
    let mut off: Vec<i64> = device["events"]
        .as_array()
        .unwrap()
        .iter()
        .map(|e| {
            let at = e["written"]["at"].as_i64().unwrap() / 1000;
            (at - real.unix_timestamp() + 1800).div_euclid(3600)
        })
        .collect();
    off.sort_unstable();
    assert_eq!(off, [0, 3]);
}

#[sqlx::test(migrations = "../store/migrations")]
async fn only_the_workers_own_answer_may_compile_the_module(pool: PgPool) {
    let server = server!(pool);
    let b = visit(&server).await;
    let csp = |reply: &ServiceResponse<_>| {
        reply
            .headers()
            .get("content-security-policy")
            .unwrap()
            .to_str()
            .unwrap()
            .to_owned()
    };
    let worker = get!(server, b, "/worker.js");
    assert!(csp(&worker).contains("script-src 'self' 'wasm-unsafe-eval'"));
    assert_eq!(worker.headers().get("cache-control").unwrap(), "no-cache");
    for uri in [
        "/",
        "/today",
        "/mend",
        "/static/js/offline.js",
        "/manifest.webmanifest",
    ] {
        let policy = csp(&get!(server, b, uri));
        assert!(
            !policy.contains("wasm") && !policy.contains("unsafe"),
            "{uri}: {policy}"
        );
    }
    // Pages name styles and scripts by the version that the worker keeps.
    let script = text(get!(server, b, "/worker.js")).await;
    let version = script.split("VERSION = '").nth(1).unwrap()[..16].to_owned();
    assert_eq!(version.len(), 16);
    let page = text(get!(server, b, "/")).await;
    for name in ["css/yarrowfen.css", "js/yarrowfen.js", "js/offline.js"] {
        assert!(
            page.contains(&format!("/static/{name}?v={version}\"")),
            "{name}"
        );
        assert!(
            script.contains(&format!("\"/static/{name}?v={version}\"")),
            "{name}"
        );
    }
    let manifest: Value =
        serde_json::from_str(&text(get!(server, b, "/manifest.webmanifest")).await).unwrap();
    assert_eq!(
        (&manifest["start_url"], &manifest["display"]),
        (&json!("/today"), &json!("standalone"))
    );
}

#[sqlx::test(migrations = "../store/migrations")]
async fn the_review_tells_the_demo_season_and_its_table_adds_up(pool: PgPool) {
    let server = server!(pool);
    let mut b = visit(&server).await;
    let demo = [("csrf", b.csrf.as_str())];
    let reply = post!(server, b, "/account/demo", demo);
    b.takes(&reply);
    let page = as_shown(&text(get!(server, b, "/days/review")).await);
    assert!(
        page.contains("26 days") && page.contains("104 hours"),
        "{page}"
    );
    assert!(page.contains("1/8 oz against 1/4 oz: fish the 1/8 oz"));
    assert_eq!(page.matches("data-claim").count(), 1);
    let narrow = "/days/review?at=Reed+Mere%2C+west+bay&count=fish&by=wind&depth=0";
    let page = as_shown(&text(get!(server, b, narrow)).await);
    assert!(!page.contains("data-claim") && page.contains("fish landed"));
    // The table behind it: its hours and bites are those of the page.
    let reply = get!(server, b, "/days/spans.csv?by=weight");
    assert_eq!(
        reply.headers().get("content-type").unwrap(),
        "text/csv; charset=utf-8"
    );
    let table = text(reply).await;
    let mut rows = csv::Reader::from_reader(table.as_bytes());
    let columns = rows.headers().unwrap().clone();
    let at = |name: &str| columns.iter().position(|c| c == name).unwrap();
    let rows: Vec<csv::StringRecord> = rows.records().map(Result::unwrap).collect();
    let number = |row: &csv::StringRecord, name: &str| row[at(name)].parse::<f64>().unwrap();
    let sum = |of: &dyn Fn(&csv::StringRecord) -> bool, name: &str| -> f64 {
        rows.iter().filter(|r| of(r)).map(|r| number(r, name)).sum()
    };
    // Every figure of the page, counted again from the table alone.
    let events = yarrowfen_web::demo::season::season();
    let log = Log::of(&events);
    let told = review(
        &spans(&log),
        &LedgerForm::from_query("by=weight")
            .asked(time::macros::date!(2026 - 11 - 27), UnitSystem::Metric),
    );
    let near = |a: f64, b: f64| assert!((a - b).abs() < 1e-3, "{a} {b}");
    let whole = |n: u32| f64::from(n);
    near(sum(&|_| true, "bites"), whole(told.all.n));
    near(sum(&|_| true, "hours"), told.all.hours);
    for row in &told.rows {
        let of = |r: &csv::StringRecord| r[at("head")] == row.level.name;
        near(sum(&of, "bites"), whole(row.count.n));
        near(sum(&of, "hours"), row.count.hours);
    }
    for lost in &told.lost_over {
        let of = |r: &csv::StringRecord| {
            Bottom::from_code(&r[at("bottom")]).unwrap().label() == lost.name
        };
        near(sum(&of, "heads_gone"), whole(lost.count.n));
    }
    for (phase, n) in &told.phases {
        near(
            sum(&|_| true, &format!("bites_{}", phase.code())),
            whole(*n),
        );
    }
    let fed = told
        .fed
        .iter()
        .fold((0, 0), |a, f| (a.0 + f.counts.0, a.1 + f.counts.1));
    near(sum(&|_| true, "fed_up"), whole(fed.0));
    near(sum(&|_| true, "fed_down"), whole(fed.1));
    // The comparison that is claimed: over stops where both were fished with all else alike.
    let claim = told.comparisons.iter().find(|c| c.claims()).unwrap();
    let key = |r: &csv::StringRecord| {
        [
            "day",
            "stop_begun",
            "conditions",
            "rig",
            "shape",
            "bait",
            "bait_mm",
        ]
        .map(|c| r[at(c)].to_owned())
    };
    let fished = |name: &str| -> std::collections::BTreeSet<_> {
        rows.iter()
            .filter(|r| r[at("head")] == *name)
            .map(key)
            .collect()
    };
    let both = &fished(&claim.levels.0.name) & &fished(&claim.levels.1.name);
    assert_eq!(both.len(), claim.stretches);
    for (level, count) in [
        (&claim.levels.0, claim.counts.0),
        (&claim.levels.1, claim.counts.1),
    ] {
        let of = |r: &csv::StringRecord| r[at("head")] == level.name && both.contains(&key(r));
        near(sum(&of, "bites"), whole(count.n));
        near(sum(&of, "hours"), count.hours);
    }
    // What is not known widens the look; nobody else's log is in it.
    let page = text(get!(server, b, "/days/review?by=moon&depth=x&over=century")).await;
    assert!(page.contains("26 days"));
    let other = visit(&server).await;
    let page = text(get!(server, other, "/days/review")).await;
    assert!(page.contains("Nothing of that is written down yet"));
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_log_goes_with_its_account_and_comes_in_elsewhere_as_it_was(pool: PgPool) {
    let server = server!(pool);
    let mut b = visit(&server).await;
    for act in ["begin", "fish", "end"] {
        post!(server, b, "/today", form(&b, act));
    }
    // What a browser wrote goes to the account that it makes.
    let sign_up = [
        ("csrf", b.csrf.as_str()),
        ("name", "Alder"),
        ("password", PASSWORD),
    ];
    let reply = post!(server, b, "/account/sign-up", sign_up);
    b.takes(&reply);
    fresh_token(&server, &mut b).await;
    let out = text(get!(server, b, "/account/export")).await;
    let file: Value = serde_json::from_str(&out).unwrap();
    assert_eq!(file["log"].as_array().unwrap().len(), 4);
    let other = member(&server, "Willow").await;
    for _ in 0..2 {
        let reply = send_file!(server, other, "/account/import", out.as_bytes());
        assert!(reply.status().is_success() || reply.status() == StatusCode::SEE_OTHER);
    }
    let again: Value =
        serde_json::from_str(&text(get!(server, other, "/account/export")).await).unwrap();
    assert_eq!(again["log"], file["log"]);
    // A line that cannot be kept is named, and nothing is taken in.
    let mut bad = file.clone();
    bad["log"][1]["what"] = json!({"in_hand": {"rod": 0}});
    let reply = send_file!(server, other, "/account/import", bad.to_string().as_bytes());
    assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY);
    assert!(text(reply).await.contains("log[1].rod"));
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_log_goes_out_and_in_as_a_file_once(pool: PgPool) {
    let server = server!(pool);
    let b = visit(&server).await;
    for act in ["begin", "fish", "gone", "end"] {
        post!(server, b, "/today", form(&b, act));
    }
    let other = visit(&server).await;
    for (path, taken, known) in [("/days/log.json", 5, 0), ("/days/log.csv", 0, 5)] {
        let out = text(get!(server, b, path)).await;
        let reply = send_file!(server, other, "/days/import", out.as_bytes());
        assert_eq!(
            location(&reply),
            format!("/days/review?taken={taken}&known={known}&changed=0"),
            "{path}"
        );
    }
    let page = text(get!(server, other, "/days/review?taken=5")).await;
    assert!(page.contains("5 new lines were taken in"));
    assert_eq!(
        text(get!(server, other, "/days/log.csv")).await,
        text(get!(server, b, "/days/log.csv")).await
    );
    // A line that says something else under its old id is told, and not taken.
    let changed = text(get!(server, b, "/days/log.json")).await;
    let changed = changed.replace("\"fish\"", "\"missed\"");
    let reply = send_file!(server, other, "/days/import", changed.as_bytes());
    let told = location(&reply);
    assert!(told.ends_with("taken=0&known=5&changed=1"), "{told}");
    let page = as_shown(&text(get!(server, other, &told)).await);
    assert!(page.contains("1 of those says something else in the file"));
    assert_eq!(
        text(get!(server, other, "/days/log.csv")).await,
        text(get!(server, b, "/days/log.csv")).await
    );
    let calendar = text(get!(server, b, "/days/log.ics")).await;
    assert!(calendar.contains("SUMMARY:1 fish\\, 1 bites"), "{calendar}");
    // What is no log is refused in words, and its markup is text.
    let bad = "id,day,at,offset_min,device,seq,what\n<script>,x,x,x,x,x,x\n";
    let reply = send_file!(server, other, "/days/import", bad.as_bytes());
    assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY);
    let page = text(reply).await;
    assert!(
        page.contains("line 1: ")
            && page.contains("Nothing was taken")
            && !page.contains("<script>,")
    );
    let forged = send_file!(server, other, "/days/import", [("csrf", "x")], b"[]");
    assert_eq!(forged.status(), StatusCode::FORBIDDEN);
}

#[sqlx::test(migrations = "../store/migrations")]
async fn pick_offers_the_size_that_the_own_record_speaks_for_and_stays_by_the_book(pool: PgPool) {
    let server = server!(pool);
    let mut b = visit(&server).await;
    // A craw on a shaky head where the book ties on a quarter.
    let uri = "/?depth=4+m&bottom=chunk_rock&rig=shaky_head&form=craw&length=76+mm&wind=6+m/s&cast=25+m&species=smallmouth";
    let by_book = text(get!(server, b, uri)).await;
    assert!(!by_book.contains("data-own-size"));
    let reply = post!(server, b, "/account/demo", [("csrf", b.csrf.as_str())]);
    b.takes(&reply);
    let mut said = 0;
    for wind in 0..12 {
        let uri = uri.replace("6+m/s", &format!("{wind}+m/s"));
        let page = as_shown(&text(get!(server, b, &uri)).await);
        let weight = page
            .split("class=\"weight\">")
            .nth(1)
            .unwrap()
            .split('<')
            .next()
            .unwrap()
            .to_owned();
        let speaks = page.contains("data-own-size");
        assert_eq!(speaks, weight.trim() == "1/4", "{weight}");
        if speaks {
            said += 1;
            assert!(
                page.contains("Own record: 1/8 oz brought")
                    && page.contains("A size down: 3/16 oz")
            );
            let href = page
                .split("class=\"btn\" href=\"")
                .find(|p| p.contains("A size down"))
                .unwrap();
            let href = href.split('"').next().unwrap().replace("&#38;", "&");
            let then = text(get!(server, b, &href)).await;
            // It is a head in hand then, judged by the same needs; the record says no more.
            assert!(then.contains("class=\"judged") && !then.contains("data-own-size"));
        }
    }
    assert!(said > 0);
}
