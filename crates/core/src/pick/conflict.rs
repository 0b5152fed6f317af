//! When the needs cross: what could give, each change tried on the model.

use crate::answer::{Conflict, Give};
use crate::codes::{LowerBound, Material, UpperBound};
use crate::pick::setting::Conditions;
use crate::pick::window::{Choice, Crossed};
use crate::units::{Dimension, Mass, UnitSystem, grams, ounces, plain};

/// Thinnest line that is worth naming, mm.
const THIN_MM: f64 = 0.10;

/// One change: its code, what it makes of the conditions, and its words.
struct Change {
    code: &'static str,
    serves: &'static [LowerBound],
    make: fn(&Conditions) -> Option<Conditions>,
    words: fn(&Conditions, UnitSystem) -> String,
}

const CHANGES: &[Change] = &[
    Change {
        code: "slower_retrieve",
        serves: &[LowerBound::Contact],
        make: |c| {
            (c.retrieve_mps > 0.06).then_some(Conditions {
                retrieve_mps: c.retrieve_mps * 0.5,
                ..*c
            })
        },
        words: |c, u| {
            format!(
                "draw at half the speed, {}",
                Dimension::Speed.print(c.retrieve_mps, u)
            )
        },
    },
    Change {
        code: "slower_drift",
        serves: &[LowerBound::Contact],
        make: |c| {
            (c.drift_mps > 0.05).then_some(Conditions {
                drift_mps: c.drift_mps * 0.5,
                ..*c
            })
        },
        words: |c, u| {
            format!(
                "brake the drift to {}",
                Dimension::Speed.print(c.drift_mps, u)
            )
        },
    },
    Change {
        code: "thinner_line",
        serves: &[
            LowerBound::Feel,
            LowerBound::TimeToBottom,
            LowerBound::SinkTarget,
        ],
        make: |c| {
            (c.line_mm > THIN_MM * 1.05).then_some(Conditions {
                line_mm: THIN_MM,
                ..*c
            })
        },
        words: |c, _| format!("use braid of {} mm", plain(c.line_mm, 2)),
    },
    Change {
        code: "shorter_cast",
        serves: &[LowerBound::Feel, LowerBound::Castable],
        make: |c| {
            (c.cast_m > 8.0).then_some(Conditions {
                cast_m: c.cast_m * 0.5,
                ..*c
            })
        },
        words: |c, u| {
            format!(
                "cast half as far, {}",
                Dimension::Distance.print(c.cast_m, u)
            )
        },
    },
    Change {
        code: "slack_water",
        serves: &[LowerBound::Feel, LowerBound::Contact],
        make: |c| {
            (c.current_mps > 0.1).then_some(Conditions {
                current_mps: c.current_mps * 0.4,
                ..*c
            })
        },
        words: |c, u| {
            format!(
                "fish the slack beside the current, {} or less",
                Dimension::Speed.print(c.current_mps, u)
            )
        },
    },
    Change {
        code: "out_of_the_wind",
        serves: &[LowerBound::Feel],
        make: |c| {
            (c.wind_mps > 2.0).then_some(Conditions {
                wind_mps: c.wind_mps * 0.5,
                ..*c
            })
        },
        words: |c, u| {
            format!(
                "cast with the wind or under a lee, {} or less",
                Dimension::Wind.print(c.wind_mps, u)
            )
        },
    },
    Change {
        code: "tungsten",
        serves: &[LowerBound::Feel, LowerBound::Contact],
        make: |c| {
            (c.material != Material::Tungsten).then_some(Conditions {
                material: Material::Tungsten,
                ..*c
            })
        },
        words: |_, _| "tie on tungsten: smaller, and more of its weight is left in water".into(),
    },
];

/// A choice under other conditions, with the label of its rung.
pub type Retry<'a> = &'a dyn Fn(&Conditions) -> (Choice, &'static str);

/// Names a conflict and what could give.
#[must_use]
pub fn name(
    choice: &Choice,
    c: &Conditions,
    units: UnitSystem,
    (tied_on, tied_mass): (&'static str, Mass),
    retry: Retry<'_>,
) -> Option<Conflict> {
    let (lower_by, upper_by) = (choice.lower.1, choice.upper.1);
    let mass = |m| format!("{} oz ({} g)", plain(ounces(m), 2), plain(grams(m), 1));
    let text = match choice.crossed {
        Crossed::No => return None,
        Crossed::Bounds => format!(
            "No weight does it all: under {} it {}, over {} it {}. {}",
            mass(choice.lower.0),
            needs(lower_by),
            mass(choice.upper.0),
            suffers(upper_by),
            match (upper_by, tied_mass < choice.lower.0) {
                (UpperBound::RodMax, _) => format!("{tied_on} keeps within the rod"),
                (_, true) => format!("{tied_on} is the most that is sold, or that the rod throws"),
                (_, false) => format!("{tied_on} does the work and pays for it"),
            },
        ),
        Crossed::NoRung => format!(
            "No head sold lies between {} and {}; {tied_on} is the nearest",
            mass(choice.lower.0),
            mass(choice.upper.0),
        ),
    };
    let gives = CHANGES
        .iter()
        .filter(|change| change.serves.contains(&lower_by))
        .filter_map(|change| {
            let changed = (change.make)(c)?;
            let (new, label) = retry(&changed);
            let ends = if new.crossed == Crossed::No {
                "then"
            } else {
                "nearer, then"
            };
            let helps = new.crossed == Crossed::No || new.lower.0 < choice.lower.0 * 0.9;
            helps.then(|| Give {
                code: change.code.into(),
                text: format!("{}: {ends} {label}", (change.words)(&changed, units)).into(),
                label: label.into(),
            })
        })
        .chain(
            (upper_by == UpperBound::RodMax)
                .then(|| give("stronger_rod", "take a rod rated for more", tied_on)),
        )
        .chain(
            matches!(upper_by, UpperBound::SinkCeiling | UpperBound::Overpower).then(|| {
                give(
                    "bulkier_bait",
                    "hang a bulkier bait on it: it carries more weight at the same fall",
                    tied_on,
                )
            }),
        )
        .collect();
    Some(Conflict {
        lower_by,
        upper_by,
        text: text.into(),
        gives,
    })
}

fn give(code: &'static str, text: &'static str, label: &'static str) -> Give {
    Give {
        code: code.into(),
        text: text.into(),
        label: label.into(),
    }
}

/// "under 3 g it …"
fn needs(need: LowerBound) -> &'static str {
    match need {
        LowerBound::TimeToBottom => "takes too long to the bottom",
        LowerBound::Contact => "lifts off the bottom",
        LowerBound::Feel => "is lost to the hand",
        LowerBound::Castable => "does not cast that far",
        LowerBound::SinkTarget => "falls too slowly for the school",
        LowerBound::SnapFree => "does not snap free of the grass",
    }
}

/// "over 3 g it …"
fn suffers(need: UpperBound) -> &'static str {
    match need {
        UpperBound::SinkCeiling => "falls too fast",
        UpperBound::Overpower => "drags the life out of the bait",
        UpperBound::Snag => "wedges between the stones",
        UpperBound::RodMax => "overloads the rod",
        UpperBound::HoverLevel => "no longer hovers",
    }
}
