//! A file of an account, read list by list.

use std::collections::BTreeSet;
use std::fmt::{self, Write};
use std::io::{BufReader, Read};
use std::marker::PhantomData;

use serde::de::{DeserializeSeed, Deserializer, Error, MapAccess, SeqAccess, Visitor};
use yarrowfen_core::FieldError;
use yarrowfen_core::day::Event;

use super::bounded::Bounded;
use super::taken::{Row, Taken};
use super::{DayOut, ItemOut, KeptOut, MendOut, SinkOut, VERSION, WaterOut};

/// Faults of a file that are named; the others are counted.
const MOST_FAULTS: usize = 40;
/// Rows that are given on at once.
const SOME: usize = 1000;

/// What is wrong with a file.
#[derive(Debug, Default)]
pub struct Faults {
    /// The first ones, by their places.
    pub named: Vec<FieldError>,
    /// How many more there are.
    pub more: usize,
}

impl Faults {
    fn whole(said: String) -> Self {
        Self {
            named: vec![FieldError::new("", said)],
            more: 0,
        }
    }

    fn add(&mut self, list: &str, n: usize, all: Vec<FieldError>) {
        for fault in all {
            if self.named.len() == MOST_FAULTS {
                self.more += 1;
                continue;
            }
            let mut at = format!("{list}[{n}]");
            if !fault.field.is_empty() {
                let _ = write!(at, ".{}", fault.field);
            }
            self.named.push(FieldError::new(at, fault.message));
        }
    }
}

/// Reads a file and gives it on, checked, some at a time. What comes after a fault is checked as
/// well, and nothing more is given; nor where `give` takes no more.
///
/// # Errors
/// What is wrong with the file: what was given of it before is not to be kept.
pub fn read(from: impl Read, give: impl FnMut(Taken) -> bool) -> Result<(), Faults> {
    let mut reading = Reading {
        give: Box::new(give),
        some: Taken::default(),
        faults: Faults::default(),
        over: false,
    };
    let from = BufReader::with_capacity(64 * 1024, Bounded::new(from));
    let mut json = serde_json::Deserializer::from_reader(from);
    let read = (&mut reading).deserialize(&mut json);
    if let Err(e) = read.and_then(|()| json.end()) {
        return Err(Faults::whole(format!("this is no file of an account: {e}")));
    }
    reading.pass_on();
    if reading.faults.named.is_empty() {
        Ok(())
    } else {
        Err(reading.faults)
    }
}

/// A file that is being read.
struct Reading<'g> {
    give: Box<dyn FnMut(Taken) -> bool + 'g>,
    some: Taken,
    faults: Faults,
    /// Whether nothing more is given on.
    over: bool,
}

impl Reading<'_> {
    fn row<R: Row>(&mut self, list: &str, n: usize, row: R) {
        match row.take(&mut self.some) {
            Err(all) => self.faults.add(list, n, all),
            Ok(()) if self.some.size() >= SOME => self.pass_on(),
            Ok(()) => {}
        }
    }

    fn pass_on(&mut self) {
        let some = std::mem::take(&mut self.some);
        if !self.over && self.faults.named.is_empty() {
            self.over = !(self.give)(some);
        }
    }
}

impl<'de> DeserializeSeed<'de> for &mut Reading<'_> {
    type Value = ();
    fn deserialize<D: Deserializer<'de>>(self, from: D) -> Result<(), D::Error> {
        from.deserialize_map(self)
    }
}

impl<'de> Visitor<'de> for &mut Reading<'_> {
    type Value = ();

    fn expecting(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str("the lists of an account")
    }

    fn visit_map<A: MapAccess<'de>>(self, mut map: A) -> Result<(), A::Error> {
        let mut seen = BTreeSet::new();
        while let Some(key) = map.next_key::<String>()? {
            match key.as_str() {
                "yarrowfen" => match map.next_value::<u8>()? {
                    VERSION => {}
                    other => {
                        let said = format!("version {other} of such files is not known here");
                        return Err(A::Error::custom(said));
                    }
                },
                "box" => map.next_value_seed(List::<ItemOut>::of(self, "box"))?,
                "waters" => map.next_value_seed(List::<WaterOut>::of(self, "waters"))?,
                "kept" => map.next_value_seed(List::<KeptOut>::of(self, "kept"))?,
                "sinks" => map.next_value_seed(List::<SinkOut>::of(self, "sinks"))?,
                "mends" => map.next_value_seed(List::<MendOut>::of(self, "mends"))?,
                "log" => map.next_value_seed(List::<Event>::of(self, "log"))?,
                "days" => map.next_value_seed(List::<DayOut>::of(self, "days"))?,
                _ => {
                    let key = yarrowfen_core::base::shorten(&key);
                    return Err(A::Error::custom(format!("it has no list called “{key}”")));
                }
            }
            if !seen.insert(key) {
                return Err(A::Error::custom("a list of it comes twice"));
            }
        }
        if seen.contains("yarrowfen") {
            Ok(())
        } else {
            Err(A::Error::missing_field("yarrowfen"))
        }
    }
}

/// A list of a file.
struct List<'r, 'g, R> {
    reading: &'r mut Reading<'g>,
    name: &'static str,
    of: PhantomData<R>,
}

impl<'r, 'g, R> List<'r, 'g, R> {
    fn of(reading: &'r mut Reading<'g>, name: &'static str) -> Self {
        Self {
            reading,
            name,
            of: PhantomData,
        }
    }
}

impl<'de, R: Row> DeserializeSeed<'de> for List<'_, '_, R> {
    type Value = ();
    fn deserialize<D: Deserializer<'de>>(self, from: D) -> Result<(), D::Error> {
        from.deserialize_seq(self)
    }
}

impl<'de, R: Row> Visitor<'de> for List<'_, '_, R> {
    type Value = ();

    fn expecting(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str("a list")
    }

    fn visit_seq<A: SeqAccess<'de>>(self, mut list: A) -> Result<(), A::Error> {
        let mut n = 0;
        while let Some(row) = list.next_element::<R>()? {
            self.reading.row(self.name, n, row);
            n += 1;
        }
        Ok(())
    }
}
