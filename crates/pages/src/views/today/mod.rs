//! The day on the water: what is in hand, what can be tapped, what was written down.

mod log;
mod past;

use std::collections::BTreeMap;

use askama::Template;
use time::Date;
use yarrowfen_core::base::codes::{BoxList, Code, Phase, Species, Throat, TieWhy};
use yarrowfen_core::base::text::labels;
use yarrowfen_core::base::{Dimension, UnitSystem, json};
use yarrowfen_core::day::{
    DayState, Event, EventId, Log, MOST_ROD, Planned, RodState, Stop, Tied, USUAL_REST_MIN, What,
};
use yarrowfen_core::own_box::MOST_COUNT;
use yarrowfen_core::{Engine, FieldError, PickRequest};

pub use log::{LineView, RestView};
use log::{last_bite, lines, rest, time_of};
pub use past::{Amending, PastDay};

use super::Frame;
use super::control::Control;
use super::sentence::Sentence;
use super::shell::{Changing, Round};
use crate::ask::today::{Sent, tied_by};
use crate::ask::{PickForm, WORDS};
use crate::held::HeldBox;
use crate::reader::Reader;

/// How the day stands where the page is made.
pub struct Now<'n> {
    /// The clock, ms.
    pub at: i64,
    /// The day.
    pub day: Option<Date>,
    /// How many lines are on this device alone.
    pub waiting: Option<usize>,
    /// How things stand.
    pub state: DayState<'n>,
    /// The day's lines.
    pub log: &'n Log<'n>,
    /// The box.
    pub things: Option<&'n HeldBox>,
    /// The last day before it of which something is written down.
    pub before: Option<(Date, &'n Log<'n>)>,
    /// What was planned for the day.
    pub planned: Option<&'n Planned>,
    /// Heads gone, by thing, that the box does not know of.
    pub gone_unknown: BTreeMap<EventId, i64>,
}

/// What was typed into a form that has faults.
#[derive(Debug, Default)]
pub struct Typed {
    /// What was meant to be written down.
    pub act: String,
    /// Texts by field.
    texts: Vec<(String, String)>,
    /// What is wrong.
    pub faults: Vec<FieldError>,
}

impl Typed {
    /// Of a form.
    #[must_use]
    pub fn of(sent: &Sent<'_>, faults: Vec<FieldError>) -> Self {
        Self {
            act: sent.field("do").to_owned(),
            texts: sent.0.to_vec(),
            faults,
        }
    }

    fn text(&self, key: &str) -> &str {
        let found = self.texts.iter().rev().find(|p| p.0 == key);
        found.map_or("", |p| p.1.trim())
    }
}

/// The stop that is fished.
pub struct StopView {
    /// Its name.
    pub place: String,
    /// Since when.
    pub since: String,
    /// How it is there.
    pub told: String,
}

/// What is tied on.
pub struct TiedView {
    /// `1/8 oz`.
    pub label: String,
    /// `football, floating stick 70 mm`.
    pub told: String,
    /// The rod.
    pub rod: u8,
    /// Its question, for Pick and Mend.
    pub question: String,
    /// How many of its head are left in the box.
    pub left: Option<u32>,
}

/// A rod that can be taken in hand.
pub struct RodView {
    /// Its number.
    pub rod: u8,
    /// What is on it.
    pub told: String,
    /// Whether it is in hand.
    pub here: bool,
}

/// A step of the planned day.
pub struct StepView {
    /// In words.
    pub told: String,
    /// What it writes down, as JSON.
    pub whats: String,
    /// Whether it was written down.
    pub done: bool,
}

/// The form that begins a stop.
pub struct BeginView {
    /// The place.
    pub place: Control,
    /// Names of the waters.
    pub waters: Vec<String>,
    /// Its water and weather, and the fish.
    pub sentence: Sentence,
    /// Words of the question that are not shown.
    pub hidden: Vec<(&'static str, String)>,
    /// The words that are shown, as a query string: what was not touched is known by them.
    pub shown: String,
    /// Whether it stands open.
    pub open: bool,
}

/// What can be tied on.
pub struct TieView {
    /// `1/8 oz football, 70 mm stick`, as Pick has it.
    pub told: String,
    /// The question that it comes of.
    pub question: String,
    /// Heads and hooks of the box.
    pub things: Vec<(String, String)>,
    /// Rods, and whether each is in hand.
    pub rods: Vec<(u8, bool)>,
    /// Why.
    pub whys: Vec<(&'static str, &'static str)>,
}

/// The page.
#[derive(Template)]
#[template(path = "today.html")]
pub struct TodayPage {
    /// Frame.
    pub frame: Frame,
    /// The day: `Saturday 12 June`.
    pub day: String,
    /// How many lines are on this device alone.
    pub waiting: Option<usize>,
    /// Whether fishing was ended.
    pub ended: bool,
    /// Since when nobody fishes for a while.
    pub paused: Option<String>,
    /// The stop.
    pub stop: Option<StopView>,
    /// What is in hand.
    pub tied: Option<TiedView>,
    /// The rods.
    pub rods: Vec<RodView>,
    /// Where in the retrieve.
    pub phases: Vec<(&'static str, &'static str)>,
    /// What a fish had in its throat.
    pub throats: Vec<(&'static str, &'static str)>,
    /// What fish it was.
    pub species: Vec<(&'static str, &'static str)>,
    /// The last bite, of which more can be told.
    pub last: Option<LineView>,
    /// Spots that rest.
    pub resting: Vec<RestView>,
    /// The log, the last line first.
    pub lines: Vec<LineView>,
    /// The day before, with what can be corrected of it.
    pub before: Option<PastDay>,
    /// What can be corrected of this day.
    pub amending: Amending,
    /// What was planned, step by step.
    pub steps: Vec<StepView>,
    /// The form that begins a stop.
    pub begin: BeginView,
    /// What can be tied on.
    pub tie: Option<TieView>,
    /// What is wrong with what was typed, outside the sentence.
    pub faults: Vec<String>,
    /// Typed texts that come back: note, spot, minutes, length.
    pub note: String,
    /// The spot.
    pub spot: String,
    /// Its minutes.
    pub minutes: String,
    /// Length of a fish.
    pub cm: String,
    /// How long a spot rests by one tap, minutes.
    pub usual_rest: u16,
}

/// Words of the sentence that begins a stop.
const SHOWN: &[&str] = &["depth", "bottom", "wind", "current", "temp", "species"];
/// Most heads of the box that are offered, and most rods.
const MOST_THINGS: usize = 120;
const MOST_RODS: u8 = 4;

impl Changing for TodayPage {
    fn round(&self) -> Round<'_> {
        Round {
            frame: &self.frame,
            title: "Today · Yarrowfen".to_owned(),
            scripts: &["today.js"],
            id: "today",
            here: "/today".to_owned(),
        }
    }
}

impl TodayPage {
    /// The page of how a day stands, beside the question in hand.
    #[must_use]
    pub fn new(
        engine: &Engine,
        (frame, reader): (Frame, &Reader),
        (form, asked): (&PickForm, Option<PickRequest>),
        now: &Now<'_>,
        typed: Typed,
    ) -> Self {
        let (units, state) = (reader.options.units, &now.state);
        let lines = lines(now.log, state, units);
        let last = last_bite(now.log).and_then(|id| lines.iter().find(|l| l.id == id));
        let last = last.cloned();
        let asked = asked.as_ref();
        let codes = |list: &'static [(&'static str, &'static str)]| list.to_vec();
        Self {
            day: now.day.map(day_told).unwrap_or_default(),
            waiting: now.waiting,
            ended: state.ended.is_some(),
            paused: paused_since(now),
            stop: stop_view(now, units),
            tied: tied_view(now, units),
            rods: rods(state, units),
            phases: phases(),
            throats: codes(Throat::words()),
            species: codes(Species::words()),
            resting: state.resting.iter().map(|r| rest(r, now.at)).collect(),
            before: past::day_before(now, &typed, units),
            amending: Amending::of(now.day, &lines, now.log, &typed),
            steps: steps(now),
            begin: begin(form, now, &typed),
            tie: asked.map(|a| tie(engine, (form, a), now, units)),
            faults: outside(&typed),
            note: typed.text("text").to_owned(),
            spot: typed.text("spot").to_owned(),
            minutes: match typed.text("minutes") {
                "" => USUAL_REST_MIN.to_string(),
                text => text.to_owned(),
            },
            cm: typed.text("cm").to_owned(),
            usual_rest: USUAL_REST_MIN,
            last,
            lines,
            frame,
        }
    }
}

/// The time of the pause that is on.
fn paused_since(now: &Now<'_>) -> Option<String> {
    let at = now.state.paused?;
    let is_it = |e: &&Event| e.written.at == at && e.what == What::Paused;
    now.log.standing().find(is_it).map(time_of)
}

/// The steps of the planned day; one is done once what it writes down first stands, each line for
/// one step: of two steps that write the same the first is done first.
fn steps(now: &Now<'_>) -> Vec<StepView> {
    let Some(planned) = now.planned else {
        return Vec::new();
    };
    let mut used: Vec<EventId> = Vec::new();
    let mut written = |what: Option<&What>| {
        let mut open = now.log.standing().filter(|e| !used.contains(&e.id));
        let found = open.find(|e| what == Some(&e.what)).map(|e| e.id);
        used.extend(found);
        found.is_some()
    };
    let mut step = |s: &yarrowfen_core::day::PlannedStep| {
        Some(StepView {
            told: s.told.clone(),
            whats: json::written(&s.whats)?,
            done: written(s.whats.first()),
        })
    };
    planned.steps.iter().filter_map(&mut step).collect()
}

/// Phases with their short names.
fn phases() -> Vec<(&'static str, &'static str)> {
    let codes = <Phase as Code>::CODES;
    let short = labels("PhaseShort", codes);
    codes.iter().copied().zip(short).collect()
}

/// Faults that no control of the sentence shows.
fn outside(typed: &Typed) -> Vec<String> {
    let shown = |f: &&FieldError| {
        let word = WORDS.iter().find(|w| w.field == f.field);
        let late = typed.act == "late" && past::LATE_FIELDS.contains(&f.field.as_str());
        f.field != "place" && !late && !word.is_some_and(|w| SHOWN.contains(&w.key))
    };
    let all = typed.faults.iter().filter(shown);
    all.map(|f| f.message.clone()).collect()
}

/// `Saturday 12 June`.
pub(crate) fn day_told(day: Date) -> String {
    format!("{} {} {}", day.weekday(), day.day(), day.month())
}

fn stop_view(now: &Now<'_>, units: UnitSystem) -> Option<StopView> {
    let (stop, since) = now.state.stop?;
    let begun = now
        .log
        .standing()
        .find(|e| e.written.at == since && matches!(e.what, What::Stop(_)));
    Some(StopView {
        place: stop.place.clone(),
        since: begun.map(time_of).unwrap_or_default(),
        told: stop_told(stop, units),
    })
}

fn stop_told(stop: &Stop, units: UnitSystem) -> String {
    let depth = Dimension::Distance.print(stop.depth_m, units);
    let wind = Dimension::Wind.print(stop.wind_mps, units);
    let current = match stop.current_mps {
        c if c > 0.0 => format!(", current {}", Dimension::Speed.print(c, units)),
        _ => String::new(),
    };
    format!("{depth}, {}, wind {wind}{current}", stop.bottom)
}

fn bait_told(tied: &Tied, units: UnitSystem) -> String {
    let length = Dimension::Size.print(tied.length_mm, units);
    format!("{}, {} {length}", tied.shape, tied.form)
}

fn tied_view(now: &Now<'_>, units: UnitSystem) -> Option<TiedView> {
    let tied = now.state.tied()?.tied;
    Some(TiedView {
        label: tied.label.clone(),
        told: bait_told(tied, units),
        rod: tied.rod,
        question: tied.question.clone(),
        left: tied.thing.and_then(|t| left(now, t)),
    })
}

/// How many of a thing are left: what the box had when it was last read, less the heads gone
/// that it does not know of yet.
fn left(now: &Now<'_>, thing: EventId) -> Option<u32> {
    let held = now.things?;
    let owned = held.items.iter().find(|o| o.id.as_u128() == thing.0)?;
    let unknown = now.gone_unknown.get(&thing).copied().unwrap_or(0);
    u32::try_from((i64::from(owned.item.count) - unknown).clamp(0, i64::from(MOST_COUNT))).ok()
}

fn rods(state: &DayState<'_>, units: UnitSystem) -> Vec<RodView> {
    let one = |(rod, on): (&u8, &RodState<'_>)| RodView {
        rod: *rod,
        told: format!("{} {}", on.tied.label, bait_told(on.tied, units)),
        here: state.in_hand == Some(*rod),
    };
    state.rods.iter().map(one).collect()
}

fn begin(form: &PickForm, now: &Now<'_>, typed: &Typed) -> BeginView {
    let wrong = typed.faults.iter().find(|f| f.field == "place");
    let place = match (typed.text("place"), now.state.stop) {
        ("", Some((stop, _))) if typed.act.is_empty() => stop.place.clone(),
        (text, _) => text.to_owned(),
    };
    let waters = now.things.map_or(&[][..], |h| &h.waters);
    let begins = matches!(&*typed.act, "begin" | "stop");
    let shown = |key: &str| SHOWN.contains(&key);
    BeginView {
        place: Control::new("place", "Place", place, (12, 28))
            .wrong(wrong.map(|f| f.message.clone())),
        waters: waters.iter().map(|w| w.name.clone()).collect(),
        sentence: Sentence::new(form, &of_words(typed), None),
        hidden: WORDS
            .iter()
            .filter(|w| !shown(w.key) && !form.typed(w.key).is_empty())
            .map(|w| (w.key, form.typed(w.key).to_owned()))
            .collect(),
        shown: match typed.text("shown") {
            "" => shown_words(form),
            before => before.to_owned(),
        },
        open: begins && !typed.faults.is_empty(),
    }
}

/// Faults of the words of a question.
fn of_words(typed: &Typed) -> Vec<FieldError> {
    let of_word = |f: &&FieldError| WORDS.iter().any(|w| w.field == f.field);
    typed.faults.iter().filter(of_word).cloned().collect()
}

/// The words of the form that begins a stop, as a query string.
fn shown_words(form: &PickForm) -> String {
    let words = SHOWN.iter().map(|key| (*key, form.typed(key)));
    form_urlencoded::Serializer::new(String::new())
        .extend_pairs(words)
        .finish()
}

fn tie(
    engine: &Engine,
    (form, asked): (&PickForm, &PickRequest),
    now: &Now<'_>,
    units: UnitSystem,
) -> TieView {
    let tied = tied_by(engine, (form, asked), None, "");
    let things = now.things.map_or_else(Vec::new, |held| {
        let there = |o: &&yarrowfen_rows::Owned| !o.archived && o.item.count > 0;
        let all = held.list(BoxList::Head).filter(there).take(MOST_THINGS);
        all.map(|o| (o.id.to_string(), o.item.thing.told(units).0))
            .collect()
    });
    let most = now.state.rods.keys().max().copied().unwrap_or(0);
    let rods = 1..=(most + 1).clamp(MOST_RODS, MOST_ROD);
    TieView {
        told: format!("{} {}", tied.label, bait_told(&tied, units)),
        question: form.query(),
        things,
        rods: rods
            .map(|rod| (rod, now.state.in_hand.unwrap_or(1) == rod))
            .collect(),
        whys: TieWhy::words().to_vec(),
    }
}
