//! A slow, plain second computation, from the tables and docs/model.md alone,
//! by other means than the engine's: each need is asked of one head after
//! another and its end found by halving, falls are added up slice by slice,
//! the line's pull by the moments of its pieces, hooks by trying all.
#![allow(
    clippy::unwrap_used,
    clippy::indexing_slicing,
    clippy::panic,
    clippy::disallowed_methods,
    missing_docs,
    reason = "a test; its own functions of mathematics are the standard library's"
)]

mod book;
#[path = "../common/mod.rs"]
mod common;
mod course;
mod needs;
mod question;
mod water;

use std::sync::LazyLock;

use book::Book;
use book::num;
use needs::Weighed;
use proptest::prelude::*;
use question::{Asked, Now};
use yarrowfen_core::Answer;

static BOOK: LazyLock<Book> = LazyLock::new(Book::open);

fn near(ours: f64, theirs: f64, share: f64, rounding: f64) -> bool {
    (ours - theirs).abs() <= share * ours.abs() + rounding
}

/// Three Gauss points against four thousand pieces: what that may differ, at most where a
/// line hangs tens of metres down.
const SLACK: f64 = 0.015;

fn same_window(asked: &Asked<'_>, weighed: &Weighed<'_>, a: &Answer) -> Result<(), TestCaseError> {
    let (window, ours) = (&a.weight.window, weighed.window());
    // Beyond the heaviest head that either looks at, nothing is compared.
    let beyond = |x: f64| x > 0.9 * needs::MOST;
    // Where it is the flow on a long line that lifts a bait held up, three points follow it less
    // well.
    let held_up = window.lower_by.code() == "holds_depth" || window.upper_by.code() == "kept_up";
    let bowed = held_up && (weighed.reach() > 15.0 || asked.q.water.current_mps > 0.1);
    // What three points miss goes by the drag of the line, not by the head: of the lightest heads it
    // is some hundredths of a gram more.
    let (slack, rounding) = if bowed { (0.06, 0.06) } else { (SLACK, 0.011) };
    let lower = ours.lower.iter().map(|l| l.0).fold(0.0, f64::max);
    let upper = ours.upper.iter().map(|u| u.0).fold(f64::INFINITY, f64::min);
    prop_assert!(
        beyond(lower) || near(lower, window.lower_g, slack, rounding),
        "lower {lower} {:?} / {window:?}",
        ours.lower
    );
    prop_assert!(
        beyond(upper) || near(upper, window.upper_g, slack, rounding),
        "upper {upper} {:?} / {window:?}",
        ours.upper
    );
    // The need that is named is one that binds.
    let by = |code: &str, all: &[(f64, &str)]| all.iter().find(|n| n.1 == code).map(|n| n.0);
    let named = by(window.lower_by.code(), &ours.lower).unwrap();
    prop_assert!(
        beyond(lower) || near(lower, named, slack, rounding),
        "{:?} / {window:?}",
        ours.lower
    );
    let named = by(window.upper_by.code(), &ours.upper).unwrap();
    prop_assert!(
        beyond(upper) || near(upper, named, slack, rounding),
        "{:?} / {window:?}",
        ours.upper
    );
    prop_assert_eq!(a.head.shape.code(), asked.shapes(&asked.now())[0]);
    let turns = Turns::new(weighed, 1.0);
    same_rung(a, &turns, (2.0 * slack, rounding))
}

/// The masses, g, at which the rung that is tied on turns: the ends of the window and the
/// wanted mass as far as masses can be told apart, the ends within the tolerance of each need, and
/// what a rod throws at most.
struct Turns {
    lower: f64,
    upper: f64,
    target: f64,
    passes: (f64, f64),
    rod: f64,
}

impl Turns {
    /// For a window whose ends are so many times as heavy.
    fn new(weighed: &Weighed<'_>, by: f64) -> Self {
        let (window, lobbed, other) = (&weighed.window(), weighed.lobbed(), weighed.beside());
        let tolerance = BOOK.conditions("tolerance");
        let alike = 1.0 + num(tolerance, "alike");
        let of = |side: &str, need: &str| 1.0 + num(&tolerance[side], need);
        // What flies and what hangs on the rod is the whole; a rod may be too weak for the bait alone.
        let beside = |need: &str| match need {
            "castable" => other,
            _ => 0.0,
        };
        let least_of =
            |(g, need): &(f64, &str)| (g + beside(need)) / of("lower", need) - beside(need);
        let rod = (lobbed + other) / 1.333;
        let most_of = |(g, need): &(f64, &str)| match *need {
            "rod_max" => rod * of("upper", need) - other,
            _ => g * of("upper", need),
        };
        let greatest = |all: &mut dyn Iterator<Item = f64>| all.fold(0.0, f64::max);
        let least = |all: &mut dyn Iterator<Item = f64>| all.fold(f64::INFINITY, f64::min);
        let (lower, upper) = (&window.lower, &window.upper);
        let everyday = upper.iter().find(|u| u.1 == "everyday").unwrap().0;
        Self {
            lower: by * greatest(&mut lower.iter().map(|l| l.0)) / alike,
            upper: by * least(&mut upper.iter().map(|u| u.0)) * alike,
            target: by * window.near_target / alike,
            passes: (
                by * greatest(&mut lower.iter().map(least_of)),
                by * least(&mut upper.iter().map(most_of)),
            ),
            rod: lobbed.min(everyday) * alike,
        }
    }

    fn all(&self) -> [f64; 6] {
        let (least, most) = self.passes;
        [self.lower, self.upper, self.target, least, most, self.rod]
    }

    /// By how many tolerances a weight misses the bound that it misses by more.
    fn misses(&self, g: f64) -> f64 {
        let alike = 1.0 + num(BOOK.conditions("tolerance"), "alike");
        let (lower, upper) = (self.lower * alike, self.upper / alike);
        let short = (lower - g) / (lower - self.passes.0).max(1e-6);
        let over = (g - upper) / (self.passes.1 - upper).max(1e-6);
        short.max(over)
    }

    /// Whether two weights beside each other miss by all but the same.
    fn undecided(&self, rungs: &[f64]) -> bool {
        let alike = |pair: &[f64]| (self.misses(pair[0]) - self.misses(pair[1])).abs() < 0.15;
        rungs.windows(2).any(alike)
    }

    /// The rung tied on, and whether there is one that does everything.
    fn tied_on(&self, rungs: &[f64]) -> (f64, bool) {
        let last = rungs[rungs.len() - 1];
        let from = |g: f64| rungs.iter().copied().find(|r| *r >= g).unwrap_or(last);
        let between = |(least, most): (f64, f64)| -> Vec<f64> {
            let inside = |r: &f64| least <= *r && *r <= most;
            rungs.iter().copied().filter(inside).collect()
        };
        let (inside, passing) = (between((self.lower, self.upper)), between(self.passes));
        match (inside.last(), passing.last()) {
            (Some(heaviest), _) => (from(self.target).max(inside[0]).min(*heaviest), true),
            (None, Some(_)) => {
                let misses = |g: &f64| self.misses(*g);
                let by_miss = |a: &f64, b: &f64| misses(a).total_cmp(&misses(b));
                (passing.iter().copied().min_by(by_miss).unwrap(), true)
            }
            (None, None) => {
                let most = rungs.iter().copied().rfind(|r| *r <= self.rod);
                (from(self.passes.0).min(most.unwrap_or(rungs[0])), false)
            }
        }
    }
}

/// The rung, where none of the numbers that it turns on lies within the slack
/// of a rung.
fn same_rung(
    a: &Answer,
    turns: &Turns,
    (slack, rounding): (f64, f64),
) -> Result<(), TestCaseError> {
    let rungs: Vec<f64> = a.rungs.iter().map(|r| r.oz * 28.349_523_125).collect();
    let on_edge = |x: f64| rungs.iter().any(|r| near(*r, x, slack, rounding));
    if turns.all().into_iter().any(on_edge) || turns.undecided(&rungs) {
        return Ok(());
    }
    let (wanted, served) = turns.tied_on(&rungs);
    prop_assert!(
        near(wanted, a.weight.g, 0.001, 0.006),
        "{wanted} g / {:?}",
        a.weight
    );
    prop_assert_eq!(a.weight.conflict.is_none(), served);
    Ok(())
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(200))]

    #[test]
    fn windows_rungs_falls_and_totals_agree(q in common::request()) {
        let a = common::pick(&q);
        let asked = Asked::new(&BOOK, &q);
        let hook = asked.hook();
        prop_assert_eq!(&*a.hook.size, hook.size);
        prop_assert!(near(hook.gap, a.hook.gap_mm, 0.0, 0.051) && near(hook.length, a.hook.length_mm, 0.0, 0.051));
        prop_assert_eq!(a.hook.point.code(), asked.point());
        let now = asked.now();
        prop_assert_eq!(a.school.code(), asked.school(&now));
        let weighed = Weighed::new(&asked, &hook, now);
        prop_assert!(near(weighed.target(), a.sink.target_mps, 0.0, 0.006));
        same_window(&asked, &weighed, &a)?;

        let g = a.weight.oz * 28.349_523_125;
        // What is said of the fall is said with the hook that is tied on.
        let weighed = weighed.behind(asked.hook_kg(&hook, g));
        let body = weighed.tied(g);
        let seconds = body.seconds(now.depth, weighed.posture());
        prop_assert!(near(body.weight_n(), a.sink.submerged_n, 0.001, 0.0002), "{} / {:?}", body.weight_n(), a.sink);
        // What all but floats falls by the difference of two numbers.
        if seconds.is_finite() && body.weight_n() > 0.002 {
            prop_assert!(near(seconds, a.sink.time_s, 0.001, 0.02), "{seconds} s / {:?}", a.sink);
            prop_assert!(near(now.depth / seconds, a.sink.speed_mps, 0.001, 0.0051));
        } else if seconds.is_infinite() {
            prop_assert!(a.sink.time_s == 0.0 && a.sink.speed_mps == 0.0);
        }
        let total = g + 1000.0 * (asked.hook_kg(&hook, g) + body.bait_m3 * body.plastic);
        prop_assert!(near(total, a.weight.total_g, 0.0, 0.06), "{total} g / {}", a.weight.total_g);
    }
}

/// A condition that a trigger names, turned.
fn turned(now: &Now, field: &str, value: f64) -> Now {
    let mut c = *now;
    *match field {
        "water.depth_m" => &mut c.depth,
        "water.wind_mps" => &mut c.wind,
        "water.current_mps" => &mut c.current,
        "water.drift_mps" => &mut c.drift,
        "retrieve_mps" => &mut c.retrieve,
        "water.temp_c" => &mut c.temp,
        other => panic!("a trigger that the oracle does not know: {other}"),
    } = value;
    c
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(60))]

    /// On the near side of a trigger no other rung is tied on yet, on the far side a
    /// heavier one is, or a lighter.
    #[test]
    fn triggers_turn_where_they_say(q in common::request()) {
        let a = common::pick(&q);
        let asked = Asked::new(&BOOK, &q);
        let (hook, now) = (asked.hook(), asked.now());
        let rungs: Vec<f64> = a.rungs.iter().map(|r| r.oz * 28.349_523_125).collect();
        let tied = a.weight.oz * 28.349_523_125;
        // Heavier, for whatever the ends of the window differ by between the two.
        let moved = |field: &str, value: f64, up: bool, sure: f64| {
            let weighed = Weighed::new(&asked, &hook, turned(&now, field, value));
            let by = if up { 1.0 + sure } else { 1.0 - sure };
            let (g, _) = Turns::new(&weighed, by).tied_on(&rungs);
            if up { g > 1.001 * tied } else { g < 0.999 * tied }
        };
        let held_up = asked.lower_needs(asked.school(&now)).contains(&"holds_depth");
        for (step, up) in [(&a.step_up, true), (&a.step_down, false)] {
            let Some(step) = step else { continue };
            for t in &step.triggers {
                // Three points follow a long line in a flow less well than four thousand.
                let deep = q.water.depth_m.max(if t.field == "water.depth_m" { t.value } else { 0.0 });
                let flows = q.water.current_mps > 0.1 || t.field == "water.current_mps";
                if held_up && (deep > 15.0 || flows) {
                    continue;
                }
                // A degree turns a swum weight by a hundredth only.
                let flat = if t.field == "water.temp_c" { 1.2 } else { 0.0 };
                let aside = 0.05 + 0.02 * t.value.abs() + flat;
                let (before, after) = if t.above { (t.value - aside, t.value + aside) } else { (t.value + aside, t.value - aside) };
                prop_assert!(moved(&t.field, after, up, SLACK), "{} {t:?}: after", step.label);
                prop_assert!(before < 0.0 || !moved(&t.field, before, up, -SLACK), "{} {t:?}: before", step.label);
            }
        }
    }
}
