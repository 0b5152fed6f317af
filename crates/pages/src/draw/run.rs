//! The casts behind a page: the one asked for, and those laid beside it.

use yarrowfen_core::Engine;
use yarrowfen_core::base::codes::Direction;
use yarrowfen_core::base::{Dimension, Mass, neighbours};
use yarrowfen_core::cast::swing::{Swept, drift_at_loss, swept};
use yarrowfen_core::cast::{Cast, Setup};

use crate::ask::cast::{CastAsked, CastForm};

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
    /// Drift at which contact is lost, m/s; nothing where it holds at any.
    pub drift: Option<f64>,
}

impl Run {
    /// Computes it: some ten milliseconds a cast.
    #[must_use]
    pub fn of(engine: &Engine, form: &CastForm, asked: &CastAsked) -> Self {
        let setup = &asked.setup;
        let cast = Cast::of(setup);
        let turned = Setup {
            direction: setup.direction.other(),
            ..setup.clone()
        };
        let other_way = Cast::of(&turned);
        Self {
            beside: beside(engine, form, asked, &cast, &other_way),
            swept: swept(&setup.lure, cast.splash_depth, setup.current.0, setup.fall),
            drift: drift_at_loss(setup, cast.splash_depth),
            cast,
            other_way,
        }
    }
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
                setup.direction.other().label().into(),
                ("dir", setup.direction.other().code().into()),
                setup.direction.other(),
                turned,
                false,
            ),
        ],
        "speed" => {
            let one = |factor: f64| {
                let retrieve = setup.retrieve * factor;
                let text = Dimension::Speed.print_fine(retrieve, form.pick.units);
                let here = factor == 1.0;
                let run = if here {
                    cast.clone()
                } else {
                    Cast::of(&Setup {
                        retrieve,
                        ..setup.clone()
                    })
                };
                entry(
                    text.clone(),
                    ("retrieve", text),
                    setup.direction,
                    &run,
                    here,
                )
            };
            [0.5, 1.0, 2.0].map(one).into()
        }
        _ => {
            let head = Mass::new::<uom::si::mass::gram>(asked.rig.head_g);
            let (lighter, heavier) = neighbours(head, form.pick.ladder);
            let one = |mass: Mass| {
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
