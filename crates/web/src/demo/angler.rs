//! The invented angler of the demo: a box, waters, and kept picks. He swears
//! by hang time in the mere and by contact on the basin wall.

use yarrowfen_core::PickRequest;
use yarrowfen_core::base::codes::Symptom;
use yarrowfen_core::own_box::{BoxList, csv};
use yarrowfen_core::physics::sun::Position;
use yarrowfen_store::{NewMendTry, NewWater, State, Store};

use super::{DEMO_ANGLER, DemoError};

/// His name.
const NAME: &str = "Sedge";

/// His lists, as CSV.
const LISTS: [(BoxList, &str); 5] = [
    (BoxList::Head, include_str!("../../demo/heads.csv")),
    (BoxList::Hook, include_str!("../../demo/hooks.csv")),
    (BoxList::Bait, include_str!("../../demo/baits.csv")),
    (BoxList::Line, include_str!("../../demo/lines.csv")),
    (BoxList::Rod, include_str!("../../demo/rods.csv")),
];

/// His waters: name, remark, and the question asked there.
const WATERS: [(&str, &str, &str); 5] = [
    (
        "Brick Pit, north wall",
        "Steep clay, broken brick at the foot; sunk barrow at the second bend",
        r#"{"rig":"tube","bait":{"form":"tube","length_mm":89,"body_mm":15.5},"water":{"depth_m":4,"depth_max_m":8.5,"bottom":"clay","clarity":"clear","temp_c":19},"season":"summer","species":"smallmouth","forage":"crayfish","cast_m":25}"#,
    ),
    (
        "Reed Mere, west bay",
        "Silt, crisp weed until the first frost",
        r#"{"rig":"ned","bait":{"form":"stick","length_mm":70,"body_mm":9.5,"plastic":"floating"},"water":{"depth_m":1.6,"bottom":"silt","cover":"sparse_grass","clarity":"stained","temp_c":16},"season":"post_spawn","species":"largemouth","cast_m":18}"#,
    ),
    (
        "Sluice Lode, brick bridge",
        "Slack behind the second pier; the gates open at dusk",
        r#"{"rig":"grub","bait":{"form":"grub","length_mm":64,"body_mm":10},"water":{"depth_m":2.6,"bottom":"gravel","clarity":"stained","temp_c":13,"current_mps":0.35},"season":"pre_spawn","species":"perch","cast_m":15}"#,
    ),
    (
        "Gravel Broad, windward bank",
        "Rollers pile up here: go heavier than looks right",
        r#"{"rig":"swimbait","bait":{"form":"paddle_tail","length_mm":76,"body_mm":13.5},"water":{"depth_m":3.8,"bottom":"gravel","clarity":"stained","temp_c":17,"wind_mps":7},"season":"post_spawn","species":"walleye","cast_m":22}"#,
    ),
    (
        "Pump Basin, long wall",
        "No tide since the station closed. Deep, muddy, zander after dark",
        r#"{"rig":"grub","bait":{"form":"paddle_tail","length_mm":97,"body_mm":17.5},"water":{"depth_m":8,"bottom":"mud","clarity":"stained","temp_c":10,"wind_mps":4,"light":"low"},"season":"autumn","species":"zander","school":"bottom_contact","cast_m":35}"#,
    ),
];

/// Where the invented fen would be: far out in an ocean, where no water of anybody's is.
const FEN: (f64, f64) = (49.8, -15.4);

/// A water's place in the list, so that no two stand on one point.
fn step(name: &str) -> u8 {
    (0..)
        .zip(&WATERS)
        .find(|w| w.1.0 == name)
        .map_or(0, |w| w.0)
}

/// A complaint of his: what he tried, in codes and in words, and whether it helped; none waits.
type Tried = (Symptom, &'static str, &'static str, Option<bool>);

/// What he tried against what goes wrong, oldest first.
const TRIED: [Tried; 6] = [
    (
        Symptom::NoBottomFeel,
        "too_light:heavier_head",
        "3/16 oz mushroom",
        Some(true),
    ),
    (
        Symptom::NoHookUp,
        "eye_in_the_way:turn_eye",
        "A head with the eye across the hook",
        Some(true),
    ),
    (
        Symptom::NoHookUp,
        "dull_point:sharpen",
        "Touch the point up with a fine file, or change the hook",
        Some(false),
    ),
    (
        Symptom::NoBottomFeel,
        "too_light:heavier_head",
        "1/4 oz mushroom",
        Some(false),
    ),
    (
        Symptom::NoHookUp,
        "eye_in_the_way:turn_eye",
        "A head with the eye across the hook",
        Some(true),
    ),
    (
        Symptom::HangsInRock,
        "shape_wedges:other_shape",
        "A football head",
        None,
    ),
];

fn tried((symptom, tried, said, helped): Tried) -> NewMendTry {
    NewMendTry {
        symptom,
        tried: tried.into(),
        said: said.into(),
        query: format!("symptom={}", symptom.code()),
        helped,
        made_at: None,
    }
}

/// Loads him, his box and his waters; what was changed there is gone.
///
/// # Errors
/// When a list is unsound or the database refuses.
pub(super) async fn load(store: &Store) -> Result<(), DemoError> {
    store
        .ensure_demo_account(DEMO_ANGLER, NAME, &NAME.to_lowercase())
        .await?;
    let mut states = Vec::new();
    for (kind, text) in LISTS {
        let unsound = |what: String| DemoError::Unsound(kind.code(), what);
        let read = csv::read(kind, text.as_bytes(), |_| {}).map_err(|e| unsound(e.to_string()))?;
        if let Some(fault) = read.faults.first() {
            return Err(unsound(format!("{fault:?}")));
        }
        states.extend(read.items.into_iter().map(|item| State {
            item,
            archived: false,
            added_at: None,
        }));
    }
    store.replace_box(DEMO_ANGLER, &states).await?;
    let mut asked = Vec::new();
    for (name, _, json) in WATERS {
        let request = PickRequest::from_json(json.as_bytes());
        asked.push(request.map_err(|f| DemoError::Unsound(name, format!("{f:?}")))?);
    }
    let new = |((name, remark, _), asked): (&(&'static str, &'static str, &str), _)| NewWater {
        name,
        remark,
        asked,
        at: Position::new(FEN.0 + 0.01 * f64::from(step(name)), FEN.1),
        made_at: None,
    };
    let waters: Vec<NewWater<'_>> = WATERS.iter().zip(&asked).map(new).collect();
    store.replace_waters(DEMO_ANGLER, &waters).await?;
    store
        .replace_mend_tries(DEMO_ANGLER, &TRIED.map(tried))
        .await?;
    store
        .replace_log(DEMO_ANGLER, &super::season::season())
        .await?;
    Ok(())
}
