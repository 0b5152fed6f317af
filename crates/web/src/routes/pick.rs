//! Pick and the pages of its question: what they need is fetched, the page is
//! sent.

use std::sync::Arc;

use actix_session::Session;
use actix_web::{HttpRequest, HttpResponse, web};
use yarrowfen_core::explore::ledger::OwnSize;
use yarrowfen_pages::held::HeldBox;
use yarrowfen_pages::page::{self, Held};
use yarrowfen_pages::reader::Reader;
use yarrowfen_store::Sink;

use crate::app::App;
use crate::reader::{HtmxPart, Visitor};
use crate::reply::{PageError, about_question};

/// The sink tests of who is signed in. Picking goes on without them when the
/// database is away.
pub(super) async fn sink_tests(app: &App, reader: &Reader) -> Arc<Vec<Sink>> {
    let Some(account) = reader.account() else {
        return Arc::default();
    };
    match app.sinks_of(account).await {
        Ok(sinks) => sinks,
        Err(e) => {
            tracing::error!(error = ?e, "cannot read the sink tests");
            Arc::default()
        }
    }
}

/// Sizes that the log of who is signed in speaks for. Picking goes on without them when the
/// database is away.
pub(super) async fn own_sizes(app: &App, reader: &Reader) -> Arc<Vec<OwnSize>> {
    let Some(account) = reader.account() else {
        return Arc::default();
    };
    match app.sizes_of(account).await {
        Ok(sizes) => sizes,
        Err(e) => {
            tracing::error!(error = ?e, "cannot read the log");
            Arc::default()
        }
    }
}

/// The box of who is signed in. Picking goes on without it when the database is away.
pub(super) async fn own_box(app: &App, reader: &Reader) -> Option<Arc<HeldBox>> {
    let account = reader.account()?;
    match app.boxes.of(&app.store, account).await {
        Ok(held) => Some(held),
        Err(e) => {
            tracing::error!(error = ?e, "cannot read the box");
            None
        }
    }
}

/// The question of the query string and its answer.
pub async fn page(
    app: web::Data<App>,
    http: HttpRequest,
    session: Session,
    reader: Visitor,
    part: HtmxPart,
) -> Result<HttpResponse, PageError> {
    let things = own_box(&app, &reader).await;
    let sinks = sink_tests(&app, &reader).await;
    let sizes = own_sizes(&app, &reader).await;
    let held = Held {
        things: things.as_deref(),
        sinks: &sinks,
        sizes: &sizes,
    };
    let page = page::pick(&app.engine, &reader, http.query_string(), held, part.0);
    about_question(&session, page)
}

/// The pocket card of a question: `&by=wind`, current, retrieve or drift.
pub async fn card(
    app: web::Data<App>,
    http: HttpRequest,
    session: Session,
    reader: Visitor,
) -> Result<HttpResponse, PageError> {
    let page = page::card(&app.engine, &reader, http.query_string());
    about_question(&session, page)
}

/// How the answer to a question was computed.
pub async fn how(
    app: web::Data<App>,
    http: HttpRequest,
    session: Session,
    reader: Visitor,
) -> Result<HttpResponse, PageError> {
    let page = page::how(&app.engine, &reader, http.query_string());
    about_question(&session, page)
}
