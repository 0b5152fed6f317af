//! The Pick page and the choices of a reader.

use crate::support::*;

#[sqlx::test(migrations = "../store/migrations")]
async fn the_first_page_answers_and_carries_a_strict_policy(pool: PgPool) {
    let server = server!(pool);
    let reply = server
        .call(test::TestRequest::get().uri("/").to_request())
        .await
        .unwrap();
    let csp = reply
        .headers()
        .get("content-security-policy")
        .unwrap()
        .to_str()
        .unwrap();
    assert!(csp.contains("script-src 'self'") && !csp.contains("unsafe"));
    let cookie = reply
        .response()
        .cookies()
        .find(|c| c.name() == session::COOKIE)
        .unwrap();
    assert_eq!(
        (cookie.http_only(), cookie.same_site()),
        (Some(true), Some(SameSite::Lax))
    );
    let page = text(reply).await;
    assert!(page.contains("1/16<small>oz"));
    assert!(!page.contains(" style=") && !page.contains("<script>") && !page.contains(" onclick"));
}

#[sqlx::test(migrations = "../store/migrations")]
async fn bad_words_are_named_kept_and_answered_422(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    for (bad, said) in [
        ("depth=", "a number is needed here"),
        ("depth=deep", "is not a number"),
        ("depth=-3", "must lie between"),
        ("depth=NaN", "is not a number"),
        ("depth=inf", "is not"),
        ("depth=9000", "must lie between 0.2 m and 60 m"),
        ("wind=3+kg", "is not a unit for this"),
        ("bottom=lava", "must be one of"),
        ("rig=nod", "must be one of"),
        ("depth=%FF%FE", "is not a number"),
        ("rod_min=9&rod_max=5", "above its most"),
    ] {
        let reply = get!(server, me, &format!("/?{bad}"));
        assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY, "{bad}");
        let page = text(reply).await;
        assert!(page.contains(said), "{bad}");
        assert!(page.contains("Mend the marked words"), "{bad}");
    }
    let page = text(get!(server, me, "/?depth=deep&wind=-1&bottom=lava")).await;
    assert!(
        page.contains("value=\"deep\"")
            && page.contains("value=\"-1")
            && page.contains("value=\"lava\" selected")
    );
    assert_eq!(
        get!(server, me, "/?depth=2,4").status(),
        StatusCode::OK,
        "a decimal comma is a number"
    );
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_script_typed_into_a_word_is_shown_as_text(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    let page = text(get!(
        server,
        me,
        "/?depth=%3Cscript%3Ealert(1)%3C%2Fscript%3E&bottom=%22%3E%3Cb%3E"
    ))
    .await;
    assert!(!page.contains("<script>alert") && !page.contains("\"><b>"));
    let form = [
        ("csrf", me.csrf.as_str()),
        ("query", QUESTION),
        ("name", "<img src=x>"),
        ("place", "\"><i>"),
        ("remark", "</textarea><b>"),
    ];
    let kept = location(&post!(server, me, "/kept", form));
    for uri in [kept.clone(), kept.replace("/kept?kept=", "/kept/")] {
        let page = text(get!(server, me, &uri)).await;
        assert!(
            !page.contains("<img src=x>")
                && !page.contains("\"><i>")
                && !page.contains("</textarea><b>")
        );
        assert!(page.contains("&#60;img src=x&#62;") || page.contains("&lt;img src=x&gt;"));
    }
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_changed_word_brings_only_the_part_that_changes(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    let ask = |history: bool| {
        let mut r = test::TestRequest::get()
            .uri("/?depth=4")
            .cookie(me.cookie.clone())
            .insert_header(("HX-Request", "true"));
        if history {
            r = r.insert_header(("HX-History-Restore-Request", "true"));
        }
        r.to_request()
    };
    let reply = server.call(ask(false)).await.unwrap();
    assert!(
        reply
            .headers()
            .get("hx-push-url")
            .unwrap()
            .to_str()
            .unwrap()
            .contains("depth=4+m")
    );
    let part = text(reply).await;
    assert!(part.contains("id=\"question\"") && !part.contains("<html"));
    assert!(
        text(server.call(ask(true)).await.unwrap())
            .await
            .contains("<html")
    );
}

#[sqlx::test(migrations = "../store/migrations")]
async fn choices_are_remembered_and_the_question_is_carried_along(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    let reply = post!(
        server,
        me,
        "/prefs",
        [
            ("csrf", me.csrf.as_str()),
            ("back", "/?depth=3&units=metric"),
            ("units", "imperial")
        ]
    );
    let to = location(&reply);
    assert!(
        to.contains("depth=3+m") && to.contains("units=imperial"),
        "{to}"
    );
    let me = Browser {
        cookie: cookie(&reply),
        csrf: me.csrf,
        sign_in: None,
    };
    assert!(text(get!(server, me, &to)).await.contains("9.84 ft"));
    let away = post!(
        server,
        me,
        "/prefs",
        [
            ("csrf", me.csrf.as_str()),
            ("back", "//elsewhere"),
            ("theme", "dawn")
        ]
    );
    assert_eq!(location(&away), "/");
}

#[sqlx::test(migrations = "../store/migrations")]
async fn without_a_database_picking_goes_on_and_kept_says_so(pool: PgPool) {
    let server = server!(pool.clone());
    let me = visit(&server).await;
    pool.close().await;
    assert_eq!(get!(server, me, "/").status(), StatusCode::OK);
    let reply = get!(server, me, "/kept");
    assert_eq!(reply.status(), StatusCode::SERVICE_UNAVAILABLE);
    assert!(text(reply).await.contains("what is kept is safe"));
}
