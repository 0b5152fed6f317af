//! The facts that rules ask for, of one rig on one question.

use enum_map::EnumMap;

use crate::base::codes::Code;
use crate::question::PickRequest;
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

pub(super) fn place<C: Code>(code: C) -> Option<u8> {
    u8::try_from(code.place()).ok()
}

impl Facts {
    /// Makes a code known.
    pub fn know<C: Code>(&mut self, fact: CodeFact, code: C) {
        self.codes[fact] = place(code);
    }

    /// The same at the worse end of each range: the deep end, the strongest wind. What could hurt
    /// somebody goes by them, not by the middle.
    #[must_use]
    pub fn at_worst(&self, request: &PickRequest) -> Self {
        let water = &request.water;
        let mut worst = self.clone();
        let ends = [
            (NumberFact::Depth, water.depth_max_m),
            (NumberFact::Wind, water.wind_max_mps),
        ];
        for (fact, end) in ends {
            worst.numbers[fact] = end.unwrap_or(0.0).max(worst.numbers[fact]);
        }
        worst
    }

    /// The code of a fact, where it is known.
    #[must_use]
    pub fn code(&self, fact: CodeFact) -> Option<&'static str> {
        self.codes[fact].and_then(|place| fact.code_at(usize::from(place)))
    }
}
