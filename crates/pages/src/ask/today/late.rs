//! A line that is written down late: at its own time, on the day to which it belongs.

use time::Date;
use yarrowfen_core::base::codes::Outcome;
use yarrowfen_core::day::{
    Bite, DayState, Event, Log, What, WrittenAt, checked, day_at, read_day, read_time, show_time,
};

use super::{Day, Fault, Sent, fault};

const MINUTE: i64 = 60_000;
const DAY: i64 = 24 * 60 * MINUTE;

/// The event of a late line.
///
/// # Errors
/// Every fault by its field: a time that cannot be read or was not fished, or nothing that can be
/// written late.
pub(super) fn event(sent: &Sent<'_>, day: &Day<'_>) -> Result<Event, Fault> {
    let now = day.stamp;
    let today = day_at(day.log, now.at, now.offset);
    let date = read_day(sent.field("day")).or(today);
    let time = read_time(sent.field("time"));
    let time = time.ok_or_else(|| fault("time", "say when it was, such as 7:30"))?;
    let of_day = day.log.of_day(date);
    let latest = (date == today).then_some(now.at);
    let at = at_minute(&of_day, time, latest).ok_or_else(|| not_fished(&of_day, time))?;
    let before = of_day.standing().filter(|e| e.written.at <= at);
    let before = Log::of(before);
    let state = DayState::of(&before);
    if state.paused.is_some() || state.ended.is_some() {
        let at = show_time(time);
        return Err(fault(
            "time",
            &format!("nobody fished at {at}: it was a pause"),
        ));
    }
    let Some(tied) = state.tied().filter(|_| state.stop.is_some()) else {
        return Err(not_fished(&of_day, time));
    };
    let what = match sent.field("what") {
        "hung" => What::HungUp,
        "gone" => What::HeadGone {
            thing: tied.tied.thing,
        },
        code => Outcome::from_code(code)
            .map(|outcome| {
                let phase = None;
                What::Bite(Bite { outcome, phase })
            })
            .ok_or_else(|| fault("what", "say what came: a fish, a bite, a snag"))?,
    };
    let last = before.standing().next_back();
    checked(Event {
        id: now.id,
        written: WrittenAt {
            at,
            day: date.unwrap_or(Date::MIN),
            offset: last.map_or(now.offset, |e| e.written.offset),
            device: now.device,
            seq: now.seq,
        },
        what,
    })
}

/// The lines of a day that were written while it was lived: what answers one may be written later.
fn lived<'e>(of_day: &Log<'e>) -> impl DoubleEndedIterator<Item = &'e Event> {
    of_day.standing().filter(|e| e.what.answered().is_none())
}

/// When a time of day was on a day that was fished, ms: not before its first line, and not after
/// its last one or `latest`. A day may go on past its midnight.
fn at_minute(of_day: &Log<'_>, time: u16, latest: Option<i64>) -> Option<i64> {
    let first = lived(of_day).next()?;
    let last = lived(of_day).next_back()?.written.at;
    let end = latest.unwrap_or(last).max(last);
    let midnight = first.written.day.midnight().assume_utc().unix_timestamp() * 1000;
    let clock = midnight - i64::from(first.written.offset) * MINUTE;
    let of_minute = |days: i64| {
        let at = clock + days * DAY + i64::from(time) * MINUTE;
        let fished = first.written.at < at + MINUTE && at <= end;
        fished.then_some(at.max(first.written.at + 1))
    };
    of_minute(0).or_else(|| of_minute(1))
}

fn not_fished(of_day: &Log<'_>, time: u16) -> Fault {
    let at = show_time(time);
    let clock = |event: Option<&Event>| {
        let local = event?.written.local()?;
        Some(format!("{}:{:02}", local.hour(), local.minute()))
    };
    let mut all = lived(of_day);
    let first = clock(all.next());
    let last = clock(all.next_back()).or_else(|| first.clone());
    let message = match first.zip(last) {
        Some((first, last)) => {
            format!("nothing was fished at {at}: that day was written down from {first} to {last}")
        }
        None => format!("nothing was fished at {at}"),
    };
    fault("time", &message)
}
