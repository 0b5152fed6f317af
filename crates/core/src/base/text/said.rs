//! What is said: a code with its values, and the text that they become.

use std::borrow::Cow;
use std::fmt;
use std::fmt::Write as _;

use super::catalogue::{Message, Part, catalogue};
use crate::base::codes::Material;
use crate::base::{Dimension, GRAMS_PER_OUNCE, UnitSystem, printed};

/// An inch is this many millimetres, and a kilogram this many pounds (by definition).
const MM_PER_INCH: f64 = 25.4;
const LB_PER_KG: f64 = 2.204_622_621_8;

/// A value in a sentence.
#[derive(Debug, Clone, PartialEq)]
pub enum Arg {
    /// A size in mm, in the reader's units.
    Size(f64),
    /// The same to a tenth of a millimetre.
    FineSize(f64),
    /// A diameter in mm, to a hundredth, which every angler counts in mm.
    Millimetres(f64),
    /// A small difference in mm, to a tenth, or a hundredth of an inch.
    Slight(f64),
    /// A pull in kg, or lb.
    Pull(f64),
    /// A mass in g: to a tenth under 10 g and whole above, or in ounces as a decimal.
    Mass(f64),
    /// A share, in hundredths.
    Percent(f64),
    /// A distance in m.
    Distance(f64),
    /// The same, two decimals finer.
    FineDistance(f64),
    /// A speed in m/s.
    Speed(f64),
    /// A wind in m/s.
    Wind(f64),
    /// A temperature in °C.
    Temperature(f64),
    /// Seconds, to a tenth.
    Seconds(f64),
    /// A bare number with at most so many decimals.
    Number(f64, usize),
    /// Words of a code, or a label that is sold.
    Word(&'static str),
    /// Words made elsewhere, or the angler's own.
    Text(String),
    /// A sentence within the sentence.
    Said(Box<Said>),
    /// Several of them, with a comma between.
    List(Vec<Arg>),
}

/// A sentence by its code, with the value of each hole.
#[derive(Debug, Clone, PartialEq)]
pub struct Said {
    /// Code of the sentence.
    pub code: &'static str,
    /// Name and value of each hole.
    pub args: Vec<(&'static str, Arg)>,
}

impl Said {
    /// A sentence without holes.
    #[must_use]
    pub fn plain(code: &'static str) -> Self {
        Self {
            code,
            args: Vec::new(),
        }
    }

    /// Its text, in the reader's units. A sentence that is not in the catalogue
    /// stands as its code; `Tables::load` makes sure that none is.
    #[must_use]
    pub fn text(&self, units: UnitSystem) -> Cow<'static, str> {
        let Some(message) = catalogue().message(self.code) else {
            return Cow::Borrowed(self.code);
        };
        fill(message, units, |hole| {
            let found = self.args.iter().find(|a| a.0 == hole);
            found.map(|a| Cow::Borrowed(&a.1))
        })
    }
}

/// In the units of the contract.
impl fmt::Display for Said {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(&self.text(UnitSystem::Metric))
    }
}

/// In the units of the contract.
impl From<Said> for String {
    fn from(said: Said) -> Self {
        said.text(UnitSystem::Metric).into_owned()
    }
}

impl Arg {
    /// A weight as it is sold, with its metal where that is not the usual lead: one that is asked
    /// for by name is often the law's.
    #[must_use]
    pub fn sold(label: Cow<'static, str>, material: Material) -> Self {
        let label = Self::Text(label.into_owned());
        match material {
            Material::Lead => label,
            other => super::sentences::in_metal(label, Self::Word(other.label())).into(),
        }
    }
}

impl From<Said> for Arg {
    fn from(said: Said) -> Self {
        Self::Said(Box::new(said))
    }
}

/// Fills the holes of a sentence; one without holes is not copied.
pub fn fill<'a>(
    message: Message,
    units: UnitSystem,
    mut arg: impl FnMut(&'static str) -> Option<Cow<'a, Arg>>,
) -> Cow<'static, str> {
    if let Some(text) = message.plain() {
        return Cow::Borrowed(text);
    }
    let mut out = String::with_capacity(96);
    for part in message.parts() {
        match part {
            Part::Text(text) => out.push_str(text),
            Part::Hole(name) => match arg(name) {
                Some(value) => value.write(units, &mut out),
                None => out.push_str(name),
            },
        }
    }
    Cow::Owned(out)
}

impl Arg {
    /// Its text, in the reader's units.
    #[must_use]
    pub fn text(&self, units: UnitSystem) -> String {
        let mut out = String::new();
        self.write(units, &mut out);
        out
    }

    fn write(&self, units: UnitSystem, out: &mut String) {
        // Writing to a string cannot fail.
        let _ = match self {
            Self::Size(mm) => Dimension::Size.write(*mm, units, out),
            Self::FineSize(mm) => match units {
                UnitSystem::Metric => write!(out, "{} mm", printed(*mm, 1)),
                UnitSystem::Imperial => Dimension::Size.write(*mm, units, out),
            },
            Self::Millimetres(mm) => write!(out, "{} mm", printed(*mm, 2)),
            Self::Slight(mm) => match units {
                UnitSystem::Metric => write!(out, "{} mm", printed(*mm, 1)),
                UnitSystem::Imperial => write!(out, "{} in", printed(*mm / MM_PER_INCH, 2)),
            },
            Self::Pull(kg) => match units {
                UnitSystem::Metric => write!(out, "{} kg", printed(*kg, 1)),
                UnitSystem::Imperial => write!(out, "{} lb", printed(*kg * LB_PER_KG, 1)),
            },
            Self::Mass(g) => match units {
                UnitSystem::Metric => write!(out, "{} g", printed(*g, usize::from(*g < 9.95))),
                UnitSystem::Imperial => {
                    let (oz, fine) = (*g / GRAMS_PER_OUNCE, *g < 0.0995 * GRAMS_PER_OUNCE);
                    write!(out, "{} oz", printed(oz, if fine { 3 } else { 2 }))
                }
            },
            Self::Percent(share) => write!(out, "{} %", printed(*share * 100.0, 0)),
            Self::Distance(m) => Dimension::Distance.write(*m, units, out),
            Self::FineDistance(m) => out.write_str(&Dimension::Distance.print_fine(*m, units)),
            Self::Speed(mps) => Dimension::Speed.write(*mps, units, out),
            Self::Wind(mps) => Dimension::Wind.write(*mps, units, out),
            Self::Temperature(c) => Dimension::Temperature.write(*c, units, out),
            Self::Seconds(s) => write!(out, "{} s", printed(*s, 1)),
            Self::Number(value, places) => write!(out, "{}", printed(*value, *places)),
            Self::Word(word) => out.write_str(word),
            Self::Text(text) => out.write_str(text),
            Self::Said(said) => out.write_str(&said.text(units)),
            Self::List(all) => {
                for (i, arg) in all.iter().enumerate() {
                    if i > 0 {
                        out.push_str(", ");
                    }
                    arg.write(units, out);
                }
                Ok(())
            }
        };
    }
}

/// A first capital letter.
#[must_use]
pub fn capital(text: &str) -> String {
    let mut chars = text.chars();
    chars
        .next()
        .map_or_else(String::new, |c| c.to_uppercase().chain(chars).collect())
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_value_is_said_in_the_units_of_the_reader() {
        let all = Arg::List(vec![
            Arg::Size(25.4),
            Arg::Distance(3.048),
            Arg::Wind(4.4704),
        ]);
        assert_eq!(all.text(UnitSystem::Metric), "25 mm, 3 m, 4.5 m/s");
        assert_eq!(all.text(UnitSystem::Imperial), "1 in, 10 ft, 10 mph");
    }
}
