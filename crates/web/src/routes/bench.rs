//! The bench: bait and hook at true size.

use actix_web::{HttpRequest, HttpResponse, web};
use yarrowfen_pages::page;
use yarrowfen_pages::reader::Who;

use crate::app::App;
use crate::reader::{HtmxPart, Visitor};
use crate::reply::{PageError, shown};

/// The page, or the part that changes.
pub async fn page(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Visitor,
    part: HtmxPart,
) -> Result<HttpResponse, PageError> {
    let held = app.held(&reader).await?;
    let query = http.query_string();
    match page::bench(&app.engine, &reader, query, held.as_deref(), part.0) {
        Some(page) => shown(page),
        // A thing of a box: whose it is decides what is said.
        None => Err(match reader.who {
            Who::Nobody => PageError::SignIn,
            Who::CannotTell => PageError::Unavailable,
            Who::Member(_) => PageError::NotFound,
        }),
    }
}

/// The sheet to print.
pub async fn print(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Visitor,
) -> Result<HttpResponse, PageError> {
    shown(page::bench_print(&app.engine, &reader, http.query_string()))
}

/// Measuring the screen.
pub async fn screen(http: HttpRequest, reader: Visitor) -> Result<HttpResponse, PageError> {
    shown(page::bench_screen(&reader, http.query_string()))
}
