//! The statistics of a log against scipy and statsmodels (`reference/make_statistics_reference.py`),
//! against published examples, and against simulated seasons of which the truth is known.
#![expect(clippy::unwrap_used, reason = "a test may fail loudly")]
#![expect(
    clippy::cast_precision_loss,
    clippy::cast_possible_truncation,
    clippy::cast_sign_loss,
    reason = "counts of a test"
)]

use serde_json::Value;
use yarrowfen_core::base::maths;
use yarrowfen_core::statistics::many::adjusted;
use yarrowfen_core::statistics::pairs::{Pair, compared};
use yarrowfen_core::statistics::power::{Sought, hours_to_tell, power};
use yarrowfen_core::statistics::rates::Count;
use yarrowfen_core::statistics::shrink::{Waters, common};
use yarrowfen_core::statistics::special::{
    beta_i, beta_quantile, gamma_p, gamma_quantile, normal, normal_quantile,
};

fn reference() -> Value {
    serde_json::from_str(include_str!("reference/statistics.json")).unwrap()
}

fn numbers(row: &Value) -> Vec<f64> {
    let all = row.as_array().unwrap().iter();
    all.map(|v| v.as_f64().unwrap_or(f64::INFINITY)).collect()
}

fn near(ours: f64, theirs: f64, within: f64, what: &Value) {
    let same = ours == theirs || (ours - theirs).abs() <= within * theirs.abs().max(1e-3);
    assert!(same, "{ours} {theirs} {what}");
}

#[test]
fn the_functions_are_those_of_scipy() {
    let all = reference();
    let rows = |name: &str| all[name].as_array().unwrap().clone();
    for row in rows("gamma_p") {
        let v = numbers(&row);
        near(gamma_p(v[0], v[1]), v[2], 1e-11, &row);
    }
    for row in rows("beta_i") {
        let v = numbers(&row);
        near(beta_i(v[0], v[1], v[2]), v[3], 1e-10, &row);
    }
    for row in rows("gamma_quantile") {
        let v = numbers(&row);
        near(gamma_quantile(v[0], v[1]), v[2], 1e-9, &row);
    }
    for row in rows("beta_quantile") {
        let v = numbers(&row);
        near(beta_quantile(v[0], v[1], v[2]), v[3], 1e-9, &row);
    }
    // Published in every table of the normal distribution.
    assert!((normal(1.959_963_984_540_054) - 0.975).abs() < 1e-12);
    assert!((normal_quantile(0.95) - 1.644_853_626_951_472).abs() < 1e-9);
}

#[test]
fn an_interval_of_a_rate_is_garwoods() {
    for row in reference()["garwood"].as_array().unwrap() {
        let v = numbers(row);
        let count = Count {
            n: v[0] as u32,
            hours: v[1],
        };
        let span = count.interval(v[2]);
        near(span.least, v[3], 1e-9, row);
        near(span.most, v[4], 1e-9, row);
    }
    // Published: Garwood's table, 10 events at 0.95.
    let span = Count { n: 10, hours: 1.0 }.interval(0.95);
    assert!(
        (span.least - 4.795).abs() < 5e-4 && (span.most - 18.390).abs() < 5e-4,
        "{span:?}"
    );
}

#[test]
fn two_ways_are_compared_as_the_exact_conditional_test_does() {
    let all = reference();
    // The first is of two groups of patients, published: J. D. Boice and R. R. Monson, Journal of the
    // National Cancer Institute 59 (1977) 823: 41 in 28,010 years against 15 in 19,017.
    for row in all["one_stop"].as_array().unwrap() {
        let v = numbers(row);
        let pair = Pair {
            one: Count {
                n: v[0] as u32,
                hours: v[1],
            },
            other: Count {
                n: v[2] as u32,
                hours: v[3],
            },
        };
        let told = compared(&[pair], 0.9);
        near(told.p, v[4], 1e-9, row);
        near(told.interval.least, v[5], 1e-6, row);
        near(told.interval.most, v[6], 1e-6, row);
        assert!(
            told.ratio.is_some_and(|r| told.interval.holds(r)),
            "{told:?}"
        );
    }
    let stops = &all["stops"];
    let pair = |row: &Value| {
        let v = numbers(row);
        Pair {
            one: Count {
                n: v[0] as u32,
                hours: v[1],
            },
            other: Count {
                n: v[2] as u32,
                hours: v[3],
            },
        }
    };
    let pairs: Vec<Pair> = stops["stops"]
        .as_array()
        .unwrap()
        .iter()
        .map(pair)
        .collect();
    let told = compared(&pairs, 0.9);
    near(told.p, stops["p"].as_f64().unwrap(), 1e-9, stops);
    near(
        told.interval.least,
        stops["least"].as_f64().unwrap(),
        1e-6,
        stops,
    );
    near(
        told.interval.most,
        stops["most"].as_f64().unwrap(),
        1e-6,
        stops,
    );
    assert_eq!(told.stops, 4);
    let nothing = compared(&[], 0.9);
    assert_eq!((nothing.ratio, nothing.stops), (None, 0));
    assert!((nothing.p - 1.0).abs() < 1e-12 && nothing.interval.most.is_infinite());
}

#[test]
fn many_at_once_are_corrected_as_statsmodels_does() {
    for row in reference()["many"].as_array().unwrap() {
        let (given, want) = (numbers(&row[0]), numbers(&row[1]));
        for (ours, theirs) in adjusted(&given).into_iter().zip(want) {
            near(ours, theirs, 1e-12, row);
        }
    }
    // Published: of Benjamini and Hochberg's fifteen, four stand at 0.05.
    let published = numbers(&reference()["many"][0][0]);
    let stand = adjusted(&published).into_iter().filter(|p| *p <= 0.05);
    assert_eq!(stand.count(), 4);
    assert!(adjusted(&[]).is_empty());
}

#[test]
fn waters_are_drawn_together_as_the_ten_pumps_are() {
    let pumps = &reference()["pumps"];
    let counts: Vec<Count> = pumps["counts"]
        .as_array()
        .unwrap()
        .iter()
        .map(|row| {
            let v = numbers(row);
            Count {
                n: v[0] as u32,
                hours: v[1],
            }
        })
        .collect();
    let found = common(&counts).unwrap();
    near(found.shape, pumps["shape"].as_f64().unwrap(), 1e-4, pumps);
    near(found.hours, pumps["hours"].as_f64().unwrap(), 1e-4, pumps);
    for (count, row) in counts.iter().zip(pumps["rates"].as_array().unwrap()) {
        let v = numbers(row);
        let span = found.interval(*count, 0.9);
        near(found.rate(*count), v[0], 1e-4, row);
        near(span.least, v[1], 1e-4, row);
        near(span.most, v[2], 1e-4, row);
    }
    // Two bites in half an hour do not stand over forty in twenty hours.
    let busy = [(2, 0.5), (40, 20.0), (18, 12.0), (9, 8.0), (30, 22.0)];
    let busy: Vec<Count> = busy
        .iter()
        .map(|(n, hours)| Count {
            n: *n,
            hours: *hours,
        })
        .collect();
    let (all, told) = (common(&busy).unwrap(), Waters::of(&busy).unwrap());
    assert!(busy[0].rate() > 1.9 * busy[1].rate());
    assert!(all.rate(busy[0]) < 1.1 * all.rate(busy[1]));
    assert!(told.rate(busy[0]) < 1.25 * told.rate(busy[1]));
    let (short, long) = (told.interval(busy[0], 0.9), told.interval(busy[1], 0.9));
    assert!(short.most - short.least > long.most - long.least);
    assert_eq!(common(&busy[..1]), None);
    assert_eq!(
        common(&[Count { n: 0, hours: 3.0 }, Count { n: 0, hours: 4.0 }]),
        None
    );
}

#[test]
fn the_hours_that_would_tell_have_the_power_that_is_said() {
    for row in reference()["power"].as_array().unwrap() {
        let v = numbers(row);
        let sought = Sought {
            rate: v[0],
            ratio: v[1],
            alpha: v[2],
        };
        near(power(&sought, v[3]), v[4], 1e-9, row);
        let hours = hours_to_tell(&sought, 0.8).unwrap();
        assert!((power(&sought, hours) - 0.8).abs() < 0.03, "{row}: {hours}");
    }
    let never = Sought {
        rate: 0.01,
        ratio: 1.05,
        alpha: 0.1,
    };
    assert_eq!(hours_to_tell(&never, 0.8), None);
}

/// SplitMix64 (published: Steele, Lea, Flood 2014), and a Poisson count by Knuth's product.
struct Dice(u64);

impl Dice {
    fn share(&mut self) -> f64 {
        self.0 = self.0.wrapping_add(0x9e37_79b9_7f4a_7c15);
        let mut z = self.0;
        z = (z ^ (z >> 30)).wrapping_mul(0xbf58_476d_1ce4_e5b9);
        z = (z ^ (z >> 27)).wrapping_mul(0x94d0_49bb_1331_11eb);
        ((z ^ (z >> 31)) >> 11) as f64 / (1_u64 << 53) as f64
    }
    fn between(&mut self, a: f64, b: f64) -> f64 {
        a + (b - a) * self.share()
    }
    fn count(&mut self, rate: f64, hours: f64) -> Count {
        let (floor, mut product, mut n) = (maths::exp(-rate * hours), self.share(), 0);
        while product > floor {
            product *= self.share();
            n += 1;
        }
        Count { n, hours }
    }
    /// A gamma value of a whole shape: the sum of so many exponentials.
    fn gamma(&mut self, shape: u32, rate: f64) -> f64 {
        (0..shape)
            .map(|_| -maths::ln(self.share().max(1e-300)))
            .sum::<f64>()
            / rate
    }
}

const SEASONS: usize = 2000;

#[test]
fn intervals_hold_the_truth_as_often_as_they_say() {
    let mut dice = Dice(11);
    let (mut held, mut drawn, mut all) = (0, 0, 0);
    for _ in 0..SEASONS {
        // Six weights over a season: rates alike within reason, hours from some to many.
        let truth: Vec<f64> = (0..6).map(|_| dice.gamma(4, 4.0 / 0.9)).collect();
        let counts: Vec<Count> = truth
            .iter()
            .map(|rate| {
                let hours = dice.between(15.0, 60.0);
                dice.count(*rate, hours)
            })
            .collect();
        let together = Waters::of(&counts);
        for (count, rate) in counts.iter().zip(&truth) {
            all += 1;
            held += usize::from(count.interval(0.9).holds(*rate));
            drawn += usize::from(
                together
                    .as_ref()
                    .is_some_and(|c| c.interval(*count, 0.9).holds(*rate)),
            );
        }
    }
    for (what, held) in [("exact", held), ("drawn together", drawn)] {
        let share = held as f64 / all as f64;
        assert!((0.88..=0.93).contains(&share), "{what}: {share}");
    }
}

/// A pair fished turn about on some stops of their own rates.
fn paired(dice: &mut Dice, ratio: f64, hours: f64) -> Vec<Pair> {
    let stops = 6;
    let each = hours / f64::from(stops);
    (0..stops)
        .map(|_| {
            let rate = dice.between(0.3, 0.9);
            Pair {
                one: dice.count(ratio * rate, each),
                other: dice.count(rate, each),
            }
        })
        .collect()
}

#[test]
fn where_nothing_is_true_little_is_claimed() {
    let mut dice = Dice(23);
    let mut claimed = 0;
    for _ in 0..SEASONS {
        let chances: Vec<f64> = (0..5)
            .map(|_| compared(&paired(&mut dice, 1.0, 20.0), 0.9).p)
            .collect();
        claimed += usize::from(adjusted(&chances).iter().any(|p| *p <= 0.1));
    }
    let share = claimed as f64 / SEASONS as f64;
    assert!(share <= 0.1, "{share}");
}

#[test]
fn a_doubling_is_found_within_the_hours_that_were_said() {
    // Rates of 0.3 to 0.9 an hour: 0.6 on the mean.
    let sought = Sought {
        rate: 0.6,
        ratio: 2.0,
        alpha: 0.1,
    };
    let hours = hours_to_tell(&sought, 0.8).unwrap();
    let mut dice = Dice(37);
    let found = (0..SEASONS).filter(|_| {
        let told = compared(&paired(&mut dice, 2.0, hours), 0.9);
        told.p <= 0.1 && told.ratio.is_some_and(|r| r > 1.0)
    });
    let share = found.count() as f64 / SEASONS as f64;
    assert!(
        (0.72..=0.88).contains(&share),
        "{share} within {hours} hours"
    );
}

/// Where so many came that totals are no longer folded, the interval is that of Clopper and
/// Pearson (published, *Biometrika* 26 (1934) 404) turned into a ratio: stops with the same
/// hours are one binomial.
#[test]
fn hundreds_of_bites_are_compared_as_exactly_as_a_few() {
    for (of_one, hours) in [
        (170, (1.0, 1.0)),
        (60, (1.0, 4.0)),
        (900, (2.0, 1.0)),
        (12, (0.5, 8.0)),
    ] {
        let stops = 40;
        let all = 360 + of_one;
        let pair = |at: u32| {
            let share = |n: u32| n / stops + u32::from(at < n % stops);
            Pair {
                one: Count {
                    n: share(of_one),
                    hours: hours.0,
                },
                other: Count {
                    n: share(all - of_one),
                    hours: hours.1,
                },
            }
        };
        let pairs: Vec<Pair> = (0..stops).map(pair).collect();
        let told = compared(&pairs, 0.9);
        let (k, n) = (f64::from(of_one), f64::from(all));
        let ratio = |p: f64| p / (1.0 - p) * hours.1 / hours.0;
        let exact = (
            ratio(beta_quantile(0.05, k, n - k + 1.0)),
            ratio(beta_quantile(0.95, k + 1.0, n - k)),
        );
        let close = |ours: f64, theirs: f64| (ours / theirs - 1.0).abs() < 0.01;
        assert!(close(told.interval.least, exact.0), "{told:?} {exact:?}");
        assert!(close(told.interval.most, exact.1), "{told:?} {exact:?}");
        // The chance is twice the smaller tail of the binomial, within three thousandths.
        let alike = hours.0 / (hours.0 + hours.1);
        let under = 1.0 - beta_i(k + 1.0, n - k, alike);
        let over = beta_i(k, n - k + 1.0, alike);
        assert!(
            (told.p - (2.0 * under.min(over)).min(1.0)).abs() < 3e-3,
            "{told:?}"
        );
    }
}
