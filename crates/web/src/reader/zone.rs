//! The time zone of a browser, told by cookies that its pages set.

use actix_web::HttpRequest;
use jiff::civil;
use jiff::tz::{Offset, TimeZone};
use time::{Date, Month};
use yarrowfen_core::day::MOST_OFFSET;

/// The cookie with the zone's name in the IANA database.
const ZONE_COOKIE: &str = "yarrowfen_zone";
/// The cookie with what the clock is ahead of UTC now, minutes: for browsers that tell no name.
const OFFSET_COOKIE: &str = "yarrowfen_offset";

/// A time zone, with its summer time.
#[derive(Debug, Clone, PartialEq)]
pub struct Zone(TimeZone);

impl Zone {
    /// The zone of a name in the IANA database.
    #[must_use]
    pub fn named(name: &str) -> Option<Self> {
        let is_name = |c: char| c.is_ascii_alphanumeric() || "/_+-".contains(c);
        let sound = name.len() <= 64 && name.chars().all(is_name);
        let zone = sound.then(|| TimeZone::get(name).ok()).flatten()?;
        Some(Self(zone))
    }

    /// A zone that is always so many minutes ahead of UTC.
    #[must_use]
    pub fn fixed(minutes: i16) -> Option<Self> {
        if minutes.abs() > MOST_OFFSET {
            return None;
        }
        let offset = Offset::from_seconds(i32::from(minutes) * 60).ok()?;
        Some(Self(offset.to_time_zone()))
    }

    /// The zone of a browser, where it told one.
    #[must_use]
    pub fn of_request(http: &HttpRequest) -> Option<Self> {
        let cookie = |name| http.cookie(name).map(|c| c.value().to_owned());
        let named = cookie(ZONE_COOKIE).and_then(|name| Self::named(&name.replace("%2F", "/")));
        named.or_else(|| Self::fixed(cookie(OFFSET_COOKIE)?.parse().ok()?))
    }

    /// What the clock is ahead of UTC at noon of a day, minutes.
    #[must_use]
    pub fn offset_on(&self, day: Date) -> i16 {
        let noon = civil_date(day).at(12, 0, 0, 0);
        let offset = self.0.to_ambiguous_timestamp(noon).compatible();
        let seconds = offset.map_or(0, |at| self.0.to_offset(at).seconds());
        i16::try_from(seconds / 60).unwrap_or(0)
    }

    /// The day and the minute of it by this zone's clock, of a day and minute in UTC.
    #[must_use]
    pub fn local(&self, (day, minute): (Date, u16)) -> Option<(Date, u16)> {
        let (hour, minute) = (
            i8::try_from(minute / 60).ok()?,
            i8::try_from(minute % 60).ok()?,
        );
        let utc = civil_date(day).at(hour, minute, 0, 0);
        let at = TimeZone::UTC.to_timestamp(utc).ok()?;
        let local = self.0.to_datetime(at);
        let month = Month::try_from(u8::try_from(local.month()).ok()?).ok()?;
        let day =
            Date::from_calendar_date(local.year().into(), month, u8::try_from(local.day()).ok()?);
        let minute = i16::from(local.hour()) * 60 + i16::from(local.minute());
        Some((day.ok()?, u16::try_from(minute).ok()?))
    }
}

fn civil_date(day: Date) -> civil::Date {
    let number = |n: u8| i8::try_from(n).unwrap_or(1);
    let year = i16::try_from(day.year()).unwrap_or(1970);
    civil::date(year, number(day.month().into()), number(day.day()))
}

#[cfg(test)]
mod tests {
    use time::macros::date;

    use super::*;

    #[test]
    fn a_zone_knows_its_summer_time() {
        let zone = Zone::named("CET").unwrap();
        assert_eq!(zone.offset_on(date!(2026 - 06 - 21)), 120);
        assert_eq!(zone.offset_on(date!(2026 - 12 - 21)), 60);
        let early = (date!(2026 - 06 - 12), 23 * 60 + 30);
        assert_eq!(zone.local(early), Some((date!(2026 - 06 - 13), 90)));
        let west = Zone::named("PST8PDT").unwrap();
        assert_eq!(west.offset_on(date!(2026 - 12 - 01)), -480);
        assert_eq!(
            Zone::fixed(345).unwrap().offset_on(date!(2026 - 06 - 21)),
            345
        );
        for none in ["", "Nowhere/At_All", "../../etc/passwd", "CET\n"] {
            assert_eq!(Zone::named(none), None, "{none}");
        }
        assert_eq!(Zone::fixed(2000), None);
    }
}
