//! An answer as it is shown, on Pick and where it was kept.

use enum_map::EnumMap;
use yarrowfen_core::PickRequest;
use yarrowfen_core::answer::{Answer, JudgedNeed, Reason, Switch, Text};
use yarrowfen_core::base::codes::{BaitForm, Judged, Rig, Symptom, TurnTo};
use yarrowfen_core::base::{Dimension, UnitSystem, plain};

use super::describe::{Described, describe};
use super::keep::KeepForm;
use super::ladder::{RungView, ladder, short};
use super::terms::Terms;
use crate::ask::PickForm;
use crate::ask::mend::led;
use crate::draw::column::{Column, column};
use crate::draw::head::{HeadDrawing, head};

/// What one school would tie on, and the page that says so.
pub struct SchoolView {
    /// Its name.
    pub name: &'static str,
    /// The weight.
    pub label: Text,
    /// Its speed, with its unit.
    pub speed: String,
    /// What it says of itself.
    pub says: Text,
    /// Whether the answer follows it.
    pub here: bool,
    /// The page by this school; none on a kept answer.
    pub href: Option<String>,
}

/// A rig of the strip: the nine, best first.
pub struct RigCell {
    /// Which.
    pub rig: Rig,
    /// Its name.
    pub name: &'static str,
    /// The weight it would take.
    pub label: Text,
    /// Why, or why not.
    pub why: Text,
    /// Whether the answer is for it.
    pub here: bool,
    /// Head and hook it would take; none for the answer's own.
    pub head: Option<String>,
    /// Why not first.
    pub why_not: Option<Text>,
    /// The page for this rig; none on a kept answer.
    pub href: Option<String>,
}

/// The answer as shown.
pub struct AnswerView {
    /// The answer.
    pub a: Answer,
    /// The question, told.
    asked: Described,
    /// Terms that lead to what they mean.
    terms: Terms,
    /// Units of the texts.
    pub units: UnitSystem,
    /// The weight without its unit, and the unit.
    pub weight: (String, &'static str),
    /// The same weight in the other units.
    pub other_weight: String,
    /// Drawing of head and bait.
    pub head: HeadDrawing,
    /// Drawing of the fall.
    pub column: Column,
    /// The ladder.
    pub ladder: Vec<RungView>,
    /// How many of the answer's reasons stand beside the ladder.
    first_reasons: usize,
    /// The nine rigs, best first.
    pub rigs: Vec<RigCell>,
    /// By each school.
    pub schools: Vec<SchoolView>,
    /// What could be turned to: words for each.
    pub switches: Vec<(Text, Text)>,
    /// Other baits.
    pub baits: Vec<(Text, Text)>,
    /// Triggers outside the window are not on the ladder: said in a line.
    pub step_words: Vec<String>,
    /// For keeping it; none on an answer that is kept already.
    pub keep: Option<KeepForm>,
    /// The question as a query string, and what a need that fails is complained of as; none on
    /// an answer that is kept already.
    pub leads: Option<(String, EnumMap<Judged, Symptom>)>,
}

/// Reasons that stand beside the ladder.
const FIRST: usize = 3;

/// Codes of things that lie outside the nine rigs, in words.
/// What to turn to, in words; a code of an older model stands for itself.
fn switch_words(s: &Switch) -> (Text, Text) {
    let known = TurnTo::from_code(&s.to).map(TurnTo::label);
    let form = || BaitForm::from_code(&s.to).map(BaitForm::label);
    let words = known.or_else(form).map_or_else(|| s.to.clone(), Into::into);
    (words, s.when.clone())
}

impl AnswerView {
    /// A sentence with its terms as links, as HTML.
    #[must_use]
    pub fn linked(&self, text: &str) -> String {
        self.terms.linked(text)
    }

    /// Shows an answer. `form` makes links to what other schools say.
    #[must_use]
    pub fn new(
        request: &PickRequest,
        mut a: Answer,
        units: UnitSystem,
        form: Option<&PickForm>,
    ) -> Self {
        let by_school = form.map(|f| f.query_with(&[("school", "")]));
        let grams = a.weight.label.ends_with(" g");
        let schools = a
            .schools
            .iter()
            .map(|s| SchoolView {
                name: s.school.label(),
                label: s.label.clone(),
                speed: Dimension::Speed.print(s.speed_mps, units),
                says: s.says.clone(),
                here: s.school == a.school,
                href: by_school
                    .as_ref()
                    .filter(|_| s.school != a.school)
                    .map(|rest| format!("/?{rest}&school={}", s.school.code())),
            })
            .collect();
        let rigs = rig_cells(&a, form);
        let first_reasons = put_first(&mut a.reasons);
        let on_ladder = |label: &str, l: &[RungView]| {
            l.iter().any(|r| {
                r.label == short(label) && !r.note.is_empty() && !r.class.contains("bound")
            })
        };
        let ladder = ladder(&a, units);
        let step_words = [("Up to", &a.step_up), ("Down to", &a.step_down)]
            .into_iter()
            .filter_map(|(word, step)| {
                step.as_ref()
                    .filter(|s| !on_ladder(&s.label, &ladder))
                    .map(|s| format!("{word} {}: {}", s.label, s.when))
            })
            .collect();
        Self {
            weight: (
                short(&a.weight.label).trim_end_matches(" g").to_owned(),
                if grams { "g" } else { "oz" },
            ),
            other_weight: if grams {
                format!("{} oz", plain(a.weight.oz, 3))
            } else {
                format!("{} g", plain(a.weight.g, 1))
            },
            head: head(&a, request.bait.form, units),
            column: column(request, &a, units),
            terms: Terms::default(),
            ladder,
            first_reasons,
            rigs,
            schools,
            switches: a.switches.iter().map(switch_words).collect(),
            baits: a.bait_switches.iter().map(switch_words).collect(),
            step_words,
            keep: None,
            leads: None,
            asked: describe(request, units),
            units,
            a,
        }
    }

    /// Why the rig that was asked for does not suit, and the page of the one that does.
    #[must_use]
    pub fn unfit(&self) -> Option<(Text, Option<(String, &'static str)>)> {
        let fits = self.a.fits.as_ref().filter(|f| !f.ok)?;
        let better = fits.better_rig.and_then(|rig| {
            let cell = self.rigs.iter().find(|r| r.rig == rig)?;
            cell.href.clone().map(|to| (to, rig.label()))
        });
        Some((fits.why_not.clone()?, better))
    }

    /// Whether a head in hand is judged, not what is tied on.
    #[must_use]
    pub fn judges_head_in_hand(&self) -> bool {
        !self.a.judged.is_empty() && !self.a.judged_tied_on
    }

    /// The head in hand, or what is tied on, need by need: what fails first.
    #[must_use]
    pub fn judged(&self) -> Vec<&JudgedNeed> {
        // What is met many times over says nothing.
        let mut all: Vec<_> = self.a.judged.iter().filter(|j| j.worth_a_line()).collect();
        all.sort_by(|a, b| a.margin.total_cmp(&b.margin));
        all
    }

    /// Where a need of the head in hand that fails is looked at as a complaint; nothing where
    /// the answer does not stand on a page of its own question.
    #[must_use]
    pub fn mend(&self, need: &Judged) -> Option<String> {
        let (question, leads) = self.leads.as_ref()?;
        Some(led(question, leads[*need]))
    }

    /// The same for the need that asks for more weight than all can bear.
    #[must_use]
    pub fn mend_conflict(&self) -> Option<String> {
        let conflict = self.a.weight.conflict.as_ref()?;
        self.mend(&Judged::from_code(conflict.lower_by.code())?)
    }

    /// What the head in hand comes to, in a line.
    #[must_use]
    pub fn judged_says(&self) -> Option<String> {
        let asked = self.a.judged.iter().filter(|j| j.applies);
        let fails = asked.clone().filter(|j| j.fails()).count();
        let better = format!(
            "{} {} would do it all",
            self.a.weight.label,
            self.a.head.shape.label()
        );
        match (asked.count(), fails) {
            (0, _) => None,
            (all, 0) => Some(format!("It does all {all} that is asked of it here.")),
            (all, fails) if self.a.weight.conflict.is_none() => Some(format!(
                "It fails {fails} of {all} that is asked of it here; a {better}."
            )),
            (all, fails) => Some(format!(
                "It fails {fails} of {all}: but no head does it all here."
            )),
        }
    }

    /// Reasons beside the ladder.
    #[must_use]
    pub fn first_reasons(&self) -> &[Reason] {
        &self.a.reasons[..self.first_reasons]
    }
    /// The other reasons.
    #[must_use]
    pub fn other_reasons(&self) -> &[Reason] {
        &self.a.reasons[self.first_reasons..]
    }
    /// A size with its unit.
    #[must_use]
    pub fn size(&self, mm: &f64) -> String {
        Dimension::Size.print(*mm, self.units)
    }
    /// A speed with its unit.
    #[must_use]
    pub fn speed(&self, mps: &f64) -> String {
        Dimension::Speed.print(*mps, self.units)
    }
    /// Two tests of line: `6–8`, or one.
    #[must_use]
    pub fn span(&self, pair: &(f64, f64)) -> String {
        let (least, most) = (plain(pair.0, 0), plain(pair.1, 0));
        if least == most {
            least
        } else {
            format!("{least}–{most}")
        }
    }
    /// A pull in grams, as a hand knows it.
    #[must_use]
    pub fn pull(&self, newton: &f64) -> String {
        format!(
            "{} g",
            plain(newton / yarrowfen_core::base::GRAVITY * 1000.0, 1)
        )
    }
    /// Line and leader in words.
    #[must_use]
    pub fn line_words(&self) -> String {
        let l = &self.a.line;
        let long = |span| Dimension::Distance.print_span(span, self.units);
        let leader = if l.wire_trace {
            "wire trace"
        } else {
            "fluorocarbon"
        };
        match &*l.kind {
            "braid_to_fluorocarbon" => format!(
                "{} lb braid to {} lb {leader}, {}",
                self.span(&l.main_lb),
                self.span(&l.leader_lb),
                // What older answers say of every leader.
                long(l.leader_m.unwrap_or((2.0, 2.0)))
            ),
            kind => match l.leader_m {
                None => format!("{} lb {kind}, straight through", self.span(&l.leader_lb)),
                Some(trace) => format!(
                    "{kind} to a trace of {} lb, {}",
                    self.span(&l.leader_lb),
                    long(trace)
                ),
            },
        }
    }
    /// The band of the fall on a tight line.
    #[must_use]
    pub fn band(&self) -> String {
        Dimension::Speed.print_span(self.a.sink.band_mps, self.units)
    }
    /// The question and its answer in half a line, for the list of what was asked.
    #[must_use]
    pub fn told_short(&self) -> String {
        let (a, asked) = (&self.a, &self.asked);
        format!(
            "{} {}: {}, {}, {}",
            a.weight.label, a.rig, asked.depth, asked.ground, asked.fish
        )
    }
}

/// The strip of rigs, each a link where the question can be asked again.
fn rig_cells(a: &Answer, form: Option<&PickForm>) -> Vec<RigCell> {
    let by_rig = form.map(|f| f.query_with(&[("rig", "")]));
    let cell = |place: &yarrowfen_core::answer::RigPlace| {
        let runner = a.runners_up.iter().find(|r| r.rig == place.rig);
        RigCell {
            rig: place.rig,
            name: place.rig.label(),
            label: short(&place.label).to_owned().into(),
            why: place.why.clone(),
            here: place.rig == a.rig,
            head: runner
                .map(|r| format!("{}, {}, hook {}", r.weight.label, r.head.shape, r.hook.size)),
            why_not: runner.map(|r| r.why_not_first.clone()),
            href: by_rig
                .as_ref()
                .map(|rest| format!("/?{rest}&rig={}", place.rig.code())),
        }
    };
    a.rigs.iter().map(cell).collect()
}

/// Puts first the reasons that matter most beside the ladder: why this fall,
/// why this head, and the first thing that speaks against it. Gives how many.
fn put_first(all: &mut [Reason]) -> usize {
    let wanted: [fn(&Reason) -> bool; FIRST] = [
        |r| r.code == "fall_speed",
        |r| r.code == "shape_by_traits",
        |r| !r.speaks_for,
    ];
    let mut first = 0;
    for wants in wanted {
        if let Some(at) = all[first..].iter().position(wants) {
            all[first..=first + at].rotate_right(1);
            first += 1;
        }
    }
    first
}
