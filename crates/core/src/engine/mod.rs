//! What the rest of the program asks: a dozen thin methods over the floors
//! below.

mod bench;
mod cast;
mod compose;
mod fall;
mod mend;

use std::borrow::Cow;

use crate::answer::bench::BenchAnswer;
use crate::answer::cast::CastAnswer;
use crate::answer::mend::{MendAnswer, TiedOnTold, TogetherTold};
use crate::answer::reasons::Reasons;
use crate::answer::{Answer, Gaps, OwnAnswer};
use crate::base::Mass;
use crate::base::codes::{Cause, Direction, HookStyle, Remedy, Rig};
use crate::cast::{CastRequest, CastRig, Profile, Setup};
use crate::choose::rank::rank;
use crate::choose::{Chooser, Options};
use crate::explore::card::{Axis, Card, card};
use crate::explore::cast_ready::{self, Fished};
use crate::explore::coverage::coverage;
use crate::explore::from_box::from_box;
use crate::explore::gaps::{Situation, gaps};
use crate::explore::mend::put_on;
use crate::explore::plan::{self, Plan, PlanAsked, PlanFault, PlanHeld, Tieable};
use crate::own_box::{self, BoxIndex, Item};
use crate::question::{Bait, MendRequest, PickRequest};
use crate::say;
use crate::tables::{DataError, Tables};

pub use mend::OwnDoing;

/// Answers questions from tables read once. It holds nothing else, so one may
/// serve any number of threads.
///
/// ```
/// use yarrowfen_core::{Engine, Options, PickRequest};
/// let engine = Engine::new().expect("the tables are sound");
/// let question = br#"{"rig": "ned", "water": {"depth_m": 3}}"#;
/// let request = PickRequest::from_json(question).expect("a sound question");
/// let answer = engine.pick(&request, Options::default());
/// assert_eq!(answer.weight.label, "1/16 oz");
/// ```
#[derive(Debug)]
pub struct Engine {
    chooser: Chooser,
}

impl Engine {
    /// With the tables built into the program.
    ///
    /// # Errors
    /// When a table is unsound, or words are missing.
    pub fn new() -> Result<Self, DataError> {
        let tables = Tables::load()?;
        own_box::check_words()?;
        Ok(Self::with_tables(tables))
    }

    /// With other tables, which the caller has checked.
    #[must_use]
    pub fn with_tables(tables: Tables) -> Self {
        Self {
            chooser: Chooser::new(tables),
        }
    }

    /// The tables.
    #[must_use]
    pub fn tables(&self) -> &Tables {
        &self.chooser.tables
    }

    /// A question as it is answered: on a rig, with that rig's usual bait for what was left
    /// out of it.
    #[must_use]
    pub fn settled<'q>(&self, request: &'q PickRequest) -> Cow<'q, PickRequest> {
        self.chooser.settled(request)
    }

    /// Answers a question: for the rig asked, or for the best of the nine.
    #[must_use]
    pub fn pick(&self, request: &PickRequest, options: Options) -> Answer {
        let request = &*self.settled(request);
        if !options.others
            && let Some(rig) = request.rig
        {
            return self.one_rig(request, options, rig);
        }
        let all = self.chooser.every_rig_on(request, options);
        let ranked = rank(&all);
        let asked = |rig| ranked.iter().find(|r| r.rig() == rig);
        let first = request.rig.and_then(asked).unwrap_or(&ranked[0]);
        let mut reasons = Reasons::default();
        if request.rig.is_none() {
            say::why_best(&ranked, &mut reasons);
        }
        let (mut answer, verdicts) = compose::answer(&first.decision, reasons);
        answer.runners_up = compose::runners_up(&ranked, first);
        answer.rigs = compose::places(&ranked);
        answer.excluded = compose::excluded(&ranked);
        answer.excluded.extend(compose::shut_out(&first.decision));
        answer.fits = request.rig.map(|_| say::fits(first, &ranked));
        let covered = coverage(first.decision.on);
        answer.coverage = covered.map(|c| say::coverage(first.decision.on, c));
        if options.explain {
            answer.considered = say::considered(&first.decision, &ranked, &verdicts.record);
        }
        answer
    }

    /// The answer for one rig, without a look at the others.
    fn one_rig(&self, request: &PickRequest, options: Options, rig: Rig) -> Answer {
        let on = self.chooser.rig_on(request, options, rig);
        let decision = on.decide();
        let (mut answer, verdicts) = compose::answer(&decision, Reasons::default());
        if options.explain {
            answer.considered = say::considered(&decision, &[], &verdicts.record);
        }
        answer
    }

    /// The weight for a bait and rig over depth and one other condition.
    #[must_use]
    pub fn card(&self, request: &PickRequest, options: Options, axis: Axis) -> Card {
        let request = &*self.settled(request);
        let rig = self.chooser.rig_for(request, options);
        card(&self.chooser.rig_on(request, options, rig), axis)
    }

    /// What of a box serves the answer to a question, on the rig that was
    /// answered for. `things` are those at hand: in the box, not put away;
    /// `index` is theirs.
    #[must_use]
    pub fn from_box(
        &self,
        request: &PickRequest,
        options: Options,
        rig: Rig,
        (things, index): (&[&Item], &BoxIndex),
    ) -> OwnAnswer {
        let request = &*self.settled(request);
        let on = self.chooser.rig_on(request, options, rig);
        let decision = on.decide();
        let found = from_box(&decision, things, index);
        say::own(&decision, &found, things)
    }

    /// What a box lacks for situations, and what of it lies idle.
    #[must_use]
    pub fn gaps(&self, situations: &[Situation<'_>], things: &[&Item], options: Options) -> Gaps {
        let settled: Vec<Cow<'_, PickRequest>> =
            situations.iter().map(|s| self.settled(s.request)).collect();
        let answered = |(s, request): (&Situation<'_>, _)| Situation {
            name: s.name.clone(),
            request,
        };
        let situations: Vec<Situation<'_>> = situations
            .iter()
            .zip(settled.iter().map(AsRef::as_ref))
            .map(answered)
            .collect();
        let found = gaps(&self.chooser, &situations, things, options);
        say::gaps(found, options.units)
    }

    /// The rig that an answer ties on, or the same with another head.
    #[must_use]
    pub fn cast_rig(&self, request: &PickRequest, options: Options, head: Option<Mass>) -> CastRig {
        cast_ready::cast_rig(&self.chooser, &self.settled(request), options, head)
    }

    /// The cast of a question over a bottom, in its usual way.
    #[must_use]
    pub fn cast_over(
        &self,
        request: &PickRequest,
        options: Options,
        head: Option<Mass>,
        over: (Profile, Direction),
    ) -> (CastRig, Setup) {
        cast_ready::cast_over(&self.chooser, &self.settled(request), options, head, over)
    }

    /// The share of the time of casts that is falls and the rest after the first of them, 0 to 1;
    /// `None` where nothing was fished.
    #[must_use]
    pub fn falling_share(&self, fished: &[Fished], options: Options) -> Option<f64> {
        cast_ready::falling_share(&self.chooser, fished, options)
    }

    /// The hook that a rig would take for a bait in open water: size and cut.
    #[must_use]
    pub fn usual_hook(&self, bait: &Bait, rig: Rig) -> (String, HookStyle) {
        let request = PickRequest {
            rig: Some(rig),
            bait: bait.clone(),
            ..PickRequest::usual().clone()
        };
        let on = self.chooser.rig_on(&request, Options::default(), rig);
        let hook = on.decide().hook;
        (hook.size.into_owned(), hook.style)
    }

    /// The causes of a complaint, in the order in which to check them, each with what is
    /// measured of what is tied on and what mends it.
    ///
    /// ```
    /// use yarrowfen_core::{Engine, Options, base::codes::Cause, question::MendRequest};
    /// let engine = Engine::new().expect("the tables are sound");
    /// let asked = br#"{"symptom": "no_hook_up", "question": {"rig": "shaky_head",
    ///     "bait": {"form": "stick", "length_mm": 127, "body_mm": 12},
    ///     "head": {"oz": 0.1875, "hook": {"size": "1/0", "style": "worm_offset"}}}}"#;
    /// let asked = MendRequest::from_json(asked).expect("a sound complaint");
    /// let told = engine.mend(&asked, Options::default());
    /// assert_eq!(told.causes[0].code, Cause::GapFilled);
    /// ```
    #[must_use]
    pub fn mend(&self, request: &MendRequest, options: Options) -> MendAnswer {
        mend::mend(&self.chooser, request, options)
    }

    /// Changes tried together, beside what is tied on now: each on what the one before left.
    #[must_use]
    pub fn mend_together(
        &self,
        request: &MendRequest,
        options: Options,
        tried: &[(Cause, Remedy)],
    ) -> TogetherTold {
        mend::together(&self.chooser, request, options, tried)
    }

    /// The rig in hand on the bench: its head and hook, or those that the answer ties on.
    #[must_use]
    pub fn bench(&self, question: &PickRequest, options: Options) -> BenchAnswer {
        bench::bench(&self.chooser, question, options)
    }

    /// A cast, played.
    #[must_use]
    pub fn cast(&self, request: &CastRequest, options: Options) -> CastAnswer {
        cast::cast(&self.chooser, request, options)
    }

    /// What of a box mends the causes that an answer found, by the first remedy of each that
    /// something in the box is.
    #[must_use]
    pub fn mend_from_box(
        &self,
        request: &MendRequest,
        options: Options,
        found: (&MendAnswer, &[&Item]),
    ) -> Vec<OwnDoing> {
        mend::from_box(&self.chooser, request, options, found)
    }

    /// What a question ties on, as it can be planned.
    #[must_use]
    pub fn tieable(&self, question: &PickRequest, options: Options) -> Tieable {
        let (rig, on) = self.in_hand(question, options);
        let question = self.settled(question);
        let hook = (on.hook_number().to_owned(), on.hook_style);
        Tieable {
            rig,
            shape: on.shape,
            label: on.label,
            g: on.g,
            bait: question.bait.clone(),
            hook,
            part: self.tables().days.part_of(rig),
        }
    }

    /// Plans a day: what on which rod at which stop, and what to pack.
    ///
    /// # Errors
    /// When there is no time, no stop or no rod.
    pub fn plan(
        &self,
        asked: &PlanAsked,
        held: PlanHeld<'_>,
        options: Options,
    ) -> Result<Plan, PlanFault> {
        plan::plan(&self.chooser, asked, held, options)
    }

    /// What is tied on by a question, with its measures, and with which rig: the head in hand,
    /// or what is advised.
    #[must_use]
    pub fn in_hand(&self, question: &PickRequest, options: Options) -> (Rig, TiedOnTold) {
        mend::in_hand(&self.chooser, question, options)
    }

    /// A question with a thing of a box tied on.
    #[must_use]
    pub fn tied_with(&self, question: &PickRequest, item: &Item) -> PickRequest {
        put_on(question.clone(), item, false)
    }
}
