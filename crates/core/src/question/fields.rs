//! Loose fields: JSON and a page's query string before they are a question.

use std::collections::BTreeMap;

use serde_json::Value;

use crate::base::FieldError;
use crate::base::codes::{
    BaitForm, Bottom, Build, Clarity, ColourView, Course, Cover, EyeTurn, FishAt, Forage,
    HeadColourView, HookSetView, HookStyle, HookTemper, Keeper, Light, LineKind, LineView,
    Material, Mood, Plastic, PointView, Power, Pressure, Reel, Rig, School, Season, Shape, Species,
    SpringView, StandUpView, Tie, Toothy, WindSide, Wire,
};
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

/// The codes of a list with their words.
pub type Codes = fn() -> &'static [(&'static str, &'static str)];

/// Fields of the contract that hold codes, each with its list.
pub const CODE_FIELDS: &[(&str, Codes)] = &[
    ("rig", Rig::words),
    ("bait.form", BaitForm::words),
    ("bait.plastic", Plastic::words),
    ("bait.build", Build::words),
    ("water.bottom", Bottom::words),
    ("water.cover", Cover::words),
    ("water.clarity", Clarity::words),
    ("water.light", Light::words),
    ("water.wind_side", WindSide::words),
    ("season", Season::words),
    ("species", Species::words),
    ("fish_at", FishAt::words),
    ("forage", Forage::words),
    ("mood", Mood::words),
    ("pressure", Pressure::words),
    ("school", School::words),
    ("course", Course::words),
    ("shape", Shape::words),
    ("toothy_fish", Toothy::words),
    ("views.stand_up", StandUpView::words),
    ("views.spring", SpringView::words),
    ("views.hook_temper", HookTemper::words),
    ("views.main_line", LineView::words),
    ("views.hook_set", HookSetView::words),
    ("views.colour", ColourView::words),
    ("views.head_colour", HeadColourView::words),
    ("views.point", PointView::words),
    ("tackle.line_kind", LineKind::words),
    ("tackle.material", Material::words),
    ("tackle.rod_power", Power::words),
    ("tackle.reel", Reel::words),
    ("head.shape", Shape::words),
    ("head.material", Material::words),
    ("head.tie", Tie::words),
    ("head.eye", EyeTurn::words),
    ("head.keeper", Keeper::words),
    ("head.hook.style", HookStyle::words),
    ("head.hook.wire", Wire::words),
];
/// Fields of the contract that hold a text: the number of a hook.
pub const TEXT_FIELDS: &[&str] = &["head.hook.size"];
/// Fields of the contract that are true or false.
pub const FLAG_FIELDS: &[&str] = &["water.slips"];
const GROUPS: &[&str] = &["bait", "water", "tackle", "views", "head", "head.hook"];

/// A field by its name, if the contract knows it.
#[must_use]
pub fn field(name: &str) -> Option<&'static str> {
    let numbers = limits::ALL.iter().map(|l| l.field);
    CODE_FIELDS
        .iter()
        .map(|f| f.0)
        .chain(TEXT_FIELDS.iter().copied())
        .chain(FLAG_FIELDS.iter().copied())
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
        gather(key, value, &mut fields, &mut faults);
    }
    (fields, faults)
}

/// Takes a field, or those of a group and of the groups in it.
fn gather(name: &str, value: &Value, fields: &mut Fields, faults: &mut Vec<FieldError>) {
    match value {
        _ if !GROUPS.contains(&name) => take(name, value, fields, faults),
        Value::Object(group) => {
            for (inner, value) in group {
                gather(&format!("{name}.{inner}"), value, fields, faults);
            }
        }
        Value::Null => {}
        _ => faults.push(FieldError::new(name, sentences::fault_no_group())),
    }
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
