//! The day on the water: its page, its taps, and events that devices send when they can.

use std::sync::Arc;

use actix_session::Session;
use actix_web::{HttpRequest, HttpResponse, web};
use serde::{Deserialize, Serialize};
use serde_json::value::RawValue;
use time::OffsetDateTime;
use uuid::Uuid;
use yarrowfen_core::base::in_a_line;
use yarrowfen_core::day::{Event, EventId, MOST_OFFSET, Planned, checked};
use yarrowfen_pages::ask::today::Stamp;
use yarrowfen_pages::held::HeldBox;
use yarrowfen_pages::page::{self, TodayHeld, today_from};
use yarrowfen_pages::reader::Reader;
use yarrowfen_pages::reply::Part;
use yarrowfen_store::OwnerId;

use super::pick::own_box;
use crate::app::App;
use crate::files::json_list::{ListFault, each_entry};
use crate::reader::{Body, Checked, HtmxPart, Known, Pairs, aside, check_token};
use crate::reply::{PageError, about_question, see_other, shown};

/// The cookie by which a page tells what its time of day is ahead of UTC, minutes.
const OFFSET_COOKIE: &str = "yarrowfen_offset";
/// Most events that are taken at once, and most bytes of them.
const MOST_AT_ONCE: usize = 500;
const MOST_BATCH: usize = 2 * 1024 * 1024;
/// What a line takes in the database, about, bytes.
const LINE_BYTES: usize = 1024;

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
            waiting: None,
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

/// Events that are read on the event loop: so many take under a millisecond.
const FEW: usize = 200;

/// Events of a reader of the last days.
pub(super) async fn of_late(
    app: &App,
    reader: &Known,
    now: (i64, i16),
) -> Result<Vec<Event>, PageError> {
    let rows = app.store.events_from(reader.owner, today_from(now)).await?;
    if rows.count() <= FEW {
        return Ok(rows.read());
    }
    app.compute.run(&reader.caller, move || rows.read()).await
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
    part: HtmxPart,
    sent: Checked<Pairs>,
) -> Result<HttpResponse, PageError> {
    let Checked { reader, form, .. } = sent;
    app.anonymous_quota.admit(&reader, LINE_BYTES)?;
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
    app.anonymous_quota.admit(&reader, LINE_BYTES)?;
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
struct Batch<'b> {
    /// To whom it is sealed.
    owner: Uuid,
    /// The device's clock, ms.
    now: i64,
    /// The list of events, each read by itself: one that cannot be read holds up no other.
    #[serde(borrow)]
    events: &'b RawValue,
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

fn read(json: &RawValue, wrong: i64) -> Result<Event, String> {
    let mut event: Event = serde_json::from_str(json.get()).map_err(|e| e.to_string())?;
    event.written = event.written.set_right(wrong);
    checked(event).map_err(|faults| in_a_line(&faults))
}

/// The owner to whom a batch is sealed, its events that can be kept, and those that cannot.
type Sorted = (OwnerId, Vec<Event>, Vec<Refused>);

/// Reads a batch that is sealed to one of some owners, at a time of the server, ms.
///
/// # Errors
/// When it is no batch, is sealed to another, or holds too many events.
fn sorted(bytes: &[u8], mine: &[OwnerId], now: i64) -> Result<Sorted, PageError> {
    let batch: Batch<'_> = serde_json::from_slice(bytes).map_err(|_| PageError::Unreadable)?;
    let owner = mine.iter().copied().find(|o| o.0 == batch.owner);
    let owner = owner.ok_or(PageError::Forged)?;
    let wrong = now.saturating_sub(batch.now);
    let (mut events, mut refused) = (Vec::new(), Vec::new());
    let mut at = 0;
    let take = |json: &RawValue| {
        match read(json, wrong) {
            Ok(event) => events.push(event),
            Err(why) => refused.push(Refused { at, why }),
        }
        at += 1;
    };
    match each_entry(batch.events.get().as_bytes(), MOST_AT_ONCE, take) {
        Ok(()) => Ok((owner, events, refused)),
        Err(ListFault::TooLong(_)) => Err(PageError::TooLarge),
        Err(ListFault::NoList(_)) => Err(PageError::Unreadable),
    }
}

/// Takes events of a device, in any order and as often as they come.
pub async fn receive(
    app: web::Data<App>,
    http: HttpRequest,
    (reader, session): (Known, Session),
    Body(body): Body<MOST_BATCH>,
) -> Result<HttpResponse, PageError> {
    let token = http.headers().get("x-csrf").and_then(|v| v.to_str().ok());
    check_token(&reader, token.unwrap_or_default())?;
    let bytes = body.len();
    let mine: Vec<OwnerId> = [reader.owner].into_iter().chain(aside(&session)).collect();
    let now = millis(OffsetDateTime::now_utc());
    let read = move || sorted(&body, &mine, now);
    let (owner, events, refused) = app.compute.run(&reader.caller, read).await??;
    let reader = Known { owner, ..reader };
    if !events.is_empty() {
        app.anonymous_quota.admit(&reader, bytes)?;
        let _turn = app.turns.of(owner).await?;
        keep(&app, &reader, &events).await?;
    }
    let received = Received {
        kept: events.iter().map(|e| e.id).collect(),
        refused,
        events: of_late(&app, &reader, clock(&http)).await?,
    };
    Ok(HttpResponse::Ok().json(received))
}
