//! A value over the hours of a day: wind, or the water's temperature.

use time::Date;

use super::read_day;
use crate::base::limits::Limit;
use crate::base::text::{Arg, day_sentences};
use crate::base::{Dimension, UnitSystem, separator};

/// Minutes of a day.
pub const DAY_MIN: u16 = 1440;
/// The last minute that belongs to a day which is fished past its midnight.
pub const LAST_MIN: u16 = 2 * DAY_MIN;
/// Most points of a day, and of the night that ends it.
pub const MOST_POINTS: usize = 96;

/// Values at times of a day, straight lines between them, flat outside; in their order. Without
/// any, nothing is known.
#[derive(Debug, Clone, Default, PartialEq, serde::Serialize, serde::Deserialize)]
pub struct Hourly(Vec<(u16, f64)>);

/// Reads a time of day: `5`, `5:30`, `05:30`, `5.30`; minutes after midnight.
#[must_use]
pub fn read_time(text: &str) -> Option<u16> {
    let text = text.trim();
    let (hour, minute) = text.split_once([':', '.']).unwrap_or((text, "00"));
    let digits = |t: &str, most| t.len() <= most && t.bytes().all(|b| b.is_ascii_digit());
    if !digits(hour, 2) || !digits(minute, 2) || minute.len() != 2 {
        return None;
    }
    let (hour, minute): (u16, u16) = (hour.parse().ok()?, minute.parse().ok()?);
    (minute < 60 && hour * 60 + minute <= DAY_MIN).then_some(hour * 60 + minute)
}

/// A time of day: `5:30`. Minutes after the day's own midnight are shown by the next day's clock.
#[must_use]
pub fn show_time(minute: u16) -> String {
    let minute = if minute > DAY_MIN {
        minute - DAY_MIN
    } else {
        minute
    };
    format!("{}:{:02}", minute / 60, minute % 60)
}

/// The minute that a time means on a day fished from one minute to another: on a day past
/// midnight, a time nearer to its end than to its begin is the next day's.
fn minute_of(time: u16, (from, to): (u16, u16)) -> u16 {
    let next = time + DAY_MIN;
    let nearer = next.saturating_sub(to) < from.saturating_sub(time);
    if to > DAY_MIN && time < from && nearer {
        next
    } else {
        time
    }
}

impl Hourly {
    /// Of values at times; the later of two at one time stands.
    #[must_use]
    pub fn of(points: impl IntoIterator<Item = (u16, f64)>) -> Self {
        let all: std::collections::BTreeMap<u16, f64> = points
            .into_iter()
            .filter(|p| p.0 <= LAST_MIN && p.1.is_finite())
            .collect();
        Self(all.into_iter().take(MOST_POINTS).collect())
    }

    /// The same with the values of the day after it, whose minutes count on.
    #[must_use]
    pub fn with_next_day(&self, next: &Self) -> Self {
        let later = next.0.iter().filter(|p| p.0 <= DAY_MIN);
        let later = later.map(|(minute, value)| (minute + DAY_MIN, *value));
        Self::of(self.0.iter().copied().chain(later))
    }

    /// Whether nothing is known.
    #[must_use]
    pub fn is_empty(&self) -> bool {
        self.0.is_empty()
    }

    /// The points.
    #[must_use]
    pub fn points(&self) -> &[(u16, f64)] {
        &self.0
    }

    /// The value at a minute of the day; none where nothing is known.
    #[must_use]
    pub fn at(&self, minute: f64) -> Option<f64> {
        let (first, last) = (self.0.first()?, self.0.last()?);
        let after = self.0.iter().position(|p| f64::from(p.0) >= minute);
        Some(match after {
            Some(0) => first.1,
            Some(i) => {
                let (a, b) = (self.0[i - 1], self.0[i]);
                let share = (minute - f64::from(a.0)) / f64::from(b.0 - a.0);
                a.1 + (b.1 - a.1) * share
            }
            None => last.1,
        })
    }

    /// The same over some hours alone, by the fewest of its points that leave no value more than
    /// `off` from where it was.
    ///
    /// Published: U. Ramer, *Computer Graphics and Image Processing* 1 (1972) 244; D. Douglas and
    /// T. Peucker, *Cartographica* 10 (1973) 112.
    #[must_use]
    pub fn over(&self, (from, to): (u16, u16), off: f64) -> Self {
        let inside = self.0.iter().filter(|p| from < p.0 && p.0 < to).copied();
        let end = |m: u16| self.at(f64::from(m)).map(|v| (m, v));
        let points: Vec<(u16, f64)> = end(from).into_iter().chain(inside).chain(end(to)).collect();
        if points.is_empty() {
            return Self::default();
        }
        let mut kept = vec![false; points.len()];
        let mut open = vec![(0, points.len().saturating_sub(1))];
        while let Some((first, last)) = open.pop() {
            (kept[first], kept[last]) = (true, true);
            let line = Self(vec![points[first], points[last]]);
            let far = |at: usize| {
                let straight = line.at(f64::from(points[at].0)).unwrap_or(points[at].1);
                (points[at].1 - straight).abs()
            };
            let worst = (first + 1..last).max_by(|a, b| far(*a).total_cmp(&far(*b)));
            if let Some(at) = worst.filter(|at| far(*at) > off) {
                open.extend([(first, at), (at, last)]);
            }
        }
        let all = points.into_iter().zip(kept);
        Self(all.filter(|p| p.1).map(|p| p.0).collect())
    }

    /// Reads what is typed of a day from one minute to another: `2`, `2 to 7 m/s` (from its
    /// begin to its end), or `5:00 2, 9:00 6 m/s`.
    ///
    /// # Errors
    /// In words, when it is none of these, or a value lies outside the limit.
    pub fn read(
        text: &str,
        (from, to): (u16, u16),
        limit: Limit,
        units: UnitSystem,
    ) -> Result<Self, String> {
        let text = text.trim();
        if text.is_empty() {
            return Ok(Self::default());
        }
        let dimension = limit.dimension.unwrap_or(Dimension::Wind);
        // The unit stands once, at the end.
        let unit: String = text
            .rsplit(|c: char| c.is_ascii_digit())
            .next()
            .map(|u| u.trim().to_owned())
            .unwrap_or_default();
        let value = |t: &str| -> Result<f64, String> {
            let bare = t.trim().trim_end_matches(&*unit).trim();
            let read = dimension.read(&format!("{bare} {unit}"), units);
            limit.check(read.map_err(|e| e.to_string())?, units)
        };
        let mut points = Vec::new();
        if text.contains(':') {
            for part in text
                .split([',', ';', '\n'])
                .filter(|p| !p.trim().is_empty())
            {
                let pair = part.trim().split_once(char::is_whitespace);
                let wrong = || day_sentences::fault_hourly(Arg::Text(part.trim().to_owned()));
                let (time, number) = pair.ok_or_else(|| String::from(wrong()))?;
                let time = read_time(time).ok_or_else(|| String::from(wrong()))?;
                points.push((minute_of(time, (from, to)), value(number)?));
            }
        } else {
            let ends = ["rising to", "falling to", "to", "–", "-"];
            let found = ends.iter().find_map(|w| text.split_once(w));
            match found.filter(|(a, _)| !a.trim().is_empty()) {
                Some((a, b)) => points.extend([(from, value(a)?), (to, value(b)?)]),
                None => points.push((from, value(text)?)),
            }
        }
        if points.len() > MOST_POINTS {
            return Err(day_sentences::fault_many_hours(Arg::Text(MOST_POINTS.to_string())).into());
        }
        Ok(Self::of(points))
    }

    /// The same as it can be read again, in a unit that the words name.
    #[must_use]
    pub fn show(&self, limit: Limit, units: UnitSystem) -> String {
        let dimension = limit.dimension.unwrap_or(Dimension::Wind);
        let print = |v: f64| dimension.print(v, units);
        match self.0.as_slice() {
            [] => String::new(),
            [one] => print(one.1),
            all => {
                let unit = dimension.unit(units);
                let bare = |v: f64| print(v).trim_end_matches(unit).trim().to_owned();
                let texts: Vec<String> = all
                    .iter()
                    .map(|p| format!("{} {}", show_time(p.0), bare(p.1)))
                    .collect();
                format!("{} {unit}", texts.join(", "))
            }
        }
    }
}

/// The columns of a table of hours.
struct HourColumns {
    hour: usize,
    wind: (usize, UnitSystem),
    temp: Option<(usize, UnitSystem)>,
}

impl HourColumns {
    /// By their headings: one that names its unit is in it, another as bare numbers are.
    fn of(headings: &csv::StringRecord, units: UnitSystem) -> Option<Self> {
        let place = |names: &[(&str, UnitSystem)]| {
            let named = |heading: &str| {
                names
                    .iter()
                    .find(|n| heading.trim().eq_ignore_ascii_case(n.0))
            };
            let mut all = headings.iter().enumerate();
            all.find_map(|(at, heading)| Some((at, named(heading)?.1)))
        };
        let metric = UnitSystem::Metric;
        Some(Self {
            hour: place(&[("hour", units), ("time", units)])?.0,
            wind: place(&[("wind_mps", metric), ("wind", units)])?,
            temp: place(&[("temp_c", metric), ("water_c", metric), ("temp", units)]),
        })
    }
}

/// The minute of a row's time on a day that is fished for some hours. A row that names its date
/// is of that day alone; none where that is neither the day nor the one after it.
///
/// # Errors
/// When the text is no time.
fn minute_in_table(
    text: &str,
    (day, hours): (Option<Date>, (u16, u16)),
) -> Result<Option<u16>, ()> {
    let (date, time) = text.rsplit_once(['T', ' ']).unwrap_or(("", text));
    let time: String = time.chars().take(5).collect();
    let minute = read_time(&time).ok_or(())?;
    let Some((date, day)) = read_day(date.trim()).zip(day) else {
        return Ok(Some(minute_of(minute, hours)));
    };
    let days = (date - day).whole_days();
    let offset = match days {
        0 => Some(0),
        1 => Some(DAY_MIN),
        _ => None,
    };
    Ok(offset.map(|offset| minute + offset))
}

/// Reads hours out of a table: columns `hour` (or `time`, behind a date or not), `wind_mps` (or
/// `wind`) and, if there is one, `temp_c` (or `temp`); apart by commas, semicolons or tabs. Rows
/// of another date than `day` and the one after it are left out.
///
/// # Errors
/// In words, with the line; or when no row is of the day.
pub fn read_table_of_hours(
    text: &str,
    day: (Option<Date>, (u16, u16)),
    limits: (Limit, Limit),
    units: UnitSystem,
) -> Result<(Hourly, Hourly), String> {
    let none = || String::from(day_sentences::fault_no_hours());
    let mut table = csv::ReaderBuilder::new()
        .delimiter(separator(text))
        .flexible(true)
        .from_reader(text.as_bytes());
    let headings = table.headers().map_err(|_| none())?;
    let columns = HourColumns::of(headings, units).ok_or_else(none)?;
    let (mut winds, mut temps, mut others) = (Vec::new(), Vec::new(), 0);
    for row in table.records() {
        let row = row.map_err(|_| none())?;
        let line = row.position().map_or(0, csv::Position::line);
        let at = |what: String| -> String {
            let line = Arg::Text(line.to_string());
            day_sentences::fault_in_line(line, Arg::Text(what)).into()
        };
        let cell = |place: usize| row.get(place).unwrap_or_default().trim();
        let wrong_time = |()| at(format!("“{}”", cell(columns.hour)));
        let minute = minute_in_table(cell(columns.hour), day).map_err(wrong_time)?;
        let Some(minute) = minute else {
            others += 1;
            continue;
        };
        let value = |(place, units): (usize, UnitSystem), limit: Limit| -> Result<f64, String> {
            let dimension = limit.dimension.unwrap_or(Dimension::Wind);
            let read = dimension.read(cell(place), units);
            limit
                .check(read.map_err(|e| at(e.to_string()))?, units)
                .map_err(at)
        };
        winds.push((minute, value(columns.wind, limits.0)?));
        if let Some(temp) = columns.temp.filter(|t| !cell(t.0).is_empty()) {
            temps.push((minute, value(temp, limits.1)?));
        }
        if winds.len() > MOST_POINTS {
            return Err(day_sentences::fault_many_hours(Arg::Text(MOST_POINTS.to_string())).into());
        }
    }
    if winds.is_empty() && others > 0 {
        return Err(day_sentences::fault_hours_of_another_day().into());
    }
    if winds.is_empty() {
        return Err(none());
    }
    Ok((Hourly::of(winds), Hourly::of(temps)))
}
