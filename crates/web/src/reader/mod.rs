//! Who is reading: a browser with a signed cookie, its choices and its form
//! token, and the account that it is signed in to.
//!
//! The browser's cookie is read without the database, so that picking goes on
//! when that is away. A sign-in has a cookie of its own, with a token of which
//! the database keeps the hash.

mod checked;
mod cookies;
mod request;

pub use checked::{Checked, HasToken, Pairs, Signed, check_token};
pub use cookies::{
    COOKIE, SIGN_IN_COOKIE, browser, middleware, no_sign_in_cookie, remember, remember_question,
    renew, sign_in_cookie, token,
};
pub use request::{ClientIp, HtmxPart, Id};

use std::future::Future;
use std::ops::Deref;
use std::pin::Pin;

use actix_session::SessionExt;
use actix_web::dev::Payload;
use actix_web::{FromRequest, HttpRequest, web};
use yarrowfen_pages::reader::Reader;
use yarrowfen_rows::Account;

use crate::app::App;
use crate::reply::PageError;

/// Whoever reads, signed in or not.
#[derive(Debug, Clone)]
pub struct Visitor(pub Reader);

impl Deref for Visitor {
    type Target = Reader;
    fn deref(&self) -> &Reader {
        &self.0
    }
}

async fn of_request(http: &HttpRequest) -> Result<Reader, PageError> {
    let mut reader = browser(&http.get_session())?;
    let app = http.app_data::<web::Data<App>>();
    if let Some(app) = app {
        reader.assets.clone_from(&app.assets.version);
    }
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

/// A future as the extractors give it.
type Extracted<T> = Pin<Box<dyn Future<Output = Result<T, PageError>>>>;

impl FromRequest for Visitor {
    type Error = PageError;
    type Future = Extracted<Self>;
    fn from_request(http: &HttpRequest, _: &mut Payload) -> Self::Future {
        let http = http.clone();
        Box::pin(async move { of_request(&http).await.map(Self) })
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

impl Member {
    fn of(reader: Reader) -> Result<Self, PageError> {
        match reader.account.clone() {
            Some(account) => Ok(Self { reader, account }),
            None => Err(PageError::SignIn),
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
