//! Days that are planned: the page, kept days, the sheet, the calendar.

use actix_web::{HttpRequest, HttpResponse, web};
use serde::Deserialize;
use std::sync::Arc;
use time::OffsetDateTime;
use uuid::Uuid;
use yarrowfen_core::explore::ledger::Lost;
use yarrowfen_pages::ask::plan::DayForm;
use yarrowfen_pages::held::HeldBox;
use yarrowfen_pages::page::{self, DayDecided, DayHeld, DayShown};
use yarrowfen_pages::reader::Reader;
use yarrowfen_pages::reply::Part;
use yarrowfen_store::{NewDay, PlannedDay};

use super::kept::Bare;
use super::ledger::file;
use super::pick::own_box;
use crate::app::App;
use crate::files::day_calendar;
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
}

async fn day_page(
    app: &App,
    reader: &Reader,
    query: &str,
    (id, part): (Option<Uuid>, Part),
) -> Result<HttpResponse, PageError> {
    let read = Read::of(app, reader).await?;
    let form = read.form(app, reader, query);
    let asks: Asks = serde_urlencoded::from_str(query).unwrap_or_default();
    let ways = DayShown {
        id: id.map(|i| i.to_string()),
        deleted: asks.deleted.map(|d| d.to_string()),
        forecast: false,
    };
    let held = (read.held(), ways);
    shown(page::day_page(&app.engine, reader, &form, held, part))
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

/// A day that can be decided; else its page says what is wrong.
fn decided(
    app: &App,
    reader: &Reader,
    read: &Read,
    form: &DayForm,
) -> Result<DayDecided, Result<HttpResponse, PageError>> {
    page::day_decided(&app.engine, reader, form, read.held()).map_err(|_| {
        let held = (read.held(), DayShown::default());
        shown(page::day_page(&app.engine, reader, form, held, Part::Whole))
    })
}

/// The day as a calendar.
pub async fn calendar(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Visitor,
) -> Result<HttpResponse, PageError> {
    let read = Read::of(&app, &reader).await?;
    let form = read.form(&app, &reader, http.query_string());
    match decided(&app, &reader, &read, &form) {
        Ok(day) => {
            let now = OffsetDateTime::now_utc();
            let units = reader.options.units;
            let body = day_calendar::write(&day, &form.query(), (now, units));
            Ok(file("text/calendar; charset=utf-8", "yarrowfen-day.ics", body))
        }
        Err(page) => page,
    }
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
pub async fn keep(
    app: web::Data<App>,
    sent: Checked<KeepDay>,
) -> Result<HttpResponse, PageError> {
    let Checked { reader, form: sent } = sent;
    let read = Read::of(&app, &reader).await?;
    let form = read.form(&app, &reader, &sent.query);
    let query = form.query();
    if query.chars().count() > MOST_QUERY {
        return Err(PageError::TooLarge);
    }
    match decided(&app, &reader, &read, &form) {
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
        Err(page) => page,
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
