//! The OpenAPI description: answers from their types, the question from the
//! table that its fields are checked by.

use schemars::generate::SchemaSettings;
use schemars::{JsonSchema, SchemaGenerator};
use serde_json::{Map, Value, json};
use yarrowfen_core::Answer;
use yarrowfen_core::answer::bench::BenchAnswer;
use yarrowfen_core::answer::cast::CastAnswer;
use yarrowfen_core::answer::mend::MendAnswer;
use yarrowfen_core::base::codes::{Cause, Direction, Phase, Symptom};
use yarrowfen_core::base::limits::{self, Limit};
use yarrowfen_core::cast::MOST_POINTS;
use yarrowfen_core::cast::grounds::GROUNDS;
use yarrowfen_core::question::{CODE_FIELDS, FLAG_FIELDS, TEXT_FIELDS};
use yarrowfen_pages::ask::WORDS;

use super::{BoxListed, Faults, PickedFromBox};
use crate::reader::SIGN_IN_COOKIE;

/// A route of the contract.
struct Route {
    path: &'static str,
    method: &'static str,
    id: &'static str,
    summary: &'static str,
    /// The schema of what it reads; none where it reads nothing.
    asks: Option<fn() -> Value>,
    /// Whether somebody has to be signed in.
    signed_in: bool,
    /// The schema of what it answers; none for plain text.
    answers: Option<fn(&mut SchemaGenerator) -> Value>,
}

fn of<T: JsonSchema>(schemas: &mut SchemaGenerator) -> Value {
    schemas.subschema_for::<T>().to_value()
}

const ROUTES: &[Route] = &[
    Route {
        path: "/api/v1/pick",
        method: "post",
        id: "pick",
        summary: "Answer one situation",
        asks: Some(request_schema),
        signed_in: false,
        answers: Some(of::<Answer>),
    },
    Route {
        path: "/api/v1/mend",
        method: "post",
        id: "mend",
        summary: "Say what goes wrong, why, and what mends it",
        asks: Some(complaint_schema),
        signed_in: false,
        answers: Some(of::<MendAnswer>),
    },
    Route {
        path: "/api/v1/bench",
        method: "post",
        id: "bench",
        summary: "Measure how the hook of a rig lies in its bait",
        asks: Some(request_schema),
        signed_in: false,
        answers: Some(of::<BenchAnswer>),
    },
    Route {
        path: "/api/v1/cast",
        method: "post",
        id: "cast",
        summary: "Play a cast over a bottom",
        asks: Some(cast_schema),
        signed_in: false,
        answers: Some(of::<CastAnswer>),
    },
    Route {
        path: "/api/v1/box",
        method: "get",
        id: "box",
        summary: "List everything in one's own box",
        asks: None,
        signed_in: true,
        answers: Some(of::<BoxListed>),
    },
    Route {
        path: "/api/v1/box/pick",
        method: "post",
        id: "box_pick",
        summary: "Answer one situation, and from one's own box",
        asks: Some(request_schema),
        signed_in: true,
        answers: Some(of::<PickedFromBox>),
    },
    Route {
        path: "/api/v1/openapi.json",
        method: "get",
        id: "openapi",
        summary: "This description",
        asks: None,
        signed_in: false,
        answers: Some(|_| json!({ "type": "object" })),
    },
    Route {
        path: "/alive",
        method: "get",
        id: "alive",
        summary: "That the server answers, with or without its database",
        asks: None,
        signed_in: false,
        answers: None,
    },
    Route {
        path: "/health",
        method: "get",
        id: "health",
        summary: "Whether server and database answer",
        asks: None,
        signed_in: false,
        answers: None,
    },
];

/// The OpenAPI description.
#[must_use]
pub fn description() -> Value {
    let settings = SchemaSettings::draft2020_12().for_serialize();
    let mut schemas = settings
        .with(|s| s.definitions_path = "/components/schemas".into())
        .into_generator();
    let mut paths = Map::new();
    for route in ROUTES {
        let operation = operation(route, &mut schemas);
        paths.insert(route.path.into(), json!({ (route.method): operation }));
    }
    json!({
        "openapi": "3.1.0",
        "info": { "title": "Yarrowfen", "version": env!("CARGO_PKG_VERSION"), "description": "Which jig head to tie on, and why. Numbers are SI with the unit in the name." },
        "paths": paths,
        "components": {
            "schemas": schemas.take_definitions(true),
            "securitySchemes": { "session": { "type": "apiKey", "in": "cookie", "name": SIGN_IN_COOKIE } },
        },
    })
}

fn operation(route: &Route, schemas: &mut SchemaGenerator) -> Value {
    let as_json = |schema: Value| json!({ "application/json": { "schema": schema } });
    let told = match route.answers {
        Some(schema) => as_json(schema(schemas)),
        None => json!({ "text/plain": { "schema": { "type": "string" } } }),
    };
    let faults = json!({ "description": "What is wrong, by field", "content": as_json(of::<Faults>(schemas)) });
    let mut operation = json!({ "operationId": route.id, "summary": route.summary,
        "responses": { "200": { "description": route.summary, "content": told } } });
    if let Some(schema) = route.asks {
        operation["requestBody"] = json!({ "required": true, "content": as_json(schema()) });
        operation["responses"]["422"] = faults.clone();
        operation["responses"]["413"] = faults.clone();
    }
    if route.signed_in {
        operation["security"] = json!([{ "session": [] }]);
        operation["responses"]["401"] = faults;
    }
    operation
}

fn number(limit: &Limit) -> Value {
    json!({ "type": ["number", "null"], "minimum": limit.least, "maximum": limit.most, "description": format!("{}, {}", limit.name(), limit.unit) })
}

/// What the pages call a field, where they ask for it.
fn told(field: &str) -> &str {
    let word = WORDS.iter().find(|w| w.field == field);
    word.map_or(field, |w| w.label)
}

/// Puts a field's schema into its group, and the group into its own.
fn put(top: &mut Map<String, Value>, field: &str, schema: Value) {
    let Some((group, rest)) = field.split_once('.') else {
        top.insert(field.to_owned(), schema);
        return;
    };
    let object =
        || json!({ "type": ["object", "null"], "additionalProperties": false, "properties": {} });
    let group = top.entry(group).or_insert_with(object);
    if let Some(Value::Object(inner)) = group.get_mut("properties") {
        put(inner, rest, schema);
    }
}

/// The question's schema, made from the same tables that read and check it.
fn request_schema() -> Value {
    let mut top = Map::new();
    for (field, list) in CODE_FIELDS {
        let codes = list().iter().map(|c| json!(c.0)).chain([Value::Null]);
        let mut codes: Vec<Value> = codes.collect();
        if *field == "toothy_fish" {
            codes.extend([json!(true), json!(false)]);
        }
        put(
            &mut top,
            field,
            json!({ "enum": codes, "description": told(field) }),
        );
    }
    for field in TEXT_FIELDS {
        let text = json!({ "type": ["string", "null"], "description": told(field) });
        put(&mut top, field, text);
    }
    for field in FLAG_FIELDS {
        let truth = json!({ "type": ["boolean", "null"], "description": told(field) });
        put(&mut top, field, truth);
    }
    for limit in limits::ALL {
        put(&mut top, limit.field, number(limit));
    }
    json!({ "type": "object", "additionalProperties": false, "properties": top, "description": "Null or left out means usual or unknown." })
}

/// The schema of a cast: a question, with the bottom and the direction beside its own fields.
fn cast_schema() -> Value {
    let mut schema = request_schema();
    let grounds = GROUNDS.iter().map(|g| json!(g.code)).chain([Value::Null]);
    let ways = Direction::ALL
        .iter()
        .map(|d| json!(d.code()))
        .chain([Value::Null]);
    let own = [
        (
            "ground",
            json!({ "enum": grounds.collect::<Vec<_>>(), "description": "A bottom by its name; none is a flat of the depth." }),
        ),
        (
            "profile",
            json!({ "type": ["array", "null"], "maxItems": MOST_POINTS, "items": { "type": "array", "prefixItems": [{ "type": "number" }, { "type": "number" }], "minItems": 2, "maxItems": 2 },
                "description": "Points of distance from the bank and depth, m; goes before the name." }),
        ),
        (
            "direction",
            json!({ "enum": ways.collect::<Vec<_>>(), "description": "Up the slope, from the bank, or down it." }),
        ),
    ];
    for (field, told) in own {
        schema["properties"][field] = told;
    }
    schema
}

/// The schema of a complaint: what goes wrong, where, what was found, and the question.
fn complaint_schema() -> Value {
    let codes = |all: &[(&str, &str)]| -> Vec<Value> { all.iter().map(|c| json!(c.0)).collect() };
    let phases = codes(Phase::words()).into_iter().chain([Value::Null]);
    let found: Map<String, Value> = Cause::words()
        .iter()
        .map(|c| (c.0.to_owned(), json!({ "type": "boolean" })))
        .collect();
    json!({ "type": "object", "additionalProperties": false, "required": ["symptom"], "properties": {
        "symptom": { "enum": codes(Symptom::words()), "description": "What goes wrong" },
        "phase": { "enum": phases.collect::<Vec<_>>(), "description": "Where in the retrieve" },
        "found": { "type": ["object", "null"], "additionalProperties": false, "properties": found,
            "description": "What was found of causes that one looks at: whether each is so" },
        "question": { "anyOf": [request_schema(), { "type": "null" }] },
    } })
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Each with its own bounds, under its own name.
    #[test]
    fn every_limit_stands_in_the_description() {
        let schema = request_schema();
        for limit in yarrowfen_core::base::limits::ALL {
            let place = limit.field.replace('.', "/properties/");
            let told = schema.pointer(&format!("/properties/{place}"));
            assert_eq!(told, Some(&number(limit)), "{}", limit.field);
        }
    }

    /// What the table of routes serves under /api, the description tells of.
    #[test]
    fn every_route_of_the_contract_is_described() {
        let served = crate::routes::TABLE.iter().map(|(path, _)| *path);
        let mut served: Vec<&str> = served
            .filter(|path| path.starts_with("/api/") || ["/alive", "/health"].contains(path))
            .collect();
        let mut told: Vec<&str> = ROUTES.iter().map(|r| r.path).collect();
        served.sort_unstable();
        told.sort_unstable();
        assert!(served.len() > 3);
        assert_eq!(served, told);
    }

    /// Every field that an answer has stands in its schema, and the other way
    /// round: one made from the type, the other by the engine.
    #[test]
    fn an_answer_is_what_its_schema_says() {
        let all = description();
        let engine = yarrowfen_core::Engine::new().unwrap();
        let asked = yarrowfen_core::PickRequest::from_json(br#"{"water":{"depth_m":4}}"#).unwrap();
        let answer = engine.pick(&asked, yarrowfen_core::Options::default());
        let answer = serde_json::to_value(answer).unwrap();
        let schemas = &all["components"]["schemas"];
        let fields = schemas["Answer"]["properties"].as_object().unwrap();
        for (name, _) in answer.as_object().unwrap() {
            assert!(fields.contains_key(name), "{name} is not described");
        }
        let required = schemas["Answer"]["required"].as_array().unwrap();
        for name in required {
            assert!(
                answer.get(name.as_str().unwrap()).is_some(),
                "{name} is not given"
            );
        }
        assert!(required.len() > 20);
        // Every reference leads somewhere.
        for text in all.to_string().split("\"#").skip(1) {
            let pointer = text.split('"').next().unwrap();
            assert!(all.pointer(pointer).is_some(), "{pointer}");
        }
    }
}
