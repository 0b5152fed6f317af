//! Accounts: the way in and out, and what must not happen on it.

use crate::support::*;

pub fn sign_in<'a>(
    b: &'a Browser,
    name: &'a str,
    password: &'a str,
) -> [(&'static str, &'a str); 3] {
    [
        ("csrf", b.csrf.as_str()),
        ("name", name),
        ("password", password),
    ]
}

#[sqlx::test(migrations = "../store/migrations")]
async fn what_a_browser_kept_comes_along_and_stays(pool: PgPool) {
    let server = server!(pool);
    let mut me = visit(&server).await;
    let keep = [
        ("csrf", me.csrf.as_str()),
        ("query", QUESTION),
        ("name", "Before the account"),
    ];
    let id = location(&post!(server, me, "/kept", keep)).replace("/kept?kept=", "");
    let before = me.clone();
    let reply = post!(
        server,
        me,
        "/account/sign-up",
        sign_in(&me, " Wren ", PASSWORD)
    );
    assert_eq!(reply.status(), StatusCode::SEE_OTHER);
    me.takes(&reply);
    assert!(
        text(get!(server, me, "/kept"))
            .await
            .contains("Before the account")
    );
    assert_eq!(
        get!(server, me, &format!("/kept/{id}")).status(),
        StatusCode::OK
    );
    // The browser's old cookie reaches it no more.
    assert_eq!(
        get!(server, before, &format!("/kept/{id}")).status(),
        StatusCode::NOT_FOUND
    );
    // Out, and in again elsewhere.
    fresh_token(&server, &mut me).await;
    let reply = post!(
        server,
        me,
        "/account/sign-out",
        [("csrf", me.csrf.as_str())]
    );
    me.takes(&reply);
    assert!(me.sign_in.is_none());
    assert!(
        !text(get!(server, me, "/kept"))
            .await
            .contains("Before the account")
    );
    let mut elsewhere = visit(&server).await;
    let reply = post!(
        server,
        elsewhere,
        "/account/sign-in",
        sign_in(&elsewhere, "WREN", PASSWORD)
    );
    elsewhere.takes(&reply);
    assert!(
        text(get!(server, elsewhere, "/kept"))
            .await
            .contains("Before the account")
    );
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_token_planted_before_the_sign_in_is_worth_nothing_after_it(pool: PgPool) {
    let server = server!(pool);
    let _ = member(&server, "Wren").await;
    let mut me = visit(&server).await;
    // Somebody plants a cookie of his choice, and knows the browser's cookie and form token.
    me.sign_in = Some(Cookie::new(session::SIGN_IN_COOKIE, "ab".repeat(32)));
    // A form of before it is none under it.
    let without = sign_in(&me, "Wren", PASSWORD);
    assert_eq!(
        post!(server, me, "/account/sign-in", without).status(),
        StatusCode::FORBIDDEN
    );
    fresh_token(&server, &mut me).await;
    let planted = me.clone();
    let reply = post!(
        server,
        me,
        "/account/sign-in",
        sign_in(&me, "Wren", PASSWORD)
    );
    assert_eq!(location(&reply), "/box");
    me.takes(&reply);
    assert_ne!(me.sign_in.as_ref().unwrap().value(), "ab".repeat(32));
    assert_eq!(location(&get!(server, planted, "/box")), "/account");
    fresh_token(&server, &mut me).await;
    assert_ne!(me.csrf, planted.csrf, "the form token is new too");
    // A second sign-in ends the first one of that browser.
    let first = me.clone();
    let reply = post!(
        server,
        me,
        "/account/sign-in",
        sign_in(&me, "Wren", PASSWORD)
    );
    me.takes(&reply);
    assert_eq!(location(&get!(server, first, "/box")), "/account");
    assert_eq!(get!(server, me, "/box").status(), StatusCode::OK);
}

#[sqlx::test(migrations = "../store/migrations")]
async fn cookies_are_hidden_from_scripts_and_other_sites(pool: PgPool) {
    let server = server!(pool);
    let me = member(&server, "Wren").await;
    for cookie in [&me.cookie, me.sign_in.as_ref().unwrap()] {
        assert_eq!(cookie.http_only(), Some(true), "{}", cookie.name());
        assert_eq!(cookie.same_site(), Some(SameSite::Lax));
        assert_eq!(cookie.path(), Some("/"));
        assert!(cookie.max_age().is_some());
    }
    let secure = session::sign_in_cookie(&yarrowfen_web::account::Token::fresh(), true);
    assert_eq!(secure.secure(), Some(true));
}

#[sqlx::test(migrations = "../store/migrations")]
async fn unknown_names_and_wrong_passwords_look_alike(pool: PgPool) {
    let server = server!(pool);
    let _ = member(&server, "Wren").await;
    let me = visit(&server).await;
    let mut said = Vec::new();
    for (name, password) in [
        ("Wren", "not the password"),
        ("Nobody", "not the password"),
        ("Nobody", PASSWORD),
        ("x", ""),
        ("Wren", ""),
    ] {
        let reply = post!(server, me, "/account/sign-in", sign_in(&me, name, password));
        assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY);
        assert!(
            reply
                .response()
                .cookies()
                .all(|c| c.name() != session::SIGN_IN_COOKIE)
        );
        // Each page has forms of its own.
        let page = text(reply).await;
        let page = page.replace(&token(&page), "");
        said.push(page.replace(&format!("value=\"{name}\""), ""));
    }
    said.dedup();
    assert_eq!(said.len(), 1, "five replies, one page");
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_hundred_wrong_passwords_meet_a_wait_that_ends(pool: PgPool) {
    let server = server!(pool.clone());
    let _ = member(&server, "Wren").await;
    let me = visit(&server).await;
    let (mut tried, mut refused) = (0, 0);
    for n in 0..100 {
        let guess = format!("wrong guess {n}");
        match post!(server, me, "/account/sign-in", sign_in(&me, "Wren", &guess)).status() {
            StatusCode::UNPROCESSABLE_ENTITY => tried += 1,
            StatusCode::TOO_MANY_REQUESTS => refused += 1,
            other => panic!("{other}"),
        }
    }
    assert!(
        (5..=12).contains(&tried) && tried + refused == 100,
        "{tried} guesses came through"
    );
    // The right one waits too, so that a refusal tells nothing.
    let reply = post!(
        server,
        me,
        "/account/sign-in",
        sign_in(&me, "Wren", PASSWORD)
    );
    assert_eq!(reply.status(), StatusCode::TOO_MANY_REQUESTS);
    assert!(text(reply).await.contains("wait "));
    // From another address the angler still comes in: nobody is locked out.
    let form = sign_in(&me, "Wren", PASSWORD);
    let request = test::TestRequest::post()
        .uri("/account/sign-in")
        .set_form(form)
        .peer_addr("127.0.0.2:4000".parse().unwrap())
        .cookie(me.cookie.clone())
        .to_request();
    assert_eq!(location(&server.call(request).await.unwrap()), "/box");
    // And from the same one once the wait is over.
    sqlx::query("update attempts set last_at = last_at - interval '16 minutes'")
        .execute(&pool)
        .await
        .unwrap();
    let reply = post!(
        server,
        me,
        "/account/sign-in",
        sign_in(&me, "Wren", PASSWORD)
    );
    assert_eq!(location(&reply), "/box");
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_sign_up_with_faults_names_them_and_keeps_the_name(pool: PgPool) {
    let server = server!(pool);
    let _ = member(&server, "Wren").await;
    let me = visit(&server).await;
    for (name, password, said) in [
        ("W", "short", "at least 10 characters"),
        ("Wren two", "Wren two", "at least 10 characters"),
        ("Sedge and reed", "sedge and reed", "must not be the name"),
        (" wREN ", PASSWORD, "cannot be had"),
    ] {
        let reply = post!(server, me, "/account/sign-up", sign_in(&me, name, password));
        assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY);
        let page = text(reply).await;
        assert!(
            page.contains(said) && page.contains(&format!("value=\"{name}\"")),
            "{said}"
        );
        assert!(!page.contains(&format!("value=\"{password}\"")) || name == password);
    }
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_new_password_signs_every_other_browser_out(pool: PgPool) {
    let server = server!(pool);
    let mut me = member(&server, "Wren").await;
    let mut other = visit(&server).await;
    let reply = post!(
        server,
        other,
        "/account/sign-in",
        sign_in(&other, "Wren", PASSWORD)
    );
    other.takes(&reply);
    let form = |b: &Browser, old: &'static str, new: &'static str| {
        [
            ("csrf", b.csrf.clone()),
            ("password", old.into()),
            ("new_password", new.into()),
        ]
    };
    let wrong = post!(
        server,
        me,
        "/account/password",
        form(&me, "not the old one", "mud silt and clay")
    );
    assert_eq!(wrong.status(), StatusCode::UNPROCESSABLE_ENTITY);
    let reply = post!(
        server,
        me,
        "/account/password",
        form(&me, PASSWORD, "mud silt and clay")
    );
    assert_eq!(location(&reply), "/account?said=password");
    let old = me.clone();
    me.takes(&reply);
    assert_eq!(get!(server, me, "/box").status(), StatusCode::OK);
    assert_eq!(location(&get!(server, other, "/box")), "/account");
    assert_eq!(location(&get!(server, old, "/box")), "/account");
    fresh_token(&server, &mut me).await;
    let reply = post!(
        server,
        me,
        "/account/sign-out-everywhere",
        [("csrf", me.csrf.as_str())]
    );
    assert_eq!(location(&reply), "/account?said=everywhere");
    assert_eq!(location(&get!(server, me, "/box")), "/account");
}

#[sqlx::test(migrations = "../store/migrations")]
async fn an_account_is_deleted_with_everything_by_its_password_only(pool: PgPool) {
    let server = server!(pool.clone());
    let me = member(&server, "Wren").await;
    let form = |password: &'static str| [("csrf", me.csrf.clone()), ("password", password.into())];
    let wrong = post!(server, me, "/account/delete", form("not it at all"));
    assert_eq!(wrong.status(), StatusCode::UNPROCESSABLE_ENTITY);
    let gone = post!(server, me, "/account/delete", form(PASSWORD));
    assert_eq!(location(&gone), "/account?said=gone");
    assert_eq!(location(&get!(server, me, "/box")), "/account");
    let left: i64 = sqlx::query_scalar("select count(*) from accounts where name_key = 'wren'")
        .fetch_one(&pool)
        .await
        .unwrap();
    assert_eq!(left, 0);
}

#[sqlx::test(migrations = "../store/migrations")]
async fn the_demo_is_one_click_away_only_where_it_is_on(pool: PgPool) {
    let server = server!(pool.clone());
    let mut me = visit(&server).await;
    assert!(
        text(get!(server, me, "/account"))
            .await
            .contains("demo angler")
    );
    let reply = post!(server, me, "/account/demo", [("csrf", me.csrf.as_str())]);
    me.takes(&reply);
    assert!(
        text(get!(server, me, "/box"))
            .await
            .contains("1/16 oz mushroom")
    );
    // No password opens it, and it cannot be deleted.
    fresh_token(&server, &mut me).await;
    let form = [("csrf", me.csrf.as_str()), ("password", "none")];
    assert_eq!(
        post!(server, me, "/account/delete", form).status(),
        StatusCode::UNPROCESSABLE_ENTITY
    );
    let stranger = visit(&server).await;
    let reply = post!(
        server,
        stranger,
        "/account/sign-in",
        sign_in(&stranger, "Sedge", "none")
    );
    assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY);

    let engine = Engine::new().unwrap();
    let app = App::new(engine, Store::over(pool), "static".into());
    let off = test::init_service(
        WebApp::new()
            .wrap(session::middleware(Key::from(&[7; 64]), false))
            .configure(routes::router(app)),
    )
    .await;
    let me = visit(&off).await;
    assert!(
        !text(get!(off, me, "/account"))
            .await
            .contains("demo angler")
    );
    let reply = post!(off, me, "/account/demo", [("csrf", me.csrf.as_str())]);
    assert_eq!(reply.status(), StatusCode::NOT_FOUND);
}

/// What happened to an account is there for its owner, with where it came from, and for nobody else.
#[sqlx::test(migrations = "../store/migrations")]
async fn what_happened_to_an_account_is_told_to_its_owner(pool: PgPool) {
    let server = server!(pool.clone());
    let mut me = member(&server, "Wren").await;
    let stranger = visit(&server).await;
    post!(
        server,
        stranger,
        "/account/sign-in",
        sign_in(&stranger, "Wren", "reed peat and mud")
    );
    get!(server, me, "/account/export");
    presses!(server, me, "/account/sign-out", bare(&me));
    presses!(
        server,
        me,
        "/account/sign-in",
        sign_in(&me, "Wren", PASSWORD)
    );
    let page = text(get!(server, me, "/account")).await;
    let told = [
        "Signed in",
        "Signed out",
        "All data was taken out",
        "A wrong password was tried",
        "The account was made",
    ];
    let at: Vec<usize> = told
        .iter()
        .map(|words| page.find(&format!("<td>{words}</td>")).unwrap())
        .collect();
    assert!(at.is_sorted(), "the newest first: {at:?}");
    assert_eq!(page.matches("<td>127.0.0.1</td>").count(), 5);
    let other = member(&server, "Teal").await;
    let theirs = text(get!(server, other, "/account")).await;
    assert_eq!(theirs.matches("<td>127.0.0.1</td>").count(), 1);
    // However often it happens, the newest 200 stay.
    let store = Store::over(pool.clone());
    let owner: uuid::Uuid = sqlx::query_scalar("select owner_id from accounts where name = 'Wren'")
        .fetch_one(&pool)
        .await
        .unwrap();
    for _ in 0..230 {
        let owner = yarrowfen_store::OwnerId(owner);
        store
            .happened(owner, yarrowfen_store::Happened::SignedIn, "x")
            .await
            .unwrap();
    }
    let kept: i64 = sqlx::query_scalar("select count(*) from account_events where owner_id = $1")
        .bind(owner)
        .fetch_one(&pool)
        .await
        .unwrap();
    assert_eq!(kept, 200);
}

/// Accounts from before names were compared in Unicode's compatibility form sign in by their plain
/// names, though nobody new may have such a name.
#[sqlx::test(migrations = "../store/migrations")]
async fn an_older_account_signs_in_by_a_name_that_is_taken_no_more(pool: PgPool) {
    let server = server!(pool.clone());
    member(&server, "Alder").await;
    let wide = "\u{ff37}r\u{435}n";
    sqlx::query("update accounts set name = $1, name_key = $2 where name_key = 'alder'")
        .bind(wide)
        .bind(wide.to_lowercase())
        .execute(&pool)
        .await
        .unwrap();
    let b = visit(&server).await;
    let reply = post!(server, b, "/account/sign-up", sign_in(&b, wide, PASSWORD));
    assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY);
    let reply = post!(server, b, "/account/sign-in", sign_in(&b, wide, PASSWORD));
    assert_eq!(reply.status(), StatusCode::SEE_OTHER);
}
