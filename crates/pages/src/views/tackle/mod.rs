//! The box: lists, rows, and the form of a thing.

use askama::Template;
use uuid::Uuid;
use yarrowfen_core::Engine;
use yarrowfen_core::base::codes::{EyeTurn, HookStyle, Keeper, Tie, Wire};
use yarrowfen_core::base::{UnitSystem, plain};
use yarrowfen_core::own_box::{BoxList, Head, Item, Thing};
use yarrowfen_rows::{Change, Owned};

use super::Frame;
use crate::ask::PickForm;
use crate::draw::tackle::figure::Figure;
use crate::draw::things::plate;
use crate::held::HeldBox;
use crate::reader::Reader;

mod entry;

pub use entry::{Entry, Input};

/// Rows of a page.
const ROWS: usize = 50;

/// What a list may be sorted by.
const SORTS: &[(&str, &str)] = &[
    ("size", "size"),
    ("name", "name"),
    ("count", "count"),
    ("newest", "newest"),
];

/// What the box is asked to show, in its query string.
#[derive(Debug, Clone)]
pub struct BoxAsks {
    /// The list.
    pub kind: BoxList,
    /// Words that a row must hold.
    pub q: String,
    /// One of the orders that the list knows.
    pub sort: &'static str,
    /// The archive in place of the list.
    pub archived: bool,
    /// Only what is used up.
    pub used_up: bool,
    /// Page, from 1.
    pub page: usize,
    /// A line typed fast.
    pub line: Option<String>,
    /// The row in the form.
    pub edit: Option<Uuid>,
    /// An empty form.
    pub new: bool,
    /// What was just done, by its code.
    pub said: String,
    /// The change that did it.
    pub undo: Option<Uuid>,
}

impl BoxAsks {
    /// Reads a query string; what makes no sense is as if it were not there.
    #[must_use]
    pub fn from_query(query: &str) -> Self {
        let pairs: Vec<(String, String)> = serde_urlencoded::from_str(query).unwrap_or_default();
        let get = |key: &str| pairs.iter().find(|p| p.0 == key).map(|p| p.1.as_str());
        let id = |key: &str| get(key).and_then(|t| Uuid::parse_str(t).ok());
        let sort = get("sort").and_then(|s| SORTS.iter().find(|known| known.0 == s));
        Self {
            kind: get("kind")
                .and_then(BoxList::from_code)
                .unwrap_or(BoxList::Head),
            q: get("q").unwrap_or_default().chars().take(80).collect(),
            sort: sort.map_or("size", |s| s.0),
            archived: get("archived") == Some("1"),
            used_up: get("used_up") == Some("1"),
            page: get("page")
                .and_then(|p| p.parse().ok())
                .unwrap_or(1)
                .clamp(1, 10_000),
            line: get("line").map(str::to_owned),
            edit: id("edit"),
            new: get("new") == Some("1"),
            said: get("said").unwrap_or_default().to_owned(),
            undo: id("undo"),
        }
    }

    /// The query string of the list shown, without form and messages.
    #[must_use]
    pub fn query(&self) -> String {
        self.with(|_| {})
    }

    /// The same with something changed.
    #[must_use]
    pub fn with(&self, change: impl FnOnce(&mut Self)) -> String {
        let mut asks = self.clone();
        change(&mut asks);
        let mut out = form_urlencoded::Serializer::new(String::new());
        out.append_pair("kind", asks.kind.code());
        let mut put = |key: &str, text: &str, usual: &str| {
            if text != usual {
                out.append_pair(key, text);
            }
        };
        put("q", asks.q.trim(), "");
        put("sort", asks.sort, "size");
        put("archived", if asks.archived { "1" } else { "" }, "");
        put("used_up", if asks.used_up { "1" } else { "" }, "");
        put("page", &asks.page.to_string(), "1");
        out.finish()
    }
}

/// A row as shown.
pub struct Row {
    /// Its id.
    pub id: String,
    /// Its name.
    pub title: String,
    /// What else is known of it.
    pub rest: String,
    /// How many.
    pub count: u32,
    /// The angler's words.
    pub remark: String,
    /// Whether it is put away.
    pub archived: bool,
    /// Whether it has a next weight.
    pub heavier: bool,
    /// Where it lies on the bench.
    pub bench: Option<String>,
    /// The question asked last with this head in the hand.
    pub judge: Option<String>,
    /// Its plate.
    pub plate: Option<Figure>,
}

/// The question asked last, put to a head of the box.
fn judge(head: &Head, reader: &Reader) -> String {
    let asked = PickForm::from_query(&reader.question, reader.options);
    let code = |given: Option<&'static str>| given.unwrap_or_default();
    let mm = |mm: Option<f64>| mm.map_or_else(String::new, |mm| format!("{} mm", plain(mm, 2)));
    let number = head.hook.as_ref().map_or("", |h| h.as_str());
    let query = asked.query_with(&[
        ("head_weight", &head.weight.label()),
        ("head_shape", head.shape.code()),
        ("head_material", head.material.code()),
        ("head_tie", code(head.tie.map(Tie::code))),
        ("head_eye", code(head.eye.map(EyeTurn::code))),
        ("head_post", &mm(head.post_mm)),
        ("head_keeper", code(head.keeper.map(Keeper::code))),
        ("head_hook", number),
        ("head_style", code(head.hook_style.map(HookStyle::code))),
        ("head_gap", &mm(head.gap_mm)),
        ("head_length", &mm(head.length_mm)),
        ("head_wire", code(head.wire.map(Wire::code))),
    ]);
    format!("/?{query}")
}

impl Row {
    fn new(engine: &Engine, id: Uuid, item: &Item, archived: bool, reader: &Reader) -> Self {
        let units = reader.options.units;
        let judge = match &item.thing {
            Thing::Head(head) => Some(judge(head, reader)),
            Thing::Hook(_) | Thing::Bait(_) | Thing::Line(_) | Thing::Rod(_) => None,
        };
        let (title, rest) = item.thing.told(units);
        let bench = match item.thing {
            Thing::Head(_) | Thing::Hook(_) => Some(format!("/bench?own_hook={id}")),
            Thing::Bait(_) => Some(format!("/bench?own_bait={id}")),
            Thing::Line(_) | Thing::Rod(_) => None,
        };
        Self {
            id: id.to_string(),
            title,
            rest,
            count: item.count,
            remark: item.remark.clone(),
            archived,
            heavier: matches!(item.thing, Thing::Head(_)),
            bench,
            judge,
            plate: plate(engine, &item.thing, &format!("p{}", id.simple())),
        }
    }
}

/// The page of a list.
#[derive(Template)]
#[template(path = "box.html")]
pub struct BoxPage {
    /// Frame.
    pub frame: Frame,
    /// What is shown.
    pub asks: BoxAsks,
    /// The lists: name, address, whether it is open.
    pub tabs: Vec<(&'static str, String, bool)>,
    /// Ways to sort: name, address, whether it is taken.
    pub sorts: Vec<(&'static str, String, bool)>,
    /// The rows of this page.
    pub rows: Vec<Row>,
    /// How many rows there are on all pages.
    pub total: usize,
    /// Pages before and after.
    pub turn: (Option<String>, Option<String>),
    /// Address of the archive, or back from it; and of what is used up.
    pub archive: String,
    /// Only what is used up, or all.
    pub used_up: String,
    /// The query that acts come back to.
    pub back: String,
    /// The form, where one is open.
    pub entry: Option<Entry>,
    /// What was just done, in words, with its change.
    pub said: Option<(&'static str, Option<String>)>,
    /// An example of a line for this list.
    pub example: &'static str,
    /// Whether nothing at all is in the box.
    pub empty: bool,
}

impl BoxPage {
    /// The page of a box.
    #[must_use]
    pub fn new(
        engine: &Engine,
        reader: &Reader,
        held: &HeldBox,
        asks: BoxAsks,
        entry: Option<Entry>,
    ) -> Self {
        let units = reader.options.units;
        let found = found(held, &asks, units);
        let total = found.len();
        let from = (asks.page - 1) * ROWS;
        let rows = found.iter().skip(from).take(ROWS);
        let to = |page: usize| format!("/box?{}", asks.with(|a| a.page = page));
        let tab = |kind: &BoxList| {
            let query = asks.with(|a| {
                (a.kind, a.page) = (*kind, 1);
                (a.archived, a.used_up, a.q) = (false, false, String::new());
            });
            (
                TABS[*kind as usize],
                format!("/box?{query}"),
                *kind == asks.kind,
            )
        };
        let sort = |(code, words): &(&'static str, &'static str)| {
            let query = asks.with(|a| (a.sort, a.page) = (code, 1));
            (*words, format!("/box?{query}"), *code == asks.sort)
        };
        let here = format!("/box?{}", asks.query());
        Self {
            frame: Frame::new("box", reader, here),
            tabs: BoxList::ALL.iter().map(tab).collect(),
            sorts: SORTS.iter().map(sort).collect(),
            rows: rows
                .map(|o| Row::new(engine, o.id, &o.item, o.archived, reader))
                .collect(),
            total,
            turn: (
                (asks.page > 1).then(|| to(asks.page - 1)),
                (from + ROWS < total).then(|| to(asks.page + 1)),
            ),
            archive: format!(
                "/box?{}",
                asks.with(|a| (a.archived, a.page) = (!a.archived, 1))
            ),
            used_up: format!(
                "/box?{}",
                asks.with(|a| (a.used_up, a.page) = (!a.used_up, 1))
            ),
            back: asks.query(),
            said: said(&asks.said).map(|words| (words, asks.undo.map(|u| u.to_string()))),
            example: EXAMPLES[asks.kind as usize],
            empty: held.items.is_empty(),
            asks,
            entry,
        }
    }
}

/// Names of the lists.
const TABS: [&str; BoxList::ALL.len()] = ["Heads", "Hooks", "Baits", "Lines", "Rods"];
/// A line that each list understands.
const EXAMPLES: [&str; BoxList::ALL.len()] = [
    "10 ball 1/8 3/0 lead",
    "20 hooks 3/0 wide gap heavy",
    "5 paddle tail 97 mm 17.5 deep",
    "braid 10 lb 0.19 mm",
    "rod 3-12 g medium light fast",
];

/// The rows that are asked for, in their order.
fn found<'b>(held: &'b HeldBox, asks: &BoxAsks, units: UnitSystem) -> Vec<&'b Owned> {
    let words: Vec<String> = asks
        .q
        .to_lowercase()
        .split_whitespace()
        .map(str::to_owned)
        .collect();
    let mut found: Vec<&Owned> = held
        .list(asks.kind)
        .filter(|o| o.archived == asks.archived && (!asks.used_up || o.item.count == 0))
        .filter(|o| {
            words.is_empty() || {
                let all = o.item.searchable(units);
                words.iter().all(|w| all.contains(w))
            }
        })
        .collect();
    match asks.sort {
        "name" => found.sort_by_cached_key(|o| o.item.thing.told(units).0),
        "count" => found.sort_by_key(|o| std::cmp::Reverse(o.item.count)),
        "newest" => found.sort_by_key(|o| std::cmp::Reverse(o.added_at)),
        _ => {}
    }
    found
}

/// The words after an act; only known codes say anything.
fn said(code: &str) -> Option<&'static str> {
    Some(match code {
        "added" => "Added.",
        "changed" => "Corrected.",
        "counted" => "Counted.",
        "copied" => "Copied to the next weight.",
        "archived" => "Put away into the archive.",
        "unarchived" => "Taken out of the archive.",
        "removed" => "Removed.",
        "undone" => "Taken back.",
        "undone_in_part" => "Taken back, but for what has been changed since.",
        "imported" => "The rows are in your box.",
        "taken" => "The file is taken in.",
        "welcome" => "Welcome. Type what is in your box, a line at a time.",
        _ => return None,
    })
}

/// One row after its count was changed, with the way back.
#[derive(Template)]
#[template(path = "box_row.html")]
pub struct RowPart {
    /// Form token.
    pub csrf: String,
    /// The row.
    pub row: Row,
    /// The query that acts come back to.
    pub back: String,
    /// The change, for undoing it.
    pub undo: String,
}

impl RowPart {
    /// Of a row just counted.
    #[must_use]
    pub fn new(
        engine: &Engine,
        reader: &Reader,
        (id, item, archived): (Uuid, &Item, bool),
        back: &str,
        change: Change,
    ) -> Self {
        Self {
            csrf: reader.form_token(),
            row: Row::new(engine, id, item, archived, reader),
            back: BoxAsks::from_query(back).query(),
            undo: change.0.to_string(),
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_query_of_a_list_reads_back_and_hides_nothing_foreign() {
        let asks = BoxAsks::from_query(
            "kind=bait&q=green+%26+dull&sort=count&archived=1&page=3&said=x&evil=1",
        );
        assert_eq!(
            asks.query(),
            "kind=bait&q=green+%26+dull&sort=count&archived=1&page=3"
        );
        assert_eq!(BoxAsks::from_query(&asks.query()).query(), asks.query());
        assert_eq!(
            BoxAsks::from_query("kind=x&sort=;drop&page=-4").query(),
            "kind=head"
        );
    }
}
