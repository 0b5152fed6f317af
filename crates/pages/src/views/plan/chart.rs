//! The hours of a day as a picture: wind, stops, what is on the rods, what is served. Across it
//! is measured in hundredths of the day, so that it is as wide as its place.

use yarrowfen_core::base::{Dimension, UnitSystem, plain};
use yarrowfen_core::day::{DAY_MIN, LAST_MIN, show_time};
use yarrowfen_core::explore::plan::{OnRod, PartPlanned, Plan, SlotPlanned};
use yarrowfen_core::say::plan as say;

use super::Decided;

/// A stretch of the day.
pub struct Stretch {
    /// Where it begins, and how wide it is.
    pub x: String,
    /// See `x`.
    pub width: String,
    /// What stands in it.
    pub text: String,
    /// A smaller line.
    pub more: String,
    /// Whether it is begun on the water.
    pub fresh: bool,
}

/// What is served over a stretch.
pub struct Served {
    /// The stretch.
    pub at: Stretch,
    /// Whether its words stand before it, there being no room behind.
    pub before: bool,
    /// Where they stand.
    pub words_at: String,
    /// Whether all of it is served.
    pub all: bool,
    /// Whether something in it is a compromise.
    pub compromise: bool,
    /// The needs that cross there, in words.
    pub crossed_needs: Vec<String>,
    /// Whether it is the turn of the second rod's, where two are fished turn about.
    pub second: bool,
}

/// A rod over the day.
pub struct RodRow {
    /// Its number, from 1.
    pub number: usize,
    /// What it is carried for, in the order of the day.
    pub parts: String,
    /// What hangs on it.
    pub hung: Vec<Stretch>,
}

/// The picture.
pub struct Chart {
    /// Whole hours: where, and what.
    pub hours: Vec<(String, String)>,
    /// The wind as points of a line, in a field of 100 by 100.
    pub wind: String,
    /// The same in words: from the least to the most.
    pub wind_told: String,
    /// Light and dark: dusk and night where the sun is under.
    pub dark: Vec<Stretch>,
    /// Stops.
    pub stops: Vec<Stretch>,
    /// Rods.
    pub rods: Vec<RodRow>,
    /// What is served.
    pub served: Vec<Served>,
}

/// More hours than this are marked every second hour only.
const MOST_HOURS: u16 = 9;

impl Chart {
    /// Of a day.
    #[must_use]
    pub fn new(decided: Decided<'_>, units: UnitSystem) -> Self {
        let asked = decided.asked;
        let (from, to) = asked.hours;
        let across = Across { from, to };
        let every = if to - from > 60 * MOST_HOURS { 120 } else { 60 };
        let first = from.div_ceil(every) * every;
        let hours = (first..=to).step_by(usize::from(every));
        Self {
            hours: hours.map(|h| (across.at(h), show_time(h))).collect(),
            wind: wind_line(decided, across),
            wind_told: wind_told(decided, units),
            dark: dark(decided, across),
            stops: stops(decided, across, units),
            rods: rods(decided, across, units),
            served: decided
                .plan
                .slots
                .iter()
                .map(|s| served(decided, across, s, units))
                .collect(),
        }
    }
}

#[derive(Clone, Copy)]
struct Across {
    from: u16,
    to: u16,
}

impl Across {
    fn share(self, minute: u16) -> f64 {
        let all = f64::from(self.to - self.from).max(1.0);
        (100.0 * f64::from(minute.saturating_sub(self.from)) / all).clamp(0.0, 100.0)
    }

    fn at(self, minute: u16) -> String {
        plain(self.share(minute), 2)
    }

    fn stretch(self, (from, to): (u16, u16), text: String, more: String) -> Stretch {
        Stretch {
            x: self.at(from),
            width: plain(self.share(to) - self.share(from), 2),
            text,
            more,
            fresh: false,
        }
    }
}

fn wind_at(decided: Decided<'_>, minute: u16) -> f64 {
    // On the way it is that of the stop that comes.
    let stops = &decided.plan.stops;
    let at = stops.iter().position(|s| minute < s.1);
    let at = at.unwrap_or(stops.len() - 1);
    decided.asked.wind_at(at, f64::from(minute))
}

fn winds(decided: Decided<'_>) -> Vec<(u16, f64)> {
    let (from, to) = decided.asked.hours;
    let steps = (from..=to).step_by(15).chain([to]);
    steps.map(|m| (m, wind_at(decided, m))).collect()
}

fn wind_line(decided: Decided<'_>, across: Across) -> String {
    let all = winds(decided);
    // A calm is at the foot; the scale goes to what is fished at all, or as far as it blows.
    let most = all.iter().map(|w| w.1).fold(8.0, f64::max);
    let point =
        |(m, w): &(u16, f64)| format!("{},{}", across.at(*m), plain(100.0 - 92.0 * w / most, 1));
    let points: Vec<String> = all.iter().map(point).collect();
    points.join(" ")
}

fn wind_told(decided: Decided<'_>, units: UnitSystem) -> String {
    let all = winds(decided);
    let least = all.iter().map(|w| w.1).fold(f64::INFINITY, f64::min);
    let most = all.iter().map(|w| w.1).fold(0.0, f64::max);
    let print = |v| Dimension::Wind.print(v, units);
    if most - least < 0.25 {
        return print(most);
    }
    let unit = Dimension::Wind.unit(units);
    format!(
        "{} to {}",
        print(least).trim_end_matches(unit).trim(),
        print(most)
    )
}

/// The hours between sunset and sunrise: before the day's rise, the night after it, and what of
/// the next one is fished.
fn dark(decided: Decided<'_>, across: Across) -> Vec<Stretch> {
    #[expect(
        clippy::cast_possible_truncation,
        clippy::cast_sign_loss,
        reason = "minutes of two days"
    )]
    let minute = |m: f64| m.clamp(0.0, f64::from(LAST_MIN)).round() as u16;
    let sun = |days: u16| -> Option<(u16, u16)> {
        let light = decided.light_after(i64::from(days))?;
        let midnight = f64::from(days * DAY_MIN);
        let at = |m: f64| minute(midnight + m);
        Some((at(light.rises?), at(light.sets?)))
    };
    let (Some(first), Some(next)) = (sun(0), sun(1)) else {
        return Vec::new();
    };
    let nights = [(0, first.0), (first.1, next.0), (next.1, LAST_MIN)];
    let some = nights
        .into_iter()
        .map(|(from, to)| (from.max(across.from), to.min(across.to)))
        .filter(|n| n.1 > n.0);
    some.map(|n| across.stretch(n, String::new(), String::new()))
        .collect()
}

fn stops(decided: Decided<'_>, across: Across, units: UnitSystem) -> Vec<Stretch> {
    let times = decided.plan.stops.iter();
    times
        .zip(&decided.asked.stops)
        .map(|(time, stop)| {
            let w = &stop.request.water;
            let depth = Dimension::Distance.print(w.depth_m, units);
            let depth = match w.depth_max_m {
                Some(deep) => {
                    let unit = Dimension::Distance.unit(units);
                    format!(
                        "{}–{}",
                        depth.trim_end_matches(unit).trim(),
                        Dimension::Distance.print(deep, units)
                    )
                }
                None => depth,
            };
            let current = match w.current_mps {
                c if c > 0.0 => format!(", {}", Dimension::Speed.print(c, units)),
                _ => String::new(),
            };
            across.stretch(
                *time,
                stop.name.clone(),
                format!("{depth}, {}{current}", w.bottom),
            )
        })
        .collect()
}

fn rods(decided: Decided<'_>, across: Across, units: UnitSystem) -> Vec<RodRow> {
    let plan = decided.plan;
    let stretch = |on: &OnRod| {
        let time = (
            plan.slots[on.slots.0].minutes.0,
            plan.slots[on.slots.1].minutes.1,
        );
        let tie = &plan.rigs[on.rig];
        let bait = format!(
            "{} {}",
            Dimension::Size.print(tie.bait.length_mm, units),
            tie.bait.form
        );
        Stretch {
            fresh: on.retied,
            ..across.stretch(time, format!("{} {}", tie.label, tie.shape), bait)
        }
    };
    let row = |(at, hung): (usize, &Vec<OnRod>)| RodRow {
        number: at + 1,
        parts: parts_of(plan, hung),
        hung: hung.iter().map(stretch).collect(),
    };
    plan.rods.iter().enumerate().map(row).collect()
}

/// What a rod is carried for, in the order of the day.
fn parts_of(plan: &Plan, hung: &[OnRod]) -> String {
    let mut parts: Vec<&str> = Vec::new();
    for part in hung.iter().map(|on| plan.rigs[on.rig].part.label()) {
        if !parts.contains(&part) {
            parts.push(part);
        }
    }
    parts.join(", ")
}

fn served(decided: Decided<'_>, across: Across, slot: &SlotPlanned, units: UnitSystem) -> Served {
    // Where one stop is cut in several, the wind says why.
    let alone = decided
        .plan
        .slots
        .iter()
        .filter(|s| s.stop == slot.stop)
        .count()
        == 1;
    let told = if alone {
        say::slot
    } else {
        say::slot_with_wind
    };
    let mut text = told(decided.asked, slot, units).into_owned();
    let lacks: Vec<&PartPlanned> = slot.parts.iter().filter(|p| p.by.is_none()).collect();
    if !lacks.is_empty() {
        let parts: Vec<&str> = lacks.iter().map(|p| p.part.label()).collect();
        text.push_str(&format!(": nothing to {} with", parts.join(" or ")));
    }
    let compromises = slot.parts.iter().filter(|p| p.compromise.is_some());
    let parts: Vec<&str> = compromises.map(|p| p.part.label()).collect();
    if !parts.is_empty() {
        text.push_str(&format!(": a compromise for {}", parts.join(", ")));
    }
    // On the side where there is more room.
    let before = across.share(slot.minutes.0) > 100.0 - across.share(slot.minutes.1);
    Served {
        words_at: across.at(if before {
            slot.minutes.0
        } else {
            slot.minutes.1
        }),
        before,
        all: lacks.is_empty(),
        compromise: !parts.is_empty(),
        crossed_needs: say::crossed_needs(slot, units)
            .into_iter()
            .map(|needs| needs.into_owned())
            .collect(),
        second: slot.parts.iter().any(|p| p.by == Some(1)),
        at: across.stretch(slot.minutes, text, String::new()),
    }
}
