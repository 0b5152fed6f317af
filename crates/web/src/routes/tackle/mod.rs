//! The box: its lists, fast entry, and what is done to a row.

pub mod import;
mod json;

pub use json::{list_json, pick_json};

use std::borrow::Cow;

use actix_web::{HttpRequest, HttpResponse, http::StatusCode, http::header, web};
use askama::Template;
use uuid::Uuid;
use yarrowfen_core::tackle_box::{
    BoxList, Faults, Item, MOST_COUNT, Texts, csv, typed_line as quick,
};
use yarrowfen_store::{Change, State};

use super::App;
use super::kept::{html, id};
use crate::errors::PageError;
use crate::session::{Member, see_other};
use crate::views::tackle::{BoxAsks, BoxPage, Entry, RowPart};

/// A form of the box, as pairs: its fields go by the list.
pub type Pairs = web::Form<Vec<(String, String)>>;

/// A field of such a form.
pub(super) fn field<'p>(pairs: &'p [(String, String)], name: &str) -> &'p str {
    let found = pairs.iter().find(|p| p.0 == name);
    found.map_or("", |p| p.1.as_str())
}

/// The texts of a list's fields.
fn texts<'p>(pairs: &'p [(String, String)]) -> Texts<'p> {
    pairs
        .iter()
        .map(|(k, v)| (Cow::Owned(k.clone()), Cow::Borrowed(v.as_str())))
        .collect()
}

/// The box.
pub async fn page(
    app: web::Data<App>,
    http: HttpRequest,
    member: Member,
) -> Result<HttpResponse, PageError> {
    let reader = &member.reader;
    let asks = BoxAsks::from_query(http.query_string());
    let units = reader.options.units;
    let held = app.boxes.of(&app.store, &member.account).await?;
    let (asks, entry) = if let Some(line) = asks.line.as_deref().filter(|l| !l.trim().is_empty()) {
        let understood = quick::understand(line, asks.kind, units);
        let kind = understood.kind;
        (
            BoxAsks {
                kind,
                ..asks.clone()
            },
            Some(Entry::of_line(line, understood, units)),
        )
    } else if let Some(edited) = asks
        .edit
        .and_then(|e| held.items.iter().find(|o| o.id == e))
    {
        let kind = edited.item.thing.kind();
        (
            BoxAsks {
                kind,
                ..asks.clone()
            },
            Some(Entry::of_owned(edited, units)),
        )
    } else if asks.new {
        let blank = Entry::blank(asks.kind);
        (asks, Some(blank))
    } else {
        (asks, None)
    };
    Ok(html(
        StatusCode::OK,
        BoxPage::new(reader, &held, asks, entry).render()?,
    ))
}

/// The page again, with the form as typed and its faults.
async fn again(
    app: &App,
    member: &Member,
    edited: Option<Uuid>,
    kind: BoxList,
    pairs: &[(String, String)],
    faults: Faults,
) -> Result<HttpResponse, PageError> {
    let held = app.boxes.of(&app.store, &member.account).await?;
    let asks = BoxAsks {
        kind,
        ..BoxAsks::from_query(field(pairs, "back"))
    };
    let entry = Entry::typed(kind, edited, &texts(pairs), faults);
    let page = BoxPage::new(&member.reader, &held, asks, Some(entry));
    Ok(html(StatusCode::UNPROCESSABLE_ENTITY, page.render()?))
}

/// The list after an act, with a word about it and the way back.
fn done(pairs: &[(String, String)], kind: BoxList, said: &str, change: Change) -> HttpResponse {
    let asks = BoxAsks {
        kind,
        ..BoxAsks::from_query(field(pairs, "back"))
    };
    see_other(&format!(
        "/box?{}&said={said}&undo={}",
        asks.query(),
        change.0
    ))
}

fn kind_of(pairs: &[(String, String)]) -> Result<BoxList, PageError> {
    BoxList::from_code(field(pairs, "kind")).ok_or(PageError::Unreadable)
}

/// Adds a thing.
pub async fn add(
    app: web::Data<App>,
    member: Member,
    pairs: Pairs,
) -> Result<HttpResponse, PageError> {
    member.reader.check_csrf(field(&pairs, "csrf"))?;
    let kind = kind_of(&pairs)?;
    match Item::read(kind, &texts(&pairs), member.reader.options.units) {
        Ok(item) => {
            let state = State {
                item,
                archived: false,
                added_at: None,
            };
            let (change, _) = app.store.add_items(member.account.owner, &[state]).await?;
            Ok(done(&pairs, kind, "added", change))
        }
        Err(faults) => again(&app, &member, None, kind, &pairs, faults).await,
    }
}

/// Corrects a thing.
pub async fn edit(
    app: web::Data<App>,
    member: Member,
    path: web::Path<String>,
    pairs: Pairs,
) -> Result<HttpResponse, PageError> {
    member.reader.check_csrf(field(&pairs, "csrf"))?;
    let (id, kind) = (id(&path)?, kind_of(&pairs)?);
    match Item::read(kind, &texts(&pairs), member.reader.options.units) {
        Ok(item) => {
            let act = |state: State| State { item, ..state };
            let change = app.store.change_item(member.account.owner, id, act).await?;
            Ok(done(&pairs, kind, "changed", change))
        }
        Err(faults) => again(&app, &member, Some(id), kind, &pairs, faults).await,
    }
}

/// Counts up or down: `by` is a whole number.
pub async fn count(
    app: web::Data<App>,
    http: HttpRequest,
    member: Member,
    path: web::Path<String>,
    pairs: Pairs,
) -> Result<HttpResponse, PageError> {
    member.reader.check_csrf(field(&pairs, "csrf"))?;
    let by: i64 = field(&pairs, "by")
        .parse()
        .map_err(|_| PageError::Unreadable)?;
    let (id, mut counted) = (id(&path)?, None);
    let act = |mut state: State| {
        let new = i64::from(state.item.count).saturating_add(by);
        state.item.count = u32::try_from(new.clamp(0, i64::from(MOST_COUNT))).unwrap_or(0);
        counted = Some((state.item.clone(), state.archived));
        state
    };
    let change = app.store.change_item(member.account.owner, id, act).await?;
    let (item, archived) = counted.ok_or(PageError::Internal)?;
    if http.headers().contains_key("hx-request") {
        let part = RowPart::new(
            &member.reader,
            id,
            &item,
            archived,
            field(&pairs, "back"),
            change,
        );
        return Ok(html(StatusCode::OK, part.render()?));
    }
    Ok(done(&pairs, item.thing.kind(), "counted", change))
}

/// Another of the same, a rung heavier.
pub async fn duplicate(
    app: web::Data<App>,
    member: Member,
    path: web::Path<String>,
    pairs: Pairs,
) -> Result<HttpResponse, PageError> {
    member.reader.check_csrf(field(&pairs, "csrf"))?;
    let id = id(&path)?;
    let held = app.boxes.of(&app.store, &member.account).await?;
    let owned = held
        .items
        .iter()
        .find(|o| o.id == id)
        .ok_or(PageError::NotFound)?;
    let item = owned.item.duplicate();
    let kind = item.thing.kind();
    let state = State {
        item,
        archived: false,
        added_at: None,
    };
    let (change, _) = app.store.add_items(member.account.owner, &[state]).await?;
    Ok(done(&pairs, kind, "copied", change))
}

/// Puts a thing away, or takes it out of the archive (`on=0`).
pub async fn archive(
    app: web::Data<App>,
    member: Member,
    path: web::Path<String>,
    pairs: Pairs,
) -> Result<HttpResponse, PageError> {
    member.reader.check_csrf(field(&pairs, "csrf"))?;
    let (id, on, mut kind) = (id(&path)?, field(&pairs, "on") != "0", None);
    let act = |state: State| {
        kind = Some(state.item.thing.kind());
        State {
            archived: on,
            ..state
        }
    };
    let change = app.store.change_item(member.account.owner, id, act).await?;
    let said = if on { "archived" } else { "unarchived" };
    Ok(done(&pairs, kind.unwrap_or(BoxList::Head), said, change))
}

/// Removes a thing for good, as far as an undo goes.
pub async fn remove(
    app: web::Data<App>,
    member: Member,
    path: web::Path<String>,
    pairs: Pairs,
) -> Result<HttpResponse, PageError> {
    member.reader.check_csrf(field(&pairs, "csrf"))?;
    let change = app
        .store
        .remove_items(member.account.owner, &[id(&path)?])
        .await?;
    let asks = BoxAsks::from_query(field(&pairs, "back"));
    Ok(done(&pairs, asks.kind, "removed", change))
}

/// Takes a change back.
pub async fn undo(
    app: web::Data<App>,
    member: Member,
    path: web::Path<String>,
    pairs: Pairs,
) -> Result<HttpResponse, PageError> {
    member.reader.check_csrf(field(&pairs, "csrf"))?;
    let (change, left) = app
        .store
        .undo(member.account.owner, Change(id(&path)?))
        .await?;
    let asks = BoxAsks::from_query(field(&pairs, "back"));
    let said = if left == 0 {
        "undone"
    } else {
        "undone_in_part"
    };
    Ok(done(&pairs, asks.kind, said, change))
}

/// A list as CSV: what is not put away.
pub async fn csv_of(
    app: web::Data<App>,
    member: Member,
    path: web::Path<String>,
) -> Result<HttpResponse, PageError> {
    let kind = BoxList::from_code(&path).ok_or(PageError::NotFound)?;
    let held = app.boxes.of(&app.store, &member.account).await?;
    let items = held
        .items
        .iter()
        .filter(|o| !o.archived && o.item.thing.kind() == kind);
    let body = csv::write(kind, items.map(|o| &o.item));
    let name = format!("attachment; filename=\"yarrowfen-{}s.csv\"", kind.code());
    Ok(HttpResponse::Ok()
        .content_type("text/csv; charset=utf-8")
        .insert_header((header::CONTENT_DISPOSITION, name))
        .body(body))
}
