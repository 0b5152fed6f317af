//! The cookies: the browser's, with its choices, and that of a sign-in.

use actix_session::{
    Session, SessionMiddleware, config::CookieContentSecurity, config::PersistentSession,
    storage::CookieSessionStore,
};
use actix_web::body::MessageBody;
use actix_web::cookie::{Cookie, Key, SameSite, time::Duration};
use actix_web::dev::{ServiceRequest, ServiceResponse};
use actix_web::http::header::{COOKIE as COOKIE_HEADER, HeaderValue};
use actix_web::middleware::Next;
use actix_web::{Error, HttpRequest, web};
use sha2::{Digest, Sha256};
use uuid::Uuid;
use yarrowfen_core::Options;
use yarrowfen_core::base::{Ladder, UnitSystem};
use yarrowfen_pages::reader::{Reader, Theme, Who};
use yarrowfen_rows::OwnerId;

use crate::account::{self, Token};
use crate::app::App;
use crate::reply::PageError;

/// Name of the browser's cookie.
pub const COOKIE: &str = "yarrowfen";
/// Name of the cookie of a sign-in.
pub const SIGN_IN_COOKIE: &str = "yarrowfen_in";
/// Before their names over HTTPS: a browser then takes them from this very host alone, for all of
/// it, and over HTTPS only. Published: RFC 6265bis, cookie name prefixes.
const HOST_ONLY: &str = "__Host-";
/// Days that a browser keeps its picks without coming back.
const DAYS: i64 = 400;
/// Longest question that is remembered, bytes: a cookie has little room.
const MOST_QUESTION: usize = 1200;

/// The name of a cookie.
fn named(name: &str, secure: bool) -> String {
    let before = if secure { HOST_ONLY } else { "" };
    format!("{before}{name}")
}

/// Middleware: a browser that has its cookie under the name of before keeps its rows and choices.
///
/// # Errors
/// Those of the service below.
pub async fn under_new_names<B: MessageBody + 'static>(
    mut request: ServiceRequest,
    next: Next<B>,
) -> Result<ServiceResponse<B>, Error> {
    let secure = request
        .app_data::<web::Data<App>>()
        .is_some_and(|app| app.secure_cookies);
    // Read by hand: what has once been read of a request's cookies stays so.
    let all = request.headers().get_all(COOKIE_HEADER);
    let all = all
        .filter_map(|v| v.to_str().ok())
        .flat_map(|v| v.split(';'));
    let all: Vec<(&str, &str)> = all.filter_map(|one| one.trim().split_once('=')).collect();
    let new = named(COOKIE, true);
    let has = |name: &str| all.iter().any(|c| c.0 == name);
    if secure && has(COOKIE) && !has(&new) {
        let name = |old| if old == COOKIE { new.as_str() } else { old };
        let line: Vec<String> = (all.iter().map(|(k, v)| format!("{}={v}", name(*k)))).collect();
        if let Ok(line) = HeaderValue::from_str(&line.join("; ")) {
            request.headers_mut().insert(COOKIE_HEADER, line);
        }
    }
    next.call(request).await
}

/// The cookie's middleware: signed, not readable by scripts, same site only.
pub fn middleware(key: Key, secure: bool) -> SessionMiddleware<CookieSessionStore> {
    SessionMiddleware::builder(CookieSessionStore::default(), key)
        .cookie_name(named(COOKIE, secure))
        .cookie_content_security(CookieContentSecurity::Signed)
        .cookie_secure(secure)
        .cookie_http_only(true)
        .cookie_same_site(SameSite::Lax)
        .session_lifecycle(PersistentSession::default().session_ttl(Duration::days(DAYS)))
        .build()
}

/// The cookie of a sign-in.
#[must_use]
pub fn sign_in_cookie(token: &Token, secure: bool) -> Cookie<'static> {
    Cookie::build(named(SIGN_IN_COOKIE, secure), token.value().to_owned())
        .path("/")
        .http_only(true)
        .secure(secure)
        .same_site(SameSite::Lax)
        .max_age(Duration::days(account::DAYS))
        .finish()
}

/// The cookie that ends one.
#[must_use]
pub fn no_sign_in_cookie(secure: bool) -> Cookie<'static> {
    let mut cookie = Cookie::build(named(SIGN_IN_COOKIE, secure), "")
        .path("/")
        .http_only(true)
        .secure(secure)
        .same_site(SameSite::Lax)
        .finish();
    cookie.make_removal();
    cookie
}

fn get(session: &Session, key: &str) -> Option<String> {
    session.get::<String>(key).ok().flatten()
}

fn put(session: &Session, key: &str, value: &str) -> Result<(), PageError> {
    session.insert(key, value).map_err(|_| PageError::Internal)
}

/// A choice of a cookie that this server signed itself: one that no longer
/// reads, of an older version, is logged and stands as if it were not made.
fn chosen<T>(session: &Session, key: &str, read: impl Fn(&str) -> Option<T>) -> Option<T> {
    let text = get(session, key)?;
    let found = read(&text);
    if found.is_none() {
        tracing::warn!(key, text, "a choice in the cookie is not known");
    }
    found
}

/// Reads the browser's cookie, or begins one: who reads, nobody being signed in, and the
/// browser's own rows.
///
/// # Errors
/// When the cookie cannot be written.
pub fn browser(session: &Session) -> Result<(Reader, OwnerId), PageError> {
    let known = get(session, "owner")
        .and_then(|o| Uuid::parse_str(&o).ok())
        .zip(get(session, "csrf"));
    let (owner, csrf) = if let Some(known) = known {
        known
    } else {
        begin_anew(session)?
    };
    let reader = Reader {
        csrf,
        once: format!("{:016x}", rand::random::<u64>()),
        options: Options {
            units: chosen(session, "units", UnitSystem::from_code).unwrap_or(UnitSystem::Metric),
            ladder: chosen(session, "ladder", Ladder::from_code).unwrap_or(Ladder::Ounces),
            ..Options::default()
        },
        theme: chosen(session, "theme", Theme::from_code).unwrap_or(Theme::System),
        views: get(session, "views").unwrap_or_default(),
        px_per_mm: chosen(session, "px_per_mm", |p| p.parse().ok()),
        question: get(session, "question").unwrap_or_default(),
        who: Who::Nobody,
        assets: String::new(),
    };
    Ok((reader, OwnerId(owner)))
}

/// A new browser: another owner, another form token.
fn begin_anew(session: &Session) -> Result<(Uuid, String), PageError> {
    let fresh = (Uuid::new_v4(), format!("{:032x}", rand::random::<u128>()));
    put(session, "owner", &fresh.0.to_string())?;
    put(session, "csrf", &fresh.1)?;
    Ok(fresh)
}

/// The token of the sign-in's cookie.
#[must_use]
pub fn token(http: &HttpRequest) -> Option<Token> {
    let app = http.app_data::<web::Data<App>>();
    let secure = app.is_some_and(|app| app.secure_cookies);
    Token::of_cookie(http.cookie(&named(SIGN_IN_COOKIE, secure))?.value())
}

/// After a sign-in or sign-out nothing of the browser's old cookie serves any
/// more but its choices: owner and form token are new.
///
/// # Errors
/// When the cookie cannot be written.
pub fn renew(session: &Session) -> Result<(), PageError> {
    begin_anew(session)?;
    session.renew();
    Ok(())
}

/// Key of the browser's own rows while somebody is signed in.
const ASIDE: &str = "aside";

/// At a sign-in: what the browser kept is put aside, to be taken along or given back.
///
/// # Errors
/// When the cookie cannot be written.
pub fn put_aside(session: &Session) -> Result<(), PageError> {
    let own = get(session, ASIDE).or_else(|| get(session, "owner"));
    renew(session)?;
    own.map_or(Ok(()), |own| put(session, ASIDE, &own))
}

/// At a sign-out: what the browser kept before it is its own again.
///
/// # Errors
/// When the cookie cannot be written.
pub fn give_back(session: &Session) -> Result<(), PageError> {
    let own = get(session, ASIDE);
    renew(session)?;
    session.remove(ASIDE);
    own.map_or(Ok(()), |own| put(session, "owner", &own))
}

/// What was put aside.
#[must_use]
pub fn aside(session: &Session) -> Option<OwnerId> {
    let own = Uuid::parse_str(&get(session, ASIDE)?).ok()?;
    Some(OwnerId(own))
}

/// Key of the browsers that became part of an account: the account, then they.
const JOINED: &str = "joined";
/// Browsers that are remembered so.
const MOST_JOINED: usize = 4;

/// What a browser had is part of an account now: lines that it has not sent yet are the account's.
///
/// # Errors
/// When the cookie cannot be written.
pub fn join(session: &Session, browser: OwnerId, account: OwnerId) -> Result<(), PageError> {
    session.remove(ASIDE);
    let before = joined(session, account).into_iter().take(MOST_JOINED - 1);
    let all: Vec<String> = [account, browser]
        .into_iter()
        .chain(before)
        .map(|o| o.0.to_string())
        .collect();
    put(session, JOINED, &all.join(" "))
}

/// The browsers that became part of an account on this device.
#[must_use]
pub fn joined(session: &Session, account: OwnerId) -> Vec<OwnerId> {
    let all = get(session, JOINED).unwrap_or_default();
    let mut all = all.split(' ').filter_map(|o| Uuid::parse_str(o).ok());
    if all.next() != Some(account.0) {
        return Vec::new();
    }
    all.map(OwnerId).collect()
}

/// Remembers the question that a page was about, for the menu of the next.
///
/// # Errors
/// When the cookie cannot be written.
pub fn remember_question(session: &Session, question: &str) -> Result<(), PageError> {
    let new = get(session, "question").as_deref() != Some(question);
    if new && question.len() <= MOST_QUESTION {
        put(session, "question", question)?;
    }
    Ok(())
}

/// Remembers a choice.
///
/// # Errors
/// When the cookie cannot be written.
pub fn remember(session: &Session, key: &str, value: &str) -> Result<(), PageError> {
    put(session, key, value)
}

/// Key of the accounts that a browser was signed in to: its own random name, then a mark of each.
const ACCOUNTS: &str = "accounts";
/// Accounts that a browser remembers.
const MOST_ACCOUNTS: usize = 4;

/// A mark of an account that tells nobody else which it is.
fn mark_of(browser: &str, owner: OwnerId) -> String {
    let mut digest = Sha256::new();
    for part in ["account", browser, &owner.0.to_string()] {
        digest.update(part);
    }
    let bytes = digest.finalize();
    bytes.iter().take(8).map(|b| format!("{b:02x}")).collect()
}

/// Remembers that this browser was signed in to an account.
///
/// # Errors
/// When the cookie cannot be written.
pub fn remember_account(session: &Session, owner: OwnerId) -> Result<(), PageError> {
    let known = get(session, ACCOUNTS).unwrap_or_default();
    let mut words = known.split(' ').filter(|w| !w.is_empty());
    let browser = words.next().map_or_else(
        || format!("{:016x}", rand::random::<u64>()),
        ToOwned::to_owned,
    );
    let mark = mark_of(&browser, owner);
    let others = words.filter(|w| **w != mark).take(MOST_ACCOUNTS - 1);
    let all: Vec<&str> = [browser.as_str(), mark.as_str()]
        .into_iter()
        .chain(others)
        .collect();
    put(session, ACCOUNTS, &all.join(" "))
}

/// The name of this browser, where it was signed in to an account before.
#[must_use]
pub fn browser_of_account(session: &Session, owner: OwnerId) -> Option<String> {
    let known = get(session, ACCOUNTS)?;
    let mut words = known.split(' ');
    let browser = words.next()?;
    let mark = mark_of(browser, owner);
    words.any(|w| w == mark).then(|| browser.to_owned())
}
