//! What people type: numbers with their units.

use uom::si::{
    length::{foot, inch, meter, millimeter},
    thermodynamic_temperature::{degree_celsius, degree_fahrenheit},
    velocity::{foot_per_second, meter_per_second, mile_per_hour},
};

use super::dimension::{Dimension, UnitSystem};
use super::quantities::{Length, ThermodynamicTemperature, Velocity};
use super::text::{Arg, sentences};

/// Why a text is not a quantity.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum ReadError {
    /// Nothing was typed.
    #[error("{}", sentences::fault_number_needed(Arg::Word(.0)))]
    Empty(&'static str),
    /// It is no finite number.
    #[error("{}", sentences::fault_not_a_number(Arg::Text(.0.clone())))]
    NotANumber(String),
    /// The unit after the number is unknown here.
    #[error("{}", sentences::fault_not_a_unit(Arg::Text(.0.clone()), Arg::Word(.1)))]
    UnknownUnit(String, &'static str),
}

impl Dimension {
    fn units_in_words(self) -> &'static str {
        match self {
            Self::Distance => "m, cm or ft",
            Self::Size => "mm, cm or in",
            Self::Speed => "m/s, cm/s, km/h, knots, ft/s or mph",
            Self::Wind => "m/s, km/h, knots, mph, ft/s or Bft",
            Self::Temperature => "°C or °F",
        }
    }

    fn example(self, system: UnitSystem) -> &'static str {
        match (self, system) {
            (Self::Distance, UnitSystem::Metric) => "3 m",
            (Self::Distance, UnitSystem::Imperial) => "10 ft",
            (Self::Size, UnitSystem::Metric) => "70 mm",
            (Self::Size, UnitSystem::Imperial) => "2.75 in",
            (Self::Speed | Self::Wind, UnitSystem::Metric) => "2 m/s",
            (Self::Speed | Self::Wind, UnitSystem::Imperial) => "5 mph",
            (Self::Temperature, UnitSystem::Metric) => "12 °C",
            (Self::Temperature, UnitSystem::Imperial) => "54 °F",
        }
    }

    /// Reads `2.4`, `2,4`, `8 ft`, `8'`, `2 3/4 in`. A bare number is in the
    /// unit of `system`. The result is in the unit of the contract's field:
    /// m, mm, m/s or °C.
    ///
    /// # Errors
    /// When the text is empty, no finite number, or has a foreign unit.
    pub fn read(self, text: &str, system: UnitSystem) -> Result<f64, ReadError> {
        let text = text.trim();
        if text.is_empty() {
            return Err(ReadError::Empty(self.example(system)));
        }
        let split = text
            .char_indices()
            .find(|&(_, c)| c.is_alphabetic() || matches!(c, '°' | '\'' | '"' | '′' | '″'))
            .map_or(text.len(), |(i, _)| i);
        let (number, unit) = text.split_at(split);
        let value = read_number(number).ok_or_else(|| ReadError::NotANumber(shorten(text)))?;
        let unit = unit.trim().to_lowercase();
        let unit = if unit.is_empty() {
            self.unit(system).to_lowercase()
        } else {
            unit
        };
        self.to_contract(value, &unit)
            .ok_or_else(|| ReadError::UnknownUnit(shorten(&unit), self.units_in_words()))
    }

    fn to_contract(self, value: f64, unit: &str) -> Option<f64> {
        Some(match (self, unit) {
            (Self::Distance, "m") | (Self::Size, "mm") | (Self::Speed | Self::Wind, "m/s") => value,
            (Self::Distance, "ft" | "'" | "′") => Length::new::<foot>(value).get::<meter>(),
            (Self::Distance, "cm") | (Self::Speed | Self::Wind, "cm/s") => value / 100.0,
            (Self::Size, "cm") => value * 10.0,
            (Self::Size, "in" | "\"" | "″") => Length::new::<inch>(value).get::<millimeter>(),
            (Self::Speed | Self::Wind, "km/h") => value / 3.6,
            // A knot is 1,852 m an hour. Published: BIPM, The International System of Units, table 8.
            (Self::Speed | Self::Wind, "kn" | "kt" | "kts" | "knots") => value * 1.852 / 3.6,
            (Self::Speed | Self::Wind, "mph") => {
                Velocity::new::<mile_per_hour>(value).get::<meter_per_second>()
            }
            (Self::Speed | Self::Wind, "ft/s") => {
                Velocity::new::<foot_per_second>(value).get::<meter_per_second>()
            }
            // The middle of a force. Published: World Meteorological Organization, No. 306, the
            // velocity equivalents of the Beaufort scale: v = 0.836 B^(3/2) m/s.
            (Self::Wind, "bft" | "beaufort") if (0.0..=12.0).contains(&value) => {
                0.836 * value * value.sqrt()
            }
            (Self::Temperature, "°c" | "c") => value,
            (Self::Temperature, "°f" | "f") => {
                ThermodynamicTemperature::new::<degree_fahrenheit>(value).get::<degree_celsius>()
            }
            _ => return None,
        })
    }
}

/// The separator of a table of text, by its header: of those known the one that occurs most.
#[must_use]
pub fn separator(text: &str) -> u8 {
    let header = text.lines().next().unwrap_or("");
    let most = [b',', b';', b'\t']
        .into_iter()
        .rev()
        .max_by_key(|s| header.bytes().filter(|b| b == s).count());
    most.unwrap_or(b',')
}

/// A finite number with a decimal point or comma, or a fraction with or
/// without a whole part (`3/4`, `2 3/4`).
pub(crate) fn read_number(text: &str) -> Option<f64> {
    let text = text.trim().replace(',', ".");
    let one = |t: &str| t.trim().parse::<f64>().ok().filter(|v| v.is_finite());
    let fraction = |t: &str| {
        let (n, d) = t.split_once('/')?;
        let (n, d) = (one(n)?, one(d)?);
        (d > 0.0).then_some(n / d)
    };
    match text.split_once(' ') {
        Some((whole, rest)) if rest.contains('/') => Some(one(whole)? + fraction(rest)?),
        _ if text.contains('/') => fraction(&text),
        _ => one(&text),
    }
}

/// Keeps a message short whatever was typed.
#[must_use]
pub fn shorten(text: &str) -> String {
    const MOST: usize = 40;
    if text.chars().count() <= MOST {
        text.into()
    } else {
        text.chars().take(MOST).chain(['…']).collect()
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_decimal_comma_a_fraction_and_a_unit_are_read() {
        let m = UnitSystem::Metric;
        assert_eq!(Dimension::Distance.read("2,4", m), Ok(2.4));
        assert_eq!(Dimension::Size.read("2 3/4 in", m), Ok(69.85));
        assert_eq!(
            Dimension::Distance.read("10", UnitSystem::Imperial),
            Ok(3.048)
        );
        assert_eq!(Dimension::Distance.read("10 ft", m), Ok(3.048));
        let freezing = Dimension::Temperature.read("32 °F", m);
        assert!(freezing.is_ok_and(|c| c.abs() < 1e-9));
    }

    #[test]
    fn what_is_no_number_or_no_unit_is_refused_in_words() {
        let m = UnitSystem::Metric;
        for bad in ["abc", "NaN", "inf", "1/0", "--3", "3..2"] {
            let said = Dimension::Distance.read(bad, m);
            assert!(
                matches!(
                    said,
                    Err(ReadError::NotANumber(_) | ReadError::UnknownUnit(..))
                ),
                "{bad}: {said:?}"
            );
        }
        assert!(matches!(
            Dimension::Distance.read("3 kg", m),
            Err(ReadError::UnknownUnit(..))
        ));
        assert!(matches!(
            Dimension::Distance.read("  ", m),
            Err(ReadError::Empty(_))
        ));
    }
}
