//! A thing of the box with its count and remark: read, written, told.

use std::borrow::Cow;
use std::sync::LazyLock;

use enum_map::EnumMap;

use super::cell::{self, Faults, Field, Holds, Texts};
use super::marked::HookNumber;
use super::things::{Bait, Head, Hook, Line, Rod};
use crate::base::UnitSystem;
use crate::base::codes::BoxList;
use crate::base::text::{Said, sentences};

/// Most of one thing that a box holds.
pub const MOST_COUNT: u32 = 100_000;
/// Longest remark, characters.
pub const MOST_REMARK: usize = 300;
/// Key of the number of pieces.
pub const COUNT: &str = "count";
/// Key of the remark.
pub const REMARK: &str = "remark";

/// A thing of one of the five lists.
#[derive(Debug, Clone, PartialEq)]
#[expect(missing_docs, reason = "each holds its own, which explains it")]
pub enum Thing {
    Head(Head),
    Hook(Hook),
    Bait(Bait),
    Line(Line),
    Rod(Rod),
}

/// A thing with how many of it there are.
#[derive(Debug, Clone, PartialEq)]
pub struct Item {
    /// What it is.
    pub thing: Thing,
    /// How many are left; 0 to [`MOST_COUNT`].
    pub count: u32,
    /// The angler's own words; at most [`MOST_REMARK`] characters.
    pub remark: String,
}

/// The fields of a list, in the order of its CSV, without count and remark.
#[must_use]
pub fn fields(kind: BoxList) -> &'static [Field] {
    static ALL: LazyLock<EnumMap<BoxList, Vec<Field>>> = LazyLock::new(|| {
        EnumMap::from_fn(|kind| match kind {
            BoxList::Head => Head::fields(),
            BoxList::Hook => Hook::fields(),
            BoxList::Bait => Bait::fields(),
            BoxList::Line => Line::fields(),
            BoxList::Rod => Rod::fields(),
        })
    });
    &ALL[kind]
}

/// The keys of a list's columns: count, its fields, remark.
#[must_use]
pub fn columns(kind: BoxList) -> Vec<&'static str> {
    let own = fields(kind).iter().map(|f| f.key);
    std::iter::once(COUNT).chain(own).chain([REMARK]).collect()
}

impl Item {
    /// Reads a thing out of loose texts. Bare sizes are in `units`; a blank
    /// count is 1.
    ///
    /// # Errors
    /// Every fault, by its field.
    pub fn read(kind: BoxList, texts: &Texts<'_>, units: UnitSystem) -> Result<Self, Faults> {
        let (mut faults, fields) = (Faults::new(), fields(kind));
        let thing = match kind {
            BoxList::Head => Head::read(texts, fields, units, &mut faults).map(Thing::Head),
            BoxList::Hook => Hook::read(texts, fields, units, &mut faults).map(Thing::Hook),
            BoxList::Bait => Bait::read(texts, fields, units, &mut faults).map(Thing::Bait),
            BoxList::Line => Line::read(texts, fields, units, &mut faults).map(Thing::Line),
            BoxList::Rod => Rod::read(texts, fields, units, &mut faults).map(Thing::Rod),
        };
        let text = |key: &str| texts.get(key).map_or("", |t| t.trim());
        let count = match text(COUNT) {
            "" => Some(1),
            typed => typed.parse().ok().filter(|n| *n <= MOST_COUNT),
        };
        if count.is_none() {
            let message = format!("the count must be a whole number from 0 to {MOST_COUNT}");
            faults.push((COUNT, message));
        }
        let remark = cell::clean(text(REMARK), MOST_REMARK)
            .map_err(|message| faults.push((REMARK, message)))
            .ok();
        if let Some(thing) = &thing {
            faults.extend(thing.contradictions());
        }
        match (thing, count, remark) {
            (Some(thing), Some(count), Some(remark)) if faults.is_empty() => Ok(Self {
                thing,
                count,
                remark,
            }),
            _ => Err(faults),
        }
    }

    /// The same with another text in one of its fields, as [`Self::read`] takes it.
    ///
    /// # Errors
    /// Every fault by its field, with the texts that have them.
    pub fn with(
        &self,
        key: &'static str,
        text: String,
        units: UnitSystem,
    ) -> Result<Self, (Texts<'static>, Faults)> {
        let mut texts = self.texts();
        texts.insert(Cow::Borrowed(key), Cow::Owned(text));
        Self::read(self.thing.kind(), &texts, units).map_err(|faults| (texts, faults))
    }

    /// The text of each column of [`columns`], which reads back to the same.
    #[must_use]
    pub fn write(&self) -> Vec<String> {
        let mut texts = vec![self.count.to_string()];
        texts.extend(self.thing.write());
        texts.push(self.remark.clone());
        texts
    }

    /// The same by key, without what is blank.
    #[must_use]
    pub fn texts(&self) -> Texts<'static> {
        let pairs = columns(self.thing.kind()).into_iter().zip(self.write());
        pairs
            .filter(|(_, text)| !text.is_empty())
            .map(|(key, text)| (Cow::Borrowed(key), Cow::Owned(text)))
            .collect()
    }

    /// The same thing at the next weight of its ladder, or as it is for what has none.
    #[must_use]
    pub fn duplicate(&self) -> Self {
        let mut copy = self.clone();
        if let Thing::Head(head) = &mut copy.thing {
            head.weight = head.weight.next().unwrap_or(head.weight);
        }
        copy
    }

    /// All words of it, in lower case, for searching.
    #[must_use]
    pub fn searchable(&self, units: UnitSystem) -> String {
        let (title, rest) = self.thing.told(units);
        lower(format!("{title} {rest} {}", self.remark))
    }
}

/// A text in lower case. Most are all ASCII but for a dot or a sign, which have no case: a
/// search of a full box lowers fifty thousand of them.
fn lower(mut text: String) -> String {
    text.make_ascii_lowercase();
    let cased = |c: char| !c.is_ascii() && !c.to_lowercase().eq([c]);
    if text.chars().any(cased) {
        text.to_lowercase()
    } else {
        text
    }
}

impl Thing {
    /// The list that it belongs to.
    #[must_use]
    pub fn kind(&self) -> BoxList {
        match self {
            Self::Head(_) => BoxList::Head,
            Self::Hook(_) => BoxList::Hook,
            Self::Bait(_) => BoxList::Bait,
            Self::Line(_) => BoxList::Line,
            Self::Rod(_) => BoxList::Rod,
        }
    }

    fn write(&self) -> Vec<String> {
        match self {
            Self::Head(t) => t.write(),
            Self::Hook(t) => t.write(),
            Self::Bait(t) => t.write(),
            Self::Line(t) => t.write(),
            Self::Rod(t) => t.write(),
        }
    }

    /// Fields that are each sound and cannot be together.
    fn contradictions(&self) -> Faults {
        let mut faults = Faults::new();
        let mut say = |key, wrong: bool, message: Said| {
            if wrong {
                faults.push((key, message.into()));
            }
        };
        match self {
            Self::Head(_) => {}
            Self::Hook(h) => say(
                "hook",
                h.hook.is_none() && (h.gap_mm.is_none() || h.length_mm.is_none()),
                sentences::fault_hook_or_measures(),
            ),
            Self::Bait(b) => {
                let beyond = |mm: Option<f64>| mm.is_some_and(|mm| mm >= b.length_mm);
                say("body_mm", beyond(b.body_mm), sentences::fault_body());
                say(
                    "tail_root_mm",
                    beyond(b.tail_root_mm),
                    sentences::fault_tail_root(),
                );
            }
            Self::Line(l) => say(
                "test_lb",
                l.test_lb.is_none() && l.diameter_mm.is_none(),
                sentences::fault_test_or_diameter(),
            ),
            Self::Rod(r) => say(
                "least_g",
                r.least_g >= r.most_g,
                sentences::fault_least_under_most(),
            ),
        }
        faults
    }

    /// The fields whose texts make the name of a thing.
    fn titled(&self) -> &'static [&'static str] {
        match self {
            Self::Head(_) => &["weight", "shape", "hook"],
            Self::Hook(_) => &["hook", "hook_style"],
            Self::Bait(_) => &["length_mm", "form"],
            Self::Line(_) => &["test_lb", "line"],
            Self::Rod(_) => &["least_g", "most_g"],
        }
    }

    /// A name in a few words, and the rest of what is known.
    #[must_use]
    pub fn told(&self, units: UnitSystem) -> (String, String) {
        let shown: Vec<(&Field, String)> = fields(self.kind())
            .iter()
            .zip(self.write())
            .map(|(field, text)| (field, field.shown(&text, units)))
            .collect();
        let text = |key: &str| {
            let found = shown.iter().find(|s| s.0.key == key);
            found.map_or("", |s| s.1.as_str())
        };
        let titled = self.titled();
        let title = match (self, titled) {
            (Self::Rod(r), _) => {
                let n = |v| crate::base::plain(v, 1);
                format!("{}–{} g rod", n(r.least_g), n(r.most_g))
            }
            (_, [first, second, hook]) if !text(hook).is_empty() => {
                format!("{} {}, hook {}", text(first), text(second), text(hook))
            }
            (_, [first, second, ..]) => format!("{} {}", text(first), text(second)),
            _ => String::new(),
        };
        let labelled = |(field, text): &(&Field, String)| match field.holds {
            Holds::Number(_) => format!("{} {text}", field.measure),
            _ => text.clone(),
        };
        let rest: Vec<String> = shown
            .iter()
            .filter(|(field, text)| !titled.contains(&field.key) && !text.is_empty())
            .map(labelled)
            .collect();
        (title.trim().to_owned(), rest.join(" · "))
    }

    /// What a list is sorted by first: weight, gap, length, test, most weight.
    #[must_use]
    pub fn rank(&self) -> f64 {
        let number = |n: &HookNumber| match n.as_str().split_once('/') {
            Some((n, _)) => 100.0 + n.parse::<f64>().unwrap_or(0.0),
            None => 100.0 - n.as_str().parse::<f64>().unwrap_or(0.0),
        };
        match self {
            Self::Head(h) => h.weight.grams(),
            Self::Hook(h) => h.hook.as_ref().map_or(0.0, number),
            Self::Bait(b) => b.length_mm,
            Self::Line(l) => l.test_lb.unwrap_or(0.0),
            Self::Rod(r) => r.most_g,
        }
    }
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    pub(super) fn texts(pairs: &[(&'static str, &'static str)]) -> Texts<'static> {
        let cow = |&(k, v): &(&'static str, &'static str)| (Cow::Borrowed(k), Cow::Borrowed(v));
        pairs.iter().map(cow).collect()
    }

    fn read(kind: BoxList, pairs: &[(&'static str, &'static str)]) -> Result<Item, Faults> {
        Item::read(kind, &texts(pairs), UnitSystem::Metric)
    }

    #[test]
    fn every_fault_of_a_row_is_named_at_once() {
        let faults = read(
            BoxList::Head,
            &[
                ("shape", "cube"),
                ("weight", "heavy"),
                ("gap_mm", "-3"),
                ("count", "many"),
                ("hook", "13/0"),
            ],
        )
        .unwrap_err();
        let named: Vec<_> = faults.iter().map(|f| f.0).collect();
        assert_eq!(named, ["shape", "weight", "hook", "gap_mm", "count"]);
    }

    #[test]
    fn what_was_written_reads_back_the_same() {
        let item = read(
            BoxList::Head,
            &[
                ("shape", "swing football"),
                ("weight", "0.6 oz"),
                ("gap_mm", "0.55 in"),
                ("hook", "#4"),
                ("count", "12"),
                ("remark", " two\nlines, “so” "),
            ],
        )
        .unwrap();
        // Sizes are written without a unit and always metric.
        let metric = Item::read(BoxList::Head, &item.texts(), UnitSystem::Metric).unwrap();
        assert_eq!(metric, item);
        assert_eq!(item.texts()["weight"], "17.01 g");
        assert_eq!(item.texts()["gap_mm"], "13.97");
        assert_eq!(item.texts()["hook"], "4");
    }

    #[test]
    fn a_duplicate_is_a_rung_heavier_on_its_own_ladder() {
        for (weight, next) in [
            ("1/8 oz", "5/32 oz"),
            ("3 g", "4 g"),
            ("1 oz", "1 oz"),
            ("3.3 g", "1/8 oz"),
        ] {
            let item = read(BoxList::Head, &[("shape", "ball"), ("weight", weight)]).unwrap();
            assert_eq!(item.duplicate().texts()["weight"], next);
        }
    }

    #[test]
    fn what_contradicts_itself_is_refused() {
        for (kind, pairs, key) in [
            (BoxList::Hook, &[("gap_mm", "14")][..], "hook"),
            (
                BoxList::Bait,
                &[("form", "stick"), ("length_mm", "50"), ("body_mm", "55")],
                "body_mm",
            ),
            (BoxList::Line, &[("line", "braid")], "test_lb"),
            (
                BoxList::Rod,
                &[("least_g", "12"), ("most_g", "3")],
                "least_g",
            ),
        ] {
            assert_eq!(read(kind, pairs).unwrap_err()[0].0, key);
        }
    }

    proptest! {
        /// As the standard library lowers it.
        #[test]
        fn a_text_is_lowered_as_ever(text in any::<String>(), sigma in "[A-ZΑ-Ω ·ΣİẞÖ]{0,12}") {
            for text in [text, sigma] {
                prop_assert_eq!(lower(text.clone()), text.to_lowercase());
            }
        }
    }
}
