//! The Cast page: a cast played over a drawn bottom, with its figures.

use askama::Template;
use yarrowfen_core::base::codes::{CurrentWay, Direction, FallBy};
use yarrowfen_core::base::{Dimension, UnitSystem, plain};
use yarrowfen_core::cast::grounds::GROUNDS;
use yarrowfen_core::cast::{Figures, Sample, reach};

mod words;

pub use words::{CastWords, label as word_label};

use super::Frame;
use super::control::Control;
use super::sentence::Sentence;
use super::shell::{Changing, Round};
use crate::ask::cast::{CastAsked, CastForm, FLAT, Faults, SIDES};
use crate::draw::cast::{Plate, plate};
use crate::draw::run::{Beside, Run};
use crate::reader::Reader;

/// A large number with its unit and what it means.
pub struct Figure {
    /// The number.
    pub number: String,
    /// Its unit.
    pub unit: &'static str,
    /// What it means.
    pub says: String,
}

/// A column of the settings side by side.
pub struct Side {
    /// What is other.
    pub name: String,
    /// Link that takes it; none for the one at hand.
    pub href: Option<String>,
    /// Share in contact, in zone, seconds to bottom, lifts off.
    pub cells: [String; 4],
}

/// A cast that was run, for the page.
pub struct CastView {
    /// The drawing.
    pub plate: Plate,
    /// Large numbers.
    pub figures: Vec<Figure>,
    /// Side by side.
    pub sides: Vec<Side>,
    /// What is laid side by side: code, words, link, whether it is now.
    pub kinds: Vec<(&'static str, String, bool)>,
    /// The other direction: words and link; none under the rod, where there is none.
    pub turn: Option<(String, String)>,
    /// What lifts, hangs, sweeps: in sentences.
    pub facts: Vec<String>,
    /// Second by second: time, out, depth, over bottom, speed, what it does.
    pub table: Vec<[String; 6]>,
    /// Which head and what the whole weighs.
    pub head: String,
}

/// The page.
#[derive(Template)]
#[template(path = "cast.html")]
pub struct CastPage {
    /// The frame.
    pub frame: Frame,
    /// Words of Pick.
    pub sentence: Sentence,
    /// Words of the cast.
    pub words: CastWords,
    /// Faults: names and messages.
    pub faults: Vec<(&'static str, String)>,
    /// Words of Pick that the sentence does not show, to be sent along.
    pub hidden: Vec<(&'static str, String)>,
    /// The view; none where a word is wrong.
    pub view: Option<CastView>,
    /// The query that brings it back.
    pub query: String,
    /// The question of Pick.
    pub pick: String,
    /// The bottom as text, a point a line.
    pub bed: String,
    /// What is laid side by side.
    pub side: &'static str,
    /// Rig whose retrieve stands in the sentence: another brings its own.
    pub was: &'static str,
    /// Whether a sounder is set up.
    pub sounder: bool,
    /// Where what goes wrong on this cast is looked at: words and addresses.
    pub mends: Vec<(&'static str, String)>,
}

/// Words of Pick that stand in the sentence.
const SHOWN: [&str; 8] = [
    "cast", "rig", "length", "form", "retrieve", "wind", "current", "drift",
];

impl Changing for CastPage {
    fn round(&self) -> Round<'_> {
        Round {
            frame: &self.frame,
            title: "Cast · Yarrowfen".to_owned(),
            scripts: &["cast.js", "sounder.js"],
            id: "cast-page",
            here: format!("/cast?{}", self.query),
        }
    }
}

impl CastPage {
    /// Whether it is let down under the rod.
    #[must_use]
    pub fn below(&self) -> bool {
        self.view.as_ref().is_some_and(|v| v.turn.is_none())
    }

    /// With where what goes wrong on a cast is looked at.
    #[must_use]
    pub fn with_mends(self, mends: Vec<(&'static str, String)>) -> Self {
        Self { mends, ..self }
    }

    /// Of a form and what came of it.
    #[must_use]
    pub fn new(
        reader: &Reader,
        form: &CastForm,
        outcome: Result<(CastAsked, Run), Faults>,
    ) -> Self {
        let faults = outcome.as_ref().err().cloned().unwrap_or_default();
        let asked = outcome.as_ref().ok().map(|o| &o.0);
        let query = form.query_with(&[]);
        let pick_query = form.pick.query();
        let frame = Frame::new("cast", reader, format!("/cast?{query}"));
        let frame = frame.about(&form.pick, &pick_query);
        let hidden = hidden(form, &SHOWN);
        let was = asked.map_or("", |a| a.rig.rig.code());
        let words = CastWords::of(form, asked, &faults);
        let by_word = |f: &(&'static str, String)| (word_label(f.0), f.1.clone());
        let wrong = field_faults(&faults);
        let bed = match asked {
            Some(a) => a
                .setup
                .profile
                .thinned(60)
                .points()
                .iter()
                .map(|p| format!("{}, {}", plain(p.0, 2), plain(p.1, 2)))
                .collect::<Vec<_>>()
                .join("\n"),
            None => form.typed("bed").replace('|', "\n"),
        };
        Self {
            sentence: Sentence::new(&form.pick, &wrong, None),
            words,
            faults: faults.iter().map(by_word).collect(),
            hidden,
            view: outcome.ok().map(|(asked, run)| view(form, &asked, &run)),
            frame,
            query,
            pick: format!("/?{pick_query}"),
            bed,
            side: form.side,
            sounder: false,
            mends: Vec::new(),
            was,
        }
    }

    /// The same where a sounder is set up.
    #[must_use]
    pub fn with_sounder(self, sounder: bool) -> Self {
        Self { sounder, ..self }
    }

    /// A word by its name, of the cast or of Pick.
    #[must_use]
    pub fn word(&self, key: &str) -> &Control {
        self.words
            .word(key)
            .unwrap_or_else(|| self.sentence.word(key))
    }
}

/// Faults of Pick's words by the contract's field, for the sentence.
#[must_use]
pub fn field_faults(faults: &Faults) -> Vec<yarrowfen_core::FieldError> {
    let one = |f: &(&'static str, String)| {
        let word = crate::ask::WORDS.iter().find(|w| w.key == f.0)?;
        Some(yarrowfen_core::FieldError::new(word.field, f.1.clone()))
    };
    faults.iter().filter_map(one).collect()
}

/// Words of Pick that a sentence does not show, to be sent along.
#[must_use]
pub fn hidden(form: &CastForm, shown: &[&str]) -> Vec<(&'static str, String)> {
    crate::ask::WORDS
        .iter()
        .filter(|w| !shown.contains(&w.key))
        .map(|w| (w.key, form.pick.typed(w.key).to_owned()))
        .filter(|w| !w.1.is_empty())
        .collect()
}

fn percent(share: f64) -> String {
    plain(100.0 * share, 0)
}

fn view(form: &CastForm, asked: &CastAsked, run: &Run) -> CastView {
    let units = form.pick.units;
    let setup = &asked.setup;
    let says = |s: &Sample| words::moment(s, asked, run, units);
    let turned = setup.direction.other();
    CastView {
        plate: plate(setup, run, &says, units),
        figures: figures(asked, run, units),
        sides: run.beside.iter().map(|b| side(form, b)).collect(),
        kinds: SIDES
            .iter()
            .map(|(code, label)| {
                (
                    *label,
                    format!("/cast?{}", form.query_with(&[("side", code)])),
                    form.side == *code,
                )
            })
            .collect(),
        turn: (!setup.below).then(|| {
            (
                format!("{} instead", turned),
                format!("/cast?{}", form.query_with(&[("dir", turned.code())])),
            )
        }),
        facts: words::facts(asked, run, units),
        table: table(asked, run, units),
        head: format!(
            "{} head, {} g with hook and bait; {}",
            asked.rig.label,
            plain(asked.rig.total_g, 1),
            setup.fall
        ),
    }
}

fn side(form: &CastForm, b: &Beside) -> Side {
    let f = &b.cast.figures;
    let landed = f
        .landed
        .map_or_else(|| "never".into(), |t| format!("{} s", plain(t, 0)));
    let lifts = match f.lift_offs.len() {
        0 => "never".to_owned(),
        1 => "once".into(),
        many => format!("{many} times"),
    };
    Side {
        name: b.name.clone(),
        href: (!b.here).then(|| format!("/cast?{}", form.query_with(&[(b.change.0, &b.change.1)]))),
        cells: [
            format!("{} %", percent(f.contact)),
            format!("{} %", percent(f.zone)),
            landed,
            lifts,
        ],
    }
}

fn figures(asked: &CastAsked, run: &Run, units: UnitSystem) -> Vec<Figure> {
    let setup = &asked.setup;
    let f = &run.cast.figures;
    let figure = |number: String, unit: &'static str, says: String| Figure { number, unit, says };
    let other_way = setup.direction.other();
    let landed = match f.landed {
        Some(t) if setup.below => figure(plain(t, 0), "s", "down to the bottom".into()),
        Some(t) => figure(plain(t, 0), "s", "from splash to bottom".into()),
        None if setup.count.is_some() => figure(
            plain(setup.count.unwrap_or_default(), 0),
            "s",
            "counted down, then begun above the bottom".into(),
        ),
        None => figure("never".into(), "", "reaches the bottom".into()),
    };
    let lift = match f.lift_offs.first() {
        Some(l) => figure(
            plain(far(l.out, units).0, 0),
            far(l.out, units).1,
            format!("out it lifts off: {}", l.cause),
        ),
        None if setup.below => figure("none".into(), "", "lifts off unasked".into()),
        None => figure("none".into(), "", lift_free(f)),
    };
    let hop = if f.lift.0 > 0.0 {
        figure(
            plain(far(f.lift.0, units).0, 1),
            far(f.lift.0, units).1,
            format!("highest lift, {} s of fall after it", plain(f.lift.1, 1)),
        )
    } else {
        let says = match run.cast.cut_off {
            Some(_) => "of retrieve, and not home yet",
            None if setup.below => "of it played",
            None => "of retrieve to the rod",
        };
        figure(plain(f.retrieve, 0), "s", says.into())
    };
    // Under the rod there is no other way.
    let other = |share: f64| match setup.below {
        true => String::new(),
        false => format!(" ({other_way} {} %)", percent(share)),
    };
    let turned = &run.other_way.figures;
    let reach = reach(setup.fish_at, setup.keep.depth, units);
    vec![
        figure(
            percent(f.contact),
            "%",
            format!("of the retrieve in contact{}", other(turned.contact)),
        ),
        figure(
            percent(f.zone),
            "%",
            format!("{reach}{}", other(turned.zone)),
        ),
        landed,
        hop,
        lift,
    ]
}

fn lift_free(f: &Figures) -> String {
    if f.landed.is_some() {
        "lifts off unasked: it holds to the rod's foot".into()
    } else {
        "touches nothing it could lift off".into()
    }
}

fn far(m: f64, units: UnitSystem) -> (f64, &'static str) {
    match units {
        UnitSystem::Metric => (m, "m"),
        UnitSystem::Imperial => (m / 0.3048, "ft"),
    }
}

/// At most this many rows.
const MOST_ROWS: usize = 150;

fn table(asked: &CastAsked, run: &Run, units: UnitSystem) -> Vec<[String; 6]> {
    let distance = |m: f64| Dimension::Distance.print(m, units);
    let every = 10 * run.cast.samples.len().div_ceil(10 * MOST_ROWS).max(1);
    let row = |s: &Sample| {
        [
            format!("{} s", plain(s.t, 0)),
            distance(s.at.x.max(0.0)),
            distance(-s.at.z),
            if s.touches {
                "touches".into()
            } else {
                distance(s.height)
            },
            Dimension::Speed.print(s.speed, units),
            words::doing(s, asked, run),
        ]
    };
    run.cast.samples.iter().step_by(every).map(row).collect()
}

/// Codes and words behind the words of the cast that are chosen from.
fn list(key: &str) -> &'static [(&'static str, &'static str)] {
    match key {
        "dir" => Direction::words(),
        "fall" => FallBy::words(),
        "way" => CurrentWay::words(),
        _ => &[],
    }
}

/// Bottoms to choose from.
fn grounds() -> impl Iterator<Item = (&'static str, &'static str)> {
    let flat = std::iter::once((FLAT, "a flat of that depth"));
    let others = GROUNDS.iter().filter(|g| g.code != FLAT);
    flat.chain(others.map(|g| (g.code, g.label)))
}
