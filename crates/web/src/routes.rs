//! The only table of routes, and what all of them share.

pub mod api;
pub mod kept;
pub mod pick;
pub mod prefs;

use actix_files::Files;
use actix_web::http::header::{self, HeaderName, HeaderValue};
use actix_web::middleware::DefaultHeaders;
use actix_web::{HttpResponse, web};
use std::path::PathBuf;
use std::sync::Arc;
use yarrowfen_core::Engine;
use yarrowfen_store::Store;

use crate::errors::PageError;

/// Largest form that is taken, bytes.
const MOST_FORM: usize = 64 * 1024;
/// Largest JSON that is read at all, bytes.
pub const MOST_JSON: usize = 2 * 1024 * 1024;

/// What handlers work with.
#[derive(Clone)]
pub struct App {
    /// The chooser.
    pub engine: Arc<Engine>,
    /// The database.
    pub store: Store,
    /// Folder of styles, scripts and fonts.
    pub static_dir: PathBuf,
}

const CSP: &str = "default-src 'self'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; connect-src 'self'; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

/// Headers of every answer.
#[must_use]
pub fn headers() -> DefaultHeaders {
    DefaultHeaders::new()
        .add((
            HeaderName::from_static("content-security-policy"),
            HeaderValue::from_static(CSP),
        ))
        .add((
            header::X_CONTENT_TYPE_OPTIONS,
            HeaderValue::from_static("nosniff"),
        ))
        .add((
            header::REFERRER_POLICY,
            HeaderValue::from_static("same-origin"),
        ))
}

/// Every route.
pub fn router(app: App) -> impl FnOnce(&mut web::ServiceConfig) {
    move |cfg| {
        let form = web::FormConfig::default()
            .limit(MOST_FORM)
            .error_handler(|e, _| match e {
                actix_web::error::UrlencodedError::Overflow { .. } => PageError::TooLarge.into(),
                _ => PageError::Unreadable.into(),
            });
        cfg.app_data(form)
            .app_data(web::PayloadConfig::new(MOST_JSON))
            .service(
                Files::new("/static", &app.static_dir)
                    .use_etag(true)
                    .prefer_utf8(true),
            )
            .app_data(web::Data::new(app))
            .route("/", web::get().to(pick::page))
            .route("/card", web::get().to(pick::card))
            .route("/how", web::get().to(pick::how))
            .route("/prefs", web::post().to(prefs::choose))
            .route("/kept", web::get().to(kept::list))
            .route("/kept", web::post().to(kept::keep))
            .route("/kept/compare", web::get().to(kept::compare))
            .route("/kept/{id}", web::get().to(kept::one))
            .route("/kept/{id}/delete", web::post().to(kept::delete))
            .route("/kept/{id}/restore", web::post().to(kept::restore))
            .route("/api/v1/pick", web::post().to(api::pick))
            .route("/api/v1/openapi.json", web::get().to(api::openapi))
            .route("/health", web::get().to(health))
            .default_service(web::to(|| async {
                Err::<HttpResponse, _>(PageError::NotFound)
            }));
    }
}

/// Whether server and database answer; for the start command and the tests.
async fn health(app: web::Data<App>) -> Result<HttpResponse, PageError> {
    app.store.ping().await?;
    Ok(HttpResponse::Ok().content_type("text/plain").body("well"))
}
