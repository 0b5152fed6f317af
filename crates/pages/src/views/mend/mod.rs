//! Mend: what goes wrong, the causes in the order in which to check them, and what comes of
//! the changes that are tried.

mod after;
mod causes;
mod own;

pub use after::{AfterView, Big, first_tried};
pub use causes::{AnswerLink, CauseView, ChangeView, Scale};
pub use own::{Helped, OwnMend, Waiting};

use askama::Template;
use yarrowfen_core::FieldError;
use yarrowfen_core::answer::Coded;
use yarrowfen_core::answer::mend::{MendAnswer, TogetherTold};
use yarrowfen_core::base::codes::{Phase, Symptom};
use yarrowfen_core::base::{Dimension, UnitSystem};
use yarrowfen_core::question::MendRequest;

use after::after;
use causes::Shown;

use super::Frame;
use super::control::Control;
use super::sentence::Sentence;
use super::shell::{Changing, Round};
use crate::ask::WORDS;
use crate::ask::mend::{MendForm, choices};
use crate::draw::mend::{Look, MendDrawing, drawing};

/// The answer.
pub struct MendView {
    /// As computed.
    pub a: MendAnswer,
    /// The causes.
    pub causes: Vec<CauseView>,
    /// What is tied on now.
    pub drawing: MendDrawing,
    /// What comes of the changes.
    pub after: Option<AfterView>,
    /// Cautions.
    pub cautions: Vec<Coded>,
}

/// The page.
#[derive(Template)]
#[template(path = "mend.html")]
pub struct MendPage {
    /// Frame.
    pub frame: Frame,
    /// The words of Pick.
    pub sentence: Sentence,
    /// What goes wrong.
    pub symptom: Control,
    /// Where in the retrieve.
    pub phase: Control,
    /// Words of the question that the sentence does not show: key and text.
    pub hidden: Vec<(&'static str, String)>,
    /// The answer, unless the complaint has faults.
    pub view: Option<MendView>,
    /// Faults of what goes wrong and where.
    pub faults: Vec<(&'static str, String)>,
    /// The page's query string.
    pub query: String,
    /// The question alone.
    pub question: String,
    /// Other complaints: what, where to, whether it is this one.
    pub others: Vec<AnswerLink>,
    /// The reader's own record and box.
    pub own: OwnMend,
}

/// Words of the sentence.
const SHOWN: &[&str] = &[
    "head_weight",
    "head_shape",
    "head_tie",
    "head_eye",
    "head_post",
    "head_keeper",
    "head_hook",
    "head_style",
    "head_wire",
    "head_gap",
    "head_length",
    "head_material",
    "length",
    "form",
    "body",
    "plastic",
    "leader_lb",
    "power",
    "bottom",
    "depth",
    "rig",
    "course",
    "cast",
    "retrieve",
    "wind",
    "current",
    "drift",
    "temp",
    "clarity",
    "cover",
    "species",
    "mood",
    "pressure",
    "fish_at",
    "line_kind",
    "line_lb",
    "rod_min",
    "rod_max",
];

/// What an answer and a complaint come to.
pub type Outcome = Result<(MendRequest, MendAnswer), Vec<FieldError>>;

impl Changing for MendPage {
    fn round(&self) -> Round<'_> {
        Round {
            frame: &self.frame,
            title: "Mend · Yarrowfen".to_owned(),
            scripts: &[],
            id: "mend",
            here: format!("/mend?{}", self.query),
        }
    }
}

impl MendPage {
    /// The page of a complaint, what came of it, and what comes of the changes tried.
    #[must_use]
    pub fn new(
        frame: Frame,
        form: &MendForm,
        outcome: Outcome,
        together: Option<TogetherTold>,
        own: OwnMend,
    ) -> Self {
        let (view, faults) = match outcome {
            Ok((request, a)) => (Some(view(form, &request, a, together, &own)), Vec::new()),
            Err(faults) => (None, faults),
        };
        let fault = |field: &str| {
            let found = faults.iter().find(|f| f.field == field);
            found.map(|f| f.message.clone())
        };
        let assumed = view
            .as_ref()
            .map(|v| assumed(&v.a, form.pick.units))
            .unwrap_or_default();
        let listed = |key: &'static str,
                      label: &'static str,
                      typed: &str,
                      blank: Option<&'static str>,
                      all: Vec<(&'static str, &'static str)>| {
            let blank = blank.map(|b| ("", b.into())).into_iter();
            Control::new(key, label, typed.to_owned(), (2, 24))
                .of_choices(blank.chain(all.into_iter().map(|c| (c.0, c.1.into()))))
        };
        let symptom = listed(
            "symptom",
            "What goes wrong",
            &form.symptom,
            None,
            choices::<Symptom>().collect(),
        );
        let phase = listed(
            "phase",
            "Where in the retrieve",
            &form.phase,
            Some("anywhere"),
            choices::<Phase>().collect(),
        );
        let sentence = Sentence::new(&form.pick, &faults, None).assuming(&assumed);
        let here = |s: &Symptom| AnswerLink {
            text: s.label().to_owned(),
            href: format!("/mend?{}", form.about(*s)),
            on: s.code() == form.symptom,
        };
        let shown = |key: &str| SHOWN.contains(&key);
        Self {
            symptom: symptom.wrong(fault("symptom")),
            phase: phase.wrong(fault("phase")),
            hidden: WORDS
                .iter()
                .filter(|w| !shown(w.key) && !form.pick.typed(w.key).is_empty())
                .map(|w| (w.key, form.pick.typed(w.key).to_owned()))
                .collect(),
            faults: named(&faults),
            query: form.query(),
            question: form.question(),
            others: Symptom::ALL.iter().map(here).collect(),
            sentence,
            view,
            own,
            frame,
        }
    }
}

/// Faults of the complaint itself, by their names.
fn named(faults: &[FieldError]) -> Vec<(&'static str, String)> {
    let one = |f: &FieldError| {
        let name = match f.field.as_str() {
            "symptom" => "What goes wrong",
            "phase" => "Where",
            _ => return None,
        };
        Some((name, f.message.clone()))
    };
    faults.iter().filter_map(one).collect()
}

/// A length of some millimetres: to a tenth, or as a rule in inches has it.
fn short_length(mm: f64, units: UnitSystem) -> String {
    match units {
        UnitSystem::Metric => format!("{mm} mm"),
        UnitSystem::Imperial => Dimension::Size.print(mm, units),
    }
}

/// What a blank word of the sentence stands for.
fn assumed(a: &MendAnswer, units: UnitSystem) -> Vec<(&'static str, String)> {
    let t = &a.tied_on;
    let number = t.hook_number();
    vec![
        ("head_weight", t.label.to_string()),
        ("head_shape", t.shape.label().to_owned()),
        ("head_tie", t.tie.label().to_owned()),
        ("head_eye", t.eye.label().to_owned()),
        ("head_post", short_length(t.eye_mm, units)),
        ("head_keeper", t.keeper.label().to_owned()),
        ("head_hook", number.to_owned()),
        ("head_style", t.hook_style.label().to_owned()),
        ("head_wire", t.wire.label().to_owned()),
        ("body", short_length(t.bait_depth_mm, units)),
        ("leader_lb", format!("{}", t.leader_lb)),
        ("power", t.rod.label().to_owned()),
        ("rig", a.rig.label().to_owned()),
    ]
}

fn view(
    form: &MendForm,
    request: &MendRequest,
    a: MendAnswer,
    together: Option<TogetherTold>,
    own: &OwnMend,
) -> MendView {
    let tried = form.tried.clone().unwrap_or_else(|| first_tried(&a));
    let first = a.causes.first().map(|c| c.code);
    let looked = form.look.or(tried.first().map(|t| t.0)).or(first);
    let cause = a.causes.iter().find(|c| Some(c.code) == looked);
    let gauge = cause.and_then(|c| c.measure.as_ref());
    let seen = Look {
        gauge: gauge.map(|m| m.code),
        beyond: gauge.is_some_and(|m| m.beyond > 0.0),
        units: form.pick.units,
        id: "now",
    };
    let bait = request.question.bait.form;
    let shown = Shown {
        form,
        tried: &tried,
        own,
        symptom: request.symptom,
    };
    MendView {
        drawing: drawing(&a.tied_on, bait, seen),
        after: together.map(|t| after(&a, (form, &tried), t, (bait, seen.gauge))),
        causes: (1..)
            .zip(&a.causes)
            .map(|(at, c)| shown.cause(at, c, looked))
            .collect(),
        cautions: a.cautions.clone(),
        a,
    }
}
