//! The question as a page carries it: raw texts in a query string, under
//! short names. Here they become the contract's fields; what cannot be read
//! keeps its text and gets its message.

use std::borrow::Cow;

use yarrowfen_core::codes::{
    BaitForm, Bottom, Clarity, Cover, FishAt, Forage, Light, LineKind, Material, Mood, Plastic,
    Pressure, Rig, School, Season, Species,
};
use yarrowfen_core::limits::{self, Limit};
use yarrowfen_core::request::{FieldError, Fields, Loose};
use yarrowfen_core::units::{Dimension, Ladder, UnitSystem, plain};
use yarrowfen_core::{Options, PickRequest};

/// How a word of the sentence is read.
pub enum Kind {
    /// One of the contract's codes, with the words for each.
    Code(&'static [(&'static str, &'static str)]),
    /// A number; whether it must be there.
    Number(&'static Limit, Need),
    /// Yes or nothing.
    Flag,
}

/// Whether a number may be left blank.
#[derive(Clone, Copy, PartialEq, Eq)]
pub enum Need {
    /// It may not.
    Must,
    /// Blank means unknown, or none.
    May,
}

/// A word of the sentence: its name in the query, its field in the contract,
/// its name for a reader, and what a newcomer finds there.
pub struct Word {
    /// Name in the query string.
    pub key: &'static str,
    /// Field of the contract.
    pub field: &'static str,
    /// For a screen reader.
    pub label: &'static str,
    /// How it is read.
    pub kind: Kind,
    /// On the first page.
    pub first: &'static str,
}

macro_rules! codes {
    ($ty:ty) => {
        Kind::Code(<$ty>::WORDS)
    };
}
macro_rules! words {
    ($(($key:literal, $field:expr, $label:literal, $kind:expr, $first:literal)),+ $(,)?) => {
        &[$(Word { key: $key, field: $field, label: $label, kind: $kind, first: $first }),+]
    };
}

/// Every word, in the order of the query string.
pub const WORDS: &[Word] = words![
    (
        "depth",
        limits::DEPTH.field,
        "Depth",
        Kind::Number(&limits::DEPTH, Need::Must),
        "3 m"
    ),
    (
        "clarity",
        "water.clarity",
        "Clarity",
        codes!(Clarity),
        "stained"
    ),
    ("bottom", "water.bottom", "Bottom", codes!(Bottom), "gravel"),
    ("cover", "water.cover", "Cover", codes!(Cover), "none"),
    ("season", "season", "Season", codes!(Season), "pre_spawn"),
    (
        "temp",
        limits::TEMPERATURE.field,
        "Water temperature",
        Kind::Number(&limits::TEMPERATURE, Need::May),
        "12 °C"
    ),
    (
        "wind",
        limits::WIND.field,
        "Wind",
        Kind::Number(&limits::WIND, Need::Must),
        "2 m/s"
    ),
    (
        "current",
        limits::CURRENT.field,
        "Current",
        Kind::Number(&limits::CURRENT, Need::May),
        ""
    ),
    ("species", "species", "Fish", codes!(Species), "smallmouth"),
    ("mood", "mood", "Mood of the fish", codes!(Mood), "neutral"),
    (
        "fish_at",
        "fish_at",
        "Where the fish hold",
        codes!(FishAt),
        "bottom"
    ),
    (
        "length",
        limits::BAIT_LENGTH.field,
        "Bait length",
        Kind::Number(&limits::BAIT_LENGTH, Need::Must),
        "70 mm"
    ),
    (
        "plastic",
        "bait.plastic",
        "Plastic",
        codes!(Plastic),
        "floating"
    ),
    ("form", "bait.form", "Bait form", codes!(BaitForm), "stick"),
    ("rig", "rig", "Rig", codes!(Rig), "ned"),
    ("school", "school", "School", codes!(School), ""),
    (
        "cast",
        limits::CAST.field,
        "Cast",
        Kind::Number(&limits::CAST, Need::Must),
        "20 m"
    ),
    (
        "drift",
        limits::DRIFT.field,
        "Drift of the boat",
        Kind::Number(&limits::DRIFT, Need::May),
        ""
    ),
    (
        "retrieve",
        limits::RETRIEVE.field,
        "Retrieve speed",
        Kind::Number(&limits::RETRIEVE, Need::May),
        ""
    ),
    (
        "body",
        limits::BAIT_BODY.field,
        "Thickest depth of the bait",
        Kind::Number(&limits::BAIT_BODY, Need::May),
        ""
    ),
    ("light", "water.light", "Light", codes!(Light), ""),
    ("forage", "forage", "What the fish eat", codes!(Forage), ""),
    (
        "pressure",
        "pressure",
        "Fishing pressure",
        codes!(Pressure),
        ""
    ),
    ("toothy", "toothy_fish", "Toothy fish about", Kind::Flag, ""),
    (
        "line_kind",
        "tackle.line_kind",
        "Main line",
        codes!(LineKind),
        ""
    ),
    (
        "line_mm",
        limits::LINE_MM.field,
        "Line diameter in mm",
        Kind::Number(&limits::LINE_MM, Need::May),
        ""
    ),
    (
        "line_lb",
        limits::LINE_LB.field,
        "Line test in lb",
        Kind::Number(&limits::LINE_LB, Need::May),
        ""
    ),
    (
        "leader_lb",
        limits::LEADER_LB.field,
        "Leader test in lb",
        Kind::Number(&limits::LEADER_LB, Need::May),
        ""
    ),
    (
        "rod_min",
        limits::ROD_MIN.field,
        "Rod, least casting weight in g",
        Kind::Number(&limits::ROD_MIN, Need::May),
        ""
    ),
    (
        "rod_max",
        limits::ROD_MAX.field,
        "Rod, most casting weight in g",
        Kind::Number(&limits::ROD_MAX, Need::May),
        ""
    ),
    (
        "material",
        "tackle.material",
        "Head material",
        codes!(Material),
        ""
    ),
];

/// The place of a word in [`WORDS`].
fn place(key: &str) -> Option<usize> {
    WORDS.iter().position(|w| w.key == key)
}

/// The question of a page, as typed.
#[derive(Debug, Clone)]
pub struct PickForm {
    /// One text for each of [`WORDS`], in their order; none where the query
    /// does not name the word.
    raw: Vec<Option<Cow<'static, str>>>,
    /// Units that bare numbers are in and that texts are printed in.
    pub units: UnitSystem,
    /// Weights that are sold.
    pub ladder: Ladder,
}

impl PickForm {
    /// From a query string. With no word of the question in it, it is the
    /// newcomer's page. Units and ladder fall back to what the reader chose
    /// before.
    #[must_use]
    pub fn from_query(query: &str, before: Options) -> Self {
        let pairs: Vec<(Cow<'_, str>, Cow<'_, str>)> =
            serde_urlencoded::from_str(query).unwrap_or_default();
        let mut form = Self {
            raw: vec![None; WORDS.len()],
            units: before.units,
            ladder: before.ladder,
        };
        let mut words = 0;
        for (key, text) in pairs {
            match (&*key, place(&key)) {
                ("units", _) => form.units = UnitSystem::from_code(&text).unwrap_or(form.units),
                ("ladder", _) => form.ladder = Ladder::from_code(&text).unwrap_or(form.ladder),
                (_, Some(at)) => {
                    form.raw[at] = Some(text.into_owned().into());
                    words += 1;
                }
                _ => {}
            }
        }
        if words == 0 {
            form.raw = WORDS.iter().map(|w| Some(w.first.into())).collect();
        }
        form
    }

    /// The question of a stored request, for asking it again.
    #[must_use]
    pub fn from_request(request: &PickRequest, options: Options) -> Self {
        let json = serde_json::to_value(request).unwrap_or_default();
        let mut raw = Vec::with_capacity(WORDS.len());
        for word in WORDS {
            let pointer = format!("/{}", word.field.replace('.', "/"));
            let text = match json.pointer(&pointer) {
                Some(serde_json::Value::String(s)) => s.clone(),
                Some(serde_json::Value::Bool(true)) => "on".into(),
                Some(serde_json::Value::Number(n)) => {
                    let unit = dimension(word).map_or(String::new(), |d| {
                        format!(" {}", d.unit(UnitSystem::Metric))
                    });
                    format!("{}{unit}", plain(n.as_f64().unwrap_or(0.0), 6))
                }
                _ => String::new(),
            };
            raw.push(Some(text.into()));
        }
        Self {
            raw,
            units: options.units,
            ladder: options.ladder,
        }
    }

    /// How answers are worded.
    #[must_use]
    pub fn options(&self) -> Options {
        Options {
            units: self.units,
            ladder: self.ladder,
            ..Options::default()
        }
    }

    /// What was typed at the word in this place of [`WORDS`].
    #[must_use]
    pub fn at(&self, place: usize) -> &str {
        self.raw[place].as_deref().map_or("", str::trim)
    }

    /// What was typed at a word.
    #[must_use]
    pub fn typed(&self, key: &str) -> &str {
        place(key).map_or("", |at| self.at(at))
    }

    /// Reads the question, or names every fault by its contract field.
    ///
    /// # Errors
    /// All faults.
    pub fn read(&self) -> Result<PickRequest, Vec<FieldError>> {
        let (mut fields, mut faults) = (Fields::new(), Vec::new());
        for (word, raw) in WORDS.iter().zip(&self.raw) {
            match self.loose(word, raw.as_deref()) {
                Ok(Some(value)) => {
                    fields.insert(word.field, value);
                }
                Ok(None) => {}
                Err(message) => faults.push(FieldError::new(word.field, message)),
            }
        }
        match PickRequest::read(&fields, self.units) {
            Ok(request) if faults.is_empty() => Ok(request),
            Ok(_) => Err(faults),
            Err(more) => {
                faults.extend(more);
                Err(faults)
            }
        }
    }

    fn loose(&self, word: &Word, raw: Option<&str>) -> Result<Option<Loose>, String> {
        let Some(text) = raw.map(str::trim) else {
            return Ok(None);
        };
        let text = if is_blank(word, text) { "" } else { text };
        match word.kind {
            Kind::Number(_, Need::May) | Kind::Code(_) | Kind::Flag if text.is_empty() => Ok(None),
            Kind::Flag => Ok(Some(Loose::Flag(text == "on"))),
            Kind::Code(_) => Ok(Some(Loose::Text(text.to_owned()))),
            Kind::Number(limit, _) => {
                let number = match limit.dimension {
                    Some(dimension) => dimension.read(text, self.units),
                    None => Dimension::Size.read(text, UnitSystem::Metric),
                };
                number
                    .map(|n| Some(Loose::Number(n)))
                    .map_err(|e| e.to_string())
            }
        }
    }

    /// The query string that brings this page back: what is blank is left out.
    #[must_use]
    pub fn query(&self) -> String {
        self.query_with(&[])
    }

    /// The same with some words changed.
    #[must_use]
    pub fn query_with(&self, changes: &[(&str, &str)]) -> String {
        let changed = |key: &str| changes.iter().find(|c| c.0 == key).map(|c| c.1);
        let mut out = form_urlencoded::Serializer::new(String::with_capacity(512));
        for (word, raw) in WORDS.iter().zip(&self.raw) {
            let raw = raw.as_deref();
            let text = changed(word.key)
                .map_or_else(|| self.carried(word, raw.unwrap_or("")), Cow::Borrowed);
            // A needed number that was blanked stays in the query, as a fault.
            let needed = matches!(word.kind, Kind::Number(_, Need::Must)) && raw.is_some();
            if !text.is_empty() || needed {
                out.append_pair(word.key, &text);
            }
        }
        out.append_pair("units", changed("units").unwrap_or(self.units.code()));
        out.append_pair("ladder", changed("ladder").unwrap_or(self.ladder.code()));
        out.finish()
    }

    /// A bare number gets its unit, so that a change of units changes no answer.
    fn carried<'t>(&self, word: &Word, typed: &'t str) -> Cow<'t, str> {
        let typed = typed.trim();
        if is_blank(word, typed) {
            return Cow::Borrowed("");
        }
        let bare = typed
            .chars()
            .all(|c| c.is_ascii_digit() || matches!(c, '.' | ',' | '/' | ' '));
        match dimension(word) {
            Some(d) if bare && !typed.is_empty() => {
                Cow::Owned(format!("{typed} {}", d.unit(self.units)))
            }
            _ => Cow::Borrowed(typed),
        }
    }
}

/// Words that the sentence shows for a number that was left out, and that a
/// reader may type for the same.
fn is_blank(word: &Word, text: &str) -> bool {
    matches!(word.kind, Kind::Number(_, Need::May))
        && matches!(text, "" | "unknown" | "none" | "usual")
}

/// The kind of quantity of a word that carries a unit.
#[must_use]
pub fn dimension(word: &Word) -> Option<Dimension> {
    match word.kind {
        Kind::Number(limit, _) => limit.dimension,
        _ => None,
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn form(query: &str) -> PickForm {
        PickForm::from_query(query, Options::default())
    }

    #[test]
    fn every_word_stands_for_a_field_of_the_contract() {
        for word in WORDS {
            assert!(
                yarrowfen_core::request::field(word.field).is_some(),
                "{}",
                word.key
            );
        }
    }

    #[test]
    fn the_first_page_asks_a_sound_question() {
        let request = form("").read().unwrap();
        assert_eq!((request.water.depth_m, request.rig), (3.0, Some(Rig::Ned)));
    }

    #[test]
    fn bad_words_keep_their_text_and_are_all_named() {
        let f = form("depth=deep&wind=-3&length=&bottom=lava&units=metric");
        let mut named: Vec<_> = f.read().unwrap_err().into_iter().map(|e| e.field).collect();
        named.sort();
        assert_eq!(
            named,
            [
                "bait.length_mm",
                "water.bottom",
                "water.depth_m",
                "water.wind_mps"
            ]
        );
        assert_eq!(f.typed("depth"), "deep");
        assert!(f.query().contains("depth=deep"));
    }

    #[test]
    fn a_change_of_units_keeps_the_question() {
        let metric = form("depth=2%2C4&length=70&wind=2&cast=20&units=metric");
        let other = form(&metric.query_with(&[("units", "imperial")]));
        assert_eq!(other.units, UnitSystem::Imperial);
        assert_eq!(metric.read().unwrap(), other.read().unwrap());
    }

    #[test]
    fn a_stored_question_is_asked_again_just_so() {
        let asked = form("depth=8+ft&length=2+3%2F4+in&wind=5+mph&cast=20&toothy=on&forage=goby&temp=&rod_max=7.5").read().unwrap();
        let again = PickForm::from_request(&asked, Options::default())
            .read()
            .unwrap();
        assert!((again.water.depth_m - asked.water.depth_m).abs() < 1e-6);
        assert_eq!(
            (again.toothy_fish, again.forage, again.tackle),
            (asked.toothy_fish, asked.forage, asked.tackle)
        );
    }
}
