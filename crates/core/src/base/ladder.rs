//! The weights that shops sell: two ladders of rungs.

use uom::si::mass::gram;

use super::codes::codes;
use super::quantities::{GRAMS_PER_OUNCE, Mass};

codes! {
    /// Which weights the shop sells: marked in ounces or in grams.
    Ladder {
        Ounces = "oz",
        Grams = "g",
    }
}

/// Heads sold by the ounce, as numerator and denominator, lightest first
/// (common practice).
const OUNCE_RUNGS: [(u32, u32, &str); 16] = [
    (1, 96, "1/96 oz"),
    (1, 64, "1/64 oz"),
    (1, 32, "1/32 oz"),
    (3, 64, "3/64 oz"),
    (1, 16, "1/16 oz"),
    (3, 32, "3/32 oz"),
    (1, 8, "1/8 oz"),
    (5, 32, "5/32 oz"),
    (3, 16, "3/16 oz"),
    (1, 4, "1/4 oz"),
    (5, 16, "5/16 oz"),
    (3, 8, "3/8 oz"),
    (1, 2, "1/2 oz"),
    (5, 8, "5/8 oz"),
    (3, 4, "3/4 oz"),
    (1, 1, "1 oz"),
];

/// Heads sold by the gram, lightest first (common practice).
const GRAM_RUNGS: [(f64, &str); 16] = [
    (0.5, "0.5 g"),
    (1.0, "1 g"),
    (1.5, "1.5 g"),
    (2.0, "2 g"),
    (3.0, "3 g"),
    (4.0, "4 g"),
    (5.0, "5 g"),
    (7.0, "7 g"),
    (10.0, "10 g"),
    (12.5, "12.5 g"),
    (15.0, "15 g"),
    (17.5, "17.5 g"),
    (20.0, "20 g"),
    (22.5, "22.5 g"),
    (25.0, "25 g"),
    (30.0, "30 g"),
];

/// A head weight that is sold: the nominal weight of the head alone, without
/// hook.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Rung {
    /// As printed on the packet, with its unit: `3/32 oz`, `7 g`.
    pub label: &'static str,
    /// Nominal mass.
    pub mass: Mass,
}

/// All rungs of a ladder, lightest first.
#[must_use]
pub fn rungs(ladder: Ladder) -> Vec<Rung> {
    match ladder {
        Ladder::Ounces => OUNCE_RUNGS
            .iter()
            .map(|&(n, d, label)| Rung {
                label,
                mass: Mass::new::<gram>(GRAMS_PER_OUNCE * f64::from(n) / f64::from(d)),
            })
            .collect(),
        Ladder::Grams => GRAM_RUNGS
            .iter()
            .map(|&(g, label)| Rung {
                label,
                mass: Mass::new::<gram>(g),
            })
            .collect(),
    }
}

/// The rungs beside a mass on a ladder, lighter and heavier; beyond its ends half
/// as heavy again.
#[must_use]
pub fn neighbours(mass: Mass, ladder: Ladder) -> (Mass, Mass) {
    let all = rungs(ladder);
    let lighter = all.iter().rev().find(|r| r.mass < 0.99 * mass);
    let heavier = all.iter().find(|r| r.mass > 1.01 * mass);
    (
        lighter.map_or(mass / 1.5, |r| r.mass),
        heavier.map_or(1.5 * mass, |r| r.mass),
    )
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::base::{grams, read_number};

    #[test]
    fn the_labels_of_the_rungs_say_their_mass() {
        for rung in rungs(Ladder::Ounces).iter().chain(&rungs(Ladder::Grams)) {
            let said = rung.label.split_once(' ').and_then(|(number, unit)| {
                let grams_each = if unit == "oz" { GRAMS_PER_OUNCE } else { 1.0 };
                read_number(number).map(|n| n * grams_each)
            });
            assert!(
                said.is_some_and(|g| (g - grams(rung.mass)).abs() < 1e-9),
                "{}",
                rung.label
            );
        }
    }

    #[test]
    fn both_ladders_rise() {
        for ladder in Ladder::ALL {
            let all = rungs(*ladder);
            assert!(all.windows(2).all(|w| w[0].mass < w[1].mass));
        }
        assert_eq!(rungs(Ladder::Ounces)[5].label, "3/32 oz");
        assert_eq!(rungs(Ladder::Grams)[9].label, "12.5 g");
    }
}
