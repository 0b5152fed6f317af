//! The box over its pages: rows, CSV, all data out and in, and that nobody
//! reaches another's.

use crate::support::*;

const HEADS: &str = "count,shape,weight,hook,gap_mm,length_mm,remark\r\n10,ball,1/8 oz,3/0,13.2,40,\"=cmd, “quoted”\nsecond line\"\r\n4,mushroom,3 g,1/0,,,\r\n";

/// Takes a CSV in by the pages, and waits until it is in.
macro_rules! take_csv {
    ($server:expr, $me:expr, $kind:expr, $file:expr) => {{
        let file = location(&send_file!(
            $server,
            $me,
            &format!("/box/import/{}", $kind),
            $file
        ));
        assert!(file.starts_with("/box/import/file/"), "{file}");
        let form = [("csrf", $me.csrf.as_str()), ("good_only", "on")];
        post!($server, $me, &format!("{file}/take"), form);
        let mut to = String::new();
        for _ in 0..400 {
            to = location(&get!($server, $me, &file));
            if !to.is_empty() {
                break;
            }
            actix_web::rt::time::sleep(std::time::Duration::from_millis(20)).await;
        }
        assert!(to.contains("said=imported"), "{to}");
        to
    }};
}

/// The ids of the rows on a page of the box.
fn rows(page: &str) -> Vec<String> {
    let starts = page.split("id=\"row-").skip(1);
    starts
        .map(|t| t.split('"').next().unwrap().to_owned())
        .collect()
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_line_typed_fast_is_shown_back_and_put_in(pool: PgPool) {
    let server = server!(pool);
    let me = member(&server, "Wren").await;
    let page = text(get!(
        server,
        me,
        "/box?kind=rod&line=10+ball+1%2F8+3%2F0+lead"
    ))
    .await;
    assert!(
        page.contains("Understood: 10 × 1/8 oz ball, hook 3/0"),
        "another list is found by itself"
    );
    let form = [
        ("csrf", me.csrf.as_str()),
        ("kind", "head"),
        ("count", "10"),
        ("shape", "ball"),
        ("weight", "1/8"),
        ("hook", "3/0"),
    ];
    let to = location(&post!(server, me, "/box", form));
    let page = text(get!(server, me, &to)).await;
    assert!(page.contains("Added.") && page.contains("1/8 oz ball, hook 3/0"));
    let id = rows(&page).remove(0);
    // A thumb, and the way back.
    let count = [("csrf", me.csrf.as_str()), ("by", "-3")];
    let to = location(&post!(server, me, &format!("/box/{id}/count"), count));
    assert!(as_shown(&text(get!(server, me, &to)).await).contains("<b class=\"num\">7</b>"));
    let undo = to.split("undo=").nth(1).unwrap();
    let bare = [("csrf", me.csrf.as_str())];
    let to = location(&post!(server, me, &format!("/box/undo/{undo}"), bare));
    assert!(as_shown(&text(get!(server, me, &to)).await).contains("<b class=\"num\">10</b>"));
    // The next weight, the archive, and a correction with a fault that keeps what was typed.
    let to = location(&post!(server, me, &format!("/box/{id}/duplicate"), bare));
    assert!(
        text(get!(server, me, &to))
            .await
            .contains("5/32 oz ball, hook 3/0")
    );
    let bad = [
        ("csrf", me.csrf.as_str()),
        ("kind", "head"),
        ("shape", "ball"),
        ("weight", "heavy"),
        ("remark", "mine & yours"),
    ];
    let reply = post!(server, me, &format!("/box/{id}"), bad);
    assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY);
    let page = text(reply).await;
    assert!(
        page.contains("is not a weight")
            && page.contains("value=\"heavy\"")
            && page.contains("mine &#38; yours")
    );
    let on = [("csrf", me.csrf.as_str()), ("on", "1")];
    post!(server, me, &format!("/box/{id}/archive"), on);
    assert_eq!(rows(&text(get!(server, me, "/box")).await).len(), 1);
    assert_eq!(rows(&text(get!(server, me, "/box?archived=1")).await), [id]);
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_file_with_faults_is_named_cell_by_cell_and_taken_only_when_told(pool: PgPool) {
    let server = server!(pool);
    let me = member(&server, "Wren").await;
    let file = "shape;weight;gap_mm\nball;1/8 oz;13,2\ncube;1/8 oz;\nball;heavy;900\n";
    let to = location(&send_file!(server, me, "/box/import/head", file.as_bytes()));
    let page = as_shown(&text(get!(server, me, &to)).await);
    assert!(
        page.contains("1 good row")
            && page.contains("2 with faults")
            && page.contains("Take the 1 good rows, leave 2 out")
    );
    for cell in [
        "<td>3</td><td><code>shape</code></td><td>cube</td>",
        "<td>4</td><td><code>weight</code></td><td>heavy</td>",
        "<td>4</td><td><code>gap_mm</code></td><td>900</td>",
    ] {
        assert!(page.contains(cell), "{cell}");
    }
    let unsaid = [("csrf", me.csrf.as_str())];
    assert_eq!(
        location(&post!(server, me, &format!("{to}/take"), unsaid)),
        to
    );
    assert!(
        rows(&text(get!(server, me, "/box")).await).is_empty(),
        "nothing without the word"
    );
    let refused = send_file!(server, me, "/box/import/head", b"shape,wait\n");
    assert_eq!(refused.status(), StatusCode::UNPROCESSABLE_ENTITY);
    assert!(text(refused).await.contains("“wait”"));
}

#[sqlx::test(migrations = "../store/migrations")]
async fn twenty_thousand_rows_come_in_whole_and_go_out_the_same(pool: PgPool) {
    let server = server!(pool);
    let me = member(&server, "Wren").await;
    let mut file =
        String::from("\u{feff}count,form,length_mm,body_mm,tail_root_mm,plastic,colour,remark\r\n");
    for n in 0..20_000 {
        file += &format!("{n},stick,{},,,standard,green {n},\r\n", 50 + n % 80);
    }
    take_csv!(server, me, "bait", file.as_bytes());
    let out = test::read_body(get!(server, me, "/box/csv/bait")).await;
    assert_eq!(out, file.as_bytes(), "the same file");
}

#[sqlx::test(migrations = "../store/migrations")]
async fn all_data_out_and_into_a_new_account_is_the_same_to_the_byte(pool: PgPool) {
    let server = server!(pool);
    let mut demo = visit(&server).await;
    let reply = post!(
        server,
        demo,
        "/account/demo",
        [("csrf", demo.csrf.as_str())]
    );
    demo.takes(&reply);
    fresh_token(&server, &mut demo).await;
    // An archived row and a corrected one among them.
    let id = rows(&text(get!(server, demo, "/box")).await).remove(3);
    post!(
        server,
        demo,
        &format!("/box/{id}/archive"),
        [("csrf", demo.csrf.as_str()), ("on", "1")]
    );
    take_csv!(server, demo, "head", HEADS.as_bytes());
    let first = test::read_body(get!(server, demo, "/account/export")).await;
    let me = member(&server, "Wren").await;
    let to = location(&send_file!(server, me, "/account/import", &first));
    assert!(to.starts_with("/box?said=taken"), "{to}");
    let second = test::read_body(get!(server, me, "/account/export")).await;
    assert_eq!(first, second);
    let json: Value = serde_json::from_slice(&second).unwrap();
    assert!(
        json["box"].as_array().unwrap().len() > 40 && json["waters"].as_array().unwrap().len() == 5
    );
    assert!(json["kept"].as_array().unwrap().len() == 5);
    let csv = |b: &Browser| b.sends(test::TestRequest::get().uri("/box/csv/head"));
    let (a, b) = (
        server.call(csv(&demo)).await.unwrap(),
        server.call(csv(&me)).await.unwrap(),
    );
    assert_eq!(test::read_body(a).await, test::read_body(b).await);
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_file_of_an_account_with_faults_changes_nothing(pool: PgPool) {
    let server = server!(pool);
    let me = member(&server, "Wren").await;
    let whole = json!({"yarrowfen": 1, "waters": [{"name": "", "remark": "", "saved": "2026-01-01T00:00:00Z", "asked": {"water": {"depth_m": -3}}}], "kept": [],
        "box": [{"kind": "head", "added": "2026-01-01T00:00:00Z", "archived": false, "shape": "ball", "weight": "1/8 oz"},
                {"kind": "head", "added": "2026-01-01T00:00:00Z", "archived": false, "shape": "cube", "weight": "1/8 oz", "smell": "x", "gap_mm": 3}]});
    let reply = send_file!(server, me, "/account/import", whole.to_string().as_bytes());
    assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY);
    let page = text(reply).await;
    for named in ["box[1].shape", "“smell”", "box[1].gap_mm", "waters[0].name"] {
        assert!(page.contains(named), "{named}: {page}");
    }
    assert!(rows(&text(get!(server, me, "/box")).await).is_empty());
    for bad in [
        &b""[..],
        b"[]",
        b"{}",
        b"{\"yarrowfen\":9,\"box\":[],\"waters\":[],\"kept\":[]}",
        &b"[".repeat(100_000),
        b"\xff\xfe",
    ] {
        assert_eq!(
            send_file!(server, me, "/account/import", bad).status(),
            StatusCode::UNPROCESSABLE_ENTITY
        );
    }
    // An answer that no model gives is refused before a page is drawn from it.
    let mut kept: Value =
        serde_json::from_slice(&test::read_body(get!(server, me, "/account/export")).await)
            .unwrap();
    kept["kept"] = json!([{"name": "x", "place": "", "remark": "", "kept": "2026-01-01T00:00:00Z", "units": "metric", "ladder": "oz", "request": {}, "answer": {"depth_m": 1e300}}]);
    let reply = send_file!(server, me, "/account/import", kept.to_string().as_bytes());
    assert!(text(reply).await.contains("kept[0].answer"));
}

#[sqlx::test(migrations = "../store/migrations")]
async fn scripts_in_every_text_are_shown_as_text(pool: PgPool) {
    let server = server!(pool);
    let evil = "<script>alert(1)</script>\"'><img src=x onerror=alert(2)>";
    let me = member(&server, "<b>Wren</b>").await;
    let quoted = evil.replace('"', "\"\"");
    take_csv!(
        server,
        me,
        "bait",
        format!("form,length_mm,colour,remark\nstick,70,<i>x</i>,\"{quoted}\"\n").as_bytes()
    );
    for (kind, file) in [
        (
            "head",
            format!("shape,weight,remark\nball,1/8,\"{quoted}\"\n"),
        ),
        (
            "line",
            format!("line,test_lb,remark\nbraid,10,\"{quoted}\"\n"),
        ),
    ] {
        take_csv!(server, me, kind, file.as_bytes());
    }
    let keep = [
        ("csrf", me.csrf.as_str()),
        ("query", QUESTION),
        ("name", evil),
        ("place", evil),
        ("remark", evil),
    ];
    let kept = location(&post!(server, me, "/kept", keep)).replace("/kept?kept=", "/kept/");
    let water = [
        ("csrf", me.csrf.as_str()),
        ("query", QUESTION),
        ("name", evil),
        ("remark", evil),
    ];
    let water = location(&post!(server, me, "/waters", water)).replace("saved", "edit");
    let bad_row = format!("shape,weight\n\"{quoted}\",\"{quoted}\"\n");
    let preview = location(&send_file!(
        server,
        me,
        "/box/import/head",
        bad_row.as_bytes()
    ));
    let pages = [
        "/",
        "/account",
        "/kept",
        &kept,
        "/waters",
        &water,
        "/box",
        "/box?kind=bait",
        "/box?kind=line",
        "/box/gaps",
        "/bench",
        &preview,
        "/box?line=%3Cscript%3Ealert(1)%3C%2Fscript%3E&q=%3Cscript%3E",
        "/bench?length=%3Cscript%3E&hook=%22%3E%3Cscript%3E",
    ];
    for uri in pages {
        let page = text(get!(server, me, uri)).await;
        for raw in [
            "<script>alert",
            "<img src=x",
            "<b>Wren",
            "<i>x</i>",
            "\"><script",
        ] {
            assert!(!page.contains(raw), "{uri}: {raw}");
        }
    }
    assert!(
        text(get!(server, me, "/box?kind=bait"))
            .await
            .contains("&#60;script&#62;alert(1)")
    );
}

/// Every route that names something of A, tried by B, over HTML and JSON.
#[sqlx::test(migrations = "../store/migrations")]
async fn another_account_reaches_nothing_of_mine(pool: PgPool) {
    let server = server!(pool.clone());
    let (a, b) = (
        member(&server, "Alder").await,
        member(&server, "Birch").await,
    );
    let to = take_csv!(server, a, "head", HEADS.as_bytes());
    let change = to.split("undo=").nth(1).unwrap().to_owned();
    let file = location(&send_file!(server, a, "/box/import/head", HEADS.as_bytes()));
    let ids = rows(&text(get!(server, a, "/box")).await);
    let keep = [
        ("csrf", a.csrf.as_str()),
        ("query", QUESTION),
        ("name", "Secret shelf"),
    ];
    let kept = location(&post!(server, a, "/kept", keep)).replace("/kept?kept=", "");
    let water = [
        ("csrf", a.csrf.as_str()),
        ("query", QUESTION),
        ("name", "Secret bay"),
    ];
    let water = location(&post!(server, a, "/waters", water)).replace("/waters?saved=", "");
    let before = test::read_body(get!(server, a, "/account/export")).await;

    let id = &ids[0];
    let row = [
        ("csrf", b.csrf.as_str()),
        ("kind", "head"),
        ("shape", "ball"),
        ("weight", "1 oz"),
        ("by", "5"),
        ("on", "1"),
        ("good_only", "on"),
        ("query", QUESTION),
        ("name", "Taken"),
    ];
    let posts = [
        format!("/box/{id}"),
        format!("/box/{id}/count"),
        format!("/box/{id}/duplicate"),
        format!("/box/{id}/archive"),
        format!("/box/{id}/remove"),
        format!("/box/undo/{change}"),
        format!("{file}/take"),
        format!("/kept/{kept}/delete"),
        format!("/kept/{kept}/restore"),
        format!("/waters/{water}"),
        format!("/waters/{water}/delete"),
        format!("/waters/{water}/restore"),
    ];
    for uri in &posts {
        assert_eq!(
            post!(server, b, uri, row).status(),
            StatusCode::NOT_FOUND,
            "{uri}"
        );
    }
    for uri in [
        file.clone(),
        format!("/kept/{kept}"),
        format!("/kept/compare?pick={kept}&pick={kept}"),
        format!("/bench?own_hook={id}"),
        format!("/bench?own_bait={id}"),
    ] {
        assert_eq!(
            get!(server, b, &uri).status(),
            StatusCode::NOT_FOUND,
            "{uri}"
        );
    }
    let quiet = [
        "/box".to_owned(),
        format!("/box?edit={id}"),
        format!("/box?said=counted&undo={change}"),
        "/box/csv/head".into(),
        "/box/gaps".into(),
        "/kept".into(),
        format!("/kept?kept={kept}"),
        format!("/kept?deleted={kept}"),
        "/waters".into(),
        format!("/waters?edit={water}"),
        format!("/waters?saved={water}"),
        format!("/waters?deleted={water}"),
        format!("/?water={water}"),
        "/account/export".into(),
        "/api/v1/box".into(),
        "/bench".into(),
    ];
    for uri in &quiet {
        let page = text(get!(server, b, uri)).await;
        for secret in ["Secret", "quoted", "mushroom, hook 1/0"] {
            assert!(!page.contains(secret), "{uri}: {secret}");
        }
    }
    let request = test::TestRequest::post()
        .uri("/api/v1/box/pick")
        .set_payload("{}");
    let own: Value = test::read_body_json(server.call(b.sends(request)).await.unwrap()).await;
    assert_eq!(own["own"]["heads"], json!([]));
    // Nothing of A has changed, by any of it; and who is not signed in gets less still.
    assert_eq!(
        test::read_body(get!(server, a, "/account/export")).await,
        before
    );
    let stranger = visit(&server).await;
    for uri in posts.iter().filter(|u| !u.starts_with("/kept")) {
        let form = [("csrf", stranger.csrf.as_str())];
        assert_eq!(
            location(&post!(server, stranger, uri, form)),
            "/account",
            "{uri}"
        );
    }
    for uri in ["/api/v1/box", "/api/v1/box/pick"] {
        let request = if uri.ends_with("pick") {
            test::TestRequest::post()
        } else {
            test::TestRequest::get()
        };
        let reply = server.call(stranger.sends(request.uri(uri))).await.unwrap();
        assert_eq!(reply.status(), StatusCode::UNAUTHORIZED);
    }
}

#[sqlx::test(migrations = "../store/migrations")]
async fn every_form_of_an_account_wants_its_token(pool: PgPool) {
    let server = server!(pool);
    let (a, b) = (
        member(&server, "Alder").await,
        member(&server, "Birch").await,
    );
    take_csv!(server, a, "head", HEADS.as_bytes());
    let id = rows(&text(get!(server, a, "/box")).await).remove(0);
    let before = test::read_body(get!(server, a, "/account/export")).await;
    let uris = [
        "/account/sign-in",
        "/account/sign-up",
        "/account/sign-out",
        "/account/sign-out-everywhere",
        "/account/password",
        "/account/delete",
        "/account/demo",
        "/box",
        &format!("/box/{id}"),
        &format!("/box/{id}/count"),
        &format!("/box/{id}/duplicate"),
        &format!("/box/{id}/archive"),
        &format!("/box/{id}/remove"),
        "/box/undo/00000000-0000-0000-0000-000000000000",
        "/box/import/file/00000000-0000-0000-0000-000000000000/take",
        "/waters",
        "/waters/00000000-0000-0000-0000-000000000000",
        "/waters/00000000-0000-0000-0000-000000000000/delete",
        "/waters/00000000-0000-0000-0000-000000000000/restore",
        "/prefs",
        "/kept",
    ];
    for uri in uris {
        for token in ["", "x", b.csrf.as_str()] {
            let form = [
                ("csrf", token),
                ("kind", "head"),
                ("shape", "ball"),
                ("weight", "1/8"),
                ("by", "1"),
                ("name", "x"),
                ("new_password", "long enough this"),
            ];
            assert_eq!(
                post!(server, a, uri, form).status(),
                StatusCode::FORBIDDEN,
                "{uri}"
            );
        }
    }
    let mut forged = a.clone();
    forged.csrf = b.csrf.clone();
    for uri in ["/account/import", "/box/import/head"] {
        assert_eq!(
            send_file!(server, forged, uri, HEADS.as_bytes()).status(),
            StatusCode::FORBIDDEN
        );
    }
    assert_eq!(
        test::read_body(get!(server, a, "/account/export")).await,
        before
    );
}

#[sqlx::test(migrations = "../store/migrations")]
async fn what_is_too_large_is_refused_and_changes_nothing(pool: PgPool) {
    let server = server!(pool);
    let me = member(&server, "Wren").await;
    let long = "x".repeat(200_000);
    let form = [
        ("csrf", me.csrf.as_str()),
        ("kind", "head"),
        ("shape", "ball"),
        ("weight", "1/8"),
        ("remark", &long),
    ];
    for uri in ["/box", "/waters", "/account/password"] {
        assert_eq!(
            post!(server, me, uri, form).status(),
            StatusCode::PAYLOAD_TOO_LARGE,
            "{uri}"
        );
    }
    let huge = vec![b'x'; 13 * 1024 * 1024];
    for uri in ["/box/import/head", "/account/import"] {
        assert_eq!(
            send_file!(server, me, uri, &huge).status(),
            StatusCode::PAYLOAD_TOO_LARGE,
            "{uri}"
        );
    }
    assert!(rows(&text(get!(server, me, "/box")).await).is_empty());
}
