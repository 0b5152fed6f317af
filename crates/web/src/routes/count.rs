//! The countdown, and the sink tests that it makes.

use actix_web::{HttpRequest, HttpResponse, http::StatusCode, web};
use askama::Template;
use yarrowfen_core::PickRequest;
use yarrowfen_core::base::limits;
use yarrowfen_core::cast::CastRig;
use yarrowfen_store::NewSink;

use super::App;
use super::kept::{html, id};
use super::tackle::{Pairs, field};
use crate::errors::PageError;
use crate::form::cast::{CastForm, Faults};
use crate::form::seconds as read_seconds;
use crate::session::{Member, Reader, see_other};
use crate::sinks::{record, subject};
use crate::views::count::CountPage;

/// The page.
pub async fn page(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Reader,
) -> Result<HttpResponse, PageError> {
    let form = CastForm::from_query(http.query_string(), reader.options);
    show(&app, &reader, &form, None).await
}

async fn show(
    app: &App,
    reader: &Reader,
    form: &CastForm,
    typed: Option<(&str, String)>,
) -> Result<HttpResponse, PageError> {
    let read = form.read_fall(&app.engine);
    let sinks = match &reader.account {
        Some(account) => app.sinks.of(&app.store, account.owner).await?,
        None => Default::default(),
    };
    let status = if read.is_ok() && typed.is_none() {
        StatusCode::OK
    } else {
        StatusCode::UNPROCESSABLE_ENTITY
    };
    let outcome = read.map(|(request, rig)| {
        let own = record(&app.engine, &request, rig.rig, &sinks);
        (request, rig, own)
    });
    let page = CountPage::new(&app.engine, reader, form, outcome, typed);
    Ok(html(status, page.render()?))
}

/// Writes a test down.
pub async fn write(
    app: web::Data<App>,
    member: Member,
    pairs: Pairs,
) -> Result<HttpResponse, PageError> {
    member.reader.check_csrf(field(&pairs, "csrf"))?;
    let form = CastForm::from_query(field(&pairs, "query"), member.reader.options);
    let typed = field(&pairs, "seconds");
    let seconds = read_seconds(typed, &limits::SINK_SECONDS);
    let (seconds, (request, rig)) = match (seconds, form.read_fall(&app.engine)) {
        (Ok(seconds), Ok(read)) => (seconds, read),
        (Err(message), _) => {
            return show(&app, &member.reader, &form, Some((typed, message))).await;
        }
        (_, Err(_)) => return show(&app, &member.reader, &form, None).await,
    };
    let new = new_sink(&form, &request, &rig, seconds).map_err(|_| PageError::Unreadable)?;
    app.store.save_sink(member.account.owner, &new).await?;
    app.sinks.forget(member.account.owner);
    Ok(see_other(&format!("/count?{}", form.query_with(&[]))))
}

fn new_sink(
    form: &CastForm,
    request: &PickRequest,
    rig: &CastRig,
    seconds: f64,
) -> Result<NewSink, Faults> {
    Ok(NewSink {
        subject: subject(request, rig.rig),
        head_g: rig.head_g,
        line_mm: 1000.0 * rig.lure.line.diameter,
        temp_c: rig.temp_c,
        depth_m: request.water.depth_m,
        seconds,
        fall: form.fall(rig)?.code().to_owned(),
        struck: false,
        made_at: None,
    })
}

/// Strikes a test, or takes it back in.
pub async fn strike(
    app: web::Data<App>,
    member: Member,
    path: web::Path<String>,
    pairs: Pairs,
) -> Result<HttpResponse, PageError> {
    member.reader.check_csrf(field(&pairs, "csrf"))?;
    let struck = field(&pairs, "struck") == "on";
    app.store
        .strike_sink(member.account.owner, id(&path)?, struck)
        .await?;
    app.sinks.forget(member.account.owner);
    back(&member, &pairs)
}

/// Back to the book for a bait and head, and forth again.
pub async fn book(
    app: web::Data<App>,
    member: Member,
    pairs: Pairs,
) -> Result<HttpResponse, PageError> {
    member.reader.check_csrf(field(&pairs, "csrf"))?;
    let form = CastForm::from_query(field(&pairs, "query"), member.reader.options);
    if let Ok((request, rig)) = form.read_fall(&app.engine) {
        let key = subject(&request, rig.rig);
        let struck = field(&pairs, "struck") == "on";
        app.store
            .strike_sinks_of(member.account.owner, &key, struck)
            .await?;
        app.sinks.forget(member.account.owner);
    }
    back(&member, &pairs)
}

fn back(member: &Member, pairs: &Pairs) -> Result<HttpResponse, PageError> {
    let form = CastForm::from_query(field(pairs, "query"), member.reader.options);
    Ok(see_other(&format!("/count?{}", form.query_with(&[]))))
}
