//! What a device holds of who is signed in on it, so that pages can be made there.

use std::collections::BTreeMap;

use serde::{Deserialize, Serialize, Serializer};
use time::OffsetDateTime;
use uuid::Uuid;
use yarrowfen_core::Options;
use yarrowfen_core::base::{Ladder, UnitSystem};
use yarrowfen_core::day::{Event, Planned};
use yarrowfen_core::explore::ledger::OwnSize;
use yarrowfen_core::own_box::{BoxList, Item};
use yarrowfen_rows::{Account, MendTry, Owned, OwnerId, Sink, Versions, Water};

use crate::held::HeldBox;
use crate::reader::{Reader, Theme, Who};

/// A thing of the box.
#[derive(Debug, Clone, Serialize, Deserialize)]
pub struct ThingRow {
    id: Uuid,
    kind: BoxList,
    texts: BTreeMap<String, String>,
    archived: bool,
    #[serde(with = "time::serde::timestamp::microseconds")]
    added_at: OffsetDateTime,
}

/// Who is signed in.
#[derive(Debug, Clone, Serialize, Deserialize)]
struct AccountRow {
    name: String,
    demo: bool,
    box_version: i64,
}

/// All that a device holds of a reader. It is sealed to the owner that it names: nothing of
/// it is shown to another.
///
/// Things are rows where it is read; where it is written, the box itself, each row made as it is
/// written: fifty thousand at once would be the largest thing in the server's memory.
#[derive(Debug, Clone, Serialize, Deserialize)]
pub struct Device<T = Vec<ThingRow>> {
    /// Whose it is.
    pub owner: Uuid,
    /// Owners whose unsent lines are this one's now: browsers that became part of the account.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    joined: Vec<Uuid>,
    /// The browser's own rows while somebody is signed in: its lines are still taken.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    aside: Option<Uuid>,
    csrf: String,
    units: UnitSystem,
    ladder: Ladder,
    theme: String,
    views: String,
    px_per_mm: Option<f64>,
    question: String,
    account: Option<AccountRow>,
    assets: String,
    things: T,
    waters: Vec<Water>,
    sinks: Vec<Sink>,
    tries: Vec<MendTry>,
    #[serde(default)]
    sizes: Vec<OwnSize>,
    #[serde(default)]
    planned: Vec<Planned>,
    /// What was written down of late, as the server has it.
    pub events: Vec<Event>,
}

/// The same, ready to make pages of.
#[derive(Debug)]
pub struct Loaded {
    /// Who reads.
    pub reader: Reader,
    /// The box, of who is signed in.
    pub things: Option<HeldBox>,
    /// The sink tests.
    pub sinks: Vec<Sink>,
    /// What was tried against complaints, the newest first.
    pub tries: Vec<MendTry>,
    /// Sizes that the log speaks for.
    pub sizes: Vec<OwnSize>,
    /// Days that are planned.
    pub planned: Vec<Planned>,
}

impl Loaded {
    /// Nobody, with an empty box.
    pub(crate) fn nobody() -> Self {
        Self {
            reader: Reader {
                csrf: String::new(),
                once: String::new(),
                options: Options::default(),
                theme: Theme::System,
                views: String::new(),
                px_per_mm: None,
                question: String::new(),
                who: Who::Nobody,
                assets: String::new(),
            },
            things: Some(HeldBox::new(0, Vec::new(), Vec::new())),
            sinks: Vec::new(),
            tries: Vec::new(),
            sizes: Vec::new(),
            planned: Vec::new(),
        }
    }
}

/// A box, written as rows.
#[derive(Debug, Clone, Copy)]
pub struct Rows<'h>(Option<&'h HeldBox>);

impl Serialize for Rows<'_> {
    fn serialize<S: Serializer>(&self, to: S) -> Result<S::Ok, S::Error> {
        to.collect_seq(self.0.iter().flat_map(|h| &h.items).map(ThingRow::of))
    }
}

impl ThingRow {
    fn of(owned: &Owned) -> Self {
        let texts = owned.item.texts().into_iter();
        Self {
            id: owned.id,
            kind: owned.item.thing.kind(),
            texts: texts
                .map(|(key, text)| (key.into_owned(), text.into_owned()))
                .collect(),
            archived: owned.archived,
            added_at: owned.added_at,
        }
    }
}

/// Of whom a device holds something.
#[derive(Debug, Clone, Copy)]
pub struct Whose<'r> {
    /// Whose rows are meant.
    pub owner: OwnerId,
    /// Who reads.
    pub reader: &'r Reader,
    /// Browsers that became part of the account.
    pub joined: &'r [OwnerId],
    /// The browser, while somebody is signed in on it.
    pub aside: Option<OwnerId>,
}

impl<'h> Device<Rows<'h>> {
    /// Of a reader and what is held of him.
    #[must_use]
    pub fn of(
        whose: &Whose<'_>,
        things: Option<&'h HeldBox>,
        (sinks, tries, sizes): (&[Sink], &[MendTry], &[OwnSize]),
        (events, planned): (Vec<Event>, Vec<Planned>),
    ) -> Self {
        let reader = whose.reader;
        Self {
            owner: whose.owner.0,
            joined: whose.joined.iter().map(|o| o.0).collect(),
            aside: whose.aside.map(|o| o.0),
            csrf: reader.csrf.clone(),
            units: reader.options.units,
            ladder: reader.options.ladder,
            theme: reader.theme.code().to_owned(),
            views: reader.views.clone(),
            px_per_mm: reader.px_per_mm,
            question: reader.question.clone(),
            account: reader.account().map(|a| AccountRow {
                name: a.name.clone(),
                demo: a.demo,
                box_version: a.box_version,
            }),
            assets: reader.assets.clone(),
            things: Rows(things),
            waters: things.map_or_else(Vec::new, |h| h.waters.clone()),
            sinks: sinks.to_vec(),
            tries: tries.to_vec(),
            sizes: sizes.to_vec(),
            planned,
            events,
        }
    }
}

impl Device {
    /// Ready to make pages of. A thing that this version cannot read is left out, as it is
    /// where the box is read from the database.
    #[must_use]
    pub fn loaded(self) -> Loaded {
        let owner = OwnerId(self.owner);
        let account = self.account.map(|a| Account {
            owner,
            name: a.name,
            demo: a.demo,
            box_version: a.box_version,
            // A device reads what is written down from itself.
            written: Versions::default(),
        });
        let items: Vec<Owned> = self.things.into_iter().filter_map(owned).collect();
        let things = account
            .as_ref()
            .map(|a| HeldBox::new(a.box_version, items, self.waters));
        Loaded {
            reader: Reader {
                csrf: self.csrf,
                once: String::new(),
                options: Options {
                    units: self.units,
                    ladder: self.ladder,
                    ..Options::default()
                },
                theme: Theme::from_code(&self.theme).unwrap_or(Theme::System),
                views: self.views,
                px_per_mm: self.px_per_mm,
                question: self.question,
                who: account.map_or(Who::Nobody, Who::Member),
                assets: self.assets,
            },
            things,
            sinks: self.sinks,
            tries: self.tries,
            sizes: self.sizes,
            planned: self.planned,
        }
    }
}

fn owned(row: ThingRow) -> Option<Owned> {
    let texts = row.texts.into_iter();
    let texts = texts.map(|(k, v)| (k.into(), v.into()));
    let item = Item::read(row.kind, &texts.collect(), UnitSystem::Metric).ok()?;
    Some(Owned {
        id: row.id,
        item,
        archived: row.archived,
        added_at: row.added_at,
    })
}
