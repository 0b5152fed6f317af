//! The contract over HTTP: its description, and how it says faults.

use serde_json::{Value, json};
use yarrowfen_core::FieldError;
use yarrowfen_core::base::limits::Limit;
use yarrowfen_pages::ask::{Kind, WORDS, upper_end};

/// Largest JSON that is read at all, bytes.
pub const MOST_JSON: usize = 2 * 1024 * 1024;

/// All faults as the contract writes them: the first under `error`, every one
/// under `errors`.
#[must_use]
pub fn fault_json(faults: &[FieldError]) -> Value {
    json!({ "error": faults.first(), "errors": faults })
}

fn number(limit: &Limit) -> Value {
    json!({ "type": ["number", "null"], "minimum": limit.least, "maximum": limit.most, "description": format!("{}, {}", limit.name, limit.unit) })
}

/// The request's schema, made from the same tables that check it.
fn request_schema() -> Value {
    let mut top = serde_json::Map::new();
    for word in WORDS {
        let schema = match word.kind {
            Kind::Number(limit, _) => number(limit),
            Kind::Flag => json!({ "type": ["boolean", "null"], "description": word.label }),
            Kind::Code(list) => {
                let codes: Vec<Value> = list()
                    .iter()
                    .map(|c| json!(c.0))
                    .chain([Value::Null])
                    .collect();
                json!({ "enum": codes, "description": word.label })
            }
        };
        match word.field.split_once('.') {
            Some((group, name)) => {
                let group = top.entry(group).or_insert_with(|| json!({ "type": ["object", "null"], "additionalProperties": false, "properties": {} }));
                group["properties"][name] = schema;
            }
            None => {
                top.insert(word.field.to_owned(), schema);
            }
        }
        if let Some(limit) = upper_end(word)
            && let Some((group, name)) = limit.field.split_once('.')
        {
            top[group]["properties"][name] = number(limit);
        }
    }
    json!({ "type": "object", "additionalProperties": false, "properties": top, "description": "Null or left out means usual or unknown." })
}

/// The OpenAPI description.
#[must_use]
pub fn description() -> Value {
    let fault = json!({ "type": "object", "required": ["field", "message"], "properties": { "field": { "type": "string" }, "message": { "type": "string" } } });
    let faults = json!({ "description": "Every bad field, named", "content": { "application/json": { "schema": { "type": "object", "required": ["error", "errors"],
        "properties": { "error": fault, "errors": { "type": "array", "items": fault } } } } } });
    json!({
        "openapi": "3.1.0",
        "info": { "title": "Yarrowfen", "version": env!("CARGO_PKG_VERSION"), "description": "Which jig head to tie on, and why. Numbers are SI with the unit in the name." },
        "paths": { "/api/v1/pick": { "post": {
            "operationId": "pick",
            "summary": "Answer one situation",
            "requestBody": { "required": true, "content": { "application/json": { "schema": request_schema() } } },
            "responses": {
                "200": { "description": "The answer", "content": { "application/json": { "schema": answer_schema() } } },
                "422": faults, "413": faults,
            },
        } } },
    })
}

/// What a caller may count on in an answer; more fields may come.
fn answer_schema() -> Value {
    let object = |fields: &[&str]| json!({ "type": "object", "required": fields });
    json!({ "type": "object",
        "required": ["model", "rig", "school", "head", "weight", "hook", "sink", "line", "rod", "retrieve", "rigging", "hook_set", "reasons", "notes", "cautions", "switches", "bait_switches", "runners_up", "step_up", "step_down", "schools", "rungs"],
        "properties": {
            "head": object(&["shape", "tie", "keeper", "material"]),
            "weight": object(&["label", "oz", "g", "window", "conflict"]),
            "hook": object(&["size", "style", "gap_mm", "length_mm", "exit_mm", "wire", "point", "near"]),
            "sink": object(&["speed_mps", "time_s"]),
            "line": object(&["kind", "main_lb", "leader_lb"]),
            "rod": object(&["power", "action", "rated_g"]),
        } })
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn every_limit_stands_in_the_description() {
        let text = request_schema().to_string();
        for limit in yarrowfen_core::base::limits::ALL {
            let name = limit.field.rsplit('.').next().unwrap();
            assert!(text.contains(name), "{name}");
        }
    }
}
