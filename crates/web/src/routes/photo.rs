//! Measures taken from a photograph, which itself never comes here.

use actix_web::{HttpRequest, HttpResponse, web};
use uuid::Uuid;
use yarrowfen_pages::page;
use yarrowfen_store::State;

use crate::app::App;
use crate::reader::{HtmxPart, Pairs, Signed, Visitor};
use crate::reply::{PageError, see_other, shown};

/// The page, or what was measured.
pub async fn page(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Visitor,
    part: HtmxPart,
) -> Result<HttpResponse, PageError> {
    let held = app.held(&reader).await?;
    shown(page::photo(
        &reader,
        http.query_string(),
        held.as_deref(),
        part.0,
    ))
}

/// The frame to print.
pub async fn frame(reader: Visitor) -> Result<HttpResponse, PageError> {
    shown(page::photo_frame(&reader))
}

/// Puts a measure on a thing of the box.
pub async fn put(app: web::Data<App>, sent: Signed<Pairs>) -> Result<HttpResponse, PageError> {
    let id = Uuid::parse_str(sent.form.field("id")).map_err(|_| PageError::NotFound)?;
    let (of, text) = (sent.form.field("of"), sent.form.field("measure"));
    let held = app.boxes.of(&app.store, &sent.member.account).await?;
    let owned = held.items.iter().find(|o| o.id == id);
    let owned = owned.ok_or(PageError::NotFound)?;
    let kind = owned.item.thing.kind();
    match page::with_measure(&owned.item, of, text) {
        Some(Ok(_)) => {}
        // What does not go on it is shown in its form, with what is wrong.
        Some(Err((texts, faults))) => {
            let over = (kind, Some(id), "");
            let reader = &sent.member.reader;
            return shown(page::box_again(
                &app.engine,
                reader,
                &held,
                over,
                &texts,
                faults,
            ));
        }
        None => return Err(PageError::Unreadable),
    }
    // Put on the thing as it is now: it may have been counted since it was looked at.
    let act = |state: State| match page::with_measure(&state.item, of, text) {
        Some(Ok(item)) => State { item, ..state },
        Some(Err(_)) | None => state,
    };
    let owner = sent.member.account.owner;
    let (change, _) = app.store.change_item(owner, sent.once, id, act).await?;
    Ok(see_other(&format!(
        "/box?kind={}&sort=newest&said=changed&undo={}",
        kind.code(),
        change.0
    )))
}
