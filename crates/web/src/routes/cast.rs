//! The Cast page.

use actix_multipart::Multipart;
use actix_session::Session;
use actix_web::{HttpRequest, HttpResponse, web};
use yarrowfen_core::cast::{Profile, grounds};
use yarrowfen_core::{FieldError, sounder};
use yarrowfen_pages::ask::cast::CastForm;
use yarrowfen_pages::page;

use crate::app::App;
use crate::files::upload;
use crate::reader::{HtmxPart, Visitor, check_token};
use crate::reply::{PageError, about_question, see_other, shown};

/// Points of a bottom that travel in a query.
const MOST_IN_QUERY: usize = 60;
/// Lines of a bottom that could not be read which stay in the box.
const MOST_TYPED: usize = 200;

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
    let page = web::block(move || page::cast(&engine, &reader, &query, has_sounder, part.0))
        .await
        .map_err(|_| PageError::Internal)?;
    about_question(&session, page)
}

/// A log of a sounder has sentences in its lines; anything else is typed or a CSV.
fn bottom_of(text: &str) -> Result<Profile, Vec<FieldError>> {
    let sentences = text
        .lines()
        .take(50)
        .any(|l| l.trim_start().starts_with('$'));
    if sentences {
        let (profile, _) = sounder::profile_of(text.as_bytes())?;
        Ok(profile)
    } else {
        grounds::read(text)
    }
}

/// Takes a bottom from a file or a text, and comes back with it in the query.
pub async fn bottom(
    app: web::Data<App>,
    reader: Visitor,
    form: Multipart,
) -> Result<HttpResponse, PageError> {
    let upload = upload::read(form).await?;
    check_token(&reader, upload.field("csrf"))?;
    let mut cast = CastForm::from_query(upload.field("query"), reader.options);
    let file = String::from_utf8_lossy(&upload.file);
    let text = if upload.file.is_empty() {
        upload.field("bed").to_owned()
    } else {
        file.into_owned()
    };
    cast.set("ground", "own".into());
    match bottom_of(&text) {
        Ok(profile) => {
            cast.set("bed", grounds::line_of(&profile.thinned(MOST_IN_QUERY)));
            Ok(see_other(&format!("/cast?{}", cast.query_with(&[]))))
        }
        Err(faults) => {
            // What was typed stays in its box; of a long file the first lines do.
            let kept: Vec<&str> = text.lines().take(MOST_TYPED).collect();
            cast.set("bed", kept.join("|"));
            let faults = faults.into_iter().map(|f| ("bed", f.message)).collect();
            let has_sounder = app.sounder.address.is_some();
            shown(page::cast_with(&reader, &cast, faults, has_sounder))
        }
    }
}
