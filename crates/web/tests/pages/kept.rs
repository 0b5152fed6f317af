//! Kept picks: whose they are, and that they stay as they were.

use crate::support::*;

#[sqlx::test(migrations = "../store/migrations")]
async fn a_pick_is_kept_found_compared_deleted_and_brought_back(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    let form = [
        ("csrf", me.csrf.as_str()),
        ("query", QUESTION),
        ("name", "North shelf"),
        ("place", "Reed Mere"),
        ("remark", "calm"),
    ];
    let to = location(&post!(server, me, "/kept", form));
    let id = to.strip_prefix("/kept?kept=").unwrap().to_owned();
    let list = text(get!(server, me, &to)).await;
    assert!(list.contains("Kept: <b>North shelf</b>") && list.contains("Reed Mere"));
    let one = text(get!(server, me, &format!("/kept/{id}"))).await;
    assert!(one.contains("In 2.4 m of stained water") && one.contains("model says the same"));
    let example = list
        .split("/kept/")
        .map(|t| t.split('"').next().unwrap())
        .find(|t| t.len() == 36 && *t != id)
        .unwrap()
        .to_owned();
    let both = text(get!(
        server,
        me,
        &format!("/kept/compare?pick={id}&pick={example}")
    ))
    .await;
    assert!(both.contains("North shelf") && both.contains("differs"));
    assert_eq!(
        get!(server, me, &format!("/kept/compare?pick={id}")).status(),
        StatusCode::UNPROCESSABLE_ENTITY
    );
    let bare = [("csrf", me.csrf.as_str())];
    let gone = location(&post!(server, me, &format!("/kept/{id}/delete"), bare));
    assert!(text(get!(server, me, &gone)).await.contains("Undo"));
    assert_eq!(
        get!(server, me, &format!("/kept/{id}")).status(),
        StatusCode::NOT_FOUND
    );
    assert_eq!(
        post!(server, me, &format!("/kept/{id}/restore"), bare).status(),
        StatusCode::SEE_OTHER
    );
    assert_eq!(
        get!(server, me, &format!("/kept/{id}")).status(),
        StatusCode::OK
    );
}

#[sqlx::test(migrations = "../store/migrations")]
async fn the_page_says_when_todays_model_would_say_otherwise(pool: PgPool) {
    let server = server!(pool.clone());
    let me = visit(&server).await;
    let form = [
        ("csrf", me.csrf.as_str()),
        ("query", QUESTION),
        ("name", "Then"),
        ("place", ""),
        ("remark", ""),
    ];
    let to = location(&post!(server, me, "/kept", form)).replace("/kept?kept=", "/kept/");
    // As an older model might have answered.
    sqlx::query("update kept_picks set model = '0', answer = jsonb_set(jsonb_set(answer, '{weight,label}', '\"3/8 oz\"'), '{weight,oz}', '0.375') where name = 'Then'")
        .execute(&pool)
        .await
        .unwrap();
    let page = text(get!(server, me, &to)).await;
    assert!(
        page.contains("model says otherwise")
            && page.contains("in place of 3/8 oz")
            && page.contains("3/8<small>oz")
    );
}

#[sqlx::test(migrations = "../store/migrations")]
async fn another_browser_reaches_nothing_of_mine(pool: PgPool) {
    let server = server!(pool);
    let (me, other) = (visit(&server).await, visit(&server).await);
    let form = [
        ("csrf", me.csrf.as_str()),
        ("query", QUESTION),
        ("name", "Mine alone"),
        ("place", ""),
        ("remark", ""),
    ];
    let id = location(&post!(server, me, "/kept", form)).replace("/kept?kept=", "");
    assert!(
        !text(get!(server, other, &format!("/kept?kept={id}")))
            .await
            .contains("Mine alone")
    );
    assert_eq!(
        get!(server, other, &format!("/kept/{id}")).status(),
        StatusCode::NOT_FOUND
    );
    assert_eq!(
        get!(server, other, &format!("/kept/compare?pick={id}&pick={id}")).status(),
        StatusCode::NOT_FOUND
    );
    for act in ["delete", "restore"] {
        let reply = post!(
            server,
            other,
            &format!("/kept/{id}/{act}"),
            [("csrf", other.csrf.as_str())]
        );
        assert_eq!(reply.status(), StatusCode::NOT_FOUND);
    }
    assert_eq!(
        get!(server, me, &format!("/kept/{id}")).status(),
        StatusCode::OK
    );
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_form_without_its_token_changes_nothing(pool: PgPool) {
    let server = server!(pool);
    let (me, other) = (visit(&server).await, visit(&server).await);
    for token in ["", "x", other.csrf.as_str()] {
        let form = [
            ("csrf", token),
            ("query", QUESTION),
            ("name", "Forged"),
            ("units", "imperial"),
        ];
        for uri in [
            "/kept",
            "/prefs",
            "/kept/00000000-0000-0000-0000-000000000000/delete",
        ] {
            assert_eq!(
                post!(server, me, uri, form).status(),
                StatusCode::FORBIDDEN,
                "{uri}"
            );
        }
    }
    assert!(!text(get!(server, me, "/kept")).await.contains("Forged"));
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_cookie_changed_by_hand_is_a_new_browser(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    let mut bent = me.cookie.clone();
    bent.set_value(format!("{}x", me.cookie.value()));
    let reply = server
        .call(
            test::TestRequest::get()
                .uri("/kept")
                .cookie(bent)
                .to_request(),
        )
        .await
        .unwrap();
    assert_ne!(token(&text(reply).await), me.csrf);
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_nameless_pick_keeps_what_was_typed(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    let form = [
        ("csrf", me.csrf.as_str()),
        ("query", QUESTION),
        ("name", " "),
        ("place", "Gravel Broad"),
        ("remark", "long thoughts"),
    ];
    let reply = post!(server, me, "/kept", form);
    assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY);
    let page = text(reply).await;
    assert!(
        page.contains("give it a name")
            && page.contains("Gravel Broad")
            && page.contains("long thoughts")
    );
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_shared_pick_is_seen_by_its_address_without_its_place_until_it_is_withdrawn(
    pool: PgPool,
) {
    let server = server!(pool);
    let (me, other) = (visit(&server).await, visit(&server).await);
    let form = [
        ("csrf", me.csrf.as_str()),
        ("query", QUESTION),
        ("name", "North shelf"),
        ("place", "Reed Mere"),
        ("remark", "under the third willow"),
    ];
    let id = location(&post!(server, me, "/kept", form)).replace("/kept?kept=", "");
    let bare = [("csrf", me.csrf.as_str())];
    post!(server, me, &format!("/kept/{id}/share"), bare);
    let mine = text(get!(server, me, &format!("/kept/{id}"))).await;
    let at = mine.find("/shared/").unwrap();
    let address = mine[at..at + "/shared/".len() + 36].to_owned();
    let theirs = get!(server, other, &address);
    assert_eq!(theirs.headers().get("x-robots-tag").unwrap(), "noindex");
    let theirs = text(theirs).await;
    assert!(theirs.contains("North shelf") && theirs.contains("class=\"weight\""));
    for hidden in ["Reed Mere", "third willow", "/delete", "/withdraw"] {
        assert!(!theirs.contains(hidden), "{hidden}");
    }
    // Shared again it keeps its address; withdrawn it has none, and shared anew another.
    post!(server, me, &format!("/kept/{id}/share"), bare);
    assert_eq!(get!(server, other, &address).status(), StatusCode::OK);
    post!(server, me, &format!("/kept/{id}/withdraw"), bare);
    assert_eq!(
        get!(server, other, &address).status(),
        StatusCode::NOT_FOUND
    );
    // What was deleted is shown to nobody.
    post!(server, me, &format!("/kept/{id}/share"), bare);
    let again = text(get!(server, me, &format!("/kept/{id}"))).await;
    let at = again.find("/shared/").unwrap();
    let anew = again[at..at + "/shared/".len() + 36].to_owned();
    assert_ne!(anew, address);
    post!(server, me, &format!("/kept/{id}/delete"), bare);
    assert_eq!(get!(server, other, &anew).status(), StatusCode::NOT_FOUND);
}

#[sqlx::test(migrations = "../store/migrations")]
async fn kept_picks_are_found_by_their_words_and_come_in_the_order_asked(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    for (name, query) in [
        ("Beta", "rig=swing_head"),
        ("alpha", "rig=ned"),
        ("Gamma 100%", "rig=ned&bottom=sand"),
    ] {
        let form = [("csrf", me.csrf.as_str()), ("query", query), ("name", name)];
        post!(server, me, "/kept", form);
    }
    let names = |page: &str| -> Vec<&'static str> {
        // The reader's own list is the first.
        let own = page.split("<ul class=\"kept-list\">").nth(1).unwrap_or("");
        let own = own.split("</ul>").next().unwrap();
        let mut found: Vec<(usize, &'static str)> = ["Beta", "alpha", "Gamma 100%"]
            .into_iter()
            .filter_map(|n| Some((own.find(&format!(">{n}</a>"))?, n)))
            .collect();
        found.sort_unstable();
        found.into_iter().map(|f| f.1).collect()
    };
    for (query, wanted) in [
        ("sort=name", &["alpha", "Beta", "Gamma 100%"][..]),
        ("sort=oldest", &["Beta", "alpha", "Gamma 100%"]),
        ("sort=newest", &["Gamma 100%", "alpha", "Beta"]),
        ("q=swing", &["Beta"]),
        ("q=NED+sand", &["Gamma 100%"]),
        ("q=100%25", &["Gamma 100%"]),
        ("page=9999", &[]),
        ("q=nothing+like+it", &[]),
        ("sort=%27%3B&page=x", &["Gamma 100%", "alpha", "Beta"]),
    ] {
        let page = text(get!(server, me, &format!("/kept?{query}"))).await;
        assert_eq!(names(&page), wanted, "{query}");
    }
    let page = text(get!(server, me, "/kept?sort=weight&q=ned")).await;
    assert_eq!(names(&page).len(), 2);
}
