//! How long one pick takes, and what it is made of.
#![expect(missing_docs, reason = "criterion's macros make undocumented items")]
#![expect(clippy::unwrap_used, reason = "a benchmark may fail loudly")]

use criterion::{Criterion, criterion_group, criterion_main};
use std::hint::black_box;
use yarrowfen_core::base::codes::Rig;
use yarrowfen_core::base::{Ladder, UnitSystem};
use yarrowfen_core::explore::card::Axis;
use yarrowfen_core::{Engine, Options, PickRequest};

/// The allocator that the program is built with.
#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

const CALM: &str = r#"{"rig":"ned","bait":{"form":"stick","length_mm":70,"plastic":"floating"},"water":{"depth_m":3,"bottom":"gravel","temp_c":12,"wind_mps":2},"season":"pre_spawn","species":"smallmouth"}"#;
const CONFLICT: &str = r#"{"rig":"ned","bait":{"form":"stick","length_mm":50,"plastic":"floating"},"water":{"depth_m":2.6,"bottom":"chunk_rock","cover":"wood","current_mps":0.7},"species":"perch","tackle":{"rod_max_g":7}}"#;

/// One rig, without the other eight beside it.
const ALONE: Options = Options {
    units: UnitSystem::Metric,
    ladder: Ladder::Ounces,
    others: false,
    explain: false,
    own_fall: None,
};

fn picks(c: &mut Criterion) {
    let engine = Engine::new().unwrap();
    for (name, json) in [("calm", CALM), ("conflict", CONFLICT)] {
        let request = PickRequest::from_json(json.as_bytes()).unwrap();
        c.bench_function(&format!("ned pick with reasons, {name}"), |b| {
            b.iter(|| engine.pick(black_box(&request), ALONE));
        });
    }
    for rig in Rig::ALL {
        let mut request = PickRequest::from_json(CALM.as_bytes()).unwrap();
        request.rig = Some(*rig);
        c.bench_function(&format!("one rig with triggers, {}", rig.code()), |b| {
            b.iter(|| engine.pick(black_box(&request), ALONE));
        });
    }
    let mut request = PickRequest::from_json(CALM.as_bytes()).unwrap();
    request.rig = None;
    c.bench_function("all nine ranked, the best answered", |b| {
        b.iter(|| engine.pick(black_box(&request), Options::default()));
    });
    request.water.depth_max_m = Some(6.0);
    request.water.wind_max_mps = Some(6.0);
    c.bench_function("the same over a range of depths and winds", |b| {
        b.iter(|| engine.pick(black_box(&request), Options::default()));
    });
    c.bench_function("a pocket card", |b| {
        b.iter(|| engine.card(black_box(&request), Options::default(), Axis::Wind));
    });
    c.bench_function("reading a request", |b| {
        b.iter(|| PickRequest::from_json(black_box(CALM.as_bytes())))
    });
}

criterion_group!(benches, picks);
criterion_main!(benches);
