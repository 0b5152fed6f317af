//! All of an account's data out as one file, and in again.

use std::fs::File;
use std::io::{BufWriter, Seek};

use actix_files::NamedFile;
use actix_multipart::Multipart;
use actix_web::{HttpRequest, HttpResponse, http::header, web};
use tokio::sync::mpsc;
use yarrowfen_store::{Happened, OwnerId, Part, StoreError};

use super::own::mine_again;
use crate::account_json::{self, Taken, Writer};
use crate::app::App;
use crate::reader::{ClientIp, Member};
use crate::reply::{PageError, see_other};

/// Parts that wait between the database and the file.
const WAITING: usize = 2;

/// Everything of the account as one JSON file. It is written down before it is sent, so that
/// who takes long to read it holds nothing up.
pub async fn export(
    app: web::Data<App>,
    http: HttpRequest,
    ip: ClientIp,
    member: Member,
) -> Result<HttpResponse, PageError> {
    let _turn = app
        .exports
        .acquire()
        .await
        .map_err(|_| PageError::Internal)?;
    let owner = member.account.owner;
    let file = written(&app, owner).await?;
    app.store.happened(owner, Happened::TakenOut, &ip.0).await?;
    let name = "attachment; filename=\"yarrowfen.json\"";
    let file = NamedFile::from_file(file, "yarrowfen.json").map_err(unwritten)?;
    let mut reply = file
        .use_etag(false)
        .use_last_modified(false)
        .disable_content_disposition()
        .into_response(&http);
    let headers = reply.headers_mut();
    headers.insert(
        header::CONTENT_DISPOSITION,
        header::HeaderValue::from_static(name),
    );
    Ok(reply)
}

/// All of an owner in a file on disk that has no name.
async fn written(app: &App, owner: OwnerId) -> Result<File, PageError> {
    let (to, mut parts) = mpsc::channel::<Part>(WAITING);
    let writing = web::block(move || {
        let mut writer = Writer::new(BufWriter::new(tempfile::tempfile()?))?;
        while let Some(part) = parts.blocking_recv() {
            writer.part(&part)?;
        }
        let mut file = writer.finish()?.into_inner().map_err(|e| e.into_error())?;
        file.rewind()?;
        Ok::<File, std::io::Error>(file)
    });
    let walked = app.store.walk(owner, async |part| {
        // Who writes has stopped only where it failed, which is told below.
        let _ = to.send(part).await;
        Ok::<(), StoreError>(())
    });
    let walked = walked.await;
    drop(to);
    let file = writing.await.map_err(|_| PageError::Internal)?;
    walked?;
    file.map_err(unwritten)
}

fn unwritten(e: std::io::Error) -> PageError {
    tracing::error!(error = %e, "a file of an account cannot be written");
    PageError::Internal
}

/// Takes such a file in, all or nothing.
pub async fn import(
    app: web::Data<App>,
    http: HttpRequest,
    ip: ClientIp,
    member: Member,
    form: Multipart,
) -> Result<HttpResponse, PageError> {
    let coming = app.uploads.spooled(form, http.path(), &member.reader);
    let (upload, _turn) = coming.await?;
    let owner = member.account.owner;
    let mut taking = match app.store.taking(owner, upload.once).await? {
        Ok(taking) => taking,
        Err(before) => return Ok(taken(before)),
    };
    let (to, mut parts) = mpsc::channel::<Taken>(WAITING);
    let file = upload.file;
    let reading =
        web::block(move || account_json::read(file, |some| to.blocking_send(some).is_ok()));
    let mut refused = None;
    while let Some(some) = parts.recv().await {
        if let Err(e) = taking.take(&some.brought()).await {
            refused = Some(e);
            break;
        }
    }
    drop(parts);
    if let Err(faults) = reading.await.map_err(|_| PageError::Internal)? {
        let named = faults.named.iter().map(|f| ("import", f.to_string()));
        let more = (faults.more > 0).then(|| ("import", format!("and {} more", faults.more)));
        return mine_again(&app, &member, named.chain(more).collect()).await;
    }
    if let Some(e) = refused {
        return Err(e.into());
    }
    let change = taking.finish().await?;
    app.store.happened(owner, Happened::TakenIn, &ip.0).await?;
    Ok(taken(change))
}

fn taken(change: yarrowfen_store::Change) -> HttpResponse {
    see_other(&format!("/box?said=taken&undo={}", change.0))
}
