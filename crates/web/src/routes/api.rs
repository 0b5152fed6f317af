//! The contract over HTTP.

use actix_web::http::StatusCode;
use actix_web::{HttpResponse, ResponseError, web};
use serde::Serialize;
use yarrowfen_core::cast::CastRequest;
use yarrowfen_core::question::MendRequest;
use yarrowfen_core::{FieldError, Options, PickRequest};

use crate::app::App;
use crate::contract::{Faults, MOST_JSON, description};
use crate::reader::{Body, Caller};
use crate::reply::PageError;

/// Why a request is not answered, for programs.
pub(super) struct Refused(StatusCode, Faults);

impl Refused {
    pub(super) fn reply(self) -> HttpResponse {
        HttpResponse::build(self.0).json(self.1)
    }
}

/// Reads the body of a request.
pub(super) fn read<R>(
    body: Result<Body<MOST_JSON>, PageError>,
    read: impl FnOnce(&[u8]) -> Result<R, Vec<FieldError>>,
) -> Result<R, Refused> {
    let Body(body) = body.map_err(|fault| {
        let what = match fault {
            PageError::Late => "the request did not come in time".to_owned(),
            _ => format!("the request is larger than {MOST_JSON} bytes, or was cut off"),
        };
        Refused(fault.status_code(), Faults::whole(what))
    })?;
    read(&body).map_err(|faults| Refused(StatusCode::UNPROCESSABLE_ENTITY, Faults::from(faults)))
}

/// A fault that is none of the request's fields.
pub(super) fn fault(error: &PageError) -> HttpResponse {
    HttpResponse::build(error.status_code()).json(Faults::whole(error.to_string()))
}

/// Answers one JSON request, read and answered off the event loop.
async fn answered<A: Serialize + Send + 'static>(
    (app, caller): (&App, Caller),
    body: Result<Body<MOST_JSON>, PageError>,
    answer: impl FnOnce(&[u8]) -> Result<A, Vec<FieldError>> + Send + 'static,
) -> HttpResponse {
    let compute = move || read(body, answer);
    match app.compute.run(&caller, compute).await {
        Ok(Ok(answer)) => HttpResponse::Ok().json(answer),
        Ok(Err(refused)) => refused.reply(),
        Err(e) => fault(&e),
    }
}

/// What to tie on.
pub async fn pick(
    app: web::Data<App>,
    caller: Caller,
    body: Result<Body<MOST_JSON>, PageError>,
) -> HttpResponse {
    let engine = app.engine.clone();
    let pick = move |r: PickRequest| engine.pick(&r, Options::default());
    let answer = move |body: &[u8]| PickRequest::from_json(body).map(pick);
    answered((&app, caller), body, answer).await
}

/// What goes wrong, and what mends it.
pub async fn mend(
    app: web::Data<App>,
    caller: Caller,
    body: Result<Body<MOST_JSON>, PageError>,
) -> HttpResponse {
    let engine = app.engine.clone();
    let mend = move |r: MendRequest| engine.mend(&r, Options::default());
    let answer = move |body: &[u8]| MendRequest::from_json(body).map(mend);
    answered((&app, caller), body, answer).await
}

/// The rig in hand on the bench.
pub async fn bench(
    app: web::Data<App>,
    caller: Caller,
    body: Result<Body<MOST_JSON>, PageError>,
) -> HttpResponse {
    let engine = app.engine.clone();
    let bench = move |r: PickRequest| engine.bench(&r, Options::default());
    let answer = move |body: &[u8]| PickRequest::from_json(body).map(bench);
    answered((&app, caller), body, answer).await
}

/// A cast, played.
pub async fn cast(
    app: web::Data<App>,
    caller: Caller,
    body: Result<Body<MOST_JSON>, PageError>,
) -> HttpResponse {
    let engine = app.engine.clone();
    let cast = move |r: CastRequest| engine.cast(&r, Options::default());
    let answer = move |body: &[u8]| CastRequest::from_json(body).map(cast);
    answered((&app, caller), body, answer).await
}

/// Where nothing stands.
pub fn no_such() -> HttpResponse {
    HttpResponse::NotFound().json(Faults::whole("there is no such address"))
}

/// Serves the description.
pub async fn openapi() -> HttpResponse {
    HttpResponse::Ok().json(description())
}
