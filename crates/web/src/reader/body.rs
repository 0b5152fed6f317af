//! A body that programs send: bounded as it comes, and given up where it stalls.

use std::pin::Pin;

use actix_web::dev::Payload;
use actix_web::http::header::CONTENT_LENGTH;
use actix_web::{FromRequest, HttpRequest};

use super::Pace;
use crate::reply::PageError;

/// The bytes of a body, no more than `MOST`.
#[derive(Debug)]
pub struct Body<const MOST: usize>(pub Vec<u8>);

/// Reads a body.
async fn read(mut payload: Payload, most: usize) -> Result<Vec<u8>, PageError> {
    let (mut bytes, mut pace) = (Vec::new(), Pace::default());
    while let Some(part) = pace.next(&mut payload).await? {
        let part = part.map_err(|_| PageError::Unreadable)?;
        pace.count(part.len());
        if bytes.len() + part.len() > most {
            return Err(PageError::TooLarge);
        }
        bytes.extend_from_slice(&part);
    }
    Ok(bytes)
}

impl<const MOST: usize> FromRequest for Body<MOST> {
    type Error = PageError;
    type Future = Pin<Box<dyn Future<Output = Result<Self, PageError>>>>;
    fn from_request(http: &HttpRequest, payload: &mut Payload) -> Self::Future {
        let length = http.headers().get(CONTENT_LENGTH);
        let length = length.and_then(|l| l.to_str().ok()?.parse::<usize>().ok());
        let payload = payload.take();
        Box::pin(async move {
            if length.is_some_and(|length| length > MOST) {
                return Err(PageError::TooLarge);
            }
            read(payload, MOST).await.map(Self)
        })
    }
}
