//! The countdown page: a big button, the sink tests, and what they come to.

use askama::Template;
use yarrowfen_core::base::codes::Judged;
use yarrowfen_core::base::{Dimension, plain};
use yarrowfen_core::cast::CastRig;
use yarrowfen_core::explore::sink_tests::{Countdown, FACTORS, Missing};
use yarrowfen_core::{Engine, PickRequest};

use super::Frame;
use super::cast::{CastWords, word_label};
use super::control::Control;
use super::sentence::Sentence;
use crate::ask::cast::{CastForm, Faults};
use crate::ask::mend::led;
use crate::own_record::Record;
use crate::reader::Reader;

/// A test as listed.
pub struct TestLine {
    /// Its id.
    pub id: String,
    /// Head, depth and how it fell.
    pub what: String,
    /// Seconds pressed.
    pub seconds: String,
    /// Seconds expected.
    pub expected: String,
    /// Whether it is struck.
    pub struck: bool,
    /// Whether it stands out.
    pub stands_out: bool,
}

/// What can be counted down.
pub struct CountView {
    /// Seconds expected.
    pub seconds: f64,
    /// As shown.
    pub shown: String,
    /// Least and most by two standard errors, or by the book's spread.
    pub band: String,
    /// What it rests on.
    pub basis: String,
    /// What is missing before one's own record counts.
    pub missing: String,
    /// Tests.
    pub tests: Vec<TestLine>,
    /// Whether any counts, and whether any is struck.
    pub any: (bool, bool),
}

/// The page.
#[derive(Template)]
#[template(path = "count.html")]
pub struct CountPage {
    /// The frame.
    pub frame: Frame,
    /// Words of Pick.
    pub sentence: Sentence,
    /// Words of the cast.
    pub words: CastWords,
    /// Faults.
    pub faults: Vec<(&'static str, String)>,
    /// Words of Pick to be sent along.
    pub hidden: Vec<(&'static str, String)>,
    /// The countdown; none where a word is wrong.
    pub view: Option<CountView>,
    /// The query that brings it back.
    pub query: String,
    /// Rig that the head goes with.
    pub was: &'static str,
    /// Where a test that came to nothing is looked at.
    pub lost: Option<String>,
    /// Whether somebody is signed in.
    pub member: bool,
    /// What was typed as seconds, and what is wrong with it.
    pub typed: Option<(String, String)>,
}

/// Words of Pick that stand in the sentence.
const SHOWN: [&str; 5] = ["depth", "rig", "length", "form", "temp"];

impl CountPage {
    /// Of a form and what came of it.
    #[must_use]
    pub fn new(
        engine: &Engine,
        reader: &Reader,
        form: &CastForm,
        outcome: Result<(PickRequest, CastRig, Record), Faults>,
        typed: Option<(&str, String)>,
    ) -> Self {
        let faults = outcome.as_ref().err().cloned().unwrap_or_default();
        let query = form.query_with(&[]);
        let frame = Frame::new("cast", reader, format!("/count?{query}"));
        let frame = frame.about(&form.pick, &form.pick.query());
        let rig = outcome.as_ref().ok().map(|o| &o.1);
        let was = rig.map_or("", |r| r.rig.code());
        Self {
            sentence: Sentence::new(&form.pick, &super::cast::field_faults(&faults), None),
            words: CastWords::of_fall(form, rig, &faults),
            faults: faults
                .iter()
                .map(|f| (word_label(f.0), f.1.clone()))
                .collect(),
            hidden: super::cast::hidden(form, &SHOWN),
            view: outcome.ok().map(|read| view(engine, form, &read)),
            was,
            lost: Some(led(
                &form.pick.query(),
                engine.tables().mend.leads[Judged::TimeToBottom],
            )),
            member: reader.account().is_some(),
            typed: typed.map(|(t, m)| (t.to_owned(), m)),
            query,
            frame,
        }
    }

    /// A word by its name.
    #[must_use]
    pub fn word(&self, key: &str) -> &Control {
        self.words
            .word(key)
            .unwrap_or_else(|| self.sentence.word(key))
    }
}

fn view(
    engine: &Engine,
    form: &CastForm,
    (request, rig, record): &(PickRequest, CastRig, Record),
) -> CountView {
    let own = record.own();
    let fall = form.fall(rig).unwrap_or(rig.fall);
    let spread = engine.tables().conditions.fall.spread;
    let count = Countdown::of(&rig.lure, fall, request.water.depth_m, own, spread);
    let (soon, late) = count.band;
    let s = |v: f64| {
        if v.is_finite() {
            plain(v, 1)
        } else {
            "for ever".into()
        }
    };
    CountView {
        seconds: count.seconds.unwrap_or(0.0),
        shown: s(count.seconds.unwrap_or(f64::INFINITY)),
        band: format!("{} to {} s", s(soon), s(late)),
        basis: match (own, record.fit.so_far) {
            (Some(o), _) => format!(
                "Own record: {} tests say {} times the book’s drag, ± {}. Pick goes by it.",
                o.tests,
                plain(o.factor, 2),
                plain(2.0 * o.error, 2)
            ),
            (None, Some(o)) => format!(
                "By the book. So far your tests say {} times its drag, ± {}: not yet sure enough to count.",
                plain(o.factor, 2),
                plain(2.0 * o.error, 2)
            ),
            (None, None) => {
                "By the book: coefficients from memory (v0), until your own tests say better."
                    .into()
            }
        },
        missing: missing(record, form),
        tests: lines(form, record),
        any: (
            record.all.iter().any(|t| !t.test.struck),
            record.all.iter().any(|t| t.test.struck),
        ),
    }
}

fn missing(record: &Record, form: &CastForm) -> String {
    let strike = if record.fit.tests.iter().any(|t| t.1) {
        " Or strike what stands out."
    } else {
        ""
    };
    let words = match record.fit.missing {
        Some(Missing::Tests { more, depth }) => format!(
            "{more} more {} over {} or deeper, with presses as sure as until now, and they count. Unlike depths tell more than one depth again and again.",
            if more == 1 { "test" } else { "tests" },
            Dimension::Distance.print(depth, form.pick.units)
        ),
        Some(Missing::Sense) => format!(
            "These tests are beyond what water does (under {} or over {} times the book’s drag): strike what went wrong.",
            plain(FACTORS.0, 2),
            plain(FACTORS.1, 2)
        ),
        None => return String::new(),
    };
    words + strike
}

fn lines(form: &CastForm, record: &Record) -> Vec<TestLine> {
    let line = |(i, s): (usize, &yarrowfen_rows::Sink)| {
        let t = &s.test;
        let stands_out =
            record.counted[i].is_some_and(|at| record.fit.tests.get(at).is_some_and(|x| x.1));
        let fall =
            yarrowfen_core::base::codes::FallBy::from_code(&t.fall).map_or("", |f| f.label());
        TestLine {
            id: s.id.to_string(),
            what: format!(
                "{} g, {}, {fall}",
                plain(t.head_g, 2),
                Dimension::Distance.print(t.depth_m, form.pick.units)
            ),
            seconds: format!("{} s", plain(t.seconds, 1)),
            expected: format!("{} s", plain(record.expected[i], 1)),
            struck: t.struck,
            stands_out,
        }
    };
    record.all.iter().enumerate().rev().map(line).collect()
}
