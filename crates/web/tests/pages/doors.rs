//! Doors: made from the table of routes, so that a new one cannot be forgotten.

use actix_web::http::Method;
use uuid::Uuid;

use crate::support::*;

/// An address of the table with something in its holes.
fn filled(path: &str, id: Uuid) -> String {
    path.replace("{id}", &id.to_string())
        .replace("{kind}", "head")
}

macro_rules! asks {
    ($server:expr, $browser:expr, $method:expr, $uri:expr) => {
        $server
            .call($browser.sends(test::TestRequest::default().method($method).uri($uri)))
            .await
            .unwrap()
    };
}

fn header<'r, B>(reply: &'r ServiceResponse<B>, name: &str) -> &'r str {
    let value = reply.headers().get(name);
    value.map_or("", |v| v.to_str().unwrap())
}

#[sqlx::test(migrations = "../store/migrations")]
async fn each_address_says_which_ways_of_asking_it_answers(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    for (path, methods) in routes::TABLE {
        let uri = filled(path, Uuid::nil());
        let allow = format!("{}, OPTIONS", methods.join(", "));
        let reply = asks!(server, me, Method::OPTIONS, &uri);
        assert_eq!(
            (reply.status(), header(&reply, "allow")),
            (StatusCode::NO_CONTENT, &*allow),
            "{path}"
        );
        for method in [Method::PUT, Method::DELETE, Method::TRACE, Method::PATCH] {
            let reply = asks!(server, me, method, &uri);
            assert_eq!(
                (reply.status(), header(&reply, "allow")),
                (StatusCode::METHOD_NOT_ALLOWED, &*allow),
                "{path}"
            );
        }
        if methods.contains(&"GET") {
            let (get, head) = (
                get!(server, me, &uri),
                asks!(server, me, Method::HEAD, &uri),
            );
            assert_eq!(get.status(), head.status(), "{path}");
        } else {
            assert_eq!(
                get!(server, me, &uri).status(),
                StatusCode::METHOD_NOT_ALLOWED,
                "{path}"
            );
        }
    }
    let reply = get!(server, me, "/api/v1/nothing");
    assert_eq!(reply.status(), StatusCode::NOT_FOUND);
    let told: Value = serde_json::from_str(&text(reply).await).unwrap();
    assert!(told["error"]["message"].is_string());
}

#[sqlx::test(migrations = "../store/migrations")]
async fn every_answer_is_guarded_and_what_knows_its_reader_is_kept_nowhere(pool: PgPool) {
    let server = server!(pool);
    let me = member(&server, "Aldous").await;
    let guarded = |reply: &ServiceResponse<_>, path: &str| {
        for name in [
            "content-security-policy",
            "permissions-policy",
            "cross-origin-opener-policy",
            "cross-origin-resource-policy",
            "referrer-policy",
        ] {
            assert!(!header(reply, name).is_empty(), "{path}: {name}");
        }
        assert!(
            !header(reply, "content-security-policy").contains("unsafe-inline"),
            "{path}"
        );
        assert_eq!(header(reply, "x-content-type-options"), "nosniff", "{path}");
    };
    for (path, _) in routes::TABLE.iter().filter(|(_, m)| m.contains(&"GET")) {
        let reply = get!(server, me, &filled(path, Uuid::nil()));
        guarded(&reply, path);
        let whose = ["/worker.js", "/manifest.webmanifest"].contains(path);
        let control = if whose { "no-cache" } else { "no-store" };
        assert_eq!(header(&reply, "cache-control"), control, "{path}");
        let varies = reply.headers().get_all("vary").any(|v| v == "cookie");
        assert!(varies, "{path}");
        for cookie in reply.response().cookies() {
            assert!(
                cookie.http_only() == Some(true) && cookie.same_site() == Some(SameSite::Lax),
                "{path}"
            );
        }
    }
    let page = text(get!(server, me, "/")).await;
    let css = page.split("/static/css/").nth(1).unwrap();
    let css = format!("/static/css/{}", css.split('"').next().unwrap());
    for (path, control) in [
        (&*css, "public, max-age=31536000, immutable"),
        // A page of another version asks for a file that is not here.
        ("/static/css/yarrowfen.css?v=1", "no-cache"),
        ("/static/img/mark.svg", "no-cache"),
        ("/static/none", "no-store"),
    ] {
        let reply = get!(server, me, path);
        guarded(&reply, path);
        assert_eq!(header(&reply, "cache-control"), control, "{path}");
    }
}

#[sqlx::test(migrations = "../store/migrations")]
async fn no_form_is_taken_without_its_token_and_none_packed(pool: PgPool) {
    let server = server!(pool);
    let (stranger, me) = (visit(&server).await, member(&server, "Aldous").await);
    for (path, _) in routes::TABLE.iter().filter(|(_, m)| m.contains(&"POST")) {
        let uri = filled(path, Uuid::nil());
        for browser in [&stranger, &me] {
            let packed = test::TestRequest::post()
                .uri(&uri)
                .insert_header(("content-encoding", "gzip"));
            let reply = server.call(browser.sends(packed)).await.unwrap();
            assert_eq!(reply.status(), StatusCode::UNSUPPORTED_MEDIA_TYPE, "{path}");
            if path.starts_with("/api/") {
                continue;
            }
            for token in ["", "0", &stranger.csrf[1..], "x.y"] {
                let form = [
                    ("csrf", token),
                    ("name", "x"),
                    ("query", "rig=ned"),
                    ("kind", "head"),
                ];
                let reply = post!(server, browser, &uri, form);
                let (kind, body) = with_file(token, b"x");
                let file = test::TestRequest::post()
                    .uri(&uri)
                    .insert_header(("content-type", kind))
                    .set_payload(body);
                let file = server.call(browser.sends(file)).await.unwrap();
                for (what, reply) in [("form", reply), ("file", file)] {
                    let refused =
                        reply.status().is_client_error() || location(&reply) == "/account";
                    assert!(refused, "{path} {what}: {}", reply.status());
                }
            }
        }
    }
}

/// All rows of an owner, as one text.
async fn all_of(pool: &PgPool, name: &str) -> String {
    let mut all = String::new();
    for table in [
        "kept_picks",
        "box_items",
        "waters",
        "sink_tests",
        "planned_days",
        "mend_tries",
        "imports",
        "log_events",
        "accounts",
    ] {
        let rows = format!(
            "select coalesce(string_agg(t::text, ';' order by t::text), '') from {table} t
             where owner_id = (select owner_id from accounts where name = $1)"
        );
        let rows: String = sqlx::query_scalar(sqlx::AssertSqlSafe(rows))
            .bind(name)
            .fetch_one(pool)
            .await
            .unwrap();
        assert!(
            !rows.is_empty() || ["imports", "mend_tries", "log_events"].contains(&table),
            "{table} is empty"
        );
        all += &rows;
    }
    all
}

#[sqlx::test(migrations = "../store/migrations")]
async fn nobody_reaches_the_rows_of_another_by_their_ids(pool: PgPool) {
    let server = server!(pool.clone());
    let (mine, theirs) = (
        member(&server, "Aldous").await,
        member(&server, "Wren").await,
    );
    for (path, fields) in crate::once::FORMS {
        let form = [("csrf", mine.csrf.as_str())]
            .into_iter()
            .chain(fields.iter().copied());
        let reply = post!(server, mine, path, form.collect::<Vec<_>>());
        assert_eq!(reply.status(), StatusCode::SEE_OTHER, "{path}");
    }
    let ids: Vec<Uuid> = sqlx::query_scalar(
        "select id from kept_picks where owner_id = $1 union all select id from box_items where owner_id = $1
         union all select id from waters where owner_id = $1 union all select id from sink_tests where owner_id = $1
         union all select id from planned_days where owner_id = $1 union all select distinct change_id from box_changes where owner_id = $1",
    )
    .bind(sqlx::query_scalar::<_, Uuid>("select owner_id from accounts where name = 'Aldous'").fetch_one(&pool).await.unwrap())
    .fetch_all(&pool)
    .await
    .unwrap();
    assert_eq!(ids.len(), 6);
    let before = all_of(&pool, "Aldous").await;
    let form = [
        ("csrf", theirs.csrf.as_str()),
        ("kind", "head"),
        ("shape", "ball"),
        ("weight", "1/4"),
        ("by", "-1"),
        ("name", "mine now"),
        ("query", "depth=2+m"),
        ("helped", "yes"),
        ("struck", "on"),
        ("on", "1"),
    ];
    let stranger = visit(&server).await;
    for (path, methods) in routes::TABLE
        .iter()
        .filter(|(path, _)| path.contains("{id}"))
    {
        for id in &ids {
            let uri = filled(path, *id);
            for browser in [&theirs, &stranger] {
                if methods.contains(&"GET") {
                    let reply = get!(server, browser, &uri);
                    let hidden =
                        reply.status() == StatusCode::NOT_FOUND || location(&reply) == "/account";
                    assert!(hidden, "{path} {}", reply.status());
                }
                if methods.contains(&"POST") {
                    let mut form = form.to_vec();
                    form[0].1 = browser.csrf.as_str();
                    let reply = post!(server, browser, &uri, form);
                    let refused =
                        reply.status().is_client_error() || location(&reply) == "/account";
                    assert!(refused, "{path} {}", reply.status());
                }
            }
        }
    }
    assert_eq!(all_of(&pool, "Aldous").await, before);
}

/// The largest file goes packed where that is taken, and is the same file.
#[sqlx::test(migrations = "../store/migrations")]
async fn the_module_goes_packed_and_is_the_same(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    let uri = "/static/offline/pages.wasm?v=1";
    let whole = get!(server, me, uri);
    assert_eq!(header(&whole, "content-type"), "application/wasm");
    let whole = test::read_body(whole).await;
    assert!(whole.starts_with(b"\0asm"));
    let asks = test::TestRequest::get()
        .uri(uri)
        .insert_header(("accept-encoding", "gzip, br"));
    let packed = server.call(me.sends(asks)).await.unwrap();
    assert_eq!(header(&packed, "content-encoding"), "gzip");
    assert_eq!(header(&packed, "content-type"), "application/wasm");
    let packed = test::read_body(packed).await;
    assert!(packed.len() * 2 < whole.len());
    let mut unpacked = Vec::new();
    let mut reader = flate2::read::GzDecoder::new(&packed[..]);
    std::io::Read::read_to_end(&mut reader, &mut unpacked).unwrap();
    assert_eq!(unpacked, whole);
}

/// Over HTTPS cookies are this host's alone, and a browser that has its cookie under the name of before
/// keeps what it has.
#[sqlx::test(migrations = "../store/migrations")]
async fn cookies_of_https_belong_to_the_host_and_old_ones_still_serve(pool: PgPool) {
    let plain = server!(pool.clone());
    let me = visit(&plain).await;
    let keep = [
        ("csrf", me.csrf.as_str()),
        ("query", "depth=4+m"),
        ("name", "Before"),
    ];
    assert_eq!(
        post!(plain, me, "/kept", keep).status(),
        StatusCode::SEE_OTHER
    );
    let app = App {
        secure_cookies: true,
        hosts: ["fen.example".to_owned()].into(),
        ..App::new(Engine::new().unwrap(), Store::over(pool), "static".into())
    };
    let server = test::init_service(
        WebApp::new()
            .wrap(session::middleware(Key::from(&[7; 64]), true))
            .wrap(from_fn(session::under_new_names))
            .wrap(from_fn(yarrowfen_web::reply::doors::doors))
            .wrap(from_fn(yarrowfen_web::reply::headers::headers))
            .configure(routes::router(app)),
    )
    .await;
    let ask = |uri: &str| {
        test::TestRequest::get()
            .uri(uri)
            .insert_header(("host", "fen.example"))
    };
    let reply = server.call(ask("/").to_request()).await.unwrap();
    for cookie in reply.response().cookies() {
        assert!(cookie.name().starts_with("__Host-"), "{cookie}");
        assert!(
            cookie.secure() == Some(true)
                && cookie.path() == Some("/")
                && cookie.domain().is_none()
        );
    }
    assert!(header(&reply, "strict-transport-security").starts_with("max-age="));
    let reply = server.call(me.sends(ask("/kept"))).await.unwrap();
    assert!(text(reply).await.contains("Before"));
    // Under another's name nothing is served, but to who asks whether it lives.
    let other = |uri: &str| {
        test::TestRequest::get()
            .uri(uri)
            .insert_header(("host", "evil.example"))
    };
    let reply = server.call(other("/").to_request()).await.unwrap();
    assert_eq!(reply.status(), StatusCode::MISDIRECTED_REQUEST);
    assert_eq!(
        server
            .call(other("/alive").to_request())
            .await
            .unwrap()
            .status(),
        StatusCode::OK
    );
}

/// A form's token is of its sign-in: one of before it, or of another, is none; nor is a form that a
/// foreign page sends, whatever token it has.
#[sqlx::test(migrations = "../store/migrations")]
async fn a_token_belongs_to_its_sign_in_and_a_foreign_page_has_none(pool: PgPool) {
    let server = server!(pool);
    let _ = member(&server, "Wren").await;
    let mut me = visit(&server).await;
    let stranger = me.csrf.clone();
    presses!(
        server,
        me,
        "/account/sign-in",
        crate::account::sign_in(&me, "Wren", PASSWORD)
    );
    let first = me.csrf.clone();
    presses!(
        server,
        me,
        "/account/sign-in",
        crate::account::sign_in(&me, "Wren", PASSWORD)
    );
    let keep = |csrf: &str| {
        [
            ("csrf", csrf.to_owned()),
            ("query", "depth=4+m".into()),
            ("name", "x".into()),
        ]
    };
    for old in [&stranger, &first] {
        assert_eq!(
            post!(server, me, "/kept", keep(old)).status(),
            StatusCode::FORBIDDEN
        );
    }
    assert_eq!(
        post!(server, me, "/kept", keep(&me.csrf)).status(),
        StatusCode::SEE_OTHER
    );
    for (path, methods) in routes::TABLE {
        if !methods.contains(&"POST") {
            continue;
        }
        for from in [
            ("sec-fetch-site", "cross-site"),
            ("origin", "https://evil.example"),
        ] {
            let request = test::TestRequest::post()
                .uri(&filled(path, Uuid::nil()))
                .insert_header(from);
            let reply = server
                .call(me.sends(request.set_form(keep(&me.csrf))))
                .await
                .unwrap();
            assert_eq!(reply.status(), StatusCode::FORBIDDEN, "{path} {from:?}");
        }
    }
}
