//! The Pick page: the sentence, and the answer to it.

use askama::Template;
use yarrowfen_core::answer::Answer;
use yarrowfen_core::{FieldError, PickRequest};
use yarrowfen_rows::Water;

use super::Frame;
use super::answer::AnswerView;
use super::describe::describe;
pub use super::keep::KeepForm;
use super::own::OwnView;
use super::sentence::Sentence;
use super::shell::{Changing, Round};
use crate::ask::PickForm;

/// A size that the log speaks for.
pub struct OwnSizeView {
    /// What the record says, with its interval.
    pub text: String,
    /// Whether it is a size down.
    pub lighter: bool,
    /// The size.
    pub label: &'static str,
    /// The same question with it in hand.
    pub href: String,
}

/// The Pick page.
#[derive(Template)]
#[template(path = "pick.html")]
pub struct PickPage {
    /// Frame.
    pub frame: Frame,
    /// The sentence.
    pub sentence: Sentence,
    /// The answer, unless the question has faults.
    pub view: Option<AnswerView>,
    /// The question as a query string.
    pub query: String,
    /// Sides that this question takes in disputes, as a query string.
    pub views: String,
    /// Whether they are those that the reader set once.
    pub views_set: bool,
    /// What of the reader's own box serves the answer.
    pub own: Option<OwnView>,
    /// The reader's waters: id and name; none for who is not signed in.
    pub waters: Vec<(String, String)>,
    /// The size that the log speaks for.
    pub own_size: Option<OwnSizeView>,
}

impl Changing for PickPage {
    fn round(&self) -> Round<'_> {
        let title = match &self.view {
            Some(v) => format!("{} · Pick · Yarrowfen", v.a.weight.label),
            None => "Pick · Yarrowfen".to_owned(),
        };
        Round {
            frame: &self.frame,
            title,
            scripts: &[],
            id: "pick",
            here: format!("/?{}", self.query),
        }
    }
}

impl PickPage {
    /// The page of a form and what came of it. `typed` is a keep form that
    /// came back with faults.
    #[must_use]
    pub fn new(
        frame: Frame,
        form: &PickForm,
        outcome: Result<(PickRequest, Answer), Vec<FieldError>>,
        typed: Option<KeepForm>,
    ) -> Self {
        let query = frame
            .here
            .strip_prefix("/?")
            .map_or_else(|| form.query(), str::to_owned);
        let (view, faults) = match outcome {
            Ok((request, answer)) => {
                let depth = describe(&request, form.units).depth;
                let name = format!(
                    "{} {}, {depth} over {}",
                    answer.weight.label, answer.rig, request.water.bottom
                );
                let fresh = KeepForm {
                    name,
                    ..KeepForm::default()
                };
                let keep = KeepForm {
                    query: query.clone(),
                    csrf: frame.csrf.clone(),
                    ..typed.unwrap_or(fresh)
                };
                let mut view = AnswerView::new(&request, answer, form.units, Some(form));
                view.keep = Some(keep);
                (Some(view), Vec::new())
            }
            Err(faults) => (None, faults),
        };
        let frame_views = frame.views.clone();
        let sentence = Sentence::new(form, &faults, view.as_ref().map(|v| &v.a));
        Self {
            frame,
            sentence,
            view,
            query,
            views_set: form.views() == frame_views,
            views: form.views(),
            own: None,
            own_size: None,
            waters: Vec::new(),
        }
    }

    /// The form for saving the sentence's water.
    #[must_use]
    pub fn water_query(&self) -> String {
        let mut out = form_urlencoded::Serializer::new(String::new());
        out.append_pair("from", &self.query).finish()
    }

    /// With what the reader has: what of the box serves, and the waters.
    #[must_use]
    pub fn with_own(self, own: Option<OwnView>, waters: &[Water]) -> Self {
        let waters = waters.iter().map(|w| (w.id.to_string(), w.name.clone()));
        Self {
            own,
            waters: waters.collect(),
            ..self
        }
    }
}
