//! The table that a review is counted from: a line for each time that one thing was fished at
//! one stop. SI, with the unit in the name; every figure of the page can be counted from it.

use time::Date;
use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::base::codes::{Feeding, Outcome, Phase, Throat};
use yarrowfen_core::base::{plain, round};
use yarrowfen_core::day::{Event, Log, Seen, Span, spans};
use yarrowfen_core::explore::ledger::{conditions, wanted};
use yarrowfen_core::own_box::csv::armed;
use yarrowfen_pages::ask::ledger::LedgerForm;

use super::log_file::time_of;

const COLUMNS: [&str; 25] = [
    "day",
    "place",
    "stop_begun",
    "conditions",
    "depth_m",
    "bottom",
    "wind_mps",
    "current_mps",
    "temp_c",
    "species",
    "rig",
    "shape",
    "head_g",
    "head",
    "bait",
    "bait_mm",
    "from",
    "to",
    "hours",
    "bites",
    "fish",
    "hung_up",
    "heads_gone",
    "fed_up",
    "fed_down",
];

/// Writes the spans that a look at a log counts.
///
/// # Errors
/// When it cannot be written, which is a fault of ours.
pub fn write(events: &[Event], query: &str, today: Date) -> Result<String, csv::Error> {
    let asked = LedgerForm::from_query(query).asked(today, UnitSystem::Metric);
    let log = Log::of(events);
    let mut out = csv::Writer::from_writer(Vec::new());
    let phases = Phase::ALL.iter().map(|p| format!("bites_{}", p.code()));
    let columns = COLUMNS.iter().map(|c| (*c).to_owned()).chain(phases);
    out.write_record(columns)?;
    for span in spans(&log).iter().filter(|s| wanted(s, &asked)) {
        out.write_record(row(span))?;
    }
    let bytes = out
        .into_inner()
        .map_err(|e| csv::Error::from(e.into_error()))?;
    Ok(String::from_utf8_lossy(&bytes).into_owned())
}

fn row(s: &Span<'_>) -> Vec<String> {
    let fish = s
        .bites
        .iter()
        .filter(|b| b.outcome == Outcome::Fish)
        .count();
    let fed = |way: Feeding| {
        let of = |b: &&Seen| b.throat.and_then(Throat::feeding) == Some(way);
        s.bites.iter().filter(of).count().to_string()
    };
    let (stop, tied) = (s.stop, s.tied);
    let mut row = vec![
        s.day.to_string(),
        armed(&stop.place).into_owned(),
        time_of(s.stop_at),
        conditions(s),
        plain(stop.depth_m, 3),
        stop.bottom.code().to_owned(),
        plain(stop.wind_mps, 3),
        plain(stop.current_mps, 3),
        stop.temp_c.map(|t| plain(t, 2)).unwrap_or_default(),
        stop.species.code().to_owned(),
        tied.rig.code().to_owned(),
        tied.shape.code().to_owned(),
        plain(tied.g, 4),
        armed(&tied.label).into_owned(),
        tied.form.code().to_owned(),
        plain(tied.length_mm, 2),
        time_of(s.from),
        time_of(s.to),
        round(s.hours(), 6).to_string(),
        s.bites.len().to_string(),
        fish.to_string(),
        s.hung.to_string(),
        s.gone.to_string(),
        fed(Feeding::Up),
        fed(Feeding::Down),
    ];
    row.extend(Phase::ALL.iter().map(|p| {
        let n = s.bites.iter().filter(|b| b.phase == Some(*p)).count();
        n.to_string()
    }));
    row
}
