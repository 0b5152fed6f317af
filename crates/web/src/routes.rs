//! The only table of routes, and what all of them share.

pub mod account;
pub mod api;
pub mod bench;
pub mod cast;
pub mod count;
pub mod day;
pub mod gaps;
pub mod kept;
pub mod ledger;
pub mod mend;
pub mod offline;
pub mod photo;
pub mod pick;
pub mod plan;
pub mod plan_files;
pub mod prefs;
pub mod sounder;
pub mod tackle;
pub mod waters;
pub mod words;

use actix_files::Files;
use actix_web::http::header::{self, HeaderName, HeaderValue};
use actix_web::middleware::DefaultHeaders;
use actix_web::{HttpResponse, web};

use crate::app::App;
use crate::contract;
use crate::files::CSP;
use crate::reply::PageError;

/// Largest form that is taken, bytes.
const MOST_FORM: usize = 64 * 1024;

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
            .app_data(web::PayloadConfig::new(contract::MOST_JSON))
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
            .route("/kept/{id}/share", web::post().to(kept::share))
            .route("/kept/{id}/withdraw", web::post().to(kept::withdraw))
            .route("/shared/{id}", web::get().to(kept::shared))
            .configure(account_routes)
            .configure(box_routes)
            .route("/bench", web::get().to(bench::page))
            .route("/bench/print", web::get().to(bench::print))
            .route("/bench/screen", web::get().to(bench::screen))
            .route("/bench/photo", web::get().to(photo::page))
            .route("/bench/photo/frame", web::get().to(photo::frame))
            .route("/bench/photo/put", web::post().to(photo::put))
            .route("/cast", web::get().to(cast::page))
            .route("/cast/sounder", web::get().to(sounder::live))
            .route("/cast/bottom", web::post().to(cast::bottom))
            .route("/count", web::get().to(count::page))
            .route("/count", web::post().to(count::write))
            .route("/count/book", web::post().to(count::book))
            .route("/count/{id}/strike", web::post().to(count::strike))
            .route("/words", web::get().to(words::page))
            .route("/mend", web::get().to(mend::page))
            .route("/mend/write", web::post().to(day::try_down))
            .route("/mend/{id}/helped", web::post().to(mend::helped))
            .route("/today", web::get().to(day::page))
            .route("/today", web::post().to(day::tap))
            .route("/device", web::get().to(offline::device))
            .route("/worker.js", web::get().to(offline::worker))
            .route("/manifest.webmanifest", web::get().to(offline::manifest))
            .route("/days", web::get().to(plan::page))
            .route("/days", web::post().to(plan::keep))
            .route("/days/print", web::get().to(plan::print))
            .route("/days/plan.ics", web::get().to(plan_files::calendar))
            .route("/days/plan.gpx", web::get().to(plan_files::waypoints))
            .route("/days/review", web::get().to(ledger::page))
            .route("/days/spans.csv", web::get().to(ledger::csv))
            .route("/days/log.json", web::get().to(ledger::log_json))
            .route("/days/log.csv", web::get().to(ledger::log_csv))
            .route("/days/log.ics", web::get().to(ledger::calendar))
            .route("/days/import", web::post().to(ledger::import))
            .route("/days/{id}", web::get().to(plan::one))
            .route("/days/{id}/delete", web::post().to(plan::delete))
            .route("/days/{id}/restore", web::post().to(plan::restore))
            .route("/today/send", web::post().to(day::receive))
            .route("/waters", web::get().to(waters::list))
            .route("/waters", web::post().to(waters::save))
            .route("/waters.gpx", web::get().to(waters::gpx_out))
            .route("/waters/import", web::post().to(waters::gpx_in))
            .route("/waters/{id}", web::post().to(waters::change))
            .route("/waters/{id}/delete", web::post().to(waters::delete))
            .route("/waters/{id}/restore", web::post().to(waters::restore))
            .route("/api/v1/pick", web::post().to(api::pick))
            .route("/api/v1/mend", web::post().to(api::mend))
            .route("/api/v1/box", web::get().to(tackle::list_json))
            .route("/api/v1/box/pick", web::post().to(tackle::pick_json))
            .route("/api/v1/openapi.json", web::get().to(api::openapi))
            .route("/health", web::get().to(health))
            .default_service(web::to(|| async {
                Err::<HttpResponse, _>(PageError::NotFound)
            }));
    }
}

fn account_routes(cfg: &mut web::ServiceConfig) {
    cfg.route("/account", web::get().to(account::page))
        .route("/account/sign-up", web::post().to(account::sign_up))
        .route("/account/sign-in", web::post().to(account::sign_in))
        .route("/account/demo", web::post().to(account::demo))
        .route("/account/sign-out", web::post().to(account::sign_out))
        .route(
            "/account/sign-out-everywhere",
            web::post().to(account::sign_out_everywhere),
        )
        .route("/account/password", web::post().to(account::password))
        .route("/account/delete", web::post().to(account::delete))
        .route("/account/export", web::get().to(account::file::export))
        .route("/account/import", web::post().to(account::file::import));
}

fn box_routes(cfg: &mut web::ServiceConfig) {
    cfg.route("/box", web::get().to(tackle::page))
        .route("/box", web::post().to(tackle::add))
        .route("/box/gaps", web::get().to(gaps::page))
        .route("/box/csv/{kind}", web::get().to(tackle::csv_of))
        .route("/box/import/{kind}", web::get().to(tackle::import::choose))
        .route(
            "/box/import/{kind}",
            web::post().to(tackle::import::upload_file),
        )
        .route("/box/import/file/{id}", web::get().to(tackle::import::show))
        .route(
            "/box/import/file/{id}/headings",
            web::post().to(tackle::import::headings),
        )
        .route(
            "/box/import/file/{id}/take",
            web::post().to(tackle::import::take),
        )
        .route("/box/undo/{id}", web::post().to(tackle::undo))
        .route("/box/{id}", web::post().to(tackle::edit))
        .route("/box/{id}/count", web::post().to(tackle::count))
        .route("/box/{id}/duplicate", web::post().to(tackle::duplicate))
        .route("/box/{id}/archive", web::post().to(tackle::archive))
        .route("/box/{id}/remove", web::post().to(tackle::remove));
}

/// Whether server and database answer; for the start command and the tests.
async fn health(app: web::Data<App>) -> Result<HttpResponse, PageError> {
    app.store.ping().await?;
    Ok(HttpResponse::Ok().content_type("text/plain").body("well"))
}
