//! Reading a question: every fault is gathered, and what was left out is taken
//! as usual and noted.

use std::sync::LazyLock;

use serde_json::Value;

use super::reader::Reader;
use super::{Bait, Fields, Loose, PickRequest, Tackle, Views, WaterConditions, flatten, in_hand};
use crate::base::codes::{
    BaitForm, Bottom, Build, Clarity, ColourView, Course, Cover, FishAt, Forage, HeadColourView,
    HookSetView, HookTemper, Light, LineKind, LineView, Material, Mood, Plastic, PointView, Power,
    Pressure, Reel, Rig, School, Season, Shape, Species, SpringView, StandUpView, WindSide,
};
use crate::base::limits;
use crate::base::text::{Arg, sentences};
use crate::base::{FieldError, UnitSystem};

/// What is taken where none is given, a round number in each reader's units: 3 m or
/// 10 ft of depth, a light breeze of 2 m/s or 5 mph, a cast of 20 m or 65 ft.
const USUAL_DEPTH_M: (f64, f64) = (3.0, 3.048);
/// See [`USUAL_DEPTH_M`].
const USUAL_WIND_MPS: (f64, f64) = (2.0, 2.235_2);
/// See [`USUAL_DEPTH_M`].
const USUAL_CAST_M: (f64, f64) = (20.0, 19.812);

impl PickRequest {
    /// Reads the contract's JSON text.
    ///
    /// # Errors
    /// All faults: of the JSON itself, of unknown and of bad fields.
    pub fn from_json(text: &[u8]) -> Result<Self, Vec<FieldError>> {
        let json: Value = serde_json::from_slice(text).map_err(|e| {
            vec![FieldError::new(
                "",
                sentences::fault_no_json(Arg::Text(e.to_string())),
            )]
        })?;
        Self::from_value(&json)
    }

    /// Reads the contract's JSON.
    ///
    /// # Errors
    /// All faults, of unknown and of bad fields.
    pub fn from_value(json: &Value) -> Result<Self, Vec<FieldError>> {
        let (fields, mut faults) = flatten(json);
        // Unknown names do not hide the faults of the known ones.
        match Self::read(&fields, UnitSystem::Metric) {
            Ok(request) if faults.is_empty() => Ok(request),
            Ok(_) => Err(faults),
            Err(more) => {
                faults.extend(more);
                Err(faults)
            }
        }
    }

    /// The question that says nothing: everything as is usual.
    #[must_use]
    pub fn usual() -> &'static Self {
        static USUAL: LazyLock<PickRequest> = LazyLock::new(|| {
            PickRequest::gather(&mut Reader {
                fields: &Fields::new(),
                system: UnitSystem::Metric,
                faults: Vec::new(),
                assumed: Vec::new(),
            })
        });
        &USUAL
    }

    /// Turns loose fields into a request. Messages print limits in `system`.
    ///
    /// # Errors
    /// Every fault, not the first.
    pub fn read(fields: &Fields, system: UnitSystem) -> Result<Self, Vec<FieldError>> {
        let mut r = Reader {
            fields,
            system,
            faults: Vec::new(),
            assumed: Vec::new(),
        };
        let request = Self::gather(&mut r);
        if r.faults.is_empty() {
            Ok(Self {
                assumed: r.assumed,
                ..request
            })
        } else {
            Err(r.faults)
        }
    }
    /// Reads every field; faults gather in the reader.
    fn gather(r: &mut Reader<'_>) -> Self {
        let bait = read_bait(r);
        let water = read_water(r);
        let tackle = read_tackle(r);
        let views = read_views(r);
        let asked_at = code!(r, "fish_at", FishAt, FishAt::Bottom);
        let fish_at = if r.fields.contains_key("fish_at") {
            asked_at
        } else {
            fish_at_depth(&water).unwrap_or(asked_at)
        };
        Self {
            rig: code!(r, "rig", Rig),
            bait,
            water,
            season: code!(r, "season", Season, Season::Summer),
            species: code!(r, "species", Species, Species::Largemouth),
            fish_at,
            forage: code!(r, "forage", Forage),
            mood: code!(r, "mood", Mood).unwrap_or(Mood::Neutral),
            pressure: code!(r, "pressure", Pressure).unwrap_or(Pressure::Low),
            school: code!(r, "school", School),
            course: code!(r, "course", Course),
            shape: code!(r, "shape", Shape),
            toothy_fish: r.toothy(),
            cast_m: r.usual(&limits::CAST, USUAL_CAST_M),
            trail_m: r.number(&limits::TRAIL),
            lift_fall_s: r.number(&limits::LIFT_FALL),
            retrieve_mps: r.number(&limits::RETRIEVE),
            retrieve_turns_ps: r.number(&limits::TURNS),
            reel_turn_m: r.number(&limits::REEL_TURN),
            stand_m: r.number(&limits::STAND),
            tackle,
            views,
            head: in_hand::read(r),
            assumed: Vec::new(),
        }
    }
}

fn read_bait(r: &mut Reader<'_>) -> Bait {
    Bait {
        form: code!(r, "bait.form", BaitForm, BaitForm::Stick),
        length_mm: r.number_or(&limits::BAIT_LENGTH, 70.0),
        body_mm: r.number(&limits::BAIT_BODY),
        plastic: code!(r, "bait.plastic", Plastic, Plastic::Standard),
        build: code!(r, "bait.build", Build),
        mass_g: r.number(&limits::BAIT_MASS),
    }
}

fn read_water(r: &mut Reader<'_>) -> WaterConditions {
    r.note_if_absent(limits::TEMPERATURE.field);
    let depth_m = r.usual_under(&limits::DEPTH, USUAL_DEPTH_M, &limits::DEPTH_MAX);
    let wind_mps = r.usual_under(&limits::WIND, USUAL_WIND_MPS, &limits::WIND_MAX);
    WaterConditions {
        depth_m,
        depth_max_m: r.upper_end(&limits::DEPTH_MAX, depth_m),
        bottom: code!(r, "water.bottom", Bottom, Bottom::Gravel),
        cover: code!(r, "water.cover", Cover, Cover::None),
        clarity: code!(r, "water.clarity", Clarity, Clarity::Stained),
        temp_c: r.number(&limits::TEMPERATURE),
        current_mps: r.number(&limits::CURRENT).unwrap_or(0.0),
        wind_mps,
        wind_max_mps: r.upper_end(&limits::WIND_MAX, wind_mps),
        wind_side: code!(r, "water.wind_side", WindSide),
        drift_mps: r.number(&limits::DRIFT).unwrap_or(0.0),
        slips: r.flag("water.slips"),
        light: code!(r, "water.light", Light, Light::Bright),
        fish_depth_m: fish_depth(r, depth_m),
    }
}

/// Depth of the fish; not under the bottom at the deep end.
fn fish_depth(r: &mut Reader<'_>, depth_m: f64) -> Option<f64> {
    let fish = r.number(&limits::FISH_DEPTH)?;
    let deep = match r.fields.get(limits::DEPTH_MAX.field) {
        Some(Loose::Number(n)) => depth_m.max(*n),
        _ => depth_m,
    };
    if fish > deep {
        let fault = sentences::fault_fish_under_bottom();
        r.faults
            .push(FieldError::new(limits::FISH_DEPTH.field, fault));
    }
    Some(fish)
}

/// Fish so near to the bottom are just above it, m (v0).
const JUST_ABOVE_M: f64 = 1.0;

/// Where fish are whose depth alone was said; `None` where it was not, or is the bottom.
fn fish_at_depth(water: &WaterConditions) -> Option<FishAt> {
    let over = water.depth_max_m.unwrap_or(water.depth_m) - water.fish_depth_m?;
    match over {
        over if over > JUST_ABOVE_M => Some(FishAt::Suspended),
        over if over > 0.0 => Some(FishAt::JustAbove),
        _ => None,
    }
}

fn read_tackle(r: &mut Reader<'_>) -> Tackle {
    let tackle = Tackle {
        line_kind: code!(r, "tackle.line_kind", LineKind),
        line_mm: r.number(&limits::LINE_MM),
        line_lb: r.number(&limits::LINE_LB),
        leader_lb: r.number(&limits::LEADER_LB),
        rod_min_g: r.number(&limits::ROD_MIN),
        rod_max_g: r.number(&limits::ROD_MAX),
        material: code!(r, "tackle.material", Material),
        rod_power: code!(r, "tackle.rod_power", Power),
        reel_ratio: r.number(&limits::REEL_RATIO),
        reel: code!(r, "tackle.reel", Reel),
        rod_m: r.number(&limits::ROD_LENGTH),
    };
    if let (Some(least), Some(most)) = (tackle.rod_min_g, tackle.rod_max_g)
        && least > most
    {
        r.faults.push(FieldError::new(
            "tackle.rod_min_g",
            sentences::fault_rod_ends(),
        ));
    }
    tackle
}

fn read_views(r: &mut Reader<'_>) -> Views {
    Views {
        stand_up: code!(r, "views.stand_up", StandUpView),
        spring: code!(r, "views.spring", SpringView),
        hook_temper: code!(r, "views.hook_temper", HookTemper),
        main_line: code!(r, "views.main_line", LineView),
        hook_set: code!(r, "views.hook_set", HookSetView),
        colour: code!(r, "views.colour", ColourView),
        head_colour: code!(r, "views.head_colour", HeadColourView),
        point: code!(r, "views.point", PointView),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use serde_json::json;

    fn faults(json: &Value) -> Vec<String> {
        match PickRequest::from_json(json.to_string().as_bytes()) {
            Ok(_) => vec![],
            Err(all) => all.into_iter().map(|f| f.field).collect(),
        }
    }

    #[test]
    fn every_bad_field_is_named_at_once() {
        let asked = json!({"rig":"nod","bait":{"form":3,"length_mm":-4},"water":{"depth_m":9000,"colour":"red"},
            "cast_m":"twenty","toothy_fish":"yes","lure":1});
        let mut found = faults(&asked);
        found.sort();
        assert_eq!(
            found,
            [
                "bait.form",
                "bait.length_mm",
                "cast_m",
                "lure",
                "rig",
                "toothy_fish",
                "water.colour",
                "water.depth_m"
            ]
        );
    }

    #[test]
    fn an_empty_request_is_filled_and_says_with_what() {
        let r = PickRequest::from_json(b"{}").unwrap();
        assert_eq!((r.rig, r.water.depth_m), (None, 3.0));
        assert!(r.assumed.contains(&"water.depth_m".to_owned()));
    }

    #[test]
    fn what_is_no_object_or_no_json_is_refused_as_a_whole() {
        for bad in [
            &b"[]"[..],
            b"",
            b"{",
            b"\xff\xfe{}",
            b"{\"cast_m\":NaN}",
            b"{\"cast_m\":1e999}",
        ] {
            let all = PickRequest::from_json(bad).unwrap_err();
            assert_eq!(all[0].field, "", "{bad:?}");
        }
        assert_eq!(faults(&json!({"water": 3})), ["water"]);
    }

    #[test]
    fn a_stored_request_reads_back_the_same() {
        let r = PickRequest::from_json(br#"{"rig":"ned","tackle":{"line_mm":0.14}}"#).unwrap();
        let text = serde_json::to_string(&r).unwrap();
        assert_eq!(serde_json::from_str::<PickRequest>(&text).unwrap(), r);
    }
}
