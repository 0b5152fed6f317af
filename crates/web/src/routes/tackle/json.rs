//! The box over HTTP, for who is signed in.

use actix_web::{HttpResponse, web};
use serde_json::{Map, Value, json};
use yarrowfen_core::{FieldError, Options, PickRequest};
use yarrowfen_store::Owned;

use crate::app::App;
use crate::contract::fault_json;
use crate::reader::Visitor;
use crate::reply::PageError;

fn no_account() -> HttpResponse {
    let fault = FieldError::new("", "this is for an account: sign in first");
    HttpResponse::Unauthorized().json(fault_json(&[fault]))
}

fn told(owned: &Owned) -> Value {
    let texts = owned.item.texts().into_iter();
    let mut map: Map<String, Value> = texts
        .map(|(key, text)| (key.into_owned(), Value::String(text.into_owned())))
        .collect();
    map.insert("id".into(), json!(owned.id));
    map.insert("kind".into(), json!(owned.item.thing.kind()));
    map.insert("archived".into(), json!(owned.archived));
    Value::Object(map)
}

/// Everything in one's own box.
pub async fn list_json(app: web::Data<App>, reader: Visitor) -> Result<HttpResponse, PageError> {
    let Some(account) = &reader.account else {
        return Ok(no_account());
    };
    let held = app.boxes.of(&app.store, account).await?;
    let all: Vec<Value> = held.items.iter().map(told).collect();
    Ok(HttpResponse::Ok().json(json!({ "items": all })))
}

/// An answer, and what of one's own box serves it.
pub async fn pick_json(
    app: web::Data<App>,
    reader: Visitor,
    body: web::Bytes,
) -> Result<HttpResponse, PageError> {
    let Some(account) = &reader.account else {
        return Ok(no_account());
    };
    let request = match PickRequest::from_json(&body) {
        Ok(request) => request,
        Err(faults) => return Ok(HttpResponse::UnprocessableEntity().json(fault_json(&faults))),
    };
    let held = app.boxes.of(&app.store, account).await?;
    let options = Options::default();
    let things = held.at_hand();
    let answer = app.engine.pick(&request, options);
    let own = app
        .engine
        .from_box(&request, options, answer.rig, (&things, held.index()));
    Ok(HttpResponse::Ok().json(json!({ "answer": answer, "own": own })))
}
