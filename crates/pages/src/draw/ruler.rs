//! A ruler along a drawing.

use std::fmt::Write as _;

use yarrowfen_core::base::{Printed, UnitSystem, plain};

use super::tackle::figure::n;

/// Ticks and numbers in millimetres or inches.
pub fn ruler(units: UnitSystem, long: f64, letter: f64) -> (String, Vec<(Printed, String)>) {
    let (step, medium, large) = match units {
        UnitSystem::Metric => (1.0, 5, 10),
        UnitSystem::Imperial => (25.4 / 8.0, 4, 8),
    };
    let mut path = format!("M0 0H{}", n(long));
    let mut numbers = Vec::new();
    for k in 0..=(long / step).floor() as i32 {
        let x = f64::from(k) * step;
        let high = if k % large == 0 {
            0.85
        } else if k % medium == 0 {
            0.6
        } else {
            0.35
        };
        let _ = write!(path, "M{} 0v{}", n(x), n(letter * high));
        if k % large == 0 {
            let number = match units {
                UnitSystem::Metric => plain(x, 0),
                UnitSystem::Imperial => (k / large).to_string(),
            };
            numbers.push((n(x), number));
        }
    }
    (path, numbers)
}
