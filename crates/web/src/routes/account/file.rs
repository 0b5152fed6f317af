//! All of an account's data out as one file, and in again.

use actix_files::NamedFile;
use actix_multipart::Multipart;
use actix_web::http::header::{CONTENT_DISPOSITION, HeaderValue};
use actix_web::{HttpRequest, HttpResponse, web};
use yarrowfen_store::Happened;

use super::own::mine_again;
use crate::account_json::{taken_in, written};
use crate::app::App;
use crate::reader::{ClientIp, Member};
use crate::reply::{PageError, see_other};

/// What it is called where it comes to lie.
const NAME: &str = "yarrowfen.json";

/// Everything of the account as one JSON file. It is written down before it is sent, so that
/// who takes long to read it holds nothing up.
pub async fn export(
    app: web::Data<App>,
    http: HttpRequest,
    ip: ClientIp,
    member: Member,
) -> Result<HttpResponse, PageError> {
    let turn = app.exports.acquire().await;
    let _turn = turn.map_err(|_| PageError::Internal)?;
    let owner = member.account.owner;
    let file = written(&app.store, owner).await?;
    app.store.happened(owner, Happened::TakenOut, &ip.0).await?;
    let file = NamedFile::from_file(file, NAME).map_err(|e| {
        tracing::error!(error = %e, "a file of an account cannot be sent");
        PageError::Internal
    })?;
    let file = file.use_etag(false).use_last_modified(false);
    let mut reply = file.disable_content_disposition().into_response(&http);
    let name = HeaderValue::from_static("attachment; filename=\"yarrowfen.json\"");
    reply.headers_mut().insert(CONTENT_DISPOSITION, name);
    Ok(reply)
}

/// Takes such a file in, all or nothing.
pub async fn import(
    app: web::Data<App>,
    http: HttpRequest,
    ip: ClientIp,
    member: Member,
    form: Multipart,
) -> Result<HttpResponse, PageError> {
    let coming = app
        .uploads
        .spooled(form, http.path(), (&member.reader, &member.caller));
    let (upload, _seats) = coming.await?;
    let owner = member.account.owner;
    let _turn = app.turns.of(owner).await?;
    let of = (owner, ip.0.as_str());
    match taken_in(&app.store, of, upload.once, upload.file).await? {
        Ok(change) => Ok(see_other(&format!("/box?said=taken&undo={}", change.0))),
        Err(faults) => {
            let named = faults.named.iter().map(|f| ("import", f.to_string()));
            let more = (faults.more > 0).then(|| ("import", format!("and {} more", faults.more)));
            mine_again(&app, &member, named.chain(more).collect()).await
        }
    }
}
