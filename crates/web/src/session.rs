//! Who is reading: a browser with a signed cookie, its choices and its form
//! token, and the account that it is signed in to.
//!
//! The browser's cookie is read without the database, so that picking goes on
//! when that is away. A sign-in has a cookie of its own, with a token of which
//! the database keeps the hash.

use std::future::Future;
use std::pin::Pin;

use actix_session::{
    Session, SessionExt, SessionMiddleware, config::CookieContentSecurity,
    config::PersistentSession, storage::CookieSessionStore,
};
use actix_web::cookie::{Cookie, Key, SameSite, time::Duration};
use actix_web::dev::Payload;
use actix_web::{FromRequest, HttpRequest, HttpResponse, web};
use subtle::ConstantTimeEq;
use uuid::Uuid;
use yarrowfen_core::Options;
use yarrowfen_core::base::{Ladder, UnitSystem};
use yarrowfen_store::{Account, OwnerId};

use crate::account::{self, Token};
use crate::errors::PageError;
use crate::routes::App;

/// Name of the browser's cookie.
pub const COOKIE: &str = "yarrowfen";
/// Name of the cookie of a sign-in.
pub const SIGN_IN_COOKIE: &str = "yarrowfen_in";
/// Days that a browser keeps its picks without coming back.
const DAYS: i64 = 400;

/// Light of the page.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Theme {
    /// Paper, for the day.
    Sun,
    /// Dark, for the hour before.
    Dawn,
}

impl Theme {
    /// Its code.
    #[must_use]
    pub fn code(self) -> &'static str {
        match self {
            Self::Sun => "sun",
            Self::Dawn => "dawn",
        }
    }
    fn from_code(code: &str) -> Self {
        if code == "dawn" {
            Self::Dawn
        } else {
            Self::Sun
        }
    }
}

/// The cookie's middleware: signed, not readable by scripts, same site only.
pub fn middleware(key: Key, secure: bool) -> SessionMiddleware<CookieSessionStore> {
    SessionMiddleware::builder(CookieSessionStore::default(), key)
        .cookie_name(COOKIE.into())
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
    Cookie::build(SIGN_IN_COOKIE, token.value().to_owned())
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
    let mut cookie = Cookie::build(SIGN_IN_COOKIE, "")
        .path("/")
        .http_only(true)
        .secure(secure)
        .same_site(SameSite::Lax)
        .finish();
    cookie.make_removal();
    cookie
}

/// A browser, and who is signed in with it.
#[derive(Debug, Clone)]
pub struct Reader {
    /// Whose picks are meant: the account's, else the browser's.
    pub owner: OwnerId,
    /// Must come back with each form.
    pub csrf: String,
    /// Units and ladder chosen before.
    pub options: Options,
    /// Light of the page.
    pub theme: Theme,
    /// Sides taken in the trade's disputes, as a query string.
    pub views: String,
    /// Pixels of this screen for a millimetre, once it was measured.
    pub px_per_mm: Option<f64>,
    /// Who is signed in.
    pub account: Option<Account>,
}

fn get(session: &Session, key: &str) -> Option<String> {
    session.get::<String>(key).ok().flatten()
}

fn put(session: &Session, key: &str, value: &str) -> Result<(), PageError> {
    session.insert(key, value).map_err(|_| PageError::Internal)
}

impl Reader {
    /// Reads the browser's cookie, or begins one. Nobody is signed in.
    ///
    /// # Errors
    /// When the cookie cannot be written.
    pub fn of(session: &Session) -> Result<Self, PageError> {
        let known = get(session, "owner")
            .and_then(|o| Uuid::parse_str(&o).ok())
            .zip(get(session, "csrf"));
        let (owner, csrf) = if let Some(known) = known {
            known
        } else {
            begin_anew(session)?
        };
        Ok(Self {
            owner: OwnerId(owner),
            csrf,
            options: Options {
                units: get(session, "units")
                    .and_then(|u| UnitSystem::from_code(&u))
                    .unwrap_or(UnitSystem::Metric),
                ladder: get(session, "ladder")
                    .and_then(|l| Ladder::from_code(&l))
                    .unwrap_or(Ladder::Ounces),
                ..Options::default()
            },
            theme: Theme::from_code(&get(session, "theme").unwrap_or_default()),
            views: get(session, "views").unwrap_or_default(),
            px_per_mm: get(session, "px_per_mm").and_then(|p| p.parse().ok()),
            account: None,
        })
    }

    /// Whether a form came from one of our own pages.
    ///
    /// # Errors
    /// When the token is missing or another's.
    pub fn check_csrf(&self, token: &str) -> Result<(), PageError> {
        if bool::from(self.csrf.as_bytes().ct_eq(token.as_bytes())) {
            Ok(())
        } else {
            Err(PageError::Forged)
        }
    }

    async fn of_request(http: &HttpRequest) -> Result<Self, PageError> {
        let mut reader = Self::of(&http.get_session())?;
        let app = http.app_data::<web::Data<App>>();
        let (Some(token), Some(app)) = (token(http), app) else {
            return Ok(reader);
        };
        match app.store.signed_in(&token.hash()).await {
            Ok(Some(account)) => {
                reader.owner = account.owner;
                reader.account = Some(account);
            }
            Ok(None) => {}
            // Picking needs no database: whoever is signed in picks as a stranger until it is back.
            Err(e) => tracing::error!(error = ?e, "cannot see who is signed in"),
        }
        Ok(reader)
    }
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
    Token::of_cookie(http.cookie(SIGN_IN_COOKIE)?.value())
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

impl FromRequest for Reader {
    type Error = PageError;
    type Future = Pin<Box<dyn Future<Output = Result<Self, PageError>>>>;
    fn from_request(http: &HttpRequest, _: &mut Payload) -> Self::Future {
        let http = http.clone();
        Box::pin(async move { Self::of_request(&http).await })
    }
}

/// A reader who is signed in; others are sent to do so.
#[derive(Debug, Clone)]
pub struct Member {
    /// The reader.
    pub reader: Reader,
    /// The account.
    pub account: Account,
}

impl FromRequest for Member {
    type Error = PageError;
    type Future = Pin<Box<dyn Future<Output = Result<Self, PageError>>>>;
    fn from_request(http: &HttpRequest, _: &mut Payload) -> Self::Future {
        let http = http.clone();
        Box::pin(async move {
            let reader = Reader::of_request(&http).await?;
            match reader.account.clone() {
                Some(account) => Ok(Self { reader, account }),
                None => Err(PageError::SignIn),
            }
        })
    }
}

/// A page for everybody, with its own address.
#[must_use]
pub fn see_other(to: &str) -> HttpResponse {
    HttpResponse::SeeOther()
        .insert_header((actix_web::http::header::LOCATION, to))
        .finish()
}

/// Remembers a choice.
///
/// # Errors
/// When the cookie cannot be written.
pub fn remember(session: &Session, key: &str, value: &str) -> Result<(), PageError> {
    put(session, key, value)
}
