//! Kept picks.

use actix_web::{HttpRequest, HttpResponse, http::StatusCode, http::header::ContentType, web};
use askama::Template;
use serde::Deserialize;
use uuid::Uuid;
use yarrowfen_core::Options;
use yarrowfen_store::{DEMO_OWNER, Kept, KeptText, NewKept};

use super::{App, pick};
use crate::errors::PageError;
use crate::form::PickForm;
use crate::session::Reader;
use crate::views::Frame;
use crate::views::compare::ComparePage;
use crate::views::kept::{KeptOne, KeptPage, Today, today};
use crate::views::pick::{KeepForm, PickPage};

pub(super) fn html(status: StatusCode, body: String) -> HttpResponse {
    HttpResponse::build(status)
        .content_type(ContentType::html())
        .body(body)
}

pub(super) use crate::session::see_other as go;

/// An id in a path or form; anything else is simply not there.
pub(super) fn id(text: &str) -> Result<Uuid, PageError> {
    Uuid::parse_str(text).map_err(|_| PageError::NotFound)
}

/// What the list may be asked to say.
#[derive(Deserialize, Default)]
pub struct ListAsks {
    kept: Option<String>,
    deleted: Option<String>,
}

/// The list.
pub async fn list(
    app: web::Data<App>,
    reader: Reader,
    asks: web::Query<ListAsks>,
) -> Result<HttpResponse, PageError> {
    Ok(html(
        StatusCode::OK,
        list_page(&app, &reader, &asks, None).await?.render()?,
    ))
}

async fn list_page(
    app: &App,
    reader: &Reader,
    asks: &ListAsks,
    complaint: Option<&'static str>,
) -> Result<KeptPage, PageError> {
    let own = app.store.kept_picks(reader.owner).await?;
    let examples = app.store.kept_picks(DEMO_OWNER).await?;
    let units = reader.options.units;
    let just_kept = asks
        .kept
        .as_deref()
        .and_then(|k| own.iter().find(|o| o.id.to_string() == k))
        .map(|k| k.name.clone());
    let just_deleted = match asks
        .deleted
        .as_deref()
        .and_then(|d| Uuid::parse_str(d).ok())
    {
        Some(gone) => app
            .store
            .deleted_pick_name(reader.owner, gone)
            .await
            .ok()
            .map(|name| (gone.to_string(), name)),
        None => None,
    };
    Ok(KeptPage {
        frame: Frame::new("kept", reader, "/kept".into()),
        own: KeptPage::lines(&own, units),
        examples: KeptPage::lines(&examples, units),
        just_kept,
        just_deleted,
        complaint,
    })
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

/// Keeps the answer to the form's question, computed here and now.
pub async fn keep(
    app: web::Data<App>,
    reader: Reader,
    input: web::Form<KeepInput>,
) -> Result<HttpResponse, PageError> {
    reader.check_csrf(&input.csrf)?;
    let form = PickForm::from_query(&input.query, reader.options).with_views(&reader.views);
    let outcome = pick::own_record(&app, &reader, &form, pick::answer(&app, &form)).await;
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
            Ok(go(&format!("/kept?kept={id}")))
        }
        (_, text) => {
            let faults = text
                .err()
                .unwrap_or_default()
                .into_iter()
                .map(|f| (f.field, f.message))
                .collect();
            let typed = KeepForm {
                name: input.name.clone(),
                place: input.place.clone(),
                remark: input.remark.clone(),
                faults,
                ..KeepForm::default()
            };
            let frame = Frame::new("pick", &reader, format!("/?{}", form.query()));
            let page = PickPage::new(frame, &form, outcome, Some(typed));
            Ok(html(StatusCode::UNPROCESSABLE_ENTITY, page.render()?))
        }
    }
}

/// What today's model says to a kept question.
fn answer_today(app: &App, kept: &Kept) -> Today {
    let options = Options {
        units: kept.units,
        ladder: kept.ladder,
        others: false,
        ..Options::default()
    };
    today(&kept.answer, &app.engine.pick(&kept.request, options))
}

/// One kept pick, as it was answered then.
pub async fn one(
    app: web::Data<App>,
    reader: Reader,
    path: web::Path<String>,
) -> Result<HttpResponse, PageError> {
    let kept = app.store.kept_pick(reader.owner, id(&path)?).await?;
    let frame = Frame::new("kept", &reader, format!("/kept/{}", kept.id));
    let now = answer_today(&app, &kept);
    Ok(html(
        StatusCode::OK,
        KeptOne::new(frame, kept, now).render()?,
    ))
}

/// Two kept picks side by side: `?pick=…&pick=…`.
pub async fn compare(
    app: web::Data<App>,
    http: HttpRequest,
    reader: Reader,
) -> Result<HttpResponse, PageError> {
    let pairs: Vec<(String, String)> =
        serde_urlencoded::from_str(http.query_string()).unwrap_or_default();
    let asked: Vec<_> = pairs
        .into_iter()
        .filter(|(k, _)| k == "pick")
        .map(|(_, v)| v)
        .collect();
    let [first, second] = asked.as_slice() else {
        let say = Some("Mark two picks, no more and no fewer, to compare them.");
        let page = list_page(&app, &reader, &ListAsks::default(), say).await?;
        return Ok(html(StatusCode::UNPROCESSABLE_ENTITY, page.render()?));
    };
    let pair = [
        app.store.kept_pick(reader.owner, id(first)?).await?,
        app.store.kept_pick(reader.owner, id(second)?).await?,
    ];
    let frame = Frame::new(
        "kept",
        &reader,
        format!("/kept/compare?pick={}&pick={}", pair[0].id, pair[1].id),
    );
    Ok(html(
        StatusCode::OK,
        ComparePage::new(frame, &pair).render()?,
    ))
}

/// A form with nothing but its token.
#[derive(Deserialize)]
pub struct Bare {
    /// Form token.
    #[serde(default)]
    pub csrf: String,
}

/// Deletes a pick; the list then offers to bring it back.
pub async fn delete(
    app: web::Data<App>,
    reader: Reader,
    path: web::Path<String>,
    form: web::Form<Bare>,
) -> Result<HttpResponse, PageError> {
    reader.check_csrf(&form.csrf)?;
    let gone = id(&path)?;
    app.store.delete_kept_pick(reader.owner, gone).await?;
    Ok(go(&format!("/kept?deleted={gone}")))
}

/// Brings a deleted pick back.
pub async fn restore(
    app: web::Data<App>,
    reader: Reader,
    path: web::Path<String>,
    form: web::Form<Bare>,
) -> Result<HttpResponse, PageError> {
    reader.check_csrf(&form.csrf)?;
    let back = id(&path)?;
    app.store.restore_kept_pick(reader.owner, back).await?;
    Ok(go(&format!("/kept?kept={back}")))
}
