//! What a log says, and the table that it is counted from.

use actix_multipart::Multipart;
use actix_web::http::header;
use actix_web::{HttpRequest, HttpResponse, web};
use time::OffsetDateTime;
use yarrowfen_core::day::Event;
use yarrowfen_pages::page;
use yarrowfen_pages::reply::Part;

use super::plan_files::take_calendar;
use crate::app::App;
use crate::files::ics::mark_of;
use crate::files::{day_in, log_file, spans_csv};
use crate::reader::{HtmxPart, Known, Zone};
use crate::reply::{PageError, see_other, shown};

/// The page, or the part that changes; counted off the event loop.
pub async fn page(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Known,
    part: HtmxPart,
) -> Result<HttpResponse, PageError> {
    let query = http.query_string().to_owned();
    let today = OffsetDateTime::now_utc().date();
    let (owner, caller) = (reader.owner, reader.caller.clone());
    let engine = app.engine.clone();
    let compute = move |events: Vec<Event>| {
        let log = (&events[..], today);
        page::ledger(&engine, &reader, &query, log, Vec::new(), part.0)
    };
    shown(app.with_log((owner, &caller), compute).await?)
}

/// What the page counts, a line for each time that one thing was fished at one stop.
pub async fn csv(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Known,
) -> Result<HttpResponse, PageError> {
    let query = http.query_string().to_owned();
    let today = OffsetDateTime::now_utc().date();
    let write = move |events: Vec<Event>| spans_csv::write(&events, &query, today);
    let text = app.with_log((reader.owner, &reader.caller), write).await?;
    let text = text.map_err(written_wrong)?;
    Ok(file("text/csv; charset=utf-8", "yarrowfen-hours.csv", text))
}

fn written_wrong(e: impl std::fmt::Display) -> PageError {
    tracing::error!(error = %e, "cannot write a log");
    PageError::Internal
}

pub(super) fn file(kind: &str, name: &str, body: impl Into<web::Bytes>) -> HttpResponse {
    HttpResponse::Ok()
        .content_type(kind)
        .insert_header((
            header::CONTENT_DISPOSITION,
            format!("attachment; filename=\"{name}\""),
        ))
        .body(body.into())
}

/// The whole log as JSON.
pub async fn log_json(app: web::Data<App>, reader: Known) -> Result<HttpResponse, PageError> {
    let write = |events: Vec<Event>| log_file::json(&events);
    let body = app.with_log((reader.owner, &reader.caller), write).await?;
    let body = body.map_err(written_wrong)?;
    Ok(file("application/json", "yarrowfen-log.json", body))
}

/// The whole log as a table.
pub async fn log_csv(app: web::Data<App>, reader: Known) -> Result<HttpResponse, PageError> {
    let write = |events: Vec<Event>| log_file::csv(&events);
    let body = app.with_log((reader.owner, &reader.caller), write).await?;
    let body = body.map_err(written_wrong)?;
    Ok(file("text/csv; charset=utf-8", "yarrowfen-log.csv", body))
}

/// The days of the log as a calendar.
pub async fn calendar(app: web::Data<App>, reader: Known) -> Result<HttpResponse, PageError> {
    let now = OffsetDateTime::now_utc();
    let mark = mark_of(reader.owner);
    let write = move |events: Vec<Event>| log_file::calendar(&events, (now, &mark));
    let body = app.with_log((reader.owner, &reader.caller), write).await?;
    Ok(file(
        "text/calendar; charset=utf-8",
        "yarrowfen-days.ics",
        body,
    ))
}

/// Takes a log in, beside what is there; all of it or nothing.
pub async fn import(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Known,
    form: Multipart,
) -> Result<HttpResponse, PageError> {
    let by = (&*reader, &reader.caller);
    let upload = app.uploads.checked(form, http.path(), by).await?;
    app.anonymous_quota.admit(&reader, upload.file.len())?;
    let _turn = app.turns.of(reader.owner).await?;
    if day_in::is_calendar(&upload.file) {
        let (once, zone) = (upload.once, Zone::of_request(&http));
        let of_file = zone.clone();
        let read = move || day_in::read(&upload.file, of_file.as_ref());
        let faults = match app.compute.run(&reader.caller, read).await? {
            Ok(found) => match take_calendar(&app, (&reader, zone), once, &found).await? {
                Ok(taken) => return Ok(see_other(&taken.address())),
                Err(faults) => faults,
            },
            Err(fault) => vec![fault.to_string()],
        };
        return with_faults(&app, &reader, faults).await;
    }
    let read = move || log_file::read(&upload.file);
    let read = app.compute.run(&reader.caller, read).await?;
    match read {
        Ok(events) => {
            let taken = app.store.take_log(reader.owner, &events).await?;
            let (new, known, changed) = (taken.new, taken.known, taken.changed);
            let counts = format!("taken={new}&known={known}&changed={changed}");
            Ok(see_other(&format!("/days/review?{counts}")))
        }
        Err(faults) => {
            let told = faults.iter().map(ToString::to_string).collect();
            with_faults(&app, &reader, told).await
        }
    }
}

/// The page, with what is wrong with a file.
async fn with_faults(
    app: &App,
    reader: &Known,
    faults: Vec<String>,
) -> Result<HttpResponse, PageError> {
    let today = OffsetDateTime::now_utc().date();
    let texts = faults
        .into_iter()
        .map(|f| f.trim_start_matches(": ").to_owned());
    let texts: Vec<String> = texts.collect();
    let (owner, caller, reader) = (reader.owner, &reader.caller, reader.reader.clone());
    let engine = app.engine.clone();
    let write = move |events: Vec<Event>| {
        page::ledger(&engine, &reader, "", (&events, today), texts, Part::Whole)
    };
    shown(app.with_log((owner, caller), write).await?)
}
