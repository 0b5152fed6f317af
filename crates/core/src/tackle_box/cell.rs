//! One field of a thing in the box: how its text is read and written. Forms,
//! CSV, the JSON of an export and the database all pass through here, so that
//! a value cannot be right in one place and wrong in another.

use std::borrow::Cow;
use std::collections::BTreeMap;

use crate::base::codes::{
    Action, BaitForm, HookStyle, Keeper, LineKind, Plastic, Power, Shape, Tie, Wire,
};
use crate::base::codes::{Code, EyeTurn, Material};
use crate::base::limits::Limit;
use crate::base::{
    Dimension, GRAMS_PER_OUNCE, Ladder, UnitSystem, grams, plain, read_number, round, rungs,
    shorten, vocabulary,
};

/// Loose texts by the key of their field. Absent means blank.
pub type Texts<'a> = BTreeMap<Cow<'static, str>, Cow<'a, str>>;
/// Faults by the key of their field, with the message for who typed it.
pub type Faults = Vec<(&'static str, String)>;

/// What a field holds.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Holds {
    /// One of a list of codes, by its name, with the words for each.
    Code(&'static str, &'static [(&'static str, &'static str)]),
    /// A number in the unit of its limit.
    Number(Limit),
    /// The weight of a head, with its unit: `1/8 oz`, `3 g`.
    Weight,
    /// The number of a hook: `4`, `3/0`.
    HookNumber,
    /// A short text of at most so many characters.
    Text(usize),
}

/// A field of a list: the column of its CSV, the box of its form.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Field {
    /// Name in CSV, JSON and forms; carries the unit.
    pub key: &'static str,
    /// What a reader calls it.
    pub label: &'static str,
    /// What it holds.
    pub holds: Holds,
    /// Whether it must be given.
    pub needed: bool,
    /// What a blank is taken for.
    pub usual: &'static str,
    /// Words that name it in a line typed fast: `gap 14`.
    pub spoken: &'static [&'static str],
}

/// A type that a field's text is read into.
pub trait Cell: Sized {
    /// What it holds; numbers take the limit given.
    fn holds(limit: Option<Limit>) -> Holds;
    /// Reads a text that is not blank.
    ///
    /// # Errors
    /// The message for the person who typed it.
    fn read(text: &str, field: &Field, units: UnitSystem) -> Result<Self, String>;
    /// What a blank stands for, if it may be left blank.
    fn blank() -> Option<Self> {
        None
    }
    /// The text that reads back to the same value: metric, without unit in numbers.
    fn write(&self) -> String;
}

/// The weight marked on a head: the lead, not the hook. Between 0.1 g and 60 g.
#[derive(Debug, Clone, Copy, PartialEq, PartialOrd)]
pub struct HeadWeight(f64);

impl HeadWeight {
    const LEAST_G: f64 = 0.1;
    const MOST_G: f64 = 60.0;

    /// From grams, if a head may weigh that.
    #[must_use]
    pub fn from_grams(g: f64) -> Option<Self> {
        (Self::LEAST_G..=Self::MOST_G)
            .contains(&g)
            .then_some(Self(g))
    }

    /// Reads `1/8 oz` or `3.5 g`. A bare fraction is in ounces; anything else
    /// needs its unit.
    ///
    /// # Errors
    /// What is wrong with it, in words.
    pub fn parse(text: &str) -> Result<Self, String> {
        let text = text.trim();
        let split = text.find(char::is_alphabetic).unwrap_or(text.len());
        let (number, unit) = (text[..split].trim(), text[split..].trim().to_lowercase());
        let value = read_number(number)
            .ok_or_else(|| format!("“{}” is not a weight; write 1/8 oz or 3.5 g", shorten(text)))?;
        let g = match unit.as_str() {
            "oz" => value * GRAMS_PER_OUNCE,
            "g" => value,
            "" if number.contains('/') => value * GRAMS_PER_OUNCE,
            _ => return Err("the weight needs its unit: 1/8 oz or 3.5 g".into()),
        };
        let on_rung = Self(g).rung().is_some();
        let g = if on_rung { g } else { round(g, 3) };
        Self::from_grams(g).ok_or_else(|| {
            format!(
                "the weight must lie between {} g and {} g",
                Self::LEAST_G,
                Self::MOST_G
            )
        })
    }

    /// In grams.
    #[must_use]
    pub fn grams(self) -> f64 {
        self.0
    }

    /// The rung that it is, with its ladder; none for a weight that no ladder has.
    fn rung(self) -> Option<(Ladder, usize, &'static str)> {
        [Ladder::Ounces, Ladder::Grams]
            .into_iter()
            .find_map(|ladder| {
                let all = rungs(ladder);
                let at = all
                    .iter()
                    .position(|r| (grams(r.mass) - self.0).abs() < 1e-6)?;
                Some((ladder, at, all[at].label))
            })
    }

    /// As marked: `1/8 oz`, `3 g`.
    #[must_use]
    pub fn label(self) -> String {
        self.rung()
            .map_or_else(|| format!("{} g", plain(self.0, 3)), |r| r.2.into())
    }

    /// The next rung of its ladder; of the ounces where it is on none.
    #[must_use]
    pub fn next(self) -> Option<Self> {
        let ladder = self.rung().map_or(Ladder::Ounces, |r| r.0);
        let heavier = |r: &crate::base::Rung| grams(r.mass) > self.0 + 1e-6;
        let next = rungs(ladder).into_iter().find(heavier)?;
        Self::from_grams(grams(next.mass))
    }
}

impl Cell for HeadWeight {
    fn holds(_: Option<Limit>) -> Holds {
        Holds::Weight
    }
    fn read(text: &str, _: &Field, _: UnitSystem) -> Result<Self, String> {
        Self::parse(text)
    }
    fn write(&self) -> String {
        self.label()
    }
}

/// The number printed on a hook: `10` to `1`, `1/0` to `12/0`. A hint only.
#[derive(Debug, Clone, PartialEq, Eq, Hash)]
pub struct HookNumber(String);

impl HookNumber {
    /// Reads `3/0`, `#4`, `no. 2`, `6`.
    #[must_use]
    pub fn parse(text: &str) -> Option<Self> {
        let text = text.trim().to_lowercase();
        let text = ["#", "no.", "no ", "size "]
            .iter()
            .find_map(|p| text.strip_prefix(p))
            .unwrap_or(&text)
            .trim();
        let known = match text.split_once('/') {
            Some((n, "0")) => n.parse::<u8>().is_ok_and(|n| (1..=12).contains(&n)),
            Some(_) => false,
            None => text.parse::<u8>().is_ok_and(|n| (1..=22).contains(&n)),
        };
        (known && text.bytes().all(|b| b.is_ascii_digit() || b == b'/') && !text.starts_with('0'))
            .then(|| Self(text.to_owned()))
    }
    /// As printed: `3/0`.
    #[must_use]
    pub fn as_str(&self) -> &str {
        &self.0
    }
}

impl Cell for HookNumber {
    fn holds(_: Option<Limit>) -> Holds {
        Holds::HookNumber
    }
    fn read(text: &str, _: &Field, _: UnitSystem) -> Result<Self, String> {
        Self::parse(text)
            .ok_or_else(|| format!("“{}” is no hook number; write 4 or 3/0", shorten(text)))
    }
    fn write(&self) -> String {
        self.0.clone()
    }
}

/// A number in the unit of its limit, kept to a ten-thousandth.
impl Cell for f64 {
    fn holds(limit: Option<Limit>) -> Holds {
        limit.map_or(Holds::Text(0), Holds::Number)
    }
    fn read(text: &str, field: &Field, units: UnitSystem) -> Result<Self, String> {
        let Holds::Number(limit) = field.holds else {
            return Err("no number belongs here".into());
        };
        let value = match limit.dimension {
            Some(dimension) => dimension.read(text, units).map_err(|e| e.to_string())?,
            None => {
                let bare = text.trim().strip_suffix(limit.unit).unwrap_or(text);
                read_number(bare).ok_or_else(|| {
                    format!("“{}” is not a number in {}", shorten(text), limit.unit)
                })?
            }
        };
        limit.check(round(value, 4), units)
    }
    fn write(&self) -> String {
        plain(*self, 4)
    }
}

impl Cell for String {
    fn holds(_: Option<Limit>) -> Holds {
        Holds::Text(60)
    }
    fn read(text: &str, field: &Field, _: UnitSystem) -> Result<Self, String> {
        let Holds::Text(most) = field.holds else {
            return Err("no text belongs here".into());
        };
        clean(text, most)
    }
    fn blank() -> Option<Self> {
        Some(String::new())
    }
    fn write(&self) -> String {
        self.clone()
    }
}

/// A text without what PostgreSQL cannot hold, or the message that it is too long.
pub(super) fn clean(text: &str, most: usize) -> Result<String, String> {
    let text: String = text.trim().chars().filter(|c| *c != '\0').collect();
    let long = text.chars().count();
    if long > most {
        Err(format!("{long} characters, at most {most} fit"))
    } else {
        Ok(text)
    }
}

impl<T: Cell> Cell for Option<T> {
    fn holds(limit: Option<Limit>) -> Holds {
        T::holds(limit)
    }
    fn read(text: &str, field: &Field, units: UnitSystem) -> Result<Self, String> {
        T::read(text, field, units).map(Some)
    }
    fn blank() -> Option<Self> {
        Some(None)
    }
    fn write(&self) -> String {
        self.as_ref().map_or_else(String::new, T::write)
    }
}

/// Codes are read by code or by what people type for them.
fn read_code<T: Code>(text: &str) -> Result<T, String> {
    vocabulary::read(text).ok_or_else(|| {
        let known = T::CODES.join(", ");
        format!("“{}” is not one of: {known}", shorten(text))
    })
}

macro_rules! code_cells {
    ($($ty:ty),+) => { $(impl Cell for $ty {
        fn holds(_: Option<Limit>) -> Holds { Holds::Code(<$ty as Code>::LIST, <$ty as Code>::words()) }
        fn read(text: &str, _: &Field, _: UnitSystem) -> Result<Self, String> { read_code(text) }
        fn write(&self) -> String { self.code().into() }
    })+ };
}
code_cells!(
    Shape, Material, Tie, EyeTurn, Keeper, HookStyle, Wire, BaitForm, Plastic, LineKind, Power,
    Action
);

impl Field {
    /// A stored text as a reader sees it, with its unit.
    #[must_use]
    pub fn shown(&self, text: &str, units: UnitSystem) -> String {
        let number = |text: &str| text.parse::<f64>().ok();
        match self.holds {
            Holds::Code(_, words) => words
                .iter()
                .find(|w| w.0 == text)
                .map_or_else(|| text.into(), |w| w.1.into()),
            Holds::Number(limit) => match (number(text), limit.dimension) {
                (Some(v), Some(Dimension::Size)) if units == UnitSystem::Metric => {
                    format!("{} mm", plain(v, 1))
                }
                (Some(v), Some(d)) => d.print(v, units),
                (Some(v), None) => format!("{} {}", plain(v, 2), limit.unit),
                (None, _) => text.into(),
            },
            Holds::HookNumber if !text.is_empty() && !text.contains('/') => format!("#{text}"),
            Holds::Weight | Holds::HookNumber | Holds::Text(_) => text.into(),
        }
    }

    /// A stored text as it stands in the box of a form: read back, it is the same.
    #[must_use]
    pub fn typed(&self, text: &str, units: UnitSystem) -> String {
        match (self.holds, text.parse::<f64>()) {
            (Holds::Number(limit), Ok(v)) => match limit.dimension {
                Some(d) if units == UnitSystem::Imperial => d.print_fine(v, units),
                _ => format!("{} {}", plain(v, 4), limit.unit),
            },
            _ => text.into(),
        }
    }
}
