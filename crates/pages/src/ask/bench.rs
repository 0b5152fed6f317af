//! The bench's question: a bait and a hook by their measures, as typed.

use yarrowfen_core::base::codes::{BaitForm, Code, HookStyle, Plastic, Rig, Shape, Wire};
use yarrowfen_core::base::limits::{self, Limit};
use yarrowfen_core::base::{Dimension, UnitSystem, plain};
use yarrowfen_core::gear::seat::{usual_head, usual_rig};
use yarrowfen_core::own_box::{HeadWeight, HookNumber, Item, NamedHook, Thing, named_hook};
use yarrowfen_core::question::Bait;
use yarrowfen_core::{Engine, PickRequest};

pub use super::Faults;
use super::code_of;

/// Words of the bench's sentence.
pub const KEYS: [&str; 13] = [
    "form", "length", "body", "tail", "plastic", "hook", "style", "gap", "long", "rig", "shape",
    "head", "at",
];

/// The question as typed.
#[derive(Debug, Clone)]
pub struct BenchForm {
    raw: [String; KEYS.len()],
    /// Units that bare sizes are in.
    pub units: UnitSystem,
}

/// The question, read.
#[derive(Debug, Clone)]
pub struct BenchAsked {
    /// The bait.
    pub bait: Bait,
    /// Its tail root where it was measured, mm.
    pub tail_root_mm: Option<f64>,
    /// The hook.
    pub hook: NamedHook,
    /// The rig by whose rule it is judged.
    pub rig: Rig,
    /// The head drawn before it.
    pub head: (Shape, f64),
    /// How far the head's face lies behind the nose, mm.
    pub at_mm: f64,
}

impl BenchAsked {
    /// Bait, hook and head as words of Pick.
    #[must_use]
    pub fn question(&self) -> String {
        let mut out = form_urlencoded::Serializer::new(String::new());
        let mm = |v: f64| format!("{} mm", plain(v, 2));
        out.append_pair("rig", self.rig.code())
            .append_pair("form", self.bait.form.code())
            .append_pair("length", &mm(self.bait.length_mm))
            .append_pair("plastic", self.bait.plastic.code())
            .append_pair("head_shape", self.head.0.code())
            .append_pair("head_style", self.hook.style.code())
            .append_pair("head_gap", &mm(self.hook.measures.gap_mm))
            .append_pair("head_length", &mm(self.hook.measures.length_mm));
        if let Some(body) = self.bait.body_mm {
            out.append_pair("body", &mm(body));
        }
        if let Some(number) = &self.hook.number {
            out.append_pair("head_hook", number.as_str());
        }
        if let Some(weight) = HeadWeight::from_grams(self.head.1) {
            out.append_pair("head_weight", &weight.label());
        }
        out.finish()
    }
}

/// How far a hook may be drawn along the bait, mm.
const AT: Limit = Limit {
    field: "at",
    code: "BENCH_AT",
    unit: "mm",
    dimension: Some(Dimension::Size),
    least: -15.0,
    most: 60.0,
};

impl BenchForm {
    /// From a query string.
    #[must_use]
    pub fn from_query(query: &str, units: UnitSystem) -> Self {
        let pairs: Vec<(String, String)> = serde_urlencoded::from_str(query).unwrap_or_default();
        let get = |key: &&str| {
            let found = pairs.iter().find(|p| p.0 == **key);
            found.map(|p| p.1.trim().to_owned()).unwrap_or_default()
        };
        Self {
            raw: KEYS.each_ref().map(get),
            units,
        }
    }

    /// What was typed at a word.
    #[must_use]
    pub fn typed(&self, key: &str) -> &str {
        let at = KEYS.iter().position(|k| *k == key);
        at.map_or("", |at| &self.raw[at])
    }

    /// The query string that brings this bench back, with some words changed.
    /// Bare sizes get their unit, so that a change of units changes nothing.
    #[must_use]
    pub fn query_with(&self, changes: &[(&str, &str)]) -> String {
        let mut out = form_urlencoded::Serializer::new(String::new());
        for (key, typed) in KEYS.iter().zip(&self.raw) {
            let changed = changes.iter().find(|c| c.0 == *key).map(|c| c.1);
            let text = changed.unwrap_or(typed);
            let size = ["length", "body", "tail", "gap", "long", "at"].contains(key);
            let bare = text.chars().next_back().is_some_and(|c| c.is_ascii_digit());
            if size && bare {
                out.append_pair(key, &format!("{text} {}", Dimension::Size.unit(self.units)));
            } else if !text.is_empty() {
                out.append_pair(key, text);
            }
        }
        out.finish()
    }

    fn number(&self, key: &'static str, limit: &Limit, faults: &mut Faults) -> Option<f64> {
        let text = self.typed(key);
        if matches!(text, "" | "usual") {
            return None;
        }
        let read = Dimension::Size
            .read(text, self.units)
            .map_err(|e| e.to_string())
            .and_then(|mm| limit.check(mm, self.units));
        read.map_err(|m| faults.push((key, m))).ok()
    }

    fn code<T: Code>(&self, key: &'static str, usual: T, faults: &mut Faults) -> T {
        code_of(key, self.typed(key), usual, faults)
    }

    /// Reads the question, or names every fault.
    ///
    /// # Errors
    /// All faults.
    pub fn read(&self, engine: &Engine) -> Result<BenchAsked, Faults> {
        let mut faults = Faults::new();
        let length = self.number("length", &limits::BAIT_LENGTH, &mut faults);
        let bait = Bait {
            form: self.code("form", BaitForm::PaddleTail, &mut faults),
            length_mm: length.unwrap_or(97.0),
            body_mm: self.number("body", &limits::BAIT_BODY, &mut faults),
            plastic: self.code("plastic", Plastic::Standard, &mut faults),
            ..PickRequest::usual().bait.clone()
        };
        let tail_root_mm = self.number("tail", &limits::OWN_TAIL_ROOT, &mut faults);
        for (key, mm) in [("body", bait.body_mm), ("tail", tail_root_mm)] {
            if mm.is_some_and(|mm| mm >= bait.length_mm) {
                faults.push((key, "this cannot reach beyond the bait's length".into()));
            }
        }
        let rig = self.code("rig", usual_rig(&bait, engine.tables()), &mut faults);
        let hook = self.hook(engine, &bait, rig, &mut faults);
        let at_mm = self.number("at", &AT, &mut faults).unwrap_or(0.0);
        let head = self.head(engine, rig, &mut faults);
        match hook {
            Some(hook) if faults.is_empty() => Ok(BenchAsked {
                bait,
                tail_root_mm,
                hook,
                rig,
                head,
                at_mm,
            }),
            _ => Err(faults),
        }
    }

    fn hook(
        &self,
        engine: &Engine,
        bait: &Bait,
        rig: Rig,
        faults: &mut Faults,
    ) -> Option<NamedHook> {
        let gap_mm = self.number("gap", &limits::OWN_GAP, faults);
        let length_mm = self.number("long", &limits::OWN_LENGTH, faults);
        let usual = || {
            let (size, style) = engine.usual_hook(bait, rig);
            (HookNumber::parse(&size), style)
        };
        let blank = self.typed("hook").is_empty() && gap_mm.is_none() && length_mm.is_none();
        let (number, style) = if blank && self.typed("style").is_empty() {
            usual()
        } else {
            let style = self.code("style", HookStyle::RoundBend, faults);
            let number = match self.typed("hook") {
                "" if gap_mm.is_some() && length_mm.is_some() => None,
                "" => usual().0,
                text => {
                    let number = HookNumber::parse(text);
                    if number.is_none() {
                        faults.push(("hook", "this is no hook number; write 4 or 3/0".into()));
                        return None;
                    }
                    number
                }
            };
            (number, style)
        };
        let thing = Thing::Hook(yarrowfen_core::own_box::Hook {
            hook: number,
            hook_style: style,
            gap_mm,
            length_mm,
            wire: Wire::Medium,
        });
        let found = named_hook(engine.tables(), &thing);
        if found.is_none() {
            faults.push((
                "hook",
                "no table has this number: give gap and length".into(),
            ));
        }
        found
    }

    fn head(&self, engine: &Engine, rig: Rig, faults: &mut Faults) -> (Shape, f64) {
        let (usual, usual_g) = usual_head(engine.tables().rig(rig));
        let shape = self.code("shape", usual, faults);
        let typed = self.typed("head");
        let g = typed
            .strip_suffix(" g")
            .unwrap_or(typed)
            .parse::<f64>()
            .ok();
        let weight = g.and_then(HeadWeight::from_grams);
        (shape, weight.map_or(usual_g, HeadWeight::grams))
    }

    /// The bench for a thing of the box: its measures, as far as they were taken.
    #[must_use]
    pub fn query_of(&self, item: &Item) -> String {
        let mm = |v: &Option<f64>| v.map_or_else(String::new, |v| format!("{} mm", plain(v, 3)));
        let number = |n: &Option<HookNumber>| {
            n.as_ref()
                .map_or_else(String::new, |n| n.as_str().to_owned())
        };
        match &item.thing {
            Thing::Head(h) => {
                let style = h.hook_style.unwrap_or(HookStyle::RoundBend);
                self.query_with(&[
                    ("hook", &number(&h.hook)),
                    ("style", style.code()),
                    ("gap", &mm(&h.gap_mm)),
                    ("long", &mm(&h.length_mm)),
                    ("shape", h.shape.code()),
                    ("head", &format!("{} g", plain(h.weight.grams(), 3))),
                ])
            }
            Thing::Hook(h) => self.query_with(&[
                ("hook", &number(&h.hook)),
                ("style", h.hook_style.code()),
                ("gap", &mm(&h.gap_mm)),
                ("long", &mm(&h.length_mm)),
            ]),
            Thing::Bait(b) => self.query_with(&[
                ("form", b.form.code()),
                ("length", &mm(&Some(b.length_mm))),
                ("body", &mm(&b.body_mm)),
                ("tail", &mm(&b.tail_root_mm)),
                ("plastic", b.plastic.code()),
            ]),
            Thing::Line(_) | Thing::Rod(_) => self.query_with(&[]),
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_bare_bench_shows_a_usual_bait_with_the_hook_it_would_get() {
        let engine = Engine::new().unwrap();
        let asked = BenchForm::from_query("", UnitSystem::Metric)
            .read(&engine)
            .unwrap();
        assert_eq!((asked.bait.length_mm, asked.rig), (97.0, Rig::Swimbait));
        assert!(asked.hook.nominal_mm.is_some() && !asked.hook.gap_measured);
    }

    #[test]
    fn faults_are_named_and_texts_stay() {
        let engine = Engine::new().unwrap();
        let form = BenchForm::from_query(
            "length=9000&body=thick&hook=9/0&form=egg",
            UnitSystem::Metric,
        );
        let named: Vec<_> = form
            .read(&engine)
            .unwrap_err()
            .into_iter()
            .map(|f| f.0)
            .collect();
        assert_eq!(named, ["length", "form", "body", "hook"]);
        assert!(form.query_with(&[]).contains("body=thick"));
    }

    #[test]
    fn a_hook_number_that_is_none_is_named() {
        let engine = Engine::new().unwrap();
        for bad in ["abc", "30/0", "-3"] {
            let query = format!("length=97&hook={bad}");
            let form = BenchForm::from_query(&query, UnitSystem::Metric);
            let faults = form.read(&engine).unwrap_err();
            assert_eq!(faults[0].0, "hook", "{bad}");
        }
    }

    #[test]
    fn a_change_of_units_moves_nothing() {
        let engine = Engine::new().unwrap();
        let metric = BenchForm::from_query("length=97&gap=14&long=41", UnitSystem::Metric);
        let carried = BenchForm::from_query(&metric.query_with(&[]), UnitSystem::Imperial);
        let read = |f: &BenchForm| f.read(&engine).unwrap();
        assert_eq!(read(&metric).hook, read(&carried).hook);
        assert_eq!(read(&metric).bait, read(&carried).bait);
    }
}
