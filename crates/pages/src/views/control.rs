//! A word of a sentence as a control: what is chosen of a list, or typed. The
//! one place where one is put together.

use std::borrow::Cow;

use askama::Template;

/// One choice behind a word.
pub struct Choice {
    /// Its code, empty for unknown.
    pub code: Cow<'static, str>,
    /// Its words.
    pub label: Cow<'static, str>,
    /// Whether it is taken.
    pub chosen: bool,
}

/// A word as the sentence shows it: a box for a number, a list for what is chosen. A template
/// of its own, so that a page of fifty words holds its text once.
#[derive(Template)]
#[template(path = "_word.html")]
pub struct ShownWord<'w> {
    w: &'w Control,
}

/// A word that is chosen of a list.
#[derive(Template)]
#[template(path = "_choice.html")]
pub struct ShownChoice<'w> {
    w: &'w Control,
}

/// A word of the sentence.
pub struct Control {
    /// Name in the query.
    pub key: &'static str,
    /// For a screen reader.
    pub label: &'static str,
    /// What the sentence shows.
    pub text: String,
    /// What stands in the box of a number.
    pub typed: String,
    /// Choices of a select; empty for a number.
    pub choices: Vec<Choice>,
    /// Its fault.
    pub fault: Option<String>,
    /// Values one tap away, with `|` between.
    pub chips: &'static str,
    /// Width of the box in characters.
    pub size: usize,
}

impl Control {
    /// A box with what stands in it, and what is wrong with that; so many
    /// characters wide as that is long, within bounds.
    #[must_use]
    pub fn new(
        key: &'static str,
        label: &'static str,
        typed: String,
        (narrow, wide): (usize, usize),
    ) -> Self {
        Self {
            key,
            label,
            size: typed.chars().count().clamp(narrow, wide),
            text: typed.clone(),
            typed,
            choices: Vec::new(),
            fault: None,
            chips: "",
        }
    }

    /// With choices; the sentence shows the one that is taken, which is that of
    /// the code that stands in the box.
    #[must_use]
    pub fn of_choices(
        self,
        all: impl IntoIterator<Item = (&'static str, Cow<'static, str>)>,
    ) -> Self {
        let choice = |(code, label): (&'static str, Cow<'static, str>)| Choice {
            label,
            chosen: code == self.typed,
            code: Cow::Borrowed(code),
        };
        let all = all.into_iter().map(choice).collect();
        self.of(all)
    }

    /// The same of codes and words that are made where it is shown, after one that is none of
    /// them.
    #[must_use]
    pub fn of_names(
        self,
        none: &'static str,
        all: impl IntoIterator<Item = (String, String)>,
    ) -> Self {
        let none = (String::new(), none.to_owned());
        let all = std::iter::once(none).chain(all);
        let all = all.map(|(code, label)| Choice {
            chosen: code == self.typed,
            label: Cow::Owned(label),
            code: Cow::Owned(code),
        });
        let all = all.collect();
        self.of(all)
    }

    fn of(mut self, all: Vec<Choice>) -> Self {
        self.choices = all;
        if let Some(taken) = self.choices.iter().find(|c| c.chosen) {
            self.text = taken.label.clone().into_owned();
        }
        self
    }

    /// As the sentence shows it.
    #[must_use]
    pub fn shown_word(&self) -> ShownWord<'_> {
        ShownWord { w: self }
    }

    /// The same for a word that is always chosen of a list.
    #[must_use]
    pub fn shown_choice(&self) -> ShownChoice<'_> {
        ShownChoice { w: self }
    }

    /// With other words in the sentence.
    #[must_use]
    pub fn shown(self, text: impl Into<String>) -> Self {
        Self {
            text: text.into(),
            ..self
        }
    }

    /// With what is wrong with it.
    #[must_use]
    pub fn wrong(self, fault: Option<String>) -> Self {
        Self { fault, ..self }
    }

    /// With values one tap away.
    #[must_use]
    pub fn near(self, chips: &'static str) -> Self {
        Self { chips, ..self }
    }

    /// Whether it was left blank: the choice for what is unknown, or a number that was not
    /// given.
    #[must_use]
    pub fn is_blank(&self) -> bool {
        let unknown = |c: &Choice| c.chosen && c.code.is_empty();
        self.fault.is_none()
            && (self.choices.iter().any(unknown)
                || (self.choices.is_empty()
                    && matches!(&*self.typed, "" | "unknown" | "none" | "usual")))
    }

    /// Shows what is assumed while it is left blank.
    pub fn assume(&mut self, text: &str) {
        text.clone_into(&mut self.text);
        match self.choices.iter_mut().find(|c| c.code.is_empty()) {
            Some(unknown) => unknown.label = Cow::Owned(text.to_owned()),
            None => {
                text.clone_into(&mut self.typed);
                self.size = text.chars().count().clamp(2, 24);
            }
        }
    }
}
