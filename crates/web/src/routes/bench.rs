//! The bench: bait and hook at true size.

use actix_web::{HttpRequest, HttpResponse, http::StatusCode, web};
use askama::Template;
use uuid::Uuid;

use super::App;
use super::kept::html;
use crate::errors::PageError;
use crate::form::bench::BenchForm;
use crate::session::{Reader, see_other};
use crate::views::bench::{BenchPage, PrintPage, ScreenPage};

/// A thing of one's own box to lay on the bench: the page with its measures.
async fn own(
    app: &App,
    reader: &Reader,
    id: &str,
    form: &BenchForm,
) -> Result<HttpResponse, PageError> {
    let account = reader.account.as_ref().ok_or(PageError::SignIn)?;
    let id = Uuid::parse_str(id).map_err(|_| PageError::NotFound)?;
    let held = app.boxes.of(&app.store, account).await?;
    let owned = held
        .items
        .iter()
        .find(|o| o.id == id)
        .ok_or(PageError::NotFound)?;
    Ok(see_other(&format!("/bench?{}", form.query_of(&owned.item))))
}

/// The page, or the part that changes.
pub async fn page(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Reader,
) -> Result<HttpResponse, PageError> {
    let pairs: Vec<(String, String)> =
        serde_urlencoded::from_str(http.query_string()).unwrap_or_default();
    let form = BenchForm::from_query(http.query_string(), reader.options.units);
    if let Some((_, id)) = pairs
        .iter()
        .find(|p| p.0 == "own_bait" || p.0 == "own_hook")
    {
        return own(&app, &reader, id, &form).await;
    }
    let held = match &reader.account {
        Some(account) => Some(app.boxes.of(&app.store, account).await?),
        None => None,
    };
    let things = held.as_ref().map(|h| h.at_hand()).unwrap_or_default();
    let page = BenchPage::new(&app.engine, &reader, &form, &things);
    let status = if page.view.is_some() {
        StatusCode::OK
    } else {
        StatusCode::UNPROCESSABLE_ENTITY
    };
    if http.headers().contains_key("hx-request")
        && !http.headers().contains_key("hx-history-restore-request")
    {
        let mut reply = HttpResponse::build(status);
        reply
            .content_type("text/html; charset=utf-8")
            .insert_header(("vary", "HX-Request"))
            .insert_header(("hx-push-url", format!("/bench?{}", page.query)));
        return Ok(reply.body(page.as_bench().render()?));
    }
    Ok(html(status, page.render()?))
}

/// The sheet to print.
pub async fn print(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Reader,
) -> Result<HttpResponse, PageError> {
    let form = BenchForm::from_query(http.query_string(), reader.options.units);
    match form.read(&app.engine) {
        Ok(asked) => {
            let page = PrintPage::new(&app.engine, &reader, &form, &asked);
            Ok(html(StatusCode::OK, page.render()?))
        }
        Err(_) => Ok(see_other(&format!("/bench?{}", form.query_with(&[])))),
    }
}

/// Measuring the screen.
pub async fn screen(http: HttpRequest, reader: Reader) -> Result<HttpResponse, PageError> {
    let form = BenchForm::from_query(http.query_string(), reader.options.units);
    let page = ScreenPage::new(&reader, &form.query_with(&[]));
    Ok(html(StatusCode::OK, page.render()?))
}
