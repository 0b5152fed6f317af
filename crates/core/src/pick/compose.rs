//! From a choice to an answer: the weight with its window, the head, the fall,
//! the ladder, the steps up and down.

use crate::MODEL_VERSION;
use crate::answer::{
    Answer, BaitMeasured, Head, Hook, MaterialReport, Retrieve, RungReport, SchoolAnswer, Sink,
    Step, Trigger, Weight, Window,
};
use crate::codes::{LowerBound, Material, School};
use crate::physics::sink::{self, Fall, HeadBody};
use crate::pick::needs::Needs;
use crate::pick::reasons::Reasons;
use crate::pick::setting::Conditions;
use crate::pick::window::{Choice, choose};
use crate::pick::work::Work;
use crate::pick::{
    Picture, advice, bait_advice, conflict, explain, line, point, school, shape, steps, turns,
};
use crate::record::OwnFall;
use crate::rigs::practice;
use crate::tackle::hook::HookFit;
use crate::units::{Rung, Time, grams, ounces, round};
use uom::si::{force::newton, length::millimeter, time::second, velocity::meter_per_second};

/// What is tied on, before it is put in words.
pub(super) struct Verdict<'w> {
    pub school: School,
    pub choice: Choice,
    pub needs: Needs<'w>,
    pub body: HeadBody,
    pub fall: Fall,
    pub fit: HookFit,
    pub hook: Hook,
}

impl<'a> Work<'a> {
    pub(super) fn verdict(&self) -> Verdict<'_> {
        let (school, _) = self.school(&self.conditions);
        let needs = self.needs(&self.conditions, school);
        let choice = choose(&needs, self.rungs);
        let mass = self.rungs[choice.rung].mass;
        let body = needs.head(mass);
        let (fit, wire) = self.hook_for(mass);
        Verdict {
            school,
            choice,
            fall: needs.fall(&body),
            hook: Hook {
                size: fit.size.clone().into(),
                style: fit.style,
                gap_mm: round(fit.measured.gap_mm, 1),
                length_mm: round(fit.measured.length_mm, 1),
                exit_mm: round(fit.exit_mm, 0),
                wire,
                wire_mm: round(fit.measured.wire_mm, 2),
                point: self.point.0,
                near: fit.near.iter().cloned().map(Into::into).collect(),
            },
            needs,
            body,
            fit,
        }
    }

    pub(super) fn picture<'p>(&'p self, v: &'p Verdict<'_>) -> Picture<'p> {
        let rung = &self.rungs[v.choice.rung];
        Picture {
            request: self.request,
            rig: self.rig,
            tables: self.tables,
            conditions: &self.conditions,
            school: v.school,
            units: self.options.units,
            hook: &v.hook,
            label: rung.label,
            head: rung.mass,
            crossed: v.choice.crossed != super::window::Crossed::No,
            shape: self.shape_at(&self.conditions).code,
            bait_depth_mm: self.bait.depth.get::<millimeter>(),
            total_g: grams(rung.mass + self.bait.mass() + v.fit.measured.mass()),
            time_s: seconds(v.fall),
            school_time_s: seconds(v.needs.fall_at(&v.body, v.needs.setting.wait_posture)),
            snags: self.snags(),
        }
    }

    /// The whole answer but for the other rigs.
    pub(super) fn answer(&self, mut reasons: Reasons) -> Answer {
        let v = self.verdict();
        let p = self.picture(&v);
        let practice = practice(self.rig.code);
        let rung = &self.rungs[v.choice.rung];
        self.explain(&v, &p, &mut reasons);
        let head = self.head(&v.body, &mut reasons);
        shape::post(&head, v.hook.gap_mm, p.units, &mut reasons);
        let (line, rod) =
            line::tackle(self.request, self.rig, rung.mass, self.tables, &mut reasons);
        let schools = self.schools(&v);
        let mut notes = practice.notes(&p);
        notes.extend(advice::taken(advice::NOTES, &p));
        notes.extend(advice::disputed_weight(v.school, &schools, rung.label));
        Answer {
            model: MODEL_VERSION.into(),
            rig: self.rig.code,
            school: v.school,
            cautions: advice::taken(advice::CAUTIONS, &p),
            sink: self.sink(&v),
            step_up: self.step_up(&v),
            step_down: self.step_down(&v),
            rungs: self.rung_reports(&v.needs, &v.choice),
            retrieve: Retrieve {
                name: self.rig.retrieve.name.clone().into(),
                speed_mps: round(self.conditions.retrieve_mps, 3),
                steps: practice.retrieve(&p),
            },
            rigging: practice.rigging(&p),
            hook_set: practice.hook_set(&p),
            leave_when: practice.leave_when(&p),
            switches: turns::switches(practice, &p),
            bait_switches: turns::baits(&p),
            bait_advice: bait_advice::all(&p),
            materials: self.materials(&v),
            bait: self.bait_measured(),
            depth_m: Some(round(self.conditions.depth_m, 3)),
            assumed: self.request.assumed.clone(),
            weight: self.weight(&v, &p),
            reasons: reasons.all,
            hook: v.hook.clone(),
            runners_up: Vec::new(),
            rigs: Vec::new(),
            coverage: None,
            considered: Vec::new(),
            head,
            line,
            rod,
            notes,
            schools,
        }
    }

    fn explain(&self, v: &Verdict<'_>, p: &Picture<'_>, reasons: &mut Reasons) {
        let (_, rule) = self.school(&self.conditions);
        if let Some((_, own)) = &self.options.own_fall {
            explain::own_fall(own, v, p, reasons);
        }
        school::explain(rule, v.school, self.request, self.tables, reasons);
        explain::weight(&v.choice, &v.needs, &v.body, p, reasons);
        let c = &self.conditions;
        let ranked = self.shapes.ranked(c.current_mps, c.retrieve_mps);
        shape::explain(&ranked, self.request, self.tables, reasons);
        explain::hook(&v.fit, p, reasons);
        point::explain(self.point, self.request, self.tables, reasons);
    }

    pub(super) fn head(&self, body: &HeadBody, reasons: &mut Reasons) -> Head {
        let shape = self.shape_at(&self.conditions);
        let across = body.sphere_diameter.get::<millimeter>();
        let tie = shape::tie(self.request, self.rig, self.tables, reasons);
        Head {
            shape: shape.code,
            tie,
            eye: shape::eye(tie, self.request.water.cover),
            keeper: shape::keeper(self.request, self.tables, reasons),
            material: self.conditions.material,
            length_mm: round(across * shape.length, 1),
            height_mm: round(across * shape.height, 1),
        }
    }

    pub(super) fn weight(&self, v: &Verdict<'_>, p: &Picture<'_>) -> Weight {
        let choice = &v.choice;
        let rung = &self.rungs[choice.rung];
        let retry = |c: &Conditions| {
            let new = self.choose_by(c, v.school);
            (new, self.rungs[new.rung].label)
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
                lower_says: explain::lower(choice, &v.needs, p).into(),
                upper_says: explain::upper(choice, &v.needs, p).into(),
            },
            conflict: conflict::name(
                choice,
                &self.conditions,
                self.options.units,
                (rung.label, rung.mass),
                &retry,
            ),
            total_g: round(p.total_g, 1),
        }
    }

    fn sink(&self, v: &Verdict<'_>) -> Sink {
        let (needs, s) = (&v.needs, &v.needs.setting);
        let mps = |f: Fall| f.speed().get::<meter_per_second>();
        let band = match self.options.own_fall {
            Some((_, own)) => own_band(mps(v.fall), own),
            None => self.book_band(v),
        };
        let slack = needs.fall_at(&v.body, self.tables.baits.posture.slack_line);
        Sink {
            speed_mps: round(mps(v.fall), 3),
            time_s: round(seconds(v.fall), 2),
            band_mps: band,
            slack_mps: round(mps(slack), 2),
            target_mps: round(s.target.get::<meter_per_second>(), 3),
            submerged_n: round(needs.weight(&v.body).get::<newton>(), 4),
        }
    }

    /// Least and most speed by the spread of the posture between two anglers'
    /// baits, and by the published coefficient of the head.
    fn book_band(&self, v: &Verdict<'_>) -> (f64, f64) {
        let (needs, body, s) = (&v.needs, &v.body, &v.needs.setting);
        let r = needs.rigged();
        let (close, wide) = self.tables.conditions.fall.spread;
        let published = sink::fall_by_sphericity(
            body,
            self.shape_at(&self.conditions).sphericity,
            &r.trailing,
            r.tight,
            s.line,
            s.depth,
            &s.water,
        );
        let around = [
            needs.fall_at(body, r.tight * close),
            needs.fall_at(body, r.tight * wide),
            published,
            v.fall,
        ]
        .map(|f| f.speed().get::<meter_per_second>());
        let least = around.iter().copied().fold(f64::INFINITY, f64::min);
        let most = around.iter().copied().fold(0.0, f64::max);
        (round(least, 2), round(most, 2))
    }

    /// What each school would tie on.
    fn schools(&self, v: &Verdict<'_>) -> Vec<SchoolAnswer> {
        let tied_on = |&school: &School| {
            let needs = self.needs(&self.conditions, school);
            let rung = if school == v.school {
                v.choice.rung
            } else {
                choose(&needs, self.rungs).rung
            };
            let rung = &self.rungs[rung];
            let speed = needs.fall(&needs.head(rung.mass)).speed();
            SchoolAnswer {
                school,
                label: rung.label.into(),
                oz: round(ounces(rung.mass), 5),
                speed_mps: round(speed.get::<meter_per_second>(), 2),
                says: self.tables.school(school).says.clone().into(),
            }
        };
        School::ALL.iter().map(tied_on).collect()
    }

    /// Size, fall and weight in water of the same weight in each metal.
    fn materials(&self, v: &Verdict<'_>) -> Vec<MaterialReport> {
        let mass = self.rungs[v.choice.rung].mass;
        let height = self.shape_at(&self.conditions).height;
        let report = |&material: &Material| {
            let c = Conditions {
                material,
                ..self.conditions
            };
            let needs = self.needs(&c, v.school);
            let body = needs.head(mass);
            MaterialReport {
                material,
                height_mm: round(body.sphere_diameter.get::<millimeter>() * height, 1),
                speed_mps: round(needs.fall(&body).speed().get::<meter_per_second>(), 3),
                submerged_n: round(needs.weight(&body).get::<newton>(), 4),
            }
        };
        Material::ALL.iter().map(report).collect()
    }

    fn step(rung: &Rung, triggers: Vec<Trigger>, habit: &'static str) -> Step {
        let mut step = Step {
            oz: round(ounces(rung.mass), 5),
            g: round(grams(rung.mass), 2),
            label: rung.label.into(),
            when: habit.into(),
            triggers,
        };
        let near = step.near().iter().map(|t| &*t.text);
        step.when = near.chain([habit]).collect::<Vec<_>>().join(", or ").into();
        step
    }

    fn step_up(&self, v: &Verdict<'_>) -> Option<Step> {
        let heavier = self.rungs.get(v.choice.rung + 1)?;
        let found = steps::up(&self.conditions, self.options.units, &|c| {
            self.enough(c, &v.body)
        });
        let habit = steps::heavier_habit(v.needs.asks(LowerBound::Feel));
        Some(Self::step(heavier, found, habit))
    }

    fn step_down(&self, v: &Verdict<'_>) -> Option<Step> {
        let lighter = self.rungs.get(v.choice.rung.checked_sub(1)?)?;
        let body = v.needs.head(lighter.mass);
        let found = steps::down(&self.conditions, self.options.units, &|c| {
            self.enough(c, &body)
        });
        let habit = steps::lighter_habit(v.school, self.snags() >= advice::SNAGGY);
        Some(Self::step(lighter, found, habit))
    }

    fn rung_reports(&self, needs: &Needs<'_>, choice: &Choice) -> Vec<RungReport> {
        let near = choice.rung.saturating_sub(1)..=choice.rung + 1;
        let report = |(i, rung): (usize, &Rung)| {
            let fall = needs.fall(&needs.head(rung.mass));
            let time = fall.time().map(|t| t.get::<second>());
            RungReport {
                label: rung.label.into(),
                oz: round(ounces(rung.mass), 5),
                g: round(grams(rung.mass), 2),
                in_window: choice.contains(rung.mass),
                time_s: time.map(|t| round(t, 1)),
                speed_mps: round(fall.speed().get::<meter_per_second>(), 3),
                depth_by_second: if near.contains(&i) {
                    beads(&fall, time)
                } else {
                    Vec::new()
                },
            }
        };
        self.rungs.iter().enumerate().map(report).collect()
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

/// Two standard errors of one's own record either way; the speed goes with the
/// square root of the drag.
fn own_band(speed: f64, own: OwnFall) -> (f64, f64) {
    let by = |errors: f64| {
        let drag = (own.factor + errors * own.error).max(0.1 * own.factor);
        round(speed * (own.factor / drag).sqrt(), 3)
    };
    (by(2.0), by(-2.0))
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
