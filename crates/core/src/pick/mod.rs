//! How an answer is put together.

mod advice;
mod conflict;
mod explain;
mod line;
mod needs;
pub mod reasons;
mod school;
pub mod setting;
mod shape;
mod steps;
mod window;

use crate::MODEL_VERSION;
use crate::answer::{
    Answer, BaitMeasured, Head, Hook, Retrieve, RungReport, SchoolAnswer, Sink, Step, Weight,
    Window,
};
use crate::codes::{Basis, Point, Rig, School, Topic};
use crate::data::{DataError, RigRow, ShapeRow, Tables};
use crate::physics::sink::{self, Fall, HeadBody};
use crate::request::{FieldError, PickRequest};
use crate::rigs::{Practice, practice};
use crate::tackle::bait::MeasuredBait;
use crate::tackle::hook::{self, HookFit};
use crate::units::{Ladder, Mass, Rung, Time, UnitSystem, grams, ounces, round, rungs};
use crate::water::Water;
use needs::Needs;
use reasons::Reasons;
use setting::{Conditions, Ground, Rigged, Setting, celsius};
use uom::si::{force::newton, length::millimeter, time::second, velocity::meter_per_second};
use window::{Choice, choose};

/// How a reader wants to be answered. It changes words and the ladder of
/// weights, never the physics.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Options {
    /// Units in texts.
    pub units: UnitSystem,
    /// Weights that are sold where the angler buys.
    pub ladder: Ladder,
}

impl Default for Options {
    fn default() -> Self {
        Self {
            units: UnitSystem::Metric,
            ladder: Ladder::Ounces,
        }
    }
}

/// What the words of an answer are made from.
pub struct Picture<'a> {
    /// The question.
    pub request: &'a PickRequest,
    /// The rig's table.
    pub rig: &'a RigRow,
    /// All tables.
    pub tables: &'a Tables,
    /// The conditions, with what was assumed.
    pub conditions: &'a Conditions,
    /// The school followed.
    pub school: School,
    /// Units for the reader.
    pub units: UnitSystem,
    /// The hook.
    pub hook: &'a Hook,
    /// Seconds to the bottom on a tight line.
    pub time_s: f64,
    /// Seconds to the bottom as this school lets it fall.
    pub school_time_s: f64,
}

/// The chooser: tables, read once, and nothing else.
#[derive(Debug)]
pub struct Engine {
    tables: Tables,
    ounce_rungs: Vec<Rung>,
    gram_rungs: Vec<Rung>,
}

impl Engine {
    /// With the tables built into the program.
    ///
    /// # Errors
    /// When a table is unsound.
    pub fn new() -> Result<Self, DataError> {
        Tables::load().map(Self::with_tables)
    }

    /// With other tables, which the caller has checked.
    #[must_use]
    pub fn with_tables(tables: Tables) -> Self {
        Self {
            tables,
            ounce_rungs: rungs(Ladder::Ounces),
            gram_rungs: rungs(Ladder::Grams),
        }
    }

    /// The tables.
    #[must_use]
    pub fn tables(&self) -> &Tables {
        &self.tables
    }

    /// The rigs that can be chosen for.
    pub fn rigs(&self) -> impl Iterator<Item = Rig> + '_ {
        self.tables.rigs.iter().map(|r| r.code)
    }

    fn ladder(&self, ladder: Ladder) -> &[Rung] {
        match ladder {
            Ladder::Ounces => &self.ounce_rungs,
            Ladder::Grams => &self.gram_rungs,
        }
    }

    /// Answers a question.
    ///
    /// # Errors
    /// When the rig is one that cannot be chosen for yet.
    pub fn pick(&self, request: &PickRequest, options: Options) -> Result<Answer, Vec<FieldError>> {
        let asked = request.rig.unwrap_or(Rig::Ned);
        let Some((rig, practice)) = self.tables.rig(asked).zip(practice(asked)) else {
            let known: Vec<_> = self.rigs().map(Rig::code).collect();
            let text = format!(
                "the {asked} is not chosen for yet; for now: {}",
                known.join(", ")
            );
            return Err(vec![FieldError::new("rig", text)]);
        };
        let mut reasons = Reasons::default();
        if request.rig.is_none() {
            reasons.con(
                Topic::Rig,
                "only_rig_so_far",
                Basis::CommonPractice,
                "No rig was asked for, and the Ned is the only one chosen for so far",
            );
        }
        Ok(Work::new(self, request, options, rig).answer(practice, reasons))
    }
}

/// One question at work: what stays the same while weights and conditions are
/// tried.
struct Work<'a> {
    engine: &'a Engine,
    tables: &'a Tables,
    request: &'a PickRequest,
    options: Options,
    rig: &'a RigRow,
    conditions: Conditions,
    water: Water,
    bait: MeasuredBait,
    shapes: Vec<(f64, &'a ShapeRow)>,
    ground: Ground<'a>,
    point: Point,
}

impl<'a> Work<'a> {
    fn new(
        engine: &'a Engine,
        request: &'a PickRequest,
        options: Options,
        rig: &'a RigRow,
    ) -> Self {
        let tables = &engine.tables;
        let conditions = Conditions::of(request, rig, tables);
        let bait = MeasuredBait::of(&request.bait, tables);
        let shapes = shape::ranked(request, rig, tables);
        let wedge = shapes.first().map_or(0.5, |s| s.1.traits.wedge);
        Self {
            engine,
            tables,
            request,
            options,
            rig,
            water: Water::at(celsius(conditions.temp_c)),
            conditions,
            ground: Ground::new(request, rig, &bait, wedge, tables),
            bait,
            shapes,
            point: tables.cover(request.water.cover).point,
        }
    }

    fn shape(&self) -> &'a ShapeRow {
        // `Tables::check` makes sure that a rig has shapes.
        self.shapes.first().map_or(&self.tables.shapes[0], |s| s.1)
    }

    fn setting(&self, c: &Conditions, school: School) -> Setting {
        let water = if c.temp_c == self.conditions.temp_c {
            self.water
        } else {
            Water::at(celsius(c.temp_c))
        };
        Setting::new(&self.ground, c, water, school)
    }

    fn needs<'n>(&'n self, setting: &'n Setting, rigged: &'n Rigged) -> Needs<'n> {
        Needs {
            setting,
            rigged,
            fall: &self.tables.conditions.fall,
        }
    }

    fn ladder(&self) -> &'a [Rung] {
        self.engine.ladder(self.options.ladder)
    }

    fn choose_for(&self, c: &Conditions, school: School, rigged: &Rigged) -> Choice {
        let setting = self.setting(c, school);
        choose(&self.needs(&setting, rigged), self.ladder())
    }

    /// Hook by a wire that suits the leader of a head of some mass.
    fn hook_for(&self, head: Mass) -> (HookFit, crate::codes::Wire) {
        let leader = line::leader(self.request, line::row(self.rig, head));
        let wire = hook::wire_for(self.tables, leader.1);
        (
            hook::fit(self.tables, &self.rig.hook, &self.bait, self.point, wire),
            wire,
        )
    }

    /// Weight and hook depend on each other a little (the hook's own mass, and
    /// heavier heads go with stronger line and wire): choose, then choose once
    /// more with the hook that goes with the first choice.
    fn weight_and_hook(&self, school: School) -> (Choice, Rigged, HookFit, crate::codes::Wire) {
        let rigged =
            |fit: &HookFit| Rigged::new(&self.bait, fit.measured.mass(), self.shape(), self.tables);
        let (fit, wire) = self.hook_for(Mass::default());
        let first = rigged(&fit);
        let choice = self.choose_for(&self.conditions, school, &first);
        let (better, better_wire) = self.hook_for(self.ladder()[choice.rung].mass);
        if better_wire == wire {
            return (choice, first, fit, wire);
        }
        let again = rigged(&better);
        (
            self.choose_for(&self.conditions, school, &again),
            again,
            better,
            better_wire,
        )
    }

    fn answer(&self, practice: &dyn Practice, mut reasons: Reasons) -> Answer {
        let (school, rule) = school::school(self.request, &self.conditions, self.rig, self.tables);
        let (choice, rigged, fit, wire) = self.weight_and_hook(school);
        let setting = self.setting(&self.conditions, school);
        let needs = self.needs(&setting, &rigged);
        let rung = &self.ladder()[choice.rung];
        let body = needs.head(rung.mass);
        let fall = needs.fall(&body);
        let hook = self.hook(&fit, wire);
        let picture = Picture {
            request: self.request,
            rig: self.rig,
            tables: self.tables,
            conditions: &self.conditions,
            school,
            units: self.options.units,
            hook: &hook,
            time_s: seconds(fall),
            school_time_s: seconds(needs.fall_at(&body, setting.wait_posture)),
        };
        school::explain(rule, school, self.request, self.tables, &mut reasons);
        explain::weight(&choice, &needs, &body, &picture, &mut reasons);
        shape::explain(&self.shapes, self.request, self.tables, &mut reasons);
        let head = self.head(&body, &mut reasons);
        explain::hook(
            &fit,
            &picture,
            self.bait.depth.get::<millimeter>(),
            &mut reasons,
        );
        let (line, rod) =
            line::tackle(self.request, self.rig, rung.mass, self.tables, &mut reasons);
        let weight = self.weight(&choice, &needs, &rigged, school, &picture);
        let schools = self.schools(&rigged, school, &choice);
        let mut notes = practice.notes(&picture);
        notes.extend(advice::notes(&picture));
        let labels: Vec<_> = schools
            .iter()
            .map(|s| (s.school, s.label.clone()))
            .collect();
        notes.extend(advice::disputed_weight(school, &labels, rung.label));
        Answer {
            model: MODEL_VERSION.into(),
            rig: self.rig.code,
            school,
            cautions: advice::cautions(&picture, weight.total_g, head.material),
            sink: self.sink(&needs, &body, fall),
            step_up: self.step_up(&choice, &rigged),
            step_down: self.step_down(&choice, &rigged, school),
            rungs: self.rung_reports(&needs, &choice),
            retrieve: Retrieve {
                name: self.rig.retrieve.name.clone().into(),
                speed_mps: round(self.conditions.retrieve_mps, 3),
                steps: practice.retrieve(&picture),
            },
            rigging: practice.rigging(&picture),
            hook_set: practice.hook_set(&picture),
            leave_when: practice.leave_when(&picture),
            switches: practice.switches(&picture),
            bait_switches: practice.bait_switches(&picture),
            bait: self.bait_measured(),
            assumed: self.request.assumed.clone(),
            reasons: reasons.all,
            runners_up: Vec::new(),
            head,
            weight,
            hook,
            line,
            rod,
            notes,
            schools,
        }
    }

    fn hook(&self, fit: &HookFit, wire: crate::codes::Wire) -> Hook {
        Hook {
            size: fit.size.clone().into(),
            style: fit.style,
            gap_mm: round(fit.measured.gap_mm, 1),
            length_mm: round(fit.measured.length_mm, 1),
            exit_mm: round(fit.exit_mm, 0),
            wire,
            wire_mm: round(fit.measured.wire_mm, 2),
            point: self.point,
            near: fit.near.iter().cloned().map(Into::into).collect(),
        }
    }

    fn head(&self, body: &HeadBody, reasons: &mut Reasons) -> Head {
        let shape = self.shape();
        let across = body.sphere_diameter.get::<millimeter>();
        let plastic = self.tables.plastic(self.request.bait.plastic);
        let tie = shape::tie(self.request, self.tables, reasons);
        reasons.pro(
            Topic::Keeper,
            "keeper_by_plastic",
            Basis::CommonPractice,
            shape::capital(&plastic.keeper_says),
        );
        Head {
            shape: shape.code,
            tie,
            keeper: plastic.keeper,
            material: self.conditions.material,
            length_mm: round(across * shape.length, 1),
            height_mm: round(across * shape.height, 1),
        }
    }

    fn weight(
        &self,
        choice: &Choice,
        needs: &Needs<'_>,
        rigged: &Rigged,
        school: School,
        p: &Picture<'_>,
    ) -> Weight {
        let rung = &self.ladder()[choice.rung];
        let retry = |c: &Conditions| {
            let new = self.choose_for(c, school, rigged);
            (new, self.ladder()[new.rung].label)
        };
        Weight {
            label: rung.label.into(),
            oz: round(ounces(rung.mass), 5),
            g: round(grams(rung.mass), 2),
            window: Window {
                lower_oz: round(ounces(choice.lower.0), 4),
                upper_oz: round(ounces(choice.upper.0), 4),
                lower_by: choice.lower.1,
                upper_by: choice.upper.1,
                lower_g: round(grams(choice.lower.0), 2),
                upper_g: round(grams(choice.upper.0), 2),
                lower_says: explain::lower(choice, needs, p).into(),
                upper_says: explain::upper(choice, needs, p).into(),
            },
            conflict: conflict::name(
                choice,
                &self.conditions,
                self.options.units,
                rung.label,
                &retry,
            ),
            total_g: round(grams(rung.mass + rigged.other_mass), 1),
        }
    }

    fn sink(&self, needs: &Needs<'_>, body: &HeadBody, fall: Fall) -> Sink {
        let mps = |f: Fall| f.speed().get::<meter_per_second>();
        let (s, r) = (needs.setting, needs.rigged);
        let (close, wide) = self.tables.conditions.fall.spread;
        let published = sink::fall_by_sphericity(
            body,
            self.shape().sphericity,
            &r.trailing,
            r.tight,
            s.line,
            s.depth,
            &s.water,
        );
        let around = [
            mps(needs.fall_at(body, r.tight * close)),
            mps(needs.fall_at(body, r.tight * wide)),
            mps(published),
        ];
        let least = around.iter().copied().fold(f64::INFINITY, f64::min);
        let most = around.iter().copied().fold(0.0, f64::max);
        Sink {
            speed_mps: round(mps(fall), 3),
            time_s: round(seconds(fall), 2),
            band_mps: (round(least, 2), round(most, 2)),
            slack_mps: round(
                mps(needs.fall_at(body, self.tables.baits.posture.slack_line)),
                2,
            ),
            target_mps: round(s.target.get::<meter_per_second>(), 3),
            submerged_n: round(needs.weight(body).get::<newton>(), 4),
        }
    }

    /// What each school would tie on.
    fn schools(&self, rigged: &Rigged, followed: School, choice: &Choice) -> Vec<SchoolAnswer> {
        School::ALL
            .iter()
            .map(|&school| {
                let setting = self.setting(&self.conditions, school);
                let needs = self.needs(&setting, rigged);
                let rung = if school == followed {
                    choice.rung
                } else {
                    choose(&needs, self.ladder()).rung
                };
                let rung = &self.ladder()[rung];
                SchoolAnswer {
                    school,
                    label: rung.label.into(),
                    oz: round(ounces(rung.mass), 5),
                    speed_mps: round(
                        needs
                            .fall(&needs.head(rung.mass))
                            .speed()
                            .get::<meter_per_second>(),
                        2,
                    ),
                    says: self.tables.school(school).says.clone().into(),
                }
            })
            .collect()
    }

    /// Whether a mass does everything under given conditions, by the school
    /// that those conditions call for.
    fn enough(&self, c: &Conditions, head: &HeadBody, rigged: &Rigged) -> bool {
        let (school, _) = school::school(self.request, c, self.rig, self.tables);
        let setting = self.setting(c, school);
        self.needs(&setting, rigged).enough(head)
    }

    fn body(&self, mass: Mass, rigged: &Rigged) -> HeadBody {
        HeadBody::new(
            mass,
            setting::head_density(&self.conditions, self.tables),
            rigged.drag,
            rigged.frontal,
        )
    }

    fn step(rung: &Rung, when: String) -> Step {
        Step {
            oz: round(ounces(rung.mass), 5),
            g: round(grams(rung.mass), 2),
            label: rung.label.into(),
            when: when.into(),
        }
    }

    fn step_up(&self, choice: &Choice, rigged: &Rigged) -> Option<Step> {
        let heavier = self.ladder().get(choice.rung + 1)?;
        let head = self.body(self.ladder()[choice.rung].mass, rigged);
        let mut when = steps::up(&self.conditions, self.options.units, &|c| {
            self.enough(c, &head, rigged)
        });
        when.push("if you cannot tell when it lands".into());
        Some(Self::step(heavier, when.join(", or ")))
    }

    fn step_down(&self, choice: &Choice, rigged: &Rigged, school: School) -> Option<Step> {
        let lighter = self.ladder().get(choice.rung.checked_sub(1)?)?;
        let head = self.body(lighter.mass, rigged);
        let mut when = steps::down(&self.conditions, self.options.units, &|c| {
            self.enough(c, &head, rigged)
        });
        let w = &self.request.water;
        let snag = self
            .tables
            .bottom(w.bottom)
            .snag
            .max(self.tables.cover(w.cover).snag);
        when.push(steps::lighter_habit(school, snag >= 0.7).into());
        Some(Self::step(lighter, when.join(", or ")))
    }

    fn rung_reports(&self, needs: &Needs<'_>, choice: &Choice) -> Vec<RungReport> {
        let near = choice.rung.saturating_sub(1)..=choice.rung + 1;
        self.ladder()
            .iter()
            .enumerate()
            .map(|(i, rung)| {
                let fall = needs.fall(&needs.head(rung.mass));
                let time = fall.time().map(|t| t.get::<second>());
                RungReport {
                    label: rung.label.into(),
                    oz: round(ounces(rung.mass), 5),
                    g: round(grams(rung.mass), 2),
                    in_window: choice.lower.0 <= rung.mass && rung.mass <= choice.upper.0,
                    time_s: time.map(|t| round(t, 1)),
                    speed_mps: round(fall.speed().get::<meter_per_second>(), 3),
                    depth_by_second: if near.contains(&i) {
                        beads(&fall, time)
                    } else {
                        Vec::new()
                    },
                }
            })
            .collect()
    }

    fn bait_measured(&self) -> BaitMeasured {
        let b = &self.bait;
        BaitMeasured {
            length_mm: round(b.length.get::<millimeter>(), 1),
            depth_mm: round(b.depth.get::<millimeter>(), 1),
            depth_measured: b.depth_measured,
            mass_g: round(grams(b.mass()), 1),
            tail_root_mm: round(b.tail_root.get::<millimeter>(), 0),
        }
    }
}

/// Seconds to the bottom, 0 for what floats.
fn seconds(fall: Fall) -> f64 {
    fall.time().map_or(0.0, |t| t.get::<second>())
}

/// Longest fall that is drawn, s.
const MOST_BEADS: u32 = 60;

/// One bead a second, at the depth reached by then.
fn beads(fall: &Fall, time_s: Option<f64>) -> Vec<f64> {
    let Some(total) = time_s else {
        return Vec::new();
    };
    (1..=MOST_BEADS)
        .map(f64::from)
        .take_while(|t| *t <= total)
        .map(|t| round(fall.depth_after(Time::new::<second>(t)).value, 3))
        .collect()
}
