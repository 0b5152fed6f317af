//! How long a complaint takes.
#![expect(missing_docs, reason = "criterion's macros make undocumented items")]
#![expect(clippy::unwrap_used, reason = "a benchmark may fail loudly")]

use criterion::{Criterion, criterion_group, criterion_main};
use std::hint::black_box;
use yarrowfen_core::question::MendRequest;
use yarrowfen_core::{Engine, Options};

/// The allocator that the program is built with.
#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

fn complaints(c: &mut Criterion) {
    let engine = Engine::new().unwrap();
    let file: serde_json::Value =
        serde_json::from_str(include_str!("../tests/mend_situations.json")).unwrap();
    let all: Vec<MendRequest> = file["situations"]
        .as_array()
        .unwrap()
        .iter()
        .map(|s| MendRequest::from_json(s["given"].to_string().as_bytes()).unwrap())
        .collect();
    c.bench_function("every situation, one after the other", |b| {
        b.iter(|| {
            for asked in &all {
                black_box(engine.mend(black_box(asked), Options::default()));
            }
        });
    });
    let slowest = all.iter().max_by_key(|asked| {
        let start = std::time::Instant::now();
        for _ in 0..20 {
            black_box(engine.mend(asked, Options::default()));
        }
        start.elapsed()
    });
    let slowest = slowest.unwrap();
    c.bench_function(
        &format!("the dearest of them, {}", slowest.symptom.code()),
        |b| {
            b.iter(|| engine.mend(black_box(slowest), Options::default()));
        },
    );
}

criterion_group!(benches, complaints);
criterion_main!(benches);
