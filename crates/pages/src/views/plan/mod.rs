//! A day that is planned: its sentence, its hours as a picture, what to pack.

mod chart;
mod printed;

use std::borrow::Cow;

use askama::Template;
use time::Date;
use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::day::read_day;
use yarrowfen_core::explore::plan::{InBox, MOST_STOPS, Plan, PlanAsked};
use yarrowfen_core::physics::sun::Light;
use yarrowfen_core::say::plan as say;
use yarrowfen_rows::{PlannedDay, Water};

pub use chart::Chart;
pub use printed::DayPrintPage;

use super::Frame;
use super::control::Control;
use super::describe::describe;
use super::shell::{Changing, Round};
use super::today::day_told;
use crate::ask::Faults;
use crate::ask::plan::{AS_IT_IS, AS_PICK, AS_THERE, DayForm, STOP_KEYS, StopTyped};
use crate::reader::Reader;

/// A day as it was decided.
#[derive(Clone, Copy)]
pub struct Decided<'d> {
    /// The day.
    pub day: Date,
    /// What was asked.
    pub asked: &'d PlanAsked,
    /// What was decided.
    pub plan: &'d Plan,
    /// What the clock is ahead of UTC, minutes.
    pub offset: i16,
}

impl Decided<'_> {
    /// The hours of light, at the first stop that says where it is.
    #[must_use]
    pub fn light(&self) -> Option<Light> {
        self.light_after(0)
    }

    /// The same of a day so many days after it.
    fn light_after(&self, days: i64) -> Option<Light> {
        let at = self.asked.stops.iter().find_map(|s| s.at)?;
        let day = self.day.checked_add(time::Duration::days(days))?;
        Some(Light::of(day, at, self.offset))
    }
}

/// A stop in the form, for what its word in the sentence does not say.
pub struct StopEdit {
    /// Names of its fields: name, question, where it is.
    pub keys: (&'static str, &'static str, &'static str),
    /// Its name.
    pub name: Control,
    /// Its depth.
    pub depth: Control,
    /// How long.
    pub minutes: Control,
    /// The way to it.
    pub way: Control,
    /// Where it is.
    pub at: Control,
    /// Its question.
    pub question: String,
    /// Its water in a line.
    pub told: String,
    /// What is wrong with its question.
    pub fault: Option<String>,
}

/// Something to pack.
pub struct PackLine {
    /// How many.
    pub count: String,
    /// What.
    pub what: Cow<'static, str>,
    /// What the box has of it.
    pub owned: Option<String>,
    /// Whether that is not enough.
    pub lacks: bool,
}

/// The plan as it is shown.
pub struct PlanView {
    /// Its picture.
    pub chart: Chart,
    /// What to pack.
    pub pack: Vec<PackLine>,
    /// Leader to pack.
    pub leaders: Vec<String>,
    /// Heads likely to be lost.
    pub losses: Vec<String>,
    /// The order over a spot.
    pub over_spot: String,
    /// What is retied when.
    pub reties: Vec<String>,
    /// What is not served.
    pub unserved: Vec<String>,
    /// What is served by a compromise.
    pub compromises: Vec<String>,
    /// How the rods were chosen.
    pub how: String,
    /// The hours of light.
    pub light: Option<String>,
    /// The hours of the day in lines, where there is no room for a picture.
    pub lines: Vec<(String, Vec<String>)>,
    /// Whether a stop says where it is.
    pub placed: bool,
    /// What the first step writes down, as JSON.
    pub begins: String,
}

/// A kept day in the list.
pub struct KeptDay {
    /// Its id.
    pub id: String,
    /// The day.
    pub day: String,
    /// Its stops.
    pub name: String,
    /// Whether it is the one shown.
    pub here: bool,
}

/// The page.
#[derive(Template)]
#[template(path = "plan.html")]
pub struct PlanPage {
    /// Frame.
    pub frame: Frame,
    controls: Vec<Control>,
    /// The day, as the calendar's field has it.
    pub day: String,
    /// The same in words, or as typed.
    pub told_day: String,
    /// What the clock is ahead of UTC.
    pub offset: String,
    /// Stops.
    pub stops: Vec<StopEdit>,
    /// The query.
    pub query: String,
    /// Faults with the names of what they are about.
    pub faults: Vec<(&'static str, String)>,
    /// The plan.
    pub view: Option<PlanView>,
    /// Kept days, the next first.
    pub kept: Vec<KeptDay>,
    /// The kept day that is shown.
    pub id: Option<String>,
    /// A day that was just deleted.
    pub deleted: Option<String>,
    /// What was just taken in from a calendar.
    pub taken_in: Option<String>,
    /// What is fished turn about, and the day without that.
    pub turns: Option<(String, String)>,
    /// Queries of the two.
    pub turn_queries: Vec<(&'static str, String)>,
    /// Where the weather came from.
    pub weather: Option<String>,
    /// Why there is no forecast.
    pub no_forecast: Option<String>,
    /// Hours as they were pasted.
    pub hours: String,
    /// Whether a forecast can be asked for.
    pub forecast: bool,
    /// Whether what a stop's word does not say stands open.
    pub open: bool,
}

impl Changing for PlanPage {
    fn round(&self) -> Round<'_> {
        Round {
            frame: &self.frame,
            title: "Days · Yarrowfen".to_owned(),
            scripts: &["plan.js"],
            id: "plan",
            here: format!("/days?{}", self.query),
        }
    }
}

/// What stands round a plan on its page.
#[derive(Default)]
pub struct Around<'a> {
    /// Waters to choose from.
    pub waters: &'a [Water],
    /// Kept days.
    pub kept: &'a [PlannedDay],
    /// The kept day that is shown.
    pub id: Option<String>,
    /// A day that was just deleted.
    pub deleted: Option<String>,
    /// What was just taken in from a calendar.
    pub taken_in: Option<String>,
    /// Whether a forecast can be asked for.
    pub forecast: bool,
}

impl PlanPage {
    /// The page of a form, with what was decided where it could be.
    #[must_use]
    pub fn new(
        reader: &Reader,
        form: &DayForm,
        faults: &Faults,
        decided: Option<(Decided<'_>, String)>,
        around: &Around<'_>,
    ) -> Self {
        let units = reader.options.units;
        let query = form.query();
        let turns = decided.as_ref().and_then(|(d, _)| {
            let (one, other) = d.asked.turns.as_ref()?;
            let both = format!(
                "{} against {}",
                say::tie(one, units),
                say::tie(other, units)
            );
            Some((both, format!("/days?{}", form.without_turns().query())))
        });
        let view = decided.map(|(d, begins)| plan_view(d, begins, units));
        let kept = around.kept.iter().map(|d| KeptDay {
            id: d.id.to_string(),
            day: format!("{} {}", d.planned.day.day(), d.planned.day.month()),
            name: d.name.clone(),
            here: around.id.as_deref() == Some(d.id.to_string().as_str()),
        });
        let in_details = |f: &(&'static str, String)| STOP_KEYS.iter().flatten().any(|k| *k == f.0);
        Self {
            frame: Frame::new("days", reader, format!("/days?{query}")),
            controls: controls(form, faults, around.waters),
            told_day: read_day(&form.day).map_or_else(|| form.day.clone(), day_told),
            day: form.day.clone(),
            offset: form.offset.clone(),
            stops: form
                .stops
                .iter()
                .zip(&STOP_KEYS)
                .map(|(stop, keys)| edit(stop, keys, faults, reader))
                .collect(),
            faults: faults
                .iter()
                .map(|(key, m)| (label(key), m.clone()))
                .collect(),
            open: faults.iter().any(in_details),
            kept: kept.collect(),
            id: around.id.clone(),
            deleted: around.deleted.clone(),
            taken_in: around.taken_in.clone(),
            turns,
            turn_queries: form.turn_queries(),
            weather: form.weather.clone(),
            no_forecast: form.no_forecast.clone(),
            hours: form.hours.clone(),
            forecast: around.forecast,
            query,
            view,
        }
    }

    /// A word of the sentence.
    #[must_use]
    pub fn word(&self, key: &str) -> &Control {
        let found = self.controls.iter().find(|c| c.key == key);
        found.unwrap_or(&self.controls[0])
    }

    /// The words of the stops, and of one more where there is room.
    #[must_use]
    pub fn stop_words(&self) -> Vec<&Control> {
        let all = STOP_KEYS.iter().map(|k| k[0]);
        all.filter_map(|key| self.controls.iter().find(|c| c.key == key))
            .collect()
    }
}

/// What a reader calls a stop's fields, in the order of [`STOP_KEYS`].
const STOP_LABELS: [&str; 7] = [
    "stop",
    "stop",
    "water of a stop",
    "minutes at a stop",
    "depth of a stop",
    "where a stop is",
    "way to a stop",
];

/// What a reader calls a field.
fn label(key: &str) -> &'static str {
    let of_stop = |keys: &[&str; 7]| keys.iter().position(|k| *k == key);
    if let Some(at) = STOP_KEYS.iter().find_map(of_stop) {
        return STOP_LABELS[at];
    }
    match key {
        "from" => "begin",
        "to" => "end",
        "rods" => "rods",
        "wind" => "wind",
        "temp" => "water temperature",
        "way" => "from stop to stop",
        "hours" => "hours of the day",
        "a" | "b" => "what is fished turn about",
        _ => "the day",
    }
}

fn fault_of(faults: &Faults, key: &str) -> Option<String> {
    faults.iter().find(|f| f.0 == key).map(|f| f.1.clone())
}

fn controls(form: &DayForm, faults: &Faults, waters: &[Water]) -> Vec<Control> {
    let typed = |key, label, text: &str, chips: &'static str| {
        Control::new(key, label, text.to_owned(), (1, 24))
            .wrong(fault_of(faults, key))
            .near(chips)
    };
    let or_there = |text: &str| {
        if text.is_empty() {
            AS_THERE.to_owned()
        } else {
            text.to_owned()
        }
    };
    let times = "4:00|5:00|6:00|8:00|10:00|12:00|16:00|20:00";
    let mut all = vec![
        typed("from", "From when", &form.from, times),
        typed("to", "To when", &form.to, times),
        typed("rods", "Rods carried", &form.rods, "1|2|3|4|5"),
        typed(
            "wind",
            "Wind over the day",
            &or_there(&form.wind),
            "as usual there|2 m/s|2 to 7 m/s|7 to 2 m/s|5:00 2, 8:00 6, 11:00 4 m/s",
        ),
        typed(
            "temp",
            "Water over the day",
            &or_there(&form.temp),
            "as usual there|8 °C|12 °C|17 °C|17 to 19 °C",
        ),
        typed(
            "way",
            "Minutes from stop to stop",
            &form.way,
            "0|10|15|25|40",
        ),
    ];
    let water_names = |but: &str| -> Vec<(String, String)> {
        let others = waters.iter().filter(|w| w.name != but);
        others.map(|w| (w.id.to_string(), w.name.clone())).collect()
    };
    let pick = (AS_PICK.to_owned(), "as Pick has it".to_owned());
    for (stop, keys) in form.stops.iter().zip(&STOP_KEYS) {
        let mut choices = vec![(AS_IT_IS.to_owned(), stop.name.clone())];
        choices.extend(water_names(&stop.name));
        choices.push(pick.clone());
        all.push(
            Control::new(keys[0], "A stop", AS_IT_IS.to_owned(), (2, 30))
                .of_names("leave this stop out", choices),
        );
    }
    if form.stops.len() < MOST_STOPS {
        let key = STOP_KEYS[form.stops.len()][0];
        let mut choices = water_names("");
        choices.push(pick);
        all.push(
            Control::new(key, "Another stop", String::new(), (2, 30))
                .of_names("another stop", choices),
        );
    }
    all
}

fn edit(stop: &StopTyped, keys: &[&'static str; 7], faults: &Faults, reader: &Reader) -> StopEdit {
    let [_, name, question, minutes, depth, at, way] = *keys;
    let control = |key: &'static str, label: &'static str, text: &str| {
        Control::new(key, label, text.to_owned(), (4, 24)).wrong(fault_of(faults, key))
    };
    let form = stop.form(reader.options);
    let told = form
        .read()
        .map(|r| describe(&r, reader.options.units).water)
        .unwrap_or_default();
    StopEdit {
        keys: (name, question, at),
        name: control(name, "Name", &stop.name),
        depth: control(depth, "Depth", form.typed("depth")),
        minutes: control(minutes, "Minutes", &stop.minutes),
        way: control(way, "Way there", &stop.way),
        at: control(at, "Degrees north, east", &stop.at),
        question: stop.question.clone(),
        told,
        fault: fault_of(faults, question),
    }
}

fn texts(all: Vec<yarrowfen_core::answer::Text>) -> Vec<String> {
    all.into_iter().map(Into::into).collect()
}

fn plan_view(decided: Decided<'_>, begins: String, units: UnitSystem) -> PlanView {
    let (asked, plan) = (decided.asked, decided.plan);
    let (losses, leaders) = (plan.pack.losses.iter(), plan.pack.leaders.iter());
    PlanView {
        chart: Chart::new(decided, units),
        pack: pack_lines(plan, units),
        losses: losses.map(|l| say::loss(*l, units).into()).collect(),
        leaders: leaders.map(|l| say::leader(*l, units).into()).collect(),
        over_spot: say::over_spot(plan, units).into(),
        reties: texts(say::reties(plan, units)),
        unserved: texts(say::unserved(asked, plan, units)),
        compromises: texts(say::compromises(asked, plan, units)),
        how: say::how(asked, plan, units).into(),
        light: decided.light().map(|l| say::light(&l, units).into()),
        lines: hours_in_lines(decided, units),
        placed: asked.stops.iter().any(|s| s.at.is_some()),
        begins,
    }
}

/// The day in lines: each slot with what is fished there, part by part.
fn hours_in_lines(decided: Decided<'_>, units: UnitSystem) -> Vec<(String, Vec<String>)> {
    let (asked, plan) = (decided.asked, decided.plan);
    let line = |slot: &yarrowfen_core::explore::plan::SlotPlanned| {
        let time = yarrowfen_core::day::show_time(slot.minutes.0);
        let head = format!("{time} {}", say::slot_with_wind(asked, slot, units));
        let parts = slot.parts.iter().map(|p| {
            let what = say::fished_for(plan, p, units).unwrap_or("nothing".into());
            format!("{}: {what}", p.part.label())
        });
        (head, parts.collect())
    };
    plan.slots.iter().map(line).collect()
}

fn pack_lines(plan: &Plan, units: UnitSystem) -> Vec<PackLine> {
    let line = |count: u32, what: Cow<'static, str>, owned: Option<&InBox>| {
        let owned = owned.map(|o| say::in_box(count, o, units));
        PackLine {
            count: count.to_string(),
            what,
            lacks: owned.as_ref().is_some_and(|o| o.1),
            owned: owned.map(|o| o.0.into()),
        }
    };
    let pack = &plan.pack;
    let heads = pack.heads.iter().map(|p| {
        let what = say::head(&plan.rigs[p.rig], p, units);
        line(p.count, what, p.owned.as_ref())
    });
    let hooks = pack.hooks.iter();
    let hooks = hooks.map(|h| line(h.count, say::hook(h, units), h.owned.as_ref()));
    let baits = pack.baits.iter();
    let baits = baits.map(|b| line(b.count, say::bait(b, units), b.owned.as_ref()));
    heads.chain(hooks).chain(baits).collect()
}
