//! What goes wrong, why, and what mends it: `data/mend.toml`, read and checked.

use std::collections::BTreeMap;

use enum_map::EnumMap;
use serde::{Deserialize, Serialize};

use super::DataError;
use super::rows::{Curve, row};
use super::rules::{RawRule, Rule, Rules};
use super::when::When;
use crate::base::Loose;
use crate::base::codes::{
    BaitForm, Bottom, Cause, Cover, Gauge, Judged, Keeper, LineKind, Phase, Plastic, Power, Remedy,
    Shape, Sits, Symptom, Tie, Unsaid,
};
use crate::base::text::catalogue;

/// The file, for faults.
const FILE: &str = "mend.toml";

row!(LikelihoodRow {
    over: Curve,
    within: f64,
    yes: f64,
    no: f64,
    phase_known: f64,
    phase_other: f64,
    likely: f64,
    likely_ratio: f64
});
row!(ForceRow {
    rod_kg: EnumMap<Power, f64>,
    line_share: f64,
    steel_mpa: f64,
    point_arm: f64,
    sink_mpa: f64,
    tear_n_per_mm: f64,
    drag_share: f64
});
row!(MendHookRow {
    free_mm: f64,
    free_share: f64,
    keeper_mm: EnumMap<Keeper, f64>,
    least_bulk_mm: f64,
    eye_mm: f64,
    held_share: BTreeMap<BaitForm, f64>,
    holds: EnumMap<Plastic, Vec<Keeper>>
});
row!(MendLineRow {
    bow_share: f64,
    felt_share: f64,
    stretch: EnumMap<LineKind, f64>,
    stretch_m: f64,
    thick: f64
});
row!(MendWayRow {
    pause_share: f64,
    pause_some: f64,
    lift_s: f64,
    rest_s: f64,
    cast_s: f64,
    pace: f64,
    over_m: f64,
    carried_m: f64,
    wind_mps: f64,
    spare: f64,
    tie_deg: f64,
    knot: f64,
    tip: f64,
    upright: f64,
    wedge: f64,
    catches: Vec<Cover>
});
row!(MendTieRow { degrees: EnumMap<Tie, f64>, rubbed: EnumMap<Tie, f64>, wears: BTreeMap<Bottom, f64> });
row!(FootRow {
    half: BTreeMap<Shape, f64>,
    push: f64,
    rub: f64,
    leans_deg: f64
});
row!(GaugeRow {
    unit: String,
    full: f64,
    #[serde(default)]
    tolerance: f64,
    #[serde(default)]
    share: bool,
    #[serde(default)]
    turns: Vec<Unsaid>
});
row!(AcceptedRow {
    tied: Vec<Gauge>,
    usual: Vec<Gauge>
});
row!(CauseRow {
    #[serde(default)]
    gauge: Option<Gauge>,
    remedies: Vec<Remedy>
});

#[derive(Debug, Clone, Deserialize, Serialize)]
#[serde(deny_unknown_fields)]
struct RawSuspect {
    cause: Cause,
    base: f64,
    #[serde(default)]
    phase: Vec<Phase>,
    #[serde(default)]
    gauge: Option<Gauge>,
    #[serde(default, rename = "if")]
    when: Loose,
}

#[derive(Debug, Clone, Deserialize, Serialize)]
#[serde(deny_unknown_fields)]
struct RawCaution {
    code: String,
    symptom: Vec<Symptom>,
    #[serde(default, rename = "if")]
    when: Loose,
}

#[derive(Debug, Deserialize, Serialize)]
#[serde(deny_unknown_fields)]
pub(super) struct RawMend {
    likelihood: LikelihoodRow,
    forces: ForceRow,
    hook: MendHookRow,
    line: MendLineRow,
    way: MendWayRow,
    tie: MendTieRow,
    foot: FootRow,
    gauges: EnumMap<Gauge, GaugeRow>,
    accepted: AcceptedRow,
    causes: EnumMap<Cause, CauseRow>,
    symptoms: EnumMap<Symptom, Vec<RawSuspect>>,
    can_be: BTreeMap<Symptom, Loose>,
    leads: EnumMap<Judged, Symptom>,
    sits_leads: EnumMap<Sits, Symptom>,
    caution: Vec<RawCaution>,
}

/// A cause that a symptom may have.
#[derive(Debug, Clone)]
pub struct Suspect {
    /// Which.
    pub cause: Cause,
    /// Of all with this complaint, the share that had it (v0).
    pub base: f64,
    /// Where in the retrieve it is known for; nothing where it is for none.
    pub phases: Vec<Phase>,
    /// What is measured; none where one must look.
    pub gauge: Option<Gauge>,
    /// Where it can be at all.
    pub when: When,
}

/// A caution that belongs to some complaints.
#[derive(Debug, Clone)]
pub struct MendCaution {
    /// The rule.
    pub rule: Rule,
    /// With which complaints it is said.
    pub symptoms: Vec<Symptom>,
}

/// Everything that Mend goes by.
#[derive(Debug, Clone)]
#[expect(missing_docs, reason = "explained once, in data/mend.toml")]
pub struct MendTables {
    pub likelihood: LikelihoodRow,
    pub forces: ForceRow,
    pub hook: MendHookRow,
    pub line: MendLineRow,
    pub way: MendWayRow,
    pub tie: MendTieRow,
    pub foot: FootRow,
    pub gauges: EnumMap<Gauge, GaugeRow>,
    pub accepted: AcceptedRow,
    pub causes: EnumMap<Cause, CauseRow>,
    pub symptoms: EnumMap<Symptom, Vec<Suspect>>,
    pub can_be: BTreeMap<Symptom, When>,
    pub leads: EnumMap<Judged, Symptom>,
    pub sits_leads: EnumMap<Sits, Symptom>,
    pub cautions: Vec<MendCaution>,
}

/// Holes that the sentences of remedies have.
const REMEDY_HOLES: &[&str] = &[
    "to", "drag", "count", "take_up", "exit", "carried", "lift", "lift_s",
];

/// The code of a remedy's sentence.
#[must_use]
pub fn remedy_sentence(remedy: Remedy) -> String {
    format!("remedy_{}", remedy.code())
}

impl MendTables {
    /// Reads the file.
    ///
    /// # Errors
    /// When a number is out of reason, a rule names what is not known, or a sentence is
    /// missing.
    pub(super) fn read(raw: RawMend, rules: &Rules) -> Result<Self, DataError> {
        let wrong = |what: String| DataError::wrong(FILE, what);
        let reader = rules.reader();
        let causes = raw.causes;
        let suspect = |s: RawSuspect| {
            Ok(Suspect {
                cause: s.cause,
                base: s.base,
                phases: s.phase,
                gauge: s.gauge.or(causes[s.cause].gauge),
                when: When::read(&s.when, &rules.named).map_err(wrong)?,
            })
        };
        let mut symptoms: EnumMap<Symptom, Vec<Suspect>> = EnumMap::default();
        for (symptom, all) in raw.symptoms {
            symptoms[symptom] = all
                .into_iter()
                .map(suspect)
                .collect::<Result<_, DataError>>()?;
        }
        let caution = |c: RawCaution| {
            Ok(MendCaution {
                rule: reader.rule(&RawRule::new(c.code, c.when)).map_err(wrong)?,
                symptoms: c.symptom,
            })
        };
        let read = Self {
            cautions: raw
                .caution
                .into_iter()
                .map(caution)
                .collect::<Result<_, DataError>>()?,
            likelihood: raw.likelihood,
            forces: raw.forces,
            hook: raw.hook,
            line: raw.line,
            way: raw.way,
            tie: raw.tie,
            foot: raw.foot,
            gauges: raw.gauges,
            accepted: raw.accepted,
            causes,
            symptoms,
            can_be: raw
                .can_be
                .iter()
                .map(|(symptom, when)| Ok((*symptom, When::read(when, &rules.named)?)))
                .collect::<Result<_, String>>()
                .map_err(wrong)?,
            leads: raw.leads,
            sits_leads: raw.sits_leads,
        };
        read.check().map_err(wrong)?;
        Ok(read)
    }

    fn check(&self) -> Result<(), String> {
        for (symptom, all) in &self.symptoms {
            let sum: f64 = all.iter().map(|s| s.base).sum();
            if !(0.5..=1.0 + 1e-9).contains(&sum) || all.iter().any(|s| s.base <= 0.0) {
                return Err(format!("{}: base shares add up to {sum}", symptom.code()));
            }
            for (i, suspect) in all.iter().enumerate() {
                if all[..i].iter().any(|s| s.cause == suspect.cause) {
                    let (cause, symptom) = (suspect.cause.code(), symptom.code());
                    return Err(format!("{symptom}: {cause} stands twice"));
                }
            }
        }
        for (cause, row) in &self.causes {
            if row.remedies.is_empty() {
                return Err(format!("nothing mends {}", cause.code()));
            }
        }
        if let Some((gauge, _)) = self.gauges.iter().find(|g| g.1.full <= 0.0) {
            return Err(format!("{} is never full", gauge.code()));
        }
        let asked = self.causes.iter().filter(|c| c.1.gauge.is_none());
        let asked: Vec<&str> = asked.map(|c| c.0.code()).collect();
        let all = catalogue();
        for list in ["Ask", "AskYes", "AskNo"] {
            all.check_list(list, &asked).map_err(|e| e.to_string())?;
        }
        for remedy in Remedy::ALL {
            let known = |hole: &str| REMEDY_HOLES.contains(&hole);
            all.check(&remedy_sentence(*remedy), known)
                .map_err(|e| e.to_string())?;
        }
        Ok(())
    }
}
