//! All of an account's data out as one file, and in again.

use actix_multipart::Multipart;
use actix_web::{HttpResponse, http::header, web};
use yarrowfen_store::{Brought, NewDay, NewKept, NewWater};

use super::mine_again;
use crate::account_json;
use crate::app::App;
use crate::files::upload;
use crate::reader::Member;
use crate::reply::{PageError, see_other};

/// Everything of the account as one JSON file.
pub async fn export(app: web::Data<App>, member: Member) -> Result<HttpResponse, PageError> {
    let whole = app.store.whole_of(member.account.owner).await?;
    let body = account_json::write(&whole).map_err(|_| PageError::Internal)?;
    Ok(HttpResponse::Ok()
        .content_type("application/json")
        .insert_header((
            header::CONTENT_DISPOSITION,
            "attachment; filename=\"yarrowfen.json\"",
        ))
        .body(body))
}

/// Takes such a file in, all or nothing.
pub async fn import(
    app: web::Data<App>,
    member: Member,
    form: Multipart,
) -> Result<HttpResponse, PageError> {
    let upload = upload::checked(form, &member.reader).await?;
    let read = web::block(move || account_json::read(&upload.file))
        .await
        .map_err(|_| PageError::Internal)?;
    let taken = match read {
        Ok(taken) => taken,
        Err(faults) => {
            let more = faults.len().saturating_sub(MOST_FAULTS);
            let mut said: Vec<_> = faults
                .into_iter()
                .take(MOST_FAULTS)
                .map(|f| ("import", f.to_string()))
                .collect();
            if more > 0 {
                said.push(("import", format!("and {more} more")));
            }
            return mine_again(&member, said);
        }
    };
    let waters = taken
        .waters
        .iter()
        .map(|w| NewWater {
            name: &w.text.0,
            remark: &w.text.1,
            asked: &w.asked,
            at: w.at,
            made_at: Some(w.saved),
        })
        .collect();
    let kept = taken
        .kept
        .iter()
        .map(|k| {
            let new = NewKept {
                text: &k.text,
                request: &k.request,
                answer: &k.answer,
                units: k.units,
                ladder: k.ladder,
            };
            (k.kept, new)
        })
        .collect();
    let days = taken.days.iter().map(|d| NewDay {
        name: &d.name,
        query: &d.query,
        planned: &d.planned,
        made_at: Some(d.made_at),
    });
    let brought = Brought {
        items: &taken.items,
        waters,
        kept,
        sinks: &taken.sinks,
        mends: &taken.mends,
        log: &taken.log,
        days: days.collect(),
    };
    let change = app.store.take_in(member.account.owner, &brought).await?;
    app.sink_tests.forget(member.account.owner);
    app.log_changed(member.account.owner);
    Ok(see_other(&format!("/box?said=taken&undo={}", change.0)))
}

/// Faults of a file that are shown.
const MOST_FAULTS: usize = 40;
