//! A question in words: where, in what weather, for which fish, with which
//! bait. Every page that tells of a question tells it from here.

use yarrowfen_core::PickRequest;
use yarrowfen_core::base::codes::FishAt;
use yarrowfen_core::base::{Dimension, UnitSystem};

/// What a question asks of, in a reader's words and units.
pub struct Described {
    /// Depth, or its range: `2 m to 5 m`.
    pub depth: String,
    /// What lies below and stands in it: `gravel, no cover`.
    pub ground: String,
    /// The whole water: `3 m of stained water over gravel, no cover, current 0.3 m/s`.
    pub water: String,
    /// Wind, or its range.
    pub wind: String,
    /// Current and drift of the boat.
    pub moving: String,
    /// Season and temperature.
    pub season: String,
    /// Where the fish are: `suspended, 4 m down` where their depth was said.
    pub fish_at: String,
    /// Which fish, its mood, where it is.
    pub fish: String,
    /// Length, plastic and form of the bait.
    pub bait: String,
    /// How far it is cast.
    pub cast: String,
}

fn ends(dimension: Dimension, from: f64, to: Option<f64>, units: UnitSystem) -> String {
    let from = dimension.print(from, units);
    match to {
        Some(to) => format!("{from} to {}", dimension.print(to, units)),
        None => from,
    }
}

/// Tells a question.
#[must_use]
pub fn describe(asked: &PickRequest, units: UnitSystem) -> Described {
    let w = &asked.water;
    let depth = ends(Dimension::Distance, w.depth_m, w.depth_max_m, units);
    let ground = format!("{}, {}", w.bottom, w.cover);
    let speed = |mps: f64| Dimension::Speed.print(mps, units);
    let current = match w.current_mps {
        mps if mps > 0.0 => format!(", current {}", speed(mps)),
        _ => String::new(),
    };
    let fish_at = match w.fish_depth_m.filter(|_| asked.fish_at != FishAt::Bottom) {
        Some(m) => format!(
            "{}, {} down",
            asked.fish_at,
            Dimension::Distance.print(m, units)
        ),
        None => asked.fish_at.to_string(),
    };
    let temperature = w.temp_c.map(|t| Dimension::Temperature.print(t, units));
    Described {
        water: format!("{depth} of {} water over {ground}{current}", w.clarity),
        wind: ends(Dimension::Wind, w.wind_mps, w.wind_max_mps, units),
        moving: format!("{}, {}", speed(w.current_mps), speed(w.drift_mps)),
        season: format!(
            "{}, {}",
            asked.season,
            temperature.as_deref().unwrap_or("unknown")
        ),
        fish: format!("{}, {}, {fish_at}", asked.species, asked.mood),
        fish_at,
        bait: format!(
            "{} {} {}",
            Dimension::Size.print(asked.bait.length_mm, units),
            asked.bait.plastic,
            asked.bait.form
        ),
        cast: Dimension::Distance.print(asked.cast_m, units),
        depth,
        ground,
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn asked(json: &str) -> PickRequest {
        PickRequest::from_json(json.as_bytes()).unwrap()
    }

    #[test]
    fn both_ends_of_a_range_and_a_current_are_told() {
        let river = asked(
            r#"{"water": {"depth_m": 2, "depth_max_m": 5, "bottom": "chunk_rock", "current_mps": 0.3, "wind_mps": 1, "wind_max_mps": 4}}"#,
        );
        let d = describe(&river, UnitSystem::Metric);
        assert!(d.water.starts_with("2 m to 5 m of "), "{}", d.water);
        assert!(d.water.ends_with(", current 0.3 m/s"), "{}", d.water);
        assert_eq!(d.wind, "1 m/s to 4 m/s");
        let d = describe(&river, UnitSystem::Imperial);
        assert!(d.water.contains("16 ft") && d.water.contains("ft/s"));
    }

    #[test]
    fn fish_off_the_bottom_are_told_with_the_depth_that_was_said() {
        let told = |json: &str| describe(&asked(json), UnitSystem::Metric).fish;
        let said = r#"{"fish_at": "suspended", "water": {"depth_m": 9, "fish_depth_m": 4}}"#;
        assert!(told(said).ends_with(", 4 m down"), "{}", told(said));
        assert!(!told(r#"{"fish_at": "suspended"}"#).contains("down"));
    }

    #[test]
    fn still_water_has_no_current_and_one_depth_no_range() {
        let d = describe(&asked("{}"), UnitSystem::Metric);
        assert_eq!((d.depth.as_str(), d.wind.as_str()), ("3 m", "2 m/s"));
        assert!(!d.water.contains("current"));
        assert!(d.season.ends_with(", unknown"));
    }
}
