//! The question of a page as it is typed, carried and read.

use std::borrow::Cow;

use super::{Kind, Need, WORDS, Word, is_view, place, upper_end};
use super::{PLACE, dimension, is_blank, is_side, range};
use yarrowfen_core::FieldError;
use yarrowfen_core::base::{Ladder, UnitSystem, plain};
use yarrowfen_core::own_box::HeadWeight;
use yarrowfen_core::question::{Fields, Loose};
use yarrowfen_core::{Engine, Options, PickRequest};

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

    /// Takes the sides that the reader set once, wherever the query names none.
    #[must_use]
    pub fn with_views(mut self, views: &str) -> Self {
        let set: Vec<(String, String)> = serde_urlencoded::from_str(views).unwrap_or_default();
        for (key, code) in set {
            if let Some(at) = place(&key).filter(|at| is_side(&WORDS[*at], &code))
                && self.raw[at].as_deref().is_none_or(str::is_empty)
            {
                self.raw[at] = Some(code.into());
            }
        }
        self
    }

    /// Takes the words of a place from another question; those of bait, rig,
    /// weather and tackle stay.
    pub fn take_place(&mut self, other: &Self) {
        for (at, word) in WORDS.iter().enumerate() {
            if PLACE.contains(&word.key) {
                self.raw[at] = other.raw[at].clone();
            }
        }
    }

    /// A newcomer's question at the place of another question.
    #[must_use]
    pub fn of_place(asked: &PickRequest, options: Options) -> Self {
        let mut fresh = Self::from_query("", options);
        fresh.take_place(&Self::from_request(asked, options));
        fresh
    }

    /// The sides that this question takes, as a query string.
    #[must_use]
    pub fn views(&self) -> String {
        let mut out = form_urlencoded::Serializer::new(String::new());
        let sides = WORDS.iter().zip(&self.raw).filter(|(w, _)| is_view(w));
        for (word, raw) in sides {
            if let Some(code) = raw.as_deref().filter(|c| !c.is_empty()) {
                out.append_pair(word.key, code);
            }
        }
        out.finish()
    }

    /// Writes out what a needed word was taken for where the query left it out,
    /// so that the sentence says what was answered.
    #[must_use]
    pub fn with_assumed(mut self, request: &PickRequest) -> Self {
        let missing =
            |(word, raw): (&Word, &Option<Cow<'_, str>>)| !word.first.is_empty() && raw.is_none();
        if WORDS.iter().zip(&self.raw).any(missing) {
            let told = Self::from_request(request, self.options());
            for (at, word) in WORDS.iter().enumerate() {
                if missing((word, &self.raw[at])) {
                    self.raw[at] = told.raw[at].clone();
                }
            }
        }
        self
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
                Some(serde_json::Value::Number(n)) if matches!(word.kind, Kind::Weight) => {
                    let weight = n.as_f64().and_then(HeadWeight::from_grams);
                    weight.map_or_else(String::new, HeadWeight::label)
                }
                Some(serde_json::Value::Number(n)) => {
                    let unit = dimension(word).map_or(String::new(), |d| {
                        format!(" {}", d.unit(UnitSystem::Metric))
                    });
                    format!("{}{unit}", plain(n.as_f64().unwrap_or(0.0), 6))
                }
                _ => String::new(),
            };
            let upper = upper_end(word)
                .and_then(|l| json.pointer(&format!("/{}", l.field.replace('.', "/"))))
                .and_then(serde_json::Value::as_f64);
            let text = match (upper, text.split_once(' ')) {
                (Some(upper), Some((lower, unit))) => {
                    format!("{lower}–{} {unit}", plain(upper, 6))
                }
                _ => text,
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

    /// The same without the words of a group of the contract.
    #[must_use]
    pub fn without(&self, group: &str) -> Self {
        let mut form = self.clone();
        for (word, raw) in WORDS.iter().zip(&mut form.raw) {
            if word.field.starts_with(group) {
                *raw = None;
            }
        }
        form
    }

    /// Writes a word as if it had been typed.
    pub fn set(&mut self, key: &str, text: &str) {
        if let Some(at) = place(key) {
            self.raw[at] = Some(Cow::Owned(text.to_owned()));
        }
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
            let Some(text) = raw.as_deref().map(str::trim) else {
                continue;
            };
            if let Err(message) = self.take(word, text, &mut fields) {
                faults.push(FieldError::new(word.field, message));
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

    /// The question as it is answered: with the rig's usual bait for what was left out.
    ///
    /// # Errors
    /// All faults.
    pub fn asked(&self, engine: &Engine) -> Result<PickRequest, Vec<FieldError>> {
        self.read().map(|read| engine.settled(&read).into_owned())
    }

    /// Reads one word into the contract's fields.
    fn take(&self, word: &Word, text: &str, fields: &mut Fields) -> Result<(), String> {
        let text = if is_blank(word, text) { "" } else { text };
        let value = match word.kind {
            Kind::Number(_, Need::May)
            | Kind::Code(_)
            | Kind::Weight
            | Kind::HookNumber
            | Kind::Truth(_)
                if text.is_empty() =>
            {
                return Ok(());
            }
            // Addresses from before risks were told said only that there are some.
            Kind::Code(_) if word.key == "toothy" && text == "on" => Loose::Flag(true),
            Kind::Truth(_) if text == "on" => Loose::Flag(true),
            Kind::Code(_) | Kind::HookNumber | Kind::Truth(_) => Loose::Text(text.to_owned()),
            Kind::Weight => Loose::Number(HeadWeight::parse(text)?.grams()),
            Kind::Number(limit, _) => {
                let number = |text: &str| {
                    let read = limit.read(text, self.units);
                    read.map(Loose::Number).map_err(|e| e.to_string())
                };
                if let Some((limit, (from, to))) = upper_end(word).zip(range(text)) {
                    fields.insert(limit.field, number(&to)?);
                    number(&from)?
                } else {
                    number(text)?
                }
            }
        };
        fields.insert(word.field, value);
        Ok(())
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
            .all(|c| c.is_ascii_digit() || matches!(c, '.' | ',' | '/' | ' ' | '-' | '–' | '—'));
        match dimension(word) {
            Some(d) if bare && !typed.is_empty() => {
                Cow::Owned(format!("{typed} {}", d.unit(self.units)))
            }
            _ => Cow::Borrowed(typed),
        }
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
                yarrowfen_core::question::field(word.field).is_some(),
                "{}",
                word.key
            );
        }
    }

    #[test]
    fn the_first_page_asks_a_sound_question() {
        let request = form("").read().unwrap();
        assert_eq!((request.water.depth_m, request.rig), (3.0, None));
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
    fn a_range_is_read_with_its_unit_and_carried() {
        for text in ["2–5 m", "2-5", "2 to 5 m", "2 m – 5 m"] {
            let request = PickForm {
                raw: vec![None; WORDS.len()],
                ..form("")
            };
            let mut request = request;
            request.raw[0] = Some(text.to_owned().into());
            let read = request.read().unwrap().water;
            assert_eq!((read.depth_m, read.depth_max_m), (2.0, Some(5.0)), "{text}");
        }
        let asked = form("depth=2-5+m&wind=3&units=metric").read().unwrap();
        let again = PickForm::from_request(&asked, Options::default());
        assert_eq!(again.read().unwrap().water.depth_max_m, Some(5.0));
        assert_eq!(
            form("depth=5-2+m").read().unwrap_err()[0].field,
            "water.depth_max_m"
        );
    }

    #[test]
    fn sides_set_once_are_taken_unless_the_question_names_its_own() {
        let mine = "temper=stiff&point=free";
        let f = form("depth=3+m&temper=flexible").with_views(mine);
        assert_eq!((f.typed("temper"), f.typed("point")), ("flexible", "free"));
        assert!(f.query().contains("point=free"));
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
