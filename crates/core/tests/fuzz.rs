//! Random valid questions: no panic, no number that is none, no code outside
//! the contract. YARROWFEN_FUZZ=1000000 with --release is the long run.
#![expect(clippy::unwrap_used, reason = "a test may fail loudly")]

mod common;

use common::{ENGINE, request};
use proptest::strategy::{Strategy, ValueTree};
use proptest::test_runner::{Config, RngAlgorithm, TestRng, TestRunner};
use yarrowfen_core::base::codes::Rig;
use yarrowfen_core::question::PickRequest;
use yarrowfen_core::{Answer, Options};

/// Questions in the short run.
const SHORT: u64 = 1500;

fn finite(a: &Answer) -> bool {
    let w = &a.weight.window;
    let numbers = [
        a.weight.oz,
        a.weight.g,
        a.weight.total_g,
        w.lower_oz,
        w.upper_oz,
        w.lower_g,
        w.upper_g,
        a.hook.gap_mm,
        a.hook.length_mm,
        a.hook.exit_mm,
        a.hook.wire_mm,
        a.head.length_mm,
        a.head.height_mm,
        a.sink.speed_mps,
        a.sink.time_s,
        a.sink.band_mps.0,
        a.sink.band_mps.1,
        a.sink.slack_mps,
        a.sink.target_mps,
        a.sink.submerged_n,
    ];
    let rungs = a.rungs.iter().all(|r| {
        r.speed_mps.is_finite()
            && r.time_s.is_none_or(f64::is_finite)
            && r.depth_by_second.iter().all(|z| z.is_finite())
    });
    let triggers = [&a.step_up, &a.step_down]
        .into_iter()
        .flatten()
        .flat_map(|s| &s.triggers)
        .all(|t| t.value.is_finite());
    rungs
        && triggers
        && numbers.iter().all(|n| n.is_finite())
        && a.rigs.iter().all(|r| r.score.is_finite())
        && a.materials.iter().all(|m| m.speed_mps.is_finite())
}

/// Every text that the contract lists is one of its codes: the rest are types.
fn in_contract(a: &Answer) -> bool {
    const OUTSIDE: &[&str] = &[
        "drop_shot",
        "wacky",
        "weightless_worm",
        "linked_ball_offset",
    ];
    let switches = a
        .switches
        .iter()
        .all(|s| OUTSIDE.contains(&&*s.to) || Rig::from_code(&s.to).is_some());
    let baits = a
        .bait_switches
        .iter()
        .all(|s| yarrowfen_core::base::codes::BaitForm::from_code(&s.to).is_some());
    switches && baits && a.rigs.len() == Rig::ALL.len() && a.runners_up.len() == Rig::ALL.len() - 1
}

fn run(seed: u8, questions: u64) {
    let rng = TestRng::from_seed(RngAlgorithm::ChaCha, &[seed; 32]);
    let mut runner = TestRunner::new_with_rng(Config::default(), rng);
    let strategy = request();
    for i in 0..questions {
        let mut r: PickRequest = strategy.new_tree(&mut runner).unwrap().current();
        match i % 4 {
            0 => r.rig = None,
            1 => {
                r.water.depth_max_m = Some(r.water.depth_m * 1.7);
                r.water.wind_max_mps = (i % 8 == 1).then_some(r.water.wind_mps + 3.0);
            }
            _ => {}
        }
        let a = ENGINE.pick(&r, Options::default());
        assert!(finite(&a), "{r:?}");
        assert!(in_contract(&a), "{r:?}");
    }
}

#[test]
fn no_question_makes_a_panic_or_a_number_that_is_none() {
    let asked = std::env::var("YARROWFEN_FUZZ").ok();
    let questions = asked.and_then(|n| n.parse().ok()).unwrap_or(SHORT);
    std::thread::scope(|s| {
        for seed in [1, 2] {
            s.spawn(move || run(seed, questions / 2));
        }
    });
}
