//! The Pick page.

use actix_web::{HttpRequest, HttpResponse, http::StatusCode, http::header::ContentType, web};
use askama::Template;
use yarrowfen_core::answer::Answer;
use yarrowfen_core::{FieldError, PickRequest};

use yarrowfen_core::Options;
use yarrowfen_core::explore::card::Axis;

use std::sync::Arc;

use super::kept::go;
use super::{App, waters};
use crate::boxes::HeldBox;
use crate::errors::PageError;
use crate::form::PickForm;
use crate::session::Reader;
use crate::sinks::with_own;
use crate::views::Frame;
use crate::views::card::CardPage;
use crate::views::how::HowPage;
use crate::views::own::OwnView;
use crate::views::pick::PickPage;

/// Reads a form and answers it, or gives all its faults.
pub fn answer(app: &App, form: &PickForm) -> Result<(PickRequest, Answer), Vec<FieldError>> {
    let request = form.read()?;
    let answer = app.engine.pick(&request, form.options());
    Ok((request, answer))
}

/// The same answered by the reader's own sink tests, where he has made enough
/// for this bait on this rig. Picking goes on without them when the database is away.
pub(super) async fn own_record(
    app: &App,
    reader: &Reader,
    form: &PickForm,
    outcome: Result<(PickRequest, Answer), Vec<FieldError>>,
) -> Result<(PickRequest, Answer), Vec<FieldError>> {
    let (request, answer) = outcome?;
    let Some(account) = &reader.account else {
        return Ok((request, answer));
    };
    let sinks = match app.sinks.of(&app.store, account.owner).await {
        Ok(sinks) => sinks,
        Err(e) => {
            tracing::error!(error = ?e, "cannot read the sink tests");
            return Ok((request, answer));
        }
    };
    let options = with_own(&app.engine, &request, form.options(), answer.rig, &sinks);
    if options.own_fall.is_none() {
        return Ok((request, answer));
    }
    let by_own = app.engine.pick(&request, options);
    Ok((request, by_own))
}

/// The box of who is signed in. Picking goes on without it when the database is away.
async fn own_box(app: &App, reader: &Reader) -> Option<Arc<HeldBox>> {
    let account = reader.account.as_ref()?;
    match app.boxes.of(&app.store, account).await {
        Ok(held) => Some(held),
        Err(e) => {
            tracing::error!(error = ?e, "cannot read the box");
            None
        }
    }
}

/// What of a box serves an answer.
fn from_box(
    app: &App,
    held: &HeldBox,
    request: &PickRequest,
    answer: &Answer,
    form: &PickForm,
) -> OwnView {
    let things = held.at_hand();
    let own = app
        .engine
        .from_box(request, form.options(), answer.rig, (&things, held.index()));
    OwnView::new(own, &things, request, form)
}

/// Shows the question of the query string and its answer; only the part that
/// changes when a word was changed on the page.
pub async fn page(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Reader,
) -> Result<HttpResponse, PageError> {
    let held = own_box(&app, &reader).await;
    let waters = held.as_ref().map_or(&[][..], |h| &h.waters);
    let at_water = waters::applied(&http, &reader, waters);
    let asked = at_water.as_deref().unwrap_or(http.query_string());
    let form = PickForm::from_query(asked, reader.options).with_views(&reader.views);
    let outcome = own_record(&app, &reader, &form, answer(&app, &form)).await;
    let own = match (&held, &outcome) {
        (Some(held), Ok((request, answer))) => Some(from_box(&app, held, request, answer, &form)),
        _ => None,
    };
    let status = if outcome.is_ok() {
        StatusCode::OK
    } else {
        StatusCode::UNPROCESSABLE_ENTITY
    };
    let form = match &outcome {
        Ok((request, _)) => form.with_assumed(request),
        Err(_) => form,
    };
    let query = form.query();
    let here = format!("/?{query}");
    let mut frame = Frame::new("pick", &reader, here.clone());
    (frame.units, frame.ladder) = (form.units, form.ladder);
    let page = PickPage::new(frame, &form, outcome, None).with_own(own, waters);
    let asks_part = http.headers().contains_key("hx-request")
        && !http.headers().contains_key("hx-history-restore-request");
    let mut reply = HttpResponse::build(status);
    reply
        .content_type(ContentType::html())
        .insert_header(("vary", "HX-Request"));
    if asks_part {
        reply.insert_header(("hx-push-url", here));
        Ok(reply.body(page.as_pick().render()?))
    } else {
        Ok(reply.body(page.render()?))
    }
}

/// The question of a query string, or the page that names its faults.
fn asked(http: &HttpRequest, reader: &Reader) -> Result<(PickForm, PickRequest, String), String> {
    let form = PickForm::from_query(http.query_string(), reader.options).with_views(&reader.views);
    let query = form.query();
    match form.read() {
        Ok(request) => Ok((form, request, query)),
        Err(_) => Err(format!("/?{query}")),
    }
}

fn page_frame(reader: &Reader, form: &PickForm, here: String) -> Frame {
    let mut frame = Frame::new("pick", reader, here);
    (frame.units, frame.ladder) = (form.units, form.ladder);
    frame
}

/// Shows a page made from the question of the query string.
fn answered<P: Template>(
    http: &HttpRequest,
    reader: &Reader,
    make: impl FnOnce(&PickForm, &PickRequest, &str, &Reader) -> P,
) -> Result<HttpResponse, PageError> {
    let (form, request, query) = match asked(http, reader) {
        Ok(asked) => asked,
        Err(back) => return Ok(go(&back)),
    };
    let page = make(&form, &request, &query, reader);
    Ok(HttpResponse::Ok()
        .content_type(ContentType::html())
        .body(page.render()?))
}

/// The pocket card of a question: `&by=wind`, current, retrieve or drift.
pub async fn card(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Reader,
) -> Result<HttpResponse, PageError> {
    let pairs: Vec<(String, String)> =
        serde_urlencoded::from_str(http.query_string()).unwrap_or_default();
    let by = pairs.iter().find(|p| p.0 == "by");
    let axis = by.and_then(|p| Axis::from_code(&p.1)).unwrap_or(Axis::Wind);
    answered(&http, &reader, |form, request, query, reader| {
        let card = app.engine.card(request, form.options(), axis);
        let here = format!("/card?{query}&by={}", axis.code());
        CardPage::new(page_frame(reader, form, here), request, &card, query)
    })
}

/// How the answer to a question was computed.
pub async fn how(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Reader,
) -> Result<HttpResponse, PageError> {
    answered(&http, &reader, |form, request, query, reader| {
        let options = Options {
            explain: true,
            ..form.options()
        };
        let answer = app.engine.pick(request, options);
        HowPage::new(
            page_frame(reader, form, format!("/how?{query}")),
            answer,
            query,
        )
    })
}
