//! What people type: numbers with their units.

use uom::si::{
    length::{centimeter, foot, inch, meter, millimeter, yard},
    thermodynamic_temperature::{degree_celsius, degree_fahrenheit},
    velocity::{foot_per_second, meter_per_second, mile_per_hour},
};

use super::dimension::{Dimension, UnitSystem};
use super::limits::Limit;
use super::quantities::{GRAMS_PER_OUNCE, Length, ThermodynamicTemperature, Velocity};
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
    /// The unit after the number is none in which this field can be typed.
    #[error("{}", foreign_unit(.0, .1))]
    ForeignUnit(String, String),
}

fn foreign_unit(unit: &str, known: &str) -> String {
    let unit = Arg::Text(unit.to_owned());
    match known {
        "" => sentences::fault_no_unit(unit).into(),
        known => sentences::fault_not_a_unit(unit, Arg::Text(known.to_owned())).into(),
    }
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

    /// Reads `2.4`, `2,4`, `8 ft`, `8'`, `2 3/4 in`, `8 ft 6 in`, and a wind that is `calm`. A
    /// bare number is in the unit of `system`. The result is in the unit of the contract's field:
    /// m, mm, m/s or °C.
    ///
    /// # Errors
    /// When the text is empty, no finite number, or has a foreign unit.
    pub fn read(self, text: &str, system: UnitSystem) -> Result<f64, ReadError> {
        let text = text.trim();
        if text.is_empty() {
            return Err(ReadError::Empty(self.example(system)));
        }
        if self == Self::Wind && matches!(&*text.to_lowercase(), "calm" | "none") {
            return Ok(0.0);
        }
        let (value, unit) = number_and_unit(text)?;
        let unit = if unit.is_empty() {
            self.unit(system).to_lowercase()
        } else {
            unit
        };
        self.to_contract(value, &unit)
            .ok_or_else(|| ReadError::UnknownUnit(shorten(&unit), self.units_in_words()))
    }

    fn to_contract(self, value: f64, unit: &str) -> Option<f64> {
        match self {
            Self::Distance => return length(value, unit).map(|l| l.get::<meter>()),
            Self::Size => return length(value, unit).map(|l| l.get::<millimeter>()),
            Self::Speed | Self::Wind | Self::Temperature => {}
        }
        Some(match (self, unit) {
            (Self::Speed | Self::Wind, "m/s") => value,
            (Self::Speed | Self::Wind, "cm/s") => value / 100.0,
            (Self::Speed | Self::Wind, "km/h") => value / 3.6,
            // A knot is 1,852 m an hour. Published: BIPM, The International System of Units, table 8.
            (Self::Speed | Self::Wind, "kn" | "kt" | "kts" | "knot" | "knots") => {
                value * 1.852 / 3.6
            }
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

/// The number and the unit of a text, the unit in lower case.
///
/// # Errors
/// When it does not begin with a number.
fn number_and_unit(text: &str) -> Result<(f64, String), ReadError> {
    let begins = |c: char| c.is_alphabetic() || matches!(c, '°' | '\'' | '"' | '′' | '″' | '#');
    let split = text.find(begins).unwrap_or(text.len());
    let (number, unit) = text.split_at(split);
    let value = read_number(number).ok_or_else(|| ReadError::NotANumber(shorten(text)))?;
    Ok((value, unit.trim().to_lowercase()))
}

const FEET: [&str; 5] = ["ft", "foot", "feet", "'", "′"];
const INCHES: [&str; 6] = ["in", "inch", "inches", "\"", "″", "in."];

/// A length in a unit; feet may have inches behind them: `8 ft 6 in`, `8'6"`, `8 feet 6`.
fn length(value: f64, unit: &str) -> Option<Length> {
    if let Some(at) = unit.find(|c: char| c.is_ascii_digit()) {
        let (feet, inches) = unit.split_at(at);
        let (more, unit) = number_and_unit(inches).ok()?;
        let known = FEET.contains(&feet.trim()) && (unit.is_empty() || is_inch(&unit));
        return known.then(|| Length::new::<foot>(value) + Length::new::<inch>(more));
    }
    Some(match unit {
        "m" | "metre" | "metres" | "meter" | "meters" => Length::new::<meter>(value),
        "cm" | "centimetres" | "centimeters" => Length::new::<centimeter>(value),
        "mm" | "millimetres" | "millimeters" => Length::new::<millimeter>(value),
        "yd" | "yds" | "yard" | "yards" => Length::new::<yard>(value),
        feet if FEET.contains(&feet) => Length::new::<foot>(value),
        inches if is_inch(inches) => Length::new::<inch>(value),
        _ => return None,
    })
}

fn is_inch(unit: &str) -> bool {
    INCHES.contains(&unit)
}

/// Pounds in a kilogram: a pound is 16 ounces (published: NIST SP 811, Appendix B).
const POUNDS_PER_KG: f64 = 1000.0 / (16.0 * GRAMS_PER_OUNCE);
/// Grams in a grain: an ounce is 437.5 of them (published: NIST SP 811, Appendix B).
const GRAMS_PER_GRAIN: f64 = GRAMS_PER_OUNCE / 437.5;

/// Units in which a number of the contract's unit may be typed, each with how many of the
/// contract's it is.
const fn units_of(contract: &str) -> &'static [(&'static [&'static str], f64)] {
    match contract.as_bytes() {
        b"g" => &[
            (&["g", "gram", "grams"], 1.0),
            (&["oz", "ounce", "ounces"], GRAMS_PER_OUNCE),
            (&["gr", "grain", "grains"], GRAMS_PER_GRAIN),
        ],
        b"oz" => &[
            (&["oz", "ounce", "ounces"], 1.0),
            (&["g", "gram", "grams"], 1.0 / GRAMS_PER_OUNCE),
        ],
        b"lb" => &[
            (&["lb", "lbs", "lb.", "#", "pound", "pounds"], 1.0),
            (&["kg"], POUNDS_PER_KG),
        ],
        b"mm" => &[(&["mm"], 1.0), (&["cm"], 10.0), (&INCHES, 25.4)],
        b"cm" => &[(&["cm"], 1.0), (&INCHES, 2.54)],
        b"s" => &[(&["s", "sec", "seconds"], 1.0)],
        _ => &[],
    }
}

impl Limit {
    /// Reads a number as it is typed for this field, in the contract's unit. A bare number is in
    /// the reader's unit, or in the contract's where he has no choice.
    ///
    /// # Errors
    /// When the text is empty, no finite number, or has a foreign unit.
    pub fn read(&self, text: &str, system: UnitSystem) -> Result<f64, ReadError> {
        if let Some(dimension) = self.dimension {
            return dimension.read(text, system);
        }
        let text = text.trim();
        if text.is_empty() {
            return Err(ReadError::Empty("7"));
        }
        let (value, unit) = number_and_unit(text)?;
        let units = units_of(self.unit);
        let per = match &*unit {
            "" => Some(1.0),
            unit if units.is_empty() => (unit == self.unit).then_some(1.0),
            unit => {
                let known = units.iter().find(|u| u.0.contains(&unit));
                known.map(|u| u.1)
            }
        };
        let per = per.ok_or_else(|| {
            let names: Vec<&str> = units.iter().filter_map(|u| u.0.first().copied()).collect();
            ReadError::ForeignUnit(shorten(&unit), names.join(" or "))
        })?;
        Ok(value * per)
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
    fn lengths_are_read_as_people_say_them() {
        let m = UnitSystem::Metric;
        let feet = |f: f64| 0.3048 * f;
        for (text, metres) in [
            ("8 ft 6 in", feet(8.5)),
            ("8'6\"", feet(8.5)),
            ("8 feet 6", feet(8.5)),
            ("8 feet", feet(8.0)),
            ("12 yards", feet(36.0)),
            ("3 metres", 3.0),
            ("250 cm", 2.5),
        ] {
            let read = Dimension::Distance.read(text, m);
            assert!(
                read.clone().is_ok_and(|r| (r - metres).abs() < 1e-9),
                "{text}: {read:?}"
            );
        }
        let inches = Dimension::Size.read("4 1/2 inches", m);
        assert!(inches.is_ok_and(|mm| (mm - 114.3).abs() < 1e-9));
        assert_eq!(Dimension::Wind.read("calm", m), Ok(0.0));
        for wrong in ["8 in 6 ft", "8 ft 6 m", "8 ft x", "8 kg 3"] {
            assert!(Dimension::Distance.read(wrong, m).is_err(), "{wrong}");
        }
    }

    #[test]
    fn ratings_and_strengths_are_read_in_their_units() {
        use super::super::limits::{LINE_LB, LINE_MM, REEL_RATIO, ROD_MAX};
        let m = UnitSystem::Metric;
        for (limit, text, value) in [
            (&ROD_MAX, "35 g", 35.0),
            (&ROD_MAX, "3/8 oz", 0.375 * GRAMS_PER_OUNCE),
            (&ROD_MAX, "21", 21.0),
            (&LINE_LB, "20 lb", 20.0),
            (&LINE_LB, "8#", 8.0),
            (&LINE_LB, "3 kg", 3.0 * POUNDS_PER_KG),
            (&LINE_MM, "0,25 mm", 0.25),
            (&REEL_RATIO, "6.2", 6.2),
        ] {
            let read = limit.read(text, m);
            assert!(
                read.clone().is_ok_and(|r| (r - value).abs() < 1e-9),
                "{text}: {read:?}"
            );
        }
        let said = LINE_LB.read("20 oz", m).unwrap_err().to_string();
        assert!(said.contains("oz") && said.contains("lb or kg"), "{said}");
        assert!(ROD_MAX.read("heavy", m).is_err() && REEL_RATIO.read("6 lb", m).is_err());
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
