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
        let (number, places) = self.shown(value, system);
        format!("{} {}", printed(number, places), self.unit(system))
    }

    /// The same, written behind a text.
    pub(super) fn write(
        self,
        value: f64,
        system: UnitSystem,
        out: &mut String,
    ) -> std::fmt::Result {
        let (number, places) = self.shown(value, system);
        write!(out, "{} {}", printed(number, places), self.unit(system))
    }

    /// The same, two decimals finer: for a box whose text is read again.
    #[must_use]
    pub fn print_fine(self, value: f64, system: UnitSystem) -> String {
        let (number, places) = self.shown(value, system);
        format!("{} {}", plain(number, places + 2), self.unit(system))
    }
}
