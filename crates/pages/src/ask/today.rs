//! What a tap on the day's page writes down.

mod late;

use yarrowfen_core::base::codes::{Code, Outcome, Phase, Shape, Species, Throat, TieWhy};
use yarrowfen_core::base::{UnitSystem, json, limits};
use yarrowfen_core::day::{
    Bite, DayState, Event, EventId, FishTold, Log, Rest, Stop, Tied, What, WrittenAt, checked,
    day_at,
};
use yarrowfen_core::own_box::{HookNumber, Thing};
use yarrowfen_core::{Engine, FieldError, Options, PickRequest};
use yarrowfen_rows::Owned;

use super::PickForm;
use crate::held::{HeldBox, water_named};

/// When and where a tap was made, and the id that it was given there.
#[derive(Debug, Clone, Copy)]
pub struct Stamp {
    /// Id of the first event that comes of it; more of them count on from it.
    pub id: EventId,
    /// The device's clock, ms since 1970 in UTC.
    pub at: i64,
    /// What its time of day is ahead of UTC, minutes.
    pub offset: i16,
    /// The device.
    pub device: EventId,
    /// The device's count.
    pub seq: u32,
}

/// What a tap stands on.
#[derive(Clone, Copy)]
pub struct Day<'d> {
    /// What was written down so far, of the day and the one before.
    pub log: &'d Log<'d>,
    /// The box.
    pub things: Option<&'d HeldBox>,
    /// Units and ladder of bare numbers.
    pub options: Options,
    /// When it was tapped.
    pub stamp: Stamp,
}

/// A form's pairs.
pub struct Sent<'f>(pub &'f [(String, String)]);

impl Sent<'_> {
    /// A field as typed, without blanks around it.
    #[must_use]
    pub fn field(&self, name: &str) -> &str {
        let found = self.0.iter().rev().find(|p| p.0 == name);
        found.map_or("", |p| p.1.trim())
    }

    /// The words of Pick in it, as a query string.
    #[must_use]
    pub fn question(&self) -> String {
        let mut out = form_urlencoded::Serializer::new(self.field("question").to_owned());
        for (key, text) in self.0 {
            if super::place(key).is_some() || matches!(&**key, "units" | "ladder") {
                out.append_pair(key, text);
            }
        }
        out.finish()
    }

    fn code<C: Code>(&self, name: &str) -> Result<Option<C>, Fault> {
        match self.field(name) {
            "" => Ok(None),
            code => match C::from_code(code) {
                Some(found) => Ok(Some(found)),
                None => Err(fault(name, "this is not one of the choices")),
            },
        }
    }

    fn id(&self, name: &str) -> Result<EventId, Fault> {
        let wrong = |_| fault(name, "this is not in the log");
        self.field(name).parse().map_err(wrong)
    }
}

/// Most that a step of a planned day writes down.
const MOST_WHATS: usize = 16;

type Fault = Vec<FieldError>;

fn fault(field: &str, message: &str) -> Fault {
    vec![FieldError::new(field, message)]
}

/// What a step of a planned day writes down.
fn planned(whats: &str) -> Option<Vec<What>> {
    let read: Vec<What> = json::read(whats.as_bytes()).ok()?;
    (read.len() <= MOST_WHATS).then_some(read)
}

/// What was tapped, by the button's value.
fn whats(engine: &Engine, sent: &Sent<'_>, day: &Day<'_>) -> Result<Vec<What>, Fault> {
    let date = day_at(day.log, day.stamp.at, day.stamp.offset);
    let of_day = day.log.of_day(date);
    let state = DayState::of(&of_day);
    let act = sent.field("do");
    if let Some(outcome) = Outcome::from_code(act) {
        let phase = sent.code::<Phase>("phase")?;
        return Ok(vec![What::Bite(Bite { outcome, phase })]);
    }
    if let Some(rod) = act.strip_prefix("rod-") {
        let rod = rod
            .parse()
            .map_err(|_| fault("rod", "there is no such rod"))?;
        return Ok(vec![What::InHand { rod }]);
    }
    Ok(match act {
        "begin" => vec![
            What::Stop(stop(engine, sent, day)?),
            What::TiedOn(tied(engine, sent, day, Some(TieWhy::Start))?),
        ],
        "stop" => vec![What::Stop(stop(engine, sent, day)?)],
        "tie" => vec![What::TiedOn(tied(engine, sent, day, sent.code("why")?)?)],
        "told" => vec![What::Fish(fish(sent, day.options.units)?)],
        "hung" => vec![What::HungUp],
        "gone" => {
            let thing = state.tied().and_then(|r| r.tied.thing);
            vec![What::HeadGone { thing }]
        }
        "note" => {
            let text = sent.field("text").to_owned();
            vec![What::Note { text }]
        }
        "rest" => {
            let spot = match (sent.field("spot"), state.stop) {
                ("", Some((stop, _))) => stop.place.clone(),
                ("", None) => return Err(fault("spot", "say which spot rests")),
                (spot, _) => spot.to_owned(),
            };
            let wrong = |_| fault("minutes", "give whole minutes, such as 15");
            let typed = sent.field("minutes");
            let bare = typed.trim_end_matches("min").trim();
            let minutes = bare.parse().map_err(wrong)?;
            vec![What::Rest(Rest { spot, minutes })]
        }
        "back" => vec![What::WentBack { of: sent.id("of")? }],
        "pause" => vec![What::Paused],
        "go-on" => {
            let rod = state.in_hand.unwrap_or(1);
            vec![What::InHand { rod }]
        }
        "end" => vec![What::Ended],
        "planned" => planned(sent.field("whats"))
            .ok_or_else(|| fault("whats", "that is no step of a planned day"))?,
        "undo" => vec![What::Undone { of: sent.id("of")? }],
        _ => return Err(fault("do", "that is nothing that can be written down")),
    })
}

/// What a tap writes down: some events, each with its id.
///
/// # Errors
/// Every fault by its field; nothing is written down then.
pub fn events(engine: &Engine, sent: &Sent<'_>, day: &Day<'_>) -> Result<Vec<Event>, Fault> {
    if sent.field("do") == "late" {
        return late::event(sent, day).map(|event| vec![event]);
    }
    stamped(whats(engine, sent, day)?, day.log, day.stamp)
}

/// Two clocks of one day may be so far apart, ms, and a line of the slower one is still written
/// after those that are known there.
const APART: i64 = 3_600_000;

/// The time of a new line: by the clock, but after every line that is known, ms. Published: the
/// hybrid logical clock of Kulkarni and others, 2014.
fn after(log: &Log<'_>, at: i64) -> i64 {
    let all = log.all().iter().map(|s| s.event.written.at);
    let last = all.filter(|last| last.saturating_sub(at) < APART).max();
    last.map_or(at, |last| at.max(last.saturating_add(1)))
}

/// Events of what happened, by a tap's stamp, after what a log holds.
///
/// # Errors
/// Every fault by its field.
pub fn stamped(whats: Vec<What>, log: &Log<'_>, s: Stamp) -> Result<Vec<Event>, Fault> {
    let at = after(log, s.at);
    let date = day_at(log, at, s.offset);
    let date = date.ok_or_else(|| fault("at", "the clock of this device shows no such time"))?;
    // What answers a line of another day belongs to that day.
    let day_of = |what: &What| {
        let of = what.answered()?;
        let answered = log.all().iter().find(|s| s.event.id == of)?;
        Some(answered.event.written.day)
    };
    let event = |(n, what): (u32, What)| {
        checked(Event {
            id: EventId(s.id.0.wrapping_add(u128::from(n))),
            written: WrittenAt {
                at,
                day: day_of(&what).unwrap_or(date),
                offset: s.offset,
                device: s.device,
                seq: s.seq.wrapping_add(n),
            },
            what,
        })
    };
    (0..).zip(whats).map(event).collect()
}

/// The question of a form as Pick reads it.
fn question(
    engine: &Engine,
    sent: &Sent<'_>,
    day: &Day<'_>,
) -> Result<(PickForm, PickRequest), Fault> {
    let form = PickForm::from_query(&sent.question(), day.options);
    let asked = form.asked(engine)?;
    Ok((form, asked))
}

fn stop(engine: &Engine, sent: &Sent<'_>, day: &Day<'_>) -> Result<Stop, Fault> {
    let place = sent.field("place");
    let missing = place
        .is_empty()
        .then(|| fault("place", "say where you fish"));
    let (_, asked) = question(engine, sent, day)
        .map_err(|faults| [missing.clone().unwrap_or_default(), faults].concat())?;
    if let Some(missing) = missing {
        return Err(missing);
    }
    let water = day.things.and_then(|h| water_named(&h.waters, place));
    let of_water = water.map(|w| &w.asked.water);
    let w = &asked.water;
    // What nobody touched in the form is as the water has it, not as the stop before.
    let untouched = |key: &str| sent.field(key) == shown_before(sent, key);
    let of_water = |key: &str| of_water.filter(|_| untouched(key));
    // Of a range of depths or winds the middle is fished.
    Ok(Stop {
        place: place.to_owned(),
        water: water.map(|w| EventId(w.id.as_u128())),
        depth_m: of_water("depth").unwrap_or(w).middle_depth_m(),
        bottom: of_water("bottom").unwrap_or(w).bottom,
        wind_mps: w.middle_wind_mps(),
        current_mps: of_water("current").unwrap_or(w).current_mps,
        temp_c: w.temp_c,
        species: asked.species,
    })
}

/// What the form showed in a field before anybody touched it.
fn shown_before(sent: &Sent<'_>, key: &str) -> String {
    let shown = sent.field("shown");
    let mut pairs = form_urlencoded::parse(shown.as_bytes());
    pairs
        .find(|p| p.0 == key)
        .map(|p| p.1.trim().to_owned())
        .unwrap_or_default()
}

/// What a question has tied on: the thing of the box that was chosen, the head in hand, or
/// what is advised.
#[must_use]
pub fn tied_by(
    engine: &Engine,
    (form, asked): (&PickForm, &PickRequest),
    things: Option<&HeldBox>,
    chosen: &str,
) -> Tied {
    let own = things.and_then(|h| h.items.iter().find(|o| o.id.to_string() == chosen));
    let asked = match own {
        Some(own) => engine.tied_with(asked, &own.item),
        None => asked.clone(),
    };
    let (rig, on) = engine.in_hand(&asked, form.options());
    // What Pick has is counted where the box has that very head.
    let own = own.or_else(|| same_head(things?, (on.shape, on.g), on.hook_number()));
    Tied {
        rod: 1,
        rig,
        shape: on.shape,
        g: on.g,
        label: on.label.to_string(),
        form: asked.bait.form,
        length_mm: asked.bait.length_mm,
        hook: on.hook_number().to_owned(),
        thing: own.map(|o| EventId(o.id.as_u128())),
        why: None,
        question: PickForm::from_request(&asked, form.options()).query(),
    }
}

/// The head of a box that is of a shape, a weight, g, and a hook; one without a hook of its own
/// only where none is asked for.
fn same_head<'h>(things: &'h HeldBox, (shape, g): (Shape, f64), hook: &str) -> Option<&'h Owned> {
    let is_it = |owned: &&Owned| match &owned.item.thing {
        Thing::Head(head) => {
            let number = head.hook.as_ref().map_or("", HookNumber::as_str);
            head.is(shape, g) && number.trim_start_matches('#') == hook.trim_start_matches('#')
        }
        _ => false,
    };
    let there = |owned: &&Owned| !owned.archived && owned.item.count > 0;
    things.items.iter().filter(there).find(is_it)
}

fn tied(
    engine: &Engine,
    sent: &Sent<'_>,
    day: &Day<'_>,
    why: Option<TieWhy>,
) -> Result<Tied, Fault> {
    let (form, asked) = question(engine, sent, day)?;
    let rod = match sent.field("rod") {
        "" => 1,
        rod => rod
            .parse()
            .map_err(|_| fault("rod", "give the number of a rod"))?,
    };
    let tied = tied_by(engine, (&form, &asked), day.things, sent.field("thing"));
    Ok(Tied { rod, why, ..tied })
}

fn fish(sent: &Sent<'_>, units: UnitSystem) -> Result<FishTold, Fault> {
    let typed = sent.field("cm");
    let cm = match typed {
        "" => None,
        typed => Some(fish_cm(typed, units).map_err(|m| fault("cm", &m))?),
    };
    Ok(FishTold {
        of: sent.id("of")?,
        cm,
        species: sent.code::<Species>("species")?,
        throat: sent.code::<Throat>("throat")?,
        phase: sent.code::<Phase>("phase")?,
    })
}

/// Length of a fish as typed: `38`, `38 cm`, `15 in`.
///
/// # Errors
/// In words, when it is none.
pub fn fish_cm(text: &str, units: UnitSystem) -> Result<f64, String> {
    let text = text.trim().to_lowercase().replace(',', ".");
    let (bare, per) = match (text.strip_suffix("cm"), text.strip_suffix("in")) {
        (Some(bare), _) => (bare, 1.0),
        (_, Some(bare)) => (bare, 2.54),
        _ if units == UnitSystem::Imperial => (text.as_str(), 2.54),
        _ => (text.as_str(), 1.0),
    };
    let example = match units {
        UnitSystem::Metric => "give a length, such as 38 cm",
        UnitSystem::Imperial => "give a length, such as 15 in",
    };
    let number: f64 = bare.trim().parse().map_err(|_| example.to_owned())?;
    limits::FISH_LENGTH.check(number * per, UnitSystem::Metric)
}
