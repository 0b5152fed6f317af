//! What a question says to the rules, before anything is chosen.

use enum_map::EnumMap;

use super::facts::{Facts, place};
use super::rig_on_question::RigOnQuestion;
use super::tie::keeper;
use crate::base::codes::Code;
use crate::tables::when::{CodeFact, Flag, NumberFact};

fn maybe<C: Code>(code: Option<C>) -> Option<u8> {
    code.and_then(place)
}

impl RigOnQuestion<'_> {
    /// What a question says, with what was assumed, before anything is chosen.
    #[must_use]
    pub fn facts(&self) -> Facts {
        let on = self;
        let (r, rig, tables) = (on.request, on.rig, on.tables);
        let (w, c, v) = (&r.water, &on.conditions, &r.views);
        let mut codes = EnumMap::from_fn(|_: CodeFact| None);
        codes.extend([
            (CodeFact::Rig, place(rig.code)),
            (CodeFact::Form, place(r.bait.form)),
            (CodeFact::Plastic, place(r.bait.plastic)),
            (CodeFact::RigPlastic, place(rig.bait.default_plastic)),
            (CodeFact::Bottom, place(w.bottom)),
            (CodeFact::Cover, place(w.cover)),
            (CodeFact::Clarity, place(w.clarity)),
            (CodeFact::Light, place(w.light)),
            (CodeFact::Season, place(r.season)),
            (CodeFact::Species, place(r.species)),
            (CodeFact::FishAt, place(r.fish_at)),
            (CodeFact::Forage, maybe(r.forage)),
            (CodeFact::Mood, place(r.mood)),
            (CodeFact::Pressure, place(r.pressure)),
            (CodeFact::Toothy, place(r.toothy_fish)),
            (CodeFact::Keeper, place(keeper(r, tables))),
            (CodeFact::Material, place(c.material)),
            (CodeFact::LineKind, place(on.line_kind)),
            (CodeFact::Point, place(on.point.0)),
            (CodeFact::StandUp, maybe(v.stand_up)),
            (CodeFact::Spring, maybe(v.spring)),
            (CodeFact::HookTemper, maybe(v.hook_temper)),
            (CodeFact::MainLine, maybe(v.main_line)),
            (CodeFact::HookSet, maybe(v.hook_set)),
            (CodeFact::Colour, maybe(v.colour)),
            (CodeFact::HeadColour, maybe(v.head_colour)),
            (CodeFact::PointView, maybe(v.point)),
        ]);
        let number = |fact: NumberFact| match fact {
            NumberFact::Depth => c.depth_m,
            NumberFact::Temperature => c.temp_c,
            NumberFact::Current => c.current_mps,
            NumberFact::Wind => c.wind_mps,
            NumberFact::WindShare => c.wind_share,
            NumberFact::Drift => c.drift_mps,
            NumberFact::Retrieve => c.retrieve_mps,
            NumberFact::Cast => c.cast_m,
            NumberFact::Line => c.line_mm,
            NumberFact::Length => r.bait.length_mm,
            NumberFact::Snags => on.snags(),
            NumberFact::BottomSnags => tables.conditions.bottom[w.bottom].snag,
        };
        let length = r.bait.length_mm;
        let flag = |flag: Flag| match flag {
            Flag::TemperatureGiven => w.temp_c.is_some(),
            Flag::LightGiven => !r.assumed.iter().any(|a| a == "water.light"),
            Flag::FishAtGiven => !r.assumed.iter().any(|a| a == "fish_at"),
            Flag::ForeignForm => on.suits(r.bait.form) < 0.0,
            Flag::UnusualBait => {
                on.suits(r.bait.form) < 0.0
                    || !(rig.bait.least_mm..=rig.bait.most_mm).contains(&length)
            }
            Flag::Skips => rig.skips,
            Flag::OwnTie => rig.tie.is_some(),
            Flag::Stones => tables.conditions.bottom[w.bottom].stones,
            Flag::BuildGiven => r.bait.build.is_some(),
            Flag::ReelGiven => r.tackle.reel_ratio.is_some() || r.reel_turn_m.is_some(),
            Flag::CouldBeLonger => length < on.longer_bait_mm(),
            Flag::CouldBeShorter => length > on.shorter_bait_mm(),
            // Known once something was chosen.
            Flag::Excluded => on.excluded().is_some(),
            Flag::Crossed
            | Flag::RodOverloaded
            | Flag::Felt
            | Flag::TooHeavyForRod
            | Flag::Floats
            | Flag::LiftFalls
            | Flag::KeepsDepth
            | Flag::OffBottom
            | Flag::HasKeeper
            | Flag::PostBlocks
            | Flag::HeavierInWindow
            | Flag::LighterInWindow
            | Flag::HookFits
            | Flag::SlimmerHooked
            | Flag::HookTurnsOnDepth => false,
        };
        Facts {
            codes,
            numbers: EnumMap::from_fn(number),
            flags: EnumMap::from_fn(flag),
        }
    }
}
