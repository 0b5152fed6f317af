//! CSV into a list: a file is kept, shown with all its faults, and taken in
//! when its owner says so, all or nothing.

use std::sync::Arc;

use actix_multipart::Multipart;
use actix_web::{HttpRequest, HttpResponse, web};
use yarrowfen_core::own_box::csv::{CsvError, Headings, Read};
use yarrowfen_core::own_box::{BoxList, csv};
use yarrowfen_pages::page;
use yarrowfen_pages::reply::Part;
use yarrowfen_store::{Import, ImportState, MOST_SIGNATURE};

use crate::app::App;
use crate::files::sheet;
use crate::files::upload::MOST_FILE;
use crate::live::imports;
use crate::reader::{HtmxPart, Id, Member, Pairs, Signed};
use crate::reply::{PageError, see_other, shown};

/// Where a file is chosen, or pasted.
pub async fn choose(member: Member, path: web::Path<String>) -> Result<HttpResponse, PageError> {
    let kind = BoxList::from_code(&path).ok_or(PageError::NotFound)?;
    shown(page::import_choose(&member.reader, kind, None))
}

/// Keeps a file and shows what is in it.
pub async fn upload_file(
    app: web::Data<App>,
    http: HttpRequest,
    member: Member,
    path: web::Path<String>,
    form: Multipart,
) -> Result<HttpResponse, PageError> {
    let kind = BoxList::from_code(&path).ok_or(PageError::NotFound)?;
    let coming = app
        .uploads
        .checked(form, http.path(), (&member.reader, &member.caller));
    let upload = coming.await?;
    let refused = |fault: String| shown(page::import_choose(&member.reader, kind, Some(fault)));
    let text = move || sheet::as_csv(upload.file, MOST_FILE);
    let bytes = match app.compute.run(&member.caller, text).await? {
        Ok(bytes) => Arc::new(bytes),
        Err(fault) => return refused(fault.to_string()),
    };
    // Counted before they are made: a line of commas would be a million texts.
    let is_wide = separators(&bytes) > MOST_SEPARATORS;
    if is_wide || csv::headings(&bytes).is_ok_and(|h| h.len() > MOST_HEADINGS) {
        return refused(format!(
            "a file of more than {MOST_HEADINGS} columns is not taken"
        ));
    }
    match read(&app, &member, kind, bytes).await? {
        // What its headings mean is asked, and remembered.
        Ok((_, bytes)) | Err((CsvError::Header { .. }, bytes)) => {
            let owner = member.account.owner;
            let id = app.store.keep_import(owner, kind, &bytes).await?;
            Ok(see_other(&format!("/box/import/file/{id}")))
        }
        Err((fault, _)) => refused(fault.to_string()),
    }
}

/// Separators in a file's first line beyond which nobody looks for its headings.
const MOST_SEPARATORS: usize = 2000;

/// The number of separators in the first line of a file.
fn separators(bytes: &[u8]) -> usize {
    let line = bytes.split(|b| matches!(b, b'\n' | b'\r')).next();
    let is_separator = |b: &&u8| matches!(b, b',' | b';' | b'\t');
    line.map_or(0, |line| line.iter().filter(is_separator).count())
}

/// What [`read`] gives beside the file's bytes.
type ReadOrFault = Result<(Read, Arc<Vec<u8>>), (CsvError, Arc<Vec<u8>>)>;

/// What the owner said that the headings of a file stand for.
async fn said(
    app: &App,
    member: &Member,
    kind: BoxList,
    bytes: &[u8],
) -> Result<Headings, PageError> {
    let Ok(headings) = csv::headings(bytes) else {
        return Ok(Headings::new());
    };
    let owner = member.account.owner;
    let kept = app
        .store
        .csv_headings(owner, kind, &csv::signature(&headings))
        .await?;
    Ok(csv::known(kind, kept))
}

/// Reads a file off the event loop.
async fn read(
    app: &App,
    member: &Member,
    kind: BoxList,
    bytes: Arc<Vec<u8>>,
) -> Result<ReadOrFault, PageError> {
    let mapped = said(app, member, kind, &bytes).await?;
    let read = move || match csv::read_mapped(kind, &bytes, &mapped, |_| {}) {
        Ok(read) => Ok((read, bytes)),
        Err(fault) => Err((fault, bytes)),
    };
    app.compute.run(&member.caller, read).await
}

/// A file's preview, its progress, or what came of it.
pub async fn show(
    app: web::Data<App>,
    http: HttpRequest,
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
    let ask = http.query_string() == "headings";
    preview(&app, &member, import, ask).await
}

async fn preview(
    app: &App,
    member: &Member,
    import: Import,
    ask: bool,
) -> Result<HttpResponse, PageError> {
    let (kind, id) = (import.kind, import.id);
    let reader = &member.reader;
    let (asked, bytes) = match read(app, member, kind, Arc::new(import.bytes)).await? {
        Ok((_, bytes)) if ask => (None, bytes),
        Err((fault @ CsvError::Header { .. }, bytes)) => (Some(fault), bytes),
        Ok((read, _)) => return shown(page::import_preview(reader, kind, id, &read)),
        Err((fault, _)) => {
            return shown(page::import_choose(reader, kind, Some(fault.to_string())));
        }
    };
    let headings = csv::headings(&bytes).map_err(|_| PageError::Unreadable)?;
    let mapped = said(app, member, kind, &bytes).await?;
    // A file whose headings nobody has said anything of yet is no fault of its owner.
    let fault = asked.filter(|_| !mapped.is_empty()).map(|f| f.to_string());
    shown(page::import_headings(
        reader,
        (kind, id),
        &headings,
        &mapped,
        fault,
    ))
}

/// Most headings of a file that are asked for.
const MOST_HEADINGS: usize = 60;

/// Remembers what the headings of a file stand for, and shows the file by them.
pub async fn headings(
    app: web::Data<App>,
    id: Id,
    sent: Signed<Pairs>,
) -> Result<HttpResponse, PageError> {
    let owner = sent.member.account.owner;
    let import = app.store.import(owner, id.0).await?;
    let headings = csv::headings(&import.bytes).map_err(|_| PageError::Unreadable)?;
    let name = csv::signature(&headings);
    if headings.len() > MOST_HEADINGS || name.chars().count() > MOST_SIGNATURE {
        return Err(PageError::TooLarge);
    }
    let said = |(k, heading): (usize, &(String, Vec<String>))| {
        let column = sent.form.field(&format!("c{k}"));
        (heading.0.clone(), Some(column.to_owned()))
    };
    let known = csv::known(import.kind, headings.iter().enumerate().map(said));
    app.store
        .keep_headings(owner, import.kind, &name, &known)
        .await?;
    Ok(see_other(&format!("/box/import/file/{}", id.0)))
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
    let read = read(&app, &sent.member, import.kind, Arc::new(import.bytes)).await?;
    let Ok((rows, _)) = read else {
        return Err(PageError::Unreadable);
    };
    let good_only = sent.form.field("good_only") == "on";
    if rows.items.is_empty() || (rows.faulty_rows > 0 && !good_only) {
        return Ok(here);
    }
    imports::begin(app.store.clone(), app.imports.clone(), owner, id, rows);
    Ok(here)
}
