//! What a choice accepts of the measures that trouble is looked for in.

use std::sync::OnceLock;

use enum_map::EnumMap;

use crate::base::codes::Gauge;

/// Factors of the bounds of measures within which lies what the choice itself ties on, worked out
/// when first asked for; none of a measure that it does not decide.
#[derive(Debug, Default)]
pub struct Accepted(OnceLock<EnumMap<Gauge, Option<f64>>>);

impl Accepted {
    /// The factor of a measure, by what works all of them out.
    pub fn factor(
        &self,
        gauge: Gauge,
        all: impl FnOnce() -> EnumMap<Gauge, Option<f64>>,
    ) -> Option<f64> {
        self.0.get_or_init(all)[gauge]
    }
}
