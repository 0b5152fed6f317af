//! What a log says, and the table that it is counted from.

use actix_web::http::header;
use actix_web::{HttpRequest, HttpResponse, web};
use time::OffsetDateTime;
use yarrowfen_pages::page;

use crate::app::App;
use crate::files::spans_csv;
use crate::reader::{HtmxPart, Visitor};
use crate::reply::{PageError, shown};

/// The page, or the part that changes; counted off the event loop.
pub async fn page(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Visitor,
    part: HtmxPart,
) -> Result<HttpResponse, PageError> {
    let events = app.store.events(reader.owner).await?;
    let query = http.query_string().to_owned();
    let today = OffsetDateTime::now_utc().date();
    let page = web::block(move || page::ledger(&reader, &query, &events, today, part.0))
        .await
        .map_err(|_| PageError::Internal)?;
    shown(page)
}

/// What the page counts, a line for each time that one thing was fished at one stop.
pub async fn csv(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Visitor,
) -> Result<HttpResponse, PageError> {
    let events = app.store.events(reader.owner).await?;
    let query = http.query_string().to_owned();
    let today = OffsetDateTime::now_utc().date();
    let text = web::block(move || spans_csv::write(&events, &query, today))
        .await
        .map_err(|_| PageError::Internal)?;
    let text = text.map_err(|e| {
        tracing::error!(error = %e, "cannot write a table");
        PageError::Internal
    })?;
    Ok(HttpResponse::Ok()
        .content_type("text/csv; charset=utf-8")
        .insert_header((
            header::CONTENT_DISPOSITION,
            "attachment; filename=\"yarrowfen-hours.csv\"",
        ))
        .body(text))
}
