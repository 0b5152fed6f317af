//! The real routes, on a real database.
#![expect(
    clippy::unwrap_used,
    clippy::expect_used,
    reason = "a test may fail loudly"
)]

use std::sync::Arc;

use actix_web::body::MessageBody;
use actix_web::cookie::{Cookie, Key, SameSite};
use actix_web::dev::{Service, ServiceResponse};
use actix_web::http::StatusCode;
use actix_web::{App as WebApp, test};
use serde_json::{Value, json};
use sqlx::PgPool;
use yarrowfen_core::Engine;
use yarrowfen_store::Store;
use yarrowfen_web::routes::{self, App};
use yarrowfen_web::session;

macro_rules! server {
    ($pool:expr) => {{
        let store = Store::over($pool);
        let engine = Engine::new().unwrap();
        yarrowfen_web::demo::load(&store, &engine).await.unwrap();
        let app = App {
            engine: Arc::new(engine),
            store,
            static_dir: "static".into(),
        };
        test::init_service(
            WebApp::new()
                .wrap(session::middleware(Key::from(&[7; 64]), false))
                .wrap(routes::headers())
                .configure(routes::router(app)),
        )
        .await
    }};
}

/// A browser: its cookie and its form token.
struct Browser {
    cookie: Cookie<'static>,
    csrf: String,
}

async fn text<B: MessageBody>(reply: ServiceResponse<B>) -> String {
    String::from_utf8_lossy(&test::read_body(reply).await).into_owned()
}

/// The value of the first `name="csrf"` field.
fn token(page: &str) -> String {
    page.split("name=\"csrf\" value=\"")
        .nth(1)
        .and_then(|t| t.split('"').next())
        .expect("a form token")
        .to_owned()
}

async fn visit<S, B, E>(server: &S) -> Browser
where
    S: Service<actix_http::Request, Response = ServiceResponse<B>, Error = E>,
    B: MessageBody,
    E: std::fmt::Debug,
{
    let reply = server
        .call(test::TestRequest::get().uri("/").to_request())
        .await
        .unwrap();
    assert_eq!(reply.status(), StatusCode::OK);
    let cookie = reply
        .response()
        .cookies()
        .find(|c| c.name() == session::COOKIE)
        .unwrap()
        .into_owned();
    let csrf = token(&text(reply).await);
    Browser { cookie, csrf }
}

macro_rules! get {
    ($server:expr, $browser:expr, $uri:expr) => {
        $server
            .call(
                test::TestRequest::get()
                    .uri($uri)
                    .cookie($browser.cookie.clone())
                    .to_request(),
            )
            .await
            .unwrap()
    };
}
macro_rules! post {
    ($server:expr, $browser:expr, $uri:expr, $form:expr) => {
        $server
            .call(
                test::TestRequest::post()
                    .uri($uri)
                    .cookie($browser.cookie.clone())
                    .set_form($form)
                    .to_request(),
            )
            .await
            .unwrap()
    };
}

fn location<B>(reply: &ServiceResponse<B>) -> String {
    reply
        .headers()
        .get("location")
        .map(|l| l.to_str().unwrap().to_owned())
        .unwrap_or_default()
}

const QUESTION: &str = "depth=2.4+m&wind=2+m%2Fs&length=70+mm&cast=20+m";

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
    let cookie = reply
        .response()
        .cookies()
        .find(|c| c.name() == session::COOKIE)
        .unwrap()
        .into_owned();
    let me = Browser {
        cookie,
        csrf: me.csrf,
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

async fn api<S, B, E>(server: &S, body: impl Into<actix_web::web::Bytes>) -> (StatusCode, Value)
where
    S: Service<actix_http::Request, Response = ServiceResponse<B>, Error = E>,
    B: MessageBody,
    E: std::fmt::Debug,
{
    let reply = server
        .call(
            test::TestRequest::post()
                .uri("/api/v1/pick")
                .set_payload(body)
                .to_request(),
        )
        .await
        .unwrap();
    let status = reply.status();
    (
        status,
        serde_json::from_slice(&test::read_body(reply).await).unwrap(),
    )
}

#[sqlx::test(migrations = "../store/migrations")]
async fn the_http_interface_answers_and_names_every_fault(pool: PgPool) {
    let server = server!(pool);
    let (status, answer) = api(
        &server,
        json!({"rig":"ned","water":{"depth_m":2.4}}).to_string(),
    )
    .await;
    assert_eq!((status, &answer["rig"]), (StatusCode::OK, &json!("ned")));
    let (status, faults) = api(
        &server,
        json!({"rig":"ned","water":{"depth_m":-1,"mud":1},"cast_m":"far"}).to_string(),
    )
    .await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(faults["errors"].as_array().unwrap().len(), 3);
    assert!(faults["error"]["field"].is_string());
    let huge = json!({"rig": "x".repeat(1_000_000)}).to_string();
    for bad in [
        String::new(),
        "{".into(),
        "[]".into(),
        huge,
        "[".repeat(100_000),
    ] {
        let (status, faults) = api(&server, bad).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
        assert!(faults["error"]["message"].as_str().unwrap().len() < 400);
    }
    let (status, _) = api(&server, vec![0xff, 0xfe, b'{', b'}']).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    let (status, _) = api(&server, vec![b' '; 3_000_000]).await;
    assert_eq!(status, StatusCode::PAYLOAD_TOO_LARGE);
    for rig in yarrowfen_core::codes::Rig::ALL {
        let (status, answer) = api(&server, json!({"rig": rig.code()}).to_string()).await;
        assert_eq!(
            (status, &answer["rig"]),
            (StatusCode::OK, &json!(rig.code()))
        );
        assert_eq!(answer["runners_up"].as_array().unwrap().len(), 8);
    }
}

#[sqlx::test(migrations = "../store/migrations")]
async fn the_description_of_the_interface_is_served(pool: PgPool) {
    let server = server!(pool);
    let reply = server
        .call(
            test::TestRequest::get()
                .uri("/api/v1/openapi.json")
                .to_request(),
        )
        .await
        .unwrap();
    let doc: Value = serde_json::from_slice(&test::read_body(reply).await).unwrap();
    let depth = "/paths/~1api~1v1~1pick/post/requestBody/content/application~1json/schema/properties/water/properties/depth_m/maximum";
    assert_eq!(doc.pointer(depth), Some(&json!(60.0)));
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

#[sqlx::test(migrations = "../store/migrations")]
async fn no_rig_asked_ranks_the_nine_and_each_is_a_link(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    let page = text(get!(server, me, "/?depth=2+m&bottom=sand&cover=healthy_grass&length=140+mm&form=worm&plastic=standard&wind=2+m%2Fs&cast=20+m&rig=")).await;
    assert!(page.contains("of the nine the jig worm suits this most"));
    for rig in yarrowfen_core::codes::Rig::ALL {
        assert!(page.contains(&format!("rig={}\"", rig.code())), "{rig}");
    }
}

#[sqlx::test(migrations = "../store/migrations")]
async fn a_range_is_answered_with_what_covers_it(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    let page = text(get!(
        server,
        me,
        "/?depth=2%E2%80%935+m&wind=1-4+m%2Fs&length=70+mm&cast=20+m&rig=ned"
    ))
    .await;
    assert!(page.contains("Over the whole range:"));
    assert!(page.contains("value=\"2–5 m\""));
    let reply = get!(
        server,
        me,
        "/?depth=5-2+m&wind=1+m%2Fs&length=70+mm&cast=20+m"
    );
    assert_eq!(reply.status(), StatusCode::UNPROCESSABLE_ENTITY);
    assert!(
        text(reply)
            .await
            .contains("must not lie under its lower end")
    );
}

#[sqlx::test(migrations = "../store/migrations")]
async fn sides_are_set_once_and_forgotten_by_one_button(pool: PgPool) {
    let server = server!(pool);
    let mut me = visit(&server).await;
    let asked = "/?depth=3+m&wind=2+m%2Fs&length=70+mm&cast=20+m&rig=ned";
    let straight = "straight through";
    assert!(!text(get!(server, me, asked)).await.contains(straight));
    let reply = post!(
        server,
        me,
        "/prefs",
        [
            ("csrf", me.csrf.as_str()),
            ("back", asked),
            ("views", "main_line=straight&temper=nonsense&depth=9")
        ]
    );
    assert_eq!(reply.status(), StatusCode::SEE_OTHER);
    me.cookie = reply.response().cookies().next().unwrap().into_owned();
    let page = text(get!(server, me, asked)).await;
    assert!(page.contains(straight) && page.contains("stand for every answer"));
    let reply = post!(
        server,
        me,
        "/prefs",
        [("csrf", me.csrf.as_str()), ("back", asked), ("views", "")]
    );
    me.cookie = reply.response().cookies().next().unwrap().into_owned();
    assert!(!text(get!(server, me, asked)).await.contains(straight));
}

#[sqlx::test(migrations = "../store/migrations")]
async fn the_pocket_card_and_the_way_of_computing_are_pages_of_the_question(pool: PgPool) {
    let server = server!(pool);
    let me = visit(&server).await;
    let asked = "depth=3+m&wind=2+m%2Fs&length=70+mm&cast=20+m&rig=ned";
    for by in ["wind", "current", "retrieve", "drift"] {
        let page = text(get!(server, me, &format!("/card?{asked}&by={by}"))).await;
        assert_eq!(
            page.matches("<tr>").count(),
            9,
            "a head line and eight depths"
        );
        assert!(page.contains("Large oz, small g"));
    }
    let page = text(get!(server, me, &format!("/how?{asked}"))).await;
    for rule in [
        "sink ceiling",
        "tie in cover",
        "local rules",
        "shaky head",
        "not asked on this rig",
    ] {
        assert_eq!(
            page.contains(rule),
            rule != "not asked on this rig",
            "{rule}"
        );
    }
    for page in ["/card?depth=deep", "/how?depth=deep"] {
        assert_eq!(get!(server, me, page).status(), StatusCode::SEE_OTHER);
    }
}
