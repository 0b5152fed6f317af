//! What a device needs to make pages by itself: the worker, what it holds of who reads, and
//! how it is installed.

use actix_session::Session;
use actix_web::http::header;
use actix_web::{HttpRequest, HttpResponse, web};
use time::OffsetDateTime;
use yarrowfen_pages::offline::{Device, Whose};

use super::day::{millis, of_late, planned_from};
use super::pick::{own_box, own_sizes, sink_tests};
use crate::app::App;
use crate::reader::{Known, aside, joined};
use crate::reply::packed::takes_packed;
use crate::reply::{PageError, off_loop};

/// Only the worker may compile the module: its own answer alone says so.
const WORKER_CSP: &str = "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; connect-src 'self'; object-src 'none'; base-uri 'none'";

/// The worker's script. It is asked for anew each time; the rest is kept by its version.
pub async fn worker(app: web::Data<App>) -> HttpResponse {
    HttpResponse::Ok()
        .content_type("text/javascript; charset=utf-8")
        .insert_header((header::CACHE_CONTROL, "no-cache"))
        .insert_header((header::CONTENT_SECURITY_POLICY, WORKER_CSP))
        .body(app.assets.worker.clone())
}

/// How a browser installs it.
pub async fn manifest(app: web::Data<App>) -> HttpResponse {
    HttpResponse::Ok()
        .content_type("application/manifest+json")
        .insert_header((header::CACHE_CONTROL, "no-cache"))
        .body(app.assets.manifest.clone())
}

/// The module, packed where that is taken: it is the largest file, and a phone loads it once for
/// each version.
pub async fn module(app: web::Data<App>, http: HttpRequest) -> Result<HttpResponse, PageError> {
    let mut reply = HttpResponse::Ok();
    reply.content_type("application/wasm");
    reply.append_header((header::VARY, "accept-encoding"));
    if takes_packed(http.headers()) {
        reply.insert_header((header::CONTENT_ENCODING, "gzip"));
        return Ok(reply.body(app.assets.module_packed()));
    }
    let assets = app.assets.clone();
    let module = off_loop(move || assets.module()).await?;
    Ok(reply.body(module.map_err(|_| PageError::Internal)?))
}

/// All that a device holds of who reads: choices, box, waters, own sink tests, what was tried,
/// and the log of the last days.
pub async fn device(
    app: web::Data<App>,
    session: Session,
    reader: Known,
) -> Result<HttpResponse, PageError> {
    let things = own_box(&app, &reader).await;
    let sinks = sink_tests(&app, &reader).await;
    let sizes = own_sizes(&app, &reader).await;
    let tries = app.store.mend_tries(reader.owner).await?;
    let now = (millis(OffsetDateTime::now_utc()), 0);
    let events = of_late(&app, &reader, now).await?;
    let planned = planned_from(&app, &reader, now).await?;
    let caller = reader.caller.clone();
    let joined = reader
        .account()
        .map(|account| joined(&session, account.owner))
        .unwrap_or_default();
    // Where the sign-in was ended from elsewhere the browser's own rows are still aside.
    let aside = aside(&session);
    let write = move || {
        let of = (&sinks[..], &tries[..], &sizes[..]);
        let whose = Whose {
            owner: reader.owner,
            reader: &reader,
            joined: &joined,
            aside,
        };
        let device = Device::of(&whose, things.as_deref(), of, (events, planned));
        serde_json::to_vec(&device)
    };
    let body = app.compute.run(&caller, write).await?;
    let body = body.map_err(|_| PageError::Internal)?;
    Ok(HttpResponse::Ok()
        .insert_header((header::CACHE_CONTROL, "no-store"))
        .content_type("application/json")
        .body(body))
}
