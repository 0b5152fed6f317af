//! A line typed fast: `10 ball 1/8 3/0 lead`, `5 paddle tail 97 mm`.
//!
//! Each list tries to understand the line by its own fields; the list that
//! leaves the fewest words over takes it. What is left over is shown back as
//! the colour of a bait or as the remark, so that nothing typed is lost.

use std::borrow::Cow;

use super::cell::{Cell as _, Field, Holds, Texts};
use super::item::{COUNT, Item, REMARK, fields};
pub use super::line_words::MOST_LINE;
use super::line_words::{is_unit, meant, split};
use super::marked::{HeadWeight, HookNumber};
use crate::base::codes::BoxList;
use crate::base::{Dimension, UnitSystem, read_number, vocabulary};

/// What was understood of a line.
#[derive(Debug, Clone)]
pub struct Understood {
    /// The list it is for.
    pub kind: BoxList,
    /// The texts of its fields, count and remark; not checked yet.
    pub texts: Texts<'static>,
    /// Words that no field took.
    pub left: Vec<String>,
    /// Of those, words that may be misspelt, with what they may mean.
    pub near: Vec<(String, String)>,
}

/// Understands a line; `here` is the list that is open, which breaks ties.
#[must_use]
pub fn understand(line: &str, here: BoxList, units: UnitSystem) -> Understood {
    let words = split(line);
    let order = std::iter::once(here).chain(BoxList::ALL.iter().copied().filter(|k| *k != here));
    let tried = order.map(|kind| {
        let u = LineReader::new(kind, &words, units).run();
        // A word left over counts more than a needed field that is lacking: it may be typed yet.
        let lacks = Item::read(kind, &u.texts, units).map_or_else(|f| f.len(), |_| 0);
        (
            lacks + 2 * u.left.len() - named(kind, &words).min(2 * u.left.len()),
            u,
        )
    });
    let best = tried.min_by_key(|t| t.0);
    let u = best.map_or_else(|| LineReader::new(here, &[], units).run(), |t| t.1);
    u.with_near().with_leftovers_kept()
}

/// Whether a word names a list itself.
fn names(kind: BoxList, word: &str) -> bool {
    vocabulary::read::<BoxList>(word) == Some(kind)
}

/// Whether the line names the list.
fn named(kind: BoxList, words: &[String]) -> usize {
    usize::from(words.iter().any(|w| names(kind, w)))
}

impl Understood {
    /// What of the words left over may be misspelt: single words, and two together.
    fn with_near(mut self) -> Self {
        let kind = self.kind;
        let one = |w: &String| Some((w.clone(), meant(kind, w)?));
        self.near = self.left.iter().filter_map(one).collect();
        if self.near.is_empty() {
            let two = |w: &[String]| {
                let both = w.join(" ");
                let found = meant(kind, &both)?;
                Some((both, found))
            };
            self.near = self.left.windows(2).filter_map(two).collect();
        }
        self
    }

    /// What no field took is kept as the colour of a bait, else as the remark.
    fn with_leftovers_kept(mut self) -> Self {
        if !self.left.is_empty() {
            let key = if self.kind == BoxList::Bait {
                "colour"
            } else {
                REMARK
            };
            self.texts
                .insert(Cow::Borrowed(key), Cow::Owned(self.left.join(" ")));
        }
        self
    }
}

/// A line being read by one list.
struct LineReader<'w> {
    kind: BoxList,
    words: &'w [String],
    units: UnitSystem,
    texts: Texts<'static>,
    left: Vec<String>,
    at: usize,
}

impl<'w> LineReader<'w> {
    fn new(kind: BoxList, words: &'w [String], units: UnitSystem) -> Self {
        Self {
            kind,
            words,
            units,
            texts: Texts::new(),
            left: Vec::new(),
            at: 0,
        }
    }

    fn word(&self, ahead: usize) -> &'w str {
        self.words.get(self.at + ahead).map_or("", String::as_str)
    }

    fn free(&self, key: &str) -> bool {
        !self.texts.contains_key(key)
    }

    fn put(&mut self, key: &'static str, text: impl Into<String>, words: usize) -> bool {
        self.texts
            .insert(Cow::Borrowed(key), Cow::Owned(text.into()));
        self.at += words;
        true
    }

    fn run(mut self) -> Understood {
        self.take_count();
        while self.at < self.words.len() {
            let taken = self.take_name()
                || self.take_span()
                || self.take_hook_number()
                || self.take_weight()
                || self.take_spoken()
                || self.take_code()
                || self.take_number();
            if !taken {
                self.left.push(self.word(0).to_owned());
                self.at += 1;
            }
        }
        Understood {
            kind: self.kind,
            texts: self.texts,
            left: self.left,
            near: Vec::new(),
        }
    }

    /// A whole number at the head of the line, unless a unit follows.
    fn take_count(&mut self) {
        let times = matches!(self.word(1), "x" | "×");
        let counts = self.word(0).parse::<u32>().is_ok() && (times || !is_unit(self.word(1)));
        // A line that is nothing but a number and a word with a gap or a length is rare; a count is not.
        if counts && self.words.len() > 1 {
            self.put(COUNT, self.word(0), 1 + usize::from(times));
        }
    }

    /// `hooks`, `line`: the name of the list itself says nothing more.
    fn take_name(&mut self) -> bool {
        let own = names(self.kind, self.word(0));
        // On a head “hook” introduces its number.
        let of_head = self.kind == BoxList::Head && self.word(0) == "hook";
        if own || of_head {
            self.at += 1;
        }
        own || of_head
    }

    /// `3-12 g`: what a rod casts.
    fn take_span(&mut self) -> bool {
        if self.kind != BoxList::Rod || !self.free("least_g") {
            return false;
        }
        let Some((from, to)) = self.word(0).split_once(['-', '–']) else {
            return false;
        };
        if read_number(from).is_none() || read_number(to).is_none() {
            return false;
        }
        let ounces = self.word(1) == "oz";
        let grams = |text: &str| {
            let g = read_number(text).unwrap_or(0.0)
                * if ounces {
                    crate::base::GRAMS_PER_OUNCE
                } else {
                    1.0
                };
            crate::base::plain(g, 1)
        };
        let unit = usize::from(matches!(self.word(1), "g" | "oz"));
        self.put("least_g", grams(from), 0) && self.put("most_g", grams(to), 1 + unit)
    }

    fn take_hook_number(&mut self) -> bool {
        if !matches!(self.kind, BoxList::Head | BoxList::Hook) || !self.free("hook") {
            return false;
        }
        let said = |text: &str| text.ends_with("/0") || text.starts_with('#');
        if said(self.word(0)) {
            return HookNumber::parse(self.word(0))
                .is_some_and(|n| self.put("hook", n.as_str(), 1));
        }
        let introduced = matches!(self.word(0), "size" | "no" | "no." | "#");
        let bare = self.kind == BoxList::Hook && !is_unit(self.word(1)) && !self.speaks(0);
        let (text, words) = if introduced {
            (self.word(1), 2)
        } else {
            (self.word(0), 1)
        };
        (introduced || bare)
            && HookNumber::parse(text).is_some_and(|n| self.put("hook", n.as_str(), words))
    }

    /// Whether the word after `ahead` names a number field: `14 gap`.
    fn speaks(&self, ahead: usize) -> bool {
        let next = self.word(ahead + 1);
        fields(self.kind)
            .iter()
            .any(|f| f.spoken.iter().any(|w| w == next))
    }

    fn take_weight(&mut self) -> bool {
        if self.kind != BoxList::Head || !self.free("weight") {
            return false;
        }
        let unit = self.word(1);
        let with_unit = matches!(unit, "oz" | "g");
        let text = if with_unit {
            format!("{} {unit}", self.word(0))
        } else {
            self.word(0).to_owned()
        };
        if !with_unit && !text.contains('/') {
            return false;
        }
        let field = &fields(BoxList::Head)[1];
        HeadWeight::read(&text, field, self.units)
            .is_ok_and(|_| self.put("weight", text, 1 + usize::from(with_unit)))
    }

    /// `gap 14 mm`, `14 mm gap`, `17 deep`.
    fn take_spoken(&mut self) -> bool {
        for field in fields(self.kind) {
            let Holds::Number(_) = field.holds else {
                continue;
            };
            let names = |w: &str| field.spoken.iter().any(|s| s == w);
            if names(self.word(0)) {
                if let Some((text, words)) = self.number(1, field) {
                    return self.put(field.key, text, words + 1);
                }
            } else if let Some((text, words)) = self.number(0, field)
                && names(self.word(words))
            {
                return self.put(field.key, text, words + 1);
            }
        }
        false
    }

    /// The longest run of words that is a code of a field not yet filled.
    fn take_code(&mut self) -> bool {
        for long in (1..=3).rev() {
            let Some(run) = self.words.get(self.at..self.at + long) else {
                continue;
            };
            let said = run.join(" ").replace(['-', '_'], " ");
            for field in fields(self.kind).iter().filter(|f| self.free(f.key)) {
                let Holds::Code(list, words) = field.holds else {
                    continue;
                };
                let codes: Vec<_> = words.iter().map(|w| w.0).collect();
                if let Some(code) = vocabulary::code_of(list, &codes, &said) {
                    return self.put(field.key, code, long);
                }
            }
        }
        false
    }

    /// A number with a unit goes to the first field of that unit that is free.
    fn take_number(&mut self) -> bool {
        for field in fields(self.kind).iter().filter(|f| self.free(f.key)) {
            if let Some((text, words)) = self.number(0, field)
                && (words > 1 || self.lone_number_fits(field))
            {
                return self.put(field.key, text, words);
            }
        }
        false
    }

    /// A number without a unit is taken where the field is needed.
    fn lone_number_fits(&self, field: &Field) -> bool {
        field.needed || (self.kind == BoxList::Line && field.key == "test_lb")
    }

    /// A number of this field's kind at a place: its text and how many words it took.
    fn number(&self, ahead: usize, field: &Field) -> Option<(String, usize)> {
        let Holds::Number(limit) = field.holds else {
            return None;
        };
        let number = self.word(ahead);
        read_number(number)?;
        let unit = self.word(ahead + 1);
        let fits = match limit.dimension {
            Some(Dimension::Size) => matches!(unit, "mm" | "cm" | "in" | "\"" | "″"),
            Some(Dimension::Distance) => matches!(unit, "m" | "ft" | "'"),
            _ => unit == limit.unit || (limit.unit == "lb" && unit == "lbs"),
        };
        if fits {
            let unit = if limit.dimension.is_some() {
                format!(" {unit}")
            } else {
                String::new()
            };
            Some((format!("{number}{unit}"), 2))
        } else {
            (!is_unit(unit)).then(|| (number.to_owned(), 1))
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn told(line: &str) -> String {
        let u = understand(line, BoxList::Head, UnitSystem::Metric);
        match Item::read(u.kind, &u.texts, UnitSystem::Metric) {
            Ok(item) => {
                let (title, rest) = item.thing.told(UnitSystem::Metric);
                format!("{} × {title} | {rest} | {}", item.count, item.remark)
            }
            Err(faults) => format!("{}: {faults:?}", u.kind),
        }
    }

    #[test]
    fn lines_as_anglers_type_them_are_understood() {
        for (line, wanted) in [
            (
                "10 ball 1/8 3/0 lead",
                "10 × 1/8 oz ball, hook 3/0 | lead | ",
            ),
            ("10x Ball 1/8oz 3/0", "10 × 1/8 oz ball, hook 3/0 | lead | "),
            (
                "6 mushroom 3 g #4 tungsten screw",
                "6 × 3 g mushroom, hook #4 | tungsten · screw keeper | ",
            ),
            (
                "4 football 3/8 4/0 gap 16.5 heavy wire",
                "4 × 3/8 oz football, hook 4/0 | lead · gap 16.5 mm · heavy wire | ",
            ),
            ("5 paddle tail 97 mm", "5 × 97 mm paddle tail | standard | "),
            (
                "5 paddle tail 97 mm 17.5 deep smoke green",
                "5 × 97 mm paddle tail | thickest depth 17.5 mm · standard · smoke green | ",
            ),
            (
                "12 stick 2.75 in floating",
                "12 × 69.9 mm stick | floating | ",
            ),
            (
                "stick 2.75 inches floating x12",
                "12 × 69.9 mm stick | floating | ",
            ),
            (
                "5 paddle tail 3 3/4 inch",
                "5 × 95.3 mm paddle tail | standard | ",
            ),
            ("ball 1/8 3/0 x6", "6 × 1/8 oz ball, hook 3/0 | lead | "),
            (
                "20 hooks 3/0 wide gap heavy",
                "20 × 3/0 wide gap | heavy wire | ",
            ),
            (
                "braid 10 lb 0.19 mm",
                "1 × 10 lb braid | diameter 0.19 mm | ",
            ),
            ("2 fluorocarbon 8lb", "2 × 8 lb fluorocarbon | | "),
            (
                "rod 3-12 g medium light fast 2.1 m",
                "1 × 3–12 g rod | medium-light · fast · length 2.1 m | ",
            ),
            (
                "3 swing football 5/8 from the autumn sale",
                "3 × 5/8 oz swing football | lead | from the autumn sale",
            ),
        ] {
            assert_eq!(told(line).replace("|  |", "| |"), wanted, "{line}");
        }
    }

    #[test]
    fn what_cannot_be_read_says_what_is_missing_and_keeps_the_words() {
        let u = understand("12 shiny things", BoxList::Head, UnitSystem::Metric);
        assert_eq!(u.texts[REMARK], "shiny things");
        assert_eq!(u.texts[COUNT], "12");
        let u = understand("10 fottball 3/8 4/0", BoxList::Head, UnitSystem::Metric);
        assert_eq!(u.near, [("fottball".to_owned(), "football".to_owned())]);
        assert!(Item::read(u.kind, &u.texts, UnitSystem::Metric).is_err());
        for odd in [
            "",
            " ",
            "///",
            "-",
            "1/0/0",
            "9999999999999 ball",
            "\u{0}",
            "#",
        ] {
            let _ = understand(odd, BoxList::Rod, UnitSystem::Imperial);
        }
    }
}
