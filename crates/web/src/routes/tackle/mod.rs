//! The box: its lists, fast entry, and what is done to a row.

pub mod import;
mod json;

pub use json::{list_json, pick_json};

use std::borrow::Cow;

use actix_web::{HttpRequest, HttpResponse, http::header, web};
use uuid::Uuid;
use yarrowfen_core::own_box::{BoxList, Faults, Item, MOST_COUNT, Texts, csv};
use yarrowfen_pages::page;
use yarrowfen_pages::reply::Part;
use yarrowfen_pages::views::tackle::BoxAsks;
use yarrowfen_store::{Change, State};

use crate::app::App;
use crate::reader::{HtmxPart, Id, Member, Pairs, Signed};
use crate::reply::{PageError, off_loop, see_other, shown};

/// The texts of a list's fields.
fn texts(pairs: &Pairs) -> Texts<'_> {
    let pairs = pairs.0.iter();
    pairs
        .map(|(k, v)| (Cow::Owned(k.clone()), Cow::Borrowed(v.as_str())))
        .collect()
}

/// A list of the box.
pub async fn page(
    app: web::Data<App>,
    http: HttpRequest,
    member: Member,
) -> Result<HttpResponse, PageError> {
    let held = app.boxes.of(&app.store, &member.account).await?;
    let (engine, query) = (app.engine.clone(), http.query_string().to_owned());
    let look = move || page::box_list(&engine, &member.reader, &held, &query);
    shown(off_loop(look).await?)
}

/// The page again, with the form as typed and its faults.
async fn again(
    app: &App,
    sent: &Signed<Pairs>,
    (kind, edited): (BoxList, Option<Uuid>),
    faults: Faults,
) -> Result<HttpResponse, PageError> {
    let held = app.boxes.of(&app.store, &sent.member.account).await?;
    let over = (kind, edited, sent.form.field("back"));
    let texts = texts(&sent.form);
    shown(page::box_again(
        &app.engine,
        &sent.member.reader,
        &held,
        over,
        &texts,
        faults,
    ))
}

/// The list after an act, with a word about it and the way back.
fn done(pairs: &Pairs, kind: BoxList, said: &str, change: Option<Change>) -> HttpResponse {
    let asks = BoxAsks {
        kind,
        ..BoxAsks::from_query(pairs.field("back"))
    };
    let query = asks.query();
    let undo = change.map(|c| format!("&undo={}", c.0)).unwrap_or_default();
    see_other(&format!("/box?{query}&said={said}{undo}"))
}

fn kind_of(pairs: &Pairs) -> Result<BoxList, PageError> {
    BoxList::from_code(pairs.field("kind")).ok_or(PageError::Unreadable)
}

/// A thing that comes into the box now.
fn new(item: Item) -> State {
    State {
        item,
        archived: false,
        added_at: None,
    }
}

/// Adds a thing.
pub async fn add(app: web::Data<App>, sent: Signed<Pairs>) -> Result<HttpResponse, PageError> {
    let kind = kind_of(&sent.form)?;
    let units = sent.member.reader.options.units;
    match Item::read(kind, &texts(&sent.form), units) {
        Ok(item) => {
            let owner = sent.member.account.owner;
            let (change, _) = app.store.add_items(owner, sent.once, &[new(item)]).await?;
            Ok(done(&sent.form, kind, "added", Some(change)))
        }
        Err(faults) => again(&app, &sent, (kind, None), faults).await,
    }
}

/// Corrects a thing.
pub async fn edit(
    app: web::Data<App>,
    id: Id,
    sent: Signed<Pairs>,
) -> Result<HttpResponse, PageError> {
    let kind = kind_of(&sent.form)?;
    let units = sent.member.reader.options.units;
    match Item::read(kind, &texts(&sent.form), units) {
        Ok(item) => {
            let act = |state: State| State { item, ..state };
            let owner = sent.member.account.owner;
            let changed = app.store.change_item(owner, sent.once, id.0, act).await?;
            Ok(done(&sent.form, kind, "changed", Some(changed.0)))
        }
        Err(faults) => again(&app, &sent, (kind, Some(id.0)), faults).await,
    }
}

/// Counts up or down: `by` is a whole number.
pub async fn count(
    app: web::Data<App>,
    id: Id,
    part: HtmxPart,
    sent: Signed<Pairs>,
) -> Result<HttpResponse, PageError> {
    let by: i64 = sent
        .form
        .field("by")
        .parse()
        .map_err(|_| PageError::Unreadable)?;
    let act = |mut state: State| {
        let counts = i64::from(state.item.count).saturating_add(by);
        let within = counts.clamp(0, i64::from(MOST_COUNT));
        state.item.count = u32::try_from(within).unwrap_or(MOST_COUNT);
        state
    };
    let owner = sent.member.account.owner;
    let (change, is) = app.store.change_item(owner, sent.once, id.0, act).await?;
    if part.0 == Part::Changed {
        let back = sent.form.field("back");
        let row = (id.0, &is.item, is.archived);
        return shown(page::box_row(
            &app.engine,
            &sent.member.reader,
            row,
            back,
            change,
        ));
    }
    Ok(done(
        &sent.form,
        is.item.thing.kind(),
        "counted",
        Some(change),
    ))
}

/// Another of the same, a rung heavier.
pub async fn duplicate(
    app: web::Data<App>,
    id: Id,
    sent: Signed<Pairs>,
) -> Result<HttpResponse, PageError> {
    let held = app.boxes.of(&app.store, &sent.member.account).await?;
    let owned = held.items.iter().find(|o| o.id == id.0);
    let item = owned.ok_or(PageError::NotFound)?.item.duplicate();
    let kind = item.thing.kind();
    let owner = sent.member.account.owner;
    let (change, _) = app.store.add_items(owner, sent.once, &[new(item)]).await?;
    Ok(done(&sent.form, kind, "copied", Some(change)))
}

/// Puts a thing away, or takes it out of the archive (`on=0`).
pub async fn archive(
    app: web::Data<App>,
    id: Id,
    sent: Signed<Pairs>,
) -> Result<HttpResponse, PageError> {
    let on = sent.form.field("on") != "0";
    let act = |state: State| State {
        archived: on,
        ..state
    };
    let owner = sent.member.account.owner;
    let (change, is) = app.store.change_item(owner, sent.once, id.0, act).await?;
    let kind = is.item.thing.kind();
    let said = if on { "archived" } else { "unarchived" };
    Ok(done(&sent.form, kind, said, Some(change)))
}

/// Removes a thing for good, as far as an undo goes.
pub async fn remove(
    app: web::Data<App>,
    id: Id,
    sent: Signed<Pairs>,
) -> Result<HttpResponse, PageError> {
    let owner = sent.member.account.owner;
    let change = app.store.remove_items(owner, &[id.0]).await?;
    let asks = BoxAsks::from_query(sent.form.field("back"));
    Ok(done(&sent.form, asks.kind, "removed", Some(change)))
}

/// Takes a change back.
pub async fn undo(
    app: web::Data<App>,
    id: Id,
    sent: Signed<Pairs>,
) -> Result<HttpResponse, PageError> {
    let owner = sent.member.account.owner;
    let undone = app.store.undo(owner, Change(id.0)).await?;
    let asks = BoxAsks::from_query(sent.form.field("back"));
    let said = if undone.left == 0 {
        "undone"
    } else {
        "undone_in_part"
    };
    Ok(done(&sent.form, asks.kind, said, undone.change))
}

/// A list as CSV: what is not put away.
pub async fn csv_of(
    app: web::Data<App>,
    member: Member,
    path: web::Path<String>,
) -> Result<HttpResponse, PageError> {
    let kind = BoxList::from_code(&path).ok_or(PageError::NotFound)?;
    let held = app.boxes.of(&app.store, &member.account).await?;
    let write = move || {
        let items = held.items.iter();
        let items = items.filter(|o| !o.archived && o.item.thing.kind() == kind);
        csv::write(kind, items.map(|o| &o.item))
    };
    let body = off_loop(write).await?;
    let name = format!("attachment; filename=\"yarrowfen-{}s.csv\"", kind.code());
    Ok(HttpResponse::Ok()
        .content_type("text/csv; charset=utf-8")
        .insert_header((header::CONTENT_DISPOSITION, name))
        .body(body))
}
