//! The echo sounder, passed on to a page as server-sent events.

use actix_web::{HttpResponse, web};

use crate::app::App;
use crate::live::sounder::events;
use crate::reader::ClientIp;
use crate::reply::PageError;

/// Readings as they come.
pub async fn live(app: web::Data<App>, ip: ClientIp) -> Result<HttpResponse, PageError> {
    let Some(events) = events(&app.sounder, &ip.0)? else {
        return Ok(HttpResponse::ServiceUnavailable().finish());
    };
    Ok(HttpResponse::Ok()
        .content_type("text/event-stream")
        .insert_header(("cache-control", "no-store"))
        .insert_header(("content-encoding", "identity"))
        .streaming(events))
}
