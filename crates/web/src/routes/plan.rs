//! Days that are planned: the page, kept days, the sheet.

use std::sync::Arc;

use actix_web::{HttpRequest, HttpResponse, web};
use serde::Deserialize;
use time::OffsetDateTime;
use uuid::Uuid;
use yarrowfen_core::day::read_day;
use yarrowfen_core::explore::ledger::Lost;
use yarrowfen_pages::ask::plan::DayForm;
use yarrowfen_pages::held::HeldBox;
use yarrowfen_pages::page::{self, DayDecided, DayHeld, DayShown, DaysTakenIn};
use yarrowfen_pages::reader::Reader;
use yarrowfen_pages::reply::Part;
use yarrowfen_store::{NewDay, PlannedDay};

use super::kept::Bare;
use super::pick::own_box;
use crate::app::App;
use crate::reader::{Caller, Checked, HasToken, HtmxPart, Id, Known, Zone};
use crate::reply::{PageError, see_other, shown};

/// Kept days that are listed on a day's page, from yesterday on.
const SHOWN_DAYS: usize = 12;
/// Longest query of a day, characters.
pub(super) const MOST_QUERY: usize = 16_000;
/// What is read of who plans.
pub(super) struct Read {
    pub(super) things: Option<Arc<HeldBox>>,
    lost: Arc<Vec<Lost>>,
    kept: Vec<PlannedDay>,
    pub(super) today: time::Date,
    zone: Option<Zone>,
}

impl Read {
    pub(super) async fn of(
        app: &App,
        reader: &Known,
        zone: Option<Zone>,
    ) -> Result<Self, PageError> {
        let today = OffsetDateTime::now_utc().date();
        let yesterday = today.previous_day().unwrap_or(today);
        let mut kept = app.store.days(reader.owner, Some(yesterday)).await?;
        kept.truncate(SHOWN_DAYS);
        Ok(Self {
            things: own_box(app, reader).await,
            lost: app.losses_of(reader).await?,
            kept,
            today,
            zone,
        })
    }

    pub(super) fn held(&self) -> DayHeld<'_> {
        DayHeld {
            things: self.things.as_deref(),
            lost: &self.lost,
            kept: &self.kept,
        }
    }

    pub(super) fn form(&self, app: &App, reader: &Reader, query: &str) -> DayForm {
        let mut form = page::day_form(&app.engine, reader, query, (self.held(), self.today));
        // The hours of light are those of the browser's clock on that day, summer time included.
        if let (Some(zone), Some(day)) = (&self.zone, read_day(&form.day)) {
            form.offset = zone.offset_on(day).to_string();
        }
        form
    }
}

/// What may stand behind the question of a day.
#[derive(Deserialize, Default)]
struct Asks {
    deleted: Option<Uuid>,
    taken: Option<u32>,
    past: Option<u32>,
    cancelled: Option<u32>,
    forecast: Option<String>,
}

async fn day_page(
    app: &App,
    (reader, zone): (&Known, Option<Zone>),
    query: &str,
    (id, part): (Option<Uuid>, Part),
) -> Result<HttpResponse, PageError> {
    let read = Read::of(app, reader, zone).await?;
    let mut form = read.form(app, reader, query);
    let asks: Asks = serde_urlencoded::from_str(query).unwrap_or_default();
    if asks.forecast.is_some() {
        ask_forecast(app, &reader.caller, &mut form).await;
    }
    let ways = DayShown {
        id: id.map(|i| i.to_string()),
        deleted: asks.deleted.map(|d| d.to_string()),
        taken_in: asks.taken.map(|taken| DaysTakenIn {
            taken,
            past: asks.past.unwrap_or(0),
            cancelled: asks.cancelled.unwrap_or(0),
        }),
        forecast: app.forecast.address.is_some(),
    };
    let (engine, caller, reader) = (app.engine.clone(), &reader.caller, reader.clone());
    let decide = move || page::day_page(&engine, &reader, &form, (read.held(), ways), part);
    shown(app.compute.run(caller, decide).await?)
}

/// Takes the day's wind and temperature from the forecast, or says why not.
async fn ask_forecast(app: &App, caller: &Caller, form: &mut DayForm) {
    let Ok((day, asked)) = form.asked(&app.engine) else {
        // What is wrong is said of the form itself.
        return;
    };
    let at = asked.stops.iter().find_map(|s| s.at);
    match app.forecast.of(caller, (day, at), asked.hours).await {
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
    reader: Known,
    part: HtmxPart,
) -> Result<HttpResponse, PageError> {
    let who = (&reader, Zone::of_request(&http));
    day_page(&app, who, http.query_string(), (None, part.0)).await
}

/// A kept day.
pub async fn one(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Known,
    id: Id,
) -> Result<HttpResponse, PageError> {
    let day = app.store.day(reader.owner, id.0).await?;
    let who = (&reader, Zone::of_request(&http));
    day_page(&app, who, &day.query, (Some(id.0), Part::Whole)).await
}

/// The day on a sheet of A6.
pub async fn print(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Known,
) -> Result<HttpResponse, PageError> {
    let read = Read::of(&app, &reader, Zone::of_request(&http)).await?;
    let form = read.form(&app, &reader, http.query_string());
    let engine = app.engine.clone();
    let held = DayShown::default();
    let caller = reader.caller.clone();
    let decide = move || page::day_print(&engine, &reader, &form, (read.held(), held));
    shown(app.compute.run(&caller, decide).await?)
}

/// A day that could be decided, or the page that says what is wrong with it.
pub(super) enum Day {
    /// It, and its form.
    Decided(Box<(DayDecided, DayForm)>),
    /// The page.
    Shown(HttpResponse),
}

/// Decides the day of a query.
///
/// # Errors
/// When the database does not answer, or a template fails.
pub(super) async fn decided(
    app: &App,
    (reader, zone): (&Known, Option<Zone>),
    query: &str,
) -> Result<Day, PageError> {
    let read = Read::of(app, reader, zone).await?;
    let form = read.form(app, reader, query);
    let (engine, caller, reader) = (app.engine.clone(), &reader.caller, reader.clone());
    let decide = move || match page::day_decided(&engine, &reader, &form, read.held()) {
        Ok(day) => Ok(Box::new((day, form))),
        Err(_) => {
            let held = (read.held(), DayShown::default());
            Err(page::day_page(&engine, &reader, &form, held, Part::Whole))
        }
    };
    Ok(match app.compute.run(caller, decide).await? {
        Ok(decided) => Day::Decided(decided),
        Err(page) => Day::Shown(shown(page)?),
    })
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

/// Keeps a day: its question, and what was decided, which the day on the water reads.
pub async fn keep(
    app: web::Data<App>,
    http: HttpRequest,
    sent: Checked<KeepDay>,
) -> Result<HttpResponse, PageError> {
    let Checked {
        reader,
        form: sent,
        once,
        ..
    } = sent;
    app.anonymous_quota.admit(&reader, sent.query.len())?;
    let who = (&reader, Zone::of_request(&http));
    let (day, form) = match decided(&app, who, &sent.query).await? {
        Day::Decided(decided) => *decided,
        Day::Shown(page) => return Ok(page),
    };
    let (name, query) = (day.name(), form.query());
    if query.chars().count() > MOST_QUERY {
        return Err(PageError::TooLarge);
    }
    let new = NewDay {
        name: &name,
        query: &query,
        planned: &day.planned,
        made_at: None,
    };
    let id = app.store.save_day(reader.owner, once, &new).await?;
    Ok(see_other(&format!("/days/{id}")))
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
