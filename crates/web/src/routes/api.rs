//! The contract over HTTP.

use actix_web::{HttpResponse, web};
use serde::Serialize;
use yarrowfen_core::question::MendRequest;
use yarrowfen_core::{FieldError, Options, PickRequest};

use crate::app::App;
use crate::contract::{Faults, MOST_JSON, description};

/// Answers one JSON request, read and answered as given.
fn answered<A: Serialize>(
    body: Result<web::Bytes, actix_web::Error>,
    answer: impl FnOnce(&[u8]) -> Result<A, Vec<FieldError>>,
) -> HttpResponse {
    let Ok(body) = body else {
        let fault = format!("the request is larger than {MOST_JSON} bytes, or was cut off");
        return HttpResponse::PayloadTooLarge().json(Faults::whole(fault));
    };
    match answer(&body) {
        Ok(answer) => HttpResponse::Ok().json(answer),
        Err(faults) => HttpResponse::UnprocessableEntity().json(Faults::from(faults)),
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
