//! A day to be planned, as a page carries it.

use time::{Date, Duration};
use yarrowfen_core::base::limits::{TEMPERATURE, WIND};
use yarrowfen_core::base::plain;
use yarrowfen_core::day::{
    DAY_MIN, Hourly, read_day, read_table_of_hours, read_time, show_day, show_time,
};
use yarrowfen_core::explore::plan::{
    LEAST_STAY, MOST_CARRIED, MOST_STOPS, PlanAsked, StopAsked, Tieable,
};
use yarrowfen_core::physics::sun::Position;
use yarrowfen_core::say::plan as say;
use yarrowfen_core::tables::UsualDay;
use yarrowfen_core::{Engine, Options};
use yarrowfen_rows::Water;

use super::{Faults, PickForm};
use crate::reader::Reader;

/// Names of a stop's fields, by its place: what is chosen, its name, its question, its minutes,
/// its depth, where it is, the way to it.
pub const STOP_KEYS: [[&str; 7]; MOST_STOPS] = [
    ["s0", "n0", "q0", "m0", "d0", "p0", "w0"],
    ["s1", "n1", "q1", "m1", "d1", "p1", "w1"],
    ["s2", "n2", "q2", "m2", "d2", "p2", "w2"],
    ["s3", "n3", "q3", "m3", "d3", "p3", "w3"],
    ["s4", "n4", "q4", "m4", "d4", "p4", "w4"],
    ["s5", "n5", "q5", "m5", "d5", "p5", "w5"],
];
/// What a blank wind or temperature stands for.
pub const AS_THERE: &str = "as usual there";
/// What is chosen where a stop stays as its fields have it.
pub const AS_IT_IS: &str = "q";
/// Names of the two that are fished turn about.
pub const TURNS: (&str, &str) = ("a", "b");
/// What is chosen for a stop as Pick asked last.
pub const AS_PICK: &str = "pick";
/// Longest name of a stop, characters.
const MOST_NAME: usize = 80;
/// Stops that a fresh day begins with.
const FRESH_STOPS: usize = 3;

/// A stop as typed.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct StopTyped {
    /// What the angler calls it.
    pub name: String,
    /// Its question, as a query string of Pick.
    pub question: String,
    /// How long; empty shares what is left.
    pub minutes: String,
    /// The way to it, minutes; empty is as the day has it.
    pub way: String,
    /// Where it is: degrees north and east, with a comma between.
    pub at: String,
}

/// A day as typed.
#[derive(Debug, Clone, PartialEq)]
pub struct DayForm {
    /// The day.
    pub day: String,
    /// From when.
    pub from: String,
    /// To when.
    pub to: String,
    /// Rods carried.
    pub rods: String,
    /// The wind over the day; empty is as each stop has it.
    pub wind: String,
    /// The water's temperature over the day; as `wind`.
    pub temp: String,
    /// From one stop to the next, minutes.
    pub way: String,
    /// What the clock is ahead of UTC, minutes.
    pub offset: String,
    /// Where the weather came from, in words.
    pub weather: Option<String>,
    /// Why there is no forecast, where one was asked for.
    pub no_forecast: Option<String>,
    /// Hours as they were pasted, where they could not be read.
    pub hours: String,
    /// Why not.
    hours_fault: Option<String>,
    /// Two things to be fished turn about, as questions of Pick with a head in hand.
    turns: Option<(String, String)>,
    /// The stops.
    pub stops: Vec<StopTyped>,
    options: Options,
}

/// What a query says of weather that a forecast gave: before the wind that it gave.
const FORECAST: &str = "forecast";
/// The same of a simulated one.
const SIMULATED: &str = "simulated";

/// What a fresh day begins from.
#[derive(Clone, Copy)]
pub struct Fresh<'f> {
    /// The waters of who reads.
    pub waters: &'f [Water],
    /// The day before it.
    pub today: Date,
    /// What is usual.
    pub usual: &'f UsualDay,
}

impl StopTyped {
    fn of_water(water: &Water, options: Options) -> Self {
        Self {
            name: water.name.clone(),
            question: PickForm::from_request(&water.asked, options).query(),
            minutes: String::new(),
            way: String::new(),
            at: water.at.map(show_position).unwrap_or_default(),
        }
    }

    fn of_pick(reader: &Reader) -> Self {
        let form = PickForm::from_query(&reader.question, reader.options).with_views(&reader.views);
        let asked = form.read().ok();
        let name = asked.map(|r| say::place(&r, reader.options.units).into_owned());
        Self {
            name: name.unwrap_or_else(|| "as Pick has it".to_owned()),
            question: form.query(),
            ..Self::default()
        }
    }

    /// Its question.
    #[must_use]
    pub fn form(&self, options: Options) -> PickForm {
        PickForm::from_query(&self.question, options)
    }
}

/// A place on the earth as it is typed: `52.31, 0.42`.
#[must_use]
pub fn show_position(at: Position) -> String {
    // To the tenth of a metre.
    format!("{}, {}", plain(at.lat, 6), plain(at.lon, 6))
}

/// Reads a place on the earth: degrees north and east.
///
/// # Errors
/// In words, when it is none.
pub fn read_position(text: &str) -> Result<Option<Position>, String> {
    let text = text.trim();
    if text.is_empty() {
        return Ok(None);
    }
    let pair = text.split_once([',', ' ', ';']);
    let found = pair.and_then(|(lat, lon)| {
        let number = |t: &str| t.trim().trim_end_matches('°').parse::<f64>().ok();
        Position::new(number(lat)?, number(lon)?)
    });
    let wrong = || "give degrees north and east, such as 52.31, 0.42".to_owned();
    found.map(Some).ok_or_else(wrong)
}

impl DayForm {
    /// From a query string; with none, a fresh day.
    #[must_use]
    pub fn from_query(query: &str, reader: &Reader, fresh: Fresh<'_>) -> Self {
        let pairs: Vec<(String, String)> = serde_urlencoded::from_str(query).unwrap_or_default();
        let said = |key: &str| -> Option<&str> {
            let found = pairs.iter().rev().find(|p| p.0 == key);
            found.map(|p| p.1.trim())
        };
        let usual = fresh.usual;
        let or = |key: &str, usual: String| said(key).map_or(usual, str::to_owned);
        let tomorrow = fresh
            .today
            .checked_add(Duration::days(1))
            .unwrap_or(fresh.today);
        let mut form = Self {
            day: or("day", show_day(tomorrow)),
            from: or("from", show_time(usual.from_min)),
            to: or("to", show_time(usual.to_min)),
            rods: or("rods", usual.rods.to_string()),
            wind: or("wind", String::new()),
            temp: or("temp", String::new()),
            way: or("way", usual.move_min.to_string()),
            offset: or("offset", String::new()),
            weather: None,
            no_forecast: None,
            hours: or("hours", String::new()),
            hours_fault: None,
            turns: said(TURNS.0)
                .zip(said(TURNS.1))
                .map(|(a, b)| (a.to_owned(), b.to_owned())),
            stops: Vec::new(),
            options: reader.options,
        };
        for blank in [&mut form.wind, &mut form.temp] {
            if blank == AS_THERE {
                blank.clear();
            }
        }
        form.take_hours();
        form.weather = said("by").and_then(|by| told_weather(by, &form.wind));
        let named = STOP_KEYS.iter().any(|k| said(k[0]).is_some());
        form.stops = if named {
            let stop = |keys: &[&str; 7]| form.stop(keys, &said, reader, fresh.waters);
            STOP_KEYS.iter().filter_map(stop).collect()
        } else {
            let some = fresh.waters.iter().take(FRESH_STOPS);
            some.map(|w| StopTyped::of_water(w, reader.options))
                .collect()
        };
        if form.stops.is_empty() && !named {
            form.stops.push(StopTyped::of_pick(reader));
        }
        form
    }

    /// Takes hours that were pasted for the day's wind and temperature.
    fn take_hours(&mut self) {
        if self.hours.is_empty() {
            return;
        }
        let units = self.options.units;
        let limits = (WIND, TEMPERATURE);
        match read_table_of_hours(&self.hours, self.day_and_hours(), limits, units) {
            Ok((wind, temp)) => {
                self.take_weather((&wind, &temp), None);
                self.hours.clear();
            }
            Err(message) => self.hours_fault = Some(message),
        }
    }

    /// Takes wind and temperature over the day; from a forecast, which may be simulated.
    pub fn take_weather(&mut self, (wind, temp): (&Hourly, &Hourly), simulated: Option<bool>) {
        let units = self.options.units;
        self.wind = wind.show(WIND, units);
        if !temp.is_empty() {
            self.temp = temp.show(TEMPERATURE, units);
        }
        let by = simulated.map(|s| if s { SIMULATED } else { FORECAST });
        self.weather = by.and_then(|by| told_weather(&format!("{by}:{}", self.wind), &self.wind));
    }

    /// A stop by what was chosen for it.
    fn stop<'s>(
        &self,
        keys: &[&str; 7],
        said: &impl Fn(&str) -> Option<&'s str>,
        reader: &Reader,
        waters: &[Water],
    ) -> Option<StopTyped> {
        let [chosen, name, question, minutes, depth, at, way] = *keys;
        match said(chosen)? {
            "" => None,
            AS_PICK => Some(StopTyped::of_pick(reader)),
            AS_IT_IS => {
                let mut form = PickForm::from_query(said(question)?, self.options);
                if let Some(depth) = said(depth).filter(|d| !d.is_empty()) {
                    form.set("depth", depth);
                }
                Some(StopTyped {
                    name: said(name)
                        .unwrap_or_default()
                        .chars()
                        .take(MOST_NAME)
                        .collect(),
                    question: form.query(),
                    minutes: said(minutes).unwrap_or_default().to_owned(),
                    way: said(way).unwrap_or_default().to_owned(),
                    at: said(at).unwrap_or_default().to_owned(),
                })
            }
            id => {
                let water = waters.iter().find(|w| w.id.to_string() == id)?;
                Some(StopTyped::of_water(water, self.options))
            }
        }
    }

    /// The query string that brings it back.
    #[must_use]
    pub fn query(&self) -> String {
        let mut out = form_urlencoded::Serializer::new(String::with_capacity(2048));
        let all = [
            ("day", &self.day),
            ("from", &self.from),
            ("to", &self.to),
            ("rods", &self.rods),
            ("wind", &self.wind),
            ("temp", &self.temp),
            ("way", &self.way),
            ("offset", &self.offset),
        ];
        for (key, text) in all.into_iter().filter(|p| !p.1.is_empty()) {
            out.append_pair(key, text);
        }
        if let Some(told) = &self.weather {
            let by = if told == TOLD_SIMULATED {
                SIMULATED
            } else {
                FORECAST
            };
            out.append_pair("by", &format!("{by}:{}", self.wind));
        }
        for (key, question) in self.turn_queries() {
            out.append_pair(key, &question);
        }
        for (keys, stop) in STOP_KEYS.iter().zip(&self.stops) {
            let [chosen, name, question, minutes, _, at, way] = *keys;
            out.append_pair(chosen, AS_IT_IS);
            out.append_pair(name, &stop.name);
            out.append_pair(question, &stop.question);
            let rest = [(minutes, &stop.minutes), (way, &stop.way), (at, &stop.at)];
            for (key, text) in rest.into_iter().filter(|p| !p.1.is_empty()) {
                out.append_pair(key, text);
            }
        }
        out.finish()
    }

    /// What is asked, on which day.
    ///
    /// # Errors
    /// Every fault by its key.
    pub fn asked(&self, engine: &Engine) -> Result<(Date, PlanAsked), Faults> {
        let mut faults = Faults::new();
        let day = read_day(&self.day);
        if day.is_none() {
            faults.push(("day", say::fault_day()));
        }
        let from = self.time("from", &self.from, &mut faults);
        let to = self.time("to", &self.to, &mut faults);
        let rods = self
            .rods
            .parse()
            .ok()
            .filter(|n| (1..=MOST_CARRIED).contains(n));
        if rods.is_none() {
            faults.push(("rods", say::fault_rods()));
        }
        let hours = fished_hours(from.unwrap_or(0), to.unwrap_or(0));
        let units = self.options.units;
        let mut hourly = |key, text, limit| {
            Hourly::read(text, hours, limit, units).unwrap_or_else(|message| {
                faults.push((key, message));
                Hourly::default()
            })
        };
        let wind = hourly("wind", &self.wind, WIND);
        let temp = hourly("temp", &self.temp, TEMPERATURE);
        let way = whole(&self.way, 0);
        if way.is_none() {
            faults.push(("way", say::fault_minutes(0)));
        }
        faults.extend(self.hours_fault.clone().map(|m| ("hours", m)));
        let stops = self.stops_asked(engine, &mut faults);
        let turns = self.turns_asked(engine, &mut faults);
        match (day, rods, way) {
            (Some(day), Some(rods), Some(move_min)) if faults.is_empty() => {
                let asked = PlanAsked {
                    hours,
                    rods,
                    stops,
                    wind,
                    temp,
                    move_min,
                    turns,
                };
                Ok((day, asked))
            }
            _ => Err(faults),
        }
    }

    /// The day and its hours, so far as they can be read.
    fn day_and_hours(&self) -> (Option<Date>, (u16, u16)) {
        let read = |text: &str| read_time(text).unwrap_or(0);
        (
            read_day(&self.day),
            fished_hours(read(&self.from), read(&self.to)),
        )
    }

    fn time(&self, key: &'static str, text: &str, faults: &mut Faults) -> Option<u16> {
        let read = read_time(text);
        if read.is_none() {
            faults.push((key, say::fault_time()));
        }
        read
    }

    fn stops_asked(&self, engine: &Engine, faults: &mut Faults) -> Vec<StopAsked> {
        let mut all = Vec::with_capacity(self.stops.len());
        for (keys, stop) in STOP_KEYS.iter().zip(&self.stops) {
            let [_, name, question, minutes, depth, at, way] = *keys;
            if stop.name.is_empty() {
                faults.push((name, "say where you fish".to_owned()));
            }
            let mut spent = |key, text: &str, least| {
                if text.is_empty() {
                    return None;
                }
                let read = whole(text, least);
                if read.is_none() {
                    faults.push((key, say::fault_minutes(least)));
                }
                read
            };
            let stay = spent(minutes, &stop.minutes, LEAST_STAY);
            let way_min = spent(way, &stop.way, 0);
            let position = read_position(&stop.at).unwrap_or_else(|message| {
                faults.push((at, message));
                None
            });
            match stop.form(self.options).asked(engine) {
                Ok(request) => all.push(StopAsked {
                    name: stop.name.clone(),
                    request,
                    minutes: stay,
                    way_min,
                    at: position,
                }),
                Err(more) => {
                    // What a stop's own fields do not show is mended on Pick.
                    let of_depth =
                        |f: &yarrowfen_core::FieldError| f.field.starts_with("water.depth");
                    let key = if more.iter().all(of_depth) {
                        depth
                    } else {
                        question
                    };
                    faults.push((key, yarrowfen_core::base::in_a_line(&more)));
                }
            }
        }
        all
    }

    /// The same without what is fished turn about.
    #[must_use]
    pub fn without_turns(&self) -> Self {
        Self {
            turns: None,
            ..self.clone()
        }
    }

    /// What is fished turn about, by its key.
    #[must_use]
    pub fn turn_queries(&self) -> Vec<(&'static str, String)> {
        let both = self.turns.iter();
        both.flat_map(|(a, b)| [(TURNS.0, a.clone()), (TURNS.1, b.clone())])
            .collect()
    }

    fn turns_asked(&self, engine: &Engine, faults: &mut Faults) -> Option<(Tieable, Tieable)> {
        let mut read = |(key, question): (&'static str, String)| {
            let form = PickForm::from_query(&question, self.options);
            match form.asked(engine) {
                Ok(request) => Some(engine.tieable(&request, self.options)),
                Err(more) => {
                    faults.push((key, yarrowfen_core::base::in_a_line(&more)));
                    None
                }
            }
        };
        let mut both = self.turn_queries().into_iter().map(&mut read);
        both.next().flatten().zip(both.next().flatten())
    }

    /// What the clock is ahead of UTC, minutes.
    #[must_use]
    pub fn offset_min(&self) -> i16 {
        let read: Option<i16> = self.offset.parse().ok();
        read.filter(|o| o.abs() <= yarrowfen_core::day::MOST_OFFSET)
            .unwrap_or(0)
    }
}

/// What a page says of weather that a forecast gave.
const TOLD_FORECAST: &str = "Wind and water from the forecast";
/// The same of a simulated one.
const TOLD_SIMULATED: &str = "Wind and water from a simulated forecast, not from the sky";

/// What is said of where the wind came from; nothing where somebody changed it since.
fn told_weather(by: &str, wind: &str) -> Option<String> {
    let (from, gave) = by.split_once(':')?;
    let told = match from {
        FORECAST => TOLD_FORECAST,
        SIMULATED => TOLD_SIMULATED,
        _ => return None,
    };
    (gave == wind).then(|| told.to_owned())
}

/// From when to when a day is fished, minutes: one that ends by the clock before it begins ends
/// after midnight.
fn fished_hours(from: u16, to: u16) -> (u16, u16) {
    (from, if to < from { to + DAY_MIN } else { to })
}

/// Whole minutes, at least so many.
fn whole(text: &str, least: u16) -> Option<u16> {
    let bare = text.trim().trim_end_matches("min").trim();
    bare.parse().ok().filter(|m| (least..=1440).contains(m))
}
