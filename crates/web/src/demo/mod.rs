//! The examples: an invented fen, and picks that show the range. The same on
//! every machine.

use time::OffsetDateTime;
use time::macros::datetime;
use uuid::Uuid;
use yarrowfen_core::base::{Ladder, UnitSystem};
use yarrowfen_core::{Engine, Options, PickRequest};
use yarrowfen_store::{DEMO_OWNER, KeptText, NewKept, OwnerId, Store};

mod angler;
pub mod season;

/// The invented angler whose box is one click away in the demo.
pub const DEMO_ANGLER: OwnerId =
    OwnerId(Uuid::from_u128(0x7961_7272_6f77_4665_8e00_0000_0000_0002));

/// One example: name, place, remark, when, and the question.
struct Example {
    name: &'static str,
    place: &'static str,
    remark: &'static str,
    at: OffsetDateTime,
    asked: &'static str,
}

const EXAMPLES: &[Example] = &[
    Example {
        name: "First warm week on the shelf",
        place: "Reed Mere, west bay",
        remark: "Flat calm, fish in a hand's depth of shade",
        at: datetime!(2026-04-11 08:20 UTC),
        asked: r#"{"rig":"ned","bait":{"form":"stick","length_mm":70,"plastic":"floating"},"water":{"depth_m":1.6,"bottom":"silt","cover":"sparse_grass","clarity":"stained","temp_c":14,"wind_mps":1},"season":"pre_spawn","species":"largemouth","cast_m":18}"#,
    },
    Example {
        name: "Walleye under the rollers",
        place: "Gravel Broad, windward bank",
        remark: "Could not feel the 3/32 at all",
        at: datetime!(2026-06-02 19:05 UTC),
        asked: r#"{"rig":"ned","bait":{"form":"stick","length_mm":76,"plastic":"standard"},"water":{"depth_m":3.8,"bottom":"gravel","clarity":"stained","temp_c":17,"wind_mps":7.5,"light":"low"},"season":"post_spawn","species":"walleye","cast_m":20}"#,
    },
    Example {
        name: "Drift along the old dig",
        place: "Brick Pit, north wall",
        remark: "Open bail after each snap",
        at: datetime!(2026-07-19 10:40 UTC),
        asked: r#"{"rig":"ned","bait":{"form":"craw","length_mm":70,"plastic":"standard"},"water":{"depth_m":8.5,"bottom":"chunk_rock","clarity":"clear","temp_c":22,"wind_mps":4,"drift_mps":0.3},"season":"summer","species":"smallmouth","forage":"crayfish","cast_m":25}"#,
    },
    Example {
        name: "Too much stream for a small bait",
        place: "Sluice Lode, below the brick bridge",
        remark: "No head did it all: went to the slack behind the pier",
        at: datetime!(2026-05-08 17:30 UTC),
        asked: r#"{"rig":"ned","bait":{"form":"stick","length_mm":50,"plastic":"floating"},"water":{"depth_m":2.6,"bottom":"gravel","clarity":"stained","temp_c":13,"current_mps":0.7,"wind_mps":3},"season":"spawn","species":"perch","cast_m":15,"tackle":{"rod_min_g":1,"rod_max_g":7}}"#,
    },
    Example {
        name: "Ice gone a week",
        place: "Pump Basin, by the old station",
        remark: "One take in three hours, a good one",
        at: datetime!(2026-03-03 13:15 UTC),
        asked: r#"{"rig":"ned","bait":{"form":"stick","length_mm":63.5,"plastic":"floating"},"water":{"depth_m":4.5,"bottom":"clay","clarity":"clear","temp_c":5,"wind_mps":2},"season":"winter","species":"largemouth","mood":"inactive","pressure":"high","cast_m":20}"#,
    },
    Example {
        name: "Brown water after the storm",
        place: "Reed Mere, inlet",
        remark: "",
        at: datetime!(2026-09-21 16:45 UTC),
        asked: r#"{"rig":"ned","bait":{"form":"worm","length_mm":101.6,"body_mm":9,"plastic":"standard"},"water":{"depth_m":2,"bottom":"mud","cover":"wood","clarity":"muddy","temp_c":18,"wind_mps":3,"light":"low"},"season":"autumn","species":"largemouth","cast_m":15,"toothy_fish":true}"#,
    },
    Example {
        name: "Grinding the shell bar",
        place: "Brick Pit, south ledge",
        remark: "5/8 held at a slow wind, bogged where the clay starts",
        at: datetime!(2026-06-27 06:50 UTC),
        asked: r#"{"rig":"swing_head","bait":{"form":"creature","length_mm":89,"plastic":"standard"},"water":{"depth_m":4.2,"bottom":"shell","clarity":"stained","temp_c":21,"wind_mps":3},"season":"summer","species":"largemouth","forage":"crayfish","cast_m":30}"#,
    },
    Example {
        name: "Crisp weed, outer edge",
        place: "Reed Mere, lily point",
        remark: "All of them on the fall after the snap",
        at: datetime!(2026-07-05 09:10 UTC),
        asked: r#"{"rig":"jig_worm","bait":{"form":"worm","length_mm":140,"plastic":"standard"},"water":{"depth_m":2.4,"bottom":"sand","cover":"healthy_grass","clarity":"clear","temp_c":23,"wind_mps":2},"season":"summer","species":"largemouth","cast_m":18}"#,
    },
    Example {
        name: "Hanging over the drop",
        place: "Brick Pit, deep end",
        remark: "Looked at everything, ate the one that hung still",
        at: datetime!(2026-10-12 15:20 UTC),
        asked: r#"{"rig":"hover","bait":{"form":"minnow","length_mm":89,"plastic":"standard"},"water":{"depth_m":5.5,"bottom":"clay","clarity":"clear","temp_c":15,"wind_mps":2},"season":"autumn","species":"smallmouth","fish_at":"suspended","forage":"small_fish","cast_m":20}"#,
    },
    Example {
        name: "Zander off the basin wall",
        place: "Pump Basin, long wall",
        remark: "Steps of 2.5 g until each fall took three seconds",
        at: datetime!(2026-11-08 20:40 UTC),
        asked: r#"{"rig":"grub","bait":{"form":"paddle_tail","length_mm":95,"plastic":"standard"},"water":{"depth_m":8,"bottom":"mud","clarity":"stained","temp_c":9,"wind_mps":5,"light":"low"},"season":"autumn","species":"zander","school":"bottom_contact","cast_m":40,"tackle":{"line_kind":"braid","line_mm":0.14}}"#,
    },
];

/// Ids of the examples count up from here.
const FIRST_ID: u128 = 0x7961_7272_6f77_4665_8e00_0000_0000_0100;

/// Ids of the angler's kept picks count up from here.
const FIRST_OF_ANGLER: u128 = FIRST_ID + 0x100;

/// Why the examples could not be loaded.
#[derive(Debug, thiserror::Error)]
pub enum DemoError {
    /// A question of an example is unsound: a mistake in this file.
    #[error("example “{0}” is unsound: {1}")]
    Unsound(&'static str, String),
    /// The database refused.
    #[error(transparent)]
    Store(#[from] yarrowfen_store::StoreError),
}

/// Loads the examples, answered by today's model; gives how many.
///
/// # Errors
/// When an example is unsound or the database refuses.
pub async fn load(store: &Store, engine: &Engine) -> Result<usize, DemoError> {
    let options = Options {
        units: UnitSystem::Metric,
        ladder: Ladder::Ounces,
        ..Options::default()
    };
    let mut ready = Vec::new();
    for example in EXAMPLES {
        let unsound = |what: String| DemoError::Unsound(example.name, what);
        let request = PickRequest::from_json(example.asked.as_bytes())
            .map_err(|f| unsound(format!("{f:?}")))?;
        let answer = engine.pick(&request, options);
        let text = KeptText::new(example.name, example.remark, example.place)
            .map_err(|f| unsound(format!("{f:?}")))?;
        ready.push((request, answer, text));
    }
    let row = |first: u128, n: usize| {
        let (request, answer, text) = &ready[n];
        let new = NewKept {
            text,
            request,
            answer,
            units: options.units,
            ladder: options.ladder,
        };
        (Uuid::from_u128(first + n as u128), EXAMPLES[n].at, new)
    };
    let rows: Vec<_> = (0..ready.len()).map(|n| row(FIRST_ID, n)).collect();
    store.replace_kept(DEMO_OWNER, &rows).await?;
    angler::load(store).await?;
    // He kept every other one of them.
    let his: Vec<_> = (0..ready.len())
        .step_by(2)
        .map(|n| row(FIRST_OF_ANGLER, n))
        .collect();
    store.replace_kept(DEMO_ANGLER, &his).await?;
    Ok(rows.len())
}
