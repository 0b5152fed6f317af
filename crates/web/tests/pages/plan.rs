//! A day that is planned: its page, kept days, what the day on the water reads, files in and out.

use crate::support::*;

const DAY: &str = "/days?day=2026-06-12&rods=2&wind=2+to+6+m%2Fs&s0=q&n0=Brick+Pit&q0=depth%3D4%E2%80%938+m%26bottom%3Dclay&p0=52.3,0.4&s1=q&n1=Lode&q1=depth%3D2.6+m%26bottom%3Dgravel";

fn query() -> &'static str {
    DAY.split_once('?').unwrap().1
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_fresh_day_is_planned_at_once(pool: PgPool) {
    let server = server!(pool);
    let b = visit(&server).await;
    let reply = get!(server, b, "/days");
    assert_eq!(reply.status(), StatusCode::OK);
    let page = as_shown(&text(reply).await);
    for part in [
        "as Pick has it",
        "Start the day",
        "Keep this day",
        "Over each spot",
        "another stop",
    ] {
        assert!(page.contains(part), "{part}");
    }
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_day_says_its_light_its_losses_and_what_is_retied(pool: PgPool) {
    let server = server!(pool);
    let b = visit(&server).await;
    let page = as_shown(&text(get!(server, b, &format!("{DAY}&offset=60"))).await);
    // The sun of that day there by astral 3.2: up at 4:37 by a clock an hour ahead of UTC.
    assert!(page.contains("sun 4:37 to 21:20"));
    assert!(page.contains("an hour over clay") && page.contains("an hour over gravel"));
    assert!(page.contains("No other choice serves more of the day"));
}

/// The hours of light by astral 3.2 at 60 places and days by chance
/// (`core/tests/reference/make_day_reference.py`), each at the first showing of a day.
#[sqlx::test(migrations = "../store/migrations")]
async fn light_is_right_at_the_first_showing_everywhere(pool: PgPool) {
    let server = server!(pool);
    let b = visit(&server).await;
    let reference: Value =
        serde_json::from_str(include_str!("../../../core/tests/reference/day.json")).unwrap();
    let rows = reference["sun"].as_array().unwrap();
    let mut seen = 0;
    for row in rows.iter().rev().take(60) {
        let number = |key: &str| row[key].as_f64();
        let (Some(rises), Some(sets)) = (number("rises"), number("sets")) else {
            continue;
        };
        let day = row["day"].as_str().unwrap();
        let (lat, lon) = (number("lat").unwrap(), number("lon").unwrap());
        let asked = test::TestRequest::get()
            .uri(&format!(
                "/days?day={day}&s0=q&n0=Lode&q0=depth%3D3+m&p0={lat},{lon}"
            ))
            .cookie(Cookie::new("yarrowfen_offset", row["offset"].to_string()));
        let page = as_shown(&text(server.call(b.sends(asked)).await.unwrap()).await);
        let told = page.split("sun ").nth(1).unwrap();
        let mut words = told.split([' ', ',']);
        let mut minute = || -> f64 {
            let word = words.find(|w| w.contains(':')).unwrap();
            let (hour, minute) = word.split_once(':').unwrap();
            60.0 * hour.parse::<f64>().unwrap() + minute.parse::<f64>().unwrap()
        };
        for theirs in [rises, sets] {
            let apart = (minute() - theirs + 720.0).rem_euclid(1440.0) - 720.0;
            assert!(apart.abs() <= 2.0, "{row}: {apart}");
        }
        seen += 1;
    }
    assert!(seen >= 50, "{seen}");
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_night_is_planned_and_kept_past_its_midnight(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    let query = format!("{}&from=21:00&to=2:00", query());
    let page = as_shown(&text(get!(server, me, &format!("/days?{query}"))).await);
    assert!(
        page.contains("Start the day") && page.contains(">1:00<"),
        "{page}"
    );
    let kept = location(&post!(
        server,
        me,
        "/days",
        [("csrf", me.csrf.as_str()), ("query", &query)]
    ));
    assert!(kept.starts_with("/days/"), "{kept}");
    let calendar = text(get!(server, me, &format!("/days/plan.ics?{query}"))).await;
    assert!(
        calendar.contains("DTSTART:20260612T210000") && calendar.contains("DTEND:20260613T020000")
    );
}

#[sqlx::test(migrations = "../store/migrations")]
async fn what_cannot_be_planned_is_said_at_its_field_and_stays_typed(pool: PgPool) {
    let server = server!(pool);
    let b = visit(&server).await;
    for (change, says, stays) in [
        ("&rods=9", "a number of rods from 1 to 6", "value=\"9\""),
        ("&from=dawn", "give a time of day", "value=\"dawn\""),
        ("&day=soon", "give a day", "soon"),
        ("&wind=gusty", "wind:", "value=\"gusty\""),
        ("&temp=99+%C2%B0C", "water temperature:", "value=\"99 °C\""),
        ("&m0=5", "10 at least", "value=\"5\""),
        (
            "&m0=400",
            "the day: no time is left for Lode",
            "value=\"400\"",
        ),
        ("&d0=deep", "depth of a stop", "value=\"deep\""),
        ("&p0=north", "degrees north and east", "value=\"north\""),
        ("&n0=", "say where you fish", "name=\"n0\" value=\"\""),
        (
            "&hours=noon",
            "columns hour and wind_mps",
            "noon</textarea>",
        ),
        (
            "&from=11:00&to=11:00",
            "no time is left for",
            "value=\"11:00\"",
        ),
    ] {
        let reply = get!(server, b, &format!("{DAY}{change}"));
        assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY, "{change}");
        let page = text(reply).await;
        let shown = as_shown(&page).replace("<b>", "").replace("</b>", "");
        assert!(shown.contains(says), "{change} {says}");
        assert!(page.contains(stays), "{change} {stays}");
    }
}

#[sqlx::test(migrations = "../store/migrations")]
async fn hours_of_a_table_become_the_days_wind(pool: PgPool) {
    let server = server!(pool);
    let b = visit(&server).await;
    let table = "hour,wind_mps,temp_c%0A5:00,2,17%0A11:00,6.5,18";
    let page = text(get!(server, b, &format!("{DAY}&hours={table}"))).await;
    assert!(page.contains("value=\"5:00 2, 11:00 6.5 m/s\""));
    assert!(page.contains("value=\"5:00 17, 11:00 18 °C\""));
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_kept_day_is_its_owners_alone_and_comes_back_when_it_was_deleted(pool: PgPool) {
    let server = server!(pool);
    let b = visit(&server).await;
    let form = [("csrf", b.csrf.as_str()), ("query", query())];
    let reply = post!(server, b, "/days", form);
    assert_eq!(reply.status(), StatusCode::SEE_OTHER);
    let here = location(&reply);
    let page = as_shown(&text(get!(server, b, &here)).await);
    assert!(
        page.contains("Brick Pit; Lode") || page.contains("Delete it"),
        "{page}"
    );
    let other = visit(&server).await;
    assert_eq!(get!(server, other, &here).status(), StatusCode::NOT_FOUND);
    let theirs = [("csrf", other.csrf.as_str())];
    let foreign = post!(server, other, &format!("{here}/delete"), theirs);
    assert_eq!(foreign.status(), StatusCode::NOT_FOUND);
    let forged = post!(server, b, &format!("{here}/delete"), [("csrf", "x")]);
    assert_eq!(forged.status(), StatusCode::FORBIDDEN);
    let own = [("csrf", b.csrf.as_str())];
    let gone = location(&post!(server, b, &format!("{here}/delete"), own));
    assert_eq!(get!(server, b, &here).status(), StatusCode::NOT_FOUND);
    assert!(
        text(get!(server, b, &gone))
            .await
            .contains("The day is deleted")
    );
    let back = post!(server, b, &format!("{here}/restore"), own);
    assert_eq!(
        (back.status(), location(&back)),
        (StatusCode::SEE_OTHER, here.clone())
    );
    assert_eq!(get!(server, b, &here).status(), StatusCode::OK);
    // A day with a fault is not kept, and says which.
    let wrong = [
        ("csrf", b.csrf.as_str()),
        ("query", "day=2026-06-12&rods=none"),
    ];
    assert_eq!(
        post!(server, b, "/days", wrong).status(),
        StatusCode::UNPROCESSABLE_ENTITY
    );
}

#[sqlx::test(migrations = "../store/migrations")]
async fn the_day_on_the_water_does_what_was_planned_step_by_step(pool: PgPool) {
    let server = server!(pool);
    let b = visit(&server).await;
    let now = time::OffsetDateTime::now_utc().date();
    let today = query().replace("2026-06-12", &now.to_string());
    let form = [("csrf", b.csrf.as_str()), ("query", &*today)];
    post!(server, b, "/days", form);
    let page = text(get!(server, b, "/today")).await;
    assert!(page.contains("As planned") && page.contains("Do it"));
    // The device has it too.
    let device: Value = serde_json::from_str(&text(get!(server, b, "/device")).await).unwrap();
    assert_eq!(device["planned"][0]["day"], now.to_string());
    let steps = device["planned"][0]["steps"].as_array().unwrap();
    assert_eq!(steps[0]["at"], 300);
    let whats = steps[0]["whats"].to_string();
    let step = [
        ("csrf", b.csrf.as_str()),
        ("do", "planned"),
        ("whats", &*whats),
    ];
    assert_eq!(location(&post!(server, b, "/today", step)), "/today");
    let page = as_shown(&text(get!(server, b, "/today")).await);
    assert!(
        page.contains("at Brick Pit: 6 m over clay") && page.contains("<s>5:00 Brick Pit"),
        "{page}"
    );
    // Each rod that was tied at home is on; the first is in hand.
    assert!(page.contains("rod 1 ·") && page.contains("value=\"rod-2\""));
    for wrong in [
        "",
        "[]x",
        "{\"a\": 1}",
        &format!("[{}\"hung_up\"]", "\"hung_up\",".repeat(40)),
    ] {
        let step = [
            ("csrf", b.csrf.as_str()),
            ("do", "planned"),
            ("whats", wrong),
        ];
        assert_eq!(
            post!(server, b, "/today", step).status(),
            StatusCode::UNPROCESSABLE_ENTITY,
            "{wrong}"
        );
    }
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_day_goes_out_as_a_calendar_and_comes_in_again(pool: PgPool) {
    let server = server!(pool);
    let b = visit(&server).await;
    let reply = get!(server, b, &format!("/days/plan.ics?{}", query()));
    let kind = reply
        .headers()
        .get("content-type")
        .unwrap()
        .to_str()
        .unwrap()
        .to_owned();
    let calendar = text(reply).await;
    assert!(kind.starts_with("text/calendar") && calendar.contains("DTSTART:20260612T050000"));
    let reply = send_file!(server, b, "/days/import", calendar.as_bytes());
    assert_eq!(reply.status(), StatusCode::SEE_OTHER);
    let gpx = text(get!(server, b, &format!("/days/plan.gpx?{}", query()))).await;
    assert!(gpx.contains("<wpt lat=\"52.3\" lon=\"0.4\">") && gpx.contains("Brick Pit"));
    // Another's calendar: the stays of a day are its stops.
    let other = "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\nBEGIN:VEVENT\r\nUID:1\r\nDTSTART:20990612T050000\r\nDTEND:20990612T070000\r\nSUMMARY:Fish\r\nLOCATION:Old pit\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n";
    let reply = send_file!(server, b, "/days/import", other.as_bytes());
    assert_eq!(reply.status(), StatusCode::SEE_OTHER);
    assert!(text(get!(server, b, "/days")).await.contains("Old pit"));
    // One that leaves no time to fish, and one that is none: nothing is taken, and it is said.
    for (text_in, says) in [
        (other.replace("T070000", "T050500"), "10 at least"),
        (other.replace("DTSTART", "X"), "begins"),
        ("BEGIN:VCALENDAR".to_owned(), "no calendar"),
    ] {
        let reply = send_file!(server, b, "/days/import", text_in.as_bytes());
        assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY);
        let page = as_shown(&text(reply).await);
        assert!(page.contains(says), "{says}");
    }
}

#[sqlx::test(migrations = "../store/migrations")]
async fn waters_go_out_as_waypoints_and_come_in(pool: PgPool) {
    let server = server!(pool);
    let b = member(&server, "sedge two").await;
    let at = [
        ("csrf", b.csrf.as_str()),
        ("query", QUESTION),
        ("name", "Reed Mere"),
        ("at", "52.31, 0.42"),
    ];
    assert_eq!(
        post!(server, b, "/waters", at).status(),
        StatusCode::SEE_OTHER
    );
    let wrong = [
        ("csrf", b.csrf.as_str()),
        ("query", QUESTION),
        ("name", "Mud"),
        ("at", "152, 0"),
    ];
    let reply = post!(server, b, "/waters", wrong);
    assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY);
    assert!(text(reply).await.contains("value=\"152, 0\""));
    let gpx = text(get!(server, b, "/waters.gpx")).await;
    assert!(gpx.contains("lat=\"52.31\"") && gpx.contains("Reed Mere"));
    let moved = gpx.replace("52.31", "53.5").replace(
        "</gpx>",
        "<wpt lat=\"1\" lon=\"2\"><name>New pit</name></wpt></gpx>",
    );
    let reply = send_file!(server, b, "/waters/import", moved.as_bytes());
    assert_eq!(location(&reply), "/waters?taken=2");
    let page = text(get!(server, b, "/waters?taken=2")).await;
    assert!(page.contains("New pit") && page.contains("2 waypoints were taken in"));
    assert!(
        text(get!(server, b, "/waters.gpx"))
            .await
            .contains("lat=\"53.5\"")
    );
    let reply = send_file!(server, b, "/waters/import", b"<!DOCTYPE x><gpx/>");
    assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY);
    assert!(text(reply).await.contains("DOCTYPE is not taken"));
    // Nothing of it came in.
    assert_eq!(
        text(get!(server, b, "/waters.gpx"))
            .await
            .matches("<wpt")
            .count(),
        2
    );
}

#[sqlx::test(migrations = "../store/migrations")]
async fn an_account_takes_its_days_and_places_along(pool: PgPool) {
    let server = server!(pool);
    let b = member(&server, "sedge three").await;
    let water = [
        ("csrf", b.csrf.as_str()),
        ("query", QUESTION),
        ("name", "Reed Mere"),
        ("at", "52.31, 0.42"),
    ];
    post!(server, b, "/waters", water);
    post!(
        server,
        b,
        "/days",
        [("csrf", b.csrf.as_str()), ("query", query())]
    );
    let out = text(get!(server, b, "/account/export")).await;
    let other = member(&server, "sedge four").await;
    let reply = send_file!(server, other, "/account/import", out.as_bytes());
    assert_eq!(reply.status(), StatusCode::SEE_OTHER);
    assert_eq!(text(get!(server, other, "/account/export")).await, out);
    for (from, to, says) in [
        ("52.31", "152.31", "waters[0]"),
        ("\"name\":\"Brick Pit; Lode\"", "\"name\":\"\"", "days[0]"),
        ("\"rod\":1", "\"rod\":77", "days[0]"),
    ] {
        let bad = out.replacen(from, to, 1);
        assert_ne!(bad, out, "{from}");
        let reply = send_file!(server, other, "/account/import", bad.as_bytes());
        assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY, "{from}");
        assert!(text(reply).await.contains(says), "{from}");
    }
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_day_that_was_kept_goes_along_into_a_new_account(pool: PgPool) {
    let server = server!(pool);
    let mut b = visit(&server).await;
    let form = [("csrf", b.csrf.as_str()), ("query", query())];
    let here = location(&post!(server, b, "/days", form));
    let sign_up = [
        ("csrf", b.csrf.as_str()),
        ("name", "sedge five"),
        ("password", PASSWORD),
    ];
    let reply = post!(server, b, "/account/sign-up", sign_up);
    b.takes(&reply);
    assert_eq!(get!(server, b, &here).status(), StatusCode::OK);
}

#[sqlx::test(migrations = "../store/migrations")]
async fn what_the_log_cannot_tell_yet_is_planned_turn_about(pool: PgPool) {
    let server = server!(pool);
    let mut b = visit(&server).await;
    let demo = post!(server, b, "/account/demo", [("csrf", b.csrf.as_str())]);
    b.takes(&demo);
    let review = text(get!(server, b, "/days/review")).await;
    let link = review
        .split("<a class=\"link\" href=\"/days?rods=2")
        .nth(1)
        .unwrap();
    let link = link
        .split('"')
        .next()
        .unwrap()
        .replace("&#38;", "&")
        .replace("&amp;", "&");
    let here = format!("/days?rods=2{link}");
    let reply = get!(server, b, &here);
    assert_eq!(reply.status(), StatusCode::OK);
    let page = as_shown(&text(reply).await);
    assert!(page.contains("Turn about: <b>") && page.contains("By parts of the work instead"));
    assert!(page.contains("begun with the one and the other by turns"));
    let wrong = format!("{here}&a=depth%3Ddeep");
    assert_eq!(
        get!(server, b, &wrong).status(),
        StatusCode::UNPROCESSABLE_ENTITY
    );
}
