//! What goes wrong, and what was tried against it.

use actix_session::Session;
use actix_web::{HttpRequest, HttpResponse, web};
use yarrowfen_pages::page::{self, MendHeld};
use yarrowfen_store::MendTry;

use super::pick::own_box;
use crate::app::App;
use crate::reader::{Checked, HtmxPart, Id, Pairs, Visitor};
use crate::reply::{PageError, about_question, see_other};

/// What the reader tried. The page goes on without it when the database is away.
async fn tries(app: &App, reader: &Visitor) -> Vec<MendTry> {
    let Some(owner) = reader.owner() else {
        return Vec::new();
    };
    match app.store.mend_tries(owner).await {
        Ok(tries) => tries,
        Err(e) => {
            tracing::error!(error = ?e, "cannot read what was tried");
            Vec::new()
        }
    }
}

/// The complaint of the query string.
pub async fn page(
    app: web::Data<App>,
    http: HttpRequest,
    session: Session,
    reader: Visitor,
    part: HtmxPart,
) -> Result<HttpResponse, PageError> {
    let things = own_box(&app, &reader).await;
    let tries = tries(&app, &reader).await;
    let held = MendHeld {
        things: things.as_deref(),
        tries: &tries,
    };
    let page = page::mend(&app.engine, &reader, http.query_string(), held, part.0);
    about_question(&session, page)
}

/// Says whether something tried helped, or that it was not tried at all.
pub async fn helped(
    app: web::Data<App>,
    id: Id,
    sent: Checked<Pairs>,
) -> Result<HttpResponse, PageError> {
    let owner = sent.reader.owner;
    match sent.form.field("helped") {
        "yes" => app.store.mend_helped(owner, id.0, Some(true)).await?,
        "no" => app.store.mend_helped(owner, id.0, Some(false)).await?,
        "strike" => app.store.strike_mend_try(owner, id.0).await?,
        _ => return Err(PageError::Unreadable),
    }
    let query = form_urlencoded::parse(sent.form.field("query").as_bytes());
    let query = form_urlencoded::Serializer::new(String::new())
        .extend_pairs(query)
        .finish();
    Ok(see_other(&format!("/mend?{query}")))
}
