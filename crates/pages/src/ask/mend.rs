//! A complaint as a page carries it: the words of Pick, and what goes wrong.

use std::collections::BTreeMap;

use yarrowfen_core::base::codes::{Cause, Code, Phase, Remedy, Symptom};
use yarrowfen_core::question::MendRequest;
use yarrowfen_core::{Engine, FieldError, Options, PickRequest};
use yarrowfen_rows::NewMendTry;

use super::{PickForm, WORDS};

/// A change of a cause.
pub type Tried = (Cause, Remedy);

/// The complaint of a page.
#[derive(Debug, Clone)]
pub struct MendForm {
    /// What is tied on, and where.
    pub pick: PickForm,
    /// What goes wrong, as it came.
    pub symptom: String,
    /// Where in the retrieve, as it came; empty anywhere.
    pub phase: String,
    /// What was found of causes that one looks at.
    pub found: BTreeMap<Cause, bool>,
    /// Changes tried together; none where nobody chose, so that the first are.
    pub tried: Option<Vec<Tried>>,
    /// The cause that is drawn; none is the first.
    pub look: Option<Cause>,
}

/// Most changes tried together.
pub const MOST_TRIED: usize = 2;

/// `cause:remedy`, with a comma between.
#[must_use]
pub fn written(tried: &[Tried]) -> String {
    let one = |t: &Tried| format!("{}:{}", t.0.code(), t.1.code());
    tried.iter().map(one).collect::<Vec<_>>().join(",")
}

/// Pairs of codes, with a colon between, and a comma between pairs; what is not known is
/// left out.
fn pairs<A, B>(
    text: &str,
    first: fn(&str) -> Option<A>,
    second: impl Fn(&str) -> Option<B>,
) -> Vec<(A, B)> {
    let pair = |text: &str| {
        let (a, b) = text.split_once(':')?;
        Some((first(a.trim())?, second(b.trim())?))
    };
    text.split(',').filter_map(pair).collect()
}

/// Reads what [`written`] writes.
#[must_use]
pub fn tried(text: &str) -> Vec<Tried> {
    pairs(text, Cause::from_code, Remedy::from_code)
}

fn found(text: &str) -> BTreeMap<Cause, bool> {
    let so = |text: &str| match text {
        "yes" => Some(true),
        "no" => Some(false),
        _ => None,
    };
    pairs(text, Cause::from_code, so).into_iter().collect()
}

fn told(found: &BTreeMap<Cause, bool>) -> String {
    let one = |(cause, so): (&Cause, &bool)| {
        format!("{}:{}", cause.code(), if *so { "yes" } else { "no" })
    };
    found.iter().map(one).collect::<Vec<_>>().join(",")
}

/// The address at which a complaint about a question, a query string of Pick, is looked at.
#[must_use]
pub fn led(question: &str, symptom: Symptom) -> String {
    format!("/mend?{question}&symptom={}", symptom.code())
}

impl MendForm {
    /// From a query string.
    #[must_use]
    pub fn from_query(query: &str, before: Options) -> Self {
        let all: Vec<(String, String)> = serde_urlencoded::from_str(query).unwrap_or_default();
        let said = |key: &str| {
            let pair = all.iter().rev().find(|p| p.0 == key);
            pair.map(|p| p.1.trim().to_owned())
        };
        Self {
            pick: PickForm::from_query(query, before),
            symptom: said("symptom").unwrap_or_else(|| Symptom::NoHookUp.code().to_owned()),
            phase: said("phase").unwrap_or_default(),
            found: found(&said("found").unwrap_or_default()),
            tried: said("try").map(|text| {
                let mut all = tried(&text);
                all.truncate(MOST_TRIED);
                all
            }),
            look: said("look").and_then(|code| Cause::from_code(&code)),
        }
    }

    /// The words of Pick alone, as a query string.
    #[must_use]
    pub fn question(&self) -> String {
        self.pick.query()
    }

    /// The query string that brings this page back.
    #[must_use]
    pub fn query(&self) -> String {
        self.query_with(&[])
    }

    /// The same with some words of Pick changed.
    #[must_use]
    pub fn query_with(&self, changes: &[(&str, &str)]) -> String {
        let mut out = form_urlencoded::Serializer::new(self.pick.query_with(changes));
        out.append_pair("symptom", &self.symptom);
        let optional = [
            ("phase", self.phase.clone()),
            ("found", told(&self.found)),
            ("look", self.look.map_or("", Cause::code).to_owned()),
        ];
        for (key, text) in optional.iter().filter(|o| !o.1.is_empty()) {
            out.append_pair(key, text);
        }
        // Nothing tried is a choice too.
        if let Some(tried) = &self.tried {
            out.append_pair("try", &written(tried));
        }
        out.finish()
    }

    /// The same about another complaint, without what was found and tried for this one.
    #[must_use]
    pub fn about(&self, symptom: Symptom) -> String {
        Self {
            symptom: symptom.code().to_owned(),
            phase: String::new(),
            found: BTreeMap::new(),
            tried: None,
            look: None,
            ..self.clone()
        }
        .query()
    }

    /// The same with a cause looked at: found to be so, or not; or no longer looked at.
    #[must_use]
    pub fn finding(&self, cause: Cause, so: Option<bool>) -> String {
        let mut form = self.clone();
        match so {
            Some(so) => form.found.insert(cause, so),
            None => form.found.remove(&cause),
        };
        (form.tried, form.look) = (None, None);
        form.query()
    }

    /// The same with other changes tried.
    #[must_use]
    pub fn trying(&self, tried: Vec<Tried>) -> String {
        Self {
            tried: Some(tried),
            ..self.clone()
        }
        .query()
    }

    /// The same with a cause drawn.
    #[must_use]
    pub fn looking(&self, cause: Cause) -> String {
        Self {
            look: Some(cause),
            ..self.clone()
        }
        .query()
    }

    /// Whether anything is said of a head in hand without its weight.
    fn weightless(&self) -> bool {
        let blank = |key: &str| {
            let text = self.pick.typed(key);
            matches!(text, "" | "none" | "unknown") || text.ends_with(super::ASSUMED)
        };
        let said = |key: &str| !blank(key);
        let head = WORDS.iter().filter(|w| w.field.starts_with("head."));
        blank("head_weight") && head.into_iter().any(|w| said(w.key))
    }

    /// Reads the complaint; a head of which only something was said weighs what is advised.
    ///
    /// # Errors
    /// All faults, by their fields of the contract.
    pub fn read(&mut self, engine: &Engine) -> Result<MendRequest, Vec<FieldError>> {
        if self.weightless() {
            let without = self.pick.without("head.");
            if let Ok(question) = without.asked(engine) {
                let (_, told) = engine.in_hand(&question, self.pick.options());
                self.pick.set("head_weight", &told.label);
            }
        }
        let mut faults = Vec::new();
        let symptom = Symptom::from_code(&self.symptom);
        if symptom.is_none() {
            let message = "choose what goes wrong from the list";
            faults.push(FieldError::new("symptom", message));
        }
        if !self.phase.is_empty() && Phase::from_code(&self.phase).is_none() {
            let message = "choose where it happens from the list";
            faults.push(FieldError::new("phase", message));
        }
        match (self.pick.asked(engine), symptom) {
            (Ok(question), Some(symptom)) if faults.is_empty() => Ok(self.asked(question, symptom)),
            (read, _) => {
                faults.extend(read.err().unwrap_or_default());
                Err(faults)
            }
        }
    }

    fn asked(&self, question: PickRequest, symptom: Symptom) -> MendRequest {
        MendRequest {
            symptom,
            phase: Phase::from_code(&self.phase),
            question,
            found: self.found.clone(),
        }
    }
}

/// Longest words, codes and query that are kept of something tried.
const MOST_SAID: usize = 600;
const MOST_CODES: usize = 400;
const MOST_QUERY: usize = 4000;

/// Something tried, with its bounds checked and its codes known.
///
/// # Errors
/// What of it cannot be kept.
pub fn checked(new: NewMendTry) -> Result<NewMendTry, Vec<FieldError>> {
    let all = tried(&new.tried);
    let mut faults = Vec::new();
    let mut fault = |field: &str, wrong: bool, message: &str| {
        if wrong {
            faults.push(FieldError::new(field, message));
        }
    };
    let known = !all.is_empty() && written(&all) == new.tried && new.tried.len() <= MOST_CODES;
    fault("tried", !known, "this is no change that is known");
    let said = new.said.chars().count();
    let clean = new.said.chars().all(|c| !c.is_control());
    fault(
        "said",
        !(1..=MOST_SAID).contains(&said) || !clean,
        "the words are missing or too long",
    );
    fault(
        "query",
        new.query.chars().count() > MOST_QUERY,
        "the complaint is too long",
    );
    if faults.is_empty() {
        Ok(new)
    } else {
        Err(faults)
    }
}

/// Codes of a list with their words, for a control.
pub fn choices<C: Code>() -> impl Iterator<Item = (&'static str, &'static str)> {
    C::words().iter().copied()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_complaint_comes_back_as_it_was() {
        let query = "depth=4+m&rig=ned&symptom=lost_in_fight&phase=hop&found=dull_point:yes,drag_setting:no&try=wire_opens:heavier_wire&look=hole_torn";
        let form = MendForm::from_query(query, Options::default());
        let again = MendForm::from_query(&form.query(), Options::default());
        assert_eq!(form.query(), again.query());
        assert_eq!(again.found.len(), 2);
        assert_eq!(
            again.tried,
            Some(vec![(Cause::WireOpens, Remedy::HeavierWire)])
        );
        assert_eq!((&*again.symptom, &*again.phase), ("lost_in_fight", "hop"));
        assert_eq!(again.look, Some(Cause::HoleTorn));
        // What is not known is dropped, what was chosen to be none stays none.
        let odd = MendForm::from_query("found=x:yes,dull_point:maybe&try=", Options::default());
        assert!(odd.found.is_empty() && odd.tried == Some(vec![]));
    }

    #[test]
    fn a_rig_said_alone_has_its_usual_bait_in_the_sentence_too() {
        let engine = Engine::new().unwrap();
        for (rig, bait) in [("tube", "tube"), ("swimbait", "paddle_tail")] {
            let query = format!("rig={rig}");
            let mut form = MendForm::from_query(&query, Options::default());
            let asked = form.read(&engine).unwrap();
            let told = form.pick.with_assumed(&asked.question);
            assert_eq!(told.typed("form"), bait);
            let answer = engine.mend(&asked, Options::default());
            assert_eq!(told.read().unwrap().bait.form.code(), bait);
            assert!((answer.tied_on.bait_length_mm - asked.question.bait.length_mm).abs() < 1e-9);
        }
    }

    #[test]
    fn a_head_of_which_only_the_eye_is_said_weighs_what_is_advised() {
        let engine = Engine::new().unwrap();
        let mut form =
            MendForm::from_query("rig=ned&depth=3+m&head_eye=in_line", Options::default());
        let read = form.read(&engine).unwrap();
        assert!(read.question.head.is_some_and(|h| h.g > 0.5));
        assert!(!form.pick.typed("head_weight").is_empty());
        let mut bad =
            MendForm::from_query("symptom=tired&phase=noon&depth=deep", Options::default());
        let faults: Vec<_> = bad
            .read(&engine)
            .unwrap_err()
            .into_iter()
            .map(|f| f.field)
            .collect();
        assert_eq!(faults, ["symptom", "phase", "water.depth_m"]);
    }
}
