//! Kept picks.

use yarrowfen_core::{Engine, Options};
use yarrowfen_rows::{Holdings, Kept, KeptAsks, TextFault};

use super::pick::Answered;
use crate::ask::PickForm;
use crate::reader::Reader;
use crate::reply::{Part, Reply, Shown, status};
use crate::views::Frame;
use crate::views::compare::ComparePage;
use crate::views::kept::{KeptOne, KeptPage, Today, today};
use crate::views::pick::{KeepForm, PickPage};

/// What the list shows.
#[derive(Debug, Default)]
pub struct KeptList<'k> {
    /// The reader's own, newest first.
    pub own: &'k [Kept],
    /// The examples.
    pub examples: &'k [Kept],
    /// Kept picks that are there and could not be read.
    pub unreadable: usize,
    /// The name of one that was just kept.
    pub just_kept: Option<String>,
    /// Id and name of one that was just deleted.
    pub just_deleted: Option<(String, String)>,
    /// What this browser kept before the sign-in.
    pub unclaimed: Holdings,
    /// What was wrong with what was asked.
    pub complaint: Option<&'static str>,
    /// Which of them were asked for.
    pub asks: KeptAsks,
    /// How many are on a page, and how many of the reader's own were found.
    pub on_page: i64,
    /// See `on_page`.
    pub total: usize,
}

/// The list.
///
/// # Errors
/// When the template fails.
pub fn kept(reader: &Reader, list: KeptList<'_>) -> Shown {
    let units = reader.options.units;
    let code = status(list.complaint.is_none());
    let page = KeptPage {
        frame: Frame::new("kept", reader, "/kept".into()),
        sort: list.asks.sort.code(),
        sorts: KeptPage::sorts(&list.asks),
        turn: KeptPage::turn(&list.asks, list.on_page, list.total),
        total: list.total,
        q: list.asks.q,
        own: KeptPage::lines(list.own, units),
        examples: KeptPage::lines(list.examples, units),
        unreadable: list.unreadable,
        just_kept: list.just_kept,
        just_deleted: list.just_deleted,
        complaint: list.complaint,
        unclaimed: KeptPage::in_words(list.unclaimed),
    };
    Reply::page(code, &page)
}

/// One kept pick as it was answered then, with a word on what today's model
/// says.
///
/// # Errors
/// When the template fails.
pub fn kept_one(engine: &Engine, reader: &Reader, kept: Kept) -> Shown {
    let now = told_today(engine, &kept);
    let frame = Frame::new("kept", reader, format!("/kept/{}", kept.id));
    Reply::page(200, &KeptOne::new(frame, kept, now))
}

fn told_today(engine: &Engine, kept: &Kept) -> Today {
    let options = Options {
        units: kept.units,
        ladder: kept.ladder,
        others: false,
        ..Options::default()
    };
    today(&kept.answer, &engine.pick(&kept.request, options))
}

/// A kept pick for whoever has its address.
///
/// # Errors
/// When the template fails.
pub fn kept_shared(engine: &Engine, reader: &Reader, kept: Kept) -> Shown {
    let now = told_today(engine, &kept);
    let here = kept
        .share
        .map_or_else(String::new, |s| format!("/shared/{s}"));
    let frame = Frame::new("kept", reader, here);
    Reply::page(200, &KeptOne::shared(frame, kept, now))
}

/// Two kept picks side by side.
///
/// # Errors
/// When the template fails.
pub fn compare(reader: &Reader, pair: &[Kept; 2]) -> Shown {
    let [a, b] = pair;
    let here = format!("/kept/compare?pick={}&pick={}", a.id, b.id);
    Reply::page(
        200,
        &ComparePage::new(Frame::new("kept", reader, here), pair),
    )
}

/// Pick again with the form under Keep as it was typed, and its faults.
///
/// # Errors
/// When the template fails.
pub fn keep_again(
    reader: &Reader,
    form: &PickForm,
    outcome: Answered,
    typed: KeepForm,
    faults: Vec<TextFault>,
) -> Shown {
    let typed = KeepForm {
        faults: faults.into_iter().map(|f| (f.field, f.message)).collect(),
        ..typed
    };
    let frame = Frame::new("pick", reader, format!("/?{}", form.query()));
    let page = PickPage::new(frame, form, outcome, Some(typed));
    Reply::changing(422, &page, Part::Whole)
}
