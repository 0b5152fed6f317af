//! What a log says.

use std::collections::BTreeSet;

use askama::Template;
use yarrowfen_core::base::codes::{Code, Phase, Species};
use yarrowfen_core::base::text::labels;
use yarrowfen_core::base::{Dimension, UnitSystem, plain};
use yarrowfen_core::day::Span;
use yarrowfen_core::explore::ledger::{
    Asked, Band, Comparison, Counted, DEPTH_BANDS, FEW_HOURS, Factor, Level, Lost, Review, Turns,
    level,
};
use yarrowfen_core::say::ledger as say;
use yarrowfen_core::statistics::rates::{Count, Span as Interval};

use super::Frame;
use super::control::Control;
use super::shell::{Changing, Round};
use crate::ask::ledger::{LedgerForm, OVER};
use crate::ask::plan_from::turns_query;
use crate::reader::Reader;

/// A rate on its line, in hundredths of the width.
pub struct LineOf {
    /// What.
    pub name: String,
    /// How many, in how many hours.
    pub told: String,
    /// The interval's ends, and the rate.
    pub ends: (String, String),
    /// The rate.
    pub at: String,
    /// The rate in words.
    pub rate: String,
    /// Whether it is the greatest that tells something.
    pub best: bool,
    /// Whether so little was fished that it tells nothing.
    pub thin: bool,
}

/// A picture of rates.
pub struct Rates {
    /// The lines.
    pub lines: Vec<LineOf>,
    /// Marks of the scale: where, and what.
    pub marks: Vec<(String, String)>,
}

/// A bar of where bites came.
pub struct Bar {
    /// Where in the retrieve.
    pub name: &'static str,
    /// How many.
    pub n: u32,
    /// Height in hundredths of the tallest.
    pub height: u32,
    /// Whether it is the tallest.
    pub most: bool,
}

/// A row of how it was counted.
pub struct Counting {
    /// By what.
    pub factor: &'static str,
    /// Which two.
    pub levels: String,
    /// Counts and hours.
    pub counts: String,
    /// Stops where both were fished.
    pub stops: usize,
    /// How often each came first, and the middle of its hours.
    pub order: String,
    /// How many times more the shares scatter than chance alone would.
    pub scatter: String,
    /// Ratio with its interval.
    pub ratio: String,
    /// Chance, and what it is among all that was looked at.
    pub chances: (String, String),
    /// Whether it is claimed.
    pub claims: bool,
}

/// The page.
#[derive(Template)]
#[template(path = "ledger.html")]
pub struct LedgerPage {
    /// Frame.
    pub frame: Frame,
    /// The words of its sentence, by key.
    controls: Vec<Control>,
    /// Query string.
    pub query: String,
    /// Days fished.
    pub days: usize,
    /// Those without any.
    pub blanks: usize,
    /// Hours.
    pub hours: String,
    /// What is counted.
    pub counted: &'static str,
    /// Rates by level.
    pub rates: Rates,
    /// What is claimed.
    pub claims: Vec<String>,
    /// What is not, each with a day on which it would be fished turn about.
    pub nothing: Vec<(String, Option<String>)>,
    /// Where in the retrieve bites came.
    pub bars: Vec<Bar>,
    /// How many of them.
    pub bites: u32,
    /// Bites of which that was not said.
    pub unsaid: u32,
    /// That they come early.
    pub early: Option<String>,
    /// Heads lost by bottom.
    pub lost_over: Rates,
    /// Heads lost by shape.
    pub lost_by: Rates,
    /// Waters, drawn toward all.
    pub waters: Rates,
    /// What they fed on.
    pub fed: Vec<String>,
    /// What the log says nothing about.
    pub silent: Vec<String>,
    /// How it was counted.
    pub how: Vec<Counting>,
    /// What is wrong with a file.
    pub faults: Vec<String>,
    /// What became of the lines of a file that was just taken in.
    pub taken: Option<String>,
}

impl Changing for LedgerPage {
    fn round(&self) -> Round<'_> {
        Round {
            frame: &self.frame,
            title: "Review · Yarrowfen".to_owned(),
            scripts: &[],
            id: "ledger",
            here: format!("/days/review?{}", self.query),
        }
    }
}

impl LedgerPage {
    /// The page of a look at a log; `falling_share` is the share of its casts' time that is the fall
    /// and the first rest.
    #[must_use]
    pub fn new(
        reader: &Reader,
        form: &LedgerForm,
        (asked, spans): (&Asked, &[Span<'_>]),
        (review, falling_share): (&Review, Option<f64>),
    ) -> Self {
        let units = reader.options.units;
        let what = asked.counted;
        let of_factor = || review.comparisons.iter().filter(|c| c.factor == asked.by);
        let claims = of_factor().filter(|c| c.claims());
        let lines = review.rows.iter().map(|row| {
            let told = hours_and(row.count);
            (
                row.level.name.clone(),
                told,
                row.count,
                row.interval,
                row.count.rate(),
            )
        });
        let waters = review.waters.iter().map(|w| {
            let told = hours_and(w.count);
            (w.place.clone(), told, w.count, w.interval, w.rate)
        });
        let query = form.query();
        let here = format!("/days/review?{query}");
        let tallest = review.phases.iter().map(|p| p.1).max().unwrap_or(0);
        Self {
            frame: Frame::new("review", reader, here),
            controls: controls(form, spans, units),
            query,
            days: review.days,
            blanks: review.blanks,
            hours: plain(review.all.hours, 1),
            counted: what.label(),
            rates: rates(lines),
            claims: claims
                .map(|c| say::comparison(c, what, units).into())
                .collect(),
            nothing: of_factor()
                .filter(|c| !c.claims())
                .map(|c| {
                    let text = say::comparison(c, what, units);
                    (text.into_owned(), turn_about(c, spans, reader))
                })
                .collect(),
            bars: bars(&review.phases, tallest),
            bites: review.phases.iter().map(|p| p.1).sum(),
            unsaid: review.unsaid,
            early: falling_share
                .and_then(|time| say::early(review, time, units))
                .map(Into::into),
            lost_over: lost(&review.lost_over),
            lost_by: lost(&review.lost_by),
            waters: rates(waters),
            fed: review
                .fed
                .iter()
                .map(|f| say::fed(f, units).into())
                .collect(),
            silent: say::silences(review, asked.by, units)
                .into_iter()
                .map(Into::into)
                .collect(),
            how: review.comparisons.iter().map(counting).collect(),
            faults: Vec::new(),
            taken: None,
        }
    }

    /// With what became of a file.
    #[must_use]
    pub fn with(self, faults: Vec<String>, taken: Option<String>) -> Self {
        Self {
            faults,
            taken,
            ..self
        }
    }

    /// Whether nothing of what is looked at was written down.
    #[must_use]
    pub fn nothing_yet(&self) -> bool {
        self.days == 0
    }

    /// A word of the sentence.
    #[must_use]
    pub fn word(&self, key: &str) -> &Control {
        let found = self.controls.iter().find(|c| c.key == key);
        found.unwrap_or(&self.controls[0])
    }
}

/// A day on which two that were compared are fished turn about: where they were last, with what
/// was tied on then. None where hours enough were fished, or what is compared is not tied on.
fn turn_about(c: &Comparison, spans: &[Span<'_>], reader: &Reader) -> Option<String> {
    c.more_hours.filter(|h| *h > 0.0)?;
    if matches!(c.factor, Factor::Place | Factor::Depth | Factor::Wind) {
        return None;
    }
    let units = reader.options.units;
    let is = |s: &Span<'_>, l: &Level| level(c.factor, s, units) == *l;
    let beside = |a: &Span<'_>| {
        let same = |b: &&Span<'_>| (b.day, b.stop_at) == (a.day, a.stop_at);
        spans.iter().find(|b| same(b) && is(b, &c.levels.1))
    };
    let ones = spans.iter().rev().filter(|a| is(a, &c.levels.0));
    let (a, b) = ones.filter_map(|a| Some((a, beside(a)?))).next()?;
    let query = turns_query(a.stop, (a.tied, b.tied), reader.options);
    Some(format!("/days?{query}"))
}

fn hours_and(count: Count) -> String {
    format!("{} h, {}", plain(count.hours, 1), count.n)
}

fn controls(form: &LedgerForm, spans: &[Span<'_>], units: UnitSystem) -> Vec<Control> {
    let coded =
        |key, label, typed: &str, all: &mut dyn Iterator<Item = (&'static str, &'static str)>| {
            Control::new(key, label, typed.to_owned(), (2, 24))
                .of_choices(all.map(|c| (c.0, c.1.into())))
        };
    let any_fish = std::iter::once(("", "all fish"));
    let places: BTreeSet<&str> = spans.iter().map(|s| s.stop.place.as_str()).collect();
    let places = places.into_iter().map(str::to_owned);
    let band = |(at, b): (usize, &Band)| {
        let name = b.name(Dimension::Distance, units);
        (at.to_string(), name.into_owned())
    };
    let bands = DEPTH_BANDS.iter().enumerate().map(band);
    vec![
        coded(
            "over",
            "Over which days",
            &form.over,
            &mut OVER.iter().copied(),
        ),
        Control::new("at", "At which water", form.at.clone(), (2, 24))
            .of_names("all waters", places.map(|p| (p.clone(), p))),
        coded(
            "fish",
            "For which fish",
            &form.fish,
            &mut any_fish.chain(Species::words().iter().copied()),
        ),
        coded(
            "count",
            "What is counted",
            &form.count,
            &mut Counted::words().iter().copied(),
        ),
        coded(
            "by",
            "By what",
            &form.by,
            &mut Factor::words().iter().copied(),
        ),
        Control::new("depth", "Over which depths", form.depth.clone(), (2, 24))
            .of_names("any depth", bands),
    ]
}

/// A step of a scale that gives three to six marks up to its end.
fn step(most: f64) -> f64 {
    let steps = [0.05, 0.1, 0.2, 0.25, 0.5, 1.0, 2.0, 5.0, 10.0, 20.0, 50.0];
    let found = steps.into_iter().find(|s| most / s <= 6.0);
    found.unwrap_or(100.0)
}

fn rates(all: impl Iterator<Item = (String, String, Count, Interval, f64)>) -> Rates {
    let all: Vec<_> = all.collect();
    // What was hardly fished does not stretch the scale for the rest.
    let full = |hours: f64| hours >= FEW_HOURS;
    let sure = all.iter().filter(|l| full(l.2.hours)).map(|l| l.3.most);
    let most = sure.fold(0.0, f64::max);
    let most = if most > 0.0 {
        most
    } else {
        all.iter().map(|l| l.3.most).fold(0.1, f64::max)
    };
    let per = |v: f64| plain((100.0 * v / most).clamp(0.0, 100.0), 2);
    let best = all.iter().filter(|l| full(l.2.hours) && l.2.n > 0);
    let best = best.map(|l| l.4).fold(f64::MIN, f64::max);
    let step = step(most);
    #[expect(
        clippy::cast_possible_truncation,
        clippy::cast_sign_loss,
        reason = "0 to 6"
    )]
    let marks = (0..=(most / step).floor() as u32).map(|n| f64::from(n) * step);
    let line =
        |(name, told, count, interval, rate): (String, String, Count, Interval, f64)| LineOf {
            ends: (per(interval.least), per(interval.most)),
            at: per(rate),
            rate: plain(rate, 2),
            best: full(count.hours) && (rate - best).abs() < 1e-12,
            thin: !full(count.hours),
            name,
            told,
        };
    Rates {
        marks: marks.map(|v| (per(v), plain(v, 2))).collect(),
        lines: all.into_iter().map(line).collect(),
    }
}

fn lost(all: &[Lost]) -> Rates {
    rates(all.iter().map(|l| {
        let told = hours_and(l.count);
        (l.name.to_owned(), told, l.count, l.interval, l.count.rate())
    }))
}

fn bars(phases: &[(Phase, u32)], tallest: u32) -> Vec<Bar> {
    let names = labels("PhaseShort", <Phase as Code>::CODES);
    let bar = |((_, n), name): (&(Phase, u32), &'static str)| Bar {
        name,
        n: *n,
        height: 100 * n / tallest.max(1),
        most: *n == tallest && tallest > 0,
    };
    phases.iter().zip(names).map(bar).collect()
}

/// How often each came first, and the middle of its hours.
fn order_of(c: &Comparison) -> String {
    let of = |t: Turns| format!("{} × at {}", t.firsts, say::clock_of(t.mean_hour));
    format!("{} against {}", of(c.turns.0), of(c.turns.1))
}

fn counting(c: &Comparison) -> Counting {
    let count = |c: Count| format!("{} in {} h", c.n, plain(c.hours, 1));
    let number = |v: f64| match v.is_finite() {
        true => plain(v, 2),
        false => "∞".to_owned(),
    };
    let (i, ratio) = (c.compared.interval, c.compared.ratio);
    Counting {
        factor: c.factor.label(),
        levels: format!("{} against {}", c.levels.0.name, c.levels.1.name),
        counts: format!("{} against {}", count(c.counts.0), count(c.counts.1)),
        stops: c.stretches,
        order: order_of(c),
        scatter: plain(c.scatter, 1),
        ratio: match ratio {
            Some(r) => format!("{} ({} to {})", number(r), number(i.least), number(i.most)),
            None => "nothing came".to_owned(),
        },
        chances: (plain(c.compared.p, 4), plain(c.adjusted, 4)),
        claims: c.claims(),
    }
}
