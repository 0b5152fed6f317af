//! How long a line and a cast take, beside a pick in the same run.
#![expect(missing_docs, reason = "criterion's macros make undocumented items")]
#![expect(clippy::unwrap_used, reason = "a benchmark may fail loudly")]

use criterion::{Criterion, criterion_group, criterion_main};
use std::hint::black_box;
use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::base::codes::{CurrentWay, Direction, FishAt};
use yarrowfen_core::cast::{Cast, Profile, Setup};
use yarrowfen_core::physics::line::{DVec2, DVec3, LineBody, Pull, Stream, Thread, steady};
use yarrowfen_core::tables::retrieve as moves;
use yarrowfen_core::{Engine, Options, PickRequest};

#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

fn lines(c: &mut Criterion) {
    let line = LineBody::new(0.19e-3, 970.0);
    let stream = Stream {
        current: DVec2::new(-0.1, 0.2),
        wind: DVec2::new(0.0, 3.0),
        drawn: 0.2,
        ..Stream::still(999.0, 4.0)
    };
    let (lure, tip) = (DVec3::new(0.0, 0.0, -4.0), DVec3::new(15.0, 0.0, 1.0));
    let thread = Thread::new(&line, &stream);
    let first = thread.between(lure, tip, Pull::Total(0.08)).unwrap();
    for (name, pull) in [
        ("total", Pull::Total(0.08)),
        ("level", Pull::Level(0.06)),
        ("length", Pull::Length(first.length)),
    ] {
        c.bench_function(&format!("a line by its {name}"), |b| {
            b.iter(|| thread.between(black_box(lure), tip, pull))
        });
    }
    c.bench_function("its taut surrogate", |b| {
        b.iter(|| steady::lifted(&line, &stream, black_box(lure), tip, 0.06))
    });
}

fn casts(c: &mut Criterion) {
    let engine = Engine::new().unwrap();
    let request = PickRequest::from_json(br#"{"rig":"ned","water":{"depth_m":4}}"#).unwrap();
    let rig = engine.cast_rig(&request, Options::default(), None);
    let setup = Setup {
        lure: rig.lure,
        profile: Profile::new(vec![(0.0, 0.5), (12.0, 3.0), (20.0, 5.0)]).unwrap(),
        direction: Direction::Up,
        cast: 20.0,
        fall: rig.fall,
        count: None,
        rest: 5.0,
        fall_after: rig.fall_after,
        moves: moves::read("drag 60 cm, hop 30 cm, pause 1 s", UnitSystem::Metric).unwrap(),
        retrieve: 0.3,
        current: (0.2, CurrentWay::Across),
        wind: 3.0,
        drift: 0.0,
        rod: 2.2,
        fish_at: FishAt::Bottom,
        stand: rig.stand,
        keep: rig.keep,
        below: false,
    };
    let cast = Cast::of(&setup);
    let long = cast.samples.last().unwrap().t;
    c.bench_function(&format!("a cast of {long:.0} s"), |b| {
        b.iter(|| Cast::of(black_box(&setup)))
    });
    c.bench_function("the pick it comes from", |b| {
        b.iter(|| {
            engine.pick(
                black_box(&request),
                Options {
                    others: false,
                    ..Options::default()
                },
            )
        })
    });
}

criterion_group!(benches, lines, casts);
criterion_main!(benches);
