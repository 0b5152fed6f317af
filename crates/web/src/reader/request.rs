//! What handlers want of a request beside its reader.

use std::collections::BTreeMap;
use std::future::{Ready, ready};

use actix_web::dev::Payload;
use actix_web::{FromRequest, HttpRequest};
use serde::de::DeserializeOwned;
use uuid::Uuid;
use yarrowfen_pages::reply::Part;

use crate::reply::PageError;

/// Whether the whole page is wanted, or the part that changes.
#[derive(Debug, Clone, Copy)]
pub struct HtmxPart(pub Part);

impl FromRequest for HtmxPart {
    type Error = PageError;
    type Future = Ready<Result<Self, PageError>>;
    fn from_request(http: &HttpRequest, _: &mut Payload) -> Self::Future {
        let has = |name| http.headers().contains_key(name);
        let part = if has("hx-request") && !has("hx-history-restore-request") {
            Part::Changed
        } else {
            Part::Whole
        };
        ready(Ok(Self(part)))
    }
}

/// What stands behind an address, read as far as it can be: of a key that comes twice the last, and
/// nothing where it does not read. An address that somebody shortened is still a page.
#[derive(Debug)]
pub struct Asked<T>(pub T);

impl<T: DeserializeOwned + Default> FromRequest for Asked<T> {
    type Error = PageError;
    type Future = Ready<Result<Self, PageError>>;
    fn from_request(http: &HttpRequest, _: &mut Payload) -> Self::Future {
        let pairs = form_urlencoded::parse(http.query_string().as_bytes());
        let last: BTreeMap<_, _> = pairs.collect();
        let text = form_urlencoded::Serializer::new(String::new())
            .extend_pairs(last)
            .finish();
        ready(Ok(Self(
            serde_urlencoded::from_str(&text).unwrap_or_default(),
        )))
    }
}

/// The id in an address; anything else is simply not there.
#[derive(Debug, Clone, Copy)]
pub struct Id(pub Uuid);

impl FromRequest for Id {
    type Error = PageError;
    type Future = Ready<Result<Self, PageError>>;
    fn from_request(http: &HttpRequest, _: &mut Payload) -> Self::Future {
        let text = http.match_info().get("id").unwrap_or_default();
        ready(
            Uuid::parse_str(text)
                .map(Self)
                .map_err(|_| PageError::NotFound),
        )
    }
}
