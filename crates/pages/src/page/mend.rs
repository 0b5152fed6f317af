//! Mend.

use std::collections::BTreeMap;

use time::OffsetDateTime;
use yarrowfen_core::answer::mend::MendAnswer;
use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::base::codes::BoxList;
use yarrowfen_core::day::{Event, Log, Tried, What};
use yarrowfen_core::question::MendRequest;
use yarrowfen_core::{Engine, PickRequest};
use yarrowfen_rows::{MendTry, NewMendTry};

use crate::ask::PickForm;
use crate::ask::mend::{MendForm, checked, tried};
use crate::ask::today::{Sent, Stamp, stamped};
use crate::held::HeldBox;
use crate::reader::Reader;
use crate::reply::{Part, Reply, Shown, status};
use crate::views::Frame;
use crate::views::mend::{Helped, MendPage, OwnMend, Waiting, first_tried};

/// What is held of who is reading.
#[derive(Debug, Clone, Copy, Default)]
pub struct MendHeld<'h> {
    /// The box, of who is signed in.
    pub things: Option<&'h HeldBox>,
    /// What was tried, the newest first.
    pub tries: &'h [MendTry],
}

/// What a query has behind it where something was just written down.
const WRITTEN: &str = "written=yes";

/// Most that is asked about at once, and most things that are offered to be tied on.
const MOST_ASKED: usize = 3;
const MOST_THINGS: usize = 80;

/// The complaint of a query string; only the part that changes when a word was changed.
///
/// # Errors
/// When the template fails.
pub fn mend(
    engine: &Engine,
    reader: &Reader,
    query: &str,
    held: MendHeld<'_>,
    part: Part,
) -> Shown {
    let mut form = MendForm::from_query(query, reader.options);
    form.pick = form.pick.with_views(&reader.views);
    if let Some(with) = tied_with(engine, query, &form, held.things) {
        form.pick = PickForm::from_request(&with, form.pick.options());
    }
    let options = form.pick.options();
    let outcome = form.read(engine).map(|asked| {
        let answer = engine.mend(&asked, options);
        (asked, answer)
    });
    let code = status(outcome.is_ok());
    let mut own = own(held, written(query), options.units);
    let mut together = None;
    if let Ok((asked, answer)) = &outcome {
        form.pick = form.pick.with_assumed(&asked.question);
        let tried = form.tried.clone().unwrap_or_else(|| first_tried(answer));
        if !tried.is_empty() {
            together = Some(engine.mend_together(asked, options, &tried));
        }
        own.own = in_box(engine, (asked, answer), &form, held.things);
    }
    let question = form.question();
    let here = format!("/mend?{}", form.query());
    let frame = Frame::new("mend", reader, here.clone()).about(&form.pick, &question);
    let page = MendPage::new(frame, &form, outcome, together, own);
    let reply = Reply::changing(code, &page, part)?.at_address_if(part, here);
    Ok(reply.in_parts().about(&question))
}

/// The question with a thing of the box tied on, where the query names one.
fn tied_with(
    engine: &Engine,
    query: &str,
    form: &MendForm,
    things: Option<&HeldBox>,
) -> Option<PickRequest> {
    let pairs: Vec<(String, String)> = serde_urlencoded::from_str(query).ok()?;
    let id = pairs.iter().find(|p| p.0 == "tied").map(|p| &p.1)?;
    let owned = things?.items.iter().find(|o| o.id.to_string() == *id)?;
    let question = form.pick.asked(engine).ok()?;
    Some(engine.tied_with(&question, &owned.item))
}

/// What of the box mends each cause, in words.
fn in_box(
    engine: &Engine,
    (asked, answer): (&MendRequest, &MendAnswer),
    form: &MendForm,
    things: Option<&HeldBox>,
) -> BTreeMap<yarrowfen_core::base::codes::Cause, String> {
    let Some(held) = things else {
        return BTreeMap::new();
    };
    let (options, hand) = (form.pick.options(), held.at_hand());
    let found = engine.mend_from_box(asked, options, (answer, &hand));
    let told = |own: &yarrowfen_core::engine::OwnDoing| {
        let item = hand.get(own.doing.nearest)?;
        let title = item.thing.told(form.pick.units).0;
        let more = own.doing.kinds - 1;
        let more = if more > 0 {
            format!(", and {more} more")
        } else {
            String::new()
        };
        Some((own.cause, format!("in your box: {title}{more}")))
    };
    found.iter().filter_map(told).collect()
}

/// Whether a query says that something was just written down.
fn written(query: &str) -> bool {
    query.split('&').any(|pair| pair == WRITTEN)
}

/// The reader's own record, and what can be tied on by one tap.
fn own(held: MendHeld<'_>, written: bool, units: UnitSystem) -> OwnMend {
    let mut own = OwnMend {
        written,
        ..OwnMend::default()
    };
    for one in held.tries {
        let Some(helped) = one.new.helped else {
            continue;
        };
        for change in tried(&one.new.tried) {
            let count: &mut Helped = own.helped.entry((one.new.symptom, change)).or_default();
            if helped {
                count.yes += 1;
            } else {
                count.no += 1;
            }
        }
    }
    // What was just written down is asked about at the next visit.
    let skip = usize::from(written);
    let waiting = held
        .tries
        .iter()
        .skip(skip)
        .filter(|t| t.new.helped.is_none());
    own.waiting = waiting.take(MOST_ASKED).map(waits).collect();
    if let Some(things) = held.things {
        let there = |o: &&yarrowfen_rows::Owned| !o.archived && o.item.count > 0;
        let all = things
            .list(BoxList::Head)
            .chain(things.list(BoxList::Hook))
            .filter(there);
        own.things = all
            .take(MOST_THINGS)
            .map(|o| (o.id.to_string(), o.item.thing.told(units).0))
            .collect();
    }
    own
}

fn waits(one: &MendTry) -> Waiting {
    let at: OffsetDateTime = one.made_at;
    Waiting {
        id: one.id.to_string(),
        symptom: one.new.symptom.label(),
        said: one.new.said.clone(),
        day: format!("{} {}", at.day(), at.month()),
    }
}

/// What the form under “Write it down” keeps: the changes of a complaint, said as the
/// program says them.
fn to_write(engine: &Engine, reader: &Reader, query: &str, chosen: &str) -> Option<Tried> {
    let mut form = MendForm::from_query(query, reader.options);
    let asked = form.read(engine).ok()?;
    let answer = engine.mend(&asked, form.pick.options());
    let all = tried(chosen);
    let said = |t: &crate::ask::mend::Tried| {
        let cause = answer.causes.iter().find(|c| c.code == t.0)?;
        let mut changes = cause.change.iter().chain(&cause.others);
        changes.find(|c| c.code == t.1).map(|c| c.text.to_string())
    };
    let words: Vec<String> = all.iter().filter_map(said).collect();
    let new = Tried {
        symptom: asked.symptom,
        tried: crate::ask::mend::written(&all),
        said: words.join("; "),
        query: form.query(),
    };
    checked(NewMendTry::of(&new, None)).ok()?;
    Some(new)
}

/// Takes the form under “Write it down”: what it keeps in the day's log, and where it leads.
/// None where there is nothing that can be kept.
#[must_use]
pub fn mend_tapped(
    engine: &Engine,
    reader: &Reader,
    form: &[(String, String)],
    (events, stamp): (&[Event], Stamp),
) -> Option<(String, Vec<Event>)> {
    let sent = Sent(form);
    let query = sent.field("query");
    let new = to_write(engine, reader, query, sent.field("tried"))?;
    let keep = stamped(vec![What::Tried(new)], &Log::of(events), stamp).ok()?;
    Some((format!("/mend?{query}&{WRITTEN}"), keep))
}
