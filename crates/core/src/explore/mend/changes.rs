//! A change, tried: whether it mends its measure, what it does to the rest, and what else it
//! may bring.

use enum_map::EnumMap;

use super::force_gauges::drag_kg;
use super::gauges::read;
use super::reading::{Reading, weight_label};
use super::remedies::tries;
use super::tries::Try;
use super::weight_gauges::{down_s, lift_m};
use crate::base::codes::{Effect, Gauge, Judged, Remedy, Symptom};
use crate::base::text::Arg;
use crate::base::{grams, plain};
use crate::choose::rules::holds;
use crate::choose::tied_on::TiedOn;
use crate::choose::{Chooser, Options};
use crate::explore::judge::judge_tied;
use crate::gear::seat::PRESSED;
use crate::physics::hold;

/// What something was, and what it becomes.
#[derive(Debug, Clone, PartialEq)]
#[expect(missing_docs, reason = "plain")]
pub struct Changed {
    pub what: Effect,
    pub now: Arg,
    pub then: Arg,
}

/// A change that mends a cause.
#[derive(Debug, Clone)]
pub struct ChangeFound {
    /// Which.
    pub remedy: Remedy,
    /// The question then, and what was changed to; none where it is done by hand.
    pub tried: Option<Try>,
    /// The measure then.
    pub after: Option<Reading>,
    /// What it does to the rest.
    pub effects: Vec<Changed>,
    /// Complaints that it may bring.
    pub brings: Vec<Symptom>,
    /// What its sentence is filled with.
    pub holes: Vec<(&'static str, Arg)>,
}

/// Looks at what would be tied on after a change.
pub fn after<R>(
    chooser: &Chooser,
    options: Options,
    now: &TiedOn<'_>,
    tried: &Try,
    look: impl FnOnce(&TiedOn<'_>) -> R,
) -> R {
    if tried.head_alone {
        return look(&TiedOn::new(now.d, tried.request.head.as_ref()));
    }
    let rig = tried.request.rig.unwrap_or(now.d.on.rig.code);
    let on = chooser.rig_on(&tried.request, options, rig);
    let decision = on.decide();
    look(&TiedOn::new(&decision, tried.request.head.as_ref()))
}

/// What is not as it should be of what is tied on.
#[derive(Debug)]
pub struct Faults {
    /// Which measures lie beyond what is wanted.
    beyond: EnumMap<Gauge, bool>,
    /// How far each need of the choice holds, under 0 where it fails.
    margins: EnumMap<Judged, f64>,
}

/// Margins that differ by less are the same.
const SAME_MARGIN: f64 = 1e-3;

impl Faults {
    /// Of what is tied on.
    #[must_use]
    pub fn found(t: &TiedOn<'_>) -> Self {
        Self {
            beyond: EnumMap::from_fn(|gauge| read(gauge, t).is_some_and(|r| r.deviates())),
            margins: margins(t),
        }
    }

    /// Whether what would be tied on then is worse: a need of the choice fails that held, or
    /// fails by more, or a measure that the choice decides leaves its range.
    fn worse(&self, then: &TiedOn<'_>) -> bool {
        let accepted = &then.d.on.tables.mend.accepted;
        let mut decided = accepted.tied.iter().chain(&accepted.usual);
        let needs = margins(then);
        let failing = |(need, margin): (Judged, &f64)| {
            *margin < 0.0 && *margin < self.margins[need] - SAME_MARGIN
        };
        needs.iter().any(failing)
            || decided.any(|g| !self.beyond[*g] && read(*g, then).is_some_and(|r| r.deviates()))
    }
}

fn margins(t: &TiedOn<'_>) -> EnumMap<Judged, f64> {
    let mut all = EnumMap::from_fn(|_| f64::INFINITY);
    for held in judge_tied(t) {
        all[held.need] = held.margin.min(all[held.need]);
    }
    all
}

/// A number that changes by less than this share is not worth a word.
const SLIGHT: f64 = 0.05;

/// What of a rig is a number, by which a slight change of it is known.
fn number(t: &TiedOn<'_>, what: Effect) -> Option<f64> {
    match what {
        Effect::Head | Effect::Hook => None,
        Effect::Fall => Some(t.needs.fall(&t.body).speed().value),
        Effect::Felt => Some(t.needs.felt_share(&t.body)),
        Effect::Gap => Some(t.hook.measures.gap_mm - PRESSED * t.over_shank_mm()),
        Effect::Total => Some(t.total_g()),
        Effect::Cast => Some(t.d.on.conditions.cast_m),
    }
}

/// What of a rig is told before and after a change.
fn told(t: &TiedOn<'_>) -> EnumMap<Effect, Arg> {
    EnumMap::from_fn(|what| match what {
        Effect::Head => Arg::Text(format!(
            "{} {}",
            weight_label(grams(t.mass)),
            t.shape.code.label()
        )),
        Effect::Fall => Arg::Speed(number(t, what).unwrap_or_default()),
        Effect::Felt => Arg::Percent(number(t, what).unwrap_or_default()),
        Effect::Hook => Arg::Text(t.hook.label()),
        Effect::Gap => Arg::Slight(number(t, what).unwrap_or_default().max(0.0)),
        Effect::Total => Arg::Text(format!("{} g", plain(t.total_g(), 1))),
        Effect::Cast => Arg::Distance(t.d.on.conditions.cast_m),
    })
}

/// What differs between two rigs, of what is told.
#[must_use]
pub fn effects(now: &TiedOn<'_>, then: &TiedOn<'_>) -> Vec<Changed> {
    let units = now.d.on.options.units;
    let (before, after) = (told(now), told(then));
    let slight = |what: Effect, before: &TiedOn<'_>, after: &TiedOn<'_>| {
        let (was, is) = (number(before, what), number(after, what));
        was.zip(is)
            .is_some_and(|(was, is)| (is - was).abs() < SLIGHT * was.abs().max(1e-9))
    };
    let differs = |(what, was): (Effect, Arg)| {
        let is = after[what].clone();
        let worth = was.text(units) != is.text(units) && !slight(what, now, then);
        worth.then_some(Changed {
            what,
            now: was,
            then: is,
        })
    };
    before.into_iter().filter_map(differs).collect()
}

/// Complaints with a cause whose measure is beyond what is wanted after a change and was not
/// before it.
#[must_use]
pub fn brings(was: &Faults, then: &TiedOn<'_>) -> Vec<Symptom> {
    let (was, is, facts) = (&was.beyond, Faults::found(then).beyond, then.d.facts());
    let symptoms = then.d.on.tables.mend.symptoms.iter();
    let can_be = &then.d.on.tables.mend.can_be;
    let brought = symptoms.filter(|(symptom, suspects)| {
        can_be.get(symptom).is_none_or(|when| holds(when, &facts))
            && suspects
                .iter()
                .any(|s| s.gauge.is_some_and(|g| is[g] && !was[g]) && holds(&s.when, &facts))
    });
    brought.map(|(symptom, _)| symptom).collect()
}

/// The least change of a remedy that brings a measure within what is wanted and makes nothing
/// else worse that the choice looks at, with the measure then; none where nothing that is tried
/// does, or where it is done by hand.
#[must_use]
pub fn mending(
    (remedy, gauge): (Remedy, Gauge),
    (chooser, options): (&Chooser, Options),
    (now, was): (&TiedOn<'_>, &Faults),
) -> Option<(Try, Reading)> {
    tries(remedy, chooser, now)?.into_iter().find_map(|tried| {
        let mended = |then: &TiedOn<'_>| {
            let reading = read(gauge, then).filter(|r| !r.deviates())?;
            (!was.worse(then)).then_some(reading)
        };
        let then = after(chooser, options, now, &tried, mended)?;
        Some((tried, then))
    })
}

/// A remedy for a cause: tried where the model knows it, else as it is done by hand. None
/// where it is tried and does not mend the measure alone.
#[must_use]
pub fn change(
    (remedy, gauge): (Remedy, Option<Gauge>),
    (chooser, options): (&Chooser, Options),
    (now, was): (&TiedOn<'_>, &Faults),
) -> Option<ChangeFound> {
    let by_hand = tries(remedy, chooser, now).is_none();
    if by_hand {
        return Some(ChangeFound {
            remedy,
            tried: None,
            after: None,
            effects: Vec::new(),
            brings: Vec::new(),
            holes: holes(now),
        });
    }
    let (tried, reading) = mending((remedy, gauge?), (chooser, options), (now, was))?;
    let (effects, brings) = after(chooser, options, now, &tried, |then| {
        (effects(now, then), brings(was, then))
    });
    Some(ChangeFound {
        remedy,
        after: Some(reading),
        effects,
        brings,
        holes: vec![("to", tried.to.clone())],
        tried: Some(tried),
    })
}

/// What the sentences of things done by hand are filled with.
fn holes(t: &TiedOn<'_>) -> Vec<(&'static str, Arg)> {
    let (d, mend) = (t.d, &t.d.on.tables.mend);
    let down = down_s(t).unwrap_or_default();
    let carried = hold::carried_m(d.on.conditions.current_mps, down);
    let take_up = d.on.tables.rules.named.get("take_up_m").copied();
    vec![
        ("drag", Arg::Pull(drag_kg(t))),
        ("count", Arg::Number(down.ceil().max(1.0), 0)),
        ("take_up", Arg::Distance(take_up.unwrap_or_default())),
        (
            "exit",
            Arg::Size(t.hook.measures.exit_mm(d.on.bait_depth_mm())),
        ),
        ("carried", Arg::Distance(carried)),
        ("lift", Arg::Distance(lift_m(t, mend.way.lift_s))),
        ("lift_s", Arg::Seconds(mend.way.lift_s)),
    ]
}
