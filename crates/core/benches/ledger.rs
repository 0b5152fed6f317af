//! How long a look at a log takes, and what of it is putting it in order: a log of a hundred
//! thousand events, and one of a million.
#![allow(clippy::unwrap_used, missing_docs, reason = "a benchmark")]

use std::hint::black_box;

use criterion::{Criterion, criterion_group, criterion_main};
use time::macros::date;
use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::base::codes::{BaitForm, Bottom, Outcome, Phase, Rig, Shape, Species};
use yarrowfen_core::day::{Bite, Event, EventId, Log, Stop, Tied, What, WrittenAt, spans};
use yarrowfen_core::explore::ledger::{Asked, Counted, Factor, review};

const DAY: i64 = 86_400_000;
const MINUTE: i64 = 60_000;

/// Days of a hundred events: four stops, six weights turn about, and what comes of them.
fn log(events: usize) -> Vec<Event> {
    let mut all = Vec::with_capacity(events);
    let mut state = 7_u64;
    let mut dice = move |n: u64| {
        state = state
            .wrapping_mul(6_364_136_223_846_793_005)
            .wrapping_add(1);
        (state >> 33) % n
    };
    for n in 0..events {
        let day = i64::try_from(n / 100).unwrap();
        let place = n % 100;
        let what = match place {
            p if p % 25 == 0 => What::Stop(Stop {
                place: format!("Water {}", dice(12)),
                water: None,
                depth_m: 1.0 + 0.5 * f64::from(u32::try_from(dice(16)).unwrap()),
                bottom: Bottom::ALL[usize::try_from(dice(6)).unwrap()],
                wind_mps: f64::from(u32::try_from(dice(9)).unwrap()),
                current_mps: 0.0,
                temp_c: None,
                species: Species::Smallmouth,
            }),
            p if p % 6 == 1 => {
                let step = u32::try_from(dice(6)).unwrap();
                What::TiedOn(Tied {
                    rod: 1,
                    rig: Rig::Ned,
                    shape: Shape::Mushroom,
                    g: 1.0 + f64::from(step),
                    label: format!("{} g", step + 1),
                    form: BaitForm::Stick,
                    length_mm: 70.0,
                    hook: String::new(),
                    thing: None,
                    why: None,
                    question: String::new(),
                })
            }
            99 => What::Ended,
            _ => match dice(5) {
                0 => What::HungUp,
                1 => What::HeadGone { thing: None },
                _ => What::Bite(Bite {
                    outcome: Outcome::ALL[usize::try_from(dice(3)).unwrap()],
                    phase: Some(Phase::ALL[usize::try_from(dice(7)).unwrap()]),
                }),
            },
        };
        all.push(Event {
            id: EventId(n as u128 + 1),
            written: WrittenAt {
                at: 946_684_800_000 + day * DAY + i64::try_from(place).unwrap() * 5 * MINUTE,
                day: date!(2000 - 01 - 01) + time::Duration::days(day),
                offset: 0,
                device: EventId(1),
                seq: u32::try_from(n).unwrap(),
            },
            what,
        });
    }
    all
}

fn look(c: &mut Criterion) {
    let asked = Asked {
        days: (None, None),
        place: None,
        species: None,
        depth: None,
        counted: Counted::Bites,
        by: Factor::Weight,
        units: UnitSystem::Metric,
    };
    for events in [100_000, 1_000_000] {
        let all = log(events);
        let mut group = c.benchmark_group(format!("{events} events"));
        group.sample_size(10);
        group.bench_function("put in order", |b| b.iter(|| black_box(Log::of(&all))));
        let log = Log::of(&all);
        group.bench_function("spans", |b| b.iter(|| black_box(spans(&log))));
        let spans = spans(&log);
        group.bench_function("review", |b| b.iter(|| black_box(review(&spans, &asked))));
        group.finish();
    }
}

criterion_group!(benches, look);
criterion_main!(benches);
