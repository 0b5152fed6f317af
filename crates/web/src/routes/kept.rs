//! Kept picks.

use actix_web::{HttpRequest, HttpResponse, web};
use serde::Deserialize;
use uuid::Uuid;
use yarrowfen_pages::ask::PickForm;
use yarrowfen_pages::page::{self, KeptList, answered};
use yarrowfen_pages::reader::Reader;
use yarrowfen_pages::views::pick::KeepForm;
use yarrowfen_store::{DEMO_OWNER, KeptText, NewKept};

use super::pick::sink_tests;
use crate::app::App;
use crate::reader::{Checked, HasToken, Id, Visitor};
use crate::reply::{PageError, see_other, shown};

/// What the list may be asked to say.
#[derive(Deserialize, Default)]
pub struct ListAsks {
    kept: Option<String>,
    deleted: Option<String>,
}

/// The list.
pub async fn list(
    app: web::Data<App>,
    reader: Visitor,
    asks: web::Query<ListAsks>,
) -> Result<HttpResponse, PageError> {
    list_page(&app, &reader, &asks, None).await
}

async fn list_page(
    app: &App,
    reader: &Reader,
    asks: &ListAsks,
    complaint: Option<&'static str>,
) -> Result<HttpResponse, PageError> {
    let own = app.store.kept_picks(reader.owner).await?;
    let examples = app.store.kept_picks(DEMO_OWNER).await?;
    let uuid = |text: &Option<String>| text.as_deref().and_then(|t| Uuid::parse_str(t).ok());
    let just_kept = uuid(&asks.kept).and_then(|k| own.picks.iter().find(|o| o.id == k));
    let just_deleted = match uuid(&asks.deleted) {
        Some(gone) => {
            let name = app.store.deleted_pick_name(reader.owner, gone).await.ok();
            name.map(|name| (gone.to_string(), name))
        }
        None => None,
    };
    let list = KeptList {
        own: &own.picks,
        examples: &examples.picks,
        unreadable: own.unreadable,
        just_kept: just_kept.map(|k| k.name.clone()),
        just_deleted,
        complaint,
    };
    shown(page::kept(reader, list))
}

/// The form under Keep.
#[derive(Deserialize)]
pub struct KeepInput {
    #[serde(default)]
    csrf: String,
    #[serde(default)]
    query: String,
    #[serde(default)]
    name: String,
    #[serde(default)]
    place: String,
    #[serde(default)]
    remark: String,
}

impl HasToken for KeepInput {
    fn token(&self) -> &str {
        &self.csrf
    }
}

/// Keeps the answer to the form's question, computed here and now.
pub async fn keep(
    app: web::Data<App>,
    sent: Checked<KeepInput>,
) -> Result<HttpResponse, PageError> {
    let Checked {
        reader,
        form: input,
    } = sent;
    let form = PickForm::from_query(&input.query, reader.options).with_views(&reader.views);
    let sinks = sink_tests(&app, &reader).await;
    let outcome = answered(&app.engine, &form, &sinks);
    let text = KeptText::new(&input.name, &input.remark, &input.place);
    match (&outcome, text) {
        (Ok((request, answer)), Ok(text)) => {
            let new = NewKept {
                text: &text,
                request,
                answer,
                units: form.units,
                ladder: form.ladder,
            };
            let id = app.store.keep_pick(reader.owner, &new).await?;
            Ok(see_other(&format!("/kept?kept={id}")))
        }
        (_, text) => {
            let typed = KeepForm {
                name: input.name,
                place: input.place,
                remark: input.remark,
                ..KeepForm::default()
            };
            let faults = text.err().unwrap_or_default();
            shown(page::keep_again(&reader, &form, outcome, typed, faults))
        }
    }
}

/// One kept pick, as it was answered then.
pub async fn one(app: web::Data<App>, reader: Visitor, id: Id) -> Result<HttpResponse, PageError> {
    let kept = app.store.kept_pick(reader.owner, id.0).await?;
    shown(page::kept_one(&app.engine, &reader, kept))
}

/// Two kept picks side by side: `?pick=…&pick=…`.
pub async fn compare(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Visitor,
) -> Result<HttpResponse, PageError> {
    let pairs: Vec<(String, String)> =
        serde_urlencoded::from_str(http.query_string()).unwrap_or_default();
    let asked: Vec<_> = pairs
        .iter()
        .filter(|p| p.0 == "pick")
        .map(|p| &p.1)
        .collect();
    let [first, second] = asked[..] else {
        let say = Some("Mark two picks, no more and no fewer, to compare them.");
        return list_page(&app, &reader, &ListAsks::default(), say).await;
    };
    let id = |text: &str| Uuid::parse_str(text).map_err(|_| PageError::NotFound);
    let pair = [
        app.store.kept_pick(reader.owner, id(first)?).await?,
        app.store.kept_pick(reader.owner, id(second)?).await?,
    ];
    shown(page::compare(&reader, &pair))
}

/// A form with nothing but its token.
#[derive(Deserialize)]
pub struct Bare {
    #[serde(default)]
    csrf: String,
}

impl HasToken for Bare {
    fn token(&self) -> &str {
        &self.csrf
    }
}

/// Deletes a pick; the list then offers to bring it back.
pub async fn delete(
    app: web::Data<App>,
    id: Id,
    sent: Checked<Bare>,
) -> Result<HttpResponse, PageError> {
    app.store.delete_kept_pick(sent.reader.owner, id.0).await?;
    Ok(see_other(&format!("/kept?deleted={}", id.0)))
}

/// Brings a deleted pick back.
pub async fn restore(
    app: web::Data<App>,
    id: Id,
    sent: Checked<Bare>,
) -> Result<HttpResponse, PageError> {
    app.store.restore_kept_pick(sent.reader.owner, id.0).await?;
    Ok(see_other(&format!("/kept?kept={}", id.0)))
}
