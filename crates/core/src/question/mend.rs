//! A complaint: what goes wrong with what is tied on.

use std::collections::BTreeMap;

use serde_json::Value;

use super::PickRequest;
use crate::base::codes::{Cause, Phase, Symptom};
use crate::base::text::{Arg, mend_sentences, sentences};
use crate::base::{FieldError, shorten};

/// A complaint as it is asked.
#[derive(Debug, Clone, PartialEq)]
pub struct MendRequest {
    /// What goes wrong.
    pub symptom: Symptom,
    /// Where in the retrieve; none where nobody said.
    pub phase: Option<Phase>,
    /// The question, with what is tied on in its field `head`.
    pub question: PickRequest,
    /// What was found of causes that one looks at: whether each is so.
    pub found: BTreeMap<Cause, bool>,
}

/// Fields of a complaint; those of its question stand within `question`.
const FIELDS: [&str; 4] = ["symptom", "phase", "question", "found"];

impl MendRequest {
    /// Reads the contract's JSON.
    ///
    /// # Errors
    /// *All* faults, each with its field; those of the question as `question.…`.
    pub fn from_json(text: &[u8]) -> Result<Self, Vec<FieldError>> {
        let json: Value = serde_json::from_slice(text).map_err(|e| {
            let fault = sentences::fault_no_json(Arg::Text(e.to_string()));
            vec![FieldError::new("", fault)]
        })?;
        let Value::Object(all) = &json else {
            return Err(vec![FieldError::new("", sentences::fault_no_object())]);
        };
        let mut faults: Vec<FieldError> = all
            .keys()
            .filter(|k| !FIELDS.contains(&k.as_str()))
            .map(|k| FieldError::new(shorten(k), sentences::fault_unknown_field()))
            .collect();
        let field = |name: &str| all.get(name).filter(|v| !v.is_null());
        let symptom = read_symptom(field("symptom"), &mut faults);
        let phase = read_phase(field("phase"), &mut faults);
        let found = read_found(field("found"), &mut faults);
        let empty = Value::Object(serde_json::Map::new());
        let question = PickRequest::from_value(field("question").unwrap_or(&empty));
        let question = question.map_err(|all| {
            let within = |f: FieldError| {
                let field = format!("question.{}", f.field);
                FieldError {
                    field: field.trim_end_matches('.').to_owned(),
                    ..f
                }
            };
            faults.extend(all.into_iter().map(within));
        });
        match (symptom, question) {
            (Some(symptom), Ok(question)) if faults.is_empty() => Ok(Self {
                symptom,
                phase,
                question,
                found,
            }),
            _ => Err(faults),
        }
    }
}

fn read_symptom(value: Option<&Value>, faults: &mut Vec<FieldError>) -> Option<Symptom> {
    let found = value.and_then(Value::as_str).and_then(Symptom::from_code);
    if found.is_none() {
        let known = Arg::Text(codes(Symptom::words()));
        let fault = mend_sentences::fault_no_symptom(known);
        faults.push(FieldError::new("symptom", fault));
    }
    found
}

fn read_phase(value: Option<&Value>, faults: &mut Vec<FieldError>) -> Option<Phase> {
    let value = value?;
    let found = value.as_str().and_then(Phase::from_code);
    if found.is_none() {
        let known = Arg::Text(codes(Phase::words()));
        faults.push(FieldError::new("phase", sentences::fault_no_code(known)));
    }
    found
}

fn read_found(value: Option<&Value>, faults: &mut Vec<FieldError>) -> BTreeMap<Cause, bool> {
    let mut found = BTreeMap::new();
    let Some(value) = value else {
        return found;
    };
    let Value::Object(all) = value else {
        faults.push(FieldError::new("found", sentences::fault_no_group()));
        return found;
    };
    for (code, so) in all {
        let field = format!("found.{}", shorten(code));
        match (Cause::from_code(code), so.as_bool()) {
            (Some(cause), Some(so)) => {
                found.insert(cause, so);
            }
            (None, _) => {
                let fault = mend_sentences::fault_no_cause(Arg::Text(shorten(code)));
                faults.push(FieldError::new(field, fault));
            }
            (_, None) => faults.push(FieldError::new(field, mend_sentences::fault_found())),
        }
    }
    found
}

fn codes(all: &[(&str, &str)]) -> String {
    let codes: Vec<&str> = all.iter().map(|c| c.0).collect();
    codes.join(", ")
}

#[cfg(test)]
mod tests {
    use super::*;

    fn faults(json: &str) -> Vec<String> {
        let read = MendRequest::from_json(json.as_bytes());
        let all = read.map_or_else(|all| all, |_| Vec::new());
        all.into_iter().map(|f| f.field).collect()
    }

    #[test]
    fn every_bad_field_of_a_complaint_is_named_at_once() {
        let json = r#"{"symptom":"tired","phase":"noon","water":3,"question":{"rig":"nod","water":{"depth_m":-1}},
            "found":{"dull_point":"yes","tired":true}}"#;
        let mut found = faults(json);
        found.sort();
        let want = [
            "found.dull_point",
            "found.tired",
            "phase",
            "question.rig",
            "question.water.depth_m",
            "symptom",
            "water",
        ];
        assert_eq!(found, want);
        assert_eq!(faults("[]"), [""]);
        assert_eq!(faults("{}"), ["symptom"]);
        assert_eq!(
            faults(r#"{"symptom":"no_hook_up","phase":null,"question":[]}"#),
            ["question"]
        );
    }

    #[test]
    fn a_complaint_without_a_question_is_about_what_is_usual() {
        let read =
            MendRequest::from_json(br#"{"symptom":"lifeless","found":{"hook_centred":true}}"#);
        let read = read.unwrap();
        assert_eq!((read.symptom, read.phase), (Symptom::Lifeless, None));
        assert!(read.found[&Cause::HookCentred]);
    }
}
