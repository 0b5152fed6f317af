//! What of an event can be kept.

use super::event::{Event, Rest, Stop, Tied, Tried, What, WrittenAt};
use crate::base::limits::{self, Limit};
use crate::base::text::{Arg, day_sentences as say};
use crate::base::{FieldError, UnitSystem};

/// Longest name of a place or a spot, characters.
pub const MOST_PLACE: usize = 80;
/// Longest note, characters.
pub const MOST_NOTE: usize = 500;
/// Longest rest of a spot, minutes.
pub const MOST_REST_MIN: u16 = 240;
/// Most rods that are told apart.
pub const MOST_ROD: u8 = 9;
/// How long a spot usually rests, minutes: 10 to 20 (common practice, no published source).
pub const USUAL_REST_MIN: u16 = 15;
/// Longest label, hook, question, and words of what was tried, characters.
const MOST_LABEL: usize = 40;
const MOST_QUESTION: usize = 4000;
const MOST_SAID: usize = 600;
const MOST_CODES: usize = 400;
/// Earliest time that is believed, 2000-01-01, and latest, 2100-01-01, ms.
const TIMES: std::ops::Range<i64> = 946_684_800_000..4_102_444_800_000;
/// Most that a day is away from the date of its own clock, days: past midnight, and a
/// clock set to another zone.
const MOST_DAYS_APART: i64 = 2;
/// Most that a time of day is ahead of UTC, or behind it, minutes.
pub const MOST_OFFSET: i16 = 14 * 60;

/// Faults that are being found.
struct Faults(Vec<FieldError>);

impl Faults {
    fn of(&mut self, wrong: bool, field: &str, message: impl FnOnce() -> String) {
        if wrong {
            self.0.push(FieldError::new(field, message()));
        }
    }

    fn number(&mut self, limit: &Limit, field: &str, value: f64) {
        if let Err(message) = limit.check(value, UnitSystem::Metric) {
            self.0.push(FieldError::new(field, message));
        }
    }

    /// A text of `least` to `most` characters; only notes have more than one line.
    fn text(&mut self, field: &str, text: &str, (least, most): (usize, usize), lines: bool) {
        let odd = |c: char| c.is_control() && !(lines && matches!(c, '\n' | '\r' | '\t'));
        let long = text.chars().count();
        self.of(text.chars().any(odd), field, || {
            say::fault_odd_characters().into()
        });
        self.of(long > most, field, || {
            say::fault_too_long(whole(long), whole(most)).into()
        });
        self.of(text.trim().chars().count() < least, field, || {
            say::fault_blank().into()
        });
    }
}

fn whole(number: impl TryInto<u32>) -> Arg {
    Arg::Number(f64::from(number.try_into().unwrap_or(u32::MAX)), 0)
}

/// The event, if all of it can be kept.
///
/// # Errors
/// Every fault by its field.
pub fn checked(event: Event) -> Result<Event, Vec<FieldError>> {
    let mut faults = Faults(Vec::new());
    written(&event.written, &mut faults);
    match &event.what {
        What::Stop(stop) => of_stop(stop, &mut faults),
        What::TiedOn(tied) => of_tied(tied, &mut faults),
        What::InHand { rod } => of_rod(*rod, &mut faults),
        What::Fish(told) => {
            if let Some(cm) = told.cm {
                faults.number(&limits::FISH_LENGTH, "cm", cm);
            }
            own_id(&event, told.of, &mut faults);
        }
        What::Note { text } => faults.text("text", text, (1, MOST_NOTE), true),
        What::Rest(rest) => of_rest(rest, &mut faults),
        What::Tried(tried) => of_tried(tried, &mut faults),
        What::Undone { of } | What::WentBack { of } => own_id(&event, *of, &mut faults),
        What::Bite(_) | What::HungUp | What::HeadGone { .. } | What::Paused | What::Ended => {}
    }
    if faults.0.is_empty() {
        Ok(event)
    } else {
        Err(faults.0)
    }
}

fn written(at: &WrittenAt, faults: &mut Faults) {
    faults.of(!TIMES.contains(&at.at), "at", || {
        say::fault_no_such_time().into()
    });
    let offset = at.offset.unsigned_abs() > MOST_OFFSET.unsigned_abs();
    faults.of(offset, "offset", || say::fault_no_such_offset().into());
    if let Some(local) = at.local() {
        let apart = (local.date() - at.day).whole_days().abs();
        faults.of(apart > MOST_DAYS_APART, "day", || {
            say::fault_day_and_time().into()
        });
    }
}

fn own_id(event: &Event, of: super::EventId, faults: &mut Faults) {
    faults.of(of == event.id, "of", || say::fault_of_itself().into());
}

fn of_rod(rod: u8, faults: &mut Faults) {
    faults.of(!(1..=MOST_ROD).contains(&rod), "rod", || {
        say::fault_rod(whole(MOST_ROD)).into()
    });
}

fn of_stop(stop: &Stop, faults: &mut Faults) {
    faults.text("place", &stop.place, (1, MOST_PLACE), false);
    faults.number(&limits::DEPTH, "depth_m", stop.depth_m);
    faults.number(&limits::WIND, "wind_mps", stop.wind_mps);
    faults.number(&limits::CURRENT, "current_mps", stop.current_mps);
    if let Some(temp) = stop.temp_c {
        faults.number(&limits::TEMPERATURE, "temp_c", temp);
    }
}

fn of_tied(tied: &Tied, faults: &mut Faults) {
    of_rod(tied.rod, faults);
    faults.number(&limits::HEAD_G, "g", tied.g);
    faults.number(&limits::BAIT_LENGTH, "length_mm", tied.length_mm);
    faults.text("label", &tied.label, (1, MOST_LABEL), false);
    faults.text("hook", &tied.hook, (0, MOST_LABEL), false);
    faults.text("question", &tied.question, (0, MOST_QUESTION), false);
}

fn of_rest(rest: &Rest, faults: &mut Faults) {
    faults.text("spot", &rest.spot, (1, MOST_PLACE), false);
    let wrong = !(1..=MOST_REST_MIN).contains(&rest.minutes);
    faults.of(wrong, "minutes", || {
        say::fault_rest(whole(MOST_REST_MIN)).into()
    });
}

fn of_tried(tried: &Tried, faults: &mut Faults) {
    faults.text("tried", &tried.tried, (3, MOST_CODES), false);
    faults.text("said", &tried.said, (1, MOST_SAID), false);
    faults.text("query", &tried.query, (0, MOST_QUESTION), false);
}
