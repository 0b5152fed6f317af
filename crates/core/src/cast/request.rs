//! A cast that is asked for by a program: a question, and the bottom that it is thrown over.

use serde_json::{Map, Value};

use super::grounds::{GROUNDS, NamedBottom};
use super::profile::Profile;
use crate::base::codes::Direction;
use crate::base::text::{Arg, sentences};
use crate::base::{FieldError, shorten};
use crate::question::PickRequest;

/// A question with the bottom of its cast.
#[derive(Debug, Clone, PartialEq)]
pub struct CastRequest {
    /// The question; with a head in its field `head`, that is cast.
    pub question: PickRequest,
    /// The bottom; none is a flat of the question's depth.
    pub profile: Option<Profile>,
    /// Up the slope or down it.
    pub direction: Direction,
}

/// Fields of a cast beside those of its question.
const FIELDS: [&str; 3] = ["ground", "profile", "direction"];

impl CastRequest {
    /// Reads the contract's JSON: a question, with `ground` (the code of a bottom) or `profile`
    /// (points of distance and depth, m) and `direction` beside its own fields.
    ///
    /// # Errors
    /// *All* faults, each with its field.
    pub fn from_json(text: &[u8]) -> Result<Self, Vec<FieldError>> {
        let json: Value = serde_json::from_slice(text).map_err(|e| {
            let fault = sentences::fault_no_json(Arg::Text(e.to_string()));
            vec![FieldError::new("", fault)]
        })?;
        let Value::Object(mut all) = json else {
            return Err(vec![FieldError::new("", sentences::fault_no_object())]);
        };
        let mut own = Map::new();
        for field in FIELDS {
            if let Some(value) = all.remove(field).filter(|v| !v.is_null()) {
                own.insert(field.to_owned(), value);
            }
        }
        let mut faults = Vec::new();
        let profile = read_profile(&own, &mut faults);
        let direction = read_direction(own.get("direction"), &mut faults);
        match PickRequest::from_value(&Value::Object(all)) {
            Ok(question) if faults.is_empty() => Ok(Self {
                question,
                profile,
                direction,
            }),
            Ok(_) => Err(faults),
            Err(more) => {
                faults.extend(more);
                Err(faults)
            }
        }
    }
}

fn no_code(field: &str, known: &[&str]) -> FieldError {
    let known = Arg::Text(known.join(", "));
    FieldError::new(field, sentences::fault_no_code(known))
}

fn read_direction(value: Option<&Value>, faults: &mut Vec<FieldError>) -> Direction {
    let Some(value) = value else {
        return Direction::Up;
    };
    value
        .as_str()
        .and_then(Direction::from_code)
        .unwrap_or_else(|| {
            let known: Vec<_> = Direction::ALL.iter().map(|d| d.code()).collect();
            faults.push(no_code("direction", &known));
            Direction::Up
        })
}

/// The bottom by its points, else by its name.
fn read_profile(own: &Map<String, Value>, faults: &mut Vec<FieldError>) -> Option<Profile> {
    if let Some(points) = own.get("profile") {
        let points = serde_json::from_value::<Vec<(f64, f64)>>(points.clone());
        let read = match points {
            Ok(points) => Profile::new(points),
            Err(fault) => {
                let fault = sentences::fault_no_json(Arg::Text(shorten(&fault.to_string())));
                Err(vec![FieldError::new("profile", fault)])
            }
        };
        return read.map_err(|all| faults.extend(all)).ok();
    }
    let ground = own.get("ground")?;
    let found = ground.as_str().and_then(NamedBottom::from_code);
    if found.is_none() {
        let known: Vec<_> = GROUNDS.iter().map(|g| g.code).collect();
        faults.push(no_code("ground", &known));
    }
    found.map(NamedBottom::profile)
}
