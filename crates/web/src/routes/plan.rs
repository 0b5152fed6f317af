//! Days that are planned: the page, kept days, the sheet, the calendar.

use actix_web::{HttpRequest, HttpResponse, web};
use serde::Deserialize;
use std::collections::BTreeMap;
use std::sync::Arc;
use time::OffsetDateTime;
use uuid::Uuid;
use yarrowfen_core::day::{Planned, show_time};
use yarrowfen_core::explore::ledger::Lost;
use yarrowfen_core::explore::plan::StopAsked;
use yarrowfen_pages::ask::PickForm;
use yarrowfen_pages::ask::plan::{AS_IT_IS, DayForm, STOP_KEYS, iso};
use yarrowfen_pages::held::HeldBox;
use yarrowfen_pages::page::{self, DayDecided, DayHeld, DayShown};
use yarrowfen_pages::reader::Reader;
use yarrowfen_pages::reply::Part;
use yarrowfen_store::{NewDay, PlannedDay};

use super::kept::Bare;
use super::ledger::file;
use super::pick::own_box;
use super::waters::gpx_file;
use crate::app::App;
use crate::files::day_calendar;
use crate::files::day_in::{DaysIn, Stay};
use crate::files::gpx::Waypoint;
use crate::reader::{Checked, HasToken, HtmxPart, Id, Visitor};
use crate::reply::{PageError, see_other, shown};

/// Kept days that are listed on a day's page, from yesterday on.
const SHOWN_DAYS: usize = 12;
/// Longest query of a day, characters.
const MOST_QUERY: usize = 16_000;
/// Longest name of a kept day, characters.
const MOST_NAME: usize = 80;

/// What is read of who plans.
struct Read {
    things: Option<Arc<HeldBox>>,
    lost: Arc<Vec<Lost>>,
    kept: Vec<PlannedDay>,
    today: time::Date,
}

impl Read {
    async fn of(app: &App, reader: &Reader) -> Result<Self, PageError> {
        let today = OffsetDateTime::now_utc().date();
        let yesterday = today.previous_day().unwrap_or(today);
        let mut kept = app.store.days(reader.owner, Some(yesterday)).await?;
        kept.truncate(SHOWN_DAYS);
        Ok(Self {
            things: own_box(app, reader).await,
            lost: app.losses_of(reader.owner).await?,
            kept,
            today,
        })
    }

    fn held(&self) -> DayHeld<'_> {
        DayHeld {
            things: self.things.as_deref(),
            lost: &self.lost,
            kept: &self.kept,
        }
    }

    fn form(&self, app: &App, reader: &Reader, query: &str) -> DayForm {
        page::day_form(&app.engine, reader, query, (self.held(), self.today))
    }
}

/// What may stand behind the question of a day.
#[derive(Deserialize, Default)]
struct Asks {
    deleted: Option<Uuid>,
    forecast: Option<String>,
}

async fn day_page(
    app: &App,
    reader: &Reader,
    query: &str,
    (id, part): (Option<Uuid>, Part),
) -> Result<HttpResponse, PageError> {
    let read = Read::of(app, reader).await?;
    let mut form = read.form(app, reader, query);
    let asks: Asks = serde_urlencoded::from_str(query).unwrap_or_default();
    if asks.forecast.is_some() {
        ask_forecast(app, &mut form).await;
    }
    let ways = DayShown {
        id: id.map(|i| i.to_string()),
        deleted: asks.deleted.map(|d| d.to_string()),
        forecast: app.forecast.address.is_some(),
    };
    let held = (read.held(), ways);
    shown(page::day_page(&app.engine, reader, &form, held, part))
}

/// Takes the day's wind and temperature from the forecast, or says why not.
async fn ask_forecast(app: &App, form: &mut DayForm) {
    let Ok((day, asked)) = form.asked(&app.engine) else {
        // What is wrong is said of the form itself.
        return;
    };
    let at = asked.stops.iter().find_map(|s| s.at);
    match app.forecast.of(day, at, asked.hours).await {
        Ok(w) => {
            // So roughly as a forecast is right: a third of a metre a second, half a degree.
            let (wind, water) = (
                w.wind.over(asked.hours, 0.3),
                w.water.over(asked.hours, 0.5),
            );
            form.take_weather((&wind, &water), Some(w.simulated));
        }
        Err(fault) => form.no_forecast = Some(fault.to_string()),
    }
}

/// The page of a day, or the part that changes.
pub async fn page(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Visitor,
    part: HtmxPart,
) -> Result<HttpResponse, PageError> {
    day_page(&app, &reader, http.query_string(), (None, part.0)).await
}

/// A kept day.
pub async fn one(app: web::Data<App>, reader: Visitor, id: Id) -> Result<HttpResponse, PageError> {
    let day = app.store.day(reader.owner, id.0).await?;
    day_page(&app, &reader, &day.query, (Some(id.0), Part::Whole)).await
}

/// The day on a sheet of A6.
pub async fn print(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Visitor,
) -> Result<HttpResponse, PageError> {
    let read = Read::of(&app, &reader).await?;
    let form = read.form(&app, &reader, http.query_string());
    let held = (read.held(), DayShown::default());
    shown(page::day_print(&app.engine, &reader, &form, held))
}

/// The page that says what is wrong with a day that cannot be decided.
fn undecided(
    app: &App,
    reader: &Reader,
    (read, form): (&Read, &DayForm),
) -> Result<HttpResponse, PageError> {
    let held = (read.held(), DayShown::default());
    shown(page::day_page(&app.engine, reader, form, held, Part::Whole))
}

/// The day as a calendar.
pub async fn calendar(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Visitor,
) -> Result<HttpResponse, PageError> {
    let read = Read::of(&app, &reader).await?;
    let form = read.form(&app, &reader, http.query_string());
    match page::day_decided(&app.engine, &reader, &form, read.held()) {
        Ok(day) => {
            let now = OffsetDateTime::now_utc();
            let units = reader.options.units;
            let body = day_calendar::write(&day, &form.query(), (now, units));
            Ok(file(
                "text/calendar; charset=utf-8",
                "yarrowfen-day.ics",
                body,
            ))
        }
        Err(_) => undecided(&app, &reader, (&read, &form)),
    }
}

/// The day's stops that say where they are, as waypoints.
pub async fn waypoints(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Visitor,
) -> Result<HttpResponse, PageError> {
    let read = Read::of(&app, &reader).await?;
    let form = read.form(&app, &reader, http.query_string());
    match page::day_decided(&app.engine, &reader, &form, read.held()) {
        Ok(day) => {
            let stops = day.asked.stops.iter().zip(&day.plan.stops);
            let point = |(stop, time): (&StopAsked, &(u16, u16))| {
                Some(Waypoint {
                    name: stop.name.clone(),
                    remark: format!("{} to {}", show_time(time.0), show_time(time.1)),
                    at: stop.at?,
                })
            };
            let points: Vec<Waypoint> = stops.filter_map(point).collect();
            gpx_file("yarrowfen-day.gpx", &points)
        }
        Err(_) => undecided(&app, &reader, (&read, &form)),
    }
}

/// A day out of a calendar, as it is kept.
struct DayOfCalendar {
    name: String,
    query: String,
    planned: Planned,
}

/// Other people's stays of a day, as the form of one: a water of the name, else as Pick has it.
fn form_of_stays(reader: &Reader, read: &Read, stays: &[&Stay]) -> String {
    let waters = read.things.as_ref().map_or(&[][..], |h| &h.waters);
    let mut out = form_urlencoded::Serializer::new(String::new());
    let times = || stays.iter().map(|s| s.hours);
    let (from, to) = (times().map(|h| h.0).min(), times().map(|h| h.1).max());
    out.append_pair(
        "day",
        &stays.first().map(|s| iso(s.day)).unwrap_or_default(),
    );
    out.append_pair("from", &show_time(from.unwrap_or(0)));
    out.append_pair("to", &show_time(to.unwrap_or(0)));
    // What lies between two stays is the way.
    let between = stays
        .windows(2)
        .map(|w| w[1].hours.0.saturating_sub(w[0].hours.1));
    out.append_pair("way", &between.min().unwrap_or(0).to_string());
    for (keys, stay) in STOP_KEYS.iter().zip(stays) {
        let same = |w: &&yarrowfen_store::Water| w.name.to_lowercase() == stay.place.to_lowercase();
        let question = match waters.iter().find(same) {
            Some(w) => PickForm::from_request(&w.asked, reader.options).query(),
            None => PickForm::from_query(&reader.question, reader.options).query(),
        };
        out.append_pair(keys[0], AS_IT_IS);
        out.append_pair(keys[1], &stay.place);
        out.append_pair(keys[2], &question);
        out.append_pair(keys[3], &(stay.hours.1 - stay.hours.0).to_string());
    }
    out.finish()
}

/// Takes the days of a calendar in; all or nothing.
///
/// # Errors
/// What is wrong with it, in words; or when the database does not answer.
pub(super) async fn take_calendar(
    app: &App,
    reader: &Reader,
    found: &DaysIn,
) -> Result<Result<usize, Vec<String>>, PageError> {
    let read = Read::of(app, reader).await?;
    let mut by_day: BTreeMap<time::Date, Vec<&Stay>> = BTreeMap::new();
    for stay in &found.stays {
        by_day.entry(stay.day).or_default().push(stay);
    }
    for stays in by_day.values_mut() {
        stays.sort_by_key(|s| s.hours);
    }
    let others = by_day
        .values()
        .map(|stays| form_of_stays(reader, &read, stays));
    let (mut days, mut wrong) = (Vec::new(), Vec::new());
    for query in found.own.iter().cloned().chain(others) {
        let form = read.form(app, reader, &query);
        let query = form.query();
        match page::day_decided(&app.engine, reader, &form, read.held()) {
            Ok(day) if query.chars().count() <= MOST_QUERY => days.push(DayOfCalendar {
                name: name(&day),
                planned: day.planned,
                query,
            }),
            Ok(_) => wrong.push(format!("{}: this day is too long", form.day)),
            Err(faults) => {
                wrong.extend(faults.into_iter().map(|f| format!("{}: {}", form.day, f.1)))
            }
        }
    }
    if !wrong.is_empty() {
        return Ok(Err(wrong));
    }
    let new: Vec<NewDay<'_>> = days
        .iter()
        .map(|d| NewDay {
            name: &d.name,
            query: &d.query,
            planned: &d.planned,
            made_at: None,
        })
        .collect();
    Ok(Ok(app.store.save_days(reader.owner, &new).await?))
}

/// A day that is to be kept.
#[derive(Deserialize)]
pub struct KeepDay {
    #[serde(default)]
    csrf: String,
    #[serde(default)]
    query: String,
}

impl HasToken for KeepDay {
    fn token(&self) -> &str {
        &self.csrf
    }
}

/// Its stops in a line.
fn name(day: &DayDecided) -> String {
    let stops: Vec<&str> = day.asked.stops.iter().map(|s| s.name.as_str()).collect();
    stops.join("; ").chars().take(MOST_NAME).collect()
}

/// Keeps a day: its question, and what was decided, which the day on the water reads.
pub async fn keep(app: web::Data<App>, sent: Checked<KeepDay>) -> Result<HttpResponse, PageError> {
    let Checked { reader, form: sent } = sent;
    let read = Read::of(&app, &reader).await?;
    let form = read.form(&app, &reader, &sent.query);
    let query = form.query();
    if query.chars().count() > MOST_QUERY {
        return Err(PageError::TooLarge);
    }
    match page::day_decided(&app.engine, &reader, &form, read.held()) {
        Ok(day) => {
            let new = NewDay {
                name: &name(&day),
                query: &query,
                planned: &day.planned,
                made_at: None,
            };
            let id = app.store.save_day(reader.owner, &new).await?;
            Ok(see_other(&format!("/days/{id}")))
        }
        Err(_) => undecided(&app, &reader, (&read, &form)),
    }
}

/// Deletes a kept day; the page then offers to bring it back.
pub async fn delete(
    app: web::Data<App>,
    id: Id,
    sent: Checked<Bare>,
) -> Result<HttpResponse, PageError> {
    app.store.delete_day(sent.reader.owner, id.0, true).await?;
    Ok(see_other(&format!("/days?deleted={}", id.0)))
}

/// Brings a kept day back.
pub async fn restore(
    app: web::Data<App>,
    id: Id,
    sent: Checked<Bare>,
) -> Result<HttpResponse, PageError> {
    app.store.delete_day(sent.reader.owner, id.0, false).await?;
    Ok(see_other(&format!("/days/{}", id.0)))
}
