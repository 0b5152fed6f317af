//! Days to be planned that come of something else: of somebody's calendar, or of what a log cannot
//! tell yet.

use std::collections::BTreeMap;

use time::Date;
use yarrowfen_core::Options;
use yarrowfen_core::day::{Stop, Tied, show_day, show_time};
use yarrowfen_core::explore::plan::MOST_STOPS;
use yarrowfen_core::say::plan as say;
use yarrowfen_rows::Water;

use super::PickForm;
use super::plan::{AS_IT_IS, STOP_KEYS, TURNS};
use crate::held::water_named;
use crate::reader::Reader;

/// A stay of somebody's calendar.
#[derive(Debug, Clone, PartialEq)]
pub struct Stay {
    /// Its day.
    pub day: Date,
    /// From when to when, minutes of the day.
    pub hours: (u16, u16),
    /// Where.
    pub place: String,
}

/// The questions of the days of somebody's stays, each day's in their order: at a water of the
/// name, else as Pick has it; what lies between two of them is the way.
///
/// # Errors
/// In words, where a day has more of them than can be planned.
pub fn stays_queries(
    stays: &[Stay],
    waters: &[Water],
    reader: &Reader,
) -> Result<Vec<String>, String> {
    let mut by_day: BTreeMap<Date, Vec<&Stay>> = BTreeMap::new();
    for stay in stays {
        by_day.entry(stay.day).or_default().push(stay);
    }
    let query = |(day, mut stays): (Date, Vec<&Stay>)| {
        if stays.len() > MOST_STOPS {
            return Err(format!("{}: {}", show_day(day), say::fault_stops()));
        }
        stays.sort_by_key(|s| s.hours);
        let times = || stays.iter().map(|s| s.hours);
        let (from, to) = (times().map(|h| h.0).min(), times().map(|h| h.1).max());
        let mut out = form_urlencoded::Serializer::new(String::new());
        out.append_pair("day", &show_day(day));
        out.append_pair("from", &show_time(from.unwrap_or(0)));
        out.append_pair("to", &show_time(to.unwrap_or(0)));
        let mut left = from.unwrap_or(0);
        for (keys, stay) in STOP_KEYS.iter().zip(stays) {
            let question = match water_named(waters, &stay.place) {
                Some(w) => PickForm::from_request(&w.asked, reader.options).query(),
                None => PickForm::from_query(&reader.question, reader.options).query(),
            };
            out.append_pair(keys[0], AS_IT_IS);
            out.append_pair(keys[1], &stay.place);
            out.append_pair(keys[2], &question);
            out.append_pair(
                keys[3],
                &stay.hours.1.saturating_sub(stay.hours.0).to_string(),
            );
            out.append_pair(keys[6], &stay.hours.0.saturating_sub(left).to_string());
            left = stay.hours.1;
        }
        Ok(out.finish())
    };
    by_day.into_iter().map(query).collect()
}

/// The question of a day on which two things are fished turn about at a stop.
#[must_use]
pub fn turns_query(stop: &Stop, (one, other): (&Tied, &Tied), options: Options) -> String {
    let metric = |value: f64, unit: &str| format!("{value} {unit}");
    let mut place = PickForm::from_query("", options);
    place.set("depth", &metric(stop.depth_m, "m"));
    place.set("bottom", stop.bottom.code());
    place.set("wind", &metric(stop.wind_mps, "m/s"));
    place.set("current", &metric(stop.current_mps, "m/s"));
    place.set("species", stop.species.code());
    if let Some(temp) = stop.temp_c {
        place.set("temp", &metric(temp, "°C"));
    }
    let tied = |tied: &Tied| {
        let mut form = place.clone();
        form.set("rig", tied.rig.code());
        form.set("form", tied.form.code());
        form.set("length", &metric(tied.length_mm, "mm"));
        form.set("head_weight", &tied.label);
        form.set("head_shape", tied.shape.code());
        form.set("head_hook", &tied.hook);
        form.query()
    };
    let mut out = form_urlencoded::Serializer::new(String::new());
    let [chosen, name, question, ..] = STOP_KEYS[0];
    for (key, text) in [
        ("rods", "2"),
        (TURNS.0, &tied(one)),
        (TURNS.1, &tied(other)),
        (chosen, AS_IT_IS),
        (name, &stop.place),
        (question, &place.query()),
    ] {
        out.append_pair(key, text);
    }
    out.finish()
}
