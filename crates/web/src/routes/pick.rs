//! The Pick page.

use actix_session::Session;
use actix_web::{HttpRequest, HttpResponse, http::StatusCode, http::header::ContentType, web};
use askama::Template;
use yarrowfen_core::answer::Answer;
use yarrowfen_core::{FieldError, PickRequest};

use super::App;
use crate::errors::PageError;
use crate::form::PickForm;
use crate::session::Reader;
use crate::views::Frame;
use crate::views::pick::PickPage;

/// Reads a form and answers it, or gives all its faults.
pub fn answer(app: &App, form: &PickForm) -> Result<(PickRequest, Answer), Vec<FieldError>> {
    let request = form.read()?;
    let answer = app.engine.pick(&request, form.options());
    Ok((request, answer))
}

/// Shows the question of the query string and its answer; only the part that
/// changes when a word was changed on the page.
pub async fn page(
    app: web::Data<App>,
    http: HttpRequest,
    session: Session,
) -> Result<HttpResponse, PageError> {
    let reader = Reader::of(&session)?;
    let form = PickForm::from_query(http.query_string(), reader.options);
    let outcome = answer(&app, &form);
    let status = if outcome.is_ok() {
        StatusCode::OK
    } else {
        StatusCode::UNPROCESSABLE_ENTITY
    };
    let query = form.query();
    let here = format!("/?{query}");
    let mut frame = Frame::new("pick", &reader, here.clone());
    (frame.units, frame.ladder) = (form.units, form.ladder);
    let page = PickPage::new(frame, &form, outcome, None);
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
