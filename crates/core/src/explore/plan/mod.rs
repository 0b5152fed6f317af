//! A day that is planned: which stops when, what on which rod, what to pack.
//!
//! A stop is looked at in pieces of time, and at some depths where it has a range of them. For
//! each part of the work ([`DayPart`]) and each rig that does it there, every head is kept that
//! serves (`cells`). Where no head of some part serves all depths, the stop is fished in bands;
//! where none serves all hours, what is on the rods may change (`slots`). Which heads go on
//! which rods is then [`rods`](super::rods), and what that takes is packed (`pack`).

mod cells;
mod choose;
mod pack;
mod slots;
mod steps;
mod taking;
mod turns;

use crate::answer::Text;
use crate::base::codes::{DayPart, HookStyle, Rig, Shape};
use crate::choose::{Chooser, Options};
use crate::day::Hourly;
use crate::explore::gap_tasks::{NeedsCrossed, Owned};
use crate::explore::ledger::Lost;
use crate::own_box::Item;
use crate::physics::sun::Position;
use crate::question::{Bait, PickRequest};

pub use pack::{Pack, Packed, PackedBait, PackedHook, losses_an_hour};
pub use steps::{StepPlanned, TiePlanned};
pub use taking::InBox;

/// Most stops of a day.
pub const MOST_STOPS: usize = 6;
/// Most rods that are carried.
pub const MOST_CARRIED: u8 = 6;
/// Shortest stay, minutes.
pub const LEAST_STAY: u16 = 10;

/// A stop that is planned.
#[derive(Debug, Clone, PartialEq)]
pub struct StopAsked {
    /// What the angler calls it.
    pub name: String,
    /// Its water and fish; bait and rig where he named them.
    pub request: PickRequest,
    /// How long, minutes; none shares what the others leave.
    pub minutes: Option<u16>,
    /// The way to it from the stop before, minutes; none is as the day has it.
    pub way_min: Option<u16>,
    /// Where it is on the earth, for the hours of light.
    pub at: Option<Position>,
}

/// What a day is planned from.
#[derive(Debug, Clone, PartialEq)]
pub struct PlanAsked {
    /// From when to when, minutes of the day.
    pub hours: (u16, u16),
    /// Rods carried; 1 to [`MOST_CARRIED`].
    pub rods: u8,
    /// The stops in their order; 1 to [`MOST_STOPS`].
    pub stops: Vec<StopAsked>,
    /// The day's wind, m/s; where nothing is known, each stop's own.
    pub wind: Hourly,
    /// The water's temperature, °C; as `wind`.
    pub temp: Hourly,
    /// From one stop to the next, minutes, where a stop says no other.
    pub move_min: u16,
    /// Two things to be fished turn about at every stop, in place of what suits each.
    pub turns: Option<(Tieable, Tieable)>,
}

impl PlanAsked {
    /// The wind at a stop at a minute of the day, m/s: the day's, else the stop's own.
    #[must_use]
    pub fn wind_at(&self, stop: usize, minute: f64) -> f64 {
        let own = self.stops[stop].request.water.middle_wind_mps();
        self.wind.at(minute).unwrap_or(own)
    }
}

/// What the angler has.
#[derive(Debug, Clone, Copy, Default)]
pub struct PlanHeld<'h> {
    /// The things of his box that are at hand; none where he has no box.
    pub things: Option<&'h [&'h Item]>,
    /// Heads that he lost, by bottom.
    pub lost: &'h [Lost],
}

/// Why a day cannot be planned.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum PlanFault {
    /// It ends before it began.
    NoTime,
    /// There is no stop, or too many.
    Stops,
    /// No rod, or too many.
    Rods,
    /// The stops leave no time for one of them, by its place.
    TooLong(usize),
}

/// Something that can be tied on: a head with its bait.
#[derive(Debug, Clone, PartialEq)]
pub struct Tieable {
    /// The rig.
    pub rig: Rig,
    /// The head's shape.
    pub shape: Shape,
    /// Its weight as sold.
    pub label: Text,
    /// The same, g.
    pub g: f64,
    /// The bait.
    pub bait: Bait,
    /// Its hook.
    pub hook: (String, HookStyle),
    /// The part of the work that it does.
    pub part: DayPart,
}

/// What is wanted of a slot for one part of the work.
#[derive(Debug, Clone, PartialEq)]
pub struct PartPlanned {
    /// The part.
    pub part: DayPart,
    /// What serves it, among [`Plan::rigs`]; none leaves it unserved.
    pub by: Option<usize>,
    /// What that is a compromise between, where at some depth or hour of the slot no weight does
    /// everything.
    pub compromise: Option<Compromise>,
}

/// A weight that is fished although no weight does everything.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Compromise {
    /// The needs that cross; none where no head is sold between two that do not.
    pub between: Option<NeedsCrossed>,
}

/// A stretch of the day in which nothing is retied: at one stop, over one band of its depths.
#[derive(Debug, Clone, PartialEq)]
pub struct SlotPlanned {
    /// The stop, by its place.
    pub stop: usize,
    /// From when to when, minutes of the day.
    pub minutes: (u16, u16),
    /// Depths, m.
    pub depths: (f64, f64),
    /// Winds, m/s.
    pub winds: (f64, f64),
    /// Each part of the work, in the order over a spot.
    pub parts: Vec<PartPlanned>,
}

/// Something on a rod for a while.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct OnRod {
    /// What, among [`Plan::rigs`].
    pub rig: usize,
    /// The first and the last slot over which it hangs there and is fished.
    pub slots: (usize, usize),
    /// Whether it is tied on the water, else at home.
    pub retied: bool,
}

/// A planned day.
#[derive(Debug, Clone, PartialEq)]
pub struct Plan {
    /// When each stop is fished, minutes of the day.
    pub stops: Vec<(u16, u16)>,
    /// The slots, in their order.
    pub slots: Vec<SlotPlanned>,
    /// What is tied on over the day.
    pub rigs: Vec<Tieable>,
    /// What hangs on each rod, in the order in which it does; rods in the order over a spot.
    pub rods: Vec<Vec<OnRod>>,
    /// Minutes of work that nothing serves, of how many.
    pub unserved: (f64, f64),
    /// Whether no choice of rods is better; else it was found one situation after the other.
    pub exact: bool,
    /// What to pack.
    pub pack: Pack,
}

impl Plan {
    /// How often something is retied on the water.
    #[must_use]
    pub fn retyings(&self) -> usize {
        self.rods.iter().flatten().filter(|o| o.retied).count()
    }
}

/// Plans a day.
///
/// # Errors
/// When there is no time, no stop or no rod.
pub fn plan(
    chooser: &Chooser,
    asked: &PlanAsked,
    held: PlanHeld<'_>,
    options: Options,
) -> Result<Plan, PlanFault> {
    let stops = times(asked)?;
    if let Some(pair) = &asked.turns {
        let turn_min = chooser.tables.days.usual.turn_min;
        let chosen = turns::turn_about(asked, &stops, pair, turn_min);
        return Ok(planned((chooser, options), (asked, stops), chosen, held));
    }
    let things = held.things.unwrap_or_default().iter().copied();
    let at_hand: Vec<&Item> = things.filter(|i| i.count > 0).collect();
    let owned = held.things.map(|_| Owned::of(&chooser.tables, &at_hand));
    let looks: Vec<cells::StopLook<'_>> = (0..asked.stops.len())
        .map(|at| {
            let stop = cells::Staying {
                asked,
                stop: at,
                hours: stops[at],
            };
            cells::StopLook::new(chooser, stop, (held, owned.as_ref()), options)
        })
        .collect();
    let slots: Vec<slots::Open> = looks
        .iter()
        .zip(&stops)
        .enumerate()
        .flat_map(|(at, (look, hours))| slots::slots(look, at, *hours))
        .collect();
    let chosen = choose::choose(
        &looks,
        &slots,
        (usize::from(asked.rods), chooser.tables.days.serve.retie_min),
    );
    Ok(planned((chooser, options), (asked, stops), chosen, held))
}

fn planned(
    (chooser, options): (&Chooser, Options),
    (asked, stops): (&PlanAsked, Vec<(u16, u16)>),
    chosen: choose::Chosen,
    held: PlanHeld<'_>,
) -> Plan {
    Plan {
        pack: pack::pack(chooser, asked, &chosen, held, options),
        stops,
        slots: chosen.slots,
        rigs: chosen.rigs,
        rods: chosen.rods,
        unserved: chosen.unserved,
        exact: chosen.exact,
    }
}

/// When each stop is fished: those that were given minutes keep them, the others share what is
/// left of the day's hours after the ways between.
///
/// # Errors
/// When there is no time for a stop, no stop or no rod.
pub fn times(asked: &PlanAsked) -> Result<Vec<(u16, u16)>, PlanFault> {
    let (from, to) = asked.hours;
    if asked.rods == 0 || asked.rods > MOST_CARRIED {
        return Err(PlanFault::Rods);
    }
    let count = asked.stops.len();
    if count == 0 || count > MOST_STOPS {
        return Err(PlanFault::Stops);
    }
    let all = to.checked_sub(from).ok_or(PlanFault::NoTime)?;
    // There is no way to the first.
    let way = |at: usize| match at {
        0 => 0,
        at => asked.stops[at].way_min.unwrap_or(asked.move_min),
    };
    let ways = (0..count).map(way).fold(0, u16::saturating_add);
    let given: u16 = asked
        .stops
        .iter()
        .filter_map(|s| s.minutes)
        .fold(0, u16::saturating_add);
    let left = i32::from(all) - i32::from(ways) - i32::from(given);
    let open = asked.stops.iter().filter(|s| s.minutes.is_none()).count();
    let last = || PlanFault::TooLong(count - 1);
    let left = u16::try_from(left).map_err(|_| {
        if count == 1 {
            PlanFault::NoTime
        } else {
            last()
        }
    })?;
    let open = u16::try_from(open).unwrap_or(1).max(1);
    // Whole minutes, of which none is lost: the first have what does not share evenly.
    let (share, mut odd) = (left / open, left % open);
    let mut at = from;
    let mut times = Vec::with_capacity(count);
    for (place, stop) in asked.stops.iter().enumerate() {
        let stay = stop.minutes.unwrap_or_else(|| {
            let one = u16::from(odd > 0);
            odd -= one;
            share + one
        });
        if stay < LEAST_STAY {
            return Err(PlanFault::TooLong(place));
        }
        at += way(place);
        times.push((at, at + stay));
        at += stay;
    }
    Ok(times)
}
