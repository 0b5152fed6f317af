//! The rules: each a code, when it holds, and what it gives. What it says
//! stands under the same code in `data/text/en.ftl`.

use std::collections::BTreeMap;

use serde::{Deserialize, Serialize};

use super::when::{Named, When, number};
use crate::base::Loose;
use crate::base::codes::{
    BaitForm, LowerBound, Material, Shape, Tie, TurnTo, UpperBound, WindSide,
};
use crate::base::text::{Message, catalogue};
use crate::tables::when::NumberFact;

/// Holes of rules' sentences that the decision fills; besides them, the names of
/// `data/limits.toml` and the slots of `data/rules/phrases.toml`.
macro_rules! holes {
    ($($variant:ident = $name:literal),+ $(,)?) => {
        /// A hole in a rule's sentence that the decision in hand fills.
        #[derive(Debug, Clone, Copy, PartialEq, Eq)]
        pub enum Hole { $(#[doc = concat!("`", $name, "`")] $variant),+ }
        impl Hole {
            /// The hole with this name.
            #[must_use]
            pub fn named(name: &str) -> Option<Self> {
                match name { $($name => Some(Self::$variant),)+ _ => None }
            }
        }
    };
}

holes! {
    Temperature = "temp", Season = "season", Length = "length", Form = "form", Rig = "rig",
    RigLeast = "rig_least", RigMost = "rig_most", Count = "count", Carried = "carried",
    UsualLeast = "usual_least", UsualMost = "usual_most", Total = "total", RodMost = "rod_most",
    Wire = "wire", Exit = "exit", FallTime = "fall_time", How = "how", Rest = "rest",
    Moves = "moves", Speed = "speed", Longer = "longer", Shorter = "shorter", Value = "value",
    FishDepth = "fish_depth", SlimDepth = "slim_depth", FatDepth = "fat_depth", SlimHook = "slim_hook", FatHook = "fat_hook",
    BaitMost = "bait_most", Turns = "turns", LiftTime = "lift_time",
    HookedDepth = "hooked_depth",
}

/// A rule.
#[derive(Debug, Clone)]
pub struct Rule {
    /// Its code: in the answer, in the trace, and of its sentence.
    pub code: &'static str,
    /// When it holds.
    pub when: When,
    /// When it does not hold all the same.
    pub unless: Option<When>,
    /// What it says.
    pub says: Message,
}

/// A rule that gives something.
#[derive(Debug, Clone)]
pub struct Giving<T> {
    /// The rule.
    pub rule: Rule,
    /// What it gives.
    pub gives: T,
}

/// A step of rigging: said, or a named procedure of several steps.
#[derive(Debug, Clone)]
pub enum Step {
    /// What is said.
    Say(Rule),
    /// The steps of a procedure, where the condition holds.
    Do(When, String),
}

/// What speaks for a shape of head on any rig that is tied on it.
#[derive(Debug, Clone)]
pub struct ShapeRule {
    /// When it speaks for it.
    pub rule: Rule,
    /// The shape.
    pub shape: Shape,
    /// What it adds to its score.
    pub adds: f64,
}

/// A change of the conditions that may end a conflict.
#[derive(Debug, Clone)]
pub struct Change {
    /// When it is worth a try.
    pub rule: Rule,
    /// The needs that it serves.
    pub serves: Vec<LowerBound>,
    /// The condition that it turns, and how.
    pub turns: Turned,
}

/// How a change turns a condition.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Turned {
    /// Times a factor.
    Times(NumberFact, f64),
    /// To a value.
    To(NumberFact, f64),
    /// Another metal.
    Metal(Material),
    /// To another side of the wind.
    Side(WindSide),
}

/// A way out of a conflict that no model is asked for.
#[derive(Debug, Clone)]
pub struct WayOut {
    /// The rule.
    pub rule: Rule,
    /// The upper needs that it is for.
    pub serves: Vec<UpperBound>,
}

/// Every rule that does not belong to one rig.
#[derive(Debug, Clone, Default)]
pub struct Rules {
    /// Numbers with a name.
    pub named: Named,
    /// What is worth knowing.
    pub notes: Vec<Rule>,
    /// What could hurt somebody or break a law; the urgent ones first.
    pub cautions: Vec<Rule>,
    /// What else to turn to.
    pub turns: Vec<Giving<TurnTo>>,
    /// Which other bait; none gives the rig's usual one.
    pub bait_turns: Vec<Giving<Option<BaitForm>>>,
    /// Where the line is tied: the first that holds; none gives the rig's own.
    pub ties: Vec<Giving<Option<Tie>>>,
    /// What speaks for a shape besides its traits.
    pub shapes: Vec<ShapeRule>,
    /// What the water asks of a bait.
    pub advice: Vec<Rule>,
    /// Parts of sentences by slot: of each slot the first that holds is said.
    pub phrases: Vec<Giving<String>>,
    /// What the trade adds to a step up, and to a step down: the first that holds.
    pub heavier: Vec<Rule>,
    /// See `heavier`.
    pub lighter: Vec<Rule>,
    /// How the hook is set by the angler's view; before the rig's own rules.
    pub hook_set: Vec<Rule>,
    /// What could give where the needs cross.
    pub changes: Vec<Change>,
    /// The same, without asking the model.
    pub ways_out: Vec<WayOut>,
    /// Named procedures of rigging.
    pub rigging: BTreeMap<String, Vec<Rule>>,
}

/// A rule as it stands in a file.
#[derive(Debug, Clone, Deserialize, Serialize)]
#[serde(deny_unknown_fields)]
pub struct RawRule {
    code: String,
    #[serde(default, rename = "if")]
    when: Loose,
    #[serde(default)]
    unless: Option<Loose>,
}

impl RawRule {
    /// A rule of another file, by its code and its conditions.
    pub(super) fn new(code: String, when: Loose) -> Self {
        Self {
            code,
            when,
            unless: None,
        }
    }
}

/// A rule with what it gives, as it stands in a file.
#[derive(Debug, Clone, Deserialize, Serialize)]
#[serde(deny_unknown_fields)]
pub struct RawGiving<T> {
    code: String,
    #[serde(default, rename = "if")]
    when: Loose,
    #[serde(default)]
    unless: Option<Loose>,
    gives: Option<T>,
}

/// A step of rigging as it stands in a file.
#[derive(Debug, Clone, Deserialize, Serialize)]
#[serde(deny_unknown_fields)]
pub struct RawStep {
    #[serde(default)]
    code: Option<String>,
    #[serde(default, rename = "do")]
    procedure: Option<String>,
    #[serde(default, rename = "if")]
    when: Loose,
    #[serde(default)]
    unless: Option<Loose>,
}

#[derive(Debug, Clone, Deserialize, Serialize)]
#[serde(deny_unknown_fields)]
struct RawChange {
    code: String,
    #[serde(default, rename = "if")]
    when: Loose,
    serves: Vec<LowerBound>,
    #[serde(default)]
    turns: Option<String>,
    #[serde(default)]
    times: Option<f64>,
    #[serde(default)]
    to: Option<Loose>,
    #[serde(default)]
    material: Option<Material>,
    #[serde(default)]
    wind_side: Option<WindSide>,
}

#[derive(Debug, Clone, Deserialize, Serialize)]
#[serde(deny_unknown_fields)]
struct RawShape {
    code: String,
    #[serde(default, rename = "if")]
    when: Loose,
    shape: Shape,
    adds: f64,
}

#[derive(Debug, Clone, Deserialize, Serialize)]
#[serde(deny_unknown_fields)]
struct RawWayOut {
    code: String,
    serves: Vec<UpperBound>,
}

/// The files of `data/rules`, as they stand there.
#[derive(Debug, Default, Deserialize, Serialize)]
#[serde(deny_unknown_fields, default)]
pub(super) struct RawRules {
    note: Vec<RawRule>,
    caution: Vec<RawRule>,
    turn: Vec<RawGiving<TurnTo>>,
    bait_turn: Vec<RawGiving<BaitForm>>,
    tie: Vec<RawGiving<Tie>>,
    shape: Vec<RawShape>,
    advice: Vec<RawRule>,
    phrase: Vec<RawGiving<String>>,
    heavier: Vec<RawRule>,
    lighter: Vec<RawRule>,
    hook_set: Vec<RawRule>,
    change: Vec<RawChange>,
    way_out: Vec<RawWayOut>,
    rigging: BTreeMap<String, Vec<RawRule>>,
}

/// What a reader of rules needs: the named numbers, and the slots of phrases.
pub(super) struct Reader<'a> {
    pub named: &'a Named,
    pub slots: Vec<String>,
}

impl Reader<'_> {
    fn knows(&self, hole: &str) -> bool {
        Hole::named(hole).is_some()
            || self.named.contains_key(hole)
            || self.slots.iter().any(|s| s == hole)
    }

    fn when(&self, code: &str, table: &Loose) -> Result<When, String> {
        When::read(table, self.named).map_err(|e| format!("{code}: {e}"))
    }

    fn built(&self, code: &str, when: &Loose, unless: Option<&Loose>) -> Result<Rule, String> {
        let all = catalogue();
        all.check(code, |h| self.knows(h))
            .map_err(|e| e.to_string())?;
        let (code, says) = all
            .sentence(code)
            .ok_or_else(|| format!("no sentence {code}"))?;
        Ok(Rule {
            code,
            when: self.when(code, when)?,
            unless: unless.map(|u| self.when(code, u)).transpose()?,
            says,
        })
    }

    /// A rule.
    pub fn rule(&self, raw: &RawRule) -> Result<Rule, String> {
        self.built(&raw.code, &raw.when, raw.unless.as_ref())
    }

    /// A list of rules.
    pub fn rules(&self, raw: &[RawRule]) -> Result<Vec<Rule>, String> {
        raw.iter().map(|r| self.rule(r)).collect()
    }

    fn optional<T: Clone>(&self, raw: &RawGiving<T>) -> Result<Giving<Option<T>>, String> {
        Ok(Giving {
            rule: self.built(&raw.code, &raw.when, raw.unless.as_ref())?,
            gives: raw.gives.clone(),
        })
    }

    fn optionals<T: Clone>(&self, raw: &[RawGiving<T>]) -> Result<Vec<Giving<Option<T>>>, String> {
        raw.iter().map(|one| self.optional(one)).collect()
    }

    /// Rules that each give something.
    pub fn giving<T: Clone>(&self, raw: &[RawGiving<T>]) -> Result<Vec<Giving<T>>, String> {
        let one = |raw: &RawGiving<T>| {
            let found = self.optional(raw)?;
            let gives = found
                .gives
                .ok_or_else(|| format!("{} gives nothing", raw.code))?;
            Ok(Giving {
                rule: found.rule,
                gives,
            })
        };
        raw.iter().map(one).collect()
    }

    /// Steps of rigging; procedures must be among those known.
    pub fn steps(
        &self,
        raw: &[RawStep],
        procedures: &BTreeMap<String, Vec<Rule>>,
    ) -> Result<Vec<Step>, String> {
        let one = |raw: &RawStep| match (&raw.code, &raw.procedure) {
            (Some(code), None) => self
                .built(code, &raw.when, raw.unless.as_ref())
                .map(Step::Say),
            (None, Some(name)) if procedures.contains_key(name) => {
                Ok(Step::Do(self.when(name, &raw.when)?, name.clone()))
            }
            _ => Err(format!("no step: {:?} {:?}", raw.code, raw.procedure)),
        };
        raw.iter().map(one).collect()
    }

    fn change(&self, raw: &RawChange) -> Result<Change, String> {
        let fact = raw
            .turns
            .as_deref()
            .map(|t| NumberFact::named(t).ok_or_else(|| format!("{}: there is no {t}", raw.code)));
        let whole = (raw.material, raw.wind_side);
        let turns = match (fact.transpose()?, raw.times, &raw.to, whole) {
            (Some(fact), Some(by), None, (None, None)) => Turned::Times(fact, by),
            (Some(fact), None, Some(to), (None, None)) => {
                Turned::To(fact, number(&to.0, self.named)?)
            }
            (None, None, None, (Some(metal), None)) => Turned::Metal(metal),
            (None, None, None, (None, Some(side))) => Turned::Side(side),
            _ => return Err(format!("{}: what it turns is not clear", raw.code)),
        };
        Ok(Change {
            rule: self.built(&raw.code, &raw.when, None)?,
            serves: raw.serves.clone(),
            turns,
        })
    }
}

impl Rules {
    /// Builds the rules out of their files.
    pub(super) fn read(raw: &RawRules, named: Named) -> Result<Self, String> {
        let slots = raw.phrase.iter().filter_map(|p| p.gives.clone()).collect();
        let r = Reader {
            named: &named,
            slots,
        };
        let way_out = |w: &RawWayOut| {
            Ok(WayOut {
                rule: r.built(&w.code, &Loose::default(), None)?,
                serves: w.serves.clone(),
            })
        };
        let shape = |s: &RawShape| {
            Ok(ShapeRule {
                rule: r.built(&s.code, &s.when, None)?,
                shape: s.shape,
                adds: s.adds,
            })
        };
        let procedure = |(name, steps): (&String, &Vec<RawRule>)| {
            Ok::<_, String>((name.clone(), r.rules(steps)?))
        };
        Ok(Self {
            notes: r.rules(&raw.note)?,
            cautions: r.rules(&raw.caution)?,
            turns: r.giving(&raw.turn)?,
            bait_turns: r.optionals(&raw.bait_turn)?,
            ties: r.optionals(&raw.tie)?,
            shapes: raw.shape.iter().map(shape).collect::<Result<_, String>>()?,
            advice: r.rules(&raw.advice)?,
            phrases: r.giving(&raw.phrase)?,
            heavier: r.rules(&raw.heavier)?,
            lighter: r.rules(&raw.lighter)?,
            hook_set: r.rules(&raw.hook_set)?,
            changes: raw
                .change
                .iter()
                .map(|c| r.change(c))
                .collect::<Result<_, _>>()?,
            ways_out: raw
                .way_out
                .iter()
                .map(way_out)
                .collect::<Result<_, String>>()?,
            rigging: raw
                .rigging
                .iter()
                .map(procedure)
                .collect::<Result<_, _>>()?,
            named,
        })
    }

    /// The reader for the rules of a rig.
    pub(super) fn reader(&self) -> Reader<'_> {
        Reader {
            named: &self.named,
            slots: self.phrases.iter().map(|p| p.gives.clone()).collect(),
        }
    }

    /// Every rule of these files, with the list that it stands in.
    pub fn each(&self) -> impl Iterator<Item = (&'static str, &Rule)> {
        let plain = [
            ("note", &self.notes),
            ("caution", &self.cautions),
            ("advice", &self.advice),
            ("heavier", &self.heavier),
            ("lighter", &self.lighter),
            ("hook_set", &self.hook_set),
        ];
        plain
            .into_iter()
            .flat_map(|(list, rules)| rules.iter().map(move |r| (list, r)))
            .chain(self.turns.iter().map(|g| ("turn", &g.rule)))
            .chain(self.bait_turns.iter().map(|g| ("bait_turn", &g.rule)))
            .chain(self.ties.iter().map(|g| ("tie", &g.rule)))
            .chain(self.shapes.iter().map(|s| ("shape", &s.rule)))
            .chain(self.phrases.iter().map(|g| ("phrase", &g.rule)))
            .chain(self.changes.iter().map(|c| ("change", &c.rule)))
            .chain(self.rigging.values().flatten().map(|r| ("rigging", r)))
    }
}
