//! Waters: places that the sentence starts from.

use actix_multipart::Multipart;
use actix_web::{HttpRequest, HttpResponse, web};
use serde::Deserialize;
use uuid::Uuid;
use yarrowfen_core::PickRequest;
use yarrowfen_core::physics::sun::Position;
use yarrowfen_pages::ask::PickForm;
use yarrowfen_pages::ask::plan::read_position;
use yarrowfen_pages::page::{self, WatersList};
use yarrowfen_pages::views::waters::WaterForm;
use yarrowfen_store::{KeptText, NewWater};

use super::kept::Bare;
use super::ledger::file;
use crate::app::App;
use crate::files::gpx::{self, Waypoint};
use crate::reader::{Asked, HasToken, Id, Member, Signed};
use crate::reply::{PageError, see_other, shown};

/// What the list may be asked to say.
#[derive(Deserialize, Default)]
pub struct Asks {
    saved: Option<String>,
    deleted: Option<String>,
    edit: Option<String>,
    from: Option<String>,
    taken: Option<u32>,
    #[serde(skip)]
    wrong: Option<String>,
}

async fn list_page(
    app: &App,
    member: &Member,
    asks: &Asks,
    form: Option<WaterForm>,
) -> Result<HttpResponse, PageError> {
    let owner = member.account.owner;
    let waters = app.store.waters(owner).await?;
    let uuid = |text: &Option<String>| text.as_deref().and_then(|t| Uuid::parse_str(t).ok());
    let deleted = match uuid(&asks.deleted) {
        Some(gone) => {
            let name = app.store.deleted_water_name(owner, gone).await.ok();
            name.map(|name| (gone.to_string(), name))
        }
        None => None,
    };
    let list = WatersList {
        waters: &waters,
        saved: uuid(&asks.saved),
        deleted,
        edit: uuid(&asks.edit),
        from: asks.from.clone(),
        form,
        taken: asks.taken,
        wrong: asks.wrong.clone(),
    };
    shown(page::waters(&member.reader, list))
}

/// The list.
pub async fn list(
    app: web::Data<App>,
    member: Member,
    Asked(asks): Asked<Asks>,
) -> Result<HttpResponse, PageError> {
    list_page(&app, &member, &asks, None).await
}

/// The form of a water.
#[derive(Deserialize)]
pub struct Input {
    #[serde(default)]
    csrf: String,
    #[serde(default)]
    query: String,
    #[serde(default)]
    name: String,
    #[serde(default)]
    remark: String,
    #[serde(default)]
    at: String,
}

impl HasToken for Input {
    fn token(&self) -> &str {
        &self.csrf
    }
}

impl Input {
    /// The question and the checked texts, or the form with its faults.
    fn read(
        &self,
        member: &Member,
        id: Option<Uuid>,
    ) -> Result<(PickRequest, KeptText, Option<Position>), Box<WaterForm>> {
        let form = PickForm::from_query(&self.query, member.reader.options);
        let text = KeptText::new(&self.name, &self.remark, "");
        match (form.read(), text, read_position(&self.at)) {
            (Ok(request), Ok(text), Ok(at)) => Ok((request, text, at)),
            (asked, text, at) => {
                let mut faults: Vec<(&'static str, String)> = text
                    .err()
                    .unwrap_or_default()
                    .into_iter()
                    .map(|f| (f.field, f.message))
                    .collect();
                if asked.is_err() {
                    faults.push(("query", "the sentence has faults: mend them first".into()));
                }
                faults.extend(at.err().map(|message| ("at", message)));
                Err(Box::new(WaterForm {
                    id: id.map(|i| i.to_string()),
                    name: self.name.clone(),
                    remark: self.remark.clone(),
                    at: self.at.clone(),
                    query: self.query.clone(),
                    faults,
                }))
            }
        }
    }
}

/// Writes a water: a new one, or one that is corrected.
async fn write(
    app: &App,
    sent: &Signed<Input>,
    id: Option<Uuid>,
) -> Result<HttpResponse, PageError> {
    let member = &sent.member;
    let (asked, text, at) = match sent.form.read(member, id) {
        Ok(read) => read,
        Err(form) => return list_page(app, member, &Asks::default(), Some(*form)).await,
    };
    let new = NewWater {
        name: text.name(),
        remark: text.remark(),
        asked: &asked,
        at,
        made_at: None,
    };
    let owner = member.account.owner;
    let saved = match id {
        Some(id) => app.store.change_water(owner, id, &new).await.map(|()| id)?,
        None => app.store.save_water(owner, sent.once, &new).await?,
    };
    Ok(see_other(&format!("/waters?saved={saved}")))
}

/// Saves the water of a sentence.
pub async fn save(app: web::Data<App>, sent: Signed<Input>) -> Result<HttpResponse, PageError> {
    write(&app, &sent, None).await
}

/// Corrects a water.
pub async fn change(
    app: web::Data<App>,
    id: Id,
    sent: Signed<Input>,
) -> Result<HttpResponse, PageError> {
    write(&app, &sent, Some(id.0)).await
}

/// The waters that say where they are, as waypoints.
pub async fn gpx_out(app: web::Data<App>, member: Member) -> Result<HttpResponse, PageError> {
    let waters = app.store.waters(member.account.owner).await?;
    gpx_file("yarrowfen-waters.gpx", &gpx::of_waters(&waters))
}

/// Waypoints as a file.
///
/// # Errors
/// When they cannot be written, which is a fault of ours.
pub(super) fn gpx_file(name: &str, points: &[Waypoint]) -> Result<HttpResponse, PageError> {
    let body = gpx::write(points).map_err(|e| {
        tracing::error!(error = %e, "cannot write waypoints");
        PageError::Internal
    })?;
    Ok(file("application/gpx+xml; charset=utf-8", name, body))
}

/// Takes waypoints in: a water of the same name is told where it is, any other is a new water
/// with a question as usual. All or nothing.
pub async fn gpx_in(
    app: web::Data<App>,
    http: HttpRequest,
    member: Member,
    form: Multipart,
) -> Result<HttpResponse, PageError> {
    let coming = app
        .uploads
        .checked(form, http.path(), (&member.reader, &member.caller));
    let upload = coming.await?;
    let once = upload.once;
    let read = move || gpx::read(&upload.file);
    let read = app.compute.run(&member.caller, read).await?;
    let points = match read {
        Ok(points) => points,
        Err(fault) => {
            let asks = Asks {
                wrong: Some(fault.message),
                ..Asks::default()
            };
            return list_page(&app, &member, &asks, None).await;
        }
    };
    let owner = member.account.owner;
    let _turn = app.turns.of(owner).await?;
    let waters = app.store.waters(owner).await?;
    let (placed, new) = gpx::sorted(&points, &waters);
    app.store.place_waters(owner, once, &placed, &new).await?;
    Ok(see_other(&format!("/waters?taken={}", points.len())))
}

/// Deletes a water, or brings it back; the list says which.
async fn set_deleted(
    app: &App,
    member: &Member,
    id: Id,
    deleted: bool,
) -> Result<HttpResponse, PageError> {
    let owner = member.account.owner;
    app.store.delete_water(owner, id.0, deleted).await?;
    let said = if deleted { "deleted" } else { "saved" };
    Ok(see_other(&format!("/waters?{said}={}", id.0)))
}

/// Deletes a water; the list then offers to bring it back.
pub async fn delete(
    app: web::Data<App>,
    id: Id,
    sent: Signed<Bare>,
) -> Result<HttpResponse, PageError> {
    set_deleted(&app, &sent.member, id, true).await
}

/// Brings a water back.
pub async fn restore(
    app: web::Data<App>,
    id: Id,
    sent: Signed<Bare>,
) -> Result<HttpResponse, PageError> {
    set_deleted(&app, &sent.member, id, false).await
}
