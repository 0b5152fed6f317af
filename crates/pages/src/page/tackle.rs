//! The box: its lists, fast entry, and files on their way in.

use uuid::Uuid;
use yarrowfen_core::Engine;
use yarrowfen_core::own_box::csv::{Headings, Read};
use yarrowfen_core::own_box::{BoxList, Faults, Item, Texts, typed_line};
use yarrowfen_rows::Change;

use crate::held::HeldBox;
use crate::reader::Reader;
use crate::reply::{Reply, Shown, status};
use crate::views::import::{HeadingsPage, ImportPage, PreviewPage, ProgressPage};
use crate::views::tackle::{BoxAsks, BoxPage, Entry, RowPart};

/// A list of the box, with what was typed fast shown back, or a thing open to
/// be corrected.
///
/// # Errors
/// When the template fails.
pub fn box_list(engine: &Engine, reader: &Reader, held: &HeldBox, query: &str) -> Shown {
    let asks = BoxAsks::from_query(query);
    let units = reader.options.units;
    let edited = asks
        .edit
        .and_then(|e| held.items.iter().find(|o| o.id == e));
    let line = asks.line.clone().filter(|l| !l.trim().is_empty());
    let (kind, entry) = if let Some(line) = line {
        let understood = typed_line::understand(&line, asks.kind, units);
        (
            understood.kind,
            Some(Entry::of_line(&line, understood, units)),
        )
    } else if let Some(edited) = edited {
        (
            edited.item.thing.kind(),
            Some(Entry::of_owned(edited, units)),
        )
    } else {
        (asks.kind, asks.new.then(|| Entry::blank(asks.kind)))
    };
    let asks = BoxAsks { kind, ..asks };
    Reply::page(200, &BoxPage::new(engine, reader, held, asks, entry))
}

/// The list again, with a form as it was typed and its faults. `back` is the
/// query of the list that it was typed over.
///
/// # Errors
/// When the template fails.
pub fn box_again(
    engine: &Engine,
    reader: &Reader,
    held: &HeldBox,
    (kind, edited, back): (BoxList, Option<Uuid>, &str),
    texts: &Texts<'_>,
    faults: Faults,
) -> Shown {
    let asks = BoxAsks {
        kind,
        ..BoxAsks::from_query(back)
    };
    let entry = Entry::typed(kind, edited, texts, faults);
    Reply::page(422, &BoxPage::new(engine, reader, held, asks, Some(entry)))
}

/// One row after its count was changed.
///
/// # Errors
/// When the template fails.
pub fn box_row(
    engine: &Engine,
    reader: &Reader,
    (id, item, archived): (Uuid, &Item, bool),
    back: &str,
    change: Change,
) -> Shown {
    Reply::page(
        200,
        &RowPart::new(engine, reader, (id, item, archived), back, change),
    )
}

/// Choosing a file of a list.
///
/// # Errors
/// When the template fails.
pub fn import_choose(reader: &Reader, kind: BoxList, fault: Option<String>) -> Shown {
    let code = status(fault.is_none());
    Reply::page(code, &ImportPage::new(reader, kind, fault))
}

/// What was read of a file, before it is taken in.
///
/// # Errors
/// When the template fails.
pub fn import_preview(reader: &Reader, kind: BoxList, id: Uuid, read: &Read) -> Shown {
    Reply::page(200, &PreviewPage::new(reader, kind, id, read))
}

/// What the headings of a file stand for, asked of its owner.
///
/// # Errors
/// When the template fails.
pub fn import_headings(
    reader: &Reader,
    (kind, id): (BoxList, Uuid),
    headings: &[(String, Vec<String>)],
    said: &Headings,
    fault: Option<String>,
) -> Shown {
    let code = status(fault.is_none());
    Reply::page(
        code,
        &HeadingsPage::new(reader, (kind, id), headings, said, fault),
    )
}

/// A file that is being taken in: rows done, and rows in all.
///
/// # Errors
/// When the template fails.
pub fn import_progress(reader: &Reader, id: Uuid, rows: (usize, usize)) -> Shown {
    Reply::page(200, &ProgressPage::new(reader, id, rows))
}
