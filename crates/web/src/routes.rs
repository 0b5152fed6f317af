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
use actix_web::http::Method;
use actix_web::http::header::{ALLOW, HeaderValue};
use actix_web::{HttpRequest, HttpResponse, Resource, guard, web};

use crate::app::App;
use crate::reply::PageError;

/// Largest form that is taken, bytes.
const MOST_FORM: usize = 64 * 1024;

/// Writes the table of routes and what serves it, from one list: an address with what answers
/// each way of asking. Of two that fit an address the first is taken.
macro_rules! routes {
    ($($path:literal => $($method:ident $handler:path),+;)+) => {
        /// Every address and the ways of asking that it answers.
        pub const TABLE: &[(&str, &[&str])] = &[$(($path, &[$(stringify!($method)),+])),+];

        fn table(cfg: &mut web::ServiceConfig) {
            $(
                let resource = at($path, concat!($(stringify!($method), ", ",)+ "OPTIONS"));
                $(let resource = resource.route(routes!(@ $method).to($handler));)+
                cfg.service(resource);
            )+
        }
    };
    // Who only asks for the head gets that of the page.
    (@ GET) => { web::route().guard(guard::Any(guard::Get()).or(guard::Head())) };
    (@ POST) => { web::post() };
}

routes! {
    "/" => GET pick::page;
    "/card" => GET pick::card;
    "/how" => GET pick::how;
    "/prefs" => POST prefs::choose;
    "/kept" => GET kept::list, POST kept::keep;
    "/kept/compare" => GET kept::compare;
    "/kept/{id}" => GET kept::one;
    "/kept/{id}/delete" => POST kept::delete;
    "/kept/{id}/restore" => POST kept::restore;
    "/kept/{id}/share" => POST kept::share;
    "/kept/{id}/withdraw" => POST kept::withdraw;
    "/shared/{id}" => GET kept::shared;
    "/account" => GET account::page;
    "/account/sign-up" => POST account::sign_up;
    "/account/sign-in" => POST account::sign_in;
    "/account/demo" => POST account::demo;
    "/account/along" => POST account::along;
    "/account/sign-out" => POST account::sign_out;
    "/account/sign-out-everywhere" => POST account::sign_out_everywhere;
    "/account/password" => POST account::own::password;
    "/account/delete" => POST account::own::delete;
    "/account/export" => GET account::file::export;
    "/account/import" => POST account::file::import;
    "/box" => GET tackle::page, POST tackle::add;
    "/box/gaps" => GET gaps::page;
    "/box/csv/{kind}" => GET tackle::csv_of;
    "/box/import/{kind}" => GET tackle::import::choose, POST tackle::import::upload_file;
    "/box/import/file/{id}" => GET tackle::import::show;
    "/box/import/file/{id}/headings" => POST tackle::import::headings;
    "/box/import/file/{id}/take" => POST tackle::import::take;
    "/box/undo/{id}" => POST tackle::undo;
    "/box/{id}" => POST tackle::edit;
    "/box/{id}/count" => POST tackle::count;
    "/box/{id}/duplicate" => POST tackle::duplicate;
    "/box/{id}/archive" => POST tackle::archive;
    "/box/{id}/remove" => POST tackle::remove;
    "/bench" => GET bench::page;
    "/bench/print" => GET bench::print;
    "/bench/screen" => GET bench::screen;
    "/bench/photo" => GET photo::page;
    "/bench/photo/frame" => GET photo::frame;
    "/bench/photo/put" => POST photo::put;
    "/cast" => GET cast::page;
    "/cast/sounder" => GET sounder::live;
    "/cast/bottom" => POST cast::bottom;
    "/count" => GET count::page, POST count::write;
    "/count/book" => POST count::book;
    "/count/{id}/strike" => POST count::strike;
    "/words" => GET words::page;
    "/mend" => GET mend::page;
    "/mend/write" => POST day::try_down;
    "/mend/{id}/helped" => POST mend::helped;
    "/today" => GET day::page, POST day::tap;
    "/device" => GET offline::device;
    "/worker.js" => GET offline::worker;
    "/manifest.webmanifest" => GET offline::manifest;
    "/days" => GET plan::page, POST plan::keep;
    "/days/print" => GET plan::print;
    "/days/plan.ics" => GET plan_files::calendar;
    "/days/plan.gpx" => GET plan_files::waypoints;
    "/days/review" => GET ledger::page;
    "/days/spans.csv" => GET ledger::csv;
    "/days/log.json" => GET ledger::log_json;
    "/days/log.csv" => GET ledger::log_csv;
    "/days/log.ics" => GET ledger::calendar;
    "/days/import" => POST ledger::import;
    "/days/{id}" => GET plan::one;
    "/days/{id}/delete" => POST plan::delete;
    "/days/{id}/restore" => POST plan::restore;
    "/today/send" => POST day::receive;
    "/waters" => GET waters::list, POST waters::save;
    "/waters.gpx" => GET waters::gpx_out;
    "/waters/import" => POST waters::gpx_in;
    "/waters/{id}" => POST waters::change;
    "/waters/{id}/delete" => POST waters::delete;
    "/waters/{id}/restore" => POST waters::restore;
    "/api/v1/pick" => POST api::pick;
    "/api/v1/mend" => POST api::mend;
    "/api/v1/bench" => POST api::bench;
    "/api/v1/cast" => POST api::cast;
    "/api/v1/box" => GET tackle::list_json;
    "/api/v1/box/pick" => POST tackle::pick_json;
    "/api/v1/openapi.json" => GET api::openapi;
    "/alive" => GET alive;
    "/health" => GET health;
}

/// An address that says which ways of asking it answers.
fn at(path: &'static str, allow: &'static str) -> Resource {
    web::resource(path).default_service(web::to(move |http: HttpRequest| async move {
        let mut reply = if *http.method() == Method::OPTIONS {
            HttpResponse::NoContent().finish()
        } else {
            HttpResponse::from_error(PageError::NotAllowed)
        };
        let allow = HeaderValue::from_static(allow);
        reply.headers_mut().insert(ALLOW, allow);
        reply
    }))
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
            .route("/static/offline/pages.wasm", web::get().to(offline::module))
            .service(
                Files::new("/static", &app.static_dir)
                    .use_etag(true)
                    .prefer_utf8(true),
            )
            .app_data(web::Data::new(app))
            .configure(table)
            .default_service(web::to(nothing));
    }
}

/// Where nothing stands: a page, or what programs read.
async fn nothing(http: HttpRequest) -> Result<HttpResponse, PageError> {
    if http.path().starts_with("/api/") {
        return Ok(api::no_such());
    }
    Err(PageError::NotFound)
}

/// That the server answers, database or none: what a proxy asks before it gives it requests.
async fn alive() -> HttpResponse {
    HttpResponse::Ok().content_type("text/plain").body("alive")
}

/// Whether server and database answer, with every table; for the start command and the tests.
async fn health(app: web::Data<App>) -> Result<HttpResponse, PageError> {
    let state = app.store.state().await?;
    // Newer tables belong to a newer program: what this one writes might not be what they mean.
    if state.missing > 0 || state.unknown > 0 || state.reads_only {
        return Err(PageError::Unavailable);
    }
    Ok(HttpResponse::Ok().content_type("text/plain").body("well"))
}
