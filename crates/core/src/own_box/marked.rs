//! What is marked on a packet: a head's weight, a hook's number.

use super::cell::{Cell, Field, Holds};
use super::words;
use crate::base::limits::Limit;
use crate::base::text::{Arg, sentences};
use crate::base::{
    GRAMS_PER_OUNCE, Ladder, UnitSystem, grams, plain, read_number, round, rungs, shorten,
};

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
            .ok_or_else(|| sentences::fault_not_a_weight(Arg::Text(shorten(text))))?;
        let g = match unit.as_str() {
            "oz" => value * GRAMS_PER_OUNCE,
            "g" => value,
            "" if number.contains('/') => value * GRAMS_PER_OUNCE,
            _ => return Err(sentences::fault_weight_unit().into()),
        };
        let on_rung = Self(g).rung().is_some();
        let g = if on_rung { g } else { round(g, 3) };
        Self::from_grams(g).ok_or_else(|| {
            let end = |g: f64| Arg::Text(format!("{} g", plain(g, 2)));
            let name = Arg::Word(words::label("HeadFields", "weight"));
            sentences::fault_outside(name, end(Self::LEAST_G), end(Self::MOST_G)).into()
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
            .ok_or_else(|| sentences::fault_not_a_hook(Arg::Text(shorten(text))).into())
    }
    fn write(&self) -> String {
        self.0.clone()
    }
}
