//! Loose fields: JSON and a page's query string before they are a question.

use std::collections::BTreeMap;

use serde_json::Value;

use crate::base::FieldError;
use crate::base::limits;
use crate::base::shorten;
use crate::base::text::sentences;

/// A loose value of a field.
#[derive(Debug, Clone, PartialEq)]
pub enum Loose {
    /// A number in the contract's unit.
    Number(f64),
    /// A code.
    Text(String),
    /// True or false.
    Flag(bool),
    /// Something no field takes: a list, an object.
    Other,
}

/// Loose fields by their names in the contract. Absent means not given.
pub type Fields = BTreeMap<&'static str, Loose>;

/// Fields of the contract that hold codes.
const CODE_FIELDS: &[&str] = &[
    "rig",
    "bait.form",
    "bait.plastic",
    "bait.build",
    "water.bottom",
    "water.cover",
    "water.clarity",
    "water.light",
    "season",
    "species",
    "fish_at",
    "forage",
    "mood",
    "pressure",
    "school",
    "toothy_fish",
    "views.stand_up",
    "views.spring",
    "views.hook_temper",
    "views.main_line",
    "views.hook_set",
    "views.colour",
    "views.head_colour",
    "views.point",
    "tackle.line_kind",
    "tackle.material",
];
const GROUPS: &[&str] = &["bait", "water", "tackle", "views"];

/// A field by its name, if the contract knows it.
#[must_use]
pub fn field(name: &str) -> Option<&'static str> {
    let numbers = limits::ALL.iter().map(|l| l.field);
    CODE_FIELDS
        .iter()
        .copied()
        .chain(numbers)
        .find(|f| *f == name)
}

/// Flattens the contract's JSON: `{"water":{"depth_m":2}}` to `water.depth_m`.
/// Null counts as left out. Also given are the faults: that it is no object, or
/// one for each field that the contract does not know.
pub fn flatten(json: &Value) -> (Fields, Vec<FieldError>) {
    let Value::Object(top) = json else {
        let fault = FieldError::new("", sentences::fault_no_object());
        return (Fields::new(), vec![fault]);
    };
    let (mut fields, mut faults) = (Fields::new(), Vec::new());
    for (key, value) in top {
        match value {
            Value::Object(group) if GROUPS.contains(&key.as_str()) => {
                for (inner, value) in group {
                    take(&format!("{key}.{inner}"), value, &mut fields, &mut faults);
                }
            }
            Value::Null if GROUPS.contains(&key.as_str()) => {}
            _ if GROUPS.contains(&key.as_str()) => {
                faults.push(FieldError::new(key.as_str(), sentences::fault_no_group()));
            }
            _ => take(key, value, &mut fields, &mut faults),
        }
    }
    (fields, faults)
}

fn take(name: &str, value: &Value, fields: &mut Fields, faults: &mut Vec<FieldError>) {
    let Some(name) = field(name) else {
        faults.push(FieldError::new(
            shorten(name),
            sentences::fault_unknown_field(),
        ));
        return;
    };
    let loose = match value {
        Value::Null => return,
        Value::Bool(b) => Loose::Flag(*b),
        Value::Number(n) => n.as_f64().map_or(Loose::Other, Loose::Number),
        Value::String(s) => Loose::Text(s.clone()),
        Value::Array(_) | Value::Object(_) => Loose::Other,
    };
    fields.insert(name, loose);
}
