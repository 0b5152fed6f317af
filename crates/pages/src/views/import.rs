//! CSV into a list: choosing a file, its preview, its progress.

use askama::Template;
use uuid::Uuid;
use yarrowfen_core::own_box::csv::{CellFault, Headings, Read, guess};
use yarrowfen_core::own_box::{self, BoxList, Holds};

use super::Frame;
use crate::reader::Reader;

/// Faults that are shown; the rest is counted.
const MOST_FAULTS: usize = 200;
/// Good rows that are shown.
const FIRST_ROWS: usize = 5;

/// A column, for who writes a file.
pub struct Column {
    /// Its name in the header.
    pub name: &'static str,
    /// What belongs there.
    pub says: String,
    /// Whether it must be there.
    pub needed: bool,
}

fn columns(kind: BoxList) -> Vec<Column> {
    let known = own_box::fields(kind);
    own_box::columns(kind)
        .into_iter()
        .map(|name| {
            let field = known.iter().find(|f| f.key == name);
            let says = match field.map(|f| f.holds) {
                Some(Holds::Code(_, words)) => {
                    words.iter().map(|w| w.0).collect::<Vec<_>>().join(", ")
                }
                Some(Holds::Number(l)) => {
                    format!("{}, {} to {} {}", l.name(), l.least, l.most, l.unit)
                }
                Some(Holds::Weight) => "weight marked on the head: 1/8 oz, 3.5 g".into(),
                Some(Holds::HookNumber) => "number of the hook: 4, 3/0".into(),
                Some(Holds::Text(most)) => format!("words, at most {most} characters"),
                None if name == own_box::COUNT => "how many; blank is 1".into(),
                None => format!("words, at most {} characters", own_box::MOST_REMARK),
            };
            let needed = field.is_some_and(|f| f.needed && f.usual.is_empty());
            Column { name, says, needed }
        })
        .collect()
}

/// Where a file is chosen.
#[derive(Template)]
#[template(path = "import.html")]
pub struct ImportPage {
    /// Frame.
    pub frame: Frame,
    /// The list.
    pub kind: BoxList,
    /// The columns of its header.
    pub columns: Vec<Column>,
    /// Why the last file was refused.
    pub fault: Option<String>,
}

impl ImportPage {
    /// The page of a list.
    #[must_use]
    pub fn new(reader: &Reader, kind: BoxList, fault: Option<String>) -> Self {
        Self {
            frame: Frame::new("box", reader, format!("/box/import/{}", kind.code())),
            kind,
            columns: columns(kind),
            fault,
        }
    }
}

/// A heading of a file, and what it may stand for.
pub struct HeadingAsked {
    /// As the file has it.
    pub name: String,
    /// The first cells under it.
    pub cells: String,
    /// Columns: code, what belongs there, whether it is the likely one.
    pub columns: Vec<(&'static str, String, bool)>,
}

/// Where headings are said what they stand for.
#[derive(Template)]
#[template(path = "headings.html")]
pub struct HeadingsPage {
    /// Frame.
    pub frame: Frame,
    /// The list.
    pub kind: BoxList,
    /// The file.
    pub id: String,
    /// Its headings.
    pub headings: Vec<HeadingAsked>,
    /// Columns that must be there.
    pub needed: String,
    /// What is wrong with what was said.
    pub fault: Option<String>,
}

impl HeadingsPage {
    /// Of a file's headings, with what was said of them, else what they are like.
    #[must_use]
    pub fn new(
        reader: &Reader,
        (kind, id): (BoxList, Uuid),
        headings: &[(String, Vec<String>)],
        said: &Headings,
        fault: Option<String>,
    ) -> Self {
        let all = columns(kind);
        let mut taken = Vec::new();
        let mut asked = |(name, cells): &(String, Vec<String>)| {
            let likely = said
                .get(name)
                .copied()
                .unwrap_or_else(|| guess(kind, name).filter(|c| !taken.contains(c)));
            taken.extend(likely);
            HeadingAsked {
                name: name.clone(),
                cells: cells.join(" · "),
                columns: (all.iter())
                    .map(|c| (c.name, c.name.replace('_', " "), likely == Some(c.name)))
                    .collect(),
            }
        };
        let needed = all
            .iter()
            .filter(|c| c.needed)
            .map(|c| c.name.replace('_', " "));
        Self {
            frame: Frame::new("box", reader, format!("/box/import/file/{id}?headings")),
            kind,
            id: id.to_string(),
            needed: needed.collect::<Vec<_>>().join(" and "),
            headings: headings.iter().map(&mut asked).collect(),
            fault,
        }
    }
}

/// What is in a file.
#[derive(Template)]
#[template(path = "preview.html")]
pub struct PreviewPage {
    /// Frame.
    pub frame: Frame,
    /// The list.
    pub kind: BoxList,
    /// The file.
    pub id: String,
    /// Good rows.
    pub good: usize,
    /// Rows with faults.
    pub faulty: usize,
    /// The first faults.
    pub faults: Vec<CellFault>,
    /// Faults that are not shown.
    pub more: usize,
    /// The first good rows: count, name, the rest.
    pub first: Vec<(u32, String, String)>,
}

impl PreviewPage {
    /// Of a file that was read.
    #[must_use]
    pub fn new(reader: &Reader, kind: BoxList, id: Uuid, read: &Read) -> Self {
        let told = |item: &own_box::Item| {
            let (title, rest) = item.thing.told(reader.options.units);
            (item.count, title, rest)
        };
        Self {
            frame: Frame::new("box", reader, format!("/box/import/file/{id}")),
            kind,
            id: id.to_string(),
            good: read.items.len(),
            faulty: read.faulty_rows,
            faults: read.faults.iter().take(MOST_FAULTS).cloned().collect(),
            more: read.faults.len().saturating_sub(MOST_FAULTS),
            first: read.items.iter().take(FIRST_ROWS).map(told).collect(),
        }
    }
}

/// A file on its way in.
#[derive(Template)]
#[template(path = "progress.html")]
pub struct ProgressPage {
    /// Frame.
    pub frame: Frame,
    /// The file.
    pub id: String,
    /// Rows written, rows in all.
    pub rows: (usize, usize),
}

impl ProgressPage {
    /// Of a file.
    #[must_use]
    pub fn new(reader: &Reader, id: Uuid, rows: (usize, usize)) -> Self {
        Self {
            frame: Frame::new("box", reader, format!("/box/import/file/{id}")),
            id: id.to_string(),
            rows,
        }
    }
}
