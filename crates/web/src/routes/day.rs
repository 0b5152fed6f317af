//! The day on the water: its page, its taps, and events that devices send when they can.

use std::sync::Arc;

use actix_session::Session;
use actix_web::{HttpRequest, HttpResponse, web};
use serde::{Deserialize, Serialize};
use serde_json::Value;
use time::OffsetDateTime;
use uuid::Uuid;
use yarrowfen_core::base::in_a_line;
use yarrowfen_core::day::{Event, EventId, MOST_OFFSET, Planned, checked};
use yarrowfen_pages::ask::today::Stamp;
use yarrowfen_pages::held::HeldBox;
use yarrowfen_pages::page::{self, TodayHeld, today_from};
use yarrowfen_pages::reader::Reader;
use yarrowfen_pages::reply::Part;

use super::pick::own_box;
use crate::app::App;
use crate::reader::{Checked, ClientIp, HtmxPart, Known, Pairs, check_token};
use crate::reply::{PageError, about_question, see_other, shown};

/// The cookie by which a page tells what its time of day is ahead of UTC, minutes.
const OFFSET_COOKIE: &str = "yarrowfen_offset";
/// Most events that are taken at once.
const MOST_AT_ONCE: usize = 500;

fn clock(http: &HttpRequest) -> (i64, i16) {
    let offset = http
        .cookie(OFFSET_COOKIE)
        .and_then(|c| c.value().parse().ok());
    let offset = offset.filter(|o: &i16| o.abs() <= MOST_OFFSET).unwrap_or(0);
    (millis(OffsetDateTime::now_utc()), offset)
}

pub(super) fn millis(at: OffsetDateTime) -> i64 {
    i64::try_from(at.unix_timestamp_nanos() / 1_000_000).unwrap_or(0)
}

/// What is read of a day that is fished.
struct OfDay {
    things: Option<Arc<HeldBox>>,
    events: Vec<Event>,
    planned: Vec<Planned>,
}

impl OfDay {
    async fn read(
        app: &App,
        reader: &Known,
        things: Option<Arc<HeldBox>>,
        now: (i64, i16),
    ) -> Result<Self, PageError> {
        Ok(Self {
            things,
            events: of_late(app, reader, now).await?,
            planned: planned_from(app, reader, now).await?,
        })
    }

    fn held(&self, now: (i64, i16)) -> TodayHeld<'_> {
        TodayHeld {
            things: self.things.as_deref(),
            events: &self.events,
            unsent: &[],
            planned: &self.planned,
            now,
        }
    }
}

/// Planned days that a device or a day's page may want, the next first.
const MOST_PLANNED: usize = 8;

/// Days that a reader planned, from those that may still be fished on.
///
/// # Errors
/// When the database does not answer.
pub(super) async fn planned_from(
    app: &App,
    reader: &Known,
    now: (i64, i16),
) -> Result<Vec<Planned>, PageError> {
    let days = app.store.days(reader.owner, Some(today_from(now))).await?;
    let days = days.into_iter().take(MOST_PLANNED);
    Ok(days.map(|d| d.planned).collect())
}

async fn of_late(app: &App, reader: &Known, now: (i64, i16)) -> Result<Vec<Event>, PageError> {
    Ok(app.store.events_from(reader.owner, today_from(now)).await?)
}

/// The page, or the part that changes.
pub async fn page(
    app: web::Data<App>,
    http: HttpRequest,
    session: Session,
    reader: Known,
    part: HtmxPart,
) -> Result<HttpResponse, PageError> {
    let now = clock(&http);
    let of_day = OfDay::read(&app, &reader, own_box(&app, &reader).await, now).await?;
    let held = of_day.held(now);
    let page = page::today(&app.engine, &reader, http.query_string(), held, part.0);
    about_question(&session, page)
}

/// The stamp that a page gave its tap; where no script ran, one of our own.
fn stamp(sent: &Pairs, (now, offset): (i64, i16)) -> Stamp {
    let id = sent.field("id").parse();
    let at = sent.field("at").parse();
    Stamp {
        id: id.unwrap_or_else(|_| EventId(Uuid::new_v4().as_u128())),
        at: at.unwrap_or(now),
        offset: sent.field("offset").parse().unwrap_or(offset),
        device: EventId::default(),
        seq: 0,
    }
}

/// A tap, where no worker took it.
pub async fn tap(
    app: web::Data<App>,
    http: HttpRequest,
    (part, ip): (HtmxPart, ClientIp),
    sent: Checked<Pairs>,
) -> Result<HttpResponse, PageError> {
    let Checked { reader, form, .. } = sent;
    app.strangers.may_write(&reader, &ip)?;
    let now = clock(&http);
    let of_day = OfDay::read(&app, &reader, own_box(&app, &reader).await, now).await?;
    let by = (of_day.held(now), stamp(&form, now));
    match page::tapped(&app.engine, &reader, &form.0, by, part.0) {
        Err(page) => shown(page),
        Ok(new) => {
            keep(&app, &reader, &new).await?;
            if part.0 == Part::Whole {
                return Ok(see_other("/today"));
            }
            let things = fresh_box(&app, &reader).await?;
            let after = OfDay::read(&app, &reader, things, now).await?;
            let held = after.held(now);
            shown(page::today(&app.engine, &reader, "", held, part.0))
        }
    }
}

/// Writes events of a reader down.
///
/// # Errors
/// When there are too many, or the database does not answer.
pub(super) async fn keep(app: &App, reader: &Known, events: &[Event]) -> Result<(), PageError> {
    app.store.save_events(reader.owner, events).await?;
    Ok(())
}

/// A form of Mend, where no worker took it: what is tried lands in the day's log.
pub async fn try_down(
    app: web::Data<App>,
    http: HttpRequest,
    sent: Checked<Pairs>,
) -> Result<HttpResponse, PageError> {
    let Checked { reader, form, .. } = sent;
    let now = clock(&http);
    let events = of_late(&app, &reader, now).await?;
    let by = (&events[..], stamp(&form, now));
    let tapped = page::mend_tapped(&app.engine, &reader, &form.0, by);
    let (to, new) = tapped.ok_or(PageError::Unreadable)?;
    keep(&app, &reader, &new).await?;
    Ok(see_other(&to))
}

/// The box after a head may have been counted down: its version is asked for anew.
async fn fresh_box(app: &App, reader: &Reader) -> Result<Option<Arc<HeldBox>>, PageError> {
    let Some(account) = reader.account() else {
        return Ok(None);
    };
    let mut account = account.clone();
    account.box_version = app.store.box_version(account.owner).await?;
    Ok(Some(app.boxes.of(&app.store, &account).await?))
}

/// What a device sends.
#[derive(Debug, Deserialize)]
pub struct Batch {
    /// To whom it is sealed.
    owner: Uuid,
    /// The device's clock, ms.
    now: i64,
    /// The events, each read by itself: one that cannot be read holds up no other.
    events: Vec<Value>,
}

/// What became of it.
#[derive(Debug, Serialize)]
struct Received {
    /// Ids of those that are kept now, whether they came before or not.
    kept: Vec<EventId>,
    /// Those that cannot be: their place in the batch, and why.
    refused: Vec<Refused>,
    /// The log of the last days.
    events: Vec<Event>,
}

#[derive(Debug, Serialize)]
struct Refused {
    at: usize,
    why: String,
}

fn read(json: Value, wrong: i64) -> Result<Event, String> {
    let mut event: Event = serde_json::from_value(json).map_err(|e| e.to_string())?;
    event.written = event.written.set_right(wrong);
    checked(event).map_err(|faults| in_a_line(&faults))
}

/// Takes events of a device, in any order and as often as they come.
pub async fn receive(
    app: web::Data<App>,
    http: HttpRequest,
    ip: ClientIp,
    reader: Known,
    body: Result<web::Json<Batch>, actix_web::Error>,
) -> Result<HttpResponse, PageError> {
    let token = http.headers().get("x-csrf").and_then(|v| v.to_str().ok());
    check_token(&reader, token.unwrap_or_default())?;
    let batch = body.map_err(|_| PageError::Unreadable)?.into_inner();
    if batch.owner != reader.owner.0 {
        return Err(PageError::Forged);
    }
    if batch.events.len() > MOST_AT_ONCE {
        return Err(PageError::TooLarge);
    }
    let wrong = millis(OffsetDateTime::now_utc()) - batch.now;
    let (mut events, mut refused) = (Vec::new(), Vec::new());
    for (at, json) in batch.events.into_iter().enumerate() {
        match read(json, wrong) {
            Ok(event) => events.push(event),
            Err(why) => refused.push(Refused { at, why }),
        }
    }
    if !events.is_empty() {
        app.strangers.may_write(&reader, &ip)?;
        let _turn = app.turns.of(reader.owner).await?;
        keep(&app, &reader, &events).await?;
    }
    let received = Received {
        kept: events.iter().map(|e| e.id).collect(),
        refused,
        events: of_late(&app, &reader, clock(&http)).await?,
    };
    Ok(HttpResponse::Ok().json(received))
}
