//! Sink tests between what is kept and the model.

use std::collections::BTreeMap;

use yarrowfen_core::base::codes::{FallBy, Rig};
use yarrowfen_core::base::limits;
use yarrowfen_core::base::{Mass, UnitSystem, plain};
use yarrowfen_core::cast::Lure;
use yarrowfen_core::choose::own_drag::OwnFall;
use yarrowfen_core::explore::sink_tests::{Fitted, SinkTest, fitted};
use yarrowfen_core::{Engine, FieldError, Options, PickRequest};
use yarrowfen_rows::{NewSink, Sink};

/// Checks a test as it comes in a file.
///
/// # Errors
/// Every field out of its bounds.
pub fn checked(new: NewSink) -> Result<NewSink, Vec<FieldError>> {
    let mut faults = Vec::new();
    let numbers = [
        (&limits::SINK_SECONDS, "seconds", new.seconds),
        (&limits::SINK_HEAD, "head_g", new.head_g),
        (&limits::LINE_MM, "line_mm", new.line_mm),
        (&limits::DEPTH, "depth_m", new.depth_m),
        (&limits::TEMPERATURE, "temp_c", new.temp_c),
    ];
    for (limit, field, value) in numbers {
        if let Err(message) = limit.check(value, UnitSystem::Metric) {
            faults.push(FieldError::new(field, message));
        }
    }
    let parts = new.subject.split('|').count() == 5 && new.subject.len() <= 120;
    if !parts || new.subject.chars().any(char::is_control) {
        faults.push(FieldError::new("subject", "this names no bait and head"));
    }
    if faults.is_empty() {
        Ok(new)
    } else {
        Err(faults)
    }
}

/// Bait and head as a key: tests of one bait serve no other.
#[must_use]
pub fn subject(request: &PickRequest, rig: Rig) -> String {
    let b = &request.bait;
    let body = b.body_mm.map_or_else(|| "usual".into(), |mm| plain(mm, 1));
    format!(
        "{}|{}|{}|{body}|{}",
        rig.code(),
        b.form.code(),
        plain(b.length_mm, 1),
        b.plastic.code()
    )
}

/// The tests of a bait and head, and what they come to.
pub struct Record {
    /// Those of this bait and head, struck ones too.
    pub all: Vec<Sink>,
    /// For each, its place among those that count.
    pub counted: Vec<Option<usize>>,
    /// The fit of those that count.
    pub fit: Fitted,
    /// For each, the seconds that the fit, or else the book, has for it.
    pub expected: Vec<f64>,
}

impl Record {
    /// The drag by one's own record, once it counts.
    #[must_use]
    pub fn own(&self) -> Option<OwnFall> {
        self.fit.own
    }
}

/// Stored tests, each with the rig that it was made with: one for each head, line and water.
fn rigged(engine: &Engine, request: &PickRequest, rig: Rig, sinks: &[Sink]) -> Vec<SinkTest> {
    let mut asked = PickRequest {
        rig: Some(rig),
        ..request.clone()
    };
    let mut lures: BTreeMap<[u64; 3], Lure> = BTreeMap::new();
    let mut test = |sink: &Sink| {
        let t = &sink.test;
        let of = [t.head_g, t.line_mm, t.temp_c].map(f64::to_bits);
        let lure = *lures.entry(of).or_insert_with(|| {
            asked.water.temp_c = Some(t.temp_c);
            asked.tackle.line_mm = Some(t.line_mm);
            let head = Mass::new::<uom::si::mass::gram>(t.head_g);
            engine.cast_rig(&asked, Options::default(), Some(head)).lure
        });
        SinkTest {
            depth: t.depth_m,
            seconds: t.seconds,
            fall: FallBy::from_code(&t.fall).unwrap_or(FallBy::Tight),
            lure,
        }
    };
    sinks.iter().map(&mut test).collect()
}

/// What an owner's tests say of a request's bait on a rig.
#[must_use]
pub fn record(engine: &Engine, request: &PickRequest, rig: Rig, sinks: &[Sink]) -> Record {
    let key = subject(request, rig);
    let all: Vec<Sink> = sinks
        .iter()
        .filter(|s| s.test.subject == key)
        .cloned()
        .collect();
    let made = rigged(engine, request, rig, &all);
    let counting: Vec<SinkTest> = made
        .iter()
        .zip(&all)
        .filter(|(_, s)| !s.test.struck)
        .map(|(t, _)| *t)
        .collect();
    let fit = fitted(&counting);
    let factor = fit.so_far.map_or(1.0, |o| o.factor);
    let mut next = 0;
    let counted = all
        .iter()
        .map(|s| {
            (!s.test.struck).then(|| {
                next += 1;
                next - 1
            })
        })
        .collect();
    Record {
        expected: made.iter().map(|t| t.expected(factor)).collect(),
        counted,
        fit,
        all,
    }
}

/// Options with the reader's own record on the rig that a question asks for.
#[must_use]
pub fn with_own(
    engine: &Engine,
    request: &PickRequest,
    options: Options,
    rig: Rig,
    sinks: &[Sink],
) -> Options {
    let prefix = format!("{}|", rig.code());
    if !sinks.iter().any(|s| s.test.subject.starts_with(&prefix)) {
        return options;
    }
    let own = record(engine, request, rig, sinks).own();
    Options {
        own_fall: own.map(|o| (rig, o)),
        ..options
    }
}
