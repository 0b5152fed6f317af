//! Measures of what is tied on, in the units of their gauges and of the reader.

use uom::si::mass::gram;

use crate::answer::Text;
use crate::answer::mend::{Measured, WantedOf};
use crate::base::codes::Gauge;
use crate::base::text::{Arg, mend_sentences as say};
use crate::base::{Ladder, Mass, plain, round};
use crate::choose::Options;
use crate::explore::mend::{Reading, Wanted, sold_from, sold_to, weight_label};
use crate::tables::MendTables;
use crate::tables::mend::GaugeRow;

/// Whether a measure is the weight of a head, which is told as it is sold.
fn of_head(gauge: Gauge) -> bool {
    matches!(
        gauge,
        Gauge::WeightFelt
            | Gauge::WeightHolds
            | Gauge::WeightToSpare
            | Gauge::WeightOverPick
            | Gauge::WeightOnBait
    )
}

/// What is wanted of a measure, as it is told: of a head, the next that is sold.
fn wanted_amount(row: &GaugeRow, gauge: Gauge, wanted: Wanted, ladder: Ladder) -> Arg {
    let mass = Mass::new::<gram>;
    match wanted {
        Wanted::To(g) if of_head(gauge) => sold_to(mass(g), ladder),
        Wanted::From(g) if of_head(gauge) => sold_from(mass(g), ladder),
        Wanted::To(value) | Wanted::From(value) => amount(row, gauge, value),
    }
}

/// A number in the unit of its gauge, in the reader's units.
fn amount(row: &GaugeRow, gauge: Gauge, value: f64) -> Arg {
    if of_head(gauge) {
        return Arg::Text(weight_label(value));
    }
    let with = |places: usize| Arg::Text(format!("{} {}", plain(value, places), row.unit));
    match row.unit.as_str() {
        "mm" if matches!(
            gauge,
            Gauge::WireToSink | Gauge::LeaderSeen | Gauge::LineDrag
        ) =>
        {
            Arg::Millimetres(value)
        }
        "mm" if matches!(gauge, Gauge::BaitForMood | Gauge::BaitForMouth) => Arg::Size(value),
        "mm" => Arg::Slight(value),
        "%" => Arg::Percent(value),
        "kg" => Arg::Pull(value),
        "s" => Arg::Seconds(value),
        "m" => Arg::Distance(value),
        "m/s" if gauge == Gauge::WindOnTail => Arg::Wind(value),
        "m/s" => Arg::Speed(value),
        "°" => Arg::Text(format!("{}°", plain(value, 0))),
        "yes/no" => Arg::Text(String::new()),
        "" => Arg::Number(value, 2),
        "N mm" => with(2),
        _ => with(1),
    }
}

/// A measure and what is wanted of it.
pub(super) fn measured(
    rows: &MendTables,
    (gauge, reading): &(Gauge, Reading),
    options: Options,
) -> (Measured, WantedOf) {
    let units = options.units;
    let row = &rows.gauges[*gauge];
    let text = |value: f64| amount(row, *gauge, value);
    let measure = Measured {
        code: *gauge,
        value: round(reading.value, 4),
        unit: row.unit.clone().into(),
        beyond: round(reading.off(row).clamp(-99.0, 99.0), 3),
        text: text(reading.value).text(units).into(),
    };
    let told = wanted_amount(row, *gauge, reading.wanted, options.ladder);
    let (from, to, said) = match reading.wanted {
        Wanted::To(most) if reading.near() => (None, Some(most), say::wanted_near(told)),
        Wanted::From(least) if reading.near() => (Some(least), None, say::wanted_near(told)),
        Wanted::To(most) => (None, Some(most), say::wanted_to(told)),
        Wanted::From(least) => (Some(least), None, say::wanted_from(told)),
    };
    let yes_no = row.unit == "yes/no";
    let wanted = WantedOf {
        from: from.map(|v| round(v, 4)),
        to: to.map(|v| round(v, 4)),
        tolerance: round(reading.tolerance, 3),
        text: if yes_no {
            Text::Borrowed("")
        } else {
            said.text(units)
        },
    };
    (measure, wanted)
}

/// A measure after a change, and what is then wanted of it where that moved as well.
pub(super) fn then_told((measure, wanted): &(Measured, WantedOf), moved: bool) -> Text {
    if moved && !wanted.text.is_empty() {
        format!("{}, {}", measure.text, wanted.text).into()
    } else {
        measure.text.clone()
    }
}
