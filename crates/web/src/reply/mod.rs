//! Replies: a page as the pages make it, sent; errors that a reader meets.

pub mod doors;
mod errors;
pub mod headers;
pub mod packed;
pub mod typed;
pub mod unread;

pub use errors::PageError;

use actix_session::Session;
use actix_web::http::StatusCode;
use actix_web::{HttpResponse, web};
use yarrowfen_pages::reply::{Reply, Shown};

use crate::reader::remember_question;

/// Makes something that takes a while where much is kept, on a thread of its own: the event loop
/// answers the others meanwhile. It is begun at once, and waited for when the caller wants it.
///
/// # Errors
/// When the thread breaks.
pub fn off_loop<T: Send + 'static>(
    make: impl FnOnce() -> T + Send + 'static,
) -> impl Future<Output = Result<T, PageError>> {
    let begun = web::block(make);
    async { begun.await.map_err(|_| PageError::Internal) }
}

/// Sends a page.
#[must_use]
pub fn send(reply: Reply) -> HttpResponse {
    // The pages give statuses of HTTP alone.
    let status = StatusCode::from_u16(reply.status).unwrap_or(StatusCode::INTERNAL_SERVER_ERROR);
    let mut sent = HttpResponse::build(status);
    for header in reply.headers {
        sent.insert_header(header);
    }
    sent.body(reply.body)
}

/// Sends a page that could be made.
///
/// # Errors
/// When its template failed.
pub fn shown(page: Shown) -> Result<HttpResponse, PageError> {
    Ok(send(page?))
}

/// Sends a page about a question, which the browser then remembers.
///
/// # Errors
/// When its template failed, or the cookie cannot be written.
pub fn about_question(session: &Session, page: Shown) -> Result<HttpResponse, PageError> {
    let page = page?;
    if let Some(question) = &page.question {
        remember_question(session, question)?;
    }
    Ok(send(page))
}

/// To another page, by a fresh request.
#[must_use]
pub fn see_other(to: &str) -> HttpResponse {
    send(Reply::see_other(to))
}
