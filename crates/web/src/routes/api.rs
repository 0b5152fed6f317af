//! The contract over HTTP.

use actix_web::{HttpResponse, web};
use yarrowfen_core::{Options, PickRequest};

use crate::app::App;
use crate::contract::{Faults, MOST_JSON, description};

/// Answers one JSON request.
pub async fn pick(app: web::Data<App>, body: Result<web::Bytes, actix_web::Error>) -> HttpResponse {
    let Ok(body) = body else {
        let fault = format!("the request is larger than {MOST_JSON} bytes, or was cut off");
        return HttpResponse::PayloadTooLarge().json(Faults::whole(fault));
    };
    match PickRequest::from_json(&body).map(|r| app.engine.pick(&r, Options::default())) {
        Ok(answer) => HttpResponse::Ok().json(answer),
        Err(faults) => HttpResponse::UnprocessableEntity().json(Faults::from(faults)),
    }
}

/// Serves the description.
pub async fn openapi() -> HttpResponse {
    HttpResponse::Ok().json(description())
}
