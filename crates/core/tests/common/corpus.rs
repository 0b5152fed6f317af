//! A seeded set of questions, and what the program says to them. The example
//! `corpus` writes it down at length, the test `frozen` holds a part of it.
#![allow(
    clippy::unwrap_used,
    clippy::cast_precision_loss,
    clippy::cast_possible_truncation,
    reason = "shared by a tool and a test"
)]

use std::fmt::Write as _;

use serde_json::{Map, Value, json};
use yarrowfen_core::base::codes;
use yarrowfen_core::base::codes::{Direction, Rig};
use yarrowfen_core::base::{Ladder, UnitSystem, limits};
use yarrowfen_core::cast::{Cast, grounds::GROUNDS};
use yarrowfen_core::choose::own_drag::OwnFall;
use yarrowfen_core::explore::card::Axis;
use yarrowfen_core::explore::gaps::Situation;
use yarrowfen_core::gear::seat::{self, BenchBait, seat, sits_at, usual_rig};
use yarrowfen_core::own_box::{self, BoxIndex, BoxList as Kind, Item, NamedHook};
use yarrowfen_core::{Engine, Options, PickRequest};

/// SplitMix64 (published: Steele, Lea, Flood 2014): small, seeded, the same everywhere.
struct Dice(u64);

impl Dice {
    fn roll(&mut self) -> u64 {
        self.0 = self.0.wrapping_add(0x9e37_79b9_7f4a_7c15);
        let mut z = self.0;
        z = (z ^ (z >> 30)).wrapping_mul(0xbf58_476d_1ce4_e5b9);
        z = (z ^ (z >> 27)).wrapping_mul(0x94d0_49bb_1331_11eb);
        z ^ (z >> 31)
    }
    fn share(&mut self) -> f64 {
        (self.roll() >> 11) as f64 / (1_u64 << 53) as f64
    }
    fn chance(&mut self, p: f64) -> bool {
        self.share() < p
    }
    fn one<T: Copy>(&mut self, of: &[T]) -> T {
        of[(self.roll() % of.len() as u64) as usize]
    }
    fn between(&mut self, a: f64, b: f64) -> f64 {
        ((a + (b - a) * self.share()) * 1000.0).round() / 1000.0
    }
}

/// Fields with the ranges that anglers meet, and the limits of the contract.
const NUMBERS: &[(&limits::Limit, f64, f64, f64)] = &[
    (&limits::BAIT_LENGTH, 40.0, 180.0, 0.9),
    (&limits::BAIT_BODY, 5.0, 25.0, 0.3),
    (&limits::BAIT_MASS, 2.0, 15.0, 0.1),
    (&limits::DEPTH, 0.5, 12.0, 0.95),
    (&limits::TEMPERATURE, 2.0, 32.0, 0.5),
    (&limits::CURRENT, 0.0, 0.8, 0.3),
    (&limits::WIND, 0.0, 9.0, 0.8),
    (&limits::DRIFT, 0.0, 0.6, 0.25),
    (&limits::CAST, 8.0, 45.0, 0.7),
    (&limits::RETRIEVE, 0.05, 0.9, 0.3),
    (&limits::LINE_MM, 0.08, 0.4, 0.1),
    (&limits::LINE_LB, 4.0, 20.0, 0.15),
    (&limits::LEADER_LB, 4.0, 20.0, 0.15),
    (&limits::ROD_MAX, 5.0, 40.0, 0.2),
];

fn put(all: &mut Map<String, Value>, field: &str, value: Value) {
    match field.split_once('.') {
        Some((group, name)) => {
            let group = all.entry(group).or_insert_with(|| json!({}));
            group.as_object_mut().unwrap().insert(name.into(), value);
        }
        None => {
            all.insert(field.into(), value);
        }
    }
}

macro_rules! coded {
    ($dice:ident, $all:ident, $($field:literal: $ty:ident @ $p:literal),+ $(,)?) => {
        $(if $dice.chance($p) { put(&mut $all, $field, $dice.one(codes::$ty::ALL).code().into()); })+
    };
}

/// A random question: half of them in everyday ranges, the others anywhere.
fn question(dice: &mut Dice) -> Value {
    let mut all = Map::new();
    let wide = dice.chance(0.4);
    for (limit, least, most, p) in NUMBERS {
        if dice.chance(*p) {
            let (a, b) = if wide {
                (limit.least, limit.most)
            } else {
                (*least, *most)
            };
            put(&mut all, limit.field, dice.between(a, b).into());
        }
    }
    coded!(dice, all, "rig": Rig @ 0.8, "bait.form": BaitForm @ 0.9, "bait.plastic": Plastic @ 0.7, "bait.build": Build @ 0.2,
        "water.bottom": Bottom @ 0.9, "water.cover": Cover @ 0.7, "water.clarity": Clarity @ 0.8, "water.light": Light @ 0.5,
        "season": Season @ 0.8, "species": Species @ 0.8, "fish_at": FishAt @ 0.5, "forage": Forage @ 0.4, "mood": Mood @ 0.6,
        "pressure": Pressure @ 0.5, "school": School @ 0.3, "tackle.line_kind": LineKind @ 0.15, "tackle.material": Material @ 0.2,
        "views.stand_up": StandUpView @ 0.1, "views.spring": SpringView @ 0.1, "views.hook_temper": HookTemper @ 0.1,
        "views.main_line": LineView @ 0.1, "views.hook_set": HookSetView @ 0.1, "views.colour": ColourView @ 0.1,
        "views.head_colour": HeadColourView @ 0.1, "views.point": PointView @ 0.1);
    if dice.chance(0.1) {
        put(&mut all, "toothy_fish", true.into());
    }
    if dice.chance(0.15) {
        let from = all
            .get("water")
            .and_then(|w| w.get("depth_m"))
            .and_then(Value::as_f64);
        let top = dice.between(from.unwrap_or(3.0), 60.0_f64.min(from.unwrap_or(3.0) + 8.0));
        put(&mut all, "water.depth_max_m", top.into());
    }
    if dice.chance(0.15) {
        let from = all
            .get("water")
            .and_then(|w| w.get("wind_mps"))
            .and_then(Value::as_f64);
        let top = dice.between(from.unwrap_or(2.0), 25.0_f64.min(from.unwrap_or(2.0) + 6.0));
        put(&mut all, "water.wind_max_mps", top.into());
    }
    Value::Object(all)
}

fn options(dice: &mut Dice, rig: Option<Rig>) -> Options {
    let own = rig.filter(|_| dice.chance(0.15));
    Options {
        units: dice.one(UnitSystem::ALL),
        ladder: dice.one(Ladder::ALL),
        others: dice.chance(0.6),
        explain: dice.chance(0.25),
        own_fall: own.map(|rig| {
            let fall = OwnFall {
                factor: dice.between(0.5, 2.0),
                error: dice.between(0.02, 0.1),
                tests: 5,
            };
            (rig, fall)
        }),
    }
}

fn asked(dice: &mut Dice) -> (Value, PickRequest) {
    loop {
        let json = question(dice);
        if let Ok(request) = PickRequest::from_json(json.to_string().as_bytes()) {
            return (json, request);
        }
    }
}

/// So many random questions and the answers to them.
pub fn picks(engine: &Engine, count: usize) -> impl Iterator<Item = Value> + '_ {
    let mut dice = Dice(20_261_126);
    (0..count).map(move |_| {
        let (json, request) = asked(&mut dice);
        let options = options(&mut dice, request.rig);
        let answer = engine.pick(&request, options);
        json!({ "units": options.units.code(), "question": json, "answer": answer })
    })
}

/// So many casts of random questions: every rig and every ground in turn.
pub fn casts(engine: &Engine, count: usize) -> impl Iterator<Item = Value> + '_ {
    let mut dice = Dice(7);
    (0..count).map(move |i| {
        let (json, mut request) = asked(&mut dice);
        request.rig = Some(Rig::ALL[i % Rig::ALL.len()]);
        let ground = &GROUNDS[i % GROUNDS.len()];
        let direction = dice.one(Direction::ALL);
        let (rig, setup) = engine.cast_over(
            &request,
            Options::default(),
            None,
            (ground.profile(), direction),
        );
        let cast = Cast::of(&setup);
        let moves: Vec<_> = rig
            .moves
            .iter()
            .map(|m| m.words(UnitSystem::Metric))
            .collect();
        let last = cast.samples.last().map(|s| format!("{:?}", s.at));
        json!({ "question": json, "rig": rig.rig.code(), "label": rig.label, "total_g": rig.total_g, "moves": moves,
            "rest": setup.rest, "count": setup.count, "figures": format!("{:?}", cast.figures), "samples": cast.samples.len(), "last": last })
    })
}

/// A random box, as CSV rows of each list.
fn things(dice: &mut Dice) -> Vec<Item> {
    let mut all = Vec::new();
    let weights = [
        "1/32 oz", "1/16 oz", "3/32 oz", "1/8 oz", "3/16 oz", "1/4 oz", "3 g", "5 g", "3/8 oz",
        "1/2 oz",
    ];
    let numbers = ["4", "2", "1", "1/0", "2/0", "3/0", "4/0"];
    for _ in 0..dice.roll() % 24 {
        let mut csv = String::from("shape,weight,material,hook,gap_mm,count\n");
        let gap = if dice.chance(0.3) {
            dice.between(5.0, 18.0).to_string()
        } else {
            String::new()
        };
        writeln!(
            csv,
            "{},{},{},{},{gap},3",
            dice.one(codes::Shape::ALL).code(),
            dice.one(&weights),
            dice.one(&["lead", "lead", "tungsten"]),
            dice.one(&numbers)
        )
        .unwrap();
        all.extend(
            own_box::csv::read(Kind::Head, csv.as_bytes(), |_| {})
                .unwrap()
                .items,
        );
    }
    for _ in 0..dice.roll() % 6 {
        let csv = format!(
            "hook,hook_style,wire,count\n{},{},{},5\n",
            dice.one(&numbers),
            dice.one(codes::HookStyle::ALL).code(),
            dice.one(codes::Wire::ALL).code()
        );
        all.extend(
            own_box::csv::read(Kind::Hook, csv.as_bytes(), |_| {})
                .unwrap()
                .items,
        );
    }
    let rod = format!(
        "least_g,most_g\n{},{}\n",
        1 + dice.roll() % 5,
        8 + dice.roll() % 30
    );
    all.extend(
        own_box::csv::read(Kind::Rod, rod.as_bytes(), |_| {})
            .unwrap()
            .items,
    );
    let line = format!(
        "line,test_lb\n{},{}\n",
        dice.one(codes::LineKind::ALL).code(),
        4 + dice.roll() % 16
    );
    all.extend(
        own_box::csv::read(Kind::Line, line.as_bytes(), |_| {})
            .unwrap()
            .items,
    );
    all
}

/// So many random boxes: what two questions find in them, and what they lack for six.
pub fn boxes(engine: &Engine, count: usize) -> impl Iterator<Item = Value> + '_ {
    let mut dice = Dice(99);
    (0..count).map(move |_| {
        let items = things(&mut dice);
        let things: Vec<&Item> = items.iter().collect();
        let index = BoxIndex::of(&things);
        let all: Vec<_> = (0..6).map(|_| asked(&mut dice)).collect();
        let options = options(&mut dice, None);
        let named = |(i, (_, r)): (usize, &(Value, PickRequest))| {
            let answer = engine.pick(r, options);
            let own = engine.from_box(r, options, answer.rig, (&things, &index));
            (i, own)
        };
        let own: Vec<_> = all.iter().enumerate().take(2).map(named).collect();
        let situations: Vec<_> = all
            .iter()
            .enumerate()
            .map(|(i, (_, request))| Situation {
                name: format!("situation {i}"),
                request,
            })
            .collect();
        let gaps = engine.gaps(&situations, &things, options);
        json!({ "own": own, "gaps": gaps })
    })
}

/// So many hooks laid in so many baits, with the head that is drawn at them.
pub fn benches(engine: &Engine, count: usize) -> impl Iterator<Item = Value> + '_ {
    let mut dice = Dice(41);
    let tables = engine.tables();
    (0..count).map(move |_| {
        let (json, request) = asked(&mut dice);
        let bait = BenchBait::new(&request.bait, None, tables);
        let rig = usual_rig(&request.bait, tables);
        let (style, wire) = (dice.one(codes::HookStyle::ALL), dice.one(codes::Wire::ALL));
        let number = dice.one(&["4", "2", "1", "1/0", "2/0", "3/0", "4/0", "5/0"]);
        let hook = NamedHook::nominal(tables, number, style, wire).unwrap();
        let at = dice.between(-10.0, 20.0);
        let laid = seat(&bait, &hook.measures, style, at);
        let asks = seat::asked(&bait, &request.bait, tables.rig(rig), style, request.species);
        let judged = asks.judge(&hook.measures);
        let (shape, g) = seat::usual_head(tables.rig(rig));
        let size = seat::head_size(tables, dice.one(codes::Shape::ALL), g, dice.one(codes::Material::ALL));
        let outline: Vec<_> = bait.outline().collect();
        json!({ "question": json, "rig": rig.code(), "laid": format!("{laid:?}"), "sits": sits_at(&laid, &judged).code(),
            "judged": format!("{judged:?}"), "head": (shape.code(), size), "outline": outline, "mass": hook.measures.mass().value,
            "usual": engine.usual_hook(&request.bait, rig).0 })
    })
}

/// So many cards, along each axis in turn.
pub fn cards(engine: &Engine, count: usize) -> impl Iterator<Item = Value> + '_ {
    let mut dice = Dice(53);
    (0..count).map(move |i| {
        let (json, request) = asked(&mut dice);
        let options = options(&mut dice, request.rig);
        let card = engine.card(&request, options, Axis::ALL[i % Axis::ALL.len()]);
        json!({ "question": json, "card": format!("{card:?}") })
    })
}
