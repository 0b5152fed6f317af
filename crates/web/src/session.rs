//! Who is reading: a browser with a signed cookie, its choices and its form token.

use actix_session::{
    Session, SessionMiddleware, config::CookieContentSecurity, config::PersistentSession,
    storage::CookieSessionStore,
};
use actix_web::cookie::{Key, SameSite, time::Duration};
use subtle::ConstantTimeEq;
use uuid::Uuid;
use yarrowfen_core::Options;
use yarrowfen_core::units::{Ladder, UnitSystem};
use yarrowfen_store::OwnerId;

use crate::errors::PageError;

/// Name of the cookie.
pub const COOKIE: &str = "yarrowfen";
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

/// A browser.
#[derive(Debug, Clone)]
pub struct Reader {
    /// Whose picks are meant.
    pub owner: OwnerId,
    /// Must come back with each form.
    pub csrf: String,
    /// Units and ladder chosen before.
    pub options: Options,
    /// Light of the page.
    pub theme: Theme,
    /// Sides taken in the trade's disputes, as a query string.
    pub views: String,
}

fn get(session: &Session, key: &str) -> Option<String> {
    session.get::<String>(key).ok().flatten()
}

fn put(session: &Session, key: &str, value: &str) -> Result<(), PageError> {
    session.insert(key, value).map_err(|_| PageError::Internal)
}

impl Reader {
    /// Reads the cookie, or begins one.
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
            let fresh = (Uuid::new_v4(), format!("{:032x}", rand::random::<u128>()));
            put(session, "owner", &fresh.0.to_string())?;
            put(session, "csrf", &fresh.1)?;
            fresh
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
}

/// Remembers a choice.
///
/// # Errors
/// When the cookie cannot be written.
pub fn remember(session: &Session, key: &str, value: &str) -> Result<(), PageError> {
    put(session, key, value)
}
