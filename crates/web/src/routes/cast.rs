//! The Cast page.

use actix_multipart::Multipart;
use actix_web::{HttpRequest, HttpResponse, http::StatusCode, web};
use askama::Template;
use yarrowfen_core::cast::{Profile, grounds};
use yarrowfen_core::{FieldError, sounder};

use super::App;
use super::kept::html;
use super::upload;
use crate::errors::PageError;
use crate::form::cast::CastForm;
use crate::session::{Reader, see_other};
use crate::views::cast::{CastPage, Run};

/// Points of a bottom that travel in a query.
const MOST_IN_QUERY: usize = 60;

/// The page, or the part that changes.
pub async fn page(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Reader,
) -> Result<HttpResponse, PageError> {
    let mut form = CastForm::from_query(http.query_string(), reader.options);
    form.pick = form.pick.with_views(&reader.views);
    let part = http.headers().contains_key("hx-request")
        && !http.headers().contains_key("hx-history-restore-request");
    show(app, reader, form, part).await
}

async fn show(
    app: web::Data<App>,
    reader: Reader,
    form: CastForm,
    part: bool,
) -> Result<HttpResponse, PageError> {
    let engine = app.engine.clone();
    let (form, outcome) = web::block(move || {
        let outcome = form.read(&engine).map(|asked| {
            let run = Run::of(&engine, &form, &asked);
            (asked, run)
        });
        (form, outcome)
    })
    .await
    .map_err(|_| PageError::Internal)?;
    let status = if outcome.is_ok() {
        StatusCode::OK
    } else {
        StatusCode::UNPROCESSABLE_ENTITY
    };
    let mut form = form;
    if let Ok((asked, _)) = &outcome {
        form.pick = form.pick.with_assumed(&asked.request);
    }
    let page = CastPage::new(&reader, &form, outcome).with_sounder(app.sounder.address.is_some());
    if part {
        let mut reply = HttpResponse::build(status);
        reply
            .content_type("text/html; charset=utf-8")
            .insert_header(("vary", "HX-Request"))
            .insert_header(("hx-push-url", format!("/cast?{}", page.query)));
        return Ok(reply.body(page.as_cast().render()?));
    }
    Ok(html(status, page.render()?))
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
    reader: Reader,
    form: Multipart,
) -> Result<HttpResponse, PageError> {
    let upload = upload::read(form).await?;
    reader.check_csrf(upload.field("csrf"))?;
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
            let kept: Vec<&str> = text.lines().take(200).collect();
            cast.set("bed", kept.join("|"));
            let faults = faults.into_iter().map(|f| ("bed", f.message)).collect();
            let page = CastPage::new(&reader, &cast, Err(faults))
                .with_sounder(app.sounder.address.is_some());
            Ok(html(StatusCode::UNPROCESSABLE_ENTITY, page.render()?))
        }
    }
}
