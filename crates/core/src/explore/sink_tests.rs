//! What an angler's own water says: sink tests, and the drag that they show.

use crate::base::codes::FallBy;
use crate::base::maths;
use crate::cast::Lure;
use crate::choose::own_drag::OwnFall;
use crate::physics::least_squares::{LeastSquares, NoFit, fit};

/// How well a thumb presses a stopwatch at splash and at bottom, s, until one's
/// own tests say (from memory: about 0.2 s at either end).
pub const PRESS_S: f64 = 0.3;
/// How well the drag must be known before it counts, as a share of it.
pub const WANTED: f64 = 0.1;
/// Residuals beyond this many standard deviations stand out.
const OUTLIER: f64 = 2.5;
/// Drag factors outside these are no water's doing.
pub const FACTORS: (f64, f64) = (0.25, 4.0);
/// Fewest tests that can show a spread.
const FEWEST: usize = 3;

/// One press at splash and one at bottom.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct SinkTest {
    /// Depth, m.
    pub depth: f64,
    /// Seconds from splash to bottom.
    pub seconds: f64,
    /// How the line was held.
    pub fall: FallBy,
    /// The rig as the book has it, at the head's weight of this test.
    pub lure: Lure,
}

impl SinkTest {
    /// Seconds that the book has for it with the drag of head and bait times a
    /// factor: the closed fall with the line drawn in ([`crate::physics::sink`]).
    #[must_use]
    pub fn expected(&self, factor: f64) -> f64 {
        let posture = self.lure.postures.falling(self.fall);
        let time = self.lure.fall_time(self.depth, posture, factor);
        time.unwrap_or(f64::INFINITY)
    }
}

/// What to count down, and how sure it is, s.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Countdown {
    /// Seconds to the bottom; none where it floats.
    pub seconds: Option<f64>,
    /// Soonest and latest: two standard errors of one's own record, else the
    /// spread of the book's posture between two anglers' baits.
    pub band: (f64, f64),
}

impl Countdown {
    /// Of a fall over `depth` m, by one's own record where there is one. `spread`
    /// is that of the tables, as factors on the posture.
    #[must_use]
    pub fn of(
        lure: &Lure,
        fall: FallBy,
        depth: f64,
        own: Option<OwnFall>,
        spread: (f64, f64),
    ) -> Self {
        let posture = lure.postures.falling(fall);
        let time = |posture: f64, factor: f64| {
            lure.fall_time(depth, posture, factor)
                .unwrap_or(f64::INFINITY)
        };
        let factor = own.map_or(1.0, |o| o.factor);
        Self {
            seconds: lure.fall_time(depth, posture, factor),
            band: match own {
                Some(o) => (
                    time(posture, factor - 2.0 * o.error),
                    time(posture, factor + 2.0 * o.error),
                ),
                None => (time(spread.0 * posture, 1.0), time(spread.1 * posture, 1.0)),
            },
        }
    }
}

/// What the tests of a bait and head come to.
#[derive(Debug, Clone, PartialEq)]
pub struct Fitted {
    /// The drag factor, once it is known well enough to count.
    pub own: Option<OwnFall>,
    /// The factor as far as it is known; none with too few tests.
    pub so_far: Option<OwnFall>,
    /// Standard deviation of the residuals, s.
    pub spread: f64,
    /// For each test: seconds expected by the fit (else by the book), and
    /// whether it stands out.
    pub tests: Vec<(f64, bool)>,
    /// What is still missing before it counts.
    pub missing: Option<Missing>,
}

/// What is still missing.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Missing {
    /// So many more tests, over water at least so deep, m.
    Tests {
        /// How many.
        more: usize,
        /// Depth at which that many are enough.
        depth: f64,
    },
    /// They contradict each other: the least squares find nothing within reason.
    Sense,
}

/// How many tests over a depth determine the drag to [`WANTED`], with presses
/// off by `spread` s: the time goes with the square root of the drag, so a
/// share e of the time is 2 e of the drag, and n tests bring it down by √n.
#[must_use]
pub fn needed(seconds_at_depth: f64, spread: f64) -> usize {
    let one = 2.0 * spread / seconds_at_depth.max(0.1);
    (maths::square(one / WANTED).ceil().max(0.0) as usize).max(FEWEST)
}

/// Fits the drag of a bait and head to tests that are not struck.
#[must_use]
pub fn fitted(tests: &[SinkTest]) -> Fitted {
    let points: Vec<(SinkTest, f64)> = tests.iter().map(|t| (*t, t.seconds)).collect();
    let found = fit(&points, [1.0], |[k]: &[f64; 1], t: &SinkTest| {
        t.expected(*k)
    });
    let within = |k: f64| (FACTORS.0..=FACTORS.1).contains(&k);
    let sound = found.as_ref().ok().filter(|f| within(f.found[0]));
    let spread = sound.map_or(PRESS_S, |f| {
        if f.spread.is_finite() {
            f.spread
        } else {
            PRESS_S
        }
    });
    // Few tests that agree by chance are not surer than a thumb is.
    let sure = spread.max(PRESS_S / 2.0);
    let so_far = sound.map(|f| OwnFall {
        factor: f.found[0],
        error: if f.spread > 0.0 && f.errors[0].is_finite() {
            f.errors[0] * sure / f.spread
        } else {
            2.0 * sure * f.found[0] / tests[0].seconds.max(0.1)
        },
        tests: tests.len(),
    });
    let own = so_far.filter(|o| o.tests >= FEWEST && o.error <= WANTED * o.factor);
    let at = so_far.map_or(1.0, |o| o.factor);
    let expected = tests.iter().map(|t| t.expected(at));
    Fitted {
        own,
        so_far,
        spread,
        tests: expected.zip(standing_out(tests, at)).collect(),
        missing: if own.is_some() {
            None
        } else {
            missing(tests, so_far, &found, sure)
        },
    }
}

/// Which tests lie far off what the others say without them: for each, the fit is carried to where
/// it would be without it by one step of Gauss and Newton, so that many tests cost no more than each
/// by itself. Published: Belsley, Kuh and Welsch, *Regression Diagnostics* (1980), chapter 2, for the
/// linear fit, where that step is exact.
fn standing_out(tests: &[SinkTest], factor: f64) -> Vec<bool> {
    let h = 1e-6 * factor;
    let at = |t: &SinkTest| {
        let slope = (t.expected(factor + h) - t.expected(factor - h)) / (2.0 * h);
        (slope, t.seconds - t.expected(factor))
    };
    let each: Vec<(f64, f64)> = tests.iter().map(at).collect();
    let sum = |of: fn(&(f64, f64)) -> f64| each.iter().map(of).sum::<f64>();
    let (slopes, pull, squares) = (
        sum(|(j, _)| j * j),
        sum(|(j, r)| j * r),
        sum(|(_, r)| r * r),
    );
    let spare = tests.len().saturating_sub(2).max(1) as f64;
    let far = |(t, (j, r)): (&SinkTest, &(f64, f64))| {
        let (slopes, pull) = (slopes - j * j, pull - j * r);
        if tests.len() <= FEWEST || slopes <= 0.0 {
            return false;
        }
        let step = pull / slopes;
        let left = squares - r * r - step * (2.0 * pull - step * slopes);
        let spread = (left.max(0.0) / spare).sqrt();
        let off = t.seconds - t.expected(factor + step);
        off.abs() > OUTLIER * spread.max(PRESS_S)
    };
    tests.iter().zip(&each).map(far).collect()
}

fn missing(
    tests: &[SinkTest],
    so_far: Option<OwnFall>,
    found: &Result<LeastSquares<1>, NoFit>,
    spread: f64,
) -> Option<Missing> {
    if so_far.is_none() && tests.len() >= FEWEST && found.is_ok() {
        return Some(Missing::Sense);
    }
    let deepest = tests.iter().max_by(|a, b| a.depth.total_cmp(&b.depth));
    let (depth, seconds) = deepest.map_or((3.0, 8.0), |t| (t.depth, t.seconds));
    let more = needed(seconds, spread).saturating_sub(tests.len()).max(1);
    Some(Missing::Tests { more, depth })
}
