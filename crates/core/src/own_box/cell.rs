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
use crate::base::text::{Arg, sentences};
use crate::base::{Dimension, UnitSystem, plain, read_number, round, shorten, vocabulary};

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
    /// What its number is called beside it, where it holds one.
    pub measure: &'static str,
    /// What it holds.
    pub holds: Holds,
    /// Whether it must be given.
    pub needed: bool,
    /// What a blank is taken for.
    pub usual: &'static str,
    /// Words that name it in a line typed fast: `gap 14`.
    pub spoken: &'static [String],
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
                let unit = Arg::Word(limit.unit);
                read_number(bare).ok_or_else(|| {
                    sentences::fault_not_a_number_in(Arg::Text(shorten(text)), unit)
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
        let count = |n: usize| Arg::Text(n.to_string());
        Err(sentences::fault_text_too_long(count(long), count(most)).into())
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
        let known = Arg::Text(T::CODES.join(", "));
        sentences::fault_no_word_for(Arg::Text(shorten(text)), known).into()
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
