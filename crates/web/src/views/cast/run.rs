//! The casts behind a page: the one asked for, and those laid beside it.

use yarrowfen_core::Engine;
use yarrowfen_core::cast::swing::{Swept, drift_at_loss, swept};
use yarrowfen_core::cast::{Cast, Setup};
use yarrowfen_core::codes::Direction;
use yarrowfen_core::units::Mass;

use crate::form::cast::{CastAsked, CastForm, neighbours};

/// A setting beside the one asked for.
pub struct Beside {
    /// What is other: `1/16 oz`, `8 cm/s`, `down the slope`.
    pub name: String,
    /// The changed words, for a link that takes it.
    pub change: (&'static str, String),
    /// Its direction.
    pub direction: Direction,
    /// The cast.
    pub cast: Cast,
    /// Whether it is the one asked for.
    pub here: bool,
}

/// Everything that is computed for a page.
pub struct Run {
    /// The cast asked for.
    pub cast: Cast,
    /// The same brought the other way.
    pub other_way: Cast,
    /// Settings side by side, the one asked for among them.
    pub beside: Vec<Beside>,
    /// Where it lands in the current.
    pub swept: Option<Swept>,
    /// Drift at which contact is lost, m/s.
    pub drift: f64,
    /// Depth at the splash, m.
    pub depth: f64,
}

/// The other direction.
#[must_use]
pub fn other(direction: Direction) -> Direction {
    match direction {
        Direction::Up => Direction::Down,
        Direction::Down => Direction::Up,
    }
}

impl Run {
    /// Computes it: some ten milliseconds a cast.
    #[must_use]
    pub fn of(engine: &Engine, form: &CastForm, asked: &CastAsked) -> Self {
        let setup = &asked.setup;
        let cast = Cast::of(setup);
        let turned = Setup {
            direction: other(setup.direction),
            ..setup.clone()
        };
        let other_way = Cast::of(&turned);
        let depth = cast
            .samples
            .last()
            .map_or(0.0, |_| depth_at_splash(setup, &cast));
        Self {
            beside: beside(engine, form, asked, &cast, &other_way),
            swept: swept(&setup.lure, depth, setup.current.0, setup.fall),
            drift: drift_at_loss(setup, depth, 1.0),
            depth,
            cast,
            other_way,
        }
    }
}

fn depth_at_splash(setup: &Setup, cast: &Cast) -> f64 {
    let from_bank = match setup.direction {
        Direction::Up => cast.splash,
        Direction::Down => setup.cast - cast.splash,
    };
    setup.profile.depth_at(from_bank)
}

fn beside(
    engine: &Engine,
    form: &CastForm,
    asked: &CastAsked,
    cast: &Cast,
    turned: &Cast,
) -> Vec<Beside> {
    let setup = &asked.setup;
    let entry =
        |name: String, change: (&'static str, String), direction, cast: &Cast, here| Beside {
            name,
            change,
            direction,
            cast: cast.clone(),
            here,
        };
    match form.side {
        "way" => vec![
            entry(
                setup.direction.label().into(),
                ("dir", setup.direction.code().into()),
                setup.direction,
                cast,
                true,
            ),
            entry(
                other(setup.direction).label().into(),
                ("dir", other(setup.direction).code().into()),
                other(setup.direction),
                turned,
                false,
            ),
        ],
        "speed" => {
            let with = |factor: f64| {
                let faster = Setup {
                    retrieve: setup.retrieve * factor,
                    ..setup.clone()
                };
                let text = yarrowfen_core::units::Dimension::Speed
                    .print_fine(faster.retrieve, form.pick.units);
                (text, Cast::of(&faster))
            };
            let one = |factor: f64| {
                let (text, run) = if factor == 1.0 {
                    (with_text(setup.retrieve, form), cast.clone())
                } else {
                    with(factor)
                };
                entry(
                    text.clone(),
                    ("retrieve", text),
                    setup.direction,
                    &run,
                    factor == 1.0,
                )
            };
            [0.5, 1.0, 2.0].map(one).into()
        }
        _ => {
            let (lighter, heavier) = neighbours(asked.rig.head_g, form.pick.options());
            let one = |g: f64| {
                let mass = Mass::new::<uom::si::mass::gram>(g);
                let rig = engine.cast_rig(&asked.request, form.pick.options(), Some(mass));
                let run = Cast::of(&Setup {
                    lure: rig.lure,
                    ..setup.clone()
                });
                entry(
                    rig.label.clone(),
                    ("head", rig.label),
                    setup.direction,
                    &run,
                    false,
                )
            };
            let label = asked.rig.label.clone();
            vec![
                one(lighter),
                entry(label.clone(), ("head", label), setup.direction, cast, true),
                one(heavier),
            ]
        }
    }
}

fn with_text(mps: f64, form: &CastForm) -> String {
    yarrowfen_core::units::Dimension::Speed.print_fine(mps, form.pick.units)
}
