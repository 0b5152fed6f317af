//! How long it takes to say what a full box lacks, beside one of some hundred things.
#![expect(missing_docs, reason = "criterion's macros make undocumented items")]
#![expect(clippy::unwrap_used, reason = "a benchmark may fail loudly")]

use criterion::{Criterion, criterion_group, criterion_main};
use std::hint::black_box;
use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::explore::gaps::{MOST_SITUATIONS, Situation};
use yarrowfen_core::own_box::{BoxList, Item, typed_line as quick};
use yarrowfen_core::{Engine, Options, PickRequest};

/// The allocator that the program is built with.
#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

fn questions() -> Vec<PickRequest> {
    let rigs = [
        ("ned", "stick", 70),
        ("shaky_head", "worm", 165),
        ("swing_head", "creature", 102),
        ("tube", "tube", 89),
        ("swimbait", "paddle_tail", 76),
    ];
    let asked = |n: usize| {
        let (rig, form, length_mm) = rigs[n % rigs.len()];
        let depth_m = 1.0 + n as f64 / 12.0;
        let text = format!(
            r#"{{"rig":"{rig}","bait":{{"form":"{form}","length_mm":{length_mm}}},"water":{{"depth_m":{depth_m},"bottom":"gravel","wind_mps":{}}}}}"#,
            n % 7
        );
        PickRequest::from_json(text.as_bytes()).unwrap()
    };
    (0..MOST_SITUATIONS).map(asked).collect()
}

/// Heads with their gaps measured to a tenth of a millimetre: 12,120 can differ.
fn things(count: usize, differing: usize) -> Vec<Item> {
    let shapes = ["mushroom", "ball", "football"];
    let made = |n: usize| {
        let n = n % differing;
        let line = format!("3 {} {}/64 3/0", shapes[n % shapes.len()], 2 + n / 3 % 40);
        let read = quick::understand(&line, BoxList::Head, UnitSystem::Metric);
        let gap = format!("{:.1}", 6.0 + (n / 120 % 101) as f64 / 10.0);
        let mut texts = read.texts.clone();
        texts.insert("gap_mm".into(), gap.into());
        Item::read(read.kind, &texts, UnitSystem::Metric).unwrap()
    };
    (0..count).map(made).collect()
}

fn lacks(c: &mut Criterion) {
    let engine = Engine::new().unwrap();
    let asked = questions();
    let situations: Vec<Situation<'_>> = asked
        .iter()
        .enumerate()
        .map(|(n, request)| Situation {
            name: format!("place {n}"),
            request,
        })
        .collect();
    for (name, count, differing) in [
        ("of some hundred things", 300, 60),
        ("of 50,000, 60 of them different", 50_000, 60),
        ("of 50,000, 12,120 of them different", 50_000, 12_120),
    ] {
        let box_ = things(count, differing);
        let all: Vec<&Item> = box_.iter().collect();
        let gaps = engine.gaps(&situations, &all, Options::default());
        assert_eq!(gaps.situations, MOST_SITUATIONS, "{name}");
        c.bench_function(&format!("what a box lacks {name}"), |b| {
            b.iter(|| engine.gaps(black_box(&situations), &all, Options::default()));
        });
    }
}

criterion_group!(benches, lacks);
criterion_main!(benches);
