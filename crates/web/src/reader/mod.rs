//! Who is reading: a browser with a signed cookie, its choices and its form
//! token, and the account that it is signed in to.
//!
//! The browser's cookie is read without the database, so that picking goes on
//! when that is away. A sign-in has a cookie of its own, with a token of which
//! the database keeps the hash.

mod body;
mod caller;
mod checked;
mod client;
mod cookies;
mod pace;
mod request;
mod zone;

pub use body::Body;
pub use caller::Caller;
pub use checked::{Checked, HasToken, Pairs, Press, Signed, check_token};
pub use client::ClientIp;
pub use cookies::{
    COOKIE, SIGN_IN_COOKIE, aside, browser, browser_of_account, give_back, join, joined,
    middleware, no_sign_in_cookie, put_aside, remember, remember_account, remember_question, renew,
    sign_in_cookie, token, under_new_names,
};
pub use pace::Pace;
pub use request::{Asked, HtmxPart, Id};
pub use zone::Zone;

use std::future::Future;
use std::ops::Deref;
use std::pin::Pin;

use actix_session::SessionExt;
use actix_web::dev::Payload;
use actix_web::{FromRequest, HttpRequest, web};
use yarrowfen_pages::reader::{Reader, Who};
use yarrowfen_rows::{Account, OwnerId};

use crate::app::App;
use crate::reply::PageError;

/// Whoever reads, for pages that are made for anybody: where it cannot be told who is signed
/// in they go on, without anybody's rows.
#[derive(Debug, Clone)]
pub struct Visitor {
    reader: Reader,
    browser: OwnerId,
    /// Whose share of limited resources is used.
    pub caller: Caller,
}

impl Deref for Visitor {
    type Target = Reader;
    fn deref(&self) -> &Reader {
        &self.reader
    }
}

impl Visitor {
    /// Whose rows are meant, where that is known.
    #[must_use]
    pub fn owner(&self) -> Option<OwnerId> {
        match &self.reader.who {
            Who::Nobody => Some(self.browser),
            Who::Member(account) => Some(account.owner),
            Who::CannotTell => None,
        }
    }
}

/// Somebody of whom it is known whether he is signed in: rows are read and written for him
/// alone. Where it cannot be told there is none, and nothing is written under another's name.
#[derive(Debug, Clone)]
pub struct Known {
    /// Who reads.
    pub reader: Reader,
    /// Whose rows are meant: the account's, else the browser's.
    pub owner: OwnerId,
    /// Whose share of limited resources is used.
    pub caller: Caller,
}

impl Deref for Known {
    type Target = Reader;
    fn deref(&self) -> &Reader {
        &self.reader
    }
}

impl Known {
    fn of(visitor: Visitor) -> Result<Self, PageError> {
        let owner = visitor.owner().ok_or(PageError::Unavailable)?;
        Ok(Self {
            reader: visitor.reader,
            owner,
            caller: visitor.caller,
        })
    }
}

async fn of_request(http: &HttpRequest) -> Result<Visitor, PageError> {
    let (mut reader, browser) = browser(&http.get_session())?;
    let app = http.app_data::<web::Data<App>>();
    if let Some(app) = app {
        reader.assets.clone_from(&app.assets.version);
    }
    if let (Some(token), Some(app)) = (token(http), app) {
        // A form of before the sign-in, or of another one, is none of this one.
        reader.csrf = token.bound(&reader.csrf);
        reader.who = who(app, &token.hash()).await;
    }
    let caller = match reader.account() {
        Some(account) => Caller::member(account.owner),
        None => Caller::stranger(client::client_ip(http).0),
    };
    Ok(Visitor {
        reader,
        browser,
        caller,
    })
}

/// Who is signed in with a token. A connection that died while it lay still is no answer, so
/// it is asked twice.
async fn who(app: &App, token_hash: &[u8]) -> Who {
    let ask = async || match app.store.signed_in(token_hash).await {
        Err(e) if e.is_away() => app.store.signed_in(token_hash).await,
        answer => answer,
    };
    match app.breaker.ask(ask).await {
        Ok(Some(account)) => Who::Member(account),
        Ok(None) => Who::Nobody,
        Err(e) => {
            tracing::error!(error = ?e, "cannot tell who is signed in");
            Who::CannotTell
        }
    }
}

/// A future as the extractors give it.
type Extracted<T> = Pin<Box<dyn Future<Output = Result<T, PageError>>>>;

impl FromRequest for Visitor {
    type Error = PageError;
    type Future = Extracted<Self>;
    fn from_request(http: &HttpRequest, _: &mut Payload) -> Self::Future {
        let http = http.clone();
        Box::pin(async move { of_request(&http).await })
    }
}

impl FromRequest for Known {
    type Error = PageError;
    type Future = Extracted<Self>;
    fn from_request(http: &HttpRequest, _: &mut Payload) -> Self::Future {
        let http = http.clone();
        Box::pin(async move { Self::of(of_request(&http).await?) })
    }
}

/// A reader who is signed in; others are sent to do so.
#[derive(Debug, Clone)]
pub struct Member {
    /// The reader.
    pub reader: Reader,
    /// The account.
    pub account: Account,
    /// Whose share of limited resources is used.
    pub caller: Caller,
}

impl Member {
    fn of(visitor: Visitor) -> Result<Self, PageError> {
        match visitor.reader.who.clone() {
            Who::Member(account) => Ok(Self {
                reader: visitor.reader,
                account,
                caller: visitor.caller,
            }),
            Who::Nobody => Err(PageError::SignIn),
            Who::CannotTell => Err(PageError::Unavailable),
        }
    }
}

impl FromRequest for Member {
    type Error = PageError;
    type Future = Extracted<Self>;
    fn from_request(http: &HttpRequest, _: &mut Payload) -> Self::Future {
        let http = http.clone();
        Box::pin(async move { Self::of(of_request(&http).await?) })
    }
}
