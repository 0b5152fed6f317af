//! The facts that rules ask for, of one rig on one question.

use enum_map::EnumMap;

use super::rig_on_question::RigOnQuestion;
use crate::base::codes::Code;
use crate::tables::when::{CodeFact, Flag, NumberFact};

/// Every fact that a condition may name.
#[derive(Debug, Clone)]
pub struct Facts {
    /// The place of each code in its list; none where it is not known.
    pub codes: EnumMap<CodeFact, Option<u8>>,
    /// Each number, in the unit of its name.
    pub numbers: EnumMap<NumberFact, f64>,
    /// What is true.
    pub flags: EnumMap<Flag, bool>,
}

fn place<C: Code>(code: C) -> Option<u8> {
    u8::try_from(code.place()).ok()
}

fn maybe<C: Code>(code: Option<C>) -> Option<u8> {
    code.and_then(place)
}

impl Facts {
    /// What a question says, with what was assumed, before anything is chosen.
    #[must_use]
    pub fn of_question(on: &RigOnQuestion<'_>) -> Self {
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
            Flag::Toothy => r.toothy_fish,
            Flag::TemperatureGiven => w.temp_c.is_some(),
            Flag::ForeignForm => on.suits(r.bait.form) < 0.0,
            Flag::UnusualBait => {
                on.suits(r.bait.form) < 0.0
                    || !(rig.bait.least_mm..=rig.bait.most_mm).contains(&length)
            }
            Flag::Skips => rig.skips,
            Flag::OwnTie => rig.tie.is_some(),
            Flag::CouldBeLonger => length < on.longer_bait_mm(),
            Flag::CouldBeShorter => length > on.shorter_bait_mm(),
            // Known once something was chosen.
            Flag::Excluded => on.excluded().is_some(),
            Flag::Crossed
            | Flag::RodOverloaded
            | Flag::Felt
            | Flag::HookFits
            | Flag::HookTurnsOnDepth => false,
        };
        Self {
            codes,
            numbers: EnumMap::from_fn(number),
            flags: EnumMap::from_fn(flag),
        }
    }

    /// Makes a code known.
    pub fn know<C: Code>(&mut self, fact: CodeFact, code: C) {
        self.codes[fact] = place(code);
    }

    /// The code of a fact, where it is known.
    #[must_use]
    pub fn code(&self, fact: CodeFact) -> Option<&'static str> {
        self.codes[fact].and_then(|place| fact.code_at(usize::from(place)))
    }
}
