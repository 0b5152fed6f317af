//! A forecast for the invented fen: wind that rises to midday and falls, water by the season. The
//! same for a day each time; its answer says that it is simulated.

use std::f64::consts::TAU;

use yarrowfen_core::day::read_day;

use crate::noise;

/// The answer for a day; none for what is no day.
#[must_use]
pub fn forecast(day: &str) -> Option<String> {
    let date = read_day(day)?;
    let (of_year, number) = (date.ordinal(), date.to_julian_day().unsigned_abs());
    let dice = |kind| noise(number, kind) + 0.5;
    let (calm, gust) = (0.5 + 2.5 * dice(1), 1.5 + 6.0 * dice(2));
    // Coldest in early February, warmest in early August.
    let season = -(TAU * (f64::from(of_year) - 35.0) / 365.0).cos();
    let water = 12.5 + 9.0 * season + 1.5 * (dice(3) - 0.5);
    let hour = |h: u32| {
        let share = (1.0 - (TAU * (f64::from(h) - 2.0) / 24.0).cos()) / 2.0;
        let warm = 0.8 * (TAU * (f64::from(h) - 9.0) / 24.0).sin();
        format!(
            "{{\"time\":\"{h}:00\",\"wind_mps\":{:.1},\"water_c\":{:.1}}}",
            calm + gust * share,
            (water + warm).max(0.5)
        )
    };
    let hours: Vec<String> = (0..24).map(hour).collect();
    Some(format!(
        "{{\"day\":\"{day}\",\"simulated\":true,\"hours\":[{}]}}",
        hours.join(",")
    ))
}

/// The day that an address asks for: `/?day=2026-06-12&lat=…`.
fn asked(url: &str) -> Option<&str> {
    let (_, query) = url.split_once('?')?;
    query.split('&').find_map(|p| p.strip_prefix("day="))
}

/// Answers everybody who asks, for ever.
pub fn serve(server: &tiny_http::Server) {
    for request in server.incoming_requests() {
        let answer = asked(request.url()).and_then(forecast);
        let status = if answer.is_some() { 200 } else { 400 };
        let answer = tiny_http::Response::from_string(answer.unwrap_or_default());
        // Who went away needs no answer.
        let _ = request.respond(answer.with_status_code(status));
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_day_has_its_weather_each_time_the_same_and_says_that_it_is_simulated() {
        let june = forecast("2026-06-12");
        assert_eq!(june, forecast("2026-06-12"));
        assert_ne!(june, forecast("2026-06-13"));
        let text = june.unwrap_or_default();
        assert!(text.contains("\"simulated\":true") && text.matches("\"time\"").count() == 24);
        assert!(forecast("tomorrow").is_none() && forecast("2026-13-01").is_none());
        assert_eq!(asked("/?day=2026-06-12&lat=1"), Some("2026-06-12"));
    }
}
