//! Nobody reaches another's, no text becomes a script, every form wants its
//! token, and nothing too large is taken.

use crate::support::*;
use crate::take::{HEADS, rows};

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
        ("id", id.as_str()),
        ("of", "gap"),
        ("measure", "14 mm"),
    ];
    let posts = [
        format!("/box/{id}"),
        format!("/box/{id}/count"),
        format!("/box/{id}/duplicate"),
        format!("/box/{id}/archive"),
        format!("/box/{id}/remove"),
        format!("/box/undo/{change}"),
        format!("{file}/take"),
        format!("{file}/headings"),
        "/bench/photo/put".to_owned(),
        format!("/kept/{kept}/share"),
        format!("/kept/{kept}/withdraw"),
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
    for uri in ["/box/import/head", "/waters/import", "/days/import"] {
        assert_eq!(
            send_file!(server, me, uri, &huge).status(),
            StatusCode::PAYLOAD_TOO_LARGE,
            "{uri}"
        );
    }
    assert!(rows(&text(get!(server, me, "/box")).await).is_empty());
}
