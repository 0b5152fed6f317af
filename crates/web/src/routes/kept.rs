//! Kept picks.

use actix_session::Session;
use actix_web::http::header::{HeaderName, HeaderValue};
use actix_web::{HttpRequest, HttpResponse, web};
use serde::Deserialize;
use uuid::Uuid;
use yarrowfen_pages::ask::PickForm;
use yarrowfen_pages::page::{self, KeptList, answered};
use yarrowfen_pages::views::pick::KeepForm;
use yarrowfen_store::{DEMO_OWNER, Holdings, KEPT_PAGE, KeptAsks, KeptSort, KeptText, NewKept};

use super::pick::sink_tests;
use crate::app::App;
use crate::reader::{Asked, Checked, HasToken, Id, Known, Visitor, aside};
use crate::reply::{PageError, see_other, shown};

/// What the list may be asked to say.
#[derive(Deserialize, Default)]
pub struct ListAsks {
    kept: Option<String>,
    deleted: Option<String>,
    q: Option<String>,
    sort: Option<String>,
    page: Option<String>,
}

/// Most characters that are looked for.
const MOST_SOUGHT: usize = 80;
/// What a pick takes in the database, about, bytes.
const PICK_BYTES: usize = 16 * 1024;
/// Last page that can be asked for: far above the quota.
const LAST_PAGE: i64 = 1000;

impl ListAsks {
    fn read(&self) -> KeptAsks {
        let page = self.page.as_deref().and_then(|p| p.parse().ok());
        KeptAsks {
            q: self
                .q
                .iter()
                .flat_map(|q| q.trim().chars())
                .take(MOST_SOUGHT)
                .collect(),
            sort: KeptSort::of(self.sort.as_deref().unwrap_or_default()),
            page: page.unwrap_or(1).clamp(1, LAST_PAGE),
        }
    }
}

/// The list.
pub async fn list(
    app: web::Data<App>,
    reader: Known,
    session: Session,
    Asked(asks): Asked<ListAsks>,
) -> Result<HttpResponse, PageError> {
    list_page(&app, &session, &reader, &asks, None).await
}

async fn list_page(
    app: &App,
    session: &Session,
    reader: &Known,
    asks: &ListAsks,
    complaint: Option<&'static str>,
) -> Result<HttpResponse, PageError> {
    let asked = asks.read();
    let own = app.store.kept_page(reader.owner, &asked).await?;
    let examples = app
        .store
        .kept_page(
            DEMO_OWNER,
            &KeptAsks {
                page: 1,
                ..asked.clone()
            },
        )
        .await?;
    let uuid = |text: &Option<String>| text.as_deref().and_then(|t| Uuid::parse_str(t).ok());
    let just_kept = uuid(&asks.kept).and_then(|k| own.picks.iter().find(|o| o.id == k));
    let just_deleted = match uuid(&asks.deleted) {
        Some(gone) => {
            let name = app.store.deleted_pick_name(reader.owner, gone).await.ok();
            name.map(|name| (gone.to_string(), name))
        }
        None => None,
    };
    // The demo's account is everybody's: nothing of one's own goes into it.
    let takes = reader.account().is_some_and(|account| !account.demo);
    let aside = aside(session).filter(|_| takes);
    let unclaimed = match aside {
        Some(browser) => app.store.holdings(browser).await?,
        None => Holdings::default(),
    };
    let list = KeptList {
        unclaimed,
        own: &own.picks,
        examples: &examples.picks,
        unreadable: own.unreadable,
        just_kept: just_kept.map(|k| k.name.clone()),
        just_deleted,
        complaint,
        asks: asked,
        on_page: KEPT_PAGE,
        total: own.total,
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
        once,
        ..
    } = sent;
    app.anonymous_quota.admit(&reader, PICK_BYTES)?;
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
            let id = app.store.keep_pick(reader.owner, once, &new).await?;
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
pub async fn one(app: web::Data<App>, reader: Known, id: Id) -> Result<HttpResponse, PageError> {
    let kept = app.store.kept_pick(reader.owner, id.0).await?;
    shown(page::kept_one(&app.engine, &reader, kept))
}

/// A kept pick for whoever has its address.
pub async fn shared(
    app: web::Data<App>,
    reader: Visitor,
    share: Id,
) -> Result<HttpResponse, PageError> {
    let kept = app.store.shared_pick(share.0).await?;
    let mut page = shown(page::kept_shared(&app.engine, &reader, kept))?;
    // Whoever was given the address may open it; it is not for search engines.
    page.headers_mut().insert(
        HeaderName::from_static("x-robots-tag"),
        HeaderValue::from_static("noindex"),
    );
    Ok(page)
}

/// Gives a pick an address for others.
pub async fn share(
    app: web::Data<App>,
    id: Id,
    sent: Checked<Bare>,
) -> Result<HttpResponse, PageError> {
    app.store.share_kept_pick(sent.reader.owner, id.0).await?;
    Ok(see_other(&format!("/kept/{}", id.0)))
}

/// Takes it back.
pub async fn withdraw(
    app: web::Data<App>,
    id: Id,
    sent: Checked<Bare>,
) -> Result<HttpResponse, PageError> {
    app.store.withdraw_share(sent.reader.owner, id.0).await?;
    Ok(see_other(&format!("/kept/{}", id.0)))
}

/// Two kept picks side by side: `?pick=…&pick=…`.
pub async fn compare(
    app: web::Data<App>,
    http: HttpRequest,
    session: Session,
    reader: Known,
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
        return list_page(&app, &session, &reader, &ListAsks::default(), say).await;
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
