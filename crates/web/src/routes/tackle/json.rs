//! The box over HTTP, for who is signed in.

use actix_web::{HttpResponse, web};
use yarrowfen_core::{Options, PickRequest};
use yarrowfen_store::Owned;

use crate::app::App;
use crate::contract::{BoxItem, BoxListed, Faults, MOST_JSON, PickedFromBox};
use crate::reader::{Body, Known};
use crate::reply::{PageError, off_loop};
use crate::routes::api::read;

fn no_account() -> HttpResponse {
    let fault = "this is for an account: sign in first";
    HttpResponse::Unauthorized().json(Faults::whole(fault))
}

fn told(owned: &Owned) -> BoxItem {
    let texts = owned.item.texts().into_iter();
    BoxItem {
        id: owned.id.to_string(),
        kind: owned.item.thing.kind().code().to_owned(),
        archived: owned.archived,
        fields: texts
            .map(|(key, text)| (key.into_owned(), text.into_owned()))
            .collect(),
    }
}

/// Everything in one's own box.
pub async fn list_json(app: web::Data<App>, reader: Known) -> Result<HttpResponse, PageError> {
    let Some(account) = reader.account() else {
        return Ok(no_account());
    };
    let held = app.boxes.of(&app.store, account).await?;
    let write = move || {
        let items = held.items.iter().map(told).collect();
        serde_json::to_vec(&BoxListed { items })
    };
    let body = off_loop(write).await?.map_err(|_| PageError::Internal)?;
    Ok(HttpResponse::Ok()
        .content_type("application/json")
        .body(body))
}

/// An answer, and what of one's own box serves it.
pub async fn pick_json(
    app: web::Data<App>,
    reader: Known,
    body: Result<Body<MOST_JSON>, PageError>,
) -> Result<HttpResponse, PageError> {
    let Some(account) = reader.account() else {
        return Ok(no_account());
    };
    let request = match read(body, PickRequest::from_json) {
        Ok(request) => request,
        Err(refused) => return Ok(refused.reply()),
    };
    let held = app.boxes.of(&app.store, account).await?;
    let engine = app.engine.clone();
    let pick = move || {
        let options = Options::default();
        let things = held.at_hand();
        let answer = engine.pick(&request, options);
        let own = engine.from_box(&request, options, answer.rig, (&things, held.index()));
        PickedFromBox { answer, own }
    };
    let picked = app.compute.run(&reader.caller, pick).await?;
    Ok(HttpResponse::Ok().json(picked))
}
