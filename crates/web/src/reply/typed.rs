//! What was typed is not lost where it cannot be taken just now: the page that says why holds it,
//! and sends it again.

use actix_web::body::MessageBody;
use actix_web::dev::{ServiceRequest, ServiceResponse};
use actix_web::http::StatusCode;
use actix_web::http::header::SET_COOKIE;
use actix_web::middleware::Next;
use actix_web::{Error, HttpMessage};
use yarrowfen_pages::page::Again;

use super::PageError;

/// The fields of a form whose token was right.
#[derive(Debug, Clone)]
pub struct Typed(pub Vec<(String, String)>);

impl Typed {
    /// Whether it may stand in a page: a password may not.
    fn is_open(&self) -> bool {
        !self.0.iter().any(|(name, _)| name.contains("password"))
    }
}

/// Middleware: a form that came while the database was away, or too much was asked, is given back
/// with that cause, to be sent again.
/// Where a script sent it, its page stands still and holds it already.
///
/// # Errors
/// Those of what answers.
pub async fn given_back<B: MessageBody + 'static>(
    request: ServiceRequest,
    next: Next<B>,
) -> Result<ServiceResponse, Error> {
    let part = request.headers().contains_key("hx-request");
    let reply = next.call(request).await?;
    let cause = reply.response().error().and_then(|e| e.as_error());
    let cause = match cause {
        Some(PageError::Busy) => Some(PageError::Busy),
        Some(PageError::TooMany) => Some(PageError::TooMany),
        _ if reply.status() == StatusCode::SERVICE_UNAVAILABLE => Some(PageError::Unavailable),
        // A page that says itself what is wrong stays as it is.
        _ => None,
    };
    let typed = reply.request().extensions_mut().remove::<Typed>();
    let typed = typed.filter(|typed| !part && typed.is_open());
    let Some((typed, cause)) = typed.zip(cause) else {
        return Ok(reply.map_into_boxed_body());
    };
    let again = Again {
        to: reply.request().path(),
        fields: &typed.0,
    };
    let mut page = cause.page(Some(again));
    // A cookie that was begun goes along.
    for value in reply.headers().get_all(SET_COOKIE) {
        page.headers_mut().append(SET_COOKIE, value.clone());
    }
    Ok(reply.into_response(page))
}
