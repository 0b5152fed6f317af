//! Kinds of quantities, their units, and how they are printed.

use std::fmt::Write as _;

use uom::si::{
    length::{foot, inch, meter, millimeter},
    velocity::{foot_per_second, meter_per_second, mile_per_hour},
};

use super::codes::codes;
use super::print::{plain, printed};
use super::quantities::{Length, Velocity};

codes! {
    /// Which units a page shows and reads.
    UnitSystem {
        Metric = "metric",
        Imperial = "imperial",
    }
}

/// What kind of quantity a text stands for.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Dimension {
    /// A depth or a distance: m or ft.
    Distance,
    /// The size of a bait: mm or in.
    Size,
    /// A speed: m/s, or mph for wind.
    Speed,
    /// Wind: m/s or mph.
    Wind,
    /// Temperature: °C or °F.
    Temperature,
}

impl Dimension {
    /// The unit a bare number is in.
    #[must_use]
    pub fn unit(self, system: UnitSystem) -> &'static str {
        match (self, system) {
            (Self::Distance, UnitSystem::Metric) => "m",
            (Self::Distance, UnitSystem::Imperial) => "ft",
            (Self::Size, UnitSystem::Metric) => "mm",
            (Self::Size, UnitSystem::Imperial) => "in",
            (Self::Speed | Self::Wind, UnitSystem::Metric) => "m/s",
            (Self::Speed, UnitSystem::Imperial) => "ft/s",
            (Self::Wind, UnitSystem::Imperial) => "mph",
            (Self::Temperature, UnitSystem::Metric) => "°C",
            (Self::Temperature, UnitSystem::Imperial) => "°F",
        }
    }

    /// Value and the decimals a reader wants of it, in the reader's units.
    fn shown(self, value: f64, system: UnitSystem) -> (f64, usize) {
        match (self, system) {
            (Self::Distance, UnitSystem::Metric) => (value, 1),
            (Self::Distance, UnitSystem::Imperial) => (
                Length::new::<meter>(value).get::<foot>(),
                usize::from(value < 3.0),
            ),
            (Self::Size, UnitSystem::Metric) => (value, 0),
            (Self::Size, UnitSystem::Imperial) => {
                (Length::new::<millimeter>(value).get::<inch>(), 2)
            }
            (Self::Speed, UnitSystem::Metric) => (value, 2),
            (Self::Wind, UnitSystem::Metric) => (value, 1),
            (Self::Speed, UnitSystem::Imperial) => (
                Velocity::new::<meter_per_second>(value).get::<foot_per_second>(),
                1,
            ),
            (Self::Wind, UnitSystem::Imperial) => (
                Velocity::new::<meter_per_second>(value).get::<mile_per_hour>(),
                0,
            ),
            (Self::Temperature, UnitSystem::Metric) => (value, 0),
            (Self::Temperature, UnitSystem::Imperial) => (value * 1.8 + 32.0, 0),
        }
    }

    /// Prints a value given in the contract's unit, with its unit.
    #[must_use]
    pub fn print(self, value: f64, system: UnitSystem) -> String {
        let mut text = String::new();
        // Writing into a text cannot fail.
        let _ = self.write(value, system, &mut text);
        text
    }

    /// A span of two values, its unit told once; one value where the two are equal.
    #[must_use]
    pub fn print_span(self, (least, most): (f64, f64), system: UnitSystem) -> String {
        let to = self.print(most, system);
        if least.total_cmp(&most).is_eq() {
            return to;
        }
        let from = self.print(least, system);
        let bare = from.strip_suffix(self.unit(system)).unwrap_or(&from);
        format!("{} to {to}", bare.trim_end())
    }

    /// A value with its unit, written behind a text.
    pub(super) fn write(
        self,
        value: f64,
        system: UnitSystem,
        out: &mut String,
    ) -> std::fmt::Result {
        if (self, system) == (Self::Size, UnitSystem::Imperial) {
            return inches(Length::new::<millimeter>(value).get::<inch>(), out);
        }
        let (number, places) = self.shown(value, system);
        write!(out, "{} {}", printed(number, places), self.unit(system))
    }

    /// A value with its unit, two decimals finer than it is told, or an eighth of an inch
    /// that it hardly differs from: for a box whose text is read again.
    #[must_use]
    pub fn print_fine(self, value: f64, system: UnitSystem) -> String {
        if (self, system) == (Self::Size, UnitSystem::Imperial) {
            let told = Length::new::<millimeter>(value).get::<inch>();
            let eighth = (told * 8.0).round() / 8.0;
            if eighth > 0.0 && (told / eighth - 1.0).abs() < SAME_IN {
                return self.print(25.4 * eighth, system);
            }
        }
        let (number, places) = self.shown(value, system);
        format!("{} {}", plain(number, places + 2), self.unit(system))
    }
}

/// Share by which a length may differ from an eighth of an inch and is told as it.
const SAME_IN: f64 = 2e-3;

/// Inches from which on a length is told in eighths; under it in sixteenths, as a rule has
/// them.
const EIGHTHS_FROM_IN: f64 = 3.0;

/// A length as a rule reads it: `2 3/4 in`.
fn inches(value: f64, out: &mut String) -> std::fmt::Result {
    let parts = if value < EIGHTHS_FROM_IN { 16 } else { 8 };
    let all = (value * f64::from(parts)).round();
    if !(0.5..1e6).contains(&all.abs()) {
        return write!(out, "{} in", printed(value, 2));
    }
    let sign = if all < 0.0 { "-" } else { "" };
    let (mut part, mut of) = (all.abs() as i32 % parts, parts);
    let whole = all.abs() as i32 / parts;
    while part > 0 && part % 2 == 0 {
        (part, of) = (part / 2, of / 2);
    }
    match (whole, part) {
        (whole, 0) => write!(out, "{sign}{whole} in"),
        (0, part) => write!(out, "{sign}{part}/{of} in"),
        (whole, part) => write!(out, "{sign}{whole} {part}/{of} in"),
    }
}
