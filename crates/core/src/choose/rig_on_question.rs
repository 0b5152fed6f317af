//! One rig on one question: what stays the same while weights and conditions
//! are tried.

use enum_map::EnumMap;
use uom::si::{
    length::{meter, millimeter},
    velocity::meter_per_second,
};

use super::course::{Worked, hands};
use super::exclusion::{excluded, shut_out};
use super::needs::Needs;
use super::options::Options;
use super::point::{self, PointRule};
use super::rigged::Rigged;
use super::school;
use super::setting::{Conditions, Setting, Shares, Unchanging, celsius, line_kind};
use super::shape::Shapes;
use super::window::{Choice, asks_heavier, asks_lighter, choose};
use crate::base::codes::{
    BaitForm, Course, HookStyle, LineKind, LowerBound, Material, Point, School, Shape, Wire,
};
use crate::base::{Length, Mass, Rung, Velocity};
use crate::gear::bait::MeasuredBait;
use crate::gear::hook::{self, Asked, HookFit, hides};
use crate::physics::hold;
use crate::physics::sink::HeadBody;
use crate::physics::water::Water;
use crate::question::PickRequest;
use crate::tables::when::CodeFact;
use crate::tables::{RigRow, ShapeRow, Tables};

fn own_drag(options: Options) -> f64 {
    options.own_fall.map_or(1.0, |o| o.1.factor)
}

/// A rig on a question.
#[derive(Debug)]
pub struct RigOnQuestion<'a> {
    /// The tables.
    pub tables: &'a Tables,
    /// The question.
    pub request: &'a PickRequest,
    /// How it is to be answered.
    pub options: Options,
    /// The rig's table.
    pub rig: &'a RigRow,
    /// The conditions, with what was assumed.
    pub conditions: Conditions,
    /// The water.
    pub water: Water,
    /// The bait, measured.
    pub bait: MeasuredBait,
    /// The shapes that this rig is fished with.
    pub shapes: Shapes<'a>,
    /// Each of them with bait and hook.
    pub rigged: Vec<Rigged>,
    /// What of the question stays the same.
    pub ground: Unchanging<'a>,
    /// How the point stands, and the rule that says so.
    pub point: (Point, PointRule),
    /// Kind of line computed with.
    pub line_kind: LineKind,
    /// Weights that are sold, lightest first.
    pub rungs: &'a [Rung],
    /// How it goes through the water, by school.
    pub courses: EnumMap<School, Worked>,
}

impl<'a> RigOnQuestion<'a> {
    /// Looks up what stays the same.
    #[must_use]
    pub fn new(
        tables: &'a Tables,
        rungs: &'a [Rung],
        request: &'a PickRequest,
        options: Options,
        rig: &'a RigRow,
    ) -> Self {
        let conditions = Conditions::of(request, rig, tables);
        let bait = MeasuredBait::of(&request.bait, tables);
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
        let hands = hands(&tables.courses.hands, conditions.temp_c, request.mood);
        let mut on = Self {
            tables,
            request,
            options,
            rig,
            water: Water::at(celsius(conditions.temp_c)),
            conditions,
            ground: Unchanging::new(request, rig, &bait, tables),
            bait,
            shapes: Shapes::none(tables),
            rigged: Vec::new(),
            point,
            line_kind: line_kind(request, rig),
            rungs,
            courses: EnumMap::from_fn(|_| Worked::unasked()),
        };
        let facts = on.facts();
        on.shapes = Shapes::new(request, rig, tables, &facts);
        let own = own_drag(options);
        let rigged = |s| Rigged::new(&on.bait, mass, s, rig.posture, tables).dragging(own);
        on.rigged = on.shapes.all().map(rigged).collect();
        on.courses = EnumMap::from_fn(|school| {
            let mut facts = facts.clone();
            facts.know(CodeFact::School, school);
            Worked::new(request, rig, tables, &facts, &hands)
        });
        if request.asked_mps().is_none() {
            for school in School::ALL {
                let slope = on.slope(&on.conditions, *school);
                let worked = &mut on.courses[*school];
                worked.mps *= slope;
            }
        }
        let (school, _) = on.school(&on.conditions);
        on.conditions.retrieve_mps = on.courses[school].mps;
        on
    }

    /// Speed at which it is drawn or wound under given conditions, m/s: as asked, else
    /// as hands have it in their temperature.
    #[must_use]
    pub fn wound_mps(&self, c: &Conditions) -> f64 {
        let speed = &self.tables.courses.hands.speed;
        if self.request.asked_mps().is_some() {
            return c.retrieve_mps;
        }
        let school = self.school(c).0;
        let colder = speed.at(c.temp_c) / speed.at(self.conditions.temp_c);
        let steeper = self.slope(c, school) / self.slope(&self.conditions, school);
        c.retrieve_mps * colder * steeper
    }

    /// The same rig on another question.
    #[must_use]
    pub fn on_question<'o>(&self, request: &'o PickRequest) -> RigOnQuestion<'o>
    where
        'a: 'o,
    {
        RigOnQuestion::new(self.tables, self.rungs, request, self.options, self.rig)
    }

    /// How much slower line comes in than a swum bait goes level, at half the cast: the
    /// speed of a course is the bait's.
    fn slope(&self, c: &Conditions, school: School) -> f64 {
        let worked = &self.courses[school];
        if !worked.asks[LowerBound::HoldsDepth] {
            return 1.0;
        }
        let code = worked.code;
        let metres = Length::new::<meter>;
        let (reach, stand) = (
            metres(c.reach_m(code, self.tables)),
            metres(self.request.held_at_m()),
        );
        let away = hold::no_steeper(reach, c.cast_m / 2.0, stand);
        let one = Velocity::new::<meter_per_second>(1.0);
        one.value / hold::level(one, reach, away, stand).value
    }

    /// The shape tied on under given conditions.
    #[must_use]
    pub fn shape_at(&self, c: &Conditions) -> &'a ShapeRow {
        self.shapes.chosen(c.passing_mps(), self.wound_mps(c))
    }

    /// A shape of this rig as the window computes with it; none for one that the
    /// rig does not fish.
    #[must_use]
    pub fn rigged_of(&self, shape: Shape) -> Option<&Rigged> {
        let at = self.shapes.all().position(|s| s.code == shape)?;
        self.rigged.get(at)
    }

    /// What the window is computed from under given conditions, by a school, in water
    /// of their temperature.
    #[must_use]
    pub fn setting(&self, c: &Conditions, school: School) -> Setting<'a> {
        let water = if c.temp_c == self.conditions.temp_c {
            self.water
        } else {
            Water::at(celsius(c.temp_c))
        };
        let at = (c, self.wound_mps(c));
        // The school that the water calls for passes into the next; another one is asked alone.
        let shares = if school == self.school(c).0 {
            Shares::of(self.request, c, self.rig, self.tables)
        } else {
            Shares::alone(school)
        };
        Setting::new(&self.ground, at, water, (&shares, &self.courses[school]))
    }

    /// The needs under given conditions, by a school.
    #[must_use]
    pub fn needs(&self, c: &Conditions, school: School) -> Needs<'_> {
        let wound = self.wound_mps(c);
        let shapes = self.shapes.chosen_and_slower(c.passing_mps(), wound);
        Needs {
            setting: self.setting(c, school),
            shapes: shapes.into_iter().map(|i| self.rigged[i]).collect(),
            fall: &self.tables.conditions.fall,
            tolerance: &self.tables.conditions.tolerance,
        }
    }

    /// The school that conditions call for.
    #[must_use]
    pub fn school(&self, c: &Conditions) -> (School, school::SchoolRule) {
        school::school(self.request, c, self.rig, self.tables)
    }

    /// The choice under given conditions, by a school.
    #[must_use]
    pub fn choose_by(&self, c: &Conditions, school: School) -> Choice {
        choose(&self.needs(c, school), self.rungs)
    }

    /// The choice under given conditions, by the school they call for.
    #[must_use]
    pub fn choose_at(&self, c: &Conditions) -> Choice {
        self.choose_by(c, self.school(c).0)
    }

    /// Whether a heavier rung than one would be tied on under given conditions; `metal`
    /// is a head as heavy as the rung.
    #[must_use]
    pub fn asks_heavier(&self, c: &Conditions, rung: usize, metal: &HeadBody) -> bool {
        asks_heavier(&self.needs(c, self.school(c).0), self.rungs, rung, metal)
    }

    /// Whether a lighter rung than one would be; `metal` is a head as heavy as the rung
    /// below it.
    #[must_use]
    pub fn asks_lighter(&self, c: &Conditions, rung: usize, metal: &HeadBody) -> bool {
        asks_lighter(&self.needs(c, self.school(c).0), self.rungs, rung, metal)
    }

    /// What the hook is chosen by.
    #[must_use]
    pub fn hook_asked(&self) -> Asked<'_> {
        Asked {
            rule: &self.rig.hook,
            bait: &self.bait,
            form: self.request.bait.form,
            species: self.request.species,
            point: self.point.0,
        }
    }

    /// The hook that goes with a head.
    #[must_use]
    pub fn hook_for(&self, head: Mass) -> (HookFit, Wire) {
        let wire = point::wire(self.request, self.rig, head, self.tables);
        (hook::fit(self.tables, &self.hook_asked(), wire), wire)
    }

    /// Sizes of the hooks that the slimmest and the fattest bait of this form,
    /// length and build would get; none where its thickness was measured.
    #[must_use]
    pub fn hook_band(&self) -> Option<(&'a str, &'a str)> {
        let size = |depth: Length| {
            let bait = self.bait.hooked_at_depth(depth);
            let asked = Asked {
                bait: &bait,
                ..self.hook_asked()
            };
            hook::size(self.tables, &asked)
        };
        let (slim, fat) = self.bait.depth_band;
        (!self.bait.depth_measured).then(|| (size(slim), size(fat)))
    }

    /// How much more it drags by one's own sink tests than by the book.
    #[must_use]
    pub fn own_drag(&self) -> f64 {
        own_drag(self.options)
    }

    /// Whether the point of a hook of this cut stands open where it should be hidden.
    #[must_use]
    pub fn stands_open(&self, style: HookStyle) -> bool {
        self.point.0 == Point::Weedless && !hides(style)
    }

    /// Whether a head of this metal may be tied on: one that is asked for by name is often the
    /// law's, and no other will do.
    #[must_use]
    pub fn takes_metal(&self, material: Material) -> bool {
        let named = self.request.tackle.material;
        named.is_none_or(|m| m == material)
    }

    /// Whether a course touches nothing of the bottom.
    #[must_use]
    pub fn off_bottom(&self, course: Course) -> bool {
        self.tables.course(course).off_bottom
    }

    /// How readily the place takes tackle, 0..1.
    #[must_use]
    pub fn snags(&self) -> f64 {
        let w = &self.request.water;
        self.tables.snags(w.bottom, w.cover)
    }

    /// What keeps the rig from being fished there whatever else speaks for it: its
    /// cover, its bottom, or where the fish are.
    #[must_use]
    pub fn excluded(&self) -> Option<CodeFact> {
        excluded(self.request, self.rig, self.tables)
    }

    /// The shapes of the rig that cannot be fished there.
    #[must_use]
    pub fn shut_out(&self) -> Vec<&'a ShapeRow> {
        shut_out(self.request, self.rig, self.tables)
    }

    /// Whether the shape that was asked for cannot be fished there.
    #[must_use]
    pub fn shape_shut(&self) -> bool {
        let asked = self.request.shape;
        self.shut_out().iter().any(|row| asked == Some(row.code))
    }

    /// How well a form of bait suits the rig, -1 to 1; one that the rig's table
    /// does not name is foreign to it.
    #[must_use]
    pub fn suits(&self, form: BaitForm) -> f64 {
        self.rig.fits.form.get(&form).copied().unwrap_or(-1.0)
    }

    /// Length of a long bait for this rig, mm.
    #[must_use]
    pub fn longer_bait_mm(&self) -> f64 {
        let bait = &self.rig.bait;
        (self.tables.conditions.bait_length.longer * bait.default_mm).min(bait.most_mm)
    }

    /// Length of a short bait for this rig, mm.
    #[must_use]
    pub fn shorter_bait_mm(&self) -> f64 {
        let bait = &self.rig.bait;
        (self.tables.conditions.bait_length.shorter * bait.default_mm).max(bait.least_mm)
    }

    /// Thickest depth of the bait, mm.
    #[must_use]
    pub fn bait_depth_mm(&self) -> f64 {
        self.bait.depth.get::<millimeter>()
    }
}
