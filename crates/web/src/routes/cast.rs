//! The Cast page.

use actix_multipart::Multipart;
use actix_session::Session;
use actix_web::{HttpRequest, HttpResponse, web};
use yarrowfen_pages::ask::bottom;
use yarrowfen_pages::ask::cast::CastForm;
use yarrowfen_pages::page;

use crate::app::App;
use crate::reader::{HtmxPart, Visitor};
use crate::reply::{PageError, about_question, see_other, shown};

/// The page, or the part that changes; computed off the event loop.
pub async fn page(
    app: web::Data<App>,
    http: HttpRequest,
    session: Session,
    reader: Visitor,
    part: HtmxPart,
) -> Result<HttpResponse, PageError> {
    let (engine, query) = (app.engine.clone(), http.query_string().to_owned());
    let has_sounder = app.sounder.address.is_some();
    let compute = move || page::cast(&engine, &reader, &query, has_sounder, part.0);
    let page = app.gate.through(compute).await?;
    about_question(&session, page)
}

/// Takes a bottom from a file or a text, and comes back with it in the query.
pub async fn bottom(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Visitor,
    form: Multipart,
) -> Result<HttpResponse, PageError> {
    let upload = app.uploads.checked(form, http.path(), &reader).await?;
    let mut cast = CastForm::from_query(upload.field("query"), reader.options);
    let file = String::from_utf8_lossy(&upload.file);
    let text = if upload.file.is_empty() {
        upload.field("bed")
    } else {
        &file
    };
    if let Err(faults) = bottom::take(&mut cast, text) {
        let has_sounder = app.sounder.address.is_some();
        return shown(page::cast_with(&reader, &cast, faults, has_sounder));
    }
    Ok(see_other(&format!("/cast?{}", cast.query_with(&[]))))
}
