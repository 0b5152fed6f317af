//! CSV into a list: a file is kept, shown with all its faults, and taken in
//! when its owner says so, all or nothing.

use std::sync::Arc;

use actix_multipart::Multipart;
use actix_web::{HttpResponse, web};
use yarrowfen_core::own_box::csv::{CsvError, Read};
use yarrowfen_core::own_box::{BoxList, csv};
use yarrowfen_pages::page;
use yarrowfen_pages::reply::Part;
use yarrowfen_store::{Import, ImportState};

use crate::app::App;
use crate::files::upload;
use crate::live::imports;
use crate::reader::{HtmxPart, Id, Member, Pairs, Signed, check_token};
use crate::reply::{PageError, see_other, shown};

/// Where a file is chosen, or pasted.
pub async fn choose(member: Member, path: web::Path<String>) -> Result<HttpResponse, PageError> {
    let kind = BoxList::from_code(&path).ok_or(PageError::NotFound)?;
    shown(page::import_choose(&member.reader, kind, None))
}

/// Keeps a file and shows what is in it.
pub async fn upload_file(
    app: web::Data<App>,
    member: Member,
    path: web::Path<String>,
    form: Multipart,
) -> Result<HttpResponse, PageError> {
    let kind = BoxList::from_code(&path).ok_or(PageError::NotFound)?;
    let upload = upload::read(form).await?;
    check_token(&member.reader, upload.field("csrf"))?;
    match read(kind, Arc::new(upload.file)).await? {
        Err((fault, _)) => {
            let fault = Some(fault.to_string());
            shown(page::import_choose(&member.reader, kind, fault))
        }
        Ok((_, bytes)) => {
            let owner = member.account.owner;
            let id = app.store.keep_import(owner, kind, &bytes).await?;
            Ok(see_other(&format!("/box/import/file/{id}")))
        }
    }
}

/// What [`read`] gives beside the file's bytes.
type ReadOrFault = Result<(Read, Arc<Vec<u8>>), (CsvError, Arc<Vec<u8>>)>;

/// Reads a file on a thread of its own.
async fn read(kind: BoxList, bytes: Arc<Vec<u8>>) -> Result<ReadOrFault, PageError> {
    web::block(move || match csv::read(kind, &bytes, |_| {}) {
        Ok(read) => Ok((read, bytes)),
        Err(fault) => Err((fault, bytes)),
    })
    .await
    .map_err(|_| PageError::Internal)
}

/// A file's preview, its progress, or what came of it.
pub async fn show(
    app: web::Data<App>,
    member: Member,
    id: Id,
    part: HtmxPart,
) -> Result<HttpResponse, PageError> {
    let owner = member.account.owner;
    // Only an owner's own file is found; only then is its progress looked at.
    if let ImportState::Taken(_, change) = app.store.import_state(owner, id.0).await? {
        let kind = app.store.import(owner, id.0).await?.kind.code();
        let to = format!("/box?kind={kind}&said=imported&undo={}", change.0);
        // A page that asks again by script goes to the box, not into itself.
        return Ok(match part.0 {
            Part::Changed => HttpResponse::Ok()
                .insert_header(("hx-redirect", to))
                .finish(),
            Part::Whole => see_other(&to),
        });
    }
    if let Some(progress) = app.imports.progress(id.0) {
        if let Some(failure) = progress.failed() {
            app.imports.forget(id.0);
            return Err(failure);
        }
        return shown(page::import_progress(&member.reader, id.0, progress.rows()));
    }
    let import = app.store.import(owner, id.0).await?;
    preview(&member, import).await
}

async fn preview(member: &Member, import: Import) -> Result<HttpResponse, PageError> {
    let (kind, id) = (import.kind, import.id);
    let reader = &member.reader;
    match read(kind, Arc::new(import.bytes)).await? {
        Ok((read, _)) => shown(page::import_preview(reader, kind, id, &read)),
        Err((fault, _)) => shown(page::import_choose(reader, kind, Some(fault.to_string()))),
    }
}

/// Takes a file in. Faulty rows are left out only where the form says so.
pub async fn take(
    app: web::Data<App>,
    id: Id,
    sent: Signed<Pairs>,
) -> Result<HttpResponse, PageError> {
    let (owner, id) = (sent.member.account.owner, id.0);
    let import = app.store.import(owner, id).await?;
    let here = see_other(&format!("/box/import/file/{id}"));
    if import.state != ImportState::Waiting || app.imports.progress(id).is_some() {
        return Ok(here);
    }
    let Ok((rows, _)) = read(import.kind, Arc::new(import.bytes)).await? else {
        return Err(PageError::Unreadable);
    };
    let good_only = sent.form.field("good_only") == "on";
    if rows.items.is_empty() || (rows.faulty_rows > 0 && !good_only) {
        return Ok(here);
    }
    imports::begin(app.store.clone(), app.imports.clone(), owner, id, rows);
    Ok(here)
}
