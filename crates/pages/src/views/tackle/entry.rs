//! The form of a thing of the box.

use uuid::Uuid;
use yarrowfen_core::base::UnitSystem;
use yarrowfen_core::own_box::typed_line::Understood;
use yarrowfen_core::own_box::{self, BoxList, COUNT, Faults, Field, Holds, Item, REMARK, Texts};
use yarrowfen_rows::Owned;

/// A box of the form: its field, what stands in it, and what is wrong.
pub struct Input {
    /// Key.
    pub key: &'static str,
    /// Label.
    pub label: String,
    /// Text in it.
    pub text: String,
    /// Codes to choose from; none for a typed text.
    pub codes: Option<&'static [(&'static str, &'static str)]>,
    /// Whether it must be given.
    pub needed: bool,
    /// Fault.
    pub fault: Option<String>,
    /// Whether it takes a whole line.
    pub wide: bool,
}

/// The form of a thing: of a line that was understood, of a row, or empty.
pub struct Entry {
    /// Its list.
    pub kind: BoxList,
    /// Words of the line that may be misspelt: each, what it may mean, and the line so.
    pub near: Vec<(String, String, String)>,
    /// The row that is corrected; none for a new one.
    pub id: Option<String>,
    /// The line it came from.
    pub line: String,
    /// What was understood, in a sentence.
    pub heading: String,
    /// Its boxes.
    pub inputs: Vec<Input>,
    /// Whether something is wrong.
    pub faulty: bool,
}

impl Entry {
    fn make(kind: BoxList, texts: &Texts<'_>, faults: Faults) -> Self {
        let text = |key: &str| texts.get(key).map_or("", |t| &**t).to_owned();
        let fault = |key: &str| faults.iter().find(|f| f.0 == key).map(|f| f.1.clone());
        let input = |field: &Field| Input {
            key: field.key,
            label: field.label.to_owned(),
            text: match (field.holds, text(field.key)) {
                (Holds::Code(..), t) if t.is_empty() => field.usual.to_owned(),
                (_, t) => t,
            },
            codes: match field.holds {
                Holds::Code(_, codes) => Some(codes),
                _ => None,
            },
            needed: field.needed,
            fault: fault(field.key),
            wide: false,
        };
        let plain = |key: &'static str, label: &str, usual: &str, wide| {
            let typed = text(key);
            Input {
                key,
                label: label.to_owned(),
                text: if typed.is_empty() {
                    usual.to_owned()
                } else {
                    typed
                },
                codes: None,
                needed: false,
                fault: fault(key),
                wide,
            }
        };
        let count = plain(COUNT, "how many", "1", false);
        let remark = plain(REMARK, "remark", "", true);
        let own = own_box::fields(kind).iter().map(input);
        Self {
            kind,
            id: None,
            line: String::new(),
            near: Vec::new(),
            heading: format!("A new {kind}"),
            inputs: std::iter::once(count).chain(own).chain([remark]).collect(),
            faulty: !faults.is_empty(),
        }
    }

    /// An empty form.
    #[must_use]
    pub fn blank(kind: BoxList) -> Self {
        Self::make(kind, &Texts::new(), Faults::new())
    }

    /// The form as it was typed, with its faults.
    #[must_use]
    pub fn typed(kind: BoxList, edited: Option<Uuid>, texts: &Texts<'_>, faults: Faults) -> Self {
        Self {
            id: edited.map(|e| e.to_string()),
            heading: "Something is wrong: nothing was changed".into(),
            ..Self::make(kind, texts, faults)
        }
    }

    /// The line with a word put right, for each that may be misspelt: the word, what it may
    /// mean, and the line so.
    fn nearly(line: &str, understood: &Understood) -> Vec<(String, String, String)> {
        let right = |(typed, meant): &(String, String)| {
            let lower = line.to_lowercase();
            let put_right = lower.replacen(typed.as_str(), meant, 1);
            (typed.clone(), meant.clone(), put_right)
        };
        understood.near.iter().map(right).collect()
    }

    /// What was understood of a line.
    #[must_use]
    pub fn of_line(line: &str, understood: Understood, units: UnitSystem) -> Self {
        let read = Item::read(understood.kind, &understood.texts, units);
        let mut heading = match &read {
            Ok(item) => format!("Understood: {} × {}", item.count, item.thing.told(units).0),
            Err(_) => format!("Understood as a {}, not all of it", understood.kind),
        };
        if !understood.left.is_empty() {
            heading += &format!("; “{}” kept as words", understood.left.join(" "));
        }
        // What is only missing is marked when it is sent; what is wrong, at once.
        let faults = read.err().unwrap_or_default();
        let typed = |f: &(&str, String)| understood.texts.contains_key(f.0);
        Self {
            line: line.to_owned(),
            near: Self::nearly(line, &understood),
            heading,
            ..Self::make(
                understood.kind,
                &understood.texts,
                faults.into_iter().filter(typed).collect(),
            )
        }
    }

    /// The form of a row.
    #[must_use]
    pub fn of_owned(owned: &Owned, units: UnitSystem) -> Self {
        let kind = owned.item.thing.kind();
        let mut texts = owned.item.texts();
        for field in own_box::fields(kind) {
            if let Some(text) = texts.get_mut(field.key) {
                *text = field.typed(text, units).into();
            }
        }
        Self {
            id: Some(owned.id.to_string()),
            heading: format!("Correct: {}", owned.item.thing.told(units).0),
            ..Self::make(kind, &texts, Faults::new())
        }
    }
}
