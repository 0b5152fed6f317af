//! One rig on one question: what stays the same while weights and conditions
//! are tried.

use crate::codes::{HookStyle, Point, School, Wire};
use crate::data::{RigRow, ShapeRow, Tables};
use crate::physics::sink::HeadBody;
use crate::pick::needs::Needs;
use crate::pick::point::{self, PointRule};
use crate::pick::school;
use crate::pick::setting::{Conditions, Ground, Rigged, Setting, celsius};
use crate::pick::shape::Shapes;
use crate::pick::window::{Choice, choose};
use crate::pick::{Engine, Options};
use crate::request::PickRequest;
use crate::tackle::bait::MeasuredBait;
use crate::tackle::hook::{self, Asked, HookFit};
use crate::units::{Mass, Rung};
use crate::water::Water;

/// A rig at work on a question.
pub struct Work<'a> {
    pub(super) tables: &'a Tables,
    pub(super) request: &'a PickRequest,
    pub(super) options: Options,
    pub(super) rig: &'a RigRow,
    pub(super) conditions: Conditions,
    pub(super) water: Water,
    pub(super) bait: MeasuredBait,
    pub(super) shapes: Shapes<'a>,
    pub(super) rigged: Vec<Rigged>,
    pub(super) ground: Ground<'a>,
    pub(super) point: (Point, PointRule),
    pub(super) rungs: &'a [Rung],
}

impl<'a> Work<'a> {
    pub(super) fn new(
        engine: &'a Engine,
        request: &'a PickRequest,
        options: Options,
        rig: &'a RigRow,
    ) -> Self {
        let tables = engine.tables();
        let conditions = Conditions::of(request, rig, tables);
        let bait = MeasuredBait::of(&request.bait, tables);
        let shapes = Shapes::new(request, rig, tables);
        let point = point::point(request, rig, tables);
        let asked = Asked {
            rule: &rig.hook,
            bait: &bait,
            form: request.bait.form,
            species: request.species,
            point: point.0,
        };
        let hook = hook::fit(tables, &asked, point::usual_wire(request, rig, tables));
        let mass = hook.measured.mass();
        let options = Options {
            own_fall: options.own_fall.filter(|o| o.0 == rig.code),
            ..options
        };
        let own = options.own_fall.map_or(1.0, |o| o.1.factor);
        let rigged = shapes
            .all()
            .map(|s| Rigged::new(&bait, mass, s, rig.posture, tables).dragging(own))
            .collect();
        Self {
            tables,
            request,
            options,
            rig,
            water: Water::at(celsius(conditions.temp_c)),
            conditions,
            ground: Ground::new(request, rig, &bait, tables),
            bait,
            shapes,
            rigged,
            point,
            rungs: engine.ladder(options.ladder),
        }
    }

    /// The shape tied on under given conditions.
    pub(super) fn shape_at(&self, c: &Conditions) -> &'a ShapeRow {
        let best = self.shapes.chosen_and_slower(c.current_mps, c.retrieve_mps);
        // `Tables::check` makes sure that a rig has shapes.
        let found = best.first().and_then(|i| self.shapes.all().nth(*i));
        found.unwrap_or(&self.tables.shapes[0])
    }

    /// The needs under given conditions, by a school.
    pub(super) fn needs(&self, c: &Conditions, school: School) -> Needs<'_> {
        let water = if c.temp_c == self.conditions.temp_c {
            self.water
        } else {
            Water::at(celsius(c.temp_c))
        };
        let shapes = self.shapes.chosen_and_slower(c.current_mps, c.retrieve_mps);
        Needs {
            setting: Setting::new(&self.ground, c, water, school),
            shapes: shapes.into_iter().map(|i| &self.rigged[i]).collect(),
            fall: &self.tables.conditions.fall,
        }
    }

    /// The school that conditions call for.
    pub(super) fn school(&self, c: &Conditions) -> (School, school::SchoolRule) {
        school::school(self.request, c, self.rig, self.tables)
    }

    pub(super) fn choose_by(&self, c: &Conditions, school: School) -> Choice {
        choose(&self.needs(c, school), self.rungs)
    }

    /// The choice under given conditions, by the school they call for.
    pub(super) fn choose_at(&self, c: &Conditions) -> Choice {
        self.choose_by(c, self.school(c).0)
    }

    /// Whether a mass of metal does everything under given conditions.
    pub(super) fn enough(&self, c: &Conditions, metal: &HeadBody) -> bool {
        self.needs(c, self.school(c).0).enough(metal)
    }

    /// What the hook is chosen by.
    pub(super) fn hook_asked(&self) -> Asked<'_> {
        Asked {
            rule: &self.rig.hook,
            bait: &self.bait,
            form: self.request.bait.form,
            species: self.request.species,
            point: self.point.0,
        }
    }

    /// The hook that goes with a head.
    pub(super) fn hook_for(&self, head: Mass) -> (HookFit, Wire) {
        let wire = point::wire(self.request, self.rig, head, self.tables);
        (hook::fit(self.tables, &self.hook_asked(), wire), wire)
    }

    /// Whether the point of a hook of this cut stands open where it should be hidden.
    pub(super) fn stands_open(&self, style: HookStyle) -> bool {
        self.point.0 == Point::Weedless && !super::hides(style)
    }

    /// How readily the place takes tackle, 0..1.
    pub(super) fn snags(&self) -> f64 {
        let w = &self.request.water;
        let cover = self.tables.cover(w.cover).snag;
        self.tables.bottom(w.bottom).snag.max(cover)
    }
}
