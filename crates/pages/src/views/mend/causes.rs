//! The causes as they are shown: each on its scale, with what one may look at and what mends it.

use yarrowfen_core::answer::mend::{Measured, MendAsk, MendCause, MendChange};
use yarrowfen_core::base::codes::{Cause, Standing, Symptom};

use super::own::{Helped, OwnMend};
use crate::ask::mend::{MOST_TRIED, MendForm, Tried};
use crate::ask::{Kind, WORDS};

/// A measure on its scale, in pixels of a box 220 wide.
pub struct Scale {
    /// Left and width of what is wanted.
    pub band: (u32, u32),
    /// The threshold.
    pub at: u32,
    /// The measure.
    pub dot: u32,
    /// Whether it lies beyond.
    pub beyond: bool,
    /// The measure in words.
    pub text: String,
    /// What is wanted, in words.
    pub wanted: String,
}

const WIDE: u32 = 220;
const MIDDLE: f64 = 110.0;
/// Pixels for a measure as far off as speaks fully, the least that tells the sides apart, and
/// the most.
const FULL_PX: f64 = 74.0;
const LEAST_PX: f64 = 9.0;
const MOST_PX: f64 = 92.0;

impl Scale {
    fn of(measure: &Measured, to: bool, wanted: &str) -> Self {
        let far = (measure.beyond.abs() * FULL_PX).clamp(LEAST_PX, MOST_PX);
        let beyond = measure.beyond > 0.0;
        let right = beyond == to;
        let dot = if right { MIDDLE + far } else { MIDDLE - far };
        let half = WIDE / 2;
        Self {
            band: if to { (0, half) } else { (half, half) },
            at: half,
            dot: dot.round() as u32,
            beyond,
            text: measure.text.to_string(),
            wanted: wanted.to_owned(),
        }
    }
}

/// A change as it is shown.
pub struct ChangeView {
    /// What to do.
    pub text: String,
    /// The measure then.
    pub leads_to: String,
    /// What it does to the rest, and what it may bring.
    pub rest: String,
    /// Tries it, or no longer.
    pub href: String,
    /// Whether it is tried.
    pub on: bool,
    /// Whether it is computed, else done by hand.
    pub computed: bool,
    /// How often it helped this angler.
    pub helped: String,
}

/// A way to answer what one must look at or say.
pub struct AnswerLink {
    /// What one finds.
    pub text: String,
    /// Where that leads.
    pub href: String,
    /// Whether it was found.
    pub on: bool,
}

/// A cause as it is shown.
pub struct CauseView {
    /// Its place, or a question mark.
    pub mark: String,
    /// Its code.
    pub code: &'static str,
    /// How it stands.
    pub standing: Standing,
    /// The same beside its title, where its mark and place do not say it.
    pub stands: Option<&'static str>,
    /// Whether it is ruled out: no change is shown for it.
    pub ruled_out: bool,
    /// What it is.
    pub title: String,
    /// Draws it.
    pub look: String,
    /// Whether it is drawn.
    pub looked: bool,
    /// What was measured, or what to look at.
    pub why: String,
    /// The measure on its scale.
    pub scale: Option<Scale>,
    /// Ways to answer it.
    pub answers: Vec<AnswerLink>,
    /// The word of the sentence that says it, where it is typed there.
    pub say_at: Option<&'static str>,
    /// Changes, the least first.
    pub changes: Vec<ChangeView>,
    /// That none that is computed mends it.
    pub cannot: Option<String>,
    /// What in the box mends it.
    pub own: Option<String>,
    /// Base, ratio and share, in hundredths.
    pub likely: [String; 3],
}

/// What the causes of a page share.
pub(super) struct Shown<'v> {
    pub(super) form: &'v MendForm,
    pub(super) tried: &'v [Tried],
    pub(super) own: &'v OwnMend,
    pub(super) symptom: Symptom,
}

impl Shown<'_> {
    pub(super) fn cause(&self, at: usize, c: &MendCause, looked: Option<Cause>) -> CauseView {
        let percent = |v: f64| format!("{} %", (100.0 * v).round());
        let scale = c
            .measure
            .as_ref()
            .zip(c.wanted.as_ref())
            .map(|(m, w)| Scale::of(m, w.to.is_some(), &w.text));
        let (answers, say_at) = c
            .ask
            .as_ref()
            .map_or((Vec::new(), None), |ask| self.ask(c.code, ask));
        let look_at = c.ask.as_ref().map(|ask| ask.text.to_string());
        CauseView {
            mark: if c.says == Standing::Ask {
                "?".into()
            } else {
                at.to_string()
            },
            code: c.code.code(),
            standing: c.says,
            stands: match c.says {
                Standing::Ask | Standing::RuledOut => None,
                says => Some(says.label()),
            },
            ruled_out: c.says == Standing::RuledOut,
            title: c.text.to_string(),
            look: format!("/mend?{}", self.form.looking(c.code)),
            looked: looked == Some(c.code),
            why: match (&c.why, look_at) {
                (Some(why), Some(ask)) => format!("{why}. {ask}"),
                (Some(why), None) => why.to_string(),
                (None, ask) => ask.unwrap_or_default(),
            },
            scale: scale.filter(|s| !s.text.is_empty()),
            answers,
            say_at,
            changes: c
                .change
                .iter()
                .chain(&c.others)
                .map(|change| self.change(c.code, change))
                .collect(),
            cannot: c.cannot.as_ref().map(ToString::to_string),
            own: self.own.own.get(&c.code).cloned(),
            likely: [percent(c.base), format!("{}", c.ratio), percent(c.share)],
        }
    }

    fn change(&self, cause: Cause, change: &MendChange) -> ChangeView {
        let this = (cause, change.code);
        let on = self.tried.contains(&this);
        let mut tried: Vec<Tried> = self.tried.iter().copied().filter(|t| *t != this).collect();
        if !on {
            // One change a cause, and no more than can be told apart.
            tried.retain(|t| t.0 != cause);
            tried.push(this);
            let over = tried.len().saturating_sub(MOST_TRIED);
            tried.drain(..over);
        }
        let brings: Vec<&str> = change.brings.iter().take(2).map(|s| s.label()).collect();
        // What the change itself says is not said again.
        let other = |text: &str| !change.text.to_lowercase().contains(&text.to_lowercase());
        let effects = change.effects.iter().filter(|e| other(&e.then));
        let effects = effects.map(|e| format!("{} {} → {}", e.code, e.now, e.then));
        let mut rest: Vec<String> = effects.take(3).collect();
        if !brings.is_empty() {
            rest.push(format!("may bring: {}", brings.join("; ")));
        }
        let helped = self.own.helped.get(&(self.symptom, this));
        ChangeView {
            text: change.text.to_string(),
            leads_to: Some(change.leads_to.to_string())
                .filter(|t| other(t))
                .unwrap_or_default(),
            rest: rest.join(" · "),
            href: format!("/mend?{}", self.form.trying(tried)),
            on,
            computed: change.tried,
            helped: helped.map(Helped::told).unwrap_or_default(),
        }
    }

    /// Ways to answer what one must look at, or to say what the cause turns on; and the word
    /// where it is typed.
    fn ask(&self, cause: Cause, ask: &MendAsk) -> (Vec<AnswerLink>, Option<&'static str>) {
        let Some(field) = ask.field.as_deref() else {
            let answer = |so: bool, text: &str| {
                let on = ask.found == Some(so);
                let query = self.form.finding(cause, (!on).then_some(so));
                AnswerLink {
                    text: text.to_owned(),
                    href: format!("/mend?{query}"),
                    on,
                }
            };
            return (vec![answer(true, &ask.yes), answer(false, &ask.no)], None);
        };
        let Some(word) = WORDS.iter().find(|w| w.field == field) else {
            return (Vec::new(), None);
        };
        let Kind::Code(all) = word.kind else {
            return (Vec::new(), Some(word.key));
        };
        let said = |(code, label): &(&'static str, &'static str)| AnswerLink {
            text: (*label).to_owned(),
            href: format!("/mend?{}", self.form.query_with(&[(word.key, *code)])),
            on: false,
        };
        (all().iter().map(said).collect(), None)
    }
}
