//! Pick, and the pages of its question: the pocket card, how it was computed.

use yarrowfen_core::answer::Answer;
use yarrowfen_core::explore::card::Axis;
use yarrowfen_core::explore::ledger::{OwnSize, own_size};
use yarrowfen_core::{Engine, FieldError, Options, PickRequest};
use yarrowfen_rows::{Sink, Water};

use crate::ask::{self, PickForm};
use crate::held::HeldBox;
use crate::own_record::with_own;
use crate::reader::Reader;
use crate::reply::{Part, Reply, Shown, status};
use crate::views::Frame;
use crate::views::card::CardPage;
use crate::views::how::HowPage;
use crate::views::own::OwnView;
use crate::views::pick::{OwnSizeView, PickPage};

/// What is held of who is reading; nothing where nobody is signed in, or where
/// it cannot be read just now: picking goes on without.
#[derive(Debug, Clone, Copy, Default)]
pub struct Held<'h> {
    /// The box.
    pub things: Option<&'h HeldBox>,
    /// The sink tests.
    pub sinks: &'h [Sink],
    /// Sizes that the log speaks for.
    pub sizes: &'h [OwnSize],
}

/// A question with its answer, or all its faults.
pub type Answered = Result<(PickRequest, Answer), Vec<FieldError>>;

/// Answers the question of a form, by the reader's own sink tests where he has
/// made enough for this bait on this rig.
///
/// # Errors
/// All faults of the question.
pub fn answered(engine: &Engine, form: &PickForm, sinks: &[Sink]) -> Answered {
    let request = form.asked(engine)?;
    let answer = engine.pick(&request, form.options());
    let options = with_own(engine, &request, form.options(), answer.rig, sinks);
    if options.own_fall.is_none() {
        return Ok((request, answer));
    }
    let by_own = engine.pick(&request, options);
    Ok((request, by_own))
}

/// The question of a query that names a water: the place's words take the place
/// of those that stood there.
#[must_use]
pub fn at_water(query: &str, options: Options, waters: &[Water]) -> Option<String> {
    let pairs: Vec<(String, String)> = serde_urlencoded::from_str(query).ok()?;
    let id = pairs.iter().find(|p| p.0 == "water").map(|p| &p.1)?;
    let water = waters.iter().find(|w| w.id.to_string() == *id)?;
    let mut asked = PickForm::from_query(query, options);
    asked.take_place(&PickForm::from_request(&water.asked, options));
    Some(asked.query())
}

/// What the log says of the size that is advised.
fn own_size_view(own: &OwnSize, answer: &Answer, form: &PickForm) -> Option<OwnSizeView> {
    let (label, next) = own.next(answer.weight.g, form.ladder)?;
    let rig = answer.rig.code();
    Some(OwnSizeView {
        text: yarrowfen_core::say::ledger::own_size(own, form.units).into(),
        lighter: next < answer.weight.g,
        label,
        href: format!(
            "/?{}",
            form.query_with(&[("head_weight", label), ("rig", rig)])
        ),
    })
}

fn frame(
    page: &'static str,
    reader: &Reader,
    (form, question): (&PickForm, &str),
    here: String,
) -> Frame {
    Frame::new(page, reader, here).about(form, question)
}

/// The question of a query string and its answer; only the part that changes
/// when a word was changed on the page.
///
/// # Errors
/// When the template fails.
pub fn pick(engine: &Engine, reader: &Reader, query: &str, held: Held<'_>, part: Part) -> Shown {
    let waters = held.things.map_or(&[][..], |h| &h.waters);
    let at_water = at_water(query, reader.options, waters);
    let asked = at_water.as_deref().unwrap_or(query);
    let form = PickForm::from_query(asked, reader.options).with_views(&reader.views);
    let outcome = answered(engine, &form, held.sinks);
    let own = match (held.things, &outcome) {
        (Some(held), Ok((request, answer))) => {
            let things = held.at_hand();
            let box_of = (&things[..], held.index());
            let own = engine.from_box(request, form.options(), answer.rig, box_of);
            Some(OwnView::new(own, &things, request, &form))
        }
        _ => None,
    };
    let code = status(outcome.is_ok());
    let form = match &outcome {
        Ok((request, _)) => form.with_assumed(request),
        Err(_) => form,
    };
    let question = form.query();
    let here = format!("/?{question}");
    let frame = frame("pick", reader, (&form, &question), here.clone());
    let size = outcome.as_ref().ok().and_then(|(request, answer)| {
        let own = own_size(held.sizes, request, answer)?;
        own_size_view(own, answer, &form)
    });
    let mut page = PickPage::new(frame, &form, outcome, None).with_own(own, waters);
    page.own_size = size;
    if let Some(view) = &mut page.view {
        view.leads = Some((question.clone(), engine.tables().mend.leads));
    }
    let reply = Reply::changing(code, &page, part)?.at_address_if(part, here);
    Ok(reply.in_parts().about(&question))
}

/// A page made from the question of a query string; one with faults goes back
/// to where they are shown.
fn of_question(
    engine: &Engine,
    reader: &Reader,
    query: &str,
    make: impl FnOnce(&PickForm, &PickRequest, &str) -> Shown,
) -> Shown {
    let form = PickForm::from_query(query, reader.options).with_views(&reader.views);
    let question = form.query();
    match form.asked(engine) {
        Ok(request) => Ok(make(&form, &request, &question)?.about(&question)),
        Err(_) => Ok(Reply::see_other(&format!("/?{question}"))),
    }
}

/// The pocket card of a question: `&by=wind`, current, retrieve or drift.
///
/// # Errors
/// When the template fails.
pub fn card(engine: &Engine, reader: &Reader, query: &str) -> Shown {
    let axis = ask::axis(query).unwrap_or(Axis::Wind);
    of_question(engine, reader, query, |form, request, question| {
        let card = engine.card(request, form.options(), axis);
        let options = Options {
            others: false,
            ..form.options()
        };
        let answer = engine.pick(request, options);
        let here = format!("/card?{question}&by={}", axis.code());
        let page = CardPage::new(
            frame("pick", reader, (form, question), here),
            (request, &answer),
            &card,
            question,
        );
        Reply::page(200, &page)
    })
}

/// How the answer to a question was computed.
///
/// # Errors
/// When the template fails.
pub fn how(engine: &Engine, reader: &Reader, query: &str) -> Shown {
    of_question(engine, reader, query, |form, request, question| {
        let options = Options {
            explain: true,
            ..form.options()
        };
        let answer = engine.pick(request, options);
        let here = format!("/how?{question}");
        let page = HowPage::new(
            frame("pick", reader, (form, question), here),
            answer,
            question,
        );
        Reply::page(200, &page)
    })
}
