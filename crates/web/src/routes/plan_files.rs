//! Planned days as files: out as a calendar and as waypoints, in out of a calendar.

use std::sync::Arc;

use actix_web::{HttpRequest, HttpResponse, web};
use time::OffsetDateTime;
use yarrowfen_core::Engine;
use yarrowfen_pages::ask::plan::DayForm;
use yarrowfen_pages::ask::plan_from::stays_queries;
use yarrowfen_pages::page::{self, DayDecided, DaysTakenIn};
use yarrowfen_pages::reader::Reader;
use yarrowfen_store::{NewDay, Once};

use super::ledger::file;
use super::plan::{Day, MOST_QUERY, Read, decided};
use super::waters::gpx_file;
use crate::app::App;
use crate::files::day_in::DaysIn;
use crate::files::ics::mark_of;
use crate::files::{day_calendar, gpx};
use crate::reader::{Known, Zone};
use crate::reply::PageError;

/// Days of a calendar that are taken at once: each takes some 30 ms to plan.
const MOST_DAYS_AT_ONCE: usize = 31;

/// The day as a calendar.
pub async fn calendar(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Known,
) -> Result<HttpResponse, PageError> {
    let (day, form) = match decided(
        &app,
        (&reader, Zone::of_request(&http)),
        http.query_string(),
    )
    .await?
    {
        Day::Decided(decided) => *decided,
        Day::Shown(page) => return Ok(page),
    };
    let mark = mark_of(reader.owner);
    let by = (
        OffsetDateTime::now_utc(),
        reader.options.units,
        mark.as_str(),
    );
    let body = day_calendar::write(&day, &form.query(), by);
    Ok(file(
        "text/calendar; charset=utf-8",
        "yarrowfen-day.ics",
        body,
    ))
}

/// The day's stops that say where they are, as waypoints.
pub async fn waypoints(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Known,
) -> Result<HttpResponse, PageError> {
    match decided(
        &app,
        (&reader, Zone::of_request(&http)),
        http.query_string(),
    )
    .await?
    {
        Day::Decided(decided) => gpx_file("yarrowfen-day.gpx", &gpx::of_day(&decided.0)),
        Day::Shown(page) => Ok(page),
    }
}

/// A day's name, its question, and what was decided.
type Decided = (String, String, DayDecided);

/// Decides a day of a calendar.
fn decide(
    engine: &Engine,
    reader: &Reader,
    form: &DayForm,
    read: &Read,
) -> Result<Decided, Vec<String>> {
    let query = form.query();
    if query.chars().count() > MOST_QUERY {
        return Err(vec![format!("{}: this day is too long", form.day)]);
    }
    match page::day_decided(engine, reader, form, read.held()) {
        Ok(day) => Ok((day.name(), query, day)),
        Err(faults) => {
            let text = |f: &(_, String)| format!("{}: {}", form.day, f.1);
            Err(faults.iter().map(text).collect())
        }
    }
}

/// Takes the days of a calendar in; all or nothing.
///
/// # Errors
/// What is wrong with it, in words; or when the database does not answer.
pub(super) async fn take_calendar(
    app: &App,
    (reader, zone): (&Known, Option<Zone>),
    once: Option<Once>,
    found: &DaysIn,
) -> Result<Result<DaysTakenIn, Vec<String>>, PageError> {
    let read = Read::of(app, reader, zone).await?;
    let waters = read.things.as_ref().map_or(&[][..], |h| &h.waters);
    let others = match stays_queries(&found.stays, waters, reader) {
        Ok(queries) => queries,
        Err(fault) => return Ok(Err(vec![fault])),
    };
    let queries: Vec<&String> = found.own.iter().chain(&others).collect();
    if queries.len() > MOST_DAYS_AT_ONCE {
        let what = format!("at most {MOST_DAYS_AT_ONCE} days of a calendar are taken at once");
        return Ok(Err(vec![what]));
    }
    let read = Arc::new(read);
    let (mut days, mut wrong) = (Vec::new(), Vec::new());
    for query in queries {
        let form = read.form(app, reader, query);
        // A day at a time, so that others come in between.
        let (engine, who, read) = (app.engine.clone(), reader.reader.clone(), read.clone());
        let decide = move || decide(&engine, &who, &form, &read);
        match app.compute.run(&reader.caller, decide).await? {
            Ok(day) => days.push(day),
            Err(faults) => wrong.extend(faults),
        }
    }
    if !wrong.is_empty() {
        return Ok(Err(wrong));
    }
    let new = days.iter().map(|(name, query, day)| NewDay {
        name,
        query,
        planned: &day.planned,
        made_at: None,
    });
    let new: Vec<NewDay<'_>> = new.collect();
    let yesterday = read.today.previous_day().unwrap_or(read.today);
    let past = days.iter().filter(|d| d.2.day < yesterday).count();
    let counted = |n: usize| u32::try_from(n).unwrap_or(u32::MAX);
    app.store.save_days(reader.owner, once, &new).await?;
    Ok(Ok(DaysTakenIn {
        taken: counted(days.len()),
        past: counted(past),
        cancelled: counted(found.cancelled),
    }))
}
