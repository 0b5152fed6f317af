//! A server on a database of its own, and browsers that visit it.

pub use actix_web::body::MessageBody;
pub use actix_web::cookie::{Cookie, Key, SameSite};
pub use actix_web::dev::{Service, ServiceResponse};
pub use actix_web::http::StatusCode;
pub use actix_web::{App as WebApp, test};
pub use serde_json::{Value, json};
pub use sqlx::PgPool;
pub use yarrowfen_core::Engine;
pub use yarrowfen_store::Store;
pub use yarrowfen_web::routes::{self, App};
pub use yarrowfen_web::session;

macro_rules! server {
    ($pool:expr) => {{
        let store = Store::over($pool);
        let engine = Engine::new().unwrap();
        yarrowfen_web::demo::load(&store, &engine).await.unwrap();
        let app = App {
            demo: true,
            ..App::new(engine, store, "static".into())
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
pub struct Browser {
    pub cookie: Cookie<'static>,
    pub csrf: String,
}

pub async fn text<B: MessageBody>(reply: ServiceResponse<B>) -> String {
    String::from_utf8_lossy(&test::read_body(reply).await).into_owned()
}

/// The value of the first `name="csrf"` field.
pub fn token(page: &str) -> String {
    page.split("name=\"csrf\" value=\"")
        .nth(1)
        .and_then(|t| t.split('"').next())
        .expect("a form token")
        .to_owned()
}

/// The session's cookie that a reply sets.
pub fn cookie<B>(reply: &ServiceResponse<B>) -> Cookie<'static> {
    let mut all = reply.response().cookies();
    let ours = all.find(|c| c.name() == session::COOKIE);
    ours.expect("a session cookie").into_owned()
}

pub async fn visit<S, B, E>(server: &S) -> Browser
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
    let cookie = cookie(&reply);
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

pub fn location<B>(reply: &ServiceResponse<B>) -> String {
    reply
        .headers()
        .get("location")
        .map(|l| l.to_str().unwrap().to_owned())
        .unwrap_or_default()
}

pub const QUESTION: &str = "depth=2.4+m&wind=2+m%2Fs&length=70+mm&cast=20+m";
