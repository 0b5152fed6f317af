//! A season of the invented angler, made from a seed: the same at every start.
//!
//! What is true of it is said here and nowhere else, so that a test can ask whether the
//! review finds it: the lighter football brings more than the heavier one, heads are lost in
//! broken brick, two of five waters are better; and what of the rest is luck, since it is
//! drawn alike: the wind, the mushroom's weights, ball or football.

use time::{Date, Duration, Month, OffsetDateTime, Time};
use yarrowfen_core::base::codes::{
    BaitForm, Bottom, Outcome, Phase, Rig, Shape, Species, Throat, TieWhy,
};
use yarrowfen_core::day::{Bite, Event, EventId, FishTold, Stop, Tied, What, WrittenAt};

/// The first day, and how many days of the season he fished.
const FIRST: (i32, Month, u8) = (2026, Month::April, 4);
const DAYS: u32 = 26;
/// Ids count up from here.
const FIRST_ID: u128 = 0x7961_7272_6f77_4665_8e00_0000_0001_0000;
/// His time of day is ahead of UTC by so many minutes.
const OFFSET: i16 = 60;
/// Minutes that one head is fished before the other has its turn.
const TURN: i64 = 30;

/// A water of his: name, depth, bottom, fish, bites an hour with what suits it, heads lost an
/// hour.
struct Place {
    name: &'static str,
    depth_m: f64,
    bottom: Bottom,
    species: Species,
    rate: f64,
    lost: f64,
    turns: [Kind; 2],
}

/// Something that he ties on, and how many times the usual bites it brings.
#[derive(Clone, Copy)]
struct Kind {
    rig: Rig,
    shape: Shape,
    label: &'static str,
    g: f64,
    form: BaitForm,
    length_mm: f64,
    hook: &'static str,
    worth: f64,
}

const fn kind(
    (rig, shape): (Rig, Shape),
    (label, g): (&'static str, f64),
    (form, length_mm): (BaitForm, f64),
    (hook, worth): (&'static str, f64),
) -> Kind {
    Kind {
        rig,
        shape,
        label,
        g,
        form,
        length_mm,
        hook,
        worth,
    }
}

const EIGHTH: (&str, f64) = ("1/8 oz", 3.543_69);
const QUARTER: (&str, f64) = ("1/4 oz", 7.087_38);
const THREE_32: (&str, f64) = ("3/32 oz", 2.657_77);
const SIXTEENTH: (&str, f64) = ("1/16 oz", 1.771_85);
const CRAW: (BaitForm, f64) = (BaitForm::Craw, 76.0);
const STICK: (BaitForm, f64) = (BaitForm::Stick, 70.0);
const SHAD: (BaitForm, f64) = (BaitForm::SlimShad, 65.0);

const FOOTBALL: (Rig, Shape) = (Rig::ShakyHead, Shape::Football);
const MUSHROOM: (Rig, Shape) = (Rig::Ned, Shape::Mushroom);
const BALL: (Rig, Shape) = (Rig::Grub, Shape::Ball);

/// The lighter football brings two and a half times what the heavier one does; everything else
/// is worth the same.
const LIGHT: Kind = kind(FOOTBALL, EIGHTH, CRAW, ("2/0", 1.25));
const HEAVY: Kind = kind(FOOTBALL, QUARTER, CRAW, ("2/0", 0.5));

const PLACES: [Place; 4] = [
    Place {
        name: "Brick Pit, north wall",
        depth_m: 5.0,
        bottom: Bottom::ChunkRock,
        species: Species::Smallmouth,
        rate: 1.9,
        lost: 1.3,
        turns: [LIGHT, HEAVY],
    },
    Place {
        name: "Gravel Broad, windward bank",
        depth_m: 3.8,
        bottom: Bottom::Gravel,
        species: Species::Smallmouth,
        rate: 1.7,
        lost: 0.25,
        turns: [HEAVY, LIGHT],
    },
    Place {
        name: "Reed Mere, west bay",
        depth_m: 1.6,
        bottom: Bottom::Silt,
        species: Species::Smallmouth,
        rate: 0.8,
        lost: 0.05,
        turns: [
            kind(MUSHROOM, SIXTEENTH, STICK, ("1", 1.0)),
            kind(MUSHROOM, THREE_32, STICK, ("1", 1.0)),
        ],
    },
    Place {
        name: "Sluice Lode, brick bridge",
        depth_m: 2.6,
        bottom: Bottom::Gravel,
        species: Species::Perch,
        rate: 0.9,
        lost: 0.3,
        turns: [
            kind(BALL, THREE_32, SHAD, ("2", 1.0)),
            kind(BALL, SIXTEENTH, SHAD, ("2", 1.0)),
        ],
    },
];

/// Steele and others' SplitMix64: enough for a demo, and the same wherever it runs (published:
/// G. L. Steele, D. Lea and C. H. Flood, OOPSLA 2014).
struct Dice(u64);

impl Dice {
    fn next(&mut self) -> u64 {
        self.0 = self.0.wrapping_add(0x9e37_79b9_7f4a_7c15);
        let mut z = self.0;
        z = (z ^ (z >> 30)).wrapping_mul(0xbf58_476d_1ce4_e5b9);
        z = (z ^ (z >> 27)).wrapping_mul(0x94d0_49bb_1331_11eb);
        z ^ (z >> 31)
    }

    /// From 0 to under 1.
    fn share(&mut self) -> f64 {
        #[expect(clippy::cast_precision_loss, reason = "53 bits fit")]
        let top = (self.next() >> 11) as f64;
        top / 9_007_199_254_740_992.0
    }

    fn below(&mut self, n: u64) -> u64 {
        self.next() % n
    }

    /// Whether something comes in a minute at so many an hour.
    fn comes(&mut self, rate: f64) -> bool {
        self.share() < rate / 60.0
    }

    fn of<T: Copy>(&mut self, all: &[(T, f64)]) -> Option<T> {
        let mut left = self.share() * all.iter().map(|a| a.1).sum::<f64>();
        for (one, weight) in all {
            left -= weight;
            if left < 0.0 {
                return Some(*one);
            }
        }
        all.last().map(|a| a.0)
    }
}

/// Where in the retrieve bites come: half on the first rest.
const PHASES: [(Phase, f64); 6] = [
    (Phase::Fall, 0.15),
    (Phase::FirstRest, 0.5),
    (Phase::Drag, 0.12),
    (Phase::Hop, 0.08),
    (Phase::Pause, 0.12),
    (Phase::Foot, 0.03),
];
const OUTCOMES: [(Outcome, f64); 3] = [
    (Outcome::Fish, 0.62),
    (Outcome::Missed, 0.28),
    (Outcome::Lost, 0.1),
];

/// The day that is being written.
struct Writing {
    day: Date,
    events: Vec<Event>,
}

impl Writing {
    fn put(&mut self, minute: i64, what: What) -> EventId {
        let n = self.events.len();
        let at = OffsetDateTime::new_utc(self.day, Time::MIDNIGHT) + Duration::minutes(minute);
        let id = EventId(FIRST_ID + n as u128);
        self.events.push(Event {
            id,
            written: WrittenAt {
                at: at.unix_timestamp() * 1000,
                day: self.day,
                offset: OFFSET,
                device: EventId(1),
                seq: u32::try_from(n).unwrap_or(u32::MAX),
            },
            what,
        });
        id
    }
}

/// All that he wrote down.
#[must_use]
pub fn season() -> Vec<Event> {
    let (mut dice, mut to) = (
        Dice(26),
        Writing {
            day: Date::MIN,
            events: Vec::new(),
        },
    );
    let (year, month, day) = FIRST;
    let Ok(first) = Date::from_calendar_date(year, month, day) else {
        return Vec::new();
    };
    for n in 0..DAYS {
        to.day = first.saturating_add(Duration::days(i64::from(n) * 8));
        one_day(n, &mut dice, &mut to);
    }
    to.events
}

fn one_day(n: u32, dice: &mut Dice, to: &mut Writing) {
    // Good days and bad ones, the same for whatever is tied on.
    let mood = dice
        .of(&[(0.25, 0.25), (0.8, 0.35), (1.35, 0.25), (2.1, 0.15)])
        .unwrap_or(1.0);
    let mut minute = 240 + i64::from(n % 3) * 45;
    let first = n as usize % PLACES.len();
    for at in [first, (first + 1) % PLACES.len()] {
        let place = &PLACES[at];
        #[expect(clippy::cast_precision_loss, reason = "0 to 9")]
        let wind = dice.below(10) as f64;
        to.put(minute, What::Stop(stop(place, wind, n)));
        let until = minute + 4 * TURN;
        let mut turn = dice.below(2) as usize;
        while minute < until {
            let kind = &place.turns[turn % 2];
            turn += 1;
            to.put(minute, What::TiedOn(tied(kind, turn == 1)));
            for passed in 1..TURN {
                let rate = place.rate * kind.worth * mood;
                if dice.comes(rate) {
                    bite(minute + passed, n, dice, to);
                }
                if dice.comes(place.lost * 1.6) {
                    to.put(minute + passed, What::HungUp);
                }
                if dice.comes(place.lost) {
                    to.put(minute + passed, What::HeadGone { thing: None });
                }
            }
            minute += TURN;
        }
        // From one stop to the next nobody fishes.
        to.put(minute, What::Ended);
        minute += 25;
    }
}

fn stop(place: &Place, wind_mps: f64, n: u32) -> Stop {
    Stop {
        place: place.name.to_owned(),
        water: None,
        depth_m: place.depth_m,
        bottom: place.bottom,
        wind_mps,
        current_mps: 0.0,
        // Warm in the middle of the season.
        temp_c: Some(9.0 + f64::from(n.min(DAYS - n)) * 0.9),
        species: place.species,
    }
}

fn tied(kind: &Kind, first: bool) -> Tied {
    Tied {
        rod: 1,
        rig: kind.rig,
        shape: kind.shape,
        g: kind.g,
        label: kind.label.to_owned(),
        form: kind.form,
        length_mm: kind.length_mm,
        hook: kind.hook.to_owned(),
        thing: None,
        why: first.then_some(TieWhy::Start),
        question: String::new(),
    }
}

fn bite(minute: i64, n: u32, dice: &mut Dice, to: &mut Writing) {
    let outcome = dice.of(&OUTCOMES).unwrap_or(Outcome::Missed);
    let phase = dice.of(&PHASES);
    let of = to.put(minute, What::Bite(Bite { outcome, phase }));
    if outcome != Outcome::Fish {
        return;
    }
    // Crayfish in spring and summer; small fish from the end of it on.
    let late = n > 18;
    let throats = match late {
        true => [(Throat::SmallFish, 0.7), (Throat::Crayfish, 0.2)],
        false => [(Throat::SmallFish, 0.15), (Throat::Crayfish, 0.7)],
    };
    let throat = (dice.share() < 0.5).then(|| dice.of(&throats)).flatten();
    #[expect(clippy::cast_precision_loss, reason = "whole centimetres")]
    let cm = Some(22.0 + dice.below(24) as f64);
    let told = FishTold {
        of,
        cm,
        species: None,
        throat,
        phase: None,
    };
    to.put(minute, What::Fish(told));
}
