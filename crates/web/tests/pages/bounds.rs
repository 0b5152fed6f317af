//! What somebody without an account may send, and what becomes of lines that wait while people sign
//! in and out.

use crate::day::form;
use crate::support::*;

const QUERY: &str = "day=2027-06-12&rods=2&wind=2+m%2Fs&s0=q&n0=Brick+Pit&q0=depth%3D4+m%26bottom%3Dclay&p0=52.3,0.4";

fn line(n: u32) -> Value {
    json!({
        "id": format!("00000000-0000-4000-8000-{n:012x}"),
        "written": {"at": 1_781_240_400_000_i64 + i64::from(n), "day": "2026-06-12", "offset": 60,
                    "device": "00000000-0000-4000-8000-0000000000ff", "seq": n},
        "what": {"bite": {"outcome": "missed"}},
    })
}

/// Sends lines that are sealed to an owner, with the token of a device.
macro_rules! send {
    ($server:expr, $browser:expr, $csrf:expr, $owner:expr, $lines:expr) => {{
        let body = json!({"owner": $owner, "now": 1_781_240_400_000_i64, "events": $lines});
        let request = test::TestRequest::post()
            .uri("/today/send")
            .insert_header(("x-csrf", $csrf))
            .set_json(body);
        $server.call($browser.sends(request)).await.unwrap()
    }};
}

macro_rules! device {
    ($server:expr, $browser:expr) => {{
        let reply = get!($server, $browser, "/device");
        let device: Value = serde_json::from_str(&text(reply).await).unwrap();
        device
    }};
}

#[sqlx::test(migrations = "../store/migrations")]
async fn lines_that_were_not_sent_go_along_into_a_new_account(pool: PgPool) {
    let server = server!(pool);
    let mut me = visit(&server).await;
    let before = device!(server, me)["owner"].clone();
    let form = [
        ("csrf", me.csrf.clone()),
        ("name", "Wren".into()),
        ("password", PASSWORD.into()),
    ];
    presses!(server, me, "/account/sign-up", form);
    let now = device!(server, me);
    // The device is told whose lines are its owner's now, and sends them under his name.
    assert_eq!(now["joined"], json!([before]));
    let csrf = now["csrf"].as_str().unwrap().to_owned();
    let old = send!(server, me, csrf.clone(), before, [line(1)]);
    assert_eq!(old.status(), StatusCode::FORBIDDEN);
    let new = send!(server, me, csrf, now["owner"], [line(1)]);
    assert_eq!(new.status(), StatusCode::OK);
    // Somebody else on this browser has nothing of it.
    presses!(server, me, "/account/sign-out", bare(&me));
    presses!(server, me, "/account/demo", bare(&me));
    assert_eq!(device!(server, me)["joined"], Value::Null);
}

#[sqlx::test(migrations = "../store/migrations")]
async fn lines_of_the_browser_are_taken_while_somebody_is_signed_in_and_stay_its_own(pool: PgPool) {
    let server = server!(pool.clone());
    let mut me = visit(&server).await;
    let browser = device!(server, me)["owner"].clone();
    presses!(server, me, "/account/demo", bare(&me));
    let now = device!(server, me);
    assert_eq!(now["aside"], browser);
    let csrf = now["csrf"].as_str().unwrap().to_owned();
    let taken = send!(server, me, csrf.clone(), browser, [line(2)]);
    assert_eq!(taken.status(), StatusCode::OK);
    let taken: Value = serde_json::from_str(&text(taken).await).unwrap();
    assert_eq!(taken["kept"].as_array().unwrap().len(), 1);
    let stranger = "00000000-0000-4000-8000-00000000abcd";
    assert_eq!(
        send!(server, me, csrf, stranger, [line(3)]).status(),
        StatusCode::FORBIDDEN
    );
    let owner: uuid::Uuid = sqlx::query_scalar("select owner_id from log_events where id = $1")
        .bind(uuid::Uuid::parse_str(line(2)["id"].as_str().unwrap()).unwrap())
        .fetch_one(&pool)
        .await
        .unwrap();
    assert_eq!(json!(owner.to_string()), browser);
}

#[sqlx::test(migrations = "../store/migrations")]
async fn strangers_are_bounded_on_each_address_that_writes(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    let one = serde_json::to_vec(&[line(1)]).unwrap();
    let mut taken = 0;
    for _ in 0..320 {
        let reply = send_file!(server, me, "/days/import", &one);
        taken += u32::from(reply.status() == StatusCode::SEE_OTHER);
    }
    assert!(
        (299..=301).contains(&taken),
        "{taken} imports of one stranger"
    );
    // Whatever else he writes: the bound is one.
    let tried = post!(server, me, "/mend/write", form(&me, "fish"));
    assert_eq!(tried.status(), StatusCode::TOO_MANY_REQUESTS);
    assert!(text(tried).await.contains("without an account"));
    let keep = [("csrf", me.csrf.as_str()), ("query", QUERY)];
    let reply = post!(server, me, "/days", keep);
    assert_eq!(reply.status(), StatusCode::TOO_MANY_REQUESTS);
    // An account is not counted.
    let wren = member(&server, "Wren").await;
    let reply = send_file!(server, wren, "/days/import", &one);
    assert_eq!(reply.status(), StatusCode::SEE_OTHER);
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_form_brings_one_file_and_a_large_one_of_a_stranger_is_not_taken(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    let (kind, body) = with_file(&me.csrf, b"[]");
    let body = String::from_utf8(body).unwrap();
    let part = body.split("------edge").nth(2).unwrap().to_owned();
    let twice = body.replacen(&part, &format!("{part}------edge{part}"), 1);
    let request = test::TestRequest::post()
        .uri("/days/import")
        .insert_header(("content-type", kind))
        .set_payload(twice);
    let reply = server.call(me.sends(request)).await.unwrap();
    assert_eq!(reply.status(), StatusCode::BAD_REQUEST);
    let large = vec![b' '; 5 * 1024 * 1024];
    let reply = send_file!(server, me, "/days/import", &large);
    assert_eq!(reply.status(), StatusCode::TOO_MANY_REQUESTS);
}

#[sqlx::test(migrations = "../store/migrations")]
async fn the_guesses_of_others_keep_nobody_out_of_his_own_browser(pool: PgPool) {
    let server = server!(pool);
    let mut mine = member(&server, "Wren").await;
    presses!(server, mine, "/account/sign-out", bare(&mine));
    // Forty networks guess, until the account itself has to wait.
    let other = visit(&server).await;
    let sign_in = |b: &Browser, password: &str, from: String| {
        let form = [
            ("csrf", b.csrf.clone()),
            ("name", "Wren".into()),
            ("password", password.to_owned()),
        ];
        test::TestRequest::post()
            .uri("/account/sign-in")
            .set_form(form)
            .peer_addr(format!("{from}:4000").parse().unwrap())
            .cookie(b.cookie.clone())
            .to_request()
    };
    for n in 0..40 {
        let guess = sign_in(&other, "wrong and wrong again", format!("192.0.2.{n}"));
        server.call(guess).await.unwrap();
    }
    let fresh = sign_in(&other, PASSWORD, "198.51.100.1".into());
    assert_eq!(
        server.call(fresh).await.unwrap().status(),
        StatusCode::TOO_MANY_REQUESTS
    );
    let own = sign_in(&mine, PASSWORD, "198.51.100.2".into());
    assert_eq!(location(&server.call(own).await.unwrap()), "/box");
    // His browser is bounded by itself.
    let mut refused = 0;
    for _ in 0..12 {
        let guess = sign_in(&mine, "wrong and wrong again", "198.51.100.2".into());
        let status = server.call(guess).await.unwrap().status();
        refused += u32::from(status == StatusCode::TOO_MANY_REQUESTS);
    }
    assert!(refused > 0);
}

#[sqlx::test(migrations = "../store/migrations")]
async fn an_error_is_kept_by_no_cache(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    let page = text(get!(server, me, "/")).await;
    let css = page.split("/static/css/").nth(1).unwrap();
    let css = format!("/static/css/{}", css.split('"').next().unwrap());
    for (name, value, status) in [
        (
            "content-encoding",
            "gzip",
            StatusCode::UNSUPPORTED_MEDIA_TYPE,
        ),
        ("if-match", "\"x\"", StatusCode::PRECONDITION_FAILED),
        (
            "range",
            "bytes=999999999-",
            StatusCode::RANGE_NOT_SATISFIABLE,
        ),
    ] {
        let request = test::TestRequest::get()
            .uri(&css)
            .insert_header((name, value));
        let reply = server.call(me.sends(request)).await.unwrap();
        assert_eq!(reply.status(), status, "{name}");
        assert_eq!(
            reply.headers().get("cache-control").unwrap(),
            "no-store",
            "{name}"
        );
    }
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_plan_kept_again_takes_the_old_ones_place_and_has_the_light_of_the_zone(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    let keep = |wind: &str| {
        let query = QUERY.replace("2+m", &format!("{wind}+m"));
        [("csrf", me.csrf.clone()), ("query", query)]
    };
    let first = location(&post!(server, me, "/days", keep("2")));
    let again = location(&post!(server, me, "/days", keep("9")));
    assert_eq!(first, again);
    assert!(
        text(get!(server, me, &again))
            .await
            .contains("value=\"9 m/s\"")
    );
    // The sun at 52.3 N 0.4 E on 12 June 2027 by astral 3.2: up at 3:37 UTC.
    for (zone, sun) in [
        ("CET", "sun 5:37"),
        ("UTC", "sun 3:37"),
        ("EST5EDT", "sun 23:37"),
    ] {
        let request = test::TestRequest::get()
            .uri(&format!("/days?{QUERY}"))
            .cookie(Cookie::new("yarrowfen_zone", zone));
        let page = as_shown(&text(server.call(me.sends(request)).await.unwrap()).await);
        assert!(page.contains(sun), "{zone}");
    }
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_pause_is_one_tap_and_a_known_water_brings_its_depth(pool: PgPool) {
    let server = server!(pool);
    let me = member(&server, "Wren").await;
    let water = [
        ("csrf", me.csrf.as_str()),
        ("name", "Reed Mere"),
        ("query", "depth=7+m&bottom=clay"),
    ];
    assert_eq!(
        post!(server, me, "/waters", water).status(),
        StatusCode::SEE_OTHER
    );
    post!(server, me, "/today", form(&me, "begin"));
    post!(server, me, "/today", form(&me, "pause"));
    let page = as_shown(&text(get!(server, me, "/today")).await);
    assert!(page.contains("Pause since") && page.contains("Fish on"));
    post!(server, me, "/today", form(&me, "go-on"));
    let page = as_shown(&text(get!(server, me, "/today")).await);
    assert!(!page.contains("Pause since"));
    // Nobody touched depth and bottom: they are the water's. Typed, they are the angler's.
    let stop = |typed: &str| {
        let mut stop = form(&me, "stop")
            .into_iter()
            .map(|(k, v)| (k, v.to_owned()))
            .collect::<Vec<_>>();
        stop.retain(|f| !["place", "depth", "bottom"].contains(&f.0));
        stop.extend([
            ("place", "Reed Mere".to_owned()),
            ("depth", typed.to_owned()),
            ("bottom", "gravel".to_owned()),
            ("shown", "depth=3+m&bottom=gravel".to_owned()),
        ]);
        stop
    };
    post!(server, me, "/today", stop("3 m"));
    let page = as_shown(&text(get!(server, me, "/today")).await);
    assert!(page.contains("at Reed Mere: 7 m over clay"), "{page}");
    post!(server, me, "/today", stop("2 m"));
    let page = as_shown(&text(get!(server, me, "/today")).await);
    assert!(page.contains("at Reed Mere: 2 m over clay"));
}

/// A line of another day is taken back, told more of, and written down late, on its own day.
#[sqlx::test(migrations = "../store/migrations")]
async fn yesterday_is_opened_and_corrected(pool: PgPool) {
    let server = server!(pool.clone());
    let me = member(&server, "Wren").await;
    for act in ["begin", "fish", "missed"] {
        post!(server, me, "/today", form(&me, act));
    }
    sqlx::query("update log_events set day = day - 1, at_ms = at_ms - 86400000")
        .execute(&pool)
        .await
        .unwrap();
    let log = async || -> Value {
        serde_json::from_str(&text(get!(server, me, "/days/log.json")).await).unwrap()
    };
    let before = log().await;
    let of = |what: &str| {
        let all = before.as_array().unwrap().iter();
        let found = all.clone().find(|e| e["what"]["bite"]["outcome"] == what);
        found.unwrap_or_else(|| panic!("{before}"))["id"]
            .as_str()
            .unwrap()
            .to_owned()
    };
    let page = as_shown(&text(get!(server, me, "/today")).await);
    assert!(page.contains("see it, or correct it") && page.contains("Nothing is written down yet"));
    let tap = |pairs: &[(&'static str, String)]| {
        let mut all = vec![("csrf", me.csrf.clone())];
        all.extend(pairs.iter().cloned());
        all
    };
    let day = before[0]["written"]["day"].as_str().unwrap().to_owned();
    let first = before[0]["written"]["at"].as_i64().unwrap();
    let minute = |ms: i64| {
        let of_day = ms.rem_euclid(86_400_000) / 60_000;
        format!("{}:{:02}", of_day / 60, of_day % 60)
    };
    let late = |time: String, what: &str| {
        tap(&[
            ("do", "late".into()),
            ("day", day.clone()),
            ("time", time),
            ("what", what.to_owned()),
        ])
    };
    for (time, what, says) in [
        ("noonish".to_owned(), "fish", "say when it was"),
        (minute(first - 3_600_000), "fish", "nothing was fished at"),
        (minute(first), "dance", "say what came"),
    ] {
        let reply = post!(server, me, "/today", late(time, what));
        assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY);
        let page = as_shown(&text(reply).await).to_lowercase();
        assert!(page.contains(says), "{says}");
    }
    let reply = post!(server, me, "/today", late(minute(first), "lost"));
    assert_eq!(reply.status(), StatusCode::SEE_OTHER);
    // The missed one was none; the fish was 41 cm.
    let undo = tap(&[("do", "undo".into()), ("of", of("missed"))]);
    let told = tap(&[
        ("do", "told".into()),
        ("of", of("fish")),
        ("cm", "41 cm".into()),
    ]);
    for form in [undo, told] {
        assert_eq!(
            post!(server, me, "/today", form).status(),
            StatusCode::SEE_OTHER
        );
    }
    let page = as_shown(&text(get!(server, me, "/today")).await);
    assert!(page.contains("41 cm") && page.contains("lost"), "{page}");
    assert!(page.contains("Nothing is written down yet"));
    let after = log().await;
    let of_day = after
        .as_array()
        .unwrap()
        .iter()
        .filter(|e| e["written"]["day"] == day.as_str());
    assert_eq!(of_day.count(), after.as_array().unwrap().len());
}

/// A page that says itself why it refuses is not told as a database that is away.
#[sqlx::test(migrations = "../store/migrations")]
async fn too_many_visits_to_the_demo_are_told_as_what_they_are(pool: PgPool) {
    let server = server!(pool.clone());
    let me = visit(&server).await;
    post!(server, me, "/account/demo", bare(&me));
    sqlx::query("update attempts set failures = 500 where subject like 'demo %'")
        .execute(&pool)
        .await
        .unwrap();
    let reply = post!(server, me, "/account/demo", bare(&me));
    assert_eq!(reply.status(), StatusCode::TOO_MANY_REQUESTS);
    assert!(text(reply).await.contains("too many visits"));
}
