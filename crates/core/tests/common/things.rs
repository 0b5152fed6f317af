//! Things and questions for the tests of a box.
#![allow(
    dead_code,
    clippy::unwrap_used,
    reason = "shared by test files that each use a part, which may fail loudly"
)]

use std::borrow::Cow;

use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::own_box::{BoxList, Item, Texts, typed_line as quick};
use yarrowfen_core::{Engine, PickRequest};

/// A small bait over gravel that the model answers with a light mushroom.
pub const NED: &str = r#"{"rig":"ned","bait":{"form":"stick","length_mm":70,"plastic":"floating"},"water":{"depth_m":2.4,"bottom":"gravel","temp_c":12,"wind_mps":2},"season":"pre_spawn","species":"smallmouth","cast_m":20}"#;
pub const SWING: &str = r#"{"rig":"swing_head","bait":{"form":"creature","length_mm":89,"body_mm":17},"water":{"depth_m":4,"bottom":"shell","wind_mps":3},"species":"largemouth","cast_m":25}"#;

pub fn engine() -> Engine {
    Engine::new().unwrap()
}

pub fn item(kind: BoxList, pairs: &[(&'static str, String)]) -> Item {
    let texts: Texts<'_> = pairs
        .iter()
        .map(|(k, v)| (Cow::Borrowed(*k), Cow::Borrowed(v.as_str())))
        .collect();
    Item::read(kind, &texts, UnitSystem::Metric).unwrap()
}

pub fn said(line: &str) -> Item {
    let u = quick::understand(line, BoxList::Head, UnitSystem::Metric);
    Item::read(u.kind, &u.texts, UnitSystem::Metric).unwrap()
}

pub fn asked(json: &str) -> PickRequest {
    PickRequest::from_json(json.as_bytes()).unwrap()
}
