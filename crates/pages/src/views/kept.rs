//! The kept picks: the list, and one as it was answered then.

use askama::Template;
use time::OffsetDateTime;
use time::macros::format_description;
use yarrowfen_core::answer::Answer;
use yarrowfen_core::base::UnitSystem;
use yarrowfen_rows::Kept;

use super::Frame;
use super::describe::describe;
use super::pick::AnswerView;
use super::sentence::told;

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
    /// What went wrong with a comparison.
    pub complaint: Option<&'static str>,
}

impl KeptPage {
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
    /// Its id, where the reader may delete it.
    pub delete: Option<String>,
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
            delete: (!k.example).then(|| k.id.to_string()),
            name: k.name,
        }
    }
}
