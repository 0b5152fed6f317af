//! The forecast: the one service that the environment names, JSON over HTTP. Whatever it sends is
//! looked at before it is believed; a page never waits for it longer than two seconds.
//!
//! Asked is `{address}?day=2026-06-12&lat=52.31&lon=0.42` (without a place where none is known). It
//! answers `{"day": "2026-06-12", "simulated": false, "hours": [{"time": "5:00", "wind_mps": 2.1,
//! "water_c": 17.0}, …]}`, by the clock of the place; `simulated` and `water_c` may be left out.

use std::num::NonZeroU32;
use std::sync::Arc;
use std::time::{Duration, Instant};

use governor::{DefaultKeyedRateLimiter, Quota, RateLimiter};
use quick_cache::sync::Cache;
use serde::Deserialize;
use time::Date;
use tokio::sync::Semaphore;
use tokio::time::timeout;
use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::base::limits::{Limit, TEMPERATURE, WIND};
use yarrowfen_core::day::{DAY_MIN, Hourly, MOST_POINTS, read_time, show_day};
use yarrowfen_core::physics::sun::Position;

use crate::reader::Caller;

/// Longest that a page waits.
const LONGEST: Duration = Duration::from_secs(2);
/// Largest answer, bytes.
const MOST_BYTES: usize = 64 * 1024;
/// Pages that may ask at once; the others are told to come again.
const MOST_ASKING: usize = 4;
/// How long an answer is held.
const HELD: Duration = Duration::from_secs(600);
/// Days and places of which one is held.
const MOST_HELD: usize = 500;
/// After a failure a place is left alone for so long.
const LEFT_ALONE: Duration = Duration::from_secs(60);
/// Places that one caller may ask for at once; another each minute.
const AT_ONCE: NonZeroU32 = NonZeroU32::new(6).unwrap();
const ANOTHER_EVERY: Duration = Duration::from_secs(60);
/// Minutes that the first and the last hour of an answer may lie within the hours asked.
const SLACK_MIN: u16 = 90;

/// Weather over a day.
#[derive(Debug, Clone, PartialEq)]
pub struct Weather {
    /// Wind, m/s.
    pub wind: Hourly,
    /// The water's temperature, °C.
    pub water: Hourly,
    /// Whether it is played, not forecast.
    pub simulated: bool,
}

impl Weather {
    /// The same with that of the day after it, whose minutes count on.
    fn with_next_day(&self, next: &Self) -> Self {
        Self {
            wind: self.wind.with_next_day(&next.wind),
            water: self.water.with_next_day(&next.water),
            simulated: self.simulated || next.simulated,
        }
    }
}

/// Why there is none.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
pub enum ForecastFault {
    /// Too many ask, or one asks too often.
    #[error("too many ask for the forecast now; try again, or type the wind")]
    Busy,
    /// It did not answer in time.
    #[error("the forecast did not answer in 2 s; type the wind, or try again")]
    Slow,
    /// It is not there, or says that it cannot.
    #[error("the forecast cannot be reached; type the wind, or try again")]
    Away,
    /// What it sent is no forecast.
    #[error("what the forecast sent cannot be read; type the wind")]
    Unreadable,
    /// What it sent cannot be true.
    #[error("what the forecast sent cannot be true ({0}); type the wind")]
    Lies(String),
}

#[derive(Deserialize)]
struct Answer {
    day: String,
    #[serde(default)]
    simulated: bool,
    hours: Vec<Hour>,
}

#[derive(Deserialize)]
struct Hour {
    time: String,
    wind_mps: f64,
    #[serde(default)]
    water_c: Option<f64>,
}

/// A day and a place, to a tenth of a degree.
type Key = (Date, Option<(i32, i32)>);

/// The service, and what it said of late.
#[derive(Debug)]
pub struct Forecast {
    /// Its address; none where no service is set up.
    pub address: Option<String>,
    asking: Semaphore,
    held: Cache<Key, (Instant, Held)>,
    callers: DefaultKeyedRateLimiter<String>,
}

/// What the service said of a day and place.
type Held = Result<Arc<Weather>, ForecastFault>;

impl Default for Forecast {
    fn default() -> Self {
        Self::at(None)
    }
}

impl Forecast {
    /// At an address.
    #[must_use]
    pub fn at(address: Option<String>) -> Self {
        let quota = Quota::with_period(ANOTHER_EVERY).unwrap_or(Quota::per_second(AT_ONCE));
        Self {
            address,
            callers: RateLimiter::keyed(quota.allow_burst(AT_ONCE)),
            asking: Semaphore::new(MOST_ASKING),
            held: Cache::new(MOST_HELD),
        }
    }

    /// The weather of a day at a place, over so many hours of it: those past midnight are the next
    /// day's.
    ///
    /// # Errors
    /// When it cannot be had or cannot be believed.
    pub async fn of(
        &self,
        caller: &Caller,
        (day, at): (Date, Option<Position>),
        hours: (u16, u16),
    ) -> Result<Arc<Weather>, ForecastFault> {
        let mut weather = self.of_date(caller, (day, at)).await?;
        if let Some(next) = day.next_day().filter(|_| hours.1 > DAY_MIN) {
            let next = self.of_date(caller, (next, at)).await?;
            weather = Arc::new(weather.with_next_day(&next));
        }
        covers(&weather, hours)?;
        Ok(weather)
    }

    /// The weather of a date at a place.
    ///
    /// # Errors
    /// When it cannot be had or cannot be believed.
    async fn of_date(
        &self,
        caller: &Caller,
        (day, at): (Date, Option<Position>),
    ) -> Result<Arc<Weather>, ForecastFault> {
        let address = self.address.as_deref().ok_or(ForecastFault::Away)?;
        #[expect(clippy::cast_possible_truncation, reason = "tenths of a degree")]
        let tenth = |degrees: f64| (degrees * 10.0).round() as i32;
        let key = (day, at.map(|p| (tenth(p.lat), tenth(p.lon))));
        let fresh = |held: &(Instant, Held)| {
            held.0.elapsed() < if held.1.is_ok() { HELD } else { LEFT_ALONE }
        };
        let weather = match self.held.get(&key).filter(fresh) {
            Some(held) => held.1,
            None => {
                let _seat = self.asking.try_acquire().map_err(|_| ForecastFault::Busy)?;
                let caller = caller.key().to_owned();
                self.callers
                    .check_key(&caller)
                    .map_err(|_| ForecastFault::Busy)?;
                let asked = async {
                    let asked = timeout(LONGEST, ask(address, day, at)).await;
                    believed(&asked.map_err(|_| ForecastFault::Slow)??, day).map(Arc::new)
                };
                let weather = asked.await;
                self.held.insert(key, (Instant::now(), weather.clone()));
                weather
            }
        }?;
        Ok(weather)
    }

    /// Forgets callers that asked nothing of late.
    pub fn forget_old(&self) {
        self.callers.retain_recent();
        self.callers.shrink_to_fit();
    }
}

async fn ask(address: &str, day: Date, at: Option<Position>) -> Result<Vec<u8>, ForecastFault> {
    let place = at.map_or_else(String::new, |p| {
        format!("&lat={:.4}&lon={:.4}", p.lat, p.lon)
    });
    let client = awc::Client::builder()
        .disable_redirects()
        .timeout(LONGEST)
        .finish();
    let asked = client.get(format!("{address}?day={}{place}", show_day(day)));
    let mut answer = asked.send().await.map_err(|e| {
        tracing::warn!(error = %e, "the forecast does not answer");
        match e {
            awc::error::SendRequestError::Timeout => ForecastFault::Slow,
            _ => ForecastFault::Away,
        }
    })?;
    if !answer.status().is_success() {
        return Err(ForecastFault::Away);
    }
    let body = answer.body().limit(MOST_BYTES).await;
    body.map(|b| b.to_vec())
        .map_err(|_| ForecastFault::Unreadable)
}

/// What an answer says, where it can be true.
fn believed(bytes: &[u8], day: Date) -> Result<Weather, ForecastFault> {
    let answer: Answer = serde_json::from_slice(bytes).map_err(|_| ForecastFault::Unreadable)?;
    let lies = |what: &str| ForecastFault::Lies(what.to_owned());
    if answer.day != show_day(day) {
        return Err(lies("it is of another day"));
    }
    if answer.hours.is_empty() || answer.hours.len() > MOST_POINTS {
        return Err(lies("no day has so many hours"));
    }
    let within = |limit: Limit, value: f64| {
        limit
            .check(value, UnitSystem::Metric)
            .map_err(ForecastFault::Lies)
    };
    let (mut winds, mut waters) = (Vec::new(), Vec::new());
    for hour in &answer.hours {
        let minute = read_time(&hour.time).ok_or_else(|| lies("there is no such time of day"))?;
        if winds.last().is_some_and(|w: &(u16, f64)| w.0 >= minute) {
            return Err(lies("its hours go backwards"));
        }
        winds.push((minute, within(WIND, hour.wind_mps)?));
        if let Some(water) = hour.water_c {
            waters.push((minute, within(TEMPERATURE, water)?));
        }
    }
    Ok(Weather {
        wind: Hourly::of(winds),
        water: Hourly::of(waters),
        simulated: answer.simulated,
    })
}

/// That the hours asked are in it.
fn covers(weather: &Weather, (from, to): (u16, u16)) -> Result<(), ForecastFault> {
    let points = weather.wind.points();
    let ends = points.first().zip(points.last());
    let whole = ends.is_some_and(|(first, last)| {
        first.0 <= from.saturating_add(SLACK_MIN) && last.0.saturating_add(SLACK_MIN) >= to
    });
    let missing = || ForecastFault::Lies("hours of the day are missing".to_owned());
    whole.then_some(()).ok_or_else(missing)
}

#[cfg(test)]
mod tests {
    use super::*;
    use time::Month;

    fn day() -> Date {
        Date::from_calendar_date(2026, Month::June, 12).unwrap_or(Date::MIN)
    }

    fn said(hours: &str) -> Result<Weather, ForecastFault> {
        believed(
            format!(r#"{{"day": "2026-06-12", "hours": {hours}}}"#).as_bytes(),
            day(),
        )
    }

    #[test]
    fn a_sound_answer_is_believed() {
        let hours = r#"[{"time": "4:00", "wind_mps": 2.0, "water_c": 17}, {"time": "12:00", "wind_mps": 6.0}]"#;
        let weather = said(hours).unwrap_or_else(|e| panic!("{e}"));
        assert_eq!(weather.wind.at(480.0), Some(4.0));
        assert_eq!(weather.water.at(480.0), Some(17.0));
        assert!(!weather.simulated && covers(&weather, (300, 660)).is_ok());
        assert!(covers(&weather, (300, 1200)).is_err());
    }

    #[test]
    fn what_cannot_be_true_is_not() {
        for hours in [
            "[]",
            r#"[{"time": "5:00", "wind_mps": 400}]"#,
            r#"[{"time": "5:00", "wind_mps": -1}]"#,
            r#"[{"time": "25:00", "wind_mps": 2}]"#,
            r#"[{"time": "9:00", "wind_mps": 2}, {"time": "8:00", "wind_mps": 2}]"#,
            r#"[{"time": "5:00", "wind_mps": 2, "water_c": 90}]"#,
        ] {
            assert!(
                matches!(said(hours), Err(ForecastFault::Lies(_))),
                "{hours}"
            );
        }
        let other = believed(
            br#"{"day": "2026-06-13", "hours": [{"time": "5:00", "wind_mps": 2}]}"#,
            day(),
        );
        assert!(matches!(other, Err(ForecastFault::Lies(_))));
        for junk in ["", "[]", "<html>", r#"{"day": 3}"#] {
            assert!(
                matches!(
                    believed(junk.as_bytes(), day()),
                    Err(ForecastFault::Unreadable)
                ),
                "{junk}"
            );
        }
    }
}
