//! A planned day on a sheet of A6.

use askama::Template;
use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::say::plan as say;

use super::{Decided, PackLine, hours_in_lines, pack_lines};
use crate::reader::Reader;
use crate::views::Frame;

/// The sheet.
#[derive(Template)]
#[template(path = "plan_print.html")]
pub struct DayPrintPage {
    /// Frame.
    pub frame: Frame,
    /// `Saturday 12 June`.
    pub day: String,
    /// From when to when.
    pub hours: String,
    /// The hours of light.
    pub light: Option<String>,
    /// The day in lines.
    pub lines: Vec<(String, Vec<String>)>,
    /// What is retied when.
    pub reties: Vec<String>,
    /// What to pack.
    pub pack: Vec<PackLine>,
    /// The order over a spot.
    pub over_spot: String,
    /// Back to the day.
    pub back: String,
}

impl DayPrintPage {
    /// The sheet of a day.
    #[must_use]
    pub fn new(reader: &Reader, query: &str, decided: Decided<'_>) -> Self {
        let units: UnitSystem = reader.options.units;
        let (from, to) = decided.asked.hours;
        let show = yarrowfen_core::day::show_time;
        Self {
            frame: Frame::new("days", reader, format!("/days/print?{query}")),
            day: crate::views::today::day_told(decided.day),
            hours: format!("{} to {}", show(from), show(to)),
            light: decided.light().map(|l| say::light(&l, units).into()),
            lines: hours_in_lines(decided, units),
            reties: say::reties(decided.plan, units)
                .into_iter()
                .map(Into::into)
                .collect(),
            pack: pack_lines(decided.plan, units),
            over_spot: say::over_spot(decided.plan, units).into(),
            back: format!("/days?{query}"),
        }
    }
}
