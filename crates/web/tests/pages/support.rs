//! A server on a database of its own, and browsers that visit it.

pub use actix_web::body::MessageBody;
pub use actix_web::cookie::{Cookie, Key, SameSite};
pub use actix_web::dev::{Service, ServiceResponse};
pub use actix_web::http::StatusCode;
pub use actix_web::middleware::from_fn;
pub use actix_web::{App as WebApp, test};
pub use serde_json::{Value, json};
pub use sqlx::PgPool;
pub use yarrowfen_core::Engine;
pub use yarrowfen_store::Store;

pub use yarrowfen_web::app::App;
pub use yarrowfen_web::reader as session;
pub use yarrowfen_web::routes;

macro_rules! server {
    ($pool:expr) => {
        server_on!(Store::over($pool))
    };
}

macro_rules! server_on {
    ($store:expr) => {{
        let store = $store;
        let engine = Engine::new().unwrap();
        yarrowfen_web::demo::load(&store, &engine).await.unwrap();
        let app = App {
            demo: true,
            ..App::new(engine, store, "static".into())
        };
        test::init_service(
            WebApp::new()
                .wrap(from_fn(yarrowfen_web::reply::typed::given_back))
                .wrap(session::middleware(Key::from(&[7; 64]), false))
                .wrap(from_fn(session::under_new_names))
                .wrap(from_fn(yarrowfen_web::reply::doors::doors))
                .wrap(from_fn(yarrowfen_web::reply::headers::headers))
                .configure(routes::router(app)),
        )
        .await
    }};
}

/// A browser: its cookie, its form token, and the cookie of its sign-in.
#[derive(Clone)]
pub struct Browser {
    pub cookie: Cookie<'static>,
    pub csrf: String,
    pub sign_in: Option<Cookie<'static>>,
}

impl Browser {
    /// A request with the browser's cookies.
    pub fn sends(&self, request: test::TestRequest) -> actix_http::Request {
        let request = request
            .peer_addr("127.0.0.1:4000".parse().unwrap())
            .cookie(self.cookie.clone());
        match &self.sign_in {
            Some(c) => request.cookie(c.clone()),
            None => request,
        }
        .to_request()
    }

    /// Takes the cookies that a reply sets.
    pub fn takes<B>(&mut self, reply: &ServiceResponse<B>) {
        for c in reply.response().cookies() {
            if c.name() == session::COOKIE {
                self.cookie = c.into_owned();
            } else if c.name() == session::SIGN_IN_COOKIE {
                self.sign_in = Some(c.into_owned()).filter(|c| !c.value().is_empty());
            }
        }
    }
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
    Browser {
        cookie,
        csrf,
        sign_in: None,
    }
}

/// A browser with a new account.
pub async fn member<S, B, E>(server: &S, name: &str) -> Browser
where
    S: Service<actix_http::Request, Response = ServiceResponse<B>, Error = E>,
    B: MessageBody,
    E: std::fmt::Debug,
{
    let mut browser = visit(server).await;
    let form = [
        ("csrf", browser.csrf.as_str()),
        ("name", name),
        ("password", PASSWORD),
    ];
    let request = test::TestRequest::post()
        .uri("/account/sign-up")
        .set_form(form);
    let reply = server.call(browser.sends(request)).await.unwrap();
    assert_eq!(location(&reply), "/box?said=welcome");
    browser.takes(&reply);
    fresh_token(server, &mut browser).await;
    browser
}

/// Reads the form token that the browser has now.
pub async fn fresh_token<S, B, E>(server: &S, browser: &mut Browser)
where
    S: Service<actix_http::Request, Response = ServiceResponse<B>, Error = E>,
    B: MessageBody,
    E: std::fmt::Debug,
{
    let request = test::TestRequest::get().uri("/account");
    let reply = server.call(browser.sends(request)).await.unwrap();
    browser.takes(&reply);
    browser.csrf = token(&text(reply).await);
}

pub const PASSWORD: &str = "reed peat and water";

/// A form with a file, as a browser sends it.
pub fn with_file(csrf: &str, file: &[u8]) -> (String, Vec<u8>) {
    with_fields(&[("csrf", csrf)], file)
}

/// The same with other fields beside it.
pub fn with_fields(fields: &[(&str, &str)], file: &[u8]) -> (String, Vec<u8>) {
    let edge = "----edge-of-a-part";
    let mut body = Vec::new();
    for (name, value) in fields {
        let part = format!(
            "--{edge}\r\nContent-Disposition: form-data; name=\"{name}\"\r\n\r\n{value}\r\n"
        );
        body.extend_from_slice(part.as_bytes());
    }
    body.extend_from_slice(format!("--{edge}\r\nContent-Disposition: form-data; name=\"file\"; filename=\"x\"\r\nContent-Type: application/octet-stream\r\n\r\n").as_bytes());
    body.extend_from_slice(file);
    body.extend_from_slice(format!("\r\n--{edge}--\r\n").as_bytes());
    (format!("multipart/form-data; boundary={edge}"), body)
}

macro_rules! get {
    ($server:expr, $browser:expr, $uri:expr) => {
        $server
            .call($browser.sends(test::TestRequest::get().uri($uri)))
            .await
            .unwrap()
    };
}
macro_rules! post {
    ($server:expr, $browser:expr, $uri:expr, $form:expr) => {
        $server
            .call($browser.sends(test::TestRequest::post().uri($uri).set_form($form)))
            .await
            .unwrap()
    };
}
macro_rules! send_file {
    ($server:expr, $browser:expr, $uri:expr, $fields:expr, $file:expr) => {{
        let (kind, body) = with_fields(&$fields, $file);
        let request = test::TestRequest::post()
            .uri($uri)
            .insert_header(("content-type", kind))
            .set_payload(body);
        $server.call($browser.sends(request)).await.unwrap()
    }};
    ($server:expr, $browser:expr, $uri:expr, $file:expr) => {{
        let (kind, body) = with_file(&$browser.csrf, $file);
        let request = test::TestRequest::post()
            .uri($uri)
            .insert_header(("content-type", kind))
            .set_payload(body);
        $server.call($browser.sends(request)).await.unwrap()
    }};
}

/// Presses a button of the account's pages, and goes on as its answer says.
macro_rules! presses {
    ($server:expr, $browser:expr, $uri:expr, $form:expr) => {{
        let reply = post!($server, $browser, $uri, $form);
        assert_eq!(reply.status(), StatusCode::SEE_OTHER);
        $browser.takes(&reply);
        fresh_token(&$server, &mut $browser).await;
    }};
}

/// A form with nothing but its token.
pub fn bare(browser: &Browser) -> [(&'static str, String); 1] {
    [("csrf", browser.csrf.clone())]
}

pub fn location<B>(reply: &ServiceResponse<B>) -> String {
    reply
        .headers()
        .get("location")
        .map(|l| l.to_str().unwrap().to_owned())
        .unwrap_or_default()
}

pub const QUESTION: &str = "depth=2.4+m&wind=2+m%2Fs&length=70+mm&cast=20+m";

/// A page with every run of white space as one space: as a browser shows it.
pub fn as_shown(page: &str) -> String {
    page.split_whitespace().collect::<Vec<_>>().join(" ")
}
