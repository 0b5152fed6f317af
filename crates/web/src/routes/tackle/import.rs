//! CSV into a list: a file is kept, shown with all its faults, and taken in
//! when its owner says so, all or nothing.

use std::sync::Arc;
use std::sync::atomic::{AtomicUsize, Ordering};

use actix_multipart::Multipart;
use actix_web::{HttpRequest, HttpResponse, http::StatusCode, web};
use askama::Template;
use quick_cache::sync::Cache;
use uuid::Uuid;
use yarrowfen_core::tackle_box::csv::{CsvError, Read};
use yarrowfen_core::tackle_box::{BoxList, csv};
use yarrowfen_store::{Import, ImportState, OwnerId, State, Store};

use super::{Pairs, field};
use crate::errors::PageError;
use crate::routes::kept::{html, id};
use crate::routes::{App, upload};
use crate::session::{Member, see_other};
use crate::views::import::{ImportPage, PreviewPage, ProgressPage};

/// How far a file has come.
#[derive(Debug, Default)]
pub struct Progress {
    done: AtomicUsize,
    total: AtomicUsize,
    failed: AtomicUsize,
}

impl Progress {
    /// Rows written and rows in all.
    #[must_use]
    pub fn rows(&self) -> (usize, usize) {
        (
            self.done.load(Ordering::Relaxed),
            self.total.load(Ordering::Relaxed),
        )
    }
    /// Why it failed, as a status; none while it runs.
    fn failed(&self) -> Option<PageError> {
        match self.failed.load(Ordering::Relaxed) {
            0 => None,
            1 => Some(PageError::Full),
            _ => Some(PageError::Internal),
        }
    }
}

/// Files that are being taken in by this server.
pub struct Running(Cache<Uuid, Arc<Progress>>);

impl Default for Running {
    fn default() -> Self {
        Self(Cache::new(1000))
    }
}

/// Where a file is chosen, or pasted.
pub async fn choose(member: Member, path: web::Path<String>) -> Result<HttpResponse, PageError> {
    let kind = BoxList::from_code(&path).ok_or(PageError::NotFound)?;
    Ok(html(
        StatusCode::OK,
        ImportPage::new(&member.reader, kind, None).render()?,
    ))
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
    member.reader.check_csrf(upload.field("csrf"))?;
    let read = read(kind, Arc::new(upload.file)).await?;
    match read {
        Err((fault, _)) => {
            let page = ImportPage::new(&member.reader, kind, Some(fault.to_string()));
            Ok(html(StatusCode::UNPROCESSABLE_ENTITY, page.render()?))
        }
        Ok((_, bytes)) => {
            let id = app
                .store
                .keep_import(member.account.owner, kind, &bytes)
                .await?;
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
    http: HttpRequest,
    member: Member,
    path: web::Path<String>,
) -> Result<HttpResponse, PageError> {
    let (owner, id) = (member.account.owner, id(&path)?);
    // Only an owner's own file is found; only then is its progress looked at.
    let state = app.store.import_state(owner, id).await?;
    if let ImportState::Taken(_, change) = state {
        let import = app.store.import(owner, id).await?;
        let to = format!(
            "/box?kind={}&said=imported&undo={}",
            import.kind.code(),
            change.0
        );
        // A page that asks again by script goes to the box, not into itself.
        return Ok(if http.headers().contains_key("hx-request") {
            HttpResponse::Ok()
                .insert_header(("hx-redirect", to))
                .finish()
        } else {
            see_other(&to)
        });
    }
    if let Some(progress) = app.imports.0.get(&id) {
        if let Some(failure) = progress.failed() {
            app.imports.0.remove(&id);
            return Err(failure);
        }
        let page = ProgressPage::new(&member.reader, id, progress.rows());
        return Ok(html(StatusCode::OK, page.render()?));
    }
    let import = app.store.import(owner, id).await?;
    preview(&member, import).await
}

async fn preview(member: &Member, import: Import) -> Result<HttpResponse, PageError> {
    let (kind, id) = (import.kind, import.id);
    match read(kind, Arc::new(import.bytes)).await? {
        Ok((read, _)) => {
            let page = PreviewPage::new(&member.reader, kind, id, &read);
            Ok(html(StatusCode::OK, page.render()?))
        }
        Err((fault, _)) => {
            let page = ImportPage::new(&member.reader, kind, Some(fault.to_string()));
            Ok(html(StatusCode::UNPROCESSABLE_ENTITY, page.render()?))
        }
    }
}

/// Takes a file in. Faulty rows are left out only where the form says so.
pub async fn take(
    app: web::Data<App>,
    member: Member,
    path: web::Path<String>,
    pairs: Pairs,
) -> Result<HttpResponse, PageError> {
    member.reader.check_csrf(field(&pairs, "csrf"))?;
    let (owner, id) = (member.account.owner, id(&path)?);
    let import = app.store.import(owner, id).await?;
    let here = see_other(&format!("/box/import/file/{id}"));
    if import.state != ImportState::Waiting || app.imports.0.get(&id).is_some() {
        return Ok(here);
    }
    let Ok((rows, _)) = read(import.kind, Arc::new(import.bytes)).await? else {
        return Err(PageError::Unreadable);
    };
    if rows.items.is_empty() || (rows.faulty_rows > 0 && field(&pairs, "good_only") != "on") {
        return Ok(here);
    }
    let progress = Arc::new(Progress::default());
    progress.total.store(rows.items.len(), Ordering::Relaxed);
    app.imports.0.insert(id, progress.clone());
    let (store, running) = (app.store.clone(), app.imports.clone());
    tokio::spawn(run(store, running, owner, id, rows, progress));
    Ok(here)
}

/// Writes the rows, then forgets the progress: from then on the database tells.
async fn run(
    store: Store,
    running: Arc<Running>,
    owner: OwnerId,
    id: Uuid,
    rows: Read,
    progress: Arc<Progress>,
) {
    let state = |item| State {
        item,
        archived: false,
        added_at: None,
    };
    let states: Vec<State> = rows.items.into_iter().map(state).collect();
    let step = |done| progress.done.store(done, Ordering::Relaxed);
    match store.take_import(owner, id, &states, step).await {
        Ok(_) => {
            running.0.remove(&id);
        }
        Err(yarrowfen_store::StoreError::Full(_)) => progress.failed.store(1, Ordering::Relaxed),
        Err(e) => {
            tracing::error!(error = ?e, "an import failed");
            progress.failed.store(2, Ordering::Relaxed);
        }
    }
}
