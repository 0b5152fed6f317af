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
    let caller = reader.caller.clone();
    let compute = move || page::cast(&engine, &reader, &query, has_sounder, part.0);
    let page = app.compute.run(&caller, compute).await?;
    about_question(&session, page)
}

/// Takes a bottom from a file or a text, and comes back with it in the query.
pub async fn bottom(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Visitor,
    form: Multipart,
) -> Result<HttpResponse, PageError> {
    let by = (&*reader, &reader.caller);
    let upload = app.uploads.checked(form, http.path(), by).await?;
    let has_sounder = app.sounder.address.is_some();
    let caller = reader.caller.clone();
    let read = move || {
        let mut cast = CastForm::from_query(upload.field("query"), reader.options);
        let file = String::from_utf8_lossy(&upload.file);
        let text = if upload.file.is_empty() {
            upload.field("bed")
        } else {
            &file
        };
        match bottom::take(&mut cast, text) {
            Ok(()) => Ok(cast.query_with(&[])),
            Err(faults) => Err(page::cast_with(&reader, &cast, faults, has_sounder)),
        }
    };
    match app.compute.run(&caller, read).await? {
        Ok(query) => Ok(see_other(&format!("/cast?{query}"))),
        Err(page) => shown(page),
    }
}
