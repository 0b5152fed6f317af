//! What is tied on, before it is put in words: decided once, and read by the
//! answer, the pages, the cast and the trace.

use uom::si::{
    length::{meter, millimeter},
    time::second,
};

use super::accepted::Accepted;
use super::course::{Brought, Worked, hands, moved, rest};
use super::facts::Facts;
use super::line::{LineChoice, tackle};
use super::needs::Needs;
use super::rig_on_question::RigOnQuestion;
use super::rod::rod_most_g;
use super::rules::{Record, holds};
use super::school::SchoolRule;
use super::setting::way_down;
use super::tie::{blocking_post_mm, tie};
use super::window::{Choice, Crossed, choose};
use crate::answer::Hook;
use crate::base::codes::{LowerBound, School, Tie};
use crate::base::{Length, Mass, Rung, grams, round};
use crate::gear::hook::{self, Asked, HookFit};
use crate::physics::sink::{Fall, HeadBody};
use crate::tables::rules::Rule;
use crate::tables::when::{CodeFact, Flag};
use crate::tables::{ShapeRow, WayDown};

/// What one rig ties on for a question.
#[derive(Debug)]
pub struct Decision<'w> {
    /// The rig on the question.
    pub on: &'w RigOnQuestion<'w>,
    /// The school followed, and why.
    pub school: School,
    /// See `school`.
    pub school_rule: SchoolRule,
    /// How it goes through the water.
    pub course: &'w Worked,
    /// The window and the rung.
    pub choice: Choice,
    /// The needs that bound it.
    pub needs: Needs<'w>,
    /// The head as the water meets it.
    pub body: HeadBody,
    /// The fall to the wanted speed.
    pub fall: Fall,
    /// How it is let down to the bottom, and that fall.
    pub way_down: WayDown,
    /// See `way_down`.
    pub down: Fall,
    /// The hook as fitted, and as it is told.
    pub fit: HookFit,
    /// See `fit`.
    pub hook: Hook,
    /// The head's shape.
    pub shape: &'w ShapeRow,
    /// Where the line is tied, and the rule that says so.
    pub tie: Tie,
    /// See `tie`.
    pub tie_rule: Option<&'w Rule>,
    /// Every rule for the tie, as it was asked.
    pub tie_record: Record,
    /// Line and rod.
    pub line: LineChoice<'w>,
    /// Head, hook and bait together.
    pub total: Mass,
    /// What it accepts where trouble is looked for.
    pub accepted: Accepted,
}

impl<'a> RigOnQuestion<'a> {
    /// Decides.
    #[must_use]
    pub fn decide(&self) -> Decision<'_> {
        let (school, school_rule) = self.school(&self.conditions);
        let needs = self.needs(&self.conditions, school);
        let mut choice = choose(&needs, self.rungs);
        choice.rung = self.covering(&choice);
        let mass = self.rungs[choice.rung].mass;
        let (fit, wire) = self.hook_for(mass);
        // From here on it falls with the hook that is tied on.
        let needs = needs.with_hook(fit.measured.mass());
        let body = needs.head(mass);
        let total = mass + self.bait.mass() + fit.measured.mass();
        let mut tie_record = Record::default();
        let shape = self.shape_at(&self.conditions);
        let mut facts = self.facts();
        facts.flags[Flag::OffBottom] = self.off_bottom(self.courses[school].code);
        let high = body.sphere_diameter.get::<millimeter>() * shape.height;
        let gap = fit.measured.gap_mm;
        let blocked = blocking_post_mm(Tie::Top, high, gap, &self.tables.hooks);
        facts.flags[Flag::PostBlocks] = blocked.is_some();
        let (tie, tie_rule) = tie(self.rig, self.tables, &facts, &mut tie_record);
        Decision {
            on: self,
            school,
            school_rule,
            course: &self.courses[school],
            choice,
            fall: needs.fall(&body),
            way_down: way_down(self.rig, self.tables.school(school)),
            down: needs.let_down(&body),
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
            shape,
            tie,
            tie_rule,
            tie_record,
            line: tackle(self.request, self.rig, (mass, total), self.tables),
            total,
            accepted: Accepted::default(),
            needs,
            body,
            fit,
        }
    }
}

impl<'w> Decision<'w> {
    /// The rung tied on.
    #[must_use]
    pub fn rung(&self) -> &'w Rung {
        &self.on.rungs[self.choice.rung]
    }

    /// Whether no weight does everything.
    #[must_use]
    pub fn crossed(&self) -> bool {
        self.choice.crossed != Crossed::No
    }

    /// Whether the rig is to be felt on the bottom.
    #[must_use]
    pub fn felt_on_bottom(&self) -> bool {
        self.needs.asks(LowerBound::Feel)
    }

    /// Seconds to the bottom as it falls to its wanted speed; 0 where it floats.
    #[must_use]
    pub fn time_s(&self) -> f64 {
        seconds(self.fall)
    }

    /// Seconds to the bottom as it is let down there; 0 where it floats.
    #[must_use]
    pub fn down_s(&self) -> f64 {
        seconds(self.down)
    }

    /// Depth at which it is fished, m: the bottom, or where the fish are.
    #[must_use]
    pub fn reach_m(&self) -> f64 {
        self.on.conditions.reach_m(self.course.code, self.on.tables)
    }

    /// Seconds to count before the retrieve begins where it is not fished on the
    /// bottom: to the fish. None where it is, or where it floats.
    #[must_use]
    pub fn count_s(&self) -> Option<f64> {
        self.count_of(&self.body)
    }

    /// The same for another head on this rig.
    #[must_use]
    pub fn count_of(&self, head: &HeadBody) -> Option<f64> {
        let reach = self.reach_m();
        if reach >= self.on.conditions.depth_m {
            return None;
        }
        let time = self.needs.time_to(head, Length::new::<meter>(reach))?;
        Some(time.get::<second>())
    }

    /// The thickest bait of this form and length, slimmer than it is, that takes a hook
    /// where this one takes none; nothing where thickness is not what keeps it from one.
    #[must_use]
    pub fn hooked_depth(&self) -> Option<Length> {
        let now = self.on.bait.depth;
        let takes = |share: f64| {
            let bait = self.on.bait.hooked_at_depth(share * now);
            let asked = Asked {
                bait: &bait,
                ..self.on.hook_asked()
            };
            hook::fit(self.on.tables, &asked, self.hook.wire).fits
        };
        if self.fit.fits {
            return None;
        }
        (SLIMMEST..100)
            .rev()
            .map(|part| f64::from(part) / 100.0)
            .find(|share| takes(*share))
            .map(|share| share * now)
    }

    /// The facts of the question with what was chosen.
    #[must_use]
    pub fn facts(&self) -> Facts {
        let mut facts = self.on.facts();
        facts.know(CodeFact::School, self.school);
        facts.know(CodeFact::Course, self.course.code);
        facts.know(CodeFact::Shape, self.shape.code);
        facts.know(CodeFact::Wire, self.hook.wire);
        facts.flags[Flag::Crossed] = self.crossed();
        facts.flags[Flag::Felt] = self.felt_on_bottom();
        facts.flags[Flag::HookFits] = self.fit.fits;
        facts.flags[Flag::SlimmerHooked] = self.hooked_depth().is_some();
        let off = self.on.off_bottom(self.course.code);
        facts.flags[Flag::OffBottom] = off;
        facts.flags[Flag::HasKeeper] = !self.on.rig.separate_hook && !self.shape.bare;
        facts.flags[Flag::KeepsDepth] = !off || self.needs.keeps_depth(&self.body);
        let inside = |i: Option<usize>| {
            let rung = i.and_then(|i| self.on.rungs.get(i));
            rung.is_some_and(|r| self.choice.contains(r.mass))
        };
        facts.flags[Flag::HeavierInWindow] = inside(self.choice.rung.checked_add(1));
        facts.flags[Flag::LighterInWindow] = inside(self.choice.rung.checked_sub(1));
        let band = self.on.hook_band();
        facts.flags[Flag::HookTurnsOnDepth] = band.is_some_and(|(slim, fat)| slim != fat);
        let most = rod_most_g(self.on.request, self.on.tables);
        let over = |times: f64| most.is_some_and(|most| grams(self.total) > times * most);
        let overload = self.on.tables.lines.rod.overload;
        facts.flags[Flag::TooHeavyForRod] = over(overload);
        facts.flags[Flag::RodOverloaded] = over(1.0) && !over(overload);
        facts.flags[Flag::Floats] = self.fall == Fall::Floats;
        facts
    }

    /// How the rig is brought under these facts: its own way for the course, else
    /// the course's; as temperature and mood have it.
    #[must_use]
    pub fn brought(&self, facts: &Facts) -> Brought<'w> {
        let (on, tables) = (self.on, self.on.tables);
        let practice = &tables.practice[on.rig.code];
        let course = tables.course(self.course.code);
        let last = practice.courses.last();
        let usual = last.is_some_and(|course| course.gives == self.course.code);
        let own = practice.ways.iter().find(|w| holds(&w.when, facts));
        let (way, say) = match own {
            _ if self.fall == Fall::Floats => (&course.way, &tables.courses.floats),
            Some(way) => (way, &practice.retrieve),
            None => (&course.way, &course.say),
        };
        let row = &tables.courses.hands;
        let hands = hands(row, on.conditions.temp_c, on.request.mood);
        let moves = way.moves.iter();
        Brought {
            rest_s: rest(way.rest_s, &hands, row.longest_s),
            moves: moves.map(|m| moved(m, &hands, row.longest_s)).collect(),
            say,
            own: own.is_some() || usual,
        }
    }
}

/// The slimmest bait looked at where none fits, in hundredths of the one in hand.
const SLIMMEST: u8 = 40;

fn seconds(fall: Fall) -> f64 {
    fall.time().map_or(0.0, |t| t.get::<second>())
}
