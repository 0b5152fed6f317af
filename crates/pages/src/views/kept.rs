//! The kept picks: the list, and one as it was answered then.

use askama::Template;
use time::OffsetDateTime;
use time::macros::format_description;
use yarrowfen_core::answer::Answer;
use yarrowfen_core::base::UnitSystem;
use yarrowfen_rows::{Holdings, Kept, KeptAsks, KeptSort};

use super::Frame;
use super::answer::AnswerView;
use super::describe::describe;
use super::sentence::told;
use crate::draw::tackle::figure::Figure;
use crate::draw::things::plate_of_answer;

/// `25 Nov 2026`.
#[must_use]
pub fn day(at: OffsetDateTime) -> String {
    at.format(format_description!(
        "[day padding:none] [month repr:short] [year]"
    ))
    .unwrap_or_default()
}

/// A line of the list.
pub struct KeptLine {
    /// Its id.
    pub id: String,
    /// The weight.
    pub label: String,
    /// Its name.
    pub name: String,
    /// Rig, depth, bottom and fish in a few words.
    pub short: String,
    /// Where, when and the remark.
    pub about: String,
    /// Whether the needs crossed.
    pub conflict: bool,
    /// What was tied on.
    pub plate: Figure,
}

impl KeptLine {
    fn new(k: &Kept, units: UnitSystem) -> Self {
        let told = describe(&k.request, units);
        let short = format!(
            "{} head, {} {}; {}, wind {}, {}",
            k.answer.head.shape,
            k.answer.hook.size,
            k.answer.hook.style,
            told.water,
            told.wind,
            k.request.species,
        );
        let about = [k.place.clone(), day(k.kept_at), k.remark.clone()]
            .into_iter()
            .filter(|t| !t.is_empty())
            .collect::<Vec<_>>()
            .join(" · ");
        Self {
            id: k.id.to_string(),
            label: k.answer.weight.label.to_string(),
            name: k.name.clone(),
            short,
            about,
            conflict: k.answer.weight.conflict.is_some(),
            plate: plate_of_answer(
                &k.answer,
                k.request.bait.form,
                &format!("k{}", k.id.simple()),
            ),
        }
    }
}

/// The list.
#[derive(Template)]
#[template(path = "kept.html")]
pub struct KeptPage {
    /// Frame.
    pub frame: Frame,
    /// The reader's own, newest first.
    pub own: Vec<KeptLine>,
    /// The examples.
    pub examples: Vec<KeptLine>,
    /// Kept picks that are there and could not be read.
    pub unreadable: usize,
    /// The name of one that was just kept.
    pub just_kept: Option<String>,
    /// What was just deleted: id and name, for bringing it back.
    pub just_deleted: Option<(String, String)>,
    /// What this browser kept before the sign-in, in words.
    pub unclaimed: Option<String>,
    /// What went wrong with a comparison.
    pub complaint: Option<&'static str>,
    /// What is looked for, as typed.
    pub q: String,
    /// The order that is taken.
    pub sort: &'static str,
    /// Ways to sort: name, address, whether it is taken.
    pub sorts: Vec<(&'static str, String, bool)>,
    /// How many of the reader's own are found on all pages.
    pub total: usize,
    /// Pages before and after.
    pub turn: (Option<String>, Option<String>),
}

/// The address of a list.
fn address(asks: &KeptAsks) -> String {
    let page = asks.page.max(1).to_string();
    let mut pairs = vec![("q", asks.q.as_str()), ("sort", asks.sort.code())];
    if asks.page > 1 {
        pairs.push(("page", &page));
    }
    let query = serde_urlencoded::to_string(&pairs).unwrap_or_default();
    format!("/kept?{query}")
}

impl KeptPage {
    /// What somebody has, in words; none where he has nothing.
    #[must_use]
    pub fn in_words(has: Holdings) -> Option<String> {
        let parts = [
            (has.picks, "pick", "picks"),
            (has.days, "planned day", "planned days"),
            (has.lines, "line of the log", "lines of the log"),
        ];
        let said = parts.iter().filter(|(n, ..)| *n > 0);
        let said = said.map(|(n, one, more)| format!("{n} {}", if *n == 1 { one } else { more }));
        let said: Vec<String> = said.collect();
        (!said.is_empty()).then(|| said.join(", "))
    }

    /// Ways to sort a list, with their addresses.
    #[must_use]
    pub fn sorts(asks: &KeptAsks) -> Vec<(&'static str, String, bool)> {
        let way = |sort: &KeptSort| {
            let to = KeptAsks {
                sort: *sort,
                page: 1,
                ..asks.clone()
            };
            (sort.code(), address(&to), *sort == asks.sort)
        };
        KeptSort::ALL.iter().map(way).collect()
    }

    /// The pages before and after one that holds so many of all.
    #[must_use]
    pub fn turn(asks: &KeptAsks, on_page: i64, total: usize) -> (Option<String>, Option<String>) {
        let page = asks.page.max(1);
        let to = |page: i64| {
            address(&KeptAsks {
                page,
                ..asks.clone()
            })
        };
        let before = (page > 1).then(|| to(page - 1));
        let more = i64::try_from(total).is_ok_and(|all| page.saturating_mul(on_page) < all);
        (before, more.then(|| to(page + 1)))
    }

    /// Lines from kept picks.
    #[must_use]
    pub fn lines(all: &[Kept], units: UnitSystem) -> Vec<KeptLine> {
        all.iter().map(|k| KeptLine::new(k, units)).collect()
    }
}

/// Whether today's model answers the same.
pub enum Today {
    /// It does.
    Same,
    /// It ties on something else; in words.
    Otherwise(String),
}

/// Compares what was answered with what would be answered now.
#[must_use]
pub fn today(then: &Answer, now: &Answer) -> Today {
    let head = |a: &Answer| format!("{} {}", a.weight.label, a.head.shape);
    let hook = |a: &Answer| format!("{} {}", a.hook.size, a.hook.style);
    let mut differs = Vec::new();
    if head(then) != head(now) {
        differs.push(format!("{} in place of {}", head(now), head(then)));
    }
    if hook(then) != hook(now) {
        differs.push(format!("hook {} in place of {}", hook(now), hook(then)));
    }
    if differs.is_empty() {
        Today::Same
    } else {
        Today::Otherwise(differs.join(", "))
    }
}

/// One kept pick, as it was answered.
#[derive(Template)]
#[template(path = "kept_one.html")]
pub struct KeptOne {
    /// Frame.
    pub frame: Frame,
    /// Its name.
    pub name: String,
    /// Where, when and the remark.
    pub about: String,
    /// The question in a sentence.
    pub told: String,
    /// The answer as it was given.
    pub view: AnswerView,
    /// What today's model says.
    pub today: Today,
    /// Version that answered then.
    pub model: String,
    /// The question, for asking it again.
    pub again: String,
    /// Its id, where the reader may delete and share it.
    pub own: Option<String>,
    /// The address under which others see it, where the reader shares it.
    pub share: Option<String>,
    /// Whether it is seen under that address.
    pub shown_by_address: bool,
}

impl KeptOne {
    /// The page of a kept pick.
    #[must_use]
    pub fn new(frame: Frame, k: Kept, today: Today) -> Self {
        let line = KeptLine::new(&k, k.units);
        let options = yarrowfen_core::Options {
            units: k.units,
            ladder: k.ladder,
            ..yarrowfen_core::Options::default()
        };
        Self {
            frame,
            about: line.about,
            told: told(&k.request, &k.answer, k.units),
            again: crate::ask::PickForm::from_request(&k.request, options).query(),
            view: AnswerView::new(&k.request, k.answer, k.units, None),
            today,
            model: k.model,
            own: (!k.example).then(|| k.id.to_string()),
            share: k.share.map(|s| format!("/shared/{s}")),
            shown_by_address: false,
            name: k.name,
        }
    }

    /// The same for whoever has its address: without where it was, what was remarked on it
    /// and what its keeper may do with it.
    #[must_use]
    pub fn shared(frame: Frame, k: Kept, today: Today) -> Self {
        let address = k.share.map(|s| format!("/shared/{s}"));
        Self {
            about: day(k.kept_at),
            own: None,
            share: address,
            shown_by_address: true,
            ..Self::new(frame, k, today)
        }
    }
}
