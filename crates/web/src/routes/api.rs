//! The contract over HTTP.

use actix_web::http::StatusCode;
use actix_web::{HttpResponse, web};
use serde::Serialize;
use yarrowfen_core::question::MendRequest;
use yarrowfen_core::{FieldError, Options, PickRequest};

use crate::app::App;
use crate::contract::{Faults, MOST_JSON, description};

/// Why a request is not answered, for programs.
pub(super) struct Refused(StatusCode, Faults);

impl Refused {
    pub(super) fn reply(self) -> HttpResponse {
        HttpResponse::build(self.0).json(self.1)
    }
}

/// Reads the body of a request.
pub(super) fn read<R>(
    body: Result<web::Bytes, actix_web::Error>,
    read: impl FnOnce(&[u8]) -> Result<R, Vec<FieldError>>,
) -> Result<R, Refused> {
    let body = body.map_err(|_| {
        let fault = format!("the request is larger than {MOST_JSON} bytes, or was cut off");
        Refused(StatusCode::PAYLOAD_TOO_LARGE, Faults::whole(fault))
    })?;
    read(&body).map_err(|faults| Refused(StatusCode::UNPROCESSABLE_ENTITY, Faults::from(faults)))
}

/// Answers one JSON request, read and answered as given.
fn answered<A: Serialize>(
    body: Result<web::Bytes, actix_web::Error>,
    answer: impl FnOnce(&[u8]) -> Result<A, Vec<FieldError>>,
) -> HttpResponse {
    match read(body, answer) {
        Ok(answer) => HttpResponse::Ok().json(answer),
        Err(refused) => refused.reply(),
    }
}

/// What to tie on.
pub async fn pick(app: web::Data<App>, body: Result<web::Bytes, actix_web::Error>) -> HttpResponse {
    let pick = |r: PickRequest| app.engine.pick(&r, Options::default());
    answered(body, |body| PickRequest::from_json(body).map(pick))
}

/// What goes wrong, and what mends it.
pub async fn mend(app: web::Data<App>, body: Result<web::Bytes, actix_web::Error>) -> HttpResponse {
    let mend = |r: MendRequest| app.engine.mend(&r, Options::default());
    answered(body, |body| MendRequest::from_json(body).map(mend))
}

/// Where nothing stands.
pub fn no_such() -> HttpResponse {
    HttpResponse::NotFound().json(Faults::whole("there is no such address"))
}

/// Serves the description.
pub async fn openapi() -> HttpResponse {
    HttpResponse::Ok().json(description())
}
