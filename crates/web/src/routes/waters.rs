//! Waters: places that the sentence starts from.

use actix_web::{HttpRequest, HttpResponse, http::StatusCode, web};
use askama::Template;
use uuid::Uuid;
use yarrowfen_core::PickRequest;
use yarrowfen_store::{KeptText, NewWater, Water};

use super::App;
use super::kept::{Bare, html, id};
use crate::errors::PageError;
use crate::form::PickForm;
use crate::session::{Member, Reader, see_other};
use crate::views::waters::{WaterForm, WatersPage};
use serde::Deserialize;

/// What the list may be asked to say.
#[derive(Deserialize, Default)]
pub struct Asks {
    saved: Option<String>,
    deleted: Option<String>,
    edit: Option<String>,
    from: Option<String>,
}

async fn list_page(
    app: &App,
    reader: &Reader,
    asks: &Asks,
    form: Option<WaterForm>,
) -> Result<HttpResponse, PageError> {
    let owner = reader.account.as_ref().ok_or(PageError::SignIn)?.owner;
    let waters = app.store.waters(owner).await?;
    let uuid = |text: &Option<String>| text.as_deref().and_then(|t| Uuid::parse_str(t).ok());
    let by_id = |id: Uuid| waters.iter().find(|w| w.id == id);
    let saved = uuid(&asks.saved).and_then(by_id).map(|w| w.name.clone());
    let deleted = match uuid(&asks.deleted) {
        Some(gone) => {
            let name = app.store.deleted_water_name(owner, gone).await.ok();
            name.map(|name| (gone.to_string(), name))
        }
        None => None,
    };
    let fresh = asks.from.as_deref().map(WaterForm::fresh);
    let edited = uuid(&asks.edit)
        .and_then(by_id)
        .map(WaterForm::of)
        .or(fresh);
    let status = if form.is_some() {
        StatusCode::UNPROCESSABLE_ENTITY
    } else {
        StatusCode::OK
    };
    let page = WatersPage::new(reader, &waters, form.or(edited), saved, deleted);
    Ok(html(status, page.render()?))
}

/// The list.
pub async fn list(
    app: web::Data<App>,
    member: Member,
    asks: web::Query<Asks>,
) -> Result<HttpResponse, PageError> {
    list_page(&app, &member.reader, &asks, None).await
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
}

impl Input {
    /// The question and the checked texts, or the form with its faults.
    fn read(
        &self,
        member: &Member,
        id: Option<Uuid>,
    ) -> Result<(PickRequest, KeptText), WaterForm> {
        let form = PickForm::from_query(&self.query, member.reader.options);
        let text = KeptText::new(&self.name, &self.remark, "");
        match (form.read(), text) {
            (Ok(request), Ok(text)) => Ok((request, text)),
            (asked, text) => {
                let mut faults: Vec<(&'static str, String)> = text
                    .err()
                    .unwrap_or_default()
                    .into_iter()
                    .map(|f| (f.field, f.message))
                    .collect();
                if asked.is_err() {
                    faults.push(("query", "the sentence has faults: mend them first".into()));
                }
                Err(WaterForm {
                    id: id.map(|i| i.to_string()),
                    name: self.name.clone(),
                    remark: self.remark.clone(),
                    query: self.query.clone(),
                    faults,
                })
            }
        }
    }
}

/// Writes a water: a new one, or one that is corrected.
async fn write(
    app: &App,
    member: &Member,
    id: Option<Uuid>,
    input: &Input,
) -> Result<HttpResponse, PageError> {
    let (asked, text) = match input.read(member, id) {
        Ok(read) => read,
        Err(form) => return list_page(app, &member.reader, &Asks::default(), Some(form)).await,
    };
    let new = NewWater {
        name: text.name(),
        remark: text.remark(),
        asked: &asked,
        made_at: None,
    };
    let owner = member.account.owner;
    let saved = match id {
        Some(id) => app.store.change_water(owner, id, &new).await.map(|()| id)?,
        None => app.store.save_water(owner, &new).await?,
    };
    Ok(see_other(&format!("/waters?saved={saved}")))
}

/// Saves the water of a sentence.
pub async fn save(
    app: web::Data<App>,
    member: Member,
    input: web::Form<Input>,
) -> Result<HttpResponse, PageError> {
    member.reader.check_csrf(&input.csrf)?;
    write(&app, &member, None, &input).await
}

/// Corrects a water.
pub async fn change(
    app: web::Data<App>,
    member: Member,
    path: web::Path<String>,
    input: web::Form<Input>,
) -> Result<HttpResponse, PageError> {
    member.reader.check_csrf(&input.csrf)?;
    write(&app, &member, Some(id(&path)?), &input).await
}

/// Deletes a water, or brings it back; the list says which.
async fn set_deleted(
    app: &App,
    member: &Member,
    (path, token): (&str, &str),
    deleted: bool,
) -> Result<HttpResponse, PageError> {
    member.reader.check_csrf(token)?;
    let id = id(path)?;
    app.store
        .delete_water(member.account.owner, id, deleted)
        .await?;
    let said = if deleted { "deleted" } else { "saved" };
    Ok(see_other(&format!("/waters?{said}={id}")))
}

/// Deletes a water; the list then offers to bring it back.
pub async fn delete(
    app: web::Data<App>,
    member: Member,
    path: web::Path<String>,
    form: web::Form<Bare>,
) -> Result<HttpResponse, PageError> {
    set_deleted(&app, &member, (&path, &form.csrf), true).await
}

/// Brings a water back.
pub async fn restore(
    app: web::Data<App>,
    member: Member,
    path: web::Path<String>,
    form: web::Form<Bare>,
) -> Result<HttpResponse, PageError> {
    set_deleted(&app, &member, (&path, &form.csrf), false).await
}

/// The sentence of a question that names a water: its words take the place of
/// those that stood there.
#[must_use]
pub fn applied(http: &HttpRequest, reader: &Reader, waters: &[Water]) -> Option<String> {
    let pairs: Vec<(String, String)> = serde_urlencoded::from_str(http.query_string()).ok()?;
    let id = pairs
        .iter()
        .find(|p| p.0 == "water")
        .map(|p| p.1.as_str())?;
    let water = waters.iter().find(|w| w.id.to_string() == id)?;
    let mut asked = PickForm::from_query(http.query_string(), reader.options);
    asked.take_place(&PickForm::from_request(&water.asked, reader.options));
    Some(asked.query())
}
